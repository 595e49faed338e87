//! Passkeys over HTTP: offered for a name alone, asked alike for whoever has none. Chromium's own authenticator makes and uses
//! one in the journeys.

use reqwest::Method;
use reqwest::header::HOST;
use serde_json::{Value, json};

use super::signing_in::enter;
use crate::test_app::TestApp;

async fn named() -> TestApp {
    TestApp::configured(|config| config.public_url = Some("https://cuts.shop".into())).await
}

async fn ask(app: &TestApp, body: &Value) -> (u16, Value) {
    let asked =
        app.nobody.post(format!("{}/api/v1/session", app.address)).header(HOST, "cuts.shop");
    let reply = asked.json(body).send().await.unwrap();
    (reply.status().as_u16(), reply.json().await.unwrap_or(Value::Null))
}

#[actix_web::test]
async fn a_shop_that_is_only_an_address_has_none() {
    let app = TestApp::start().await;
    let door = enter(&app, &json!({ "name": "Ada Owner", "passkey": true })).await;
    assert_eq!(door.status(), 403);
    assert_eq!(app.send(Method::POST, "/api/v1/passkeys", None).await.status, 403);
    let told: Value = app
        .nobody
        .get(format!("{}/api/v1/session", app.address))
        .send()
        .await
        .unwrap()
        .json()
        .await
        .unwrap();
    assert_eq!(told["doors"]["passkeys"], Value::Null);
}

#[actix_web::test]
async fn whoever_is_named_is_asked_alike_and_a_made_up_answer_opens_nothing() {
    let app = named().await;
    let (status, known) = ask(&app, &json!({ "name": "Ada Owner", "passkey": true })).await;
    let (_, unknown) = ask(&app, &json!({ "name": "Nobody At All", "passkey": true })).await;
    assert_eq!(status, 200, "{known}");
    let shape = |asked: &Value| -> Vec<String> {
        let options = &asked["passkey"]["options"]["publicKey"];
        assert_eq!(options["rpId"], "cuts.shop");
        assert_eq!(options["allowCredentials"].as_array().unwrap().len(), 1, "{asked}");
        options.as_object().unwrap().keys().cloned().collect()
    };
    assert_eq!(shape(&known), shape(&unknown));
    let id = &unknown["passkey"]["id"];
    let credential = json!({
        "id": "AAAA", "rawId": "AAAA", "type": "public-key",
        "response": { "authenticatorData": "AAAA", "clientDataJSON": "AAAA", "signature": "AAAA" },
        "clientExtensionResults": {},
    });
    let (status, told) = ask(&app, &json!({ "asked": id, "credential": credential })).await;
    assert_eq!((status, &told["error"]["code"]), (401, &json!("wrong_key")), "{told}");
    let (status, _) = ask(&app, &json!({ "asked": id, "credential": { "id": 7 } })).await;
    assert_eq!(status, 422);
}

#[actix_web::test]
async fn what_was_asked_of_one_is_answered_by_nobody_else_and_once() {
    let app = named().await;
    let post = |client: &reqwest::Client, method: Method, path: &str| {
        client.request(method, format!("{}{path}", app.address)).header(HOST, "cuts.shop")
    };
    let asked: Value = post(&app.client, Method::POST, "/api/v1/passkeys")
        .send()
        .await
        .unwrap()
        .json()
        .await
        .unwrap();
    assert_eq!(asked["options"]["publicKey"]["rp"]["id"], "cuts.shop", "{asked}");
    let (_, other) =
        app.someone("Dorrit Vale", galvanon_server::store::role::Role::TorchHand).await;
    let credential = json!({
        "id": "AAAA", "rawId": "AAAA", "type": "public-key",
        "response": { "attestationObject": "AAAA", "clientDataJSON": "AAAA" },
    });
    let body = json!({ "name": "mine", "credential": credential });
    let path = format!("/api/v1/passkeys/{}", asked["id"].as_str().unwrap());
    let answer = async |client: &reqwest::Client| {
        post(client, Method::PUT, &path).json(&body).send().await.unwrap().status().as_u16()
    };
    assert_eq!(answer(&other).await, 404);
    assert_eq!(answer(&app.client).await, 404, "it was taken by the one who tried");
    let list: Value = post(&app.client, Method::GET, "/api/v1/passkeys")
        .send()
        .await
        .unwrap()
        .json()
        .await
        .unwrap();
    assert_eq!(list["passkeys"], json!([]));
}
