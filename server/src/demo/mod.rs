//! Loads an invented shop from the readable files of `demo/`, through the same checks as the API.

mod edges;
mod kept;
mod known;
mod lines;
mod weeks;

pub use known::DemoError;

use std::path::Path;

use serde::Deserialize;
use serde_json::{Value, json};
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::api::people::clearances::{ClearanceRequest, checked as clearance};
use crate::demo::known::{Known, Loaded, Named, ago, read, written};
use crate::demo::lines::{LineEntry, LinePlace, cards_anew, load_line};
use crate::http::body::read as read_body;
use crate::plan::gear_checked::{GearSaid, checked};
use crate::plan::shop::Shop;
use crate::store::RowKey;
use crate::store::clearances;
use crate::store::gear::{self, NewGear, cylinder_log};
use crate::store::jobs::{self, NewJob};
use crate::store::people::{self, NewPerson};
use crate::store::shop_settings::{self, Setting};

#[derive(Deserialize)]
struct ShopFile {
    settings: toml::Table,
    people: Vec<NewPerson>,
}

#[derive(Deserialize)]
struct RackFile {
    gear: Vec<GearEntry>,
}

#[derive(Deserialize)]
struct ClearancesFile {
    clearances: Vec<ClearanceEntry>,
}

/// A clearance, its last day counted on from the day the demo is loaded.
#[derive(Deserialize)]
struct ClearanceEntry {
    person: String,
    fuel: Option<String>,
    thickness_to_mm: Option<f64>,
    process: Option<String>,
    days_left: Option<i64>,
}

/// A piece of gear; `kind`, `label` and why it is out stand beside its own fields. Days are
/// counted back from the day the demo is loaded.
#[derive(Deserialize)]
struct GearEntry {
    kind: String,
    label: String,
    #[serde(default)]
    out_because: String,
    inspected_days_ago: Option<i64>,
    read_hours_ago: Option<i64>,
    upright_hours_ago: Option<i64>,
    /// How it was read before: how long ago, and what then stood otherwise.
    #[serde(default)]
    read_before: Vec<ReadBefore>,
    #[serde(default)]
    fields: Value,
}

/// A cylinder as it was read before.
#[derive(Deserialize)]
struct ReadBefore {
    days_ago: i64,
    #[serde(flatten)]
    fields: serde_json::Map<String, Value>,
}

#[derive(Deserialize)]
struct JobFile {
    name: String,
    note: String,
    days_ago: i64,
    by: String,
    rig: Value,
    /// Names of gear by place.
    #[serde(default)]
    rack: std::collections::BTreeMap<String, String>,
    lines: Vec<LineEntry>,
}

/// Loads the demo into an empty database; false when it already has people or jobs.
///
/// # Errors
/// When a file is faulty or the database fails.
pub async fn load(pool: &PgPool, folder: &Path) -> Result<bool, DemoError> {
    let taken: bool =
        sqlx::query_scalar("SELECT EXISTS (SELECT 1 FROM people) OR EXISTS (SELECT 1 FROM jobs)")
            .fetch_one(pool)
            .await?;
    if taken {
        return Ok(false);
    }
    let shop: ShopFile = read(&folder.join("shop.toml"))?;
    let crew = load_people(pool, &shop.people).await?;
    for (key, value) in shop.settings {
        let value = serde_json::to_value(value).map_err(crate::error::ApiError::from)?;
        crate::api::shop::settings::checked(&key, &value)?;
        shop_settings::add(pool, Uuid::now_v7(), &Setting { key, value }, None).await?;
    }
    load_clearances(pool, &folder.join("clearances.toml"), &crew).await?;
    let rack: RackFile = read(&folder.join("rack.toml"))?;
    let labels = load_rack(pool, rack.gear).await?;
    let mut files: Vec<_> = std::fs::read_dir(folder.join("jobs"))
        .map_err(|error| DemoError::File(folder.display().to_string(), error.to_string()))?
        .filter_map(Result::ok)
        .map(|entry| entry.path())
        .collect();
    files.sort();
    let mut jobs = Vec::new();
    for file in files {
        jobs.push(load_job(pool, read(&file)?, &crew, &labels).await?);
    }
    let known = Known { crew: &crew, labels: &labels, jobs: &jobs, burns: &[] };
    edges::load(pool, folder, &known).await?;
    kept::load(pool, folder, &known).await?;
    cards_anew(pool, &jobs).await?;
    Ok(true)
}

async fn load_people(
    pool: &PgPool,
    entries: &[NewPerson],
) -> Result<Vec<(String, Uuid)>, DemoError> {
    let mut crew = Vec::new();
    for person in entries {
        let id = Uuid::now_v7();
        people::put(&mut *pool.acquire().await?, RowKey { id, by: None }, person, &json!(person))
            .await?;
        people::invented(pool, id).await?;
        crew.push((person.name.clone(), id));
    }
    Ok(crew)
}

