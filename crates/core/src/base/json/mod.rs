//! JSON as the pages read and write it: published, RFC 8259.
//!
//! The server reads and writes with serde_json, whose messages say where a text is wrong. A
//! module for a browser needs none of them, and carries each table that numbers are read and
//! written by: here they are read and written with the standard library's, and a structure is
//! read from an object alone, which halves the code of each type.

mod lex;
mod read;
mod write;

pub use lex::Unread;
pub use read::read;
pub use write::written;
