//! Will the cylinders last the job, when is each swapped, and is one drawn too hard?
//!
//! The cuts of a job draw one after the other from a bank of cylinders that stand together;
//! a bank is swapped when it is down to what must stay inside. No cut is begun on a bank that does not last it while
//! another does: the begun one waits for a smaller cut. Left out: gas that leaks or is used in purging and lighting.
//! Theory: docs/model/gas.md.

use crate::quantity::{Duration, GasFlow, GasVolume};

/// What a line of cuts takes of one gas.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Draw {
    /// From taking the torch to laying it down.
    pub time: Duration,
    /// While the gas flows.
    pub flow: GasFlow,
    /// In all.
    pub volume: GasVolume,
    /// Cuts that these are made of, all alike: a bank may be swapped between them.
    pub pieces: u32,
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
    /// Cuts that no bank lasts: the bank is swapped inside one of them.
    pub swapped_inside: Vec<usize>,
    /// When a begun bank is set aside because it would not last the next cut.
    pub set_aside: Vec<Duration>,
}

/// Steps a cut is looked at in for the limit of a bank that empties.
const STEPS: u32 = 8;

/// Part of a draw that is only rounding.
const HAIR: f64 = 1e-9;

/// Cylinders that stand together, with what is in them and what must stay.
struct Bank {
    cylinders: Vec<usize>,
    left: f64,
    keep: f64,
}

impl Bank {
    fn gives(&self) -> f64 {
        (self.left - self.keep).max(0.0)
    }

    /// Cuts of this volume that it lasts.
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "held to u32")]
    fn lasts(&self, volume: f64, most: u32) -> u32 {
        (self.gives() / volume + HAIR).floor().min(f64::from(most)) as u32
    }
}

fn banks(stock: &[Stock], size: usize) -> Vec<Bank> {
    let places: Vec<usize> = (0..stock.len()).collect();
    places
        .chunks(size)
        .map(|cylinders| {
            let sum = |pick: fn(&Stock) -> f64| cylinders.iter().map(|&i| pick(&stock[i])).sum();
            Bank {
                cylinders: cylinders.to_vec(),
                left: sum(|cylinder| cylinder.contents.as_m3()),
                keep: sum(|cylinder| cylinder.keep.as_m3().min(cylinder.contents.as_m3())),
            }
        })
        .collect()
}

/// The walk through a job's cuts.
struct Walk<'a, L: Fn(&[usize], GasVolume) -> Option<GasFlow>> {
    banks: Vec<Bank>,
    limit: &'a L,
    /// The bank that stands connected.
    at: Option<usize>,
    now: f64,
    found: Supply,
}

impl<L: Fn(&[usize], GasVolume) -> Option<GasFlow>> Walk<'_, L> {
    /// Connects a bank: a span begins.
    fn connect(&mut self, bank: usize, place: usize) {
        if self.at == Some(bank) {
            return;
        }
        self.at = Some(bank);
        let (now, left) = (Duration::from_s(self.now), GasVolume::from_m3(self.banks[bank].left));
        self.found.spans.push(Span {
            cylinders: self.banks[bank].cylinders.clone(),
            from: now,
            to: now,
            start: left,
            end: left,
            first_draw: place,
            overdrawn_from: None,
        });
    }

    /// Takes gas over a time from the bank that stands connected.
    fn take(&mut self, volume: f64, time: f64, flow: GasFlow) {
        let Some((at, span)) = self.at.zip(self.found.spans.last_mut()) else { return };
        let bank = &mut self.banks[at];
        for _ in 0..STEPS {
            let most = (self.limit)(&bank.cylinders, GasVolume::from_m3(bank.left));
            let over = most.is_some_and(|most| flow.as_m3_s() > most.as_m3_s() * (1.0 + 1e-9));
            if over && span.overdrawn_from.is_none() {
                span.overdrawn_from = Some(Duration::from_s(self.now));
            }
            bank.left -= volume / f64::from(STEPS);
            self.now += time / f64::from(STEPS);
        }
        span.end = GasVolume::from_m3(bank.left);
        span.to = Duration::from_s(self.now);
    }

    /// The bank for the next cut: the connected one while it lasts it, else the first that does.
    fn lasting(&self, volume: f64) -> Option<usize> {
        let lasts = |bank: &usize| self.banks[*bank].lasts(volume, 1) > 0;
        self.at.filter(lasts).or_else(|| (0..self.banks.len()).find(lasts))
    }

    fn draw(&mut self, place: usize, draw: &Draw) {
        let pieces = draw.pieces.max(1);
        let of_one = |all: f64| all / f64::from(pieces);
        let (volume, time) = (of_one(draw.volume.as_m3()), of_one(draw.time.as_s()));
        if volume <= 0.0 {
            // cuts with another fuel take time and none of this gas
            self.now += draw.time.as_s();
            return;
        }
        let mut waiting = pieces;
        while waiting > 0 {
            let Some(bank) = self.lasting(volume) else {
                self.inside(place, (volume, time), draw.flow);
                waiting -= 1;
                continue;
            };
            let begun = self.at.filter(|at| *at != bank && self.banks[*at].gives() > HAIR);
            if begun.is_some() {
                self.found.set_aside.push(Duration::from_s(self.now));
            }
            self.connect(bank, place);
            let some = self.banks[bank].lasts(volume, waiting).max(1);
            self.take(volume * f64::from(some), time * f64::from(some), draw.flow);
            waiting -= some;
        }
    }

    /// A cut that no bank lasts: what is left is used up, one after the other.
    fn inside(&mut self, place: usize, (volume, time): (f64, f64), flow: GasFlow) {
        let mut missing = volume;
        let begun = self.now;
        let order: Vec<usize> = self.at.into_iter().chain(0..self.banks.len()).collect();
        for bank in order {
            let some = self.banks[bank].gives().min(missing);
            if some <= HAIR * volume || missing <= HAIR * volume {
                continue;
            }
            self.connect(bank, place);
            self.take(some, time * some / volume, flow);
            missing -= some;
        }
        self.now = begun + time;
        if missing > HAIR * volume {
            let before = self.found.shortfall.map_or(0.0, GasVolume::as_m3);
            self.found.shortfall = Some(GasVolume::from_m3(before + missing));
            self.found.runs_out.get_or_insert((place, Duration::from_s(begun)));
        } else if !self.found.swapped_inside.contains(&place) {
            self.found.swapped_inside.push(place);
        }
    }
}

