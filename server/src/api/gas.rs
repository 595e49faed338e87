//! Gas by itself: through a bore, through a hose, in a cylinder, out of a cylinder.

use actix_web::{post, web};
use galvanon_core::cut::limits;
use galvanon_core::error::Error;
use galvanon_core::gas::fuel::{Fuel, characteristics};
use galvanon_core::gas::supply::ACETYLENE_KEEP;
use galvanon_core::gas::withdrawal::{
    self, Draw, Rule, acetylene_limit, boil_off, cylinders_needed,
};
use galvanon_core::gas::{self, cylinder, hose};
use galvanon_core::note::{Level, Note};
use galvanon_core::physics::compressible::{Orifice, orifice_flow};
use galvanon_core::quantity::{
    GasFlow, GasVolume, GaugePressure, Length, Mass, P_REFERENCE, T_REFERENCE, Temperature,
    WaterVolume,
};
use galvanon_core::range::Range;
use galvanon_core::tip::chart::ACETYLENE;
use galvanon_core::tip::pressure::{BORE, DRILLED};
use galvanon_core::trace::{Kind, Measure};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use utoipa::ToSchema;

use super::body::Body;
use super::cut_reply::{NoteWire, note};
use super::cut_request::{HoseWire, read_hose};
use super::fields::{Fields, Given, NumberField};
use crate::error::{ApiError, ApiResult, ErrorBody};

/// Pressure before a bore or behind a hose that may be asked about.
const PRESSURE: Range = Range::new("pressure", "Pa", 0.0, 5e6);
/// Discharge coefficient of a bore.
const DISCHARGE: Range = galvanon_core::cut::limits::DISCHARGE;
/// The gases that flow.
const GASES: [(&str, &str); 5] = [
    ("oxygen", "oxygen"),
    ("acetylene", "acetylene"),
    ("propane", "propane"),
    ("propylene", "propylene"),
    ("natural_gas", "natural_gas"),
];
const IN_CYLINDERS: [(&str, &str); 4] = [GASES[0], GASES[1], GASES[2], GASES[3]];
const RULES: [(Rule, &str); 3] = [
    (Rule::OneSeventh, "one_seventh"),
    (Rule::OneTenth, "one_tenth"),
    (Rule::OneFifteenth, "one_fifteenth"),
];
const DRAWS: [(Draw, &str); 2] =
    [(Draw::Continuous, "continuous"), (Draw::Intermittent, "intermittent")];
const FUELS: [(Fuel, &str); 4] = [
    (Fuel::Acetylene, "acetylene"),
    (Fuel::Propane, "propane"),
    (Fuel::Propylene, "propylene"),
    (Fuel::NaturalGas, "natural_gas"),
];

fn internal(error: Error) -> ApiError {
    ApiError::Internal(error.to_string())
}

fn tidy(value: f64) -> f64 {
    (value * 1e9).round() / 1e9
}

fn number(
    fields: &mut Fields,
    path: &str,
    (given, range, kind): (Option<&Given>, &Range, Kind),
    default: Option<f64>,
) -> f64 {
    fields.number(&NumberField { path: path.to_owned(), range, kind }, given, default)
}

fn said(given: Option<&Given>) -> bool {
    given.is_some_and(|given| !given.0.is_null())
}

/// Acetylene is never above its ceiling; over it is refused, saying so.
fn refuse_acetylene(fields: &mut Fields, path: &str, (gas, at): (&str, GaugePressure)) {
    if gas == "acetylene" && at.as_pa() > ACETYLENE.high * (1.0 + 1e-9) {
        let kpa = |pa: f64| format!("{:.1} kPa", pa / 1e3);
        let words = [("value", kpa(at.as_pa())), ("high", kpa(ACETYLENE.high))];
        fields.refuse(path, "acetylene_over_limit", json!(tidy(at.as_pa() / 1e3)), &words);
    }
}

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
    let gas = fields.choice("gas", asked.gas.as_ref(), (&GASES, None));
    let bore = number(&mut fields, "bore_mm", (asked.bore_mm.as_ref(), &BORE, Kind::Bore), None);
    let pressure = (asked.pressure_kpa.as_ref(), &PRESSURE, Kind::Pressure);
    let pressure = GaugePressure::from_pa(number(&mut fields, "pressure_kpa", pressure, None));
    let discharge = (asked.discharge_coefficient.as_ref(), &DISCHARGE, Kind::Ratio);
    let discharge = number(&mut fields, "discharge_coefficient", discharge, Some(DRILLED));
    refuse_acetylene(&mut fields, "pressure_kpa", (gas, pressure));
    let orifice = fields.done(Orifice { bore: Length::from_m(bore), discharge })?;
    let ideal = gas::ideal_gas(gas).map_err(internal)?;
    let mass =
        orifice_flow(&orifice, &ideal, pressure.absolute(P_REFERENCE), (T_REFERENCE, P_REFERENCE));
    let flow = gas::gas_flow(&ideal, mass).as_m3_s();
    Ok(web::Json(OrificeReply { flow_l_min: tidy(flow * 60e3) }))
}

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

