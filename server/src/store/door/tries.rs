//! The table `tries`: each try at a door, until it turns out to have been right.

use sqlx::{PgConnection, PgExecutor};
use time::OffsetDateTime;

use crate::error::ApiResult;
use crate::store::door::KeyHash;

/// Over how long wrong tries count, s.
pub const WINDOW_S: f64 = 60.0;

/// A try that was noted.
#[derive(Debug)]
pub struct Try {
    about: Vec<Vec<u8>>,
    at: OffsetDateTime,
}

/// How many tries each of some things had within [`WINDOW_S`], this one among them, which is noted first: a hundred at once
/// are a hundred.
///
/// # Errors
/// When the database fails.
pub async fn note(conn: &mut PgConnection, about: &[KeyHash]) -> ApiResult<(Try, Vec<i64>)> {
    let about: Vec<Vec<u8>> = about.iter().map(|key| key.to_vec()).collect();
    let insert = "INSERT INTO tries (about, at) SELECT key, now.at FROM unnest($1::bytea[]) AS key,
            (SELECT clock_timestamp() AS at) now RETURNING at";
    let at: Vec<OffsetDateTime> =
        sqlx::query_scalar(insert).bind(&about).fetch_all(&mut *conn).await?;
    let count = "SELECT count(t.at) FROM unnest($1::bytea[]) WITH ORDINALITY AS asked (key, place)
        LEFT JOIN tries t ON t.about = asked.key AND t.at > now() - $2 * interval '1 second'
        GROUP BY asked.place ORDER BY asked.place";
    let counts =
        sqlx::query_scalar(count).bind(&about).bind(WINDOW_S).fetch_all(&mut *conn).await?;
    let at = at.first().copied().unwrap_or(OffsetDateTime::UNIX_EPOCH);
    Ok((Try { about, at }, counts))
}

/// Takes a try back that was right, and what is older than counts.
///
/// # Errors
/// When the database fails.
pub async fn forgive(db: impl PgExecutor<'_>, noted: &Try) -> ApiResult<()> {
    let sql = "DELETE FROM tries WHERE (about = ANY($1) AND at = $2) OR at < now() - $3 * interval '2 second'";
    sqlx::query(sql).bind(&noted.about).bind(noted.at).bind(WINDOW_S).execute(db).await?;
    Ok(())
}
