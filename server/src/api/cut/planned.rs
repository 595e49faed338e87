//! Plans a request that was read.

use galvanon_core::cut::{Settings, Work};
use galvanon_core::work::plan_work;

use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::api::cut::section_reply::SectionReply;
use crate::api::cut::work::read::refusal;
use crate::api::cut::work::reply::WorkReply;
use crate::error::{ApiResult, faults};

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
    let (work, laid) = request.to_work_laid()?;
    // the fields were checked one by one: what core still refuses is a fault of ours
    let made = work.plan().map_err(|errors| match work {
        Work::Other(..) => refusal(errors).under("work"),
        _ => faults(&errors),
    })?;
    let mut plan = written(&made.settings)?;
    if let (Work::Section(asked), Some(section)) = (&work, made.section) {
        plan.section = Some(Box::new(SectionReply::of(asked, &section, plan.as_one())?));
    }
    if let (Work::Other(base, _), Some(asked)) = (&work, &request.work) {
        let made = plan_work(&asked.asked()?, base).map_err(refusal)?;
        plan.work = Some(Box::new(WorkReply::of(&made)));
    }
    plan.layout = laid.map(|laid| Box::new(laid.reply()));
    Ok(plan)
}
