//! The table `run_events`: what happened at the torch, an event a row, never changed.

use galvanon_core::quantity::Duration;
use serde::Serialize;
use serde_json::{Value, json};
use sqlx::postgres::PgRow;
use sqlx::{
    AssertSqlSafe, Connection, FromRow, PgConnection, PgExecutor, Postgres, Row, Transaction,
};
use time::OffsetDateTime;
use time::format_description::well_known::Rfc3339;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult};
use crate::store::RowKey;
use crate::store::burns::{self, NewBurn};
use crate::store::tip_log::{self, Cleaned};
use crate::wire::run_event::{GaugePlace, ReadGas, ReadingBody, RunEventBody};

/// An event.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunEvent {
    /// Chosen by the tablet.
    pub id: Uuid,
    /// When it happened, by the tablet's clock.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
    /// Who was at the tablet.
    pub person_id: Option<Uuid>,
    /// What it says.
    #[serde(flatten)]
    pub what: RunEventBody,
    /// The run it belongs to; null for what was noted before there were runs.
    pub run_id: Option<Uuid>,
    /// Whether it is known that it was this person: their own session sent it, from a tablet that had it when it happened.
    pub verified: bool,
    /// The registered tablet that sent it.
    pub device_id: Option<Uuid>,
    /// That tablet had been revoked.
    pub from_revoked: bool,
    /// The event as it was sent.
    #[serde(skip)]
    #[schema(ignore)]
    pub made_from: Value,
}

impl RunEvent {
    /// Kind and body as they are kept.
    ///
    /// # Errors
    /// Only a fault of ours.
    fn columns(&self) -> ApiResult<(String, Value)> {
        let mut told = serde_json::to_value(&self.what)?;
        let kind = told["kind"].as_str().unwrap_or_default().to_owned();
        Ok((kind, told["body"].take()))
    }
}

impl FromRow<'_, PgRow> for RunEvent {
    fn from_row(row: &PgRow) -> sqlx::Result<Self> {
        let (kind, body): (String, Value) = (row.try_get("kind")?, row.try_get("body")?);
        let what = serde_json::from_value(json!({ "kind": kind, "body": body }));
        Ok(Self {
            id: row.try_get("id")?,
            happened_at: row.try_get("happened_at")?,
            person_id: row.try_get("person_id")?,
            what: what.map_err(|error| sqlx::Error::Decode(error.into()))?,
            run_id: row.try_get("run_id")?,
            verified: row.try_get("verified")?,
            device_id: row.try_get("device_id")?,
            from_revoked: row.try_get("from_revoked")?,
            made_from: row.try_get("made_from")?,
        })
    }
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

const SELECT: &str = "SELECT id, happened_at, person_id, kind, body, made_from, run_id, verified, device_id, from_revoked FROM run_events";

/// What counts beyond its run: pieces stay made, whoever makes them with whatever rig, and the clock of a cylinder that
/// stands after it lay goes on.
const STAYS: &str =
    "(kind IN ('cut', 'undo') OR (kind = 'timer' AND body->>'key' LIKE 'stand_upright%'))";

/// The events of a job, in the order in which they happened.
///
/// # Errors
/// When the database fails.
pub async fn of_job(db: impl PgExecutor<'_>, job: Uuid) -> ApiResult<Vec<RunEvent>> {
    let sql = format!("{SELECT} WHERE job_id = $1 ORDER BY happened_at, id");
    Ok(sqlx::query_as(AssertSqlSafe(sql)).bind(job).fetch_all(db).await?)
}

/// What each stage of a burn took, where it was other work at the torch: a cut's event and its burn have one id.
///
/// # Errors
/// When the database fails.
pub async fn stages_of(db: impl PgExecutor<'_>, burn: Uuid) -> ApiResult<Vec<Option<Duration>>> {
    let sql = format!("{SELECT} WHERE id = $1 AND kind = 'cut'");
    let event: Option<RunEvent> =
        sqlx::query_as(AssertSqlSafe(sql)).bind(burn).fetch_optional(db).await?;
    Ok(match event.map(|event| event.what) {
        Some(RunEventBody::Cut(cut)) => cut.stages(),
        _ => Vec::new(),
    })
}

