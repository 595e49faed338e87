//! How does the shop burn against its plans, as far as its burns tell?
//!
//! A burn against its plan with all learned factors at 1 is a factor. Its logarithm is the shop's, plus what the way of moving
//! with that fuel, the class, and the hand add, plus noise: few burns of a class lean on those beside it, many speak for
//! themselves. Left out: that factors of one burn hang together. Theory: docs/model/record.md.

use std::collections::BTreeMap;

use crate::band::Band;
use crate::record::class::{Class, Key, Level, Taught};
pub use crate::record::tree::Leaf;
use crate::record::tree::{Normal, Tree};

/// A burn against its plan.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Seen {
    /// Where it belongs.
    pub class: Class,
    /// Done over planned, all learned factors at 1.
    pub factor: f64,
    /// How long ago, days.
    pub age: f64,
    /// Which rig, by a number: a change of pace is looked for in each by itself.
    pub rig: u32,
    /// Whether the shop has said that something changed after it.
    pub changed_since: bool,
}

/// Weights halve in so many days. Source: `ours`.
const HALVES: f64 = 180.0;
/// A burn from before a change counts so much. Source: `ours`.
const BEFORE_A_CHANGE: f64 = 0.1;
/// The noise before the shop's own burns say it counts like so many of them. Source: `ours`.
const NOISE_BURNS: f64 = 20.0;
/// A residual counts in the noise up to so many standard deviations. Source: `ours`.
const CUT_AT: f64 = 2.5;
/// A burn within so many keeps its whole weight; beyond, the cube of what it exceeds that by is lost. Source: `ours`.
const WHOLE_TO: f64 = 2.0;
/// Farther off it is flagged. Source: `ours`.
const FLAGGED: f64 = 3.5;
/// Weights are found anew so often, each time with those of before. Source: `ours`: they settle in three.
const ROUNDS: usize = 4;
/// A sum of residuals, each cut at so many and less this slack, that passes a bound is a change. Source: `ours`.
const DRIFT: (f64, f64, f64) = (2.0, 0.5, 5.0);
/// Half of an 80 % band, standard deviations.
const EIGHTY: f64 = 1.281_551_565_544_8;
/// A plan is moved by no more. Source: `ours`.
pub const HELD: (f64, f64) = (0.5, 2.0);
/// A level names itself in a trace from so many burns on. Source: `ours`.
const NAMED_FROM: u32 = 3;

/// A factor with its 80 % band.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Factor {
    /// What half of the burns lie under.
    pub median: f64,
    /// Low end.
    pub low: f64,
    /// High end.
    pub high: f64,
}

impl Factor {
    pub(super) fn of(normal: Normal, more: f64) -> Self {
        let half = EIGHTY * (normal.var + more).sqrt();
        let at = |ln: f64| ln.exp();
        Self { median: at(normal.mean), low: at(normal.mean - half), high: at(normal.mean + half) }
    }
}

/// What a plan is told.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Told {
    /// What the planned figure is multiplied by: within half and twice.
    pub factor: f64,
    /// How many burns stand behind the level it names.
    pub n: u32,
    /// That level.
    pub from: Level,
    /// Where the next burn is expected, 80 %.
    pub expected: Factor,
}

/// A rig that burns otherwise than before.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Change {
    /// The burn at which it was seen: place in the list.
    pub at: usize,
    /// Whether the figure is more than before, whatever it was against its plan.
    pub more: bool,
}

/// What was learned of one kind.
#[derive(Clone, Debug)]
pub struct Learned {
    pub(super) tree: Tree,
    /// Noise of one burn, a standard deviation of the logarithm.
    pub noise: f64,
    /// Burns that are far off what is expected of them: place in the list, and by how many standard deviations.
    pub flagged: Vec<(usize, f64)>,
    /// Where a change was seen.
    pub changes: Vec<Change>,
    /// The weight of each burn, in the order given.
    pub weights: Vec<f64>,
}

/// Learns of burns in the order in which they happened.
#[must_use]
pub fn learn(kind: Taught, seen: &[Seen]) -> Learned {
    let ys: Vec<f64> = seen.iter().map(|burn| burn.factor.ln()).collect();
    let ages: Vec<f64> = seen.iter().map(aged).collect();
    let noise = noise(kind, seen, (&ys, &ages));
    let (weights, off, tree) = weighed(seen, (&ys, &ages), noise);
    let flagged = off.iter().copied().enumerate().filter(|(_, z)| z.abs() > FLAGGED).collect();
    let changes = changes(seen, (&ys, &ages), noise);
    let weights = weights.iter().zip(&ages).map(|(w, age)| w * age).collect();
    Learned { tree, noise, flagged, changes, weights }
}

