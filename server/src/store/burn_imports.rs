//! The table `burn_imports`: notebooks that were read in.

use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, Conflict};
use crate::store::burns::NewBurn;

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
pub async fn known(db: impl PgExecutor<'_>, id: Uuid, digest: &[u8]) -> ApiResult<Option<i32>> {
    let sql = "SELECT kept, digest = $2 FROM burn_imports WHERE id = $1";
    let found: Option<(i32, bool)> =
        sqlx::query_as(sql).bind(id).bind(digest).fetch_optional(db).await?;
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

/// Of each burn, whether one that was read in before says the same: moment, plate, fuel, times, pace, edge.
///
/// # Errors
/// When the database fails.
pub async fn stand_already(db: impl PgExecutor<'_>, burns: &[NewBurn]) -> ApiResult<Vec<bool>> {
    let sql = "SELECT EXISTS (
                   SELECT 1 FROM burns b
                   WHERE b.deleted_at IS NULL AND b.import_id IS NOT NULL AND b.happened_at = u.at
                     AND b.thickness_m IS NOT DISTINCT FROM u.thickness AND b.fuel IS NOT DISTINCT FROM u.fuel
                     AND b.start_s IS NOT DISTINCT FROM u.start AND b.duration_s IS NOT DISTINCT FROM u.duration
                     AND b.pace_m_s IS NOT DISTINCT FROM u.pace AND b.outcome IS NOT DISTINCT FROM u.outcome)
               FROM unnest($1::timestamptz[], $2::float8[], $3::text[], $4::float8[], $5::float8[], $6::float8[], $7::text[])
                    WITH ORDINALITY AS u (at, thickness, fuel, start, duration, pace, outcome, i)
               ORDER BY u.i";
    fn all<T>(burns: &[NewBurn], of: impl Fn(&NewBurn) -> T) -> Vec<T> {
        burns.iter().map(of).collect()
    }
    let found = sqlx::query_scalar(sql)
        .bind(all(burns, |burn| burn.happened_at))
        .bind(all(burns, |burn| burn.against.thickness_m))
        .bind(all(burns, |burn| burn.against.fuel.clone()))
        .bind(all(burns, |burn| burn.start_s))
        .bind(all(burns, |burn| burn.duration_s))
        .bind(all(burns, |burn| burn.pace_m_s))
        .bind(all(burns, |burn| burn.outcome.clone()));
    Ok(found.fetch_all(db).await?)
}
