//! What is a rolled shape or tube? Its family, its sizes, and the elements that strokes go through.
//!
//! Sizes are those of the data sets (reference/sections/generate.py). US areas of tubes rest on a design
//! wall of 0.93 of the nominal one: both are kept, the nominal wall is what the torch meets. Left out: mill
//! tolerances, and double angles. Theory: docs/model/section.md.

use serde::Deserialize;

use crate::quantity::{Area, Length};
use crate::range::Range;

/// Kinds of shape that are cut alike.
#[derive(
    Clone, Copy, Debug, Deserialize, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Family {
    /// I, W, H, HP: two flanges and a web.
    I,
    /// Two flanges to one side of a web.
    Channel,
    /// One flange and a stem.
    Tee,
    /// Two legs.
    Angle,
    /// Four walls.
    RectangularTube,
    /// One wall all round.
    RoundTube,
    /// The same, by nominal size and schedule.
    Pipe,
    /// A rectangle.
    Flat,
    /// A circle.
    RoundBar,
}

impl Family {
    /// Whether it closes a space inside.
    #[must_use]
    pub const fn is_hollow(self) -> bool {
        matches!(self, Self::RectangularTube | Self::RoundTube | Self::Pipe)
    }
}

/// Outside sizes of a shape that may be given.
pub const SIZE: Range = Range::new("size", "m", 0.005, 3.0);
/// Walls, webs and flanges of a shape that may be given.
pub const WALL: Range = Range::new("wall", "m", 0.0005, 0.3);

/// A shape.
#[derive(Clone, Debug, PartialEq)]
pub struct Profile {
    /// Its name as it is ordered.
    pub code: String,
    /// Its family.
    pub family: Family,
    /// Over the flanges, the longer leg, the outside diameter.
    pub depth: Length,
    /// Across the flanges, the shorter leg.
    pub width: Length,
    /// Web, leg or wall.
    pub web: Length,
    /// Flange; as the web where there is none.
    pub flange: Length,
    /// Fillet between web and flange, or the outside corner of a rectangular tube.
    pub root: Length,
    /// Rounding of a flange's or leg's inner tip.
    pub toe: Length,
    /// Rise of a flange's inner face toward the web, 1; 0 where it is parallel.
    pub slope: f64,
    /// From the flange's tip to where its thickness is measured.
    pub slope_at: Length,
    /// The wall that a published area rests on, where it is not the nominal one.
    pub design_wall: Option<Length>,
    /// Published area.
    pub area: Area,
    /// Published mass of a metre, kg/m.
    pub mass_per_metre: f64,
    /// Key of its source.
    pub source: &'static str,
}
