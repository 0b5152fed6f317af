//! Drawings as SVG: heads, the water column, the bench, bottoms, casts.

pub mod bed;
pub mod bench;
pub mod cast;
pub mod column;
pub mod head;
pub mod mend;
pub mod ruler;
pub mod run;
pub mod section;
pub mod sketches;
pub mod tackle;
pub mod things;
pub mod words;
