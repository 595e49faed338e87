//! A shape's strokes with their settings: which tip, how long, how much gas, and what must be said.
//!
//! Each stroke is planned as a plate of the thickness that most of it has; where it slows, the pace is that of what the
//! jet meets there. One tip for all is taken where one suits every stroke. A start in a hot kerf is heated like a start again.

use super::consumption::{Amounts, Starts, Times};
use super::cost::{Cost, cost};
use super::preheat_time::RESTART_FACTOR;
use super::request::{Request, Start};
use super::settings::{Settings, plan};
use super::speed::travel_speed;
use super::{limits, section_notes};
use crate::error::{Error, Result};
use crate::gas::fuel::characteristics;
use crate::note::{Note, Verdict};
use crate::quantity::{Duration, GasFlow, GasVolume, Length, Mass, Speed};
use crate::section::balance::{Hold, Part, holds, part};
use crate::section::panel::{Element, Panel};
use crate::section::{Asked, Family, Profile, Stroke, StrokeStart, Way, strokes};
use crate::source::{COMPUTED, OURS};
use crate::steel::surface::Surface;
use crate::tip::choose::{generic_series, suits};
use crate::tip::owned::{Tip, TipKind};
use crate::trace::{Kind, Measure, Quantity, Step, Trace, Tracer};

/// What is asked.
#[derive(Clone, Debug, PartialEq)]
pub struct SectionRequest {
    /// The shape.
    pub profile: Profile,
    /// Cut and reach.
    pub asked: Asked,
    /// How it lies; the first way that reaches everything, where it is not said.
    pub way: Option<String>,
    /// Steel, faces, process, gas, gear, policy. Thickness, length, start and bevel come from the strokes.
    pub base: Request,
    /// Faces inside a tube, or between flanges and legs.
    pub inside: Surface,
    /// Length of the piece, where it is known.
    pub piece: Option<Length>,
    /// Length of the drop, where it is known.
    pub drop: Option<Length>,
    /// The most that this shop lifts.
    pub lifting_limit: Option<Mass>,
    /// The stroke whose chains are told, from 1; the main one where it is not said.
    pub explain: Option<usize>,
}

/// One stroke, with what to set.
#[derive(Clone, Debug, PartialEq)]
pub struct StrokePlan {
    /// Where it runs.
    pub stroke: Stroke,
    /// What to set.
    pub settings: Settings,
    /// Pace at each of its slow zones.
    pub slow_speeds: Vec<Speed>,
    /// Its times, slow zones and a hot start counted.
    pub time: Times,
    /// Its gas.
    pub gas: Amounts,
    /// Its money, where prices were given.
    pub cost: Option<Cost>,
}

/// What one way takes.
#[derive(Clone, Debug, PartialEq)]
pub struct WayTotals {
    /// Its code.
    pub code: &'static str,
    /// Strokes.
    pub strokes: usize,
    /// How often the piece is turned.
    pub turns: usize,
    /// Whether everything is in reach.
    pub reached: bool,
    /// All strokes and turns.
    pub time: Times,
    /// All strokes.
    pub gas: Amounts,
    /// All strokes.
    pub cost: Option<Cost>,
}

/// A cut of a shape, planned.
#[derive(Clone, Debug, PartialEq)]
pub struct SectionPlan {
    /// The shape, unfolded.
    pub panels: Vec<Panel>,
    /// How it lies.
    pub way: Way,
    /// Its strokes in order.
    pub strokes: Vec<StrokePlan>,
    /// What they take together.
    pub totals: WayTotals,
    /// Every way there is, the chosen one among them.
    pub ways: Vec<WayTotals>,
    /// Whether one tip makes every stroke.
    pub one_tip: bool,
    /// The piece, where its length is known.
    pub piece: Option<Part>,
    /// The drop, where its length is known.
    pub drop: Option<Part>,
    /// Where both are held, and before which stroke.
    pub holds: Vec<Hold>,
    /// What must be said.
    pub notes: Vec<Note>,
}

impl SectionPlan {
    /// How the plan stands.
    #[must_use]
    pub fn verdict(&self) -> Verdict {
        Verdict::of(&self.notes)
    }

    /// The strokes as cuts of plate, each with the number of pieces: what the tips of a whole job are chosen for.
    #[must_use]
    pub fn as_plates(&self, asked: &SectionRequest) -> Vec<Request> {
        let mut all = requests_of(asked, &self.way);
        all.iter_mut().for_each(|request| request.cut.count = asked.base.cut.count);
        all
    }

