//! Where does a hand stop to move on? On straights, off corners, never farther apart than it reaches.

use crate::geometry::{Contour, Point};
use crate::layout::lead::OFF_CORNERS;

/// A stop is looked for round where equal parts would put it, in such steps, m. Source: `ours`.
const STEP: f64 = 0.001;

/// Distances along a path at which the torch stops: equal parts where the line is good for a stop, and none farther than
/// `reach` from the one before, the path's ends included.
#[must_use]
pub fn stops(path: &Contour, reach: f64) -> Vec<f64> {
    let length = path.length();
    let good = good_places(path);
    let is_good = |along: f64| good.iter().any(|(from, to)| along >= *from && along <= *to);
    let mut found = Vec::new();
    let mut here = 0.0;
    while length - here > reach {
        let parts = ((length - here) / reach).ceil();
        let equal = here + (length - here) / parts;
        // as near to it as the line allows: on no account beyond the reach, nor back over half of it
        let near = (0..).map(|i| f64::from(i) * STEP).take_while(|off| *off < reach / 2.0);
        let places = near.flat_map(|off| [equal + off, equal - off]);
        let within = |at: &f64| *at <= here + reach && *at > here + reach / 4.0;
        let stop = places.filter(within).find(|at| is_good(*at)).unwrap_or(equal);
        found.push(stop);
        here = stop;
    }
    found
}

/// Distances along a path of the stops that a person wants: of each the nearest place of it, off its start and end.
#[must_use]
pub fn told(path: &Contour, places: &[Point]) -> Vec<f64> {
    let last = path.length() - OFF_CORNERS;
    let along = places.iter().map(|at| path.nearest(*at).along);
    let mut found: Vec<f64> = along.filter(|at| (OFF_CORNERS..=last).contains(at)).collect();
    found.sort_by(f64::total_cmp);
    found.dedup_by(|a, b| (*a - *b).abs() < OFF_CORNERS);
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
