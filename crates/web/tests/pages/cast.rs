//! The cast, its bottoms, the countdown, and the sounder.

use crate::support::*;

const COUNT: &str = "rig=ned&form=stick&length=70+mm&plastic=floating&depth=4+m&temp=12+%C2%B0C&wind=2+m/s&cast=20+m&head=1/16+oz";

#[sqlx::test(migrations = "../store/migrations")]
async fn a_cast_is_drawn_with_its_figures_and_names_faults(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(server, me, "/cast?ground=ledges&dir=down&moves=wind+3+m&rig=ned&length=70+mm&depth=3+m&wind=2+m/s&cast=20+m")).await;
    assert!(
        page.contains("of the retrieve in contact (up the slope"),
        "both ways are told"
    );
    assert!(page.contains("lifts off: the bottom falls away"));
    assert!(page.contains("class=\"bead on\"") && page.contains("The cast as a table"));
    let bad = get!(
        server,
        me,
        "/cast?moves=dance&rest=3+s&depth=3+m&wind=2+m/s&cast=20+m&length=70+mm"
    );
    assert_eq!(bad.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let bad = text(bad).await;
    assert!(bad.contains("“dance” is no move") && bad.contains("value=\"dance\""));
    let script = text(get!(
        server,
        me,
        "/cast?head=%3Cscript%3Ealert(1)%3C/script%3E&bed=%3Cscript%3E"
    ))
    .await;
    assert!(
        !script.contains("<script>alert")
            && script.contains("&#60;script&#62;") | script.contains("&lt;script&gt;")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_bottom_comes_from_a_text_a_csv_or_a_sounders_log(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let fields = [
        ("csrf", me.csrf.as_str()),
        ("query", "depth=3+m&length=70+mm&wind=2+m/s&cast=12+m"),
        ("bed", ""),
    ];
    let fix = |i: i32| {
        yarrowfen_core::sounder::sentence(&format!(
            "YFRMC,12,A,0000.{:05},N,00000.00000,E,1.0,0,010125,,",
            i * 100
        ))
    };
    let log: String = (0..30)
        .map(|i| fix(i) + &yarrowfen_core::sounder::sentence(&format!("YFDPT,{},0.0", 1 + i / 10)))
        .collect();
    for file in ["distance,depth\n0,0.5\n30,6\n", log.as_str()] {
        let reply = send_file!(server, me, "/cast/bottom", fields, file.as_bytes());
        assert_eq!(reply.status(), StatusCode::SEE_OTHER, "{file}");
        let to = reply
            .headers()
            .get("location")
            .unwrap()
            .to_str()
            .unwrap()
            .to_owned();
        assert!(to.contains("ground=own") && to.contains("bed="), "{to}");
        assert_eq!(get!(server, me, &to).status(), StatusCode::OK);
    }
    for (file, said) in [
        ("5,1\n3,2\n", "greater than the one before"),
        ("0,-1\n3,2\n", "positive downward"),
        ("0,1\n", "two points"),
        ("$SDDPT,3.0,\n", "no position"),
        ("$SDDPT,3*00\n", "garbled"),
    ] {
        let reply = send_file!(server, me, "/cast/bottom", fields, file.as_bytes());
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY, "{file}");
        let page = text(reply).await;
        assert!(page.contains(said), "{file}: {said}");
        assert!(
            page.contains(file.lines().next().unwrap()),
            "what came stays: {file}"
        );
    }
    let many: String = (0..100_000)
        .map(|i| format!("{},{}\n", f64::from(i) * 0.01, 1 + i % 3))
        .collect();
    assert_eq!(
        send_file!(server, me, "/cast/bottom", fields, many.as_bytes()).status(),
        StatusCode::SEE_OTHER
    );
    let forged = [("csrf", "x"), ("query", ""), ("bed", "0 1")];
    assert_eq!(
        send_file!(server, me, "/cast/bottom", forged, b"0,1\n3,2\n").status(),
        StatusCode::FORBIDDEN
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn sink_tests_correct_the_pick_and_the_book_is_one_click_away(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Rush").await;
    let pick = "/?rig=ned&form=stick&length=70+mm&plastic=floating&depth=4+m&temp=12+%C2%B0C&wind=2+m/s&cast=20+m";
    assert!(
        !text(get!(server, me, pick))
            .await
            .contains("Your 4 sink tests")
    );
    let write = |seconds: &'static str| {
        [
            ("csrf", me.csrf.clone()),
            ("query", COUNT.to_owned()),
            ("seconds", seconds.to_owned()),
        ]
    };
    for seconds in ["14.4", "14,7 s", "14.2", "14.5"] {
        assert_eq!(
            post!(server, me, "/count", write(seconds)).status(),
            StatusCode::SEE_OTHER
        );
    }
    let bad = post!(server, me, "/count", write("soon"));
    assert_eq!(bad.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let bad = text(bad).await;
    assert!(bad.contains("give seconds") && bad.contains("value=\"soon\""));
    assert!(
        text(get!(server, me, pick))
            .await
            .contains("Your 4 sink tests"),
        "own record is the basis"
    );
    let page = as_shown(&text(get!(server, me, &format!("/count?{COUNT}"))).await);
    assert!(page.contains("Own record: 4 tests say") && page.contains("Back to the book"));
    // A bait of another length goes by the book.
    let other = text(get!(server, me, &pick.replace("70+mm", "64+mm"))).await;
    assert!(!other.contains("sink tests:"));
    let book = [
        ("csrf", me.csrf.clone()),
        ("query", COUNT.to_owned()),
        ("struck", "on".to_owned()),
    ];
    assert_eq!(
        post!(server, me, "/count/book", book).status(),
        StatusCode::SEE_OTHER
    );
    assert!(
        !text(get!(server, me, pick))
            .await
            .contains("Your 4 sink tests")
    );
    let back = [("csrf", me.csrf.clone()), ("query", COUNT.to_owned())];
    post!(server, me, "/count/book", back);
    assert!(
        text(get!(server, me, pick))
            .await
            .contains("Your 4 sink tests")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn nobody_sees_or_strikes_anothers_tests(pool: PgPool) {
    let server = server!(pool);
    let (a, b) = (member(&server, "Rush").await, member(&server, "Teal").await);
    let seconds = [
        ("csrf", a.csrf.clone()),
        ("query", COUNT.to_owned()),
        ("seconds", "17.3".to_owned()),
    ];
    post!(server, a, "/count", seconds);
    let page = text(get!(server, a, &format!("/count?{COUNT}"))).await;
    let ids = page
        .split("action=\"/count/")
        .filter_map(|t| t.split("/strike").next());
    let id = ids.filter(|i| i.len() == 36).last().unwrap().to_owned();
    assert!(
        !text(get!(server, b, &format!("/count?{COUNT}")))
            .await
            .contains("17.3 s")
    );
    let strike = [
        ("csrf", b.csrf.clone()),
        ("query", COUNT.to_owned()),
        ("struck", "on".to_owned()),
    ];
    assert_eq!(
        post!(server, b, &format!("/count/{id}/strike"), strike.clone()).status(),
        StatusCode::NOT_FOUND
    );
    post!(server, b, "/count/book", strike);
    assert!(
        text(get!(server, a, &format!("/count?{COUNT}")))
            .await
            .contains("Strike it"),
        "untouched"
    );
    let forged = [
        ("csrf", "x".to_owned()),
        ("query", COUNT.to_owned()),
        ("seconds", "3".to_owned()),
    ];
    assert_eq!(
        post!(server, a, "/count", forged).status(),
        StatusCode::FORBIDDEN
    );
    // They leave with everything else, and come back the same.
    let out = text(get!(server, a, "/account/export")).await;
    assert!(out.contains("\"sinks\"") && out.contains("17.3"));
    let taken = send_file!(
        server,
        b,
        "/account/import",
        [("csrf", b.csrf.as_str())],
        out.as_bytes()
    );
    assert!(
        taken.status().is_success() || taken.status().is_redirection(),
        "{}",
        taken.status()
    );
    assert!(
        text(get!(server, b, &format!("/count?{COUNT}")))
            .await
            .contains("17.3 s")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn without_a_sounder_there_is_none(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    assert_eq!(
        get!(server, me, "/cast/sounder").status(),
        StatusCode::NOT_FOUND
    );
    assert!(
        !text(get!(server, me, "/cast"))
            .await
            .contains("id=\"sounder\"")
    );
}

/// The next event of a page that listens.
async fn event<B: MessageBody>(body: &mut std::pin::Pin<Box<B>>) -> Value {
    let bytes = std::future::poll_fn(|at| body.as_mut().poll_next(at)).await;
    let bytes = bytes.and_then(Result::ok).expect("the stream goes on");
    let text = String::from_utf8(bytes.to_vec()).unwrap();
    serde_json::from_str(text.strip_prefix("data: ").unwrap().trim()).unwrap()
}

/// A device that says it is simulated and goes; then garbage and another one.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_sounder_that_goes_is_told_and_found_again(pool: PgPool) {
    use std::io::Write;
    use yarrowfen_core::sounder::sentence;
    let device = std::net::TcpListener::bind("127.0.0.1:0").unwrap();
    let address = device.local_addr().unwrap();
    std::thread::spawn(move || {
        let first = sentence("YFTXT,01,01,02,SIMULATED SOUNDER")
            + &sentence("YFMTW,12.5,C")
            + &sentence("YFDPT,3.5,0.0");
        device
            .accept()
            .unwrap()
            .0
            .write_all(first.as_bytes())
            .unwrap();
        let (mut other, _) = device.accept().unwrap();
        other.write_all(&vec![b'x'; 200_000]).unwrap();
        other
            .write_all(format!("\r\n{}", sentence("SDDPT,4.0,0.0")).as_bytes())
            .unwrap();
        std::thread::sleep(std::time::Duration::from_secs(5));
    });
    let app = App {
        sounder: std::sync::Arc::new(yarrowfen_web::live::sounder::Sounder::at(Some(address))),
        ..App::new(Engine::new().unwrap(), Store::over(pool), "static".into())
    };
    let server = test::init_service(
        WebApp::new()
            .wrap(session::middleware(Key::from(&[7; 64]), false))
            .configure(routes::router(app)),
    )
    .await;
    let reply = server
        .call(test::TestRequest::get().uri("/cast/sounder").to_request())
        .await
        .unwrap();
    assert_eq!(
        reply.headers().get("content-type").unwrap(),
        "text/event-stream"
    );
    let mut body = Box::pin(reply.into_body());
    let live = event(&mut body).await;
    assert_eq!(
        (
            live["state"].as_str(),
            live["simulated"].as_bool(),
            live["depth_m"].as_f64(),
            live["temp_c"].as_f64()
        ),
        (Some("live"), Some(true), Some(3.5), Some(12.5))
    );
    let lost = event(&mut body).await;
    assert_eq!(
        (lost["state"].as_str(), lost["depth_m"].as_f64()),
        (Some("lost"), Some(3.5)),
        "what came stays"
    );
    let again = event(&mut body).await;
    assert_eq!(
        (
            again["state"].as_str(),
            again["simulated"].as_bool(),
            again["depth_m"].as_f64()
        ),
        (Some("live"), Some(false), Some(4.0))
    );
    assert_eq!(again["garbled"], 1, "a flood is one fault");
}
