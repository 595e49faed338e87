//! How the shop works, as a cut is planned by it.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::Given;

/// How the shop works.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PolicyWire {
    /// low, chart, high: where in the published band the oxygen is set; one_pressure: one setting of the regulator for all.
    #[schema(value_type = Option<String>)]
    pub pressure_school: Option<Given>,
    /// to_the_work, one_up.
    #[schema(value_type = Option<String>)]
    pub tip_school: Option<Given>,
    /// Where the regulator stands under one_pressure, gas flowing, 100 to 700 kPa; 275 when left out.
    #[schema(value_type = Option<f64>)]
    pub one_pressure_kpa: Option<Given>,
    /// cherry, orange, sweating: how hot a start is taken; cherry when left out.
    #[schema(value_type = Option<String>)]
    pub how_hot: Option<Given>,
    /// by_quality, grind_first, cut_through: what is done about scale and rust; cut_through when left out.
    #[schema(value_type = Option<String>)]
    pub scale: Option<Given>,
    /// by_thickness, rather_slow, fastest_through: how plate from 31.75 mm on is paced; by_thickness when left out.
    #[schema(value_type = Option<String>)]
    pub thick_speed: Option<Given>,
    /// drilled, pierce: how an opening in a shape begins unless its cut says so; pierce when left out.
    #[schema(value_type = Option<String>)]
    pub hole: Option<Given>,
    /// One hold of the torch, 50 to 5000 mm.
    #[schema(value_type = Option<f64>)]
    pub reach_mm: Option<Given>,
    /// Handling for each cut, s.
    #[schema(value_type = Option<f64>)]
    pub handling_s: Option<Given>,
    /// Moving on at a planned stop, s.
    #[schema(value_type = Option<f64>)]
    pub reposition_s: Option<Given>,
    /// Chipping and grinding a metre of edge, s; 0 when left out. It counts as handling.
    #[schema(value_type = Option<f64>)]
    pub clean_up_s_m: Option<Given>,
    /// Absolute pressure of the air around, 50 to 110 kPa.
    #[schema(value_type = Option<f64>)]
    pub ambient_pressure_kpa: Option<Given>,
    /// Discharge coefficient of the tips, 0.5 to 1.
    #[schema(value_type = Option<f64>)]
    pub discharge_coefficient: Option<Given>,
    /// Loss in the torch, percent of the absolute tip pressure.
    #[schema(value_type = Option<f64>)]
    pub torch_loss_percent: Option<Given>,
}
