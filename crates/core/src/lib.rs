//! The trade, computed: how a rig falls, whether it holds bottom, how a hook
//! fits a bait, and from that which jig head to tie on, with the reasons.
//!
//! This crate does no input or output, knows no clock, no database and no
//! page. Everything is SI inside; [`base`] reads and prints what people use.
//!
//! The modules are floors, and each names only those below it:
//!
//! | floor | modules |
//! |---|---|
//! | 9 | [`engine`] |
//! | 8 | [`say`] |
//! | 7 | [`explore`] |
//! | 6 | [`choose`], [`cast`], [`sounder`] |
//! | 5 | [`gear`], [`own_box`], [`day`] |
//! | 4 | [`tables`] |
//! | 3 | [`question`], [`answer`] |
//! | 2 | [`physics`], [`statistics`] |
//! | 1 | [`base`] |
//!
//! Start with [`Engine::pick`].

pub mod answer;
pub mod base;
pub mod cast;
pub mod choose;
pub mod day;
pub mod engine;
pub mod explore;
pub mod gear;
pub mod own_box;
pub mod photo;
pub mod physics;
pub mod question;
pub mod say;
pub mod sounder;
pub mod statistics;
pub mod tables;

pub use answer::Answer;
pub use base::FieldError;
pub use choose::Options;
pub use engine::Engine;
pub use question::PickRequest;

/// Version of the model. Stored with each kept answer, raised whenever a
/// change of rule, table or formula can change an answer.
pub const MODEL_VERSION: &str = "5";
