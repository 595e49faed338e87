//! The rack: tips, hoses, regulators, arrestors, torches, cylinders, each in service or out.

use actix_web::{HttpRequest, HttpResponse, delete, get, patch, post, put, web};
use galvanon_core::gas::fuel::{Fuel, Torch};
use galvanon_core::gas::withdrawal::CONTENTS;
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::GasVolume;
use galvanon_core::range::Range;
use galvanon_core::trace::{Kind, Measure};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use time::{Date, Duration, OffsetDateTime};
use utoipa::ToSchema;

use super::body::{Body, read};
use super::cut_reply::NoteWire;
use super::cut_request::{HoseWire, read_hose};
use super::fields::{Fields, Given, NumberField};
use super::gas::{ContentsRequest, read_contents};
use super::gear_request::{
    ChartWire, FUELS, GRADES, SEATS, TORCH_FUELS, TipWire, optional, read_tip,
};
use super::guard::person;
use super::rows::{Seen, id, new_id, put_reply};
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::store::gear::{self, Gear, GearChange, NewGear};
use crate::store::set_deleted;
use crate::text::{Section, filled, printed};

const LONGEST_LABEL: usize = 80;
const LONGEST_REASON: usize = 400;
const KINDS: [((), &str); 6] = [
    ((), "tip"),
    ((), "hose"),
    ((), "regulator"),
    ((), "arrestor"),
    ((), "torch"),
    ((), "cylinder"),
];
/// What a line or a regulator is for.
const GASES: [((), &str); 5] =
    [((), "oxygen"), ((), "acetylene"), ((), "propane"), ((), "propylene"), ((), "natural_gas")];
const LINES: [((), &str); 2] = [((), "oxygen"), ((), "fuel")];
const IN_CYLINDERS: [((), &str); 4] = [GASES[0], GASES[1], GASES[2], GASES[3]];
const BUILDS: [((), &str); 2] = [((), "combination"), ((), "dedicated")];
const SEAT_STATES: [((), &str); 2] = [((), "good"), ((), "dinged")];
const MIXING: [(Torch, &str); 2] =
    [(Torch::EqualPressure, "equal_pressure"), (Torch::Injector, "injector")];
/// Cuts since a tip was cleaned.
const CUTS: Range = Range::new("fields.cuts_since_cleaned", "1", 0.0, 100_000.0);
/// The end of a gauge's scale, and the most a regulator delivers.
const SCALE: Range = Range::new("fields.scale", "Pa", 1e3, 50e6);
/// Inspections are asked for once a year. Source: `common_practice`.
const INSPECTED_FOR: Duration = Duration::days(365);
/// Acetylene that lay down stands up this long. Source: `common_practice`.
const STANDS_UP_FOR: Duration = Duration::hours(24);
/// A tip is cleaned after so many cuts. Source: `common_practice` (every 4 to 5).
const CLEAN_AFTER: u64 = 5;

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

/// A piece of gear with what is to be said of it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GearView {
    /// The piece itself.
    pub gear: Gear,
    /// Gas in a cylinder; null where it is not known.
    pub free_gas_l: Option<f64>,
    /// What must be said.
    pub notes: Vec<NoteWire>,
}

