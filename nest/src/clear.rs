//! Do two outlines keep their distance?
//!
//! What collides is told in single precision, with a little allowance, so that what just fits is found; this says the rest.

use galvanon_core::cancel::cancelled;
use galvanon_core::geometry::Point;

use crate::outline::Outline;

/// What two places may lack of their distance, m: rounding, no more. Source: `computed`.
pub const NOTHING: f64 = 1e-9;

/// Gaps up to here are nearer than what collides is told exactly, m.
const TOUCHING: f64 = 1e-4;

fn from_side(at: Point, (from, to): (Point, Point)) -> f64 {
    let way = to - from;
    let along = ((at - from).dot(way) / way.dot(way)).clamp(0.0, 1.0);
    at.distance(from.toward(to, along))
}

fn cross((a, b): (Point, Point), (c, d): (Point, Point)) -> bool {
    let side = |from: Point, to: Point, at: Point| (to - from).cross(at - from);
    side(a, b, c) * side(a, b, d) < 0.0 && side(c, d, a) * side(c, d, b) < 0.0
}

/// Whether a place lies in an outline, off its sides by more than rounding.
fn well_inside(at: Point, outline: &Outline) -> bool {
    let over = |(from, to): &(Point, Point)| {
        let (a, b) = (from.y > at.y, to.y > at.y);
        a != b && at.x < from.x + (to.x - from.x) * (at.y - from.y) / (to.y - from.y)
    };
    outline.sides().filter(over).count() % 2 == 1
        && outline.sides().all(|side| from_side(at, side) > NOTHING)
}

/// Whether a corner or the middle of a side of one lies in the other: how two outlines overlap whose sides lie on each other.
fn reaches_into(one: &Outline, other: &Outline) -> bool {
    let of_side = |(from, to): (Point, Point)| [from, from.toward(to, 0.5)];
    one.sides().flat_map(of_side).any(|at| well_inside(at, other))
}

/// The distance between two sides; under nought where they cross.
fn between(one: (Point, Point), other: (Point, Point)) -> f64 {
    if cross(one, other) {
        return -1.0;
    }
    let ends = [
        from_side(one.0, other),
        from_side(one.1, other),
        from_side(other.0, one),
        from_side(other.1, one),
    ];
    ends.into_iter().fold(f64::INFINITY, f64::min)
}

/// Whether no side of one comes nearer to a side of the other, arcs counted by the most they may lie off their chords: of
/// a part and the rim that it lies in.
#[must_use]
pub fn sides_keep(one: &Outline, other: &Outline, gap: f64) -> bool {
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
    // the sides of one that reach into the box round the other, its gap around it
    let near = |(from, to): &(Point, Point)| {
        let reaches = |low: f64, high: f64, its_low: f64, its_high: f64| {
            low <= its_high + gap && its_low <= high + gap
        };
        reaches(from.x.min(to.x), from.x.max(to.x), b.low.x, b.high.x)
            && reaches(from.y.min(to.y), from.y.max(to.y), b.low.y, b.high.y)
    };
    let keeps = |mine: (Point, Point)| other.sides().all(|its| between(mine, its) >= gap - NOTHING);
    // what was not measured to the end keeps no distance
    one.sides().filter(near).all(|mine| !cancelled() && keeps(mine))
}

/// Whether two parts keep their gap; that neither lies wholly in the other is known.
#[must_use]
pub fn keeps(one: &Outline, other: &Outline, gap: f64) -> bool {
    // parts that may touch overlap unseen where their sides lie on each other
    sides_keep(one, other, gap)
        && (gap > TOUCHING || !reaches_into(one, other) && !reaches_into(other, one))
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
    fn boxes_may_touch_and_not_overlap_by_a_hair() {
        let square = |at: f64| {
            let corners = [(at, 0.0), (at + 1.0, 0.0), (at + 1.0, 1.0), (at, 1.0)];
            Outline::of(&Contour::polygon(&corners.map(|(x, y)| Point::new(x, y))))
        };
        assert!(keeps(&square(0.0), &square(1.0), 0.0));
        assert!(!keeps(&square(0.0), &square(1.0 - 2e-5), 0.0), "their sides lie on each other");
        assert!(!keeps(&triangle(0.0), &triangle(2.999), 0.0));
    }

    #[test]
    fn sides_that_cross_keep_no_distance() {
        assert!(!keeps(&triangle(0.0), &triangle(1.0), 0.001));
        assert!(keeps(&triangle(0.0), &triangle(3.5), 0.5));
    }
}
