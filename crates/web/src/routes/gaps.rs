//! What a box lacks for its angler's own situations.

use actix_web::{HttpResponse, web};
use yarrowfen_pages::page::{self, Situations};

use crate::app::App;
use crate::reader::Member;
use crate::reply::{PageError, shown};

/// The shopping list over kept picks and waters; computed off the event loop.
pub async fn page(app: web::Data<App>, member: Member) -> Result<HttpResponse, PageError> {
    let owner = member.account.owner;
    let kept = app.store.kept_picks(owner).await?;
    let waters = app.store.waters(owner).await?;
    let held = app.boxes.of(&app.store, &member.account).await?;
    let engine = app.engine.clone();
    let page = web::block(move || {
        let over = Situations {
            kept: &kept.picks,
            waters: &waters,
        };
        page::gaps(&engine, &member.reader, &held, over)
    })
    .await
    .map_err(|_| PageError::Internal)?;
    shown(page)
}
