//! Forms that are sent twice.

use crate::support::*;

/// The fields of a form.
type Fields = &'static [(&'static str, &'static str)];

const DROP: &str = "rig=ned&form=stick&length=70+mm&plastic=floating&depth=4+m&temp=12+%C2%B0C&wind=2+m/s&cast=20+m&head=1/16+oz";
const DAY: &str =
    "day=2026-06-12&rods=2&wind=2+m%2Fs&s0=q&n0=Brick+Pit&q0=depth%3D4+m%26bottom%3Dclay";

/// Forms that make something, with where they go.
pub const FORMS: [(&str, Fields); 5] = [
    (
        "/kept",
        &[("query", "depth=4+m&rig=ned"), ("name", "Shelf")],
    ),
    (
        "/box",
        &[
            ("kind", "head"),
            ("shape", "ball"),
            ("weight", "1/8"),
            ("hook", "3/0"),
            ("count", "4"),
        ],
    ),
    ("/waters", &[("name", "Brick Pit"), ("query", "depth=4+m")]),
    ("/count", &[("query", DROP), ("seconds", "14.4")]),
    ("/days", &[("query", DAY)]),
];

/// A press that is sent again, because its answer never came, is done once; another word in
/// the form, or the same words from a page of their own, is another press.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_form_that_is_sent_twice_is_done_once(pool: PgPool) {
    let server = server!(pool.clone());
    let me = member(&server, "Aldous").await;
    let fresh = || async { token(&text(get!(server, me, "/")).await) };
    let (first, second) = (fresh().await, fresh().await);
    assert!(first != second && first.split('.').next() == second.split('.').next());
    let rows = async |table: &str| -> i64 {
        let count = format!(
            "select count(*) from {table} where owner_id = (select owner_id from accounts where not demo)"
        );
        sqlx::query_scalar(sqlx::AssertSqlSafe(count))
            .fetch_one(&pool)
            .await
            .unwrap()
    };
    let tables = [
        "kept_picks",
        "box_items",
        "waters",
        "sink_tests",
        "planned_days",
    ];
    for ((path, fields), table) in FORMS.into_iter().zip(tables) {
        let with = |token: &str| -> Vec<(String, String)> {
            let fields = fields
                .iter()
                .map(|(k, v)| ((*k).to_owned(), (*v).to_owned()));
            [("csrf".to_owned(), token.to_owned())]
                .into_iter()
                .chain(fields)
                .collect()
        };
        let mut answers = Vec::new();
        for _ in 0..3 {
            let reply = post!(server, me, path, with(&first));
            assert_eq!(reply.status(), StatusCode::SEE_OTHER, "{path}");
            answers.push(location(&reply));
        }
        assert!(answers.iter().all(|a| *a == answers[0]), "{answers:?}");
        assert_eq!(rows(table).await, 1, "{path}");
        // At once, as two browsers of one press would.
        let twice = async || location(&post!(server, me, path, with(&second)));
        let (a, b) = tokio::join!(twice(), twice());
        assert_eq!(a, b, "{path}");
        // A plan kept again for the same day and water takes the old one's place.
        let made = if path == "/days" { 1 } else { 2 };
        assert_eq!(rows(table).await, made, "{path}");
    }
    // A token of another browser is none, whatever stands after its dot.
    let forged = format!("{}.{}", "0".repeat(32), first.split('.').nth(1).unwrap());
    let reply = post!(
        server,
        me,
        "/box",
        [("csrf", forged.as_str()), ("kind", "head")]
    );
    assert_eq!(reply.status(), StatusCode::FORBIDDEN);
}

/// A count that is sent again counts once; two presses, each of a row as it then stands, count
/// twice.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_count_that_is_sent_again_counts_once(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Aldous").await;
    let (path, fields) = FORMS[1];
    let fields: Vec<_> = fields
        .iter()
        .copied()
        .chain([("csrf", me.csrf.as_str())])
        .collect();
    post!(server, me, path, fields);
    let row = crate::take::rows(&text(get!(server, me, "/box")).await).remove(0);
    let path = format!("/box/{row}/count");
    let press = async |csrf: &str| {
        let form = [("csrf", csrf), ("by", "-1")];
        let request = test::TestRequest::post().uri(&path).set_form(form);
        let request = request.insert_header(("hx-request", "true"));
        text(server.call(me.sends(request)).await.unwrap()).await
    };
    let first = press(&me.csrf).await;
    assert!(first.contains("3 left"), "{first}");
    assert!(press(&me.csrf).await.contains("3 left"));
    let second = press(&token(&first)).await;
    assert!(second.contains("2 left"), "{second}");
}
