//! What a rig is made of, as measured things.

pub mod bait;
pub mod bench;
pub mod hook;
