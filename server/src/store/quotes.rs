//! The table `quotes`: what lists of cuts were offered for.

use serde::Serialize;
use serde_json::Value;
use sqlx::{Connection, PgConnection, PgExecutor};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, RowSeen, changed, made};

/// A quote.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Quote {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// The job it was made of.
    pub job_id: Uuid,
    /// What the shop calls it.
    pub name: String,
    /// Anything to know about it.
    pub note: String,
    /// What was asked, with its prices as they stood: a request of `/quotes/price`.
    #[schema(value_type = Object)]
    pub asked: Value,
    /// What it came to.
    #[schema(value_type = Object)]
    pub found: Value,
}

impl Recorded for Quote {
    const TABLE: &str = "quotes";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What a quote says.
#[derive(Clone, Debug)]
pub struct NewQuote {
    /// The job it is made of.
    pub job_id: Uuid,
    /// What the shop calls it.
    pub name: String,
    /// Anything to know about it.
    pub note: String,
    /// What is asked.
    pub asked: Value,
    /// What it comes to.
    pub found: Value,
}

/// Adds a quote under an id of the client's choice, once.
///
/// # Errors
/// [`ApiError::Different`](crate::error::ApiError::Different) when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    quote: &NewQuote,
    body: &Value,
) -> ApiResult<Made<Quote>> {
    let sql =
        "INSERT INTO quotes (id, job_id, name, note, asked, found, made_from, made_by, changed_by)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $8) ON CONFLICT (id) DO NOTHING RETURNING *";
    let new = sqlx::query_as(sql)
        .bind(id)
        .bind(quote.job_id)
        .bind(&quote.name)
        .bind(&quote.note)
        .bind(&quote.asked)
        .bind(&quote.found)
        .bind(body)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, new, body).await
}

/// Changes a quote whose version is the one sent; what it said before is kept.
///
/// # Errors
/// [`ApiError::Stale`](crate::error::ApiError::Stale) when it was changed meanwhile.
pub async fn change(
    conn: &mut PgConnection,
    seen: &RowSeen,
    quote: &NewQuote,
    body: &Value,
) -> ApiResult<Quote> {
    let mut connection = conn.begin().await?;
    let kept = "INSERT INTO quote_versions (quote_id, version, was, changed_at, changed_by)
                SELECT id, version, jsonb_build_object('name', name, 'note', note, 'asked', asked, 'found', found),
                       changed_at, changed_by
                FROM quotes WHERE id = $1 AND version = $2 AND deleted_at IS NULL
                ON CONFLICT DO NOTHING";
    sqlx::query(kept).bind(seen.id).bind(seen.version).execute(&mut *connection).await?;
    let sql = "UPDATE quotes SET version = version + 1, changed_at = now(), changed_by = $3,
                   name = $4, note = $5, asked = $6, found = $7
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let row = sqlx::query_as(sql)
        .bind(seen.id)
        .bind(seen.version)
        .bind(seen.by)
        .bind(&quote.name)
        .bind(&quote.note)
        .bind(&quote.asked)
        .bind(&quote.found)
        .fetch_optional(&mut *connection)
        .await?;
    connection.commit().await?;
    changed(&mut *conn, seen.id, row, body).await
}

/// What a quote said before each of its changes, the oldest first.
///
/// # Errors
/// When the database fails.
pub async fn versions(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<Vec<(i32, Value)>> {
    let sql = "SELECT version, was FROM quote_versions WHERE quote_id = $1 ORDER BY version";
    Ok(sqlx::query_as(sql).bind(id).fetch_all(db).await?)
}