/// What arrived since a moment.
#[derive(Debug)]
pub struct Since {
    /// Events of the run, in the order of their moments.
    pub events: Vec<RunEvent>,
    /// What counts of the job's other runs.
    pub elsewhere: Vec<RunEvent>,
    /// The place to ask on from.
    pub next: i64,
}

/// What arrived after `since` in a run, and what of the job's other runs counts there too.
///
/// # Errors
/// When the database fails.
pub async fn since(conn: &mut PgConnection, job: Uuid, run: Uuid, since: i64) -> ApiResult<Since> {
    let newest = "SELECT coalesce(max(arrival), 0) FROM run_events WHERE job_id = $1";
    let next: i64 = sqlx::query_scalar(newest).bind(job).fetch_one(&mut *conn).await?;
    let sql = format!(
        "{SELECT} WHERE job_id = $1 AND arrival > $2 AND arrival <= $3 AND (run_id = $4 OR {STAYS})
         ORDER BY happened_at, id"
    );
    let all: Vec<RunEvent> = sqlx::query_as(AssertSqlSafe(sql))
        .bind(job)
        .bind(since)
        .bind(next)
        .bind(run)
        .fetch_all(&mut *conn)
        .await?;
    let (events, elsewhere) = all.into_iter().partition(|event| event.run_id == Some(run));
    Ok(Since { events, elsewhere, next: next.max(since) })
}

/// What an event is besides: the rows that come with it.
#[derive(Clone, Copy, Debug, Default)]
pub struct With<'a> {
    /// The burn that a cut is.
    pub burn: Option<&'a NewBurn>,
    /// The tip that was cleaned.
    pub cleaned: Option<Uuid>,
}

/// Keeps an event; a cut becomes a burn too, and an undo takes that burn back, whichever comes first.
///
/// # Errors
/// When the database fails; nothing is kept then.
pub async fn keep(
    conn: &mut PgConnection,
    (job, run): (Uuid, Uuid),
    event: &RunEvent,
    with: &With<'_>,
) -> ApiResult<Arrived> {
    let mut work = conn.begin().await?;
    // one after the other within a job, so that what is asked for since a moment misses nothing
    sqlx::query("SELECT pg_advisory_xact_lock(hashtextextended($1::text, 0))")
        .bind(job)
        .execute(&mut *work)
        .await?;
    if !insert(&mut work, (job, run), event).await? {
        let same = is_known(&mut work, job, event).await?;
        return Ok(if same { Arrived::Again } else { Arrived::Different });
    }
    let key = RowKey { id: event.id, by: event.person_id };
    if let Some(burn) = with.burn {
        burns::insert(&mut *work, key, burn, &event.made_from).await?;
    }
    if let Some(tip) = with.cleaned {
        let cleaned = Cleaned { tip, at: event.happened_at, body: &event.made_from };
        tip_log::insert(&mut *work, key, &cleaned).await?;
    }
    if let RunEventBody::Reading(reading) = &event.what {
        weighs_in(&mut work, event, reading).await?;
    }
    if with.burn.is_some() || with.cleaned.is_some() || matches!(event.what, RunEventBody::Undo(_))
    {
        take_back(&mut work, event.id).await?;
    }
    work.commit().await?;
    Ok(Arrived::New)
}

/// Adds the row of an event; false where its id is known.
async fn insert(
    conn: &mut PgConnection,
    (job, run): (Uuid, Uuid),
    event: &RunEvent,
) -> ApiResult<bool> {
    let (kind, body) = event.columns()?;
    let sql = "INSERT INTO run_events
                   (id, job_id, run_id, happened_at, person_id, kind, body, made_from, verified, device_id, from_revoked)
               VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) ON CONFLICT (id) DO NOTHING";
    let added = sqlx::query(sql)
        .bind(event.id)
        .bind(job)
        .bind(run)
        .bind(event.happened_at)
        .bind(event.person_id)
        .bind(&kind)
        .bind(&body)
        .bind(&event.made_from)
        .bind(event.verified)
        .bind(event.device_id)
        .bind(event.from_revoked)
        .execute(conn)
        .await?;
    Ok(added.rows_affected() > 0)
}

