//! Do two outlines keep their distance?
//!
//! What collides is told in single precision, with a little allowance, so that what just fits is found; this says the rest.

use galvanon_core::geometry::Point;

use crate::outline::Outline;

/// What two places may lack of their distance, m: rounding, no more. Source: `computed`.
pub const NOTHING: f64 = 1e-9;

fn from_side(at: Point, (from, to): (Point, Point)) -> f64 {
    let way = to - from;
    let along = ((at - from).dot(way) / way.dot(way)).clamp(0.0, 1.0);
    at.distance(from.toward(to, along))
}

fn cross((a, b): (Point, Point), (c, d): (Point, Point)) -> bool {
    let side = |from: Point, to: Point, at: Point| (to - from).cross(at - from);
    side(a, b, c) * side(a, b, d) < 0.0 && side(c, d, a) * side(c, d, b) < 0.0
}

/// The distance between two sides.
fn between(one: (Point, Point), other: (Point, Point)) -> f64 {
    if cross(one, other) {
        return 0.0;
    }
    let ends = [
        from_side(one.0, other),
        from_side(one.1, other),
        from_side(other.0, one),
        from_side(other.1, one),
    ];
    ends.into_iter().fold(f64::INFINITY, f64::min)
}

/// Whether no side of one comes nearer to a side of the other, arcs counted by the most they may lie off their chords; that
/// neither lies in the other is known.
#[must_use]
pub fn keeps(one: &Outline, other: &Outline, gap: f64) -> bool {
    let gap = gap + one.sag + other.sag;
    let (a, b) = (one.bounds, other.bounds);
    let apart = |low: f64, high: f64| low - high >= gap - NOTHING;
    if apart(a.low.x, b.high.x)
        || apart(b.low.x, a.high.x)
        || apart(a.low.y, b.high.y)
        || apart(b.low.y, a.high.y)
    {
        return true;
    }
    one.sides().all(|mine| other.sides().all(|its| between(mine, its) >= gap - NOTHING))
}

#[cfg(test)]
mod tests {
    use galvanon_core::geometry::{Contour, Point};

    use super::keeps;
    use crate::outline::Outline;

    fn triangle(at: f64) -> Outline {
        let corners = [Point::new(at, 0.0), Point::new(at + 3.0, 0.0), Point::new(at, 4.0)];
        Outline::of(&Contour::polygon(&corners))
    }

    #[test]
    fn the_distance_between_two_sides_is_that_of_their_nearest_points() {
        // the long side runs from (3, 0) to (0, 4): a point (3, 4) lies 4 * 3 / 5 = 2.4 off it
        let far = [Point::new(3.0, 4.0), Point::new(5.0, 4.0), Point::new(5.0, 6.0)];
        let far = Outline::of(&Contour::polygon(&far));
        assert!(keeps(&triangle(0.0), &far, 2.4));
        assert!(!keeps(&triangle(0.0), &far, 2.401));
    }

    #[test]
    fn sides_that_cross_keep_no_distance() {
        assert!(!keeps(&triangle(0.0), &triangle(1.0), 0.001));
        assert!(keeps(&triangle(0.0), &triangle(3.5), 0.5));
    }
}
