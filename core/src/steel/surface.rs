//! What does a dirty face cost? Factors on speed (here) and on the start preheat
//! (`start-preheat-factors.csv`). Near face and far face count apart: dirt behind blows back.

use serde::Deserialize;

/// What a face of the plate carries.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Surface {
    /// Bare bright metal.
    #[default]
    Clean,
    /// Blue-black scale from the rolling mill.
    MillScale,
    /// A film of rust.
    LightRust,
    /// Flaking rust.
    HeavyRust,
    /// Paint or primer.
    Paint,
    /// Zinc.
    Galvanised,
}

impl Surface {
    /// Every surface with its code.
    pub const ALL: [(Self, &'static str); 6] = [
        (Self::Clean, "clean"),
        (Self::MillScale, "mill_scale"),
        (Self::LightRust, "light_rust"),
        (Self::HeavyRust, "heavy_rust"),
        (Self::Paint, "paint"),
        (Self::Galvanised, "galvanised"),
    ];

    /// Its code in tables and interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        Self::ALL[self as usize].1
    }
}

/// A row of surface-factors.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct SpeedFactors {
    /// Code of the surface.
    pub surface: String,
    /// What it leaves of the speed on the near face, 1.
    pub speed_front: f64,
    /// What it leaves of the speed on the far face, 1.
    pub speed_back: f64,
}

#[cfg(test)]
mod tests {
    use super::Surface;

    #[test]
    fn codes_stand_in_the_order_of_the_kinds() {
        for (surface, code) in Surface::ALL {
            assert_eq!(surface.code(), code);
        }
    }
}
