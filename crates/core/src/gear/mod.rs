//! What a rig is made of, as measured things.

pub mod bait;
pub mod hook;
mod measured_hook;
pub mod seat;
