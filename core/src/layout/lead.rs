//! Where does a cut begin, and how does the torch come to its line?
//!
//! At the rim of the plate where that is in reach, else with a pierce in the scrap, else, where the scrap has no room for
//! one, from a drilled start. The torch comes in on a straight and an arc that meets the line along its direction, runs a
//! little past its start at the end, and leaves into the scrap.

use crate::cancel::cancelled;
use crate::cut::Start;
use crate::geometry::{Arc, Bounds, Contour, Outline, Point, Segment, Turn};

/// A start keeps so far off a corner where there is room, m. Source: `ours`.
pub const OFF_CORNERS: f64 = 0.010;
/// A lead is drawn in points no farther off, m.
const FLAT: f64 = 4e-5;
/// Radius of the arc in: so many kerfs, and at least so much, m. Source: `ours`.
const ARC: (f64, f64) = (2.0, 0.005);
/// Under half a kerf and this, a pierce has no room and the start is drilled, m. Source: `ours`.
const DRILLED: f64 = 0.003;
/// How far past its start the cut runs, m. Source: `ours`: 2 to 5 mm.
const PAST: f64 = 0.003;
/// An edge lead is at most so long, m, or so many thicknesses: longer opens the skeleton. Source: `ours`.
const EDGE_LONGEST: (f64, f64) = (0.050, 3.0);

/// A side of the part that lies near the rim of its plate.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Edge {
    /// To the left of it.
    Left,
    /// To the right.
    Right,
    /// Above.
    Top,
    /// Below.
    Bottom,
}

impl Edge {
    /// The way out over that side.
    #[must_use]
    pub const fn out(self) -> Point {
        match self {
            Self::Left => Point::new(-1.0, 0.0),
            Self::Right => Point::new(1.0, 0.0),
            Self::Top => Point::new(0.0, 1.0),
            Self::Bottom => Point::new(0.0, -1.0),
        }
    }
}

/// What a start is judged by.
#[derive(Clone, Copy, Debug)]
pub struct Ground<'a> {
    /// The contour that is to come out.
    pub contour: &'a Contour,
    /// The same, prepared.
    pub outline: &'a Outline,
    /// The way of the tip's centre, as it will be run.
    pub path: &'a Contour,
    /// Whether the scrap is inside the contour.
    pub in_hole: bool,
    /// Width of the cut, m.
    pub kerf: f64,
    /// Of the plate, where it is known, m.
    pub thickness: Option<f64>,
    /// Sides near the plate's rim, with the distance from the part's box to it, m.
    pub rims: &'a [(Edge, f64)],
    /// The box round the part.
    pub part: Bounds,
    /// Where a person wants the path to be met: the nearest place of it is taken.
    pub wanted: Option<Point>,
}

/// How a path is begun and left.
#[derive(Clone, Debug, PartialEq)]
pub struct Lead {
    /// At an edge, by piercing, from a drilled start.
    pub start: Start,
    /// How far along the path it is met.
    pub along: f64,
    /// From the start to the path.
    pub way_in: Vec<Point>,
    /// From the path's start past it and into the scrap.
    pub way_out: Vec<Point>,
    /// From the start to the nearest edge that is kept.
    pub clear: f64,
    /// Whether that is less than a pierce should have.
    pub short: bool,
}

impl Ground<'_> {
    /// A pierce keeps so far off its own contour.
    fn own_clear(&self) -> f64 {
        self.thickness.unwrap_or(0.0).max(3.0 * self.kerf)
    }

    fn arc_in(&self) -> f64 {
        (ARC.0 * self.kerf).max(ARC.1)
    }

    fn in_scrap(&self, at: Point) -> bool {
        self.outline.holds(at) == self.in_hole
    }

    /// Whether a way cuts nothing that is kept: all of it in the scrap, half a kerf off, its straights looked at closely.
    fn spares(&self, way: &[Point]) -> bool {
        let half = self.kerf / 2.0 * 0.99;
        let mut places: Vec<Point> = way.to_vec();
        for pair in way.windows(2) {
            let pieces = (pair[0].distance(pair[1]) / half).ceil().min(LOOKED);
            let between = (1..).map(f64::from).take_while(|i| *i < pieces);
            places.extend(between.map(|i| pair[0].toward(pair[1], i / pieces)));
        }
        // a way whose places are half a kerf apart, and as far off the contour, does not cross it between them
        way.iter().all(|at| self.in_scrap(*at))
            && self.outline.distances(&places).into_iter().all(|off| off >= half)
    }

    /// Which side of the way the scrap lies on, as a way of length 1.
    fn scrap_way(&self, along: f64) -> Point {
        let left = self.path.heading(along).left();
        let encloses_left = self.path.area() > 0.0;
        if encloses_left == self.in_hole { left } else { left * -1.0 }
    }
}

