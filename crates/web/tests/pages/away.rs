//! A database that goes away, hangs and comes back, behind a door that the test opens and
//! shuts: nothing is written under another's name, what was typed comes back, and every page
//! answers in time.

use std::time::{Duration, Instant};

use tokio::io::copy_bidirectional;
use tokio::net::{TcpListener, TcpStream};
use tokio::sync::watch;
use tokio::time::sleep;

use crate::support::*;

/// Longest that any page may take here, whatever the database does: twice what is wanted of a
/// server by itself, since tests share their machine. Without limits of our own it is five
/// seconds, or for ever.
const IN_TIME: Duration = Duration::from_millis(3000);

#[derive(Clone, Copy, PartialEq, Eq, Debug)]
enum Way {
    /// Bytes go through.
    Open,
    /// Nobody is there: connections end.
    Shut,
    /// Connections stand, and nothing comes through.
    Hung,
}

/// A door before the database.
struct Door {
    way: watch::Sender<Way>,
    port: u16,
}

async fn through(near: TcpStream, to: (String, u16), mut way: watch::Receiver<Way>) {
    let (mut near, mut far) = match TcpStream::connect(to).await {
        Ok(far) => (near, far),
        Err(_) => return,
    };
    loop {
        let now = *way.borrow_and_update();
        match now {
            Way::Shut => return,
            Way::Hung => {
                if way.changed().await.is_err() {
                    return;
                }
            }
            // A copy that is broken off loses nothing: what it read it has written.
            Way::Open => tokio::select! {
                _ = copy_bidirectional(&mut near, &mut far) => return,
                changed = way.changed() => if changed.is_err() { return },
            },
        }
    }
}

impl Door {
    /// A door before the database of a pool, open.
    async fn before(pool: &PgPool) -> Self {
        let options = pool.connect_options();
        let to = (options.get_host().to_owned(), options.get_port());
        let (way, seen) = watch::channel(Way::Open);
        let listener = TcpListener::bind("127.0.0.1:0").await.unwrap();
        let port = listener.local_addr().unwrap().port();
        tokio::spawn(async move {
            while let Ok((near, _)) = listener.accept().await {
                tokio::spawn(through(near, to.clone(), seen.clone()));
            }
        });
        Self { way, port }
    }

    fn stands(&self, way: Way) {
        self.way.send_replace(way);
    }

    /// The database's address through the door.
    fn url(&self, pool: &PgPool) -> String {
        let options = pool.connect_options();
        let whole = std::env::var("DATABASE_URL").unwrap();
        let (who, _) = whole.rsplit_once('@').unwrap();
        let name = options.get_database().unwrap();
        format!("{who}@127.0.0.1:{}/{name}", self.port)
    }
}

/// A request whose answer is in time.
macro_rules! in_time {
    ($request:expr, $what:expr) => {{
        let begun = Instant::now();
        let reply = $request;
        let took = begun.elapsed();
        assert!(took < IN_TIME, "{took:?} for {}", $what);
        reply
    }};
}

/// Kept picks of accounts and of browsers, without the demo's.
async fn owned_by_accounts(pool: &PgPool) -> (i64, i64) {
    sqlx::query_as(
        "select count(*) filter (where kind = 'account'), count(*) filter (where kind = 'browser')
         from kept_picks k join owners o on o.id = k.owner_id left join accounts a using (owner_id)
         where a.demo is not true",
    )
    .fetch_one(pool)
    .await
    .unwrap()
}

const PICK: [(&str, &str); 4] = [
    ("query", "depth=4+m&rig=ned"),
    ("name", "Shelf <by> the reeds"),
    ("place", ""),
    ("remark", "two lines\r\nof it"),
];

