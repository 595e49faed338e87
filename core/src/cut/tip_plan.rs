//! Which tip for this stroke, what flows through it, and what is said when it does not suit.
//!
//! The maker's chart of a tip outranks the generic band for that tip; a thickness outside the
//! chart is a stop that names tips which would do.

use crate::band::Band;
use crate::code::Code;
use crate::cut::at_hand::{at_hand, best, known, less_loss};
use crate::cut::practice::one_pressure::{at_tip as at_one_pressure, cost_note, held_to};
use crate::cut::request::Request;
use crate::error::Result;
use crate::gas::fuel::{TipFace, characteristics};
use crate::note::{Level, Note};
use crate::physics::compressible::Orifice;
use crate::quantity::{GasFlow, GaugePressure, Length};
use crate::source::{CUTTING_DATA, GIVEN, MAKERS_CHART, ORIFICE, OURS, SHOP};
use crate::tip::chart::{ChartRow, ReadAt};
use crate::tip::choose::{generic_series, suits, would_suit};
use crate::tip::handbook::handbook;
use crate::tip::owned::{Tip, TipKind};
use crate::tip::pressure::{Fit, SHOWN, Shown, flow, pressure, shown};
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer, hose_by_pressure};

/// The tip and what flows through it.
#[derive(Clone, Debug, PartialEq)]
pub struct TipPlan {
    /// The tip to fit.
    pub tip: Tip,
    /// The face it has, or that the fuel wants where the tip's is not known.
    pub face: TipFace,
    /// Oxygen pressure at the tip.
    pub pressure: Band<GaugePressure>,
    /// What it would be set to, were there no one pressure for all cuts.
    pub wanted: GaugePressure,
    /// Cutting oxygen at those pressures.
    pub flow: Band<GasFlow>,
    /// What the maker's chart says of this thickness, and where it was read.
    pub chart: Option<(ChartRow, ReadAt)>,
}

/// The tip for a request at a path thickness, with notes and the chains of tip and flow.
///
/// # Errors
/// `OutOfRange` for a bore that no tip has.
pub fn tip_plan(request: &Request, path: Length) -> Result<(TipPlan, Vec<Note>, [Trace; 2])> {
    let policy = &request.policy;
    let part = policy.pressure_school.part();
    let (low, high) = handbook()?.oxygen_flow.at(path.as_m());
    let published = Band::at(low, high, part).map(GasFlow::from_m3_s);
    let wanted = characteristics(request.gas.fuel)?.tip_face;
    let (owned, lacking) = at_hand(request, wanted)?;
    let tip = match &request.tip {
        Some(given) => known(given, &request.drawer),
        None => best(&owned, request, path, published.set)?,
    };
    let chart =
        tip.chart(request.gas.fuel).and_then(|chart| Some((chart.at(path)?, chart.read_at)));
    let orifice = Orifice { bore: tip.bore, discharge: policy.discharge };
    let at_tip = match &chart {
        Some((row, read_at)) => charted(request, &row.oxygen.band(part), *read_at),
        None => published.try_map(|q| pressure(&orifice, q, policy.ambient))?,
    };
    let held = shown(&at_tip);
    // what its maker says of a tip is not clipped by our generic limits
    let band = if chart.is_some() { at_tip } else { held.band };
    let one = at_one_pressure(request, path, |p| flow(&orifice, p, policy.ambient))?;
    let (at_chart, by_chart) = (band, flow(&orifice, band.set, policy.ambient)?);
    let band = one.map_or(band, |one| held_to(band, one));
    let delivered = band.try_map(|p| flow(&orifice, p, policy.ambient))?;
    let face = tip.face.unwrap_or(wanted);
    let plan = TipPlan { tip, face, pressure: band, wanted: at_chart.set, flow: delivered, chart };

    let mut notes: Vec<Note> = lacking.into_iter().collect();
    notes.extend(outside_chart(request, &plan, &owned, path)?);
    if plan.chart.is_none() {
        notes.extend(fit_notes(path, plan.tip.bore, &held, request)?);
    }
    notes.extend(kind_note(request, plan.tip.kind));
    notes.extend(one.map(|one| cost_note(at_chart, one, by_chart, plan.flow.set)));
    let traces = [tip_trace(request, &plan, path)?, flow_trace(request, &published, &plan, path)];
    Ok((plan, notes, traces))
}

