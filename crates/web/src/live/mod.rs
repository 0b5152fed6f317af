//! What this server holds while it runs: boxes, sink tests, files on their way
//! in, the sounder.

pub mod boxes;
pub mod by_owner;
pub mod imports;
pub mod sounder;
