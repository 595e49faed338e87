//! The request of the contract, field by field, read into core's.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::cut::factors::FactorsWire;
use crate::api::cut::gas::GasWire;
use crate::api::cut::gear::GearWire;
use crate::api::cut::policy::PolicyWire;
use crate::api::cut::prices::PricesWire;
use crate::api::cut::work::request::WorkRequest;
use crate::api::layout::asked::LayoutWire;
use crate::api::section::request::SectionWire;
use crate::api::tip::request::TipWire;
use crate::http::fields::Given;

/// What is cut.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SteelWire {
    /// Thickness, 3 to 300 mm; left out of a shape and of other work, which have their own.
    #[schema(value_type = Option<f64>)]
    pub thickness_mm: Option<Given>,
    /// Grade by name; mild steel when left out.
    #[schema(value_type = Option<String>)]
    pub grade: Option<Given>,
    /// The mill's heat number, as it is stamped: kept for the record, at most 40 characters. It moves no figure.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub heat_number: Option<String>,
    /// Percent by weight by chemical symbol; outranks the grade. The balance is iron.
    #[schema(value_type = Option<BTreeMap<String, f64>>)]
    pub composition_percent: Option<BTreeMap<String, Given>>,
    /// How many layers lie on each other, 1 to 20; 1 when left out.
    #[schema(value_type = Option<u32>)]
    pub layers: Option<Given>,
    /// Whether it closes a space without a vent.
    pub sealed: Option<bool>,
    /// Whether the ventilation that a poisonous fume asks for has been named.
    pub ventilation_named: Option<bool>,
    /// Which faces can be reached: both, near_only; both when left out.
    #[schema(value_type = Option<String>)]
    pub access: Option<Given>,
    /// −40 to 600 °C; 20 when left out.
    #[schema(value_type = Option<f64>)]
    pub plate_temperature_c: Option<Given>,
    /// Near face: clean, mill_scale, light_rust, heavy_rust, paint, galvanised.
    #[schema(value_type = Option<String>)]
    pub surface: Option<Given>,
    /// Far face, the same words.
    #[schema(value_type = Option<String>)]
    pub back_surface: Option<Given>,
}

/// The cut asked for.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CutWire {
    /// Length of cut, 1 to 100 000 mm; left out of a shape, of a part that is laid out and of other work.
    #[schema(value_type = Option<f64>)]
    pub length_mm: Option<Given>,
    /// cut, gouge, wash, head, nut: what the torch does; cut when left out.
    #[schema(value_type = Option<String>)]
    pub stroke: Option<Given>,
    /// freehand, guided, machine; left out of other work that has a way of its own.
    #[schema(value_type = Option<String>)]
    pub process: Option<Given>,
    /// edge, drilled_hole, pierce.
    #[schema(value_type = Option<String>)]
    pub start: Option<Given>,
    /// 0 to 75° from square.
    #[schema(value_type = Option<f64>)]
    pub bevel_deg: Option<Given>,
    /// fine, standard, severance.
    #[schema(value_type = Option<String>)]
    pub quality: Option<Given>,
    /// right, left: the hand that holds the torch.
    #[schema(value_type = Option<String>)]
    pub handedness: Option<Given>,
    /// near_side, far_side: which side of the line is scrap, as the torch hand stands; far_side
    /// when left out.
    #[schema(value_type = Option<String>)]
    pub scrap: Option<Given>,
    /// How many cuts, 1 to 10 000.
    #[schema(value_type = Option<u32>)]
    pub count: Option<Given>,
}

/// Everything a plan depends on; the shop's gear, policies and factors are optional.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CutPlanRequest {
    /// What is cut; of a shape the thickness is not asked.
    pub steel: SteelWire,
    /// The cut asked for.
    pub cut: CutWire,
    /// The gas and the way it takes.
    pub gas: GasWire,
    /// A tip that must be used.
    pub tip: Option<TipWire>,
    /// equal_pressure, injector.
    #[schema(value_type = Option<String>)]
    pub torch: Option<Given>,
    /// The tips at hand; our generic series when left out.
    pub drawer: Option<Vec<TipWire>>,
    /// How the shop works.
    pub policy: Option<PolicyWire>,
    /// What its burns have taught.
    pub factors: Option<FactorsWire>,
    /// The gear on the gas's way.
    pub gear: Option<GearWire>,
    /// What things cost the shop; without them no cost is given.
    pub prices: Option<PricesWire>,
    /// A shape in place of a plate, with its cut: thickness, length, start and bevel are then those of its strokes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub section: Option<SectionWire>,
    /// A part that is laid out, in place of a straight cut: length and start are then those of its paths.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub layout: Option<LayoutWire>,
    /// The other work of the torch, in place of a straight cut: thickness, length and process are then its own. Gas, torch, tip,
    /// drawer, policy and gear stand beside it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub work: Option<WorkRequest>,
}
