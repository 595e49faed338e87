//! Are plans truer for what was learned? Each burn is held against what those before it told of it, in their order: nothing
//! that came later speaks. Left out: that a rig changed on the way.

use crate::record::class::{Key, Level, Taught};
use crate::record::learn::{Factor, Seen, noise};
use crate::record::tree::Tree;

/// What the burns before each told of it: its median, and the 80 % band of one burn.
#[must_use]
pub fn foretold(kind: Taught, seen: &[Seen]) -> Vec<Factor> {
    let ys: Vec<f64> = seen.iter().map(|burn| burn.factor.ln()).collect();
    let whole = vec![1.0; seen.len()];
    let noise = noise(kind, seen, (&ys, &whole));
    let mut tree = Tree::new(noise);
    let told = seen.iter().zip(&ys).map(|(burn, y)| {
        let expected = tree.at(&Key::at(&burn.class, Level::Hand));
        tree.add(&burn.class, *y, (1.0, 1));
        Factor::of(expected, noise * noise)
    });
    told.collect()
}

/// Whether a factor lies in a band.
#[must_use]
pub fn within(told: &Factor, factor: f64) -> bool {
    (told.low..=told.high).contains(&factor)
}

/// Whether plans got truer.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Truer {
    /// Burns.
    pub n: u32,
    /// How many of them lay within the 80 % band of the next burn.
    pub within: u32,
    /// How far burns lay from the tables, root of the mean square of the logarithm.
    pub before: f64,
    /// How far from what was told.
    pub after: f64,
}

/// Holds each burn against what was told of it.
#[must_use]
pub fn truer(seen: &[Seen], told: &[Factor]) -> Truer {
    let mut found = Truer::default();
    for (burn, told) in seen.iter().zip(told) {
        let (y, off) = (burn.factor.ln(), (burn.factor / told.median).ln());
        found.n += 1;
        found.within += u32::from(within(told, burn.factor));
        found.before += y * y;
        found.after += off * off;
    }
    let n = f64::from(found.n.max(1));
    Truer { before: (found.before / n).sqrt(), after: (found.after / n).sqrt(), ..found }
}
