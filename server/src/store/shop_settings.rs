//! The table `shop_settings`: the newest row of a key counts.

use serde_json::Value;
use sqlx::PgPool;
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
pub async fn newest(pool: &PgPool) -> ApiResult<Vec<Setting>> {
    let sql = "SELECT DISTINCT ON (key) key, value FROM shop_settings ORDER BY key, made_at DESC";
    Ok(sqlx::query_as(sql).fetch_all(pool).await?)
}

/// Adds a value; the same id once more changes nothing.
///
/// # Errors
/// When the database fails.
pub async fn add(pool: &PgPool, id: Uuid, setting: &Setting, by: Option<Uuid>) -> ApiResult<()> {
    let sql = "INSERT INTO shop_settings (id, key, value, made_by) VALUES ($1, $2, $3, $4)
               ON CONFLICT (id) DO NOTHING";
    sqlx::query(sql)
        .bind(id)
        .bind(&setting.key)
        .bind(&setting.value)
        .bind(by)
        .execute(pool)
        .await?;
    Ok(())
}
