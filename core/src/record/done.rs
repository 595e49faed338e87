//! What was done at the torch: how it came out, and how far each measure of a burn can lie.

use crate::range::Range;

/// How a burn comes out.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Outcome {
    /// Crisp; slag that taps off.
    Good,
    /// To be brushed or chipped.
    Usable,
    /// To be ground.
    Poor,
    /// Not through.
    Lost,
}

/// Any time of a burn. Source: `ours`.
pub const SECONDS: Range = Range::new("time", "s", 0.0, 86_400.0);
/// Pace: whatever was told at the torch is kept; what is far from its plan teaches nothing. Source: `ours`.
pub const PACE: Range = Range::new("pace", "m/s", 1e-5, 0.2);
/// Lever to end in a notebook, which is looked at before it is kept: no burn takes no time. Source: `ours`.
pub const NOTED_DURATION: Range = Range::new("duration", "s", 0.5, 86_400.0);
/// Pace in a notebook: up to five times what handbooks give for the thinnest plate. Source: `ours`.
pub const NOTED_PACE: Range = Range::new("pace", "m/s", 1e-5, 0.07);
/// Gas by gauge or scale. Source: `ours`.
pub const GAS: Range = Range::new("gas", "m3", 0.0, 1e3);
/// Read off a gauge. Source: `ours`.
pub const PRESSURE: Range = Range::new("pressure", "Pa", 0.0, 3e6);
/// Left in a cylinder, a part of its rating.
pub const LEFT: Range = Range::new("cylinder_left", "1", 0.0, 1.0);