/// The best start of a path.
#[must_use]
pub fn lead(ground: &Ground<'_>) -> Lead {
    at_rim(ground).unwrap_or_else(|| in_scrap(ground))
}

/// A lead that has been tried.
struct Tried {
    along: f64,
    radius: f64,
    way_in: Vec<Point>,
    clear: f64,
    room: bool,
}

/// Points of the straight and the arc that meet the path at `along`; the straight is `run` long.
fn straight_and_arc(ground: &Ground<'_>, along: f64, radius: f64, run: f64) -> Vec<Point> {
    let (joint, heading) = (ground.path.at(along), ground.path.heading(along));
    let out = ground.scrap_way(along);
    let arc = arc_in(joint, heading, out * radius);
    let mut points = vec![arc.from + out * run];
    if run > FLAT {
        points.push(arc.from);
    }
    points.extend(arc.flattened(FLAT));
    points
}

fn arc_in(joint: Point, heading: Point, to_centre: Point) -> Segment {
    let centre = joint + to_centre;
    let turn = if heading.cross(to_centre) > 0.0 { Turn::Left } else { Turn::Right };
    Segment::arc(centre - heading * to_centre.length(), joint, Arc { centre, turn })
}

impl Ground<'_> {
    /// Where the path may be met: where a person wants it, else the best first.
    fn joints(&self) -> Vec<f64> {
        self.wanted.map_or_else(|| joints(self.path), |at| vec![self.path.nearest(at).along])
    }
}

/// Where a path may be met, the best first: middles of straights, longest first, then of arcs; off corners before near.
fn joints(path: &Contour) -> Vec<f64> {
    let mut along = 0.0;
    let round = path.as_circle().is_some();
    let mut found: Vec<(bool, bool, f64, Point, f64)> = Vec::new();
    for segment in &path.segments {
        let length = segment.length();
        let is_arc = segment.arc.is_some();
        let near = length < 2.0 * OFF_CORNERS && !round;
        for part in [0.5, 0.25, 0.75] {
            let at = along + length * part;
            let worse = if part == 0.5 { length } else { length * part.min(1.0 - part) };
            found.push((is_arc, near, worse, segment.at(length * part), at));
        }
        along += length;
    }
    // what is equally good is told apart by its place, so that it does not matter where a drawing began
    found.sort_by(|a, b| {
        (a.0, a.1)
            .cmp(&(b.0, b.1))
            .then(rounded(b.2).total_cmp(&rounded(a.2)))
            .then(rounded(a.3.y).total_cmp(&rounded(b.3.y)))
            .then(rounded(a.3.x).total_cmp(&rounded(b.3.x)))
    });
    found.into_iter().take(TRIED).map(|one| one.4).collect()
}

fn rounded(m: f64) -> f64 {
    (m * 1e6).round()
}

fn at_rim(ground: &Ground<'_>) -> Option<Lead> {
    if ground.in_hole {
        return None;
    }
    let longest = EDGE_LONGEST.0.max(EDGE_LONGEST.1 * ground.thickness.unwrap_or(0.0));
    let rims = ground.rims.iter().filter(|(_, gap)| *gap <= longest);
    let tried = rims.flat_map(|(edge, gap)| {
        let side = edge.out();
        let corner = if side.x + side.y > 0.0 { ground.part.high } else { ground.part.low };
        ground.joints().into_iter().filter_map(move |along| {
            // from the path out to the rim
            let reach = gap + (corner - ground.path.at(along)).dot(side);
            let faces = ground.scrap_way(along).dot(side) > 0.999;
            (faces && reach > 0.0 && reach <= longest).then_some((along, reach))
        })
    });
    let mut tried: Vec<(f64, f64)> = tried.collect();
    // the shortest first: those that are equal stay in the order of the best
    tried.sort_by(|a, b| rounded(a.1).total_cmp(&rounded(b.1)));
    tried.into_iter().find_map(|(along, reach)| {
        let radius = ground.arc_in().min(reach / 2.0);
        let way_in = straight_and_arc(ground, along, radius, reach - radius);
        let clear = reach + ground.kerf / 2.0;
        ground.spares(&way_in).then(|| {
            let tried = Tried { along, radius, way_in, clear, room: true };
            finished(ground, Start::Edge, tried)
        })
    })
}

