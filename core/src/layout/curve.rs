//! A curve of a drawing as lines and true arcs.
//!
//! Circles stay circles. Ellipses, and the curves that files hold as weighted splines, become arcs that touch each other
//! without a kink (biarcs), halved until none is farther off than the tolerance. Source of the biarc: Bolton 1975,
//! "Biarc curves", Computer-Aided Design 7(2): both arcs as far from the ends as from their joint. From memory.

use std::f64::consts::PI;

use crate::cancel::cancelled;
use crate::geometry::{Affine, Arc, Point, Segment, Turn};

/// A curve as a drawing holds it, m.
#[derive(Clone, Debug, PartialEq)]
pub enum Curve {
    /// A straight line.
    Line(Point, Point),
    /// Part of an ellipse: `centre + cos(t)·u + sin(t)·v`.
    Conic {
        /// Its middle.
        centre: Point,
        /// To where it is at 0.
        u: Point,
        /// To where it is at a quarter turn.
        v: Point,
        /// Begins and ends at these angles, rad; the second may be the lower.
        angles: (f64, f64),
    },
    /// A spline of some degree with weighted points.
    Spline(Spline),
}

/// A rational B-spline.
#[derive(Clone, Debug, PartialEq)]
pub struct Spline {
    /// Degree, 1 or more.
    pub degree: usize,
    /// Its knots, rising; as many as points, degree and 1 together.
    pub knots: Vec<f64>,
    /// Its control points, each with its weight.
    pub points: Vec<(Point, f64)>,
}

/// Halved at most so often. Source: `ours`.
const DEEPEST: u32 = 14;
/// Places between two ends at which a curve is held against its arcs. Source: `ours`.
const PROBES: u32 = 7;

impl Curve {
    /// An arc of a circle, angles in rad, anticlockwise from the first to the second.
    #[must_use]
    pub fn arc(centre: Point, radius: f64, angles: (f64, f64)) -> Self {
        let swept = (angles.1 - angles.0).rem_euclid(2.0 * PI);
        let end = angles.0 + if swept < 1e-9 { 2.0 * PI } else { swept };
        Self::Conic {
            centre,
            u: Point::new(radius, 0.0),
            v: Point::new(0.0, radius),
            angles: (angles.0, end),
        }
    }

    /// A curve through its ends, drawn toward the points between them.
    #[must_use]
    pub fn bezier(points: &[Point]) -> Self {
        let degree = points.len().saturating_sub(1).max(1);
        let mut knots = vec![0.0; degree + 1];
        knots.resize(2 * (degree + 1), 1.0);
        Self::Spline(Spline { degree, knots, points: points.iter().map(|p| (*p, 1.0)).collect() })
    }

    /// The same after a change of the drawing.
    #[must_use]
    pub fn placed(&self, affine: &Affine) -> Self {
        match self {
            Self::Line(from, to) => Self::Line(affine.of(*from), affine.of(*to)),
            Self::Conic { centre, u, v, angles } => Self::Conic {
                centre: affine.of(*centre),
                u: affine.of_way(*u),
                v: affine.of_way(*v),
                angles: *angles,
            },
            Self::Spline(spline) => Self::Spline(Spline {
                points: spline.points.iter().map(|(p, w)| (affine.of(*p), *w)).collect(),
                ..spline.clone()
            }),
        }
    }

    /// Lines and arcs no farther off than `tolerance`, each beginning where the one before ends; about `most` of them at
    /// most, where a curve needs more.
    #[must_use]
    pub fn segments(&self, tolerance: f64, most: usize) -> Vec<Segment> {
        let mut fit = Fit { tolerance, most, depth: 0, found: Vec::new() };
        match self {
            Self::Line(from, to) => fit.found.push(Segment::line(*from, *to)),
            Self::Conic { centre, u, v, angles } => {
                conic(&Conic { centre: *centre, u: *u, v: *v }, *angles, &mut fit);
            }
            Self::Spline(spline) => spline.fit(&mut fit),
        }
        fit.found
    }
}

