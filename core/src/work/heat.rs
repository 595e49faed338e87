//! Heat to bend or to free: not cutting, so only what the gas gives and how hot the steel may get.
//!
//! A heating head draws more than a hose or one cylinder often gives; its flow comes from its maker's chart, for one fuel. How long
//! it burns is the hand's to say, for nobody says how much steel is heated. Left out: how the heat spreads.

use crate::band::Band;
use crate::code::Code;
use crate::cut::{ACETYLENE_CEILING, Factors, Flows, Note, Request, Settings, plan as plan_cut};
use crate::error::{Error, Result};
use crate::gas::OXYGEN;
use crate::gas::fuel::{Fuel, characteristics};
use crate::gas::gear::misfits;
use crate::gas::hose::{TorchEnd, regulator_end};
use crate::gas::withdrawal::{
    Air, Draw, Rule, Withdrawal, acetylene_limit, boil_off, cylinders_needed,
};
use crate::note::Level;
use crate::physics::compressible::Pipe;
use crate::quantity::{
    Duration, GasFlow, GasVolume, GaugePressure, Length, Mass, Speed, Temperature,
};
use crate::range::{Range, all};
use crate::tip::owned::Label;
use crate::trace::{Kind, Measure};
use crate::work::heat_colour::colour_at;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::{SUMMED, as_one};

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Heat {
    /// Fuel of the head, by its maker's chart.
    pub flow: GasFlow,
    /// How hot the steel is to be.
    pub temperature: Option<Temperature>,
    /// How long the head burns.
    pub spell: Duration,
}

/// Fuel of a head, m³/s.
pub const FLOW: Range = Range::new("flow", "m3/s", 1.0 / 60e3, 1_000.0 / 60e3);
/// How hot steel may be asked for.
pub const TEMPERATURE: Range = Range::new("temperature", "K", 323.15, 1173.15);
/// Mild steel is straightened up to here, quenched and tempered up to the lower one. Source: `from_memory` (AWS D1.1).
const HOTTEST: (Temperature, Temperature) =
    (Temperature::from_c(650.0), Temperature::from_c(590.0));
/// A usual full cylinder: acetylene by rating, m³, liquefied gas by weight. Source: `common_practice`.
const FULL: (GasVolume, Mass) = (GasVolume::from_m3(9.3), Mass::from_kg(45.0));
/// Where nobody told the air's temperature.
const AIR: Temperature = Temperature::from_c(20.0);
/// How long a head burns for one piece, s.
pub const SPELL: Range = Range::new("spell", "s", 10.0, 14_400.0);
/// Where nobody says. Source: `ours`.
pub const USUAL_SPELL: Duration = Duration::from_s(600.0);
/// A hose that loses more than this wants a wider or shorter one. Source: `ours`, a fifth of acetylene's ceiling.
const LARGE_LOSS: f64 = 20e3;
/// What a head may ask at the torch, oxygen and fuel: its chart says it truly. Source: `ours`.
const AT_TORCH: (GaugePressure, GaugePressure) =
    (GaugePressure::from_pa(140e3), GaugePressure::from_pa(35e3));

fn number(name: &'static str, kind: Kind, value: f64) -> (&'static str, Measure) {
    (name, Measure::Number(kind, value))
}

/// Cylinders that must stand together for a flow; nothing is said of a pipe.
fn cylinders(fuel: Fuel, flow: GasFlow, base: &Request) -> Result<Option<(GasFlow, Option<u32>)>> {
    let air = base.gas.cylinder_temperature;
    let limit = match fuel {
        Fuel::NaturalGas => return Ok(None),
        Fuel::Acetylene => acetylene_limit(FULL.0, None, air, Rule::OneFifteenth)?,
        Fuel::Propane | Fuel::Propylene => {
            let temperature = air.unwrap_or(AIR);
            let around = Air { temperature, pressure: base.policy.ambient };
            boil_off(fuel, FULL.1, around, Withdrawal { draw: Draw::Continuous, setting: None })?
        }
    };
    let needed = (limit.as_m3_s() > 0.0).then(|| cylinders_needed(flow, limit)).flatten();
    Ok(Some((limit, needed)))
}

fn supply_note(fuel: Fuel, flow: GasFlow, limit: GasFlow, needed: Option<u32>) -> Note {
    let mut values = vec![
        number("flow", Kind::GasFlow, flow.as_m3_s()),
        number("limit", Kind::GasFlow, limit.as_m3_s()),
        ("fuel", Measure::Word(fuel.code())),
    ];
    let Some(count) = needed else {
        return Note::new(Level::Stop, "work_cylinder_gives_nothing", values);
    };
    values.push(number("count", Kind::Count, f64::from(count)));
    let (level, code) = if count > 1 {
        (Level::Caution, "work_manifold")
    } else {
        (Level::Info, "work_one_cylinder")
    };
    Note::new(level, code, values)
}

/// Whether a hose passes the flow of the head: a stop where its regulator could not give it though the torch asked nothing, a
/// caution where it loses much of what the torch may ask.
fn hose_note(
    gas: &'static str,
    hose: &Pipe,
    flow: GasFlow,
    torch: TorchEnd,
) -> Result<Option<Note>> {
    let end = |pressure| regulator_end(gas, hose, flow, TorchEnd { pressure, ..torch });
    let said = |name, pressure: f64| {
        vec![
            ("gas", Measure::Word(gas)),
            number("flow", Kind::GasFlow, flow.as_m3_s()),
            number(name, Kind::Pressure, pressure),
        ]
    };
    let least = end(GaugePressure::from_pa(0.0))?;
    let beyond = gas == Fuel::Acetylene.code() && least.pressure >= ACETYLENE_CEILING;
    if least.is_too_small() || beyond {
        let values = said("least", least.pressure.as_pa());
        return Ok(Some(Note::new(Level::Stop, "work_hose_gives_nothing", values)));
    }
    let loss = end(torch.pressure)?.pressure.as_pa() - torch.pressure.as_pa();
    let note = || Note::new(Level::Caution, "work_hose_loses", said("loss", loss));
    Ok((loss > LARGE_LOSS).then(note))
}

