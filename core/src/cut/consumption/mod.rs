//! How long does it take, with how many starts, and how much gas goes?

use crate::cut::practice::faces::{faces, grinding};
use crate::cut::preheat_time::{RESTART_FACTOR, StartPreheat};
use crate::cut::request::Request;
use crate::quantity::{Duration, Length, Speed};
use crate::source::{COMPUTED, OURS, SHOP};
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer, with_hose};

mod gas;

pub use gas::{Amounts, Flows, amounts};

/// What a cut depends on: the hose first, for the figures that it moves, and the prices last.
pub(super) const INPUTS: &[Input] = &[
    Input::Hose,
    Input::Thickness,
    Input::Length,
    Input::Fuel,
    Input::Process,
    Input::Quality,
    Input::Surface,
    Input::Start,
    Input::PlateTemperature,
    Input::Purity,
    Input::Tip,
    Input::Policy,
    Input::Learned,
    Input::Prices,
];

/// The same for what has no price.
fn unpriced() -> &'static [Input] {
    &INPUTS[..INPUTS.len() - 1]
}

/// Where a hand cut is stopped on purpose.
#[derive(Clone, Debug, PartialEq)]
pub struct Starts {
    /// The first start and one after each stop.
    pub count: u32,
    /// Distance of each stop from the start of the cut.
    pub stops: Vec<Length>,
}

/// Times of one cut.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Times {
    /// Heating, all starts.
    pub preheat: Duration,
    /// The torch travelling.
    pub cutting: Duration,
    /// Taking the torch, moving on, laying it down.
    pub handling: Duration,
    /// Chipping and grinding.
    pub clean_up: Duration,
}

impl Times {
    /// Their sum.
    #[must_use]
    pub fn total(&self) -> Duration {
        let at_torch = self.preheat.as_s() + self.cutting.as_s() + self.handling.as_s();
        Duration::from_s(at_torch + self.clean_up.as_s())
    }

    /// Those of several cuts, part by part.
    #[must_use]
    pub fn sum(all: impl Iterator<Item = Self>) -> Self {
        let none = Duration::from_s(0.0);
        let zero = Self { preheat: none, cutting: none, handling: none, clean_up: none };
        let plus = |a: Duration, b: Duration| Duration::from_s(a.as_s() + b.as_s());
        all.fold(zero, |sum, it| Self {
            preheat: plus(sum.preheat, it.preheat),
            cutting: plus(sum.cutting, it.cutting),
            handling: plus(sum.handling, it.handling),
            clean_up: plus(sum.clean_up, it.clean_up),
        })
    }
}

/// Splits a hand cut into equal parts no longer than the reach.
#[must_use]
pub fn starts(request: &Request) -> (Starts, Trace) {
    let (length, reach) = (request.cut.length.as_m(), request.policy.reach.as_m());
    // a cut of exactly n reaches is n parts, whatever the rounding of its unit
    let parts =
        if request.cut.process.by_hand() { (length / reach - 1e-9).ceil().max(1.0) } else { 1.0 };
    #[allow(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "at most 100 m over 0.05 m: a small whole number"
    )]
    let count = parts as u32;
    let stops =
        (1..count).map(|i| Length::from_m(length * f64::from(i) / parts)).collect::<Vec<_>>();
    let mut trace = Tracer::new(Quantity::Starts, &[Input::Length, Input::Process, Input::Policy]);
    trace.step(
        if request.cut.process.by_hand() { "starts_by_reach" } else { "starts_by_machine" },
        Measure::Number(Kind::Length, reach),
        SHOP,
        vec![("length", Measure::Number(Kind::Length, length))],
    );
    trace.number("result_starts", Kind::Count, f64::from(count), COMPUTED);
    (Starts { count, stops }, trace.done())
}

/// The times of one cut.
///
/// ```text
/// total = preheat + restarts · restart preheat + length/speed + handling + stops · reposition
///         + grinding of the faces + clean-up
/// ```
#[must_use]
pub fn times(
    request: &Request,
    preheat: &StartPreheat,
    starts: u32,
    pace: Speed,
) -> (Times, Trace) {
    let again = f64::from(starts - 1);
    let cutting = request.cut.length.as_m() / pace.as_m_s();
    let ground = grinding(request).as_s();
    let handling =
        request.policy.handling.as_s() + again * request.policy.reposition.as_s() + ground;
    let clean_up = request.policy.clean_up_per_m.as_s()
        * request.cut.length.as_m()
        * request.factors.clean_up.factor;
    let times = Times {
        preheat: Duration::from_s(preheat.first.set.as_s() + again * preheat.restart.as_s()),
        cutting: Duration::from_s(cutting),
        handling: Duration::from_s(handling),
        clean_up: Duration::from_s(clean_up),
    };

    let mut trace = Tracer::new(Quantity::Time, with_hose(unpriced(), false));
    trace.number("time_first_preheat", Kind::Duration, preheat.first.set.as_s(), COMPUTED);
    restarts_told(again, preheat.restart, &mut trace);
    let of_cutting = vec![
        ("length", Measure::Number(Kind::Length, request.cut.length.as_m())),
        ("speed", Measure::Number(Kind::Speed, pace.as_m_s())),
    ];
    trace
        .step("time_cutting", Measure::Number(Kind::Duration, cutting), COMPUTED, of_cutting)
        .number("time_handling", Kind::Duration, handling - ground, SHOP);
    grinding_told(request, ground, &mut trace);
    clean_up_told(request, times.clean_up, &mut trace);
    trace.number("result_time", Kind::Duration, times.total().as_s(), COMPUTED);
    (times, trace.done())
}

/// Heating again after each of so many stops, if there are any.
fn restarts_told(again: f64, restart: Duration, trace: &mut Tracer) {
    if again > 0.0 {
        let value = Measure::Number(Kind::Duration, again * restart.as_s());
        let of = vec![
            ("count", Measure::Number(Kind::Count, again)),
            ("factor", Measure::Number(Kind::Ratio, RESTART_FACTOR)),
        ];
        trace.step("time_restarts", value, OURS, of);
    }
}

/// Grinding the faces, where any are ground.
fn grinding_told(request: &Request, seconds: f64, trace: &mut Tracer) {
    if seconds > 0.0 {
        let count = Measure::Number(Kind::Count, f64::from(faces(request).ground));
        let value = Measure::Number(Kind::Duration, seconds);
        trace.step("time_grinding", value, OURS, vec![("count", count)]);
    }
}

/// Chipping and grinding the edge, where the shop counts it.
fn clean_up_told(request: &Request, time: Duration, trace: &mut Tracer) {
    let own = request.factors.clean_up;
    if time.as_s() > 0.0 {
        let of = vec![
            ("n", Measure::Number(Kind::Count, f64::from(own.n))),
            ("factor", Measure::Number(Kind::Ratio, own.factor)),
        ];
        let code = if own.is_told() { "time_clean_up_learned" } else { "time_clean_up" };
        trace.step(code, Measure::Number(Kind::Duration, time.as_s()), SHOP, of);
    }
}
