//! Drawings as SVG: heads, the water column, the bench, bottoms, casts.

pub mod bed;
pub mod bench;
pub mod cast;
pub mod column;
pub mod head;
pub mod ruler;
pub mod run;
pub mod tackle;
