//! How the shop works, as a cut is planned by it.

use galvanon_core::cut::{Policy, limits};
use galvanon_core::quantity::{AbsolutePressure, Duration, GaugePressure, Length};
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::{Fields, Given, NumberField};

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

impl PolicyWire {
    /// How the shop works; what it does not say as usual.
    pub fn read(&self, fields: &mut Fields) -> Policy {
        let chosen = self.choices(fields, Policy::default());
        self.figures(fields, chosen)
    }

    fn choices(&self, fields: &mut Fields, usual: Policy) -> Policy {
        Policy {
            pressure_school: fields.code(
                "policy.pressure_school",
                self.pressure_school.as_ref(),
                Some(usual.pressure_school),
            ),
            tip_school: fields.code(
                "policy.tip_school",
                self.tip_school.as_ref(),
                Some(usual.tip_school),
            ),
            how_hot: fields.code("policy.how_hot", self.how_hot.as_ref(), Some(usual.how_hot)),
            scale: fields.code("policy.scale", self.scale.as_ref(), Some(usual.scale)),
            thick_speed: fields.code(
                "policy.thick_speed",
                self.thick_speed.as_ref(),
                Some(usual.thick_speed),
            ),
            hole: fields.code("policy.hole", self.hole.as_ref(), Some(usual.hole)),
            ..usual
        }
    }

    fn figures(&self, fields: &mut Fields, usual: Policy) -> Policy {
        let mut read = |path: &str, of: Limit, given: &Option<Given>, usual: f64| {
            let field = NumberField::new(path, of.range, of.kind);
            fields.number(&field, given.as_ref(), Some(usual))
        };
        let (one, reach) = (&self.one_pressure_kpa, &self.reach_mm);
        let (air, jet, loss) =
            (&self.ambient_pressure_kpa, &self.discharge_coefficient, &self.torch_loss_percent);
        let one = read("policy.one_pressure_kpa", ONE, one, usual.one_pressure.as_pa());
        let ambient = read("policy.ambient_pressure_kpa", AIR, air, usual.ambient.as_pa());
        let reach = read("policy.reach_mm", REACH, reach, usual.reach.as_m());
        let discharge = read("policy.discharge_coefficient", JET, jet, usual.discharge);
        let torch_loss = read("policy.torch_loss_percent", LOSS, loss, usual.torch_loss);
        let mut seconds = |path: &str, given: &Option<Given>, usual: Duration| {
            Duration::from_s(read(path, TIME, given, usual.as_s()))
        };
        let clean_up = usual.clean_up_per_m;
        Policy {
            one_pressure: GaugePressure::from_pa(one),
            ambient: AbsolutePressure::from_pa(ambient),
            reach: Length::from_m(reach),
            handling: seconds("policy.handling_s", &self.handling_s, usual.handling),
            reposition: seconds("policy.reposition_s", &self.reposition_s, usual.reposition),
            clean_up_per_m: seconds("policy.clean_up_s_m", &self.clean_up_s_m, clean_up),
            discharge,
            torch_loss,
            ..usual
        }
    }
}

/// What a figure is of, and its range.
#[derive(Clone, Copy)]
struct Limit {
    kind: Kind,
    range: &'static Range,
}

const ONE: Limit = Limit { kind: Kind::Pressure, range: &limits::ONE_PRESSURE };
const AIR: Limit = Limit { kind: Kind::Pressure, range: &limits::AMBIENT };
const REACH: Limit = Limit { kind: Kind::Length, range: &limits::REACH };
const TIME: Limit = Limit { kind: Kind::Duration, range: &limits::HANDLING };
const JET: Limit = Limit { kind: Kind::Ratio, range: &limits::DISCHARGE };
const LOSS: Limit = Limit { kind: Kind::Percent, range: &limits::TORCH_LOSS };
