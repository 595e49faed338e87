//! What the shop's burns have taught of a cut, as a request carries it.

use galvanon_core::cut::limits;
use galvanon_core::cut::{Factors, Own};
use galvanon_core::quantity::Length;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::{Fields, Given, NumberField};

/// What the shop's burns have taught.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FactorsWire {
    /// On the travel speed.
    #[schema(value_type = Option<f64>)]
    pub speed: Option<Given>,
    /// Burns that the pace's stands on; the shop's plans say it.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub speed_n: Option<Given>,
    /// On the start preheat.
    #[schema(value_type = Option<f64>)]
    pub start_preheat: Option<Given>,
    /// Burns that it stands on.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub start_preheat_n: Option<Given>,
    /// On the kerf's width, where none was measured.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kerf: Option<Given>,
    /// Burns that it stands on.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kerf_n: Option<Given>,
    /// On the oxygen that a plan with nothing learned takes.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub oxygen: Option<Given>,
    /// Burns that it stands on.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub oxygen_n: Option<Given>,
    /// On the fuel that a plan with nothing learned takes.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fuel: Option<Given>,
    /// Burns that it stands on.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fuel_n: Option<Given>,
    /// On the time to chip and grind.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub clean_up: Option<Given>,
    /// Burns that it stands on.
    #[schema(value_type = Option<f64>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub clean_up_n: Option<Given>,
    /// The kerf measured, mm.
    #[schema(value_type = Option<f64>)]
    pub kerf_mm: Option<Given>,
}

impl FactorsWire {
    /// Every factor, 1 where it is not said.
    pub(super) fn read(&self, fields: &mut Fields) -> Factors {
        let kerf_mm = NumberField::new("factors.kerf_mm", &limits::KERF, Kind::Bore);
        let mut own = |name: &str, factor: Option<&Given>, burns: Option<&Given>| {
            let of = NumberField::new(format!("factors.{name}"), &limits::LEARNED, Kind::Ratio);
            let n = NumberField::new(format!("factors.{name}_n"), &limits::BURNS, Kind::Count);
            let factor = fields.number(&of, factor, Some(1.0));
            Own { factor, n: fields.whole(&n, burns, Some(0)) }
        };
        let from = self;
        Factors {
            speed: own("speed", from.speed.as_ref(), from.speed_n.as_ref()),
            start_preheat: own(
                "start_preheat",
                from.start_preheat.as_ref(),
                from.start_preheat_n.as_ref(),
            ),
            kerf: own("kerf", from.kerf.as_ref(), from.kerf_n.as_ref()),
            oxygen: own("oxygen", from.oxygen.as_ref(), from.oxygen_n.as_ref()),
            fuel: own("fuel", from.fuel.as_ref(), from.fuel_n.as_ref()),
            clean_up: own("clean_up", from.clean_up.as_ref(), from.clean_up_n.as_ref()),
            measured_kerf: fields
                .number_if_said(&kerf_mm, from.kerf_mm.as_ref())
                .map(Length::from_m),
        }
    }
}
