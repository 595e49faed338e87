//! A part: what is wanted of a plate, as contours. And what can be wrong with one, at its place.

use crate::cancel::cancelled;
use crate::geometry::{Affine, Contour, Outline, Point};
use crate::trace::{Kind, Measure, Named};

/// A part as it shall be: its edge is what is kept, not where the torch runs.
#[derive(Clone, Debug, PartialEq)]
pub struct Part {
    /// What the shop calls it.
    pub name: String,
    /// Round the part, anticlockwise.
    pub outer: Contour,
    /// Round its holes, anticlockwise.
    pub holes: Vec<Contour>,
    /// Lines cut into it that part nothing.
    pub cuts: Vec<Contour>,
}

/// What can be wrong with a drawing.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum FaultCode {
    /// A line whose ends do not meet.
    OpenContour,
    /// Lines that cross, touch or run over each other.
    Crossing,
    /// The same line twice.
    Doubled,
    /// Too small to be meant.
    Tiny,
    /// Something that is no line of a part.
    UnknownEntity,
}

/// Something wrong, at its place.
#[derive(Clone, Debug, PartialEq)]
pub struct Fault {
    /// What is wrong.
    pub code: FaultCode,
    /// Code of its sentence.
    pub sentence: &'static str,
    /// Where.
    pub at: Option<Point>,
    /// What the sentence names.
    pub values: Vec<Named>,
    /// What the file calls the thing, where that says more than its place.
    pub called: Option<String>,
}

impl Fault {
    /// Something wrong at a place, with the lengths its sentence names.
    #[must_use]
    pub fn at(
        code: FaultCode,
        sentence: &'static str,
        at: Point,
        lengths: &[(&'static str, f64)],
    ) -> Self {
        let values =
            lengths.iter().map(|(name, m)| (*name, Measure::Number(Kind::Bore, *m))).collect();
        Self { code, sentence, at: Some(at), values, called: None }
    }

    /// Something that is no line of a part, by the name the file has for it.
    #[must_use]
    pub fn unknown(sentence: &'static str, called: impl Into<String>, at: Option<Point>) -> Self {
        let called = Some(called.into());
        Self { code: FaultCode::UnknownEntity, sentence, at, values: Vec::new(), called }
    }
}

/// Which contour of a part.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub enum Of {
    /// Round the part.
    Outer,
    /// One of its holes, from 0.
    Hole(usize),
    /// One of the lines that part nothing, from 0.
    Cut(usize),
}

impl Part {
    /// A part without holes or cuts.
    #[must_use]
    pub fn solid(name: impl Into<String>, outer: Contour) -> Self {
        Self {
            name: name.into(),
            outer: outer.anticlockwise(),
            holes: Vec::new(),
            cuts: Vec::new(),
        }
    }

    /// Its steel, m² of plate.
    #[must_use]
    pub fn area(&self) -> f64 {
        self.outer.area().abs() - self.holes.iter().map(|hole| hole.area().abs()).sum::<f64>()
    }

    /// Every contour with its name.
    pub fn contours(&self) -> impl Iterator<Item = (Of, &Contour)> {
        let holes = self.holes.iter().enumerate().map(|(i, hole)| (Of::Hole(i), hole));
        let cuts = self.cuts.iter().enumerate().map(|(i, cut)| (Of::Cut(i), cut));
        std::iter::once((Of::Outer, &self.outer)).chain(holes).chain(cuts)
    }

    /// Moved, turned or mirrored.
    #[must_use]
    pub fn placed(&self, affine: &Affine) -> Self {
        let of = |contours: &[Contour]| contours.iter().map(|one| one.placed(affine)).collect();
        Self {
            name: self.name.clone(),
            outer: self.outer.placed(affine),
            holes: of(&self.holes),
            cuts: of(&self.cuts),
        }
        .tidy()
    }

    /// The same with outline and holes anticlockwise.
    #[must_use]
    pub fn tidy(self) -> Self {
        Self {
            outer: self.outer.anticlockwise(),
            holes: self.holes.iter().map(Contour::anticlockwise).collect(),
            ..self
        }
    }

    /// The first thing that makes it no part: a line that crosses itself or another, a hole outside, nothing enclosed.
    ///
    /// # Errors
    /// Which contour, and what is wrong where.
    pub fn check(&self) -> Result<(), (Of, Fault)> {
        let outer = Outline::of(&self.outer);
        for (of, contour) in self.contours() {
            let start = contour.start();
            let own = Outline::of(contour);
            if let Some(at) = own.crosses_itself() {
                return Err((of, Fault::at(FaultCode::Crossing, "layout_crosses_itself", at, &[])));
            }
            let nothing = contour.closed && contour.area().abs() < SMALLEST * SMALLEST;
            if contour.length() <= 0.0 || nothing {
                let fault = Fault::at(FaultCode::Tiny, "layout_encloses_nothing", start, &[]);
                return Err((of, fault));
            }
            if of != Of::Outer && !outer.holds(start) {
                return Err((of, Fault::at(FaultCode::Crossing, "layout_outside", start, &[])));
            }
        }
        self.check_apart()
    }

    /// The first of its closed contours that meets another, or the first hole in a hole.
    fn check_apart(&self) -> Result<(), (Of, Fault)> {
        let closed: Vec<_> = self
            .contours()
            .filter(|(of, _)| !matches!(of, Of::Cut(_)))
            .map(|(of, contour)| (of, contour.start(), Outline::of(contour)))
            .collect();
        for (i, (_, _, one)) in closed.iter().enumerate() {
            if cancelled() {
                break;
            }
            for (of, start, other) in &closed[i + 1..] {
                if let Some(at) = one.meets(other) {
                    return Err((*of, Fault::at(FaultCode::Crossing, "layout_crossing", at, &[])));
                }
                if i > 0 && one.holds(*start) {
                    let fault = Fault::at(FaultCode::Crossing, "layout_nested", *start, &[]);
                    return Err((*of, fault));
                }
            }
        }
        Ok(())
    }
}

/// Nothing smaller across is meant, m. Source: `ours`: under the finest kerf.
pub const SMALLEST: f64 = 0.0005;
