//! What did poor edges cost, by what they came from, and would cleaning the tip more often pay?
//!
//! A burn that came out usable or poor costs what was ground beyond what the same cut takes when it comes out good, in this
//! shop; a lost one, and one whose piece is cut anew, costs the time and gas it took. A good one costs nothing here, however long it was ground. Where a poor burn
//! was not measured, the mean of its like stands for it and is kept apart. Left out: steel that was scrapped, and a customer's
//! patience.

use std::collections::BTreeMap;

use crate::cut::prices::Prices;
use crate::error::Result;
use crate::quantity::{Duration, GasVolume};
use crate::record::compare::{Better, Judged, judge};
use crate::record::done::Outcome;

/// What was ground, and what its plan said.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Grinding {
    /// At the grinder.
    pub done: Duration,
    /// Planned with nothing learned.
    pub planned: Duration,
}

/// A burn as it weighs in money.
#[derive(Clone, Debug, PartialEq)]
pub struct Burnt {
    /// How it came out.
    pub outcome: Outcome,
    /// Whether its piece is cut anew: all of it was for nothing, whatever its edge is like.
    pub again: bool,
    /// Heating and cutting, where it was timed.
    pub burning: Option<Duration>,
    /// Oxygen by gauge or scale; none where it was not read.
    pub oxygen: GasVolume,
    /// Fuel by gauge or scale.
    pub fuel: GasVolume,
    /// At the grinder, where it was timed and has a plan.
    pub grinding: Option<Grinding>,
    /// What it came from, in parts of one; empty where nobody looked.
    pub causes: Vec<(String, f64)>,
    /// Cuts that its tip had made since it was cleaned; `None` where nobody knows.
    pub since_cleaned: Option<u32>,
    /// What the shop pays.
    pub prices: Prices,
}

/// What is lost.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Loss {
    /// Ground beyond the usual.
    pub grinding: Duration,
    /// Burnt for nothing.
    pub burning: Duration,
    /// Oxygen for nothing.
    pub oxygen: GasVolume,
    /// Fuel for nothing.
    pub fuel: GasVolume,
    /// In the shop's money.
    pub money: f64,
}

impl Loss {
    const NONE: Self = Self {
        grinding: Duration::from_s(0.0),
        burning: Duration::from_s(0.0),
        oxygen: GasVolume::from_m3(0.0),
        fuel: GasVolume::from_m3(0.0),
        money: 0.0,
    };

    fn add(&mut self, other: &Self, part: f64) {
        self.grinding = Duration::from_s(self.grinding.as_s() + part * other.grinding.as_s());
        self.burning = Duration::from_s(self.burning.as_s() + part * other.burning.as_s());
        self.oxygen = GasVolume::from_m3(self.oxygen.as_m3() + part * other.oxygen.as_m3());
        self.fuel = GasVolume::from_m3(self.fuel.as_m3() + part * other.fuel.as_m3());
        self.money += part * other.money;
    }
}

/// What a cause cost.
#[derive(Clone, Debug, PartialEq)]
pub struct OfCause {
    /// Its code; `None` where nobody looked.
    pub cause: Option<String>,
    /// Burns, in parts where several causes were likely.
    pub burns: f64,
    /// What was measured of them.
    pub loss: Loss,
}

/// What poor edges cost.
#[derive(Clone, Debug, PartialEq)]
pub struct Bill {
    /// Burns that came out usable, poor, lost; those whose piece is cut anew.
    pub counts: [u32; 4],
    /// Ground over planned when a cut comes out good: what is usual here.
    pub usual: f64,
    /// What was measured.
    pub measured: Loss,
    /// Money of those that were not measured, each taken as the mean of its like.
    pub estimated: f64,
    /// Those that were not measured and have no like.
    pub unknown: u32,
    /// By cause, the dearest first.
    pub causes: Vec<OfCause>,
}

/// Good burns from which on their median is the shop's usual; before it the plan is. Source: `ours`.
const USUAL_FROM: usize = 3;
const HOUR: f64 = 3_600.0; // s

/// Ground over planned, of good burns: their median.
fn usual(burns: &[Burnt]) -> f64 {
    let good = burns.iter().filter(|burn| burn.outcome == Outcome::Good);
    let mut ratios: Vec<f64> = good
        .filter_map(|burn| burn.grinding)
        .map(|it| it.done.as_s() / it.planned.as_s())
        .filter(|ratio| ratio.is_finite())
        .collect();
    if ratios.len() < USUAL_FROM {
        return 1.0;
    }
    ratios.sort_by(f64::total_cmp);
    let middle = ratios.len() / 2;
    if ratios.len() % 2 == 1 {
        ratios[middle]
    } else {
        f64::midpoint(ratios[middle - 1], ratios[middle])
    }
}

/// What one burn cost beyond a good one; `None` where it was not measured.
fn loss(burn: &Burnt, usual: f64) -> Option<Loss> {
    let wage = |time: Duration| time.as_s() / HOUR * burn.prices.labour_h;
    match burn.outcome {
        _ if burn.again => for_nothing(burn),
        Outcome::Good => Some(Loss::NONE),
        Outcome::Usable | Outcome::Poor => {
            let Grinding { done, planned } = burn.grinding?;
            let over = Duration::from_s((done.as_s() - usual * planned.as_s()).max(0.0));
            Some(Loss { grinding: over, money: wage(over), ..Loss::NONE })
        }
        Outcome::Lost => for_nothing(burn),
    }
}

