//! The table `photos`: pictures of edges, drawn anew on arrival.

use serde::Serialize;
use serde_json::Value;
use sqlx::{Connection, PgConnection, PgExecutor};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::photo::Redrawn;
use crate::store::{Made, Record, Recorded, RowKey, made};

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
pub async fn of_diagnoses(db: impl PgExecutor<'_>, diagnoses: &[Uuid]) -> ApiResult<Vec<Photo>> {
    let sql = "SELECT id, version, made_at, made_by, changed_at, changed_by, deleted_at, made_from,
                   diagnosis_id, width, height
               FROM photos WHERE diagnosis_id = ANY($1) AND deleted_at IS NULL ORDER BY made_at, id";
    Ok(sqlx::query_as(sql).bind(diagnoses).fetch_all(db).await?)
}

/// The picture itself, or the small one; `None` when there is none or it was deleted.
///
/// # Errors
/// When the database fails.
pub async fn picture(db: impl PgExecutor<'_>, id: Uuid, small: bool) -> ApiResult<Option<Vec<u8>>> {
    let sql = if small {
        "SELECT small_jpeg FROM photos WHERE id = $1 AND deleted_at IS NULL"
    } else {
        "SELECT jpeg FROM photos WHERE id = $1 AND deleted_at IS NULL"
    };
    Ok(sqlx::query_scalar(sql).bind(id).fetch_optional(db).await?)
}

/// A photo to be added to a diagnosis.
#[derive(Debug)]
pub struct NewPhoto<'a> {
    /// The diagnosis it belongs to.
    pub diagnosis: Uuid,
    /// As it was drawn anew.
    pub photo: &'a Redrawn,
    /// What tells it from another.
    pub made_from: &'a Value,
}

/// Adds a photo under an id of the client's choice; `None` where the diagnosis holds `most` others. Two tablets that add
/// at once are counted one after the other.
///
/// # Errors
/// [`crate::error::ApiError::Different`] when the id holds another one.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    new: &NewPhoto<'_>,
    most: i64,
) -> ApiResult<Option<Made<Photo>>> {
    let NewPhoto { diagnosis, photo, made_from } = *new;
    let mut work = conn.begin().await?;
    sqlx::query("SELECT 1 FROM diagnoses WHERE id = $1 FOR UPDATE")
        .bind(diagnosis)
        .execute(&mut *work)
        .await?;
    let others = "SELECT count(*) FROM photos
                  WHERE diagnosis_id = $1 AND id <> $2 AND deleted_at IS NULL";
    let others: i64 =
        sqlx::query_scalar(others).bind(diagnosis).bind(id).fetch_one(&mut *work).await?;
    if others >= most {
        return Ok(None);
    }
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
        .fetch_optional(&mut *work)
        .await?;
    work.commit().await?;
    Ok(Some(made(&mut *conn, id, row, made_from).await?))
}
