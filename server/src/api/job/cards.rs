//! Plans that were printed: made once, never changed.

use actix_web::http::StatusCode;
use actix_web::{HttpRequest, HttpResponse, get, put, web};
use qrcode::QrCode;
use qrcode::render::svg;
use serde::Deserialize;
use serde_json::Value;
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::planned::planned;
use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::api::record::burns::unknown;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::http::rows::{id, new_id};
use crate::store::plans::{self, NewPlan, Plan};

const LONGEST_TITLE: usize = 300;
/// Least side of the code on a card, in SVG units.
const CODE_SIDE: u32 = 120;

/// What makes a plan.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlanRequest {
    /// The line it is for, if any.
    pub job_line_id: Option<Uuid>,
    /// Its heading.
    pub title: String,
    /// A whole cut plan request.
    #[schema(value_type = CutPlanRequest)]
    pub request: Value,
}

/// Plans a request and keeps it for ever, under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "plans_create", path = "/api/v1/plans/{id}", request_body = PlanRequest, params(("id" = String, Path)),
    responses((status = 201, body = Plan), (status = 200, body = Plan), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/plans/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<PlanRequest>,
) -> ApiResult<HttpResponse> {
    let key = new_id(&path, caller)?;
    let (plan, new) = plans::put(
        &mut *pool.acquire().await?,
        key,
        &new_plan(&body.value, OffsetDateTime::now_utc())?,
        &body.json,
    )
    .await
    .map_err(|error| unknown("plans", error))?;
    let status = if new { StatusCode::CREATED } else { StatusCode::OK };
    Ok(HttpResponse::build(status).json(plan))
}

/// Computes what a new plan holds.
///
/// # Errors
/// [`ApiError::Invalid`] when the request is not possible.
pub fn new_plan(body: &PlanRequest, made_at: OffsetDateTime) -> ApiResult<NewPlan> {
    let mut fields = Fields::default();
    let title = fields.text("title", &body.title, LONGEST_TITLE);
    if !fields.errors.is_empty() {
        return Err(ApiError::Invalid(fields.errors));
    }
    let request: CutPlanRequest = read(&body.request)?;
    let whole = planned(&request)?;
    let figures = whole.figures_hash()?;
    let trace = serde_json::to_value(&whole.trace)?;
    let result = serde_json::to_value(CutPlan { trace: Vec::new(), ..whole })?;
    Ok(NewPlan {
        made_at,
        job_line_id: body.job_line_id,
        title,
        input: serde_json::to_value(&request)?,
        result,
        trace,
        figures,
    })
}

/// Shows a plan as it was printed.
#[utoipa::path(get, operation_id = "plans_show", path = "/api/v1/plans/{id}", params(("id" = String, Path)),
    responses((status = 200, body = Plan), (status = 404, body = ErrorBody)))]
#[get("/plans/{id}")]
pub async fn show(pool: web::Data<PgPool>, path: web::Path<String>) -> ApiResult<web::Json<Plan>> {
    Ok(web::Json(plans::find(pool.get_ref(), id(&path)?).await?))
}

/// The code to scan back to a plan, as SVG.
#[utoipa::path(get, operation_id = "plans_code", path = "/api/v1/plans/{id}/code.svg", params(("id" = String, Path)),
    responses((status = 200, content_type = "image/svg+xml"), (status = 404, body = ErrorBody)))]
#[get("/plans/{id}/code.svg")]
pub async fn code(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    request: HttpRequest,
) -> ApiResult<HttpResponse> {
    let plan = plans::find(pool.get_ref(), id(&path)?).await?;
    let at = request.connection_info();
    let address = format!("{}://{}/cards/{}", at.scheme(), at.host(), plan.id);
    let code = QrCode::new(address).map_err(|error| ApiError::Internal(error.to_string()))?;
    let image = code.render::<svg::Color<'_>>().min_dimensions(CODE_SIDE, CODE_SIDE).build();
    Ok(HttpResponse::Ok().content_type("image/svg+xml").body(image))
}
