//! What is asked: the steel, the cut, the gas, the gear, and how this shop works.

use crate::cut::limits;
use crate::cut::policy::{Handedness, Policy};
use crate::cut::practice::own::Factors;
use crate::cut::prices::{PRICE, Prices, TIP_LIFE};
use crate::error::{Error, Result};
use crate::gas::fuel::{Fuel, Torch};
use crate::gas::gear::Gear;
use crate::gas::hose;
use crate::physics::compressible::Pipe;
use crate::quantity::{Angle, GaugePressure, Length, Temperature};
use crate::range::{Range, all};
use crate::steel::composition::Composition;
use crate::steel::grade::grade;
use crate::steel::surface::Surface;
use crate::tip::owned::Tip;
use crate::tip::pressure::BORE;

/// How the torch is moved.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
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
}

/// Where the cut begins.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Start {
    /// At an edge of the plate.
    #[default]
    Edge,
    /// In a drilled hole.
    DrilledHole,
    /// Through the solid plate.
    Pierce,
}

/// What the edge is for.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Quality {
    /// Left as cut, seen or welded.
    Fine,
    /// Cleaned up as usual.
    #[default]
    Standard,
    /// Only to come apart.
    Severance,
}

/// What the torch does.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Stroke {
    /// Cuts through.
    #[default]
    Cut,
    /// Digs a groove.
    Gouge,
    /// Takes old weld or a backing strip off.
    Wash,
    /// Slices a rivet or bolt head off.
    Head,
    /// Takes a nut off its bolt.
    Nut,
}

impl Stroke {
    /// Whether it wants a bent tip with a large, slow jet.
    #[must_use]
    pub const fn wants_gouging_tip(self) -> bool {
        matches!(self, Self::Gouge | Self::Wash)
    }
}

/// Which side of the line is scrap, as the torch hand stands.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum ScrapSide {
    /// Beyond the line.
    #[default]
    #[strum(serialize = "far_side")]
    Far,
    /// Between the line and the torch hand.
    #[strum(serialize = "near_side")]
    Near,
}

/// Which sides of the steel can be reached.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Access {
    /// Both faces.
    #[default]
    Both,
    /// Only the one the torch stands at.
    NearOnly,
}

/// What is cut.
#[derive(Clone, Debug, PartialEq)]
pub struct SteelInput {
    /// Thickness, measured square to the face.
    pub thickness: Length,
    /// Its grade; `None` is taken as mild steel.
    pub grade: Option<String>,
    /// Its composition from the mill sheet; outranks the grade.
    pub composition: Option<Composition>,
    /// How many layers lie on each other.
    pub layers: u32,
    /// Whether it closes a space without a vent.
    pub sealed: bool,
    /// Whether the ventilation that a poisonous fume asks for has been named.
    pub ventilation_named: bool,
    /// Which sides can be reached.
    pub access: Access,
    /// Its temperature.
    pub plate_temperature: Temperature,
    /// The near face.
    pub surface: Surface,
    /// The far face.
    pub back_surface: Surface,
}

impl SteelInput {
    /// Whether grade or composition is told; mild steel is assumed where neither is.
    #[must_use]
    pub const fn is_told(&self) -> bool {
        self.grade.is_some() || self.composition.is_some()
    }
}

/// The cut asked for.
#[derive(Clone, Debug, PartialEq)]
pub struct CutInput {
    /// Along the line.
    pub length: Length,
    /// What the torch does.
    pub stroke: Stroke,
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
    /// Where planned stops let go and pick up.
    pub scrap: ScrapSide,
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
    /// Temperature of a liquefied fuel's cylinder, where it is told.
    pub cylinder_temperature: Option<Temperature>,
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
    /// The gear on the gas's way, as far as it is known.
    pub gear: Gear,
    /// How this shop works.
    pub policy: Policy,
    /// What its burns have taught.
    pub factors: Factors,
    /// What things cost it, where it is asked.
    pub prices: Option<Prices>,
}

