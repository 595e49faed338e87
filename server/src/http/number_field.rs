//! A field that holds a number: its unit is in its name, its range in SI.

use galvanon_core::quantity::Temperature;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;

use crate::error::Limits;
use crate::wire::unit::{in_contract_unit, unit};

/// A field that holds a number: its path, range and kind.
#[derive(Clone, Debug)]
pub struct NumberField<'a> {
    /// Path in the request.
    pub path: String,
    /// What it may be, in SI.
    pub range: &'a Range,
    /// Its kind, which fixes unit and conversion.
    pub kind: Kind,
    /// The unit in its name where that is not its kind's: what it is called, and how many SI it is.
    unit: Option<(&'static str, f64)>,
}

impl<'a> NumberField<'a> {
    /// A number at a path; a length whose name ends in `_m` is in metres.
    #[must_use]
    pub fn new(path: impl Into<String>, range: &'a Range, kind: Kind) -> Self {
        let path = path.into();
        let in_metres = kind == Kind::Length && path.ends_with("_m");
        Self { path, range, kind, unit: in_metres.then_some(("m", 1.0)) }
    }

    /// The same field at another path.
    #[must_use]
    pub fn at(&self, path: String) -> Self {
        Self { path, ..self.clone() }
    }

    /// In a unit of its own: what it is called, and how many SI it is.
    #[must_use]
    pub fn shown_in(self, unit: &'static str, si: f64) -> Self {
        Self { unit: Some((unit, si)), ..self }
    }
}

impl NumberField<'_> {
    /// From the unit in the field's name to SI.
    #[must_use]
    pub fn to_si(&self, value: f64) -> f64 {
        match (self.unit, self.kind) {
            (Some((_, si)), _) => value * si,
            (None, Kind::Temperature) => Temperature::from_c(value).as_k(),
            (None, kind) => value / unit(kind).1,
        }
    }

    /// From SI to the unit in the field's name.
    #[must_use]
    pub fn shown(&self, si: f64) -> f64 {
        self.unit.map_or_else(|| in_contract_unit(self.kind, si), |(_, unit)| si / unit)
    }

    /// What it may be, in that unit.
    #[must_use]
    pub fn limits(&self) -> Limits {
        // no limit is minus nothing
        let show = |si: f64| (self.shown(si) * 1e6).round() / 1e6 + 0.0;
        let unit = match (self.unit, self.kind) {
            (Some((unit, _)), _) => unit,
            // a plain number that carries its own unit: percent by weight
            (None, Kind::Ratio) if self.range.unit != "1" => self.range.unit,
            (None, kind) => unit(kind).0,
        };
        Limits { low: show(self.range.low), high: show(self.range.high), unit: unit.into() }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const LENGTH: Range = Range::new("hose", "m", 0.0, 150.0);

    #[test]
    fn a_name_says_the_unit_and_the_limits_are_told_in_it() {
        let metres = NumberField::new("hose_length_m", &LENGTH, Kind::Length);
        let millimetres = NumberField::new("length_mm", &LENGTH, Kind::Length);
        assert_eq!((metres.to_si(2.5), millimetres.to_si(2.5)), (2.5, 0.0025));
        let told = |field: &NumberField<'_>| (field.limits().high, field.limits().unit);
        assert_eq!(told(&metres), (150.0, "m".to_owned()));
        assert_eq!(told(&millimetres), (150_000.0, "mm".to_owned()));
        assert_eq!(told(&metres.at("steel.length_mm".into())).1, "m", "moved, it stays what it is");
    }

    #[test]
    fn a_unit_of_its_own_goes_both_ways() {
        let hours = NumberField::new("stood_h", &LENGTH, Kind::Duration).shown_in("h", 3_600.0);
        assert_eq!((hours.to_si(2.0), hours.shown(7_200.0)), (7_200.0, 2.0));
    }

    #[test]
    fn a_temperature_is_read_in_celsius_and_no_limit_is_minus_nothing() {
        const HOT: Range = Range::new("plate_temperature", "K", 273.15, 873.15);
        let field = NumberField::new("plate_temperature_c", &HOT, Kind::Temperature);
        assert!((field.to_si(20.0) - 293.15).abs() < 1e-9);
        let limits = field.limits();
        assert_eq!((limits.low.to_string().as_str(), limits.high), ("0", 600.0));
    }
}
