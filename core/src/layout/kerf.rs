//! Where must the tip's centre run so that the edge comes out where it was drawn?
//!
//! Half a kerf to the scrap side of the contour. Inner corners sharper than half a kerf stay rounded by it; where the
//! scrap is narrower than the kerf there is no path.

use crate::geometry::{Contour, Outline, Point};
use crate::quantity::Length;
use crate::range::Range;

/// Widths of a cut that are taken.
pub const KERF: Range = Range::new("layout.kerf", "m", 0.0003, 0.03);

/// Between parts on a plate at least, beside the kerf, m. Source: `common_practice`.
const BETWEEN: f64 = 0.006;

/// How far parts on a plate keep from each other where nobody says: kerf + 6 mm, and the plate's thickness at least.
///
/// Source: `common_practice`.
///
/// ```
/// use galvanon_core::layout::kerf::usual_gap;
/// use galvanon_core::quantity::Length;
///
/// let gap = |kerf, plate| usual_gap(Length::from_mm(kerf), Length::from_mm(plate)).as_mm();
/// assert_eq!((gap(2.0, 6.0), gap(3.0, 40.0)), (8.0, 40.0));
/// ```
#[must_use]
pub fn usual_gap(kerf: Length, thickness: Length) -> Length {
    Length::from_m((kerf.as_m() + BETWEEN).max(thickness.as_m()))
}

/// Which side of a contour is kept.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Keep {
    /// What it encloses: an outline.
    Inside,
    /// What is round it: a hole.
    Outside,
    /// What lies left of the way the torch goes.
    Left,
    /// What lies right of it.
    Right,
}

/// A corner that the jet cannot reach.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Standing {
    /// The corner.
    pub at: Point,
    /// It stays rounded by this, m.
    pub radius: f64,
}

/// The way of the tip's centre along one contour.
#[derive(Clone, Debug, PartialEq)]
pub struct KerfPath {
    /// The way, anticlockwise.
    pub path: Contour,
    /// Corners that stay rounded.
    pub standing: Vec<Standing>,
}

/// A place where the scrap is narrower than the kerf.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct TooNarrow {
    /// Where.
    pub at: Point,
}

/// Farther from the way than half a kerf and this is not reached, m; also this part of half a kerf. Source: `ours`.
const UNREACHED: (f64, f64) = (2e-5, 0.02);
/// Ways are held against each other in points no farther off, m.
const FLAT: f64 = 1e-4;
/// A corner turns at most so far, rad; what turns farther is the end of a slot. Source: `ours`.
const CORNER_MOST: f64 = 165.0 * std::f64::consts::PI / 180.0;
/// Places at which a contour is held against its way, at least and at most. Source: `ours`.
const PLACES: (f64, f64) = (240.0, 6_000.0);

/// The way along a closed contour, `keep` being inside or outside.
///
/// # Errors
/// [`TooNarrow`] at the place where the jet would cut both sides.
pub fn kerf_path(contour: &Contour, keep: Keep, kerf: Length) -> Result<KerfPath, TooNarrow> {
    let half = kerf.as_m() / 2.0;
    let contour = contour.anticlockwise();
    // left of an anticlockwise line is what it encloses
    let scrap = if keep == Keep::Outside { 1.0 } else { -1.0 };
    let mut ways = contour.offset(scrap * half);
    ways.sort_by(|a, b| b.area().abs().total_cmp(&a.area().abs()));
    let Some(path) = ways.first().map(Contour::anticlockwise) else {
        return Err(TooNarrow { at: contour.bounds().middle() });
    };
    if let Some(other) = ways.get(1) {
        return Err(TooNarrow { at: between(&path, other) });
    }
    let standing = unreached(&contour, &path, Reach { half, scrap })?;
    Ok(KerfPath { path, standing })
}

/// The middle of the neck between two ways that should be one.
fn between(one: &Contour, other: &Contour) -> Point {
    let ends = other.flattened(FLAT).into_iter().map(|at| (at, one.nearest(at)));
    let neck = ends.min_by(|a, b| a.1.distance.total_cmp(&b.1.distance));
    neck.map_or_else(|| one.start(), |(at, nearest)| at.toward(nearest.point, 0.5))
}

#[derive(Clone, Copy)]
struct Reach {
    half: f64,
    scrap: f64,
}

/// Corners that stay; an error where more than a corner does.
fn unreached(contour: &Contour, path: &Contour, reach: Reach) -> Result<Vec<Standing>, TooNarrow> {
    let Reach { half, scrap } = reach;
    let length = contour.length();
    let turns = Turned::of(contour);
    let count = (length / (half / 2.0)).clamp(PLACES.0, PLACES.1).ceil();
    let (places, points): (Vec<f64>, Vec<Point>) = contour.places(count).into_iter().unzip();
    let off = Outline::of(path).distances(&points);
    let limit = half + UNREACHED.0.max(UNREACHED.1 * half);
    let is_off: Vec<bool> = off.iter().map(|off| *off > limit).collect();
    let Some(first) = is_off.iter().position(|off| !off) else {
        return Err(TooNarrow { at: contour.bounds().middle() });
    };
    let n = places.len();
    let (mut found, mut i) = (Vec::new(), 0);
    while i < n {
        let at = (first + i) % n;
        if !is_off[at] {
            i += 1;
            continue;
        }
        let long = (0..n - i).take_while(|more| is_off[(at + more) % n]).count();
        let worst = (0..long)
            .map(|more| (at + more) % n)
            .max_by(|a, b| off[*a].total_cmp(&off[*b]))
            .unwrap_or(at);
        let (from, to) = (places[at], places[(at + long - 1) % n]);
        let turned = scrap * turns.between(from, to);
        if turned <= 1e-3 || turned > CORNER_MOST {
            return Err(TooNarrow { at: points[worst] });
        }
        found.push(Standing { at: points[worst], radius: half });
        i += long;
    }
    Ok(found)
}

/// How far a closed line has turned, from its beginning to each place of it.
struct Turned<'a> {
    contour: &'a Contour,
    /// How far along each piece begins, m.
    begins: Vec<f64>,
    /// What the line has turned where each piece begins, its corner there not counted, rad; and in the end.
    before: Vec<f64>,
    /// The corner where each piece begins, rad.
    corners: Vec<f64>,
}

impl<'a> Turned<'a> {
    fn of(contour: &'a Contour) -> Self {
        let (begins, corners): (Vec<f64>, Vec<f64>) = contour.corners().into_iter().unzip();
        let mut before = vec![0.0];
        for (segment, corner) in contour.segments.iter().zip(&corners) {
            let so_far = before.last().copied().unwrap_or_default();
            before.push(so_far + corner + segment.sweep());
        }
        Self { contour, begins, before, corners }
    }

    /// Until a place, the corner there counted where it is wanted.
    fn until(&self, along: f64, with_corner: bool) -> f64 {
        let piece = self.begins.partition_point(|begin| *begin <= along).saturating_sub(1);
        let into = along - self.begins[piece];
        if into <= 0.0 && !with_corner {
            return self.before[piece];
        }
        let segment = &self.contour.segments[piece];
        let part = if segment.length() > 0.0 { (into / segment.length()).min(1.0) } else { 0.0 };
        self.before[piece] + self.corners[piece] + segment.sweep() * part
    }

    /// Between two places, corners at both counted; the second after the first, once round at most.
    fn between(&self, from: f64, to: f64) -> f64 {
        let turned = self.until(to, true) - self.until(from, false);
        let whole = self.before.last().copied().unwrap_or_default();
        if from <= to { turned } else { turned + whole }
    }
}
