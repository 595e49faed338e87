//! How hard may fuel be drawn from a cylinder?

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::limits;
use galvanon_core::gas::cylinder;
use galvanon_core::gas::fuel::{Fuel, characteristics};
use galvanon_core::gas::withdrawal::{
    self, Air, Demand, Draw, Rule, Withdrawal, acetylene_limit, boil_off,
};
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::{GasFlow, GasVolume, GaugePressure, Mass, P_REFERENCE, Temperature};
use galvanon_core::trace::{Kind, Measure};
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::note::{NoteWire, note};
use crate::wire::unit::tidy;

/// Fuel drawn from cylinders.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WithdrawalRequest {
    /// acetylene, propane, propylene.
    #[schema(value_type = String)]
    pub fuel: Option<Given>,
    /// Acetylene: rated contents of the full cylinder.
    #[schema(value_type = Option<f64>)]
    pub cylinder_free_gas_l: Option<Given>,
    /// Gas present: acetylene below half full gives less; a liquefied gas needs it.
    #[schema(value_type = Option<f64>)]
    pub cylinder_kg: Option<Given>,
    /// Of the air around; a liquefied gas takes 20 °C when left out.
    #[schema(value_type = Option<f64>)]
    pub temperature_c: Option<Given>,
    /// Fuel wanted.
    #[schema(value_type = f64)]
    pub flow_l_min: Option<Given>,
    /// Acetylene: one_seventh, one_tenth, one_fifteenth; the strictest when left out.
    #[schema(value_type = Option<String>)]
    pub rule: Option<Given>,
    /// Liquefied gas: continuous, intermittent; continuous, the stricter, when left out.
    #[schema(value_type = Option<String>)]
    pub draw: Option<Given>,
    /// The fuel regulator's setting: a liquefied fuel's cylinder must give 100 kPa more; 170 kPa when left out.
    #[schema(value_type = Option<f64>)]
    pub regulator_pressure_kpa: Option<Given>,
}

/// What one cylinder gives.
#[derive(Debug, Serialize, ToSchema)]
pub struct WithdrawalReply {
    /// The most one cylinder gives.
    pub limit_l_min: f64,
    /// Cylinders that must stand together; null when one gives nothing.
    pub cylinders_needed: Option<u32>,
    /// What must be said.
    pub notes: Vec<NoteWire>,
}

fn acetylene(fields: &mut Fields, asked: &WithdrawalRequest) -> ApiResult<Option<(GasFlow, Rule)>> {
    let before = fields.errors.len();
    let rated = NumberField::new("cylinder_free_gas_l", &withdrawal::CONTENTS, Kind::GasVolume);
    let rated = fields.number(&rated, asked.cylinder_free_gas_l.as_ref(), None);
    let rule = fields.code("rule", asked.rule.as_ref(), Some(Rule::default()));
    let left = asked.cylinder_kg.as_ref().is_some_and(Given::is_said).then(|| {
        let kg = NumberField::new("cylinder_kg", &withdrawal::CONTENTS_MASS, Kind::Ratio);
        Mass::from_kg(fields.number(&kg, asked.cylinder_kg.as_ref(), None))
    });
    let air = asked.temperature_c.as_ref().is_some_and(Given::is_said).then(|| {
        let t = NumberField::new("temperature_c", &withdrawal::TEMPERATURE, Kind::Temperature);
        Temperature::from_k(fields.number(&t, asked.temperature_c.as_ref(), None))
    });
    if fields.errors.len() > before {
        return Ok(None);
    }
    let row = characteristics(Fuel::Acetylene)?;
    let left = left.map(|kg| kg.at_ft3_per_lb(row.ft3_per_lb_at_70f));
    let limit = acetylene_limit(GasVolume::from_m3(rated), left, air, rule)?;
    Ok(Some((limit, rule)))
}

