//! The gas of a cut.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::gas::hose::HoseWire;
use crate::http::fields::Given;

/// The gas and the way it takes.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GasWire {
    /// acetylene, propane, propylene, natural_gas.
    #[schema(value_type = String)]
    pub fuel: Option<Given>,
    /// 90 to 100 %; 99.5 when left out.
    #[schema(value_type = Option<f64>)]
    pub oxygen_purity_percent: Option<Given>,
    /// From the oxygen regulator; 6.35 mm x 15 m when left out.
    pub oxygen_hose: Option<HoseWire>,
    /// From the fuel regulator; 6.35 mm x 15 m when left out.
    pub fuel_hose: Option<HoseWire>,
    /// The most the fuel supply gives, gauge.
    #[schema(value_type = Option<f64>)]
    pub fuel_supply_kpa: Option<Given>,
    /// Temperature of a liquefied fuel's cylinder: its setting is judged against the vapour pressure there.
    #[schema(value_type = Option<f64>)]
    pub cylinder_temperature_c: Option<Given>,
}