struct Conic {
    centre: Point,
    u: Point,
    v: Point,
}

impl Conic {
    fn at(&self, angle: f64) -> Point {
        self.centre + self.u * angle.cos() + self.v * angle.sin()
    }

    fn heading(&self, angle: f64) -> Point {
        self.v * angle.cos() - self.u * angle.sin()
    }

    fn is_circle(&self) -> bool {
        let (a, b) = (self.u.length(), self.v.length());
        (a - b).abs() <= 1e-9 * a.max(b) && self.u.dot(self.v).abs() <= 1e-9 * a * b
    }
}

fn conic(conic: &Conic, (from, to): (f64, f64), fit: &mut Fit) {
    let quarters = ((to - from).abs() / (PI / 2.0) - 1e-9).ceil().max(1.0);
    // no arc over half a circle
    let pieces = if conic.is_circle() { (quarters / 2.0).ceil() } else { quarters };
    let step = (to - from) / pieces;
    let begin = |piece: f64| from + step * piece;
    let count = (0..).map(f64::from).take_while(|piece| *piece < pieces).take(fit.most);
    if conic.is_circle() {
        let left = conic.u.cross(conic.v) * step > 0.0;
        let arc = Arc { centre: conic.centre, turn: if left { Turn::Left } else { Turn::Right } };
        let piece =
            |piece: f64| Segment::arc(conic.at(begin(piece)), conic.at(begin(piece + 1.0)), arc);
        return fit.found.extend(count.map(piece));
    }
    let sign = step.signum();
    let sample = |angle: f64| (conic.at(angle), conic.heading(angle) * sign);
    for piece in count {
        fit.halve(&sample, (begin(piece), begin(piece + 1.0)));
    }
}

/// Place and heading of a curve at a parameter.
type Sample<'a> = &'a dyn Fn(f64) -> (Point, Point);

/// Arcs that are being fitted to a curve.
struct Fit {
    tolerance: f64,
    most: usize,
    depth: u32,
    found: Vec<Segment>,
}

impl Fit {
    fn halve(&mut self, sample: Sample<'_>, (from, to): (f64, f64)) {
        if self.found.len() >= self.most || cancelled() {
            return;
        }
        let pair = biarc(sample(from), sample(to));
        let off = |at: Point| {
            pair.iter().map(|segment| distance(segment, at)).fold(f64::INFINITY, f64::min)
        };
        let probe = |i: u32| from + (to - from) * f64::from(i) / f64::from(PROBES + 1);
        let close = (1..=PROBES).all(|i| off(sample(probe(i)).0) <= self.tolerance);
        if close || self.depth >= DEEPEST {
            self.found.extend(pair.into_iter().filter(|segment| segment.from != segment.to));
            return;
        }
        let middle = f64::midpoint(from, to);
        self.depth += 1;
        self.halve(sample, (from, middle));
        self.halve(sample, (middle, to));
        self.depth -= 1;
    }
}

/// Two arcs that leave one end along its heading and come to the other along its own.
fn biarc((a, heading_a): (Point, Point), (b, heading_b): (Point, Point)) -> Vec<Segment> {
    let (t1, t2) = (heading_a.unit(), heading_b.unit());
    let v = b - a;
    let along = v.dot(t1 + t2);
    let spread = 2.0 * (1.0 - t1.dot(t2));
    let reach = if spread > 1e-12 {
        ((along * along + spread * v.dot(v)).sqrt() - along) / spread
    } else if v.dot(t2).abs() > 0.0 {
        v.dot(v) / (4.0 * v.dot(t2))
    } else {
        return vec![Segment::line(a, b)];
    };
    let joint = (a + b + (t1 - t2) * reach) * 0.5;
    if !joint.is_finite() || reach <= 0.0 {
        return vec![Segment::line(a, b)];
    }
    vec![tangent_arc(a, joint, t1), tangent_arc(b, joint, t2 * -1.0).reversed()]
}

