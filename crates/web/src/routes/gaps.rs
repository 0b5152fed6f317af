//! What a box lacks for its angler's own situations.

use actix_web::{HttpResponse, web};
use yarrowfen_core::explore::gaps::MOST_SITUATIONS;
use yarrowfen_pages::page::{self, Kept};

use crate::app::App;
use crate::reader::Member;
use crate::reply::{PageError, shown};

/// The shopping list over kept picks and waters; computed off the event loop.
pub async fn page(app: web::Data<App>, member: Member) -> Result<HttpResponse, PageError> {
    let owner = member.account.owner;
    let (newest, all) = app.store.kept_questions(owner, MOST_SITUATIONS).await?;
    let held = app.boxes.of(&app.store, &member.account).await?;
    let engine = app.engine.clone();
    let caller = member.caller.clone();
    let made = move || {
        let kept = Kept {
            newest: &newest,
            all,
        };
        page::gaps(&engine, &member.reader, &held, kept)
    };
    shown(app.compute.run(&caller, made).await?)
}