/// Whether the same was sent before.
async fn is_known(conn: &mut PgConnection, job: Uuid, event: &RunEvent) -> ApiResult<bool> {
    let known = "SELECT made_from = $2 AND job_id = $3 FROM run_events WHERE id = $1";
    let same: Option<bool> = sqlx::query_scalar(known)
        .bind(event.id)
        .bind(&event.made_from)
        .bind(job)
        .fetch_optional(conn)
        .await?;
    Ok(same == Some(true))
}

/// The oxygen delivery gauge as it was read last in a run before a moment, kPa.
///
/// # Errors
/// When the database fails.
pub async fn oxygen_read(
    db: impl PgExecutor<'_>,
    run: Uuid,
    at: OffsetDateTime,
) -> ApiResult<Option<f64>> {
    let sql = "SELECT (body->>'pressure_kpa')::float8 FROM run_events
               WHERE run_id = $1 AND kind = 'reading' AND happened_at <= $2
                   AND body->>'gas' = 'oxygen' AND body->>'where' = 'delivery'
               ORDER BY happened_at DESC, id DESC LIMIT 1";
    Ok(sqlx::query_scalar(sql).bind(run).bind(at).fetch_optional(db).await?)
}

/// The contents gauge of an oxygen cylinder that was read at the torch is a reading of the rack, unless a later one is
/// there. What is measured by weight a gauge does not tell; a cylinder that is off the list stays so.
async fn weighs_in(
    work: &mut Transaction<'_, Postgres>,
    event: &RunEvent,
    reading: &ReadingBody,
) -> ApiResult<()> {
    let (GaugePlace::Contents, ReadGas::Oxygen, Some(cylinder)) =
        (reading.place, reading.gas, reading.gear_id)
    else {
        return Ok(());
    };
    let sql = "UPDATE gear SET version = version + 1, changed_at = now(), changed_by = $4,
                   fields = fields || jsonb_build_object('pressure_kpa', $2::float8, 'read_at', $3::text)
               WHERE id = $1 AND kind = 'cylinder' AND fields->>'gas' = 'oxygen' AND deleted_at IS NULL
                   AND coalesce((fields->>'read_at')::timestamptz < $3::timestamptz, true)";
    let read_at =
        event.happened_at.format(&Rfc3339).map_err(|e| ApiError::Internal(e.to_string()))?;
    sqlx::query(sql)
        .bind(cylinder)
        .bind(reading.pressure_kpa)
        .bind(&read_at)
        .bind(event.person_id)
        .execute(&mut **work)
        .await?;
    // one that comes late is no reading of now, but one of its moment
    let late = "INSERT INTO cylinder_readings (gear_id, read_at, fields, noted_by)
               SELECT id, $3::timestamptz, fields || jsonb_build_object('pressure_kpa', $2::float8, 'read_at', $3::text), $4
               FROM gear WHERE id = $1 AND kind = 'cylinder' AND fields->>'gas' = 'oxygen' AND deleted_at IS NULL
               ON CONFLICT (gear_id, read_at) DO UPDATE SET fields = EXCLUDED.fields, noted_by = EXCLUDED.noted_by";
    sqlx::query(late)
        .bind(cylinder)
        .bind(reading.pressure_kpa)
        .bind(&read_at)
        .bind(event.person_id)
        .execute(&mut **work)
        .await?;
    Ok(())
}

/// The burn of a cut, or the cleaning of a tip, that was taken back is deleted when the later of the two arrives: one restored
/// since stays.
async fn take_back(work: &mut Transaction<'_, Postgres>, event: Uuid) -> ApiResult<()> {
    for (table, kind) in [("burns", "cut"), ("tip_events", "step")] {
        // both names are constants of ours, never an input
        let sql = AssertSqlSafe(format!(
            "UPDATE {table} SET deleted_at = now(), version = version + 1
             WHERE deleted_at IS NULL AND id IN (
                 SELECT done.id FROM run_events done
                 JOIN run_events undo ON undo.job_id = done.job_id AND undo.kind = 'undo'
                      AND undo.body->>'event' = done.id::text
                 WHERE done.kind = '{kind}' AND $1 IN (done.id, undo.id))"
        ));
        sqlx::query(sql).bind(event).execute(&mut **work).await?;
    }
    Ok(())
}
