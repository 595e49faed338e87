//! Where are strips marked on their plate, and what does the last one keep?
//!
//! Every line is measured from the one edge, a kerf wider for each strip before it; who marks strip widths alone finds the
//! last one short by all the kerfs together. Common practice.

use crate::quantity::Length;

/// Strips side by side.
#[derive(Clone, Debug, PartialEq)]
pub struct Strips {
    /// From the plate's edge to the line of each whole strip, which stays on the strip; m.
    pub lines: Vec<f64>,
    /// How many come out whole.
    pub whole: u32,
    /// What is left of the plate behind the last whole strip and its kerf, m.
    pub keeps: f64,
}

/// Strips of a width out of a plate; the last needs no cut where the plate ends with it.
#[must_use]
pub fn strips(width: Length, kerf: Length, count: u32, plate: Length) -> Strips {
    let (width, kerf, plate) = (width.as_m(), kerf.as_m(), plate.as_m());
    let line = |i: u32| f64::from(i) * (width + kerf) + width;
    let lines: Vec<f64> = (0..count).map(line).take_while(|at| *at <= plate + SAME).collect();
    #[allow(clippy::cast_possible_truncation, reason = "no more than were asked")]
    let whole = lines.len() as u32;
    let cut = lines.last().map_or(0.0, |last| last + kerf);
    Strips { lines, whole, keeps: (plate - cut).max(0.0) }
}

/// Lengths that are the same, m.
const SAME: f64 = 1e-9;
