//! What the two regulators must show while gas flows: tip, torch, hose, back to the gauge.

use crate::band::Band;
use crate::code::Code;
use crate::cut::consumption::Flows;
use crate::cut::practice::one_pressure::held_to;
use crate::cut::request::Request;
use crate::cut::stands::{
    ACETYLENE_CEILING, OXYGEN_HIGHEST, acetylene_note, has_no_setting, oxygen_note, supply_notes,
    under_the_ceiling,
};
use crate::cut::tip_plan::TipPlan;
use crate::error::Result;
use crate::gas::OXYGEN;
use crate::gas::fuel::{Fuel, Torch};
use crate::gas::fuel_pressure::torch_pressure;
use crate::gas::hose::{RegulatorEnd, TorchEnd, regulator_end};
use crate::note::{Level, Note};
use crate::physics::compressible::Pipe;
use crate::quantity::{GasFlow, GaugePressure, Length};
use crate::source::{COMMON_PRACTICE, COMPUTED, MAKERS_CHART, ORIFICE, OURS, PIPE_FLOW, SourceKey};
use crate::tip::chart::ReadAt;
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer};

/// Drop in the hose against the tip pressure above which it is a caution. Source: `ours`.
const LARGE_DROP: f64 = 0.25;
/// A smaller drop is less than a gauge's division: the regulator makes up for it. Source: `ours`.
const READABLE_DROP: f64 = 10e3; // Pa
/// An injector needs at least this oxygen pressure. Source: `common_practice`.
const INJECTOR_OXYGEN: GaugePressure = GaugePressure::from_pa(200e3);

/// From the tip back to the regulator.
struct Line<'a> {
    gas: &'static str,
    hose: &'a Pipe,
    at_tip: Band<GaugePressure>,
    flow: Band<GasFlow>,
}

/// What the regulator shows, with how much of it the torch and the hose took at the set point.
struct Setting {
    band: Band<GaugePressure>,
    loss: f64,
    drop: f64,
    reached: bool,
}

/// What a maker's chart says, where it says it.
#[derive(Clone, Copy)]
struct Charted {
    band: Band<GaugePressure>,
    read_at: ReadAt,
}

/// The chart's own figure is the setting where it was read at a regulator; read at the torch, the
/// torch's loss is in it and the hose comes on top.
fn charted(request: &Request, line: &Line<'_>, chart: &Charted) -> Result<Setting> {
    let set = match chart.read_at {
        ReadAt::Regulator => {
            return Ok(Setting { band: chart.band, loss: 0.0, drop: 0.0, reached: true });
        }
        ReadAt::Torch => |pressure: GaugePressure, flow: GasFlow| {
            let torch = TorchEnd { pressure, ambient: request.policy.ambient };
            regulator_end(line.gas, line.hose, flow, torch)
        },
    };
    let low = set(chart.band.low, line.flow.low)?;
    let middle = set(chart.band.set, line.flow.set)?;
    let high = set(chart.band.high, line.flow.high)?;
    Ok(Setting {
        band: Band { low: low.pressure, set: middle.pressure, high: high.pressure },
        loss: 0.0,
        drop: middle.pressure.as_pa() - chart.band.set.as_pa(),
        reached: middle.reached,
    })
}

fn setting(request: &Request, line: &Line<'_>) -> Result<Setting> {
    let (ambient, part) = (request.policy.ambient, request.policy.torch_loss);
    let loss = |tip: GaugePressure| part * tip.absolute(ambient).as_pa();
    let end = |tip: GaugePressure, flow: GasFlow| -> Result<RegulatorEnd> {
        let pressure = GaugePressure::from_pa(tip.as_pa() + loss(tip));
        regulator_end(line.gas, line.hose, flow, TorchEnd { pressure, ambient })
    };
    let low = end(line.at_tip.low, line.flow.low)?;
    let set = end(line.at_tip.set, line.flow.set)?;
    let high = end(line.at_tip.high, line.flow.high)?;
    let lost = loss(line.at_tip.set);
    Ok(Setting {
        band: Band { low: low.pressure, set: set.pressure, high: high.pressure },
        loss: lost,
        drop: set.pressure.as_pa() - line.at_tip.set.as_pa() - lost,
        reached: set.reached,
    })
}

fn setting_trace(mut trace: Tracer, line: &Line<'_>, found: &Setting, source: SourceKey) -> Tracer {
    if source == MAKERS_CHART {
        trace.number(
            "pressure_by_chart",
            Kind::Pressure,
            found.band.set.as_pa() - found.drop,
            source,
        );
    } else {
        trace.number("pressure_at_tip", Kind::Pressure, line.at_tip.set.as_pa(), source).number(
            "pressure_torch_loss",
            Kind::Pressure,
            found.loss,
            OURS,
        );
    }
    trace.step(
        "pressure_hose_drop",
        Measure::Number(Kind::Pressure, found.drop),
        PIPE_FLOW,
        vec![
            ("flow", Measure::Number(Kind::GasFlow, line.flow.set.as_m3_s())),
            ("bore", Measure::Number(Kind::Bore, line.hose.bore.as_m())),
            ("length", Measure::Number(Kind::Length, line.hose.length.as_m())),
        ],
    );
    trace
}

/// The same way back from the low and the high end of the band at the tip.
fn regulator_band(trace: &mut Tracer, band: &Band<GaugePressure>) {
    let ends = Measure::List(Kind::Pressure, vec![band.low.as_pa(), band.high.as_pa()]);
    trace.step("regulator_band", ends, COMPUTED, vec![]);
}

