//! What the demo shop has kept besides its burns: runs at the torch, a trial, a quote.

use std::path::Path;

use serde::Deserialize;
use serde_json::{Value, json};
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::api::record::quotes::{NewQuoteRequest, offer};
use crate::api::record::trials::{NewTrialRequest, designed};
use crate::api::run::cut_by::To;
use crate::api::run::event::keep_all;
use crate::demo::known::{DemoError, Known, ago, named, read, written};
use crate::http::body::read as read_body;
use crate::http::caller::Caller;
use crate::store::job_lines::JobLine;
use crate::store::job_runs::{self, NewRun};
use crate::store::{RowKey, RowSeen, find, quotes, trials};
use crate::wire::run_event::RigBody;

#[derive(Deserialize)]
struct KeptFile {
    runs: Vec<RunEntry>,
    trials: Vec<TrialEntry>,
    quotes: Vec<QuoteEntry>,
}

#[derive(Deserialize)]
struct RunEntry {
    job: usize,
    fuel: String,
    days_ago: i64,
    by: String,
    minutes: i64,
    cylinders: Vec<String>,
    oxygen: Gauge,
    skips: Vec<Value>,
    cuts: Vec<CutEntry>,
    left_because: Option<String>,
}

/// The contents gauge of a cylinder as the run began and ended.
#[derive(Deserialize)]
struct Gauge {
    cylinder: String,
    before_kpa: f64,
    after_kpa: f64,
}

#[derive(Deserialize)]
struct CutEntry {
    line: usize,
    outcome: String,
    start_s: f64,
    pace: f64,
    duration_s: Option<f64>,
    #[serde(default)]
    findings: Vec<String>,
}

#[derive(Deserialize)]
struct TrialEntry {
    name: String,
    way_a: String,
    way_b: String,
    measure: String,
    a: Vec<f64>,
    b: Vec<f64>,
}

#[derive(Deserialize)]
struct QuoteEntry {
    job: usize,
    name: String,
    note: String,
    set_up_s: f64,
    overhead_percent: f64,
    margin_percent: f64,
}

/// Loads all of them; a folder made by a test may hold none.
///
/// # Errors
/// When the file is faulty or the database fails.
pub async fn load(pool: &PgPool, folder: &Path, known: &Known<'_>) -> Result<(), DemoError> {
    let path = folder.join("kept.toml");
    if !path.exists() {
        return Ok(());
    }
    let file: KeptFile = read(&path)?;
    for entry in &file.runs {
        load_run(pool, entry, known).await?;
    }
    for entry in &file.trials {
        load_trial(pool, entry).await?;
    }
    for entry in &file.quotes {
        load_quote(pool, entry, known).await?;
    }
    Ok(())
}

fn gear(known: &Known<'_>, label: &str) -> Result<Uuid, DemoError> {
    named(known.labels, label)
        .ok_or_else(|| DemoError::Line(label.to_owned(), "no such gear".into()))
}

/// The job that the first line of its place belongs to.
async fn job_of(pool: &PgPool, known: &Known<'_>, place: usize) -> Result<Uuid, DemoError> {
    let line: Option<JobLine> = find(pool, known.line(place, 1)?.line).await?;
    line.map(|line| line.job_id)
        .ok_or_else(|| DemoError::Line(format!("job {place}"), "no such job".into()))
}