/// Everything the shop owns.
#[derive(Debug, Serialize, ToSchema)]
pub struct RackReply {
    /// By kind and name.
    pub gear: Vec<GearView>,
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

fn day(fields: &mut Fields, path: &str, given: Option<&str>) -> Option<Date> {
    let given = given?;
    let format = time::macros::format_description!("[year]-[month]-[day]");
    match Date::parse(given, &format) {
        Ok(day) => Some(day),
        Err(_) => {
            fields.errors.push(super::fields::wrong_shape(
                path,
                "a day as 2026-05-31",
                given.into(),
            ));
            None
        }
    }
}

fn moment(fields: &mut Fields, path: &str, given: Option<&str>) -> Option<OffsetDateTime> {
    let given = given?;
    match OffsetDateTime::parse(given, &time::format_description::well_known::Rfc3339) {
        Ok(moment) => Some(moment),
        Err(_) => {
            let expected = "a time as 2026-05-31T09:00:00Z";
            fields.errors.push(super::fields::wrong_shape(path, expected, given.into()));
            None
        }
    }
}

fn positive(fields: &mut Fields, path: &str, (given, range, kind): (Option<&Given>, &Range, Kind)) {
    if given.is_some_and(|given| !given.0.is_null()) {
        fields.number(&NumberField { path: path.into(), range, kind }, given, None);
    }
}

impl TipFields {
    /// The tip as a cut plan request holds it.
    #[must_use]
    pub fn wire(self) -> TipWire {
        TipWire {
            bore_mm: self.bore_mm,
            face: self.face,
            seat: self.seat,
            kind: self.kind,
            charts: self.charts,
        }
    }
}

impl CylinderFields {
    fn contents(&self) -> ContentsRequest {
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
    fn was_read(&self) -> bool {
        let said = |given: &Option<Given>| given.as_ref().is_some_and(|given| !given.0.is_null());
        if self.gas.as_ref().is_some_and(|gas| gas.0 == "oxygen") {
            return said(&self.pressure_kpa);
        }
        said(&self.gross_kg)
    }
}

fn check_tip(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let tip: TipFields = shape(value)?;
    positive(
        fields,
        "fields.cuts_since_cleaned",
        (tip.cuts_since_cleaned.as_ref(), &CUTS, Kind::Count),
    );
    optional(fields, "fields.seat_state", (tip.seat_state.as_ref(), &SEAT_STATES));
    read_tip(fields, "fields", &tip.wire());
    Ok(())
}

fn check_hose(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: HoseFields = shape(value)?;
    fields.choice("fields.gas", given.gas.as_ref(), (&LINES, None));
    let pipe =
        HoseWire { bore_mm: given.bore_mm, length_m: given.length_m, fittings_m: given.fittings_m };
    read_hose(fields, "fields", (Some(&pipe), None));
    optional(fields, "fields.grade", (given.grade.as_ref(), GRADES));
    day(fields, "fields.inspected_on", given.inspected_on.as_deref());
    Ok(())
}

fn check_cylinder(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: CylinderFields = shape(value)?;
    fields.choice("fields.gas", given.gas.as_ref(), (&IN_CYLINDERS, None));
    positive(fields, "fields.rated_l", (given.rated_l.as_ref(), &CONTENTS, Kind::GasVolume));
    let weight = &galvanon_core::gas::cylinder::WEIGHT;
    positive(fields, "fields.tare_kg", (given.tare_kg.as_ref(), weight, Kind::Ratio));
    moment(fields, "fields.read_at", given.read_at.as_deref());
    moment(fields, "fields.upright_since", given.upright_since.as_deref());
    if fields.errors.is_empty() && given.was_read() {
        read_contents(fields, ("fields.", &given.contents()))?;
    }
    Ok(())
}

fn check_regulator(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: RegulatorFields = shape(value)?;
    fields.choice("fields.gas", given.gas.as_ref(), (&GASES, None));
    positive(fields, "fields.max_kpa", (given.max_kpa.as_ref(), &SCALE, Kind::Pressure));
    positive(fields, "fields.scale_kpa", (given.scale_kpa.as_ref(), &SCALE, Kind::Pressure));
    Ok(())
}

fn check_torch(fields: &mut Fields, value: &Value) -> ApiResult<()> {
    let given: TorchFields = shape(value)?;
    fields.choice("fields.build", given.build.as_ref(), (&BUILDS, None));
    fields.choice("fields.mixing", given.mixing.as_ref(), (&MIXING, None));
    let most = (given.max_oxygen_kpa.as_ref(), &SCALE, Kind::Pressure);
    positive(fields, "fields.max_oxygen_kpa", most);
    optional(fields, "fields.fuels", (given.fuels.as_ref(), TORCH_FUELS));
    optional(fields, "fields.seat", (given.seat.as_ref(), SEATS));
    Ok(())
}

/// Refuses gear that cannot be.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn checked(
    kind: &str,
    (label, value): (Option<&str>, Option<&Value>),
    out: (bool, &str),
) -> ApiResult<()> {
    let mut fields = Fields::default();
    if let Some(label) = label {
        fields.text("label", label, LONGEST_LABEL);
    }
    fields.choice("kind", Some(&Given(kind.into())), (&KINDS, None));
    if !out.0 && out.1.trim().is_empty() {
        fields.refuse("out_because", "not_in_service_reason", Value::Null, &[]);
    } else if out.1.chars().count() > LONGEST_REASON {
        let expected = format!("at most {LONGEST_REASON} characters");
        fields.errors.push(super::fields::wrong_shape("out_because", &expected, Value::Null));
    }
    if let Some(value) = value {
        match kind {
            "tip" => check_tip(&mut fields, value)?,
            "hose" => check_hose(&mut fields, value)?,
            "regulator" => check_regulator(&mut fields, value)?,
            "torch" => check_torch(&mut fields, value)?,
            "cylinder" => check_cylinder(&mut fields, value)?,
            "arrestor" => {
                let given: ArrestorFields = shape(value)?;
                fields.choice("fields.gas", given.gas.as_ref(), (&LINES, None));
                day(&mut fields, "fields.inspected_on", given.inspected_on.as_deref());
            }
            _ => {}
        }
    }
    fields.done(())
}

/// A note about a piece of gear; its name and reason are the shop's own words.
fn said(level: &str, code: &'static str, (gear, rest): (&Gear, &[(&str, Measure)])) -> NoteWire {
    let text = filled(Section::Notes, code, |placeholder| match placeholder {
        "label" => Some(gear.label.clone()),
        "why" => Some(gear.out_because.clone()),
        name => rest.iter().find(|(known, _)| *known == name).map(|(_, value)| printed(value)),
    });
    NoteWire {
        level: level.to_owned().into(),
        code: code.into(),
        text: text.into(),
        values: std::collections::BTreeMap::new(),
    }
}

fn overdue(day: Option<Date>, now: OffsetDateTime) -> bool {
    day.is_some_and(|day| now.date() - day > INSPECTED_FOR)
}

fn tip_notes(gear: &Gear) -> Vec<NoteWire> {
    let mut notes = Vec::new();
    if gear.fields["seat_state"] == "dinged" {
        notes.push(said("caution", "seat_dinged", (gear, &[])));
    }
    let cuts = gear.fields["cuts_since_cleaned"].as_u64().unwrap_or(0);
    if cuts >= CLEAN_AFTER {
        #[allow(clippy::cast_precision_loss, reason = "checked to be below 100 000")]
        let count = ("count", Measure::Number(Kind::Count, cuts as f64));
        notes.push(said("info", "tip_dirty", (gear, &[count])));
    }
    notes
}

fn cylinder_notes(gear: &Gear, contents: Option<GasVolume>, now: OffsetDateTime) -> Vec<NoteWire> {
    let mut notes = Vec::new();
    if gear.fields["label_read"] != true {
        notes.push(said("stop", "cylinder_unlabelled", (gear, &[])));
    }
    let since = gear.fields["upright_since"].as_str();
    let mut fields = Fields::default();
    let lying = moment(&mut fields, "", since).is_some_and(|since| now - since < STANDS_UP_FOR);
    if gear.fields["gas"] == "acetylene" && lying {
        notes.push(said("stop", "cylinder_lying", (gear, &[])));
    }
    if contents.is_none() {
        notes.push(said("info", "cylinder_unweighed", (gear, &[])));
    }
    notes
}

/// A piece of gear with its contents and what must be said of it now.
///
/// # Errors
/// Only a fault of ours.
pub fn view(gear: Gear, now: OffsetDateTime) -> ApiResult<GearView> {
    let mut notes = Vec::new();
    if !gear.in_service {
        let code = if gear.kind == "cylinder" { "cylinder_out" } else { "gear_out" };
        notes.push(said("stop", code, (&gear, &[])));
    }
    let mut contents = None;
    match gear.kind.as_str() {
        "tip" => notes.extend(tip_notes(&gear)),
        "hose" | "arrestor" => {
            let mut fields = Fields::default();
            let seen = day(&mut fields, "", gear.fields["inspected_on"].as_str());
            if overdue(seen, now) {
                notes.push(said("caution", "hose_overdue", (&gear, &[])));
            }
        }
        "cylinder" => {
            let cylinder: CylinderFields = read(&gear.fields)?;
            if cylinder.was_read() {
                let mut fields = Fields::default();
                contents = read_contents(&mut fields, ("", &cylinder.contents()))?
                    .map(|(volume, _)| volume);
            }
            notes.extend(cylinder_notes(&gear, contents, now));
        }
        _ => {}
    }
    let free_gas_l = contents.map(|volume| (volume.as_m3() * 1e6).round() / 1e3);
    Ok(GearView { gear, free_gas_l, notes })
}

/// Everything the shop owns, with contents and notes.
#[utoipa::path(get, operation_id = "gear_list", path = "/api/v1/gear", responses((status = 200, body = RackReply)))]
#[get("/gear")]
pub async fn list(pool: web::Data<PgPool>) -> ApiResult<web::Json<RackReply>> {
    let now = OffsetDateTime::now_utc();
    let all = gear::all(&pool).await?.into_iter().map(|gear| view(gear, now));
    Ok(web::Json(RackReply { gear: all.collect::<ApiResult<_>>()? }))
}

/// Adds a piece of gear under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "gear_create", path = "/api/v1/gear/{id}", request_body = NewGear, params(("id" = String, Path)),
    responses((status = 201, body = Gear), (status = 200, body = Gear), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/gear/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    (path, request): (web::Path<String>, HttpRequest),
    body: Body<NewGear>,
) -> ApiResult<HttpResponse> {
    let (key, new) = (new_id(&path, &request)?, &body.value);
    checked(&new.kind, (Some(&new.label), Some(&new.fields)), (new.in_service, &new.out_because))?;
    Ok(put_reply(gear::put(&pool, key, (new, &body.json)).await?))
}

/// Changes a piece of gear.
#[utoipa::path(patch, operation_id = "gear_change", path = "/api/v1/gear/{id}", request_body = GearChange, params(("id" = String, Path)),
    responses((status = 200, body = Gear), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/gear/{id}")]
pub async fn change(
    pool: web::Data<PgPool>,
    (path, request): (web::Path<String>, HttpRequest),
    body: Body<GearChange>,
) -> ApiResult<web::Json<Gear>> {
    let (id, change) = (id(&path)?, &body.value);
    let now = gear::find(&pool, id).await?.ok_or(ApiError::NotFound)?;
    let out = (
        change.in_service.unwrap_or(now.in_service),
        change.out_because.as_deref().unwrap_or(&now.out_because),
    );
    checked(&now.kind, (change.label.as_deref(), change.fields.as_ref()), out)?;
    Ok(web::Json(gear::patch(&pool, (id, person(&request)), (change, &body.json)).await?))
}

/// Takes a piece of gear off the list; it can be taken back.
#[utoipa::path(delete, operation_id = "gear_delete", path = "/api/v1/gear/{id}", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Gear), (status = 409, body = ErrorBody)))]
#[delete("/gear/{id}")]
pub async fn delete(
    pool: web::Data<PgPool>,
    (path, request): (web::Path<String>, HttpRequest),
    body: Body<Seen>,
) -> ApiResult<web::Json<Gear>> {
    let key = (id(&path)?, body.value.version, person(&request));
    Ok(web::Json(set_deleted::<Gear>(&pool, key, true).await?))
}

/// Takes a deletion back.
#[utoipa::path(post, operation_id = "gear_restore", path = "/api/v1/gear/{id}/restore", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Gear), (status = 409, body = ErrorBody)))]
#[post("/gear/{id}/restore")]
pub async fn restore(
    pool: web::Data<PgPool>,
    (path, request): (web::Path<String>, HttpRequest),
    body: Body<Seen>,
) -> ApiResult<web::Json<Gear>> {
    let key = (id(&path)?, body.value.version, person(&request));
    Ok(web::Json(set_deleted::<Gear>(&pool, key, false).await?))
}

/// The fuels of the codes, for whoever reads a cylinder or a regulator.
#[must_use]
pub fn fuel_of(code: &str) -> Option<Fuel> {
    FUELS.iter().find(|(_, known)| *known == code).map(|(fuel, _)| *fuel)
}

/// A gear note as core's, for a plan's verdict.
#[must_use]
pub fn level_of(note: &NoteWire) -> Level {
    match note.level.as_ref() {
        "stop" => Level::Stop,
        "caution" => Level::Caution,
        _ => Level::Info,
    }
}

/// Notes of core in words.
#[must_use]
pub fn in_words(notes: &[Note]) -> Vec<NoteWire> {
    notes.iter().map(super::cut_reply::note).collect()
}
