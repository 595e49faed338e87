//! A server as a process of its own, on a copy of the demo shop: what ends it ends no test.

use std::io::{BufRead, BufReader};
use std::path::Path;
use std::process::{Child, Command, Stdio};
use std::time::{Duration, Instant};

use galvanon_server::api::people::tokens::at_the_server;
use galvanon_server::{MIGRATIONS, config, demo};
use serde_json::Value;
use sqlx::postgres::PgConnectOptions;
use sqlx::{AssertSqlSafe, Connection, PgConnection};
use tokio::sync::Mutex;
use uuid::Uuid;

/// Held by whatever is timed: nothing else runs beside it.
pub static ALONE: Mutex<()> = Mutex::const_new(());

pub struct Server {
    pub address: String,
    pub client: reqwest::Client,
    /// The owner's.
    pub token: String,
    process: Child,
    database: String,
}

/// An answer: status, body, and how long it took.
#[derive(Debug)]
pub struct Answer {
    pub status: u16,
    pub body: Value,
    pub took: Duration,
}

fn test_server() -> String {
    std::env::var("GALVANON_TEST_DATABASE")
        .expect("GALVANON_TEST_DATABASE names a PostgreSQL for the tests: run bin/test")
}

impl Server {
    /// Starts it with further settings.
    pub async fn start(settings: &[(&str, &str)]) -> Self {
        let database = format!("hostile_{}", Uuid::now_v7().simple());
        let mut admin = PgConnection::connect(&test_server()).await.expect("the test database");
        let made = AssertSqlSafe(format!("CREATE DATABASE {database}"));
        sqlx::query(made).execute(&mut admin).await.unwrap();
        let options: PgConnectOptions = test_server().parse().unwrap();
        let pool = config::pool().connect_with(options.database(&database)).await.unwrap();
        MIGRATIONS.run(&pool).await.unwrap();
        let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../demo");
        assert!(demo::load(&pool, &folder).await.unwrap());
        let token = at_the_server(&pool, "Marta Quill", "hostile").await.unwrap();
        pool.close().await;
        let (rest, _) =
            test_server().rsplit_once('/').map(|(a, b)| (a.to_owned(), b.to_owned())).unwrap();
        let mut process = Command::new(env!("CARGO_BIN_EXE_galvanon-server"))
            .args(["serve", "--port", "0"])
            .env("DATABASE_URL", format!("{rest}/{database}"))
            .env("GALVANON_WEB", concat!(env!("CARGO_MANIFEST_DIR"), "/../web/dist"))
            .env("GALVANON_FLOOD_PER_SECOND", "100000")
            // a backtrace unpacks the symbols of the whole program, and keeps them
            .env("RUST_BACKTRACE", "0")
            .envs(settings.iter().copied())
            .stdout(Stdio::piped())
            .spawn()
            .unwrap();
        let mut log = BufReader::new(process.stdout.take().unwrap());
        let address = loop {
            let mut line = String::new();
            assert!(log.read_line(&mut line).unwrap() > 0, "the server ended before it served");
            let line: Value = serde_json::from_str(&line).unwrap_or_default();
            if let Some(address) = line["fields"]["address"].as_str() {
                break format!("http://{address}");
            }
        };
        // the log is read on, or the server would wait for room in the pipe
        std::thread::spawn(move || std::io::copy(&mut log, &mut std::io::sink()));
        // a connection that is kept may be closed by the server just as it is used again
        let client = reqwest::Client::builder().pool_max_idle_per_host(0).build().unwrap();
        Self { address, client, token, process, database }
    }

    /// Memory that the process holds, MB.
    pub fn memory(&self) -> f64 {
        let status = std::fs::read_to_string(format!("/proc/{}/status", self.process.id()));
        let status = status.expect("the server runs");
        let line = status.lines().find(|line| line.starts_with("VmRSS")).unwrap();
        line.split_whitespace().nth(1).unwrap().parse::<f64>().unwrap() / 1e3
    }

    pub async fn send(&self, request: reqwest::RequestBuilder) -> Answer {
        let began = Instant::now();
        let reply = request.timeout(Duration::from_secs(30)).send().await.expect("an answer");
        let status = reply.status().as_u16();
        let text = reply.text().await.expect("a whole answer");
        let body = serde_json::from_str(&text).unwrap_or(Value::String(text));
        Answer { status, body, took: began.elapsed() }
    }

    /// Sends JSON to a path without a key.
    pub async fn post(&self, path: &str, body: &Value) -> Answer {
        self.send(self.client.post(format!("{}{path}", self.address)).json(body)).await
    }

    /// Sends JSON to a path as the owner.
    pub async fn post_by_owner(&self, path: &str, body: &Value) -> Answer {
        let request = self.client.post(format!("{}{path}", self.address)).json(body);
        self.send(request.bearer_auth(&self.token)).await
    }

    pub async fn get_by_owner(&self, path: &str) -> Answer {
        let request = self.client.get(format!("{}{path}", self.address));
        self.send(request.bearer_auth(&self.token)).await
    }
}

impl Drop for Server {
    fn drop(&mut self) {
        let ended = self.process.kill().and_then(|()| self.process.wait());
        if let Err(error) = ended {
            eprintln!("the server did not end: {error}");
        }
        let name = self.database.clone();
        // a thread of its own: the test's may be ending
        let gone = std::thread::spawn(move || {
            let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build()?;
            runtime.block_on(async {
                let mut admin = PgConnection::connect(&test_server()).await?;
                let sql = format!("DROP DATABASE IF EXISTS {name} WITH (FORCE)");
                sqlx::query(AssertSqlSafe(sql)).execute(&mut admin).await?;
                Ok::<_, Box<dyn std::error::Error + Send + Sync>>(())
            })
        });
        if let Ok(Err(error)) = gone.join() {
            eprintln!("the test's database stays: {error}");
        }
    }
}
