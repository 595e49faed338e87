//! The table `sessions`.

use serde::Serialize;
use sqlx::PgExecutor;
use time::{Duration, OffsetDateTime};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::door::KeyHash;
use crate::store::role::Role;

/// How long a session lasts.
#[derive(Clone, Copy, Debug)]
pub struct Ends {
    /// Without being used.
    pub idle: Duration,
    /// However much it is used.
    pub absolute: Duration,
}

/// A session to be begun.
#[derive(Clone, Copy, Debug)]
pub struct NewSession<'a> {
    /// The hash of its key.
    pub key: KeyHash,
    /// Whose it is.
    pub person: Uuid,
    /// The registered tablet on which it is.
    pub device: Option<Uuid>,
    /// By which door they came: password, pin, demo, passkey, invitation, set_up.
    pub door: &'static str,
    /// What the browser calls itself.
    pub browser: &'a str,
}

/// Who a session or a token stands for.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Known {
    /// The session or token.
    pub id: Uuid,
    /// The person.
    pub person: Uuid,
    /// What they may do.
    pub role: Role,
    /// The registered tablet.
    pub device: Option<Uuid>,
    /// Whether it only looks.
    pub reads_only: bool,
    /// Whether they came in by a PIN.
    pub by_pin: bool,
    /// Whether its last use is longer ago than is worth a write.
    pub stale: bool,
}

/// A session as its person sees it.
#[derive(Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Session {
    /// Its name; not its key.
    pub id: Uuid,
    /// By which door: password, pin, demo, passkey, invitation, set_up.
    pub door: String,
    /// What the browser calls itself.
    pub browser: String,
    /// The registered tablet it is on.
    pub device: Option<String>,
    /// When it began.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// When it was last used, to the minute.
    #[serde(with = "time::serde::rfc3339")]
    pub seen_at: OffsetDateTime,
}

/// Begins a session.
///
/// # Errors
/// When the database fails.
pub async fn begin(db: impl PgExecutor<'_>, new: &NewSession<'_>) -> ApiResult<()> {
    let sql = "INSERT INTO sessions (id, key_hash, person_id, device_id, door, browser) VALUES ($1, $2, $3, $4, $5, $6)";
    sqlx::query(sql)
        .bind(Uuid::now_v7())
        .bind(new.key)
        .bind(new.person)
        .bind(new.device)
        .bind(new.door)
        .bind(new.browser)
        .execute(db)
        .await?;
    Ok(())
}

/// Who a session stands for, while it lasts and its person and tablet are of the shop.
///
/// # Errors
/// When the database fails.
pub async fn known(db: impl PgExecutor<'_>, key: &KeyHash, ends: Ends) -> ApiResult<Option<Known>> {
    let sql = "SELECT s.id, s.person_id AS person, p.role, s.device_id AS device, false AS reads_only, s.door = 'pin' AS by_pin,
            s.seen_at < now() - interval '1 minute' AS stale
        FROM sessions s JOIN people p ON p.id = s.person_id AND p.deleted_at IS NULL
        WHERE s.key_hash = $1 AND s.ended_at IS NULL
            AND s.seen_at > now() - $2 * interval '1 second' AND s.made_at > now() - $3 * interval '1 second'
            AND NOT EXISTS (SELECT 1 FROM devices d WHERE d.id = s.device_id AND d.revoked_at IS NOT NULL)";
    Ok(sqlx::query_as(sql)
        .bind(key)
        .bind(ends.idle.as_seconds_f64())
        .bind(ends.absolute.as_seconds_f64())
        .fetch_optional(db)
        .await?)
}

/// Notes that a session is used.
///
/// # Errors
/// When the database fails.
pub async fn seen(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<()> {
    sqlx::query("UPDATE sessions SET seen_at = now() WHERE id = $1").bind(id).execute(db).await?;
    Ok(())
}

/// The sessions of a person that last, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_person(
    db: impl PgExecutor<'_>,
    person: Uuid,
    ends: Ends,
) -> ApiResult<Vec<Session>> {
    let sql = "SELECT s.id, s.door, s.browser, d.name AS device, s.made_at, s.seen_at
        FROM sessions s LEFT JOIN devices d ON d.id = s.device_id
        WHERE s.person_id = $1 AND s.ended_at IS NULL
            AND s.seen_at > now() - $2 * interval '1 second' AND s.made_at > now() - $3 * interval '1 second'
        ORDER BY s.made_at DESC LIMIT 200";
    Ok(sqlx::query_as(sql)
        .bind(person)
        .bind(ends.idle.as_seconds_f64())
        .bind(ends.absolute.as_seconds_f64())
        .fetch_all(db)
        .await?)
}

/// Ends a session by its key; one that is not there is ended already.
///
/// # Errors
/// When the database fails.
pub async fn end(db: impl PgExecutor<'_>, key: &KeyHash) -> ApiResult<()> {
    let sql = "UPDATE sessions SET ended_at = now() WHERE key_hash = $1 AND ended_at IS NULL";
    sqlx::query(sql).bind(key).execute(db).await?;
    Ok(())
}

/// Ends one session of a person by its name; whether there was one.
///
/// # Errors
/// When the database fails.
pub async fn end_one(db: impl PgExecutor<'_>, person: Uuid, id: Uuid) -> ApiResult<bool> {
    let sql = "UPDATE sessions SET ended_at = now() WHERE id = $1 AND person_id = $2 AND ended_at IS NULL";
    Ok(sqlx::query(sql).bind(id).bind(person).execute(db).await?.rows_affected() > 0)
}

/// Ends all sessions of a person, but for the one that asks.
///
/// # Errors
/// When the database fails.
pub async fn end_others(db: impl PgExecutor<'_>, person: Uuid, but: Option<Uuid>) -> ApiResult<()> {
    let sql = "UPDATE sessions SET ended_at = now()
        WHERE person_id = $1 AND ended_at IS NULL AND id IS DISTINCT FROM $2";
    sqlx::query(sql).bind(person).bind(but).execute(db).await?;
    Ok(())
}
