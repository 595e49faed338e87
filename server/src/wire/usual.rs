//! What is usual in the trade where nobody said otherwise, as a screen draws and shows it.

use galvanon_core::code::Code;
use galvanon_core::gas::gauge::{Scale, usual_scales};
use galvanon_core::section::asked::{USUAL_HOLE_HEIGHT, USUAL_HOLE_LENGTH, USUAL_RADIUS};
use galvanon_core::trace::Kind;
use serde::Serialize;
use utoipa::ToSchema;

use crate::error::ApiResult;
use crate::wire::unit::wire;

/// The scale of a usual gauge, from nought.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct UsualGauge {
    /// delivery, contents.
    pub gauge: &'static str,
    /// oxygen, fuel, acetylene.
    pub gas: &'static str,
    /// psi, bar, kpa.
    pub printed_in: &'static str,
    /// Its end.
    pub full_kpa: f64,
    /// From one number to the next.
    pub major_kpa: f64,
}

impl From<&Scale> for UsualGauge {
    fn from(scale: &Scale) -> Self {
        Self {
            gauge: scale.measures.code(),
            gas: scale.gas.code(),
            printed_in: scale.printed_in.code(),
            full_kpa: wire(Kind::Pressure, scale.full.as_pa()),
            major_kpa: wire(Kind::Pressure, scale.major.as_pa()),
        }
    }
}

/// The scales of usual gauges, small to large of each kind.
///
/// # Errors
/// When the table cannot be read.
pub fn usual_gauges() -> ApiResult<Vec<UsualGauge>> {
    Ok(usual_scales()?.iter().map(UsualGauge::from).collect())
}

/// What is taken of a cut of a shape where nothing is said.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct UsualOfShape {
    /// Of an inner corner.
    pub radius_mm: f64,
    /// An access hole, along the shape.
    pub hole_length_mm: f64,
    /// And how high.
    pub hole_height_mm: f64,
}

impl UsualOfShape {
    /// As core takes it.
    #[must_use]
    pub fn now() -> Self {
        Self {
            radius_mm: wire(Kind::Length, USUAL_RADIUS.as_m()),
            hole_length_mm: wire(Kind::Length, USUAL_HOLE_LENGTH.as_m()),
            hole_height_mm: wire(Kind::Length, USUAL_HOLE_HEIGHT.as_m()),
        }
    }
}
