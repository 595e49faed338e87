//! The table `tip_events`: when a tip was cleaned, and what it cut since.

use serde::Serialize;
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, RowKey, made};

/// Something that happened to a tip besides cutting.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct TipEvent {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// The tip.
    pub tip_id: Uuid,
    /// cleaned.
    pub kind: String,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
}

impl Recorded for TipEvent {
    const TABLE: &str = "tip_events";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// That a tip was cleaned.
#[derive(Clone, Copy, Debug)]
pub struct Cleaned<'a> {
    /// The tip.
    pub tip: Uuid,
    /// When.
    pub at: OffsetDateTime,
    /// The body it was made from.
    pub body: &'a Value,
}

/// Adds a cleaning under an id of the client's choice; nothing where that id is taken.
///
/// # Errors
/// When the database fails.
pub async fn insert<'e>(
    database: impl PgExecutor<'e>,
    RowKey { id, by }: RowKey,
    cleaned: &Cleaned<'_>,
) -> ApiResult<Option<TipEvent>> {
    let sql =
        "INSERT INTO tip_events (id, tip_id, kind, happened_at, made_from, made_by, changed_by)
               VALUES ($1, $2, 'cleaned', $3, $4, $5, $5) ON CONFLICT (id) DO NOTHING RETURNING *";
    let row =
        sqlx::query_as(sql).bind(id).bind(cleaned.tip).bind(cleaned.at).bind(cleaned.body).bind(by);
    Ok(row.fetch_optional(database).await?)
}

/// Adds a cleaning under an id of the client's choice, once.
///
/// # Errors
/// [`ApiError::Different`](crate::error::ApiError::Different) when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    key: RowKey,
    cleaned: &Cleaned<'_>,
) -> ApiResult<Made<TipEvent>> {
    let new = insert(&mut *conn, key, cleaned).await?;
    made(&mut *conn, key.id, new, cleaned.body).await
}

/// A tip since it was cleaned.
#[derive(Clone, Copy, Debug, sqlx::FromRow)]
pub struct Since {
    /// The tip.
    pub tip_id: Uuid,
    /// When it was cleaned last, as far as it was told.
    pub cleaned_at: Option<OffsetDateTime>,
    /// Cuts since then; where a number was told later, that number and the cuts since.
    pub cuts: f64,
}

/// Every tip of the shop since it was cleaned.
///
/// # Errors
/// When the database fails.
pub async fn since_cleaned(db: impl PgExecutor<'_>) -> ApiResult<Vec<Since>> {
    let sql = "SELECT g.id AS tip_id, c.at AS cleaned_at,
                   CASE WHEN coalesce(c.at < g.counted_from, true)
                           AND jsonb_typeof(g.fields->'cuts_since_cleaned') = 'number'
                       THEN (g.fields->>'cuts_since_cleaned')::float8 ELSE 0 END
                   + (SELECT count(*) FROM burns b WHERE b.tip_id = g.id AND b.deleted_at IS NULL
                       AND b.happened_at > greatest(c.at, g.counted_from)) AS cuts
               FROM gear g LEFT JOIN LATERAL (
                   SELECT max(happened_at) AS at FROM tip_events e
                   WHERE e.tip_id = g.id AND e.kind = 'cleaned' AND e.deleted_at IS NULL) c ON true
               WHERE g.kind = 'tip' AND g.deleted_at IS NULL";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// Cuts that a tip had made since it was cleaned, before a moment; `None` where no cleaning before it is known.
///
/// # Errors
/// When the database fails.
pub async fn before(
    db: impl PgExecutor<'_>,
    tip: Uuid,
    at: OffsetDateTime,
) -> ApiResult<Option<i64>> {
    let sql = "SELECT (SELECT count(*) FROM burns b WHERE b.tip_id = $1 AND b.deleted_at IS NULL
                   AND b.happened_at > e.happened_at AND b.happened_at < $2)
               FROM tip_events e
               WHERE e.tip_id = $1 AND e.kind = 'cleaned' AND e.deleted_at IS NULL AND e.happened_at <= $2
               ORDER BY e.happened_at DESC LIMIT 1";
    Ok(sqlx::query_scalar(sql).bind(tip).bind(at).fetch_optional(db).await?)
}

/// When tips were cleaned, the oldest first.
///
/// # Errors
/// When the database fails.
pub async fn cleanings(db: impl PgExecutor<'_>) -> ApiResult<Vec<(Uuid, OffsetDateTime)>> {
    let sql = "SELECT tip_id, happened_at FROM tip_events
               WHERE kind = 'cleaned' AND deleted_at IS NULL ORDER BY happened_at, id";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}

/// What a tip has cut.
#[derive(Clone, Copy, Debug, sqlx::FromRow)]
pub struct Use {
    /// The tip.
    pub tip_id: Uuid,
    /// Burns with it.
    pub cuts: i64,
    /// Starts of these, as they were planned; one of a burn that was held against no plan.
    pub starts: i64,
    /// Of these poor or lost.
    pub poor: i64,
    /// The newest.
    pub last_at: OffsetDateTime,
}

/// What each tip has cut.
///
/// # Errors
/// When the database fails.
pub async fn used(db: impl PgExecutor<'_>) -> ApiResult<Vec<Use>> {
    let sql = "SELECT tip_id, count(*) AS cuts, sum(coalesce(starts, 1)) AS starts, max(happened_at) AS last_at,
                   count(*) FILTER (WHERE outcome IN ('poor', 'lost')) AS poor
               FROM burns WHERE deleted_at IS NULL AND tip_id IS NOT NULL GROUP BY tip_id";
    Ok(sqlx::query_as(sql).fetch_all(db).await?)
}
