//! Starts the application on a free port with a database of its own.

use std::net::TcpListener;
use std::path::Path;

use galvanon_server::api::people::tokens::{Scope, Wanted, at_the_server, made};
use galvanon_server::backup::restore;
use galvanon_server::config::Config;
use galvanon_server::store::role::Role;
use galvanon_server::{MIGRATIONS, demo, serve};
use reqwest::header::{AUTHORIZATION, HeaderMap};
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use sqlx::postgres::PgConnectOptions;
use sqlx::{AssertSqlSafe, Connection, PgConnection, PgPool};
use tokio::sync::OnceCell;
use uuid::Uuid;

/// A running application.
pub struct TestApp {
    pub address: String,
    /// The test's own connections.
    pub pool: PgPool,
    /// The one connection that the server has.
    pub served_by: PgPool,
    /// Who `client` is.
    pub owner: Uuid,
    /// Carries the owner's token.
    pub client: reqwest::Client,
    /// Carries nothing.
    pub nobody: reqwest::Client,
}

/// A client that carries a token.
pub fn carrying(token: &str) -> reqwest::Client {
    let mut headers = HeaderMap::new();
    headers.insert(AUTHORIZATION, format!("Bearer {token}").parse().unwrap());
    reqwest::Client::builder().default_headers(headers).build().unwrap()
}

/// A database with the schema and nothing in it: each test has a copy of it.
static EMPTY: OnceCell<String> = OnceCell::const_new();

async fn empty_shop(server: &str) -> String {
    let name = format!("empty_{}", Uuid::now_v7().simple());
    let mut admin = PgConnection::connect(server).await.expect("the test database answers");
    let made = format!("CREATE DATABASE {name}");
    sqlx::query(AssertSqlSafe(made)).execute(&mut admin).await.unwrap();
    let options: PgConnectOptions = server.parse().unwrap();
    let pool = PgPool::connect_with(options.database(&name)).await.unwrap();
    MIGRATIONS.run(&pool).await.unwrap();
    pool.close().await;
    name
}

fn test_server() -> String {
    std::env::var("GALVANON_TEST_DATABASE")
        .expect("GALVANON_TEST_DATABASE names a PostgreSQL for the tests: run bin/test")
}

/// A database of its own, made `like` another one.
async fn new_database(server: &str, like: &str) -> PgPool {
    let name = format!("test_{}", Uuid::now_v7().simple());
    let mut admin = PgConnection::connect(server).await.expect("the test database answers");
    let made = format!("CREATE DATABASE {name} {like}");
    sqlx::query(AssertSqlSafe(made)).execute(&mut admin).await.unwrap();
    let options: PgConnectOptions = server.parse().unwrap();
    galvanon_server::config::pool().connect_with(options.database(&name)).await.unwrap()
}

/// A pool of one connection: code that holds it and needs a second one waits for itself. So every test of the server
/// finds such code.
fn pool_of_one(like: &PgPool) -> PgPool {
    let options = like.connect_options().as_ref().clone();
    galvanon_server::config::pool().max_connections(1).connect_lazy_with(options)
}

