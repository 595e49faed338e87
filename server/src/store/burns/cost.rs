//! Burns as they weigh in money: how each came out, what it took, and what was made of its edge.

use serde_json::Value;
use sqlx::PgExecutor;
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;

/// A burn that came out somehow.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Weighed {
    /// good, usable, poor, lost.
    pub outcome: String,
    /// Whether it was said at the torch that its piece is cut anew.
    pub again: bool,
    /// When.
    pub happened_at: OffsetDateTime,
    /// Heating before the lever, s.
    pub start_s: Option<f64>,
    /// Lever to end, s.
    pub duration_s: Option<f64>,
    /// Oxygen, m3.
    pub oxygen_m3: Option<f64>,
    /// Fuel, m3.
    pub fuel_m3: Option<f64>,
    /// At the grinder, s.
    pub clean_up_s: Option<f64>,
    /// Done over planned.
    pub clean_up_factor: Option<f64>,
    /// What burnt.
    pub fuel: Option<String>,
    /// The tip in the torch.
    pub tip_id: Option<Uuid>,
    /// What its edge turned out to come from; empty while nobody knows, null where nobody looked.
    pub settled: Option<String>,
    /// The likeliest causes with their probabilities.
    pub causes: Option<Value>,
}

/// The newest burns of a time that came out somehow, the oldest of them first.
///
/// # Errors
/// When the database fails.
pub async fn weighed(
    db: impl PgExecutor<'_>,
    (from, to): (OffsetDateTime, OffsetDateTime),
    most: i64,
) -> ApiResult<Vec<Weighed>> {
    let sql = "SELECT * FROM (
                   SELECT b.id, b.outcome, b.happened_at, b.start_s, b.duration_s, b.oxygen_m3, b.fuel_m3,
                       b.clean_up_s, b.clean_up_factor, b.fuel, b.tip_id, d.settled, d.causes,
                       EXISTS (SELECT 1 FROM run_events e WHERE e.id = b.id AND e.kind = 'cut'
                           AND e.body->>'outcome' = 'redo') AS again
                   FROM burns b LEFT JOIN LATERAL (
                       SELECT settled, causes FROM diagnoses
                       WHERE burn_id = b.id AND deleted_at IS NULL
                       ORDER BY happened_at DESC LIMIT 1) d ON true
                   WHERE b.deleted_at IS NULL AND b.outcome IS NOT NULL
                       AND b.happened_at >= $1 AND b.happened_at <= $2
                   ORDER BY b.happened_at DESC, b.id DESC LIMIT $3) newest
               ORDER BY happened_at, id";
    Ok(sqlx::query_as(sql).bind(from).bind(to).bind(most).fetch_all(db).await?)
}
