//! Clearances: who may work with what, given and withdrawn by who settles how the shop works; at the torch for once.

use actix_web::{HttpRequest, HttpResponse, get, post, put, web};
use galvanon_core::code::Code;
use galvanon_core::cut::{Process, limits};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::{Date, OffsetDateTime};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::people::doors::{self, At, In, SignIn};
use crate::api::people::trail::note;
use crate::api::record::burns::unknown;
use crate::doors::rights::{Right, may};
use crate::doors::state::Doors;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField};
use crate::http::rows::{id, new_id, put_reply, seen};
use crate::plan::cleared::{Cleared, burn_of};
use crate::store::clearances::{self, Clearance, NewClearance, Withdrawal};
use crate::store::door::credentials;
use crate::store::{Made, RowKey, plans};
use crate::wire::note::NoteWire;
use crate::wire::unit::in_contract_unit;

/// The longest reason, characters.
const LONGEST: usize = 500;

/// What a person is cleared for; what is left out covers any.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ClearanceRequest {
    /// Who.
    pub person_id: Uuid,
    /// acetylene, propane, propylene, `natural_gas`.
    #[schema(value_type = Option<String>)]
    pub fuel: Option<Given>,
    /// How thick at most.
    #[schema(value_type = Option<f64>)]
    pub thickness_to_mm: Option<Given>,
    /// freehand, guided, machine.
    #[schema(value_type = Option<String>)]
    pub process: Option<Given>,
    /// The last day, as 2027-05-31.
    pub until: Option<String>,
}

/// A foreman clears somebody at the torch, for today.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OverrideRequest {
    /// The clearance.
    pub clearance: ClearanceRequest,
    /// Why.
    pub because: String,
    /// Who clears them: name and PIN or password, as at a door.
    pub by: SignIn,
}

/// A clearance with its thickness in the contract's unit.
#[derive(Debug, Serialize, ToSchema)]
pub struct ClearanceView {
    /// The clearance.
    #[serde(flatten)]
    pub clearance: Clearance,
    /// How thick at most.
    pub thickness_to_mm: Option<f64>,
    /// Whether it holds today.
    pub holds: bool,
}

/// The shop's clearances.
#[derive(Debug, Serialize, ToSchema)]
pub struct ClearancesReply {
    /// The newest first; those that ended too.
    pub clearances: Vec<ClearanceView>,
}

/// Whether the caller is cleared for a card.
#[derive(Debug, Serialize, ToSchema)]
pub struct CardClearance {
    /// Why not; null where they are, and where the shop keeps no clearances.
    pub note: Option<NoteWire>,
}

fn view(clearance: Clearance) -> ClearanceView {
    ClearanceView {
        thickness_to_mm: clearance.thickness_to_m.map(|si| in_contract_unit(Kind::Length, si)),
        holds: clearance.holds(clearances::day_of(OffsetDateTime::now_utc())),
        clearance,
    }
}

/// A clearance as the table keeps it.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn checked(asked: &ClearanceRequest) -> ApiResult<NewClearance> {
    let mut fields = Fields::default();
    let thickness = NumberField::new("thickness_to_mm", &limits::THICKNESS, Kind::Length);
    let new = NewClearance {
        person: asked.person_id,
        fuel: fields.optional::<Fuel>("fuel", asked.fuel.as_ref()).map(Code::code),
        thickness_to_m: fields.number_if_said(&thickness, asked.thickness_to_mm.as_ref()),
        process: fields.optional::<Process>("process", asked.process.as_ref()).map(Code::code),
        until: fields.day("until", asked.until.as_deref()),
        override_because: String::new(),
    };
    fields.done(new)
}

/// Lists every clearance.
#[utoipa::path(get, operation_id = "clearances_list", path = "/api/v1/clearances", responses((status = 200, body = ClearancesReply)))]
#[get("/clearances")]
pub async fn list(pool: web::Data<PgPool>) -> ApiResult<web::Json<ClearancesReply>> {
    let clearances = clearances::all(pool.get_ref()).await?.into_iter().map(view).collect();
    Ok(web::Json(ClearancesReply { clearances }))
}

/// Clears a person, under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "clearances_create", path = "/api/v1/clearances/{id}", request_body = ClearanceRequest,
    params(("id" = String, Path)),
    responses((status = 201, body = ClearanceView), (status = 200, body = ClearanceView), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/clearances/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<ClearanceRequest>,
) -> ApiResult<HttpResponse> {
    let new = checked(&body.value)?;
    let key = new_id(&path, caller)?;
    let made = keep(&pool, key, &new, &body.json).await?;
    if matches!(made, Made::New(_)) {
        note(
            &pool,
            (caller.person, caller.device),
            "cleared",
            json!({ "person": body.value.person_id, "for": body.json }),
        )
        .await?;
    }
    Ok(reply(made))
}

