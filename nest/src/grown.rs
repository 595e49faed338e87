//! An outline grown or shrunk all round, for parts that keep their distance and plates that keep their margin.

use galvanon_core::geometry::Point;
use geo::algorithm::buffer::{Buffer, BufferStyle, LineJoin};
use geo::{Area, LineString, MultiPolygon, Polygon};

/// A round corner's chords span so much, rad. Source: `ours`.
#[derive(Clone, Copy, Debug)]
pub enum Chords {
    /// For what is measured anew: few corners are asked fast.
    Coarse,
    /// For what a person is given.
    Fine,
}

impl Chords {
    const fn step(self) -> f64 {
        match self {
            Self::Coarse => 0.4,
            Self::Fine => 0.05,
        }
    }
}

/// As `geo` has it.
#[must_use]
pub fn polygon(corners: &[Point]) -> Polygon<f64> {
    let ring: LineString<f64> = corners.iter().map(|at| (at.x, at.y)).collect();
    Polygon::new(ring, Vec::new())
}

/// The corners of a ring, anticlockwise, without the first said twice.
#[must_use]
pub fn corners(ring: &LineString<f64>) -> Vec<Point> {
    let mut corners: Vec<Point> = ring.coords().map(|at| Point::new(at.x, at.y)).collect();
    corners.pop();
    let twice: f64 =
        (0..corners.len()).map(|i| corners[i].cross(corners[(i + 1) % corners.len()])).sum();
    if twice < 0.0 {
        corners.reverse();
    }
    corners
}

/// The largest of some pieces.
#[must_use]
pub fn largest(pieces: &MultiPolygon<f64>) -> Option<&Polygon<f64>> {
    pieces.iter().max_by(|a, b| a.unsigned_area().total_cmp(&b.unsigned_area()))
}

/// All of an outline grown by a length, shrunk by a negative one; outer corners round, in chords.
#[must_use]
pub fn grown(of: &[Point], by: f64, chords: Chords) -> MultiPolygon<f64> {
    polygon(of).buffer_with_style(BufferStyle::new(by).line_join(LineJoin::Round(chords.step())))
}

#[cfg(test)]
mod tests {
    use galvanon_core::geometry::Point;
    use geo::Area;

    use super::{Chords, corners, grown, largest};

    #[test]
    fn a_square_grows_by_its_sides_and_four_quarter_rounds() {
        let square = [(0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)];
        let square: Vec<Point> = square.iter().map(|(x, y)| Point::new(*x, *y)).collect();
        let wide = grown(&square, 0.1, Chords::Fine).unsigned_area();
        let exact = 1.0 + 4.0 * 0.1 + std::f64::consts::PI * 0.01;
        assert!((wide - exact).abs() < 1e-4, "{wide} {exact}");
        let small = grown(&square, -0.25, Chords::Coarse);
        assert!((small.unsigned_area() - 0.25).abs() < 1e-9);
        assert_eq!(largest(&small).map(|it| corners(it.exterior()).len()), Some(4));
        assert!(largest(&grown(&square, -0.6, Chords::Fine)).is_none(), "nothing is left");
    }
}