fn hose_notes(flows: &Flows, base: &Request) -> Result<Vec<Note>> {
    let (gas, ambient) = (&base.gas, base.policy.ambient);
    let at = |pressure| TorchEnd { pressure, ambient };
    let notes = [
        hose_note(OXYGEN, &gas.oxygen_hose, flows.preheat_oxygen, at(AT_TORCH.0))?,
        hose_note(gas.fuel.code(), &gas.fuel_hose, flows.fuel, at(AT_TORCH.1))?,
    ];
    Ok(notes.into_iter().flatten().collect())
}

/// The heating as a job holds it: no tip of the drawer, no cutting oxygen, no pace, and pressures by the head's chart alone.
fn as_cut(
    made: &WorkPlan,
    flows: &Flows,
    base: &Request,
) -> std::result::Result<Settings, Vec<Error>> {
    let cut = plan_cut(base)?;
    let (none, still) = (Length::from_m(0.0), Speed::from_m_s(0.0));
    let only = |time: Duration| Band { low: time, set: time, high: time };
    let spell = made.stages.iter().map(|stage| stage.heat.as_s()).sum();
    let own = Settings {
        heats: true,
        bore: none,
        by_chart: false,
        chart_from: None,
        tip_label: Label::default(),
        oxygen_pressure: None,
        fuel_pressure: None,
        tip_pressure: GaugePressure::from_pa(0.0),
        wanted_at_tip: GaugePressure::from_pa(0.0),
        oxygen_flow: flows.oxygen,
        preheat_oxygen_flow: flows.preheat_oxygen,
        fuel_flow: flows.fuel,
        start_preheat: only(Duration::from_s(spell)),
        travel_speed: Band { low: still, set: still, high: still },
        kerf: none,
        drag: none,
        heat_affected: none,
        traces: cut.traces.into_iter().filter(|it| SUMMED.contains(&it.quantity)).collect(),
        ..cut
    };
    Ok(as_one(made, own, base))
}

/// What the steel looks like there.
fn colour_note(t: Temperature) -> Result<Option<Note>> {
    let Some(colour) = colour_at(t)? else { return Ok(None) };
    let code = if colour.glows { "work_heat_glow" } else { "work_heat_film" };
    let values = vec![
        number("temperature", Kind::Temperature, t.as_k()),
        ("colour", Measure::Word(colour.colour.code())),
    ];
    Ok(Some(Note::new(Level::Info, code, values)))
}

/// Plans a heating.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &Heat, base: &Request) -> std::result::Result<WorkPlan, Vec<Error>> {
    // what cuts have taught is nothing to a heating head
    let base = &Request { factors: Factors::default(), ..base.clone() };
    let hot = asked.temperature.map(|t| TEMPERATURE.check(t.as_k()));
    let asks = [FLOW.check(asked.flow.as_m3_s()), SPELL.check(asked.spell.as_s())];
    all(asks.into_iter().chain(hot))?;
    let fuel = base.gas.fuel;
    let one = |error: Error| vec![error];
    let ratio = characteristics(fuel).map_err(one)?.neutral_ratio;
    let flame = GasFlow::from_m3_s(asked.flow.as_m3_s() * ratio);
    let flows = Flows { oxygen: GasFlow::from_m3_s(0.0), preheat_oxygen: flame, fuel: asked.flow };
    let hot = asked.temperature.map(|t| number("temperature", Kind::Temperature, t.as_k()));
    let supply = cylinders(fuel, asked.flow, base).map_err(one)?;
    let together = supply.and_then(|(_, count)| count);
    let mut given = vec![
        number("fuel_flow", Kind::GasFlow, asked.flow.as_m3_s()),
        number("oxygen_flow", Kind::GasFlow, flame.as_m3_s()),
    ];
    given.extend(together.map(|count| number("count", Kind::Count, f64::from(count))));
    let stages = vec![
        Stage::by_hand("heat_supply", 120.0).with(given),
        Stage::by_hand("heat_head", 60.0),
        Stage::heating("heat_spell", asked.spell).with(hot.clone().into_iter().collect()),
        Stage::by_hand("heat_check", 60.0).with(hot.into_iter().collect()),
    ];
    let mut made = WorkPlan::of(WorkKind::Heat, stages, &flows, &base.factors);
    made.notes.extend(misfits(&base.gear_with_tip(None), fuel).map_err(one)?);
    made.notes.extend(supply.map(|(limit, needed)| supply_note(fuel, asked.flow, limit, needed)));
    made.notes.extend(hose_notes(&flows, base).map_err(one)?);
    made.notes.push(Note::new(Level::Caution, "work_never_by_cutting_tip", vec![]));
    if let Some(t) = asked.temperature {
        made.notes.extend(colour_note(t).map_err(one)?);
    }
    if asked.temperature.is_some_and(|t| t > HOTTEST.1) {
        let limits = vec![
            number("mild", Kind::Temperature, HOTTEST.0.as_k()),
            number("tempered", Kind::Temperature, HOTTEST.1.as_k()),
        ];
        made.notes.push(Note::new(Level::Caution, "work_too_hot", limits));
    }
    made.cut = Some(Box::new(as_cut(&made, &flows, base)?));
    Ok(made)
}
