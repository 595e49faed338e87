//! What to set for one stroke of a shape, and what it takes.
//!
//! A stroke is planned as a plate of the thickness that most of it has (a round bar: of its diameter); where it slows, the
//! pace is that of what the jet meets there. One tip for all is taken where one suits every stroke.

use crate::cut::consumption::{Amounts, Times};
use crate::cut::cost::{Spent, cost};
use crate::cut::limits;
use crate::cut::preheat_time::RESTART_FACTOR;
use crate::cut::request::{Request, Start};
use crate::cut::section::plan::{SectionRequest, StrokePlan};
use crate::cut::settings::{Settings, plan};
use crate::cut::speed::travel_speed;
use crate::cut::tip_plan::runs_with_room;
use crate::error::{Error, Result};
use crate::gas::fuel::characteristics;
use crate::quantity::{Duration, Length, Speed};
use crate::section::panel::Element;
use crate::section::{Stroke, StrokeStart, Way};
use crate::source::OURS;
use crate::tip::choose::generic_series;
use crate::tip::owned::{Tip, TipKind};
use crate::trace::{Kind, Measure, Quantity, Step, Trace};

/// Turning a piece over and setting it down. Source: `ours`.
pub const TURN: Duration = Duration::from_s(60.0);

/// Held to what the tables know; a note says where it was not.
fn within_tables(thickness: f64) -> Length {
    Length::from_m(thickness.clamp(limits::THICKNESS.low, limits::THICKNESS.high))
}

fn request_of(asked: &SectionRequest, stroke: &Stroke) -> Request {
    let mut request = asked.base.clone();
    request.steel.thickness = within_tables(stroke.through.as_m());
    let outside = asked.base.steel.surface;
    let (near, back) = match (stroke.element, stroke.inside) {
        _ if asked.profile.family.is_hollow() => (outside, asked.inside),
        (Element::Web, _) => (asked.inside, asked.inside),
        (Element::Plate, _) => (outside, outside),
        (_, true) => (asked.inside, outside),
        (_, false) => (outside, asked.inside),
    };
    request.steel.surface = near;
    request.steel.back_surface = back;
    let (shortest, longest) = (limits::CUT_LENGTH.low, limits::CUT_LENGTH.high);
    request.cut.length = Length::from_m(stroke.travel.as_m().clamp(shortest, longest));
    request.cut.bevel = stroke.bevel;
    request.cut.count = 1;
    request.cut.start = match stroke.start {
        StrokeStart::Edge | StrokeStart::Kerf => Start::Edge,
        StrokeStart::Pierce => Start::Pierce,
        StrokeStart::DrilledHole => Start::DrilledHole,
    };
    request
}

/// A tip that suits every stroke: the one that the main stroke would have, or the nearest to it.
fn common_tip(
    requests: &[Request],
    main: &Request,
) -> std::result::Result<Option<Tip>, Vec<Error>> {
    let one = |error| vec![error];
    let fuel = main.gas.fuel;
    let wanted = characteristics(fuel).map_err(one)?.tip_face;
    let owned =
        if main.drawer.is_empty() { generic_series().map_err(one)? } else { main.drawer.clone() };
    let mut fitting: Vec<Tip> = Vec::new();
    for tip in owned {
        let face = tip.kind != TipKind::Gouging && tip.face.is_none_or(|face| face == wanted);
        let mut all = face;
        for request in requests {
            let path = request.steel.thickness.as_m() / request.cut.bevel.as_rad().cos();
            all = all && runs_with_room(request, &tip, within_tables(path)).map_err(one)?;
        }
        if all {
            fitting.push(tip);
        }
    }
    if fitting.len() < 2 {
        return Ok(fitting.pop());
    }
    let bore = plan(main)?.bore.as_m();
    let off = |tip: &Tip| (tip.bore.as_m() / bore).ln().abs();
    Ok(fitting.into_iter().min_by(|a, b| off(a).total_cmp(&off(b))))
}

/// The pace where the jet meets more: the stroke's, by what the tables give for both.
fn slow_speed(request: &Request, base: Speed, thickness: Length) -> Result<Speed> {
    let cos = request.cut.bevel.as_rad().cos();
    let path = |thickness: f64| within_tables(thickness / cos);
    let (here, _) = travel_speed(request, path(thickness.as_m()), None)?;
    let (usual, _) = travel_speed(request, path(request.steel.thickness.as_m()), None)?;
    let part = here.speed.set.as_m_s() / usual.speed.set.as_m_s();
    Ok(Speed::from_m_s(base.as_m_s() * part.min(1.0)))
}

