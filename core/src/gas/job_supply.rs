//! One gas of a job: what it takes, what the cylinders at hand give, how many stand together, when each is swapped, and
//! what must be said.
//!
//! What stays inside, how hard a cylinder may be drawn and how many stand together are rules of the gas; the walk over the
//! cylinders is [`supply`]. Left out: gas that leaks or is used in purging and lighting. Theory: docs/model/gas.md.

use crate::code::Code;
use crate::error::Result;
use crate::gas::cylinder::compressed_oxygen;
use crate::gas::fuel::{Fuel, Gas, characteristics};
use crate::gas::supply::{Draw, Stock, Supply, supply};
use crate::gas::withdrawal::{
    ACETYLENE_KEEP, Air, Demand, Draw as Drawn, Rule, Withdrawal, acetylene_limit, boil_off,
    cylinders_needed,
};
use crate::note::{Level, Note};
use crate::quantity::{
    AbsolutePressure, GasFlow, GasVolume, GaugePressure, Temperature, WaterVolume,
};
use crate::source::{ACETYLENE_DRAW, COMMON_PRACTICE, COMPUTED, OURS, SHOP};
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer};

/// What stays in a cylinder of liquefied gas, a part of its contents at first. Source: `ours`.
const LIQUEFIED_KEEP: f64 = 0.05;
/// What an oxygen cylinder must have above the regulator's setting. Source: `ours`.
const OXYGEN_ABOVE_SETTING: GaugePressure = GaugePressure::from_pa(350e3);
/// The air around a cylinder where nobody says it. Source: `ours`.
const USUAL_AIR: Temperature = Temperature::from_k(293.15);

/// A cylinder that may be drawn on.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Cylinder {
    /// What is in it.
    pub gas: Gas,
    /// How much of it.
    pub contents: GasVolume,
    /// How much when full.
    pub rated: GasVolume,
    /// The space inside, of oxygen.
    pub space: Option<WaterVolume>,
}

/// The air that cylinders stand in.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Surroundings {
    /// Its temperature, where it is known.
    pub air: Option<Temperature>,
    /// Its pressure.
    pub ambient: AbsolutePressure,
}

impl Cylinder {
    /// What is left of it, a part of its rated contents.
    #[must_use]
    pub fn left(&self) -> f64 {
        self.contents.as_m3() / self.rated.as_m3().max(f64::MIN_POSITIVE)
    }

    /// What stays inside when it is swapped: below it oxygen no longer reaches its highest `setting`, acetylene takes its
    /// solvent along. Of oxygen in a space that nobody measured nothing is kept.
    ///
    /// # Errors
    /// As [`compressed_oxygen`].
    pub fn keep(&self, setting: GaugePressure, around: Surroundings) -> Result<GasVolume> {
        Ok(match (self.gas, self.space) {
            (Gas::Oxygen, Some(space)) => {
                let least = GaugePressure::from_pa(setting.as_pa() + OXYGEN_ABOVE_SETTING.as_pa());
                let t = around.air.unwrap_or(USUAL_AIR);
                compressed_oxygen(space, least, t, around.ambient)?
            }
            (Gas::Oxygen, None) => GasVolume::from_m3(0.0),
            (Gas::Acetylene, _) => GasVolume::from_m3(self.rated.as_m3() * ACETYLENE_KEEP),
            _ => GasVolume::from_m3(self.contents.as_m3() * LIQUEFIED_KEEP),
        })
    }
}

/// What a job asks of one gas.
#[derive(Clone, Debug, PartialEq)]
pub struct JobGas {
    /// Which gas.
    pub gas: Gas,
    /// What its cuts take, in their order.
    pub draws: Vec<Draw>,
    /// The highest setting of its regulator in this job.
    pub setting: Option<GaugePressure>,
    /// Where the cylinders stand.
    pub around: Surroundings,
    /// How hard acetylene may be drawn.
    pub rule: Rule,
}

/// How a job is supplied with one gas.
#[derive(Clone, Debug, PartialEq)]
pub struct JobSupply {
    /// What the job takes.
    pub needed: GasVolume,
    /// What is in the cylinders.
    pub at_hand: GasVolume,
    /// The highest flow of a cut.
    pub peak: GasFlow,
    /// The most that the fullest cylinder gives; `None` where only its pressure limits it.
    pub limit: Option<GasFlow>,
    /// How many stand together.
    pub bank: u32,
    /// Which bank feeds what.
    pub supply: Supply,
    /// What must be said.
    pub notes: Vec<Note>,
    /// How need, limit and bank came to be.
    pub trace: Trace,
}

fn count(number: usize) -> Measure {
    #[allow(clippy::cast_precision_loss, reason = "a handful of cylinders")]
    Measure::Number(Kind::Count, number as f64)
}

