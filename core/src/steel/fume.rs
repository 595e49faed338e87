//! What in the metal makes a poisonous fume, and from how much on is that a stop?
//!
//! Lead, zinc, cadmium and beryllium boil off in the flame whatever the steel does. The shares are those of the metal
//! itself; a coating is told of with the faces. Left out: how much of it a person breathes, which the air decides.

use crate::note::{Level, Note};
use crate::steel::composition::Composition;
use crate::trace::{Kind, Measure};

/// From this share on the fume is a stop until ventilation is named, percent by weight. Source: `ours`.
const POISON: [(&str, f64); 4] = [("Pb", 0.05), ("Zn", 0.5), ("Cd", 0.01), ("Be", 0.01)];
/// Chromium from which its fume is told of, percent. Source: `ours`.
const CHROMIUM: f64 = 1.5;

/// What is said of the fume of a metal. With ventilation named the stops are cautions.
#[must_use]
pub fn fume_notes(metal: &Composition) -> Vec<Note> {
    let mut notes: Vec<Note> = POISON
        .iter()
        .filter_map(|&(element, most)| {
            let share = metal.of(element).filter(|share| *share > 0.0)?;
            let values = vec![
                ("element", Measure::Word(element)),
                ("percent", Measure::Number(Kind::Percent, share / 100.0)),
            ];
            Some(if share >= most {
                Note::new(Level::Stop, "fume_poison", values)
            } else {
                Note::new(Level::Info, "fume_trace", values)
            })
        })
        .collect();
    if metal.of("Cr").is_some_and(|share| share > CHROMIUM) {
        notes.push(Note::new(Level::Caution, "chromium_fume", vec![]));
    }
    notes
}
