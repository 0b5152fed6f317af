//! The terms of the trade.

use yarrowfen_core::Engine;

use crate::reader::Reader;
use crate::reply::{Reply, Shown};
use crate::views::words::WordsPage;

/// Each term with a line on what it means.
///
/// # Errors
/// When the template fails.
pub fn words(engine: &Engine, reader: &Reader) -> Shown {
    Reply::page(200, &WordsPage::new(engine, reader))
}
