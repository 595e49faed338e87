//! Every setting of the server, its default and its environment name.

use std::net::{IpAddr, Ipv4Addr};
use std::path::PathBuf;

use clap::Args;

/// The largest request body, bytes: a long list of lines fits many times.
pub const BODY_LIMIT: usize = 256 * 1024;
/// The largest body of a list or a chart, bytes: core's largest table, in base64 and quoted.
pub const LIST_LIMIT: usize = 8 * 1024 * 1024;
/// The largest drawing, bytes.
pub const DRAWING_LIMIT: usize = 16_000_000;
/// The largest body that a drawing comes in: in base64, quoted, with what is said of it.
pub const DRAWING_BODY: usize = DRAWING_LIMIT / 3 * 4 + 64 * 1024;
/// How long any request body may take, seconds; a larger one as long as it comes at a fair rate.
pub const BODY_SECONDS: u64 = 30;
/// How long requests under way may finish after a stop is asked.
pub const SHUTDOWN_SECONDS: u64 = 5;

/// How many connections there may be.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Most {
    /// In all.
    pub all: usize,
    /// Of one address.
    pub each: usize,
}

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
    /// The address under which the shop's people reach it, as `https://cuts.example`: needed where it listens on more than
    /// loopback without a certificate of its own, behind a proxy that has one. Passkeys are kept for its name.
    #[arg(long, env = "GALVANON_PUBLIC_URL")]
    pub public_url: Option<String>,
    /// Further names under which it is served.
    #[arg(long, env = "GALVANON_HOSTS", value_delimiter = ',')]
    pub hosts: Vec<String>,
    /// Addresses of the proxies whose `X-Forwarded-For` is taken.
    #[arg(long, env = "GALVANON_PROXIES", value_delimiter = ',')]
    pub proxies: Vec<IpAddr>,
    /// Minutes after which a session ends that is not used.
    #[arg(long, env = "GALVANON_IDLE_MINUTES", default_value_t = 30, value_parser = clap::value_parser!(i64).range(1..=10_080))]
    pub idle_minutes: i64,
    /// Hours after which every session ends.
    #[arg(long, env = "GALVANON_SESSION_HOURS", default_value_t = 12, value_parser = clap::value_parser!(i64).range(1..=720))]
    pub session_hours: i64,
    /// Closes the calculators to those who are not signed in.
    #[arg(long, env = "GALVANON_CLOSED")]
    pub closed: bool,
    /// The most requests a second of one address; twice as many at once. About what two cores answer.
    #[arg(long, env = "GALVANON_FLOOD_PER_SECOND", default_value_t = 300, value_parser = clap::value_parser!(u32).range(1..))]
    pub flood_per_second: u32,
    /// The most connections of one address, or requests under way of one address behind a proxy.
    #[arg(long, env = "GALVANON_CONNECTIONS_PER_ADDRESS", default_value_t = 256, value_parser = clap::value_parser!(u32).range(1..))]
    pub connections_per_address: u32,
    /// The most connections in all.
    #[arg(long, env = "GALVANON_CONNECTIONS", default_value_t = 2_048, value_parser = clap::value_parser!(u32).range(1..))]
    pub connections: u32,
    /// Seconds that any request body has; a larger one has as long as it comes at 16 kB/s.
    #[arg(long, env = "GALVANON_BODY_SECONDS", default_value_t = BODY_SECONDS, value_parser = clap::value_parser!(u64).range(1..=3_600))]
    pub body_seconds: u64,
    /// Threads for long computations: paths, nests, drawings, quotes, lists, photos; one core fewer than there are where it
    /// is 0.
    #[arg(long, env = "GALVANON_WORK_THREADS", default_value_t = 0)]
    pub work_threads: usize,
    /// Threads that serve.
    #[arg(long, env = "GALVANON_WORKERS", default_value_t = 2)]
    pub workers: usize,
}

impl Config {
    /// Any free port of this machine alone, everything else as usual: what tests start.
    #[must_use]
    pub fn on_loopback(web: PathBuf) -> Self {
        Self {
            listen: IpAddr::V4(Ipv4Addr::LOCALHOST),
            port: 0,
            web,
            tls_cert: None,
            tls_key: None,
            public_url: None,
            hosts: Vec::new(),
            proxies: Vec::new(),
            idle_minutes: 30,
            session_hours: 12,
            closed: false,
            flood_per_second: 300,
            connections_per_address: 256,
            connections: 2_048,
            body_seconds: BODY_SECONDS,
            work_threads: 0,
            workers: 1,
        }
    }

    /// How many connections there may be.
    #[must_use]
    pub const fn most_connections(&self) -> Most {
        Most { all: self.connections as usize, each: self.connections_per_address as usize }
    }

    /// Threads for long computations: a core is left to whoever stands at the torch.
    #[must_use]
    pub fn work_threads(&self) -> usize {
        let cores = std::thread::available_parallelism().map_or(1, std::num::NonZero::get);
        if self.work_threads > 0 { self.work_threads } else { cores.saturating_sub(1).max(1) }
    }

