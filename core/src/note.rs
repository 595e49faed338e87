//! What must be said beside the numbers, and how the whole plan stands.

use crate::trace::Named;

/// How serious a note is.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum Level {
    /// Good to know.
    Info,
    /// Act on it.
    Caution,
    /// Do not cut before it is lifted.
    Stop,
}

/// A remark by its code, with the values of its sentence.
#[derive(Clone, Debug, PartialEq)]
pub struct Note {
    /// How serious.
    pub level: Level,
    /// Code of its sentence.
    pub code: &'static str,
    /// The values inside the sentence.
    pub values: Vec<Named>,
}

impl Note {
    /// A note.
    #[must_use]
    pub fn new(level: Level, code: &'static str, values: Vec<Named>) -> Self {
        Self { level, code, values }
    }
}

/// How a plan stands: its most serious note.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Verdict {
    /// Go.
    Ok,
    /// Go, minding the cautions.
    Caution,
    /// Do not cut like this.
    Stop,
}

impl Verdict {
    /// The verdict of some notes.
    #[must_use]
    pub fn of(notes: &[Note]) -> Self {
        match notes.iter().map(|note| note.level).max() {
            Some(Level::Stop) => Self::Stop,
            Some(Level::Caution) => Self::Caution,
            Some(Level::Info) | None => Self::Ok,
        }
    }
}
