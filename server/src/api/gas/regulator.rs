//! The setting at the regulator, through a hose.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::gas::{hose, withdrawal};
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::{GasFlow, GaugePressure, P_REFERENCE};
use galvanon_core::trace::{Kind, Measure};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::gas::hose::{HoseWire, read_hose};
use crate::api::gas::pressure::{PRESSURE, refuse_acetylene};
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::note::{NoteWire, note};
use crate::wire::unit::tidy;

/// Gas through a hose.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RegulatorRequest {
    /// oxygen, acetylene, propane, propylene, natural_gas.
    #[schema(value_type = String)]
    pub gas: Option<Given>,
    /// All gas through this hose, at 101.325 kPa and 21.1 °C.
    #[schema(value_type = f64)]
    pub flow_l_min: Option<Given>,
    /// At the torch end, gauge.
    #[schema(value_type = f64)]
    pub torch_pressure_kpa: Option<Given>,
    /// The hose, bare unless its fittings are given.
    pub hose: HoseWire,
}

/// The regulator end of a hose.
#[derive(Debug, Serialize, ToSchema)]
pub struct RegulatorReply {
    /// Setting while the gas flows, gauge.
    pub regulator_pressure_kpa: f64,
    /// What the hose takes.
    pub drop_kpa: f64,
    /// False when the hose cannot pass this flow at that torch pressure.
    pub reached: bool,
    /// What must be said.
    pub notes: Vec<NoteWire>,
}

/// The setting at the regulator for a flow and a pressure at the torch, through a bare hose.
#[utoipa::path(post, operation_id = "gas_regulator_setting", path = "/api/v1/gas/regulator-setting", request_body = RegulatorRequest,
    responses((status = 200, body = RegulatorReply), (status = 422, body = ErrorBody)))]
#[post("/gas/regulator-setting")]
pub async fn regulator(body: Body<RegulatorRequest>) -> ApiResult<web::Json<RegulatorReply>> {
    let (mut fields, asked) = (Fields::default(), &body.value);
    let gas = fields.code("gas", asked.gas.as_ref(), None);
    let flow = NumberField::new("flow_l_min", &withdrawal::FLOW, Kind::GasFlow);
    let flow = GasFlow::from_m3_s(fields.number(&flow, asked.flow_l_min.as_ref(), None));
    let torch = NumberField::new("torch_pressure_kpa", &PRESSURE, Kind::Pressure);
    let pressure =
        GaugePressure::from_pa(fields.number(&torch, asked.torch_pressure_kpa.as_ref(), None));
    let pipe = read_hose(&mut fields, "hose", Some(&asked.hose), None);
    refuse_acetylene(&mut fields, "torch_pressure_kpa", gas, pressure);
    fields.done(())?;
    let torch = hose::TorchEnd { pressure, ambient: P_REFERENCE };
    let end = hose::regulator_end(gas.code(), &pipe, flow, torch)?;
    let mut fields = Fields::default();
    refuse_acetylene(&mut fields, "regulator_pressure_kpa", gas, end.pressure);
    fields.done(())?;
    let drop = end.pressure.as_pa() - pressure.as_pa();
    let notes = end.is_too_small().then(|| {
        let values = vec![
            ("gas", Measure::Word(gas.code())),
            ("drop", Measure::Number(Kind::Pressure, drop)),
        ];
        note(&Note::new(Level::Stop, "hose_too_small", values))
    });
    Ok(web::Json(RegulatorReply {
        regulator_pressure_kpa: tidy(end.pressure.as_pa() / 1e3),
        drop_kpa: tidy(drop / 1e3),
        reached: end.reached,
        notes: notes.into_iter().collect(),
    }))
}
