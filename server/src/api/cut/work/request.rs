//! What is asked of the torch that is no straight cut.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::cut::gas::GasWire;
use crate::api::cut::gear::GearWire;
use crate::api::cut::policy::PolicyWire;
use crate::api::tip::request::TipWire;
use crate::http::fields::Given;

/// A mark of a carriage's dial that was timed.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TimedWire {
    /// What the dial showed.
    #[schema(value_type = f64)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub mark: Option<Given>,
    /// How far the carriage ran.
    #[schema(value_type = f64)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub mm: Option<Given>,
    /// How long it took.
    #[schema(value_type = f64)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub s: Option<Given>,
}

/// A piece of what is taken apart.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PieceWire {
    /// What the shop calls it.
    pub name: String,
    /// What it weighs; left out, it is weighed by its shape or plate and its length.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub mass_kg: Option<Given>,
    /// A shape of the tables that it is all along.
    #[serde(default)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub profile: Option<String>,
    /// How long the piece is.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub long_mm: Option<Given>,
    /// Of plate: how wide.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub wide_mm: Option<Given>,
    /// Of plate: how thick.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thick_mm: Option<Given>,
    /// Another piece by its name, or whatever else holds it.
    #[serde(default)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub held_by: Option<String>,
    /// Steel cut to free it; 10 when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thickness_mm: Option<Given>,
    /// Length of that cut; 300 when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub length_mm: Option<Given>,
}

/// A work: its kind, its gas, and what its kind asks. Fields of another kind are refused.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WorkRequest {
    /// rail, fastener, wash, gouge, long_cut, circle, take_apart, heat.
    #[schema(value_type = String)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub kind: Option<Given>,
    /// As of a cut; missing only inside of a cut plan request, where it stands beside the work.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub gas: Option<GasWire>,
    /// equal_pressure, injector.
    #[schema(value_type = Option<String>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub torch: Option<Given>,
    /// A tip that must be used.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub tip: Option<TipWire>,
    /// The tips at hand; our generic series when left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub drawer: Option<Vec<TipWire>>,
    /// How the shop works.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub policy: Option<PolicyWire>,
    /// The gear on the gas's way.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub gear: Option<GearWire>,
    /// Rail: the cut; wash: the bar; gouge: the groove; long cut: along it.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub length_mm: Option<Given>,
    /// Rail, gouge and circle: the plate; wash: the bar; long cut: steel in the jet's way.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thickness_mm: Option<Given>,
    /// Rail: how far the highest point of the run stands above the plate.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub highest_mm: Option<Given>,
    /// Rail: how long it is, no shorter than the cut.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub rail_mm: Option<Given>,
    /// Rail: of the edge; square when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub bevel_deg: Option<Given>,
    /// Rail: marks of the dial that were timed.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub dial: Option<Vec<TimedWire>>,
    /// Fastener: rivet, bolt_head, nut, stud.
    #[schema(value_type = Option<String>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub fastener: Option<Given>,
    /// Fastener: button, pan, countersunk, hex, of a rivet's or a bolt's head; a rivet's is button and a bolt's hex when left out.
    #[schema(value_type = Option<String>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub head: Option<Given>,
    /// Circle: disc, hole; disc when left out.
    #[schema(value_type = Option<String>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub kept: Option<Given>,
    /// Circle: pivot, carriage; pivot when left out.
    #[schema(value_type = Option<String>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub turned: Option<Given>,
    /// Fastener: of shank or thread; circle: of disc or hole.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub diameter_mm: Option<Given>,
    /// Fastener: none, stud, plate, both.
    #[schema(value_type = Option<String>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub save: Option<Given>,
    /// Fastener: whether it is rusted.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub rusted: Option<bool>,
    /// Fastener: none, zinc, cadmium.
    #[schema(value_type = Option<String>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub coated: Option<Given>,
    /// Wash: how wide the bar is.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub width_mm: Option<Given>,
    /// Wash: how much stays for the grinder; 2 when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub leave_mm: Option<Given>,
    /// Gouge: less than the plate; long cut: at most the steel in the way.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub depth_mm: Option<Given>,
    /// Take apart: the pieces.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub pieces: Option<Vec<PieceWire>>,
    /// Heat: fuel of the head, by its maker's chart.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub flow_l_min: Option<Given>,
    /// Heat: how hot the steel is to be.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub temperature_c: Option<Given>,
    /// Heat: how long the head burns for one piece, 10 to 14 400 s; 600 when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub spell_s: Option<Given>,
}

impl WorkRequest {
    /// Each field that a kind may ask for, and whether it was said.
    pub(super) fn said(&self) -> [(&'static str, bool); 21] {
        let said = |given: &Option<Given>| given.as_ref().is_some_and(Given::is_said);
        [
            ("length_mm", said(&self.length_mm)),
            ("thickness_mm", said(&self.thickness_mm)),
            ("highest_mm", said(&self.highest_mm)),
            ("rail_mm", said(&self.rail_mm)),
            ("bevel_deg", said(&self.bevel_deg)),
            ("dial", self.dial.is_some()),
            ("fastener", said(&self.fastener)),
            ("head", said(&self.head)),
            ("kept", said(&self.kept)),
            ("turned", said(&self.turned)),
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
            ("spell_s", said(&self.spell_s)),
        ]
    }
}
