//! A cast, from the splash to the rod: where the lure is at each moment, what
//! it touches, and what an angler cannot see of it.
//!
//! The model is that of `sim`; [`Cast::of`] runs it and reads the figures off.

mod acts;
pub mod grounds;
mod hands;
mod keep;
mod lure;
mod profile;
mod read;
mod ready;
mod request;
mod run;
mod setup;
mod sim;
pub mod swing;

pub use crate::physics::flight::{Entry, entry};
pub use crate::tables::retrieve::Move;
pub use keep::Keep;
pub use lure::{Lure, Postures};
pub use profile::{DEEPEST_M, MOST_M, MOST_POINTS, Profile};
pub use read::{Figures, HangPlace, LiftOff, Lifted, reach};
pub use ready::CastRig;
pub use request::CastRequest;
pub use run::{Cast, LONGEST_S, Lift};
pub use setup::{ROD_M, Setup};
pub use sim::Sample;
