//! The application on a free port, with the demo shop in a database of its own.

use std::net::TcpListener;
use std::path::{Path, PathBuf};
use std::sync::Arc;

use actix_web::dev::ServerHandle;
use anyhow::{Context, Result, bail};
use galvanon_server::api::people::tokens::at_the_server;
use galvanon_server::config::Config;
use galvanon_server::{MIGRATIONS, demo, serve};
use reqwest::header::{AUTHORIZATION, HeaderMap};
use serde_json::Value;
use sqlx::postgres::PgConnectOptions;
use sqlx::{AssertSqlSafe, Connection, PgConnection, PgPool};
use tokio::sync::{Mutex, OnceCell};
use uuid::Uuid;

/// Who walks the journeys, where nobody else is named: the demo's owner.
pub const OWNER: &str = "Marta Quill";

/// The database that holds the demo shop: each journey walks in a copy of it.
static SHOP: OnceCell<String> = OnceCell::const_new();

fn top() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("..")
}

/// Loads the demo shop once, into a database that nobody is connected to afterwards.
async fn demo_shop(server: &str) -> Result<String> {
    let name = format!("demo_{}", Uuid::now_v7().simple());
    let mut admin = PgConnection::connect(server).await?;
    sqlx::query(AssertSqlSafe(format!("CREATE DATABASE {name}"))).execute(&mut admin).await?;
    let options: PgConnectOptions = server.parse()?;
    let pool = PgPool::connect_with(options.database(&name)).await?;
    MIGRATIONS.run(&pool).await?;
    demo::load(&pool, &top().join("demo")).await?;
    pool.close().await;
    Ok(name)
}

/// A running application.
#[derive(Clone, Debug)]
pub struct App {
    /// Where it is served.
    pub address: String,
    /// Its database.
    pub pool: PgPool,
    client: reqwest::Client,
    config: Config,
    server: Arc<Mutex<ServerHandle>>,
}

impl App {
    /// Starts it.
    ///
    /// # Errors
    /// When the test database of `bin/test` does not answer or the web application is not built.
    pub async fn start() -> Result<Self> {
        Self::served(|_, _| ()).await
    }

    /// As `start`, served otherwise than usual: the change is told the port.
    ///
    /// # Errors
    /// As `start`.
    pub async fn served(change: impl FnOnce(&mut Config, u16)) -> Result<Self> {
        let server = std::env::var("GALVANON_TEST_DATABASE")
            .context("GALVANON_TEST_DATABASE names a PostgreSQL for the tests: run bin/test")?;
        let name = format!("journey_{}", Uuid::now_v7().simple());
        let options: PgConnectOptions = server.parse()?;
        let shop = SHOP.get_or_try_init(|| demo_shop(&server)).await?;
        let mut admin = PgConnection::connect(&server).await?;
        let copy = format!("CREATE DATABASE {name} TEMPLATE {shop}");
        sqlx::query(AssertSqlSafe(copy)).execute(&mut admin).await?;
        let pool = galvanon_server::config::pool().connect_with(options.database(&name)).await?;
        let top = top();
        let web = top.join("web/dist");
        anyhow::ensure!(web.join("index.html").exists(), "web/dist is not built: run bin/test");
        let listener = TcpListener::bind("127.0.0.1:0")?;
        let port = listener.local_addr()?.port();
        let address = format!("http://127.0.0.1:{port}");
        let mut config = Config { flood_per_second: 100_000, ..Config::on_loopback(web) };
        change(&mut config, port);
        let server = serve(listener, pool.clone(), &config)?;
        let handle = Arc::new(Mutex::new(server.handle()));
        tokio::spawn(server);
        let token = at_the_server(&pool, OWNER, "journey").await?;
        let mut headers = HeaderMap::new();
        headers.insert(AUTHORIZATION, format!("Bearer {token}").parse()?);
        // a connection kept while the browser is busy is closed by the server just as it is used again
        let client = reqwest::Client::builder().default_headers(headers).pool_max_idle_per_host(0);
        let client = client.build()?;
        Ok(Self { address, pool, client, config, server: handle })
    }

    /// The key of a new session of one of the demo's people.
    ///
    /// # Errors
    /// When the demo's door does not let them in.
    pub async fn session(&self, name: &str) -> Result<String> {
        let asked = serde_json::json!({ "name": name, "demo": true });
        let reply = self.client.post(format!("{}/api/v1/session", self.address)).json(&asked);
        let reply = reply.send().await?.error_for_status()?;
        let cookie = reply.headers().get("set-cookie").context("a cookie")?.to_str()?;
        let key = cookie.strip_prefix("galvanon=").and_then(|rest| rest.split(';').next());
        Ok(key.context("the cookie of a session")?.to_owned())
    }

