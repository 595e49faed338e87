//! Learning against a dense solve of the same normals, and its laws.

use galvanon_core::cut::Process;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::Length;
use galvanon_core::record::class::{Band, Class, Key, Level, Taught};
use galvanon_core::record::learn::{Leaf, Learned, Seen, faded, learn};
use galvanon_core::record::one_more::add;
use proptest::prelude::*;

pub fn class(process: usize, fuel: usize, bore: f64, hand: u128) -> Class {
    let process = [Process::Freehand, Process::Guided, Process::Machine][process];
    let fuel = [Fuel::Acetylene, Fuel::Propane][fuel];
    Class::of(process, fuel, Length::from_mm(bore), Length::from_mm(12.0)).by(Some(hand))
}

pub fn seen(class: Class, factor: f64) -> Seen {
    Seen { class, factor, age: 0.0, rig: 0, changed_since: false }
}

/// Solves A x = b by elimination with pivots.
fn solved(mut a: Vec<Vec<f64>>, mut b: Vec<f64>) -> Vec<f64> {
    let n = b.len();
    for i in 0..n {
        let pivot = (i..n).max_by(|x, y| a[*x][i].abs().total_cmp(&a[*y][i].abs())).unwrap();
        a.swap(i, pivot);
        b.swap(i, pivot);
        for row in i + 1..n {
            let by = a[row][i] / a[i][i];
            let above = a[i].clone();
            for (cell, over) in a[row].iter_mut().zip(&above).skip(i) {
                *cell -= by * over;
            }
            b[row] -= by * b[i];
        }
    }
    for i in (0..n).rev() {
        let rest: f64 = (i + 1..n).map(|j| a[i][j] * b[j]).sum();
        b[i] = (b[i] - rest) / a[i][i];
    }
    b
}

/// Every node's mean as the minimum of all squares at once: each node off the one above by its spread, each burn off its
/// hand by the noise.
fn dense(learned: &Learned, burns: &[Seen]) -> Vec<(Key, f64)> {
    let keys: Vec<Key> = learned.nodes().map(|(key, ..)| key).collect();
    let at = |key: &Key| keys.iter().position(|known| known == key).unwrap();
    let n = keys.len();
    let (mut a, mut b) = (vec![vec![0.0; n]; n], vec![0.0; n]);
    for (i, key) in keys.iter().enumerate() {
        let precision = key.level().spread().powi(-2);
        a[i][i] += precision;
        if let Some(above) = key.above() {
            let j = at(&above);
            a[j][j] += precision;
            a[i][j] -= precision;
            a[j][i] -= precision;
        }
    }
    for (burn, weight) in burns.iter().zip(&learned.weights) {
        let i = at(&Key::at(&burn.class, Level::Hand));
        let precision = weight / learned.noise.powi(2);
        a[i][i] += precision;
        b[i] += precision * burn.factor.ln();
    }
    keys.into_iter().zip(solved(a, b)).collect()
}

fn burns() -> impl Strategy<Value = Vec<Seen>> {
    let one = (0..3_usize, 0..2_usize, 0..3_usize, 0..3_u128, 0.5..2.0_f64, 0.0..400.0_f64);
    let made = one.prop_map(|(process, fuel, bore, hand, factor, age)| Seen {
        age,
        ..seen(class(process, fuel, [1.0, 1.2, 1.5][bore], hand), factor)
    });
    prop::collection::vec(made, 1..60)
}

