//! How much gas is in a cylinder?

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::error::Error;
use galvanon_core::gas::cylinder;
use galvanon_core::gas::fuel::{Fuel, Gas};
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
) -> ApiResult<Found> {
    let gas = format!("{prefix}gas");
    let gas = fields.code_of(&Gas::IN_CYLINDERS, &gas, asked.gas.as_ref(), None);
    match gas.fuel() {
        None => asked.by_pressure(fields, prefix),
        Some(fuel) => asked.by_weight(fields, prefix, fuel),
    }
}

fn is_said(given: &Option<Given>) -> bool {
    given.as_ref().is_some_and(Given::is_said)
}

/// A volume, and how it was found.
type Found = Option<(GasVolume, &'static str)>;

impl ContentsRequest {
    /// Oxygen: by the contents gauge.
    fn by_pressure(&self, fields: &mut Fields, prefix: &str) -> ApiResult<Found> {
        let at = |name: &str| format!("{prefix}{name}");
        let before = fields.errors.len();
        if is_said(&self.gross_kg) && !is_said(&self.pressure_kpa) {
            fields.refuse(&at("pressure_kpa"), "by_pressure_only", Value::Null, &[]);
            return Ok(None);
        }
        let space =
            NumberField::new(at("water_volume_l"), &cylinder::WATER_VOLUME, Kind::GasVolume);
        let space = fields.number(&space, self.water_volume_l.as_ref(), None);
        let pressure = NumberField::new(at("pressure_kpa"), &cylinder::PRESSURE, Kind::Pressure);
        let pressure = fields.number(&pressure, self.pressure_kpa.as_ref(), None);
        let t = NumberField::new(at("temperature_c"), &cylinder::TEMPERATURE, Kind::Temperature);
        let t = fields.number(&t, self.temperature_c.as_ref(), Some(T_REFERENCE.as_k()));
        if fields.errors.len() > before {
            return Ok(None);
        }
        let found = cylinder::compressed_oxygen(
            WaterVolume::from_m3(space),
            GaugePressure::from_pa(pressure),
            Temperature::from_k(t),
            P_REFERENCE,
        );
        Ok(Some((found?, "real_gas")))
    }

    /// A fuel: on the scale.
    fn by_weight(&self, fields: &mut Fields, prefix: &str, fuel: Fuel) -> ApiResult<Found> {
        let at = |name: &str| format!("{prefix}{name}");
        let before = fields.errors.len();
        let weights = [("gross_kg", &self.gross_kg), ("tare_kg", &self.tare_kg)];
        if let Some((missing, _)) = weights.iter().find(|(_, given)| !is_said(given)) {
            let words = [("gas", fuel.code().to_owned())];
            fields.refuse(&at(missing), "by_weight_only", Value::Null, &words);
            return Ok(None);
        }
        let [gross, tare] = weights.map(|(name, given)| {
            let field = NumberField::new(at(name), &cylinder::WEIGHT, Kind::Mass);
            Mass::from_kg(fields.number(&field, given.as_ref(), None))
        });
        if fields.errors.len() > before {
            return Ok(None);
        }
        let method =
            if fuel.is_liquefied() { "liquefied_by_weight" } else { "dissolved_by_weight" };
        match cylinder::by_weight(fuel, gross, tare) {
            Ok(volume) => Ok(Some((volume, method))),
            Err(Error::Contradiction { code, value, against, unit, .. }) => {
                let [value_said, against] = [value, against].map(|it| format!("{it} {unit}"));
                let words = [("value", value_said), ("against", against)];
                fields.refuse(&at("gross_kg"), code, json!(value), &words);
                Ok(None)
            }
            Err(other) => Err(other.into()),
        }
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
