//! What the demo's files name, and what can be wrong with them.

use std::path::Path;

use time::format_description::well_known::Rfc3339;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

/// What was stored so far, by the names of the files.
pub struct Known<'a> {
    /// People.
    pub crew: &'a Named,
    /// Gear.
    pub labels: &'a Named,
    /// Lines by job.
    pub jobs: &'a [Vec<Loaded>],
    /// Burns of burns.toml, in order.
    pub burns: &'a [Uuid],
}

impl Known<'_> {
    /// A line by the places of its job and itself, counted from 1.
    ///
    /// # Errors
    /// When there is none.
    pub fn line(&self, job: usize, line: usize) -> Result<&Loaded, DemoError> {
        let missing =
            || DemoError::Line(format!("line {line} of job {job}"), "no such line".into());
        let lines = job.checked_sub(1).and_then(|job| self.jobs.get(job));
        let found = line.checked_sub(1).and_then(|line| lines?.get(line));
        found.ok_or_else(missing)
    }
}

/// The id of a name.
pub fn named(all: &Named, name: &str) -> Option<Uuid> {
    all.iter().find(|(known, _)| known == name).map(|(_, id)| *id)
}

/// A moment some days ago, as the interface takes it.
///
/// # Errors
/// Only for a year that no calendar has.
pub fn moment(days: i64) -> Result<String, DemoError> {
    written(ago(days))
}

/// A time of day, as the interface takes it.
///
/// # Errors
/// Only for a year that no calendar has.
pub fn written(at: OffsetDateTime) -> Result<String, DemoError> {
    at.format(&Rfc3339).map_err(|error| DemoError::Line("a time".into(), error.to_string()))
}

/// Why a demo cannot be loaded.
#[derive(Debug, thiserror::Error)]
pub enum DemoError {
    /// A file cannot be read.
    #[error("{0}: {1}")]
    File(String, String),
    /// A line of a job cannot be planned.
    #[error("line \"{0}\": {1}")]
    Line(String, String),
    /// The application refuses it.
    #[error("{0}")]
    Api(#[from] crate::error::ApiError),
    /// The database fails.
    #[error("{0}")]
    Database(#[from] sqlx::Error),
}

/// A file of the demo.
///
/// # Errors
/// When it cannot be read.
pub fn read<T: serde::de::DeserializeOwned>(path: &Path) -> Result<T, DemoError> {
    let name = path.display().to_string();
    let text = std::fs::read_to_string(path)
        .map_err(|error| DemoError::File(name.clone(), error.to_string()))?;
    toml::from_str(&text).map_err(|error| DemoError::File(name, error.to_string()))
}

/// Names with the ids they were stored under.
pub type Named = [(String, Uuid)];

/// A demo line as it was stored, with what its plan says.
pub struct Loaded {
    /// Its id.
    pub line: Uuid,
    /// Its card, if one was made.
    pub card: Option<Uuid>,
    /// Its pace.
    pub pace_mm_min: f64,
    /// Its oxygen setting.
    pub oxygen_kpa: f64,
    /// Its heating before the lever.
    pub start_s: f64,
    /// Its kerf.
    pub kerf_mm: f64,
    /// Its time at the grinder.
    pub clean_up_s: f64,
    /// The tip of the drawer that its plan takes.
    pub tip: Option<String>,
    /// What was planned.
    pub request: serde_json::Value,
}

/// A moment some days ago.
pub fn ago(days: i64) -> OffsetDateTime {
    OffsetDateTime::now_utc() - Duration::days(days)
}
