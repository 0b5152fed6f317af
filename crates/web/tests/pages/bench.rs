//! The bench, and picking from one's own box.

use crate::support::*;

#[sqlx::test(migrations = "../store/migrations")]
async fn the_bench_works_without_an_account_and_names_faults(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(
        server,
        me,
        "/bench?form=paddle_tail&length=97+mm&hook=3/0&style=round_bend&rig=swimbait"
    ))
    .await;
    assert!(page.contains("Sits right") && page.contains("hook 41 mm = 0.42 of the bait"));
    assert!(page.contains("by the number alone"));
    let filled = text(get!(
        server,
        me,
        "/bench?form=paddle_tail&length=97+mm&hook=4&style=round_bend&rig=swimbait"
    ))
    .await;
    assert!(filled.contains("Gap filled by the bait"));
    let bad = get!(server, me, "/bench?length=9+km&hook=30/0");
    assert_eq!(bad.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let bad = text(bad).await;
    assert!(bad.contains("value=\"9 km\"") && bad.contains("is not a unit"));
    let sheet = text(get!(server, me, "/bench/print?length=97+mm")).await;
    assert!(sheet.contains("mm\" viewBox=") && sheet.contains("100 mm: measure it"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_measured_screen_shows_the_bait_at_true_size(pool: PgPool) {
    let server = server!(pool);
    let mut me = visit(&server).await;
    assert!(
        text(get!(server, me, "/bench"))
            .await
            .contains("data-scale=\"fit\"")
    );
    for (px, taken) in [("4000", false), ("NaN", false), ("5,5", true)] {
        let form = [
            ("csrf", me.csrf.as_str()),
            ("px_per_mm", px),
            ("back", "/bench"),
        ];
        let reply = post!(server, me, "/prefs", form);
        me.takes(&reply);
        let page = text(get!(server, me, "/bench?length=97+mm")).await;
        assert_eq!(page.contains("data-scale=\"true\""), taken, "{px}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn an_answer_says_which_of_my_heads_to_tie_on_and_by_which_measure(pool: PgPool) {
    let server = server!(pool);
    let mut me = visit(&server).await;
    let reply = post!(server, me, "/account/demo", [("csrf", me.csrf.as_str())]);
    me.takes(&reply);
    let page = text(get!(server, me, "/?depth=1.6+m&bottom=silt&form=stick&length=70+mm&plastic=floating&rig=ned&wind=2+m/s&cast=18+m&season=pre_spawn&temp=12+%C2%B0C")).await;
    assert!(
        page.contains("From your box") && page.contains("Tie on your"),
        "{page}"
    );
    assert!(page.contains("of gap measured"));
    assert!(page.contains("g rod</b> carries the"));
    let request = test::TestRequest::post().uri("/api/v1/box/pick").set_payload(r#"{"rig":"swing_head","bait":{"form":"creature","length_mm":89},"water":{"depth_m":4,"bottom":"shell"}}"#);
    let reply: Value = test::read_body_json(server.call(me.sends(request)).await.unwrap()).await;
    let own = &reply["own"];
    assert!(
        own["heads"][0]["title"]
            .as_str()
            .unwrap()
            .contains("swing football")
    );
    assert!(own["hooks"][0]["measured"].as_bool().unwrap());
    let stranger = visit(&server).await;
    assert!(
        !text(get!(server, stranger, "/"))
            .await
            .contains("From your box")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_saved_water_starts_the_sentence_and_leaves_the_bait(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let asked = "depth=2-5+m&bottom=shell&cover=wood&current=0.3+m/s&species=zander&wind=9+m/s&length=120+mm&cast=20+m";
    let form = [
        ("csrf", me.csrf.as_str()),
        ("query", asked),
        ("name", "Shell bar"),
        ("remark", "north end"),
    ];
    let to = location(&post!(server, me, "/waters", form));
    let list = text(get!(server, me, &to)).await;
    assert!(
        list.contains("Saved: <b>Shell bar</b>")
            && list.contains("2 m to 5 m of stained water over shell")
    );
    let id = to.replace("/waters?saved=", "");
    let page = text(get!(
        server,
        me,
        &format!("/?depth=1+m&length=70+mm&wind=2+m/s&bottom=silt&cast=20+m&water={id}")
    ))
    .await;
    assert!(
        page.contains("value=\"2–5 m\"")
            && page.contains("value=\"70 mm\"")
            && page.contains("value=\"2 m/s\"")
    );
    assert!(page.contains("<option value=\"shell\" selected>"));
    let gone = location(&post!(
        server,
        me,
        &format!("/waters/{id}/delete"),
        [("csrf", me.csrf.as_str())]
    ));
    assert!(text(get!(server, me, &gone)).await.contains("Undo"));
    post!(
        server,
        me,
        &format!("/waters/{id}/restore"),
        [("csrf", me.csrf.as_str())]
    );
    assert!(
        text(get!(server, me, "/waters"))
            .await
            .contains("Shell bar")
    );
}