/// A chart's pressures as they are at the tip: what was read at the torch inlet, or at the
/// regulator through a hose we do not know and whose drop is left in, less the torch's loss.
fn charted(request: &Request, band: &Band<GaugePressure>, read_at: ReadAt) -> Band<GaugePressure> {
    match read_at {
        ReadAt::Torch => *band,
        ReadAt::Regulator => band.map(|p| less_loss(request, p)),
    }
}

fn bores(found: &[Length]) -> Measure {
    Measure::List(Kind::Bore, found.iter().map(|bore| bore.as_m()).collect())
}

fn outside_chart(
    request: &Request,
    plan: &TipPlan,
    owned: &[Tip],
    path: Length,
) -> Result<Option<Note>> {
    let fuel = request.gas.fuel;
    let Some(chart) = plan.tip.chart(fuel).filter(|chart| chart.at(path).is_none()) else {
        return Ok(None);
    };
    let (thin, thick) = chart.reach();
    let mut suit = would_suit(owned, path, fuel)?;
    if suit.is_empty() {
        suit = would_suit(&generic_series()?, path, fuel)?;
    }
    let length = |name, value: Length| (name, Measure::Number(Kind::Length, value.as_m()));
    let values = vec![
        ("bore", Measure::Number(Kind::Bore, plan.tip.bore.as_m())),
        length("thickness", path),
        length("low", thin),
        length("high", thick),
        ("suitable", bores(&suit)),
    ];
    Ok(Some(Note::new(Level::Stop, "outside_chart", values)))
}

fn fit_notes(path: Length, bore: Length, held: &Shown, request: &Request) -> Result<Vec<Note>> {
    let (low, high) = crate::tip::choose::suitable(path)?;
    let (code, no_overlap) = match held.fit {
        Fit::TooLarge { no_overlap } => ("tip_too_large", no_overlap),
        Fit::TooSmall { no_overlap } => ("tip_too_small", no_overlap),
        Fit::Suits if bore > high => ("tip_too_large", false),
        Fit::Suits if bore < low => ("tip_too_small", false),
        Fit::Suits => return Ok(Vec::new()),
    };
    let suit = would_run(request, path, bore)?;
    let values = vec![
        ("bore", Measure::Number(Kind::Bore, bore.as_m())),
        ("thickness", Measure::Number(Kind::Length, path.as_m())),
        ("suitable", bores(&suit)),
    ];
    Ok(vec![Note::new(if no_overlap { Level::Stop } else { Level::Caution }, code, values)])
}

/// Whether a tip makes this cut with nothing said of its size: its chart reaches, or its bore lies in the band and runs inside
/// a tip's pressures.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn runs_well(request: &Request, tip: &Tip, path: Length) -> Result<bool> {
    if !suits(tip, path, request.gas.fuel)? {
        return Ok(false);
    }
    if tip.chart(request.gas.fuel).is_some() {
        return Ok(true);
    }
    Ok(shown(&set_at_tip(request, tip, path)?).fit == Fit::Suits)
}

/// Pressures at the tip that drive the published flow through its bore.
fn set_at_tip(request: &Request, tip: &Tip, path: Length) -> Result<Band<GaugePressure>> {
    let policy = &request.policy;
    let (low, high) = handbook()?.oxygen_flow.at(path.as_m());
    let wanted = Band::at(low, high, policy.pressure_school.part()).map(GasFlow::from_m3_s);
    let orifice = Orifice { bore: tip.bore, discharge: policy.discharge };
    wanted.try_map(|q| pressure(&orifice, q, policy.ambient))
}

/// A tip that serves several strokes stays this much inside a tip's pressures, for there the gauge leaves no room: 120 to
/// 460 kPa. Source: `ours`.
const ROOM: f64 = 1.2;

/// Whether a tip makes this cut well, and with room to either side.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn runs_with_room(request: &Request, tip: &Tip, path: Length) -> Result<bool> {
    if tip.chart(request.gas.fuel).is_some() {
        return runs_well(request, tip, path);
    }
    let set = set_at_tip(request, tip, path)?.set;
    let (floor, ceiling) = SHOWN;
    let inside = set.as_pa() >= floor.as_pa() * ROOM && set.as_pa() <= ceiling.as_pa() / ROOM;
    Ok(inside && runs_well(request, tip, path)?)
}

/// Bores of the generic series that would run this thickness, the refused one not among them.
fn would_run(request: &Request, path: Length, refused: Length) -> Result<Vec<Length>> {
    let mut found = Vec::new();
    for tip in generic_series()? {
        let same = (tip.bore.as_m() - refused.as_m()).abs() < 1e-6;
        if !same && runs_well(request, &tip, path)? {
            found.push(tip.bore);
        }
    }
    Ok(found)
}

