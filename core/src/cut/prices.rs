//! What things cost a shop, in its own money.

use crate::gas::fuel::Fuel;
use crate::range::Range;

/// A price of the shop, in its own money.
pub const PRICE: Range = Range::new("prices", "1", 0.0, 1e6);

/// Starts that a tip lasts.
pub const TIP_LIFE: Range = Range::new("prices.tip_life_starts", "1", 1.0, 1e6);

/// What things cost this shop, in its own money.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Prices {
    /// A cubic metre of oxygen.
    pub oxygen_m3: f64,
    /// A cubic metre of the fuel.
    pub fuel_m3: f64,
    /// An hour of the torch hand.
    pub labour_h: f64,
    /// A tip.
    pub tip: f64,
    /// Starts that it lasts.
    pub tip_life_starts: f64,
    /// True while the shop has put in none of its own.
    pub estimated: bool,
}

impl Prices {
    /// What stands until a shop puts in its own: an estimate from memory, in dollars. Source: `ours`.
    #[must_use]
    pub const fn estimate(fuel: Fuel) -> Self {
        Self {
            oxygen_m3: 6.0,
            fuel_m3: match fuel {
                Fuel::Acetylene => 40.0,
                Fuel::Propane => 9.0,
                Fuel::Propylene => 18.0,
                Fuel::NaturalGas => 1.0,
            },
            labour_h: 60.0,
            tip: 25.0,
            tip_life_starts: 500.0,
            estimated: true,
        }
    }
}
