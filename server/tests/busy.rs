//! A database that is locked, full or slow, and lists that are long: who asks is answered soon, and nothing else stalls.

use std::time::{Duration, Instant};

use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;
use crate::yard::{Yard, job};

#[actix_web::test]
async fn a_locked_table_is_said_to_be_busy_and_health_is_answered_meanwhile() {
    let app = TestApp::start().await;
    let mut other = app.pool.begin().await.unwrap();
    sqlx::query("LOCK TABLE jobs IN ACCESS EXCLUSIVE MODE").execute(&mut *other).await.unwrap();
    let began = Instant::now();
    let (jobs, health) = tokio::join!(app.get("/api/v1/jobs"), app.get("/api/health"));
    assert_eq!((jobs.status.as_u16(), &jobs.body["error"]["code"]), (503, &json!("busy")));
    assert!(began.elapsed() < Duration::from_secs(6), "{:?}", began.elapsed());
    // the one connection waits for the lock: health says so, and does not wait as long
    assert_eq!(health.status, 200);
    other.rollback().await.unwrap();
    assert_eq!(app.get("/api/v1/jobs").await.status, 200);
    assert_eq!(app.get("/api/health").await.body["database"], true);
}

#[actix_web::test]
async fn a_full_disk_is_answered_with_a_pause_and_nothing_is_changed() {
    let app = TestApp::start().await;
    let full = "CREATE FUNCTION full_disk() RETURNS trigger LANGUAGE plpgsql AS
        $$ BEGIN RAISE EXCEPTION 'could not extend file' USING ERRCODE = '53100'; END $$";
    sqlx::query(full).execute(&app.pool).await.unwrap();
    let trigger =
        "CREATE TRIGGER full_disk BEFORE INSERT ON jobs FOR EACH ROW EXECUTE FUNCTION full_disk()";
    sqlx::query(trigger).execute(&app.pool).await.unwrap();
    let path = format!("{}/api/v1/jobs/{}", app.address, Uuid::now_v7());
    let reply = app.client.put(path).json(&json!({ "name": "J", "rig": {} })).send().await.unwrap();
    assert_eq!(reply.status(), 503);
    assert!(reply.headers().contains_key("retry-after"));
    assert_eq!(reply.json::<Value>().await.unwrap()["error"]["code"], "full");
    assert_eq!(app.get("/api/v1/jobs").await.body["jobs"], json!([]));
}

#[actix_web::test]
async fn a_tip_that_cannot_be_read_any_more_ends_no_export() {
    let app = TestApp::demo().await;
    let spoilt = "UPDATE gear SET fields = '{\"bore_mm\": [1, 2]}' WHERE kind = 'tip'";
    sqlx::query(spoilt).execute(&app.pool).await.unwrap();
    let written = app.get("/api/v1/burns.csv").await;
    assert_eq!(written.status, 200, "{}", written.body);
    assert!(written.body.as_str().unwrap().lines().count() > 50);
    let read =
        app.post("/api/v1/burns/read", &json!({ "text": "date,thickness\n2026-01-05,12\n" })).await;
    assert_eq!(read.status, 200, "{}", read.body);
}

/// Lines of a list, each under an id of its own.
fn listed(count: usize) -> Vec<Value> {
    let input = json!({ "steel": { "thickness_mm": 12 }, "cut": { "length_mm": 300, "process": "guided" } });
    let line =
        |i: usize| json!({ "id": Uuid::now_v7(), "typed": format!("line {i}"), "input": input });
    (0..count).map(line).collect()
}

#[actix_web::test]
async fn a_job_of_many_lines_comes_in_pages_each_line_once_and_in_order() {
    let app = TestApp::start().await;
    let job = job(&app).await;
    let body = json!({ "lines": listed(450) });
    let path = format!("/api/v1/cut-lists/{job}/keep");
    let kept = app.post(&path, &body).await;
    assert_eq!((kept.status.as_u16(), kept.body["lines"].as_array().unwrap().len()), (200, 450));
    assert_eq!(kept.body["lines"][449]["typed"], "line 449");
    // sent again it changes nothing
    assert_eq!(app.post(&path, &body).await.body["lines"], json!([]));
    let mut seen: Vec<String> = Vec::new();
    let mut path = format!("/api/v1/jobs/{job}");
    let mut pages = 0;
    loop {
        let page = app.get(&path).await;
        assert_eq!((page.status.as_u16(), &page.body["line_count"]), (200, &json!(450)));
        let lines = page.body["lines"].as_array().unwrap();
        assert!(lines.iter().all(|line| line["plan"]["verdict"].is_string()));
        seen.extend(lines.iter().map(|line| line["line"]["typed"].as_str().unwrap().to_owned()));
        pages += 1;
        let Some(next) = page.body["next"].as_str() else { break };
        path = format!("/api/v1/jobs/{job}?after={next}");
    }
    assert_eq!((pages, seen.len()), (3, 450));
    assert!(seen.iter().enumerate().all(|(i, typed)| *typed == format!("line {i}")));
    let few = app.get(&format!("/api/v1/jobs/{job}?limit=7")).await.body;
    assert_eq!(few["lines"].as_array().unwrap().len(), 7);
    for odd in ["limit=0", "limit=201", "after=x", "after=7ff8000000000000.0", "after="] {
        let refused = app.get(&format!("/api/v1/jobs/{job}?{odd}")).await;
        assert_eq!(refused.status, 422, "{odd}: {}", refused.body);
    }
}

#[actix_web::test]
async fn what_a_panic_does_is_counted_for_whoever_watches() {
    let app = TestApp::start().await;
    let told = app.get("/metrics").await.body;
    let told =
        told.as_str().unwrap().lines().find(|line| line.starts_with("galvanon_panics_total"));
    assert!(
        told.is_some_and(|line| line.split(' ').nth(1).is_some_and(|n| n.parse::<u64>().is_ok()))
    );
}

/// Ten tablets that reconnect together each send what they kept: with one connection in all, none waits for another.
#[actix_web::test]
async fn ten_tablets_that_reconnect_starve_nobody() {
    let yard = Yard::start().await;
    let burn = |i: usize| {
        let body = json!({ "happened_at": format!("2026-03-0{}T09:00:00Z", 1 + i % 9), "outcome": "good",
            "job_line_id": yard.lines[0], "start_s": 20, "duration_s": 60 });
        let path = format!("/api/v1/burns/{}", Uuid::now_v7());
        let app = &yard.app;
        async move { app.send(Method::PUT, &path, Some(&body)).await }
    };
    let all = futures_util::future::join_all((0..10).map(burn)).await;
    for answer in &all {
        assert_eq!(answer.status, 201, "{}", answer.body);
    }
}
