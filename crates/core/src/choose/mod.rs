//! Decisions, without a word: which weight, shape, hook, tie and line for one
//! rig on one question, and which rig.

pub mod accepted;
mod asked_facts;
mod chooser;
pub mod course;
pub mod decision;
pub mod exclusion;
pub mod facts;
pub mod felt;
pub mod in_hand;
pub mod line;
pub mod met;
pub mod needs;
mod options;
pub mod own_drag;
pub mod point;
mod range;
pub mod rank;
pub mod rig_on_question;
pub mod rigged;
pub mod rod;
pub mod rules;
pub mod school;
pub mod setting;
pub mod shape;
pub mod tie;
pub mod tied_on;
pub mod verdicts;
pub mod window;

pub use chooser::Chooser;
pub use options::Options;
