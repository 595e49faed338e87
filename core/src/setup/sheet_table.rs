//! Which steps are there at all, and what must hold for each? `reference/tables/run-sheet.csv` as types.

use std::sync::LazyLock;

use serde::de::IntoDeserializer;
use serde::{Deserialize, Deserializer};

use crate::error::{Error, Result};
use crate::reference::rows;
use crate::setup::phase::Phase;

/// What must hold for a step.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
pub(super) enum Word {
    Acetylene,
    Liquefied,
    Piped,
    Alternate,
    Combination,
    Assembled,
    Heavy,
    Wind,
    Low,
    Confined,
    BareFloor,
    Coated,
    NoArrestors,
    ArrestorsDemanded,
    Lying,
    LittleOxygen,
    LayersUnsaid,
    ClosedUnsaid,
    SteelUnsaid,
    FarSideUnsaid,
}

/// Which clock runs at a step.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
pub(super) enum Clock {
    Stand,
    Purge,
    Leak,
    Cool,
    FireWatch,
}

/// What a step hangs on.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) enum Asked {
    /// A word about rig, place or cuts.
    Word(Word),
    /// The answer that a shop gives to a question of schools.csv, where it gave one.
    Held { question: String, option: String },
}

/// What must hold, or must not.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) struct Condition {
    pub(super) asked: Asked,
    pub(super) holds: bool,
}

/// Reads the words of a cell; one that is not known is a fault of the table, never a step that is silently dropped.
fn conditions<'de, D: Deserializer<'de>>(of: D) -> std::result::Result<Vec<Condition>, D::Error> {
    let cell = String::deserialize(of)?;
    cell.split_whitespace()
        .map(|told| {
            let (holds, word) = told.strip_prefix('!').map_or((true, told), |word| (false, word));
            let asked = match word.split_once('=') {
                Some((question, option)) => {
                    Asked::Held { question: question.to_owned(), option: option.to_owned() }
                }
                None => Asked::Word(Word::deserialize(word.into_deserializer())?),
            };
            Ok(Condition { asked, holds })
        })
        .collect()
}

/// The questions of schools.csv that a cell names.
fn questions<'de, D: Deserializer<'de>>(of: D) -> std::result::Result<Vec<String>, D::Error> {
    Ok(String::deserialize(of)?.split_whitespace().map(str::to_owned).collect())
}

/// What a step asks.
#[derive(
    Clone, Copy, Debug, Deserialize, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum StepLevel {
    /// Do it.
    Step,
    /// Look.
    Check,
    /// Not one step further until it holds.
    Stop,
}

/// Whether a step may be left out.
#[derive(
    Clone, Copy, Debug, Deserialize, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Skip {
    /// It may be left out.
    Free,
    /// Only with a reason, which is recorded.
    Reason,
    /// Not at all.
    Never,
}

#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
pub(super) enum Line {
    Oxygen,
    Fuel,
}

#[derive(Debug, Deserialize)]
pub(super) struct Row {
    pub(super) phase: Phase,
    pub(super) code: String,
    pub(super) gas: Option<Line>,
    pub(super) level: StepLevel,
    #[serde(deserialize_with = "conditions")]
    pub(super) when: Vec<Condition>,
    pub(super) skip: Skip,
    pub(super) timer: Option<Clock>,
    #[serde(deserialize_with = "questions")]
    pub(super) policy: Vec<String>,
    pub(super) of: Option<String>,
    pub(super) source: String,
}

/// Rows whose parents are there too.
fn whole(all: Vec<Row>) -> Result<Vec<Row>> {
    let orphan = all.iter().find(|row| {
        row.of.as_ref().is_some_and(|parent| !all.iter().any(|other| other.code == *parent))
    });
    match orphan {
        Some(row) => Err(Error::Reference {
            file: "run-sheet.csv",
            what: format!("{} stands with a step that is not there", row.code),
        }),
        None => Ok(all),
    }
}

/// The steps in their order.
pub(super) static ROWS: LazyLock<Result<Vec<Row>>> = LazyLock::new(|| {
    rows("run-sheet.csv", include_str!("../../../reference/tables/run-sheet.csv")).and_then(whole)
});

#[cfg(test)]
mod tests {
    use super::*;
    use crate::reference::rows as read;

    /// A slip in the table is a fault when it is read, not a stop that never shows.
    #[test]
    fn an_unknown_word_clock_or_parent_is_a_fault_of_the_table() {
        const HEAD: &str = "phase,code,gas,level,when,skip,timer,policy,of,source\n";
        let of = |row: &str| {
            // the reader is for tables that are compiled in
            let text: &'static str = format!("{HEAD}{row}\n").leak();
            read::<Row>("run-sheet.csv", text)
        };
        assert!(of("light,light_striker,,step,!wind confined,free,,,,ours").is_ok());
        assert!(of("light,light_striker,,step,windy,free,,,,ours").is_err());
        assert!(of("light,light_striker,,step,!windy,free,,,,ours").is_err());
        assert!(of("light,light_striker,,step,,free,hourglass,,,ours").is_err());
        assert!(of("light,light_striker,,step,,perhaps,,,,ours").is_err());
        let orphan = of("light,light_striker,,step,,free,,,nobody,ours");
        assert!(orphan.and_then(|rows| whole(rows).map(|_| ())).is_err());
        assert!(ROWS.is_ok());
    }
}