    /// Whether it may be served so: a key that goes over a network in the clear is everyone's.
    ///
    /// # Errors
    /// What is wrong, and what would be right.
    pub fn check(&self) -> Result<(), String> {
        let public = self.public_url.as_deref();
        if let Some(url) = public
            && !url.starts_with("https://")
            && !url.starts_with("http://localhost")
        {
            return Err(format!(
                "GALVANON_PUBLIC_URL is \"{url}\"; it must begin with https:// (or http://localhost)"
            ));
        }
        let https = self.tls_cert.is_some() || public.is_some_and(|it| it.starts_with("https://"));
        if !self.listen.is_loopback() && !https {
            return Err(format!(
                "GALVANON_LISTEN is {}: outside this machine passwords would go over the network in the clear. Give a \
                 certificate (GALVANON_TLS_CERT, GALVANON_TLS_KEY), or GALVANON_PUBLIC_URL=https://… behind a proxy that has one",
                self.listen
            ));
        }
        Ok(())
    }
}

/// Which database.
#[derive(Args, Clone, Debug)]
#[group(required = true, multiple = true)]
pub struct Database {
    /// PostgreSQL address.
    #[arg(long, env = "DATABASE_URL", hide_env_values = true)]
    pub database: Option<String>,
    /// A file that holds the address: one that others cannot read, as a service manager hands out secrets.
    #[arg(long, env = "DATABASE_URL_FILE", conflicts_with = "database")]
    pub database_file: Option<PathBuf>,
}

impl Database {
    /// The address.
    ///
    /// # Errors
    /// When its file cannot be read, or neither is given.
    pub fn address(&self) -> Result<String, String> {
        match (&self.database, &self.database_file) {
            (Some(address), _) => Ok(address.clone()),
            (None, Some(file)) => {
                let read = std::fs::read_to_string(file);
                let read = read.map_err(|error| format!("{}: {error}", file.display()))?;
                Ok(read.trim().to_owned())
            }
            (None, None) => Err("DATABASE_URL or DATABASE_URL_FILE names the database".into()),
        }
    }
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

/// A page's query ends before its just-in-time translation would. A statement runs for at most 10 s and waits at most 2 s
/// for a lock; then the answer is 503 `busy`.
const OF_PAGES: &str = "SET jit = off; SET statement_timeout = '10s'; SET lock_timeout = '2s'";
/// Migrations and backups have no time limit.
const OF_UPKEEP: &str = "SET jit = off";

fn pool_with(settings: &'static str) -> sqlx::postgres::PgPoolOptions {
    sqlx::postgres::PgPoolOptions::new().acquire_timeout(WAIT).after_connect(
        move |connection, _| {
            Box::pin(async move { sqlx::raw_sql(settings).execute(connection).await.map(|_| ()) })
        },
    )
}

/// Connections to the database, for answers.
#[must_use]
pub fn pool() -> sqlx::postgres::PgPoolOptions {
    pool_with(OF_PAGES)
}

/// Connections to the database for migrations, backups and the demo's data: their statements have no limit.
#[must_use]
pub fn upkeep_pool() -> sqlx::postgres::PgPoolOptions {
    pool_with(OF_UPKEEP)
}

#[cfg(test)]
mod tests {
    use super::*;

    fn with(change: impl FnOnce(&mut Config)) -> Result<(), String> {
        let mut config = Config::on_loopback("web/dist".into());
        change(&mut config);
        config.check()
    }

    #[test]
    fn the_address_of_the_database_may_stand_in_a_file() {
        let of = |database: Option<&str>, file: Option<PathBuf>| {
            Database { database: database.map(str::to_owned), database_file: file }.address()
        };
        let path = std::env::temp_dir().join(format!("galvanon-address-{}", uuid::Uuid::now_v7()));
        assert!(std::fs::write(&path, "postgres://shop\n").is_ok());
        assert_eq!(of(None, Some(path.clone())), Ok("postgres://shop".into()));
        assert_eq!(of(Some("postgres://other"), None), Ok("postgres://other".into()));
        assert!(std::fs::remove_file(&path).is_ok());
        let named = path.display().to_string();
        assert!(of(None, Some(path)).is_err_and(|why| why.contains(&named)));
        assert!(of(None, None).is_err_and(|why| why.contains("DATABASE_URL_FILE")));
    }

    #[test]
    fn nothing_but_loopback_is_served_in_the_clear() {
        assert_eq!(with(|_| ()), Ok(()));
        let everywhere = with(|config| config.listen = [0, 0, 0, 0].into());
        assert!(everywhere.is_err_and(|why| why.contains("GALVANON_LISTEN is 0.0.0.0")));
        let behind = with(|config| {
            config.listen = [10, 0, 0, 7].into();
            config.public_url = Some("https://cuts.example".into());
        });
        assert_eq!(behind, Ok(()));
        let clear = with(|config| config.public_url = Some("http://cuts.example".into()));
        assert!(clear.is_err_and(|why| why.contains("it must begin with https://")));
    }
}
