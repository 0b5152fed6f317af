//! The statistics of a log: what counts over hours say, and when they say nothing yet.
//!
//! Bites and losses are taken as Poisson counts over the hours fished. Everything is exact
//! where the counts are small: intervals by gamma and beta quantiles, comparisons conditional
//! on the total; nothing rests on a bell curve but the first guess of a search, and the
//! comparison of some hundreds of bites.

pub mod crossover;
pub mod many;
pub mod pairs;
pub mod power;
pub mod rates;
pub mod shrink;
pub mod special;
