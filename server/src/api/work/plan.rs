//! Plans a work by itself.

use actix_web::{post, web};
use galvanon_core::cut::Request;
use galvanon_core::work::{Asked, plan_work};
use serde_json::{Value, json};

use crate::api::cut::request::CutPlanRequest;
use crate::api::cut::work::read::refusal;
use crate::api::cut::work::reply::WorkReply;
use crate::api::cut::work::request::WorkRequest;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};

/// Gas, gear and policy as of a cut; its plate and length are not read.
fn as_cut(work: &WorkRequest) -> ApiResult<CutPlanRequest> {
    let bare: Value = json!({
        "steel": { "thickness_mm": 10 },
        "cut": { "length_mm": 300, "process": "freehand" },
        "gas": { "fuel": null },
    });
    let mut cut: CutPlanRequest = read(&bare)?;
    if let Some(gas) = &work.gas {
        cut.gas = gas.clone();
    }
    (cut.torch, cut.tip) = (work.torch.clone(), work.tip.clone());
    (cut.drawer, cut.policy) = (work.drawer.clone(), work.policy.clone());
    cut.gear = work.gear.clone();
    Ok(cut)
}

/// A work with gas and gear of a shop's cut; what it said itself of torch, tip, drawer, policy and gear stands.
#[must_use]
pub fn in_shop(work: WorkRequest, cut: CutPlanRequest) -> WorkRequest {
    WorkRequest {
        gas: Some(cut.gas),
        torch: work.torch.or(cut.torch),
        tip: work.tip.or(cut.tip),
        drawer: work.drawer.or(cut.drawer),
        policy: work.policy.or(cut.policy),
        gear: work.gear.or(cut.gear),
        ..work
    }
}

/// Reads it, gas and gear first.
fn to_core(work: &WorkRequest) -> ApiResult<(Asked, Request)> {
    match (as_cut(work)?.to_core(), work.asked()) {
        (Ok(base), Ok(asked)) => Ok((asked, base)),
        (Err(ApiError::Invalid(mut gas)), Err(ApiError::Invalid(own))) => {
            gas.extend(own);
            Err(ApiError::Invalid(gas))
        }
        (Err(error), _) | (_, Err(error)) => Err(error),
    }
}

/// Reads a work and plans it.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn planned(work: &WorkRequest) -> ApiResult<WorkReply> {
    let (asked, base) = to_core(work)?;
    Ok(WorkReply::of(&plan_work(&asked, &base).map_err(refusal)?))
}

/// Plans a work of the torch that is no straight cut; nothing is kept.
#[utoipa::path(post, operation_id = "work_plan", path = "/api/v1/work/plan", request_body = WorkRequest,
    responses((status = 200, body = WorkReply), (status = 422, body = ErrorBody)))]
#[post("/work/plan")]
pub async fn plan_torch_work(body: Body<WorkRequest>) -> ApiResult<web::Json<WorkReply>> {
    Ok(web::Json(planned(&body.value)?))
}
