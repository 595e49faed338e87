//! Our contours as `cavalier_contours` holds them, in mm, and back.

use cavalier_contours::core::math::Vector2;
use cavalier_contours::polyline::{PlineSource, PlineSourceMut, Polyline};

use crate::geometry::point::Point;
use crate::geometry::segment::Segment;

/// mm in a metre.
pub const MM: f64 = 1e3;
/// Points nearer than this are one, mm. Source: `ours`, far under any tolerance of a drawing.
pub const SAME: f64 = 1e-5;

/// An arc that rises less than this over its chord is a straight line here, mm: the crate fails at arcs that are nearly
/// straight, and no cut is so exact. Source: `ours`.
const FLAT_ARC: f64 = 0.01;

/// The bulge of a segment for the crate: 0 of an arc that is nearly straight.
fn bulge(segment: &Segment) -> f64 {
    let bulge = segment.bulge();
    let rise = bulge.abs() * segment.from.distance(segment.to) * MM / 2.0;
    if rise < FLAT_ARC { 0.0 } else { bulge }
}

/// A line of segments, closed or open.
pub fn polyline(closed: bool, segments: &[Segment]) -> Polyline<f64> {
    let mut line = if closed { Polyline::new_closed() } else { Polyline::new() };
    for segment in segments {
        line.add(segment.from.x * MM, segment.from.y * MM, bulge(segment));
    }
    if let Some(last) = segments.last().filter(|_| !closed) {
        line.add(last.to.x * MM, last.to.y * MM, 0.0);
    }
    line
}

fn segments(line: &Polyline<f64>) -> Vec<Segment> {
    let pairs = line.iter_segments();
    pairs.map(|(a, b)| Segment::bulged(point(a.pos()), point(b.pos()), a.bulge)).collect()
}

pub fn point(at: Vector2<f64>) -> Point {
    Point::new(at.x / MM, at.y / MM)
}

pub fn vector(at: Point) -> Vector2<f64> {
    Vector2::new(at.x * MM, at.y * MM)
}

/// Closed lines at `left` m to the left of one: none where nothing is left of it, several where it parts.
pub fn offset(of: &[Segment], left: f64) -> Vec<Vec<Segment>> {
    let line = polyline(true, of);
    let line = line.remove_repeat_pos(SAME).unwrap_or(line);
    line.parallel_offset(left * MM).iter().map(segments).collect()
}
