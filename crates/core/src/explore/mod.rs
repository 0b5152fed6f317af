//! Questions put to the chooser: what would change an answer, what could give,
//! what covers a range, what the box has and lacks, how it is cast.

pub mod card;
pub mod cast_ready;
pub mod conflict;
pub mod coverage;
pub mod from_box;
pub mod gap_picture;
mod gap_tasks;
pub mod gaps;
pub mod judge;
pub mod ledger;
pub mod lift_plan;
pub mod mend;
pub mod plan;
pub mod rods;
pub mod sink_tests;
pub mod steps;
pub mod tools;
