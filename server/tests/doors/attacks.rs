//! Who is not of this shop, and what they try: other hosts, other sites, floods, odd bodies; and the trail that stays.

use galvanon_server::store::role::Role;
use reqwest::Method;
use reqwest::header::{COOKIE, HOST, ORIGIN};
use serde_json::{Value, json};
use tokio::io::{AsyncReadExt, AsyncWriteExt};

use super::signing_in::{cookie_of, enter};
use crate::test_app::{TestApp, plate};

#[actix_web::test]
async fn only_known_names_are_served() {
    let app = TestApp::configured(|config| config.hosts = vec!["cuts.shop".into()]).await;
    let ask = async |path: &str, host: &str| {
        let asked = app.client.get(format!("{}{path}", app.address)).header(HOST, host);
        asked.send().await.unwrap().status().as_u16()
    };
    for ours in ["localhost", "127.0.0.1:8080", "[::1]", "CUTS.shop:443"] {
        assert_eq!(ask("/api/v1/jobs", ours).await, 200, "{ours}");
    }
    for strange in ["evil.example", "localhost.evil.example", "127.0.0.1.nip.example"] {
        for path in ["/api/v1/jobs", "/api/health", "/", "/jobs"] {
            assert_eq!(ask(path, strange).await, 403, "{strange} {path}");
        }
    }
}

#[actix_web::test]
async fn another_site_changes_nothing_with_a_browsers_own_cookie() {
    let app = TestApp::demo().await;
    let cookie = cookie_of(&enter(&app, &json!({ "name": "Marta Quill", "demo": true })).await);
    let add = async |header: (&str, &str)| {
        let path = format!("{}/api/v1/jobs/{}", app.address, uuid::Uuid::now_v7());
        let asked = app.nobody.put(path).header(COOKIE, &cookie).header(header.0, header.1);
        asked.json(&json!({ "name": "J", "rig": {} })).send().await.unwrap().status().as_u16()
    };
    assert_eq!(add(("Sec-Fetch-Site", "same-origin")).await, 201);
    assert_eq!(add(("Sec-Fetch-Site", "cross-site")).await, 403);
    assert_eq!(add((ORIGIN.as_str(), "https://evil.example")).await, 403);
    assert_eq!(add((ORIGIN.as_str(), "null")).await, 403);
    // signing somebody in or out from elsewhere, too
    let out = app.nobody.delete(format!("{}/api/v1/session", app.address)).header(COOKIE, &cookie);
    assert_eq!(out.header("Sec-Fetch-Site", "cross-site").send().await.unwrap().status(), 403);
    let still = app.nobody.get(format!("{}/api/v1/jobs", app.address)).header(COOKIE, &cookie);
    assert_eq!(still.send().await.unwrap().status(), 200);
}

#[actix_web::test]
async fn one_address_that_floods_is_told_to_wait() {
    let app = TestApp::configured(|config| config.flood_per_second = 20).await;
    let asks = (0..200).map(|_| async {
        let reply = app.nobody.get(format!("{}/api/health", app.address)).send().await.unwrap();
        (reply.status().as_u16(), reply.headers().contains_key("retry-after"))
    });
    let all = futures_util::future::join_all(asks).await;
    assert!(all.contains(&(429, true)), "{all:?}");
    assert!(all.iter().filter(|(status, _)| *status == 200).count() >= 40, "{all:?}");
}

#[actix_web::test]
async fn a_closed_shop_computes_for_its_own_alone() {
    let app = TestApp::configured(|config| config.closed = true).await;
    let path = "/api/v1/cut-plans/preview";
    let stranger = app.send_by(&app.nobody, (Method::POST, path), Some(&plate())).await;
    assert_eq!(stranger.status, 401);
    assert_eq!(app.post(path, &plate()).await.status, 200);
    assert_eq!(app.send_by(&app.nobody, (Method::GET, "/api/health"), None).await.status, 200);
}