impl JobGas {
    /// What one cylinder with `left` in it gives.
    fn limit(&self, rated: GasVolume, left: GasVolume) -> Option<GasFlow> {
        match self.gas.fuel()? {
            Fuel::Acetylene => acetylene_limit(rated, Some(left), self.around.air, self.rule).ok(),
            fuel @ (Fuel::Propane | Fuel::Propylene) => {
                let row = characteristics(fuel).ok()?;
                let kg = left.mass_at_ft3_per_lb(row.ft3_per_lb_at_70f);
                let Surroundings { air, ambient } = self.around;
                let air = Air { temperature: air.unwrap_or(USUAL_AIR), pressure: ambient };
                let drawn = Withdrawal { draw: Drawn::Continuous, setting: self.setting };
                boil_off(fuel, kg, air, drawn).ok()
            }
            Fuel::NaturalGas => None,
        }
    }

    /// Walks the job over cylinders in the order of use: the one that was begun first.
    ///
    /// # Errors
    /// As [`Cylinder::keep`].
    pub fn supply(&self, cylinders: &[Cylinder]) -> Result<JobSupply> {
        let setting = self.setting.unwrap_or(GaugePressure::from_pa(0.0));
        let stock = |cylinder: &Cylinder| {
            let keep = cylinder.keep(setting, self.around)?;
            Ok(Stock { contents: cylinder.contents, keep })
        };
        let stock = cylinders.iter().map(stock).collect::<Result<Vec<_>>>()?;
        let peak = self.draws.iter().map(|draw| draw.flow.as_m3_s()).fold(0.0, f64::max);
        let peak = GasFlow::from_m3_s(peak);
        let full = cylinders.last();
        let limit = full.and_then(|full| self.limit(full.rated, full.contents));
        let bank = limit.and_then(|limit| cylinders_needed(peak, limit)).unwrap_or(1);
        let of_bank = |places: &[usize], left: GasVolume| {
            let each = GasVolume::from_m3(left.as_m3() / places.len().max(1) as f64);
            let limits = places.iter().filter_map(|&at| self.limit(cylinders[at].rated, each));
            let limits: Vec<f64> = limits.map(GasFlow::as_m3_s).collect();
            (!limits.is_empty()).then(|| GasFlow::from_m3_s(limits.iter().sum()))
        };
        let found = supply(&self.draws, &stock, bank, of_bank);
        let sum = |all: &mut dyn Iterator<Item = GasVolume>| {
            GasVolume::from_m3(all.map(GasVolume::as_m3).sum())
        };
        let mut supply = JobSupply {
            needed: sum(&mut self.draws.iter().map(|draw| draw.volume)),
            at_hand: sum(&mut cylinders.iter().map(|cylinder| cylinder.contents)),
            peak,
            limit,
            bank,
            supply: found,
            notes: Vec::new(),
            trace: Tracer::new(Quantity::Supply, &[]).done(),
        };
        supply.notes = self.bank_notes(&supply, cylinders);
        supply.notes.extend(self.walk_notes(&supply.supply));
        supply.trace = self.trace(&supply, full);
        Ok(supply)
    }

    /// Whether enough cylinders stand there for the highest flow.
    fn bank_notes(&self, supply: &JobSupply, cylinders: &[Cylinder]) -> Vec<Note> {
        let word = ("gas", Measure::Word(self.gas.code()));
        let Some(full) = cylinders.last() else {
            return vec![Note::new(Level::Stop, "no_cylinder", vec![word])];
        };
        let (Some(limit), Some(fuel)) = (supply.limit, self.gas.fuel()) else { return Vec::new() };
        let rule = (fuel == Fuel::Acetylene).then_some(self.rule);
        let demand = Demand { fuel, rule, flow: supply.peak, limit, left: Some(full.left()) };
        let mut notes = demand.notes();
        if demand.cylinders().is_none() {
            return notes;
        }
        if cylinders.len() >= supply.bank as usize {
            // enough of them stand there: standing them together lifts the stop
            notes.iter_mut().for_each(|note| note.level = Level::Caution);
        } else {
            let values = vec![
                word,
                ("count", Measure::Number(Kind::Count, f64::from(supply.bank))),
                ("have", count(cylinders.len())),
            ];
            notes.push(Note::new(Level::Stop, "bank_too_small", values));
        }
        notes
    }

    /// What the walk through the cylinders has shown.
    fn walk_notes(&self, found: &Supply) -> Vec<Note> {
        let word = || ("gas", Measure::Word(self.gas.code()));
        let at = |s: f64| ("time", Measure::Number(Kind::Duration, s));
        let mut notes = Vec::new();
        if let Some(missing) = found.shortfall.filter(|_| !found.spans.is_empty()) {
            let missing = ("missing", Measure::Number(Kind::GasVolume, missing.as_m3()));
            notes.push(Note::new(Level::Stop, "gas_shortfall", vec![word(), missing]));
        }
        if let Some(first) = found.set_aside.first() {
            let values = vec![word(), at(first.as_s()), ("count", count(found.set_aside.len()))];
            notes.push(Note::new(Level::Info, "start_on_one_that_lasts", values));
        }
        if !found.swapped_inside.is_empty() {
            let values = vec![word(), ("count", count(found.swapped_inside.len()))];
            notes.push(Note::new(Level::Caution, "swap_inside_a_cut", values));
        }
        // a bank that is overdrawn from its first moment is told by its size already
        let late = found
            .spans
            .iter()
            .filter_map(|span| span.overdrawn_from.filter(|overdrawn| *overdrawn > span.from));
        for overdrawn in late {
            let values = vec![word(), at(overdrawn.as_s())];
            notes.push(Note::new(Level::Caution, "swap_earlier", values));
        }
        notes
    }

