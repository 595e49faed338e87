//! Moved, turned, mirrored, scaled, slanted: what a drawing does to what stands in it.

use crate::geometry::point::Point;

/// `x` and `y` are where the ways of length 1 come to lie, `origin` where the origin does.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Affine {
    /// Image of the way to the right.
    pub x: Point,
    /// Image of the way up.
    pub y: Point,
    /// Image of the origin.
    pub origin: Point,
}

impl Affine {
    /// Everything stays.
    pub const STILL: Self =
        Self { x: Point::new(1.0, 0.0), y: Point::new(0.0, 1.0), origin: Point::new(0.0, 0.0) };

    /// Moved.
    #[must_use]
    pub const fn moved(by: Point) -> Self {
        Self { origin: by, ..Self::STILL }
    }

    /// Scaled about the origin, each way by its own.
    #[must_use]
    pub const fn scaled(x: f64, y: f64) -> Self {
        Self { x: Point::new(x, 0.0), y: Point::new(0.0, y), origin: Point::new(0.0, 0.0) }
    }

    /// Turned anticlockwise about the origin, rad.
    #[must_use]
    pub fn turned(angle: f64) -> Self {
        let x = Point::heading(angle);
        Self { x, y: x.left(), origin: Point::default() }
    }

    /// A point's image.
    #[must_use]
    pub fn of(&self, point: Point) -> Point {
        self.origin + self.of_way(point)
    }

    /// A way's image: the origin does not enter.
    #[must_use]
    pub fn of_way(&self, way: Point) -> Point {
        self.x * way.x + self.y * way.y
    }

    /// First `inner`, then this.
    #[must_use]
    pub fn after(&self, inner: &Self) -> Self {
        Self { x: self.of_way(inner.x), y: self.of_way(inner.y), origin: self.of(inner.origin) }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_is_done_first_stands_inside() {
        let (turn, shift) =
            (Affine::turned(std::f64::consts::FRAC_PI_2), Affine::moved(Point::new(2.0, 0.0)));
        let there = shift.after(&turn).of(Point::new(1.0, 0.0));
        assert!(there.distance(Point::new(2.0, 1.0)) < 1e-12, "{there:?}");
        let other = turn.after(&shift).of(Point::new(1.0, 0.0));
        assert!(other.distance(Point::new(0.0, 3.0)) < 1e-12, "{other:?}");
    }
}