#[actix_web::test]
async fn every_answer_carries_what_a_browser_needs_to_be_strict() {
    let app = TestApp::start().await;
    for path in ["/", "/api/health", "/api/v1/jobs", "/api/v1/nowhere"] {
        let reply = app.nobody.get(format!("{}{path}", app.address)).send().await.unwrap();
        let of = |name: &str| reply.headers().get(name).map(|it| it.to_str().unwrap().to_owned());
        assert_eq!(of("x-content-type-options").as_deref(), Some("nosniff"), "{path}");
        assert_eq!(of("cross-origin-opener-policy").as_deref(), Some("same-origin"), "{path}");
        assert_eq!(of("referrer-policy").as_deref(), Some("same-origin"), "{path}");
        assert!(of("permissions-policy").is_some_and(|it| it.contains("geolocation=()")), "{path}");
        assert!(
            of("content-security-policy").is_some_and(|it| it.contains("frame-ancestors 'none'"))
        );
        assert_eq!(of("strict-transport-security"), None, "not without https");
    }
}

#[actix_web::test]
async fn figures_of_the_server_are_for_its_own_machine_or_a_token() {
    let app =
        TestApp::configured(|config| config.public_url = Some("https://cuts.shop".into())).await;
    app.get("/api/v1/jobs").await;
    let ask = async |client: &reqwest::Client| {
        let asked = client.get(format!("{}/metrics", app.address)).header(HOST, "cuts.shop");
        let reply = asked.send().await.unwrap();
        (reply.status().as_u16(), reply.text().await.unwrap())
    };
    assert_eq!(ask(&app.nobody).await.0, 401, "behind a proxy everybody comes from this machine");
    let (status, text) = ask(&app.client).await;
    assert_eq!(status, 200);
    let line = "galvanon_requests_total{method=\"GET\",path=\"/api/v1/jobs\",status=\"200\"}";
    assert!(text.contains(line), "{text}");
    let here = TestApp::start().await;
    let reply = here.nobody.get(format!("{}/metrics", here.address)).send().await.unwrap();
    assert_eq!(reply.status(), 200);
    assert!(reply.headers()["content-type"].to_str().unwrap().starts_with("text/plain"));
}

/// Paths written so that a guard might read another one than the router.
#[actix_web::test]
async fn a_path_that_is_written_oddly_is_guarded_as_what_it_leads_to() {
    let app = TestApp::start().await;
    let host = app.address.strip_prefix("http://").unwrap().to_owned();
    for path in [
        "/api/v1/%6Aobs",
        "/%61pi/v1/jobs",
        "/api%2Fv1%2Fjobs",
        "/api/v1/./jobs",
        "/api/v1/edge/../jobs",
        "//api/v1/jobs",
        "/api//v1/jobs",
        "/api/v1/jobs/",
        "/API/v1/jobs",
        "/api/v1/jobs;x=1",
        "/api/v1/jobs%00",
        "/api/v1/session/../jobs",
        "/metrics/../api/v1/jobs",
    ] {
        // as it stands: a client would tidy it up
        let mut stream = tokio::net::TcpStream::connect(&host).await.unwrap();
        let ask = format!("GET {path} HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n");
        stream.write_all(ask.as_bytes()).await.unwrap();
        let mut reply = Vec::new();
        stream.read_to_end(&mut reply).await.unwrap();
        let reply = String::from_utf8_lossy(&reply);
        let status: u16 = reply.split(' ').nth(1).unwrap().parse().unwrap();
        assert!(!reply.contains("\"jobs\""), "{path}: {reply}");
        assert!(status < 500, "{path}: {status}");
    }
}

