//! Where does a hand stop to move on? On straights, off corners, never farther apart than it reaches.

use crate::geometry::Contour;
use crate::layout::lead::OFF_CORNERS;

/// A stop is looked for back from the end of the reach in such steps, m, and over this part of it. Source: `ours`.
const STEP: f64 = 0.001;
const BACK: f64 = 0.5;

/// Distances along a path at which the torch stops, none farther than `reach` from the one before, the path's ends
/// included.
#[must_use]
pub fn stops(path: &Contour, reach: f64) -> Vec<f64> {
    let length = path.length();
    let good = good_places(path);
    let is_good = |along: f64| good.iter().any(|(from, to)| along >= *from && along <= *to);
    let mut found = Vec::new();
    let mut here = 0.0;
    // a number of stops that no hand makes is a reach that was mistyped: the range of the reach forbids it
    while length - here > reach {
        let least = here + reach * BACK;
        let mut stop = here + reach;
        while stop > least && !is_good(stop) {
            stop -= STEP;
        }
        here = if is_good(stop) { stop } else { here + reach };
        found.push(here);
    }
    found
}

/// Straights less what is near a corner or the start.
fn good_places(path: &Contour) -> Vec<(f64, f64)> {
    let mut along = 0.0;
    let mut found = Vec::new();
    for segment in &path.segments {
        let length = segment.length();
        if segment.arc.is_none() && length > 2.0 * OFF_CORNERS {
            found.push((along + OFF_CORNERS, along + length - OFF_CORNERS));
        }
        along += length;
    }
    found
}
