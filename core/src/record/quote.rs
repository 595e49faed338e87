//! What is a list of cuts worth, and how far may that be off?
//!
//! Each cut's money has parts that follow the pace (labour, oxygen and fuel while it cuts), that follow the heating, and the
//! rest. A shop that is slow is slow in every line: what follows the pace adds straight, all else by the root of its squares.
//! A machine's hour counts while its cuts burn; the plate in the pieces is paid for with what is cut off around them, over the
//! share of it that they use. Left out: that prices move.

use crate::band::Band;
use crate::cut::prices::{PRICE, Prices};
use crate::cut::{Cost, Process, Settings};
use crate::quantity::{Duration, Mass};
use crate::range::Range;

/// Percent on top.
pub const ON_TOP: Range = Range::new("quote.percent", "1", 0.0, 10.0);
/// Setting up, once.
pub const SET_UP: Range = Range::new("quote.set_up", "s", 0.0, 3.6e6);
/// Pieces of a line.
pub const COUNT: Range = Range::new("quote.count", "1", 1.0, 100_000.0);
/// A price a shop has.
pub const OF_SHOP: Range = PRICE;
/// The part of the plates that the pieces use. Source: `ours`: a ring wastes as much.
pub const USED: Range = Range::new("quote.used", "1", 0.05, 1.0);

/// What a cut's money hangs on.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Rates {
    /// Of gas, hand and tip.
    pub prices: Prices,
    /// An hour of the machine; of a cut by hand it costs nothing.
    pub machine_h: f64,
}

impl Rates {
    /// Of a cut that is moved so.
    #[must_use]
    pub fn of(prices: Prices, machine_h: f64, process: Process) -> Self {
        Self { prices, machine_h: if process == Process::Machine { machine_h } else { 0.0 } }
    }
}

/// What the steel in some pieces is worth: by its mass, and what was typed for pieces that nobody can weigh.
///
/// ```
/// use galvanon_core::quantity::Mass;
/// use galvanon_core::record::quote::steel;
/// assert_eq!(steel(Mass::from_kg(250.0), 1.5, 40.0), 415.0);
/// ```
#[must_use]
pub fn steel(mass: Mass, price_kg: f64, typed: f64) -> f64 {
    mass.as_kg() * price_kg + typed
}

/// The plates that pieces of such a worth are paid for with.
///
/// ```
/// use galvanon_core::record::quote::plates;
/// assert_eq!(plates(120.0, 0.75), 160.0);
/// ```
#[must_use]
pub fn plates(pieces: f64, used: f64) -> f64 {
    pieces / used
}

/// Handling and cleaning may take so much less or more, a part of it. Source: `ours`.
const BY_HAND: f64 = 0.25;
const HOUR: f64 = 3_600.0; // s

/// What a line is worth, by what moves it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Worth {
    /// Labour, machine and gas while it cuts.
    pub pace: Band<f64>,
    /// Labour, machine and gas while it heats.
    pub heat: Band<f64>,
    /// Handling and cleaning.
    pub by_hand: Band<f64>,
    /// Wear of tips.
    pub tips: f64,
}

