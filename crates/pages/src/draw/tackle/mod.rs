//! Tackle drawn from its measures, in millimetres: heads, hooks, baits, and a rig as it
//! is tied. One drawing of each thing, used wherever it is shown.

pub mod baits;
pub mod heads;
pub mod hooks;
pub mod path;
pub mod rigged;
