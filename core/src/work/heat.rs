//! Heat to bend or to free: not cutting, so only what the gas gives and how hot the steel may get.
//!
//! A heating head draws more than a hose or one cylinder often gives; its flow comes from its maker's chart. The spell is a
//! judgement, for nobody says how much steel is heated. Left out: how the heat spreads.

use crate::code::Code;
use crate::cut::{Flows, Note, Request};
use crate::error::{Error, Result};
use crate::gas::fuel::{Fuel, characteristics};
use crate::gas::withdrawal::{Draw, Rule, acetylene_limit, boil_off, cylinders_needed};
use crate::note::Level;
use crate::quantity::{Duration, GasFlow, GasVolume, Mass, Temperature};
use crate::range::{Range, all};
use crate::trace::{Kind, Measure};
use crate::work::heat_colour::colour_at;
use crate::work::stage::{Stage, WorkKind, WorkPlan};

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Heat {
    /// Fuel of the head, by its maker's chart.
    pub flow: GasFlow,
    /// How hot the steel is to be.
    pub temperature: Option<Temperature>,
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
/// One spell of heating, s. Source: `ours`.
const SPELL: f64 = 600.0;

fn number(name: &'static str, kind: Kind, value: f64) -> (&'static str, Measure) {
    (name, Measure::Number(kind, value))
}

/// Cylinders that must stand together for a flow; nothing is said of a pipe.
fn cylinders(fuel: Fuel, flow: GasFlow, base: &Request) -> Result<Option<(GasFlow, Option<u32>)>> {
    let air = base.gas.cylinder_temperature;
    let limit = match fuel {
        Fuel::NaturalGas => return Ok(None),
        Fuel::Acetylene => acetylene_limit((FULL.0, None), air, Rule::OneFifteenth)?,
        Fuel::Propane | Fuel::Propylene => {
            let around = (air.unwrap_or(AIR), base.policy.ambient);
            boil_off(fuel, FULL.1, around, (Draw::Continuous, None))?
        }
    };
    let needed = (limit.as_m3_s() > 0.0).then(|| cylinders_needed(flow, limit)).flatten();
    Ok(Some((limit, needed)))
}

fn supply_note(fuel: Fuel, flow: GasFlow, base: &Request) -> Result<Option<Note>> {
    let Some((limit, needed)) = cylinders(fuel, flow, base)? else { return Ok(None) };
    let mut values = vec![
        number("flow", Kind::GasFlow, flow.as_m3_s()),
        number("limit", Kind::GasFlow, limit.as_m3_s()),
        ("fuel", Measure::Word(fuel.code())),
    ];
    let Some(count) = needed else {
        return Ok(Some(Note::new(Level::Stop, "work_cylinder_gives_nothing", values)));
    };
    values.push(number("count", Kind::Count, f64::from(count)));
    let (level, code) = if count > 1 {
        (Level::Caution, "work_manifold")
    } else {
        (Level::Info, "work_one_cylinder")
    };
    Ok(Some(Note::new(level, code, values)))
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
    let hot = asked.temperature.map(|t| TEMPERATURE.check(t.as_k()));
    all([FLOW.check(asked.flow.as_m3_s())].into_iter().chain(hot))?;
    let fuel = base.gas.fuel;
    let supply = supply_note(fuel, asked.flow, base).map_err(|error| vec![error])?;
    let ratio = characteristics(fuel).map_err(|error| vec![error])?.neutral_ratio;
    let flame = GasFlow::from_m3_s(asked.flow.as_m3_s() * ratio);
    let flows = Flows { oxygen: GasFlow::from_m3_s(0.0), preheat_oxygen: flame, fuel: asked.flow };
    let hot = asked.temperature.map(|t| number("temperature", Kind::Temperature, t.as_k()));
    let stages = vec![
        Stage::by_hand("heat_supply", 120.0).with(vec![
            number("fuel_flow", Kind::GasFlow, asked.flow.as_m3_s()),
            number("oxygen_flow", Kind::GasFlow, flame.as_m3_s()),
        ]),
        Stage::by_hand("heat_head", 60.0),
        Stage::heating("heat_spell", Duration::from_s(SPELL))
            .with(hot.clone().into_iter().collect()),
        Stage::by_hand("heat_check", 60.0).with(hot.into_iter().collect()),
    ];
    let mut made = WorkPlan::of(WorkKind::Heat, stages, (&flows, &base.factors));
    made.notes.extend(supply);
    made.notes.push(Note::new(Level::Caution, "work_never_by_cutting_tip", vec![]));
    if let Some(t) = asked.temperature {
        made.notes.extend(colour_note(t).map_err(|error| vec![error])?);
    }
    if asked.temperature.is_some_and(|t| t > HOTTEST.1) {
        let limits = vec![
            number("mild", Kind::Temperature, HOTTEST.0.as_k()),
            number("tempered", Kind::Temperature, HOTTEST.1.as_k()),
        ];
        made.notes.push(Note::new(Level::Caution, "work_too_hot", limits));
    }
    Ok(made)
}
