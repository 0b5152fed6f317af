//! The terms of the trade.

use actix_web::HttpResponse;
use yarrowfen_pages::page;

use crate::reader::Visitor;
use crate::reply::{PageError, shown};

/// The page.
pub async fn page(reader: Visitor) -> Result<HttpResponse, PageError> {
    shown(page::words(&reader))
}
