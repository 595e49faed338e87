//! What is asked: the steel, the cut, the gas, the gear, and how this shop works.

use super::limits;
use crate::error::{Error, Result};
use crate::gas::fuel::{Fuel, TipFace, Torch};
use crate::gas::hose;
use crate::physics::compressible::Pipe;
use crate::quantity::{
    AbsolutePressure, Angle, Duration, GaugePressure, Length, P_REFERENCE, Temperature,
};
use crate::range::Range;
use crate::steel::grade::grade;
use crate::steel::surface::Surface;
use crate::tip::choose::TipSchool;
use crate::tip::pressure::{BORE, DRILLED};

/// How the torch is moved.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Process {
    /// By hand and eye.
    Freehand,
    /// By hand along a straightedge, a pivot or on wheels.
    Guided,
    /// On a carriage or a table.
    Machine,
}

impl Process {
    /// Whether a hand carries the torch.
    #[must_use]
    pub const fn by_hand(self) -> bool {
        !matches!(self, Self::Machine)
    }

    /// Its code in interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Freehand => "freehand",
            Self::Guided => "guided",
            Self::Machine => "machine",
        }
    }
}

/// Where the cut begins.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum Start {
    /// At an edge of the plate.
    #[default]
    Edge,
    /// In a drilled hole.
    DrilledHole,
    /// Through the solid plate.
    Pierce,
}

impl Start {
    /// Its code in interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Edge => "edge",
            Self::DrilledHole => "drilled_hole",
            Self::Pierce => "pierce",
        }
    }
}

/// What the edge is for.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum Quality {
    /// Left as cut, seen or welded.
    Fine,
    /// Cleaned up as usual.
    #[default]
    Standard,
    /// Only to come apart.
    Severance,
}

impl Quality {
    /// Its code in interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Fine => "fine",
            Self::Standard => "standard",
            Self::Severance => "severance",
        }
    }
}

/// The hand that holds the torch.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum Handedness {
    /// Right-handed: usually cuts right to left.
    #[default]
    Right,
    /// Left-handed: usually cuts left to right.
    Left,
}

/// Which way the torch travels.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Direction {
    /// Toward the left hand.
    RightToLeft,
    /// Toward the right hand.
    LeftToRight,
}

/// How a shop sets its oxygen within the published band.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum PressureSchool {
    /// Low and slow: the lower third.
    Low,
    /// By the chart: the middle.
    #[default]
    Chart,
    /// Brisk: the upper third.
    High,
}

impl PressureSchool {
    /// Where in the band the set point lies, 0 to 1. Source: `ours`.
    #[must_use]
    pub const fn part(self) -> f64 {
        match self {
            Self::Low => 1.0 / 3.0,
            Self::Chart => 0.5,
            Self::High => 2.0 / 3.0,
        }
    }
}

/// What is cut.
#[derive(Clone, Debug, PartialEq)]
pub struct SteelInput {
    /// Thickness, measured square to the face.
    pub thickness: Length,
    /// Its grade; `None` is taken as mild steel.
    pub grade: Option<String>,
    /// Its temperature.
    pub plate_temperature: Temperature,
    /// The near face.
    pub surface: Surface,
    /// The far face.
    pub back_surface: Surface,
}

/// The cut asked for.
#[derive(Clone, Debug, PartialEq)]
pub struct CutInput {
    /// Along the line.
    pub length: Length,
    /// How the torch is moved.
    pub process: Process,
    /// Where it begins.
    pub start: Start,
    /// From square.
    pub bevel: Angle,
    /// What the edge is for.
    pub quality: Quality,
    /// The hand that holds the torch.
    pub handedness: Handedness,
    /// How many of them.
    pub count: u32,
}

/// The gas and the way it takes.
#[derive(Clone, Debug, PartialEq)]
pub struct GasInput {
    /// Which fuel.
    pub fuel: Fuel,
    /// Oxygen purity, a part of the whole.
    pub oxygen_purity: f64,
    /// From oxygen regulator to torch.
    pub oxygen_hose: Pipe,
    /// From fuel regulator to torch.
    pub fuel_hose: Pipe,
    /// Which torch.
    pub torch: Torch,
    /// The most the fuel supply gives, where it is known.
    pub fuel_supply: Option<GaugePressure>,
}

/// A tip in the drawer.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Tip {
    /// Cutting-oxygen bore.
    pub bore: Length,
    /// Its face, where it is known.
    pub face: Option<TipFace>,
}

/// How this shop works, where the trade disagrees or every shop differs.
#[derive(Clone, Debug, PartialEq)]
pub struct Policy {
    /// Oxygen pressure within the published band.
    pub pressure_school: PressureSchool,
    /// Size of tips.
    pub tip_school: TipSchool,
    /// How far one hold of the torch reaches.
    pub reach: Length,
    /// Taking the torch, setting up, laying it down, for each cut.
    pub handling: Duration,
    /// Moving the body on at a planned stop.
    pub reposition: Duration,
    /// Pressure of the air around.
    pub ambient: AbsolutePressure,
    /// Discharge coefficient of the tips.
    pub discharge: f64,
    /// Loss between torch inlet and tip, a part of the absolute tip pressure.
    pub torch_loss: f64,
}

