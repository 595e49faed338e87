//! In which order is a torch set up, lit and shut down here?
//!
//! The steps stand in `reference/tables/run-sheet.csv` in one order; fuel, torch, place and gear leave out what is
//! needless, and the shop's schools say which gas comes first. A regulator is always backed out before its cylinder
//! opens, a leak is looked for before anything is lit, and gas is bled only from a line whose cylinder is shut.
//! Left out: which pressures to set; those are the cut's. Theory: docs/model/setup.md.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::gas::fuel::Fuel;
use crate::quantity::{Duration, Length};
use crate::range::Range;
use crate::reference::rows;

/// How the torch is built.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum TorchKind {
    /// A cutting attachment on a welding handle: it has a body oxygen valve.
    Combination,
    /// A cutting torch of one piece.
    Dedicated,
}

/// Which torch valve closes first.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Shutdown {
    /// Oxygen snuffs the flame: no soot, no pop.
    FuelFirst,
    /// No oxygen is left to pop at the next lighting.
    OxygenFirst,
}

impl Shutdown {
    /// The trade's usual way with a fuel. Source: `common_practice`.
    #[must_use]
    pub const fn usual(fuel: Fuel) -> Self {
        match fuel {
            Fuel::Acetylene => Self::FuelFirst,
            Fuel::Propane | Fuel::Propylene | Fuel::NaturalGas => Self::OxygenFirst,
        }
    }
}

/// How far an acetylene cylinder's valve is opened; more than one turn cannot be said.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum ValveTurns {
    /// A quarter.
    Quarter,
    /// Half.
    Half,
    /// Three quarters.
    #[default]
    ThreeQuarters,
    /// One: the most there is.
    One,
}

impl ValveTurns {
    /// All of them.
    pub const ALL: [Self; 4] = [Self::Quarter, Self::Half, Self::ThreeQuarters, Self::One];

    /// Turns.
    #[must_use]
    pub const fn turns(self) -> f64 {
        match self {
            Self::Quarter => 0.25,
            Self::Half => 0.5,
            Self::ThreeQuarters => 0.75,
            Self::One => 1.0,
        }
    }
}

/// Which cylinder opens first.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum FirstCylinder {
    /// The fuel is open for the shortest time.
    #[default]
    Oxygen,
    /// A fuel leak is found before oxygen is there to feed it.
    Fuel,
}

/// With what the flame is lit.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum Lighting {
    /// Fuel alone.
    #[default]
    FuelOnly,
    /// A breath of oxygen with it.
    LittleOxygen,
}

/// What a place brings with it.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
#[allow(clippy::struct_excessive_bools, reason = "each is a question with yes or no")]
pub struct Place {
    /// Wind.
    pub wind: bool,
    /// Over bare concrete or stones.
    pub bare_floor: bool,
    /// In a pit or cellar, where gas collects.
    pub low: bool,
    /// In a confined space.
    pub confined: bool,
    /// The steel is painted, plated or galvanised.
    pub coated: bool,
}

/// Everything that decides the order of work.
#[derive(Clone, Debug, PartialEq)]
pub struct Setup {
    /// Which fuel.
    pub fuel: Fuel,
    /// Which torch.
    pub torch: TorchKind,
    /// Which torch valve closes first.
    pub shutdown: Shutdown,
    /// How far acetylene is opened.
    pub turns: ValveTurns,
    /// Which cylinder opens first.
    pub first_cylinder: FirstCylinder,
    /// With what it is lit.
    pub lighting: Lighting,
    /// Where.
    pub place: Place,
    /// Regulators, hoses and torch are still together from the last time.
    pub assembled: bool,
    /// Flashback arrestors are in the lines.
    pub arrestors: bool,
    /// How long an acetylene cylinder that lay down has stood; nothing when it never lay.
    pub upright_for: Option<Duration>,
    /// The longer hose.
    pub hose: Length,
    /// How long the fire watch stays.
    pub fire_watch: Duration,
}