/// What a burn counts by its age, and by whether its rig has changed since.
pub(super) fn aged(burn: &Seen) -> f64 {
    let before = if burn.changed_since { BEFORE_A_CHANGE } else { 1.0 };
    faded(burn.age) * before
}

/// What is left of a weight after so many days.
#[must_use]
pub fn faded(days: f64) -> f64 {
    0.5_f64.powf(days.max(0.0) / HALVES)
}

/// What a burn counts that lies so many standard deviations off.
pub(super) fn counts(off: f64) -> f64 {
    let beyond = (WHOLE_TO / off.abs()).min(1.0);
    beyond * beyond * beyond
}

/// What each burn counts beside the others, how far off it lies, and the tree that grows of them: with the noise given, the
/// order of the burns is of no matter.
fn weighed(seen: &[Seen], (ys, ages): (&[f64], &[f64]), noise: f64) -> (Vec<f64>, Vec<f64>, Tree) {
    let mut weights = vec![1.0; seen.len()];
    let mut off = vec![0.0; seen.len()];
    let grown = |weights: &[f64]| {
        let mut tree = Tree::new(noise);
        for (i, burn) in seen.iter().enumerate() {
            tree.add(&burn.class, ys[i], ages[i] * weights[i], 1);
        }
        tree
    };
    for _ in 0..ROUNDS {
        let mut tree = grown(&weights);
        for (i, burn) in seen.iter().enumerate() {
            off[i] = without(&mut tree, &burn.class, (ys[i], ages[i] * weights[i]), noise);
            weights[i] = counts(off[i]);
        }
    }
    let tree = grown(&weights);
    (weights, off, tree)
}

/// How far a burn lies from what all others expect of it, standard deviations.
fn without(tree: &mut Tree, class: &Class, (y, weight): (f64, f64), noise: f64) -> f64 {
    tree.add(class, y, -weight, 0);
    let expected = tree.at(&Key::at(class, Level::Hand));
    tree.add(class, y, weight, 0);
    (y - expected.mean) / (expected.var + noise * noise).sqrt()
}

/// The noise of one burn, from how far each lies from what those before it expect.
///
/// ```text
/// s² = (20·s₀² + Σ w·r²·s²/(s² + v)) / (20 + Σ w)
/// ```
pub(super) fn noise(kind: Taught, seen: &[Seen], (ys, ages): (&[f64], &[f64])) -> f64 {
    let s0 = kind.noise();
    let mut s2 = s0 * s0;
    for _ in 0..2 {
        let mut tree = Tree::new(s2.sqrt());
        let (mut sum, mut weight) = (NOISE_BURNS * s0 * s0, NOISE_BURNS);
        for (i, burn) in seen.iter().enumerate() {
            let expected = tree.at(&Key::at(&burn.class, Level::Hand));
            let most = CUT_AT * (expected.var + s2).sqrt();
            let r = (ys[i] - expected.mean).clamp(-most, most);
            sum += ages[i] * r * r * s2 / (s2 + expected.var);
            weight += ages[i];
            tree.add(&burn.class, expected.mean + r, ages[i], 1);
        }
        s2 = sum / weight;
    }
    s2.sqrt()
}

/// Burns at which the sum of what a rig is off, one way, passes the bound; it begins anew after each.
fn changes(seen: &[Seen], (ys, ages): (&[f64], &[f64]), noise: f64) -> Vec<Change> {
    let (cut, slack, bound) = DRIFT;
    let mut tree = Tree::new(noise);
    let mut sums: BTreeMap<u32, (f64, f64)> = BTreeMap::new();
    let mut found = Vec::new();
    for (i, burn) in seen.iter().enumerate() {
        let expected = tree.at(&Key::at(&burn.class, Level::Hand));
        let off = (ys[i] - expected.mean) / (expected.var + noise * noise).sqrt();
        let z = off.clamp(-cut, cut);
        let (up, down) = sums.entry(burn.rig).or_default();
        *up = (*up + z - slack).max(0.0);
        *down = (*down - z - slack).max(0.0);
        if *up > bound || *down > bound {
            found.push(Change { at: i, more: *up > bound });
            (*up, *down) = (0.0, 0.0);
        }
        let kept = expected.mean + z * (expected.var + noise * noise).sqrt();
        tree.add(&burn.class, kept, ages[i], 1);
    }
    found
}

