//! Files that come in.

pub mod sheet;
pub mod upload;
