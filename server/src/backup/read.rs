//! Reads a shop from a file.

use std::path::Path;

use sqlx::{AssertSqlSafe, PgConnection, PgPool};

use crate::backup::file::Reader;
use crate::backup::write::{quoted, tables};
use crate::backup::{BackupError, Header, Table};
use crate::store::MIGRATIONS;

/// Sets every sequence behind the highest number that was handed out.
async fn set_sequences(database: &mut PgConnection) -> Result<(), BackupError> {
    let numbered = "SELECT table_name::text, column_name::text FROM information_schema.columns
        WHERE table_schema = 'public' AND is_identity = 'YES'";
    let numbered: Vec<(String, String)> =
        sqlx::query_as(numbered).fetch_all(&mut *database).await?;
    for (table, column) in numbered {
        let highest = format!(
            "SELECT setval(pg_get_serial_sequence($1, $2), coalesce(max({}), 0) + 1, false) FROM {}",
            quoted(&column),
            quoted(&table)
        );
        sqlx::query(AssertSqlSafe(highest))
            .bind(&table)
            .bind(&column)
            .execute(&mut *database)
            .await?;
    }
    Ok(())
}

/// What the rows of a shop set off in one another: while a file is read the rows are as they are there.
async fn triggers(
    database: &mut PgConnection,
    tables: &[Table],
    what: &'static str,
) -> Result<(), BackupError> {
    for table in tables {
        let sql = format!("ALTER TABLE {} {what} TRIGGER USER", quoted(&table.name));
        sqlx::query(AssertSqlSafe(sql)).execute(&mut *database).await?;
    }
    Ok(())
}

/// Reads a file to its end without a database: whether it is whole, and what it says of itself.
///
/// # Errors
/// When the file is not a backup, or is damaged.
pub fn check(path: &Path) -> Result<Header, BackupError> {
    let (mut file, header) = Reader::open(path)?;
    for _ in &header.tables {
        while file.chunk()?.is_some() {}
    }
    Ok(header)
}

/// Reads a shop into an empty database, and migrates it to this version.
///
/// # Errors
/// When the file is no backup, damaged or of a later version; when the database holds anything, or fails. Nothing of the
/// file is kept then.
pub async fn restore(pool: &PgPool, path: &Path) -> Result<(), BackupError> {
    let (mut file, header) = Reader::open(path)?;
    let known = MIGRATIONS.iter().map(|migration| migration.version).max().unwrap_or(0);
    if header.migration > known {
        return Err(BackupError::Newer { file: header.migration, known });
    }
    let there = "SELECT count(*) FROM pg_class
                 WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p', 'v', 'm')";
    let there: i64 = sqlx::query_scalar(there).fetch_one(pool).await?;
    if there > 0 {
        return Err(BackupError::NotEmpty(there));
    }
    MIGRATIONS.run_to(header.migration, pool).await?;
    let mut whole = pool.begin().await?;
    let made = tables(&mut whole).await?;
    // what migrations put there, the file holds too
    let all: Vec<_> = made.iter().map(|table| quoted(&table.name)).collect();
    sqlx::query(AssertSqlSafe(format!("TRUNCATE {} CASCADE", all.join(", "))))
        .execute(&mut *whole)
        .await?;
    triggers(&mut whole, &made, "DISABLE").await?;
    for table in &header.tables {
        let known = made.iter().find(|known| known.name == table.name);
        let known = known.ok_or_else(|| BackupError::Unknown(table.name.clone()))?;
        let strange = table.columns.iter().find(|column| !known.columns.contains(column));
        if let Some(column) = strange {
            return Err(BackupError::Unknown(format!("{}.{column}", table.name)));
        }
        let name = quoted(&table.name);
        let columns: Vec<_> = table.columns.iter().map(|column| quoted(column)).collect();
        let copy = format!("COPY {name} ({}) FROM STDIN", columns.join(", "));
        let mut rows = whole.copy_in_raw(&copy).await?;
        while let Some(bytes) = file.chunk()? {
            rows.send(bytes).await?;
        }
        rows.finish().await?;
    }
    triggers(&mut whole, &made, "ENABLE").await?;
    set_sequences(&mut whole).await?;
    whole.commit().await?;
    MIGRATIONS.run(pool).await?;
    Ok(())
}
