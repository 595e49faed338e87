//! The rack: tips, hoses, regulators, arrestors, torches, cylinders, each in service or out.

use actix_web::{HttpRequest, HttpResponse, delete, get, patch, post, put, web};
use galvanon_core::gas::cylinder::is_doubted;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::GasVolume;
use galvanon_core::trace::{Kind, Measure};
use serde::Serialize;
use sqlx::PgPool;
use time::{Date, Duration, OffsetDateTime};
use utoipa::ToSchema;

use super::body::{Body, read};
use super::cut_reply::NoteWire;
use super::fields::Fields;
use super::gas::read_contents;
use super::gear_fields::{CylinderFields, TipFields, checked};
use super::gear_request::FUELS;
use super::guard::person;
use super::paging::{PageQuery, token};
use super::rows::{Seen, id, new_id, put_reply};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::store::gear::{self, Gear, GearChange, NewGear};
use crate::store::page::{List, page};
use crate::store::{find, set_deleted};
use crate::text::{Section, filled, printed};

/// How many a page shows where nobody says how many.
const SHOWN: i64 = 200;
/// Inspections are asked for once a year. Source: `common_practice`.
const INSPECTED_FOR: Duration = Duration::days(365);
/// Acetylene that lay down stands up this long. Source: `common_practice`.
pub const STANDS_UP_FOR: Duration = Duration::hours(24);
/// A reading of a cylinder older than this is doubted. Source: `ours`.
const READING_HOLDS_FOR: Duration = Duration::days(7);
/// A tip is cleaned after so many cuts. Source: `common_practice` (every 4 to 5).
const CLEAN_AFTER: u64 = 5;

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
    /// The newest first.
    pub gear: Vec<GearView>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
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
    let lying = fields.moment("", since).is_some_and(|since| now - since < STANDS_UP_FOR);
    if gear.fields["gas"] == "acetylene" && lying {
        notes.push(said("stop", "cylinder_lying", (gear, &[])));
    }
    let read = fields.moment("", gear.fields["read_at"].as_str());
    if let Some(age) = read.map(|read| now - read).filter(|age| *age > READING_HOLDS_FOR) {
        #[allow(clippy::cast_precision_loss, reason = "days of a person's life")]
        let days = ("days", Measure::Number(Kind::Count, age.whole_days() as f64));
        notes.push(said("info", "reading_old", (gear, &[days])));
    }
    let rated = gear.fields["rated_l"].as_f64().map(|l| GasVolume::from_m3(l / 1e3));
    if contents.zip(rated).is_some_and(|(contents, rated)| is_doubted(contents, rated)) {
        notes.push(said("caution", "cylinder_doubted", (gear, &[])));
    }
    if contents.is_none() {
        notes.push(said("info", "cylinder_unweighed", (gear, &[])));
    }
    notes
}

/// A piece of gear with its contents and what must be said of it now. One that cannot be read any more says so in its
/// place: it is not used, and takes nothing else down.
///
/// # Errors
/// Only a fault of ours.
pub fn view(gear: Gear, now: OffsetDateTime) -> ApiResult<GearView> {
    match seen(gear.clone(), now) {
        Err(ApiError::Invalid(faults)) => {
            let fault = faults.first().map_or("", |fault| fault.message.as_str()).to_owned();
            let note =
                said("stop", "gear_fault", (&Gear { out_because: fault, ..gear.clone() }, &[]));
            Ok(GearView { gear, free_gas_l: None, notes: vec![note] })
        }
        seen => seen,
    }
}

fn seen(gear: Gear, now: OffsetDateTime) -> ApiResult<GearView> {
    let mut notes = Vec::new();
    if !gear.in_service {
        let code = if gear.kind == "cylinder" { "cylinder_out" } else { "gear_out" };
        notes.push(said("stop", code, (&gear, &[])));
    }
    let mut contents = None;
    match gear.kind.as_str() {
        "tip" => {
            let _: TipFields = read(&gear.fields)?;
            notes.extend(tip_notes(&gear));
        }
        "hose" | "arrestor" => {
            let mut fields = Fields::default();
            let seen = fields.day("", gear.fields["inspected_on"].as_str());
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
                // what is still to be told is no fault
                fields.errors.retain(|error| !error.code.starts_with("missing"));
                contents = fields.done(contents)?;
            }
            notes.extend(cylinder_notes(&gear, contents, now));
        }
        _ => {}
    }
    let free_gas_l = contents.map(|volume| (volume.as_m3() * 1e6).round() / 1e3);
    Ok(GearView { gear, free_gas_l, notes })
}

/// Everything the shop owns, with contents and notes.
#[utoipa::path(get, operation_id = "gear_list", path = "/api/v1/gear", params(PageQuery),
    responses((status = 200, body = RackReply), (status = 422, body = ErrorBody)))]
#[get("/gear")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<PageQuery>,
) -> ApiResult<web::Json<RackReply>> {
    let now = OffsetDateTime::now_utc();
    let list = List { time: "made_at", at: |gear: &Gear| gear.record.made_at, matching: None };
    let (gear, next) = page(&pool, &list, &query.page(SHOWN)?).await?;
    let gear = gear.into_iter().map(|gear| view(gear, now)).collect::<ApiResult<_>>()?;
    Ok(web::Json(RackReply { gear, next: next.map(token) }))
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
    let now: Gear = find(&pool, id).await?.ok_or(ApiError::NotFound)?;
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
