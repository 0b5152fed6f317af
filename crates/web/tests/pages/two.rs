//! Two servers over one database, as behind a proxy that gives each request to either.

use crate::once::FORMS;
use crate::support::*;

/// Pages that show what an account has.
const PAGES: [&str; 9] = [
    "/",
    "/kept",
    "/box",
    "/box/gaps",
    "/waters",
    "/count",
    "/days",
    "/today",
    "/days/review",
];

/// A page without what differs with each: the number of its forms.
fn bare_of_numbers(page: &str, csrf: &str) -> String {
    let token = csrf.split('.').next().unwrap();
    let mut out = String::new();
    for (k, part) in page.split(token).enumerate() {
        out.push_str(if k == 0 {
            part
        } else {
            part.get(17..).unwrap_or_default()
        });
    }
    out
}

/// What one server writes the other shows at once, whatever it holds of before: after each press at
/// one, every page is the same from both, and the next press goes to the other.
#[sqlx::test(migrations = "../store/migrations")]
async fn what_one_server_writes_the_other_shows(pool: PgPool) {
    let (one, two) = (server!(pool.clone()), server!(pool));
    let me = member(&one, "Wren").await;
    let same = async |after: &str| {
        for page in PAGES {
            let (a, b) = (
                text(get!(one, me, page)).await,
                text(get!(two, me, page)).await,
            );
            let (a, b) = (bare_of_numbers(&a, &me.csrf), bare_of_numbers(&b, &me.csrf));
            assert!(a == b, "{page} differs after {after}");
        }
    };
    same("the sign-up").await;
    let mut shown = Vec::new();
    for (n, (path, fields)) in FORMS.into_iter().enumerate() {
        let csrf = ("csrf", me.csrf.as_str());
        let form: Vec<_> = fields.iter().copied().chain([csrf]).collect();
        let reply = if n % 2 == 0 {
            location(&post!(two, me, path, form))
        } else {
            location(&post!(one, me, path, form))
        };
        assert!(!reply.is_empty(), "{path}");
        same(path).await;
        let all = async |page| text(get!(one, me, page)).await;
        shown.push((all("/box").await, all("/count").await));
    }
    // The log, and what is counted of it.
    for (n, what) in ["begin", "missed"].into_iter().enumerate() {
        let form = crate::day::form(&me, what);
        let done = if n == 0 {
            post!(one, me, "/today", form).status()
        } else {
            post!(two, me, "/today", form).status()
        };
        assert_eq!(done, StatusCode::SEE_OTHER, "{what}");
        same(what).await;
    }
    // A row of the box, counted at one and taken away at the other.
    let row = crate::take::rows(&text(get!(one, me, "/box")).await).remove(0);
    let by = [("csrf", me.csrf.as_str()), ("by", "-1")];
    post!(two, me, &format!("/box/{row}/count"), by);
    same("a count").await;
    post!(one, me, &format!("/box/{row}/remove"), bare(&me));
    same("a removal").await;
    // The same press at both at once, as a proxy tries again, is done once.
    let form = token(&text(get!(one, me, "/")).await);
    let keep = [
        ("csrf", form.as_str()),
        ("query", "depth=3+m&rig=ned"),
        ("name", "Once"),
    ];
    let at = async |first: bool| {
        if first {
            location(&post!(one, me, "/kept", keep))
        } else {
            location(&post!(two, me, "/kept", keep))
        }
    };
    let (a, b) = tokio::join!(at(true), at(false));
    assert_eq!(a, b);
    assert_eq!(
        text(get!(two, me, "/kept")).await.matches(">Once<").count(),
        1
    );
    // Out at one is out at both.
    post!(one, me, "/account/sign-out", bare(&me));
    assert_eq!(location(&get!(two, me, "/box")), "/account");
}
