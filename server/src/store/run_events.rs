//! The table `run_events`: what happened at the torch, an event a row, never changed.

use serde::Serialize;
use serde_json::Value;
use sqlx::{PgPool, Postgres, Transaction};
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
    /// step, skip, timer, cut, reading, note, undo.
    pub kind: String,
    /// What it says.
    #[schema(value_type = Object)]
    pub body: Value,
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

/// The events of a job, in the order in which they happened.
///
/// # Errors
/// When the database fails.
pub async fn of_job(pool: &PgPool, job: Uuid) -> ApiResult<Vec<RunEvent>> {
    let sql = "SELECT id, happened_at, person_id, kind, body, made_from FROM run_events
               WHERE job_id = $1 ORDER BY happened_at, id";
    Ok(sqlx::query_as(sql).bind(job).fetch_all(pool).await?)
}

/// Keeps an event; a cut becomes a burn too, and an undo takes that burn back, whichever comes first.
///
/// # Errors
/// When the database fails; nothing is kept then.
pub async fn keep(
    pool: &PgPool,
    job: Uuid,
    (event, burn): (&RunEvent, Option<&NewBurn>),
) -> ApiResult<Arrived> {
    let mut work = pool.begin().await?;
    let sql = "INSERT INTO run_events (id, job_id, happened_at, person_id, kind, body, made_from)
               VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (id) DO NOTHING";
    let added = sqlx::query(sql)
        .bind(event.id)
        .bind(job)
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
        take_back(&mut work, job).await?;
    }
    work.commit().await?;
    Ok(Arrived::New)
}

/// Burns whose cut was taken back are deleted, as far as they came from this job's run.
async fn take_back(work: &mut Transaction<'_, Postgres>, job: Uuid) -> ApiResult<()> {
    let sql = "UPDATE burns SET deleted_at = now(), version = version + 1
               WHERE deleted_at IS NULL AND id IN (
                   SELECT cut.id FROM run_events cut
                   JOIN run_events undo ON undo.job_id = cut.job_id AND undo.kind = 'undo'
                        AND undo.body->>'event' = cut.id::text
                   WHERE cut.job_id = $1 AND cut.kind = 'cut')";
    sqlx::query(sql).bind(job).execute(&mut **work).await?;
    Ok(())
}
