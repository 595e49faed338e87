//! The server under a service manager: its units, the port that it is handed, and a database that comes up later.

use std::io::{BufRead, BufReader};
use std::net::{SocketAddr, TcpListener};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};
use std::time::Duration;

use serde_json::Value;
use sqlx::ConnectOptions;
use sqlx::postgres::PgConnectOptions;

use crate::test_app::TestApp;

const SERVER: &str = env!("CARGO_BIN_EXE_galvanon-server");

fn units() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("systemd")
}

/// A process that ends with the test.
struct Running(Child);

impl Drop for Running {
    fn drop(&mut self) {
        if let Err(error) = self.0.kill().and_then(|()| self.0.wait()) {
            eprintln!("it did not end: {error}");
        }
    }
}

/// Reads a log until a line of it holds a field.
fn until(process: &mut Child, field: &str) -> String {
    let mut log = BufReader::new(process.stdout.take().unwrap());
    loop {
        let mut line = String::new();
        assert!(log.read_line(&mut line).unwrap() > 0, "it ended before it said {field}");
        let line: Value = serde_json::from_str(&line).unwrap_or_default();
        let found = &line["fields"][field];
        if !found.is_null() {
            process.stdout = Some(log.into_inner());
            return found.as_str().map_or_else(|| found.to_string(), str::to_owned);
        }
    }
}

fn is_there(program: &str) -> bool {
    Command::new(program).arg("--version").output().is_ok_and(|told| told.status.success())
}

#[test]
fn the_units_are_sound_where_that_can_be_asked() {
    if !is_there("systemd-analyze") {
        return;
    }
    let folder =
        std::env::temp_dir().join(format!("galvanon-units-{}", uuid::Uuid::now_v7().simple()));
    std::fs::create_dir(&folder).unwrap();
    let service = std::fs::read_to_string(units().join("galvanon.service")).unwrap();
    // the program is not installed here
    let service = service.replace("/usr/local/bin/galvanon-server", SERVER);
    std::fs::write(folder.join("galvanon.service"), service).unwrap();
    std::fs::copy(units().join("galvanon.socket"), folder.join("galvanon.socket")).unwrap();
    let told = Command::new("systemd-analyze")
        .args(["verify", "--man=no"])
        .arg(folder.join("galvanon.service"))
        .arg(folder.join("galvanon.socket"))
        .output()
        .unwrap();
    let said = String::from_utf8_lossy(&told.stderr);
    let ours: Vec<&str> = said.lines().filter(|line| line.contains("galvanon")).collect();
    std::fs::remove_dir_all(&folder).unwrap();
    assert!(told.status.success() && ours.is_empty(), "{said}");
}

#[actix_web::test]
async fn the_port_that_the_service_manager_holds_is_served() {
    if !is_there("systemd-socket-activate") {
        return;
    }
    let app = TestApp::start().await;
    let port = TcpListener::bind("127.0.0.1:0").unwrap().local_addr().unwrap().port();
    let started = Command::new("systemd-socket-activate")
        .args(["-l", &format!("127.0.0.1:{port}"), "-E", "DATABASE_URL", SERVER, "serve"])
        .env("DATABASE_URL", app.pool.connect_options().to_url_lossy().as_str())
        .stdout(Stdio::null())
        .stderr(Stdio::null())
        .spawn();
    let _running = Running(started.unwrap());
    let mut told = 0;
    for _ in 0..100 {
        let asked = app.nobody.get(format!("http://127.0.0.1:{port}/api/health")).send().await;
        told = asked.map_or(0, |reply| reply.status().as_u16());
        if told == 200 {
            break;
        }
        tokio::time::sleep(Duration::from_millis(100)).await;
    }
    assert_eq!(told, 200);
}

/// Passes connections on to the real database, from now on.
async fn open_the_way(listener: TcpListener, to: SocketAddr) {
    listener.set_nonblocking(true).unwrap();
    let listener = tokio::net::TcpListener::from_std(listener).unwrap();
    loop {
        let (mut from, _) = listener.accept().await.unwrap();
        tokio::spawn(async move {
            let mut to = tokio::net::TcpStream::connect(to).await?;
            tokio::io::copy_bidirectional(&mut from, &mut to).await
        });
    }
}

#[actix_web::test]
async fn a_server_waits_for_its_database_and_serves_when_it_is_there() {
    let app = TestApp::start().await;
    let real = app.pool.connect_options();
    let to: SocketAddr = format!("127.0.0.1:{}", real.get_port()).parse().unwrap();
    let port = TcpListener::bind("127.0.0.1:0").unwrap().local_addr().unwrap().port();
    let options: PgConnectOptions = real.as_ref().clone().port(port);
    let mut process = Command::new(SERVER)
        .args(["serve", "--port", "0"])
        .env("DATABASE_URL", options.to_url_lossy().as_str())
        .stdout(Stdio::piped())
        .spawn()
        .unwrap();
    let waited = until(&mut process, "wait_s");
    assert!(waited.parse::<f64>().is_ok_and(|seconds| seconds > 0.0), "{waited}");
    tokio::spawn(open_the_way(TcpListener::bind(("127.0.0.1", port)).unwrap(), to));
    let mut running = Running(process);
    let address = tokio::task::spawn_blocking(move || (until(&mut running.0, "address"), running));
    let (address, _running) = address.await.unwrap();
    let health = app.nobody.get(format!("http://{address}/api/health")).send().await.unwrap();
    assert_eq!(health.json::<Value>().await.unwrap()["database"], true);
}
