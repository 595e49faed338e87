//! Which steel is it? A grade by the names people write, with a typical composition.
//!
//! The compositions are an estimate from memory; a mill sheet outranks them. The limits of
//! the standards come with the next step of the engine.

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::reference::tables;

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
    /// Stainless steel.
    Stainless,
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
    /// The typical composition, percent by weight.
    #[must_use]
    pub fn composition(&self) -> [(&'static str, f64); 8] {
        [
            ("C", self.C),
            ("Mn", self.Mn),
            ("Si", self.Si),
            ("Cr", self.Cr),
            ("Ni", self.Ni),
            ("Mo", self.Mo),
            ("Cu", self.Cu),
            ("V", self.V),
        ]
    }

    /// Carbon equivalent of the typical composition, percent.
    ///
    /// ```text
    /// CE = C + Mn/6 + (Cr + Mo + V)/5 + (Ni + Cu)/15
    /// ```
    /// Source: `iiw_carbon_equivalent`.
    #[must_use]
    pub fn carbon_equivalent(&self) -> f64 {
        self.C + self.Mn / 6.0 + (self.Cr + self.Mo + self.V) / 5.0 + (self.Ni + self.Cu) / 15.0
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
    let grades = &tables()?.grades;
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
