//! Each hostile file is answered in words within 3 s, and the server is as well as before.

use std::path::{Path, PathBuf};
use std::time::Duration;

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::large;
use crate::server::{ALONE, Answer, Server};

/// The longest that any of them may take.
const SOON: Duration = Duration::from_secs(3);
/// The server may hold so much more memory afterward, MB.
const MORE: f64 = 200.0;

fn folder() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../reference/hostile")
}

fn check(name: &str, answer: &Answer) {
    let Answer { status, body, took } = answer;
    println!("{took:9.0?} {status} {name}");
    assert!((200..500).contains(status), "{name}: {status} {body}");
    assert!(*took < SOON, "{name} took {took:?}: {status}");
    if *status >= 400 {
        let words = body["error"]["message"].as_str().unwrap_or_default();
        assert!(words.len() > 10 && words.contains(' '), "{name}: {status} without words: {body}");
    }
}

/// The paths that read a table of text.
const TABLES: [&str; 3] =
    ["/api/v1/cut-lists/plan", "/api/v1/burns/read", "/api/v1/tip-charts/read"];

async fn photo(server: &Server, bytes: Vec<u8>) -> Answer {
    let kept = server.get_by_owner("/api/v1/diagnoses").await.body;
    let diagnosis = kept["diagnoses"][0]["diagnosis"]["record"]["id"].as_str();
    let diagnosis = diagnosis.or(kept["diagnoses"][0]["diagnosis"]["id"].as_str());
    let diagnosis = diagnosis.expect("the demo has a diagnosis").to_owned();
    let path = format!("{}/api/v1/diagnoses/{diagnosis}/photos/{}", server.address, Uuid::now_v7());
    let request = server.client.put(path).header("content-type", "image/png").body(bytes);
    server.send(request.bearer_auth(&server.token)).await
}

async fn send(server: &Server, file: &Path) -> Vec<Answer> {
    let bytes = std::fs::read(file).unwrap();
    let text = || String::from_utf8_lossy(&bytes).into_owned();
    match file.extension().and_then(|it| it.to_str()).unwrap() {
        drawing @ ("svg" | "dxf") => {
            let body = json!({ "format": drawing, "text": text(), "unit": "mm" });
            vec![server.post("/api/v1/layout/parts/read", &body).await]
        }
        "xlsx" => {
            let body = json!({ "xlsx_base64": STANDARD.encode(&bytes) });
            vec![server.post_by_owner(TABLES[0], &body).await]
        }
        "csv" => {
            let mut answers = Vec::new();
            for path in TABLES {
                answers.push(server.post_by_owner(path, &json!({ "text": text() })).await);
            }
            answers
        }
        "png" => vec![photo(server, bytes).await],
        "json" => {
            let named: Value = serde_json::from_slice(&bytes).unwrap();
            let body = named["raw"].as_str().map_or(named["body"].to_string(), str::to_owned);
            let path = format!("{}{}", server.address, named["path"].as_str().unwrap());
            let request = server.client.post(path).header("content-type", "application/json");
            vec![server.send(request.body(body)).await]
        }
        other => panic!("no way to send .{other}"),
    }
}

#[tokio::test]
async fn each_hostile_file_is_answered_in_words_within_three_seconds() {
    let _alone = ALONE.lock().await;
    let server = Server::start(&[]).await;
    let mut files: Vec<PathBuf> =
        std::fs::read_dir(folder()).unwrap().map(|file| file.unwrap().path()).collect();
    files.sort();
    assert!(files.len() >= 12, "{files:?}");
    // once, so that what every server holds after some work is not counted
    send(&server, &files[0]).await;
    let before = server.memory();
    for file in &files {
        for answer in send(&server, file).await {
            check(&file.display().to_string(), &answer);
        }
    }
    for (name, path, body) in large::requests() {
        check(name, &server.post_by_owner(path, &body).await);
    }
    for (name, path, body) in large::of_strangers() {
        check(name, &server.post(path, &body).await);
    }
    let picture = large::picture();
    for _ in 0..5 {
        check("a picture of 24 million pixels", &photo(&server, picture.clone()).await);
    }
    let health = server.get_by_owner("/api/health").await;
    assert_eq!((health.status, &health.body["database"]), (200, &json!(true)));
    assert!(health.took < Duration::from_secs(1), "{:?}", health.took);
    let after = server.memory();
    println!("{before:.0} MB before, {after:.0} MB after");
    assert!(after - before < MORE, "{before:.0} MB before, {after:.0} MB after");
}
