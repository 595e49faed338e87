//! Planning a cut: from the request of the contract alone, or as a draft in the shop.

use actix_web::{HttpRequest, post, web};
use galvanon_core::cut::{Settings, Work};
use galvanon_core::error::Error;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::body::Body;
use super::cut_reply::CutPlan;
use super::fields::Fields;
use super::guard::person;
use super::section_reply::SectionReply;
use super::supply::draw_notes;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::shop::{Gauges, InShop, Shop};

pub use super::cut_request::CutPlanRequest;

/// Plans a request that was read.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn planned(request: &CutPlanRequest) -> ApiResult<CutPlan> {
    planned_as(request, CutPlan::from_core)
}

/// Plans a request without saying how its numbers came to be.
///
/// # Errors
/// [`ApiError::Invalid`] when the request is not possible.
pub fn planned_untraced(request: &CutPlanRequest) -> ApiResult<CutPlan> {
    planned_as(request, |settings| Ok(CutPlan::untraced(settings)))
}

fn planned_as(
    request: &CutPlanRequest,
    written: impl Fn(&Settings) -> ApiResult<CutPlan>,
) -> ApiResult<CutPlan> {
    let work = request.to_work()?;
    // the fields were checked one by one: what core still refuses is a fault of ours
    let (settings, section) = work.plan().map_err(|errors| faults(&errors))?;
    let mut plan = written(&settings)?;
    if let (Work::Section(asked), Some(section)) = (&work, section) {
        plan.section = Some(Box::new(SectionReply::of(asked, &section, &plan)?));
    }
    Ok(plan)
}

/// What core refuses of a request that was read: a fault of ours.
#[must_use]
pub fn faults(errors: &[Error]) -> ApiError {
    ApiError::Internal(errors.iter().map(ToString::to_string).collect::<Vec<_>>().join("; "))
}

/// How a preview is written.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct PreviewQuery {
    /// none: `trace` stays empty; how the numbers came to be is written where it is left out.
    pub trace: Option<String>,
}

/// Plans one cut from the request alone: nothing the shop owns or has set enters.
#[utoipa::path(post, operation_id = "cut_preview", path = "/api/v1/cut-plans/preview", request_body = CutPlanRequest, params(PreviewQuery),
    responses((status = 200, body = CutPlan), (status = 422, body = ErrorBody)))]
#[post("/cut-plans/preview")]
pub async fn preview(
    body: Body<CutPlanRequest>,
    query: web::Query<PreviewQuery>,
) -> ApiResult<web::Json<CutPlan>> {
    match query.trace.as_deref() {
        None => Ok(web::Json(planned(&body.value)?)),
        Some("none") => Ok(web::Json(planned_untraced(&body.value)?)),
        Some(other) => {
            let mut fields = Fields::default();
            fields.unknown_choice("trace", Value::from(other), vec!["none".to_owned()]);
            Err(ApiError::Invalid(fields.errors))
        }
    }
}

/// A cut in the shop: the input alone, to be completed by the shop's settings and a job's rig.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DraftRequest {
    /// The job whose fuel and rig apply.
    pub job_id: Option<Uuid>,
    /// Any part of a cut plan request; what it says outranks job and shop.
    #[schema(value_type = Object)]
    pub input: Value,
}

/// A cut in the shop, planned.
#[derive(Debug, Serialize, ToSchema)]
pub struct DraftReply {
    /// The whole request that was planned.
    pub request: CutPlanRequest,
    /// The plan.
    pub plan: CutPlan,
    /// The scales of the gauges in use.
    pub gauges: Gauges,
}

/// Plans a cut with the shop's settings and, if it is in a job, with the job's rig.
#[utoipa::path(post, operation_id = "cut_draft", path = "/api/v1/cut-plans/draft", request_body = DraftRequest,
    responses((status = 200, body = DraftReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/cut-plans/draft")]
pub async fn draft(
    pool: web::Data<PgPool>,
    http: HttpRequest,
    body: Body<DraftRequest>,
) -> ApiResult<web::Json<DraftReply>> {
    let rig = match body.value.job_id {
        Some(id) => crate::store::jobs::live(&pool, id).await?.rig,
        None => Value::Null,
    };
    let shop = Shop::read(&pool, person(&http)).await?;
    let InShop { request, notes, gauges } = shop.request(&rig, &body.value.input)?;
    let plan = planned(&request)?.with_notes(notes);
    let drawn = draw_notes(&shop, &request, &plan);
    let plan = plan.with_notes(drawn);
    Ok(web::Json(DraftReply { request, plan, gauges }))
}
