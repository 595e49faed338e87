//! The table `burn_imports`: notebooks that were read in.

use serde_json::Value;
use sqlx::{PgConnection, PgPool};
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, Conflict};

/// A notebook to be kept.
#[derive(Clone, Debug)]
pub struct NewImport {
    /// Chosen by the client.
    pub id: Uuid,
    /// Who read it in.
    pub by: Option<Uuid>,
    /// How many burns it gave.
    pub kept: i32,
    /// What was sent, as its digest.
    pub digest: Vec<u8>,
}

/// How many burns the same body gave under an id; `None` where the id is free.
///
/// # Errors
/// [`ApiError::Different`] when the id holds another body.
pub async fn known(pool: &PgPool, id: Uuid, digest: &[u8]) -> ApiResult<Option<i32>> {
    let sql = "SELECT kept, digest = $2 FROM burn_imports WHERE id = $1";
    let found: Option<(i32, bool)> =
        sqlx::query_as(sql).bind(id).bind(digest).fetch_optional(pool).await?;
    match found {
        None => Ok(None),
        Some((kept, true)) => Ok(Some(kept)),
        Some((kept, false)) => {
            // a whole notebook is not sent back
            let current = serde_json::json!({ "id": id, "kept": kept });
            Err(ApiError::Different(Box::new(Conflict { current, yours: Value::Null })))
        }
    }
}

/// Keeps what was sent; false where the id is taken.
///
/// # Errors
/// When the database fails.
pub async fn insert(connection: &mut PgConnection, new: &NewImport) -> ApiResult<bool> {
    let sql = "INSERT INTO burn_imports (id, made_by, kept, digest) VALUES ($1, $2, $3, $4)
               ON CONFLICT (id) DO NOTHING";
    let query = sqlx::query(sql).bind(new.id).bind(new.by).bind(new.kept).bind(&new.digest);
    Ok(query.execute(connection).await?.rows_affected() == 1)
}