async fn load_run(pool: &PgPool, entry: &RunEntry, known: &Known<'_>) -> Result<(), DemoError> {
    let job = job_of(pool, known, entry.job).await?;
    let (run, person) = (Uuid::now_v7(), named(known.crew, &entry.by));
    let cylinders = entry.cylinders.iter().map(|label| gear(known, label));
    let rig =
        RigBody { assembled: false, lying: false, cylinders: cylinders.collect::<Result<_, _>>()? };
    let new = NewRun {
        id: run,
        job,
        fuel: &entry.fuel,
        place: &json!({}),
        rig: &rig,
        person,
        made_from: &json!({ "fuel": entry.fuel, "place": {}, "assembled": false }),
    };
    job_runs::begin(&mut *pool.acquire().await?, &new).await?;
    let begun = ago(entry.days_ago);
    sqlx::query("UPDATE job_runs SET begun_at = $2 WHERE id = $1")
        .bind(run)
        .bind(begun)
        .execute(pool)
        .await?;
    let events = told(entry, begun, person, known)?;
    let to = To { job, run, by: Caller { person, ..Caller::default() } };
    for answer in keep_all(pool, &to, &events, events.len()).await? {
        if answer.outcome == "refused" {
            let why =
                answer.fields.first().map_or(String::new(), |fault| fault.message.to_string());
            return Err(DemoError::Line(format!("a run of job {}", entry.job), why));
        }
    }
    Ok(())
}

/// What a tablet told of the run, evenly over its minutes.
fn told(
    entry: &RunEntry,
    begun: OffsetDateTime,
    person: Option<Uuid>,
    known: &Known<'_>,
) -> Result<Vec<Value>, DemoError> {
    let bottle = gear(known, &entry.oxygen.cylinder)?;
    let gauge = |kpa: f64| json!({ "gas": "oxygen", "where": "contents", "pressure_kpa": kpa, "gear_id": bottle });
    let mut all = vec![("reading", gauge(entry.oxygen.before_kpa))];
    all.extend(entry.skips.iter().map(|skip| ("skip", skip.clone())));
    for cut in &entry.cuts {
        let line = known.line(entry.job, cut.line)?;
        let body = json!({
            "line_id": line.line, "outcome": cut.outcome, "start_s": cut.start_s, "duration_s": cut.duration_s,
            "pace_mm_min": (cut.pace * line.pace_mm_min).round(), "findings": cut.findings,
        });
        all.push(("cut", body));
    }
    all.push(("reading", gauge(entry.oxygen.after_kpa)));
    let how = if entry.left_because.is_some() { "left" } else { "complete" };
    all.push(("end", json!({ "how": how, "reason": entry.left_because })));
    let step = Duration::minutes(entry.minutes) / u32::try_from(all.len()).unwrap_or(1);
    all.into_iter()
        .zip(1_u32..)
        .map(|((kind, body), place)| {
            let at = written(begun + step * place)?;
            Ok(json!({ "id": Uuid::now_v7(), "happened_at": at, "person_id": person, "kind": kind, "body": body }))
        })
        .collect()
}

async fn load_trial(pool: &PgPool, entry: &TrialEntry) -> Result<(), DemoError> {
    let body = json!({ "name": entry.name, "way_a": entry.way_a, "way_b": entry.way_b, "measure": entry.measure,
        "each": entry.a.len() });
    let asked: NewTrialRequest = read_body(&body)?;
    let id = Uuid::now_v7();
    let trial = designed(id, &asked)?;
    let mut strips = trial.strips.clone();
    trials::put(&mut *pool.acquire().await?, RowKey { id, by: None }, &trial, &body).await?;
    let (mut a, mut b) = (entry.a.iter().copied(), entry.b.iter().copied());
    for strip in &mut strips {
        strip.value = if strip.way == "a" { a.next() } else { b.next() };
    }
    let seen = RowSeen { id, version: 1, by: None };
    trials::note(&mut *pool.acquire().await?, &seen, &strips, &body).await?;
    Ok(())
}

async fn load_quote(pool: &PgPool, entry: &QuoteEntry, known: &Known<'_>) -> Result<(), DemoError> {
    let body = json!({
        "job_id": job_of(pool, known, entry.job).await?, "name": entry.name, "note": entry.note,
        "set_up_s": entry.set_up_s, "overhead_percent": entry.overhead_percent,
        "margin_percent": entry.margin_percent,
    });
    let asked: NewQuoteRequest = read_body(&body)?;
    let quote = offer(pool, Caller::default(), &asked).await?()?;
    quotes::put(
        &mut *pool.acquire().await?,
        RowKey { id: Uuid::now_v7(), by: None },
        &quote,
        &body,
    )
    .await?;
    Ok(())
}
