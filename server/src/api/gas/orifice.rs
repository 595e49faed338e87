//! Gas through a bore.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::limits::DISCHARGE;
use galvanon_core::gas;
use galvanon_core::physics::compressible::{Orifice, Outlet, orifice_flow};
use galvanon_core::quantity::{GaugePressure, Length, P_REFERENCE, T_REFERENCE};
use galvanon_core::tip::pressure::{BORE, DRILLED};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::gas::pressure::{PRESSURE, refuse_acetylene};
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::unit::tidy;

/// Gas through a bore.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OrificeRequest {
    /// oxygen, acetylene, propane, propylene, natural_gas.
    #[schema(value_type = String)]
    pub gas: Option<Given>,
    /// 0.3 to 10 mm.
    #[schema(value_type = f64)]
    pub bore_mm: Option<Given>,
    /// Before the bore, gauge, 0 to 5000 kPa.
    #[schema(value_type = f64)]
    pub pressure_kpa: Option<Given>,
    /// 0.5 to 1; 0.9 for a drilled bore when left out.
    #[schema(value_type = Option<f64>)]
    pub discharge_coefficient: Option<Given>,
}

/// A flow.
#[derive(Debug, Serialize, ToSchema)]
pub struct OrificeReply {
    /// At 101.325 kPa and 21.1 °C.
    pub flow_l_min: f64,
}

/// Flow of a gas through a bore into the open.
#[utoipa::path(post, operation_id = "gas_orifice_flow", path = "/api/v1/gas/orifice-flow", request_body = OrificeRequest,
    responses((status = 200, body = OrificeReply), (status = 422, body = ErrorBody)))]
#[post("/gas/orifice-flow")]
pub async fn orifice(body: Body<OrificeRequest>) -> ApiResult<web::Json<OrificeReply>> {
    let (mut fields, asked) = (Fields::default(), &body.value);
    let gas = fields.code("gas", asked.gas.as_ref(), None);
    let bore = fields.number(
        &NumberField::new("bore_mm", &BORE, Kind::Bore),
        asked.bore_mm.as_ref(),
        None,
    );
    let pressure = NumberField::new("pressure_kpa", &PRESSURE, Kind::Pressure);
    let pressure =
        GaugePressure::from_pa(fields.number(&pressure, asked.pressure_kpa.as_ref(), None));
    let discharge = NumberField::new("discharge_coefficient", &DISCHARGE, Kind::Ratio);
    let discharge = fields.number(&discharge, asked.discharge_coefficient.as_ref(), Some(DRILLED));
    refuse_acetylene(&mut fields, "pressure_kpa", gas, pressure);
    let orifice = fields.done(Orifice { bore: Length::from_m(bore), discharge })?;
    let ideal = gas::ideal_gas(gas.code())?;
    let mass = orifice_flow(
        &orifice,
        &ideal,
        pressure.absolute(P_REFERENCE),
        Outlet { temperature: T_REFERENCE, pressure: P_REFERENCE },
    );
    let flow = gas::gas_flow(&ideal, mass).as_m3_s();
    Ok(web::Json(OrificeReply { flow_l_min: tidy(flow * 60e3) }))
}
