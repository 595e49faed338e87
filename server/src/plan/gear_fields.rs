//! What is known of each kind of gear.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::cut::work::request::TimedWire;
use crate::api::gas::contents::ContentsRequest;
use crate::api::tip::request::{ChartWire, TipWire};
use crate::http::fields::Given;

/// A tip in the drawer.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TipFields {
    /// Cutting-oxygen bore.
    #[schema(value_type = f64)]
    pub bore_mm: Option<Given>,
    /// flush, recessed.
    #[schema(value_type = Option<String>)]
    pub face: Option<Given>,
    /// tapered_2, tapered_3, tapered_4, flat.
    #[schema(value_type = Option<String>)]
    pub seat: Option<Given>,
    /// general, high_preheat, gouging, sheet.
    #[schema(value_type = Option<String>)]
    pub kind: Option<Given>,
    /// The mark stamped on it: a label and no size.
    pub mark: Option<String>,
    /// Cuts since it was cleaned.
    #[schema(value_type = Option<f64>)]
    pub cuts_since_cleaned: Option<Given>,
    /// good, dinged.
    #[schema(value_type = Option<String>)]
    pub seat_state: Option<Given>,
    /// Its maker's charts.
    pub charts: Option<Vec<ChartWire>>,
}

/// A hose.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HoseFields {
    /// oxygen, fuel.
    #[schema(value_type = String)]
    pub gas: Option<Given>,
    /// Inner diameter.
    #[schema(value_type = f64)]
    pub bore_mm: Option<Given>,
    /// Length.
    #[schema(value_type = f64)]
    pub length_m: Option<Given>,
    /// Fittings, check valves and arrestors, as the length of hose that resists as much.
    #[schema(value_type = Option<f64>)]
    pub fittings_m: Option<Given>,
    /// R, RM, T: of a fuel hose.
    #[schema(value_type = Option<String>)]
    pub grade: Option<Given>,
    /// Day it was last looked at, as 2026-05-31.
    pub inspected_on: Option<String>,
}

/// A regulator.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RegulatorFields {
    /// The gas it is made for.
    #[schema(value_type = String)]
    pub gas: Option<Given>,
    /// The most it delivers.
    #[schema(value_type = Option<f64>)]
    pub max_kpa: Option<Given>,
    /// The end of its delivery gauge's scale.
    #[schema(value_type = Option<f64>)]
    pub scale_kpa: Option<Given>,
    /// From one numbered mark of that gauge to the next.
    #[schema(value_type = Option<f64>)]
    pub major_kpa: Option<Given>,
    /// From one small mark to the next.
    #[schema(value_type = Option<f64>)]
    pub minor_kpa: Option<Given>,
    /// psi, bar, kpa: what its delivery gauge is printed in.
    #[schema(value_type = Option<String>)]
    pub printed_in: Option<Given>,
    /// Where its red zone begins.
    #[schema(value_type = Option<f64>)]
    pub red_from_kpa: Option<Given>,
    /// Day it was last tested, as 2026-05-31.
    pub inspected_on: Option<String>,
}

/// A flashback arrestor.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ArrestorFields {
    /// oxygen, fuel.
    #[schema(value_type = String)]
    pub gas: Option<Given>,
    /// Day it was last tested.
    pub inspected_on: Option<String>,
}

/// A torch.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TorchFields {
    /// combination, dedicated.
    #[schema(value_type = String)]
    pub build: Option<Given>,
    /// equal_pressure, injector.
    #[schema(value_type = String)]
    pub mixing: Option<Given>,
    /// all_fuels, acetylene_only, alternate_only.
    #[schema(value_type = Option<String>)]
    pub fuels: Option<Given>,
    /// The highest oxygen pressure it is made for.
    #[schema(value_type = Option<f64>)]
    pub max_oxygen_kpa: Option<Given>,
    /// How a tip sits in it.
    #[schema(value_type = Option<String>)]
    pub seat: Option<Given>,
}

/// A cylinder.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CylinderFields {
    /// oxygen, acetylene, propane, propylene.
    #[schema(value_type = String)]
    pub gas: Option<Given>,
    /// Space inside, as filled with water.
    #[schema(value_type = Option<f64>)]
    pub water_volume_l: Option<Given>,
    /// Gas when full, at 101.325 kPa and 21.1 °C.
    #[schema(value_type = Option<f64>)]
    pub rated_l: Option<Given>,
    /// The empty cylinder, as stamped.
    #[schema(value_type = Option<f64>)]
    pub tare_kg: Option<Given>,
    /// On the scale.
    #[schema(value_type = Option<f64>)]
    pub gross_kg: Option<Given>,
    /// Contents gauge.
    #[schema(value_type = Option<f64>)]
    pub pressure_kpa: Option<Given>,
    /// When it was read.
    #[schema(value_type = Option<f64>)]
    pub temperature_c: Option<Given>,
    /// When weight or pressure was read, RFC 3339.
    pub read_at: Option<String>,
    /// Whether its label was read: colour proves nothing.
    pub label_read: Option<bool>,
    /// Acetylene that lay down: since when it stands, RFC 3339.
    pub upright_since: Option<String>,
}

/// A carriage on its rail.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CarriageFields {
    /// Marks of its dial that were timed: a rail's plan reads its setting off them.
    pub dial: Option<Vec<TimedWire>>,
    /// How long its rail is.
    #[schema(value_type = Option<f64>)]
    pub rail_mm: Option<Given>,
}

/// The wires of a tip cleaner.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WireSetFields {
    /// Their diameters, thin to thick.
    #[schema(value_type = Vec<f64>)]
    pub wires_mm: Option<Vec<Given>>,
}

/// A heating head.
#[derive(Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HeatingHeadFields {
    /// What it burns.
    #[schema(value_type = String)]
    pub fuel: Option<Given>,
    /// Fuel that it takes, by its maker's chart.
    #[schema(value_type = f64)]
    pub flow_l_min: Option<Given>,
}

impl TipFields {
    /// The tip as a cut plan request holds it, with what the drawer calls it.
    #[must_use]
    pub fn wire(self, name: &str) -> TipWire {
        TipWire {
            bore_mm: self.bore_mm,
            face: self.face,
            seat: self.seat,
            kind: self.kind,
            charts: self.charts,
            mark: self.mark,
            name: Some(name.to_owned()),
        }
    }
}

impl CylinderFields {
    /// What its contents are worked out from.
    #[must_use]
    pub fn contents(&self) -> ContentsRequest {
        ContentsRequest {
            gas: self.gas.clone(),
            water_volume_l: self.water_volume_l.clone(),
            pressure_kpa: self.pressure_kpa.clone(),
            temperature_c: self.temperature_c.clone(),
            gross_kg: self.gross_kg.clone(),
            tare_kg: self.tare_kg.clone(),
        }
    }

    /// Whether weight or pressure was read, so that its contents are known.
    #[must_use]
    pub fn was_read(&self) -> bool {
        let said = |given: &Option<Given>| given.as_ref().is_some_and(|given| !given.0.is_null());
        if self.gas.as_ref().is_some_and(|gas| gas.0 == "oxygen") {
            return said(&self.pressure_kpa);
        }
        said(&self.gross_kg)
    }
}