/// Working pressure of a hose. Source: `iso_3821`, as in core.
const HOSE_LIMIT: GaugePressure = GaugePressure::from_pa(2e6);

/// The setting at the regulator for a flow and a pressure at the torch, through a bare hose.
#[utoipa::path(post, operation_id = "gas_regulator_setting", path = "/api/v1/gas/regulator-setting", request_body = RegulatorRequest,
    responses((status = 200, body = RegulatorReply), (status = 422, body = ErrorBody)))]
#[post("/gas/regulator-setting")]
pub async fn regulator(body: Body<RegulatorRequest>) -> ApiResult<web::Json<RegulatorReply>> {
    let (mut fields, asked) = (Fields::default(), &body.value);
    let gas = fields.choice("gas", asked.gas.as_ref(), (&GASES, None));
    let flow = (asked.flow_l_min.as_ref(), &withdrawal::FLOW, Kind::GasFlow);
    let flow = GasFlow::from_m3_s(number(&mut fields, "flow_l_min", flow, None));
    let torch = (asked.torch_pressure_kpa.as_ref(), &PRESSURE, Kind::Pressure);
    let torch = GaugePressure::from_pa(number(&mut fields, "torch_pressure_kpa", torch, None));
    let pipe = read_hose(&mut fields, "hose", (Some(&asked.hose), None));
    refuse_acetylene(&mut fields, "torch_pressure_kpa", (gas, torch));
    fields.done(())?;
    let end = hose::regulator_end(gas, &pipe, flow, (torch, P_REFERENCE)).map_err(internal)?;
    let mut fields = Fields::default();
    refuse_acetylene(&mut fields, "regulator_pressure_kpa", (gas, end.pressure));
    fields.done(())?;
    let drop = end.pressure.as_pa() - torch.as_pa();
    let too_small = !end.reached || end.pressure > HOSE_LIMIT;
    let notes = too_small.then(|| {
        let values =
            vec![("gas", Measure::Word(gas)), ("drop", Measure::Number(Kind::Pressure, drop))];
        note(&Note::new(Level::Stop, "hose_too_small", values))
    });
    Ok(web::Json(RegulatorReply {
        regulator_pressure_kpa: tidy(end.pressure.as_pa() / 1e3),
        drop_kpa: tidy(drop / 1e3),
        reached: end.reached,
        notes: notes.into_iter().collect(),
    }))
}

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
    (prefix, asked): (&str, &ContentsRequest),
) -> ApiResult<Option<(GasVolume, &'static str)>> {
    let at = |name: &str| format!("{prefix}{name}");
    let gas = fields.choice(&at("gas"), asked.gas.as_ref(), (&IN_CYLINDERS, None));
    let before = fields.errors.len();
    if gas == gas::OXYGEN {
        let weighed = said(asked.gross_kg.as_ref()) && !said(asked.pressure_kpa.as_ref());
        if weighed {
            fields.refuse(&at("pressure_kpa"), "by_pressure_only", Value::Null, &[]);
            return Ok(None);
        }
        let space = (asked.water_volume_l.as_ref(), &cylinder::WATER_VOLUME, Kind::GasVolume);
        let space = number(fields, &at("water_volume_l"), space, None);
        let pressure = (asked.pressure_kpa.as_ref(), &cylinder::PRESSURE, Kind::Pressure);
        let pressure = number(fields, &at("pressure_kpa"), pressure, None);
        let t = (asked.temperature_c.as_ref(), &cylinder::TEMPERATURE, Kind::Temperature);
        let t = number(fields, &at("temperature_c"), t, Some(T_REFERENCE.as_k()));
        if fields.errors.len() > before {
            return Ok(None);
        }
        let found = cylinder::compressed_oxygen(
            WaterVolume::from_m3(space),
            GaugePressure::from_pa(pressure),
            (Temperature::from_k(t), P_REFERENCE),
        );
        return Ok(Some((found.map_err(internal)?, "real_gas")));
    }
    if !said(asked.gross_kg.as_ref()) || !said(asked.tare_kg.as_ref()) {
        let missing = if said(asked.gross_kg.as_ref()) { "tare_kg" } else { "gross_kg" };
        let words = [("gas", gas.to_owned())];
        fields.refuse(&at(missing), "by_weight_only", Value::Null, &words);
        return Ok(None);
    }
    let weight = |given| (given, &cylinder::WEIGHT, Kind::Ratio);
    let gross = number(fields, &at("gross_kg"), weight(asked.gross_kg.as_ref()), None);
    let tare = number(fields, &at("tare_kg"), weight(asked.tare_kg.as_ref()), None);
    if fields.errors.len() > before {
        return Ok(None);
    }
    let fuel = FUELS.iter().find(|(_, code)| *code == gas).map(|(fuel, _)| *fuel);
    let fuel = fuel.ok_or_else(|| ApiError::Internal(format!("no fuel {gas}")))?;
    let method = if fuel.is_liquefied() { "liquefied_by_weight" } else { "dissolved_by_weight" };
    match cylinder::by_weight(fuel, Mass::from_kg(gross), Mass::from_kg(tare)) {
        Ok(volume) => Ok(Some((volume, method))),
        Err(Error::Contradiction { code, value, against, unit, .. }) => {
            let words =
                [("value", format!("{value} {unit}")), ("against", format!("{against} {unit}"))];
            fields.refuse(&at("gross_kg"), code, json!(value), &words);
            Ok(None)
        }
        Err(other) => Err(internal(other)),
    }
}

