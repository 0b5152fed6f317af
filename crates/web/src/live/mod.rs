//! What this server holds while it runs: boxes, sink tests, files on their way
//! in, the sounder, the forecast, whether the database is away, and what it counts of itself.

pub mod anonymous_quota;
pub mod boxes;
pub mod breaker;
pub mod by_owner;
pub mod compute;
pub mod forecast;
pub mod imports;
pub mod metrics;
pub mod sounder;
pub mod turns;
