//! How much gas is in a cylinder?

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::error::Error;
use galvanon_core::gas::cylinder;
use galvanon_core::gas::fuel::Gas;
use galvanon_core::quantity::{
    GasVolume, GaugePressure, Mass, P_REFERENCE, T_REFERENCE, Temperature, WaterVolume,
};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::unit::tidy;

/// A cylinder.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ContentsRequest {
    /// oxygen, acetylene, propane, propylene.
    #[schema(value_type = String)]
    pub gas: Option<Given>,
    /// Oxygen: space inside, as filled with water.
    #[schema(value_type = Option<f64>)]
    pub water_volume_l: Option<Given>,
    /// Oxygen: contents gauge.
    #[schema(value_type = Option<f64>)]
    pub pressure_kpa: Option<Given>,
    /// Of the cylinder; 21.1 °C when left out.
    #[schema(value_type = Option<f64>)]
    pub temperature_c: Option<Given>,
    /// Fuels: on the scale.
    #[schema(value_type = Option<f64>)]
    pub gross_kg: Option<Given>,
    /// Fuels: the empty cylinder, as stamped.
    #[schema(value_type = Option<f64>)]
    pub tare_kg: Option<Given>,
}

/// What is in a cylinder.
#[derive(Debug, Serialize, ToSchema)]
pub struct ContentsReply {
    /// All gas inside, at 101.325 kPa and 21.1 °C.
    pub free_gas_l: f64,
    /// real_gas, dissolved_by_weight, liquefied_by_weight.
    pub method: String,
}

/// Reads a cylinder's contents from the fields of a request under `prefix`.
///
/// # Errors
/// Only a fault of ours; faults of the input are noted.
pub fn read_contents(
    fields: &mut Fields,
    prefix: &str,
    asked: &ContentsRequest,
) -> ApiResult<Option<(GasVolume, &'static str)>> {
    let at = |name: &str| format!("{prefix}{name}");
    let gas = fields.code_of(&Gas::IN_CYLINDERS, &at("gas"), asked.gas.as_ref(), None);
    let before = fields.errors.len();
    let Some(fuel) = gas.fuel() else {
        let weighed = asked.gross_kg.as_ref().is_some_and(Given::is_said)
            && !asked.pressure_kpa.as_ref().is_some_and(Given::is_said);
        if weighed {
            fields.refuse(&at("pressure_kpa"), "by_pressure_only", Value::Null, &[]);
            return Ok(None);
        }
        let space =
            NumberField::new(at("water_volume_l"), &cylinder::WATER_VOLUME, Kind::GasVolume);
        let space = fields.number(&space, asked.water_volume_l.as_ref(), None);
        let pressure = NumberField::new(at("pressure_kpa"), &cylinder::PRESSURE, Kind::Pressure);
        let pressure = fields.number(&pressure, asked.pressure_kpa.as_ref(), None);
        let t = NumberField::new(at("temperature_c"), &cylinder::TEMPERATURE, Kind::Temperature);
        let t = fields.number(&t, asked.temperature_c.as_ref(), Some(T_REFERENCE.as_k()));
        if fields.errors.len() > before {
            return Ok(None);
        }
        let found = cylinder::compressed_oxygen(
            WaterVolume::from_m3(space),
            GaugePressure::from_pa(pressure),
            Temperature::from_k(t),
            P_REFERENCE,
        );
        return Ok(Some((found?, "real_gas")));
    };
    if !asked.gross_kg.as_ref().is_some_and(Given::is_said)
        || !asked.tare_kg.as_ref().is_some_and(Given::is_said)
    {
        let missing = if asked.gross_kg.as_ref().is_some_and(Given::is_said) {
            "tare_kg"
        } else {
            "gross_kg"
        };
        let words = [("gas", gas.code().to_owned())];
        fields.refuse(&at(missing), "by_weight_only", Value::Null, &words);
        return Ok(None);
    }
    let mut weight = |name: &str, given: Option<&Given>| {
        let field = NumberField::new(at(name), &cylinder::WEIGHT, Kind::Mass);
        fields.number(&field, given, None)
    };
    let gross = weight("gross_kg", asked.gross_kg.as_ref());
    let tare = weight("tare_kg", asked.tare_kg.as_ref());
    if fields.errors.len() > before {
        return Ok(None);
    }
    let method = if fuel.is_liquefied() { "liquefied_by_weight" } else { "dissolved_by_weight" };
    match cylinder::by_weight(fuel, Mass::from_kg(gross), Mass::from_kg(tare)) {
        Ok(volume) => Ok(Some((volume, method))),
        Err(Error::Contradiction { code, value, against, unit, .. }) => {
            let words =
                [("value", format!("{value} {unit}")), ("against", format!("{against} {unit}"))];
            fields.refuse(&at("gross_kg"), code, json!(value), &words);
            Ok(None)
        }
        Err(other) => Err(other.into()),
    }
}

/// How much gas is in a cylinder.
#[utoipa::path(post, operation_id = "gas_cylinder_contents", path = "/api/v1/gas/cylinder-contents", request_body = ContentsRequest,
    responses((status = 200, body = ContentsReply), (status = 422, body = ErrorBody)))]
#[post("/gas/cylinder-contents")]
pub async fn contents(body: Body<ContentsRequest>) -> ApiResult<web::Json<ContentsReply>> {
    let mut fields = Fields::default();
    let found = read_contents(&mut fields, "", &body.value)?;
    let found = fields.done(found)?;
    let (volume, method) =
        found.ok_or_else(|| ApiError::Internal("no contents and no fault".into()))?;
    Ok(web::Json(ContentsReply { free_gas_l: tidy(volume.as_m3() * 1e3), method: method.into() }))
}
