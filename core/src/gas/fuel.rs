//! Which fuel heats the start: what it burns with, which face its tip has, its pressures.

use serde::Deserialize;

use crate::band::Band;
use crate::error::{Error, Result};
use crate::quantity::{GaugePressure, Length};
use crate::reference::tables;

/// The fuel gases that the handbook gives cutting data for, and propylene.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Deserialize)]
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
    /// All of them.
    pub const ALL: [Self; 4] = [Self::Acetylene, Self::Propane, Self::Propylene, Self::NaturalGas];

    /// Whether its cylinder holds a liquid.
    #[must_use]
    pub const fn is_liquefied(self) -> bool {
        matches!(self, Self::Propane | Self::Propylene)
    }

    /// Its code in tables and interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Acetylene => "acetylene",
            Self::Propane => "propane",
            Self::Propylene => "propylene",
            Self::NaturalGas => "natural_gas",
        }
    }
}

/// How a torch brings fuel and oxygen together.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum Torch {
    /// Both gases come with a pressure of the same order.
    #[default]
    EqualPressure,
    /// Oxygen draws the fuel in.
    Injector,
}

/// The face of a tip, which must suit the fuel.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum TipFace {
    /// Level with the rim: acetylene.
    Flush,
    /// Set back behind the rim: slower gases.
    Recessed,
}

impl TipFace {
    /// Its code in tables and interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Flush => "flush",
            Self::Recessed => "recessed",
        }
    }
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

/// A row of fuel-pressure.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct PressureKnots {
    /// equal_pressure or injector.
    pub torch: String,
    /// Which fuel.
    pub fuel: Fuel,
    thickness_mm: f64,
    psi_low: f64,
    psi_high: f64,
}

impl PressureKnots {
    /// Thickness in m, pressures in Pa above ambient.
    #[must_use]
    pub fn in_si(&self) -> (f64, f64, f64) {
        let pascal = |psi| GaugePressure::from_psi(psi).as_pa();
        (Length::from_mm(self.thickness_mm).as_m(), pascal(self.psi_low), pascal(self.psi_high))
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

/// What the tables say of `fuel`.
///
/// # Errors
/// [`Error::Reference`] when its row is missing.
pub fn characteristics(fuel: Fuel) -> Result<&'static FuelRow> {
    tables()?.fuels.get(&fuel).ok_or(Error::Reference {
        file: "fuel-gases.csv",
        what: format!("no row for {}", fuel.code()),
    })
}

/// Fuel pressure at the torch while it flows, for the path thickness of the cut; the set
/// point is the middle. Source: `common_practice` (fuel-pressure.csv).
///
/// # Errors
/// [`Error::Reference`] when its rows are missing.
pub fn torch_pressure(fuel: Fuel, torch: Torch, thickness: Length) -> Result<Band<GaugePressure>> {
    let tables = tables()?;
    let of_torch = match torch {
        Torch::EqualPressure => &tables.equal_pressure,
        Torch::Injector => &tables.injector,
    };
    let table = of_torch.get(&fuel).ok_or(Error::Reference {
        file: "fuel-pressure.csv",
        what: format!("no row for {}", fuel.code()),
    })?;
    let (low, high) = table.at(thickness.as_m());
    Ok(Band::at(low, high, 0.5).map(GaugePressure::from_pa))
}
