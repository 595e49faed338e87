//! Where is a long thin part tied to its plate while it is cut?
//!
//! Such a part bows as it heats and draws the cut off its line. Ties on its long straights hold it; each is a start more, in
//! the scrap beside the line, and all are cut last, once the part is cold. Left out: what the part weighs, and how far it
//! would bow.

use crate::geometry::{Contour, Point};
use crate::layout::lead::{Ground, OFF_CORNERS, pierced};

/// Whether long thin parts are tied.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Tabs {
    /// Long thin parts are.
    #[default]
    Long,
    /// None is.
    None,
}

/// A tie: steel that stays between part and plate.
#[derive(Clone, Debug, PartialEq)]
pub struct Tab {
    /// How far along the path the torch stops before it.
    pub from: f64,
    /// And goes on behind it.
    pub to: f64,
    /// From the pierce in the scrap to where it goes on.
    pub way_in: Vec<Point>,
}

/// A part so many times as long as wide moves when it is hot. Source: `ours`.
pub const LONG: f64 = 10.0;
/// A tie that holds it: at least this, m, or half the thickness. Source: `ours`.
const WIDTH: f64 = 0.006;
/// Straights of at least this part of its length are tied. Source: `ours`.
const SIDE: f64 = 0.3;
/// One for so much of a straight, m, and at least two to the whole length. Source: `ours`.
const APART: f64 = 0.6;
/// A tie that has no room for its start is looked for so far off, m, in such steps. Source: `ours`.
const AWAY: (f64, f64) = (0.1, 0.005);

/// How wide a tie is, m.
#[must_use]
pub fn width(thickness: Option<f64>) -> f64 {
    WIDTH.max(thickness.unwrap_or(0.0) / 2.0)
}

/// The ties of a path that is `long`, in the order that the torch comes to them. The torch stops half a kerf before a tie's
/// steel and goes on half a kerf behind it.
#[must_use]
pub fn tabs(ground: &Ground<'_>, long: f64) -> Vec<Tab> {
    let gap = width(ground.thickness) + ground.kerf;
    let mut found: Vec<Tab> = Vec::new();
    for (from, to) in sides(ground.path, long) {
        let count = ((to - from) / APART.min(long / 2.0)).ceil();
        let places = (0..).map(f64::from).take_while(|i| *i < count);
        let middles = places.map(|i| from + (to - from) * (i + 0.5) / count);
        found.extend(middles.filter_map(|middle| tab(ground, (from, to), (middle, gap))));
    }
    found.sort_by(|a, b| a.from.total_cmp(&b.from));
    found.dedup_by(|later, earlier| later.from < earlier.to);
    found
}

/// The tie nearest to its middle whose start has room.
fn tab(ground: &Ground<'_>, (from, to): (f64, f64), (middle, gap): (f64, f64)) -> Option<Tab> {
    let steps = (0..).map(|i| f64::from(i) * AWAY.1).take_while(|off| *off <= AWAY.0);
    let places = steps.flat_map(|off| [middle - off, middle + off]);
    let within = |at: &f64| at - gap / 2.0 > from && at + gap / 2.0 < to;
    places.filter(within).find_map(|at| {
        let (from, to) = (at - gap / 2.0, at + gap / 2.0);
        pierced(ground, to).map(|way_in| Tab { from, to, way_in })
    })
}

/// The long straights, less their corners and the path's own start and end.
fn sides(path: &Contour, long: f64) -> Vec<(f64, f64)> {
    let mut along = 0.0;
    let mut found: Vec<(f64, f64)> = Vec::new();
    for segment in &path.segments {
        let length = segment.length();
        if segment.arc.is_none() && length > SIDE * long {
            found.push((along + OFF_CORNERS, along + length - OFF_CORNERS));
        }
        along += length;
    }
    found
}
