//! What happened at the torch: a short note now, filled live by the bench later.

use std::collections::BTreeMap;

use actix_web::{HttpResponse, put, web};
use galvanon_core::code::Code;
use galvanon_core::cut::limits::KERF;
use galvanon_core::quantity::Duration;
use galvanon_core::record::class::Taught as Kind;
use galvanon_core::record::done::{GAS, LEFT, Outcome, PACE, PRESSURE, SECONDS};
use galvanon_core::trace::Kind as Measure;
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
use crate::http::rows::{new_id, put_reply};
use crate::plan::against::{Done, against};
use crate::plan::learning::learn_more;
use crate::plan::taught::factor_of;
use crate::store::burns::{self, Against, Burn, From, Measured, NewBurn};
use crate::store::{Made, find, gear, plans};
use crate::wire::unit::fine;

const LONGEST_NOTE: usize = 2_000;

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
    /// Width of the cut as it was measured.
    #[schema(value_type = Option<f64>)]
    pub kerf_mm: Option<Given>,
    /// Oxygen by gauge or scale.
    #[schema(value_type = Option<f64>)]
    pub oxygen_l: Option<Given>,
    /// Fuel by gauge or scale.
    #[schema(value_type = Option<f64>)]
    pub fuel_l: Option<Given>,
    /// At the grinder.
    #[schema(value_type = Option<f64>)]
    pub clean_up_s: Option<Given>,
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
    /// Width of the cut.
    pub kerf_mm: Option<f64>,
    /// Oxygen.
    pub oxygen_l: Option<f64>,
    /// Fuel.
    pub fuel_l: Option<f64>,
    /// At the grinder.
    pub clean_up_s: Option<f64>,
    /// freehand, guided, machine, as its card said.
    pub process: Option<String>,
    /// What burnt.
    pub fuel: Option<String>,
    /// Of the plate.
    pub thickness_mm: Option<f64>,
    /// Of the tip.
    pub bore_mm: Option<f64>,
    /// Done over planned with nothing learned yet, by figure; what was not measured is missing.
    #[schema(value_type = Object)]
    pub factors: BTreeMap<&'static str, f64>,
}

/// A burn as a reply says it.
#[must_use]
pub fn view(burn: Burn) -> BurnView {
    let (more, against) = (burn.more, burn.against.clone());
    let scaled = |value: Option<f64>, by: f64| value.map(|value| fine(value * by));
    let factors =
        Kind::ALL.iter().filter_map(|kind| Some((kind.code(), fine(factor_of(&against, *kind)?))));
    BurnView {
        pace_mm_min: burn.pace_m_s.map(|pace| (pace * 60e6).round() / 1e3),
        kerf_mm: scaled(more.kerf_m, 1e3),
        oxygen_l: scaled(more.oxygen_m3, 1e3),
        fuel_l: scaled(more.fuel_m3, 1e3),
        clean_up_s: more.clean_up_s,
        factors: factors.collect(),
        thickness_mm: scaled(against.thickness_m, 1e3),
        bore_mm: scaled(against.bore_m, 1e3),
        process: against.process,
        fuel: against.fuel,
        burn,
    }
}

impl Readings {
    fn check(&self, fields: &mut Fields) {
        let pressure =
            NumberField::new("readings.oxygen_pressure_kpa", &PRESSURE, Measure::Pressure);
        fields.number_if_said(&pressure, self.oxygen_pressure_kpa.as_ref());
        let left = NumberField::new("readings.cylinder_left_percent", &LEFT, Measure::Percent);
        fields.number_if_said(&left, self.cylinder_left_percent.as_ref());
    }
}

impl BurnRequest {
    fn measured(&self, fields: &mut Fields) -> Measured {
        let kerf = NumberField::new("kerf_mm", &KERF, Measure::Bore);
        let gas = |name: &str| NumberField::new(name, &GAS, Measure::GasVolume);
        let clean_up = NumberField::new("clean_up_s", &SECONDS, Measure::Duration);
        Measured {
            kerf_m: fields.number_if_said(&kerf, self.kerf_mm.as_ref()),
            oxygen_m3: fields.number_if_said(&gas("oxygen_l"), self.oxygen_l.as_ref()),
            fuel_m3: fields.number_if_said(&gas("fuel_l"), self.fuel_l.as_ref()),
            clean_up_s: fields.number_if_said(&clean_up, self.clean_up_s.as_ref()),
        }
    }
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
    readings.check(&mut fields);
    let seconds = |name: &str| NumberField::new(name, &SECONDS, Measure::Duration);
    let pace = NumberField::new("pace_mm_min", &PACE, Measure::Speed);
    let more = asked.measured(&mut fields);
    let outcome: Option<Outcome> = fields.optional("outcome", asked.outcome.as_ref());
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
        outcome: outcome.map(|outcome| outcome.code().to_owned()),
        readings: serde_json::to_value(&readings)?,
        note,
        more,
        against: Against::default(),
        from: From::default(),
    };
    fields.done(burn)
}

/// Holds a burn against the card it was cut by, or against the plan of what its notebook said; without either it teaches nothing.
/// Of other work at the torch `stages` says what each stage took.
///
/// # Errors
/// When the database fails.
pub async fn held_against_its_plan(
    pool: &PgPool,
    burn: &mut NewBurn,
    stages: Vec<Option<Duration>>,
) -> ApiResult<()> {
    let card = match burn.plan_id {
        // a card that is not there is told when the burn is kept
        Some(plan) => plans::request_of(pool, plan).await?,
        None => burn.from.asked.clone(),
    };
    let Some(card) = card else { return Ok(()) };
    let done = Done {
        pace: burn.pace_m_s,
        start: burn.start_s,
        duration: burn.duration_s,
        stages,
        more: burn.more,
    };
    // a card of an older version that is no longer read teaches nothing either
    burn.against = match against(&card, &done) {
        Err(ApiError::Invalid(_)) => Against::default(),
        found => found?,
    };
    Ok(())
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
    held_against_its_plan(&pool, &mut new, Vec::new()).await?;
    let made = burns::put(&mut *pool.acquire().await?, key, &new, &body.json).await;
    if matches!(made, Ok(Made::New(_))) && new.against.process.is_some() {
        learn_more(&pool, &[key.id]).await?;
    }
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
