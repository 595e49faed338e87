//! Plans a request that was read.

use galvanon_core::cut::{Settings, Work};
use galvanon_core::error::Error;

use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::api::cut::section_reply::SectionReply;
use crate::error::{ApiError, ApiResult};

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

/// Plans a request, its settings written as asked.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn planned_as(
    request: &CutPlanRequest,
    written: impl Fn(&Settings) -> ApiResult<CutPlan>,
) -> ApiResult<CutPlan> {
    let work = request.to_work()?;
    // the fields were checked one by one: what core still refuses is a fault of ours
    let (settings, section) = work.plan().map_err(|errors| faults(&errors))?;
    let mut plan = written(&settings)?;
    if let (Work::Section(asked), Some(section)) = (&work, section) {
        plan.section = Some(Box::new(SectionReply::of(asked, &section, plan.as_one())?));
    }
    Ok(plan)
}

/// What core refuses of a request that was read: a fault of ours.
#[must_use]
pub fn faults(errors: &[Error]) -> ApiError {
    ApiError::Internal(errors.iter().map(ToString::to_string).collect::<Vec<_>>().join("; "))
}