/// A cylinder that lay down stands so long before it is used. Source: `common_practice`.
pub const STAND: Duration = Duration::from_s(24.0 * 3_600.0);
/// Standing that can be told.
pub const STOOD: Range = Range::new("lying_acetylene_upright", "s", 0.0, 3.6e6);
/// Hoses.
pub const HOSE: Range = Range::new("hose_length", "m", 0.5, 200.0);
/// A fire watch is never shorter than half an hour. Source: `osha_1910_252`, from memory.
pub const FIRE_WATCH: Range = Range::new("fire_watch", "s", 1_800.0, 14_400.0);
/// The usual fire watch. Source: `nfpa_51b`, from memory.
pub const USUAL_WATCH: Duration = Duration::from_s(3_600.0);
/// A hose is purged so long for a metre. Source: `ours`: 10 s for 15 m.
const PURGE_PER_M: f64 = 10.0 / 15.0;
/// And never shorter than this. Source: `ours`.
const PURGE_LEAST: f64 = 5.0;
/// The needles are watched so long for a leak. Source: `ours`.
const LEAK_WAIT: Duration = Duration::from_s(120.0);
/// A part is left so long before it is touched. Source: `ours`; thick ones longer.
const COOL: Duration = Duration::from_s(600.0);

impl Setup {
    /// A fuel and a torch, everything else as the trade usually has it.
    #[must_use]
    pub fn usual(fuel: Fuel, torch: TorchKind) -> Self {
        Self {
            fuel,
            torch,
            shutdown: Shutdown::usual(fuel),
            turns: ValveTurns::default(),
            first_cylinder: FirstCylinder::default(),
            lighting: Lighting::default(),
            place: Place::default(),
            assembled: false,
            arrestors: true,
            upright_for: None,
            hose: Length::from_mm(15_000.0),
            fire_watch: USUAL_WATCH,
        }
    }

    fn holds(&self, word: &str) -> bool {
        let Place { wind, bare_floor, low, confined, coated } = self.place;
        match word {
            "acetylene" => self.fuel == Fuel::Acetylene,
            "alternate" => self.fuel != Fuel::Acetylene,
            "liquefied" => self.fuel.is_liquefied(),
            // their gas is heavier than air
            "heavy" => self.fuel.is_liquefied(),
            "piped" => self.fuel == Fuel::NaturalGas,
            "combination" => self.torch == TorchKind::Combination,
            "assembled" => self.assembled,
            "no_arrestors" => !self.arrestors,
            "little_oxygen" => self.lighting == Lighting::LittleOxygen,
            "lying" => self.upright_for.is_some_and(|stood| stood < STAND),
            "wind" => wind,
            "bare_floor" => bare_floor,
            "low" => low,
            "confined" => confined,
            "coated" => coated,
            _ => false,
        }
    }

    fn timer(&self, name: &str) -> Option<Duration> {
        match name {
            "stand" => self
                .upright_for
                .map(|stood| Duration::from_s((STAND.as_s() - stood.as_s()).max(0.0))),
            "purge" => {
                let seconds = (self.hose.as_m() * PURGE_PER_M).max(PURGE_LEAST);
                Some(Duration::from_s(seconds.ceil()))
            }
            "leak" => Some(LEAK_WAIT),
            "cool" => Some(COOL),
            "fire_watch" => Some(self.fire_watch),
            _ => None,
        }
    }
}

/// The stages of the work.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, PartialOrd, Ord)]
#[serde(rename_all = "snake_case")]
#[allow(missing_docs, reason = "their names are the trade's")]
pub enum Phase {
    Place,
    Dress,
    Cylinders,
    Regulators,
    Hoses,
    Tip,
    Open,
    LeakTest,
    Pressures,
    Light,
    Cut,
    TorchOff,
    ShutDown,
    Bleed,
    HandOver,
}

impl Phase {
    /// In order.
    pub const ALL: [Self; 15] = [
        Self::Place,
        Self::Dress,
        Self::Cylinders,
        Self::Regulators,
        Self::Hoses,
        Self::Tip,
        Self::Open,
        Self::LeakTest,
        Self::Pressures,
        Self::Light,
        Self::Cut,
        Self::TorchOff,
        Self::ShutDown,
        Self::Bleed,
        Self::HandOver,
    ];

