//! How fast does the torch travel, and how far does the bottom of the cut lag?

use crate::band::Band;
use crate::code::Code;
use crate::cut::practice::faces::faces;
use crate::cut::request::{Process, Quality, Request};
use crate::error::Result;
use crate::quantity::{Length, Speed};
use crate::source::SourceKey;
use crate::source::{COMMON_PRACTICE, COMPUTED, CUTTING_DATA, MAKERS_CHART, OURS};
use crate::steel::surface::{Surface, speed_factors};
use crate::tip::chart::ChartRow;
use crate::tip::handbook::handbook;
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer, fuel_by_chart};

/// Purity at and above which oxygen cuts at full pace, a part of the whole.
/// Source: `common_practice`.
const FULL_PURITY: f64 = 0.995;
/// What one percent less purity leaves of the pace. Source: `ours`, the middle of the 15 to
/// 25 % that sources give.
const PACE_A_PERCENT: f64 = 0.8;
/// Drag of a cut at the middle of its speed band, a part of the thickness.
/// Source: `common_practice`.
const DRAG_AT_MIDDLE: f64 = 0.10;

const SPEED_INPUTS: &[Input] = &[
    Input::Fuel,
    Input::Thickness,
    Input::Process,
    Input::Quality,
    Input::Surface,
    Input::Purity,
    Input::Tip,
    Input::Policy,
    Input::Learned,
];
const DRAG_INPUTS: &[Input] =
    &[Input::Fuel, Input::Thickness, Input::Process, Input::Quality, Input::Tip, Input::Policy];

/// Pace of a stroke.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Pace {
    /// Before purity, faces and what the shop has learned: what the oxygen balance takes.
    pub base: Speed,
    /// What to travel at.
    pub speed: Band<Speed>,
    /// Middle of the whole published band with the same factors.
    pub middle: Speed,
}

/// The part of the speed band that a process works in. Source: `ours`.
const fn part_of_band(process: Process) -> (f64, f64) {
    match process {
        Process::Freehand => (0.0, 0.5),
        Process::Guided => (0.25, 0.75),
        Process::Machine => (0.5, 1.0),
    }
}

/// The set point inside that part. Source: `ours`.
const fn set_point(quality: Quality) -> f64 {
    match quality {
        Quality::Fine => 0.25,
        Quality::Standard => 0.5,
        Quality::Severance => 0.75,
    }
}

/// What less than full purity leaves of the pace, at most 1.
#[must_use]
pub fn purity_factor(purity: f64) -> f64 {
    PACE_A_PERCENT.powf((FULL_PURITY - purity) * 100.0).min(1.0)
}

fn surface_factors(front: Surface, back: Surface) -> Result<(f64, f64)> {
    Ok((speed_factors(front)?.speed_front, speed_factors(back)?.speed_back))
}

/// Travel speed at a path thickness.
///
/// ```text
/// v = (v_low + part·(v_high − v_low)) · purity · near face · far face · learned
/// ```
/// Source: `awhb_oxygen_cutting` for the band.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn travel_speed(
    request: &Request,
    path: Length,
    chart: Option<&ChartRow>,
) -> Result<(Pace, Trace)> {
    let by_chart = chart.and_then(|row| row.speed);
    let (low, high) = match by_chart {
        Some(ends) => (ends.low.as_m_s(), ends.high.as_m_s()),
        None => handbook()?.speed.at(path.as_m()),
    };
    let (from, to) = part_of_band(request.cut.process);
    let part = |at: f64| low + (from + at * (to - from)) * (high - low);
    let place = request.policy.thick_speed.place(set_point(request.cut.quality), path);
    let base = part(place);
    let purity = purity_factor(request.gas.oxygen_purity);
    let met = faces(request);
    let (front, back) = surface_factors(met.near, met.far)?;
    let all = purity * front * back * request.factors.speed.factor;
    let speed = Band { low: part(0.0) * all, set: base * all, high: part(1.0) * all };
    let pace = Pace {
        base: Speed::from_m_s(base),
        speed: speed.map(Speed::from_m_s),
        middle: Speed::from_m_s(0.5 * (low + high) * all),
    };

    let mut trace =
        Tracer::new(Quantity::TravelSpeed, fuel_by_chart(SPEED_INPUTS, request.has_charts()));
    let (code, source) = band_from(by_chart.is_some(), request);
    let thickness = vec![("thickness", Measure::Number(Kind::Length, path.as_m()))];
    trace.step(code, Measure::List(Kind::Speed, vec![low, high]), source, thickness);
    let process = ("process", Measure::Word(request.cut.process.code()));
    let wanted = vec![process.clone(), ("quality", Measure::Word(request.cut.quality.code()))];
    trace.step("speed_set_point", Measure::Number(Kind::Speed, base), OURS, wanted);
    if purity < 1.0 {
        trace.number("times_purity", Kind::Ratio, purity, OURS);
    }
    face_told("times_near_face", met.near, front, &mut trace);
    face_told("times_far_face", met.far, back, &mut trace);
    request.factors.speed.step(&mut trace);
    let ends = Measure::List(Kind::Speed, vec![speed.low, speed.high]);
    trace.step("speed_part", ends, OURS, vec![process]);
    trace.number("result_speed", Kind::Speed, speed.set, COMPUTED);
    Ok((pace, trace.done()))
}

/// What the band of paces comes from.
const fn band_from(by_chart: bool, request: &Request) -> (&'static str, SourceKey) {
    match (by_chart, request.steel.is_told()) {
        (true, _) => ("speed_chart", MAKERS_CHART),
        (false, true) => ("speed_band", CUTTING_DATA),
        (false, false) => ("speed_band_mild", CUTTING_DATA),
    }
}

/// A face that is not clean, with what it leaves of the pace.
fn face_told(code: &'static str, surface: Surface, factor: f64, trace: &mut Tracer) {
    if surface != Surface::Clean {
        let of = vec![("surface", Measure::Word(surface.code()))];
        trace.step(code, Measure::Number(Kind::Ratio, factor), OURS, of);
    }
}

/// How far the bottom of the cut lags its top.
///
/// ```text
/// drag = 10 % · thickness · (v/v_mid)²
/// ```
/// Source: `common_practice`.
#[must_use]
pub fn drag(path: Length, pace: &Pace, charts: bool) -> (Length, Trace) {
    let ratio = pace.speed.set.as_m_s() / pace.middle.as_m_s();
    let drag = Length::from_m(DRAG_AT_MIDDLE * path.as_m() * ratio * ratio);
    let mut trace = Tracer::new(Quantity::Drag, fuel_by_chart(DRAG_INPUTS, charts));
    trace
        .number("drag_at_middle", Kind::Percent, DRAG_AT_MIDDLE, COMMON_PRACTICE)
        .number("drag_thickness", Kind::Length, path.as_m(), COMPUTED)
        .number("drag_pace_squared", Kind::Ratio, ratio * ratio, COMMON_PRACTICE)
        .number("result_drag", Kind::Length, drag.as_m(), COMPUTED);
    (drag, trace.done())
}
