//! What goes wrong, and what was tried against it.

use crate::support::*;

const TRIED: &str = "eye_in_the_way:turn_eye";
const COMPLAINT: &str = "rig=shaky_head&form=worm&length=165+mm&body=10+mm&depth=4+m&head_weight=3%2F16+oz&head_shape=football&head_eye=in_line&head_post=6+mm&symptom=no_hook_up";

fn written<'a>(b: &'a Browser, tried: &'a str) -> [(&'static str, &'a str); 3] {
    [
        ("csrf", b.csrf.as_str()),
        ("query", COMPLAINT),
        ("tried", tried),
    ]
}

/// The id of what the page asks about.
fn asked(page: &str) -> Option<String> {
    let from = page.split("action=\"/mend/").nth(1)?;
    let id = from.split('/').next()?;
    (id != "write").then(|| id.to_owned())
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_is_tried_is_asked_about_counted_and_goes_with_the_account(pool: PgPool) {
    let server = server!(pool);
    let browser = visit(&server).await;
    let reply = post!(server, browser, "/mend/write", written(&browser, TRIED));
    let to = location(&reply);
    assert!(
        to.starts_with("/mend?") && to.ends_with("written=yes"),
        "{to}"
    );
    // Not asked on the page that says it was written, but at the next visit.
    assert!(!text(get!(server, browser, &to)).await.contains("Did it"));
    let page = text(get!(server, browser, &format!("/mend?{COMPLAINT}"))).await;
    let waiting = page.split("class=\"state waiting\"").nth(1).unwrap();
    assert!(waiting.contains("eye across the hook"));
    let id = asked(waiting).or_else(|| asked(&page)).unwrap();
    let helped = [
        ("csrf", browser.csrf.as_str()),
        ("helped", "yes"),
        ("query", COMPLAINT),
    ];
    assert_eq!(
        post!(server, browser, &format!("/mend/{id}/helped"), helped).status(),
        StatusCode::SEE_OTHER
    );
    let page = text(get!(server, browser, &format!("/mend?{COMPLAINT}"))).await;
    assert!(page.contains("helped you 1 of 1 times: too few to say more"));

    // Another browser cannot say so, nor strike it.
    let other = visit(&server).await;
    for said in ["yes", "strike"] {
        let form = [("csrf", other.csrf.as_str()), ("helped", said)];
        let reply = post!(server, other, &format!("/mend/{id}/helped"), form);
        assert_eq!(reply.status(), StatusCode::NOT_FOUND);
    }
    // What a browser tried goes to the account that it makes, out with its file and in again.
    let me = member(&server, "Alder").await;
    post!(server, me, "/mend/write", written(&me, TRIED));
    let file = test::read_body(get!(server, me, "/account/export")).await;
    let json: Value = serde_json::from_slice(&file).unwrap();
    assert_eq!(json["mends"][0]["tried"], TRIED);
    let wren = member(&server, "Wren").await;
    send_file!(server, wren, "/account/import", &file);
    assert_eq!(
        test::read_body(get!(server, wren, "/account/export")).await,
        file
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_is_assumed_is_told_in_the_readers_units(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(server, me, "/mend?rig=tube&units=metric")).await;
    assert!(page.contains(" mm?\"") && !page.contains(" in?\""));
    let page = text(get!(server, me, "/mend?rig=tube&units=imperial")).await;
    assert!(page.contains(" in?\"") && !page.contains(" mm?\""));
    // The rig's usual bait, not the one that the page opens with.
    assert!(page.contains("value=\"3 1/2 in\""));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_a_browser_tried_moves_to_its_account(pool: PgPool) {
    let server = server!(pool);
    let mut browser = visit(&server).await;
    post!(server, browser, "/mend/write", written(&browser, TRIED));
    let csrf = browser.csrf.clone();
    let form = [
        ("csrf", csrf.as_str()),
        ("name", "Sallow"),
        ("new_password", "reed peat and water"),
    ];
    let reply = post!(server, browser, "/account/sign-up", form);
    browser.takes(&reply);
    let page = text(get!(server, browser, "/mend")).await;
    assert!(
        page.contains("class=\"state waiting\""),
        "it is still asked about"
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_is_no_change_and_what_has_no_token_is_not_written(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Alder").await;
    let long = "eye_in_the_way:turn_eye,".repeat(60);
    for tried in ["", "x:y", "eye_in_the_way", &long] {
        let reply = post!(server, me, "/mend/write", written(&me, tried));
        assert_eq!(reply.status(), StatusCode::BAD_REQUEST, "{tried}");
    }
    let forged = [("csrf", "x"), ("query", COMPLAINT), ("tried", TRIED)];
    assert_eq!(
        post!(server, me, "/mend/write", forged).status(),
        StatusCode::FORBIDDEN
    );
    let nothing = format!("/mend/{}/helped", uuid::Uuid::nil());
    let forged = [("csrf", "x"), ("helped", "yes")];
    assert_eq!(
        post!(server, me, &nothing, forged).status(),
        StatusCode::FORBIDDEN
    );
    let page = text(get!(server, me, "/mend")).await;
    assert!(!page.contains("class=\"state waiting\""));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn bad_words_are_named_and_a_script_is_text(pool: PgPool) {
    let server = server!(pool.clone());
    let me = visit(&server).await;
    let bad = "/mend?depth=%3Cscript%3Ealert(1)%3C/script%3E&symptom=%3Cb%3E&phase=noon";
    let reply = get!(server, me, bad);
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    assert!(!page.contains("<script>alert") && !page.contains("value=\"<b>\""));
    assert!(page.contains("choose what goes wrong") && page.contains("choose where it happens"));
    // The database away, what goes wrong is still answered.
    pool.close().await;
    let reply = get!(server, me, &format!("/mend?{COMPLAINT}"));
    assert_eq!(reply.status(), StatusCode::OK);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_http_interface_says_what_goes_wrong(pool: PgPool) {
    let server = server!(pool);
    let ask = async |body: Value| {
        let request = test::TestRequest::post()
            .uri("/api/v1/mend")
            .set_payload(body.to_string());
        let reply = server.call(request.to_request()).await.unwrap();
        let status = reply.status();
        let told: Value = serde_json::from_slice(&test::read_body(reply).await).unwrap();
        (status, told)
    };
    let (status, told) =
        ask(json!({"symptom": "no_hook_up", "phase": "pause", "question": {"rig": "ned"}})).await;
    assert_eq!(status, StatusCode::OK);
    assert!(told["causes"].as_array().unwrap().len() >= 8);
    let (status, faults) =
        ask(json!({"symptom": "tired", "question": {"water": {"depth_m": -1}}})).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(faults["errors"].as_array().unwrap().len(), 2);
}
