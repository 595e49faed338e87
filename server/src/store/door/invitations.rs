//! The tables `invitations` and `setup_codes`: keys that are used once.

use sqlx::{Connection, PgConnection, PgExecutor};
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::door::KeyHash;

/// How long an invitation can be taken up, days.
pub const DAYS: i32 = 7;

/// Keeps an invitation; those that the person had before end.
///
/// # Errors
/// When the database fails.
pub async fn add(
    conn: &mut PgConnection,
    key: &KeyHash,
    person: Uuid,
    by: Option<Uuid>,
) -> ApiResult<()> {
    let mut both = conn.begin().await?;
    sqlx::query("DELETE FROM invitations WHERE person_id = $1 AND used_at IS NULL")
        .bind(person)
        .execute(&mut *both)
        .await?;
    let sql = "INSERT INTO invitations (hash, person_id, made_by, ends_at) VALUES ($1, $2, $3, now() + $4 * interval '1 day')";
    sqlx::query(sql).bind(key).bind(person).bind(by).bind(DAYS).execute(&mut *both).await?;
    both.commit().await?;
    Ok(())
}

/// Whom an invitation is for, while it can be taken up.
///
/// # Errors
/// When the database fails.
pub async fn invited(db: impl PgExecutor<'_>, key: &KeyHash) -> ApiResult<Option<(Uuid, String)>> {
    let sql = "SELECT p.id, p.name FROM invitations i JOIN people p ON p.id = i.person_id AND p.deleted_at IS NULL
        WHERE i.hash = $1 AND i.used_at IS NULL AND i.ends_at > now()";
    Ok(sqlx::query_as(sql).bind(key).fetch_optional(db).await?)
}

/// Takes an invitation up; whether it still could be.
///
/// # Errors
/// When the database fails.
pub async fn take(db: impl PgExecutor<'_>, key: &KeyHash) -> ApiResult<bool> {
    let sql = "UPDATE invitations SET used_at = now() WHERE hash = $1 AND used_at IS NULL AND ends_at > now()";
    Ok(sqlx::query(sql).bind(key).execute(db).await?.rows_affected() > 0)
}

/// Whether the shop has an owner who can come in: a password, or the demo's door.
///
/// # Errors
/// When the database fails.
pub async fn owned(db: impl PgExecutor<'_>) -> ApiResult<bool> {
    let sql = "SELECT EXISTS (SELECT 1 FROM people p LEFT JOIN credentials c ON c.person_id = p.id
        WHERE p.role = 'owner' AND p.deleted_at IS NULL AND (p.demo OR c.password IS NOT NULL))";
    Ok(sqlx::query_scalar(sql).fetch_one(db).await?)
}

/// Keeps the one set-up code that holds from now on.
///
/// # Errors
/// When the database fails.
pub async fn set_up_with(conn: &mut PgConnection, code: &KeyHash) -> ApiResult<()> {
    let mut both = conn.begin().await?;
    sqlx::query("DELETE FROM setup_codes WHERE used_at IS NULL").execute(&mut *both).await?;
    let sql = "INSERT INTO setup_codes (hash) VALUES ($1)";
    sqlx::query(sql).bind(code).execute(&mut *both).await?;
    both.commit().await?;
    Ok(())
}

/// Whether a code is the set-up code.
///
/// # Errors
/// When the database fails.
pub async fn set_up_is(db: impl PgExecutor<'_>, code: &KeyHash) -> ApiResult<bool> {
    let sql = "SELECT EXISTS (SELECT 1 FROM setup_codes WHERE hash = $1 AND used_at IS NULL)";
    Ok(sqlx::query_scalar(sql).bind(code).fetch_one(db).await?)
}

/// Uses the set-up code; whether it was the one.
///
/// # Errors
/// When the database fails.
pub async fn use_set_up(db: impl PgExecutor<'_>, code: &KeyHash) -> ApiResult<bool> {
    let sql = "UPDATE setup_codes SET used_at = now() WHERE hash = $1 AND used_at IS NULL";
    Ok(sqlx::query(sql).bind(code).execute(db).await?.rows_affected() > 0)
}