/// How much gas is in a cylinder.
#[utoipa::path(post, operation_id = "gas_cylinder_contents", path = "/api/v1/gas/cylinder-contents", request_body = ContentsRequest,
    responses((status = 200, body = ContentsReply), (status = 422, body = ErrorBody)))]
#[post("/gas/cylinder-contents")]
pub async fn contents(body: Body<ContentsRequest>) -> ApiResult<web::Json<ContentsReply>> {
    let mut fields = Fields::default();
    let found = read_contents(&mut fields, ("", &body.value))?;
    let found = fields.done(found)?;
    let (volume, method) =
        found.ok_or_else(|| ApiError::Internal("no contents and no fault".into()))?;
    Ok(web::Json(ContentsReply { free_gas_l: tidy(volume.as_m3() * 1e3), method: method.into() }))
}

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
    let rated = (asked.cylinder_free_gas_l.as_ref(), &withdrawal::CONTENTS, Kind::GasVolume);
    let rated = number(fields, "cylinder_free_gas_l", rated, None);
    let rule = (&RULES[..], Some(Rule::default()));
    let rule = fields.choice("rule", asked.rule.as_ref(), rule);
    let left = said(asked.cylinder_kg.as_ref()).then(|| {
        let kg = (asked.cylinder_kg.as_ref(), &withdrawal::CONTENTS_MASS, Kind::Ratio);
        Mass::from_kg(number(fields, "cylinder_kg", kg, None))
    });
    let air = said(asked.temperature_c.as_ref()).then(|| {
        let t = (asked.temperature_c.as_ref(), &withdrawal::TEMPERATURE, Kind::Temperature);
        Temperature::from_k(number(fields, "temperature_c", t, None))
    });
    if fields.errors.len() > before {
        return Ok(None);
    }
    let row = characteristics(Fuel::Acetylene).map_err(internal)?;
    let left = left.map(|kg| kg.at_ft3_per_lb(row.ft3_per_lb_at_70f));
    let limit = acetylene_limit((GasVolume::from_m3(rated), left), air, rule).map_err(internal)?;
    Ok(Some((limit, rule)))
}

fn liquefied(
    fields: &mut Fields,
    (fuel, asked): (Fuel, &WithdrawalRequest),
) -> ApiResult<Option<GasFlow>> {
    let before = fields.errors.len();
    let kg = (asked.cylinder_kg.as_ref(), &withdrawal::CONTENTS_MASS, Kind::Ratio);
    let kg = number(fields, "cylinder_kg", kg, None);
    let usual = Temperature::from_c(20.0).as_k();
    let t = (asked.temperature_c.as_ref(), &withdrawal::TEMPERATURE, Kind::Temperature);
    let t = number(fields, "temperature_c", t, Some(usual));
    let setting = asked.regulator_pressure_kpa.as_ref().map(|given| {
        let range = (Some(given), &limits::FUEL_SUPPLY, Kind::Pressure);
        GaugePressure::from_pa(number(fields, "regulator_pressure_kpa", range, None))
    });
    let draw = fields.choice("draw", asked.draw.as_ref(), (&DRAWS, Some(Draw::default())));
    if fields.errors.len() > before {
        return Ok(None);
    }
    let air = (Temperature::from_k(t), P_REFERENCE);
    Ok(Some(boil_off(fuel, Mass::from_kg(kg), air, (draw, setting)).map_err(internal)?))
}

