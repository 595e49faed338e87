//! How much gas is in a cylinder?
//!
//! Oxygen is compressed: its pressure and water volume tell, as a real gas. Acetylene is
//! dissolved and propane and propylene are liquefied: only the scale tells, for their gauges
//! show temperature. Theory: docs/model/gas.md.

use crate::code::Code;
use crate::error::{Error, Result};
use crate::gas::fuel::{Fuel, characteristics};
use crate::physics::oxygen::density;
use crate::quantity::{
    AbsolutePressure, GasVolume, GaugePressure, Mass, P_REFERENCE, T_REFERENCE, Temperature,
    WaterVolume,
};
use crate::range::Range;

/// Water volume of a cylinder, from a lecture bottle to a tube of a trailer.
pub const WATER_VOLUME: Range = Range::new("water_volume", "m3", 1e-4, 3.0);
/// Contents pressure: no gauge of a cutting shop reads further.
pub const PRESSURE: Range = Range::new("pressure", "Pa", 0.0, 30e6);
/// Temperature of a cylinder standing in a shop or a yard.
pub const TEMPERATURE: Range = Range::new("temperature", "K", 233.15, 333.15);
/// A cylinder on the scale.
pub const WEIGHT: Range = Range::new("gross", "kg", 0.0, 2_000.0);
/// Gas in a cylinder of oxygen, from pressure and water volume.
///
/// ```text
/// V = V_water·ρ(p, T)/ρ(reference)
/// ```
/// All gas inside, down to zero absolute pressure. Source: `span_wagner_2003`.
///
/// # Errors
/// `OutOfRange` outside the ranges of this file.
pub fn compressed_oxygen(
    space: WaterVolume,
    at: GaugePressure,
    t: Temperature,
    ambient: AbsolutePressure,
) -> Result<GasVolume> {
    let space = WATER_VOLUME.check(space.as_m3())?;
    let gauge = GaugePressure::from_pa(PRESSURE.check(at.as_pa())?);
    TEMPERATURE.check(t.as_k())?;
    let inside = density(gauge.absolute(ambient), t)?;
    Ok(GasVolume::from_m3(space * inside / density(P_REFERENCE, T_REFERENCE)?))
}

/// Gas in a cylinder of fuel, by weight: gross less tare, times the volume of a kilogram.
/// Source: `awhb_fuel_gases` (cubic feet a pound at 70 °F).
///
/// # Errors
/// `UnknownChoice` for natural gas, which comes by pipe; `OutOfRange` for a weight outside
/// [`WEIGHT`]; `Contradiction` for a cylinder lighter than its tare.
pub fn by_weight(fuel: Fuel, gross: Mass, tare: Mass) -> Result<GasVolume> {
    let fuels = [Fuel::Acetylene, Fuel::Propane, Fuel::Propylene];
    if !fuels.contains(&fuel) {
        return Err(Error::UnknownChoice {
            input: "gas",
            value: fuel.code().to_owned(),
            allowed: fuels.map(Fuel::code).to_vec(),
        });
    }
    WEIGHT.check(gross.as_kg())?;
    Range { input: "tare", ..WEIGHT }.check(tare.as_kg())?;
    if gross < tare {
        return Err(Error::Contradiction {
            input: "gross",
            code: "lighter_than_tare",
            value: gross.as_kg(),
            against: tare.as_kg(),
            unit: "kg",
        });
    }
    let gas = Mass::from_kg(gross.as_kg() - tare.as_kg());
    Ok(gas.at_ft3_per_lb(characteristics(fuel)?.ft3_per_lb_at_70f))
}

/// A reading over the rated contents by more than this is doubted: the scale, the tare or the rating is wrong, or it is
/// overfilled. Source: `ours`.
const DOUBTED: f64 = 1.05;

/// Whether contents are more than a cylinder of this rating can hold.
#[must_use]
pub fn is_doubted(contents: GasVolume, rated: GasVolume) -> bool {
    rated.as_m3() > 0.0 && contents.as_m3() > rated.as_m3() * DOUBTED
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_reading_over_the_rating_is_doubted_from_5_percent_on() {
        let rated = GasVolume::from_m3(4.0);
        assert!(!is_doubted(GasVolume::from_m3(4.19), rated));
        assert!(is_doubted(GasVolume::from_m3(4.21), rated));
        assert!(
            !is_doubted(GasVolume::from_m3(9.0), GasVolume::from_m3(0.0)),
            "no rating, no doubt"
        );
    }
}
