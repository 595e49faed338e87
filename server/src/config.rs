//! Every setting of the server, its default and its environment name.

use std::net::{IpAddr, Ipv4Addr};
use std::path::PathBuf;

use clap::Args;

/// The largest request body, bytes: a long list of lines fits many times.
pub const BODY_LIMIT: usize = 256 * 1024;
/// The largest body of a list or a chart, bytes: core's largest table, in base64 and quoted.
pub const LIST_LIMIT: usize = 8 * 1024 * 1024;
/// How long requests under way may finish after a stop is asked.
pub const SHUTDOWN_SECONDS: u64 = 5;

/// How to serve.
#[derive(Args, Clone, Debug)]
pub struct Config {
    /// Address to listen on; loopback unless told otherwise.
    #[arg(long, env = "GALVANON_LISTEN", default_value_t = IpAddr::V4(Ipv4Addr::LOCALHOST))]
    pub listen: IpAddr,
    /// Port to listen on; 0 takes a free one.
    #[arg(long, env = "GALVANON_PORT", default_value_t = 8080)]
    pub port: u16,
    /// Folder of the built web application.
    #[arg(long, env = "GALVANON_WEB", default_value = "web/dist")]
    pub web: PathBuf,
    /// Certificate chain in PEM: with it and its key the page is served by https, as a tablet on the network needs.
    #[arg(long, env = "GALVANON_TLS_CERT", requires = "tls_key")]
    pub tls_cert: Option<PathBuf>,
    /// Private key of the certificate, in PEM.
    #[arg(long, env = "GALVANON_TLS_KEY", requires = "tls_cert")]
    pub tls_key: Option<PathBuf>,
    /// Threads that serve.
    #[arg(long, env = "GALVANON_WORKERS", default_value_t = 2)]
    pub workers: usize,
}

/// Where backups are kept.
#[derive(Args, Clone, Debug)]
pub struct Backups {
    /// Folder of the backups that are written before the database is migrated.
    #[arg(long, env = "GALVANON_BACKUPS", default_value = "var/backups")]
    pub backups: PathBuf,
}

/// The longest wait for a connection to the database: then it counts as away.
const WAIT: std::time::Duration = std::time::Duration::from_secs(3);

/// Connections to the database.
#[must_use]
pub fn pool() -> sqlx::postgres::PgPoolOptions {
    sqlx::postgres::PgPoolOptions::new().acquire_timeout(WAIT).after_connect(|connection, _| {
        // a query of a page is done before its translation would be
        Box::pin(async move { sqlx::query("SET jit = off").execute(connection).await.map(|_| ()) })
    })
}