proptest! {
    #[test]
    fn two_passes_are_the_dense_solve(burns in burns()) {
        let learned = learn(Taught::Speed, &burns);
        for ((key, mean), (known, factor, _)) in dense(&learned, &burns).into_iter().zip(learned.nodes()) {
            prop_assert_eq!(key, known);
            prop_assert!((factor.median.ln() - mean).abs() < 1e-9, "{:?} {} {}", key, factor.median, mean.exp());
        }
    }

    /// One burn more, without looking at the others again: exactly the dense solve of the same weights and noise.
    #[test]
    fn one_burn_more_is_the_dense_solve_of_all(mut burns in burns(), more in burns()) {
        let mut learned = learn(Taught::Speed, &burns);
        for burn in more.into_iter().take(5) {
            let weight = add(&mut learned, &burn);
            prop_assert!(weight > 0.0 && weight <= 1.0);
            learned.weights.push(weight);
            burns.push(burn);
        }
        for ((key, mean), (known, factor, _)) in dense(&learned, &burns).into_iter().zip(learned.nodes()) {
            prop_assert_eq!(key, known);
            prop_assert!((factor.median.ln() - mean).abs() < 1e-9, "{:?} {} {}", key, factor.median, mean.exp());
        }
    }

    /// What is kept and faded, and one more put down the larger for it, is as if it had been added to what had faded.
    #[test]
    fn what_is_added_to_what_is_kept_fades_with_it(burns in burns(), ago in 0.0..300.0_f64, factor in 0.6..1.6_f64) {
        let learned = learn(Taught::Speed, &burns);
        let leaves: Vec<_> = learned.leaves().collect();
        let one = seen(class(0, 0, 1.0, 0), factor);
        let mut now = Learned::kept(learned.noise, &leaves, ago);
        let weight = add(&mut now, &one);
        let put = weight / faded(ago);
        let mut kept = leaves.clone();
        match kept.iter_mut().find(|leaf| leaf.class == one.class) {
            Some(leaf) => {
                (leaf.weight, leaf.pull, leaf.n) = (leaf.weight + put, leaf.pull + put * factor.ln(), leaf.n + 1);
            }
            None => kept.push(Leaf { class: one.class, weight: put, pull: put * factor.ln(), n: 1 }),
        }
        let read = Learned::kept(learned.noise, &kept, ago);
        let (a, b) = (now.told(&one.class), read.told(&one.class));
        prop_assert!((a.factor / b.factor).ln().abs() < 1e-9 && a.n == b.n, "{:?} {:?}", a, b);
    }

    /// A node lies between what lies above it and what its burns say, and knows more the deeper in burns it is.
    #[test]
    fn few_burns_lean_on_those_beside_them(count in 1..40_usize, factor in 0.6..1.6_f64) {
        let many = vec![seen(class(0, 0, 1.2, 1), factor); count];
        let learned = learn(Taught::Speed, &many);
        let median = |level| {
            let key = Key::at(&class(0, 0, 1.2, 1), level);
            learned.nodes().find(|(known, ..)| *known == key).unwrap().1.median.ln()
        };
        let [shop, process, of_class, hand] =
            [Level::Shop, Level::Process, Level::Class, Level::Hand].map(median);
        let wanted = factor.ln();
        let ordered = [0.0, shop, process, of_class, hand, wanted];
        for pair in ordered.windows(2) {
            prop_assert!((pair[1] - pair[0]) * wanted.signum() >= -1e-12, "{:?}", ordered);
        }
    }
}

#[test]
fn where_nothing_was_burnt_the_tables_stand() {
    let learned = learn(Taught::Speed, &[]);
    let told = learned.told(&class(1, 0, 1.2, 7));
    assert!((told.factor - 1.0).abs() < 1e-12 && told.n == 0 && told.from == Level::Shop);
    // 1.2816 times the root of the squares of the four spreads and the noise
    let spread = (0.25_f64.powi(2)
        + 0.15_f64.powi(2)
        + 0.12_f64.powi(2)
        + 0.10_f64.powi(2)
        + 0.15_f64.powi(2))
    .sqrt();
    assert!((told.expected.high.ln() - 1.2816 * spread).abs() < 1e-3, "{told:?}");
    assert!(learned.flagged.is_empty() && learned.changes.is_empty());
}

#[test]
fn a_plan_names_the_deepest_level_that_has_three_burns_and_moves_within_half_and_twice() {
    let mut burns = vec![seen(class(1, 0, 1.2, 1), 0.8); 3];
    burns.push(seen(class(1, 0, 1.2, 2), 0.8));
    let learned = learn(Taught::Speed, &burns);
    let told = |hand| learned.told(&class(1, 0, 1.2, hand));
    assert_eq!((told(1).from, told(1).n), (Level::Hand, 3));
    assert_eq!((told(2).from, told(2).n), (Level::Class, 4));
    assert_eq!((told(9).from, told(9).n), (Level::Class, 4));
    let other = learned.told(&class(1, 0, 2.0, 1));
    assert_eq!((other.from, other.n), (Level::Process, 4));
    let wild = learn(Taught::Speed, &vec![seen(class(1, 0, 1.2, 1), 8.0); 50]);
    assert!((wild.told(&class(1, 0, 1.2, 1)).factor - 2.0).abs() < 1e-12);
}

