//! What does a column of a chart hold, and in which unit? Read from its heading, or said.

use crate::entry::table::heading;
use crate::quantity::{GaugePressure, Length};

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

impl Role {
    pub(crate) const fn units(self) -> &'static [(&'static str, Unit)] {
        match self {
            Self::Thickness | Self::Bore => LENGTHS,
            Self::Oxygen | Self::OxygenLow | Self::OxygenHigh => PRESSURES,
            Self::FuelPressure | Self::FuelLow | Self::FuelHigh => PRESSURES,
            Self::Speed | Self::SpeedLow | Self::SpeedHigh => SPEEDS,
            Self::Mark | Self::Fuel | Self::Ignored => &[],
        }
    }
}

/// What a unit of a column is in SI.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Unit(pub(crate) f64);

/// A column as it was matched.
#[derive(Clone, Debug, PartialEq)]
pub struct Column {
    /// Its heading in the file.
    pub heading: String,
    /// What it holds.
    pub role: Role,
    /// Its unit; `None` where none is needed or none is known.
    pub unit: Option<String>,
}

/// What a person says of a column against its heading.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Said {
    /// What it holds.
    pub role: Option<Role>,
    /// Its unit.
    pub unit: Option<String>,
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

/// A unit that a heading names as a last word: `oxygen pressure kpa`, `thickness mm`.
fn unit_in_words(name: &str, role: Role) -> Option<String> {
    let known = |word: &str| role.units().iter().any(|(unit, _)| *unit == word);
    name.split(' ').rev().find(|word| known(word)).map(str::to_owned)
}

/// The usual spelling of a unit: `ipm` is `in/min`.
fn usual(unit: &str, role: Role) -> String {
    let units = role.units();
    let same = units.iter().find(|(known, _)| *known == unit).map(|(_, si)| *si);
    let first = units.iter().find(|(_, si)| Some(*si) == same);
    first.map_or_else(|| unit.to_owned(), |(usual, _)| (*usual).to_owned())
}

/// A column by its heading, or by what is said of it.
pub(crate) fn column(cell: &str, said: Option<&Said>) -> Column {
    let (name, bracket) = heading(cell);
    let role = said.and_then(|said| said.role).unwrap_or_else(|| role_of(&name));
    let known = |unit: &String| role.units().iter().any(|(known, _)| known == unit);
    let unit = said
        .and_then(|said| said.unit.clone())
        .or(bracket)
        .filter(known)
        .or_else(|| unit_in_words(&name, role))
        .map(|unit| usual(&unit, role));
    Column { heading: cell.to_owned(), role, unit }
}

const IN: f64 = Length::from_in(1.0).as_m();

const PSI: f64 = GaugePressure::from_psi(1.0).as_pa();

const LENGTHS: &[(&str, Unit)] =
    &[("mm", Unit(1e-3)), ("in", Unit(IN)), ("inch", Unit(IN)), ("inches", Unit(IN))];

const PRESSURES: &[(&str, Unit)] = &[
    ("psi", Unit(PSI)),
    ("psig", Unit(PSI)),
    ("kpa", Unit(1e3)),
    ("bar", Unit(1e5)),
    ("mpa", Unit(1e6)),
];

const SPEEDS: &[(&str, Unit)] = &[
    ("in/min", Unit(IN / 60.0)),
    ("ipm", Unit(IN / 60.0)),
    ("mm/min", Unit(1e-3 / 60.0)),
    ("cm/min", Unit(1e-2 / 60.0)),
    ("m/min", Unit(1.0 / 60.0)),
];
