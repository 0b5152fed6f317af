//! What belongs to a browser while somebody is signed in with it, and the demo's visitors.

use uuid::Uuid;

use crate::account::sign_in;
use crate::support::*;

/// A browser that kept a pick before anybody signed in with it.
async fn keeper<S, B, E>(server: &S) -> Browser
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    let browser = visit(server).await;
    let form = [
        ("csrf", browser.csrf.as_str()),
        ("query", "depth=4+m&rig=ned"),
        ("name", "Shelf before"),
    ];
    let reply = post!(server, browser, "/kept", form);
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    browser
}

/// The demo's account is thrown away: what a browser kept is not offered to it, nor taken.
#[sqlx::test(migrations = "../store/migrations")]
async fn nothing_of_ones_own_goes_into_the_demo(pool: PgPool) {
    let server = server!(pool);
    let mut me = keeper(&server).await;
    presses!(server, me, "/account/demo", bare(&me));
    let page = text(get!(server, me, "/kept")).await;
    assert!(!page.contains("before you signed in"));
    let reply = post!(server, me, "/account/along", bare(&me));
    assert_eq!(reply.status(), StatusCode::NOT_FOUND);
    presses!(server, me, "/account/sign-out", bare(&me));
    assert!(
        text(get!(server, me, "/kept"))
            .await
            .contains("Shelf before")
    );
}

/// Signing in to an account that is there loses nothing: what the browser kept waits, is offered,
/// taken along once, or given back at the sign-out.
#[sqlx::test(migrations = "../store/migrations")]
async fn what_a_browser_kept_waits_while_somebody_is_signed_in(pool: PgPool) {
    let server = server!(pool);
    let _ = member(&server, "Wren").await;
    let mut me = keeper(&server).await;
    let offered = "This browser kept 1 pick before you signed in";
    for taken in [false, true] {
        assert!(
            text(get!(server, me, "/kept"))
                .await
                .contains("Shelf before")
        );
        presses!(
            server,
            me,
            "/account/sign-in",
            sign_in(&me, "Wren", PASSWORD)
        );
        let page = text(get!(server, me, "/kept")).await;
        assert!(page.contains(offered) && !page.contains("Shelf before"));
        if taken {
            presses!(server, me, "/account/along", bare(&me));
            let page = text(get!(server, me, "/kept")).await;
            assert!(page.contains("Shelf before") && !page.contains(offered));
        }
        presses!(server, me, "/account/sign-out", bare(&me));
        let page = text(get!(server, me, "/kept")).await;
        assert_eq!(page.contains("Shelf before"), !taken);
    }
}

/// A line of the log that the account has out of a file is not there twice, and stops nothing.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_line_that_the_account_has_already_stands_once(pool: PgPool) {
    let server = server!(pool.clone());
    let wren = member(&server, "Wren").await;
    let mut me = keeper(&server).await;
    let begun = crate::day::form(&me, "begin");
    assert_eq!(
        post!(server, me, "/today", begun).status(),
        StatusCode::SEE_OTHER
    );
    let log = test::read_body(get!(server, me, "/days/log.json")).await;
    let reply = send_file!(server, wren, "/days/import", &log);
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    let lines = async || -> (i64, i64) {
        let count = "select count(*), count(distinct e.id) from log_events e
             left join accounts a using (owner_id) where a.demo is not true";
        sqlx::query_as(count).fetch_one(&pool).await.unwrap()
    };
    let (before, once) = lines().await;
    assert!(once > 0 && before == 2 * once);
    presses!(
        server,
        me,
        "/account/sign-in",
        sign_in(&me, "Wren", PASSWORD)
    );
    presses!(server, me, "/account/along", bare(&me));
    assert_eq!(lines().await, (once, once));
    assert!(
        text(get!(server, me, "/kept"))
            .await
            .contains("Shelf before")
    );
}

/// The rows of an owner in a table, without what makes them his.
async fn rows_of(pool: &PgPool, table: &str, owner: Uuid) -> Vec<String> {
    let rows = format!(
        "select (to_jsonb(t) - '{{id,owner_id,change_id,place,share}}'::text[])::text as row
         from {table} t where owner_id = $1 order by row"
    );
    let rows = sqlx::query_scalar(sqlx::AssertSqlSafe(rows)).bind(owner);
    rows.fetch_all(pool).await.unwrap()
}

/// A visitor of the demo has all that its angler has, in every table and column that there is;
/// what one strikes out the other still has, and one that signs out leaves the other in.
#[sqlx::test(migrations = "../store/migrations")]
async fn the_demo_is_one_for_each_visitor(pool: PgPool) {
    let server = server!(pool.clone());
    let (mut a, mut b) = (visit(&server).await, visit(&server).await);
    presses!(server, a, "/account/demo", bare(&a));
    presses!(server, b, "/account/demo", bare(&b));
    let angler = yarrowfen_web::demo::DEMO_ANGLER.0;
    let copies = "select owner_id from accounts where demo and owner_id <> $1";
    let copies: Vec<Uuid> = sqlx::query_scalar(copies)
        .bind(angler)
        .fetch_all(&pool)
        .await
        .unwrap();
    assert_eq!(copies.len(), 2);
    let tables = "select table_name::text from information_schema.columns
         where table_schema = 'public' and column_name = 'owner_id'
         and table_name !~ '_p[0-9]+$'
         and table_name not in ('accounts', 'sign_ins', 'box_changes', 'once_keys')";
    let tables: Vec<String> = sqlx::query_scalar(tables).fetch_all(&pool).await.unwrap();
    assert!(tables.len() >= 7, "{tables:?}");
    let mut full = 0;
    for table in &tables {
        let his = rows_of(&pool, table, angler).await;
        full += usize::from(!his.is_empty());
        for copy in &copies {
            assert!(rows_of(&pool, table, *copy).await == his, "{table}");
        }
    }
    assert!(
        full >= 4,
        "the demo's angler has rows in {full} tables alone"
    );

    let shown = async |browser: &Browser, path: &str| text(get!(server, browser, path)).await;
    let row = crate::take::rows(&shown(&a, "/box").await).remove(0);
    let remove = format!("/box/{row}/remove");
    assert_eq!(
        post!(server, b, &remove, bare(&b)).status(),
        StatusCode::NOT_FOUND
    );
    assert_eq!(
        post!(server, a, &remove, bare(&a)).status(),
        StatusCode::SEE_OTHER
    );
    assert!(!shown(&a, "/box").await.contains(&row));
    post!(server, a, "/account/sign-out", bare(&a));
    assert!(shown(&b, "/account").await.contains("Sedge"));
    // Copies go after two days; the angler himself stays.
    let later = "update owners set ends_at = ends_at - interval '2 days'";
    sqlx::query(later).execute(&pool).await.unwrap();
    Store::over(pool.clone()).sweep().await.unwrap();
    let left: Vec<Uuid> = sqlx::query_scalar("select owner_id from accounts where demo")
        .fetch_all(&pool)
        .await
        .unwrap();
    assert_eq!(left, [angler]);
}
