//! The table `gear`: what the shop owns.

pub mod cylinder_log;

use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use utoipa::ToSchema;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, changed, made};

/// A piece of gear.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Gear {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// tip, hose, regulator, arrestor, torch, cylinder, carriage, wire_set, heating_head.
    pub kind: String,
    /// What the shop calls it.
    pub label: String,
    /// What is known of it; the fields go with its kind.
    #[schema(value_type = Object)]
    pub fields: Value,
    /// Whether it may be used.
    pub in_service: bool,
    /// Why not, if not.
    pub out_because: String,
}

impl Recorded for Gear {
    const TABLE: &str = "gear";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What makes a piece of gear.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewGear {
    /// tip, hose, regulator, arrestor, torch, cylinder, carriage, wire_set, heating_head.
    pub kind: String,
    /// What the shop calls it.
    pub label: String,
    /// What is known of it.
    #[schema(value_type = Object)]
    pub fields: Value,
    /// Whether it may be used; true when left out.
    #[serde(default = "yes")]
    pub in_service: bool,
    /// Why not, if not.
    #[serde(default)]
    pub out_because: String,
}

const fn yes() -> bool {
    true
}

/// What may change in a piece of gear; what is left out stays.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GearChange {
    /// The version that was seen.
    pub version: i32,
    /// What the shop calls it.
    pub label: Option<String>,
    /// What is known of it, whole.
    #[schema(value_type = Option<Object>)]
    pub fields: Option<Value>,
    /// Whether it may be used.
    pub in_service: Option<bool>,
    /// Why not, if not.
    pub out_because: Option<String>,
}

/// Everything the shop owns, by kind and name.
///
/// # Errors
/// When the database fails.
pub async fn all(db: impl PgExecutor<'_>) -> ApiResult<Vec<Gear>> {
    let sql = "SELECT * FROM gear WHERE deleted_at IS NULL ORDER BY kind, label, id";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// Adds a piece of gear under an id of the client's choice.
///
/// # Errors
/// [`ApiError::Different`] when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    gear: &NewGear,
    body: &Value,
) -> ApiResult<Made<Gear>> {
    let sql = "INSERT INTO gear
                   (id, kind, label, fields, in_service, out_because, made_from, made_by, changed_by)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $8)
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let new: Option<Gear> = sqlx::query_as(sql)
        .bind(id)
        .bind(&gear.kind)
        .bind(&gear.label)
        .bind(&gear.fields)
        .bind(gear.in_service)
        .bind(&gear.out_because)
        .bind(body)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    made(&mut *conn, id, new, body).await
}

/// Changes a piece of gear whose version is the one sent.
///
/// # Errors
/// [`ApiError::Stale`] when it was changed meanwhile.
pub async fn patch(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    change: &GearChange,
    body: &Value,
) -> ApiResult<Gear> {
    let sql = "UPDATE gear SET label = COALESCE($3, label), fields = COALESCE($4, fields),
                   counted_from = CASE WHEN $4::jsonb IS NULL THEN counted_from ELSE now() END,
                   in_service = COALESCE($5, in_service),
                   out_because = CASE WHEN COALESCE($5, in_service) THEN '' ELSE COALESCE($6, out_because) END,
                   version = version + 1, changed_at = now(), changed_by = $7
               WHERE id = $1 AND version = $2 AND deleted_at IS NULL RETURNING *";
    let row = sqlx::query_as(sql)
        .bind(id)
        .bind(change.version)
        .bind(&change.label)
        .bind(&change.fields)
        .bind(change.in_service)
        .bind(&change.out_because)
        .bind(by)
        .fetch_optional(&mut *conn)
        .await?;
    changed(&mut *conn, id, row, body).await
}
