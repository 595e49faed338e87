//! How are the totals of several cuts told? Each as the sum of what the cuts take, in their order.

use crate::cut::consumption::{Amounts, Times};
use crate::cut::cost::Cost;
use crate::source::COMPUTED;
use crate::trace::{Kind, Measure, Named, Quantity, Trace, Tracer};

/// What one of several cuts takes.
#[derive(Clone, Debug)]
pub(crate) struct Taken {
    /// Its first start, and one after each stop.
    pub starts: u32,
    pub time: Times,
    pub gas: Amounts,
    pub cost: Option<Cost>,
    /// What it is told by, beside its place.
    pub named: Named,
}

/// Codes of the sentences: of each cut, and of all together.
pub(crate) struct Told {
    pub each: &'static str,
    pub all: &'static str,
}

impl Taken {
    /// What of it adds up to a quantity, SI; `None` of what does not add up.
    fn part(&self, quantity: Quantity) -> Option<(Kind, f64)> {
        Some(match quantity {
            Quantity::Starts => (Kind::Count, f64::from(self.starts)),
            Quantity::Time => (Kind::Duration, self.time.total().as_s()),
            Quantity::Oxygen => (Kind::GasVolume, self.gas.oxygen.as_m3()),
            Quantity::Fuel => (Kind::GasVolume, self.gas.fuel.as_m3()),
            Quantity::Cost => (Kind::Money, self.cost.as_ref().map_or(0.0, Cost::total)),
            _ => return None,
        })
    }
}

/// The chains of one cut, in which each total is told as the sum of all.
pub(crate) fn summed(chains: &[Trace], all: &[Taken], told: &Told) -> Vec<Trace> {
    let one = |chain: &Trace| {
        let parts = all.iter().map(|it| it.part(chain.quantity));
        let parts: Option<Vec<(Kind, f64)>> = parts.collect();
        parts.map_or_else(|| chain.clone(), |parts| sum(chain, &parts, all, told))
    };
    chains.iter().map(one).collect()
}

fn sum(chain: &Trace, parts: &[(Kind, f64)], all: &[Taken], told: &Told) -> Trace {
    let mut out = Tracer::new(chain.quantity, chain.depends_on);
    for (at, ((kind, value), it)) in parts.iter().zip(all).enumerate() {
        #[allow(clippy::cast_precision_loss, reason = "a few thousand cuts at most")]
        let order = Measure::Number(Kind::Count, (at + 1) as f64);
        let values = vec![("order", order), it.named.clone()];
        out.step(told.each, Measure::Number(*kind, *value), COMPUTED, values);
    }
    if let Some((kind, _)) = parts.first() {
        out.number(told.all, *kind, parts.iter().map(|(_, value)| value).sum(), COMPUTED);
    }
    out.done()
}
