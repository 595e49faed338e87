//! The units of the contract: which one a kind of quantity has, and the only rounding.

use galvanon_core::quantity::{GasFlow, GasVolume, Length};
use galvanon_core::trace::Kind;

/// The contract's unit of a kind and how many of it an SI unit is, with the digits to print.
#[must_use]
pub const fn unit(kind: Kind) -> (&'static str, f64, usize) {
    match kind {
        Kind::Length => ("mm", 1e3, 1),
        Kind::Bore => ("mm", 1e3, 2),
        Kind::Gap => ("mm", 1e3, 1),
        Kind::Pressure => ("kPa", 1e-3, 0),
        Kind::GasFlow => ("l/min", 60e3, 1),
        Kind::GasVolume => ("l", 1e3, 1),
        Kind::Mass => ("kg", 1.0, 0),
        Kind::Duration => ("s", 1.0, 1),
        Kind::Speed => ("mm/min", 60e3, 0),
        Kind::Temperature => ("°C", 1.0, 0),
        Kind::Angle => ("°", 180.0 / std::f64::consts::PI, 1),
        Kind::Ratio => ("", 1.0, 2),
        Kind::Percent => ("%", 100.0, 2),
        Kind::Count => ("", 1.0, 0),
        Kind::Money => ("", 1.0, 2),
    }
}

/// An SI value in the contract's unit.
#[must_use]
pub fn in_contract_unit(kind: Kind, si: f64) -> f64 {
    match kind {
        Kind::Temperature => galvanon_core::quantity::Temperature::from_k(si).as_c(),
        _ => si * unit(kind).1,
    }
}

/// The code of a kind of quantity.
pub const fn kind_code(kind: Kind) -> &'static str {
    match kind {
        Kind::Length => "length",
        Kind::Bore => "bore",
        Kind::Gap => "gap",
        Kind::Pressure => "pressure",
        Kind::GasFlow => "gas_flow",
        Kind::GasVolume => "gas_volume",
        Kind::Mass => "mass",
        Kind::Duration => "duration",
        Kind::Speed => "speed",
        Kind::Temperature => "temperature",
        Kind::Angle => "angle",
        Kind::Ratio => "ratio",
        Kind::Percent => "percent",
        Kind::Count => "count",
        Kind::Money => "money",
    }
}

/// Nine decimals: what a conversion leaves behind them is noise in every unit of the contract.
pub fn tidy(value: f64) -> f64 {
    (value * 1e9).round() / 1e9
}

/// An SI value in the contract's unit, rounded.
pub fn wire(kind: Kind, si: f64) -> f64 {
    tidy(in_contract_unit(kind, si))
}

/// A gas volume in litres, to the millilitre; never a negative nothing.
#[must_use]
pub fn litres(volume: GasVolume) -> f64 {
    (volume.as_m3() * 1e6).round() / 1e3 + 0.0
}

/// A gas flow in litres a minute, to the millilitre.
#[must_use]
pub fn litres_a_minute(flow: GasFlow) -> f64 {
    (flow.as_m3_s() * 60e6).round() / 1e3 + 0.0
}

/// Three decimals, for what is drawn or estimated.
#[must_use]
pub fn thousandths(value: f64) -> f64 {
    (value * 1e3).round() / 1e3
}

/// Money, to the hundredth.
#[must_use]
pub fn hundredths(value: f64) -> f64 {
    (value * 100.0).round() / 100.0
}

/// Six decimals, for what is measured on a drawing.
pub fn fine(value: f64) -> f64 {
    (value * 1e6).round() / 1e6
}

/// A length on a drawing, mm.
pub fn mm(length: Length) -> f64 {
    fine(length.as_mm())
}
