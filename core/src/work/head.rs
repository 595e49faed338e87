//! The heads of rivets, bolts and screws: how wide, how high, how much steel.
//!
//! Sizes go with the diameter of the shank; where a standard's row is at hand it is to be taken instead. Left out: oval and
//! domed countersunk heads, and washers. Theory: docs/model/work.md.

use std::f64::consts::PI;

/// Across flats, in diameters. Source: `from_memory`, as all sizes here.
pub(super) const ACROSS: f64 = 1.5;
/// A hexagon head's height.
const HEX: f64 = 0.63;
/// A button head's half width and height.
const BUTTON: (f64, f64) = (0.8, 0.65);
/// A pan head's half width below and on top, and its height.
const PAN: (f64, f64, f64) = (0.8, 0.5, 0.7);
/// A countersunk head's half width level with the plate, and its depth; at the bottom it is as wide as the shank.
const SUNK: (f64, f64) = (0.875, 0.5);

/// What a head looks like.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Head {
    /// Round: a cap.
    #[default]
    Button,
    /// Flat on top with a slope round it.
    Pan,
    /// Sunk into the plate, level with it.
    Countersunk,
    /// Six flats.
    Hex,
}

impl Head {
    /// How wide it is across, and how high it stands or how deep it is sunk, of a shank of diameter `d`, m.
    #[must_use]
    pub fn size(self, d: f64) -> (f64, f64) {
        match self {
            Self::Button => (2.0 * BUTTON.0 * d, BUTTON.1 * d),
            Self::Pan => (2.0 * PAN.0 * d, PAN.2 * d),
            Self::Countersunk => (2.0 * SUNK.0 * d, SUNK.1 * d),
            Self::Hex => (ACROSS * d, HEX * d),
        }
    }

    /// How much steel it is, m³.
    #[must_use]
    pub fn volume(self, d: f64) -> f64 {
        let (across, high) = self.size(d);
        match self {
            Self::Button => button_volume(across / 2.0, high),
            Self::Pan => frustum_volume(across / 2.0, PAN.1 * d, high),
            Self::Countersunk => frustum_volume(across / 2.0, d / 2.0, high),
            // of a hexagon: sqrt(3)/2 of the square of its width
            Self::Hex => 0.75_f64.sqrt() * across * across * high,
        }
    }
}

/// Volume of a button head of half width `a` and height `k`: a spherical cap.
///
/// ```text
/// V = π·k·(3·a² + k²)/6
/// ```
#[must_use]
pub fn button_volume(a: f64, k: f64) -> f64 {
    PI * k * (3.0 * a * a + k * k) / 6.0
}

/// Volume of a cone without its point, of half widths `a` and `b` and height `k`: a pan head, or one sunk into the plate.
///
/// ```text
/// V = π·k·(a² + a·b + b²)/3
/// ```
#[must_use]
pub fn frustum_volume(a: f64, b: f64, k: f64) -> f64 {
    PI * k * (a * a + a * b + b * b) / 3.0
}
