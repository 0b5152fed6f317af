//! A forecast that is slow, broken or lying is survived: a page never waits for it longer than two
//! seconds and a half, and always says what was wrong.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

use std::io::{Read, Write};
use std::net::TcpListener;
use std::time::{Duration, Instant};

use time::macros::date;
use yarrowfen_core::physics::sun::Position;
use yarrowfen_web::live::forecast::{Forecast, ForecastFault};
use yarrowfen_web::reader::Caller;

/// Plays a service that sends these bytes to whoever asks, after some time.
fn plays(answer: Vec<u8>, after: Duration) -> Forecast {
    let listener = TcpListener::bind("127.0.0.1:0").unwrap();
    let address = format!("http://{}/", listener.local_addr().unwrap());
    std::thread::spawn(move || {
        for from in listener.incoming().flatten() {
            let (mut from, answer) = (from, answer.clone());
            std::thread::spawn(move || {
                let _ = from.read(&mut [0; 4096]);
                std::thread::sleep(after);
                let _ = from.write_all(&answer);
            });
        }
    });
    Forecast::at(Some(address))
}

fn json(body: &str) -> Vec<u8> {
    let length = body.len();
    format!("HTTP/1.1 200 OK\r\ncontent-type: application/json\r\ncontent-length: {length}\r\n\r\n{body}").into_bytes()
}

const SOUND: &str = r#"{"day": "2026-06-12", "simulated": true, "hours": [{"time": "4:00", "wind_mps": 2, "water_c": 17}, {"time": "12:00", "wind_mps": 6}]}"#;

fn caller() -> Caller {
    Caller::stranger("192.0.2.1".into())
}

async fn asked(forecast: &Forecast) -> Result<f64, ForecastFault> {
    let began = Instant::now();
    let found = forecast
        .of(&caller(), (date!(2026 - 06 - 12), None), (300, 660))
        .await;
    assert!(
        began.elapsed() < Duration::from_millis(2500),
        "a page waits no longer"
    );
    found.map(|w| w.wind.at(480.0).unwrap())
}

#[actix_web::test]
async fn a_sound_answer_is_taken_and_held() {
    let forecast = plays(json(SOUND), Duration::from_millis(20));
    assert!((asked(&forecast).await.unwrap() - 4.0).abs() < 1e-9);
    let began = Instant::now();
    assert!(asked(&forecast).await.is_ok() && began.elapsed() < Duration::from_millis(15));
}

#[actix_web::test]
async fn a_slow_one_is_left() {
    for answer in [json(SOUND), Vec::new()] {
        let forecast = plays(answer, Duration::from_secs(20));
        assert!(matches!(asked(&forecast).await, Err(ForecastFault::Slow)));
    }
    // One that begins and never ends.
    let trickle = b"HTTP/1.1 200 OK\r\ncontent-length: 1000\r\n\r\n{\"day\"".to_vec();
    let forecast = plays(trickle, Duration::ZERO);
    assert!(asked(&forecast).await.is_err());
}

#[actix_web::test]
async fn a_broken_one_is_said() {
    let away = Forecast::at(Some("http://127.0.0.1:1/".to_owned()));
    assert!(matches!(asked(&away).await, Err(ForecastFault::Away)));
    assert!(matches!(
        asked(&Forecast::default()).await,
        Err(ForecastFault::Away)
    ));
    for answer in [
        b"HTTP/1.1 500 Oh\r\ncontent-length: 0\r\n\r\n".to_vec(),
        b"HTTP/1.1 302 Found\r\nlocation: http://127.0.0.1:2/\r\ncontent-length: 0\r\n\r\n"
            .to_vec(),
        b"not HTTP at all".to_vec(),
    ] {
        let forecast = plays(answer, Duration::ZERO);
        assert!(matches!(asked(&forecast).await, Err(ForecastFault::Away)));
    }
    let huge = format!(
        r#"{{"day": "2026-06-12", "hours": [], "more": "{}"}}"#,
        "x".repeat(2_000_000)
    );
    for body in ["<html>", "", &huge] {
        let forecast = plays(json(body), Duration::ZERO);
        assert!(matches!(
            asked(&forecast).await,
            Err(ForecastFault::Unreadable)
        ));
    }
}

#[actix_web::test]
async fn a_lying_one_is_not_believed() {
    for (from, to) in [
        ("\"4:00\"", "\"7:00\""),
        ("06-12", "06-13"),
        ("_mps\": 2,", "_mps\": 200,"),
    ] {
        let forecast = plays(json(&SOUND.replacen(from, to, 1)), Duration::ZERO);
        let fault = asked(&forecast).await.err();
        assert!(
            matches!(fault, Some(ForecastFault::Lies(_))),
            "{from} {to}: {fault:?}"
        );
        assert!(fault.unwrap().to_string().ends_with("type the wind"));
    }
}

#[actix_web::test]
async fn many_at_once_do_not_hold_each_other_up() {
    let forecast = plays(json(SOUND), Duration::from_secs(20));
    let all = (0..12_i64).map(|n| {
        let forecast = &forecast;
        async move {
            let day = date!(2026 - 06 - 12) + time::Duration::days(n);
            forecast.of(&caller(), (day, None), (300, 660)).await.err()
        }
    });
    let faults = futures_util::future::join_all(all).await;
    let busy = faults
        .iter()
        .filter(|f| matches!(f, Some(ForecastFault::Busy)))
        .count();
    assert_eq!(busy, 8, "{faults:?}");
}

/// A caller who asks for one place after another is told to wait; another caller is served, and a
/// place that was asked for is still known.
#[actix_web::test]
async fn one_caller_asks_for_few_places() {
    let forecast = plays(json(SOUND), Duration::ZERO);
    let place = |n: u32| Position::new(50.0 + f64::from(n), 0.0);
    let of = async |n, who: &str| {
        let caller = Caller::stranger(who.into());
        let at = (date!(2026 - 06 - 12), place(n));
        forecast.of(&caller, at, (300, 660)).await
    };
    let mut served = 0;
    for n in 0..20 {
        served += u32::from(of(n, "192.0.2.1").await.is_ok());
    }
    assert_eq!(served, 6);
    assert!(of(0, "192.0.2.1").await.is_ok());
    assert!(of(12, "192.0.2.2").await.is_ok());
}
