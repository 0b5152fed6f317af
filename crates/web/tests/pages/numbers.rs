//! What the server tells of itself, to who runs it.

use actix_web::web;
use uuid::Uuid;
use yarrowfen_web::check::{Found, all};
use yarrowfen_web::config::Config;
use yarrowfen_web::live::metrics;

use crate::support::*;

/// Routes are told as the table has them, with nobody's ids, names or questions; and each line is one
/// of OpenMetrics. Published: OpenMetrics 1.0, the text format.
#[sqlx::test(migrations = "../store/migrations")]
async fn answers_are_counted_by_route_and_nobody_is_told_of(pool: PgPool) {
    let app = App::new(Engine::new().unwrap(), Store::over(pool), "static".into());
    let data = web::Data::new(app.clone());
    let server = test::init_service(
        WebApp::new()
            .wrap(session::middleware(Key::from(&[7; 64]), false))
            .wrap(from_fn(metrics::counted))
            .app_data(data.clone())
            .route("/metrics", web::get().to(metrics::page))
            .configure(routes::router(app)),
    )
    .await;
    let me = member(&server, "Aldous Quill").await;
    let id = Uuid::new_v4();
    get!(server, me, "/?depth=4+m&rig=ned");
    get!(server, me, "/?depth=77+m");
    get!(server, me, &format!("/kept/{id}"));
    get!(server, me, &format!("/nowhere/{id}"));
    let reply = get!(server, me, "/metrics");
    let kind = reply
        .headers()
        .get("content-type")
        .unwrap()
        .to_str()
        .unwrap();
    assert!(kind.starts_with("application/openmetrics-text"), "{kind}");
    let told = text(reply).await;
    for line in [
        r#"yarrowfen_answers_total{route="/kept/{id}",status="404"} 1"#,
        r#"yarrowfen_answers_total{route="/account/sign-up",status="303"} 1"#,
        r#"yarrowfen_answers_total{route="other",status="404"} 1"#,
        r#"yarrowfen_took_seconds_count{route="/kept/{id}"} 1"#,
        "yarrowfen_database_away 0",
        "yarrowfen_uploads_held_bytes 0",
    ] {
        assert!(told.lines().any(|l| l == line), "{line}\n{told}");
    }
    assert!(told.contains(r#"yarrowfen_answers_total{route="/",status="200"}"#));
    for private in [&*id.to_string(), "Aldous", "Quill", "depth", "127.0.0.1"] {
        assert!(!told.contains(private), "{private}");
    }
    assert!(told.ends_with("# EOF\n"));
    for line in told.lines().filter(|l| !l.starts_with('#')) {
        let (name, value) = line.rsplit_once(' ').unwrap();
        assert!(
            name.starts_with("yarrowfen_") && value.parse::<f64>().is_ok(),
            "{line}"
        );
    }
}

fn config(url: &str) -> Config {
    Config {
        database_url: url.to_owned(),
        host: "127.0.0.1".into(),
        port: 7380,
        static_dir: "static".into(),
        key: Key::from(&[7; 64]),
        secure_cookies: false,
        proxies: Vec::new(),
        hosts: Vec::new(),
        demo: false,
        sounder: None,
        forecast: None,
        json_log: false,
        metrics: None,
    }
}

/// Each thing that can be wrong with an installation is told as wrong, and nothing that is well.
#[sqlx::test(migrations = "../store/migrations")]
async fn what_is_wrong_with_an_installation_is_told(pool: PgPool) {
    let options = pool.connect_options();
    let url = std::env::var("DATABASE_URL").unwrap();
    let (before, _) = url.rsplit_once('/').unwrap();
    let url = format!("{before}/{}", options.get_database().unwrap());
    let wrong = async |config: &Config| -> Vec<String> {
        let found = all(config).await;
        let lines = found.into_iter().filter(|f| matches!(f, Found::Wrong(_)));
        lines.map(|f| f.line()).collect()
    };
    let well = config(&url);
    assert_eq!(wrong(&well).await, Vec::<String>::new());
    let told: Vec<String> = all(&well).await.iter().map(Found::line).collect();
    assert!(
        told.iter()
            .any(|l| l.starts_with("well   tables: ") && l.ends_with("all there")),
        "{told:?}"
    );
    for (spoilt, says) in [
        (
            Config {
                database_url: "postgres://x@127.0.0.1:1/x".into(),
                ..well.clone()
            },
            "WRONG  database: ",
        ),
        (
            Config {
                static_dir: "nowhere".into(),
                ..well.clone()
            },
            "WRONG  static files: ",
        ),
        (
            Config {
                host: "0.0.0.0".into(),
                ..well.clone()
            },
            "WRONG  cookies go over plain HTTP",
        ),
        (
            Config {
                sounder: Some("127.0.0.1:1".parse().unwrap()),
                ..well.clone()
            },
            "WRONG  echo sounder: ",
        ),
        (
            Config {
                forecast: Some("http://127.0.0.1:1/x".into()),
                ..well.clone()
            },
            "WRONG  forecast: ",
        ),
    ] {
        let told = wrong(&spoilt).await;
        assert!(
            told.len() == 1 && told[0].starts_with(says),
            "{says}: {told:?}"
        );
    }
    // Tables of a newer program are none of this one's; missing ones are made at the start.
    sqlx::query("delete from _sqlx_migrations where version = 16")
        .execute(&pool)
        .await
        .unwrap();
    let told: Vec<String> = all(&well).await.iter().map(Found::line).collect();
    assert!(
        told.iter()
            .any(|l| l.starts_with("note   tables: 1 steps to go")),
        "{told:?}"
    );
    let newer = "update _sqlx_migrations set version = 9000 where version = 17";
    sqlx::query(newer).execute(&pool).await.unwrap();
    let told = wrong(&well).await;
    assert!(
        told.len() == 1 && told[0].contains("newer version"),
        "{told:?}"
    );
}
