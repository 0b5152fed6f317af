//! Yarrowfen over HTTP and on the command line: fetches what a page needs, and
//! sends it.

/// A page is some hundred small strings: this allocator makes and frees them
/// faster than the C library's (measured in docs/performance.md).
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

pub mod account;
pub mod account_json;
pub mod app;
pub mod check;
pub mod cli;
pub mod config;
pub mod contract;
pub mod demo;
pub mod files;
pub mod live;
pub mod reader;
pub mod reply;
pub mod routes;
pub mod serve;
