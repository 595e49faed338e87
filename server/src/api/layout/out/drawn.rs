//! What a file is written of, and in which unit.

use galvanon_core::geometry::Point;
use galvanon_core::layout::marking::Marking;
use galvanon_core::layout::marks::{Marks, marks};
use galvanon_core::layout::part::Part;
use galvanon_core::layout::paths::{CutPath, Laid};

use galvanon_core::cut::work::runs::RunPlan;

/// The unit that a file is in.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum OutUnit {
    /// Millimetres.
    Mm,
    /// Inches.
    In,
}

impl OutUnit {
    /// How many of it a metre is; the inch is 25.4 mm by definition.
    #[must_use]
    pub const fn in_a_metre(self) -> f64 {
        match self {
            Self::Mm => 1e3,
            Self::In => 1.0 / 0.0254,
        }
    }
}

/// What a file is written of.
pub(crate) struct Drawn<'a> {
    pub part: &'a Part,
    pub laid: Option<&'a Laid>,
    /// What each path takes, by a plan.
    pub runs: Option<&'a [RunPlan]>,
    pub unit: OutUnit,
    /// The lines that the shop draws, and how it marks them.
    pub lines: Part,
    pub marking: Marking,
    /// Where marks are measured from.
    pub datum: Option<Point>,
    /// Travel, m/s.
    pub feed: Option<f64>,
}

impl Drawn<'_> {
    /// The marks, from a datum corner, or from the lower left of the part.
    pub fn marks(&self, datum: Option<Point>) -> Marks {
        let datum = datum.unwrap_or_else(|| self.part.outer.bounds().low);
        marks(&self.lines, Some(datum), &self.marking)
    }

    pub fn paths(&self) -> &[CutPath] {
        self.laid.map_or(&[], |laid| &laid.paths)
    }
}
