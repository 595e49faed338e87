//! A shape by hand: family and sizes, weighed by its own outline.

use crate::error::{Error, Result};
use crate::quantity::{Area, Length};
use crate::section::profile::{Family, Profile, SIZE, WALL};

/// Source of a shape that a person gave the sizes of.
pub const BY_HAND: &str = "request";

/// Density of steel, kg/m³. Source: `en_1993_1_2`.
const DENSITY: f64 = 7_850.0;

/// So many walls of a thickness leave something between them, or beside the one.
fn room_for(walls: f64, thickness: Length, outside: Length) -> Result<()> {
    if walls * thickness.as_m() < outside.as_m() {
        return Ok(());
    }
    Err(Error::Contradiction {
        input: "wall",
        code: "wall_thicker_than_outside",
        value: thickness.as_m(),
        against: outside.as_m(),
        unit: "m",
    })
}

impl Profile {
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
        let webs = if family.is_hollow() { 2.0 } else { 1.0 };
        let flanges = match family {
            Family::I | Family::Channel | Family::RectangularTube => 2.0,
            Family::Tee | Family::Angle => 1.0,
            _ => 0.0,
        };
        if !matches!(family, Family::Flat | Family::RoundBar) {
            room_for(webs, web, width)?;
            room_for(flanges, flange, depth)?;
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
