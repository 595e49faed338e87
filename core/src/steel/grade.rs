//! Which steel is it? A grade by the names people write, with a typical composition.
//!
//! The typical compositions are an estimate from memory; a mill sheet outranks them. The limits
//! of the specification say how bad a piece of that grade may be. Theory: docs/model/steel.md.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::reference::{Table, read, table};
use crate::steel::composition::Composition;

/// What kind of steel a grade is.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Family {
    /// Plain carbon steel.
    Carbon,
    /// Low-alloy high-strength steel.
    LowAlloy,
    /// Quenched and tempered plate.
    QuenchedTempered,
    /// Hardened wear plate.
    WearPlate,
    /// Austenitic manganese steel.
    Manganese,
    /// Stainless steel.
    Stainless,
    /// Cast iron.
    CastIron,
}

/// A row of steel-grades.csv; the composition is in percent by weight.
#[derive(Clone, Debug, Deserialize)]
#[allow(non_snake_case, reason = "the columns are the symbols of the elements")]
pub struct Grade {
    /// Its short name.
    pub grade: String,
    /// Its name in words.
    pub title: String,
    /// What kind of steel it is.
    pub kind: Family,
    aliases: String,
    yield_mpa: Option<f64>,
    C: f64,
    Mn: f64,
    Si: f64,
    Cr: f64,
    Ni: f64,
    Mo: f64,
    Cu: f64,
    V: f64,
}

impl Grade {
    /// The typical composition.
    ///
    /// # Errors
    /// Only when the table compiled in holds a composition that cannot be.
    pub fn typical(&self) -> Result<Composition> {
        composition([
            ("C", self.C),
            ("Mn", self.Mn),
            ("Si", self.Si),
            ("Cr", self.Cr),
            ("Ni", self.Ni),
            ("Mo", self.Mo),
            ("Cu", self.Cu),
            ("V", self.V),
        ])
    }

    /// The least yield strength that its specification asks of thin plate and shapes, Pa; `None` where none is known here.
    #[must_use]
    pub fn yield_strength(&self) -> Option<f64> {
        self.yield_mpa.map(|mpa| mpa * 1e6)
    }

    /// The most that its specification allows of each element, with the source; `None` where
    /// no limits are known here.
    ///
    /// # Errors
    /// Only when a table compiled in cannot be read.
    pub fn limits(&self) -> Result<Option<(Composition, &'static str)>> {
        let rows = read(&LIMITS)?;
        let mine: Vec<_> = rows.iter().filter(|row| row.grade == self.grade).collect();
        let Some(first) = mine.first() else { return Ok(None) };
        let limits = composition(mine.iter().map(|row| (row.element.as_str(), row.high_percent)))?;
        Ok(Some((limits, first.source.as_str())))
    }

    /// Whether people call it `name`; case, spaces and dashes do not matter.
    #[must_use]
    pub fn is_called(&self, name: &str) -> bool {
        let wanted = squeezed(name);
        std::iter::once(self.grade.as_str())
            .chain(self.aliases.split(';'))
            .any(|known| !known.is_empty() && squeezed(known) == wanted)
    }
}

fn composition<'a>(parts: impl IntoIterator<Item = (&'a str, f64)>) -> Result<Composition> {
    Composition::new(parts).map_err(|faults| Error::Reference {
        file: "steel-grades.csv",
        what: faults.iter().map(|(_, error)| error.to_string()).collect::<Vec<_>>().join("; "),
    })
}

/// A row of steel-grade-limits.csv.
#[derive(Deserialize)]
struct GradeLimit {
    grade: String,
    element: String,
    high_percent: f64,
    source: String,
}

static GRADES: Table<Vec<Grade>> = LazyLock::new(|| table!("steel-grades.csv"));
static LIMITS: Table<Vec<GradeLimit>> = LazyLock::new(|| table!("steel-grade-limits.csv"));

/// Every grade known.
///
/// # Errors
/// Only when the table compiled in cannot be read.
pub fn grades() -> Result<&'static [Grade]> {
    read(&GRADES).map(Vec::as_slice)
}

fn squeezed(name: &str) -> String {
    let lower = name.to_lowercase();
    let bare = lower.trim().trim_start_matches("astm").replace("grade", "gr");
    bare.chars().filter(|c| c.is_alphanumeric()).collect()
}

/// The grade people call `name`.
///
/// # Errors
/// [`Error::UnknownChoice`] for `steel.grade` with every grade known.
pub fn grade(name: &str) -> Result<&'static Grade> {
    let grades = grades()?;
    grades.iter().find(|grade| grade.is_called(name)).ok_or_else(|| Error::UnknownChoice {
        input: "steel.grade",
        value: name.to_owned(),
        allowed: grades.iter().map(|grade| grade.grade.as_str()).collect(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_grade_is_found_by_the_ways_people_write_it() {
        for (written, meant) in
            [("a36", "A36"), ("ASTM A36", "A36"), ("A572 Gr 50", "A572-50"), ("Stainless", "304")]
        {
            assert_eq!(grade(written).map(|g| g.grade.as_str()), Ok(meant), "{written}");
        }
        assert!(matches!(
            grade("unobtainium"),
            Err(Error::UnknownChoice { input: "steel.grade", .. })
        ));
    }
}
