//! The contract over HTTP.

use crate::support::*;

async fn api<S, B, E>(server: &S, body: impl Into<actix_web::web::Bytes>) -> (StatusCode, Value)
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    let reply = server
        .call(
            test::TestRequest::post()
                .uri("/api/v1/pick")
                .set_payload(body)
                .to_request(),
        )
        .await
        .unwrap();
    let status = reply.status();
    (
        status,
        serde_json::from_slice(&test::read_body(reply).await).unwrap(),
    )
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_http_interface_answers_and_names_every_fault(pool: PgPool) {
    let server = server!(pool);
    let (status, answer) = api(
        &server,
        json!({"rig":"ned","water":{"depth_m":2.4}}).to_string(),
    )
    .await;
    assert_eq!((status, &answer["rig"]), (StatusCode::OK, &json!("ned")));
    let (status, faults) = api(
        &server,
        json!({"rig":"ned","water":{"depth_m":-1,"mud":1},"cast_m":"far"}).to_string(),
    )
    .await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(faults["errors"].as_array().unwrap().len(), 3);
    assert!(faults["error"]["field"].is_string());
    let huge = json!({"rig": "x".repeat(60_000)}).to_string();
    for bad in [
        String::new(),
        "{".into(),
        "[]".into(),
        huge,
        "[".repeat(60_000),
    ] {
        let (status, faults) = api(&server, bad).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(faults["error"]["message"].as_str().unwrap().len() < 400);
    }
    let (status, _) = api(&server, vec![0xff, 0xfe, b'{', b'}']).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    let (status, _) = api(&server, vec![b' '; 65 * 1024]).await;
    assert_eq!(status, StatusCode::PAYLOAD_TOO_LARGE);
    for rig in yarrowfen_core::base::codes::Rig::ALL {
        let (status, answer) = api(&server, json!({"rig": rig.code()}).to_string()).await;
        assert_eq!(
            (status, &answer["rig"]),
            (StatusCode::OK, &json!(rig.code()))
        );
        assert_eq!(answer["runners_up"].as_array().unwrap().len(), 8);
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_description_of_the_interface_is_served(pool: PgPool) {
    let server = server!(pool);
    let reply = server
        .call(
            test::TestRequest::get()
                .uri("/api/v1/openapi.json")
                .to_request(),
        )
        .await
        .unwrap();
    let doc: Value = serde_json::from_slice(&test::read_body(reply).await).unwrap();
    let depth = "/paths/~1api~1v1~1pick/post/requestBody/content/application~1json/schema/properties/water/properties/depth_m/maximum";
    assert_eq!(doc.pointer(depth), Some(&json!(60.0)));
}
