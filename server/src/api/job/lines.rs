//! The cuts of a job, each planned with the job's rig and the shop's settings.

use std::collections::BTreeMap;

use actix_web::{HttpResponse, delete, patch, post, put, web};
use serde::Serialize;
use serde_json::Value;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::planned::planned_untraced;
use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, wrong_shape};
use crate::http::rows::{Seen, id, new_id, put_reply, seen};
use crate::panics::guarded;
use crate::plan::rig::{InShop, Rig, Rigged};
use crate::plan::shop::Shop;
use crate::plan::supply::draw_notes;
use crate::store::job_lines::{self, JobLine, LineChange, NewLine};
use crate::store::jobs::{self, Job};
use crate::store::plans::{Card, newest_of_lines};
use crate::store::{RowKey, find, set_deleted};

/// A line with its plan.
#[derive(Debug, Serialize, ToSchema)]
pub struct LineView {
    /// The line itself.
    pub line: JobLine,
    /// The request that was planned, without the drawer; null where the line does not plan.
    pub request: Option<CutPlanRequest>,
    /// The plan, without traces; null where the line does not plan.
    pub plan: Option<CutPlan>,
    /// Why it does not: what it was typed with, or the gear it names, is not possible any more.
    pub fault: Option<FieldError>,
    /// The newest card of this line, if one was made.
    pub card_id: Option<Uuid>,
    /// Whether that card still says what the plan says.
    pub card_current: bool,
}

impl LineView {
    /// Its verdict; stop where it does not plan.
    #[must_use]
    pub fn verdict(&self) -> &str {
        self.plan.as_ref().map_or("stop", |plan| plan.verdict.as_ref())
    }
}

/// A line planned with its job's rig and the shop's settings. One that does not plan shows its fault, whatever it is, and
/// takes nothing else down.
#[must_use]
pub fn view(line: JobLine, rigged: &Rigged<'_>, cards: &BTreeMap<Uuid, Card>) -> LineView {
    let card_id = cards.get(&line.record.id).map(|card| card.id);
    match guarded(|| planned_in(&line, rigged, cards)) {
        Ok((request, plan, card_current)) => LineView {
            line,
            request: Some(request),
            plan: Some(plan),
            fault: None,
            card_id,
            card_current,
        },
        Err(error) => {
            let fault = fault(&line, error);
            LineView { line, request: None, plan: None, fault, card_id, card_current: false }
        }
    }
}

/// Why a line does not plan: the first fault of its input, or that the fault is ours.
fn fault(line: &JobLine, error: ApiError) -> Option<FieldError> {
    let faults = match error {
        ApiError::Invalid(faults) => faults,
        other => {
            tracing::error!(line = %line.record.id, error = %other, "a line does not plan");
            let mut fields = Fields::default();
            fields.refuse("input", "line_does_not_plan", Value::Null, &[]);
            fields.errors
        }
    };
    faults.into_iter().next()
}

/// Whether a card still says what the plan says.
fn still_says(card: &Card, plan: &CutPlan) -> ApiResult<bool> {
    if let Some(figures) = &card.figures {
        return Ok(*figures == plan.figures_hash()?);
    }
    // a card of before is compared as a plan, not as JSON: the database writes 47.0 as 47
    let on_card = card.result.clone().map(serde_json::from_value::<CutPlan>);
    let figures = plan.clone().figures();
    Ok(on_card.is_some_and(|on_card| on_card.is_ok_and(|on_card| on_card.figures() == figures)))
}

/// What a line comes to, and whether its newest card still says so.
fn planned_in(
    line: &JobLine,
    rigged: &Rigged<'_>,
    cards: &BTreeMap<Uuid, Card>,
) -> ApiResult<(CutPlanRequest, CutPlan, bool)> {
    let shop = rigged.shop;
    let InShop { mut request, notes, .. } = rigged.request(&line.input)?;
    let plan = planned_untraced(&request)?;
    let card = cards.get(&line.record.id);
    let card_current = match card {
        Some(card) => still_says(card, &plan)?,
        None => false,
    };
    request.drawer = None;
    let drawn = draw_notes(shop, &request, &plan);
    Ok((request, plan.with_notes(notes).with_notes(drawn), card_current))
}

