//! What poor edges cost: worked by hand, and laws of any list of burns.

use galvanon_core::cut::prices::Prices;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{Duration, GasVolume};
use galvanon_core::record::done::Outcome;
use galvanon_core::record::poor_edges::{Burnt, CLEANING, EACH_SIDE, Grinding, bill, cleaning};
use proptest::prelude::*;

const WAGE: f64 = 60.0; // an hour: a minute is 1

fn prices() -> Prices {
    Prices { labour_h: WAGE, oxygen_m3: 6.0, fuel_m3: 40.0, ..Prices::estimate(Fuel::Acetylene) }
}

/// A burn ground so many minutes where its plan said `planned`.
fn ground(outcome: Outcome, done: f64, planned: f64) -> Burnt {
    Burnt {
        again: false,
        outcome,
        burning: None,
        oxygen: GasVolume::from_m3(0.0),
        fuel: GasVolume::from_m3(0.0),
        grinding: Some(Grinding {
            done: Duration::from_s(60.0 * done),
            planned: Duration::from_s(60.0 * planned),
        }),
        causes: Vec::new(),
        since_cleaned: None,
        prices: prices(),
    }
}

fn lost(minutes: f64) -> Burnt {
    Burnt {
        burning: Some(Duration::from_s(60.0 * minutes)),
        oxygen: GasVolume::from_m3(0.5),
        fuel: GasVolume::from_m3(0.025),
        grinding: None,
        ..ground(Outcome::Lost, 0.0, 1.0)
    }
}

/// Worked by hand: good cuts take twice the planned minute here, so a poor one of 8 minutes where 2 were planned is 4 too many.
#[test]
fn a_poor_edge_costs_what_is_ground_beyond_the_usual_of_this_shop() {
    let good = [1.9, 2.0, 2.0, 2.4].map(|done| ground(Outcome::Good, done, 1.0));
    let mut burns = good.to_vec();
    burns.push(ground(Outcome::Poor, 8.0, 2.0));
    burns.push(lost(3.0));
    let found = bill(&burns);
    assert!((found.usual - 2.0).abs() < 1e-12);
    assert_eq!((found.counts, found.unknown), ([0, 1, 1, 0], 0));
    assert!((found.measured.grinding.as_s() - 240.0).abs() < 1e-9);
    // four minutes; and three minutes, half a cubic metre of oxygen, 25 litres of acetylene
    assert!((found.measured.money - (4.0 + 3.0 + 3.0 + 1.0)).abs() < 1e-9, "{found:?}");
    assert!(found.estimated.abs() < 1e-12);
}

/// With two good burns the plan itself is the usual; a poor one that was ground no longer than that costs nothing.
#[test]
fn few_good_burns_make_no_habit() {
    let few = [ground(Outcome::Good, 5.0, 1.0), ground(Outcome::Good, 5.0, 1.0)];
    let found = bill(&[&few[..], &[ground(Outcome::Usable, 0.5, 1.0)]].concat());
    assert!((found.usual - 1.0).abs() < 1e-12 && found.measured.money.abs() < 1e-12);
}

/// One that nobody timed is taken as the mean of its like, apart from what was measured; without its like it is unknown.
#[test]
fn what_was_not_measured_is_kept_apart() {
    let untimed = Burnt { grinding: None, ..ground(Outcome::Poor, 0.0, 1.0) };
    let burns = [
        ground(Outcome::Poor, 3.0, 1.0),
        ground(Outcome::Poor, 7.0, 1.0),
        untimed,
        Burnt { burning: None, ..lost(1.0) },
    ];
    let found = bill(&burns);
    assert!((found.measured.money - 8.0).abs() < 1e-9 && (found.estimated - 4.0).abs() < 1e-9);
    assert_eq!((found.counts, found.unknown), ([0, 3, 1, 0], 1));
}

/// Worked by hand: three minutes, half a cubic metre of oxygen and 25 litres of acetylene, whatever the edge is like; untimed
/// it is the mean of those cut anew, never of those that were ground.
#[test]
fn a_piece_that_is_cut_anew_cost_all_it_took() {
    let anew = Burnt { again: true, outcome: Outcome::Poor, ..lost(3.0) };
    let found = bill(&[ground(Outcome::Poor, 9.0, 1.0), anew.clone()]);
    assert_eq!(found.counts, [0, 1, 0, 1]);
    assert!((found.measured.money - (8.0 + 3.0 + 3.0 + 1.0)).abs() < 1e-9, "{found:?}");
    assert!((found.measured.burning.as_s() - 180.0).abs() < 1e-9);
    let untimed = Burnt { burning: None, ..anew.clone() };
    let found = bill(&[ground(Outcome::Poor, 9.0, 1.0), anew, untimed]);
    assert!((found.estimated - 7.0).abs() < 1e-9 && found.unknown == 0, "{found:?}");
}

