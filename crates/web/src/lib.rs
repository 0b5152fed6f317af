//! Yarrowfen's pages, HTTP interface and command line.

/// A page is some hundred small strings: this allocator makes and frees them
/// faster than the C library's (measured in docs/performance.md).
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

pub mod account;
pub mod boxes;
pub mod cli;
pub mod config;
pub mod demo;
pub mod errors;
pub mod form;
pub mod routes;
pub mod serve;
pub mod session;
pub mod sinks;
pub mod transfer;
pub mod views;
