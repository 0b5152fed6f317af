//! What this server holds while it runs: boxes, sink tests, files on their way
//! in, the sounder, the forecast, and whether the database is away.

pub mod boxes;
pub mod breaker;
pub mod by_owner;
pub mod forecast;
pub mod gate;
pub mod imports;
pub mod sounder;
