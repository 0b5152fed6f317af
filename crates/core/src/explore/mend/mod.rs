//! What goes wrong: the causes of a complaint, each with what is measured of what is tied on,
//! how likely it is, and what mends it.
//!
//! Measures are functions of what is tied on ([`read`]); which of them a complaint asks, how
//! often each cause was it, and what mends it stand in `data/mend.toml`.

mod changes;
mod doubts;
mod find;
mod force_gauges;
mod gauges;
mod hook_gauges;
mod in_hand;
pub mod likelihood;
mod own;
mod reading;
mod remedies;
mod together;
mod tries;
mod try_bait;
mod try_head;
mod try_hook;
mod try_water;
mod way_gauges;
mod weight_gauges;

pub use changes::{ChangeFound, Changed};
pub use find::{CauseFound, Complaint, MendFound, mend};
pub use gauges::read;
pub use in_hand::{likely_rig, tied_on};
pub use own::{Doing, doing, put_on};
pub use reading::{Reading, Wanted, sold_from, sold_to, weight_label};
pub use together::{Together, together};
pub use tries::Try;
