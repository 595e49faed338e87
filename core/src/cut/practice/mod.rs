//! Where the trade disagrees about the cut itself, what does the choice of a shop move?
//!
//! How hot the start is taken, whether scale is ground off first, and how thick plate is paced. Each is a
//! multiplier, a place in a published band or a time; none lifts a stop. Left out: what is only said at the
//! torch (run-sheet.csv). Theory: docs/model/cut.md.

use crate::quantity::Length;

pub mod faces;
pub mod one_pressure;
pub mod own;

/// How hot the start is before the cutting oxygen comes.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum HowHot {
    /// Bright cherry red: it burns, and is not yet molten.
    #[default]
    Cherry,
    /// Bright orange: surer, with a softer corner.
    Orange,
    /// Sweating: molten at the corner.
    Sweating,
}

/// What is done about scale and rust on the faces.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Scale {
    /// Ground off where a fine edge is asked, else cut through.
    ByQuality,
    /// Both faces are ground first.
    GrindFirst,
    /// Nothing is ground.
    #[default]
    CutThrough,
}

/// How thick plate is paced.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum ThickSpeed {
    /// As any plate: where the edge asked has its place in the band, which slows with thickness by itself.
    #[default]
    ByThickness,
    /// Half as far into the band.
    RatherSlow,
    /// Half way on to the fast end.
    FastestThrough,
}

/// How an opening in a shape begins, where its cut does not say so.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum HoleStart {
    /// In a drilled hole.
    Drilled,
    /// Pierced in the scrap.
    #[default]
    Pierce,
}

/// Plate counts as thick from here on: a helper sights the torch. Source: `common_practice` (1-1/4 in).
pub const THICK: Length = Length::from_mm(31.75);

impl ThickSpeed {
    /// Where in a process's part of the speed band a cut is set, 0 to 1, that has `place` by its edge. Source: `ours`.
    #[must_use]
    pub fn place(self, place: f64, path: Length) -> f64 {
        match self {
            Self::RatherSlow if path >= THICK => place / 2.0,
            Self::FastestThrough if path >= THICK => f64::midpoint(place, 1.0),
            Self::ByThickness | Self::RatherSlow | Self::FastestThrough => place,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// The edge asked keeps its order whatever the practice, and thin plate knows no practice.
    #[test]
    fn a_practice_moves_thick_plate_alone_and_keeps_the_order_of_edges() {
        let thick = Length::from_mm(50.0);
        for speed in [ThickSpeed::RatherSlow, ThickSpeed::FastestThrough] {
            assert!((speed.place(0.5, Length::from_mm(12.0)) - 0.5).abs() < 1e-12, "{speed:?}");
            assert!(speed.place(0.25, thick) < speed.place(0.75, thick), "{speed:?}");
        }
        assert!(ThickSpeed::RatherSlow.place(0.5, thick) < 0.5);
        assert!(ThickSpeed::FastestThrough.place(0.5, thick) > 0.5);
        assert!(ThickSpeed::FastestThrough.place(1.0, thick) <= 1.0);
    }
}