#[test]
fn a_cost_goes_to_its_causes_by_how_likely_each_is() {
    let told = |done: f64, causes: &[(&str, f64)]| Burnt {
        causes: causes.iter().map(|(code, part)| ((*code).to_owned(), *part)).collect(),
        ..ground(Outcome::Poor, done, 1.0)
    };
    let found = bill(&[
        told(11.0, &[("tip_bore_dirty", 1.0)]),
        told(5.0, &[("tip_bore_dirty", 0.5), ("too_fast", 0.25)]),
        told(2.0, &[]),
    ]);
    let of: Vec<_> = found
        .causes
        .iter()
        .map(|it| (it.cause.as_deref(), it.burns, (it.loss.money * 1e6).round() / 1e6))
        .collect();
    assert_eq!(
        of,
        [(Some("tip_bore_dirty"), 1.5, 12.0), (None, 1.25, 2.0), (Some("too_fast"), 0.25, 1.0)]
    );
}

fn after(since: u32, minutes: f64) -> Burnt {
    Burnt { since_cleaned: Some(since), ..ground(Outcome::Poor, 1.0 + minutes, 1.0) }
}

/// Ten late cuts at 10 ± 1 minutes too many against ten early ones at 2 ± 1, cleaned every five: two cleanings more.
#[test]
fn cleaning_pays_by_what_late_cuts_cost_more() {
    let side = |since: u32, at: f64| {
        (0..10).map(move |i| after(since, at + if i % 2 == 0 { 1.0 } else { -1.0 }))
    };
    let burns: Vec<Burnt> = side(1, 2.0).chain(side(7, 10.0)).collect();
    let found = cleaning(&burns, 5).expect("numbers").expect("enough of both");
    assert_eq!((found.early, found.late, found.cleanings), (10, 10, 2));
    let spent = 2.0 * CLEANING.as_s() / 60.0;
    assert!((found.saved.1 - (80.0 - spent)).abs() < 1e-9, "{found:?}");
    assert!(found.saved.0 > 60.0 && found.saved.0 < found.saved.1 && found.saved.1 < found.saved.2);
    assert!(found.judged.probability_a_better < 0.001, "the late ones are not the cheaper");
    let few: Vec<Burnt> = burns.iter().skip(3).cloned().collect();
    assert!(few.len() - 10 < EACH_SIDE);
    assert_eq!(cleaning(&few, 5).expect("numbers"), None);
}

fn any_burn() -> impl Strategy<Value = Burnt> {
    let outcome =
        prop::sample::select(vec![Outcome::Good, Outcome::Usable, Outcome::Poor, Outcome::Lost]);
    (outcome, 0.0..60.0, 0.1..10.0, any::<bool>(), 0.0..=1.0).prop_map(
        |(outcome, done, planned, timed, part)| {
            let mut burn =
                if outcome == Outcome::Lost { lost(done) } else { ground(outcome, done, planned) };
            if !timed {
                (burn.grinding, burn.burning) = (None, None);
            }
            burn.causes = vec![("too_fast".to_owned(), part)];
            burn
        },
    )
}

proptest! {
    /// Every cost is somebody's: the causes add up to the whole, in money, minutes and burns; nothing is ever gained.
    #[test]
    fn causes_add_up_to_the_whole(burns in prop::collection::vec(any_burn(), 0..60)) {
        let found = bill(&burns);
        let sum = |of: fn(&galvanon_core::record::poor_edges::OfCause) -> f64| {
            found.causes.iter().map(of).sum::<f64>()
        };
        prop_assert!((sum(|it| it.loss.money) - found.measured.money).abs() < 1e-6);
        prop_assert!((sum(|it| it.loss.grinding.as_s()) - found.measured.grinding.as_s()).abs() < 1e-6);
        prop_assert!((sum(|it| it.burns) - f64::from(found.counts.iter().sum::<u32>())).abs() < 1e-6);
        prop_assert!(found.measured.money >= 0.0 && found.estimated >= 0.0);
        let mut turned = burns.clone();
        turned.reverse();
        prop_assert!((bill(&turned).measured.money - found.measured.money).abs() < 1e-6);
    }

    /// A minute more at the grinder for a poor edge never makes the bill smaller.
    #[test]
    fn more_grinding_never_costs_less(burns in prop::collection::vec(any_burn(), 1..30), more in 0.0..30.0) {
        let mut worse = burns.clone();
        for burn in worse.iter_mut().filter(|burn| burn.outcome != Outcome::Good) {
            if let Some(grinding) = &mut burn.grinding {
                grinding.done = Duration::from_s(grinding.done.as_s() + 60.0 * more);
            }
        }
        prop_assert!(bill(&worse).measured.money >= bill(&burns).measured.money - 1e-9);
    }
}
