//! A shop in one file: everything it holds, photos too, checksummed and versioned.
//!
//! ```text
//! galvanon-backup 1
//! {"made_at": …, "app": …, "migration": …, "tables": [{"name": …, "columns": […]}, …]}
//! <bytes>␊<so many bytes of the first table as PostgreSQL's COPY writes text>   again and again, until
//! 0␊                                                                             ends the table
//! sha256 <of everything before, in hexadecimal>␊
//! ```
//!
//! [`backup`] writes it from one moment of the database, [`restore`] reads it into an empty one, and the migrations that
//! came since then run afterwards.

mod file;
mod read;
mod write;

use std::path::PathBuf;

use serde::{Deserialize, Serialize};
use time::OffsetDateTime;

pub use read::{check, restore};
pub use write::{backup, before_migrating};

/// The first line of a file.
const MARK: &str = "galvanon-backup 1";

/// What a file says of itself.
#[derive(Clone, Debug, Deserialize, Serialize)]
pub struct Header {
    /// When it was made.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// The version of the application that made it.
    pub app: String,
    /// The last migration of its database.
    pub migration: i64,
    /// Its tables, each behind those that it refers to.
    pub tables: Vec<Table>,
}

/// A table of a file.
#[derive(Clone, Debug, Deserialize, PartialEq, Eq, Serialize)]
pub struct Table {
    /// Its name.
    pub name: String,
    /// Its columns, in the order of the file.
    pub columns: Vec<String>,
}

/// Why a shop cannot be backed up or restored.
#[derive(Debug, thiserror::Error)]
pub enum BackupError {
    /// A file cannot be written or read.
    #[error("{0}: {1}")]
    File(PathBuf, std::io::Error),
    /// There is such a file: none is written over.
    #[error("{0} is there already; name a file that is not")]
    Taken(PathBuf),
    /// The file is no backup of ours.
    #[error("{0} is no backup of Galvanon: {1}")]
    Foreign(PathBuf, &'static str),
    /// The file is not as it was written.
    #[error("{0} is damaged: its checksum does not agree with what it holds")]
    Damaged(PathBuf),
    /// The file is of a later version.
    #[error("the backup is of migration {file}, this version knows {known}: use a newer version")]
    Newer {
        /// The migration of the file.
        file: i64,
        /// The last one that this version knows.
        known: i64,
    },
    /// The database holds something.
    #[error("the database holds {0} tables already; restore into an empty one")]
    NotEmpty(i64),
    /// The file names a table or column that its migration does not make.
    #[error("the backup names {0}, which its database does not have")]
    Unknown(String),
    /// The database was never migrated: there is nothing to back up.
    #[error("the database holds no shop")]
    NoShop,
    /// The database failed.
    #[error("database: {0}")]
    Database(#[from] sqlx::Error),
    /// A migration failed.
    #[error("migration: {0}")]
    Migrate(#[from] sqlx::migrate::MigrateError),
    /// What a file says of itself cannot be written or read.
    #[error("header: {0}")]
    Header(#[from] serde_json::Error),
}
