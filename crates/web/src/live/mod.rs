//! What this server holds while it runs: boxes, sink tests, files on their way
//! in, the sounder, the forecast.

pub mod boxes;
pub mod by_owner;
pub mod forecast;
pub mod imports;
pub mod sounder;