fn liquefied(
    fields: &mut Fields,
    fuel: Fuel,
    asked: &WithdrawalRequest,
) -> ApiResult<Option<GasFlow>> {
    let before = fields.errors.len();
    let kg = NumberField::new("cylinder_kg", &withdrawal::CONTENTS_MASS, Kind::Ratio);
    let kg = fields.number(&kg, asked.cylinder_kg.as_ref(), None);
    let usual = Temperature::from_c(20.0).as_k();
    let t = NumberField::new("temperature_c", &withdrawal::TEMPERATURE, Kind::Temperature);
    let t = fields.number(&t, asked.temperature_c.as_ref(), Some(usual));
    let setting = asked.regulator_pressure_kpa.as_ref().map(|given| {
        let range =
            NumberField::new("regulator_pressure_kpa", &limits::FUEL_SUPPLY, Kind::Pressure);
        GaugePressure::from_pa(fields.number(&range, Some(given), None))
    });
    let draw = fields.code("draw", asked.draw.as_ref(), Some(Draw::default()));
    if fields.errors.len() > before {
        return Ok(None);
    }
    let air = Air { temperature: Temperature::from_k(t), pressure: P_REFERENCE };
    Ok(Some(boil_off(fuel, Mass::from_kg(kg), air, Withdrawal { draw, setting })?))
}

/// The most one cylinder of fuel gives, and how many a flow needs.
#[utoipa::path(post, operation_id = "gas_withdrawal", path = "/api/v1/gas/withdrawal", request_body = WithdrawalRequest,
    responses((status = 200, body = WithdrawalReply), (status = 422, body = ErrorBody)))]
#[post("/gas/withdrawal")]
pub async fn withdraw(body: Body<WithdrawalRequest>) -> ApiResult<web::Json<WithdrawalReply>> {
    let (mut fields, asked) = (Fields::default(), &body.value);
    let fuel = fields.code("fuel", asked.fuel.as_ref(), None);
    let flow = NumberField::new("flow_l_min", &withdrawal::FLOW, Kind::GasFlow);
    let flow = GasFlow::from_m3_s(fields.number(&flow, asked.flow_l_min.as_ref(), None));
    let (limit, rule) = match fuel {
        Fuel::Acetylene => {
            let found = acetylene(&mut fields, asked)?;
            (found.map(|(limit, _)| limit), found.map(|(_, rule)| rule))
        }
        Fuel::Propane | Fuel::Propylene => (liquefied(&mut fields, fuel, asked)?, None),
        Fuel::NaturalGas => {
            fields.refuse("fuel", "not_from_cylinder", json!(fuel.code()), &[]);
            (None, None)
        }
    };
    let limit = fields.done(limit)?;
    let limit = limit.ok_or_else(|| ApiError::Internal("no limit and no fault".into()))?;
    let left = left_of(fuel, asked)?;
    let demand = Demand { fuel, rule, flow, limit, left };
    let mut notes = demand.notes();
    let doubted = left.is_some_and(|left| {
        cylinder::is_doubted(GasVolume::from_m3(left), GasVolume::from_m3(1.0))
    });
    if doubted {
        let gas = vec![("gas", Measure::Word(fuel.code()))];
        notes.push(Note::new(Level::Caution, "contents_doubted", gas));
    }
    Ok(web::Json(WithdrawalReply {
        limit_l_min: tidy(limit.as_m3_s() * 60e3),
        cylinders_needed: demand.cylinders(),
        notes: notes.iter().map(note).collect(),
    }))
}

/// What is left in the cylinder asked about, a part of its rating; of a liquefied fuel only whether there is any.
fn left_of(fuel: Fuel, asked: &WithdrawalRequest) -> ApiResult<Option<f64>> {
    let value = |given: Option<&Given>| given.and_then(|given| given.0.as_f64());
    let Some(kg) = value(asked.cylinder_kg.as_ref()) else { return Ok(None) };
    let row = characteristics(fuel)?;
    let inside = Mass::from_kg(kg).at_ft3_per_lb(row.ft3_per_lb_at_70f);
    Ok(match value(asked.cylinder_free_gas_l.as_ref()) {
        Some(rated) if rated > 0.0 => Some(inside.as_m3() * 1e3 / rated),
        _ => (kg <= 0.0).then_some(0.0),
    })
}
