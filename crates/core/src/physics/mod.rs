//! Every formula, each once, with its source and its limits.

pub mod drag;
pub mod feel;
pub mod line;
pub mod sink;