/// The arc that leaves `from` along a heading and comes to `to`.
fn tangent_arc(from: Point, to: Point, heading: Point) -> Segment {
    let chord = to - from;
    // the chord leaves the arc by half the angle that it sweeps
    let half = heading.cross(chord).atan2(heading.dot(chord));
    Segment::bulged(from, to, (half / 2.0).tan())
}

fn distance(segment: &Segment, place: Point) -> f64 {
    let Some(arc) = segment.arc else {
        let way = segment.to - segment.from;
        let part = (place - segment.from).dot(way) / way.dot(way).max(f64::MIN_POSITIVE);
        return segment.from.toward(segment.to, part.clamp(0.0, 1.0)).distance(place);
    };
    let (begin, here) = (segment.from - arc.centre, place - arc.centre);
    let swept = (begin.cross(here) * arc.turn.sign()).atan2(begin.dot(here));
    if swept >= 0.0 && swept <= segment.sweep().abs() {
        return (here.length() - begin.length()).abs();
    }
    place.distance(segment.from).min(place.distance(segment.to))
}

/// A point with its weight taken in: x, y, weight.
type Weighted = [f64; 3];

impl Spline {
    /// Whether knots, points and degree fit each other and are numbers.
    #[must_use]
    pub fn is_sound(&self) -> bool {
        let rising = self.knots.windows(2).all(|pair| pair[0] <= pair[1]);
        self.degree >= 1
            && self.degree <= 15
            && self.points.len() > self.degree
            && self.knots.len() == self.points.len() + self.degree + 1
            && rising
            && self.points.iter().all(|(p, w)| p.is_finite() && w.is_finite() && *w > 0.0)
            && self.knots.iter().all(|knot| knot.is_finite())
    }

    fn weighted(&self) -> Vec<Weighted> {
        self.points.iter().map(|(p, w)| [p.x * w, p.y * w, *w]).collect()
    }

    fn fit(&self, fit: &mut Fit) {
        if !self.is_sound() {
            return;
        }
        let points = self.weighted();
        let slopes = slopes(&points, &self.knots, self.degree);
        let inner = &self.knots[1..self.knots.len() - 1];
        let sample = |at: f64| {
            let [x, y, w] = de_boor(&points, &self.knots, self.degree, at);
            let [dx, dy, dw] = de_boor(&slopes, inner, self.degree - 1, at);
            let place = Point::new(x / w, y / w);
            (place, Point::new(dx - place.x * dw, dy - place.y * dw))
        };
        let spans = self.knots[self.degree..=self.points.len()].windows(2);
        for span in spans.filter(|span| span[1] > span[0]) {
            // just inside a span: its ends may belong to the next
            let inset = (span[1] - span[0]) * 1e-9;
            fit.halve(&sample, (span[0] + inset, span[1] - inset));
        }
    }
}

fn slopes(points: &[Weighted], knots: &[f64], degree: usize) -> Vec<Weighted> {
    #[allow(clippy::cast_precision_loss, reason = "a degree is small")]
    let slope = |i: usize| {
        let span = knots[i + degree + 1] - knots[i + 1];
        let by = if span > 0.0 { degree as f64 / span } else { 0.0 };
        std::array::from_fn(|k| (points[i + 1][k] - points[i][k]) * by)
    };
    (0..points.len() - 1).map(slope).collect()
}