/// The most one cylinder of fuel gives, and how many a flow needs.
#[utoipa::path(post, operation_id = "gas_withdrawal", path = "/api/v1/gas/withdrawal", request_body = WithdrawalRequest,
    responses((status = 200, body = WithdrawalReply), (status = 422, body = ErrorBody)))]
#[post("/gas/withdrawal")]
pub async fn withdraw(body: Body<WithdrawalRequest>) -> ApiResult<web::Json<WithdrawalReply>> {
    let (mut fields, asked) = (Fields::default(), &body.value);
    let fuel = fields.choice("fuel", asked.fuel.as_ref(), (&FUELS, None));
    let flow = (asked.flow_l_min.as_ref(), &withdrawal::FLOW, Kind::GasFlow);
    let flow = GasFlow::from_m3_s(number(&mut fields, "flow_l_min", flow, None));
    let (limit, rule) = match fuel {
        Fuel::Acetylene => {
            let found = acetylene(&mut fields, asked)?;
            (found.map(|(limit, _)| limit), found.map(|(_, rule)| rule))
        }
        Fuel::Propane | Fuel::Propylene => (liquefied(&mut fields, (fuel, asked))?, None),
        Fuel::NaturalGas => {
            fields.refuse("fuel", "not_from_cylinder", json!(fuel.code()), &[]);
            (None, None)
        }
    };
    let limit = fields.done(limit)?;
    let limit = limit.ok_or_else(|| ApiError::Internal("no limit and no fault".into()))?;
    let needed = cylinders_needed(flow, limit);
    let left = left_of(fuel, asked)?;
    let mut notes = drawn_too_hard((fuel, rule), flow, (limit, needed, left));
    let doubted = left.is_some_and(|left| {
        cylinder::is_doubted(GasVolume::from_m3(left), GasVolume::from_m3(1.0))
    });
    if doubted {
        let gas = vec![("gas", Measure::Word(fuel.code()))];
        notes.push(Note::new(Level::Caution, "contents_doubted", gas));
    }
    Ok(web::Json(WithdrawalReply {
        limit_l_min: tidy(limit.as_m3_s() * 60e3),
        cylinders_needed: needed,
        notes: notes.iter().map(note).collect(),
    }))
}

/// What is left in the cylinder asked about, a part of its rating; of a liquefied fuel only whether there is any.
fn left_of(fuel: Fuel, asked: &WithdrawalRequest) -> ApiResult<Option<f64>> {
    let value = |given: Option<&Given>| given.and_then(|given| given.0.as_f64());
    let Some(kg) = value(asked.cylinder_kg.as_ref()) else { return Ok(None) };
    let row = characteristics(fuel).map_err(internal)?;
    let inside = Mass::from_kg(kg).at_ft3_per_lb(row.ft3_per_lb_at_70f);
    Ok(match value(asked.cylinder_free_gas_l.as_ref()) {
        Some(rated) if rated > 0.0 => Some(inside.as_m3() * 1e3 / rated),
        _ => (kg <= 0.0).then_some(0.0),
    })
}

/// What must be said of a flow that one cylinder does not give.
#[must_use]
pub fn drawn_too_hard(
    (fuel, rule): (Fuel, Option<Rule>),
    flow: GasFlow,
    (limit, needed, left): (GasFlow, Option<u32>, Option<f64>),
) -> Vec<Note> {
    let gas = ("gas", Measure::Word(fuel.code()));
    let number = |name, flow: GasFlow| (name, Measure::Number(Kind::GasFlow, flow.as_m3_s()));
    if left.is_some_and(|left| left <= 0.0) {
        return vec![Note::new(Level::Stop, "empty_cylinder", vec![gas])];
    }
    let low = fuel == Fuel::Acetylene && left.is_some_and(|left| left < ACETYLENE_KEEP);
    if low && needed != Some(1) {
        let values = vec![gas, number("flow", flow), number("limit", limit)];
        return vec![Note::new(Level::Stop, "nearly_empty_cylinder", values)];
    }
    let Some(count) = needed else {
        return vec![Note::new(Level::Stop, "too_cold_to_give", vec![gas])];
    };
    if count < 2 {
        return Vec::new();
    }
    let mut values = vec![
        number("flow", flow),
        number("limit", limit),
        ("count", Measure::Number(Kind::Count, f64::from(count))),
    ];
    let code = match rule {
        Some(rule) => {
            values.push(("rule", Measure::Word(rule.code())));
            "acetylene_overdrawn"
        }
        None => {
            values.push(gas);
            "boil_off_short"
        }
    };
    vec![Note::new(Level::Stop, code, values)]
}
