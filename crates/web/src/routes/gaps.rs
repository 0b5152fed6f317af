//! What a box lacks for its angler's own situations.

use actix_web::{HttpResponse, web};
use yarrowfen_pages::page::{self, Situations};

use crate::app::App;
use crate::reader::Member;
use crate::reply::{PageError, shown};

/// The shopping list over kept picks and waters; computed off the event loop.
pub async fn page(app: web::Data<App>, member: Member) -> Result<HttpResponse, PageError> {
    let owner = member.account.owner;
    let kept = app.store.kept_questions(owner).await?;
    let waters = app.store.waters(owner).await?;
    let held = app.boxes.of(&app.store, &member.account).await?;
    let engine = app.engine.clone();
    let made = move || {
        let over = Situations {
            kept: &kept,
            waters: &waters,
        };
        page::gaps(&engine, &member.reader, &held, over)
    };
    shown(app.gate.through(made).await?)
}
