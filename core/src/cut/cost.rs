//! What does the cut cost? Gas, the torch hand's time, wear of the tip, cleaning the edge.

use crate::cut::consumption::{Amounts, INPUTS, Times};
use crate::cut::prices::Prices;
use crate::source::{COMPUTED, OURS, SHOP, SourceKey};
use crate::trace::{Kind, Measure, Quantity, Trace, Tracer, with_hose};

/// What one cut takes.
#[derive(Clone, Copy, Debug)]
pub struct Spent<'a> {
    /// Its time by parts.
    pub times: &'a Times,
    /// How often it is started.
    pub starts: u32,
    /// Its gas.
    pub gas: &'a Amounts,
}

/// Cost of one cut by its parts.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Cost {
    /// Cutting and flame oxygen.
    pub oxygen: f64,
    /// Fuel.
    pub fuel: f64,
    /// Time at the torch.
    pub labour: f64,
    /// The tip's share.
    pub tip_wear: f64,
    /// Time at the grinder.
    pub clean_up: f64,
}

impl Cost {
    /// What one cut costs by what it takes.
    #[must_use]
    pub fn of(prices: &Prices, spent: Spent<'_>) -> Self {
        let Spent { times, starts, gas } = spent;
        let clean_up = times.clean_up.as_s();
        let at_torch = times.total().as_s() - clean_up;
        Self {
            oxygen: gas.oxygen.as_m3() * prices.oxygen_m3,
            fuel: gas.fuel.as_m3() * prices.fuel_m3,
            labour: at_torch / HOUR * prices.labour_h,
            tip_wear: f64::from(starts) * prices.tip / prices.tip_life_starts,
            clean_up: clean_up / HOUR * prices.labour_h,
        }
    }

    /// Their sum.
    #[must_use]
    pub fn total(&self) -> f64 {
        self.oxygen + self.fuel + self.labour + self.tip_wear + self.clean_up
    }

    /// That of several cuts, part by part; `None` where one of them has none.
    #[must_use]
    pub fn sum(mut all: impl Iterator<Item = Option<Self>>) -> Option<Self> {
        let zero = Self { oxygen: 0.0, fuel: 0.0, labour: 0.0, tip_wear: 0.0, clean_up: 0.0 };
        all.try_fold(zero, |sum, it| {
            it.map(|it| Self {
                oxygen: sum.oxygen + it.oxygen,
                fuel: sum.fuel + it.fuel,
                labour: sum.labour + it.labour,
                tip_wear: sum.tip_wear + it.tip_wear,
                clean_up: sum.clean_up + it.clean_up,
            })
        })
    }
}

const HOUR: f64 = 3_600.0; // s

/// Cost of one cut.
///
/// ```text
/// cost = oxygen·price + fuel·price + (time + clean-up)·wage + starts·tip/life
/// ```
#[must_use]
pub fn cost(prices: &Prices, spent: Spent<'_>, one_pressure: bool) -> (Cost, Trace) {
    let Spent { times, starts, gas } = spent;
    let cost = Cost::of(prices, spent);
    let clean_up = times.clean_up.as_s();
    let at_torch = times.total().as_s() - clean_up;
    let source: SourceKey = if prices.estimated { OURS } else { SHOP };
    let price = |amount: f64| ("price", Measure::Number(Kind::Money, amount));
    let volume = |m3: f64| ("volume", Measure::Number(Kind::GasVolume, m3));
    let time = |s: f64| ("time", Measure::Number(Kind::Duration, s));
    let money = |amount: f64| Measure::Number(Kind::Money, amount);
    let mut trace = Tracer::new(Quantity::Cost, with_hose(INPUTS, one_pressure));
    let oxygen = vec![volume(gas.oxygen.as_m3()), price(prices.oxygen_m3)];
    let fuel = vec![volume(gas.fuel.as_m3()), price(prices.fuel_m3)];
    let labour = vec![time(at_torch), price(prices.labour_h)];
    let count = |n: f64| Measure::Number(Kind::Count, n);
    let wear = vec![
        price(prices.tip),
        ("count", count(f64::from(starts))),
        ("life", count(prices.tip_life_starts)),
    ];
    trace
        .step("cost_oxygen", money(cost.oxygen), source, oxygen)
        .step("cost_fuel", money(cost.fuel), source, fuel)
        .step("cost_labour", money(cost.labour), source, labour)
        .step("cost_tip", money(cost.tip_wear), source, wear);
    if clean_up > 0.0 {
        let values = vec![time(clean_up), price(prices.labour_h)];
        trace.step("cost_clean_up", money(cost.clean_up), source, values);
    }
    trace.number("result_cost", Kind::Money, cost.total(), COMPUTED);
    (cost, trace.done())
}
