//! Yarrowfen's pages: from a question, a reader and what is held to status,
//! headers and body. No Actix, no database, no clock and no thread, so that
//! the same code can run wherever a page is wanted.
//!
//! `ask` reads what was typed, `draw` makes drawings, `views` make the structs
//! that the templates show, `page` has one function a page.

pub mod ask;
pub mod draw;
mod falling_share;
pub mod held;
pub mod offline;
pub mod own_record;
pub mod page;
pub mod planned;
pub mod reader;
pub mod reply;
pub mod site;
pub mod views;
