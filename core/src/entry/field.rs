//! A single typed field: `1 1/4`, `1.25`, `32 mm`, `200 degF`. The unit shown beside the
//! field applies to a bare number.

use crate::entry::LONGEST;
use crate::entry::measure::{Measured, System, TypedLength, measure};
use crate::entry::resolve_lengths::mixes_systems;
use crate::entry::token::{Form, Token, TokenKind, tokens};
use crate::quantity::{Angle, GaugePressure, Temperature};

/// What a field holds.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum FieldKind {
    /// A length.
    Length,
    /// A temperature.
    Temperature,
    /// An angle.
    Angle,
    /// A part of the whole.
    Percent,
    /// A pressure with its unit: psi, bar, kPa.
    Pressure,
    /// A whole number or a factor.
    Number,
}

/// A field, read.
#[derive(Clone, Debug, PartialEq)]
pub enum Typed {
    /// A length, and whether a bare fraction was taken as inches against the unit shown.
    Length(TypedLength, bool),
    /// A temperature.
    Temperature(Temperature),
    /// An angle.
    Angle(Angle),
    /// A part of the whole.
    Percent(f64),
    /// A gauge pressure.
    Pressure(GaugePressure),
    /// A number.
    Number(f64),
}

/// Reads one field. Ranges are checked by the plan that uses the value.
///
/// # Errors
/// The code of what is wrong: `field_empty`, `text_too_long`, `two_systems`, `unclear_number`,
/// `wrong_unit`, `not_understood`.
pub fn read(text: &str, kind: FieldKind, shown: System) -> Result<Typed, &'static str> {
    if text.chars().count() > LONGEST {
        return Err("text_too_long");
    }
    let tokens = tokens(text);
    if tokens.is_empty() {
        return Err("field_empty");
    }
    if kind == FieldKind::Pressure {
        return pressure(&tokens).map(Typed::Pressure);
    }
    let (measured, taken) = measure(&tokens).ok_or("not_understood")?;
    if taken < tokens.len() {
        return Err(left_over(&measured, &tokens[taken..]));
    }
    convert(measured, kind, shown)
}

/// A number and what a gauge is printed in. Without a unit it is not read: gauges differ.
fn pressure(tokens: &[Token]) -> Result<GaugePressure, &'static str> {
    let [number, unit] = tokens else { return Err("not_understood") };
    let (TokenKind::Number(number), TokenKind::Word(unit)) = (&number.kind, &unit.kind) else {
        return Err("not_understood");
    };
    if number.form == Form::Unclear {
        return Err("unclear_number");
    }
    match unit.as_str() {
        "psi" | "psig" => Ok(GaugePressure::from_psi(number.value)),
        "bar" | "barg" => Ok(GaugePressure::from_pa(number.value * 1e5)),
        "kpa" => Ok(GaugePressure::from_pa(number.value * 1e3)),
        _ => Err("wrong_unit"),
    }
}

fn left_over(first: &Measured, rest: &[Token]) -> &'static str {
    match (first, measure(rest)) {
        (Measured::Length(one, _), Some((Measured::Length(two, _), _)))
            if mixes_systems(&[*one, two]) =>
        {
            "two_systems"
        }
        _ => "not_understood",
    }
}

fn convert(measured: Measured, kind: FieldKind, shown: System) -> Result<Typed, &'static str> {
    match (kind, measured) {
        (_, Measured::Unclear) => Err("unclear_number"),
        (_, Measured::UnknownGauge) => Err("unknown_gauge"),
        (FieldKind::Length, Measured::Length(length, bare)) => {
            Ok(Typed::Length(length, bare && shown == System::Metric))
        }
        (FieldKind::Length, Measured::Gauge(_, length)) => Ok(Typed::Length(length, false)),
        (FieldKind::Length, Measured::Bare(number)) => {
            Ok(Typed::Length(TypedLength { amount: number.value, system: shown }, false))
        }
        (FieldKind::Temperature, Measured::Temperature(t)) => Ok(Typed::Temperature(t)),
        (FieldKind::Temperature, Measured::Bare(number)) => Ok(Typed::Temperature(match shown {
            System::Metric => Temperature::from_c(number.value),
            System::Inch => Temperature::from_c((number.value - 32.0) / 1.8),
        })),
        (FieldKind::Angle, Measured::Angle(angle)) => Ok(Typed::Angle(angle)),
        (FieldKind::Angle, Measured::Bare(number)) => {
            Ok(Typed::Angle(Angle::from_deg(number.value)))
        }
        (FieldKind::Percent, Measured::Percent(part)) => Ok(Typed::Percent(part)),
        (FieldKind::Percent, Measured::Bare(number)) => Ok(Typed::Percent(number.value / 100.0)),
        (FieldKind::Number, Measured::Bare(number)) => Ok(Typed::Number(number.value)),
        _ => Err("wrong_unit"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn mm(text: &str, shown: System) -> Result<f64, &'static str> {
        match read(text, FieldKind::Length, shown)? {
            Typed::Length(length, _) => Ok((length.length().as_mm() * 1e6).round() / 1e6),
            _ => Err("not a length"),
        }
    }

    /// A gauge is read in what is printed on it, whatever the reader's units: 1 psi is 6.894757 kPa (NIST SP 811).
    #[test]
    fn a_pressure_is_read_in_any_gauges_unit_and_not_without_one() {
        let kpa = |text: &str| match read(text, FieldKind::Pressure, System::Inch)? {
            Typed::Pressure(p) => Ok((p.as_pa() / 1e3 * 1e3).round() / 1e3),
            _ => Err("no pressure"),
        };
        assert_eq!(kpa("40 psi"), Ok(275.79));
        assert_eq!(kpa("2.5 bar"), Ok(250.0));
        assert_eq!(kpa("280 kPa"), Ok(280.0));
        assert_eq!(kpa("40"), Err("not_understood"));
        assert_eq!(kpa("2,5 bar"), Err("unclear_number"));
        assert_eq!(kpa("3 mm"), Err("wrong_unit"));
    }

    #[test]
    fn the_shown_unit_applies_to_a_bare_number() {
        assert_eq!(mm("1.25", System::Inch), Ok(31.75));
        assert_eq!(mm("32", System::Metric), Ok(32.0));
        assert_eq!(mm("1 1/4", System::Metric), Ok(31.75));
        assert_eq!(mm("32 mm", System::Inch), Ok(32.0));
    }

    #[test]
    fn what_cannot_be_read_says_why() {
        for (text, code) in [
            ("", "field_empty"),
            ("3/4 in 19 mm", "two_systems"),
            ("1,25", "unclear_number"),
            ("30 deg", "wrong_unit"),
            ("thick", "not_understood"),
        ] {
            assert_eq!(read(text, FieldKind::Length, System::Inch).err(), Some(code), "{text}");
        }
        assert_eq!(mm("5 ft 3-1/2 in", System::Metric), Ok(1612.9));
    }
}