/// A kerf that is still hot needs part of a first heating.
fn heated_by_the_kerf(settings: &mut Settings) {
    let hot = |time: Duration| Duration::from_s(time.as_s() * RESTART_FACTOR);
    settings.start_preheat = settings.start_preheat.map(hot);
    let set = settings.start_preheat.set.as_s();
    let of = |it: &&mut Trace| it.quantity == Quantity::StartPreheat;
    if let Some(trace) = settings.traces.iter_mut().find(of) {
        // the result comes last and once
        let result = trace
            .steps
            .pop()
            .map(|step| Step { value: Measure::Number(Kind::Duration, set), ..step });
        let factor = Measure::Number(Kind::Ratio, RESTART_FACTOR);
        let times = Step { code: "times_hot_kerf", value: factor, source: OURS, values: vec![] };
        trace.steps.push(times);
        trace.steps.extend(result);
    }
}

/// Plans a stroke as the plate that it is like.
///
/// # Errors
/// Every input that is not possible.
pub fn stroke_plan(
    stroke: &Stroke,
    first: bool,
    request: &Request,
) -> std::result::Result<StrokePlan, Vec<Error>> {
    let mut settings = plan(request)?;
    let pace = settings.travel_speed.set;
    let mut slow_speeds = Vec::with_capacity(stroke.slow.len());
    let mut cutting = settings.time.cutting.as_s();
    for zone in &stroke.slow {
        let slow = slow_speed(request, pace, zone.thickness).map_err(|error| vec![error])?;
        let length = zone.to.as_m() - zone.from.as_m();
        cutting += length / slow.as_m_s() - length / pace.as_m_s();
        slow_speeds.push(slow);
    }
    let cold = settings.start_preheat.set.as_s();
    if stroke.start == StrokeStart::Kerf {
        heated_by_the_kerf(&mut settings);
    }
    let spared = cold - settings.start_preheat.set.as_s();
    let turning = if stroke.turned { TURN.as_s() } else { 0.0 };
    // the torch is taken up once; from stroke to stroke it is moved on
    let policy = &request.policy;
    let held = if first { 0.0 } else { policy.handling.as_s() - policy.reposition.as_s() };
    let time = Times {
        preheat: Duration::from_s(settings.time.preheat.as_s() - spared),
        cutting: Duration::from_s(cutting),
        handling: Duration::from_s(settings.time.handling.as_s() - held + turning),
        clean_up: settings.time.clean_up,
    };
    let gas = Amounts::of(&time, &settings.flows(), &request.factors);
    let one = request.policy.fixed_pressure().is_some();
    let spent = Spent { times: &time, starts: settings.starts.count, gas: &gas };
    let money = request.prices.map(|prices| cost(&prices, spent, one).0);
    Ok(StrokePlan { stroke: stroke.clone(), settings, slow_speeds, time, gas, cost: money })
}

/// Every stroke of a way as a cut of plate.
pub(super) fn requests_of(asked: &SectionRequest, way: &Way) -> Vec<Request> {
    way.strokes.iter().map(|stroke| request_of(asked, stroke)).collect()
}

/// Plans every stroke of a way; whether one tip makes them all.
pub(super) fn way_plan(
    asked: &SectionRequest,
    way: &Way,
) -> std::result::Result<(Vec<StrokePlan>, bool), Vec<Error>> {
    let mut requests = requests_of(asked, way);
    let area = |at: &usize| way.strokes[*at].cut_area.as_m2();
    let main = (0..requests.len()).max_by(|a, b| area(a).total_cmp(&area(b)));
    let mut one_tip = asked.base.tip.is_some();
    if let (false, Some(main)) = (one_tip, main)
        && let Some(tip) = common_tip(&requests, &requests[main])?
    {
        one_tip = true;
        for request in &mut requests {
            request.tip = Some(tip.clone());
        }
    }
    let planned = way.strokes.iter().zip(&requests).enumerate();
    let planned: std::result::Result<Vec<_>, _> =
        planned.map(|(at, (stroke, request))| stroke_plan(stroke, at == 0, request)).collect();
    Ok((planned?, one_tip))
}
