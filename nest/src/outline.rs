//! Outlines as corners: in metres for what is measured here, in millimetres for what is asked of `jagua-rs`.

use galvanon_core::geometry::{Bounds, Contour, Point};

/// An arc's chords keep this close to it, m: what they cut off is made up for where a part is grown. Source: `ours`.
pub const SAG: f64 = 0.0005;
/// Corners nearer than this are one, m. Source: `ours`: under what a single-precision millimetre tells apart.
const ONE: f64 = 5e-6;

/// Corners of a closed line.
#[derive(Clone, Debug, PartialEq)]
pub struct Outline {
    /// Anticlockwise, the first not said twice.
    pub corners: Vec<Point>,
    /// How far the true line may lie from the corners' one, m: 0 without arcs.
    pub sag: f64,
    /// The box round the true line.
    pub bounds: Bounds,
}

impl Outline {
    /// The corners of a contour, arcs by chords.
    #[must_use]
    pub fn of(contour: &Contour) -> Self {
        let contour = contour.anticlockwise();
        let round = contour.segments.iter().any(|segment| segment.arc.is_some());
        let mut corners: Vec<Point> = Vec::new();
        for at in contour.flattened(SAG) {
            if corners.last().is_none_or(|last| last.distance(at) > ONE) {
                corners.push(at);
            }
        }
        while corners.len() > 3 && corners[0].distance(corners[corners.len() - 1]) <= ONE {
            corners.pop();
        }
        Self { corners, sag: if round { SAG } else { 0.0 }, bounds: contour.bounds() }
    }

    /// The same, moved.
    #[must_use]
    pub fn moved(&self, by: Point) -> Self {
        let Bounds { low, high } = self.bounds;
        let bounds = Bounds { low: low + by, high: high + by };
        Self { corners: self.corners.iter().map(|at| *at + by).collect(), bounds, ..*self }
    }

    /// Its sides.
    pub fn sides(&self) -> impl Iterator<Item = (Point, Point)> + '_ {
        let next = self.corners.iter().cycle().skip(1);
        self.corners.iter().zip(next).map(|(from, to)| (*from, *to))
    }

    /// Whether it is a box with sides along and across.
    #[must_use]
    pub fn is_box(&self) -> bool {
        let square = |(from, to): (Point, Point)| {
            let way = to - from;
            way.x.abs() < ONE || way.y.abs() < ONE
        };
        self.corners.len() == 4 && self.sides().all(square)
    }
}

#[cfg(test)]
mod tests {
    use galvanon_core::geometry::{Contour, Point};

    use super::{Outline, SAG};

    #[test]
    fn a_disc_has_chords_that_keep_near_and_a_box_has_none() {
        let disc = Outline::of(&Contour::circle(Point::default(), 0.1));
        assert!(disc.sag > 0.0 && disc.corners.len() > 12 && !disc.is_box());
        let middle = disc.sides().map(|(from, to)| from.toward(to, 0.5).length());
        assert!(middle.fold(1.0, f64::min) > 0.1 - SAG, "no chord cuts off more");
        let square = [(0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)];
        let corners: Vec<Point> = square.iter().map(|(x, y)| Point::new(*x, *y)).collect();
        let square = Outline::of(&Contour::polygon(&corners));
        assert!(square.is_box() && square.sag == 0.0 && square.corners.len() == 4);
    }
}
