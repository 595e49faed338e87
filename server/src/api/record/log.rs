//! The log of burns: looked through, and corrected.

use actix_web::{HttpResponse, get, patch, web};
use galvanon_core::code::Code;
use galvanon_core::cut::limits::THICKNESS;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::record::done::Outcome;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::api::record::burns::{
    BurnRequest, BurnView, checked, held_against_its_plan, unknown, view,
};
use crate::doors::rights::{Right, may};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::http::page::{PageQuery, token};
use crate::plan::learning::learn_again;
use crate::store::burns::sought::{Sought, sought};
use crate::store::burns::{self, Burn, Corrected};
use crate::store::{find, run_events};

const SHOWN: i64 = 50;

/// Which burns are looked for.
#[derive(Clone, Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct LogQuery {
    /// acetylene, propane, propylene, natural_gas.
    pub fuel: Option<String>,
    /// good, usable, poor, lost.
    pub outcome: Option<String>,
    /// Whose, by id.
    pub person: Option<String>,
    /// In which job, by id.
    pub job: Option<String>,
    /// With which tip of the rack, by id.
    pub tip: Option<String>,
    /// At least so thick.
    #[param(value_type = Option<f64>)]
    pub thickness_mm_from: Option<String>,
    /// At most so thick.
    #[param(value_type = Option<f64>)]
    pub thickness_mm_to: Option<String>,
    /// Not before, RFC 3339.
    pub from: Option<String>,
    /// Not after, RFC 3339.
    pub to: Option<String>,
    /// How many rows, 1 to 200.
    #[param(value_type = Option<i64>)]
    pub limit: Option<String>,
    /// The `next` of the page before; from the newest on where it is left out.
    pub after: Option<String>,
}

/// A page of burns.
#[derive(Debug, Serialize, ToSchema)]
pub struct BurnsReply {
    /// The newest first.
    pub burns: Vec<BurnView>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

fn code<T: Code>(fields: &mut Fields, path: &str, given: Option<&String>) -> Option<String> {
    let given = given.map(|word| Given(Value::from(word.clone())));
    fields.optional::<T>(path, given.as_ref()).map(|word| word.code().to_owned())
}

impl LogQuery {
    /// What it asks of the table.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn sought(&self) -> ApiResult<Sought> {
        let mut fields = Fields::default();
        let mut length = |name: &str, given: Option<&String>| {
            let given = given.map(|text| {
                // what is no number is told as what was typed
                Given(text.parse::<f64>().map_or_else(|_| Value::from(text.clone()), Value::from))
            });
            fields.number_if_said(&NumberField::new(name, &THICKNESS, Kind::Length), given.as_ref())
        };
        let thickness_from = length("thickness_mm_from", self.thickness_mm_from.as_ref());
        let thickness_to = length("thickness_mm_to", self.thickness_mm_to.as_ref());
        let mut id = |name: &str, of: &str, given: Option<&String>| {
            let found = Uuid::parse_str(given?).ok();
            if found.is_none() {
                let shown = given.map(|id| id.chars().take(60).collect::<String>());
                fields.errors.push(wrong_shape(name, &format!("the id of a {of}"), shown.into()));
            }
            found
        };
        let person = id("person", "person", self.person.as_ref());
        let job = id("job", "job", self.job.as_ref());
        let tip = id("tip", "tip", self.tip.as_ref());
        let moment = |fields: &mut Fields, name: &str, given: Option<&String>| {
            given.and_then(|given| fields.moment(name, Some(given)))
        };
        let sought = Sought {
            fuel: code::<Fuel>(&mut fields, "fuel", self.fuel.as_ref()),
            outcome: code::<Outcome>(&mut fields, "outcome", self.outcome.as_ref()),
            person,
            job,
            tip,
            thickness_from,
            thickness_to,
            from: moment(&mut fields, "from", self.from.as_ref()),
            to: moment(&mut fields, "to", self.to.as_ref()),
        };
        fields.done(sought)
    }
}

/// Lists burns, the newest first.
#[utoipa::path(get, operation_id = "burns_list", path = "/api/v1/burns", params(LogQuery),
    responses((status = 200, body = BurnsReply), (status = 422, body = ErrorBody)))]
