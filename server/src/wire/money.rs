//! Money as it is told: to the cent, with what it may come to and where it goes.

use galvanon_core::band::Band;
use galvanon_core::record::quote::Parts;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Money with what it may come to.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct MoneyBand {
    /// Where all goes well.
    pub low: f64,
    /// As planned.
    pub set: f64,
    /// Where it does not.
    pub high: f64,
}

/// Where the money of a line goes, all pieces.
#[derive(Clone, Copy, Debug, PartialEq, Serialize, ToSchema)]
pub struct MoneyParts {
    /// Oxygen.
    pub oxygen: f64,
    /// Fuel.
    pub fuel: f64,
    /// The hand, while it heats and cuts.
    pub burning: f64,
    /// The hand, while it handles and repositions.
    pub handling: f64,
    /// The hand, at the grinder.
    pub cleaning: f64,
    /// Wear of tips.
    pub tips: f64,
    /// The machine, while it heats and cuts.
    pub machine: f64,
}

impl From<Parts> for MoneyParts {
    fn from(parts: Parts) -> Self {
        let Parts { oxygen, fuel, burning, handling, cleaning, tips, machine } = parts;
        let [oxygen, fuel, burning] = [oxygen, fuel, burning].map(cents);
        let [handling, cleaning, tips] = [handling, cleaning, tips].map(cents);
        Self { oxygen, fuel, burning, handling, cleaning, tips, machine: cents(machine) }
    }
}

/// Money to the cent.
#[must_use]
pub fn cents(money: f64) -> f64 {
    (money * 100.0).round() / 100.0
}

impl From<Band<f64>> for MoneyBand {
    fn from(band: Band<f64>) -> Self {
        Self { low: cents(band.low), set: cents(band.set), high: cents(band.high) }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn money_is_told_to_the_cent_and_a_band_keeps_its_order() {
        assert_eq!((cents(12.344), cents(12.346), cents(0.004)), (12.34, 12.35, 0.0));
        let band = MoneyBand::from(Band { low: 9.999, set: 10.0, high: 10.004 });
        assert_eq!(band, MoneyBand { low: 10.0, set: 10.0, high: 10.0 });
    }
}
