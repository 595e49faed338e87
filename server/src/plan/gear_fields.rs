//! What is known of each kind of gear, and what of it cannot be.

use galvanon_core::code::Code;
use galvanon_core::gas::fuel::{Gas, Torch};
use galvanon_core::gas::gear::{HoseGrade, Seat, TorchFuels};
use galvanon_core::gas::rack::{GasLine, GaugeUnit, GearKind, SeatState};
use galvanon_core::gas::withdrawal::CONTENTS;
use galvanon_core::range::Range;
use galvanon_core::setup::TorchKind;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use time::{Duration, OffsetDateTime};
use utoipa::ToSchema;

use crate::api::gas::contents::{ContentsRequest, read_contents};
use crate::api::gas::hose::{HoseWire, read_hose};
use crate::api::tip::request::{ChartWire, TipWire, read_tip};
use crate::error::{ApiError, ApiResult, FieldError};
use crate::http::body::read;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};

const LONGEST_LABEL: usize = 80;
const LONGEST_REASON: usize = 400;
/// Cuts since a tip was cleaned.
const CUTS: Range = Range::new("fields.cuts_since_cleaned", "1", 0.0, 100_000.0);
/// The end of a gauge's scale, and the most a regulator delivers.
const SCALE: Range = Range::new("fields.scale", "Pa", 1e3, 50e6);
/// A tablet's clock may be ahead by so much. Source: `ours`.
const CLOCKS_DIFFER: Duration = Duration::minutes(10);

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
