//! Tackle drawn from its measures, in millimetres: heads, hooks, baits, and a rig as it
//! is tied. One drawing of each thing, used wherever it is shown.

pub mod above;
pub mod alone;
pub mod baits;
pub mod figure;
pub mod heads;
pub mod hooks;
mod limbed;
pub mod look;
mod outlines;
pub mod path;
pub mod reach;
pub mod rigged;
pub mod tie;
