//! The table `job_runs`: a job at the torch, one rig, one place, one day.

use serde::Serialize;
use serde_json::{Value, json};
use sqlx::{AssertSqlSafe, Connection, PgConnection, PgExecutor};
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::store::page::{Page, Place};
use crate::store::run_events::Arrived;
use crate::wire::run_event::RigBody;

/// A run as it was begun, with how it ended.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct JobRun {
    /// Chosen by the tablet.
    pub id: Uuid,
    /// The fuel that is rigged.
    pub fuel: String,
    /// When it was begun.
    #[serde(with = "time::serde::rfc3339")]
    pub begun_at: OffsetDateTime,
    /// When it was ended; null while it goes on.
    #[serde(with = "time::serde::rfc3339::option")]
    pub ended_at: Option<OffsetDateTime>,
    /// complete, left; null while it goes on.
    pub how: Option<String>,
    /// Why something was left, as it was told at the end.
    pub why: Option<String>,
    /// When it was heard of last: its newest event, or its begin.
    #[serde(with = "time::serde::rfc3339")]
    pub heard_at: OffsetDateTime,
    /// Who began it.
    pub person_id: Option<Uuid>,
    /// What the place is like.
    #[serde(skip)]
    #[schema(ignore)]
    pub place: Value,
    /// Whether the rig stood ready from earlier that day.
    #[serde(skip)]
    #[schema(ignore)]
    pub assembled: bool,
    /// Whether its acetylene cylinder was laid down.
    #[serde(skip)]
    #[schema(ignore)]
    pub lying: bool,
    /// The cylinders of the rack that stand on the rig.
    #[serde(skip)]
    #[schema(ignore)]
    pub cylinders: Vec<Uuid>,
}

/// A run to be begun.
pub struct NewRun<'a> {
    /// Chosen by the tablet.
    pub id: Uuid,
    /// Of which job.
    pub job: Uuid,
    /// The fuel that is rigged.
    pub fuel: &'a str,
    /// What the place is like.
    pub place: &'a Value,
    /// The rig.
    pub rig: &'a RigBody,
    /// Who begins it.
    pub person: Option<Uuid>,
    /// As it came.
    pub made_from: &'a Value,
}

/// A run is ended by the last event that says so and was not taken back.
const SELECT: &str =
    "SELECT run.id, run.fuel, run.begun_at, run.person_id, run.place, run.assembled,
           run.lying, run.cylinders,
           ended.happened_at AS ended_at, ended.body->>'how' AS how, ended.body->>'reason' AS why,
           greatest(run.begun_at, (SELECT max(event.happened_at) FROM run_events event
               WHERE event.run_id = run.id)) AS heard_at
    FROM job_runs run
    LEFT JOIN LATERAL (
        SELECT event.happened_at, event.body FROM run_events event
        WHERE event.run_id = run.id AND event.kind = 'end' AND NOT EXISTS (
            SELECT 1 FROM run_events undo WHERE undo.run_id = run.id AND undo.kind = 'undo'
                AND undo.body->>'event' = event.id::text)
        ORDER BY event.happened_at DESC, event.id DESC LIMIT 1) ended ON true";

async fn insert(at: impl PgExecutor<'_>, new: &NewRun<'_>) -> ApiResult<bool> {
    let sql = "INSERT INTO job_runs (id, job_id, fuel, place, assembled, person_id, made_from, lying, cylinders)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT (id) DO NOTHING";
    let added = sqlx::query(sql)
        .bind(new.id)
        .bind(new.job)
        .bind(new.fuel)
        .bind(new.place)
        .bind(new.rig.assembled)
        .bind(new.person)
        .bind(new.made_from)
        .bind(new.rig.lying)
        .bind(&new.rig.cylinders)
        .execute(at)
        .await?;
    Ok(added.rows_affected() > 0)
}

