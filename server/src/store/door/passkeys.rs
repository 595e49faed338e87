//! The tables `passkeys` and `passkey_states`: credentials that a browser or a key of the person's holds, and what the server
//! must remember between asking and being answered.

use serde::Serialize;
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;

/// How long an answer may take, s.
const ANSWER_S: f64 = 300.0;

/// A passkey as its person sees it.
#[derive(Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct PasskeyRow {
    /// Its id; not the key.
    pub id: Uuid,
    /// What its person calls it.
    pub name: String,
    /// When it was made.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// When it last opened the door.
    #[serde(with = "time::serde::rfc3339::option")]
    pub seen_at: Option<OffsetDateTime>,
}

/// Remembers what was asked, under an id; what nobody answered in time is forgotten.
///
/// # Errors
/// When the database fails.
pub async fn ask(conn: &mut PgConnection, person: Uuid, state: &Value) -> ApiResult<Uuid> {
    let old = "DELETE FROM passkey_states WHERE made_at < now() - $1 * interval '1 second'";
    sqlx::query(old).bind(ANSWER_S).execute(&mut *conn).await?;
    let id = Uuid::now_v7();
    let sql = "INSERT INTO passkey_states (id, person_id, state) VALUES ($1, $2, $3)";
    sqlx::query(sql).bind(id).bind(person).bind(state).execute(&mut *conn).await?;
    Ok(id)
}

/// What was asked under an id, once.
///
/// # Errors
/// When the database fails.
pub async fn asked(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<Option<(Uuid, Value)>> {
    let sql =
        "DELETE FROM passkey_states WHERE id = $1 AND made_at > now() - $2 * interval '1 second'
        RETURNING person_id, state";
    Ok(sqlx::query_as(sql).bind(id).bind(ANSWER_S).fetch_optional(db).await?)
}

/// Keeps a passkey of a person.
///
/// # Errors
/// When the database fails.
pub async fn add(
    db: impl PgExecutor<'_>,
    person: Uuid,
    name: &str,
    credential: &Value,
) -> ApiResult<PasskeyRow> {
    let sql = "INSERT INTO passkeys (id, person_id, name, credential) VALUES ($1, $2, $3, $4)
        RETURNING id, name, made_at, seen_at";
    Ok(sqlx::query_as(sql)
        .bind(Uuid::now_v7())
        .bind(person)
        .bind(name)
        .bind(credential)
        .fetch_one(db)
        .await?)
}

/// The credentials of a person, each with its id.
///
/// # Errors
/// When the database fails.
pub async fn credentials(db: impl PgExecutor<'_>, person: Uuid) -> ApiResult<Vec<(Uuid, Value)>> {
    let sql = "SELECT id, credential FROM passkeys WHERE person_id = $1 ORDER BY made_at";
    Ok(sqlx::query_as(sql).bind(person).fetch_all(db).await?)
}

/// Notes that a passkey opened the door, and how it stands now.
///
/// # Errors
/// When the database fails.
pub async fn used(db: impl PgExecutor<'_>, id: Uuid, credential: &Value) -> ApiResult<()> {
    let sql = "UPDATE passkeys SET seen_at = now(), credential = $2 WHERE id = $1";
    sqlx::query(sql).bind(id).bind(credential).execute(db).await?;
    Ok(())
}

/// The passkeys of a person, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_person(db: impl PgExecutor<'_>, person: Uuid) -> ApiResult<Vec<PasskeyRow>> {
    let sql = "SELECT id, name, made_at, seen_at FROM passkeys WHERE person_id = $1 ORDER BY made_at DESC LIMIT 200";
    Ok(sqlx::query_as(sql).bind(person).fetch_all(db).await?)
}

/// Removes a passkey of a person; whether there was one.
///
/// # Errors
/// When the database fails.
pub async fn remove(db: impl PgExecutor<'_>, person: Uuid, id: Uuid) -> ApiResult<bool> {
    let sql = "DELETE FROM passkeys WHERE id = $1 AND person_id = $2";
    Ok(sqlx::query(sql).bind(id).bind(person).execute(db).await?.rows_affected() > 0)
}
