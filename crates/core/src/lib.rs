//! The trade, computed: how a rig falls, whether it holds bottom, how a hook
//! fits a bait, and from that which jig head to tie on, with the reasons.
//!
//! This crate does no input or output, knows no clock, no database and no
//! page. Everything is SI inside; [`units`] reads and prints what people use.
//!
//! Start with [`Engine::pick`].

pub mod answer;
pub mod cast;
pub mod codes;
pub mod data;
pub mod limits;
pub mod own;
pub mod physics;
pub mod pick;
pub mod print;
pub mod record;
pub mod request;
pub mod rigs;
pub mod sounder;
pub mod tackle;
pub mod units;
pub mod water;

pub use answer::Answer;
pub use pick::{Engine, Options};
pub use request::{FieldError, PickRequest};
pub use tackle::{bench, hook};

/// Version of the model. Stored with each kept answer, raised whenever a
/// change of rule, table or formula can change an answer.
pub const MODEL_VERSION: &str = "3";
