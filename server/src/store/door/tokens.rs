//! The table `tokens`.

use serde::Serialize;
use sqlx::PgExecutor;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::door::KeyHash;
use crate::store::door::sessions::Known;

/// An access token as its person sees it.
#[derive(Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Token {
    /// Its id; not the token.
    pub id: Uuid,
    /// What it is for.
    pub name: String,
    /// all, read.
    pub scope: String,
    /// When it was made.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// When it was last used, to the minute.
    #[serde(with = "time::serde::rfc3339::option")]
    pub seen_at: Option<OffsetDateTime>,
}

/// A token to be kept.
#[derive(Clone, Copy, Debug)]
pub struct NewToken<'a> {
    /// Its id.
    pub id: Uuid,
    /// Its hash.
    pub hash: KeyHash,
    /// Whom it stands for.
    pub person: Uuid,
    /// What it is for.
    pub name: &'a str,
    /// all, read.
    pub scope: &'static str,
    /// Who made it; nobody at the server's own console.
    pub by: Option<Uuid>,
}

/// Keeps a token.
///
/// # Errors
/// When the database fails.
pub async fn add(db: impl PgExecutor<'_>, new: &NewToken<'_>) -> ApiResult<()> {
    let sql = "INSERT INTO tokens (id, hash, person_id, name, scope, made_by) VALUES ($1, $2, $3, $4, $5, $6)";
    sqlx::query(sql)
        .bind(new.id)
        .bind(new.hash)
        .bind(new.person)
        .bind(new.name)
        .bind(new.scope)
        .bind(new.by)
        .execute(db)
        .await?;
    Ok(())
}

/// Whom a token stands for, while it is not revoked and its person is of the shop.
///
/// # Errors
/// When the database fails.
pub async fn known(db: impl PgExecutor<'_>, hash: &KeyHash) -> ApiResult<Option<Known>> {
    let sql = "SELECT t.id, t.person_id AS person, p.role, NULL::uuid AS device, t.scope = 'read' AS reads_only, false AS by_pin,
            coalesce(t.seen_at < now() - interval '1 minute', true) AS stale
        FROM tokens t JOIN people p ON p.id = t.person_id AND p.deleted_at IS NULL
        WHERE t.hash = $1 AND t.revoked_at IS NULL";
    Ok(sqlx::query_as(sql).bind(hash).fetch_optional(db).await?)
}

/// Notes that a token is used.
///
/// # Errors
/// When the database fails.
pub async fn seen(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<()> {
    sqlx::query("UPDATE tokens SET seen_at = now() WHERE id = $1").bind(id).execute(db).await?;
    Ok(())
}

/// The tokens of a person that hold, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_person(db: impl PgExecutor<'_>, person: Uuid) -> ApiResult<Vec<Token>> {
    let sql = "SELECT id, name, scope, made_at, seen_at FROM tokens
        WHERE person_id = $1 AND revoked_at IS NULL ORDER BY made_at DESC LIMIT 200";
    Ok(sqlx::query_as(sql).bind(person).fetch_all(db).await?)
}

/// Revokes a token of a person; whether there was one.
///
/// # Errors
/// When the database fails.
pub async fn revoke(db: impl PgExecutor<'_>, person: Uuid, id: Uuid) -> ApiResult<bool> {
    let sql = "UPDATE tokens SET revoked_at = now() WHERE id = $1 AND person_id = $2 AND revoked_at IS NULL";
    Ok(sqlx::query(sql).bind(id).bind(person).execute(db).await?.rows_affected() > 0)
}

/// Revokes all tokens of a person.
///
/// # Errors
/// When the database fails.
pub async fn revoke_all(db: impl PgExecutor<'_>, person: Uuid) -> ApiResult<()> {
    let sql = "UPDATE tokens SET revoked_at = now() WHERE person_id = $1 AND revoked_at IS NULL";
    sqlx::query(sql).bind(person).execute(db).await?;
    Ok(())
}
