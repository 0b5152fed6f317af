//! A server for scripts/load.sh: the real routes, and at `/fixed` the same
//! page rendered from a struct that was made once.
#![expect(clippy::print_stdout, reason = "says where it listens")]

use actix_web::middleware::Compress;
use actix_web::{App as WebApp, HttpResponse, HttpServer, web};
use askama::Template;
use yarrowfen_core::{Engine, Options};
use yarrowfen_store::{OwnerId, Store};
use yarrowfen_web::config::Config;
use yarrowfen_web::form::PickForm;
use yarrowfen_web::routes::{self, App, pick};
use yarrowfen_web::session::{self, Reader, Theme};
use yarrowfen_web::views::{Frame, pick::PickPage};

async fn fixed(
    page: web::Data<PickPage>,
) -> Result<HttpResponse, yarrowfen_web::errors::PageError> {
    Ok(HttpResponse::Ok()
        .content_type("text/html; charset=utf-8")
        .body(page.render()?))
}

#[actix_web::main]
async fn main() -> Result<(), Box<dyn std::error::Error>> {
    let config = Config::from_env()?;
    let store = Store::open(&config.database_url).await?;
    let app = App::new(Engine::new()?, store, config.static_dir.clone());
    let reader = Reader {
        owner: OwnerId(uuid::Uuid::nil()),
        csrf: "0".repeat(32),
        options: Options::default(),
        theme: Theme::Sun,
        views: String::new(),
        px_per_mm: None,
        account: None,
    };
    let form = PickForm::from_query("", reader.options);
    let frame = Frame::new("pick", &reader, format!("/?{}", form.query()));
    let page = web::Data::new(PickPage::new(frame, &form, pick::answer(&app, &form), None));
    let server = HttpServer::new(move || {
        WebApp::new()
            .wrap(Compress::default())
            .wrap(session::middleware(config.key.clone(), false))
            .wrap(routes::headers())
            .app_data(page.clone())
            .route("/fixed", web::get().to(fixed))
            .configure(routes::router(app.clone()))
    })
    .bind((config.host.as_str(), config.port))?;
    println!("ready");
    server.run().await?;
    Ok(())
}
