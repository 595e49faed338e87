//! A job's record in one document, for whoever asks later: cards, burns, edges, runs with what was left out and why.

use std::collections::BTreeMap;

use actix_web::{get, web};
use serde::Serialize;
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::burns::{BurnView, view};
use crate::api::run::gas_taken::{self, GasTaken};
use crate::api::run::record::{RecordReply, record_of};
use crate::api::setup::said::said_of;
use crate::error::{ApiResult, ErrorBody};
use crate::http::rows::id;
use crate::store::diagnoses::{self, KeptDiagnosis};
use crate::store::job_runs::{self, JobRun};
use crate::store::photos::{self, Photo};
use crate::store::plans::{self, CardGlance};
use crate::store::{burns, job_lines, jobs, run_events};
use crate::wire::run_event::{GaugePlace, ReadGas, ReadingBody, RunEventBody};

/// A cut of the job with all that was kept of it.
#[derive(Debug, Serialize, ToSchema)]
pub struct LineRecord {
    /// The cut.
    pub line_id: Uuid,
    /// As it was typed.
    pub typed: String,
    /// Grade of its steel, where one was named.
    pub grade: Option<String>,
    /// Its mill's heat number, where one was told.
    pub heat_number: Option<String>,
    /// Other work: pieces of which what was to be spared was told to be whole.
    pub spared: u32,
    /// And not.
    pub not_spared: u32,
    /// Its cards, the newest first.
    pub cards: Vec<CardGlance>,
    /// Its burns, the newest first.
    pub burns: Vec<BurnView>,
    /// What was made of its poor edges, the newest first.
    pub edges: Vec<KeptDiagnosis>,
}

/// A step that was left out.
#[derive(Debug, Serialize, ToSchema)]
pub struct SkipRecord {
    /// The step.
    pub key: String,
    /// What it says.
    pub text: String,
    /// Why, where it was asked.
    pub reason: Option<String>,
    /// Who.
    pub person_id: Option<Uuid>,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
}

/// A gauge as it was read.
#[derive(Debug, Serialize, ToSchema)]
pub struct ReadingRecord {
    /// oxygen, or the code of the fuel.
    pub gas: ReadGas,
    /// contents, delivery.
    #[serde(rename = "where")]
    pub place: GaugePlace,
    /// What it showed.
    pub pressure_kpa: f64,
    /// The cylinder of the rack that it is on.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub gear_id: Option<Uuid>,
    /// When.
    #[serde(with = "time::serde::rfc3339")]
    pub happened_at: OffsetDateTime,
}

impl ReadingRecord {
    fn of(reading: &ReadingBody, happened_at: OffsetDateTime) -> Self {
        let ReadingBody { gas, place, pressure_kpa, gear_id } = *reading;
        Self { gas, place, pressure_kpa, gear_id, happened_at }
    }
}

/// A run of the job with what was left out and read.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunRecord {
    /// The run.
    #[serde(flatten)]
    pub run: JobRun,
    /// Steps that were done.
    pub done: usize,
    /// Steps that stand as left out, with their reasons.
    pub skips: Vec<SkipRecord>,
    /// Gauges as they were read, in order.
    pub readings: Vec<ReadingRecord>,
    /// What the cylinders on its rig gave, by gauge and scale.
    pub gas: Vec<GasTaken>,
}

/// Everything that was kept of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobRecord {
    /// The job.
    pub job: jobs::Job,
    /// Its cuts, in order.
    pub lines: Vec<LineRecord>,
    /// Its runs, the newest first.
    pub runs: Vec<RunRecord>,
    /// Photos of its edges, the oldest first.
    pub photos: Vec<Photo>,
}

