//! What stands around the doors: the database away, https, proxies, clocks, backups, pages of the trail.

use std::net::TcpListener;

use galvanon_server::backup::backup;
use galvanon_server::config::Config;
use galvanon_server::serve;
use galvanon_server::store::role::Role;
use reqwest::Method;
use reqwest::header::{COOKIE, HOST, SET_COOKIE};
use serde_json::{Value, json};
use uuid::Uuid;

use super::signing_in::{GOOD, cookie_of, enter, get_with, invited};
use crate::test_app::TestApp;

#[actix_web::test]
async fn while_the_database_is_away_nobody_is_thrown_out() {
    let app = TestApp::demo().await;
    let cookie = cookie_of(&enter(&app, &json!({ "name": "Marta Quill", "demo": true })).await);
    app.served_by.close().await;
    for path in ["/api/v1/session", "/api/v1/jobs", "/api/v1/people"] {
        let asked = app.nobody.get(format!("{}{path}", app.address)).header(COOKIE, &cookie);
        let reply = asked.send().await.unwrap();
        assert_eq!(reply.status(), 503, "{path}");
        assert!(reply.headers().contains_key("retry-after"), "{path}");
    }
    // and nobody is told that a key is wrong which could not be looked at
    let reply = enter(&app, &json!({ "name": "Marta Quill", "password": GOOD })).await;
    assert_eq!(reply.status(), 503);
    // what needs nobody answers on
    assert_eq!(app.preview(&crate::test_app::plate()).await.status, 200);
}

/// The same shop, served otherwise besides.
fn also_served(app: &TestApp, change: impl FnOnce(&mut Config)) -> String {
    let listener = TcpListener::bind("127.0.0.1:0").unwrap();
    let address = format!("http://{}", listener.local_addr().unwrap());
    let mut config = Config::on_loopback("web/dist".into());
    change(&mut config);
    tokio::spawn(serve(listener, app.pool.clone(), &config).unwrap());
    address
}

#[actix_web::test]
async fn behind_a_proxy_with_a_name_cookies_are_secure_and_the_demo_has_no_door() {
    let app = TestApp::demo().await;
    invited(&app, "Wren Ashby", Role::TorchHand).await;
    let address = also_served(&app, |config| config.public_url = Some("https://cuts.shop".into()));
    let enter = async |body: Value| {
        let asked = app.nobody.post(format!("{address}/api/v1/session")).header(HOST, "cuts.shop");
        asked.json(&body).send().await.unwrap()
    };
    assert_eq!(enter(json!({ "name": "Marta Quill", "demo": true })).await.status(), 401);
    let reply = enter(json!({ "name": "Wren Ashby", "password": GOOD })).await;
    assert_eq!(reply.status(), 204);
    let given = reply.headers()[SET_COOKIE].to_str().unwrap().to_owned();
    for part in ["__Host-galvanon=", "Secure", "HttpOnly", "SameSite=Lax", "Path=/"] {
        assert!(given.contains(part), "{part}: {given}");
    }
    assert!(reply.headers()["strict-transport-security"].to_str().unwrap().contains("max-age="));
    let told = app.nobody.get(format!("{address}/api/v1/session")).header(HOST, "cuts.shop");
    let told: Value = told.send().await.unwrap().json().await.unwrap();
    assert_eq!(
        (&told["doors"]["demo"], &told["doors"]["passkeys"]),
        (&json!([]), &json!("https://cuts.shop"))
    );
}

#[actix_web::test]
async fn tries_are_counted_by_the_address_that_a_named_proxy_tells() {
    let app = TestApp::start().await;
    let address = also_served(&app, |config| config.proxies = vec![[127, 0, 0, 1].into()]);
    let from = async |ip: &str, name: &str| {
        let asked = app.nobody.post(format!("{address}/api/v1/session"));
        let asked = asked.header("X-Forwarded-For", format!("8.8.8.8, {ip}"));
        let body = json!({ "invitation": format!("{name}-0123456789abcdef") });
        asked.json(&body).send().await.unwrap().status().as_u16()
    };
    let mut last = 0;
    for at in 0..102 {
        last = from("203.0.113.9", &format!("n{at}")).await;
    }
    assert_eq!(last, 429, "one address has its share");
    assert_eq!(from("203.0.113.10", "other").await, 401, "another has its own");
}