/// What a cut is worth, so many times.
#[must_use]
pub fn worth(settings: &Settings, rates: &Rates, count: u32) -> Worth {
    let (times, prices) = (f64::from(count), &rates.prices);
    let wage = |time: Duration| time.as_s() / HOUR * prices.labour_h;
    let burning = |time: Duration| wage(time) + time.as_s() / HOUR * rates.machine_h;
    let heating = settings.time.preheat;
    let flames =
        settings.preheat_oxygen_flow.over(heating).as_m3().min(settings.gas.oxygen.as_m3());
    let fuel = settings.fuel_flow.over(heating).as_m3().min(settings.gas.fuel.as_m3());
    let heat = burning(heating) + flames * prices.oxygen_m3 + fuel * prices.fuel_m3;
    let pace = burning(settings.time.cutting)
        + (settings.gas.oxygen.as_m3() - flames) * prices.oxygen_m3
        + (settings.gas.fuel.as_m3() - fuel) * prices.fuel_m3;
    let by_hand = wage(settings.time.handling) + wage(settings.time.clean_up);
    let (speed, start) = (settings.travel_speed, settings.start_preheat);
    // faster costs less
    let slower = |at: f64| speed.set.as_m_s() / at;
    let hotter = |at: f64| at / start.set.as_s();
    let part =
        |set: f64, low: f64, high: f64| Band { low: set * low, set, high: set * high }.times(times);
    Worth {
        pace: part(pace, slower(speed.high.as_m_s()), slower(speed.low.as_m_s())),
        heat: part(heat, hotter(start.low.as_s()), hotter(start.high.as_s())),
        by_hand: part(by_hand, 1.0 - BY_HAND, 1.0 + BY_HAND),
        tips: f64::from(settings.starts.count) * prices.tip / prices.tip_life_starts * times,
    }
}

/// Where the money of a line goes, all pieces.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Parts {
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

impl Parts {
    /// All of it: what [`worth`] comes to.
    #[must_use]
    pub fn sum(&self) -> f64 {
        let hand = self.burning + self.handling + self.cleaning;
        self.oxygen + self.fuel + hand + self.tips + self.machine
    }
}

/// Where the money of a cut goes, so many times.
#[must_use]
pub fn parts(settings: &Settings, rates: &Rates, count: u32) -> Parts {
    let (times, prices) = (f64::from(count), &rates.prices);
    let burns = settings.time.preheat.as_s() + settings.time.cutting.as_s();
    let cost = Cost::of(prices, settings.spent());
    let handling = settings.time.handling.as_s() / HOUR * prices.labour_h;
    Parts {
        oxygen: cost.oxygen * times,
        fuel: cost.fuel * times,
        burning: (cost.labour - handling) * times,
        handling: handling * times,
        cleaning: cost.clean_up * times,
        tips: cost.tip_wear * times,
        machine: burns / HOUR * rates.machine_h * times,
    }
}

/// Several worths as one band: what follows the pace straight, the rest by the root of its squares.
#[must_use]
pub fn together(all: &[Worth]) -> Band<f64> {
    let sum = |of: fn(&Worth) -> f64| all.iter().map(of).sum::<f64>();
    let set = sum(|it| it.pace.set + it.heat.set + it.by_hand.set + it.tips);
    let rest =
        |of: fn(&Worth) -> [f64; 2]| all.iter().flat_map(of).map(|off| off * off).sum::<f64>();
    let down = sum(|it| it.pace.set - it.pace.low);
    let up = sum(|it| it.pace.high - it.pace.set);
    let low = rest(|it| [it.heat.set - it.heat.low, it.by_hand.set - it.by_hand.low]);
    let high = rest(|it| [it.heat.high - it.heat.set, it.by_hand.high - it.by_hand.set]);
    Band { low: set - (down * down + low).sqrt(), set, high: set + (up * up + high).sqrt() }
}

/// What goes on top of the lines.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct OnTop {
    /// Setting up, once, in money.
    pub set_up: f64,
    /// The plates, once.
    pub plates: f64,
    /// Freight, once.
    pub freight: f64,
    /// A part of the sum.
    pub overhead: f64,
    /// A part of the sum with its overhead.
    pub margin: f64,
}

/// A quote of lines whose money is rounded already, with the band of all of them together.
///
/// ```text
/// total = (Σ lines + set-up + plates + freight) · (1 + overhead) · (1 + margin)
/// ```
#[must_use]
pub fn total(lines: f64, all: &[Worth], on_top: &OnTop) -> Band<f64> {
    let band = together(all);
    let by = (1.0 + on_top.overhead) * (1.0 + on_top.margin);
    let sum = lines + on_top.set_up + on_top.plates + on_top.freight;
    let (down, up) = (band.set - band.low, band.high - band.set);
    Band { low: sum - down, set: sum, high: sum + up }.times(by)
}