    /// A client that carries the owner's token.
    #[must_use]
    pub fn client(&self) -> reqwest::Client {
        self.client.clone()
    }

    /// Drops its database: what was walked in it is over.
    ///
    /// # Errors
    /// When the test database does not answer.
    pub async fn forget(&self) -> Result<()> {
        let options = self.pool.connect_options();
        let name = options.get_database().context("a database of its own")?;
        let server = std::env::var("GALVANON_TEST_DATABASE")?;
        let mut admin = PgConnection::connect(&server).await?;
        let gone = format!("DROP DATABASE IF EXISTS {name} WITH (FORCE)");
        sqlx::query(AssertSqlSafe(gone)).execute(&mut admin).await?;
        Ok(())
    }

    /// Ends the server at once, with whatever it is doing.
    pub async fn kill(&self) {
        self.server.lock().await.stop(false).await;
    }

    /// Starts it again where it was.
    ///
    /// # Errors
    /// When its port is taken.
    pub async fn revive(&self) -> Result<()> {
        let place = self.address.strip_prefix("http://").context("an address")?;
        let listener = TcpListener::bind(place)?;
        let server = serve(listener, self.pool.clone(), &self.config)?;
        *self.server.lock().await = server.handle();
        tokio::spawn(server);
        Ok(())
    }

    /// What the API says at a path.
    ///
    /// # Errors
    /// When it does not answer in JSON.
    pub async fn get(&self, path: &str) -> Result<Value> {
        Ok(self.client.get(format!("{}{path}", self.address)).send().await?.json().await?)
    }

    /// Changes something behind the browser's back, as a second person would.
    ///
    /// # Errors
    /// When it is refused.
    pub async fn patch(&self, path: &str, body: &Value) -> Result<Value> {
        let request = self.client.patch(format!("{}{path}", self.address)).json(body);
        Ok(request.send().await?.error_for_status()?.json().await?)
    }

    /// Puts something behind the browser's back.
    ///
    /// # Errors
    /// When it is refused.
    pub async fn put(&self, path: &str, body: &Value) -> Result<Value> {
        let request = self.client.put(format!("{}{path}", self.address)).json(body);
        Ok(request.send().await?.error_for_status()?.json().await?)
    }

    /// As `put`, where nothing comes back.
    ///
    /// # Errors
    /// When it is refused.
    pub async fn put_quiet(&self, path: &str, body: &Value) -> Result<()> {
        let request = self.client.put(format!("{}{path}", self.address)).json(body);
        request.send().await?.error_for_status()?;
        Ok(())
    }

    /// Posts something behind the browser's back.
    ///
    /// # Errors
    /// When it is refused.
    pub async fn post(&self, path: &str, body: &Value) -> Result<Value> {
        let request = self.client.post(format!("{}{path}", self.address)).json(body);
        Ok(request.send().await?.error_for_status()?.json().await?)
    }

    /// As `post`, where nothing comes back.
    ///
    /// # Errors
    /// When it is refused.
    pub async fn post_quiet(&self, path: &str, body: &Value) -> Result<()> {
        let request = self.client.post(format!("{}{path}", self.address)).json(body);
        request.send().await?.error_for_status()?;
        Ok(())
    }

    /// The burns of a job, once so many are kept: the torch sends them behind.
    ///
    /// # Errors
    /// When they do not come.
    pub async fn until_burns(&self, job: &str, count: usize) -> Result<Value> {
        for _ in 0..100 {
            let burns = self.get(&format!("/api/v1/burns?job={job}")).await?["burns"].clone();
            if burns.as_array().is_some_and(|all| all.len() == count) {
                return Ok(burns);
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        bail!("{count} burns of {job} did not come")
    }

    /// The demo job whose name holds `part`: its id and its lines.
    ///
    /// # Errors
    /// When there is none.
    pub async fn job(&self, part: &str) -> Result<(String, Value)> {
        let jobs = self.get("/api/v1/jobs").await?;
        let jobs = jobs["jobs"].as_array().context("jobs")?;
        let found =
            jobs.iter().find(|job| job["job"]["name"].as_str().is_some_and(|n| n.contains(part)));
        let id = found.and_then(|job| job["job"]["id"].as_str()).context("no such job")?.to_owned();
        let lines = self.get(&format!("/api/v1/jobs/{id}")).await?["lines"].clone();
        Ok((id, lines))
    }
}
