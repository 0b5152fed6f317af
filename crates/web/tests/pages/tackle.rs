//! The box over its pages: rows, CSV, all data out and in.

use crate::support::*;
use crate::take::{HEADS, rows};

#[sqlx::test(migrations = "../store/migrations")]
async fn a_line_typed_fast_is_shown_back_and_put_in(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let page = text(get!(
        server,
        me,
        "/box?kind=rod&line=10+ball+1%2F8+3%2F0+lead"
    ))
    .await;
    assert!(
        page.contains("Understood: 10 × 1/8 oz ball, hook 3/0"),
        "another list is found by itself"
    );
    let form = [
        ("csrf", me.csrf.as_str()),
        ("kind", "head"),
        ("count", "10"),
        ("shape", "ball"),
        ("weight", "1/8"),
        ("hook", "3/0"),
    ];
    let to = location(&post!(server, me, "/box", form));
    let page = text(get!(server, me, &to)).await;
    assert!(page.contains("Added.") && page.contains("1/8 oz ball, hook 3/0"));
    let id = rows(&page).remove(0);
    // A thumb, and the way back.
    let count = [("csrf", me.csrf.as_str()), ("by", "-3")];
    let to = location(&post!(server, me, &format!("/box/{id}/count"), count));
    assert!(as_shown(&text(get!(server, me, &to)).await).contains("<b class=\"num\">7</b>"));
    let undo = to.split("undo=").nth(1).unwrap();
    let bare = [("csrf", me.csrf.as_str())];
    let to = location(&post!(server, me, &format!("/box/undo/{undo}"), bare));
    assert!(as_shown(&text(get!(server, me, &to)).await).contains("<b class=\"num\">10</b>"));
    // The next weight, the archive, and a correction with a fault that keeps what was typed.
    let to = location(&post!(server, me, &format!("/box/{id}/duplicate"), bare));
    assert!(
        text(get!(server, me, &to))
            .await
            .contains("5/32 oz ball, hook 3/0")
    );
    let bad = [
        ("csrf", me.csrf.as_str()),
        ("kind", "head"),
        ("shape", "ball"),
        ("weight", "heavy"),
        ("remark", "mine & yours"),
    ];
    let reply = post!(server, me, &format!("/box/{id}"), bad);
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    assert!(
        page.contains("is not a weight")
            && page.contains("value=\"heavy\"")
            && page.contains("mine &#38; yours")
    );
    let on = [("csrf", me.csrf.as_str()), ("on", "1")];
    post!(server, me, &format!("/box/{id}/archive"), on);
    assert_eq!(rows(&text(get!(server, me, "/box")).await).len(), 1);
    assert_eq!(rows(&text(get!(server, me, "/box?archived=1")).await), [id]);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_file_with_faults_is_named_cell_by_cell_and_taken_only_when_told(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let file = "shape;weight;gap_mm\nball;1/8 oz;13,2\ncube;1/8 oz;\nball;heavy;900\n";
    let to = location(&send_file!(server, me, "/box/import/head", file.as_bytes()));
    let page = as_shown(&text(get!(server, me, &to)).await);
    assert!(
        page.contains("1 good row")
            && page.contains("2 with faults")
            && page.contains("Take the 1 good rows, leave 2 out")
    );
    for cell in [
        "<td>3</td><td><code>shape</code></td><td>cube</td>",
        "<td>4</td><td><code>weight</code></td><td>heavy</td>",
        "<td>4</td><td><code>gap_mm</code></td><td>900</td>",
    ] {
        assert!(page.contains(cell), "{cell}");
    }
    let unsaid = [("csrf", me.csrf.as_str())];
    assert_eq!(
        location(&post!(server, me, &format!("{to}/take"), unsaid)),
        to
    );
    assert!(
        rows(&text(get!(server, me, "/box")).await).is_empty(),
        "nothing without the word"
    );
    let refused = send_file!(server, me, "/box/import/head", b"\xff\xfe\x00");
    assert_eq!(refused.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(text(refused).await.contains("UTF-8"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn headings_of_a_file_are_asked_once_and_remembered_for_them_alone(pool: PgPool) {
    let server = server!(pool);
    let (me, other) = (member(&server, "Wren").await, member(&server, "Coot").await);
    let file = b"shape,wait,price\nball,1/8,3\n";
    let to = location(&send_file!(server, me, "/box/import/head", file));
    let asked = text(get!(server, me, &to)).await;
    assert!(asked.contains("What do the headings") && asked.contains("leave it out"));
    let needed = [("csrf", me.csrf.as_str()), ("c0", "shape")];
    // Without the weight it is asked again, with what is wrong.
    post!(server, me, &format!("{to}/headings"), needed);
    let again = get!(server, me, &to);
    assert_eq!(again.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(as_shown(&text(again).await).contains("“weight” is missing"));
    let said = [
        ("csrf", me.csrf.as_str()),
        ("c0", "shape"),
        ("c1", "weight"),
        ("c2", "no such column"),
    ];
    post!(server, me, &format!("{to}/headings"), said);
    assert!(text(get!(server, me, &to)).await.contains("1 good row"));
    // The same headings again are read by themselves; others, and those of others, are not.
    let to = location(&send_file!(
        server,
        me,
        "/box/import/head",
        b"shape,wait,price\npill,1/4,2\n"
    ));
    assert!(text(get!(server, me, &to)).await.contains("1 good row"));
    let to = location(&send_file!(
        server,
        me,
        "/box/import/head",
        b"shape,wait\npill,1/4\n"
    ));
    assert!(
        text(get!(server, me, &to))
            .await
            .contains("What do the headings")
    );
    // Of headings that are alike one may be left out; more of them than are kept is refused in words.
    let twice = b"shape,weight,note,note,mine\nball,1/8,a,b,c\n";
    let to = location(&send_file!(server, me, "/box/import/head", twice));
    let said = [
        ("csrf", me.csrf.as_str()),
        ("c0", "shape"),
        ("c1", "weight"),
        ("c3", ""),
    ];
    post!(server, me, &format!("{to}/headings"), said);
    assert!(text(get!(server, me, &to)).await.contains("1 good row"));
    let long = format!("shape,weight,{}\nball,1/8,x\n", "y".repeat(9000));
    let to = location(&send_file!(server, me, "/box/import/head", long.as_bytes()));
    let refused = post!(server, me, &format!("{to}/headings"), said);
    assert_eq!(refused.status(), StatusCode::PAYLOAD_TOO_LARGE);
    let to = location(&send_file!(server, other, "/box/import/head", file));
    assert!(
        text(get!(server, other, &to))
            .await
            .contains("What do the headings")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_measure_of_a_photograph_lies_on_the_thing_that_has_it(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    take_csv!(server, me, "head", b"shape,weight\nball,1/8\n");
    let id = rows(&text(get!(server, me, "/box")).await)[0].clone();
    let put = |of: &'static str, measure: &'static str| {
        [
            ("csrf", me.csrf.clone()),
            ("id", id.clone()),
            ("of", of.to_owned()),
            ("measure", measure.to_owned()),
        ]
    };
    let to = location(&post!(
        server,
        me,
        "/bench/photo/put",
        put("gap", "13.4 mm")
    ));
    let page = text(get!(server, me, &to)).await;
    assert!(page.contains("gap 13.4 mm") && page.contains("Undo"));
    // A head has no bait's length, and no hook is so wide.
    let none = post!(server, me, "/bench/photo/put", put("bait", "97 mm"));
    assert_eq!(none.status(), StatusCode::BAD_REQUEST);
    let wide = post!(server, me, "/bench/photo/put", put("gap", "900 mm"));
    assert_eq!(wide.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(wide).await;
    assert!(page.contains("900 mm") && page.contains("class=\"fault\""));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn twenty_thousand_rows_come_in_whole_and_go_out_the_same(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let mut file =
        String::from("\u{feff}count,form,length_mm,body_mm,tail_root_mm,plastic,colour,remark\r\n");
    for n in 0..20_000 {
        file += &format!("{n},stick,{},,,standard,green {n},\r\n", 50 + n % 80);
    }
    take_csv!(server, me, "bait", file.as_bytes());
    let out = test::read_body(get!(server, me, "/box/csv/bait")).await;
    assert_eq!(out, file.as_bytes(), "the same file");
}

#[sqlx::test(migrations = "../store/migrations")]
async fn all_data_out_and_into_a_new_account_is_the_same_to_the_byte(pool: PgPool) {
    let server = server!(pool);
    let mut demo = visit(&server).await;
    let reply = post!(
        server,
        demo,
        "/account/demo",
        [("csrf", demo.csrf.as_str())]
    );
    demo.takes(&reply);
    fresh_token(&server, &mut demo).await;
    // An archived row and a corrected one among them.
    let id = rows(&text(get!(server, demo, "/box")).await).remove(3);
    post!(
        server,
        demo,
        &format!("/box/{id}/archive"),
        [("csrf", demo.csrf.as_str()), ("on", "1")]
    );
    take_csv!(server, demo, "head", HEADS.as_bytes());
    let first = test::read_body(get!(server, demo, "/account/export")).await;
    let me = member(&server, "Wren").await;
    let to = location(&send_file!(server, me, "/account/import", &first));
    assert!(to.starts_with("/box?said=taken"), "{to}");
    let second = test::read_body(get!(server, me, "/account/export")).await;
    assert_eq!(first, second);
    let json: Value = serde_json::from_slice(&second).unwrap();
    assert!(
        json["box"].as_array().unwrap().len() > 40 && json["waters"].as_array().unwrap().len() == 5
    );
    assert!(json["kept"].as_array().unwrap().len() == 5);
    let csv = |b: &Browser| b.sends(test::TestRequest::get().uri("/box/csv/head"));
    let (a, b) = (
        server.call(csv(&demo)).await.unwrap(),
        server.call(csv(&me)).await.unwrap(),
    );
    assert_eq!(test::read_body(a).await, test::read_body(b).await);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_file_of_an_account_with_faults_changes_nothing(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let whole = json!({"yarrowfen": 1, "waters": [{"name": "", "remark": "", "saved": "2026-01-01T00:00:00Z", "asked": {"water": {"depth_m": -3}}}], "kept": [],
        "box": [{"kind": "head", "added": "2026-01-01T00:00:00Z", "archived": false, "shape": "ball", "weight": "1/8 oz"},
                {"kind": "head", "added": "2026-01-01T00:00:00Z", "archived": false, "shape": "cube", "weight": "1/8 oz", "smell": "x", "gap_mm": 3}]});
    let reply = send_file!(server, me, "/account/import", whole.to_string().as_bytes());
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    for named in ["box[1].shape", "“smell”", "box[1].gap_mm", "waters[0].name"] {
        assert!(page.contains(named), "{named}: {page}");
    }
    assert!(rows(&text(get!(server, me, "/box")).await).is_empty());
    for bad in [
        &b""[..],
        b"[]",
        b"{}",
        b"{\"yarrowfen\":9,\"box\":[],\"waters\":[],\"kept\":[]}",
        &b"[".repeat(100_000),
        b"\xff\xfe",
    ] {
        assert_eq!(
            send_file!(server, me, "/account/import", bad).status(),
            StatusCode::UNPROCESSABLE_ENTITY
        );
    }
    // An answer that no model gives is refused before a page is drawn from it.
    let mut kept: Value =
        serde_json::from_slice(&test::read_body(get!(server, me, "/account/export")).await)
            .unwrap();
    kept["kept"] = json!([{"name": "x", "place": "", "remark": "", "kept": "2026-01-01T00:00:00Z", "units": "metric", "ladder": "oz", "request": {}, "answer": {"depth_m": 1e300}}]);
    let reply = send_file!(server, me, "/account/import", kept.to_string().as_bytes());
    assert!(text(reply).await.contains("kept[0].answer"));
}
