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
        tree.add(&burn.class, *y, 1.0, 1);
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

/// A share with the margin that so few leave it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Share {
    /// Part of one.
    pub share: f64,
    /// Low end of its 95 % margin.
    pub low: f64,
    /// High end.
    pub high: f64,
}

/// What a band of the next burn should hold.
pub const SHOULD_HOLD: f64 = 0.8;
/// Of the normal distribution, 97.5 of 100 lie below.
const Z95: f64 = 1.959_963_984_540_054;

/// How large a share is of which `hits` of `n` are known, by the score interval; everything is possible where none is.
///
/// ```text
/// (p + z²/2n ± z·√(p(1−p)/n + z²/4n²)) / (1 + z²/n)
/// ```
///
/// Source: `wilson_1927`.
///
/// # Examples
/// Newcombe's example of 81 of 263 (1998, table I, method 3).
/// ```
/// use galvanon_core::record::truer::share;
/// let found = share(81, 263);
/// assert!((found.low - 0.2553).abs() < 5e-5 && (found.high - 0.3662).abs() < 5e-5);
/// ```
#[must_use]
pub fn share(hits: u32, n: u32) -> Share {
    if n == 0 {
        return Share { share: 0.0, low: 0.0, high: 1.0 };
    }
    let (n, p) = (f64::from(n), f64::from(hits.min(n)) / f64::from(n));
    let z2 = Z95 * Z95;
    let middle = p + z2 / (2.0 * n);
    let half = Z95 * (p * (1.0 - p) / n + z2 / (4.0 * n * n)).sqrt();
    let whole = 1.0 + z2 / n;
    Share {
        share: p,
        low: ((middle - half) / whole).max(0.0),
        high: ((middle + half) / whole).min(1.0),
    }
}

/// Whether a band holds what it should.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Honesty {
    /// As far as so few tell.
    Honest,
    /// It holds fewer: it says too much.
    Tight,
    /// It holds more: it says too little.
    Wide,
}

impl Share {
    /// Whether what should be held lies within its margin.
    #[must_use]
    pub fn honesty(&self) -> Honesty {
        if self.high < SHOULD_HOLD {
            Honesty::Tight
        } else if self.low > SHOULD_HOLD {
            Honesty::Wide
        } else {
            Honesty::Honest
        }
    }
}