/// The time and gas of a burn; `None` where it was not timed.
fn for_nothing(burn: &Burnt) -> Option<Loss> {
    let burning = burn.burning?;
    let (oxygen, fuel, prices) = (burn.oxygen, burn.fuel, burn.prices);
    let gas = oxygen.as_m3() * prices.oxygen_m3 + fuel.as_m3() * prices.fuel_m3;
    let money = burning.as_s() / HOUR * prices.labour_h + gas;
    Some(Loss { burning, oxygen, fuel, money, ..Loss::NONE })
}

/// Its place in the counts; `None` for a good one.
const fn place(burn: &Burnt) -> Option<usize> {
    match burn.outcome {
        _ if burn.again => Some(3),
        Outcome::Good => None,
        Outcome::Usable => Some(0),
        Outcome::Poor => Some(1),
        Outcome::Lost => Some(2),
    }
}

/// What the poor ones of these burns cost.
#[must_use]
pub fn bill(burns: &[Burnt]) -> Bill {
    let usual = usual(burns);
    let mut counts = [0; 4];
    // money and number of those that were measured, and number of those that were not
    let mut like = [(0.0, 0_u32, 0_u32); 4];
    let mut measured = Loss::NONE;
    let mut causes: BTreeMap<Option<&str>, (f64, Loss)> = BTreeMap::new();
    for burn in burns {
        let Some(at) = place(burn) else { continue };
        counts[at] += 1;
        let own = loss(burn, usual);
        match &own {
            Some(own) => {
                like[at].0 += own.money;
                like[at].1 += 1;
                measured.add(own, 1.0);
            }
            None => like[at].2 += 1,
        }
        let told: f64 = burn.causes.iter().map(|(_, part)| part).sum();
        let nobody = (1.0 - told).max(0.0);
        let parts = burn.causes.iter().map(|(cause, part)| (Some(cause.as_str()), *part));
        for (cause, part) in parts.chain([(None, nobody)]).filter(|(_, part)| *part > 1e-9) {
            let (number, sum) = causes.entry(cause).or_insert((0.0, Loss::NONE));
            *number += part;
            sum.add(&own.unwrap_or(Loss::NONE), part);
        }
    }
    let mean = |(money, n, _): (f64, u32, u32)| if n == 0 { 0.0 } else { money / f64::from(n) };
    let estimated = like.iter().map(|it| mean(*it) * f64::from(it.2)).sum();
    let unknown = like.iter().filter(|it| it.1 == 0).map(|it| it.2).sum();
    let of = |(cause, (burns, loss)): (Option<&str>, (f64, Loss))| OfCause {
        cause: cause.map(str::to_owned),
        burns,
        loss,
    };
    let mut causes: Vec<OfCause> = causes.into_iter().map(of).collect();
    causes.sort_by(|a, b| b.loss.money.total_cmp(&a.loss.money).then(b.burns.total_cmp(&a.burns)));
    Bill { counts, usual, measured, estimated, unknown, causes }
}

/// Burns of each side from which on cleaning is judged. Source: `ours`: with fewer, one lost cut decides.
pub const EACH_SIDE: usize = 8;
/// To put the flame out, pass the wire and light again. Source: `ours`, an estimate.
pub const CLEANING: Duration = Duration::from_s(90.0);

/// Whether cleaning the tip more often would have paid.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Cleaning {
    /// Every so many cuts.
    pub every: u32,
    /// Burns by a tip that was cleaner than that.
    pub early: usize,
    /// Burns by one that was not.
    pub late: usize,
    /// Money of a late burn less that of an early one; how sure it is that the late one is cheaper.
    pub judged: Judged,
    /// Cleanings more that it would have taken.
    pub cleanings: u32,
    /// What it would have saved, cleanings paid: low and high end of its 95 % band.
    pub saved: (f64, f64, f64),
}

/// Holds burns by a tip cleaned less than `every` cuts ago against the others. `None` where either side has fewer than
/// [`EACH_SIDE`]: burns that were not drawn by lot, so what else dirt goes with, as an old tip, is counted as dirt.
///
/// # Errors
/// Only where money is no number.
pub fn cleaning(burns: &[Burnt], every: u32) -> Result<Option<Cleaning>> {
    let usual = usual(burns);
    let told = burns.iter().filter_map(|burn| {
        Some((burn.since_cleaned?, loss(burn, usual)?.money, burn.prices.labour_h))
    });
    let (late, early): (Vec<_>, Vec<_>) = told.partition(|(since, ..)| *since >= every);
    if late.len() < EACH_SIDE || early.len() < EACH_SIDE {
        return Ok(None);
    }
    let money = |of: &[(u32, f64, f64)]| of.iter().map(|(_, money, _)| *money).collect::<Vec<_>>();
    let judged = judge(&money(&late), &money(&early), Better::Lower)?;
    let number = u32::try_from(late.len()).unwrap_or(u32::MAX);
    let cleanings = number.div_ceil(every.max(1));
    let wage = late.iter().map(|(.., wage)| wage).sum::<f64>() / f64::from(number);
    let spent = f64::from(cleanings) * CLEANING.as_s() / HOUR * wage;
    let saved = |each: f64| each * f64::from(number) - spent;
    Ok(Some(Cleaning {
        every,
        early: early.len(),
        late: late.len(),
        judged,
        cleanings,
        saved: (saved(judged.low), saved(judged.difference), saved(judged.high)),
    }))
}