    /// The whole cut as one: the settings of its main stroke, with the times, gas, money and notes of all.
    ///
    /// # Errors
    /// Only where nothing is cut: a fault of ours.
    pub fn as_one(&self, asked: &SectionRequest) -> std::result::Result<Settings, Vec<Error>> {
        let main = self
            .main_stroke()
            .ok_or_else(|| vec![Error::Missing { input: "section.cut", needed_for: "section" }])?;
        let starts = Starts {
            count: self.strokes.iter().map(|it| it.settings.starts.count).sum(),
            stops: Vec::new(),
        };
        let most = |pick: fn(&Settings) -> GasFlow| {
            let flows = self.strokes.iter().map(|it| pick(&it.settings).as_m3_s());
            GasFlow::from_m3_s(flows.fold(0.0, f64::max))
        };
        Ok(Settings {
            oxygen_flow: most(|it| it.oxygen_flow),
            preheat_oxygen_flow: most(|it| it.preheat_oxygen_flow),
            fuel_flow: most(|it| it.fuel_flow),
            starts,
            time: self.totals.time,
            gas: self.totals.gas,
            cost: self.totals.cost,
            count: asked.base.cut.count,
            notes: self.notes.clone(),
            traces: self.traces(self.explained(asked).unwrap_or(main)),
            ..main.settings.clone()
        })
    }

    /// The stroke that is asked about.
    fn explained(&self, asked: &SectionRequest) -> Option<&StrokePlan> {
        self.strokes.get(asked.explain?.checked_sub(1)?)
    }

    /// The chains of one stroke, and of each total the strokes it is made of.
    fn traces(&self, main: &StrokePlan) -> Vec<Trace> {
        let money = |it: &StrokePlan| it.cost.as_ref().map_or(0.0, Cost::total);
        let sums: [Sum; 5] = [
            (Quantity::Starts, Kind::Count, |it| f64::from(it.settings.starts.count)),
            (Quantity::Time, Kind::Duration, |it| it.time.total().as_s()),
            (Quantity::Oxygen, Kind::GasVolume, |it| it.gas.oxygen.as_m3()),
            (Quantity::Fuel, Kind::GasVolume, |it| it.gas.fuel.as_m3()),
            (Quantity::Cost, Kind::Money, money),
        ];
        let traces = main.settings.traces.iter();
        traces
            .map(|trace| {
                let sum = sums.iter().find(|(quantity, ..)| *quantity == trace.quantity);
                sum.map_or_else(|| trace.clone(), |sum| self.summed(trace, sum))
            })
            .collect()
    }

    fn summed(&self, trace: &Trace, (quantity, kind, pick): &Sum) -> Trace {
        let mut chain = Tracer::new(*quantity, trace.depends_on);
        for (at, it) in self.strokes.iter().enumerate() {
            #[allow(clippy::cast_precision_loss, reason = "a few dozen strokes")]
            let order = Measure::Number(Kind::Count, (at + 1) as f64);
            let element = Measure::Word(it.stroke.element.code());
            let values = vec![("order", order), ("element", element)];
            chain.step("section_stroke", Measure::Number(*kind, pick(it)), COMPUTED, values);
        }
        let sum = added(&self.strokes, pick);
        chain.number("result_section", (*kind, sum), COMPUTED);
        chain.done()
    }

    /// The stroke that cuts most: its tip is the one named for the whole.
    #[must_use]
    pub fn main_stroke(&self) -> Option<&StrokePlan> {
        let area = |it: &StrokePlan| it.stroke.cut_area.as_m2();
        self.strokes.iter().max_by(|a, b| area(a).total_cmp(&area(b)))
    }
}

/// What of a stroke adds up.
type Sum = (Quantity, Kind, fn(&StrokePlan) -> f64);

/// Turning a piece over and setting it down. Source: `ours`.
pub const TURN: Duration = Duration::from_s(60.0);

/// Held to what the tables know; a note says where it was not.
fn within_tables(thickness: f64) -> Length {
    Length::from_m(thickness.clamp(limits::THICKNESS.low, limits::THICKNESS.high))
}

const fn is_hollow(family: Family) -> bool {
    matches!(family, Family::RectangularTube | Family::RoundTube | Family::Pipe)
}