impl Told {
    /// Where the next burn is expected, of a figure that was planned with this factor.
    #[must_use]
    pub fn next(&self, planned: f64) -> Band<f64> {
        let at_one = planned / self.factor;
        let Factor { median, low, high } = self.expected;
        Band { low, set: median, high }.times(at_one)
    }
}

impl Learned {
    /// Every node with its factor and how many burns stand behind it.
    pub fn nodes(&self) -> impl Iterator<Item = (Key, Factor, u32)> {
        self.tree.keys().map(|key| (*key, Factor::of(self.tree.at(key), 0.0), self.tree.count(key)))
    }

    /// What its leaves hold, to be kept: with the noise they are all of it.
    pub fn leaves(&self) -> impl Iterator<Item = Leaf> {
        self.tree.leaves()
    }

    /// As it was kept: what has faded since by how long ago, days.
    #[must_use]
    pub fn kept(noise: f64, leaves: &[Leaf], ago: f64) -> Self {
        let faded = faded(ago);
        let mut tree = Tree::new(noise);
        for leaf in leaves {
            tree.put(leaf, faded);
        }
        Self { tree, noise, flagged: Vec::new(), changes: Vec::new(), weights: Vec::new() }
    }

    /// Whether nothing was burnt that tells anything.
    #[must_use]
    pub fn is_empty(&self) -> bool {
        self.tree.keys().next().is_none()
    }

    /// What a plan of a class is told: the deepest node (the class where no hand is named), named by the deepest level that
    /// has three burns.
    #[must_use]
    pub fn told(&self, class: &Class) -> Told {
        let deepest = if class.hand.is_some() { Level::Hand } else { Level::Class };
        let normal = self.tree.at(&Key::at(class, deepest));
        let count = |level: Level| self.tree.count(&Key::at(class, level));
        let levels = [Level::Hand, Level::Class, Level::Process, Level::Shop];
        let mut levels = levels.into_iter().filter(|level| *level <= deepest);
        let from = levels.find(|level| count(*level) >= NAMED_FROM);
        let from = from.unwrap_or(Level::Shop);
        Told {
            factor: normal.mean.exp().clamp(HELD.0, HELD.1),
            n: count(from),
            from,
            expected: Factor::of(normal, self.noise * self.noise),
        }
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::{Seen, weighed};
    use crate::cut::Process;
    use crate::gas::fuel::Fuel;
    use crate::quantity::Length;
    use crate::record::class::Class;

    fn burn(bore: f64, hand: u128, factor: f64) -> Seen {
        let class =
            Class::of(Process::Guided, Fuel::Propane, Length::from_mm(bore), Length::from_mm(12.0));
        Seen { class: class.by(Some(hand)), factor, age: 0.0, rig: 0, changed_since: false }
    }

    proptest! {
        /// The noise is judged burn by burn, as they came; all else of them together. What the noise then does to a far-off
        /// burn has no bound worth a law: its weight falls the faster the farther it lies.
        #[test]
        fn with_the_noise_given_the_order_of_burns_is_of_no_matter(
            burns in prop::collection::vec((0..3_usize, 0..3_u128, 0.4..2.5_f64, 0.05..1.0_f64), 1..60),
            noise in 0.05..0.5_f64,
            turn in 0..60_usize,
        ) {
            let mut order: Vec<usize> = (0..burns.len()).collect();
            order.rotate_left(turn % burns.len());
            order.reverse();
            let weigh = |order: &[usize]| {
                let of = |i: &usize| burns[*i];
                let seen: Vec<Seen> =
                    order.iter().map(of).map(|(bore, hand, factor, _)| burn([1.0, 1.2, 1.5][bore], hand, factor)).collect();
                let ys: Vec<f64> = seen.iter().map(|burn| burn.factor.ln()).collect();
                let ages: Vec<f64> = order.iter().map(of).map(|(.., age)| age).collect();
                let (weights, off, _) = weighed(&seen, (&ys, &ages), noise);
                (weights, off)
            };
            let as_came: Vec<usize> = (0..burns.len()).collect();
            let ((weights, off), (of_turned, off_turned)) = (weigh(&as_came), weigh(&order));
            for (at, i) in order.iter().enumerate() {
                prop_assert!((weights[*i] - of_turned[at]).abs() < 1e-9, "{} {}", weights[*i], of_turned[at]);
                prop_assert!((off[*i] - off_turned[at]).abs() < 1e-9, "{} {}", off[*i], off_turned[at]);
            }
        }
    }
}
