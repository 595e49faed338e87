//! What is wrong at the flame or the torch, and what to do at once?
//!
//! The fuel is asked first: a whistle is right for one gas and wrong for the other, only acetylene
//! soots, only the slower gases show a star. What can hurt comes first, with what to shut in which
//! order, whatever the shop's way of shutting down. Left out: anything a gauge or a leak test must tell.
//! Theory: docs/model/edge.md.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::gas::fuel::Fuel;
use crate::reference::rows;

/// How serious a trouble is.
#[derive(
    Clone,
    Copy,
    Debug,
    Deserialize,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    strum::IntoStaticStr,
    strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Urgency {
    /// Shut it before anything else.
    Stop,
    /// Trim or look.
    Caution,
    /// As it should be with this fuel.
    Right,
}

/// The fuels a cue is met with.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
pub enum Fuels {
    /// Every one.
    All,
    /// Acetylene.
    Acetylene,
    /// Every one but acetylene.
    Alternate,
}

impl Fuels {
    /// Whether a fuel is among them.
    #[must_use]
    pub fn include(self, fuel: Fuel) -> bool {
        match self {
            Self::All => true,
            Self::Acetylene => fuel == Fuel::Acetylene,
            Self::Alternate => fuel != Fuel::Acetylene,
        }
    }
}

/// What a trouble is about.
#[derive(
    Clone, Copy, Debug, Deserialize, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum About {
    /// Flame, tip and torch.
    Flame,
    /// Gauges, hoses and cylinders.
    Gas,
    /// What the metal and the piece do.
    Cut,
}

#[derive(Debug, Deserialize)]
struct Row {
    code: String,
    fuels: Fuels,
    level: Urgency,
    about: About,
    finding: Option<String>,
    steps: String,
    gear: String,
    source: String,
}

/// A trouble as one hears or sees it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Trouble {
    /// Its code.
    pub code: String,
    /// The fuels it is met with.
    pub fuels: Fuels,
    /// How serious.
    pub urgency: Urgency,
    /// What it is about.
    pub about: About,
    /// The finding that it is for a diagnosis.
    pub finding: Option<String>,
    /// What to do, in order: codes of sentences.
    pub steps: Vec<String>,
    /// Kinds of gear to keep out of service until they were looked at.
    pub gear: Vec<String>,
    /// Key of its source.
    pub source: String,
}

static TROUBLES: LazyLock<Result<Vec<Trouble>>> = LazyLock::new(|| {
    let all: Vec<Row> =
        rows("torch-troubles.csv", include_str!("../../../reference/tables/torch-troubles.csv"))?;
    let list = |text: &str| {
        text.split(';').filter(|code| !code.is_empty()).map(str::to_owned).collect::<Vec<_>>()
    };
    let mut troubles: Vec<Trouble> = all
        .into_iter()
        .map(|row| Trouble {
            steps: list(&row.steps),
            gear: list(&row.gear),
            code: row.code,
            fuels: row.fuels,
            urgency: row.level,
            about: row.about,
            finding: row.finding,
            source: row.source,
        })
        .collect();
    troubles.sort_by_key(|trouble| trouble.urgency);
    Ok(troubles)
});

/// Every trouble, those that can hurt first.
///
/// # Errors
/// [`Error::Reference`] when the table compiled in cannot be read.
pub fn all_troubles() -> Result<&'static [Trouble]> {
    TROUBLES.as_deref().map_err(Error::clone)
}

/// The troubles that are met with a fuel, those that can hurt first.
///
/// # Errors
/// As [`all_troubles`].
pub fn troubles(fuel: Fuel) -> Result<impl Iterator<Item = &'static Trouble>> {
    Ok(all_troubles()?.iter().filter(move |trouble| trouble.fuels.include(fuel)))
}

/// The trouble that comes before any probability when a finding was seen.
///
/// # Errors
/// As [`all_troubles`].
pub fn danger(finding: &str) -> Result<Option<&'static Trouble>> {
    let dangerous = |trouble: &&Trouble| {
        trouble.urgency == Urgency::Stop && trouble.finding.as_deref() == Some(finding)
    };
    Ok(all_troubles()?.iter().find(dangerous))
}

/// Findings of the slower gases alone: acetylene makes no star. Source: `common_practice`
/// (edge-findings.csv says so in words).
const ALTERNATE_ONLY: [&str; 2] = ["star_short", "star_long"];

/// Whether a finding can show with a fuel at all.
#[must_use]
pub fn shows_with(finding: &str, fuel: Fuel) -> bool {
    fuel != Fuel::Acetylene || !ALTERNATE_ONLY.contains(&finding)
}