fn request_of(asked: &SectionRequest, stroke: &Stroke) -> Request {
    let mut request = asked.base.clone();
    request.steel.thickness = within_tables(stroke.through.as_m());
    let outside = asked.base.steel.surface;
    let (near, back) = match (stroke.element, stroke.inside) {
        _ if is_hollow(asked.profile.family) => (outside, asked.inside),
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
            all = all && suits(&tip, (within_tables(path), fuel)).map_err(one)?;
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
    let (here, _) = travel_speed(request, (path(thickness.as_m()), None))?;
    let (usual, _) = travel_speed(request, (path(request.steel.thickness.as_m()), None))?;
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

fn stroke_plan(
    (stroke, first): (&Stroke, bool),
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
    let burning = Duration::from_s(time.preheat.as_s() + time.cutting.as_s());
    let flames = settings.preheat_oxygen_flow.over(burning).as_m3();
    let gas = Amounts {
        oxygen: GasVolume::from_m3(settings.oxygen_flow.over(time.cutting).as_m3() + flames),
        fuel: settings.fuel_flow.over(burning),
    };
    let money = request.prices.map(|prices| cost(&prices, (&time, settings.starts.count), &gas).0);
    Ok(StrokePlan { stroke: stroke.clone(), settings, slow_speeds, time, gas, cost: money })
}

fn added(all: &[StrokePlan], pick: impl Fn(&StrokePlan) -> f64) -> f64 {
    all.iter().map(pick).sum()
}

fn totals(way: &Way, all: &[StrokePlan]) -> WayTotals {
    let time =
        |pick: fn(&Times) -> Duration| Duration::from_s(added(all, |it| pick(&it.time).as_s()));
    let money = |pick: fn(&Cost) -> f64| added(all, |it| it.cost.as_ref().map_or(0.0, pick));
    WayTotals {
        code: way.code,
        strokes: way.strokes.len(),
        turns: way.turns(),
        reached: way.is_reached(),
        time: Times {
            preheat: time(|it| it.preheat),
            cutting: time(|it| it.cutting),
            handling: time(|it| it.handling),
            clean_up: time(|it| it.clean_up),
        },
        gas: Amounts {
            oxygen: GasVolume::from_m3(added(all, |it| it.gas.oxygen.as_m3())),
            fuel: GasVolume::from_m3(added(all, |it| it.gas.fuel.as_m3())),
        },
        cost: all.iter().all(|it| it.cost.is_some()).then(|| Cost {
            oxygen: money(|it| it.oxygen),
            fuel: money(|it| it.fuel),
            labour: money(|it| it.labour),
            tip_wear: money(|it| it.tip_wear),
            clean_up: money(|it| it.clean_up),
        }),
    }
}

fn requests_of(asked: &SectionRequest, way: &Way) -> Vec<Request> {
    way.strokes.iter().map(|stroke| request_of(asked, stroke)).collect()
}

fn way_plan(
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
        planned.map(|(at, (stroke, request))| stroke_plan((stroke, at == 0), request)).collect();
    Ok((planned?, one_tip))
}

/// Plans a cut of a shape: every way for its time, the chosen one in full.
///
/// # Errors
/// Every input that is not possible.
pub fn plan_section(asked: &SectionRequest) -> std::result::Result<SectionPlan, Vec<Error>> {
    let found = strokes(&asked.profile, &asked.asked).map_err(|error| vec![error])?;
    let chosen = match &asked.way {
        Some(code) => found.way(code).map_err(|error| vec![error])?.code,
        None => found.ways.first().map_or("", |way| way.code),
    };
    let (mut ways, mut own) = (Vec::new(), None);
    for way in &found.ways {
        let (planned, one_tip) = way_plan(asked, way)?;
        let sum = totals(way, &planned);
        if way.code == chosen {
            own = Some((way.clone(), planned, sum.clone(), one_tip));
        }
        ways.push(sum);
    }
    let Some((way, planned, sum, one_tip)) = own else {
        // every family has a way without turning
        return Err(vec![Error::Missing { input: "way", needed_for: "section" }]);
    };
    let cut = &asked.asked.cut;
    let across = cut.is_across();
    let piece = asked.piece.map(|length| part(&asked.profile, cut, length, false));
    let drop = asked.drop.filter(|_| across).map(|length| part(&asked.profile, cut, length, true));
    let mut made = SectionPlan {
        panels: found.panels,
        way,
        holds: holds(asked.piece, drop, planned.len()),
        strokes: planned,
        totals: sum,
        ways,
        one_tip,
        piece,
        drop,
        notes: Vec::new(),
    };
    made.notes = section_notes::section_notes(asked, &made);
    Ok(made)
}
