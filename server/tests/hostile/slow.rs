//! Who sends slowly, holds connections, or leaves: nobody else waits for them.

use std::time::{Duration, Instant};

use serde_json::json;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;

use crate::server::{ALONE, Server};

async fn connect(server: &Server) -> TcpStream {
    TcpStream::connect(server.address.strip_prefix("http://").unwrap()).await.unwrap()
}

fn head(length: usize) -> String {
    format!(
        "POST /api/v1/cut-plans/preview HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: {length}\r\n\r\n"
    )
}

#[tokio::test]
async fn a_body_that_never_comes_is_answered_and_its_connection_closed() {
    let _alone = ALONE.lock().await;
    let server = Server::start(&[("GALVANON_BODY_SECONDS", "1")]).await;
    let mut held = connect(&server).await;
    held.write_all(head(100).as_bytes()).await.unwrap();
    held.write_all(b"{").await.unwrap();
    let began = Instant::now();
    let mut told = String::new();
    let read = tokio::time::timeout(Duration::from_secs(10), held.read_to_string(&mut told)).await;
    assert!(read.is_ok(), "the connection stays open: {told}");
    assert!(told.starts_with("HTTP/1.1 408"), "{told}");
    assert!(began.elapsed() >= Duration::from_millis(900), "{:?}", began.elapsed());
    // a handler that reads no body does not wait for it either
    let mut idle = connect(&server).await;
    let ask = "GET /api/health HTTP/1.1\r\nHost: localhost\r\nContent-Length: 1000000\r\n\r\n{";
    idle.write_all(ask.as_bytes()).await.unwrap();
    let mut told = Vec::new();
    let read = tokio::time::timeout(Duration::from_secs(20), idle.read_to_end(&mut told)).await;
    assert!(read.is_ok(), "{}", String::from_utf8_lossy(&told));
}

#[tokio::test]
async fn one_address_that_holds_its_connections_is_refused_more_and_then_cut_off() {
    let _alone = ALONE.lock().await;
    let server = Server::start(&[("GALVANON_CONNECTIONS_PER_ADDRESS", "4")]).await;
    let ask = b"GET /api/health HTTP/1.1\r\nHost: localhost\r\n\r\n";
    let mut held = Vec::new();
    for _ in 0..4 {
        held.push(connect(&server).await);
    }
    // they are counted by the threads that serve them
    tokio::time::sleep(Duration::from_millis(200)).await;
    let mut answers = Vec::new();
    for _ in 0..8 {
        let mut more = connect(&server).await;
        // one that was cut off takes no more
        let _ = more.write_all(ask).await;
        let mut told = vec![0; 12];
        let read = tokio::time::timeout(Duration::from_secs(3), more.read(&mut told)).await;
        let told = String::from_utf8_lossy(&told).into_owned();
        answers.push((read.is_ok_and(|read| read.is_ok_and(|n| n > 0)), told));
        held.push(more);
    }
    assert_eq!(answers[0], (true, "HTTP/1.1 429".to_owned()), "{answers:?}");
    assert!(!answers[7].0, "far over the limit nothing is answered: {answers:?}");
    drop(held);
    tokio::time::sleep(Duration::from_millis(200)).await;
    let health = server.get_by_owner("/api/health").await;
    assert_eq!(health.status, 200, "{health:?}");
}

#[tokio::test]
async fn a_packed_body_is_refused() {
    let _alone = ALONE.lock().await;
    let server = Server::start(&[]).await;
    let request = server.client.post(format!("{}/api/v1/cut-plans/preview", server.address));
    let request =
        request.header("content-type", "application/json").header("content-encoding", "gzip");
    let answer = server.send(request.body(vec![0x1f, 0x8b, 8, 0])).await;
    assert_eq!((answer.status, &answer.body["error"]["code"]), (415, &json!("encoded")));
}

#[tokio::test]
async fn a_search_ends_when_its_caller_leaves() {
    let _alone = ALONE.lock().await;
    let server = Server::start(&[("GALVANON_WORK_THREADS", "1")]).await;
    let square = json!({ "name": "p", "outer": { "closed": true, "start": [0, 0],
        "segments": [{ "to": [60, 0] }, { "to": [70, 90] }, { "to": [0, 40] }, { "to": [0, 0] }] } });
    let nest = |seconds: f64| {
        json!({ "plates": [{ "width_mm": 900, "height_mm": 900, "count": 2 }],
            "parts": [{ "part": square, "count": 90, "turns": "free" }, { "part": square, "count": 9 }],
            "gap_mm": 6, "margin_mm": 10, "seconds": seconds })
    };
    let left = server.client.post(format!("{}/api/v1/layout/nest", server.address));
    let left =
        left.bearer_auth(&server.token).json(&nest(40.0)).timeout(Duration::from_millis(500));
    assert!(left.send().await.is_err(), "the caller leaves after half a second");
    let began = Instant::now();
    let next = server.post_by_owner("/api/v1/layout/nest", &nest(0.5)).await;
    assert_eq!(next.status, 200, "{next:?}");
    assert!(began.elapsed() < Duration::from_secs(10), "it waited for one that nobody waited for");
    // other requests do not wait for a thread of the pool
    let body = nest(2.0);
    let (long, today) = tokio::join!(
        server.post_by_owner("/api/v1/layout/nest", &body),
        server.get_by_owner("/api/v1/today")
    );
    assert_eq!((long.status, today.status), (200, 200));
    assert!(today.took < Duration::from_millis(1_500), "{:?}", today.took);
}
