//! Which fuel heats the start: what it burns with, which face its tip has, how far it is held.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::band::Band;
use crate::code::Code;
use crate::error::Result;
use crate::quantity::Length;
use crate::reference::{Table, no_row, read, table};

/// The fuel gases that the handbook gives cutting data for, and propylene.
#[derive(
    Clone,
    Copy,
    Debug,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    Deserialize,
    strum::IntoStaticStr,
    strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Fuel {
    /// Dissolved in acetone; hottest flame; never above 15 psi.
    Acetylene,
    /// Liquefied.
    Propane,
    /// Liquefied.
    Propylene,
    /// By pipe.
    NaturalGas,
}

impl Fuel {
    /// Whether its cylinder holds a liquid.
    #[must_use]
    pub const fn is_liquefied(self) -> bool {
        matches!(self, Self::Propane | Self::Propylene)
    }
}

/// A gas of the torch.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Gas {
    /// What cuts.
    Oxygen,
    /// As [`Fuel::Acetylene`].
    Acetylene,
    /// As [`Fuel::Propane`].
    Propane,
    /// As [`Fuel::Propylene`].
    Propylene,
    /// As [`Fuel::NaturalGas`].
    NaturalGas,
}

impl Gas {
    /// The gases that come in cylinders.
    pub const IN_CYLINDERS: [Self; 4] =
        [Self::Oxygen, Self::Acetylene, Self::Propane, Self::Propylene];

    /// The fuel it is; `None` for oxygen.
    #[must_use]
    pub const fn fuel(self) -> Option<Fuel> {
        match self {
            Self::Oxygen => None,
            Self::Acetylene => Some(Fuel::Acetylene),
            Self::Propane => Some(Fuel::Propane),
            Self::Propylene => Some(Fuel::Propylene),
            Self::NaturalGas => Some(Fuel::NaturalGas),
        }
    }
}

impl From<Fuel> for Gas {
    fn from(fuel: Fuel) -> Self {
        match fuel {
            Fuel::Acetylene => Self::Acetylene,
            Fuel::Propane => Self::Propane,
            Fuel::Propylene => Self::Propylene,
            Fuel::NaturalGas => Self::NaturalGas,
        }
    }
}

/// How a torch brings fuel and oxygen together.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Torch {
    /// Both gases come with a pressure of the same order.
    #[default]
    EqualPressure,
    /// Oxygen draws the fuel in.
    Injector,
}

/// The face of a tip, which must suit the fuel.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, Deserialize, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum TipFace {
    /// Level with the rim: acetylene.
    Flush,
    /// Set back behind the rim: slower gases.
    Recessed,
}

/// A row of fuel-gases.csv, of which the core reads what it uses.
#[derive(Clone, Debug, Deserialize)]
pub struct FuelRow {
    /// Which fuel.
    pub fuel: Fuel,
    /// Oxygen through the torch for a volume of fuel in a neutral flame, 1.
    pub neutral_ratio: f64,
    /// Oxygen for a volume of fuel burnt wholly, 1.
    pub stoich_ratio: f64,
    /// Gas of a pound at 70 °F and one atmosphere, ft³/lb.
    pub ft3_per_lb_at_70f: f64,
    /// Its formula.
    pub formula: String,
    /// The face its tips have.
    pub tip_face: TipFace,
    hose_grades: String,
}

impl FuelRow {
    /// The grades of fuel hose made for it.
    pub fn hose_grades(&self) -> impl Iterator<Item = &str> {
        self.hose_grades.split(';')
    }
}

/// A row of standoff.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct StandoffRow {
    /// Which fuel.
    pub fuel: Fuel,
    cone_to_plate_mm_low: f64,
    cone_to_plate_mm_high: f64,
    tip_to_plate_mm_low: f64,
    tip_to_plate_mm_high: f64,
}

impl StandoffRow {
    /// From the inner cones to the plate.
    #[must_use]
    pub fn cone_to_plate(&self) -> Band<Length> {
        Band::at(self.cone_to_plate_mm_low, self.cone_to_plate_mm_high, 0.5).map(Length::from_mm)
    }

    /// From the tip face to the plate.
    #[must_use]
    pub fn tip_to_plate(&self) -> Band<Length> {
        Band::at(self.tip_to_plate_mm_low, self.tip_to_plate_mm_high, 0.5).map(Length::from_mm)
    }
}

static FUELS: Table<Vec<FuelRow>> = LazyLock::new(|| table!("fuel-gases.csv"));
static STANDOFFS: Table<Vec<StandoffRow>> = LazyLock::new(|| table!("standoff.csv"));

/// What the tables say of `fuel`.
///
/// # Errors
/// [`crate::error::Error::Reference`] when its row is missing.
pub fn characteristics(fuel: Fuel) -> Result<&'static FuelRow> {
    let row = read(&FUELS)?.iter().find(|row| row.fuel == fuel);
    row.ok_or_else(|| no_row("fuel-gases.csv", fuel.code()))
}

/// How far from the plate its flame is held.
///
/// # Errors
/// [`crate::error::Error::Reference`] when its row is missing.
pub fn standoff(fuel: Fuel) -> Result<&'static StandoffRow> {
    let row = read(&STANDOFFS)?.iter().find(|row| row.fuel == fuel);
    row.ok_or_else(|| no_row("standoff.csv", fuel.code()))
}