async fn keep(
    pool: &PgPool,
    key: RowKey,
    new: &NewClearance,
    body: &Value,
) -> ApiResult<Made<Clearance>> {
    clearances::put(&mut *pool.acquire().await?, key, new, body)
        .await
        .map_err(|error| unknown("clearances", error))
}

fn reply(made: Made<Clearance>) -> HttpResponse {
    put_reply(match made {
        Made::New(row) => Made::New(view(row)),
        Made::Again(row) => Made::Again(view(row)),
    })
}

/// A foreman clears somebody at the torch for the rest of the day; it is on record as that.
#[utoipa::path(post, operation_id = "clearances_override", path = "/api/v1/clearances/override", request_body = OverrideRequest,
    responses((status = 201, body = ClearanceView), (status = 401, body = ErrorBody), (status = 403, body = ErrorBody), (status = 422, body = ErrorBody), (status = 429, body = ErrorBody)))]
#[post("/clearances/override")]
pub async fn override_one(
    pool: web::Data<PgPool>,
    doors: web::Data<Doors>,
    request: HttpRequest,
    body: Body<OverrideRequest>,
) -> ApiResult<HttpResponse> {
    let mut new = checked(&body.value.clearance)?;
    let mut fields = Fields::default();
    new.override_because = fields.text("because", &body.value.because, LONGEST);
    // an invitation or a set-up code makes somebody; it says of nobody that they stand here
    if body.value.by.invitation.is_some() || body.value.by.setup_code.is_some() {
        fields.refuse("by", "which_door", Value::Null, &[]);
    }
    fields.done(())?;
    let at = At::of(&pool, &doors, &request).await?;
    let device = at.device.as_ref().map(|device| device.id);
    let In::Person(foreman, _) = doors::through(&at, &body.value.by).await? else {
        return Err(ApiError::WrongKey);
    };
    let known = credentials::of(pool.get_ref(), foreman).await?.ok_or(ApiError::WrongKey)?;
    if !may(known.role, Right::Settle) {
        return Err(ApiError::Refused("Only a foreman or an owner clears somebody."));
    }
    new.until = Some(today());
    let key = RowKey { id: Uuid::now_v7(), by: Some(foreman) };
    // what opened the door is kept nowhere
    let kept = json!({ "clearance": body.json["clearance"], "because": new.override_because });
    let made = keep(&pool, key, &new, &kept).await?;
    let about = json!({ "person": new.person, "because": new.override_because });
    note(&pool, (Some(foreman), device), "override", about).await?;
    Ok(reply(made))
}

fn today() -> Date {
    OffsetDateTime::now_utc().date()
}

/// Withdraws a clearance.
#[utoipa::path(post, operation_id = "clearances_withdraw", path = "/api/v1/clearances/{id}/withdraw", request_body = Withdrawal,
    params(("id" = String, Path)),
    responses((status = 200, body = ClearanceView), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/clearances/{id}/withdraw")]
pub async fn withdraw(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Withdrawal>,
) -> ApiResult<web::Json<ClearanceView>> {
    let mut fields = Fields::default();
    let because = fields.text("because", &body.value.because, LONGEST);
    fields.done(())?;
    let row = seen(&path, body.value.version, caller)?;
    let withdrawn = clearances::withdraw(&mut *pool.acquire().await?, &row, &because).await?;
    let about = json!({ "person": withdrawn.person_id, "because": because });
    note(&pool, (caller.person, caller.device), "uncleared", about).await?;
    Ok(web::Json(view(withdrawn)))
}

/// Whether who asks is cleared for the cut of a card.
#[utoipa::path(get, operation_id = "plans_clearance", path = "/api/v1/plans/{id}/clearance", params(("id" = String, Path)),
    responses((status = 200, body = CardClearance), (status = 404, body = ErrorBody)))]
#[get("/plans/{id}/clearance")]
pub async fn of_card(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
) -> ApiResult<web::Json<CardClearance>> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    let plan = plans::find(pool.get_ref(), id(&path)?).await?;
    let both = (read(&plan.input), read(&plan.result));
    let cleared = Cleared::read(&pool).await?;
    // a card of an older version that is read no more names no clearance
    let note = match &both {
        (Ok(input), Ok(result)) => {
            burn_of(input, result).and_then(|burn| cleared.refuses(person, &burn))
        }
        _ => None,
    };
    Ok(web::Json(CardClearance { note }))
}