impl Default for Policy {
    /// Source of every figure: `ours`.
    fn default() -> Self {
        Self {
            pressure_school: PressureSchool::default(),
            tip_school: TipSchool::default(),
            reach: Length::from_mm(450.0),
            handling: Duration::from_s(30.0),
            reposition: Duration::from_s(10.0),
            ambient: P_REFERENCE,
            discharge: DRILLED,
            torch_loss: 0.05,
        }
    }
}

/// What the shop's own burns have taught; 1 and `None` where nothing is known yet.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Factors {
    /// On the travel speed.
    pub speed: f64,
    /// On the start preheat.
    pub start_preheat: f64,
    /// The kerf measured.
    pub kerf: Option<Length>,
}

impl Default for Factors {
    fn default() -> Self {
        Self { speed: 1.0, start_preheat: 1.0, kerf: None }
    }
}

/// Everything that a plan depends on.
#[derive(Clone, Debug, PartialEq)]
pub struct Request {
    /// What is cut.
    pub steel: SteelInput,
    /// The cut asked for.
    pub cut: CutInput,
    /// The gas and the way it takes.
    pub gas: GasInput,
    /// A tip that must be used.
    pub tip: Option<Tip>,
    /// The shop's drawer; empty means our generic series.
    pub drawer: Vec<Tip>,
    /// How this shop works.
    pub policy: Policy,
    /// What its burns have taught.
    pub factors: Factors,
}

/// A usual hose: 1/4 in, 50 ft. Source: `common_practice`.
const USUAL_HOSE: Pipe = Pipe { bore: Length::from_mm(6.35), length: Length::from_m(15.0) };

impl Request {
    /// A guided square cut in clean mild plate with acetylene, everything else as usual.
    #[must_use]
    pub fn plate(thickness: Length, length: Length) -> Self {
        Self {
            steel: SteelInput {
                thickness,
                grade: None,
                plate_temperature: Temperature::from_c(20.0),
                surface: Surface::Clean,
                back_surface: Surface::Clean,
            },
            cut: CutInput {
                length,
                process: Process::Guided,
                start: Start::default(),
                bevel: Angle::from_rad(0.0),
                quality: Quality::default(),
                handedness: Handedness::default(),
                count: 1,
            },
            gas: GasInput {
                fuel: Fuel::Acetylene,
                oxygen_purity: 0.995,
                oxygen_hose: USUAL_HOSE,
                fuel_hose: USUAL_HOSE,
                torch: Torch::default(),
                fuel_supply: None,
            },
            tip: None,
            drawer: Vec::new(),
            policy: Policy::default(),
            factors: Factors::default(),
        }
    }

    /// Whether every input is possible.
    ///
    /// # Errors
    /// Every input that is not, each once.
    pub fn check(&self) -> std::result::Result<(), Vec<Error>> {
        let mut checks: Vec<Result<f64>> = vec![
            limits::THICKNESS.check(self.steel.thickness.as_m()),
            limits::PLATE_TEMPERATURE.check(self.steel.plate_temperature.as_k()),
            limits::CUT_LENGTH.check(self.cut.length.as_m()),
            limits::BEVEL.check(self.cut.bevel.as_rad()),
            limits::COUNT.check(f64::from(self.cut.count)),
            limits::PURITY.check(self.gas.oxygen_purity),
            limits::REACH.check(self.policy.reach.as_m()),
            limits::AMBIENT.check(self.policy.ambient.as_pa()),
            limits::DISCHARGE.check(self.policy.discharge),
            limits::TORCH_LOSS.check(self.policy.torch_loss),
            limits::LEARNED.check(self.factors.speed),
            limits::LEARNED.check(self.factors.start_preheat),
        ];
        checks.extend(self.hoses().map(|(pipe, bore, length)| {
            bore.check(pipe.bore.as_m()).and_then(|_| length.check(pipe.length.as_m()))
        }));
        let times = [self.policy.handling, self.policy.reposition];
        checks.extend(times.map(|time| limits::HANDLING.check(time.as_s())));
        let supply = self.gas.fuel_supply;
        checks.extend(supply.map(|p| limits::FUEL_SUPPLY.check(p.as_pa())));
        let tips = self.tip.iter().chain(&self.drawer);
        checks.extend(tips.map(|tip| BORE.check(tip.bore.as_m())));
        checks.extend(self.steel.grade.as_deref().map(|name| grade(name).map(|_| 0.0)));
        let refused: Vec<_> = checks.into_iter().filter_map(Result::err).collect();
        if refused.is_empty() { Ok(()) } else { Err(refused) }
    }

    fn hoses(&self) -> [(Pipe, Range, Range); 2] {
        let named = |bore, length| {
            (Range { input: bore, ..hose::BORE }, Range { input: length, ..hose::LENGTH })
        };
        let (bore, length) = named("gas.oxygen_hose.bore", "gas.oxygen_hose.length");
        let (fuel_bore, fuel_length) = named("gas.fuel_hose.bore", "gas.fuel_hose.length");
        [(self.gas.oxygen_hose, bore, length), (self.gas.fuel_hose, fuel_bore, fuel_length)]
    }
}
