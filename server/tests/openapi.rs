//! The OpenAPI document is made from the code, committed for the web client, and true.

use reqwest::Method;
use serde_json::{Value, json};

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

/// The ids of a list, at a pointer in each of its items.
async fn ids(app: &TestApp, path: &str, list: &str, id: &str) -> Vec<String> {
    let body = app.get(path).await.body;
    let items = body[list].as_array().unwrap_or_else(|| panic!("{path}: {body}"));
    items.iter().map(|item| item.pointer(id).unwrap().as_str().unwrap().to_owned()).collect()
}

/// The paths of every page in the demo's shop, each with its pattern in the document.
async fn pages(app: &TestApp, document: &Value) -> Vec<(String, String)> {
    let mut all = Vec::new();
    for (pattern, methods) in document["paths"].as_object().unwrap() {
        let reply = &methods["get"]["responses"]["200"]["content"]["application/json"];
        if reply.is_object() && !pattern.contains('{') {
            all.push((pattern.clone(), pattern.clone()));
        }
    }
    for job in ids(app, "/api/v1/jobs?limit=200", "jobs", "/job/id").await {
        for rest in ["", "/gas-plan", "/record", "/run", "/run/record", "/runs", "/tips"] {
            all.push((format!("/api/v1/jobs/{{id}}{rest}"), format!("/api/v1/jobs/{job}{rest}")));
        }
        for run in ids(app, &format!("/api/v1/jobs/{job}/runs"), "runs", "/id").await {
            for rest in ["", "/record"] {
                let pattern = format!("/api/v1/jobs/{{id}}/runs/{{run_id}}{rest}");
                all.push((pattern, format!("/api/v1/jobs/{job}/runs/{run}{rest}")));
            }
        }
    }
    for plan in ids(app, "/api/v1/today", "last", "/id").await {
        for rest in ["", "/clearance"] {
            all.push((
                format!("/api/v1/plans/{{id}}{rest}"),
                format!("/api/v1/plans/{plan}{rest}"),
            ));
        }
    }
    for quote in ids(app, "/api/v1/quotes", "quotes", "/id").await {
        all.push(("/api/v1/quotes/{id}".into(), format!("/api/v1/quotes/{quote}")));
    }
    all
}

/// Four answers did not fit what the document says of them.
#[actix_web::test]
async fn every_answer_of_the_demos_shop_fits_its_schema() {
    let app = TestApp::demo().await;
    let document = app.get("/api/openapi.json").await.body;
    let mut seen = 0;
    let mut wrong = Vec::new();
    for (pattern, path) in pages(&app, &document).await {
        let answer = app.get(&path).await;
        if answer.status != 200 {
            // it asks for what is not given here
            assert!([404, 422].contains(&answer.status.as_u16()), "{path}: {}", answer.body);
            continue;
        }
        seen += 1;
        let reply = &document["paths"][&pattern]["get"]["responses"]["200"];
        let schema = reply["content"]["application/json"]["schema"].clone();
        let whole = json!({ "allOf": [schema], "components": document["components"] });
        let validator = jsonschema::validator_for(&whole).unwrap();
        let faults = validator.iter_errors(&answer.body).take(2);
        wrong.extend(faults.map(|fault| format!("{path} at {}: {fault}", fault.instance_path())));
    }
    assert!(seen > 60, "only {seen} answers were looked at");
    let short = |fault: String| fault.chars().take(300).collect::<String>();
    let wrong: Vec<String> = wrong.into_iter().map(short).collect();
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}
