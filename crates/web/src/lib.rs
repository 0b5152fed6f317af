//! Yarrowfen's pages, HTTP interface and command line.

pub mod cli;
pub mod config;
pub mod demo;
pub mod errors;
pub mod form;
pub mod routes;
pub mod serve;
pub mod session;
pub mod views;
