//! Who may change something, what a page may load, and how it is cached.

use reqwest::Method;
use serde_json::json;

use crate::test_app::{TestApp, plate};

#[actix_web::test]
async fn changes_come_from_this_site_in_json() {
    let app = TestApp::start().await;
    let path = format!("{}/api/v1/cut-plans/preview", app.address);
    let send = async |header: (&str, &str)| {
        let request = app.client.post(&path).json(&plate()).header(header.0, header.1);
        request.send().await.unwrap().status().as_u16()
    };
    assert_eq!(send(("Sec-Fetch-Site", "same-origin")).await, 200);
    assert_eq!(send(("Sec-Fetch-Site", "cross-site")).await, 403);
    assert_eq!(send(("Origin", "http://elsewhere.example")).await, 403);
    assert_eq!(send(("Origin", &app.address)).await, 200);
    let form = app.client.post(&path).body("a=1").header("content-type", "text/plain");
    assert_eq!(form.send().await.unwrap().status(), 403);
}

#[actix_web::test]
async fn the_body_has_a_limit_and_broken_json_a_reason() {
    let app = TestApp::start().await;
    let large = app.post("/api/v1/entry/line", &json!({ "text": "x".repeat(300_000) })).await;
    assert_eq!((large.status.as_u16(), &large.body["error"]["code"]), (413, &json!("too_large")));
    let path = format!("{}/api/v1/entry/line", app.address);
    let broken =
        app.client.post(&path).header("content-type", "application/json").body("{\"text\":");
    assert_eq!(broken.send().await.unwrap().status(), 422);
}

#[actix_web::test]
async fn health_says_whether_the_database_answers_and_ready_whether_to_ask() {
    let app = TestApp::start().await;
    let ask = async |path: &str| {
        let reply = app.get(path).await;
        (reply.status.as_u16(), reply.body["database"].clone())
    };
    assert_eq!(ask("/api/health").await, (200, json!(true)));
    assert_eq!(ask("/api/ready").await, (200, json!(true)));
    app.served_by.close().await;
    // it runs, and says what is away
    assert_eq!(ask("/api/health").await, (200, json!(false)));
    assert_eq!(ask("/api/ready").await, (503, json!(false)));
    // what needs no database answers on; what does says that it may be asked again
    assert_eq!(app.preview(&crate::test_app::plate()).await.status, 200);
    let reply = app.get("/api/v1/jobs").await;
    assert_eq!((reply.status.as_u16(), &reply.body["error"]["code"]), (503, &json!("unavailable")));
    assert!(reply.body["error"]["message"].as_str().unwrap().contains("Nothing was lost"));
}

#[actix_web::test]
async fn pages_load_nothing_from_outside_and_unknown_paths_get_the_page() {
    let app = TestApp::start().await;
    let page =
        async |path: &str| app.client.get(format!("{}{path}", app.address)).send().await.unwrap();
    for path in ["/", "/jobs", "/cards/whatever"] {
        let reply = page(path).await;
        assert_eq!(reply.status(), 200, "{path}");
        let policy = reply.headers()["content-security-policy"].to_str().unwrap().to_owned();
        assert!(policy.contains("default-src 'self'") && !policy.contains("http"), "{policy}");
        assert_eq!(reply.headers()["cache-control"], "no-cache");
    }
    let html = page("/").await.text().await.unwrap();
    let script =
        html.split('"').find(|part| part.starts_with("/assets/") && part.ends_with(".js")).unwrap();
    assert!(page(script).await.headers()["cache-control"].to_str().unwrap().contains("immutable"));
    assert_eq!(page("/assets/gone.js").await.status(), 404, "a page is no script");
    let nowhere = app.send(Method::GET, "/api/v1/nowhere", None).await;
    assert_eq!(
        (nowhere.status.as_u16(), &nowhere.body["error"]["code"]),
        (404, &json!("not_found"))
    );
}

#[actix_web::test]
async fn no_answer_of_the_interface_stays_in_a_cache() {
    let app = TestApp::start().await;
    let told = async |client: &reqwest::Client, path: &str| {
        let reply = client.get(format!("{}{path}", app.address)).send().await.unwrap();
        let rule = reply.headers().get("cache-control").map(|it| it.to_str().unwrap().to_owned());
        (reply.status().as_u16(), rule)
    };
    let never = Some("no-store".to_owned());
    for (path, status) in [
        ("/api/v1/jobs", 200),
        ("/api/health", 200),
        ("/api/v1/jobs/x", 404),
        ("/api/v1/jobs?limit=0", 422),
    ] {
        assert_eq!(told(&app.client, path).await, (status, never.clone()), "{path}");
    }
    assert_eq!(told(&app.nobody, "/api/v1/jobs").await, (401, never));
    let demo = TestApp::demo().await;
    let kept = demo.get("/api/v1/diagnoses?limit=200").await.body;
    let photo =
        kept["diagnoses"].as_array().unwrap().iter().find_map(|it| it["photos"][0]["id"].as_str());
    let path = format!("{}/api/v1/photos/{}", demo.address, photo.expect("the demo has a photo"));
    let reply = demo.client.get(path).send().await.unwrap();
    assert_eq!(reply.headers()["cache-control"], "private, max-age=31536000, immutable");
}
