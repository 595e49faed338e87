//! The table `cylinder_readings`: every reading of a cylinder, kept by the rack's own trigger.

use serde_json::Value;
use sqlx::PgExecutor;
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;

/// A reading of a cylinder.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct CylinderReading {
    /// The cylinder, one that has left the rack too.
    pub gear_id: Uuid,
    /// What the shop calls it now.
    pub label: String,
    /// When it was read.
    pub read_at: OffsetDateTime,
    /// Its fields as they stood then.
    pub fields: Value,
}

/// The readings since a moment, cylinder by cylinder, the oldest first; of each the last one before that moment too, from
/// which the first was taken.
///
/// # Errors
/// When the database fails.
pub async fn readings(
    db: impl PgExecutor<'_>,
    since: OffsetDateTime,
) -> ApiResult<Vec<CylinderReading>> {
    let sql = "SELECT r.gear_id, g.label, r.read_at, r.fields
               FROM cylinder_readings r JOIN gear g ON g.id = r.gear_id
               WHERE r.read_at >= coalesce((SELECT max(read_at) FROM cylinder_readings b
                                            WHERE b.gear_id = r.gear_id AND b.read_at < $1), $1)
               ORDER BY g.label, r.gear_id, r.read_at";
    Ok(sqlx::query_as(sql).bind(since).fetch_all(db).await?)
}

/// The readings of some cylinders between two moments, cylinder by cylinder, the oldest first.
///
/// # Errors
/// When the database fails.
pub async fn between(
    db: impl PgExecutor<'_>,
    cylinders: &[Uuid],
    (from, to): (OffsetDateTime, OffsetDateTime),
) -> ApiResult<Vec<CylinderReading>> {
    let sql = "SELECT r.gear_id, g.label, r.read_at, r.fields
               FROM cylinder_readings r JOIN gear g ON g.id = r.gear_id
               WHERE r.gear_id = ANY($1) AND r.read_at BETWEEN $2 AND $3
               ORDER BY r.gear_id, r.read_at";
    Ok(sqlx::query_as(sql).bind(cylinders).bind(from).bind(to).fetch_all(db).await?)
}

/// Adds a reading from before the cylinder stood in the rack as it does.
///
/// # Errors
/// When the database fails; at a moment that has one.
pub async fn add(
    db: impl PgExecutor<'_>,
    gear: Uuid,
    at: OffsetDateTime,
    fields: &Value,
) -> ApiResult<()> {
    let sql = "INSERT INTO cylinder_readings (gear_id, read_at, fields) VALUES ($1, $2, $3)";
    sqlx::query(sql).bind(gear).bind(at).bind(fields).execute(db).await?;
    Ok(())
}
