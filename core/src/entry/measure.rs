//! Lengths, angles and the like as typed: a number with its unit, and how it is said back.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::entry::token::{Form, Number, Token, TokenKind};
use crate::entry::words::{Says, says};
use crate::quantity::{Angle, Length, Temperature};
use crate::reference::{Table, table};

/// The two systems people type and read in.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum System {
    /// Inches.
    Inch,
    /// Millimetres.
    Metric,
}

/// A length as typed: inches or millimetres.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct TypedLength {
    /// In inches or in millimetres.
    pub amount: f64,
    /// Which of them.
    pub system: System,
}

impl TypedLength {
    /// The length itself.
    #[must_use]
    pub fn length(&self) -> Length {
        match self.system {
            System::Inch => Length::from_in(self.amount),
            System::Metric => Length::from_mm(self.amount),
        }
    }

    /// As a shop writes it: `1-1/4 in`, `32 mm`; exact, so that it reads the same again.
    #[must_use]
    pub fn echo(&self) -> String {
        match self.system {
            System::Inch => format!("{} in", inch_fraction(self.amount)),
            System::Metric => format!("{} mm", self.amount),
        }
    }
}

/// Inches with the fraction of a rule down to 64ths where they are one, else in decimals.
#[must_use]
pub fn inch_fraction(inches: f64) -> String {
    let parts = inches * 64.0;
    if parts.fract().abs() > 1e-9 || !(0.0..1e9).contains(&parts) {
        return format!("{inches}");
    }
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "checked above")]
    let parts = parts as u64;
    let (whole, mut over, mut under) = (parts / 64, parts % 64, 64);
    while over > 0 && over.is_multiple_of(2) {
        (over, under) = (over / 2, under / 2);
    }
    match (whole, over) {
        (_, 0) => format!("{whole}"),
        (0, _) => format!("{over}/{under}"),
        _ => format!("{whole}-{over}/{under}"),
    }
}

/// What a number with its unit measures.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Measured {
    /// A length; true when a bare fraction was taken as inches.
    Length(TypedLength, bool),
    /// A sheet gauge: its number and the thickness it stands for.
    Gauge(u32, TypedLength),
    /// An angle.
    Angle(Angle),
    /// A temperature.
    Temperature(Temperature),
    /// A percentage, as a part of the whole.
    Percent(f64),
    /// A number without a unit.
    Bare(Number),
    /// A gauge number that is not in the table.
    UnknownGauge,
    /// Written so that it cannot be read.
    Unclear,
}

/// Whether a word is a unit, and of what.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Unit {
    Inch,
    Foot,
    Millimetre,
    Centimetre,
    Metre,
    Gauge,
    Degree,
    Celsius,
    Fahrenheit,
    Percent,
}

fn unit(word: &str) -> Option<Unit> {
    Some(match word {
        "in" | "inch" | "inches" | "\"" | "″" | "”" => Unit::Inch,
        "ft" | "foot" | "feet" | "'" | "′" | "’" => Unit::Foot,
        "mm" => Unit::Millimetre,
        "cm" => Unit::Centimetre,
        "m" | "metre" | "metres" | "meter" | "meters" => Unit::Metre,
        "ga" | "gauge" => Unit::Gauge,
        "°" | "deg" | "degree" | "degrees" => Unit::Degree,
        "c" | "°c" | "degc" | "celsius" => Unit::Celsius,
        "f" | "°f" | "degf" | "fahrenheit" => Unit::Fahrenheit,
        "%" | "percent" => Unit::Percent,
        _ => return None,
    })
}

fn word(token: Option<&Token>) -> Option<&str> {
    match token.map(|token| &token.kind) {
        Some(TokenKind::Word(word)) => Some(word),
        _ => None,
    }
}

fn number(token: Option<&Token>) -> Option<Number> {
    match token.map(|token| &token.kind) {
        Some(TokenKind::Number(number)) => Some(*number),
        _ => None,
    }
}

