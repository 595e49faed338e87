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

/// To a part of one; never a negative nothing.
fn to(parts: f64, value: f64) -> f64 {
    (value * parts).round() / parts + 0.0
}

/// Nine decimals: what a conversion leaves behind them is noise in every unit of the contract.
pub fn tidy(value: f64) -> f64 {
    to(1e9, value)
}

/// An SI value in the contract's unit, rounded.
pub fn wire(kind: Kind, si: f64) -> f64 {
    tidy(in_contract_unit(kind, si))
}

/// A gas volume in litres, to the millilitre.
#[must_use]
pub fn litres(volume: GasVolume) -> f64 {
    thousandths(volume.as_m3() * 1e3)
}

/// A gas flow in litres a minute, to the millilitre.
#[must_use]
pub fn litres_a_minute(flow: GasFlow) -> f64 {
    thousandths(flow.as_m3_s() * 60e3)
}

/// Three decimals, for what is drawn or estimated.
#[must_use]
pub fn thousandths(value: f64) -> f64 {
    to(1e3, value)
}

/// Money, to the hundredth.
#[must_use]
pub fn hundredths(value: f64) -> f64 {
    to(100.0, value)
}

/// Six decimals, for what is measured on a drawing.
pub fn fine(value: f64) -> f64 {
    to(1e6, value)
}

/// A length on a drawing, mm.
pub fn mm(length: Length) -> f64 {
    fine(length.as_mm())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn nothing_is_never_negative() {
        let sum: f64 = std::iter::empty::<f64>().sum();
        for rounded in [tidy(sum), tidy(-1e-12), thousandths(-1e-5), hundredths(-0.001), fine(-0.0)]
        {
            assert!(rounded == 0.0 && rounded.is_sign_positive(), "{rounded}");
        }
        assert!(litres(GasVolume::from_m3(-1e-9)).is_sign_positive());
        assert!(litres_a_minute(GasFlow::from_m3_s(-1e-10)).is_sign_positive());
    }

    #[test]
    fn each_is_rounded_to_its_place() {
        assert_eq!(tidy(0.1 + 0.2), 0.3);
        assert_eq!((thousandths(1.23456), hundredths(1.23456)), (1.235, 1.23));
        assert_eq!(litres(GasVolume::from_m3(0.0012345678)), 1.235);
        assert_eq!(litres_a_minute(GasFlow::from_m3_s(0.001)), 60.0);
    }
}
