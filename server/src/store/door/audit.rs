//! The table `audit`: what happened at the doors and to the people, each entry with the hash of the one before. People stand in
//! it by their ids: a name that is removed is gone here too.

use serde::Serialize;
use serde_json::Value;
use sqlx::PgExecutor;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;

/// What happened.
#[derive(Clone, Debug)]
pub struct Entry<'a> {
    /// Who did it; nobody who is known for a wrong try.
    pub person: Option<Uuid>,
    /// On which registered tablet.
    pub device: Option<Uuid>,
    /// What, as a code of the section `audit` of the texts.
    pub what: &'a str,
    /// To whom or what.
    pub about: Value,
}

/// An entry as it is read.
#[derive(Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Audited {
    /// Its place, from 1.
    pub number: i64,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub at: OffsetDateTime,
    /// Who did it.
    pub person_id: Option<Uuid>,
    /// Their name now.
    pub person: Option<String>,
    /// On which registered tablet.
    pub device: Option<String>,
    /// What, as a code.
    pub what: String,
    /// To whom or what.
    #[schema(value_type = Object)]
    pub about: Value,
    /// The name now of whom it is about.
    pub about_person: Option<String>,
    /// Whether it stands as it was written, behind all that stood before it.
    pub sound: bool,
}

/// Adds an entry.
///
/// # Errors
/// When the database fails.
pub async fn add(db: impl PgExecutor<'_>, entry: &Entry<'_>) -> ApiResult<()> {
    let sql = "INSERT INTO audit (person_id, device_id, what, about) VALUES ($1, $2, $3, $4)";
    sqlx::query(sql)
        .bind(entry.person)
        .bind(entry.device)
        .bind(entry.what)
        .bind(&entry.about)
        .execute(db)
        .await?;
    Ok(())
}

/// The entries before a number, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn before(
    db: impl PgExecutor<'_>,
    number: Option<i64>,
    limit: i64,
) -> ApiResult<Vec<Audited>> {
    let sql =
        "SELECT a.number, a.at, a.person_id, p.name AS person, d.name AS device, a.what, a.about,
            whom.name AS about_person,
            a.hash = audit_hash(last.hash, a) AND (last.number IS NOT NULL OR a.number = 1) AS sound
        FROM audit a LEFT JOIN audit last ON last.number = a.number - 1
            LEFT JOIN people p ON p.id = a.person_id LEFT JOIN devices d ON d.id = a.device_id
            LEFT JOIN people whom ON whom.id = (a.about->>'person')::uuid
        WHERE $1::bigint IS NULL OR a.number < $1 ORDER BY a.number DESC LIMIT $2";
    Ok(sqlx::query_as(sql).bind(number).bind(limit).fetch_all(db).await?)
}
