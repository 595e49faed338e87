//! A line of straights and arcs, closed or open.

use std::f64::consts::PI;

use cavalier_contours::polyline::PlineSource;

use crate::geometry::affine::Affine;
use crate::geometry::point::Point;
use crate::geometry::polyline::{self, SAME};
use crate::geometry::segment::{Arc, Segment, Turn};

/// Straights and arcs, each beginning where the one before ends; closed, the last ends where the first begins.
#[derive(Clone, Debug, PartialEq)]
pub struct Contour {
    /// Whether it closes.
    pub closed: bool,
    /// Its pieces, at least one.
    pub segments: Vec<Segment>,
}

/// The box round something.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Bounds {
    /// Lower left.
    pub low: Point,
    /// Upper right.
    pub high: Point,
}

impl Bounds {
    /// The box round points; `None` of none.
    #[must_use]
    pub fn of(points: impl IntoIterator<Item = Point>) -> Option<Self> {
        points.into_iter().fold(None, |so_far: Option<Self>, p| {
            let Self { low, high } = so_far.unwrap_or(Self { low: p, high: p });
            Some(Self {
                low: Point::new(low.x.min(p.x), low.y.min(p.y)),
                high: Point::new(high.x.max(p.x), high.y.max(p.y)),
            })
        })
    }

    /// Its middle.
    #[must_use]
    pub fn middle(&self) -> Point {
        self.low.toward(self.high, 0.5)
    }

    /// Across and up.
    #[must_use]
    pub fn size(&self) -> Point {
        self.high - self.low
    }

    /// Whether a place lies in it.
    #[must_use]
    pub fn holds(&self, place: Point) -> bool {
        self.low.x <= place.x
            && place.x <= self.high.x
            && self.low.y <= place.y
            && place.y <= self.high.y
    }

    /// Whether the other has a point in it.
    #[must_use]
    pub fn meets(&self, other: &Self) -> bool {
        self.low.x <= other.high.x
            && other.low.x <= self.high.x
            && self.low.y <= other.high.y
            && other.low.y <= self.high.y
    }
}

/// The point of a contour that lies nearest to some place.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Nearest {
    /// The point.
    pub point: Point,
    /// How far off it lies.
    pub distance: f64,
    /// How far along the contour.
    pub along: f64,
}

impl Contour {
    /// A closed line of straights through its corners.
    #[must_use]
    pub fn polygon(corners: &[Point]) -> Self {
        let next = corners.iter().cycle().skip(1);
        let segments = corners.iter().zip(next).map(|(a, b)| Segment::line(*a, *b)).collect();
        Self { closed: true, segments }
    }

    /// A circle, anticlockwise from its right, in two halves.
    #[must_use]
    pub fn circle(centre: Point, radius: f64) -> Self {
        let (right, left) = (centre + Point::new(radius, 0.0), centre - Point::new(radius, 0.0));
        let arc = Arc { centre, turn: Turn::Left };
        Self {
            closed: true,
            segments: vec![Segment::arc(right, left, arc), Segment::arc(left, right, arc)],
        }
    }

    /// Where it begins.
    #[must_use]
    pub fn start(&self) -> Point {
        self.segments.first().map_or_else(Point::default, |first| first.from)
    }

    /// Where it ends.
    #[must_use]
    pub fn end(&self) -> Point {
        self.segments.last().map_or_else(Point::default, |last| last.to)
    }

    /// Its length.
    #[must_use]
    pub fn length(&self) -> f64 {
        self.segments.iter().map(Segment::length).sum()
    }

    /// What it encloses, m²; under 0 where it runs clockwise.
    #[must_use]
    pub fn area(&self) -> f64 {
        let piece = |segment: &Segment| {
            let chord = segment.from.cross(segment.to);
            let sweep = segment.sweep();
            let radius = segment.radius().unwrap_or(0.0);
            chord + radius * radius * (sweep - sweep.sin())
        };
        self.segments.iter().map(piece).sum::<f64>() / 2.0
    }

    /// The same, the other way.
    #[must_use]
    pub fn reversed(&self) -> Self {
        let segments = self.segments.iter().rev().map(Segment::reversed).collect();
        Self { closed: self.closed, segments }
    }

    /// The same with the area to the left of it.
    #[must_use]
    pub fn anticlockwise(&self) -> Self {
        if self.area() < 0.0 { self.reversed() } else { self.clone() }
    }

    /// Moved, turned, mirrored or scaled alike both ways: arcs stay arcs.
    #[must_use]
    pub fn placed(&self, affine: &Affine) -> Self {
        let mirrored = affine.x.cross(affine.y) < 0.0;
        let arc = |arc: Arc| Arc {
            centre: affine.of(arc.centre),
            turn: if mirrored { arc.turn.other() } else { arc.turn },
        };
        let segment = |one: &Segment| Segment {
            from: affine.of(one.from),
            to: affine.of(one.to),
            arc: one.arc.map(arc),
        };
        Self { closed: self.closed, segments: self.segments.iter().map(segment).collect() }
    }

    /// The piece so far along, and how far along that.
    fn piece(&self, along: f64) -> Option<(usize, f64)> {
        let mut left = along;
        for (at, segment) in self.segments.iter().enumerate() {
            let length = segment.length();
            if left <= length || at + 1 == self.segments.len() {
                return Some((at, left.clamp(0.0, length)));
            }
            left -= length;
        }
        None
    }

    /// The point so far along it; closed, it goes round and round.
    #[must_use]
    pub fn at(&self, along: f64) -> Point {
        self.piece(self.round(along))
            .map_or_else(Point::default, |(at, left)| self.segments[at].at(left))
    }

