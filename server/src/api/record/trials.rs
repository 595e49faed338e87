//! Trials: two ways on strips of the same plate, designed, cut in an order drawn by lot, and judged.

use actix_web::{HttpResponse, get, patch, put, web};
use galvanon_core::code::Code;
use galvanon_core::record::compare::judge;
use galvanon_core::record::trial::{EACH, Measure, VALUE, Way, order};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::ToSchema;

use crate::api::record::trial::TrialReply;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::http::page::{PageQuery, token};
use crate::http::rows::{id, new_id, put_reply, seen};
use crate::store::find;
use crate::store::page::{List, page};
use crate::store::trials::{self, NewTrial, Strip, Trial};

const LONGEST: usize = 200;
const SHOWN: i64 = 50;

/// A trial to be made.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewTrialRequest {
    /// What the shop calls it.
    pub name: String,
    /// The first way, in the shop's words.
    pub way_a: String,
    /// The second.
    pub way_b: String,
    /// clean_up_min, perpendicularity_mm, roughness_um, slag (0 none to 3 ground), oxygen_l, duration_s.
    #[schema(value_type = String)]
    pub measure: Option<Given>,
    /// Strips of each way, 2 to 20.
    #[schema(value_type = f64)]
    pub each: Option<Given>,
}

/// What a strip came to.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StripNoted {
    /// Its place in the order, from 1.
    pub place: usize,
    /// What was measured; null takes it away.
    #[schema(value_type = Option<f64>)]
    pub value: Option<Given>,
}

/// What strips came to.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrialNoted {
    /// The version that was seen.
    pub version: i32,
    /// Those that were measured; the others stay.
    pub strips: Vec<StripNoted>,
}

/// A trial with what it says so far.
#[derive(Debug, Serialize, ToSchema)]
pub struct TrialView {
    /// As it stands.
    #[serde(flatten)]
    pub trial: Trial,
    /// How the two differ; null until two strips of each were measured.
    pub judged: Option<TrialReply>,
}

/// Trials, the last changed first.
#[derive(Debug, Serialize, ToSchema)]
pub struct TrialsReply {
    /// A page of them.
    pub trials: Vec<TrialView>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

/// What both ways gave so far, held against each other.
fn judged(trial: &Trial) -> ApiResult<Option<TrialReply>> {
    let measure = Measure::of(&trial.measure)
        .ok_or_else(|| ApiError::Internal(format!("a trial measures {}", trial.measure)))?;
    let of = |way: Way| -> Vec<f64> {
        let own = trial.strips.iter().filter(|strip| strip.way == way.code());
        own.filter_map(|strip| strip.value).collect()
    };
    let (a, b) = (of(Way::A), of(Way::B));
    if a.len() < 2 || b.len() < 2 {
        return Ok(None);
    }
    Ok(Some(TrialReply::of(&judge(&a, &b, measure.better())?)))
}

fn view(trial: Trial) -> ApiResult<TrialView> {
    let judged = judged(&trial)?;
    Ok(TrialView { trial, judged })
}

/// A seed that an id carries: its last half is random.
fn seed(id: uuid::Uuid) -> u64 {
    id.as_u64_pair().1
}

/// Designs a trial, under a UUIDv7 of the client's choice; repeatable. The order of its strips hangs on that id alone.
#[utoipa::path(put, operation_id = "trials_create", path = "/api/v1/trials/{id}", request_body = NewTrialRequest, params(("id" = String, Path)),
    responses((status = 201, body = Trial), (status = 200, body = Trial), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/trials/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<NewTrialRequest>,
) -> ApiResult<HttpResponse> {
    let key = new_id(&path, caller)?;
    let trial = designed(key.id, &body.value)?;
    Ok(put_reply(trials::put(&mut *pool.acquire().await?, key, &trial, &body.json).await?))
}

/// A trial with its strips in the order that its id draws.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn designed(id: uuid::Uuid, new: &NewTrialRequest) -> ApiResult<NewTrial> {
    let mut fields = Fields::default();
    let name = fields.text("name", &new.name, LONGEST);
    let (way_a, way_b) =
        (fields.text("way_a", &new.way_a, LONGEST), fields.text("way_b", &new.way_b, LONGEST));
    let measure: Measure = fields.code("measure", new.measure.as_ref(), None);
    let each = fields.whole(&NumberField::new("each", &EACH, Kind::Count), new.each.as_ref(), None);
    let (name, way_a, way_b) = fields.done((name, way_a, way_b))?;
    let strips = order(each as usize, seed(id));
    let strips =
        strips.into_iter().map(|way| Strip { way: way.code().to_owned(), value: None }).collect();
    Ok(NewTrial { name, way_a, way_b, measure: measure.code(), strips })
}

/// Lists trials.
#[utoipa::path(get, operation_id = "trials_list", path = "/api/v1/trials", params(PageQuery),
    responses((status = 200, body = TrialsReply), (status = 422, body = ErrorBody)))]
#[get("/trials")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<PageQuery>,
) -> ApiResult<web::Json<TrialsReply>> {
    let at = |trial: &Trial| trial.record.changed_at;
    let list = List { time: "changed_at", at, matching: None };
    let (found, next) = page(pool.get_ref(), &list, &query.page(SHOWN)?).await?;
    let trials = found.into_iter().map(view).collect::<ApiResult<_>>()?;
    Ok(web::Json(TrialsReply { trials, next: next.map(token) }))
}

/// A trial with what it says so far.
#[utoipa::path(get, operation_id = "trials_show", path = "/api/v1/trials/{id}", params(("id" = String, Path)),
    responses((status = 200, body = TrialView), (status = 404, body = ErrorBody)))]
#[get("/trials/{id}")]
pub async fn show(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<web::Json<TrialView>> {
    let trial: Trial = find(pool.get_ref(), id(&path)?).await?.ok_or(ApiError::NotFound)?;
    Ok(web::Json(view(trial)?))
}

/// The strips with what was noted of some of them.
fn with_noted(strips: &[Strip], noted: &[StripNoted]) -> ApiResult<Vec<Strip>> {
    let mut fields = Fields::default();
    let mut strips = strips.to_vec();
    for (at, strip) in noted.iter().enumerate() {
        let field = NumberField::new(format!("strips.{at}.value"), &VALUE, Kind::Ratio);
        let value = fields.number_if_said(&field, strip.value.as_ref());
        let last = strips.len();
        match strip.place.checked_sub(1).and_then(|place| strips.get_mut(place)) {
            Some(found) => found.value = value,
            None => {
                let (path, expected) = (format!("strips.{at}.place"), format!("1 to {last}"));
                fields.errors.push(wrong_shape(&path, &expected, json!(strip.place)));
            }
        }
    }
    fields.done(strips)
}

/// Notes what strips came to; what stood there before is kept.
#[utoipa::path(patch, operation_id = "trials_note", path = "/api/v1/trials/{id}", request_body = TrialNoted, params(("id" = String, Path)),
    responses((status = 200, body = TrialView), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/trials/{id}")]
pub async fn note(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<TrialNoted>,
) -> ApiResult<web::Json<TrialView>> {
    let row = seen(&path, body.value.version, caller)?;
    let old: Trial = find(pool.get_ref(), row.id).await?.ok_or(ApiError::NotFound)?;
    let strips = with_noted(&old.strips, &body.value.strips)?;
    Ok(web::Json(view(
        trials::note(&mut *pool.acquire().await?, &row, &strips, &body.json).await?,
    )?))
}