/// Walks a job's cuts over the cylinders at hand.
///
/// | symbol | meaning |
/// |---|---|
/// | `draws` | what each line of cuts takes, in their order |
/// | `stock`, `size` | cylinders in the order of use; how many stand together |
/// | `limit` | the flow that a bank of these cylinders gives at what is left in it |
/// | → | which bank feeds what, when it is swapped, what is missing |
#[must_use]
pub fn supply(
    draws: &[Draw],
    stock: &[Stock],
    size: u32,
    limit: impl Fn(&[usize], GasVolume) -> Option<GasFlow>,
) -> Supply {
    let mut walk = Walk {
        banks: banks(stock, size.max(1) as usize),
        limit: &limit,
        at: None,
        now: 0.0,
        found: Supply::default(),
    };
    for (place, draw) in draws.iter().enumerate() {
        walk.draw(place, draw);
    }
    let end = Duration::from_s(walk.now);
    if let Some(last) = walk.found.spans.last_mut().filter(|_| walk.found.shortfall.is_none()) {
        last.to = end;
    }
    walk.found
}

#[cfg(test)]
mod tests {
    use super::*;

    const CUT: Draw = Draw {
        time: Duration::from_s(600.0),
        flow: GasFlow::from_m3_s(1e-3),
        volume: GasVolume::from_m3(0.5),
        pieces: 1,
    };
    const FULL: Stock = Stock { contents: GasVolume::from_m3(1.2), keep: GasVolume::from_m3(0.2) };

    #[test]
    fn gas_taken_is_gas_drawn_and_the_swap_falls_between_two_cuts() {
        let found = supply(&[CUT; 3], &[FULL; 2], 1, |_, _| None);
        let taken: f64 = found.spans.iter().map(|s| s.start.as_m3() - s.end.as_m3()).sum();
        assert!((taken - 1.5).abs() < 1e-12 && found.shortfall.is_none());
        assert_eq!(found.spans.len(), 2);
        assert_eq!(found.spans[1].first_draw, 2);
        assert!(
            (found.spans[0].to.as_s() - 1_200.0).abs() < 1e-9 && found.swapped_inside.is_empty()
        );
    }

    /// By hand: 1.0 of each cylinder may leave it; 0.7 leaves 0.3, too little for another 0.7 but enough for 0.2 after.
    #[test]
    fn a_cut_starts_on_a_cylinder_that_lasts_it_and_the_begun_one_serves_a_smaller() {
        let of = |volume| Draw { volume: GasVolume::from_m3(volume), ..CUT };
        let found = supply(&[of(0.7), of(0.7), of(0.5)], &[FULL; 3], 1, |_, _| None);
        let used: Vec<usize> = found.spans.iter().map(|span| span.cylinders[0]).collect();
        assert_eq!((used, found.set_aside.len()), (vec![0, 1, 2], 2));
        let found = supply(&[of(0.7), of(0.7), of(0.2)], &[FULL; 2], 1, |_, _| None);
        let used: Vec<usize> = found.spans.iter().map(|span| span.cylinders[0]).collect();
        assert_eq!(used, vec![0, 1], "the connected one lasts it too");
        let found = supply(&[of(0.7), of(0.8), of(0.3)], &[FULL; 2], 1, |_, _| None);
        let used: Vec<usize> = found.spans.iter().map(|span| span.cylinders[0]).collect();
        assert_eq!(used, vec![0, 1, 0], "back to the begun one");
        assert!(found.shortfall.is_none() && found.swapped_inside.is_empty());
    }

    #[test]
    fn a_cut_that_no_cylinder_lasts_is_told_and_pieces_of_a_line_are_not_one_cut() {
        let long = Draw { volume: GasVolume::from_m3(1.5), ..CUT };
        assert_eq!(supply(&[long], &[FULL; 2], 1, |_, _| None).swapped_inside, vec![0]);
        let pieces = Draw { pieces: 3, ..long };
        let found = supply(&[pieces], &[FULL; 2], 1, |_, _| None);
        assert!(found.swapped_inside.is_empty() && found.spans.len() == 2);
    }

    #[test]
    fn what_is_missing_is_told_with_the_cut_it_runs_out_in() {
        let found = supply(&[CUT; 5], &[FULL; 2], 1, |_, _| None);
        assert!(found.shortfall.is_some_and(|v| (v.as_m3() - 0.5).abs() < 1e-12));
        assert_eq!(found.runs_out.map(|(place, _)| place), Some(4));
    }

    #[test]
    fn a_bank_of_two_stands_together() {
        let found = supply(&[CUT; 3], &[FULL; 2], 2, |_, _| None);
        assert_eq!(found.spans.len(), 1);
        assert_eq!(found.spans[0].cylinders, vec![0, 1]);
    }
}