/// A gouging stroke with another tip, or another stroke with a gouging tip.
fn kind_note(request: &Request, kind: TipKind) -> Option<Note> {
    let wants = request.cut.stroke.wants_gouging_tip();
    let values = vec![("stroke", Measure::Word(request.cut.stroke.code()))];
    match (wants, kind == TipKind::Gouging) {
        (true, false) => Some(Note::new(Level::Caution, "gouging_tip_wanted", values)),
        (false, true) => Some(Note::new(Level::Stop, "gouging_tip_cuts_poorly", values)),
        _ => None,
    }
}

fn tip_trace(request: &Request, plan: &TipPlan, path: Length) -> Result<Trace> {
    let mut trace =
        Tracer::new(Quantity::Tip, &[Input::Thickness, Input::Fuel, Input::Tip, Input::Policy]);
    let thickness = vec![("thickness", Measure::Number(Kind::Length, path.as_m()))];
    let tip_pressure = plan.pressure.set.as_pa();
    if let Some(chart) = plan.tip.chart(request.gas.fuel).filter(|_| plan.chart.is_some()) {
        let (thin, thick) = chart.reach();
        let reach = Measure::List(Kind::Length, vec![thin.as_m(), thick.as_m()]);
        trace.step("tip_chart_reach", reach, MAKERS_CHART, vec![]);
        trace.number("tip_pressure", Kind::Pressure, tip_pressure, MAKERS_CHART);
    } else {
        let (low, high) = handbook()?.bore.at(path.as_m());
        let band = Measure::List(Kind::Bore, vec![low, high]);
        trace.step("tip_band", band, CUTTING_DATA, thickness);
        trace.number("tip_pressure", Kind::Pressure, tip_pressure, ORIFICE);
    }
    let (code, source) = match (&request.tip, request.drawer.is_empty()) {
        (Some(_), _) => ("tip_given", GIVEN),
        (None, true) => ("tip_chosen", OURS),
        (None, false) => ("tip_chosen", SHOP),
    };
    trace.number(code, Kind::Bore, plan.tip.bore.as_m(), source);
    Ok(trace.done())
}

const FLOW_INPUTS: &[Input] =
    &[Input::Hose, Input::Fuel, Input::Thickness, Input::Tip, Input::Policy];

fn flow_trace(request: &Request, published: &Band<GasFlow>, plan: &TipPlan, path: Length) -> Trace {
    let fixed = request.policy.fixed_pressure();
    let mut trace = Tracer::new(
        Quantity::OxygenFlow,
        hose_by_pressure(FLOW_INPUTS, fixed.is_some(), request.has_charts()),
    );
    let part = request.policy.pressure_school.part();
    let by_chart = request.policy.pressure_school == crate::cut::PressureSchool::Chart;
    let thickness = vec![("thickness", Measure::Number(Kind::Length, path.as_m()))];
    let share = vec![("part", Measure::Number(Kind::Percent, part))];
    let school = if by_chart { OURS } else { SHOP };
    if let Some((row, _)) = &plan.chart {
        let ends = vec![row.oxygen.low.as_pa(), row.oxygen.high.as_pa()];
        let set = Measure::Number(Kind::Pressure, row.oxygen.band(part).set.as_pa());
        trace
            .step("chart_pressure", Measure::List(Kind::Pressure, ends), MAKERS_CHART, thickness)
            .step("chart_set_point", set, school, share);
    } else {
        let ends = vec![published.low.as_m3_s(), published.high.as_m3_s()];
        let set = Measure::Number(Kind::GasFlow, published.set.as_m3_s());
        trace.step("flow_band", Measure::List(Kind::GasFlow, ends), CUTTING_DATA, thickness).step(
            "flow_set_point",
            set,
            school,
            share,
        );
    }
    if let Some(one) = fixed {
        trace.number("one_pressure", Kind::Pressure, one.as_pa(), SHOP);
    }
    trace.step(
        "flow_through_bore",
        Measure::Number(Kind::GasFlow, plan.flow.set.as_m3_s()),
        ORIFICE,
        vec![
            ("bore", Measure::Number(Kind::Bore, plan.tip.bore.as_m())),
            ("pressure", Measure::Number(Kind::Pressure, plan.pressure.set.as_pa())),
        ],
    );
    trace.done()
}
