//! The table `shop_settings`: the newest row of a key counts.

use serde_json::Value;
use sqlx::PgExecutor;
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;

/// A setting.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Setting {
    /// Its key.
    pub key: String,
    /// Its value.
    pub value: Value,
}

/// The newest value of every key that was ever set.
///
/// # Errors
/// When the database fails.
pub async fn newest(db: impl PgExecutor<'_>) -> ApiResult<Vec<Setting>> {
    let sql = "SELECT DISTINCT ON (key) key, value FROM shop_settings ORDER BY key, made_at DESC";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// A value that was set at some time.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Past {
    /// 1 for the first.
    pub version: i64,
    /// When.
    pub made_at: OffsetDateTime,
    /// By whom.
    pub made_by: Option<Uuid>,
    /// What it was set to.
    pub value: Value,
}

/// Every value a key ever had, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn history(db: impl PgExecutor<'_>, key: &str) -> ApiResult<Vec<Past>> {
    let sql = "SELECT row_number() OVER (ORDER BY made_at) AS version, made_at, made_by, value
               FROM shop_settings WHERE key = $1 ORDER BY made_at DESC";
    Ok(sqlx::query_as(sql).bind(key).fetch_all(db).await?)
}

/// Adds a value; the same id once more changes nothing.
///
/// # Errors
/// When the database fails.
pub async fn add(
    db: impl PgExecutor<'_>,
    id: Uuid,
    setting: &Setting,
    by: Option<Uuid>,
) -> ApiResult<()> {
    let sql = "INSERT INTO shop_settings (id, key, value, made_by) VALUES ($1, $2, $3, $4)
               ON CONFLICT (id) DO NOTHING";
    sqlx::query(sql).bind(id).bind(&setting.key).bind(&setting.value).bind(by).execute(db).await?;
    Ok(())
}