    fn trace(&self, supply: &JobSupply, full: Option<&Cylinder>) -> Trace {
        let mut trace = Tracer::new(
            Quantity::Supply,
            &[Input::Fuel, Input::Thickness, Input::Length, Input::Cylinders, Input::Policy],
        );
        trace
            .number("supply_needed", Kind::GasVolume, supply.needed.as_m3(), COMPUTED)
            .number("supply_at_hand", Kind::GasVolume, supply.at_hand.as_m3(), SHOP)
            .number("supply_peak", Kind::GasFlow, supply.peak.as_m3_s(), COMPUTED);
        let (Some(limit), Some(full)) = (supply.limit, full) else { return trace.done() };
        if self.gas == Gas::Acetylene {
            let source =
                if self.rule == Rule::OneSeventh { COMMON_PRACTICE } else { ACETYLENE_DRAW };
            let rule = vec![("rule", Measure::Word(self.rule.code()))];
            let part = Measure::Number(Kind::Ratio, self.rule.part());
            trace
                .number("supply_rated", Kind::GasVolume, full.rated.as_m3(), SHOP)
                .step("supply_part", part, source, rule)
                .number("supply_limit", Kind::GasFlow, limit.as_m3_s(), COMPUTED);
        } else {
            trace.number("supply_boil_off", Kind::GasFlow, limit.as_m3_s(), OURS);
        }
        trace.number("result_bank", Kind::Count, f64::from(supply.bank), COMPUTED);
        trace.done()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Duration, P_REFERENCE};

    const AROUND: Surroundings = Surroundings { air: None, ambient: P_REFERENCE };

    fn acetylene(cubic_metres: f64) -> Cylinder {
        let full = GasVolume::from_m3(cubic_metres);
        Cylinder { gas: Gas::Acetylene, contents: full, rated: full, space: None }
    }

    fn job(flow_l_min: f64) -> JobGas {
        let flow = GasFlow::from_m3_s(flow_l_min / 60e3);
        let draw = Draw {
            time: Duration::from_s(600.0),
            flow,
            volume: GasVolume::from_m3(flow.as_m3_s() * 600.0),
            pieces: 1,
        };
        JobGas {
            gas: Gas::Acetylene,
            draws: vec![draw],
            setting: None,
            around: AROUND,
            rule: Rule::OneTenth,
        }
    }

    fn codes(supply: &JobSupply) -> Vec<(Level, &'static str)> {
        supply.notes.iter().map(|note| (note.level, note.code)).collect()
    }

    /// By hand: a tenth of 4.2 m³ an hour is 7 l/min. 12 l/min wants two cylinders.
    #[test]
    fn a_flow_over_one_cylinder_is_a_stop_until_enough_of_them_stand_there() {
        let alone = job(12.0).supply(&[acetylene(4.2)]).expect("a supply");
        assert_eq!(alone.bank, 2);
        let stops = [(Level::Stop, "acetylene_overdrawn"), (Level::Stop, "bank_too_small")];
        assert_eq!(codes(&alone), stops);
        let two = job(12.0).supply(&[acetylene(4.2); 2]).expect("a supply");
        assert_eq!(codes(&two), [(Level::Caution, "acetylene_overdrawn")]);
        let calm = job(6.9).supply(&[acetylene(4.2)]).expect("a supply");
        assert_eq!((calm.bank, codes(&calm)), (1, Vec::new()));
    }

    #[test]
    fn without_a_cylinder_the_job_stops_and_takes_what_it_takes() {
        let none = job(6.0).supply(&[]).expect("a supply");
        assert_eq!(codes(&none), [(Level::Stop, "no_cylinder")]);
        assert!((none.needed.as_m3() - 0.06).abs() < 1e-12 && none.at_hand.as_m3() == 0.0);
    }

    /// Half the ambient pressure leaves less gas under the same gauge: less is kept back.
    #[test]
    fn thin_air_keeps_less_oxygen_back() {
        let oxygen = Cylinder {
            gas: Gas::Oxygen,
            space: Some(WaterVolume::from_m3(0.05)),
            ..acetylene(8.0)
        };
        let setting = GaugePressure::from_pa(300e3);
        let kept = |ambient: AbsolutePressure| {
            oxygen.keep(setting, Surroundings { air: None, ambient }).expect("a keep").as_m3()
        };
        let thin = AbsolutePressure::from_pa(P_REFERENCE.as_pa() / 2.0);
        // 50 kPa of 50 l at the reference pressure is 25 l
        assert!((kept(P_REFERENCE) - kept(thin) - 0.025).abs() < 1e-3);
    }
}