    /// Its code in interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Place => "place",
            Self::Dress => "dress",
            Self::Cylinders => "cylinders",
            Self::Regulators => "regulators",
            Self::Hoses => "hoses",
            Self::Tip => "tip",
            Self::Open => "open",
            Self::LeakTest => "leak_test",
            Self::Pressures => "pressures",
            Self::Light => "light",
            Self::Cut => "cut",
            Self::TorchOff => "torch_off",
            Self::ShutDown => "shut_down",
            Self::Bleed => "bleed",
            Self::HandOver => "hand_over",
        }
    }
}

/// What a step asks.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
pub enum StepLevel {
    /// Do it.
    Step,
    /// Look.
    Check,
    /// Not one step further until it holds.
    Stop,
}

impl StepLevel {
    /// Its code in interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Step => "step",
            Self::Check => "check",
            Self::Stop => "stop",
        }
    }
}

#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
enum Skip {
    Free,
    Reason,
}

#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
enum Line {
    Oxygen,
    Fuel,
}

#[derive(Debug, Deserialize)]
struct Row {
    phase: Phase,
    code: String,
    gas: Option<Line>,
    level: StepLevel,
    when: String,
    skip: Skip,
    timer: String,
    policy: Option<String>,
    source: String,
}

static ROWS: LazyLock<Result<Vec<Row>>> = LazyLock::new(|| {
    rows("run-sheet.csv", include_str!("../../../reference/tables/run-sheet.csv"))
});

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
    /// Whether it may be left out only with a reason that is kept.
    pub needs_reason: bool,
    /// How long its clock runs.
    pub timer: Option<Duration>,
    /// Turns of the valve, where it has a limit.
    pub turns: Option<f64>,
    /// The question of schools.csv that decides it.
    pub policy: Option<&'static str>,
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

/// Whether a step may be left out only with a reason; nothing for a code that no sheet has.
///
/// # Errors
/// Only when the table compiled in cannot be read.
pub fn needs_reason(code: &str) -> Result<Option<bool>> {
    let rows = ROWS.as_ref().map_err(Error::clone)?;
    Ok(rows.iter().find(|row| row.code == code).map(|row| row.skip == Skip::Reason))
}

fn applies(row: &Row, setup: &Setup) -> bool {
    row.when.split_whitespace().all(|word| match word.strip_prefix('!') {
        Some(word) => !setup.holds(word),
        None => setup.holds(word),
    })
}

fn step(row: &'static Row, setup: &Setup) -> Step {
    let is_acetylene = row.code == "open_acetylene_cylinder_turns";
    Step {
        phase: row.phase,
        code: &row.code,
        gas: row.gas.map(|line| match line {
            Line::Oxygen => "oxygen",
            Line::Fuel => setup.fuel.code(),
        }),
        level: row.level,
        needs_reason: row.skip == Skip::Reason,
        timer: setup.timer(&row.timer),
        turns: is_acetylene.then(|| setup.turns.turns()),
        policy: row.policy.as_deref().filter(|name| !name.is_empty()),
        source: &row.source,
    }
}

/// In the two places where schools differ, the gas that comes first.
fn fuel_leads(phase: Phase, setup: &Setup) -> Option<bool> {
    match phase {
        Phase::Open => Some(setup.first_cylinder == FirstCylinder::Fuel),
        // what was shut first is bled first
        Phase::TorchOff | Phase::Bleed => Some(setup.shutdown == Shutdown::FuelFirst),
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
    Ok(Phase::ALL
        .into_iter()
        .map(|phase| {
            let steps = rows.iter().filter(|row| row.phase == phase && applies(row, setup));
            let steps = steps.map(|row| (row.gas, step(row, setup))).collect();
            (phase, in_order(steps, fuel_leads(phase, setup)))
        })
        .collect())
}
