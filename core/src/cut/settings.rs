//! The door of the domain: a request in, every setting with its chain out.

use crate::band::Band;
use crate::code::Code;
use crate::cut::balance::{Balance, Kerf, balance};
use crate::cut::consumption::{Amounts, Flows, Starts, Times, amounts, starts, times};
use crate::cut::cost::{Cost, Spent, cost};
use crate::cut::cue::{Cue, cues};
use crate::cut::flame_flow::flame;
use crate::cut::kerf::Distance;
use crate::cut::policy::Direction;
use crate::cut::preheat_time::{StartPreheat, start_preheat};
use crate::cut::pressure::{fuel_setting, oxygen_setting};
use crate::cut::request::Request;
use crate::cut::speed::{Pace, drag, travel_speed};
use crate::cut::stands::has_no_setting;
use crate::cut::tip_plan::{TipPlan, tip_plan};
use crate::cut::{kerf, limits, steel_notes};
use crate::error::{Error, Result};
use crate::gas::OXYGEN;
use crate::gas::fuel::{Fuel, TipFace};
use crate::gas::gear::{misfits, regulators_too_small};
use crate::note::{Level, Note, Verdict};
use crate::quantity::{Duration, GasFlow, GaugePressure, Length, Speed};
use crate::source::{COMPUTED, GIVEN, HEAT_AFFECTED};
use crate::steel::thermal::heat_affected_depth;
use crate::tip::owned::{Label, Tip, TipKind};
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer};

/// What to set for one stroke, and how every number came to be.
#[derive(Clone, Debug, PartialEq)]
pub struct Settings {
    /// A heating head stands on the torch and nothing is cut: tip, pressures, pace, kerf and edge are those of no cut.
    pub heats: bool,
    /// Longest path of the jet through the metal, held to the limit of the tables.
    pub path: Length,
    /// Bore of the tip.
    pub bore: Length,
    /// Its face.
    pub face: TipFace,
    /// What it is made for.
    pub tip_kind: TipKind,
    /// What a hand knows it by.
    pub tip_label: Label,
    /// Whether a maker's chart of this tip spoke.
    pub by_chart: bool,
    /// Where that chart comes from, as the shop says.
    pub chart_from: Option<String>,
    /// At the oxygen regulator, gas flowing; `None` where a stop says that there is no such setting.
    pub oxygen_pressure: Option<Band<GaugePressure>>,
    /// At the fuel regulator, gas flowing; `None` where a stop says that there is no such setting.
    pub fuel_pressure: Option<Band<GaugePressure>>,
    /// Cutting oxygen at the tip.
    pub tip_pressure: GaugePressure,
    /// What the tip would be set to, were there no one pressure for all cuts.
    pub wanted_at_tip: GaugePressure,
    /// Cutting oxygen.
    pub oxygen_flow: GasFlow,
    /// Oxygen of the preheat flames.
    pub preheat_oxygen_flow: GasFlow,
    /// Fuel.
    pub fuel_flow: GasFlow,
    /// Before the cutting oxygen goes on.
    pub start_preheat: Band<Duration>,
    /// Pace.
    pub travel_speed: Band<Speed>,
    /// Width of the cut.
    pub kerf: Length,
    /// Lag of the bottom.
    pub drag: Length,
    /// Depth of the edge that the heat changes.
    pub heat_affected: Length,
    /// Cones to plate.
    pub standoff: Band<Length>,
    /// Tip face to plate.
    pub tip_to_plate: Band<Length>,
    /// Number of starts, and planned stops.
    pub starts: Starts,
    /// Which way to travel.
    pub direction: Direction,
    /// Times of one cut.
    pub time: Times,
    /// Gas of one cut.
    pub gas: Amounts,
    /// Money for one cut, where prices were given.
    pub cost: Option<Cost>,
    /// How many cuts are asked.
    pub count: u32,
    /// Oxygen supplied over needed.
    pub balance: Balance,
    /// What must be said.
    pub notes: Vec<Note>,
    /// What eye and ear tell.
    pub cues: [Cue; 8],
    /// The chain of every number.
    pub traces: Vec<Trace>,
}

impl Settings {
    /// How the plan stands.
    #[must_use]
    pub fn verdict(&self) -> Verdict {
        Verdict::of(&self.notes)
    }

    /// What one cut takes.
    #[must_use]
    pub const fn spent(&self) -> Spent<'_> {
        Spent { times: &self.time, starts: self.starts.count, gas: &self.gas }
    }

    /// What flows while it cuts.
    #[must_use]
    pub const fn flows(&self) -> Flows {
        Flows {
            oxygen: self.oxygen_flow,
            preheat_oxygen: self.preheat_oxygen_flow,
            fuel: self.fuel_flow,
        }
    }
}

/// Plans one stroke.
///
/// | symbol | meaning | refused outside |
/// |---|---|---|
/// | `request` | steel, cut, gas, gear, policy | the ranges of [`limits`] |
/// | → | settings, notes, cues, traces | |
///
/// A tip that does not suit, a pierce too deep, a hose too small or steel that does not cut
/// are no errors: the settings carry a caution or a stop that says what would lift it.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(request: &Request) -> std::result::Result<Settings, Vec<Error>> {
    request.check()?;
    compute(request).map_err(|error| vec![error])
}

