//! How much gas goes?
//!
//! Cutting oxygen while it cuts, flames while it heats and cuts. Where the shop has learned of a gas, its multiplier is held
//! against the gas of a plan that had learned nothing, its times too: what a slower pace alone burns more is in the multiplier
//! already. Left out: gas lost in lighting and purging. Theory: docs/model/cut.md.

use crate::cut::consumption::{Times, unpriced};
use crate::cut::practice::own::{Factors, Own};
use crate::quantity::{Duration, GasFlow, GasVolume};
use crate::source::COMPUTED;
use crate::trace::{Kind, Measure, Quantity, Trace, Tracer, with_hose};

/// Gas of one cut.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Amounts {
    /// Cutting and preheat oxygen.
    pub oxygen: GasVolume,
    /// Fuel.
    pub fuel: GasVolume,
}

impl Amounts {
    /// Gas of a cut by its times and flows, and by what the shop has learned.
    #[must_use]
    pub fn of(times: &Times, flows: &Flows, own: &Factors) -> Self {
        let told = |of: Own, volume: fn(&Burnt) -> f64| {
            GasVolume::from_m3(volume(&burnt(own, of, times, flows)) * of.factor)
        };
        Self {
            oxygen: told(own.oxygen, |it| it.cutting_oxygen + it.flame_oxygen),
            fuel: told(own.fuel, |it| it.fuel),
        }
    }

    /// That of several cuts.
    #[must_use]
    pub fn sum(all: impl Iterator<Item = Self>) -> Self {
        let zero = Self { oxygen: GasVolume::from_m3(0.0), fuel: GasVolume::from_m3(0.0) };
        let plus = |a: GasVolume, b: GasVolume| GasVolume::from_m3(a.as_m3() + b.as_m3());
        all.fold(zero, |sum, it| Self {
            oxygen: plus(sum.oxygen, it.oxygen),
            fuel: plus(sum.fuel, it.fuel),
        })
    }
}

/// The flows of a stroke.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Flows {
    /// Through the cutting bore.
    pub oxygen: GasFlow,
    /// Of the preheat flames.
    pub preheat_oxygen: GasFlow,
    /// Fuel.
    pub fuel: GasFlow,
}

/// Gas by where it goes, m³.
#[derive(Clone, Copy, Debug)]
struct Burnt {
    cutting: Duration,
    burning: Duration,
    cutting_oxygen: f64,
    flame_oxygen: f64,
    fuel: f64,
}

impl Burnt {
    fn of(times: &Times, flows: &Flows) -> Self {
        let burning = Duration::from_s(times.preheat.as_s() + times.cutting.as_s());
        Self {
            cutting: times.cutting,
            burning,
            cutting_oxygen: flows.oxygen.over(times.cutting).as_m3(),
            flame_oxygen: flows.preheat_oxygen.over(burning).as_m3(),
            fuel: flows.fuel.over(burning).as_m3(),
        }
    }
}

/// Times as they would be had the shop learned nothing of pace and heating.
fn unlearned(own: &Factors, times: &Times) -> Times {
    Times {
        preheat: Duration::from_s(times.preheat.as_s() / own.start_preheat.factor),
        cutting: Duration::from_s(times.cutting.as_s() * own.speed.factor),
        ..*times
    }
}

/// What a gas's multiplier multiplies: without learned times where the gas is learned by itself.
fn burnt(own: &Factors, of: Own, times: &Times, flows: &Flows) -> Burnt {
    let times = if of.is_told() { unlearned(own, times) } else { *times };
    Burnt::of(&times, flows)
}

/// The gas of one cut: cutting oxygen while it cuts, flames while it heats and cuts. Under one pressure the hose has its say.
#[must_use]
pub fn amounts(
    times: &Times,
    flows: &Flows,
    own: &Factors,
    one_pressure: bool,
) -> (Amounts, [Trace; 2]) {
    let amounts = Amounts::of(times, flows, own);
    let seconds = |time: Duration| ("time", Measure::Number(Kind::Duration, time.as_s()));
    let flow = |flow: GasFlow| ("flow", Measure::Number(Kind::GasFlow, flow.as_m3_s()));
    let volume = |m3: f64| Measure::Number(Kind::GasVolume, m3);

    let gone = burnt(own, own.oxygen, times, flows);
    let mut of_oxygen = Tracer::new(Quantity::Oxygen, with_hose(unpriced(), one_pressure));
    let values = vec![flow(flows.oxygen), seconds(gone.cutting)];
    of_oxygen.step("gas_cutting_oxygen", volume(gone.cutting_oxygen), COMPUTED, values);
    let values = vec![flow(flows.preheat_oxygen), seconds(gone.burning)];
    of_oxygen.step("gas_flame_oxygen", volume(gone.flame_oxygen), COMPUTED, values);
    own.oxygen.step(&mut of_oxygen);
    of_oxygen.number("result_gas", Kind::GasVolume, amounts.oxygen.as_m3(), COMPUTED);

    let gone = burnt(own, own.fuel, times, flows);
    let mut of_fuel = Tracer::new(Quantity::Fuel, with_hose(unpriced(), false));
    let values = vec![flow(flows.fuel), seconds(gone.burning)];
    of_fuel.step("gas_fuel", volume(gone.fuel), COMPUTED, values);
    if own.fuel.is_told() {
        own.fuel.step(&mut of_fuel);
        of_fuel.number("result_gas", Kind::GasVolume, amounts.fuel.as_m3(), COMPUTED);
    }
    (amounts, [of_oxygen.done(), of_fuel.done()])
}
