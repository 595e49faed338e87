//! Two ways against scipy's Welch test (`reference/cases/record.py`), and beliefs against their closed form.

use galvanon_core::record::compare::{Better, judge};
use galvanon_core::record::update::Belief;
use proptest::prelude::*;

const CASES: &str = include_str!("../../../reference/cases/record_two_ways.csv");

#[test]
fn two_ways_differ_as_scipy_says() {
    let mut rows = csv::ReaderBuilder::new().comment(Some(b'#')).from_reader(CASES.as_bytes());
    let mut read = 0;
    for row in rows.records() {
        let row = row.unwrap();
        let numbers = |text: &str| -> Vec<f64> {
            text.split(' ').map(|number| number.parse().unwrap()).collect()
        };
        let wanted: Vec<f64> =
            row.iter().skip(2).take(4).map(|field| field.parse().unwrap()).collect();
        let found = judge(&numbers(&row[0]), &numbers(&row[1]), Better::Lower).unwrap();
        for (is, should) in [found.difference, found.low, found.high, found.probability_a_better]
            .iter()
            .zip(&wanted)
        {
            assert!((is - should).abs() < 1e-7 * should.abs().max(1.0), "{found:?} {wanted:?}");
        }
        read += 1;
    }
    assert_eq!(read, 40);
}

#[test]
fn what_does_not_vary_is_sure_and_too_few_are_refused() {
    let sure = judge(&[3.0, 3.0], &[4.0, 4.0, 4.0], Better::Lower).unwrap();
    assert_eq!((sure.difference, sure.low, sure.high), (-1.0, -1.0, -1.0));
    assert!((sure.probability_a_better - 1.0).abs() < 1e-12);
    assert!(judge(&[4.0, 4.0], &[3.0, 3.0], Better::Lower).unwrap().probability_a_better < 1e-12);
    let same = judge(&[4.0, 4.0], &[4.0, 4.0], Better::Higher).unwrap();
    assert!((same.probability_a_better - 0.5).abs() < 1e-12);
    assert!(judge(&[4.0], &[3.0, 3.0], Better::Lower).is_err());
}

proptest! {
    /// Changed about, the difference changes its sign and the odds add up to one; lower and higher are each other's rest.
    #[test]
    fn the_other_way_round_is_the_other_way_round(
        a in prop::collection::vec(1.0..9.0_f64, 2..20), b in prop::collection::vec(1.0..9.0_f64, 2..20),
    ) {
        let (one, other) = (judge(&a, &b, Better::Lower).unwrap(), judge(&b, &a, Better::Lower).unwrap());
        prop_assert!((one.difference + other.difference).abs() < 1e-12);
        prop_assert!((one.low + other.high).abs() < 1e-9);
        prop_assert!((one.probability_a_better + other.probability_a_better - 1.0).abs() < 1e-9);
        let higher = judge(&a, &b, Better::Higher).unwrap();
        prop_assert!((one.probability_a_better + higher.probability_a_better - 1.0).abs() < 1e-9);
        prop_assert!(one.low <= one.difference && one.difference <= one.high);
    }

    /// Taken in one by one or all at once, a belief is the same; it lies between what was believed and what was measured.
    #[test]
    fn measurements_may_come_one_by_one(
        observed in prop::collection::vec(0.3..3.0_f64, 1..30), median in 0.5..2.0_f64,
        sd in 0.05..1.0_f64, each in 0.05..1.0_f64,
    ) {
        let prior = Belief { median, sd_ln: sd };
        let whole = prior.after(&observed, each);
        let steps = observed.iter().fold(prior, |belief, one| belief.after(&[*one], each));
        prop_assert!((whole.median / steps.median - 1.0).abs() < 1e-9);
        prop_assert!((whole.sd_ln / steps.sd_ln - 1.0).abs() < 1e-9);
        prop_assert!(whole.sd_ln < sd);
        let mean = (observed.iter().map(|f| f.ln()).sum::<f64>() / observed.len() as f64).exp();
        prop_assert!(whole.median >= median.min(mean) - 1e-9 && whole.median <= median.max(mean) + 1e-9);
    }
}

/// As wide a measurement as the belief: halfway in the logarithm, and narrower by the root of two.
#[test]
fn a_belief_and_one_measurement_as_sure_meet_halfway() {
    let after = Belief { median: 1.0, sd_ln: 0.2 }.after(&[1.21], 0.2);
    assert!((after.median - 1.1).abs() < 1e-12);
    assert!((after.sd_ln - 0.2 / 2_f64.sqrt()).abs() < 1e-12);
    // 80 of 100 lie within 1.2816 standard deviations: tables of the normal distribution
    let (low, high) = after.band();
    assert!(((high / low).ln() / after.sd_ln - 2.0 * 1.2816).abs() < 1e-3);
    assert_eq!(Belief { median: 0.8, sd_ln: 0.3 }.after(&[], 0.1).median, 0.8);
}