#[get("/burns")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<LogQuery>,
) -> ApiResult<web::Json<BurnsReply>> {
    let page = PageQuery { limit: query.limit.clone(), after: query.after.clone() };
    let (burns, next) = sought(pool.get_ref(), &query.sought()?, &page.page(SHOWN)?).await?;
    let burns = burns.into_iter().map(view).collect();
    Ok(web::Json(BurnsReply { burns, next: next.map(token) }))
}

/// A correction: what is sent takes the place of what stood there, what is left out stays.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Correction {
    /// The version that is corrected.
    pub version: i32,
    /// The fields of a burn that change.
    #[schema(value_type = Object)]
    pub change: Value,
}

/// A burn with what it said before each correction.
#[derive(Debug, Serialize, ToSchema)]
pub struct CorrectedBurn {
    /// As it is now.
    #[serde(flatten)]
    pub burn: BurnView,
    /// As it was, the oldest first.
    #[schema(value_type = Vec<Object>)]
    pub was: Vec<Value>,
}

/// The body that a burn of now would be made from.
fn body_of(burn: &Burn) -> ApiResult<Value> {
    let BurnView { pace_mm_min, kerf_mm, oxygen_l, fuel_l, clean_up_s, burn, .. } =
        view(burn.clone());
    let happened_at = burn.happened_at.format(&time::format_description::well_known::Rfc3339);
    let happened_at = happened_at.map_err(|error| ApiError::Internal(error.to_string()))?;
    Ok(serde_json::json!({
        "happened_at": happened_at,
        "job_line_id": burn.job_line_id,
        "plan_id": burn.plan_id,
        "person_id": burn.person_id,
        "tip_id": burn.tip_id,
        "start_s": burn.start_s,
        "duration_s": burn.duration_s,
        "pace_mm_min": pace_mm_min,
        "kerf_mm": kerf_mm,
        "oxygen_l": oxygen_l,
        "fuel_l": fuel_l,
        "clean_up_s": clean_up_s,
        "outcome": burn.outcome,
        "readings": burn.readings,
        "note": burn.note,
    }))
}

/// Corrects a burn; what it said before is kept.
#[utoipa::path(patch, operation_id = "burns_correct", path = "/api/v1/burns/{id}", request_body = Correction, params(("id" = String, Path)),
    responses((status = 200, body = CorrectedBurn), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/burns/{id}")]
pub async fn correct(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Correction>,
) -> ApiResult<HttpResponse> {
    let id = Uuid::parse_str(&path).map_err(|_| ApiError::NotFound)?;
    let old: Burn = find(pool.get_ref(), id).await?.ok_or(ApiError::NotFound)?;
    if old.person_id != caller.person && !caller.role.is_some_and(|role| may(role, Right::Settle)) {
        return Err(ApiError::Refused(
            "You may correct your own cuts; a foreman corrects those of others.",
        ));
    }
    if !body.value.change.is_object() {
        let expected = "the fields of a burn that change";
        let shown = body.value.change.clone();
        return Err(ApiError::Invalid(vec![wrong_shape("change", expected, shown)]));
    }
    let mut whole = body_of(&old)?;
    json_patch::merge(&mut whole, &body.value.change);
    let under = |error: ApiError| error.under("change");
    let asked: BurnRequest = read(&whole).map_err(under)?;
    let mut new = checked(&asked).map_err(under)?;
    new.verified = new.person_id == caller.person;
    new.from = old.from.clone();
    let stages = run_events::stages_of(pool.get_ref(), id).await?;
    held_against_its_plan(&pool, &mut new, stages).await?;
    let mut connection = pool.begin().await?;
    let at = Corrected { id, version: body.value.version, by: caller.person };
    let changed = burns::correct(&mut connection, &at, &new).await;
    let changed = changed.map_err(|error| unknown("burns", error))?;
    let Some(changed) = changed else {
        let current = serde_json::to_value(view(old))?;
        let yours = body.json.clone();
        return Err(ApiError::Stale(Box::new(crate::error::Conflict { current, yours })));
    };
    connection.commit().await?;
    learn_again(&pool).await?;
    let was = burns::versions(pool.get_ref(), id).await?;
    Ok(HttpResponse::Ok().json(CorrectedBurn { burn: view(changed), was }))
}
