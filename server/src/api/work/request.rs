//! What is asked of the torch that is no straight cut.

use serde::Deserialize;
use serde_json::{Value, json};
use utoipa::ToSchema;

use crate::api::cut::gear::GearWire;
use crate::api::cut::request::{CutPlanRequest, GasWire, PolicyWire};
use crate::api::tip::request::TipWire;
use crate::error::ApiResult;
use crate::http::body::read;
use crate::http::fields::Given;

/// A mark of a carriage's dial that was timed.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TimedWire {
    /// What the dial showed.
    #[schema(value_type = f64)]
    pub mark: Option<Given>,
    /// How far the carriage ran.
    #[schema(value_type = f64)]
    pub mm: Option<Given>,
    /// How long it took.
    #[schema(value_type = f64)]
    pub s: Option<Given>,
}

/// A piece of what is taken apart.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PieceWire {
    /// What the shop calls it.
    pub name: String,
    /// What it weighs.
    #[schema(value_type = f64)]
    pub mass_kg: Option<Given>,
    /// Another piece by its name, or whatever else holds it.
    #[serde(default)]
    pub held_by: Option<String>,
    /// Steel cut to free it; 10 when left out.
    #[schema(value_type = Option<f64>)]
    pub thickness_mm: Option<Given>,
    /// Length of that cut; 300 when left out.
    #[schema(value_type = Option<f64>)]
    pub length_mm: Option<Given>,
}

/// A work: its kind, its gas, and what its kind asks. Fields of another kind are refused.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WorkRequest {
    /// rail, fastener, wash, gouge, long_cut, take_apart, heat.
    #[schema(value_type = String)]
    pub kind: Option<Given>,
    /// As of a cut.
    pub gas: GasWire,
    /// equal_pressure, injector.
    #[schema(value_type = Option<String>)]
    pub torch: Option<Given>,
    /// A tip that must be used.
    pub tip: Option<TipWire>,
    /// The tips at hand; our generic series when left out.
    pub drawer: Option<Vec<TipWire>>,
    /// How the shop works.
    pub policy: Option<PolicyWire>,
    /// The gear on the gas's way.
    pub gear: Option<GearWire>,
    /// Rail: the cut; wash: the bar; gouge: the groove; long cut: along it.
    #[schema(value_type = Option<f64>)]
    pub length_mm: Option<Given>,
    /// Rail and gouge: the plate; wash: the bar; long cut: steel in the jet's way.
    #[schema(value_type = Option<f64>)]
    pub thickness_mm: Option<Given>,
    /// Rail: how far the highest point of the run stands above the plate.
    #[schema(value_type = Option<f64>)]
    pub highest_mm: Option<Given>,
    /// Rail: how long it is, no shorter than the cut.
    #[schema(value_type = Option<f64>)]
    pub rail_mm: Option<Given>,
    /// Rail: of the edge; square when left out.
    #[schema(value_type = Option<f64>)]
    pub bevel_deg: Option<Given>,
    /// Rail: marks of the dial that were timed.
    pub dial: Option<Vec<TimedWire>>,
    /// Fastener: rivet, bolt_head, nut, stud.
    #[schema(value_type = Option<String>)]
    pub fastener: Option<Given>,
    /// Fastener: of shank or thread.
    #[schema(value_type = Option<f64>)]
    pub diameter_mm: Option<Given>,
    /// Fastener: none, stud, plate, both.
    #[schema(value_type = Option<String>)]
    pub save: Option<Given>,
    /// Fastener: whether it is rusted.
    pub rusted: Option<bool>,
    /// Fastener: none, zinc, cadmium.
    #[schema(value_type = Option<String>)]
    pub coated: Option<Given>,
    /// Wash: how wide the bar is.
    #[schema(value_type = Option<f64>)]
    pub width_mm: Option<Given>,
    /// Wash: how much stays for the grinder; 2 when left out.
    #[schema(value_type = Option<f64>)]
    pub leave_mm: Option<Given>,
    /// Gouge: less than the plate; long cut: at most the steel in the way.
    #[schema(value_type = Option<f64>)]
    pub depth_mm: Option<Given>,
    /// Take apart: the pieces.
    pub pieces: Option<Vec<PieceWire>>,
    /// Heat: fuel of the head, by its maker's chart.
    #[schema(value_type = Option<f64>)]
    pub flow_l_min: Option<Given>,
    /// Heat: how hot the steel is to be.
    #[schema(value_type = Option<f64>)]
    pub temperature_c: Option<Given>,
}

impl WorkRequest {
    /// Gas, gear and policy as of a cut; its plate and length are not read.
    ///
    /// # Errors
    /// Only when the request of a cut is no longer read.
    pub fn as_cut(&self) -> ApiResult<CutPlanRequest> {
        let bare: Value = json!({
            "steel": { "thickness_mm": 10 },
            "cut": { "length_mm": 300, "process": "freehand" },
            "gas": { "fuel": null },
        });
        let mut cut: CutPlanRequest = read(&bare)?;
        cut.gas = self.gas.clone();
        (cut.torch, cut.tip) = (self.torch.clone(), self.tip.clone());
        (cut.drawer, cut.policy) = (self.drawer.clone(), self.policy.clone());
        cut.gear = self.gear.clone();
        Ok(cut)
    }

    /// The same with gas and gear of a shop's cut; what it said itself of torch, tip, drawer, policy and gear stands.
    #[must_use]
    pub fn in_shop(self, cut: CutPlanRequest) -> Self {
        Self {
            gas: cut.gas,
            torch: self.torch.or(cut.torch),
            tip: self.tip.or(cut.tip),
            drawer: self.drawer.or(cut.drawer),
            policy: self.policy.or(cut.policy),
            gear: self.gear.or(cut.gear),
            ..self
        }
    }

    /// Each field that a kind may ask for, and whether it was said.
    pub(super) fn said(&self) -> [(&'static str, bool); 17] {
        let said = |given: &Option<Given>| given.as_ref().is_some_and(Given::is_said);
        [
            ("length_mm", said(&self.length_mm)),
            ("thickness_mm", said(&self.thickness_mm)),
            ("highest_mm", said(&self.highest_mm)),
            ("rail_mm", said(&self.rail_mm)),
            ("bevel_deg", said(&self.bevel_deg)),
            ("dial", self.dial.is_some()),
            ("fastener", said(&self.fastener)),
            ("diameter_mm", said(&self.diameter_mm)),
            ("save", said(&self.save)),
            ("rusted", self.rusted.is_some()),
            ("coated", said(&self.coated)),
            ("width_mm", said(&self.width_mm)),
            ("leave_mm", said(&self.leave_mm)),
            ("depth_mm", said(&self.depth_mm)),
            ("pieces", self.pieces.is_some()),
            ("flow_l_min", said(&self.flow_l_min)),
            ("temperature_c", said(&self.temperature_c)),
        ]
    }
}