/// Old burns fade by half in 180 days; burns from before a change that the shop has confirmed count a tenth.
#[test]
fn what_is_old_or_from_before_a_change_weighs_less() {
    let old = Seen { age: 180.0, ..seen(class(0, 0, 1.0, 1), 1.0) };
    let before = Seen { changed_since: true, ..seen(class(0, 0, 1.0, 1), 1.0) };
    let weights = learn(Taught::Kerf, &[old, before, seen(class(0, 0, 1.0, 1), 1.0)]).weights;
    assert!((weights[0] - 0.5).abs() < 1e-12, "{weights:?}");
    assert!((weights[1] - 0.1).abs() < 1e-12 && (weights[2] - 1.0).abs() < 1e-12);
}

/// Kept by its leaves it tells the same; half a year later what it tells leans to the tables.
#[test]
fn what_is_kept_tells_the_same_and_fades() {
    let mut burns = vec![seen(class(1, 0, 1.2, 1), 0.8); 5];
    burns.extend(vec![seen(class(0, 1, 2.0, 2), 1.3); 4]);
    let learned = learn(Taught::Speed, &burns);
    let leaves: Vec<_> = learned.leaves().collect();
    assert_eq!(leaves.iter().map(|leaf| leaf.n).sum::<u32>(), 9);
    let kept = Learned::kept(learned.noise, &leaves, 0.0);
    for hand in [1, 2, 9] {
        let (one, other) =
            (learned.told(&class(1, 0, 1.2, hand)), kept.told(&class(1, 0, 1.2, hand)));
        assert!((one.factor - other.factor).abs() < 1e-12 && one.n == other.n, "{one:?} {other:?}");
    }
    let faded = Learned::kept(learned.noise, &leaves, 180.0).told(&class(1, 0, 1.2, 1));
    assert!(faded.factor > learned.told(&class(1, 0, 1.2, 1)).factor && faded.factor < 1.0);
    assert!(Learned::kept(0.15, &[], 0.0).is_empty() && !kept.is_empty());
}

/// A rig that was a fifth slower than its plans and loses half of that is faster than before, though slower than planned.
#[test]
fn a_change_is_told_against_what_was_not_against_the_plan() {
    let mut burns = vec![seen(class(1, 0, 1.2, 1), 0.7); 60];
    burns.extend(vec![seen(class(1, 0, 1.2, 1), 0.95); 20]);
    let changes = learn(Taught::Speed, &burns).changes;
    assert!(!changes.is_empty() && changes[0].at >= 60 && changes[0].more, "{changes:?}");
}

/// Where no hand is named a plan is told the class, by whomever it was burnt.
#[test]
fn a_plan_for_nobody_is_told_the_class() {
    let mut burns = vec![seen(class(1, 0, 1.2, 1), 0.7); 6];
    burns.extend(vec![seen(class(1, 0, 1.2, 2), 1.1); 6]);
    let learned = learn(Taught::Speed, &burns);
    let told = learned.told(&class(1, 0, 1.2, 1).by(None));
    assert_eq!((told.from, told.n), (Level::Class, 12));
    let hands = [1, 2].map(|hand| learned.told(&class(1, 0, 1.2, hand)).factor);
    assert!(hands[0] < told.factor && told.factor < hands[1], "{hands:?} {told:?}");
}

#[test]
fn bands_of_thickness_are_half_decades() {
    let band = |mm: f64| Band::of(Length::from_mm(mm));
    assert_eq!(band(10.0), band(31.0));
    assert!(band(9.9) < band(10.0) && band(31.7) > band(31.0));
    let (low, high) = band(12.0).ends();
    assert!((low.as_mm() - 10.0).abs() < 1e-9 && (high.as_mm() - 1000_f64.sqrt()).abs() < 1e-9);
}
