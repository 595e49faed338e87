//! What things cost the shop, as a request says it.

use galvanon_core::cut::Prices;
use galvanon_core::cut::prices::{PRICE, TIP_LIFE};
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::{Fields, Given, NumberField};

/// What things cost the shop, in its own money.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PricesWire {
    /// A cubic metre of oxygen.
    #[schema(value_type = f64)]
    pub oxygen_m3: Option<Given>,
    /// A cubic metre of the fuel in use.
    #[schema(value_type = f64)]
    pub fuel_m3: Option<Given>,
    /// An hour of the torch hand.
    #[schema(value_type = f64)]
    pub labour_h: Option<Given>,
    /// A tip.
    #[schema(value_type = f64)]
    pub tip: Option<Given>,
    /// Starts that it lasts.
    #[schema(value_type = f64)]
    pub tip_life_starts: Option<Given>,
    /// True while these are no figures of the shop's own.
    pub estimated: Option<bool>,
}

/// The prices of a request.
pub fn read_prices(fields: &mut Fields, prices: &PricesWire) -> Prices {
    let mut number = |name: &str, given: Option<&Given>, range: &Range| {
        let path = format!("prices.{name}");
        fields.number(&NumberField::new(path, range, Kind::Money), given, None)
    };
    Prices {
        oxygen_m3: number("oxygen_m3", prices.oxygen_m3.as_ref(), &PRICE),
        fuel_m3: number("fuel_m3", prices.fuel_m3.as_ref(), &PRICE),
        labour_h: number("labour_h", prices.labour_h.as_ref(), &PRICE),
        tip: number("tip", prices.tip.as_ref(), &PRICE),
        tip_life_starts: number("tip_life_starts", prices.tip_life_starts.as_ref(), &TIP_LIFE),
        estimated: prices.estimated.unwrap_or(false),
    }
}
