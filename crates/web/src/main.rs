//! The program `yarrowfen`.

use clap::Parser;
use std::process::ExitCode;

fn main() -> ExitCode {
    yarrowfen_web::cli::run(yarrowfen_web::cli::Cli::parse())
}