/// Begins a run, once.
///
/// # Errors
/// When the database fails, or the person is unknown.
pub async fn begin(conn: &mut PgConnection, new: &NewRun<'_>) -> ApiResult<Arrived> {
    if insert(&mut *conn, new).await? {
        return Ok(Arrived::New);
    }
    let known = "SELECT made_from = $2 AND job_id = $3 FROM job_runs WHERE id = $1";
    let same: Option<bool> = sqlx::query_scalar(known)
        .bind(new.id)
        .bind(new.made_from)
        .bind(new.job)
        .fetch_optional(&mut *conn)
        .await?;
    Ok(if same == Some(true) { Arrived::Again } else { Arrived::Different })
}

/// The runs of a job, the newest first.
///
/// # Errors
/// When the database fails.
pub async fn of_job(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<Vec<JobRun>> {
    let sql = format!("{SELECT} WHERE run.job_id = $1 ORDER BY run.begun_at DESC, run.id DESC");
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(job).fetch_all(db).await?)
}

/// A run with its job.
#[derive(Debug, sqlx::FromRow)]
pub struct OfShop {
    /// The job.
    pub job_id: Uuid,
    /// What it is called.
    pub job_name: String,
    /// The run.
    #[sqlx(flatten)]
    pub run: JobRun,
}

/// A page of all runs of jobs that are not deleted, the newest first, and the place of its last where more follow.
///
/// # Errors
/// When the database fails.
pub async fn of_shop(
    db: impl PgExecutor<'_>,
    page: &Page,
) -> ApiResult<(Vec<OfShop>, Option<Place>)> {
    let sql = format!(
        "SELECT run.*, of_job.job_id, job.name AS job_name FROM ({SELECT}) run
         JOIN job_runs of_job ON of_job.id = run.id
         JOIN jobs job ON job.id = of_job.job_id AND job.deleted_at IS NULL
         WHERE $2::timestamptz IS NULL OR (run.begun_at, run.id) < ($2, $3)
         ORDER BY run.begun_at DESC, run.id DESC LIMIT $1"
    );
    let mut runs: Vec<OfShop> = sqlx::query_as(AssertSqlSafe(sql))
        .bind(page.limit + 1)
        .bind(page.after.map(|after| after.at))
        .bind(page.after.map(|after| after.id))
        .fetch_all(db)
        .await?;
    let whole = usize::try_from(page.limit).unwrap_or(usize::MAX);
    let more = runs.len() > whole;
    runs.truncate(whole);
    let last = runs.last().filter(|_| more);
    let next = last.map(|it| Place { at: it.run.begun_at, id: it.run.id });
    Ok((runs, next))
}

/// A run of a job.
///
/// # Errors
/// When the database fails.
pub async fn find(db: impl PgExecutor<'_>, job: Uuid, run: Uuid) -> ApiResult<Option<JobRun>> {
    let sql = format!("{SELECT} WHERE run.job_id = $1 AND run.id = $2");
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(job).bind(run).fetch_optional(db).await?)
}

/// The run of a job with a fuel that was begun today and goes on; begun now where there is none.
///
/// # Errors
/// When the database fails.
pub async fn of_today(conn: &mut PgConnection, job: Uuid, fuel: &str) -> ApiResult<Uuid> {
    let mut work = conn.begin().await?;
    // two old pages at once begin one run
    sqlx::query("SELECT pg_advisory_xact_lock(hashtextextended($1::text, 1))")
        .bind(job)
        .execute(&mut *work)
        .await?;
    let sql = format!(
        "{SELECT} WHERE run.job_id = $1 AND run.fuel = $2 AND run.begun_at >= date_trunc('day', now())
           AND ended.happened_at IS NULL ORDER BY run.begun_at DESC, run.id DESC LIMIT 1"
    );
    let known: Option<JobRun> =
        sqlx::query_as(AssertSqlSafe(sql)).bind(job).bind(fuel).fetch_optional(&mut *work).await?;
    if let Some(run) = known {
        return Ok(run.id);
    }
    let nothing = json!({});
    let (place, made_from) = (&nothing, &nothing);
    let rig = &RigBody::default();
    let new = NewRun { id: Uuid::now_v7(), job, fuel, place, rig, person: None, made_from };
    insert(&mut *work, &new).await?;
    work.commit().await?;
    Ok(new.id)
}