fn in_scrap(ground: &Ground<'_>) -> Lead {
    let pole = ground.in_hole.then(|| deepest(ground));
    let most = pole.map_or(f64::INFINITY, |(_, depth)| (depth - ground.kerf / 2.0) / 2.0);
    let radius = ground.arc_in().min(most.max(FLAT));
    let run = (ground.own_clear() - radius - ground.kerf / 2.0).max(0.0);
    let joints = ground.joints();
    let tried = joints.iter().map(|along| {
        let way_in = straight_and_arc(ground, *along, radius, run);
        judged(ground, *along, radius, way_in)
    });
    let mut best: Option<Tried> = None;
    for one in tried {
        if one.room || cancelled() {
            return finished(ground, Start::Pierce, one);
        }
        if best.as_ref().is_none_or(|so_far| one.clear > so_far.clear) {
            best = Some(one);
        }
    }
    // no place has all the room: the middle of the scrap
    if let (Some((middle, _)), Some(along)) = (pole, joints.first()) {
        let mut way_in = straight_and_arc(ground, *along, radius, 0.0);
        way_in.insert(0, middle);
        let one = judged(ground, *along, radius, way_in);
        if best.as_ref().is_none_or(|so_far| one.clear > so_far.clear) {
            best = Some(one);
        }
    }
    let best = best.unwrap_or_else(|| judged(ground, 0.0, radius, vec![ground.path.start()]));
    let tight = best.clear < ground.kerf / 2.0 + DRILLED;
    finished(ground, if tight { Start::DrilledHole } else { Start::Pierce }, best)
}

/// The way in from a pierce in the scrap to that place of the path; `None` where it has no room.
#[must_use]
pub fn pierced(ground: &Ground<'_>, along: f64) -> Option<Vec<Point>> {
    let radius = ground.arc_in();
    let run = (ground.own_clear() - radius - ground.kerf / 2.0).max(0.0);
    let way_in = straight_and_arc(ground, along, radius, run);
    let tried = judged(ground, along, radius, way_in);
    tried.room.then_some(tried.way_in)
}

fn judged(ground: &Ground<'_>, along: f64, radius: f64, way_in: Vec<Point>) -> Tried {
    let start = way_in[0];
    // other contours of the part lie behind its own edge: they are never nearer
    let own = ground.outline.distances(&[start])[0];
    let safe = ground.spares(&way_in);
    let enough = own >= ground.own_clear() * (1.0 - 1e-9);
    Tried { along, radius, way_in, clear: if safe { own } else { 0.0 }, room: safe && enough }
}

fn finished(ground: &Ground<'_>, start: Start, tried: Tried) -> Lead {
    let Tried { along, radius, way_in, clear, room } = tried;
    let past = PAST.min(ground.path.length() / 4.0);
    let mut way_out: Vec<Point> = std::iter::once(ground.path.at(along)).collect();
    let (from, to) = (along, along + past);
    let length = ground.path.length();
    let mut pieces = ground.path.part(from, to.min(length));
    if to > length {
        pieces.extend(ground.path.part(0.0, to - length));
    }
    way_out.extend(pieces.iter().flat_map(|piece| piece.flattened(FLAT)));
    let (end, heading) = (ground.path.at(to), ground.path.heading(to));
    let bend = ground.scrap_way(to) * (radius / 2.0);
    let away = arc_in(end, heading * -1.0, bend).reversed();
    way_out.extend(away.flattened(FLAT));
    let short = start != Start::Edge && !room;
    Lead { start, along, way_in, way_out, clear, short }
}

/// The place in a closed line farthest from it, and how far that is: by halving boxes. Source: the search for a polygon's
/// pole of inaccessibility, common in cartography; from memory.
fn deepest(ground: &Ground<'_>) -> (Point, f64) {
    if let Some(circle) = ground.contour.as_circle() {
        return circle;
    }
    let outline = ground.outline;
    let bounds = outline.bounds();
    let size = bounds.size();
    let mut best = (bounds.middle(), 0.0);
    let (mut middle, mut reach) = (bounds.middle(), size * 0.5);
    for _ in 0..ROUNDS {
        let grid = (-GRID..=GRID).flat_map(|i| (-GRID..=GRID).map(move |j| (i, j)));
        let places: Vec<Point> = grid
            .map(|(i, j)| {
                let way = Point::new(f64::from(i) * reach.x, f64::from(j) * reach.y);
                middle + way * (1.0 / f64::from(GRID))
            })
            .collect();
        for (at, off) in places.iter().zip(outline.distances(&places)) {
            if off > best.1 + 1e-9 && outline.holds(*at) {
                best = (*at, off);
            }
        }
        middle = best.0;
        reach = reach * (2.0 / f64::from(GRID));
    }
    best
}

/// Joints that are tried at most: the best ones; a contour of thousands of pieces has no better. Source: `ours`.
const TRIED: usize = 120;
/// Places of a straight that are looked at, at most. Source: `ours`.
const LOOKED: f64 = 2_000.0;
/// Rounds of the search, and places each way in one. Source: `ours`.
const ROUNDS: u32 = 4;
const GRID: i32 = 8;
