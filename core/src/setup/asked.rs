//! For which rig, place and shop is the order of work asked?

use std::collections::BTreeMap;

use crate::gas::fuel::Fuel;
use crate::gas::hose;
use crate::quantity::{Duration, Length};
use crate::range::Range;
use crate::setup::sheet_table::{Clock, Word};

/// How the torch is built.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum TorchKind {
    /// A cutting attachment on a welding handle: it has a body oxygen valve.
    Combination,
    /// A cutting torch of one piece.
    Dedicated,
}

/// Which torch valve closes first.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
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
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum FirstCylinder {
    /// The fuel is open for the shortest time.
    #[default]
    Oxygen,
    /// A fuel leak is found before oxygen is there to feed it.
    Fuel,
}

/// Which line is bled first; never both at once, for the higher pressure runs into the other hose.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum FirstBled {
    /// What was shut first at the torch.
    #[default]
    AsShut,
    /// The fuel: it is out of the hose first.
    Fuel,
    /// The oxygen.
    Oxygen,
}

/// With what the flame is lit.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
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

/// What nobody said of the cuts, so that somebody looks before the torch is lit.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
#[allow(clippy::struct_excessive_bools, reason = "each is a question with yes or no")]
pub struct Unsaid {
    /// Whether it is one solid layer.
    pub layers: bool,
    /// Whether a closed space is behind it or in it.
    pub closed_space: bool,
    /// What steel it is.
    pub steel: bool,
    /// Whether its far side can be reached.
    pub far_side: bool,
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
    /// Which line is bled first.
    pub first_bled: FirstBled,
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
    /// Whether the shop demands arrestors, or takes them as advised.
    pub arrestors_demanded: bool,
    /// The thickness that the lens is for, where it is told.
    pub lens_thickness: Option<Length>,
    /// What the shop holds where the trade disagrees: question and option.
    pub schools: BTreeMap<String, String>,
    /// How many of the steps a hand wants to be told.
    pub depth: Depth,
    /// What nobody said of the cuts.
    pub unsaid: Unsaid,
}

/// How many of the steps a hand wants to be told.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Depth {
    /// One by one.
    #[default]
    EveryStep,
    /// All of them, a phase at a time.
    Phases,
    /// What must never be passed over, alone.
    Stops,
}

/// A cylinder that lay down stands so long before it is used. Source: `common_practice`.
pub const STAND: Duration = Duration::from_s(24.0 * 3_600.0);
/// Standing that can be told.
pub const STOOD: Range = Range::new("lying_acetylene_upright", "s", 0.0, 3.6e6);
/// Hoses.
pub const HOSE: Range = Range { input: "hose_length", ..hose::LENGTH };
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
            first_bled: FirstBled::default(),
            place: Place::default(),
            assembled: false,
            arrestors: true,
            upright_for: None,
            hose: Length::from_mm(15_000.0),
            fire_watch: USUAL_WATCH,
            arrestors_demanded: false,
            lens_thickness: None,
            schools: BTreeMap::new(),
            depth: Depth::default(),
            unsaid: Unsaid::default(),
        }
    }

    /// Whether the shop answered a question of schools.csv so.
    pub(super) fn has_answered(&self, question: &str, option: &str) -> bool {
        self.schools.get(question).is_some_and(|held| held == option)
    }

    pub(super) const fn holds(&self, word: Word) -> bool {
        let Place { wind, bare_floor, low, confined, coated } = self.place;
        match word {
            Word::Acetylene => matches!(self.fuel, Fuel::Acetylene),
            Word::Alternate => !matches!(self.fuel, Fuel::Acetylene),
            // the liquefied gases are heavier than air
            Word::Liquefied | Word::Heavy => self.fuel.is_liquefied(),
            Word::Piped => matches!(self.fuel, Fuel::NaturalGas),
            Word::Combination => matches!(self.torch, TorchKind::Combination),
            Word::Assembled => self.assembled,
            Word::NoArrestors => !self.arrestors,
            Word::ArrestorsDemanded => self.arrestors_demanded,
            Word::LittleOxygen => matches!(self.lighting, Lighting::LittleOxygen),
            Word::Lying => match self.upright_for {
                Some(stood) => stood.as_s() < STAND.as_s(),
                None => false,
            },
            Word::Wind => wind,
            Word::BareFloor => bare_floor,
            Word::Low => low,
            Word::Confined => confined,
            Word::Coated => coated,
            Word::LayersUnsaid => self.unsaid.layers,
            Word::ClosedUnsaid => self.unsaid.closed_space,
            Word::SteelUnsaid => self.unsaid.steel,
            Word::FarSideUnsaid => self.unsaid.far_side,
        }
    }

    pub(super) fn timer(&self, clock: Clock) -> Option<Duration> {
        match clock {
            Clock::Stand => self
                .upright_for
                .map(|stood| Duration::from_s((STAND.as_s() - stood.as_s()).max(0.0))),
            Clock::Purge => {
                let seconds = (self.hose.as_m() * PURGE_PER_M).max(PURGE_LEAST);
                Some(Duration::from_s(seconds.ceil()))
            }
            Clock::Leak => Some(LEAK_WAIT),
            Clock::Cool => Some(COOL),
            Clock::FireWatch => Some(self.fire_watch),
        }
    }

    /// Shade of the lens: the shop's one for everything, or by the thickness where that is told.
    #[must_use]
    pub fn shade(&self) -> Option<(u8, u8)> {
        if self.schools.get("lens").is_some_and(|option| option == "five") {
            return Some((5, 5));
        }
        let thickness = self.lens_thickness?;
        Some(SHADES.into_iter().find(|(up_to, _)| thickness <= *up_to).map_or(THICKEST, |it| it.1))
    }
}

/// Shades by the thickness cut, up to each, and beyond. Source: `osha_1910_133` for the least, ANSI Z49.1 for the second
/// (from memory).
const SHADES: [(Length, (u8, u8)); 2] =
    [(Length::from_mm(25.4), (3, 4)), (Length::from_mm(152.4), (4, 5))];
const THICKEST: (u8, u8) = (5, 6);