/// The measure that begins at `tokens[0]`, and how many tokens it takes; `None` when there is
/// no number.
#[must_use]
pub fn measure(tokens: &[Token]) -> Option<(Measured, usize)> {
    let found = number(tokens.first())?;
    if found.form == Form::Unclear || !found.value.is_finite() {
        let taken = if word(tokens.get(1)).and_then(unit).is_some() { 2 } else { 1 };
        return Some((Measured::Unclear, taken));
    }
    let Some(unit) = word(tokens.get(1)).and_then(unit) else {
        return Some(match found.form {
            Form::Fraction => (Measured::Length(inches(found.value), true), 1),
            Form::Whole | Form::Decimal | Form::Unclear => (Measured::Bare(found), 1),
        });
    };
    if unit == Unit::Foot {
        return Some(feet(found.value, &tokens[2..]));
    }
    Some((with_unit(found.value, unit), 2))
}

fn inches(amount: f64) -> TypedLength {
    TypedLength { amount, system: System::Inch }
}

fn millimetres(amount: f64) -> TypedLength {
    // 5.08 cm is 50.8 mm and not a binary hair beside it
    TypedLength { amount: (amount * 1e9).round() / 1e9, system: System::Metric }
}

/// Feet, with the inches that follow: `5 ft 3-1/2 in` is one value. A bare fraction that the next word names the plate's is none of
/// them: `8 ft 1/2 plate` is two.
fn feet(feet: f64, rest: &[Token]) -> (Measured, usize) {
    let whole = feet * 12.0;
    let plate = |taken: usize| word(rest.get(taken)).and_then(says) == Some(Says::Thickness);
    if let Some((Measured::Length(part, bare), taken)) = measure(rest)
        && !(bare && plate(taken))
        && part.system == System::Inch
        && (0.0..12.0).contains(&part.amount)
        && word(rest.get(1)).and_then(unit) != Some(Unit::Foot)
    {
        return (Measured::Length(inches(whole + part.amount), false), 2 + taken);
    }
    (Measured::Length(inches(whole), false), 2)
}

fn with_unit(value: f64, unit: Unit) -> Measured {
    match unit {
        Unit::Inch => Measured::Length(inches(value), false),
        Unit::Foot => Measured::Length(inches(value * 12.0), false),
        Unit::Millimetre => Measured::Length(millimetres(value), false),
        Unit::Centimetre => Measured::Length(millimetres(value * 10.0), false),
        Unit::Metre => Measured::Length(millimetres(value * 1e3), false),
        Unit::Gauge => gauge(value),
        Unit::Degree => Measured::Angle(Angle::from_deg(value)),
        Unit::Celsius => Measured::Temperature(Temperature::from_c(value)),
        Unit::Fahrenheit => Measured::Temperature(Temperature::from_c((value - 32.0) / 1.8)),
        Unit::Percent => Measured::Percent(value / 100.0),
    }
}

#[derive(Deserialize)]
struct GaugeRow {
    gauge: u32,
    thickness_in: f64,
}

static GAUGES: Table<Vec<GaugeRow>> = LazyLock::new(|| table!("sheet-gauges.csv"));

fn gauge(value: f64) -> Measured {
    let rows = GAUGES.as_deref().unwrap_or_default().iter();
    let mut found = rows.filter(|row| (f64::from(row.gauge) - value).abs() < 1e-9);
    match found.next() {
        Some(row) => Measured::Gauge(row.gauge, inches(row.thickness_in)),
        None => Measured::UnknownGauge,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::entry::token::tokens;

    fn length(text: &str) -> Option<TypedLength> {
        match measure(&tokens(text)) {
            Some((Measured::Length(length, _) | Measured::Gauge(_, length), taken))
                if taken == tokens(text).len() =>
            {
                Some(length)
            }
            _ => None,
        }
    }

    #[test]
    fn lengths_are_read_in_the_units_of_the_trade() {
        for (text, echo) in [
            ("3/4", "3/4 in"),
            ("1-1/4\"", "1-1/4 in"),
            ("5 ft 3-1/2 in", "63-1/2 in"),
            ("5' 3-1/2\"", "63-1/2 in"),
            ("32 mm", "32 mm"),
            ("5.08cm", "50.8 mm"),
            ("1.2 m", "1200 mm"),
            ("10 ga", "0.1345 in"), // Manufacturers' Standard Gauge (from memory)
        ] {
            assert_eq!(length(text).map(|l| l.echo()), Some(echo.to_owned()), "{text}");
        }
    }

    #[test]
    fn a_bare_number_and_a_comma_are_not_taken_for_a_length() {
        assert_eq!(length("36"), None);
        assert_eq!(length("1,25 mm"), None);
        assert_eq!(length("3/0 in"), None);
    }
}
