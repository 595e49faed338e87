//! A straight line or an arc of at most half a circle, from one point to another.

use std::f64::consts::PI;

use crate::geometry::point::Point;

/// Which way an arc bends, seen along it.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Turn {
    /// Anticlockwise.
    Left,
    /// Clockwise.
    Right,
}

impl Turn {
    /// The other way.
    #[must_use]
    pub const fn other(self) -> Self {
        match self {
            Self::Left => Self::Right,
            Self::Right => Self::Left,
        }
    }

    /// 1 for left, -1 for right.
    #[must_use]
    pub const fn sign(self) -> f64 {
        match self {
            Self::Left => 1.0,
            Self::Right => -1.0,
        }
    }
}

/// What makes a segment an arc.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Arc {
    /// Its centre.
    pub centre: Point,
    /// Which way it bends.
    pub turn: Turn,
}

/// A straight line, or an arc of at most half a circle.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Segment {
    /// Where it begins.
    pub from: Point,
    /// Where it ends.
    pub to: Point,
    /// What makes it an arc.
    pub arc: Option<Arc>,
}

/// Below this an arc's bulge is a straight line's: it rises 1e-9 of its chord. Source: `ours`.
const STRAIGHT: f64 = 1e-9;

impl Segment {
    /// A straight line.
    #[must_use]
    pub const fn line(from: Point, to: Point) -> Self {
        Self { from, to, arc: None }
    }

    /// An arc about a centre.
    #[must_use]
    pub const fn arc(from: Point, to: Point, arc: Arc) -> Self {
        Self { from, to, arc: Some(arc) }
    }

    /// By its bulge: the tangent of a quarter of the angle it sweeps, over 0 to the left.
    #[must_use]
    pub fn bulged(from: Point, to: Point, bulge: f64) -> Self {
        if bulge.abs() < STRAIGHT || from == to {
            return Self::line(from, to);
        }
        let chord = to - from;
        // centre beside the middle of the chord
        let off = (1.0 - bulge * bulge) / (4.0 * bulge);
        let centre = from.toward(to, 0.5) + chord.left() * off;
        let turn = if bulge > 0.0 { Turn::Left } else { Turn::Right };
        Self::arc(from, to, Arc { centre, turn })
    }

    /// Angle swept, rad, over 0 to the left; 0 of a line.
    #[must_use]
    pub fn sweep(&self) -> f64 {
        let Some(Arc { centre, turn }) = self.arc else { return 0.0 };
        let (a, b) = (self.from - centre, self.to - centre);
        let swept = (a.cross(b) * turn.sign()).atan2(a.dot(b));
        // half a circle may come out as just under minus half
        let swept = if swept < -PI / 2.0 { swept + 2.0 * PI } else { swept.max(0.0) };
        swept.min(PI) * turn.sign()
    }

    /// The tangent of a quarter of the angle it sweeps.
    #[must_use]
    pub fn bulge(&self) -> f64 {
        (self.sweep() / 4.0).tan()
    }

    /// Radius of an arc.
    #[must_use]
    pub fn radius(&self) -> Option<f64> {
        self.arc.map(|arc| arc.centre.distance(self.from))
    }

    /// Its length.
    #[must_use]
    pub fn length(&self) -> f64 {
        match self.radius() {
            Some(radius) => radius * self.sweep().abs(),
            None => self.from.distance(self.to),
        }
    }

    /// The point so far along it, 0 to its length.
    #[must_use]
    pub fn at(&self, along: f64) -> Point {
        let part = if self.length() > 0.0 { along / self.length() } else { 0.0 };
        match self.arc {
            Some(Arc { centre, .. }) => centre + (self.from - centre).turned(self.sweep() * part),
            None => self.from.toward(self.to, part),
        }
    }

    /// The way it goes there, of length 1.
    #[must_use]
    pub fn heading(&self, along: f64) -> Point {
        match self.arc {
            Some(Arc { centre, turn }) => (self.at(along) - centre).unit().left() * turn.sign(),
            None => (self.to - self.from).unit(),
        }
    }

    /// The same, the other way.
    #[must_use]
    pub fn reversed(&self) -> Self {
        let arc = self.arc.map(|arc| Arc { turn: arc.turn.other(), ..arc });
        Self { from: self.to, to: self.from, arc }
    }

    /// With other ends, swept by the same angle.
    #[must_use]
    pub fn between(&self, from: Point, to: Point) -> Self {
        Self::bulged(from, to, self.bulge())
    }

    /// Cut in two.
    #[must_use]
    pub fn split(&self, along: f64) -> (Self, Self) {
        let middle = self.at(along);
        (Self { to: middle, ..*self }, Self { from: middle, ..*self })
    }

    /// Points along it, its beginning left out, no farther off than `tolerance`.
    #[must_use]
    pub fn flattened(&self, tolerance: f64) -> Vec<Point> {
        let Some(radius) = self.radius().filter(|radius| *radius > tolerance) else {
            return vec![self.to];
        };
        let step = 2.0 * (1.0 - tolerance / radius).acos();
        let pieces = (self.sweep().abs() / step).ceil().max(1.0);
        let mut points: Vec<Point> = (1..)
            .map(f64::from)
            .take_while(|piece| *piece < pieces)
            .map(|piece| self.at(self.length() * piece / pieces))
            .collect();
        points.push(self.to);
        points
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn quarter() -> Segment {
        Segment::arc(
            Point::new(1.0, 0.0),
            Point::new(0.0, 1.0),
            Arc { centre: Point::default(), turn: Turn::Left },
        )
    }

    #[test]
    fn an_arc_is_its_bulge_and_back() {
        let again = quarter().between(Point::new(1.0, 0.0), Point::new(0.0, 1.0));
        let centre = again.arc.map(|arc| arc.centre).unwrap();
        assert!(centre.length() < 1e-12, "{centre:?}");
        assert!((again.bulge() - (PI / 8.0).tan()).abs() < 1e-12);
        assert!((quarter().length() - PI / 2.0).abs() < 1e-12);
    }

    #[test]
    fn half_a_circle_keeps_its_side_however_it_is_rounded() {
        for off in [-1e-13, 0.0, 1e-13] {
            let half = Segment::arc(
                Point::new(1.0, 0.0),
                Point::new(-1.0, off),
                Arc { centre: Point::default(), turn: Turn::Right },
            );
            assert!((half.length() - PI).abs() < 1e-9, "{off}: {}", half.length());
            assert!(half.at(PI / 2.0).distance(Point::new(0.0, -1.0)) < 1e-9);
        }
    }

    #[test]
    fn a_flattened_arc_stays_inside_the_tolerance() {
        let mut before = quarter().from;
        for point in quarter().flattened(1e-3) {
            let off = 1.0 - before.toward(point, 0.5).length();
            assert!(off <= 1e-3 + 1e-12 && off > 0.0, "{off}");
            before = point;
        }
        assert_eq!(before, quarter().to);
    }

    #[test]
    fn reversed_it_is_as_long_and_bends_the_other_way() {
        let back = quarter().reversed();
        assert!((back.length() - quarter().length()).abs() < 1e-12);
        assert!((back.sweep() + quarter().sweep()).abs() < 1e-12);
    }
}
