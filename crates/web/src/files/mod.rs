//! Files that come in.

pub mod upload;
