//! The SQL and nothing else, a file for each table.

pub mod burn_imports;
pub mod burns;
pub mod clearances;
pub mod diagnoses;
pub mod door;
pub mod gear;
pub mod job_lines;
pub mod job_runs;
pub mod jobs;
pub mod learned;
pub mod line_figures;
pub mod page;
pub mod people;
pub mod photos;
pub mod plans;
pub mod quotes;
pub mod role;
pub mod run_events;
pub mod shop_settings;
pub mod tip_log;
pub mod trials;

use serde::Serialize;
use serde_json::Value;
use sqlx::postgres::PgRow;
use sqlx::{AssertSqlSafe, FromRow, PgConnection, PgExecutor};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, Conflict};

/// The database schema.
pub static MIGRATIONS: sqlx::migrate::Migrator = sqlx::migrate!("./migrations");

/// Which row a client speaks of, by the id that it chose, and who acts.
#[derive(Clone, Copy, Debug)]
pub struct RowKey {
    /// Of the row.
    pub id: Uuid,
    /// Nobody where nobody is signed in.
    pub by: Option<Uuid>,
}

/// What every row a person makes carries.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Record {
    /// Chosen by the client.
    pub id: Uuid,
    /// Rises with each change; sent back with the next one.
    pub version: i32,
    /// When it was made.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// Who made it.
    pub made_by: Option<Uuid>,
    /// When it was last changed.
    #[serde(with = "time::serde::rfc3339")]
    pub changed_at: OffsetDateTime,
    /// Who changed it.
    pub changed_by: Option<Uuid>,
    /// When it was deleted, if it was.
    #[serde(with = "time::serde::rfc3339::option")]
    pub deleted_at: Option<OffsetDateTime>,
    /// The body it was made from.
    #[serde(skip)]
    #[schema(ignore)]
    pub made_from: Value,
}

/// Something stored with a [`Record`].
pub trait Recorded: Serialize {
    /// The table it stands in.
    const TABLE: &str;

    /// Its record.
    fn record(&self) -> &Record;
}

/// What came of a PUT.
#[derive(Debug, PartialEq, Eq)]
pub enum Made<T> {
    /// A new row.
    New(T),
    /// The same body under the same id, once more.
    Again(T),
}

/// A row as it is read back from its table.
pub trait Row: Recorded + for<'row> FromRow<'row, PgRow> + Send + Unpin {}
impl<T: Recorded + for<'row> FromRow<'row, PgRow> + Send + Unpin> Row for T {}

/// A row by its id, deleted or not.
///
/// # Errors
/// When the database fails.
pub async fn find<T: Row>(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<Option<T>> {
    // the table's name is a constant of ours, never an input
    let sql = AssertSqlSafe(format!("SELECT * FROM {} WHERE id = $1", T::TABLE));
    Ok(sqlx::query_as(sql).bind(id).fetch_optional(db).await?)
}

/// Tells a new row from a repeated PUT, and that from a different one under the same id.
///
/// # Errors
/// [`ApiError::Different`] when the id holds another body.
pub async fn made<T: Row>(
    db: impl PgExecutor<'_>,
    id: Uuid,
    inserted: Option<T>,
    body: &Value,
) -> ApiResult<Made<T>> {
    if let Some(row) = inserted {
        return Ok(Made::New(row));
    }
    let row: T = find(db, id).await?.ok_or(ApiError::NotFound)?;
    if row.record().made_from == *body {
        return Ok(Made::Again(row));
    }
    let both = Conflict { current: serde_json::to_value(&row)?, yours: body.clone() };
    Err(ApiError::Different(Box::new(both)))
}

/// The row of a conditional change, or the conflict when its version was not the one sent.
///
/// # Errors
/// [`ApiError::NotFound`] when there is none, [`ApiError::Stale`] when it was changed.
pub async fn changed<T: Row>(
    db: impl PgExecutor<'_>,
    id: Uuid,
    row: Option<T>,
    yours: &Value,
) -> ApiResult<T> {
    if let Some(row) = row {
        return Ok(row);
    }
    let current: T = find(db, id).await?.ok_or(ApiError::NotFound)?;
    let both = Conflict { current: serde_json::to_value(&current)?, yours: yours.clone() };
    Err(ApiError::Stale(Box::new(both)))
}

/// A row as somebody saw it who changes it.
#[derive(Clone, Copy, Debug)]
pub struct RowSeen {
    /// Its id.
    pub id: Uuid,
    /// The version that was seen.
    pub version: i32,
    /// Who changes it.
    pub by: Option<Uuid>,
}

/// Deletes a row whose version is the one sent, or takes that back.
///
/// # Errors
/// [`ApiError::Stale`] when it was changed meanwhile, [`ApiError::NotFound`] when there is none.
pub async fn set_deleted<T: Row>(
    conn: &mut PgConnection,
    row: &RowSeen,
    deleted: bool,
) -> ApiResult<T> {
    let RowSeen { id, version, by } = *row;
    // the table's name is a constant of ours, never an input
    let update = format!(
        "UPDATE {} SET deleted_at = CASE WHEN $3 THEN now() END,
             version = version + 1, changed_at = now(), changed_by = $4
         WHERE id = $1 AND version = $2 RETURNING *",
        T::TABLE
    );
    let row = sqlx::query_as(AssertSqlSafe(update))
        .bind(id)
        .bind(version)
        .bind(deleted)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    changed(&mut *conn, id, row, &serde_json::json!({ "version": version })).await
}
