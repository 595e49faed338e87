//! What does a cut edge look like, in figures? The set of parameters that a drawing needs.
//!
//! A face is told from its top corner down: corner, face, drag lines, bottom, kerf and the band of
//! heat beside it. Signs of the trade are read off these figures, and each sign has a picture: a
//! good edge with just that changed. Theory: docs/model/edge.md.

use crate::quantity::{Angle, Length};

/// A cut edge in figures.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Face {
    /// Thickness along the cut.
    pub thickness: Length,
    /// Radius of the top corner.
    pub top_radius: Length,
    /// Part of the top corner that carries beads, 0 to 1.
    pub top_beads: f64,
    /// Hollow just under the top corner.
    pub undercut: Length,
    /// Depth of the dish in the middle of the face.
    pub dish: Length,
    /// How far the bottom of the drag lines lies behind their top.
    pub drag: Length,
    /// From one drag line to the next.
    pub line_spacing: Length,
    /// How much drag lines change along the cut, 0 to 1.
    pub line_uneven: f64,
    /// Height of waves along the cut.
    pub wave: Length,
    /// From one wave to the next.
    pub wave_pitch: Length,
    /// Part of the face that carries deep grooves, 0 to 1.
    pub gouged: f64,
    /// Width of the cut at the top.
    pub kerf_top: Length,
    /// Width of the cut at the bottom.
    pub kerf_bottom: Length,
    /// From square.
    pub lean: Angle,
    /// Height of slag along the bottom.
    pub slag: Length,
    /// How hard it holds: 0 falls off, 1 must be ground off.
    pub slag_held: f64,
    /// Radius of a washed bottom corner.
    pub bottom_radius: Length,
    /// Part of the thickness left uncut at the bottom, 0 to 1.
    pub uncut: f64,
    /// What is left behind in the bottom corner at the end of the cut, along it.
    pub corner_left: Length,
    /// Part of the slag that is blown back up, 0 to 1.
    pub blown_up: f64,
    /// Part of the length that was cut when the cut went out; 1 when it did not.
    pub kept_to: f64,
    /// Depth of the notch at a stop.
    pub notch: Length,
    /// Width of the band of heat colours beside the cut.
    pub heat_band: Length,
}

/// Rounding of a right top corner: at least, and for each unit of thickness.
/// Source: `ours`; from common practice's "crisp and square".
const TOP: (f64, f64) = (0.2e-3, 0.005);
/// From one drag line to the next: at least, and for each unit of thickness. Source: `ours`.
const SPACING: (f64, f64) = (0.8e-3, 0.015);
/// Slag that taps off: at least, and for each unit of thickness. Source: `ours`.
const SLAG: (f64, f64) = (0.5e-3, 0.02);
/// Band of heat colours: at least, and for each unit of thickness. Source: `ours`.
const HEAT: (f64, f64) = (3e-3, 0.1);
/// How hard the slag of a right cut holds. Source: `ours`.
const TAPS_OFF: f64 = 0.15;

/// `at least + share · thickness`.
fn grows((least, share): (f64, f64), thickness: Length) -> Length {
    Length::from_m(least + share * thickness.as_m())
}

impl Face {
    /// A right edge: crisp, square, fine upright lines, slag that taps off.
    ///
    /// | symbol | meaning | unit |
    /// |---|---|---|
    /// | `thickness` | along the cut | m |
    /// | `kerf` | its planned width | m |
    /// | `drag` | its planned lag | m |
    ///
    /// Source: `ours` for sizes, `common_practice` for what is right.
    #[must_use]
    pub fn right(thickness: Length, kerf: Length, drag: Length) -> Self {
        Self {
            thickness,
            top_radius: grows(TOP, thickness),
            top_beads: 0.0,
            undercut: Length::from_m(0.0),
            dish: Length::from_m(0.0),
            drag,
            line_spacing: grows(SPACING, thickness),
            line_uneven: 0.0,
            wave: Length::from_m(0.0),
            wave_pitch: Length::from_mm(40.0),
            gouged: 0.0,
            kerf_top: kerf,
            kerf_bottom: kerf,
            lean: Angle::from_rad(0.0),
            slag: grows(SLAG, thickness),
            slag_held: TAPS_OFF,
            bottom_radius: Length::from_m(0.0),
            uncut: 0.0,
            corner_left: Length::from_m(0.0),
            blown_up: 0.0,
            kept_to: 1.0,
            notch: Length::from_m(0.0),
            heat_band: grows(HEAT, thickness),
        }
    }
}
