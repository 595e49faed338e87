//! How does a shop mark what it cuts: what the drawn line is to the cut, how closely it is punched, which side is hatched?
//!
//! Two schools of the line: some leave it, so that the cut runs beside it in the scrap and the line stays on the part; some
//! split it, so that the line is the middle of the cut and is drawn half a kerf out. Both give the same part. Common practice.

use crate::geometry::{Arc, Contour, Point, Segment};
use crate::layout::part::{Of, Part};
use crate::layout::paths::Laid;
use crate::quantity::Length;
use crate::range::Range;

/// What the drawn line is to the cut.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum LineMark {
    /// The edge of the part: the cut runs beside it and leaves it.
    #[default]
    Leave,
    /// The middle of the cut.
    On,
}

/// Which side of a line is hatched.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Hatched {
    /// What is kept.
    #[default]
    Kept,
    /// The scrap.
    Scrap,
}

/// How a shop marks.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Marking {
    /// What the line is.
    pub line: LineMark,
    /// Which side of it is hatched.
    pub hatched: Hatched,
    /// Punches stand so far apart on straights.
    pub straight: Length,
    /// And on curves.
    pub curve: Length,
}

/// How far apart punches may stand. Source: `ours`: closer is one groove, farther is no line.
pub const PUNCH: Range = Range::new("layout.marking.punch", "m", 0.003, 0.5);
/// What shops use that have not said otherwise, m: on straights, on curves. Source: `common_practice`.
pub const PUNCHES: (f64, f64) = (0.025, 0.010);

impl Default for Marking {
    fn default() -> Self {
        Self {
            line: LineMark::default(),
            hatched: Hatched::default(),
            straight: Length::from_m(PUNCHES.0),
            curve: Length::from_m(PUNCHES.1),
        }
    }
}

impl Marking {
    /// The lines that are drawn for a part: its own, or the middles of its cuts, their corners sharp again. Holes that are
    /// drilled keep their own.
    #[must_use]
    pub fn lines(&self, part: &Part, laid: &Laid, kerf: Length) -> Part {
        let mut lines = part.clone();
        if self.line == LineMark::Leave {
            return lines;
        }
        for path in &laid.paths {
            let drawn = sharp(&path.contour, kerf.as_m() / 2.0);
            match path.of {
                Of::Outer => lines.outer = drawn,
                Of::Hole(i) => lines.holes[i] = drawn,
                // a cut that parts nothing runs on its line as it is
                Of::Cut(_) => {}
            }
        }
        lines
    }
}

/// A path whose corners were rounded by half a kerf, with the corners that one draws.
fn sharp(path: &Contour, half: f64) -> Contour {
    let pieces = &path.segments;
    let count = pieces.len();
    // where the path begins it is divided: what runs on is one piece
    let mut joined: Vec<Segment> = Vec::with_capacity(count);
    for piece in pieces.iter().copied() {
        match joined.last_mut() {
            Some(last) if runs_on(last, &piece) => last.to = piece.to,
            _ => joined.push(piece),
        }
    }
    if joined.len() > 1 && path.closed && runs_on(&joined[joined.len() - 1], &joined[0]) {
        let last = joined.remove(joined.len() - 1);
        joined[0].from = last.from;
    }
    let rounded =
        |piece: &Segment| piece.radius().is_some_and(|radius| (radius - half).abs() < SAME);
    let count = joined.len();
    let mut found: Vec<Segment> = joined.clone();
    for i in 0..count {
        let (before, after) = ((i + count - 1) % count, (i + 1) % count);
        let straight = joined[before].arc.is_none() && joined[after].arc.is_none();
        if !(path.closed && count > 2 && straight && rounded(&joined[i])) {
            continue;
        }
        if let Some(corner) = meeting(&joined[before], &joined[after]) {
            found[before].to = corner;
            found[after].from = corner;
            found[i] = Segment::line(corner, corner);
        }
    }
    found.retain(|piece| piece.length() > SAME);
    Contour { closed: path.closed, segments: found }
}

/// Lengths that are the same, m.
const SAME: f64 = 1e-7;

fn runs_on(one: &Segment, next: &Segment) -> bool {
    match (one.arc, next.arc) {
        (None, None) => (one.to - one.from).unit().distance((next.to - next.from).unit()) < 1e-9,
        (Some(Arc { centre, .. }), Some(other)) => {
            // an arc over half a circle stays two
            centre.distance(other.centre) < SAME
                && one.sweep().abs() + next.sweep().abs() < std::f64::consts::PI
        }
        _ => false,
    }
}

/// Where two straights meet when they are drawn on; `None` of straights that run alike.
fn meeting(one: &Segment, other: &Segment) -> Option<Point> {
    let (a, b) = (one.to - one.from, other.to - other.from);
    let cross = a.cross(b);
    (cross.abs() > 1e-12).then(|| one.from + a * ((other.from - one.from).cross(b) / cross))
}
