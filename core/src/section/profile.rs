//! What is a rolled shape or tube? Its family, its sizes, and the elements that strokes go through.
//!
//! Sizes are those of the data sets (reference/sections/generate.py). US areas of tubes rest on a design
//! wall of 0.93 of the nominal one: both are kept, the nominal wall is what the torch meets. Left out: mill
//! tolerances, and double angles. Theory: docs/model/section.md.

use serde::Deserialize;

use super::outline::Outline;
use crate::error::{Error, Result};
use crate::quantity::{Area, Length};
use crate::range::Range;

/// Kinds of shape that are cut alike.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
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
    /// Its code in tables and interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::I => "i",
            Self::Channel => "channel",
            Self::Tee => "tee",
            Self::Angle => "angle",
            Self::RectangularTube => "rectangular_tube",
            Self::RoundTube => "round_tube",
            Self::Pipe => "pipe",
            Self::Flat => "flat",
            Self::RoundBar => "round_bar",
        }
    }

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

/// Source of a shape that a person gave the sizes of.
pub const BY_HAND: &str = "request";

/// Density of steel, kg/m³. Source: `en_1993_1_2`.
const DENSITY: f64 = 7_850.0;

impl Profile {
    /// The outline of the nominal shape: what the torch meets.
    #[must_use]
    pub fn outline(&self) -> Outline {
        Outline::of(self, self.web)
    }

    /// The outline that its published area rests on.
    #[must_use]
    pub fn design_outline(&self) -> Outline {
        Outline::of(self, self.design_wall.unwrap_or(self.web))
    }

    /// A shape by hand: family and sizes, no fillets.
    ///
    /// # Errors
    /// `OutOfRange` outside [`SIZE`] or [`WALL`]; `Contradiction` where a wall is thicker than the outside
    /// allows.
    pub fn custom(
        family: Family,
        (depth, width): (Length, Length),
        (web, flange): (Length, Length),
    ) -> Result<Self> {
        SIZE.check(depth.as_m())?;
        SIZE.check(width.as_m())?;
        WALL.check(web.as_m())?;
        WALL.check(flange.as_m())?;
        let across = if family.is_hollow() { 2.0 * web.as_m() } else { web.as_m() };
        let down = match family {
            Family::I | Family::Channel | Family::RectangularTube => 2.0 * flange.as_m(),
            Family::Tee | Family::Angle => flange.as_m(),
            _ => 0.0,
        };
        let solid = matches!(family, Family::Flat | Family::RoundBar);
        let thick = |value: f64, against: f64| Error::Contradiction {
            input: "wall",
            code: "wall_thicker_than_outside",
            value,
            against,
            unit: "m",
        };
        if !solid && across >= width.as_m() {
            return Err(thick(web.as_m(), width.as_m()));
        }
        if !solid && down >= depth.as_m() {
            return Err(thick(flange.as_m(), depth.as_m()));
        }
        let none = Length::from_m(0.0);
        let mut made = Self {
            code: String::new(),
            family,
            depth,
            width,
            web,
            flange,
            root: none,
            toe: none,
            slope: 0.0,
            slope_at: none,
            design_wall: None,
            area: Area::from_m2(0.0),
            mass_per_metre: 0.0,
            source: BY_HAND,
        };
        made.weigh();
        Ok(made)
    }

    /// A rectangular tube by hand, with its outside corner rounded.
    #[must_use]
    pub fn with_corner(mut self, radius: Length) -> Self {
        self.root = radius;
        self.weigh();
        self
    }

    /// Area and mass by its own outline, where nothing is published.
    fn weigh(&mut self) {
        self.area = self.outline().area();
        self.mass_per_metre = self.area.as_m2() * DENSITY;
    }
}
