//! What a column of a maker's chart may hold.

use crate::entry::column::{Holds, LENGTHS, PRESSURES, SPEEDS, Unit};

/// What a column holds.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Role {
    /// Plate thickness.
    Thickness,
    /// Cutting-oxygen bore.
    Bore,
    /// The mark stamped on the tip: a label.
    Mark,
    /// The fuel.
    Fuel,
    /// Oxygen pressure, one figure or a band.
    #[strum(serialize = "oxygen_pressure")]
    Oxygen,
    /// Its low end.
    #[strum(serialize = "oxygen_pressure_low")]
    OxygenLow,
    /// Its high end.
    #[strum(serialize = "oxygen_pressure_high")]
    OxygenHigh,
    /// Fuel pressure, one figure or a band.
    FuelPressure,
    /// Its low end.
    #[strum(serialize = "fuel_pressure_low")]
    FuelLow,
    /// Its high end.
    #[strum(serialize = "fuel_pressure_high")]
    FuelHigh,
    /// Travel speed, one figure or a band.
    Speed,
    /// Its low end.
    SpeedLow,
    /// Its high end.
    SpeedHigh,
    /// Not used.
    Ignored,
}

impl Holds for Role {
    fn units(self) -> &'static [(&'static str, Unit)] {
        match self {
            Self::Thickness | Self::Bore => LENGTHS,
            Self::Oxygen | Self::OxygenLow | Self::OxygenHigh => PRESSURES,
            Self::FuelPressure | Self::FuelLow | Self::FuelHigh => PRESSURES,
            Self::Speed | Self::SpeedLow | Self::SpeedHigh => SPEEDS,
            Self::Mark | Self::Fuel | Self::Ignored => &[],
        }
    }

    fn of_heading(name: &str) -> Self {
        role_of(name)
    }
}

fn role_of(name: &str) -> Role {
    let has = |word: &str| name.split(' ').any(|part| part.starts_with(word));
    let (low, high) = (has("low") || has("min"), has("high") || has("max"));
    let end = |both, at_low, at_high| {
        if low {
            at_low
        } else if high {
            at_high
        } else {
            both
        }
    };
    if has("thick") || has("plate") || has("material") || name == "t" {
        Role::Thickness
    } else if has("bore") || has("orifice") {
        Role::Bore
    } else if has("speed") || has("travel") || has("ipm") {
        end(Role::Speed, Role::SpeedLow, Role::SpeedHigh)
    } else if has("oxygen") || has("o2") || has("oxy") {
        if has("flow") || has("consumption") || has("ft3") || has("scfh") || has("preheat") {
            Role::Ignored
        } else {
            end(Role::Oxygen, Role::OxygenLow, Role::OxygenHigh)
        }
    } else if has("acetylene") || has("propane") || has("propylene") || has("fuel") || has("gas") {
        if has("flow") || has("consumption") {
            Role::Ignored
        } else if name == "fuel" || name == "gas" || name == "fuel gas" {
            Role::Fuel
        } else {
            end(Role::FuelPressure, Role::FuelLow, Role::FuelHigh)
        }
    } else if has("tip") || has("mark") || has("size") || has("nozzle") {
        Role::Mark
    } else {
        Role::Ignored
    }
}
