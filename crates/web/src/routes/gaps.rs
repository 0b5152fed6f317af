//! What a box lacks for its angler's own situations.

use actix_web::{HttpResponse, http::StatusCode, web};
use askama::Template;
use yarrowfen_core::explore::gaps::Situation;

use super::App;
use super::kept::html;
use crate::errors::PageError;
use crate::session::Member;
use crate::views::gaps::GapsPage;

/// The shopping list over kept picks and waters.
pub async fn page(app: web::Data<App>, member: Member) -> Result<HttpResponse, PageError> {
    let owner = member.account.owner;
    let (kept, waters) = (
        app.store.kept_picks(owner).await?,
        app.store.waters(owner).await?,
    );
    let held = app.boxes.of(&app.store, &member.account).await?;
    let (engine, options) = (app.engine.clone(), member.reader.options);
    let page = web::block(move || {
        let picks = kept.iter().map(|k| (k.name.clone(), &k.request));
        let places = waters.iter().map(|w| (w.name.clone(), &w.asked));
        let situations: Vec<Situation<'_>> = picks
            .chain(places)
            .map(|(name, request)| Situation { name, request })
            .collect();
        let things = held.at_hand();
        let gaps = engine.gaps(&situations, &things, options);
        GapsPage::new(&member.reader, gaps, &things, situations.len())
    })
    .await
    .map_err(|_| PageError::Internal)?;
    Ok(html(StatusCode::OK, page.render()?))
}
