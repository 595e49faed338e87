//! The table `run_events`: what happened at the torch, an event a row, never changed.

use serde::Serialize;
use serde_json::Value;
use sqlx::{AssertSqlSafe, PgPool, Postgres, Transaction};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use super::burns::{self, NewBurn};
use crate::error::ApiResult;

/// An event.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct RunEvent {
    /// Chosen by the tablet.
    pub id: Uuid,
    /// When it happened, by the tablet's clock.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
    /// Who was at the tablet.
    pub person_id: Option<Uuid>,
    /// step, skip, timer, cut, reading, note, undo, end, rig, place.
    pub kind: String,
    /// What it says.
    #[schema(value_type = Object)]
    pub body: Value,
    /// The fuel of the run it belongs to; null for what was noted before there were runs.
    #[sqlx(default)]
    pub fuel: Option<String>,
    /// The event as it was sent.
    #[serde(skip)]
    #[schema(ignore)]
    pub made_from: Value,
}

/// What came of an event that was sent.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Arrived {
    /// It is kept now.
    New,
    /// It was kept already, the same.
    Again,
    /// Its id holds another one.
    Different,
}

const SELECT: &str = "SELECT event.id, event.happened_at, event.person_id, event.kind, event.body,
           event.made_from, run.fuel
    FROM run_events event LEFT JOIN job_runs run ON run.id = event.run_id";

/// The events of a job, in the order in which they happened.
///
/// # Errors
/// When the database fails.
pub async fn of_job(pool: &PgPool, job: Uuid) -> ApiResult<Vec<RunEvent>> {
    let sql = format!("{SELECT} WHERE event.job_id = $1 ORDER BY event.happened_at, event.id");
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(job).fetch_all(pool).await?)
}

/// The events of a run that arrived after `since`, in the order of their moments, and the place to ask on from.
///
/// # Errors
/// When the database fails.
pub async fn of_run(pool: &PgPool, run: Uuid, since: i64) -> ApiResult<(Vec<RunEvent>, i64)> {
    let sql = format!(
        "{SELECT} WHERE event.run_id = $1 AND event.arrival > $2 AND event.arrival <= $3
         ORDER BY event.happened_at, event.id"
    );
    let newest = "SELECT coalesce(max(arrival), 0) FROM run_events WHERE run_id = $1";
    let next: i64 = sqlx::query_scalar(newest).bind(run).fetch_one(pool).await?;
    let events =
        sqlx::query_as(AssertSqlSafe(sql)).bind(run).bind(since).bind(next).fetch_all(pool).await?;
    Ok((events, next.max(since)))
}

/// Keeps an event; a cut becomes a burn too, and an undo takes that burn back, whichever comes first.
///
/// # Errors
/// When the database fails; nothing is kept then.
pub async fn keep(
    pool: &PgPool,
    (job, run): (Uuid, Uuid),
    (event, burn): (&RunEvent, Option<&NewBurn>),
) -> ApiResult<Arrived> {
    let mut work = pool.begin().await?;
    // one after the other within a run, so that what is asked for since a moment misses nothing
    sqlx::query("SELECT pg_advisory_xact_lock(hashtextextended($1::text, 0))")
        .bind(run)
        .execute(&mut *work)
        .await?;
    let sql =
        "INSERT INTO run_events (id, job_id, run_id, happened_at, person_id, kind, body, made_from)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT (id) DO NOTHING";
    let added = sqlx::query(sql)
        .bind(event.id)
        .bind(job)
        .bind(run)
        .bind(event.happened_at)
        .bind(event.person_id)
        .bind(&event.kind)
        .bind(&event.body)
        .bind(&event.made_from)
        .execute(&mut *work)
        .await?;
    if added.rows_affected() == 0 {
        let known = "SELECT made_from = $2 AND job_id = $3 FROM run_events WHERE id = $1";
        let same: Option<bool> = sqlx::query_scalar(known)
            .bind(event.id)
            .bind(&event.made_from)
            .bind(job)
            .fetch_optional(&mut *work)
            .await?;
        return Ok(if same == Some(true) { Arrived::Again } else { Arrived::Different });
    }
    if let Some(burn) = burn {
        let by = (event.id, event.person_id);
        burns::insert(&mut *work, by, (burn, &event.made_from)).await?;
    }
    if matches!(event.kind.as_str(), "cut" | "undo") {
        take_back(&mut work, event.id).await?;
    }
    work.commit().await?;
    Ok(Arrived::New)
}

/// The burn of a cut that was taken back is deleted, when the later of the two arrives: one restored since stays.
async fn take_back(work: &mut Transaction<'_, Postgres>, event: Uuid) -> ApiResult<()> {
    let sql = "UPDATE burns SET deleted_at = now(), version = version + 1
               WHERE deleted_at IS NULL AND id IN (
                   SELECT cut.id FROM run_events cut
                   JOIN run_events undo ON undo.job_id = cut.job_id AND undo.kind = 'undo'
                        AND undo.body->>'event' = cut.id::text
                   WHERE cut.kind = 'cut' AND $1 IN (cut.id, undo.id))";
    sqlx::query(sql).bind(event).execute(&mut **work).await?;
    Ok(())
}