/// Bodies that are none, for every path of the document, as each role.
#[actix_web::test]
async fn strange_bodies_as_each_role_are_no_failures_of_ours() {
    let app = TestApp::start().await;
    let document = app.get("/api/openapi.json").await.body;
    let deep = format!("{}{}", "[".repeat(3_000), "]".repeat(3_000));
    let bodies =
        ["", "null", "[]", "{", "\"x\"", "{\"version\":1e999}", "{\"name\":{\"a\":[]}}", &deep];
    let id = uuid::Uuid::now_v7().to_string();
    for role in Role::ALL {
        let (_, client) = app.someone(&format!("A {}", role.code()), role).await;
        for (path, methods) in document["paths"].as_object().unwrap() {
            for method in methods.as_object().unwrap().keys().filter(|it| *it != "get") {
                let method: Method = method.to_uppercase().parse().unwrap();
                for part in [&*id, "..%2f..%2fetc%2fpasswd", "%00", "1' OR '1'='1"] {
                    let filled = ["{id}", "{run_id}", "{photo_id}", "{key}"]
                        .iter()
                        .fold(path.clone(), |path, name| path.replace(name, part));
                    // one body a part: the parts are what is odd then
                    let bodies = if part == id { &bodies[..] } else { &bodies[1..2] };
                    for body in bodies {
                        let asked =
                            client.request(method.clone(), format!("{}{filled}", app.address));
                        let asked = asked
                            .header("content-type", "application/json")
                            .body((*body).to_owned());
                        let status = asked.send().await.unwrap().status().as_u16();
                        assert!(status < 500, "{role:?} {method} {filled} {body:.40}: {status}");
                    }
                }
            }
        }
    }
}

#[actix_web::test]
async fn the_trail_is_added_to_read_and_never_changed_unseen() {
    let app = TestApp::start().await;
    let (id, _) = app.someone("Dorrit Vale", Role::TorchHand).await;
    let version = json!({ "version": 1, "role": "planner" });
    assert_eq!(app.patch(&format!("/api/v1/people/{id}"), &version).await.status, 200);
    assert_eq!(
        enter(&app, &json!({ "name": "Dorrit Vale", "password": "not the password" }))
            .await
            .status(),
        401
    );
    let read = async || {
        let reply = app.get("/api/v1/audit").await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body["entries"].as_array().unwrap().clone()
    };
    let all = read().await;
    let said: Vec<_> = all.iter().map(|entry| entry["what"].as_str().unwrap()).collect();
    assert_eq!(said[..2], ["wrong_key", "role"], "{all:?}");
    assert_eq!(all[0]["about"], json!({ "door": "password", "person": id }));
    assert_eq!(all[0]["about_person"], "Dorrit Vale");
    assert_eq!(all[1]["person"], "Ada Owner");
    assert!(!json!(all).to_string().contains("not the password"));
    assert!(all.iter().all(|entry| entry["sound"] == true), "{all:?}");
    // what is typed in place of a name may be a password: it is kept nowhere
    assert_eq!(
        enter(&app, &json!({ "name": "kerf drag lever", "password": "x" })).await.status(),
        401
    );
    let all = read().await;
    assert_eq!(all[0]["about"], json!({ "door": "password", "person": null }));
    // a name that is removed is gone from here too
    assert_eq!(app.post(&format!("/api/v1/people/{id}/forget"), &json!({})).await.status, 200);
    assert!(!json!(read().await).to_string().contains("Dorrit"));
    let numbers: Vec<i64> = all.iter().map(|entry| entry["number"].as_i64().unwrap()).collect();
    assert!(numbers.windows(2).all(|two| two[0] == two[1] + 1), "{numbers:?}");
    for sql in ["UPDATE audit SET what = 'x'", "DELETE FROM audit"] {
        let refused = sqlx::query(sql).execute(&app.pool).await.unwrap_err().to_string();
        assert!(refused.contains("only added to"), "{refused}");
    }
    // whoever owns the database can go round that, and it shows
    let sql = "ALTER TABLE audit DISABLE TRIGGER ALL; UPDATE audit SET about = '{}' WHERE what = 'role'; ALTER TABLE audit ENABLE TRIGGER ALL";
    sqlx::raw_sql(sql).execute(&app.pool).await.unwrap();
    let sound: Vec<Value> = read().await.iter().map(|entry| entry["sound"].clone()).collect();
    let broken: Vec<usize> = (0..sound.len()).filter(|at| sound[*at] == json!(false)).collect();
    assert_eq!(broken.len(), 1, "{sound:?}");
    assert_eq!(app.get("/api/v1/audit?after=x").await.status, 422);
    assert_eq!(app.get("/api/v1/audit?after=1").await.body["entries"], json!([]));
}