/// A B-spline at a parameter. Source: de Boor 1972, "On calculating with B-splines", J. Approx. Theory 6; from memory.
fn de_boor(points: &[Weighted], knots: &[f64], degree: usize, at: f64) -> Weighted {
    let last = points.len() - 1;
    let span = degree + knots[degree + 1..=last].partition_point(|knot| *knot <= at);
    let mut level: Vec<Weighted> = (0..=degree).map(|j| points[j + span - degree]).collect();
    for round in 1..=degree {
        for j in (round..=degree).rev() {
            let (low, high) = (knots[j + span - degree], knots[j + 1 + span - round]);
            let part = if high > low { (at - low) / (high - low) } else { 0.0 };
            level[j] = std::array::from_fn(|k| level[j - 1][k] * (1.0 - part) + level[j][k] * part);
        }
    }
    level[degree]
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Samples of the arcs are held against the curve's own equation, not against the fit's probes.
    #[test]
    fn an_ellipse_becomes_arcs_that_keep_to_it() {
        let ellipse = Curve::Conic {
            centre: Point::new(0.1, 0.2),
            u: Point::new(0.08, 0.0),
            v: Point::new(0.0, 0.03),
            angles: (0.0, 2.0 * PI),
        };
        let tolerance = 2e-5;
        let found = ellipse.segments(tolerance, usize::MAX);
        assert!(found.len() > 8, "{}", found.len());
        for segment in &found {
            for point in segment.flattened(1e-7) {
                let (x, y) = ((point.x - 0.1) / 0.08, (point.y - 0.2) / 0.03);
                // distance by the gradient of the ellipse's equation
                let off = (x * x + y * y - 1.0) / (2.0 * (x / 0.08).hypot(y / 0.03));
                assert!(off.abs() < 1.2 * tolerance, "{off} at {point:?}");
            }
        }
        let length: f64 = found.iter().map(Segment::length).sum();
        // complete elliptic integral: 4 a E(e), a 0.08, b 0.03; Ramanujan's second approximation, within 1e-5
        let h = ((0.08_f64 - 0.03) / 0.11).powi(2);
        let round = PI * 0.11 * (1.0 + 3.0 * h / (10.0 + (4.0 - 3.0 * h).sqrt()));
        assert!((length / round - 1.0).abs() < 1e-4, "{length} {round}");
    }

    #[test]
    fn arcs_of_a_curve_meet_without_a_kink() {
        let points = [(0.0, 0.0), (0.05, 0.1), (0.1, -0.1), (0.15, 0.02)];
        let curve = Curve::bezier(&points.map(|(x, y)| Point::new(x, y)));
        let found = curve.segments(2e-5, usize::MAX);
        for pair in found.windows(2) {
            let turn = pair[0].heading(pair[0].length()).cross(pair[1].heading(0.0));
            assert!(turn.abs() < 1e-6, "{turn}");
            assert!(pair[0].to.distance(pair[1].from) < 1e-12);
        }
    }

    #[test]
    fn a_curve_of_many_pieces_ends_at_the_limit() {
        let wound = Curve::Conic {
            centre: Point::default(),
            u: Point::new(1.0, 0.0),
            v: Point::new(0.0, 0.5),
            angles: (0.0, 1e9),
        };
        let found = wound.segments(1e-9, 100).len();
        assert!((100..110).contains(&found), "{found}");
    }

    #[test]
    fn a_circle_squeezed_is_no_circle_and_one_turned_is() {
        let circle = Curve::arc(Point::default(), 0.01, (0.0, 0.0));
        assert_eq!(circle.placed(&Affine::turned(0.3)).segments(2e-5, usize::MAX).len(), 2);
        assert!(circle.placed(&Affine::scaled(1.0, 0.5)).segments(2e-5, usize::MAX).len() > 4);
    }

    /// A quarter circle is a rational spline of degree 2 with the middle weight 1/√2. Source: any book on NURBS.
    #[test]
    fn a_weighted_spline_is_a_quarter_of_a_circle() {
        let half = std::f64::consts::FRAC_1_SQRT_2;
        let spline = Spline {
            degree: 2,
            knots: vec![0.0, 0.0, 0.0, 1.0, 1.0, 1.0],
            points: vec![
                (Point::new(0.1, 0.0), 1.0),
                (Point::new(0.1, 0.1), half),
                (Point::new(0.0, 0.1), 1.0),
            ],
        };
        let found = Curve::Spline(spline).segments(1e-6, usize::MAX);
        let length: f64 = found.iter().map(Segment::length).sum();
        assert!((length - 0.1 * PI / 2.0).abs() < 1e-6, "{length}");
    }
}
