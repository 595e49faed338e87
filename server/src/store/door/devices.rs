//! The table `devices`: the tablets that a foreman has registered.

use serde::Serialize;
use sqlx::PgExecutor;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::RowKey;
use crate::store::door::KeyHash;

/// A registered tablet.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Device {
    /// Its id; not its key.
    pub id: Uuid,
    /// What the shop calls it.
    pub name: String,
    /// Where it hangs.
    pub place: String,
    /// When it was registered.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// When it last sent something.
    #[serde(with = "time::serde::rfc3339::option")]
    pub seen_at: Option<OffsetDateTime>,
    /// How far its clock stands ahead of the server's, s.
    pub clock_ahead_s: Option<f64>,
    /// When it was revoked, if it was.
    #[serde(with = "time::serde::rfc3339::option")]
    pub revoked_at: Option<OffsetDateTime>,
}

const COLUMNS: &str = "id, name, place, made_at, seen_at, clock_ahead_s, revoked_at";

/// A tablet to be registered.
#[derive(Clone, Copy, Debug)]
pub struct NewDevice<'a> {
    /// The hash of its key.
    pub key: KeyHash,
    /// What the shop calls it.
    pub name: &'a str,
    /// Where it hangs.
    pub place: &'a str,
    /// Who registers it.
    pub by: Option<Uuid>,
}

/// Registers a tablet.
///
/// # Errors
/// When the database fails.
pub async fn register(db: impl PgExecutor<'_>, new: &NewDevice<'_>) -> ApiResult<Device> {
    let sql = "INSERT INTO devices (id, key_hash, name, place, made_by) VALUES ($1, $2, $3, $4, $5)
        RETURNING id, name, place, made_at, seen_at, clock_ahead_s, revoked_at";
    Ok(sqlx::query_as(sql)
        .bind(Uuid::now_v7())
        .bind(new.key)
        .bind(new.name)
        .bind(new.place)
        .bind(new.by)
        .fetch_one(db)
        .await?)
}

/// The tablet of a key, revoked or not.
///
/// # Errors
/// When the database fails.
pub async fn known(db: impl PgExecutor<'_>, key: &KeyHash) -> ApiResult<Option<Device>> {
    let sql = sqlx::AssertSqlSafe(format!("SELECT {COLUMNS} FROM devices WHERE key_hash = $1"));
    Ok(sqlx::query_as(sql).bind(key).fetch_optional(db).await?)
}

/// Notes that a tablet sent something, and how its clock stands.
///
/// # Errors
/// When the database fails.
pub async fn seen(db: impl PgExecutor<'_>, id: Uuid, ahead_s: Option<f64>) -> ApiResult<()> {
    let sql = "UPDATE devices SET seen_at = now(), clock_ahead_s = coalesce($2, clock_ahead_s)
        WHERE id = $1 AND ($2 IS NOT NULL OR coalesce(seen_at < now() - interval '1 minute', true))";
    sqlx::query(sql).bind(id).bind(ahead_s).execute(db).await?;
    Ok(())
}

/// Every tablet that was ever registered, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn all(db: impl PgExecutor<'_>) -> ApiResult<Vec<Device>> {
    let sql = sqlx::AssertSqlSafe(format!(
        "SELECT {COLUMNS} FROM devices ORDER BY made_at DESC, id LIMIT 200"
    ));
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// Revokes a tablet and ends the sessions on it; whether there was one.
///
/// # Errors
/// When the database fails.
pub async fn revoke(db: impl PgExecutor<'_>, RowKey { id, by }: RowKey) -> ApiResult<bool> {
    let sql = "UPDATE devices SET revoked_at = now(), revoked_by = $2 WHERE id = $1 AND revoked_at IS NULL";
    Ok(sqlx::query(sql).bind(id).bind(by).execute(db).await?.rows_affected() > 0)
}
