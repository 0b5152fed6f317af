//! The real routes, on a real database.
#![expect(
    clippy::unwrap_used,
    clippy::expect_used,
    reason = "a test may fail loudly"
)]

#[macro_use]
mod support;
#[macro_use]
mod take;

mod account;
mod away;
mod bench;
mod bounds;
mod cast;
mod day;
mod doors;
mod guards;
mod hostile;
mod http;
mod kept;
mod mend;
mod numbers;
mod once;
mod pick;
mod plan;
mod rigs;
mod tackle;
mod two;
mod visitors;
mod whole;
