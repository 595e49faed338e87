//! Planning a cut: from the request of the contract alone, or as a draft in the shop.

use actix_web::{post, web};
use serde::Deserialize;
use serde_json::Value;
use utoipa::IntoParams;

use crate::api::cut::planned::{planned, planned_untraced};
use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::Fields;

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
