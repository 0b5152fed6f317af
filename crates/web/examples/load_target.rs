//! A server for scripts/load.sh: the real routes, and at `/fixed` the same
//! page rendered from a struct that was made once; an account with a box of
//! 5,000 heads, and at `/one-select` a page of its rows by one SELECT.
#![expect(clippy::print_stdout, reason = "says where it listens")]

use actix_web::middleware::from_fn;
use actix_web::{App as WebApp, HttpResponse, HttpServer, web};
use yarrowfen_core::{Engine, Options};
use yarrowfen_pages::ask::PickForm;
use yarrowfen_pages::page::answered;
use yarrowfen_pages::reader::{Reader, Theme, Who};
use yarrowfen_pages::views::{Frame, pick::PickPage, shell::whole};
use yarrowfen_store::{OwnerId, State, Store};
use yarrowfen_web::account::Token;
use yarrowfen_web::app::App;
use yarrowfen_web::config::Config;
use yarrowfen_web::{reader as cookies, routes};

async fn fixed(page: web::Data<PickPage>) -> Result<HttpResponse, yarrowfen_web::reply::PageError> {
    Ok(HttpResponse::Ok()
        .content_type("text/html; charset=utf-8")
        .body(whole(&**page)?))
}

/// A page of rows by one indexed SELECT, for comparing with the box.
async fn rows(pool: web::Data<sqlx::PgPool>, owner: web::Data<OwnerId>) -> HttpResponse {
    let found: Result<Vec<(uuid::Uuid, serde_json::Value)>, _> = sqlx::query_as(
        "select id, texts from box_items where owner_id = $1 order by added_at, place limit 50",
    )
    .bind(owner.0)
    .fetch_all(&**pool)
    .await;
    match found {
        Ok(rows) => {
            let line = |(id, texts): &(uuid::Uuid, serde_json::Value)| {
                format!("<li id=\"{id}\">{texts}</li>")
            };
            let body: String = rows.iter().map(line).collect();
            HttpResponse::Ok()
                .content_type("text/html; charset=utf-8")
                .body(body)
        }
        Err(_) => HttpResponse::InternalServerError().finish(),
    }
}

/// An account with a box of 5,000 heads, signed in; says its cookie.
async fn full_box(store: &Store) -> Result<(OwnerId, Token), Box<dyn std::error::Error>> {
    let token = Token::fresh();
    let name = format!("load {}", &token.value()[..12]);
    let browser = OwnerId(uuid::Uuid::nil());
    let owner = store
        .sign_up(&name, &name, "none", browser, &token.sign_in("127.0.0.1"))
        .await?;
    let mut file = String::from("count,shape,weight,hook,gap_mm,length_mm,remark\n");
    let shapes = ["ball", "mushroom", "football", "stand_up", "half_moon"];
    for n in 0..5000 {
        let (shape, g) = (shapes[n % 5], 0.5 + (n % 37) as f64 * 0.7);
        file += &format!(
            "{},{shape},{g:.2} g,{}/0,{},{},row {n}\n",
            n % 30,
            1 + n % 4,
            9 + n % 8,
            26 + n % 20
        );
    }
    let read = yarrowfen_core::own_box::csv::read(
        yarrowfen_core::own_box::BoxList::Head,
        file.as_bytes(),
        |_| {},
    )?;
    let state = |item| State {
        item,
        archived: false,
        added_at: None,
    };
    let states: Vec<State> = read.items.into_iter().map(state).collect();
    store.add_items(owner, None, &states).await?;
    Ok((owner, token))
}

#[actix_web::main]
async fn main() -> Result<(), Box<dyn std::error::Error>> {
    let config = Config::from_env()?;
    let store = Store::open(&config.database_url).await?;
    let (owner, token) = full_box(&store).await?;
    println!("cookie {}={}", cookies::SIGN_IN_COOKIE, token.value());
    let pool = web::Data::new(
        sqlx::postgres::PgPoolOptions::new()
            .max_connections(12)
            .test_before_acquire(false)
            .connect(&config.database_url)
            .await?,
    );
    let owner_data = web::Data::new(owner);
    let app = App::new(Engine::new()?, store, config.static_dir.clone());
    let reader = Reader {
        csrf: "0".repeat(32),
        once: String::new(),
        options: Options::default(),
        theme: Theme::Sun,
        views: String::new(),
        px_per_mm: None,
        question: String::new(),
        who: Who::Nobody,
        assets: String::new(),
    };
    let form = PickForm::from_query("", reader.options);
    let frame = Frame::new("pick", &reader, format!("/?{}", form.query()));
    let page = web::Data::new(PickPage::new(
        frame,
        &form,
        answered(&app.engine, &form, &[]),
        None,
    ));
    let server = HttpServer::new(move || {
        WebApp::new()
            .wrap(from_fn(yarrowfen_web::reply::packed::packed))
            .wrap(cookies::middleware(config.key.clone(), false))
            .wrap(from_fn(yarrowfen_web::reply::headers::headers))
            .app_data(page.clone())
            .app_data(pool.clone())
            .app_data(owner_data.clone())
            .route("/fixed", web::get().to(fixed))
            .route("/one-select", web::get().to(rows))
            .configure(routes::router(app.clone()))
    })
    .bind((config.host.as_str(), config.port))?;
    println!("ready");
    server.run().await?;
    Ok(())
}
