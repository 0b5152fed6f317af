//! All of an account out as one file and in again: of any size, once, and taken back as a whole.

use time::format_description::well_known::Rfc3339;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::support::*;

/// A file as large as an account may be (of the box a tenth): every limit of the product but one,
/// with many things of the same moment, which must come out in the order in which they came in.
fn full(demo: &Value) -> Value {
    let begin = OffsetDateTime::parse("2026-01-01T05:00:00Z", &Rfc3339).unwrap();
    let many = |list: &str, n: usize, each: &dyn Fn(&mut Value, usize)| -> Vec<Value> {
        let of = demo[list].as_array().unwrap();
        let one = |k: usize| {
            let mut thing = of[k % of.len()].clone();
            each(&mut thing, k);
            thing
        };
        (0..n).map(one).collect()
    };
    // Ten things a moment.
    let at = |k: usize| {
        let minutes = i64::try_from(k / 10).unwrap();
        (begin + Duration::minutes(minutes))
            .format(&Rfc3339)
            .unwrap()
    };
    json!({
        "yarrowfen": 1,
        "box": many("box", 5000, &|t, k| t["added"] = json!(at(k))),
        "waters": many("waters", 500, &|t, k| {
            t["name"] = json!(format!("Pit {}", k / 3));
            t["saved"] = json!(at(k));
        }),
        "kept": many("kept", 2000, &|t, k| {
            t["name"] = json!(format!("Pick {k}"));
            t["kept"] = json!(at(k));
        }),
        "sinks": many("sinks", 2000, &|t, k| {
            t["at"] = json!(at(k));
            t["seconds"] = json!(3.0 + f64::from(u32::try_from(k).unwrap()) / 997.0);
        }),
        "mends": many("mends", 2000, &|t, k| {
            t["at"] = json!(at(k));
            t["said"] = json!(format!("said {k}"));
        }),
        "log": demo["log"],
        "days": many("days", 100, &|t, k| t["kept"] = json!(at(k))),
    })
}

async fn export<S, B, E>(server: &S, who: &Browser) -> Vec<u8>
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    test::read_body(get!(server, who, "/account/export"))
        .await
        .to_vec()
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_full_account_goes_out_and_comes_into_another_to_the_byte(pool: PgPool) {
    let server = server!(pool.clone());
    let mut sedge = visit(&server).await;
    presses!(server, sedge, "/account/demo", bare(&sedge));
    // What the demo's angler has none of.
    for (path, fields) in crate::once::FORMS {
        let csrf = ("csrf", sedge.csrf.as_str());
        let fields: Vec<_> = fields.iter().copied().chain([csrf]).collect();
        assert_eq!(
            post!(server, sedge, path, fields).status(),
            StatusCode::SEE_OTHER
        );
    }
    let demo: Value = serde_json::from_slice(&export(&server, &sedge).await).unwrap();
    for list in ["box", "waters", "kept", "sinks", "mends", "log", "days"] {
        assert!(demo[list].is_array(), "{list}");
    }
    let (a, b) = (member(&server, "Wren").await, member(&server, "Teal").await);
    let nothing = export(&server, &a).await;
    assert_eq!(nothing, b"{\"yarrowfen\":1}\n");
    let file = full(&demo).to_string();
    let to = location(&send_file!(server, a, "/account/import", file.as_bytes()));
    assert!(to.starts_with("/box?said=taken"), "{to}");
    let first = export(&server, &a).await;
    let out: Value = serde_json::from_slice(&first).unwrap();
    // Every list as long as it was sent, and in its order.
    for (list, key) in [("kept", "name"), ("mends", "said"), ("sinks", "seconds")] {
        let of = |file: &Value| -> Vec<Value> {
            let all = file[list].as_array().unwrap();
            all.iter().map(|t| t[key].clone()).collect()
        };
        assert_eq!(of(&out), of(&full(&demo)), "{list}");
    }
    assert_eq!(out["box"].as_array().unwrap().len(), 5000);
    assert_eq!(out["waters"].as_array().unwrap().len(), 500);
    let back = location(&send_file!(server, b, "/account/import", &first));
    assert!(back.starts_with("/box?said=taken"), "{back}");
    assert!(
        export(&server, &b).await == first,
        "the second file differs"
    );
    // Taken back, nothing of it is left.
    let undo = back.split("undo=").nth(1).unwrap();
    let to = location(&post!(server, b, &format!("/box/undo/{undo}"), bare(&b)));
    assert!(to.ends_with("said=undone"), "{to}");
    assert_eq!(export(&server, &b).await, nothing);
    // One thing more than may be is refused as a whole.
    let mut over = full(&demo);
    let one_more = over["kept"][0].clone();
    over["kept"].as_array_mut().unwrap().push(one_more);
    let reply = send_file!(server, b, "/account/import", over.to_string().as_bytes());
    assert_eq!(reply.status(), StatusCode::CONFLICT);
    assert_eq!(export(&server, &b).await, nothing);
}

