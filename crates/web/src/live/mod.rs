//! What this server holds while it runs: boxes, sink tests, files on their way
//! in, the sounder.

pub mod boxes;
pub mod imports;
pub mod own_sizes;
pub mod sink_tests;
pub mod sounder;
