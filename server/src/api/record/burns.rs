//! What happened at the torch: a short note now, filled live by the bench later.

use actix_web::{HttpResponse, get, put, web};
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::doors::rights::{Right, may};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::http::page::{PageQuery, token};
use crate::http::rows::{new_id, put_reply};
use crate::store::burns::{self, Burn, NewBurn};
use crate::store::page::{List, page};
use crate::store::{Made, find, gear};

const LONGEST_NOTE: usize = 2_000;
const SHOWN: i64 = 50;
const OUTCOMES: [(&str, &str); 4] =
    [("good", "good"), ("usable", "usable"), ("poor", "poor"), ("lost", "lost")];
const SECONDS: Range = Range::new("time", "s", 0.0, 86_400.0);
const PACE: Range = Range::new("pace", "m/s", 1e-5, 0.2);
const PRESSURE: Range = Range::new("pressure", "Pa", 0.0, 3e6);
const LEFT: Range = Range::new("cylinder_left", "1", 0.0, 1.0);

/// What was read off the gauges.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Readings {
    /// Oxygen at the regulator.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub oxygen_pressure_kpa: Option<Given>,
    /// Whether it was set with gas flowing.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub set_flowing: Option<bool>,
    /// What was left in the oxygen cylinder, percent of its rating.
    #[schema(value_type = Option<f64>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub cylinder_left_percent: Option<Given>,
}

/// What makes a burn: only when is required.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BurnRequest {
    /// When, RFC 3339.
    pub happened_at: String,
    /// The cut it belongs to.
    pub job_line_id: Option<Uuid>,
    /// The card it was cut by.
    pub plan_id: Option<Uuid>,
    /// Who held the torch.
    pub person_id: Option<Uuid>,
    /// The tip in the torch, from the rack.
    pub tip_id: Option<Uuid>,
    /// Seconds of heating before the lever.
    #[schema(value_type = Option<f64>)]
    pub start_s: Option<Given>,
    /// Seconds from lever to end.
    #[schema(value_type = Option<f64>)]
    pub duration_s: Option<Given>,
    /// Pace.
    #[schema(value_type = Option<f64>)]
    pub pace_mm_min: Option<Given>,
    /// good, usable, poor, lost.
    #[schema(value_type = Option<String>)]
    pub outcome: Option<Given>,
    /// What was read off the gauges.
    pub readings: Option<Readings>,
    /// In the torch hand's words.
    pub note: Option<String>,
}

/// A burn with its pace in the contract's unit.
#[derive(Debug, Serialize, ToSchema)]
pub struct BurnView {
    /// The burn itself.
    #[serde(flatten)]
    pub burn: Burn,
    /// Pace.
    pub pace_mm_min: Option<f64>,
}

/// The newest burns.
#[derive(Debug, Serialize, ToSchema)]
pub struct BurnsReply {
    /// The newest first.
    pub burns: Vec<BurnView>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

fn view(burn: Burn) -> BurnView {
    BurnView { pace_mm_min: burn.pace_m_s.map(|pace| (pace * 60e6).round() / 1e3), burn }
}

/// Lists the newest burns.
#[utoipa::path(get, operation_id = "burns_list", path = "/api/v1/burns", params(PageQuery),
    responses((status = 200, body = BurnsReply), (status = 422, body = ErrorBody)))]
#[get("/burns")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<PageQuery>,
) -> ApiResult<web::Json<BurnsReply>> {
    let list = List { time: "happened_at", at: |burn: &Burn| burn.happened_at, matching: None };
    let (burns, next) = page(&pool, &list, &query.page(SHOWN)?).await?;
    let burns = burns.into_iter().map(view).collect();
    Ok(web::Json(BurnsReply { burns, next: next.map(token) }))
}

/// A burn as the table keeps it.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn checked(asked: &BurnRequest) -> ApiResult<NewBurn> {
    let mut fields = Fields::default();
    let happened_at = fields.moment("happened_at", Some(&asked.happened_at));
    let note = asked.note.clone().unwrap_or_default();
    if note.chars().count() > LONGEST_NOTE {
        let expected = format!("at most {LONGEST_NOTE} characters");
        fields.errors.push(wrong_shape("note", &expected, Value::Null));
    }
    let readings = asked.readings.clone().unwrap_or_default();
    let pressure = NumberField::new("readings.oxygen_pressure_kpa", &PRESSURE, Kind::Pressure);
    fields.number_if_said(&pressure, readings.oxygen_pressure_kpa.as_ref());
    let left = NumberField::new("readings.cylinder_left_percent", &LEFT, Kind::Percent);
    fields.number_if_said(&left, readings.cylinder_left_percent.as_ref());
    let seconds = |name: &str| NumberField::new(name, &SECONDS, Kind::Duration);
    let pace = NumberField::new("pace_mm_min", &PACE, Kind::Speed);
    let outcome = asked.outcome.as_ref().filter(|given| given.is_said());
    let burn = NewBurn {
        job_line_id: asked.job_line_id,
        plan_id: asked.plan_id,
        person_id: asked.person_id,
        verified: false,
        tip_id: asked.tip_id,
        happened_at: happened_at.unwrap_or(OffsetDateTime::UNIX_EPOCH),
        start_s: fields.number_if_said(&seconds("start_s"), asked.start_s.as_ref()),
        duration_s: fields.number_if_said(&seconds("duration_s"), asked.duration_s.as_ref()),
        pace_m_s: fields.number_if_said(&pace, asked.pace_mm_min.as_ref()),
        outcome: outcome
            .map(|given| fields.choice(&OUTCOMES, "outcome", Some(given), None).to_owned()),
        readings: serde_json::to_value(&readings)?,
        note,
    };
    fields.done(burn)
}

/// What a row names but is not there, as a fault of its field.
#[must_use]
pub fn unknown(table: &str, error: ApiError) -> ApiError {
    let ApiError::Database(sqlx::Error::Database(database)) = &error else { return error };
    if !database.is_foreign_key_violation() {
        return error;
    }
    // PostgreSQL names the constraint after table and column
    let constraint = database.constraint().unwrap_or_default();
    let field = constraint.trim_start_matches(table).trim_start_matches('_');
    let field = field.trim_end_matches("_fkey").to_owned();
    ApiError::Invalid(vec![wrong_shape(&field, "the id of something in this shop", Value::Null)])
}

/// Notes what happened, under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "burns_create", path = "/api/v1/burns/{id}", request_body = BurnRequest, params(("id" = String, Path)),
    responses((status = 201, body = Burn), (status = 200, body = Burn), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/burns/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<BurnRequest>,
) -> ApiResult<HttpResponse> {
    let (key, mut new) = (new_id(&path, caller)?, checked(&body.value)?);
    new.person_id = new.person_id.or(caller.person);
    new.verified = new.person_id == caller.person;
    if !new.verified && !caller.role.is_some_and(|role| may(role, Right::Settle)) {
        return Err(ApiError::Refused(
            "You may log your own cuts; a foreman logs those of others.",
        ));
    }
    let made = burns::put(&pool, (key.0, caller.person), (&new, &body.json)).await;
    Ok(put_reply(match made.map_err(|error| unknown("burns", error))? {
        Made::New(burn) => Made::New(view(burn)),
        Made::Again(burn) => Made::Again(view(burn)),
    }))
}

/// The tip of a burn as it is on the rack now.
///
/// # Errors
/// When the database fails.
pub async fn tip_of(pool: &PgPool, burn: &Burn) -> ApiResult<Option<gear::Gear>> {
    match burn.tip_id {
        Some(id) => find(pool, id).await,
        None => Ok(None),
    }
}