/// Oxygen at the regulator: the hose carries cutting and preheat oxygen.
///
/// # Errors
/// `OutOfRange` for an impossible hose.
pub fn oxygen_setting(
    request: &Request,
    tip: &TipPlan,
    flows: &Flows,
) -> Result<(Band<GaugePressure>, Vec<Note>, Trace)> {
    let with_flames = |q: GasFlow| GasFlow::from_m3_s(q.as_m3_s() + flows.preheat_oxygen.as_m3_s());
    let line = Line {
        gas: OXYGEN,
        hose: &request.gas.oxygen_hose,
        at_tip: tip.pressure,
        flow: tip.flow.map(with_flames),
    };
    let part = request.policy.pressure_school.part();
    let chart = tip.chart.map(|(row, read_at)| Charted { band: row.oxygen.band(part), read_at });
    let mut found = match &chart {
        Some(chart) => charted(request, &line, chart)?,
        None => setting(request, &line)?,
    };
    if let Some(one) = request.policy.fixed_pressure().filter(|_| found.reached) {
        found.band = held_to(found.band, one);
    }
    let mut notes = hose_notes(&found, tip.pressure.set, Measure::Word(OXYGEN));
    notes.extend(chart_note(chart.as_ref()));
    let set = found.band.set;
    if !has_no_setting(&notes, OXYGEN) {
        notes.extend(oxygen_note(request, set));
    }
    if request.gas.torch == Torch::Injector && set < INJECTOR_OXYGEN {
        let pressure = |p: GaugePressure| Measure::Number(Kind::Pressure, p.as_pa());
        let values = vec![("pressure", pressure(set)), ("least", pressure(INJECTOR_OXYGEN))];
        notes.push(Note::new(Level::Caution, "injector_oxygen_low", values));
    }
    let inputs = &[Input::Thickness, Input::Tip, Input::Fuel, Input::Hose, Input::Policy];
    let source = if chart.is_some() { MAKERS_CHART } else { ORIFICE };
    let begun = Tracer::new(Quantity::OxygenPressure, inputs);
    let mut trace = setting_trace(begun, &line, &found, source);
    regulator_band(&mut trace, &found.band);
    result(&mut trace, set, &notes, OXYGEN);
    Ok((found.band, notes, trace.done()))
}

/// The setting, or what would have to be set where that is none.
fn result(trace: &mut Tracer, set: GaugePressure, notes: &[Note], gas: &'static str) {
    let stopped = has_no_setting(notes, gas);
    let code = if stopped { "result_no_setting" } else { "result_regulator" };
    trace.number(code, Kind::Pressure, set.as_pa(), COMPUTED);
}

/// A chart read at its maker's regulator holds for its maker's hose.
fn chart_note(chart: Option<&Charted>) -> Option<Note> {
    chart
        .filter(|chart| chart.read_at == ReadAt::Regulator)
        .map(|_| Note::new(Level::Info, "chart_at_regulator", vec![]))
}

/// What the hose does to a setting.
fn hose_notes(found: &Setting, at_tip: GaugePressure, gas: Measure) -> Vec<Note> {
    let drop = ("drop", Measure::Number(Kind::Pressure, found.drop));
    let large = found.drop > LARGE_DROP * at_tip.as_pa() && found.drop > READABLE_DROP;
    if !found.reached || (large && found.band.set > OXYGEN_HIGHEST) {
        return vec![Note::new(Level::Stop, "hose_too_small", vec![("gas", gas), drop])];
    }
    if large {
        return vec![Note::new(Level::Caution, "hose_drop_large", vec![("gas", gas), drop])];
    }
    Vec::new()
}

/// Fuel at the regulator.
///
/// # Errors
/// `OutOfRange` for an impossible hose.
pub fn fuel_setting(
    request: &Request,
    path: Length,
    tip: &TipPlan,
    flow: GasFlow,
) -> Result<(Band<GaugePressure>, Vec<Note>, Trace)> {
    let (fuel, gas) = (request.gas.fuel, &request.gas);
    // the middle: schools differ about the oxygen, not about the fuel
    let chart =
        tip.chart.and_then(|(row, read_at)| Some(Charted { band: row.fuel?.band(0.5), read_at }));
    let line = Line {
        gas: fuel.code(),
        hose: &gas.fuel_hose,
        at_tip: match &chart {
            Some(chart) => chart.band,
            None => torch_pressure(fuel, gas.torch, path)?,
        },
        flow: Band { low: flow, set: flow, high: flow },
    };
    let found = match &chart {
        Some(chart) => charted(request, &line, chart)?,
        None => setting(request, &line)?,
    };
    let mut notes = hose_notes(&found, line.at_tip.set, Measure::Word(fuel.code()));
    notes.extend(acetylene_note(fuel, found.band.set));
    notes.extend(supply_notes(request, found.band.set)?);
    let inputs =
        &[Input::Thickness, Input::Fuel, Input::Tip, Input::Hose, Input::Torch, Input::Policy];
    let source = if chart.is_some() { MAKERS_CHART } else { COMMON_PRACTICE };
    let begun = Tracer::new(Quantity::FuelPressure, inputs);
    let mut trace = setting_trace(begun, &line, &found, source);
    if fuel == Fuel::Acetylene {
        let source = SourceKey("osha_1910_253");
        trace.number("pressure_ceiling", Kind::Pressure, ACETYLENE_CEILING.as_pa(), source);
    }
    let band = under_the_ceiling(fuel, found.band);
    regulator_band(&mut trace, &band);
    result(&mut trace, band.set, &notes, fuel.code());
    Ok((band, notes, trace.done()))
}
