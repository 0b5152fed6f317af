//! Every formula, each once, with its source and its limits.

pub mod drag;
pub mod flight;
pub mod hold;
pub mod least_squares;
pub mod line;
pub mod sink;
pub mod strength;
pub mod sun;
pub mod water;
