//! What the readers of drawings have in common: what a file holds, in its own unit, and why it may hold nothing.

use galvanon_core::geometry::{Affine, Point};
use galvanon_core::layout::curve::Curve;
use galvanon_core::layout::part::Fault;

/// A unit that a drawing may be in.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum FileUnit {
    /// Millimetre.
    Mm,
    /// Centimetre.
    Cm,
    /// Metre.
    M,
    /// Inch.
    In,
    /// Foot.
    Ft,
}

impl FileUnit {
    /// Metres in one; the inch is 25.4 mm by definition.
    #[must_use]
    pub const fn metres(self) -> f64 {
        match self {
            Self::Mm => 1e-3,
            Self::Cm => 1e-2,
            Self::M => 1.0,
            Self::In => 0.0254,
            Self::Ft => 0.3048,
        }
    }
}

/// The curves of a file in its own unit, y up.
#[derive(Debug, Default)]
pub struct Found {
    /// Curves that follow each other.
    pub chains: Vec<Vec<Curve>>,
    /// What is no line of a part.
    pub faults: Vec<Fault>,
    /// Its unit, where it says one.
    pub unit: Option<FileUnit>,
    /// How many of that unit one of its numbers is; 1 but in a drawing that is scaled as a whole.
    pub scale: f64,
    /// Curves, faults and copies of blocks so far.
    counted: usize,
}

/// Why a file cannot be read: the code of a sentence, and where that helps the reader's own words.
#[derive(Debug)]
pub struct NotRead {
    /// The code.
    pub code: &'static str,
    /// The words.
    pub why: String,
}

impl NotRead {
    /// For one reason.
    #[must_use]
    pub const fn new(code: &'static str) -> Self {
        Self { code, why: String::new() }
    }
}

/// Curves, faults and copies of blocks in a drawing at most: more is not a part. Source: `ours`.
pub const MOST: usize = 100_000;
/// Straights and arcs that the curves of a drawing come to, at most. Source: `ours`.
pub const MOST_SEGMENTS: usize = 200_000;

impl Found {
    /// Nothing yet.
    #[must_use]
    pub fn empty() -> Self {
        Self { scale: 1.0, ..Self::default() }
    }

    /// Counts things of the drawing; curves and faults beyond the limit are dropped.
    pub fn count(&mut self, things: usize) {
        self.counted = self.counted.saturating_add(things);
    }

    /// Whether the drawing holds more than is read.
    #[must_use]
    pub const fn is_too_much(&self) -> bool {
        self.counted > MOST
    }

    /// The curves, where there are not too many.
    ///
    /// # Errors
    /// When the drawing holds more than is read, or nothing at all.
    pub fn checked(self) -> Result<Self, NotRead> {
        if self.is_too_much() {
            return Err(NotRead::new("layout_too_much"));
        }
        if self.counted == 0 {
            return Err(NotRead::new("layout_nothing_drawn"));
        }
        Ok(self)
    }

    /// Curves as they follow each other, changed as what holds them says; left out where a number is none.
    pub fn add(&mut self, affine: &Affine, curves: Vec<Curve>, called: &str) {
        self.count(curves.len().max(1));
        if self.is_too_much() {
            return;
        }
        let placed: Vec<Curve> = curves.iter().map(|curve| curve.placed(affine)).collect();
        if placed.iter().all(is_measure) {
            self.chains.push(placed);
        } else {
            self.faults.push(Fault::unknown("layout_no_number", called, None));
        }
    }

    /// Something that is no line of a part.
    pub fn unknown(&mut self, called: &str, at: Option<Point>) {
        self.count(1);
        if self.is_too_much() {
            return;
        }
        self.faults.push(Fault::unknown("layout_unknown_entity", called, at));
    }
}

/// Nothing lies farther from the origin, in the drawing's unit. Source: `ours`.
const FARTHEST: f64 = 1e7;

fn is_measure(curve: &Curve) -> bool {
    let near = |at: &Point| at.x.abs() < FARTHEST && at.y.abs() < FARTHEST;
    match curve {
        Curve::Line(a, b) => near(a) && near(b),
        Curve::Conic { centre, u, v, angles } => {
            let turned = angles.0.abs() < FARTHEST && angles.1.abs() < FARTHEST;
            near(centre) && near(u) && near(v) && turned
        }
        Curve::Spline(spline) => spline.is_sound() && spline.points.iter().all(|(at, _)| near(at)),
    }
}
