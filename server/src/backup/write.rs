//! Writes a shop into a file.

use std::path::{Path, PathBuf};

use futures_util::TryStreamExt;
use sqlx::{PgConnection, PgPool};
use time::OffsetDateTime;

use crate::backup::file::Writer;
use crate::backup::{BackupError, Header, Table};
use crate::store::MIGRATIONS;

/// A name of the database, quoted.
pub(super) fn quoted(name: &str) -> String {
    format!("\"{}\"", name.replace('"', "\"\""))
}

/// The last migration that a database has seen; `None` for one without a shop.
async fn migration_of(database: &mut PgConnection) -> Result<Option<i64>, BackupError> {
    let there: bool = sqlx::query_scalar("SELECT to_regclass('_sqlx_migrations') IS NOT NULL")
        .fetch_one(&mut *database)
        .await?;
    if !there {
        return Ok(None);
    }
    let newest = "SELECT max(version) FROM _sqlx_migrations WHERE success";
    Ok(sqlx::query_scalar(newest).fetch_one(&mut *database).await?)
}

/// The tables of a shop with their columns, each behind those that it refers to.
pub(super) async fn tables(database: &mut PgConnection) -> Result<Vec<Table>, BackupError> {
    let columns = "SELECT c.relname::text, array_agg(a.attname::text ORDER BY a.attnum)
        FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid
        WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND c.relname <> '_sqlx_migrations'
            AND a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = ''
        GROUP BY c.relname ORDER BY c.relname";
    let mut waiting: Vec<(String, Vec<String>)> =
        sqlx::query_as(columns).fetch_all(&mut *database).await?;
    let refers =
        "SELECT DISTINCT conrelid::regclass::text, confrelid::regclass::text FROM pg_constraint
        WHERE contype = 'f' AND conrelid <> confrelid";
    let refers: Vec<(String, String)> = sqlx::query_as(refers).fetch_all(&mut *database).await?;
    let mut ordered: Vec<Table> = Vec::with_capacity(waiting.len());
    while !waiting.is_empty() {
        let needs = |name: &str, of: &[(String, Vec<String>)]| {
            refers.iter().any(|(from, to)| from == name && of.iter().any(|(left, _)| left == to))
        };
        let free = waiting.iter().position(|(name, _)| !needs(name, &waiting)).unwrap_or(0);
        let (name, columns) = waiting.remove(free);
        ordered.push(Table { name, columns });
    }
    Ok(ordered)
}

/// Writes everything that a shop holds, as it is at one moment.
///
/// # Errors
/// When the file is there already or cannot be written, when the database fails or holds no shop. No file is left then.
pub async fn backup(pool: &PgPool, path: &Path) -> Result<(), BackupError> {
    let mut moment = pool.begin().await?;
    sqlx::query("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY")
        .execute(&mut *moment)
        .await?;
    let migration = migration_of(&mut moment).await?.ok_or(BackupError::NoShop)?;
    let header = Header {
        made_at: OffsetDateTime::now_utc(),
        app: env!("CARGO_PKG_VERSION").to_owned(),
        migration,
        tables: tables(&mut moment).await?,
    };
    let mut file = Writer::begin(path, &header)?;
    for table in &header.tables {
        let columns: Vec<_> = table.columns.iter().map(|column| quoted(column)).collect();
        let copy = format!("COPY {} ({}) TO STDOUT", quoted(&table.name), columns.join(", "));
        let mut rows = moment.copy_out_raw(&copy).await?;
        while let Some(bytes) = rows.try_next().await? {
            file.chunk(&bytes)?;
        }
        drop(rows);
        file.end_table()?;
    }
    file.finish()
}

/// Backs a shop up that is to be migrated, into a file of that folder; says which. A new database, and one that is up to
/// date, are left alone.
///
/// # Errors
/// As [`backup`]: without it nothing is migrated.
pub async fn before_migrating(
    pool: &PgPool,
    folder: &Path,
) -> Result<Option<PathBuf>, BackupError> {
    let now = migration_of(&mut *pool.acquire().await?).await?;
    let newest = MIGRATIONS.iter().map(|migration| migration.version).max();
    let Some(now) = now.filter(|now| Some(*now) < newest) else { return Ok(None) };
    std::fs::create_dir_all(folder).map_err(|error| BackupError::File(folder.to_owned(), error))?;
    let moment = OffsetDateTime::now_utc().unix_timestamp();
    let path = folder.join(format!("before-migration-{now}-{moment}.galvanon"));
    backup(pool, &path).await?;
    Ok(Some(path))
}