/// A test's database goes with its application, so that a thousand runs leave nothing behind.
impl Drop for TestApp {
    fn drop(&mut self) {
        let options = self.pool.connect_options();
        let Some(name) = options.get_database().map(str::to_owned) else { return };
        // a thread of its own: the test's may be ending, or be the one that waits
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

/// An answer: status and body.
pub struct Answer {
    pub status: StatusCode,
    pub body: Value,
}

impl TestApp {
    /// A shop with one owner, who asks.
    pub async fn start() -> Self {
        let mut app = Self::unowned().await;
        (app.owner, app.client) = app.someone("Ada Owner", Role::Owner).await;
        app
    }

    /// The demo's shop; its owner asks.
    pub async fn demo() -> Self {
        let mut app = Self::unowned().await;
        let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../demo");
        assert!(demo::load(&app.pool, &folder).await.unwrap());
        let token = at_the_server(&app.pool, "Marta Quill", "test").await.unwrap();
        app.client = carrying(&token);
        app
    }

    /// As `start`, served otherwise than usual.
    pub async fn configured(change: impl FnOnce(&mut Config)) -> Self {
        let mut app = Self::served(change).await;
        (app.owner, app.client) = app.someone("Ada Owner", Role::Owner).await;
        app
    }

    /// A shop in which there is nobody.
    pub async fn unowned() -> Self {
        Self::served(|_| ()).await
    }

    async fn served(change: impl FnOnce(&mut Config)) -> Self {
        let server = test_server();
        let empty = EMPTY.get_or_init(|| empty_shop(&server)).await;
        let pool = new_database(&server, &format!("TEMPLATE {empty}")).await;
        Self::of(pool, change)
    }

    /// A shop from a backup.
    pub async fn restored(file: &Path) -> Self {
        let pool = new_database(&test_server(), "").await;
        restore(&pool, file).await.unwrap();
        Self::of(pool, |_| ())
    }

    fn of(pool: PgPool, change: impl FnOnce(&mut Config)) -> Self {
        let listener = TcpListener::bind("127.0.0.1:0").unwrap();
        let address = format!("http://{}", listener.local_addr().unwrap());
        let web = concat!(env!("CARGO_MANIFEST_DIR"), "/../web/dist").into();
        let mut config = Config { flood_per_second: 100_000, ..Config::on_loopback(web) };
        change(&mut config);
        let served_by = pool_of_one(&pool);
        tokio::spawn(serve(listener, served_by.clone(), &config).unwrap());
        let nobody = reqwest::Client::new();
        Self { address, pool, served_by, owner: Uuid::nil(), client: nobody.clone(), nobody }
    }

    /// A person of a role, and a client that carries their token.
    pub async fn someone(&self, name: &str, role: Role) -> (Uuid, reqwest::Client) {
        let id = Uuid::now_v7();
        let sql = "INSERT INTO people (id, name, handedness, role, made_from) VALUES ($1, $2, 'right', $3, '{}')";
        sqlx::query(sql).bind(id).bind(name).bind(role).execute(&self.pool).await.unwrap();
        let wanted = Wanted { person: id, by: None, name: "test", scope: Scope::All };
        let made = made(&self.pool, wanted).await.unwrap();
        (id, carrying(&made.token))
    }

    pub async fn send(&self, method: Method, path: &str, body: Option<&Value>) -> Answer {
        self.send_by(&self.client, (method, path), body).await
    }

    /// As `send`, by somebody else.
    pub async fn send_by(
        &self,
        client: &reqwest::Client,
        (method, path): (Method, &str),
        body: Option<&Value>,
    ) -> Answer {
        let request = client.request(method, format!("{}{path}", self.address));
        let request = match body {
            Some(body) => request.json(body),
            None => request,
        };
        let reply = request.send().await.unwrap();
        let status = reply.status();
        let text = reply.text().await.unwrap();
        Answer { status, body: serde_json::from_str(&text).unwrap_or(Value::String(text)) }
    }

    pub async fn get(&self, path: &str) -> Answer {
        self.send(Method::GET, path, None).await
    }

    pub async fn post(&self, path: &str, body: &Value) -> Answer {
        self.send(Method::POST, path, Some(body)).await
    }

    pub async fn put(&self, path: &str, body: &Value) -> Answer {
        self.send(Method::PUT, path, Some(body)).await
    }

    pub async fn patch(&self, path: &str, body: &Value) -> Answer {
        self.send(Method::PATCH, path, Some(body)).await
    }

    pub async fn preview(&self, body: &Value) -> Answer {
        self.post("/api/v1/cut-plans/preview", body).await
    }
}

/// The least request: what has no default.
pub fn plate() -> Value {
    json!({
        "steel": { "thickness_mm": 20 },
        "cut": { "length_mm": 400, "process": "guided" },
        "gas": { "fuel": "acetylene" }
    })
}

/// `request` with `value` at a path such as "steel.thickness_mm".
pub fn with(request: &Value, path: &str, value: Value) -> Value {
    let mut out = request.clone();
    let pointer = format!("/{}", path.replace('.', "/"));
    let (parent, key) = pointer.rsplit_once('/').unwrap();
    out.pointer_mut(parent).unwrap().as_object_mut().unwrap().insert(key.into(), value);
    out
}
