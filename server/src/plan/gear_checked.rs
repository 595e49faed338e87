//! What of a piece of gear cannot be.

use galvanon_core::code::Code;
use galvanon_core::gas::fuel::{Fuel, Gas, Torch};
use galvanon_core::gas::gear::{HoseGrade, Seat, TorchFuels};
use galvanon_core::gas::rack::{GasLine, GaugeUnit, GearKind, SeatState};
use galvanon_core::gas::withdrawal::CONTENTS;
use galvanon_core::range::Range;
use galvanon_core::setup::TorchKind;
use galvanon_core::trace::Kind;
use galvanon_core::work::{dial, heat};
use serde_json::{Value, json};
use time::{Duration, OffsetDateTime};

use crate::api::cut::work::read::{read_dial, refusal};
use crate::api::gas::contents::read_contents;
use crate::api::gas::hose::{HoseWire, read_hose};
use crate::api::tip::request::read_tip;
use crate::error::{ApiError, ApiResult, FieldError};
use crate::http::body::read;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::plan::gear_fields::{
    ArrestorFields, CarriageFields, CylinderFields, HeatingHeadFields, HoseFields, RegulatorFields,
    TipFields, TorchFields, WireSetFields,
};

const LONGEST_LABEL: usize = 80;
const LONGEST_REASON: usize = 400;
/// Cuts since a tip was cleaned.
const CUTS: Range = Range::new("fields.cuts_since_cleaned", "1", 0.0, 100_000.0);
/// The end of a gauge's scale, and the most a regulator delivers.
const SCALE: Range = Range::new("fields.scale", "Pa", 1e3, 50e6);
/// A tablet's clock may be ahead by so much. Source: `ours`.
const CLOCKS_DIFFER: Duration = Duration::minutes(10);
/// The longest rail.
const RAIL: Range = Range::new("fields.rail_mm", "m", 0.1, 200.0);
/// A wire that goes through a bore, and the largest set.
const WIRE: Range = Range::new("fields.wires_mm", "m", 1e-4, 0.01);
const MOST_WIRES: usize = 40;

/// Whatever is wrong with the fields, under `fields.`.
fn prefixed(error: ApiError) -> ApiError {
    let under = |field: FieldError| {
        let path =
            if field.path.is_empty() { "fields".into() } else { format!("fields.{}", field.path) };
        FieldError { path, ..field }
    };
    match error {
        ApiError::Invalid(fields) => ApiError::Invalid(fields.into_iter().map(under).collect()),
        other => other,
    }
}

fn shape<T: serde::de::DeserializeOwned>(fields: &Value) -> ApiResult<T> {
    read(fields).map_err(prefixed)
}

fn check_tip(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let tip: TipFields = shape(value)?;
    let cuts = NumberField::new("fields.cuts_since_cleaned", &CUTS, Kind::Count);
    fields.number_if_said(&cuts, tip.cuts_since_cleaned.as_ref());
    fields.optional::<SeatState>("fields.seat_state", tip.seat_state.as_ref());
    read_tip(fields, "fields", &tip.wire(""));
    Ok(())
}

fn check_hose(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: HoseFields = shape(value)?;
    fields.code::<GasLine>("fields.gas", given.gas.as_ref(), None);
    let pipe =
        HoseWire { bore_mm: given.bore_mm, length_m: given.length_m, fittings_m: given.fittings_m };
    read_hose(fields, "fields", Some(&pipe), None);
    fields.optional::<HoseGrade>("fields.grade", given.grade.as_ref());
    fields.day("fields.inspected_on", given.inspected_on.as_deref());
    Ok(())
}

fn check_cylinder(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: CylinderFields = shape(value)?;
    fields.code_of(&Gas::IN_CYLINDERS, "fields.gas", given.gas.as_ref(), None);
    fields.number_if_said(
        &NumberField::new("fields.rated_l", &CONTENTS, Kind::GasVolume),
        given.rated_l.as_ref(),
    );
    let weight = &galvanon_core::gas::cylinder::WEIGHT;
    fields.number_if_said(
        &NumberField::new("fields.tare_kg", weight, Kind::Mass),
        given.tare_kg.as_ref(),
    );
    let read_at = fields.moment("fields.read_at", given.read_at.as_deref());
    if read_at.is_some_and(|moment| moment > OffsetDateTime::now_utc() + CLOCKS_DIFFER) {
        fields.refuse("fields.read_at", "not_yet", given.read_at.clone().into(), &[]);
    }
    fields.moment("fields.upright_since", given.upright_since.as_deref());
    if fields.errors.is_empty() && given.was_read() {
        read_contents(fields, "fields.", &given.contents())?;
    }
    Ok(())
}

