//! The table `line_figures`: what lists show of each line. A cache; a row that was planned from something else than what is
//! there now is to be planned anew.

use sqlx::{AssertSqlSafe, Connection, PgConnection, PgExecutor};
use time::OffsetDateTime;
use uuid::Uuid;

use crate::error::ApiResult;

/// What the figures of a line are planned from, besides the day and this application.
#[derive(Clone, Copy, Debug, PartialEq, Eq, sqlx::FromRow)]
pub struct PlannedFrom {
    /// The line's.
    pub line_version: i32,
    /// Its job's.
    pub job_version: i32,
    /// The shop's.
    pub stamp: i64,
    /// Its newest card.
    pub card_id: Option<Uuid>,
}

/// How a line stands in its list.
#[derive(Clone, Debug, PartialEq, sqlx::FromRow)]
pub struct Standing {
    /// The line.
    pub line_id: Uuid,
    /// Its job.
    pub job_id: Uuid,
    /// What it is planned from now.
    #[sqlx(flatten)]
    pub now: PlannedFrom,
    /// Whether its figures are of something else.
    pub stale: bool,
    /// ok, caution, stop; null where it was never planned.
    pub verdict: Option<String>,
    /// Time of all its pieces.
    pub time_s: Option<f64>,
    /// Whether its newest card says what the plan says.
    pub card_current: Option<bool>,
}

impl Standing {
    /// Whether its newest card is known to say what the plan says; without a card nothing does.
    #[must_use]
    pub fn is_carded(&self) -> bool {
        self.now.card_id.is_some() && self.card_current == Some(true)
    }
}

/// What is kept of a line.
#[derive(Clone, Debug)]
pub struct Figures {
    /// The line.
    pub line_id: Uuid,
    /// What it was planned from.
    pub from: PlannedFrom,
    /// ok, caution, stop.
    pub verdict: String,
    /// Time of all its pieces.
    pub time_s: f64,
    /// Gas of all its pieces.
    pub gas: LineGas,
    /// Whether its newest card says what the plan says.
    pub card_current: bool,
}

/// What the pieces of a line take.
#[derive(Clone, Debug, Default)]
pub struct LineGas {
    /// How many pieces.
    pub pieces: i32,
    /// Oxygen of all of them.
    pub oxygen_m3: f64,
    /// Code of its fuel, where it plans.
    pub fuel: Option<String>,
    /// Fuel of all of them.
    pub fuel_m3: f64,
}

/// Every line of the shop; `$1` is the application.
const LINES: &str = "SELECT line.id AS line_id, line.job_id, line.version AS line_version, job.version AS job_version,
        stamp.stamp, figures.verdict, figures.time_s, figures.card_current, job.made_at, line.position,
        CASE WHEN figures.line_id IS NOT NULL THEN figures.card_id
             ELSE (SELECT id FROM plans WHERE plans.job_line_id = line.id ORDER BY made_at DESC LIMIT 1)
        END AS card_id,
        (figures.line_version = line.version AND figures.job_version = job.version AND figures.stamp = stamp.stamp
            AND figures.day = current_date AND figures.app = $1::text) IS NOT TRUE AS stale
    FROM job_lines line
    JOIN jobs job ON job.id = line.job_id AND job.deleted_at IS NULL
    CROSS JOIN shop_stamp stamp
    LEFT JOIN line_figures figures ON figures.line_id = line.id
    WHERE line.deleted_at IS NULL";
/// The order of jobs and lines.
const ORDER: &str = "ORDER BY made_at DESC, job_id DESC, position, line_id";
/// A line that is next: without a card that holds.
const IS_OPEN: &str = "(card_id IS NOT NULL AND card_current IS TRUE) IS NOT TRUE";
const APP: &str = env!("CARGO_PKG_VERSION");

/// Every line of some jobs, in the order of jobs and lines.
///
/// # Errors
/// When the database fails.
pub async fn standings(db: impl PgExecutor<'_>, jobs: &[Uuid]) -> ApiResult<Vec<Standing>> {
    let sql = AssertSqlSafe(format!("SELECT * FROM ({LINES} AND job.id = ANY($2)) lines {ORDER}"));
    Ok(sqlx::query_as(sql).bind(APP).bind(jobs).fetch_all(db).await?)
}

/// Some of all lines.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Which {
    /// Those without a card that holds.
    Open,
    /// Those whose figures are of something else.
    Stale,
    /// Of these, those with a card: whether it holds hangs on their figures.
    StaleCards,
}

impl Which {
    const fn condition(self) -> &'static str {
        match self {
            Self::Open => IS_OPEN,
            Self::Stale => "stale",
            Self::StaleCards => "stale AND card_id IS NOT NULL",
        }
    }
}

/// The first of some lines, in the order of jobs and lines.
///
/// # Errors
/// When the database fails.
pub async fn first(db: impl PgExecutor<'_>, which: Which, limit: i64) -> ApiResult<Vec<Standing>> {
    let condition = which.condition();
    let sql = format!("SELECT * FROM ({LINES}) lines WHERE {condition} {ORDER} LIMIT $2");
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(APP).bind(limit).fetch_all(db).await?)
}