/// Who is cleared for what; a folder made by a test may not say.
async fn load_clearances(pool: &PgPool, file: &Path, crew: &Named) -> Result<(), DemoError> {
    if !file.exists() {
        return Ok(());
    }
    let by = crew.first().map(|(_, id)| *id);
    for entry in read::<ClearancesFile>(file)?.clearances {
        let person = known::named(crew, &entry.person)
            .ok_or_else(|| DemoError::Line(entry.person.clone(), "no such person".into()))?;
        let until = entry.days_left.map(|days| ago(-days).date().to_string());
        let body = json!({
            "person_id": person, "fuel": entry.fuel, "process": entry.process,
            "thickness_to_mm": entry.thickness_to_mm, "until": until,
        });
        let asked: ClearanceRequest = read_body(&body)?;
        let new = clearance(&asked)?;
        clearances::put(
            &mut *pool.acquire().await?,
            RowKey { id: Uuid::now_v7(), by },
            &new,
            &body,
        )
        .await?;
    }
    Ok(())
}

async fn load_rack(
    pool: &PgPool,
    entries: Vec<GearEntry>,
) -> Result<Vec<(String, Uuid)>, DemoError> {
    let mut labels = Vec::new();
    for entry in entries {
        let (new, read_before) = entry.gear()?;
        let body = serde_json::to_value(&new).map_err(crate::error::ApiError::from)?;
        let id = Uuid::now_v7();
        gear::put(&mut *pool.acquire().await?, RowKey { id, by: None }, &new, &body).await?;
        for before in read_before {
            let mut fields = new.fields.clone();
            for (key, value) in before.fields {
                fields[key] = value;
            }
            cylinder_log::add(pool, id, ago(before.days_ago), &fields).await?;
        }
        labels.push((new.label, id));
    }
    Ok(labels)
}

impl GearEntry {
    /// The piece, with its days and hours counted back from now, and how it was read before.
    fn gear(self) -> Result<(NewGear, Vec<ReadBefore>), DemoError> {
        let hours = |hours: i64| written(OffsetDateTime::now_utc() - Duration::hours(hours));
        let mut fields = self.fields;
        if let Some(days) = self.inspected_days_ago {
            fields["inspected_on"] = json!(ago(days).date().to_string());
        }
        if let Some(read) = self.read_hours_ago {
            fields["read_at"] = json!(hours(read)?);
        }
        if let Some(stood) = self.upright_hours_ago {
            fields["upright_since"] = json!(hours(stood)?);
        }
        let new = NewGear {
            kind: self.kind,
            label: self.label,
            fields,
            in_service: self.out_because.is_empty(),
            out_because: self.out_because,
        };
        let said = GearSaid {
            label: Some(&new.label),
            fields: Some(&new.fields),
            in_service: new.in_service,
            out_because: &new.out_because,
        };
        checked(&new.kind, &said)?;
        Ok((new, self.read_before))
    }
}

async fn load_job(
    pool: &PgPool,
    file: JobFile,
    crew: &Named,
    labels: &Named,
) -> Result<Vec<Loaded>, DemoError> {
    let by = crew.iter().find(|(name, _)| *name == file.by).map(|(_, id)| *id);
    let mut rig = file.rig;
    for (place, label) in &file.rack {
        let found = labels.iter().find(|(known, _)| known == label).map(|(_, id)| *id);
        let id = found.ok_or_else(|| DemoError::Line(label.clone(), "no such gear".into()))?;
        rig["rack"][place] = json!(id);
    }
    let job = NewJob { name: file.name, note: file.note, rig };
    let body = json!({ "name": job.name, "note": job.note, "rig": job.rig });
    let job_id = Uuid::now_v7();
    jobs::put(&mut *pool.acquire().await?, RowKey { id: job_id, by }, &job, &body).await?;
    age(pool, job_id, file.days_ago).await?;
    let shop = Shop::read(pool, None).await?;
    let mut lines = Vec::new();
    for (place, entry) in file.lines.into_iter().enumerate() {
        lines.push(
            load_line(pool, &shop, entry, &LinePlace { job: &job, job_id, by, place }).await?,
        );
    }
    Ok(lines)
}

async fn age(pool: &PgPool, job: Uuid, days: i64) -> Result<(), DemoError> {
    sqlx::query("UPDATE jobs SET made_at = $2, changed_at = $2 WHERE id = $1")
        .bind(job)
        .bind(ago(days))
        .execute(pool)
        .await?;
    Ok(())
}
