//! The table `plans`: what stood on a card, for ever.

use serde::Serialize;
use serde_json::Value;
use sqlx::{AssertSqlSafe, PgConnection, PgExecutor};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, Conflict};
use crate::store::RowKey;

/// A plan as it was printed.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Plan {
    /// Chosen by the client.
    pub id: Uuid,
    /// The line it was made for, if any.
    pub job_line_id: Option<Uuid>,
    /// Its heading.
    pub title: String,
    /// The whole request.
    #[schema(value_type = Object)]
    pub input: Value,
    /// The plan without its traces.
    #[schema(value_type = Object)]
    pub result: Value,
    /// The traces.
    #[schema(value_type = Vec<Object>)]
    pub trace: Value,
    /// The version of core that computed it.
    pub core_version: String,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// Who.
    pub made_by: Option<Uuid>,
    #[serde(skip)]
    #[schema(ignore)]
    /// The body it was made from.
    pub made_from: Value,
}

/// What is stored of a new plan.
#[derive(Debug)]
pub struct NewPlan {
    /// The line it was made for, if any.
    pub job_line_id: Option<Uuid>,
    /// Its heading.
    pub title: String,
    /// The whole request.
    pub input: Value,
    /// The plan without its traces.
    pub result: Value,
    /// The traces.
    pub trace: Value,
    /// What its figures come to.
    pub figures: Vec<u8>,
    /// When it was made.
    pub made_at: OffsetDateTime,
}

/// A plan by its id.
///
/// # Errors
/// [`ApiError::NotFound`] when there is none.
pub async fn find(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<Plan> {
    let found =
        sqlx::query_as("SELECT * FROM plans WHERE id = $1").bind(id).fetch_optional(db).await?;
    found.ok_or(ApiError::NotFound)
}

/// The request that a card was made from; `None` where there is no such card.
///
/// # Errors
/// When the database fails.
pub async fn request_of(db: impl PgExecutor<'_>, id: Uuid) -> ApiResult<Option<Value>> {
    let sql = "SELECT input FROM plans WHERE id = $1";
    Ok(sqlx::query_scalar(sql).bind(id).fetch_optional(db).await?)
}

/// A card at a glance: neither its request nor how its numbers came to be is read.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct CardGlance {
    /// Its plan.
    pub id: Uuid,
    /// The line it was made for, if any.
    pub job_line_id: Option<Uuid>,
    /// Its heading, as it was printed.
    pub title: String,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// Who.
    pub made_by: Option<Uuid>,
    /// ok, caution, stop.
    pub verdict: String,
    /// The tip to fit.
    pub bore_mm: f64,
    /// The mark stamped on it, where the card knew one.
    pub mark: Option<String>,
    /// At the oxygen regulator, gas flowing; null where a stop said that there is no such setting.
    pub oxygen_pressure_kpa: Option<f64>,
    /// Pace.
    pub travel_speed_mm_min: f64,
}

/// What a card shows at a glance.
const GLANCE: &str =
    "SELECT id, job_line_id, title, made_at, made_by, result->>'verdict' AS verdict,
                   (result#>>'{tip,bore_mm}')::float8 AS bore_mm, result#>>'{tip,mark}' AS mark,
                   (result#>>'{oxygen_pressure_kpa,set}')::float8 AS oxygen_pressure_kpa,
                   (result#>>'{travel_speed_mm_min,set}')::float8 AS travel_speed_mm_min
               FROM plans";

/// The newest cards.
///
/// # Errors
/// When the database fails.
pub async fn newest(db: impl PgExecutor<'_>, limit: i64) -> ApiResult<Vec<CardGlance>> {
    // columns are constants of ours, never an input
    let sql = format!("{GLANCE} ORDER BY made_at DESC, id DESC LIMIT $1");
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(limit).fetch_all(db).await?)
}

/// The cards of a job's cuts, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_job(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<Vec<CardGlance>> {
    let sql = format!(
        "{GLANCE} WHERE job_line_id IN (SELECT id FROM job_lines WHERE job_id = $1)
         ORDER BY made_at DESC, id DESC"
    );
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(job).fetch_all(db).await?)
}

/// The newest card of a line: what tells whether it still says what the plan says.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Card {
    /// Its plan.
    pub id: Uuid,
    /// The line.
    pub job_line_id: Uuid,
    /// What its figures come to.
    pub figures: Option<Vec<u8>>,
    /// The plan itself, where nobody knows what its figures come to.
    pub result: Option<Value>,
}

const CARDS: &str = "SELECT DISTINCT ON (plan.job_line_id) plan.id, plan.job_line_id, plan.figures,
           CASE WHEN plan.figures IS NULL THEN plan.result END AS result
    FROM plans plan";

/// The newest card of each of some lines.
///
/// # Errors
/// When the database fails.
pub async fn newest_of_lines(db: impl PgExecutor<'_>, lines: &[Uuid]) -> ApiResult<Vec<Card>> {
    let sql = format!(
        "{CARDS} WHERE plan.job_line_id = ANY($1) ORDER BY plan.job_line_id, plan.made_at DESC"
    );
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(lines).fetch_all(db).await?)
}

/// Adds a plan under an id of the client's choice; true when it is new.
///
/// # Errors
/// [`ApiError::Different`] when the id holds another body.
pub async fn put(
    conn: &mut PgConnection,
    RowKey { id, by }: RowKey,
    plan: &NewPlan,
    body: &Value,
) -> ApiResult<(Plan, bool)> {
    let sql = "INSERT INTO plans
                   (id, job_line_id, title, input, result, trace, core_version, made_from, made_by, made_at,
                    figures)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
               ON CONFLICT (id) DO NOTHING RETURNING *";
    let new: Option<Plan> = sqlx::query_as(sql)
        .bind(id)
        .bind(plan.job_line_id)
        .bind(&plan.title)
        .bind(&plan.input)
        .bind(&plan.result)
        .bind(&plan.trace)
        .bind(env!("CARGO_PKG_VERSION"))
        .bind(body)
        .bind(by)
        .bind(plan.made_at)
        .bind(&plan.figures)
        .fetch_optional(&mut *conn)
        .await?;
    if let Some(new) = new {
        return Ok((new, true));
    }
    let known = find(&mut *conn, id).await?;
    if known.made_from == *body {
        return Ok((known, false));
    }
    let both = Conflict { current: serde_json::to_value(&known)?, yours: body.clone() };
    Err(ApiError::Different(Box::new(both)))
}
