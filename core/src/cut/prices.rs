//! What things cost a shop, in its own money.

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