/// The longest path, held to the tables, with the stop that says so.
fn path_thickness(request: &Request) -> (Length, Option<Note>, Trace) {
    let (thickness, bevel) = (request.steel.thickness, request.cut.bevel);
    let full = thickness.as_m() / bevel.as_rad().cos();
    let longest = limits::THICKNESS.high;
    let number = |path: f64| Measure::Number(Kind::Length, path);
    let note = (full > longest * (1.0 + 1e-12)).then(|| {
        let values = vec![
            ("thickness", number(thickness.as_m())),
            ("bevel", Measure::Number(Kind::Angle, bevel.as_rad())),
            ("path", number(full)),
            ("longest", number(longest)),
        ];
        Note::new(Level::Stop, "path_too_thick", values)
    });
    let mut trace = Tracer::new(Quantity::PathThickness, &[Input::Thickness]);
    trace.number("path_thickness", Kind::Length, thickness.as_m(), GIVEN);
    if bevel.as_rad() > 0.0 {
        let bevel = vec![("bevel", Measure::Number(Kind::Angle, bevel.as_rad()))];
        trace.step("path_bevel", number(full), COMPUTED, bevel);
    }
    (Length::from_m(full.min(longest)), note, trace.done())
}

/// How deep the heat of the cut changes the edge.
fn heat_affected(path: Length) -> (Length, Trace) {
    let depth = heat_affected_depth(path);
    let mut trace = Tracer::new(Quantity::HeatAffected, &[Input::Thickness]);
    let thickness = vec![("thickness", Measure::Number(Kind::Length, path.as_m()))];
    let value = Measure::Number(Kind::Bore, depth.as_m());
    trace.step("heat_affected", value, HEAT_AFFECTED, thickness);
    (depth, trace.done())
}

/// What the gear on the gas's way makes one say.
pub(crate) fn gear_notes(
    request: &Request,
    tip: &Tip,
    fuel: GaugePressure,
    oxygen: GaugePressure,
) -> Result<Vec<Note>> {
    let gear = request.gear_with_tip(Some(tip));
    let mut notes = misfits(&gear, request.gas.fuel)?;
    notes.extend(regulators_too_small(&gear, request.gas.fuel, fuel, oxygen));
    Ok(notes)
}

/// Where the chart that spoke comes from.
fn chart_from(plan: &TipPlan, fuel: Fuel) -> Option<String> {
    let chart = plan.tip.chart(fuel).filter(|_| plan.chart.is_some())?;
    chart.provenance.clone()
}

/// What is said where speed, bore and oxygen do not go together.
fn balance_note(balance: &Balance) -> Option<Note> {
    let ratio = vec![("ratio", Measure::Number(Kind::Ratio, balance.ratio))];
    (!balance.plausible).then(|| Note::new(Level::Caution, "balance_inconsistent", ratio))
}

/// Tip, flows and pressures.
struct Gases {
    tip: TipPlan,
    flows: Flows,
    oxygen: Band<GaugePressure>,
    fuel: Band<GaugePressure>,
}

fn gases(request: &Request, path: Length) -> Result<(Gases, Vec<Note>, [Trace; 6])> {
    let (tip, mut notes, [of_tip, of_oxygen_flow]) = tip_plan(request, path)?;
    let ((fuel_flow, preheat_oxygen), [of_fuel_flow, of_flame]) = flame(request.gas.fuel, path)?;
    let flows = Flows { oxygen: tip.flow.set, preheat_oxygen, fuel: fuel_flow };
    let (oxygen, oxygen_notes, of_oxygen) = oxygen_setting(request, &tip, &flows)?;
    let (fuel, fuel_notes, of_fuel) = fuel_setting(request, path, &tip, fuel_flow)?;
    notes.extend(oxygen_notes.into_iter().chain(fuel_notes));
    notes.extend(gear_notes(request, &tip.tip, fuel.set, oxygen.set)?);
    let traces = [of_tip, of_oxygen, of_fuel, of_oxygen_flow, of_flame, of_fuel_flow];
    Ok((Gases { tip, flows, oxygen, fuel }, notes, traces))
}

/// The torch at the plate: heating, pace, distance, and what the jet leaves.
struct AtPlate {
    path: Length,
    preheat: StartPreheat,
    pace: Pace,
    kerf: Length,
    drag: Length,
    heat_affected: Length,
    distance: Distance,
}

fn at_plate(request: &Request, path: Length, tip: &TipPlan) -> Result<(AtPlate, [Trace; 7])> {
    let (preheat, of_preheat) = start_preheat(request, path, tip.tip.kind)?;
    let (pace, of_speed) = travel_speed(request, path, tip.chart.as_ref().map(|(row, _)| row))?;
    let (kerf, of_kerf) = kerf::kerf(request, path, tip.tip.bore);
    let (drag, of_drag) = drag(path, &pace, request.has_charts());
    let (heat_affected, of_heat) = heat_affected(path);
    let (distance, [of_standoff, of_tip_to_plate]) = kerf::distance(request)?;
    let traces = [of_preheat, of_speed, of_kerf, of_drag, of_heat, of_standoff, of_tip_to_plate];
    Ok((AtPlate { path, preheat, pace, kerf, drag, heat_affected, distance }, traces))
}

