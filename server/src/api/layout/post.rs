//! The words of a machine that the standard of its programs leaves free.

use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::http::fields::{Fields, wrong_shape};

/// The words of a machine.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(default, deny_unknown_fields)]
pub struct Post {
    /// Lights or raises the heating flames.
    pub heat_on: String,
    /// Ends them.
    pub heat_off: String,
    /// Opens the cutting oxygen.
    pub oxygen_on: String,
    /// Shuts it.
    pub oxygen_off: String,
    /// The letter of a dwell's time.
    pub dwell: String,
    /// Whether a dwell is written in milliseconds.
    pub dwell_in_ms: bool,
}

/// Ours: four words that the standard leaves free. A machine has its own.
impl Default for Post {
    fn default() -> Self {
        let word = |word: &str| word.to_owned();
        Self {
            heat_on: word("M21"),
            heat_off: word("M22"),
            oxygen_on: word("M23"),
            oxygen_off: word("M24"),
            dwell: word("P"),
            dwell_in_ms: false,
        }
    }
}

impl Post {
    /// Notes every word that is none: a letter and figures, so that nothing else gets into a program. `at` is its place in
    /// the request, with a dot.
    pub fn check(&self, fields: &mut Fields, at: &str) {
        let words = [
            ("heat_on", &self.heat_on),
            ("heat_off", &self.heat_off),
            ("oxygen_on", &self.oxygen_on),
            ("oxygen_off", &self.oxygen_off),
        ];
        for (name, word) in words {
            let (letter, figures) = word.split_at(word.len().min(1));
            let number = figures.len() < 5
                && !figures.is_empty()
                && figures.bytes().all(|b| b.is_ascii_digit());
            if letter != "M" || !number {
                let path = format!("{at}{name}");
                fields.errors.push(wrong_shape(
                    &path,
                    "M and up to 4 figures, as M21",
                    json!(word),
                ));
            }
        }
        if !matches!(self.dwell.as_str(), "P" | "X" | "F" | "U" | "S") {
            let expected = "one of the letters P, X, F, U, S";
            fields.errors.push(wrong_shape(&format!("{at}dwell"), expected, json!(self.dwell)));
        }
    }
}
