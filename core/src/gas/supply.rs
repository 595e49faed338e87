//! Will the cylinders last the job, when is each swapped, and is one drawn too hard?
//!
//! The cuts of a job draw one after the other from a bank of cylinders that stand together;
//! a bank is swapped when it is down to what must stay inside. Left out: gas that leaks or is
//! used in purging and lighting. Theory: docs/model/gas.md.

use super::cylinder::compressed_oxygen;
use crate::error::Result;
use crate::quantity::{
    AbsolutePressure, Duration, GasFlow, GasVolume, GaugePressure, Temperature, WaterVolume,
};

/// What one cut takes of one gas.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Draw {
    /// From taking the torch to laying it down.
    pub time: Duration,
    /// While the gas flows.
    pub flow: GasFlow,
    /// In all.
    pub volume: GasVolume,
}

/// A cylinder at hand.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Stock {
    /// Gas inside.
    pub contents: GasVolume,
    /// What stays inside when it is swapped.
    pub keep: GasVolume,
}

/// A bank of cylinders in use.
#[derive(Clone, Debug, PartialEq)]
pub struct Span {
    /// Places of its cylinders among those at hand.
    pub cylinders: Vec<usize>,
    /// From the start of the job.
    pub from: Duration,
    /// Until it is swapped or the job is done.
    pub to: Duration,
    /// Gas inside at first.
    pub start: GasVolume,
    /// Gas inside at last.
    pub end: GasVolume,
    /// Place of the first cut that draws on it.
    pub first_draw: usize,
    /// When the flow is first more than the bank gives at what is left in it.
    pub overdrawn_from: Option<Duration>,
}

/// How a job is supplied with one gas.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Supply {
    /// The banks in the order of use.
    pub spans: Vec<Span>,
    /// What is missing at the end.
    pub shortfall: Option<GasVolume>,
    /// The cut at which it runs out, and when.
    pub runs_out: Option<(usize, Duration)>,
}

/// What stays in an acetylene cylinder when it is swapped, a part of its rated contents: below
/// that acetone comes along. Source: `ours`.
pub const ACETYLENE_KEEP: f64 = 0.10;
/// What stays in a cylinder of liquefied gas, a part of its contents at first. Source: `ours`.
pub const LIQUEFIED_KEEP: f64 = 0.05;
/// What an oxygen cylinder must have above the regulator's setting. Source: `ours`.
const OXYGEN_ABOVE_SETTING: GaugePressure = GaugePressure::from_pa(350e3);

/// What stays in an oxygen cylinder: the gas at the pressure the regulator still needs.
///
/// # Errors
/// As [`compressed_oxygen`].
pub fn oxygen_keep(
    space: WaterVolume,
    setting: GaugePressure,
    t: (Temperature, AbsolutePressure),
) -> Result<GasVolume> {
    let least = GaugePressure::from_pa(setting.as_pa() + OXYGEN_ABOVE_SETTING.as_pa());
    compressed_oxygen(space, least, t)
}

/// Steps a cut is looked at in for the limit of a bank that empties.
const STEPS: u32 = 8;

/// Part of a draw that is only rounding.
const HAIR: f64 = 1e-9;

/// The bank in use, with what may still leave it.
struct Bank {
    span: Span,
    keep: f64,
}

fn bank(stock: &[Stock], first: usize, size: usize, at: (f64, usize)) -> Option<Bank> {
    let cylinders: Vec<_> = (first..stock.len().min(first + size)).collect();
    let sum = |pick: fn(&Stock) -> f64| cylinders.iter().map(|&i| pick(&stock[i])).sum::<f64>();
    let start = GasVolume::from_m3(sum(|cylinder| cylinder.contents.as_m3()));
    let keep = sum(|cylinder| cylinder.keep.as_m3().min(cylinder.contents.as_m3()));
    let now = Duration::from_s(at.0);
    (!cylinders.is_empty()).then_some(Bank {
        span: Span {
            cylinders,
            from: now,
            to: now,
            start,
            end: start,
            first_draw: at.1,
            overdrawn_from: None,
        },
        keep,
    })
}