fn check_regulator(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: RegulatorFields = shape(value)?;
    fields.code::<Gas>("fields.gas", given.gas.as_ref(), None);
    fields.optional::<GaugeUnit>("fields.printed_in", given.printed_in.as_ref());
    fields.number_if_said(
        &NumberField::new("fields.max_kpa", &SCALE, Kind::Pressure),
        given.max_kpa.as_ref(),
    );
    fields.number_if_said(
        &NumberField::new("fields.scale_kpa", &SCALE, Kind::Pressure),
        given.scale_kpa.as_ref(),
    );
    fields.number_if_said(
        &NumberField::new("fields.major_kpa", &SCALE, Kind::Pressure),
        given.major_kpa.as_ref(),
    );
    fields.number_if_said(
        &NumberField::new("fields.minor_kpa", &SCALE, Kind::Pressure),
        given.minor_kpa.as_ref(),
    );
    fields.number_if_said(
        &NumberField::new("fields.red_from_kpa", &SCALE, Kind::Pressure),
        given.red_from_kpa.as_ref(),
    );
    fields.day("fields.inspected_on", given.inspected_on.as_deref());
    Ok(())
}

fn check_torch(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: TorchFields = shape(value)?;
    fields.code::<TorchKind>("fields.build", given.build.as_ref(), None);
    fields.code::<Torch>("fields.mixing", given.mixing.as_ref(), None);
    let most = NumberField::new("fields.max_oxygen_kpa", &SCALE, Kind::Pressure);
    fields.number_if_said(&most, given.max_oxygen_kpa.as_ref());
    fields.optional::<TorchFuels>("fields.fuels", given.fuels.as_ref());
    fields.optional::<Seat>("fields.seat", given.seat.as_ref());
    Ok(())
}

/// What is said of a piece of gear; what is left out stays as it is.
#[derive(Clone, Copy, Debug)]
pub struct GearSaid<'a> {
    /// What the shop calls it.
    pub label: Option<&'a str>,
    /// What is known of its kind.
    pub fields: Option<&'a Value>,
    /// Whether it is in service.
    pub in_service: bool,
    /// Why it is not.
    pub out_because: &'a str,
}

/// Refuses gear that cannot be.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn checked(kind: &str, said: &GearSaid<'_>) -> ApiResult<()> {
    let mut fields = Fields::default();
    if let Some(label) = said.label {
        fields.text("label", label, LONGEST_LABEL);
    }
    let known = GearKind::of(kind);
    fields.code::<GearKind>("kind", Some(&Given(kind.into())), None);
    if !said.in_service && said.out_because.trim().is_empty() {
        fields.refuse("out_because", "not_in_service_reason", Value::Null, &[]);
    } else if said.out_because.chars().count() > LONGEST_REASON {
        let expected = format!("at most {LONGEST_REASON} characters");
        fields.errors.push(wrong_shape("out_because", &expected, Value::Null));
    }
    if let (Some(kind), Some(value)) = (known, said.fields) {
        match kind {
            GearKind::Tip => check_tip(&mut fields, value)?,
            GearKind::Hose => check_hose(&mut fields, value)?,
            GearKind::Regulator => check_regulator(&mut fields, value)?,
            GearKind::Torch => check_torch(&mut fields, value)?,
            GearKind::Cylinder => check_cylinder(&mut fields, value)?,
            GearKind::Arrestor => check_arrestor(&mut fields, value)?,
            GearKind::Carriage => check_carriage(&mut fields, value)?,
            GearKind::WireSet => check_wires(&mut fields, value)?,
            GearKind::HeatingHead => check_head(&mut fields, value)?,
        }
    }
    fields.done(())
}

fn check_arrestor(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: ArrestorFields = shape(value)?;
    fields.code::<GasLine>("fields.gas", given.gas.as_ref(), None);
    fields.day("fields.inspected_on", given.inspected_on.as_deref());
    Ok(())
}

fn check_carriage(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: CarriageFields = shape(value)?;
    let rail = NumberField::new("fields.rail_mm", &RAIL, Kind::Length);
    fields.number_if_said(&rail, given.rail_mm.as_ref());
    let marks = read_dial(fields, "fields.dial", given.dial.as_deref());
    if fields.errors.is_empty()
        && !marks.is_empty()
        && let Err(error) = dial::Dial::of(&marks)
    {
        return Err(prefixed(refusal(vec![error])));
    }
    Ok(())
}

fn check_wires(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: WireSetFields = shape(value)?;
    let wires = given.wires_mm.unwrap_or_default();
    if wires.is_empty() || wires.len() > MOST_WIRES {
        let expected = format!("1 to {MOST_WIRES} diameters");
        fields.errors.push(wrong_shape("fields.wires_mm", &expected, json!(wires.len())));
        return Ok(());
    }
    for (at, wire) in wires.iter().enumerate() {
        let field = NumberField::new(format!("fields.wires_mm.{at}"), &WIRE, Kind::Bore);
        fields.number(&field, Some(wire), None);
    }
    Ok(())
}

fn check_head(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: HeatingHeadFields = shape(value)?;
    fields.code::<Fuel>("fields.fuel", given.fuel.as_ref(), None);
    let flow = NumberField::new("fields.flow_l_min", &heat::FLOW, Kind::GasFlow);
    fields.number(&flow, given.flow_l_min.as_ref(), None);
    Ok(())
}
