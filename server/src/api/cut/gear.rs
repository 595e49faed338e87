//! Tips with their charts, gear and prices, as a cut plan request holds them, read into core's.

use galvanon_core::gas::gear::Gear;
use galvanon_core::quantity::GaugePressure;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::{Fields, Given, NumberField};

/// The gear on the gas's way, as far as it is known; what is left out is not judged.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GearWire {
    /// Grade of the fuel hose: R, RM, T.
    #[schema(value_type = Option<String>)]
    pub hose_grade: Option<Given>,
    /// The fuel its regulator is made for.
    #[schema(value_type = Option<String>)]
    pub regulator: Option<Given>,
    /// The most the fuel regulator delivers.
    #[schema(value_type = Option<f64>)]
    pub regulator_max_kpa: Option<Given>,
    /// The most the oxygen regulator delivers.
    #[schema(value_type = Option<f64>)]
    pub oxygen_regulator_max_kpa: Option<Given>,
    /// Whether flashback arrestors stand in both lines.
    pub arrestors: Option<bool>,
    /// Whether the shop demands them; a caution becomes a stop then.
    pub arrestors_demanded: Option<bool>,
    /// all_fuels, acetylene_only, alternate_only.
    #[schema(value_type = Option<String>)]
    pub torch_fuels: Option<Given>,
    /// The highest oxygen pressure the torch is made for.
    #[schema(value_type = Option<f64>)]
    pub torch_max_oxygen_kpa: Option<Given>,
    /// How a tip sits in the torch, as the seat of a tip.
    #[schema(value_type = Option<String>)]
    pub torch_seat: Option<Given>,
}

/// The most a regulator may be said to deliver.
const REGULATOR: Range = Range::new("regulator_max", "Pa", 1e3, 5e6);

/// The gear of a request.
pub fn read_gear(fields: &mut Fields, gear: Option<&GearWire>) -> Gear {
    let Some(gear) = gear else { return Gear::default() };
    let mut limit = |name: &str, given: Option<&Given>| {
        let field = NumberField::new(format!("gear.{name}"), &REGULATOR, Kind::Pressure);
        fields.number_if_said(&field, given).map(GaugePressure::from_pa)
    };
    let regulator_limit = limit("regulator_max_kpa", gear.regulator_max_kpa.as_ref());
    let oxygen_regulator_limit =
        limit("oxygen_regulator_max_kpa", gear.oxygen_regulator_max_kpa.as_ref());
    let torch_limit = limit("torch_max_oxygen_kpa", gear.torch_max_oxygen_kpa.as_ref());
    Gear {
        torch_limit,
        hose_grade: fields.optional("gear.hose_grade", gear.hose_grade.as_ref()),
        regulator: fields.optional("gear.regulator", gear.regulator.as_ref()),
        regulator_limit,
        oxygen_regulator_limit,
        arrestors: gear.arrestors,
        arrestors_demanded: gear.arrestors_demanded.unwrap_or(false),
        torch: fields.optional("gear.torch_fuels", gear.torch_fuels.as_ref()),
        torch_seat: fields.optional("gear.torch_seat", gear.torch_seat.as_ref()),
        tip_face: None,
        tip_seat: None,
    }
}
