//! A cut that went out, as the torch hand tells it: whether it was through, what is to be minded, how long to heat again.

use crate::cut::RESTART_FACTOR;
use crate::quantity::{Duration, Length};
use crate::range::Range;
use crate::trace::{Kind, Measure, Named};

/// How much of the cut behind the stop is not through, seen from below.
pub const NOT_THROUGH: Range = Range::new("not_through", "m", 0.0, 2.0);

/// Which way the slag went last.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Slag {
    /// Down through the kerf.
    Down,
    /// Back up at the torch.
    Up,
    /// It stayed in the kerf.
    Stayed,
}

/// A side of the line, in the direction of travel.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Side {
    /// To the left.
    Left,
    /// To the right.
    Right,
}

/// A cut that went out, as the torch hand tells it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Lost {
    /// Along the jet.
    pub thickness: Length,
    /// Width of the cut.
    pub kerf: Length,
    /// Heating of a start at a cold edge, low to high.
    pub start_preheat: (Duration, Duration),
    /// Whether it was through up to the stop.
    pub through: bool,
    /// Which way the slag went last; `None` where nobody saw.
    pub slag: Option<Slag>,
    /// Which side is scrap; `None` where both are parts.
    pub scrap: Option<Side>,
    /// Whether the edge stays as it is cut.
    pub finished: bool,
    /// How much behind the stop is not through; `None` where nobody looked.
    pub not_through: Option<Length>,
    /// How far it had been cut from its start, where somebody measured.
    pub done: Option<Length>,
    /// Length of the whole line.
    pub line: Length,
    /// What a new cut of the whole line takes.
    pub new_cut: Duration,
}

/// A step by its code.
#[derive(Clone, Debug, PartialEq)]
pub struct Step {
    /// Code of its sentence.
    pub code: &'static str,
    /// The values inside it.
    pub values: Vec<Named>,
}

/// A step with its numbers.
pub(super) fn step(code: &'static str, values: &[(&'static str, Kind, f64)]) -> Step {
    let number =
        |(name, kind, value): &(&'static str, Kind, f64)| (*name, Measure::Number(*kind, *value));
    Step { code, values: values.iter().map(number).collect() }
}

/// Whether the cut is taken as through: slag that went up or stayed says it was not.
pub(super) fn was_through(lost: &Lost) -> bool {
    lost.through && !matches!(lost.slag, Some(Slag::Up | Slag::Stayed))
}

/// Codes of what is to be minded of it.
pub(super) fn cautions(lost: &Lost) -> Vec<&'static str> {
    let mut all = Vec::new();
    if lost.through && !was_through(lost) {
        all.push("slag_says_not_through");
    }
    if !lost.through && lost.slag == Some(Slag::Down) {
        all.push("slag_says_through");
    }
    if lost.scrap.is_none() {
        all.push("both_sides_are_parts");
    }
    if lost.not_through.is_none() && !was_through(lost) {
        all.push("look_from_below");
    }
    all
}

/// How long the hot kerf is heated, low to high.
pub(super) fn heating(lost: &Lost) -> [(&'static str, Kind, f64); 2] {
    // the cut is still hot
    let again = |cold: Duration| cold.as_s() * RESTART_FACTOR;
    let (low, high) = lost.start_preheat;
    [("low", Kind::Duration, again(low)), ("high", Kind::Duration, again(high))]
}
