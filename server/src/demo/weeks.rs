//! Six weeks of burns of the demo shop, more than anyone would type: a table of parts of the planned figures.

use std::path::Path;

use serde::Deserialize;
use serde_json::{Value, json};
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::api::edge::kept;
use crate::api::record::burns::{BurnRequest, checked};
use crate::demo::known::{DemoError, Known, Loaded, ago, named, written};
use crate::http::body::read as read_body;
use crate::plan::against::{Done, against};
use crate::store::burns::NewBurn;
use crate::store::tip_log::{self, Cleaned};
use crate::store::{RowKey, burns, diagnoses};

/// A burn of a demo line; figures are parts of the planned ones.
#[derive(Deserialize)]
struct WeekRow {
    job: usize,
    line: usize,
    days_ago: i64,
    /// Of the day, counted on from when the demo is loaded.
    hour: i64,
    by: String,
    outcome: String,
    start: f64,
    pace: f64,
    kerf: f64,
    clean_up: f64,
    /// 1 where its tip was cleaned just before.
    cleaned: u8,
    /// A sign that was seen at its edge; empty where nobody looked.
    seen: String,
    /// What its edge turned out to come from.
    settled: String,
}

/// Loads the table; a folder made by a test may hold none.
///
/// # Errors
/// When the file is faulty or the database fails.
pub async fn load(pool: &PgPool, file: &Path, known: &Known<'_>) -> Result<(), DemoError> {
    if !file.exists() {
        return Ok(());
    }
    let fault = |error: csv::Error| DemoError::File(file.display().to_string(), error.to_string());
    let mut rows = csv::Reader::from_path(file).map_err(fault)?;
    let rows: Vec<WeekRow> = rows.deserialize().collect::<Result<_, _>>().map_err(fault)?;
    let (mut all, mut looked) = (Vec::new(), Vec::new());
    for row in &rows {
        let line = known.line(row.job, row.line)?;
        let at = ago(row.days_ago) - Duration::hours(24 - row.hour);
        let body = row.body(known, line, at)?;
        let burn = burn_of(line, &body)?;
        let id = Uuid::now_v7();
        if let (1, Some(tip)) = (row.cleaned, burn.tip_id) {
            let (at, body) = (at - Duration::minutes(1), json!({ "demo": "cleaned" }));
            let key = RowKey { id: Uuid::now_v7(), by: burn.person_id };
            let cleaned = Cleaned { tip, at, body: &body };
            tip_log::put(&mut *pool.acquire().await?, key, &cleaned).await?;
        }
        if !row.settled.is_empty() {
            looked.push((named(known.crew, &row.by), row.look(line, &body, id)));
        }
        all.push((id, burn, body));
    }
    let added: Vec<_> = all.iter().map(|(id, burn, body)| (*id, burn, body)).collect();
    let mut connection = pool.begin().await?;
    burns::insert_all(&mut connection, None, &added).await?;
    connection.commit().await?;
    for (by, body) in looked {
        let new = kept::checked(pool, &read_body(&body)?).await?;
        let key = RowKey { id: Uuid::now_v7(), by };
        diagnoses::put(&mut *pool.acquire().await?, key, &new, &body).await?;
    }
    Ok(())
}

impl WeekRow {
    /// The burn as a shop would send it.
    fn body(
        &self,
        known: &Known<'_>,
        line: &Loaded,
        at: OffsetDateTime,
    ) -> Result<Value, DemoError> {
        Ok(json!({
            "happened_at": written(at)?,
            "job_line_id": line.line,
            "person_id": named(known.crew, &self.by),
            "tip_id": line.tip.as_ref().and_then(|tip| named(known.labels, tip)),
            "start_s": (self.start * line.start_s * 10.0).round() / 10.0,
            "pace_mm_min": (self.pace * line.pace_mm_min).round(),
            "kerf_mm": (self.kerf * line.kerf_mm * 100.0).round() / 100.0,
            "clean_up_s": (self.clean_up * line.clean_up_s).round(),
            "outcome": self.outcome,
        }))
    }

    /// The look at its edge, as a shop would send it.
    fn look(&self, line: &Loaded, burn: &Value, id: Uuid) -> Value {
        json!({ "happened_at": burn["happened_at"], "job_line_id": line.line, "burn_id": id,
            "present": [self.seen], "absent": [], "settled": self.settled, "note": "" })
    }
}

/// A burn of a line whose card lies weeks back and was not kept: the cut is held against what it asks.
fn burn_of(line: &Loaded, body: &Value) -> Result<NewBurn, DemoError> {
    let request: BurnRequest = read_body(body)?;
    let mut burn = checked(&request)?;
    burn.verified = burn.person_id.is_some();
    let done =
        Done { pace: burn.pace_m_s, start: burn.start_s, more: burn.more, ..Done::default() };
    burn.against = against(&line.request, &done)?;
    burn.from.asked = Some(line.request.clone());
    Ok(burn)
}