#[actix_web::test]
async fn a_clock_that_stands_behind_is_noted_and_nothing_is_refused_for_it() {
    let app = TestApp::start().await;
    let device = app.client.post(format!("{}/api/v1/devices", app.address));
    let device = device.json(&json!({ "name": "Bay 2" })).send().await.unwrap();
    let cookie = cookie_of(&device);
    let (job, run) = (Uuid::now_v7(), Uuid::now_v7());
    let job = format!("/api/v1/jobs/{job}");
    app.put(&job, &json!({ "name": "J", "rig": {} })).await;
    let run = format!("{job}/runs/{run}");
    app.put(&run, &json!({ "fuel": "acetylene" })).await;
    let behind = time::OffsetDateTime::now_utc() - time::Duration::days(400);
    let event = json!({
        "id": Uuid::now_v7(), "happened_at": "2025-10-24T09:00:00Z", "person_id": null,
        "kind": "note", "body": { "text": "set back" },
    });
    for clock in [
        format!("{}", behind.unix_timestamp() * 1_000),
        "NaN".into(),
        "soon".into(),
        "1e999".into(),
    ] {
        let asked = app.nobody.post(format!("{}{run}/events", app.address)).header(COOKIE, &cookie);
        let asked = asked.header("Galvanon-Clock", &clock).json(&json!({ "events": [event] }));
        assert_eq!(asked.send().await.unwrap().status(), 200, "{clock}");
    }
    let noted =
        app.get("/api/v1/devices").await.body["devices"][0]["clock_ahead_s"].as_f64().unwrap();
    assert!((noted + 400.0 * 86_400.0).abs() < 120.0, "{noted}");
}

#[actix_web::test]
async fn a_restored_shop_lets_the_same_people_in() {
    let app = TestApp::start().await;
    let (_, cookie) = invited(&app, "Dorrit Vale", Role::TorchHand).await;
    let file = std::env::temp_dir().join(format!("galvanon-doors-{}", Uuid::now_v7()));
    backup(&app.pool, &file).await.unwrap();
    let held = std::fs::read(&file).unwrap();
    let key = cookie.split_once('=').unwrap().1.as_bytes();
    assert!(!held.windows(key.len()).any(|part| part == key), "no key stands in a backup");
    let other = TestApp::restored(&file).await;
    restore_is_sound(&other).await;
    let reply = enter(&other, &json!({ "name": "Dorrit Vale", "password": GOOD })).await;
    assert_eq!(reply.status(), 204);
    assert_eq!(
        get_with(&other, &cookie_of(&reply), "/api/v1/session").await.1["role"],
        "torch_hand"
    );
    std::fs::remove_file(&file).unwrap();
}

/// The trail goes on where it was.
async fn restore_is_sound(app: &TestApp) {
    let (_, owner) = app.someone("Another Owner", Role::Owner).await;
    let trail = app.send_by(&owner, (Method::GET, "/api/v1/audit"), None).await.body;
    let all = trail["entries"].as_array().unwrap();
    assert!(all.len() > 2 && all.iter().all(|entry| entry["sound"] == true), "{trail}");
}

#[actix_web::test]
async fn the_trail_is_read_page_by_page_to_its_beginning() {
    let app = TestApp::start().await;
    for at in 0..130 {
        let made = app.post("/api/v1/tokens", &json!({ "name": format!("T{at}") })).await;
        assert_eq!(made.status, 201);
    }
    let mut numbers = Vec::new();
    let mut path = "/api/v1/audit".to_owned();
    loop {
        let page = app.get(&path).await.body;
        let entries = page["entries"].as_array().unwrap();
        numbers.extend(entries.iter().map(|entry| entry["number"].as_i64().unwrap()));
        let Some(next) = page["next"].as_str() else { break };
        path = format!("/api/v1/audit?after={next}");
    }
    let wanted: Vec<i64> = (1..=numbers.len().try_into().unwrap()).rev().collect();
    assert!(numbers.len() > 130);
    assert_eq!(numbers, wanted, "each once, the newest first");
}
