//! How a number came to be.

use std::borrow::Cow;
use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::source::{SourceKey, sources};
use galvanon_core::trace::{Measure, Quantity, Step, Trace};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult};
use crate::wire::text::{Section, with_values};
use crate::wire::unit::{kind_code, unit, wire};
use crate::wire::value::{ValueWire, Words, values};

/// One link of the chain behind a number.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct StepWire {
    /// Code of its sentence.
    #[schema(value_type = String)]
    pub code: Words,
    /// What it is.
    #[schema(value_type = String)]
    pub what: Words,
    /// Its value; of a band, the lower end.
    pub value: f64,
    /// Of a band, the upper end.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub to: Option<f64>,
    /// Kind of quantity, as in values.
    #[schema(value_type = String)]
    pub kind: Words,
    /// Unit of the value.
    #[schema(value_type = String)]
    pub unit: Words,
    /// Where it comes from, in words.
    #[schema(value_type = String)]
    pub source: Words,
    /// published, practice, ours, computed, given, shop.
    #[schema(value_type = String)]
    pub standing: Words,
    /// The values inside the sentence.
    #[schema(value_type = BTreeMap<String, ValueWire>)]
    pub values: BTreeMap<Words, ValueWire>,
}

/// How a number came to be.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct TraceWire {
    /// The field of this plan.
    #[schema(value_type = String)]
    pub quantity: Words,
    /// The chain, base first, result last.
    pub steps: Vec<StepWire>,
    /// The inputs that would move it.
    #[schema(value_type = Vec<String>)]
    pub depends_on: Vec<Words>,
}

/// The field of the plan that a quantity of core is.
/// The field of the plan that a quantity of core is.
pub const fn field_of(quantity: Quantity) -> &'static str {
    match quantity {
        Quantity::PathThickness => "path_thickness_mm",
        Quantity::Tip => "tip",
        Quantity::OxygenPressure => "oxygen_pressure_kpa",
        Quantity::FuelPressure => "fuel_pressure_kpa",
        Quantity::OxygenFlow => "oxygen_flow_l_min",
        Quantity::PreheatOxygenFlow => "preheat_oxygen_flow_l_min",
        Quantity::FuelFlow => "fuel_flow_l_min",
        Quantity::StartPreheat => "start_preheat_s",
        Quantity::TravelSpeed => "travel_speed_mm_min",
        Quantity::Kerf => "kerf_mm",
        Quantity::Drag => "drag_mm",
        Quantity::Standoff => "standoff_mm",
        Quantity::TipToPlate => "tip_to_plate_mm",
        Quantity::Starts => "starts",
        Quantity::Time => "time_s",
        Quantity::Oxygen => "oxygen_l",
        Quantity::Fuel => "fuel_l",
        Quantity::HeatAffected => "heat_affected_mm",
        Quantity::Cost => "cost",
        Quantity::CarbonEquivalent => "carbon_equivalent",
        Quantity::Supply => "supply",
        Quantity::OxygenBalance => "oxygen_balance",
    }
}

/// A step of core in words.
///
/// # Errors
/// When its value is a word or its source is missing: faults of the build.
pub fn step(step: &Step) -> ApiResult<StepWire> {
    let (kind, value, to) = match &step.value {
        Measure::Number(kind, si) => (*kind, wire(*kind, *si), None),
        Measure::List(kind, list) => {
            let end = |si: Option<&f64>| si.map(|si| wire(*kind, *si));
            (*kind, end(list.first()).unwrap_or(0.0), end(list.last()))
        }
        Measure::Word(code) => {
            return Err(ApiError::Internal(format!("step {} is the word {code}", step.code)));
        }
    };
    let (source, standing) = source_words(step.source)?;
    Ok(StepWire {
        code: step.code.into(),
        what: with_values(Section::Trace, step.code, &step.values),
        value,
        to,
        kind: kind_code(kind).into(),
        unit: unit(kind).0.into(),
        source: source.into(),
        standing: standing.into(),
        values: values(&step.values),
    })
}

/// What a source is called, and how it stands.
///
/// # Errors
/// When it is missing in sources.toml: a fault of the build.
pub fn source_words(key: SourceKey) -> ApiResult<(&'static str, &'static str)> {
    let all = sources().map_err(|error| ApiError::Internal(error.to_string()))?;
    let source = all
        .get(key.0)
        .ok_or_else(|| ApiError::Internal(format!("no source {} in sources.toml", key.0)))?;
    Ok((&source.short, &source.standing))
}

/// A trace of core in words.
///
/// # Errors
/// Only faults of the build.
pub fn trace(trace: &Trace) -> ApiResult<TraceWire> {
    Ok(TraceWire {
        quantity: field_of(trace.quantity).into(),
        steps: trace.steps.iter().map(step).collect::<ApiResult<_>>()?,
        depends_on: trace.depends_on.iter().map(|input| Cow::Borrowed(input.code())).collect(),
    })
}
