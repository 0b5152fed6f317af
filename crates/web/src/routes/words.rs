//! The terms of the trade.

use actix_web::{HttpResponse, web};
use yarrowfen_pages::page;

use crate::app::App;
use crate::reader::Visitor;
use crate::reply::{PageError, shown};

/// The page.
pub async fn page(app: web::Data<App>, reader: Visitor) -> Result<HttpResponse, PageError> {
    shown(page::words(&app.engine, &reader))
}
