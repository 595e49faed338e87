//! The table `jobs`.

use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult};
use crate::store::{Made, Record, Recorded, RowKey, changed, find, made};

/// A job: what is cut for one purpose, with one rig.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Job {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// What the shop calls it.
    pub name: String,
    /// Anything to know about it.
    pub note: String,
    /// Fuel and gear: the parts gas, tip, torch, drawer of a cut plan request.
    #[schema(value_type = Object)]
    pub rig: Value,
}

impl Recorded for Job {
    const TABLE: &str = "jobs";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What makes a job.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewJob {
    /// What the shop calls it.
    pub name: String,
    /// Anything to know about it.
    #[serde(default)]
    pub note: String,
    /// Fuel and gear: the parts gas, tip, torch, drawer of a cut plan request.
    #[schema(value_type = Object)]
    pub rig: Value,
}

/// Some jobs that are not deleted, in no order.
///
/// # Errors
/// When the database fails.
pub async fn by_ids(db: impl PgExecutor<'_>, ids: &[Uuid]) -> ApiResult<Vec<Job>> {
    let sql = "SELECT * FROM jobs WHERE id = ANY($1) AND deleted_at IS NULL";
    Ok(sqlx::query_as(sql).bind(ids).fetch_all(db).await?)
}

/// A job that is not deleted.
///
/// # Errors
/// [`ApiError::NotFound`] when there is none.
pub async fn live(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<Job> {
    let found: Option<Job> = find(db, id).await?;
    found.filter(|job| job.record.deleted_at.is_none()).ok_or(ApiError::NotFound)
}

/// Adds a job under an id of the client's choice.
///
/// # Errors
/// [`ApiError::Different`] when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    job: &NewJob,
    body: &Value,
) -> ApiResult<Made<Job>> {
    let sql = "INSERT INTO jobs (id, name, note, rig, made_from, made_by, changed_by)
               VALUES ($1, $2, $3, $4, $5, $6, $6) ON CONFLICT (id) DO NOTHING RETURNING *";
    let new: Option<Job> = sqlx::query_as(sql)
        .bind(id)
        .bind(&job.name)
        .bind(&job.note)
        .bind(&job.rig)
        .bind(body)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, new, body).await
}

/// What may change in a job; what is left out stays.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JobChange {
    /// The version that was seen.
    pub version: i32,
    /// What the shop calls it.
    pub name: Option<String>,
    /// Anything to know about it.
    pub note: Option<String>,
    /// Fuel and gear, whole.
    #[schema(value_type = Option<Object>)]
    pub rig: Option<Value>,
}

/// Changes a job whose version is the one sent.
///
/// # Errors
/// [`ApiError::Stale`] when it was changed meanwhile.
pub async fn patch(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    change: &JobChange,
    body: &Value,
) -> ApiResult<Job> {
    let sql = "UPDATE jobs SET name = COALESCE($3, name), note = COALESCE($4, note),
                   rig = COALESCE($5, rig), version = version + 1, changed_at = now(), changed_by = $6
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let row = sqlx::query_as(sql)
        .bind(id)
        .bind(change.version)
        .bind(&change.name)
        .bind(&change.note)
        .bind(&change.rig)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    changed(&mut *conn, id, row, body).await
}
