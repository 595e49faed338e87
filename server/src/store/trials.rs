//! The table `trials`: two ways tried on strips of the same plate.

use serde::{Deserialize, Serialize};
use sqlx::types::Json;
use sqlx::{Connection, PgConnection};
use utoipa::ToSchema;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, RowSeen, changed, made};

/// A strip, in the order in which they are cut.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct Strip {
    /// a, b.
    pub way: String,
    /// What was measured; null until it is.
    pub value: Option<f64>,
}

/// A trial.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Trial {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// What the shop calls it.
    pub name: String,
    /// The first way, in the shop's words.
    pub way_a: String,
    /// The second.
    pub way_b: String,
    /// clean_up_min, perpendicularity_mm, roughness_um, slag, oxygen_l, duration_s: what is measured of each strip.
    pub measure: String,
    /// The strips in their order.
    #[schema(value_type = Vec<Strip>)]
    pub strips: Json<Vec<Strip>>,
}

impl Recorded for Trial {
    const TABLE: &str = "trials";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What a trial says.
#[derive(Clone, Debug)]
pub struct NewTrial {
    /// What the shop calls it.
    pub name: String,
    /// The first way.
    pub way_a: String,
    /// The second.
    pub way_b: String,
    /// What is measured.
    pub measure: &'static str,
    /// The strips in their order.
    pub strips: Vec<Strip>,
}

/// Adds a trial under an id of the client's choice, once.
///
/// # Errors
/// [`ApiError::Different`](crate::error::ApiError::Different) when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    trial: &NewTrial,
    body: &serde_json::Value,
) -> ApiResult<Made<Trial>> {
    let sql =
        "INSERT INTO trials (id, name, way_a, way_b, measure, strips, made_from, made_by, changed_by)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $8) ON CONFLICT (id) DO NOTHING RETURNING *";
    let new = sqlx::query_as(sql)
        .bind(id)
        .bind(&trial.name)
        .bind(&trial.way_a)
        .bind(&trial.way_b)
        .bind(trial.measure)
        .bind(Json(&trial.strips))
        .bind(body)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, new, body).await
}

/// Notes what strips came to, of a trial whose version is the one sent; what stood there before is kept.
///
/// # Errors
/// [`ApiError::Stale`](crate::error::ApiError::Stale) when it was changed meanwhile.
pub async fn note(
    conn: &mut PgConnection,
    seen: &RowSeen,
    strips: &[Strip],
    body: &serde_json::Value,
) -> ApiResult<Trial> {
    let mut connection = conn.begin().await?;
    let kept = "INSERT INTO trial_versions (trial_id, version, strips, changed_at, changed_by)
                SELECT id, version, strips, changed_at, changed_by
                FROM trials WHERE id = $1 AND version = $2 AND deleted_at IS NULL
                ON CONFLICT DO NOTHING";
    sqlx::query(kept).bind(seen.id).bind(seen.version).execute(&mut *connection).await?;
    let sql =
        "UPDATE trials SET version = version + 1, changed_at = now(), changed_by = $3, strips = $4
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let row = sqlx::query_as(sql)
        .bind(seen.id)
        .bind(seen.version)
        .bind(seen.by)
        .bind(Json(strips))
        .fetch_optional(&mut *connection)
        .await?;
    connection.commit().await?;
    changed(&mut *conn, seen.id, row, body).await
}
