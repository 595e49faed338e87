//! The table `photos`: pictures of edges, drawn anew on arrival.

use serde::Serialize;
use serde_json::Value;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use super::{Made, Record, Recorded, made};
use crate::error::ApiResult;
use crate::photo::Redrawn;

/// A photo without its picture.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Photo {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// The diagnosis it belongs to.
    pub diagnosis_id: Uuid,
    /// Pixels across.
    pub width: i32,
    /// Pixels down.
    pub height: i32,
}

impl Recorded for Photo {
    const TABLE: &str = "photos";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// The photos of some diagnoses, the oldest first.
///
/// # Errors
/// When the database fails.
pub async fn of_diagnoses(pool: &PgPool, diagnoses: &[Uuid]) -> ApiResult<Vec<Photo>> {
    let sql = "SELECT id, version, made_at, made_by, changed_at, changed_by, deleted_at, made_from,
                   diagnosis_id, width, height
               FROM photos WHERE diagnosis_id = ANY($1) AND deleted_at IS NULL ORDER BY made_at, id";
    Ok(sqlx::query_as(sql).bind(diagnoses).fetch_all(pool).await?)
}

/// The picture itself, or the small one; `None` when there is none or it was deleted.
///
/// # Errors
/// When the database fails.
pub async fn picture(pool: &PgPool, (id, small): (Uuid, bool)) -> ApiResult<Option<Vec<u8>>> {
    let sql = if small {
        "SELECT small_jpeg FROM photos WHERE id = $1 AND deleted_at IS NULL"
    } else {
        "SELECT jpeg FROM photos WHERE id = $1 AND deleted_at IS NULL"
    };
    Ok(sqlx::query_scalar(sql).bind(id).fetch_optional(pool).await?)
}

/// Adds a photo under an id of the client's choice.
///
/// # Errors
/// [`crate::error::ApiError::Different`] when the id holds another one.
pub async fn put(
    pool: &PgPool,
    (id, diagnosis, by): (Uuid, Uuid, Option<Uuid>),
    (photo, made_from): (&Redrawn, &Value),
) -> ApiResult<Made<Photo>> {
    let sql = "INSERT INTO photos
                   (id, diagnosis_id, width, height, jpeg, small_jpeg, made_from, made_by, changed_by)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $8)
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let row: Option<Photo> = sqlx::query_as(sql)
        .bind(id)
        .bind(diagnosis)
        .bind(photo.width)
        .bind(photo.height)
        .bind(&photo.jpeg)
        .bind(&photo.small)
        .bind(made_from)
        .bind(by)
        .fetch_optional(pool)
        .await?;
    made(pool, id, (row, made_from)).await
}
