//! A hose with its fittings, as it is asked for.

use galvanon_core::gas::hose;
use galvanon_core::physics::compressible::Pipe;
use galvanon_core::quantity::Length;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::{Fields, Given, NumberField};

/// A hose.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HoseWire {
    /// Inner diameter, 3 to 50 mm.
    #[schema(value_type = Option<f64>)]
    pub bore_mm: Option<Given>,
    /// Length, 0.1 to 500 m.
    #[schema(value_type = Option<f64>)]
    pub length_m: Option<Given>,
    /// Fittings, check valves and arrestors, as the length of hose that resists as much; 0 when
    /// left out.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub fittings_m: Option<Given>,
}

/// A hose with its fittings; `usual` stands in for what is left out.
pub fn read_hose(
    fields: &mut Fields,
    path: &str,
    given: Option<&HoseWire>,
    usual: Option<Pipe>,
) -> Pipe {
    let nothing = HoseWire { bore_mm: None, length_m: None, fittings_m: None };
    let given = given.unwrap_or(&nothing);
    let at = |name: &str, range, kind| NumberField::new(format!("{path}.{name}"), range, kind);
    let bore = at("bore_mm", &hose::BORE, Kind::Bore);
    let bore = fields.number(&bore, given.bore_mm.as_ref(), usual.map(|usual| usual.bore.as_m()));
    let length = at("length_m", &hose::LENGTH, Kind::Length);
    let usual = usual.map(|usual| usual.length.as_m());
    let length = fields.number(&length, given.length_m.as_ref(), usual);
    // hose and fittings together are no longer than a hose may be
    let rest = (hose::LENGTH.high - length).clamp(0.0, hose::FITTINGS.high);
    let range = Range { high: rest, ..hose::FITTINGS };
    let fittings = NumberField::new(format!("{path}.fittings_m"), &range, Kind::Length);
    let fittings = fields.number(&fittings, given.fittings_m.as_ref(), Some(0.0));
    Pipe { bore: Length::from_m(bore), length: Length::from_m(length + fittings) }
}
