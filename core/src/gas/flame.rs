//! Which flame is it? From the oxygen that goes with a volume of fuel.

use crate::error::Result;
use crate::gas::fuel::{Fuel, characteristics};
use crate::quantity::GasFlow;

/// Below this part of the neutral ratio a flame is carburising. Source: `ours`.
pub const CARBURISING_BELOW: f64 = 0.95;
/// Above this part of the neutral ratio a flame is oxidising. Source: `ours`.
pub const OXIDISING_ABOVE: f64 = 1.05;

/// What the flame does to the steel.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Flame {
    /// Too little oxygen: a feather beyond the cones.
    Carburising,
    /// The feather just meets the cones.
    Neutral,
    /// Too much oxygen: short pale cones, a hiss.
    Oxidising,
}

/// The flame of `oxygen` with `fuel`, against the neutral ratio of fuel-gases.csv.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn flame(fuel: Fuel, oxygen: GasFlow, fuel_flow: GasFlow) -> Result<Flame> {
    let neutral = characteristics(fuel)?.neutral_ratio;
    let relative = oxygen.as_m3_s() / fuel_flow.as_m3_s() / neutral;
    Ok(if relative < CARBURISING_BELOW {
        Flame::Carburising
    } else if relative > OXIDISING_ABOVE {
        Flame::Oxidising
    } else {
        Flame::Neutral
    })
}

/// Oxygen for the full combustion of a volume of `C_a H_b O_c`, 1.
///
/// ```text
/// C_aH_bO_c + (a + b/4 − c/2)·O₂ → a·CO₂ + b/2·H₂O
/// ```
#[must_use]
pub fn stoichiometric_ratio(carbon: u32, hydrogen: u32, oxygen: u32) -> f64 {
    f64::from(carbon) + f64::from(hydrogen) / 4.0 - f64::from(oxygen) / 2.0
}
