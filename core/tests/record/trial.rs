//! The order of strips, and burns that may be held against each other.

use std::collections::BTreeSet;

use galvanon_core::cut::Process;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::Length;
use galvanon_core::record::class::{Class, Taught};
use galvanon_core::record::compare::{Better, judge};
use galvanon_core::record::trial::{By, Way, better, matched, order};
use proptest::prelude::*;

fn class(fuel: Fuel, mm: f64, hand: u128) -> Class {
    Class::of(Process::Guided, fuel, Length::from_mm(1.2), Length::from_mm(mm)).by(Some(hand))
}

proptest! {
    #[test]
    fn an_order_holds_as_many_of_both_and_is_the_same_again(each in 2..20_usize, seed in any::<u64>()) {
        let found = order(each, seed);
        prop_assert_eq!(found.iter().filter(|way| **way == Way::A).count(), each);
        prop_assert_eq!(found.len(), 2 * each);
        prop_assert_eq!(&found, &order(each, seed));
    }

    /// Each place holds the first way about half of the time, and so does each place after the first way: nobody can guess.
    #[test]
    fn orders_lean_to_no_way(start in 0..u64::MAX / 2) {
        let orders: Vec<Vec<Way>> = (0..400).map(|i| order(4, start + i)).collect();
        for place in 0..8 {
            let first = orders.iter().filter(|order| order[place] == Way::A).count();
            prop_assert!((140..=260).contains(&first), "{place}: {first} of 400");
        }
        let different: BTreeSet<String> = orders.iter().map(|order| format!("{order:?}")).collect();
        // there are 70 orders of four and four
        prop_assert!(different.len() > 60, "{}", different.len());
    }
}

/// Two fuels, one of which only one hand burns: that hand's pace is not the fuel's.
#[test]
fn what_differs_besides_is_matched_or_left_out() {
    let mut burns = Vec::new();
    for i in 0..12 {
        let wobble = f64::from(i % 3) * 0.01;
        burns.push((Way::A, class(Fuel::Acetylene, 20.0, 1), 1.0 + wobble));
        burns.push((Way::B, class(Fuel::Propane, 20.0, 1), 1.0 + wobble));
        // a fast hand who burns acetylene alone
        burns.push((Way::A, class(Fuel::Acetylene, 20.0, 2), 1.3 + wobble));
    }
    let found = matched(&burns, By::Fuel);
    assert_eq!((found.a.len(), found.b.len(), found.left_out), (12, 12, (12, 0)));
    assert_eq!(found.differs, [By::Hand]);
    let judged = judge(&found.a, &found.b, better(Taught::Speed)).expect("an answer");
    assert!(judged.difference.abs() < 1e-12 && (judged.probability_a_better - 0.5).abs() < 1e-9);
    let plain: (Vec<f64>, Vec<f64>) = (
        burns.iter().filter(|it| it.0 == Way::A).map(|it| it.2).collect(),
        burns.iter().filter(|it| it.0 == Way::B).map(|it| it.2).collect(),
    );
    let mixed = judge(&plain.0, &plain.1, Better::Higher).expect("an answer");
    assert!(mixed.probability_a_better > 0.99, "unmatched, the hand looks like the fuel");
}

/// The newest are taken where one way has more; what is compared may differ, nothing else.
#[test]
fn the_newest_of_each_are_taken() {
    let burns: Vec<_> = (0..10)
        .map(|i| (Way::A, class(Fuel::Propane, 20.0, 1), 1.0 + f64::from(i)))
        .chain((0..3).map(|i| (Way::B, class(Fuel::Propane, 20.0, 2), 20.0 + f64::from(i))))
        .chain([(Way::B, class(Fuel::Propane, 90.0, 2), 50.0)])
        .collect();
    let found = matched(&burns, By::Hand);
    assert_eq!(found.a, [10.0, 9.0, 8.0]);
    assert_eq!(found.b, [22.0, 21.0, 20.0]);
    assert_eq!((found.left_out, found.differs), ((7, 1), vec![By::Thickness]));
}
