//! Burns and diagnoses of the demo shop.

use std::path::Path;

use serde::Deserialize;
use serde_json::json;
use sqlx::PgPool;
use uuid::Uuid;

use crate::api::edge::{kept, photos as photo_api};
use crate::demo::known::{DemoError, Known, moment, named, read};
use crate::demo::weeks;
use crate::http::body::read as read_body;
use crate::plan::learning::learn_again;
use crate::store::photos::{self, NewPhoto};
use crate::store::{RowKey, burns, diagnoses};

#[derive(Deserialize)]
struct BurnsFile {
    burns: Vec<BurnEntry>,
}

/// A burn of a demo line: pace and oxygen are parts of the planned ones.
#[derive(Deserialize)]
struct BurnEntry {
    job: usize,
    line: usize,
    days_ago: i64,
    by: String,
    outcome: String,
    start_s: f64,
    pace: f64,
    oxygen: f64,
    cylinder_left_percent: f64,
    set_flowing: bool,
    tip: String,
    note: String,
}

#[derive(Deserialize)]
struct DiagnosesFile {
    diagnoses: Vec<DiagnosisEntry>,
}

/// A diagnosis of a demo line; `burn` counts from 1 in burns.toml.
#[derive(Deserialize)]
struct DiagnosisEntry {
    job: Option<usize>,
    line: Option<usize>,
    burn: Option<usize>,
    days_ago: i64,
    by: String,
    fuel: Option<String>,
    present: Vec<String>,
    #[serde(default)]
    absent: Vec<String>,
    #[serde(default)]
    settled: String,
    note: String,
    /// A file beside this one.
    photo: Option<String>,
}

/// Loads both files; a folder made by a test may hold neither.
///
/// # Errors
/// When a file is faulty or the database fails.
pub async fn load(pool: &PgPool, folder: &Path, known: &Known<'_>) -> Result<(), DemoError> {
    let (burnt, found) = (folder.join("burns.toml"), folder.join("diagnoses.toml"));
    let mut ids = Vec::new();
    if burnt.exists() {
        let file: BurnsFile = read(&burnt)?;
        for entry in file.burns {
            ids.push(load_burn(pool, entry, known).await?);
        }
    }
    weeks::load(pool, &folder.join("weeks.csv"), known).await?;
    learn_again(pool).await?;
    if found.exists() {
        let file: DiagnosesFile = read(&found)?;
        let known = Known { burns: &ids, ..*known };
        for entry in file.diagnoses {
            load_diagnosis(pool, folder, entry, &known).await?;
        }
    }
    Ok(())
}

async fn load_burn(pool: &PgPool, entry: BurnEntry, known: &Known<'_>) -> Result<Uuid, DemoError> {
    let line = known.line(entry.job, entry.line)?;
    let body = json!({
        "happened_at": moment(entry.days_ago)?,
        "job_line_id": line.line,
        "plan_id": line.card,
        "person_id": named(known.crew, &entry.by),
        "tip_id": named(known.labels, &entry.tip),
        "start_s": entry.start_s,
        "pace_mm_min": (entry.pace * line.pace_mm_min).round(),
        "outcome": entry.outcome,
        "readings": {
            "oxygen_pressure_kpa": (entry.oxygen * line.oxygen_kpa).round(),
            "set_flowing": entry.set_flowing,
            "cylinder_left_percent": entry.cylinder_left_percent,
        },
        "note": entry.note,
    });
    let request: crate::api::record::burns::BurnRequest = read_body(&body)?;
    let mut burn = crate::api::record::burns::checked(&request)?;
    // as if each had logged their own
    burn.verified = burn.person_id.is_some();
    crate::api::record::burns::held_against_its_plan(pool, &mut burn, Vec::new()).await?;
    let id = Uuid::now_v7();
    burns::put(&mut *pool.acquire().await?, RowKey { id, by: None }, &burn, &body).await?;
    Ok(id)
}

async fn load_diagnosis(
    pool: &PgPool,
    folder: &Path,
    entry: DiagnosisEntry,
    known: &Known<'_>,
) -> Result<(), DemoError> {
    let line = match (entry.job, entry.line) {
        (Some(job), Some(line)) => Some(known.line(job, line)?),
        _ => None,
    };
    let burn = entry.burn.and_then(|place| place.checked_sub(1)).and_then(|i| known.burns.get(i));
    let body = json!({
        "happened_at": moment(entry.days_ago)?,
        "job_line_id": line.map(|line| line.line),
        "plan_id": line.and_then(|line| line.card),
        "burn_id": burn,
        "fuel": entry.fuel,
        "present": entry.present,
        "absent": entry.absent,
        "settled": entry.settled,
        "note": entry.note,
    });
    let request: kept::KeptRequest = read_body(&body)?;
    let new = kept::checked(pool, &request).await?;
    let (id, by) = (Uuid::now_v7(), named(known.crew, &entry.by));
    diagnoses::put(&mut *pool.acquire().await?, RowKey { id, by }, &new, &body).await?;
    if let Some(name) = entry.photo {
        let file = folder.join(&name);
        let bytes = std::fs::read(&file)
            .map_err(|error| DemoError::File(file.display().to_string(), error.to_string()))?;
        let drawn = photo_api::drawn(&bytes)?;
        let made_from = json!({ "file": name });
        let new = NewPhoto { diagnosis: id, photo: &drawn, made_from: &made_from };
        photos::put(&mut *pool.acquire().await?, RowKey { id: Uuid::now_v7(), by }, &new, i64::MAX)
            .await?;
    }
    Ok(())
}
