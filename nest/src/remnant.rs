//! What is left of a plate: the largest piece outside of its parts grown by the gap.

use galvanon_core::geometry::{Contour, Point};
use geo::{Area, BooleanOps, BoundingRect, MultiPolygon, Polygon};

use crate::grown::{Chords, corners, grown, largest, polygon};
use crate::outline::Outline;
use crate::sheet::Filling;

/// Nothing narrower is kept, m. Source: `ours`.
const NARROWEST: f64 = 0.05;

/// The bar from a hole to the nearest side of the plate's box: cut there, the rest has no hole any more.
fn bar(hole: &Polygon<f64>, plate: &Outline) -> Option<Polygon<f64>> {
    let (hole, all) = (hole.bounding_rect()?, plate.bounds);
    let (low, high) = (hole.min(), hole.max());
    let ways = [
        (low.x - all.low.x, (all.low.x, low.y), (high.x, high.y)),
        (low.y - all.low.y, (low.x, all.low.y), (high.x, high.y)),
        (all.high.x - high.x, (low.x, low.y), (all.high.x, high.y)),
        (all.high.y - high.y, (low.x, low.y), (high.x, all.high.y)),
    ];
    let (_, low, high) = ways.into_iter().min_by(|a, b| a.0.total_cmp(&b.0))?;
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
    // each bar takes at least the hole that it comes from
    while let Some(hole) = piece.interiors().first().cloned() {
        let bar = bar(&Polygon::new(hole, Vec::new()), rim)?;
        piece = largest(&piece.difference(&bar))?.clone();
    }
    let corners = corners(piece.exterior());
    let core = grown(&corners, -NARROWEST / 2.0, Chords::Coarse);
    (core.unsigned_area() > 0.0).then(|| Contour::polygon(&corners))
}
