//! The figures that a cut face is drawn from, and what a sign changes in them.

use std::collections::BTreeMap;

use galvanon_core::edge::face::Face;
use galvanon_core::edge::signs::picture;
use galvanon_core::quantity::Length;
use serde::Serialize;
use utoipa::ToSchema;

use crate::error::ApiResult;
use crate::wire::unit::thousandths as fine;

/// A cut edge in figures, from the top corner down: what a drawing needs.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FaceWire {
    /// Thickness along the cut.
    pub thickness_mm: f64,
    /// Radius of the top corner.
    pub top_radius_mm: f64,
    /// Part of the top corner that carries beads, 0 to 1.
    pub top_beads: f64,
    /// Hollow just under the top corner.
    pub undercut_mm: f64,
    /// Dish in the middle of the face.
    pub dish_mm: f64,
    /// How far the bottom of the drag lines lies behind their top.
    pub drag_mm: f64,
    /// From one drag line to the next.
    pub line_spacing_mm: f64,
    /// How much they change along the cut, 0 to 1.
    pub line_uneven: f64,
    /// Height of waves along the cut.
    pub wave_mm: f64,
    /// From one wave to the next.
    pub wave_pitch_mm: f64,
    /// Part of the face that carries deep grooves, 0 to 1.
    pub gouged: f64,
    /// Width of the cut at the top.
    pub kerf_top_mm: f64,
    /// Width of the cut at the bottom.
    pub kerf_bottom_mm: f64,
    /// From square.
    pub lean_deg: f64,
    /// Height of the slag along the bottom.
    pub slag_mm: f64,
    /// How hard it holds: 0 falls off, 1 must be ground off.
    pub slag_held: f64,
    /// Radius of a washed bottom corner.
    pub bottom_radius_mm: f64,
    /// Part of the thickness left uncut, 0 to 1.
    pub uncut: f64,
    /// What is left behind in the bottom corner.
    pub corner_left_mm: f64,
    /// Part of the slag blown back up, 0 to 1.
    pub blown_up: f64,
    /// Part of the length that was cut when the cut went out; 1 when it did not.
    pub kept_to: f64,
    /// Depth of the notch at a stop.
    pub notch_mm: f64,
    /// Width of the band of heat colours.
    pub heat_band_mm: f64,
}

impl From<&Face> for FaceWire {
    fn from(face: &Face) -> Self {
        let mm = |length: Length| fine(length.as_mm());
        Self {
            thickness_mm: mm(face.thickness),
            top_radius_mm: mm(face.top_radius),
            top_beads: fine(face.top_beads),
            undercut_mm: mm(face.undercut),
            dish_mm: mm(face.dish),
            drag_mm: mm(face.drag),
            line_spacing_mm: mm(face.line_spacing),
            line_uneven: fine(face.line_uneven),
            wave_mm: mm(face.wave),
            wave_pitch_mm: mm(face.wave_pitch),
            gouged: fine(face.gouged),
            kerf_top_mm: mm(face.kerf_top),
            kerf_bottom_mm: mm(face.kerf_bottom),
            lean_deg: fine(face.lean.as_rad().to_degrees()),
            slag_mm: mm(face.slag),
            slag_held: fine(face.slag_held),
            bottom_radius_mm: mm(face.bottom_radius),
            uncut: fine(face.uncut),
            corner_left_mm: mm(face.corner_left),
            blown_up: fine(face.blown_up),
            kept_to: fine(face.kept_to),
            notch_mm: mm(face.notch),
            heat_band_mm: mm(face.heat_band),
        }
    }
}

/// The edge that pictures of signs are drawn on: 20 mm plate, 2 mm kerf, a tenth of drag.
#[must_use]
pub fn sample() -> Face {
    Face::right(Length::from_mm(20.0), Length::from_mm(2.0), Length::from_mm(2.0))
}

/// What the picture of a sign changes in the sample; empty for what no face shows.
///
/// # Errors
/// Only a fault of ours.
pub fn changes(code: &str) -> ApiResult<BTreeMap<String, f64>> {
    let right = sample();
    let Some(shown) = picture(code, &right) else { return Ok(BTreeMap::new()) };
    let figures = |face: &Face| -> ApiResult<BTreeMap<String, f64>> {
        Ok(serde_json::from_value(serde_json::to_value(FaceWire::from(face))?)?)
    };
    let plain = figures(&right)?;
    let changed = figures(&shown)?.into_iter().filter(|(key, value)| plain[key] != *value);
    Ok(changed.collect())
}
