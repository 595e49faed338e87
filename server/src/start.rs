//! How a server comes up: its port, handed over by the service manager or its own; its database, waited for; and that,
//! migrated by one server at a time.

use std::net::TcpListener;
use std::path::{Path, PathBuf};
use std::time::Duration;

use listenfd::ListenFd;
use sqlx::{Connection, PgConnection, PgPool};

use crate::backup::{BackupError, before_migrating};
use crate::config::{Config, upkeep_pool};
use crate::error::Trouble;
use crate::store::MIGRATIONS;

/// Between two tries to reach the database: the first pause, and the longest.
const PAUSES: (Duration, Duration) = (Duration::from_millis(250), Duration::from_secs(10));

/// The lock of the server that migrates.
const MIGRATES: i64 = 0x6d69_6772;

/// The port to serve: the one that the service manager holds open, else the one of the configuration.
///
/// # Errors
/// When the port is taken, or may not be served so.
pub fn listener(config: &mut Config) -> std::io::Result<TcpListener> {
    let handed = ListenFd::from_env().take_tcp_listener(0)?;
    let listener = match handed {
        Some(listener) => listener,
        None => TcpListener::bind((config.listen, config.port))?,
    };
    // of a port that was handed over the configuration does not know where it is
    config.listen = listener.local_addr()?.ip();
    config.check().map_err(std::io::Error::other)?;
    Ok(listener)
}

/// Waits until a database answers, each time a little longer.
///
/// # Errors
/// When it answers and refuses: a wrong name or password does not become right.
pub async fn reached(database: &str) -> Result<(), sqlx::Error> {
    let mut pause = PAUSES.0;
    loop {
        match PgConnection::connect(database).await {
            Ok(connection) => return connection.close().await,
            Err(error) if Trouble::of(&error) == Some(Trouble::Away) => {
                tracing::warn!(%error, wait_s = pause.as_secs_f64(), "waiting for the database");
                tokio::time::sleep(pause).await;
                pause = (2 * pause).min(PAUSES.1);
            }
            Err(error) => return Err(error),
        }
    }
}

/// Brings a database to this version, backed up before; of several servers one does, and the others wait. Says which file
/// holds the backup, where one was made.
///
/// # Errors
/// When the database, the backup or a migration fails.
pub async fn migrated(pool: &PgPool, backups: &Path) -> Result<Option<PathBuf>, BackupError> {
    // on a connection of its own: the lock ends with it, whatever happens
    let mut lock = PgConnection::connect_with(&pool.connect_options()).await?;
    sqlx::query("SELECT pg_advisory_lock($1)").bind(MIGRATES).execute(&mut lock).await?;
    let file = before_migrating(pool, backups).await?;
    MIGRATIONS.run(pool).await?;
    lock.close().await?;
    Ok(file)
}

/// Connections to a database that this version can work with.
///
/// # Errors
/// As [`migrated`].
pub async fn migrated_pool(database: &str, backups: &Path) -> Result<PgPool, BackupError> {
    let pool = upkeep_pool().connect(database).await?;
    if let Some(file) = migrated(&pool, backups).await? {
        eprintln!("The shop before the migration is in {}.", file.display());
    }
    Ok(pool)
}