/// A job's record in one document.
#[utoipa::path(get, operation_id = "jobs_record", path = "/api/v1/jobs/{id}/record", params(("id" = String, Path)),
    responses((status = 200, body = JobRecord), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/record")]
pub async fn show_job_record(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<web::Json<JobRecord>> {
    let job = jobs::live(pool.get_ref(), id(&path)?).await?;
    let key = job.record.id;
    let (cards, burnt, edges) = (
        plans::of_job(pool.get_ref(), key).await?,
        burns::of_job(pool.get_ref(), key).await?,
        diagnoses::of_job(pool.get_ref(), key).await?,
    );
    let looked_at: Vec<Uuid> = edges.iter().map(|edge| edge.record.id).collect();
    let photos = photos::of_diagnoses(pool.get_ref(), &looked_at).await?;
    let (mut runs, mut told) = (Vec::new(), BTreeMap::new());
    for run in job_runs::of_job(pool.get_ref(), key).await? {
        let record =
            record_of(run_events::since(&mut *pool.acquire().await?, key, run.id, 0).await?.events);
        spared(&record, &mut told);
        runs.push(run_record(&pool, run, &record).await?);
    }
    let lines = job_lines::of_job(pool.get_ref(), key).await?.into_iter().map(|line| {
        let of = Some(line.record.id);
        let (spared, not_spared) = told.get(&line.record.id).copied().unwrap_or_default();
        LineRecord {
            line_id: line.record.id,
            grade: line.input["steel"]["grade"].as_str().map(str::to_owned),
            heat_number: line.input["steel"]["heat_number"].as_str().map(str::to_owned),
            spared,
            not_spared,
            typed: line.typed,
            cards: cards.iter().filter(|card| card.job_line_id == of).cloned().collect(),
            burns: burnt.iter().filter(|it| it.job_line_id == of).cloned().map(view).collect(),
            edges: edges.iter().filter(|it| it.job_line_id == of).cloned().collect(),
        }
    });
    let lines = lines.collect();
    Ok(web::Json(JobRecord { job, lines, runs, photos }))
}

/// Adds by line of how many pieces that count it was told that what was to be spared is whole, and of how many not.
fn spared(record: &RecordReply, by_line: &mut BTreeMap<Uuid, (u32, u32)>) {
    let counts = |event: Uuid| record.cuts.iter().any(|cut| cut.events.contains(&event));
    for event in record.events.iter().filter(|event| counts(event.id)) {
        let RunEventBody::Cut(cut) = &event.what else { continue };
        let Some(whole) = cut.spared else { continue };
        let (yes, no) = by_line.entry(cut.line_id).or_default();
        *(if whole { yes } else { no }) += 1;
    }
}

/// A run with what was left out and read, and what gas it took.
///
/// # Errors
/// When the database fails.
pub async fn run_record(pool: &PgPool, run: JobRun, record: &RecordReply) -> ApiResult<RunRecord> {
    let mut cylinders = run.cylinders.clone();
    let stands = |key: &str| record.steps.get(key).is_some_and(|state| state == "skipped");
    let mut skips: Vec<SkipRecord> = Vec::new();
    let mut readings = Vec::new();
    for event in &record.events {
        match &event.what {
            RunEventBody::Skip(skip) if stands(&skip.key) => {
                // the last reason given for a step is the one that stands
                skips.retain(|known| known.key != skip.key);
                skips.push(SkipRecord {
                    key: skip.key.clone(),
                    text: said_of(&skip.key),
                    reason: skip.reason.clone(),
                    person_id: event.person_id,
                    happened_at: event.happened_at,
                });
            }
            RunEventBody::Reading(reading) => {
                cylinders.extend(reading.gear_id);
                let happened_at = event.happened_at;
                readings.push(ReadingRecord::of(reading, happened_at));
            }
            RunEventBody::Rig(rig) => cylinders.extend(&rig.cylinders),
            _ => {}
        }
    }
    let done = record.steps.values().filter(|state| *state == "done").count();
    cylinders.sort_unstable();
    cylinders.dedup();
    let gas = gas_taken::of_run(pool, &run, &cylinders).await?;
    Ok(RunRecord { run, done, skips, readings, gas })
}
