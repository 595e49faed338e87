//! Two exact passes over a tree of normals: what each node is, by all that lies above, beside and below it.
//!
//! ```text
//! UP    a leaf has L = Σ w/s², E = Σ w·y/s²; a node adds L' = L/(1 + L·τ²), E' = E/(1 + L·τ²) of its children
//! ROOT  precision L + 1/τ₀², information E
//! DOWN  take the child's message out of its parent; its prior variance is 1/(P − L') + τ²; add its own L, E
//! ```
//! The same as solving all nodes at once (checked against a dense solve).

use std::collections::BTreeMap;

use crate::record::class::{Class, Key, Level};

/// Weight and information of a node, before what lies above it.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
struct Below {
    l: f64,
    e: f64,
    /// Burns under it, each as one.
    n: u32,
}

impl Below {
    /// What it tells the node above.
    fn message(&self, level: Level) -> (f64, f64) {
        let by = 1.0 + self.l * level.spread().powi(2);
        (self.l / by, self.e / by)
    }
}

/// Mean and variance of the logarithm.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Normal {
    /// Mean.
    pub mean: f64,
    /// Variance.
    pub var: f64,
}

impl Normal {
    fn of(precision: f64, information: f64) -> Self {
        Self { mean: information / precision, var: 1.0 / precision }
    }
}

/// The tree, with sums that one burn changes along one path.
#[derive(Clone, Debug)]
pub struct Tree {
    nodes: BTreeMap<Key, Below>,
    /// Variance of one burn.
    s2: f64,
}

/// What a hand's burns come to: their weights, and what these pull to.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Leaf {
    /// Whose, of which class.
    pub class: Class,
    /// Sum of weights.
    pub weight: f64,
    /// Sum of weights times the logarithm of the factor.
    pub pull: f64,
    /// Burns.
    pub n: u32,
}

/// The levels from the hand up to the shop.
const UPWARD: [Level; 4] = [Level::Hand, Level::Class, Level::Process, Level::Shop];

impl Tree {
    /// An empty one, for burns of such a noise.
    pub fn new(s: f64) -> Self {
        Self { nodes: BTreeMap::new(), s2: s * s }
    }

    /// Adds a burn of a weight, or takes it away with a negative one.
    pub fn add(&mut self, class: &Class, y: f64, weight: f64, count: i32) {
        let (mut l, mut e) = (weight / self.s2, weight * y / self.s2);
        for level in UPWARD {
            let node = self.nodes.entry(Key::at(class, level)).or_default();
            let before = node.message(level);
            node.l = (node.l + l).max(0.0);
            node.e += e;
            node.n = node.n.saturating_add_signed(count);
            let after = node.message(level);
            (l, e) = (after.0 - before.0, after.1 - before.1);
        }
    }

    /// Adds a leaf that was kept, faded.
    pub fn put(&mut self, leaf: &Leaf, faded: f64) {
        let weight = leaf.weight * faded;
        if weight > 0.0 {
            let count = i32::try_from(leaf.n).unwrap_or(i32::MAX);
            self.add(&leaf.class, leaf.pull / leaf.weight, weight, count);
        }
    }

    /// Its hands.
    pub fn leaves(&self) -> impl Iterator<Item = Leaf> {
        self.nodes.iter().filter_map(|(key, node)| {
            let ((process, fuel), (bore, band), hand) = (key.process?, key.class?, key.hand?);
            let class = Class { process, fuel, bore, band, hand };
            Some(Leaf { class, weight: node.l * self.s2, pull: node.e * self.s2, n: node.n })
        })
    }

    /// How many burns lie under a node.
    pub fn count(&self, key: &Key) -> u32 {
        self.nodes.get(key).map_or(0, |node| node.n)
    }

    /// Every node.
    pub fn keys(&self) -> impl Iterator<Item = &Key> {
        self.nodes.keys()
    }

    /// What a node is; one that has no burns is what the node above it says, with the spread between them.
    pub fn at(&self, key: &Key) -> Normal {
        let own = self.nodes.get(key).copied().unwrap_or_default();
        let spread = key.level().spread();
        let Some(above) = key.above() else {
            return Normal::of(own.l + 1.0 / (spread * spread), own.e);
        };
        let parent = self.at(&above);
        let (precision, information) = (1.0 / parent.var, parent.mean / parent.var);
        let (l, e) = own.message(key.level());
        let cavity = Normal::of(precision - l, information - e);
        let prior = cavity.var + spread * spread;
        Normal::of(1.0 / prior + own.l, cavity.mean / prior + own.e)
    }
}