/// Runs the `draws` in order through banks of `size` cylinders.
///
/// `limit` gives what a bank may be drawn at with some gas left in it; `None` where only its
/// pressure limits it.
#[must_use]
pub fn supply(
    draws: &[Draw],
    (stock, size): (&[Stock], u32),
    limit: impl Fn(&[usize], GasVolume) -> Option<GasFlow>,
) -> Supply {
    let size = size.max(1) as usize;
    let mut found = Supply::default();
    let (mut now, mut next) = (0.0, 0);
    let mut current = bank(stock, next, size, (now, 0));
    next += size;
    for (place, draw) in draws.iter().enumerate() {
        let step_time = draw.time.as_s() / f64::from(STEPS);
        let mut missing = 0.0;
        for _ in 0..STEPS {
            let mut wanted = draw.volume.as_m3() / f64::from(STEPS);
            // a hair left over by rounding is no gas and opens no cylinder
            while wanted > HAIR * draw.volume.as_m3() {
                let Some(bank_now) = current.as_mut() else {
                    missing += wanted;
                    break;
                };
                let over = limit(&bank_now.span.cylinders, bank_now.span.end)
                    .is_some_and(|most| draw.flow.as_m3_s() > most.as_m3_s() * (1.0 + 1e-9));
                if over && bank_now.span.overdrawn_from.is_none() {
                    bank_now.span.overdrawn_from = Some(Duration::from_s(now));
                }
                let left = bank_now.span.end.as_m3() - bank_now.keep;
                let taken = wanted.min(left.max(0.0));
                bank_now.span.end = GasVolume::from_m3(bank_now.span.end.as_m3() - taken);
                wanted -= taken;
                let part = 1.0 - wanted / (draw.volume.as_m3() / f64::from(STEPS));
                let at = now + step_time * part;
                bank_now.span.to = Duration::from_s(at);
                if wanted > HAIR * draw.volume.as_m3() {
                    found.spans.extend(current.take().map(|bank| bank.span));
                    current = bank(stock, next, size, (at, place));
                    next += size;
                }
            }
            now += step_time;
        }
        if missing > 0.0 {
            let before = found.shortfall.map_or(0.0, GasVolume::as_m3);
            found.shortfall = Some(GasVolume::from_m3(before + missing));
            let begun = Duration::from_s(now - draw.time.as_s());
            found.runs_out.get_or_insert((place, begun));
        }
    }
    if let Some(bank) = current {
        found.spans.push(Span { to: Duration::from_s(now), ..bank.span });
    }
    found
}

#[cfg(test)]
mod tests {
    use super::*;

    const CUT: Draw = Draw {
        time: Duration::from_s(600.0),
        flow: GasFlow::from_m3_s(1e-3),
        volume: GasVolume::from_m3(0.5),
    };
    const FULL: Stock = Stock { contents: GasVolume::from_m3(1.2), keep: GasVolume::from_m3(0.2) };

    #[test]
    fn gas_taken_is_gas_drawn_and_the_swap_falls_into_the_third_cut() {
        let found = supply(&[CUT; 3], (&[FULL; 2], 1), |_, _| None);
        let taken: f64 = found.spans.iter().map(|s| s.start.as_m3() - s.end.as_m3()).sum();
        assert!((taken - 1.5).abs() < 1e-12 && found.shortfall.is_none());
        assert_eq!(found.spans.len(), 2);
        assert_eq!(found.spans[1].first_draw, 2);
    }

    #[test]
    fn what_is_missing_is_told_with_the_cut_it_runs_out_in() {
        let found = supply(&[CUT; 5], (&[FULL; 2], 1), |_, _| None);
        assert!(found.shortfall.is_some_and(|v| (v.as_m3() - 0.5).abs() < 1e-12));
        assert_eq!(found.runs_out.map(|(place, _)| place), Some(4));
    }

    #[test]
    fn a_bank_of_two_stands_together() {
        let found = supply(&[CUT; 3], (&[FULL; 2], 2), |_, _| None);
        assert_eq!(found.spans.len(), 1);
        assert_eq!(found.spans[0].cylinders, vec![0, 1]);
    }
}
