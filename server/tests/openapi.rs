//! The OpenAPI document is made from the code, committed for the web client, and true.

use reqwest::Method;
use serde_json::Value;

use crate::test_app::TestApp;

#[test]
fn the_committed_document_is_current() {
    let path = concat!(env!("CARGO_MANIFEST_DIR"), "/../web/src/api/openapi.json");
    let committed: Value = serde_json::from_str(&std::fs::read_to_string(path).unwrap()).unwrap();
    let now: Value =
        serde_json::from_str(&galvanon_server::api::openapi::openapi_json().unwrap()).unwrap();
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

/// Two shapes of one name would stand as one in the document, and the screen's types would be another's.
#[test]
fn no_two_shapes_of_the_document_have_one_name() {
    fn files(folder: &std::path::Path, found: &mut Vec<String>) {
        for entry in std::fs::read_dir(folder).unwrap().map(Result::unwrap) {
            if entry.path().is_dir() {
                files(&entry.path(), found);
            } else {
                found.push(std::fs::read_to_string(entry.path()).unwrap());
            }
        }
    }
    let mut texts = Vec::new();
    files(&std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("src"), &mut texts);
    let mut names: Vec<String> = Vec::new();
    for text in &texts {
        for after in text.split("ToSchema)]").skip(1) {
            let line = after.lines().find(|line| line.starts_with("pub "));
            names.extend(line.and_then(|line| line.split_whitespace().nth(2)).map(str::to_owned));
        }
    }
    let count = names.len();
    assert!(count > 100, "{count}");
    names.sort();
    let twice: Vec<_> = names.windows(2).filter(|pair| pair[0] == pair[1]).collect();
    assert_eq!(twice, Vec::<&[String]>::new());
}
