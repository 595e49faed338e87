//! What is left of a plate: the largest piece outside of its parts grown by the gap.

use galvanon_core::geometry::{Contour, Point};
use geo::{Area, BooleanOps, LineString, MultiPolygon, Polygon};

use crate::filling::Filling;
use crate::grown::{Chords, corners, grown, largest, polygon};
use crate::outline::Outline;

/// Nothing narrower is kept, m. Source: `ours`.
const NARROWEST: f64 = 0.05;

/// A slit is so wide, m: a hole is told by a line that leads to it. Source: `ours`.
const SLIT: f64 = 0.001;

/// The slit from a hole to the nearest side of the plate's box, by which one line goes round both.
fn slit(hole: &LineString<f64>, plate: &Outline) -> Option<Polygon<f64>> {
    let all = plate.bounds;
    // a little beyond both ends, so that no wall stays as thin as rounding
    let ways = hole.coords().flat_map(|at| {
        let (half, over) = (SLIT / 2.0, SLIT);
        let flat = |from: f64, to: f64| [(from - over, at.y - half), (to + over, at.y + half)];
        let upright = |from: f64, to: f64| [(at.x - half, from - over), (at.x + half, to + over)];
        [
            (at.x - all.low.x, flat(all.low.x, at.x)),
            (all.high.x - at.x, flat(at.x, all.high.x)),
            (at.y - all.low.y, upright(all.low.y, at.y)),
            (all.high.y - at.y, upright(at.y, all.high.y)),
        ]
    });
    let (_, [low, high]) = ways.min_by(|a, b| a.0.total_cmp(&b.0))?;
    let corners = [low, (high.0, low.1), high, (low.0, high.1)];
    Some(polygon(&corners.map(|(x, y)| Point::new(x, y))))
}

/// The largest piece left, in one line; `None` where none is as wide as is kept.
#[must_use]
pub fn remnant(filling: &Filling, gap: f64) -> Option<Contour> {
    let rim = &filling.sheet.rim;
    let mut left = MultiPolygon::new(vec![polygon(&rim.corners)]);
    for lying in &filling.lying {
        left =
            left.difference(&grown(&lying.outline.corners, gap + lying.outline.sag, Chords::Fine));
    }
    let mut piece = largest(&left)?.clone();
    for _ in 0..piece.interiors().len() {
        // a slit may open two holes at once
        let Some(hole) = piece.interiors().first() else { break };
        piece = largest(&piece.difference(&slit(hole, rim)?))?.clone();
    }
    if !piece.interiors().is_empty() {
        return None;
    }
    let corners = corners(piece.exterior());
    let core = grown(&corners, -NARROWEST / 2.0, Chords::Coarse);
    (core.unsigned_area() > 0.0).then(|| Contour::polygon(&corners))
}
