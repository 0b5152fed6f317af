//! Texts that mean harm, in every field that there is, on every address of the table.

use uuid::Uuid;
use yarrowfen_pages::ask::WORDS;

use crate::once::FORMS;
use crate::support::*;

/// Texts that have broken programs: ends of strings, markup, endless and impossible numbers, other scripts, paths,
/// headers. Common practice.
fn hostile() -> Vec<String> {
    let given = [
        "",
        "\0",
        "%00",
        "<script>alert(1)</script>",
        "\"><img src=x onerror=alert(1)>",
        "'; drop table owners; --",
        "{{7*7}}",
        "../../../../etc/passwd",
        "\r\nset-cookie: a=b",
        "NaN",
        "inf",
        "-1",
        "1e999",
        "-1e308",
        "0x10",
        "9999999999999999999999",
        "١٢٣",
        "\u{202e}abc",
        "\u{feff}",
        "🎣".repeat(3).as_str(),
        "a&b=c",
        "\u{fffd}",
        "\\",
        "%",
    ]
    .map(str::to_owned);
    given
        .into_iter()
        .chain(["x".repeat(5000), "[".repeat(2000), "9,".repeat(2000)])
        .collect()
}

/// Fields that pages ask for beside the words of the sentence.
const FIELDS: [&str; 34] = [
    "kept", "deleted", "saved", "edit", "from", "taken", "said", "undo", "kind", "q", "sort",
    "page", "archived", "line", "hook", "head", "symptom", "s0", "n0", "q0", "day", "rods", "wind",
    "side", "scale", "bed", "cast", "hop", "id", "of", "measure", "headings", "by", "forecast",
];

fn fields() -> impl Iterator<Item = &'static str> {
    WORDS.iter().map(|w| w.key).chain(FIELDS)
}

fn sound(reply: &str, status: StatusCode, what: &str) {
    assert!(!status.is_server_error(), "{what}: {status}");
    for raw in ["<script>alert", "<img src=x", "root:x:"] {
        assert!(!reply.contains(raw), "{what} gives {raw} back as it is");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn no_address_breaks_over_what_stands_behind_it(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Aldous").await;
    let all: Vec<&str> = fields().collect();
    for (path, _) in routes::TABLE.iter().filter(|(_, m)| m.contains(&"GET")) {
        let uri = path
            .replace("{id}", &Uuid::nil().to_string())
            .replace("{kind}", "head");
        for text in hostile() {
            // All fields at once, and, where one fault hides the others, the page's own question with one of them.
            let mut query = form_urlencoded::Serializer::new(String::new());
            query.extend_pairs(all.iter().map(|f| (f, &text)));
            let query = query.finish();
            for part in [
                &query[..query.len().min(60_000)],
                &query[..query.len().min(200)],
            ] {
                let reply = get!(server, me, &format!("{uri}?{part}"));
                let status = reply.status();
                sound(
                    &crate::support::text(reply).await,
                    status,
                    &format!("{path} with {:.20}", text),
                );
            }
        }
        for raw in [
            "%ff%fe",
            "a=%",
            "depth=3+m&depth=4+m",
            "&&&=&=",
            "said=out&said=in",
            "?",
            "page=2&page=x",
        ] {
            let reply = get!(server, me, &format!("{uri}?{raw}"));
            let status = reply.status();
            sound(
                &crate::support::text(reply).await,
                status,
                &format!("{path}?{raw}"),
            );
            assert!(status != StatusCode::BAD_REQUEST, "{path}?{raw}");
        }
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn each_field_of_each_page_takes_a_bad_text_alone(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Aldous").await;
    for field in fields() {
        for text in [
            "\0",
            "NaN",
            "-1",
            "1e999",
            "<script>alert(1)</script>",
            "9999999999999999999999",
        ] {
            let query: String = form_urlencoded::Serializer::new(String::new())
                .append_pair(field, text)
                .finish();
            for path in [
                "/", "/card", "/how", "/cast", "/count", "/bench", "/mend", "/days", "/box",
                "/kept", "/waters",
            ] {
                let reply = get!(server, me, &format!("{path}?{query}"));
                let status = reply.status();
                sound(
                    &crate::support::text(reply).await,
                    status,
                    &format!("{path}?{query}"),
                );
            }
        }
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn no_form_breaks_over_what_is_typed(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Aldous").await;
    let own = [
        (
            "/prefs",
            &[
                ("back", "/"),
                ("units", "metric"),
                ("views", "x"),
                ("px_per_mm", "4"),
            ][..],
        ),
        (
            "/today",
            &[
                ("do", "begin"),
                ("place", "Pit"),
                ("depth", "5 m"),
                ("minutes", "3"),
            ],
        ),
        (
            "/mend/write",
            &[("query", "symptom=short_strikes"), ("pick", "x")],
        ),
        (
            "/box/undo/00000000-0000-0000-0000-000000000000",
            &[("back", "")],
        ),
        (
            "/bench/photo/put",
            &[("id", "x"), ("of", "gap"), ("measure", "3 mm")],
        ),
    ];
    let forms = FORMS.into_iter().chain(own);
    for (path, form) in forms {
        for (n, (name, _)) in form.iter().enumerate() {
            for text in hostile() {
                let mut sent: Vec<(&str, &str)> = form.to_vec();
                sent[n] = (*name, &text);
                sent.push(("csrf", &me.csrf));
                let reply = post!(server, me, path, sent);
                let status = reply.status();
                sound(
                    &crate::support::text(reply).await,
                    status,
                    &format!("{path} {name}={:.20}", text),
                );
            }
        }
    }
    // What was taken of it is shown without harm, and goes out.
    for path in ["/box", "/kept", "/waters", "/days", "/today", "/account"] {
        let reply = get!(server, me, path);
        assert_eq!(reply.status(), StatusCode::OK, "{path}");
        sound(&crate::support::text(reply).await, StatusCode::OK, path);
    }
    for path in [
        "/account/export",
        "/box/csv/head",
        "/days/log.csv",
        "/days/log.json",
        "/waters.gpx",
    ] {
        assert_eq!(get!(server, me, path).status(), StatusCode::OK, "{path}");
    }
}

/// Programs get JSON for every fault.
#[sqlx::test(migrations = "../store/migrations")]
async fn the_contract_refuses_in_its_own_words(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Aldous").await;
    for path in [
        "/api/v1/pick",
        "/api/v1/mend",
        "/api/v1/bench",
        "/api/v1/cast",
        "/api/v1/box/pick",
    ] {
        for body in [
            vec![b' '; 3_000_000],
            b"[1".to_vec(),
            vec![b'['; 100_000],
            b"\xff".to_vec(),
        ] {
            let request = test::TestRequest::post()
                .uri(path)
                .insert_header(("content-type", "application/json"));
            let reply = server
                .call(me.sends(request.set_payload(body)))
                .await
                .unwrap();
            assert!(reply.status().is_client_error(), "{path}");
            let told: Value = serde_json::from_str(&crate::support::text(reply).await).unwrap();
            assert!(
                told["error"]["message"].is_string() || told["error"]["fields"].is_array(),
                "{told}"
            );
        }
    }
}
