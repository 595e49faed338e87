//! In which order is a torch set up, lit and shut down here?
//!
//! The steps stand in `reference/tables/run-sheet.csv` in one order; fuel, torch, place and gear leave out what is
//! needless, and the shop's schools say which gas comes first. A regulator is always backed out before its cylinder
//! opens, a leak is looked for before anything is lit, and gas is bled only from a line whose cylinder is shut.
//! Left out: which pressures to set; those are the cut's. Theory: docs/model/setup.md.

use crate::code::Code;
use crate::error::{Error, Result};
use crate::quantity::Duration;
use crate::setup::asked::{
    Depth, FIRE_WATCH, FirstBled, FirstCylinder, HOSE, STOOD, Setup, Shutdown,
};
use crate::setup::phase::Phase;
use crate::setup::sheet_table::{Asked, Line, ROWS, Row, Skip, StepLevel};

/// One step.
#[derive(Clone, Debug, PartialEq)]
pub struct Step {
    /// Its stage.
    pub phase: Phase,
    /// Code of its sentence.
    pub code: &'static str,
    /// The gas that it is done for: oxygen or the fuel.
    pub gas: Option<&'static str>,
    /// What it asks.
    pub level: StepLevel,
    /// Whether it may be left out.
    pub skip: Skip,
    /// How long its clock runs.
    pub timer: Option<Duration>,
    /// Turns of the valve, where it has a limit.
    pub turns: Option<f64>,
    /// Shade of the lens, from and to.
    pub shade: Option<(u8, u8)>,
    /// The questions of schools.csv that decide it.
    pub policies: &'static [String],
    /// What the shop answers to them, where it said so.
    pub options: Vec<String>,
    /// Steps that follow from this one, and stand nowhere else.
    pub then: Vec<Step>,
    /// Key of its source.
    pub source: &'static str,
}

impl Step {
    /// Its name among all steps of a sheet: code and gas.
    #[must_use]
    pub fn key(&self) -> String {
        match self.gas {
            Some(gas) => format!("{}:{gas}", self.code),
            None => self.code.to_owned(),
        }
    }
}

/// Whether a step may be left out; nothing for a code that no sheet has.
///
/// # Errors
/// Only when the table compiled in cannot be read.
pub fn skip_of(code: &str) -> Result<Option<Skip>> {
    let rows = ROWS.as_ref().map_err(Error::clone)?;
    Ok(rows.iter().find(|row| row.code == code).map(|row| row.skip))
}

fn applies(row: &Row, setup: &Setup) -> bool {
    row.when.iter().all(|it| {
        let so = match &it.asked {
            Asked::Word(word) => setup.holds(*word),
            Asked::Held { question, option } => setup.has_answered(question, option),
        };
        so == it.holds
    })
}

fn step(row: &'static Row, rows: &'static [Row], setup: &Setup) -> Step {
    let turned =
        matches!(row.code.as_str(), "open_acetylene_cylinder_turns" | "again_open_acetylene");
    let then = rows.iter().filter(|it| it.of.as_ref() == Some(&row.code) && applies(it, setup));
    Step {
        phase: row.phase,
        code: &row.code,
        gas: row.gas.map(|line| match line {
            Line::Oxygen => "oxygen",
            Line::Fuel => setup.fuel.code(),
        }),
        level: row.level,
        skip: row.skip,
        timer: row.timer.and_then(|clock| setup.timer(clock)),
        turns: turned.then(|| setup.turns.turns()),
        shade: (row.code == "lens_shade").then(|| setup.shade()).flatten(),
        options: row.policy.iter().filter_map(|it| setup.schools.get(it)).cloned().collect(),
        policies: &row.policy,
        then: then.map(|it| step(it, rows, setup)).collect(),
        source: &row.source,
    }
}

/// Whether a hand of this depth is told of a step. Depth never removes a stop.
fn is_told(step: &Step, depth: Depth) -> bool {
    depth != Depth::Stops || step.level == StepLevel::Stop || step.skip == Skip::Never
}

/// In the two places where schools differ, the gas that comes first.
fn fuel_leads(phase: Phase, setup: &Setup) -> Option<bool> {
    match phase {
        Phase::Open | Phase::LeakTest => Some(setup.first_cylinder == FirstCylinder::Fuel),
        Phase::TorchOff => Some(setup.shutdown == Shutdown::FuelFirst),
        Phase::Bleed => Some(match setup.first_bled {
            FirstBled::AsShut => setup.shutdown == Shutdown::FuelFirst,
            FirstBled::Fuel => true,
            FirstBled::Oxygen => false,
        }),
        _ => None,
    }
}

/// The steps of a phase with the leading gas first; what is for no gas alone keeps its place.
fn in_order(mut steps: Vec<(Option<Line>, Step)>, fuel_leads: Option<bool>) -> Vec<Step> {
    if let Some(fuel_leads) = fuel_leads {
        let leading = if fuel_leads { Line::Fuel } else { Line::Oxygen };
        let places: Vec<usize> = (0..steps.len()).filter(|at| steps[*at].0.is_some()).collect();
        let mut of_a_gas: Vec<_> = places.iter().map(|at| steps[*at].clone()).collect();
        of_a_gas.sort_by_key(|(line, _)| *line != Some(leading));
        for (place, step) in places.into_iter().zip(of_a_gas) {
            steps[place] = step;
        }
    }
    steps.into_iter().map(|(_, step)| step).collect()
}

/// The order of work, phase by phase.
///
/// # Errors
/// `OutOfRange` for a standing time, a hose or a fire watch outside [`STOOD`], [`HOSE`], [`FIRE_WATCH`].
pub fn run_sheet(setup: &Setup) -> Result<Vec<(Phase, Vec<Step>)>> {
    if let Some(stood) = setup.upright_for {
        STOOD.check(stood.as_s())?;
    }
    HOSE.check(setup.hose.as_m())?;
    FIRE_WATCH.check(setup.fire_watch.as_s())?;
    let rows = ROWS.as_ref().map_err(Error::clone)?;
    let of_phase = |phase| {
        let own = rows.iter().filter(move |row| row.phase == phase && row.of.is_none());
        own.filter(|row| applies(row, setup))
    };
    Ok(Phase::ALL
        .iter()
        .copied()
        .map(|phase| {
            let steps = of_phase(phase).map(|row| (row.gas, step(row, rows, setup))).collect();
            let mut steps = in_order(steps, fuel_leads(phase, setup));
            steps.retain(|step| is_told(step, setup.depth));
            (phase, steps)
        })
        .collect())
}