fn price_checks(prices: &Prices) -> [Result<f64>; 5] {
    [
        PRICE.check(prices.oxygen_m3),
        PRICE.check(prices.fuel_m3),
        PRICE.check(prices.labour_h),
        PRICE.check(prices.tip),
        TIP_LIFE.check(prices.tip_life_starts),
    ]
}

/// A usual hose: 1/4 in, 50 ft. Source: `common_practice`.
pub const USUAL_HOSE: Pipe = Pipe { bore: Length::from_mm(6.35), length: Length::from_m(15.0) };

impl Request {
    /// Whether a tip at hand has a maker's chart: its figures go with the fuel it is for.
    #[must_use]
    pub fn has_charts(&self) -> bool {
        self.tip.iter().chain(&self.drawer).any(|tip| !tip.charts.is_empty())
    }

    /// A guided square cut in clean mild plate with acetylene, everything else as usual.
    #[must_use]
    pub fn plate(thickness: Length, length: Length) -> Self {
        Self {
            steel: SteelInput {
                thickness,
                grade: None,
                composition: None,
                layers: 1,
                sealed: false,
                ventilation_named: false,
                access: Access::default(),
                plate_temperature: Temperature::from_c(20.0),
                surface: Surface::Clean,
                back_surface: Surface::Clean,
            },
            cut: CutInput {
                length,
                stroke: Stroke::default(),
                process: Process::Guided,
                start: Start::default(),
                bevel: Angle::from_rad(0.0),
                quality: Quality::default(),
                handedness: Handedness::default(),
                scrap: ScrapSide::default(),
                count: 1,
            },
            gas: GasInput {
                fuel: Fuel::Acetylene,
                oxygen_purity: 0.995,
                oxygen_hose: USUAL_HOSE,
                fuel_hose: USUAL_HOSE,
                torch: Torch::default(),
                fuel_supply: None,
                cylinder_temperature: None,
            },
            tip: None,
            drawer: Vec::new(),
            gear: Gear::default(),
            policy: Policy::default(),
            factors: Factors::default(),
            prices: None,
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
            limits::ONE_PRESSURE.check(self.policy.one_pressure.as_pa()),
            limits::AMBIENT.check(self.policy.ambient.as_pa()),
            limits::DISCHARGE.check(self.policy.discharge),
            limits::TORCH_LOSS.check(self.policy.torch_loss),
            limits::LAYERS.check(f64::from(self.steel.layers)),
        ];
        checks.extend(self.factors.all().map(|own| limits::LEARNED.check(own.factor)));
        checks.extend(self.hoses().map(|(pipe, bore, length)| {
            bore.check(pipe.bore.as_m()).and_then(|_| length.check(pipe.length.as_m()))
        }));
        checks.extend(self.prices.iter().flat_map(price_checks));
        let times = [self.policy.handling, self.policy.reposition, self.policy.clean_up_per_m];
        checks.extend(times.map(|time| limits::HANDLING.check(time.as_s())));
        let supply = self.gas.fuel_supply;
        checks.extend(supply.map(|p| limits::FUEL_SUPPLY.check(p.as_pa())));
        let cylinder = self.gas.cylinder_temperature;
        checks.extend(cylinder.map(|t| limits::CYLINDER_TEMPERATURE.check(t.as_k())));
        let tips = self.tip.iter().chain(&self.drawer);
        checks.extend(tips.map(|tip| BORE.check(tip.bore.as_m())));
        checks.extend(self.steel.grade.as_deref().map(|name| grade(name).map(|_| 0.0)));
        all(checks)
    }

    /// The face that the fuel's tips have, with the face of the tip in hand where it is known.
    #[must_use]
    pub fn gear_with_tip(&self, tip: Option<&Tip>) -> Gear {
        Gear {
            tip_face: tip.and_then(|tip| tip.face),
            tip_seat: tip.and_then(|tip| tip.seat),
            ..self.gear
        }
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