    /// The way it goes there, of length 1.
    #[must_use]
    pub fn heading(&self, along: f64) -> Point {
        self.piece(self.round(along))
            .map_or_else(Point::default, |(at, left)| self.segments[at].heading(left))
    }

    /// How far along once round.
    #[must_use]
    pub fn round(&self, along: f64) -> f64 {
        let length = self.length();
        if self.closed && length > 0.0 {
            along.rem_euclid(length)
        } else {
            along.clamp(0.0, length)
        }
    }

    /// The same closed line, begun elsewhere.
    #[must_use]
    pub fn begun_at(&self, along: f64) -> Self {
        let Some((at, left)) = self.piece(self.round(along)).filter(|_| self.closed) else {
            return self.clone();
        };
        let (before, after) = self.segments[at].split(left);
        let mut segments = vec![after];
        segments.extend_from_slice(&self.segments[at + 1..]);
        segments.extend_from_slice(&self.segments[..at]);
        segments.push(before);
        // what was split at its very end leaves nothing
        segments.retain(|segment| segment.length() > SAME * 1e-3);
        Self { closed: true, segments }
    }

    /// The part between two places, the second after the first.
    #[must_use]
    pub fn part(&self, from: f64, to: f64) -> Vec<Segment> {
        let mut start = 0.0;
        let mut found = Vec::new();
        for segment in &self.segments {
            let length = segment.length();
            let (a, b) = ((from - start).max(0.0), (to - start).min(length));
            if b - a > SAME * 1e-3 {
                let (_, rest) = segment.split(a);
                found.push(rest.split(b - a).0);
            }
            start += length;
        }
        found
    }

    /// How far along each corner lies, and by which angle it turns there, rad, over 0 to the left.
    #[must_use]
    pub fn corners(&self) -> Vec<(f64, f64)> {
        let count = self.segments.len();
        let mut along = 0.0;
        let mut found = Vec::new();
        for (i, segment) in self.segments.iter().enumerate() {
            if i > 0 || self.closed {
                let before = &self.segments[(i + count - 1) % count];
                let (a, b) = (before.heading(before.length()), segment.heading(0.0));
                found.push((along, a.cross(b).atan2(a.dot(b))));
            }
            along += segment.length();
        }
        found
    }

    /// The box round it.
    #[must_use]
    pub fn bounds(&self) -> Bounds {
        let extremes = |segment: &Segment| {
            let mut points = vec![segment.from, segment.to];
            if let (Some(arc), Some(radius)) = (segment.arc, segment.radius()) {
                let begin = (segment.from - arc.centre).angle();
                for quarter in 0..4 {
                    let angle = f64::from(quarter) * PI / 2.0;
                    let swept = ((angle - begin) * arc.turn.sign()).rem_euclid(2.0 * PI);
                    if swept < segment.sweep().abs() {
                        points.push(arc.centre + Point::heading(angle) * radius);
                    }
                }
            }
            points
        };
        let none = Bounds { low: Point::default(), high: Point::default() };
        Bounds::of(self.segments.iter().flat_map(extremes)).unwrap_or(none)
    }

    /// The point of it that lies nearest.
    #[must_use]
    pub fn nearest(&self, place: Point) -> Nearest {
        let line = polyline::polyline(self.closed, &self.segments);
        let found = line.closest_point(polyline::vector(place), SAME);
        let none = Nearest { point: self.start(), distance: f64::INFINITY, along: 0.0 };
        let Some(found) = found else { return none };
        let point = polyline::point(found.seg_point);
        let before: f64 =
            self.segments.iter().take(found.seg_start_index).map(Segment::length).sum();
        let on =
            self.segments.get(found.seg_start_index).map_or(0.0, |segment| match segment.arc {
                None => segment.from.distance(point),
                Some(arc) => Segment::arc(segment.from, point, arc).length(),
            });
        Nearest { point, distance: place.distance(point), along: before + on }
    }

    /// About `count` places along it, evenly apart, and its corners: how far along each is, and where. In one walk.
    #[must_use]
    pub fn places(&self, count: f64) -> Vec<(f64, Point)> {
        let step = self.length() / count.max(1.0);
        let (mut found, mut along, mut next) = (Vec::new(), 0.0, 0.0);
        for segment in &self.segments {
            let length = segment.length();
            found.push((along, segment.from));
            while step > 0.0 && next < along + length {
                if next > along {
                    found.push((next, segment.at(next - along)));
                }
                next += step;
            }
            along += length;
        }
        found
    }

    /// The closed lines at `left` m to the left of a closed one; none where there is no room, several where they part.
    #[must_use]
    pub fn offset(&self, left: f64) -> Vec<Self> {
        let lines = polyline::offset(&self.segments, left);
        lines.into_iter().map(|segments| Self { closed: true, segments }).collect()
    }

    /// Points along it, its beginning first, no farther off than `tolerance`.
    #[must_use]
    pub fn flattened(&self, tolerance: f64) -> Vec<Point> {
        let along = self.segments.iter().flat_map(|segment| segment.flattened(tolerance));
        std::iter::once(self.start()).chain(along).collect()
    }

    /// Centre and radius, where it is a circle.
    #[must_use]
    pub fn as_circle(&self) -> Option<(Point, f64)> {
        let first = self.segments.first()?;
        let (centre, radius) = (first.arc?.centre, first.radius()?);
        let near = radius * 1e-4;
        let same = |segment: &Segment| {
            segment.arc.is_some_and(|arc| arc.centre.distance(centre) < near)
                && segment.radius().is_some_and(|other| (other - radius).abs() < near)
        };
        (self.closed && self.segments.iter().all(same)).then_some((centre, radius))
    }
}
