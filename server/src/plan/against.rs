//! A burn against its plan, as if the shop had learned nothing yet. Other work is held against it stage by stage.

use galvanon_core::code::Code;
use galvanon_core::cut::{Process, Request, Settings};
use galvanon_core::quantity::Duration;
use galvanon_core::record::way::Way;
use galvanon_core::work::done::OfStages;
use galvanon_core::work::plan_work;
use serde_json::Value;

use crate::api::cut::request::CutPlanRequest;
use crate::error::{ApiResult, faults};
use crate::http::body::read;
use crate::store::burns::{Against, Measured};

/// What was done, SI.
#[derive(Clone, Debug, Default)]
pub struct Done {
    /// Pace.
    pub pace: Option<f64>,
    /// Heating before the lever.
    pub start: Option<f64>,
    /// Lever to end.
    pub duration: Option<f64>,
    /// Of other work what each stage took, in the plan's order.
    pub stages: Vec<Option<Duration>>,
    /// What else was measured.
    pub more: Measured,
}

/// A factor that was really measured: over nothing, and of a plan that has a figure. What is no burn (a start of no seconds, a
/// pace ten times the plan's) is kept with the burn and teaches nothing.
fn factor(done: Option<f64>, planned: f64) -> Option<f64> {
    /// Beyond these it is no factor of a burn but a slip of the pen. Source: `ours`.
    const SANE: std::ops::RangeInclusive<f64> = 0.05..=20.0;
    done.map(|done| done / planned).filter(|factor| SANE.contains(factor))
}

/// Holds what was done against a card's own request, planned with all learned factors at 1.
///
/// # Errors
/// Only where a card's request is no longer read.
pub fn against(card: &Value, done: &Done) -> ApiResult<Against> {
    let mut request: CutPlanRequest = read(card)?;
    request.factors = None;
    let work = request.to_work()?;
    let settings = work.settings().map_err(|errors| faults(&errors))?;
    let whole = request.section.is_none() && request.layout.is_none() && request.work.is_none();
    if settings.heats {
        // how long a head burns is the hand's to say: it teaches nothing of cuts
        return Ok(Against::default());
    }
    let base = work.request();
    let stages = of_stages(&request, base, &done.stages)?;
    let way = way_of(&request, base.cut.process)?;
    Ok(with_stages(held(base, &settings, done, whole), way, &stages))
}

/// How a cut or a work is done, as learning holds it.
///
/// # Errors
/// [`crate::error::ApiError::Invalid`] when its work is not read.
pub fn way_of(request: &CutPlanRequest, process: Process) -> ApiResult<Way> {
    Ok(match &request.work {
        Some(work) => Way::of_work(work.asked()?.kind(), process),
        None => process.into(),
    })
}

/// What the stages of other work tell; of a cut nothing.
fn of_stages(
    request: &CutPlanRequest,
    base: &Request,
    took: &[Option<Duration>],
) -> ApiResult<OfStages> {
    let Some(work) = &request.work else { return Ok(OfStages::default()) };
    let made = plan_work(&work.asked()?, base).map_err(|errors| faults(&errors))?;
    Ok(OfStages::of(&made.stages, took))
}

/// What was measured of the whole stands before what its stages tell.
fn with_stages(held: Against, way: Way, told: &OfStages) -> Against {
    let sane = |told: Option<f64>| factor(told, 1.0);
    Against {
        process: Some(way.code().to_owned()),
        speed_factor: held.speed_factor.or(sane(told.speed)),
        start_preheat_factor: held.start_preheat_factor.or(sane(told.heat)),
        clean_up_factor: held.clean_up_factor.or(sane(told.grind)),
        ..held
    }
}

fn held(request: &Request, settings: &Settings, done: &Done, whole: bool) -> Against {
    // of one straight cut the pace is told by its seconds too
    let length = request.cut.length.as_m();
    let timed = done.duration.filter(|time| whole && *time > 0.0).map(|time| length / time);
    let (time, gas) = (settings.time, settings.gas);
    Against {
        process: Some(request.cut.process.code().to_owned()),
        fuel: Some(request.gas.fuel.code().to_owned()),
        bore_m: Some(settings.bore.as_m()),
        thickness_m: Some(request.steel.thickness.as_m()),
        speed_factor: factor(done.pace.or(timed), settings.travel_speed.set.as_m_s()),
        start_preheat_factor: factor(done.start, settings.start_preheat.set.as_s()),
        kerf_factor: factor(done.more.kerf_m, settings.kerf.as_m()),
        oxygen_factor: factor(done.more.oxygen_m3, gas.oxygen.as_m3()),
        fuel_factor: factor(done.more.fuel_m3, gas.fuel.as_m3()),
        clean_up_factor: factor(done.more.clean_up_s, time.clean_up.as_s()),
        starts: i32::try_from(settings.starts.count).ok(),
    }
}