const LONGEST: usize = galvanon_core::entry::LONGEST;

/// What is said of a line; what is left out stays as it is.
struct LineSaid<'a> {
    typed: Option<&'a str>,
    input: Option<&'a Value>,
    position: Option<f64>,
}

/// Refuses a line that cannot be planned in its job, or whose place is no number.
async fn checked(pool: &PgPool, job: &Job, said: &LineSaid<'_>) -> ApiResult<()> {
    let LineSaid { typed, input, position } = *said;
    let mut fields = Fields::default();
    if let Some(typed) = typed {
        fields.text("typed", typed, LONGEST);
    }
    if position.is_some_and(|position| !position.is_finite()) {
        fields.errors.push(wrong_shape("position", "a finite number", Value::Null));
    }
    if !fields.errors.is_empty() {
        return Err(ApiError::Invalid(fields.errors));
    }
    if let Some(input) = input {
        if !input.is_object() {
            let error = wrong_shape("input", "parts of a cut plan request", input.clone());
            return Err(ApiError::Invalid(vec![error]));
        }
        let shop = Shop::read(pool, None).await?;
        Rig::of(&shop, &job.rig).request(&shop, input)?.request.to_core()?;
    }
    Ok(())
}

/// Adds a cut to a job under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "lines_create", path = "/api/v1/job-lines/{id}", request_body = NewLine, params(("id" = String, Path)),
    responses((status = 201, body = JobLine), (status = 200, body = JobLine), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/job-lines/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<NewLine>,
) -> ApiResult<HttpResponse> {
    let (key, line) = (new_id(&path, caller)?, &body.value);
    let job = jobs::live(pool.get_ref(), line.job_id).await?;
    let said = LineSaid {
        typed: Some(&line.typed),
        input: Some(&line.input),
        position: Some(line.position),
    };
    checked(&pool, &job, &said).await?;
    Ok(put_reply(job_lines::put(&mut *pool.acquire().await?, key, line, &body.json).await?))
}

/// Changes or moves a cut.
#[utoipa::path(patch, operation_id = "lines_change", path = "/api/v1/job-lines/{id}", request_body = LineChange, params(("id" = String, Path)),
    responses((status = 200, body = JobLine), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/job-lines/{id}")]
pub async fn change(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<LineChange>,
) -> ApiResult<web::Json<JobLine>> {
    let (id, change) = (id(&path)?, &body.value);
    let line: JobLine = find(pool.get_ref(), id).await?.ok_or(ApiError::NotFound)?;
    let job = jobs::live(pool.get_ref(), line.job_id).await?;
    let said = LineSaid {
        typed: change.typed.as_deref(),
        input: change.input.as_ref(),
        position: change.position,
    };
    checked(&pool, &job, &said).await?;
    let key = RowKey { id, by: caller.person };
    Ok(web::Json(job_lines::patch(&mut *pool.acquire().await?, key, change, &body.json).await?))
}

/// Deletes a cut; it can be taken back.
#[utoipa::path(delete, operation_id = "lines_delete", path = "/api/v1/job-lines/{id}", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = JobLine), (status = 409, body = ErrorBody)))]
#[delete("/job-lines/{id}")]
pub async fn delete(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<JobLine>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<JobLine>(&mut *pool.acquire().await?, &row, true).await?))
}

/// Takes a deletion back.
#[utoipa::path(post, operation_id = "lines_restore", path = "/api/v1/job-lines/{id}/restore", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = JobLine), (status = 409, body = ErrorBody)))]
#[post("/job-lines/{id}/restore")]
pub async fn restore(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<JobLine>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<JobLine>(&mut *pool.acquire().await?, &row, false).await?))
}

/// The newest card of each of some lines.
///
/// # Errors
/// When the database fails.
pub async fn cards_of(pool: &PgPool, lines: &[Uuid]) -> ApiResult<BTreeMap<Uuid, Card>> {
    let cards = newest_of_lines(pool, lines).await?;
    Ok(cards.into_iter().map(|card| (card.job_line_id, card)).collect())
}