/// What was there before a file, and what was corrected since, is not taken back with it.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_file_is_taken_back_but_for_what_is_the_owners_own(pool: PgPool) {
    let server = server!(pool.clone());
    let mut sedge = visit(&server).await;
    presses!(server, sedge, "/account/demo", bare(&sedge));
    let file = export(&server, &sedge).await;
    let me = member(&server, "Wren").await;
    for (path, fields) in crate::once::FORMS {
        let csrf = ("csrf", me.csrf.as_str());
        let fields: Vec<_> = fields.iter().copied().chain([csrf]).collect();
        assert_eq!(
            post!(server, me, path, fields).status(),
            StatusCode::SEE_OTHER
        );
    }
    let before = export(&server, &me).await;
    let to = location(&send_file!(server, me, "/account/import", &file));
    let undo = format!("/box/undo/{}", to.split("undo=").nth(1).unwrap());
    assert_ne!(export(&server, &me).await, before);
    let water: (Uuid, String) = sqlx::query_as(
        "select id, name from waters where change_id is not null order by name limit 1",
    )
    .fetch_one(&pool)
    .await
    .unwrap();
    let corrected = [
        ("csrf", me.csrf.as_str()),
        ("name", "Own words"),
        ("query", "depth=7 m"),
    ];
    post!(server, me, &format!("/waters/{}", water.0), corrected);
    // Another has nothing to take back here.
    let other = member(&server, "Teal").await;
    let reply = post!(server, other, &undo, bare(&other));
    assert_eq!(reply.status(), StatusCode::NOT_FOUND);
    let to = location(&post!(server, me, &undo, bare(&me)));
    assert!(to.ends_with("said=undone_in_part"), "{to}");
    let mut after: Value = serde_json::from_slice(&export(&server, &me).await).unwrap();
    let waters = after["waters"].as_array_mut().unwrap();
    let own = waters
        .iter()
        .position(|w| w["name"] == "Own words")
        .unwrap();
    waters.remove(own);
    assert_eq!(after, serde_json::from_slice::<Value>(&before).unwrap());
}

/// A file whose answer never came is sent again: it stands once, whatever of it was new.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_file_that_is_sent_twice_is_taken_once(pool: PgPool) {
    let server = server!(pool);
    let mut sedge = visit(&server).await;
    presses!(server, sedge, "/account/demo", bare(&sedge));
    let file = export(&server, &sedge).await;
    let me = member(&server, "Wren").await;
    let form = token(&text(get!(server, me, "/account")).await);
    let fields = [("csrf", form.as_str())];
    let twice = async || location(&send_file!(server, me, "/account/import", fields, &file));
    let (a, b) = tokio::join!(twice(), twice());
    assert_eq!(a, b);
    assert_eq!(twice().await, a);
    assert_eq!(export(&server, &me).await, file);
    // The same file from a page of its own is another press, and comes beside.
    let form = token(&text(get!(server, me, "/account")).await);
    let fields = [("csrf", form.as_str())];
    let to = location(&send_file!(server, me, "/account/import", fields, &file));
    assert!(to.starts_with("/box?said=taken") && to != a);
    // Without a page's token no file is read at all.
    let (kind, body) = with_fields(&[("csrf", "none")], &file);
    let request = test::TestRequest::post()
        .uri("/account/import")
        .insert_header(("content-type", kind))
        .set_payload(body);
    let reply = server.call(me.sends(request)).await.unwrap();
    assert_eq!(reply.status(), StatusCode::FORBIDDEN);
}
