//! A work as one cut: what a job, its gas plan, its card and its price ask of a cut.
//!
//! Times, gas and money are those of its stages; tip, pressures and pace those of the cut that it is like. Where the jet is no
//! cutting jet, as in a wash or a groove, they are that jet's, with how they came to be; its pace and width stand in its stages.

use crate::band::Band;
use crate::cut::cost::{Cost, Spent};
use crate::cut::work::sum::{Taken, Told, summed};
use crate::cut::{Amounts, Request, Settings, Times, plan as plan_cut};
use crate::error::Error;
use crate::quantity::{Length, Speed};
use crate::trace::{Measure, Quantity};
use crate::work::jet::Jet;
use crate::work::stage::{Stage, WorkPlan};

/// What is summed up over the stages, and so says how it came to be.
pub(super) const SUMMED: [Quantity; 5] =
    [Quantity::Starts, Quantity::Time, Quantity::Oxygen, Quantity::Fuel, Quantity::Cost];

fn taken(stage: &Stage, settings: &Settings, like: &Request) -> Taken {
    let (time, gas) = (stage.times(), stage.gas(&settings.flows(), &like.factors));
    // a heating head wears no cutting tip
    let starts = u32::from(!settings.heats && stage.heat.as_s() > 0.0);
    let spent = Spent { times: &time, starts, gas: &gas };
    let cost = like.prices.as_ref().map(|prices| Cost::of(prices, spent));
    Taken { starts, time, gas, cost, named: ("stage", Measure::Word(stage.code)) }
}

/// A work whose jet is that of the cut it is like.
pub(super) fn as_one(made: &WorkPlan, settings: Settings, like: &Request) -> Settings {
    let all: Vec<Taken> = made.stages.iter().map(|stage| taken(stage, &settings, like)).collect();
    let told = Told { each: "sum_stage", all: "sum_stages" };
    let mut whole = Settings {
        time: Times::sum(all.iter().map(|each| each.time)),
        gas: Amounts { oxygen: made.oxygen, fuel: made.fuel },
        cost: Cost::sum(all.iter().map(|each| each.cost)),
        traces: summed(&settings.traces, &all, &told),
        notes: made.notes.clone(),
        ..settings
    };
    whole.starts.count = all.iter().map(|each| each.starts).sum::<u32>().max(1);
    whole.starts.stops.clear();
    whole
}

/// A band that is one value.
const fn only<T: Copy>(value: T) -> Band<T> {
    Band { low: value, set: value, high: value }
}

/// A work whose jet is its own, in a groove or along a bar of a width.
pub(super) fn of_its_own(
    made: &WorkPlan,
    like: &Request,
    jet: &Jet,
    width: Length,
) -> Result<Settings, Vec<Error>> {
    let cut = plan_cut(like)?;
    let burning: f64 = made.stages.iter().map(|stage| stage.jet.as_s()).sum();
    let pace = only(Speed::from_m_s(like.cut.length.as_m() / burning.max(1e-9)));
    // what is summed up is told of all stages; what the jet sets itself, of the jet
    let summed = cut.traces.iter().filter(|trace| SUMMED.contains(&trace.quantity));
    let of_jet = jet.traces.iter().filter(|trace| !SUMMED.contains(&trace.quantity));
    let own = Settings {
        bore: jet.tip.bore,
        face: jet.tip.face,
        tip_kind: jet.tip.kind,
        tip_label: jet.tip.label.clone(),
        by_chart: false,
        chart_from: None,
        oxygen_pressure: jet.oxygen.map(only),
        fuel_pressure: jet.fuel.map(only),
        oxygen_flow: jet.flows.oxygen,
        preheat_oxygen_flow: jet.flows.preheat_oxygen,
        fuel_flow: jet.flows.fuel,
        travel_speed: pace,
        kerf: width,
        drag: Length::from_m(0.0),
        traces: of_jet.chain(summed).cloned().collect(),
        ..cut
    };
    Ok(as_one(made, own, like))
}
