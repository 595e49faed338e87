//! The table `burns`: what happened at the torch.

use serde::Serialize;
use serde_json::Value;
use sqlx::{PgExecutor, PgPool};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::{Made, Record, Recorded, made};

/// A burn.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Burn {
    #[serde(flatten)]
    #[sqlx(flatten)]
    /// Id, version, who and when.
    pub record: Record,
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card it was cut by.
    pub plan_id: Option<Uuid>,
    /// Who held the torch.
    pub person_id: Option<Uuid>,
    /// Whether it is known that it was they: their own session said so.
    pub verified: bool,
    /// The tip in the torch.
    pub tip_id: Option<Uuid>,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
    /// Seconds of heating before the lever.
    pub start_s: Option<f64>,
    /// Seconds from lever to end.
    pub duration_s: Option<f64>,
    /// Pace, m/s.
    #[serde(skip)]
    #[schema(ignore)]
    pub pace_m_s: Option<f64>,
    /// good, usable, poor, lost.
    pub outcome: Option<String>,
    /// Gauges and the like as they were read.
    #[schema(value_type = Object)]
    pub readings: Value,
    /// In the torch hand's words.
    pub note: String,
}

impl Recorded for Burn {
    const TABLE: &str = "burns";

    fn record(&self) -> &Record {
        &self.record
    }
}

/// What makes a burn, in the units of the table.
#[derive(Clone, Debug)]
pub struct NewBurn {
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card it was cut by.
    pub plan_id: Option<Uuid>,
    /// Who held the torch.
    pub person_id: Option<Uuid>,
    /// Whether it is known that it was they: their own session said so.
    pub verified: bool,
    /// The tip in the torch.
    pub tip_id: Option<Uuid>,
    /// When.
    pub happened_at: OffsetDateTime,
    /// Seconds of heating before the lever.
    pub start_s: Option<f64>,
    /// Seconds from lever to end.
    pub duration_s: Option<f64>,
    /// Pace, m/s.
    pub pace_m_s: Option<f64>,
    /// good, usable, poor, lost.
    pub outcome: Option<String>,
    /// Gauges and the like as they were read.
    pub readings: Value,
    /// In the torch hand's words.
    pub note: String,
}

/// Adds a burn under an id of the client's choice; nothing where that id is taken.
///
/// # Errors
/// When the database fails.
pub async fn insert<'e>(
    database: impl PgExecutor<'e>,
    (id, by): (Uuid, Option<Uuid>),
    (burn, body): (&NewBurn, &Value),
) -> ApiResult<Option<Burn>> {
    let sql = "INSERT INTO burns
                   (id, job_line_id, plan_id, person_id, tip_id, happened_at, start_s, duration_s,
                    pace_m_s, outcome, readings, note, made_from, made_by, changed_by, verified)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $14, $15)
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let new = sqlx::query_as(sql)
        .bind(id)
        .bind(burn.job_line_id)
        .bind(burn.plan_id)
        .bind(burn.person_id)
        .bind(burn.tip_id)
        .bind(burn.happened_at)
        .bind(burn.start_s)
        .bind(burn.duration_s)
        .bind(burn.pace_m_s)
        .bind(&burn.outcome)
        .bind(&burn.readings)
        .bind(&burn.note)
        .bind(body)
        .bind(by)
        .bind(burn.verified);
    Ok(new.fetch_optional(database).await?)
}

/// Adds a burn under an id of the client's choice, once.
///
/// # Errors
/// [`ApiError::Different`](crate::error::ApiError::Different) when the id holds another body.
pub async fn put(
    pool: &PgPool,
    (id, by): (Uuid, Option<Uuid>),
    (burn, body): (&NewBurn, &Value),
) -> ApiResult<Made<Burn>> {
    let new = insert(pool, (id, by), (burn, body)).await?;
    made(pool, id, (new, body)).await
}