/// How many of some lines there are.
///
/// # Errors
/// When the database fails.
pub async fn count(db: impl PgExecutor<'_>, which: Which) -> ApiResult<usize> {
    let condition = which.condition();
    let sql = format!("SELECT count(*) FROM ({LINES}) lines WHERE {condition}");
    let all: i64 = sqlx::query_scalar(AssertSqlSafe(sql)).bind(APP).fetch_one(db).await?;
    Ok(usize::try_from(all).unwrap_or(0))
}

/// Keeps figures.
///
/// # Errors
/// When the database fails.
pub async fn keep(conn: &mut PgConnection, all: &[Figures]) -> ApiResult<()> {
    let mut work = conn.begin().await?;
    // a card that is being made meanwhile is waited for
    sqlx::query("SELECT id FROM job_lines WHERE id = ANY($1) ORDER BY id FOR UPDATE")
        .bind(all.iter().map(|it| it.line_id).collect::<Vec<_>>())
        .execute(&mut *work)
        .await?;
    // a line that was deleted for good, or has another card now, is left out
    let sql = "INSERT INTO line_figures
                   (line_id, line_version, job_version, stamp, card_id, verdict, time_s, card_current,
                    pieces, oxygen_m3, fuel, fuel_m3, day, app)
               SELECT new.*, current_date, $13 FROM unnest($1::uuid[], $2::int4[], $3::int4[], $4::int8[], $5::uuid[],
                       $6::text[], $7::float8[], $8::bool[], $9::int4[], $10::float8[], $11::text[], $12::float8[])
                   AS new(line_id, line_version, job_version, stamp, card_id, verdict, time_s, card_current,
                       pieces, oxygen_m3, fuel, fuel_m3)
               WHERE EXISTS (SELECT 1 FROM job_lines WHERE id = new.line_id)
                   AND new.card_id IS NOT DISTINCT FROM (SELECT id FROM plans
                       WHERE plans.job_line_id = new.line_id ORDER BY made_at DESC LIMIT 1)
               ON CONFLICT (line_id) DO UPDATE SET line_version = EXCLUDED.line_version,
                   job_version = EXCLUDED.job_version, stamp = EXCLUDED.stamp, card_id = EXCLUDED.card_id,
                   verdict = EXCLUDED.verdict, time_s = EXCLUDED.time_s, card_current = EXCLUDED.card_current,
                   pieces = EXCLUDED.pieces, oxygen_m3 = EXCLUDED.oxygen_m3, fuel = EXCLUDED.fuel,
                   fuel_m3 = EXCLUDED.fuel_m3, day = EXCLUDED.day, app = EXCLUDED.app";
    sqlx::query(sql)
        .bind(all.iter().map(|it| it.line_id).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.from.line_version).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.from.job_version).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.from.stamp).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.from.card_id).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.verdict.clone()).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.time_s).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.card_current).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.gas.pieces).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.gas.oxygen_m3).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.gas.fuel.clone()).collect::<Vec<_>>())
        .bind(all.iter().map(|it| it.gas.fuel_m3).collect::<Vec<_>>())
        .bind(APP)
        .execute(&mut *work)
        .await?;
    work.commit().await?;
    Ok(())
}

/// What the open work takes of a gas.
#[derive(Clone, Debug, sqlx::FromRow)]
pub struct Needed {
    /// Its code.
    pub gas: String,
    /// For the pieces that nobody logged yet.
    pub volume_m3: f64,
}

/// What the work of jobs made since a moment still takes, by gas: pieces that were logged as cut through, and cuts that are
/// stopped, take none.
///
/// # Errors
/// When the database fails.
pub async fn needed(db: impl PgExecutor<'_>, since: OffsetDateTime) -> ApiResult<Vec<Needed>> {
    let sql = "WITH left_over AS (
                   SELECT f.fuel, f.oxygen_m3, f.fuel_m3,
                       greatest(0, f.pieces - (SELECT count(*) FROM burns b WHERE b.job_line_id = f.line_id
                           AND b.deleted_at IS NULL AND b.outcome IS DISTINCT FROM 'lost' AND NOT EXISTS (
                               SELECT 1 FROM run_events e WHERE e.id = b.id AND e.body->>'outcome' = 'redo')))::float8 / f.pieces AS part
                   FROM line_figures f
                   JOIN job_lines line ON line.id = f.line_id AND line.deleted_at IS NULL
                   JOIN jobs job ON job.id = line.job_id AND job.deleted_at IS NULL AND job.made_at >= $1
                   WHERE f.verdict <> 'stop' AND f.pieces > 0)
               SELECT gas, sum(volume) AS volume_m3 FROM (
                   SELECT 'oxygen' AS gas, oxygen_m3 * part AS volume FROM left_over
                   UNION ALL SELECT fuel, fuel_m3 * part FROM left_over WHERE fuel IS NOT NULL) gases
               GROUP BY gas ORDER BY gas";
    Ok(sqlx::query_as(sql).bind(since).fetch_all(db).await?)
}