/// What one cut takes, and whether the oxygen is in balance with the iron.
struct Consumed {
    starts: Starts,
    time: Times,
    gas: Amounts,
    cost: Option<Cost>,
    balance: Balance,
}

fn consumed(request: &Request, gases: &Gases, plate: &AtPlate) -> Result<(Consumed, Vec<Trace>)> {
    let (flows, one) = (&gases.flows, request.policy.fixed_pressure().is_some());
    let burnt = Kerf { width: plate.kerf, path: plate.path, base: plate.pace.base };
    let (balance, of_balance) = balance(&burnt, flows.oxygen, request.has_charts(), one)?;
    let (starts, of_starts) = starts(request);
    let (time, of_time) = times(request, &plate.preheat, starts.count, plate.pace.speed.set);
    let (gas, of_used) = amounts(&time, flows, &request.factors, one);
    let spent = Spent { times: &time, starts: starts.count, gas: &gas };
    let (cost, of_cost) = request.prices.map(|prices| cost(&prices, spent, one)).unzip();
    let traces = [of_starts, of_time].into_iter().chain(of_used).chain([of_balance]);
    Ok((Consumed { starts, time, gas, cost, balance }, traces.chain(of_cost).collect()))
}

fn compute(request: &Request) -> Result<Settings> {
    let (path, too_thick, of_path) = path_thickness(request);
    let mut notes: Vec<Note> = too_thick.into_iter().collect();
    notes.extend(steel_notes::steel_notes(request, path)?);
    let (gases, gas_notes, gas_traces) = gases(request, path)?;
    notes.extend(gas_notes);
    let (plate, plate_traces) = at_plate(request, path, &gases.tip)?;
    let (used, used_traces) = consumed(request, &gases, &plate)?;
    notes.extend(balance_note(&used.balance).into_iter().chain(stop_note(request, &used.starts)));
    notes.push(Note::new(Level::Info, "closing_rise", vec![]));
    let settings = settled(request, gases, plate, used);
    let told = [of_path].into_iter().chain(gas_traces).chain(plate_traces).chain(used_traces);
    Ok(Settings {
        oxygen_pressure: settings.oxygen_pressure.and_then(|it| stands(it, &notes, OXYGEN)),
        fuel_pressure: settings
            .fuel_pressure
            .and_then(|it| stands(it, &notes, request.gas.fuel.code())),
        notes,
        traces: told.collect(),
        ..settings
    })
}

/// What was found, with nothing said of it yet.
fn settled(request: &Request, gases: Gases, plate: AtPlate, used: Consumed) -> Settings {
    let Gases { tip, flows, oxygen, fuel } = gases;
    Settings {
        heats: false,
        path: plate.path,
        bore: tip.tip.bore,
        face: tip.face,
        tip_kind: tip.tip.kind,
        by_chart: tip.chart.is_some(),
        chart_from: chart_from(&tip, request.gas.fuel),
        tip_label: tip.tip.label,
        oxygen_pressure: Some(oxygen),
        fuel_pressure: Some(fuel),
        tip_pressure: tip.pressure.set,
        wanted_at_tip: tip.wanted,
        oxygen_flow: flows.oxygen,
        preheat_oxygen_flow: flows.preheat_oxygen,
        fuel_flow: flows.fuel,
        start_preheat: plate.preheat.first,
        travel_speed: plate.pace.speed,
        kerf: plate.kerf,
        drag: plate.drag,
        heat_affected: plate.heat_affected,
        standoff: plate.distance.standoff,
        tip_to_plate: plate.distance.tip_to_plate,
        starts: used.starts,
        direction: Direction::of(request.cut.handedness),
        time: used.time,
        gas: used.gas,
        cost: used.cost,
        count: request.cut.count,
        balance: used.balance,
        notes: Vec::new(),
        cues: cues(request.gas.fuel, request.policy.how_hot),
        traces: Vec::new(),
    }
}

/// A setting, unless a stop is about it.
fn stands(
    band: Band<GaugePressure>,
    notes: &[Note],
    gas: &'static str,
) -> Option<Band<GaugePressure>> {
    (!has_no_setting(notes, gas)).then_some(band)
}

fn stop_note(request: &Request, starts: &Starts) -> Option<Note> {
    (starts.count > 1).then(|| {
        let at = starts.stops.iter().map(|stop| stop.as_m()).collect();
        let values = vec![
            ("count", Measure::Number(Kind::Count, f64::from(starts.count - 1))),
            ("stops", Measure::List(Kind::Length, at)),
            ("side", Measure::Word(request.cut.scrap.code())),
        ];
        Note::new(Level::Info, "planned_stops", values)
    })
}
