//! The OpenAPI document is made from the code, committed for the web client, and true.

use reqwest::Method;
use serde_json::Value;

use crate::test_app::TestApp;

#[test]
fn the_committed_document_is_current() {
    let path = concat!(env!("CARGO_MANIFEST_DIR"), "/../web/src/api/openapi.json");
    let committed: Value = serde_json::from_str(&std::fs::read_to_string(path).unwrap()).unwrap();
    let now: Value =
        serde_json::from_str(&galvanon_server::api::routes::openapi_json().unwrap()).unwrap();
    assert_eq!(committed, now, "run bin/gen-types and commit what it writes");
}

#[actix_web::test]
async fn every_path_of_the_document_is_served() {
    let app = TestApp::start().await;
    let document = app.get("/api/openapi.json").await.body;
    let paths = document["paths"].as_object().unwrap();
    assert!(paths.len() > 15);
    for (path, methods) in paths {
        for method in methods.as_object().unwrap().keys() {
            let method = Method::from_bytes(method.to_uppercase().as_bytes()).unwrap();
            let id = uuid::Uuid::now_v7().to_string();
            let reply = app
                .send(method.clone(), &path.replace("{id}", &id).replace("{key}", "units"), None)
                .await;
            let unrouted = reply.body["error"]["message"] == "There is no such path here.";
            let shut = reply.body["error"]["message"] == "There is no door here.";
            assert!(
                !unrouted && !shut && reply.status != 405 && reply.status != 500,
                "{method} {path}: {} {}",
                reply.status,
                reply.body
            );
        }
    }
}
