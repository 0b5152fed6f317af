//! The countdown, and the sink tests that it makes.

use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_pages::ask::cast::CastForm;
use yarrowfen_pages::own_record::subject;
use yarrowfen_pages::page;
use yarrowfen_pages::reader::Reader;

use crate::app::App;
use crate::reader::{Id, Pairs, Signed, Visitor};
use crate::reply::{PageError, about_question, see_other, shown};

/// The page.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let sinks = sinks(&app, &reader).await?;
    let page = page::count(&app.engine, &reader, http.query_string(), &sinks, None);
    about_question(&session, page)
}

async fn sinks(
    app: &App,
    reader: &Reader,
) -> Result<std::sync::Arc<Vec<yarrowfen_store::Sink>>, PageError> {
    match reader.account() {
        Some(account) => Ok(app.sinks_of(account).await?),
        None => Ok(Default::default()),
    }
}

/// Writes a test down.
pub async fn write(app: web::Data<App>, sent: Signed<Pairs>) -> Result<HttpResponse, PageError> {
    let (reader, account) = (&sent.member.reader, &sent.member.account);
    let sinks = sinks(&app, reader).await?;
    match page::counted(&app.engine, reader, &sent.form.0, &sinks) {
        Err(page) => shown(page),
        Ok((to, new)) => {
            app.store.save_sink(account.owner, sent.once, &new).await?;
            Ok(see_other(&to))
        }
    }
}

/// Strikes a test, or takes it back in.
pub async fn strike(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let owner = sent.member.account.owner;
    let struck = sent.form.field("struck") == "on";
    app.store.strike_sink(owner, id.0, struck).await?;
    Ok(back(&sent))
}

/// Back to the book for a bait and head, and forth again.
pub async fn book(app: web::Data<App>, sent: Signed<Pairs>) -> Result<HttpResponse, PageError> {
    let owner = sent.member.account.owner;
    let form = CastForm::from_query(sent.form.field("query"), sent.member.reader.options);
    if let Ok((request, rig)) = form.read_fall(&app.engine) {
        let key = subject(&request, rig.rig);
        let struck = sent.form.field("struck") == "on";
        app.store.strike_sinks_of(owner, &key, struck).await?;
    }
    Ok(back(&sent))
}

fn back(sent: &Signed<Pairs>) -> HttpResponse {
    let form = CastForm::from_query(sent.form.field("query"), sent.member.reader.options);
    see_other(&format!("/count?{}", form.query_with(&[])))
}