#[sqlx::test(migrations = "../store/migrations")]
async fn away_or_hung_every_page_answers_in_time_and_nothing_typed_goes(pool: PgPool) {
    let door = Door::before(&pool).await;
    let server = server_on!(Store::at(&door.url(&pool)).unwrap());
    let me = member(&server, "Aldous").await;
    let form: Vec<(&str, &str)> = [("csrf", me.csrf.as_str())]
        .into_iter()
        .chain(PICK)
        .collect();
    for way in [Way::Shut, Way::Hung] {
        door.stands(way);
        for path in ["/", "/mend", "/how", "/card", "/cast", "/words", "/bench"] {
            let reply = in_time!(get!(server, me, path), path);
            assert_eq!(reply.status(), StatusCode::OK, "{path} {way:?}");
            let page = text(reply).await;
            assert!(
                page.contains("cannot be reached just now"),
                "{path} {way:?}"
            );
            assert!(!page.contains("sign in</a>"), "{path} {way:?}");
        }
        for path in [
            "/box",
            "/waters",
            "/kept",
            "/account",
            "/device",
            "/today",
            "/days",
            "/days/review",
        ] {
            let reply = in_time!(get!(server, me, path), path);
            assert_eq!(
                reply.status(),
                StatusCode::SERVICE_UNAVAILABLE,
                "{path} {way:?}"
            );
        }
        let reply = in_time!(post!(server, me, "/kept", &form), "keeping");
        assert_eq!(reply.status(), StatusCode::SERVICE_UNAVAILABLE);
        let page = text(reply).await;
        assert!(page.contains("action=\"/kept\""), "{way:?}");
        for held in [
            "Shelf &#60;by&#62; the reeds",
            "depth=4+m&#38;rig=ned",
            "two lines",
        ] {
            assert!(page.contains(held), "{held} {way:?}");
        }
        door.stands(Way::Open);
        sleep(Duration::from_millis(1100)).await;
    }
    assert_eq!(owned_by_accounts(&pool).await, (0, 0));
    let to = location(&post!(server, me, "/kept", &form));
    assert!(to.starts_with("/kept?kept="), "{to}");
    assert_eq!(owned_by_accounts(&pool).await, (1, 0));
}

/// A password is never written into a page, and a part that a script asked for stands still.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_password_does_not_come_back(pool: PgPool) {
    let door = Door::before(&pool).await;
    let server = server_on!(Store::at(&door.url(&pool)).unwrap());
    let me = member(&server, "Aldous").await;
    door.stands(Way::Shut);
    let form = [
        ("csrf", me.csrf.as_str()),
        ("name", "Aldous"),
        ("password", "thimble of rain"),
    ];
    let reply = post!(server, me, "/account/sign-in", form);
    assert_eq!(reply.status(), StatusCode::SERVICE_UNAVAILABLE);
    let page = text(reply).await;
    assert!(!page.contains("thimble") && !page.contains("Send it again"));
    // A form of another page, without its token, is not given back either.
    let form = [("csrf", "0"), ("name", "a trap")];
    let reply = post!(server, me, "/kept", form);
    assert_eq!(reply.status(), StatusCode::FORBIDDEN);
    assert!(!text(reply).await.contains("a trap"));
}

/// Eight restarts: a press after one is taken for the account or refused, never filed under
/// nobody.
#[sqlx::test(migrations = "../store/migrations")]
async fn after_a_restart_nothing_is_filed_under_nobody(pool: PgPool) {
    let door = Door::before(&pool).await;
    let server = server_on!(Store::at(&door.url(&pool)).unwrap());
    let me = member(&server, "Aldous").await;
    let mut kept = 0;
    for round in 0..8 {
        door.stands(Way::Shut);
        sleep(Duration::from_millis(20)).await;
        door.stands(Way::Open);
        for press in 0..2 {
            let name = format!("Shelf {round} {press}");
            let form = [
                ("csrf", me.csrf.as_str()),
                ("query", "depth=4+m&rig=ned"),
                ("name", &name),
            ];
            let reply = post!(server, me, "/kept", form);
            match reply.status() {
                StatusCode::SEE_OTHER => kept += 1,
                status => assert_eq!(status, StatusCode::SERVICE_UNAVAILABLE),
            }
        }
    }
    assert_eq!(owned_by_accounts(&pool).await, (kept, 0));
    // Connections that died while they lay still are found before they are used.
    assert_eq!(kept, 16);
}

/// A server starts without its database, and is whole when that comes.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_server_begins_without_its_database(pool: PgPool) {
    let door = Door::before(&pool).await;
    door.stands(Way::Shut);
    let store = Store::at(&door.url(&pool)).unwrap();
    assert!(store.bring_up_to_date().await.unwrap_err().is_away());
    let app = App::new(Engine::new().unwrap(), store.clone(), "static".into());
    let server = test::init_service(
        WebApp::new()
            .wrap(session::middleware(Key::from(&[7; 64]), false))
            .wrap(from_fn(yarrowfen_web::reply::headers::headers))
            .configure(routes::router(app)),
    )
    .await;
    let me = visit(&server).await;
    let reply = in_time!(get!(server, me, "/kept"), "/kept");
    assert_eq!(reply.status(), StatusCode::SERVICE_UNAVAILABLE);
    door.stands(Way::Open);
    store.bring_up_to_date().await.unwrap();
    assert_eq!(get!(server, me, "/kept").status(), StatusCode::OK);
}
