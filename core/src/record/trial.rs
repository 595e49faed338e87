//! Two ways tried on strips of the same plate: in which order, and which burns of before may be held against each other.
//!
//! Strips are cut in an order that nobody chose, as many of each way: what changes through a plate or a morning falls on both.
//! Burns that are there already were not drawn by lot, so only those are compared that are alike in all else; what has no
//! counterpart is left out and counted. Left out: what no record tells, as the weather.

use std::collections::{BTreeMap, BTreeSet};

use crate::range::Range;
use crate::record::class::{Class, Taught};
use crate::record::compare::Better;

/// Which of the two.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Way {
    /// The first.
    A,
    /// The second.
    B,
}

/// What is measured of each strip.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Measure {
    /// At the grinder, minutes.
    CleanUpMin,
    /// Out of square, mm.
    PerpendicularityMm,
    /// Roughness Rz5, micrometres.
    RoughnessUm,
    /// The worse of its two ranges of ISO 9013, perpendicularity 1 to 5 or roughness 1 to 4.
    Grade,
    /// Slag, by eye: 0 none, 1 taps off, 2 chips off, 3 must be ground.
    Slag,
    /// Oxygen by gauge or scale, litres.
    OxygenL,
    /// From lever to end, seconds.
    DurationS,
}

impl Measure {
    /// Less of any of them is better.
    #[must_use]
    pub const fn better(self) -> Better {
        Better::Lower
    }
}

/// Strips of each way.
pub const EACH: Range = Range::new("each", "1", 2.0, 20.0);
/// What is measured of one.
pub const VALUE: Range = Range::new("value", "1", 0.0, 1e6);

/// The next number of a row that a seed begins: splitmix64.
fn next(state: &mut u64) -> u64 {
    *state = state.wrapping_add(0x9E37_79B9_7F4A_7C15);
    let mut z = *state;
    z = (z ^ (z >> 30)).wrapping_mul(0xBF58_476D_1CE4_E5B9);
    z = (z ^ (z >> 27)).wrapping_mul(0x94D0_49BB_1331_11EB);
    z ^ (z >> 31)
}

/// In which order the strips are cut: `each` of both ways, shuffled by a seed; the same seed gives the same order.
#[must_use]
pub fn order(each: usize, seed: u64) -> Vec<Way> {
    let mut all: Vec<Way> = (0..2 * each).map(|i| if i < each { Way::A } else { Way::B }).collect();
    let mut state = seed;
    for last in (1..all.len()).rev() {
        let below = u64::try_from(last + 1).unwrap_or(u64::MAX);
        let at = usize::try_from(next(&mut state) % below).unwrap_or(0);
        all.swap(last, at);
    }
    all
}

/// In what two burns may differ.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum By {
    /// How the torch is moved.
    Process,
    /// What burns.
    Fuel,
    /// The tip's bore.
    Bore,
    /// How thick: half decades.
    Thickness,
    /// Whose hand.
    Hand,
}

/// Whether less of a factor is better: a pace is better high, all else low.
#[must_use]
pub fn better(kind: Taught) -> Better {
    if kind == Taught::Speed { Better::Higher } else { Better::Lower }
}

fn part(class: &Class, by: By) -> u128 {
    match by {
        By::Process => class.process as u128,
        By::Fuel => class.fuel as u128,
        By::Bore => u128::from(class.bore),
        By::Thickness => {
            u128::from(class.band.number().unsigned_abs())
                + if class.band.number() < 0 { 1_000 } else { 0 }
        }
        By::Hand => class.hand.map_or(0, |hand| hand.wrapping_add(1)),
    }
}

/// Burns of two ways that are alike in all but what is compared.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Matched {
    /// Factors of the first.
    pub a: Vec<f64>,
    /// Of the second, as many.
    pub b: Vec<f64>,
    /// Burns of each that have no counterpart.
    pub left_out: (usize, usize),
    /// In what else the two differ, all of their burns taken: what a plain comparison would mix in.
    pub differs: Vec<By>,
}

/// Takes of each way as many burns, kind of work for kind of work, the newest first; burns come oldest first.
#[must_use]
pub fn matched(burns: &[(Way, Class, f64)], by: By) -> Matched {
    let others: Vec<By> = [By::Process, By::Fuel, By::Bore, By::Thickness, By::Hand]
        .into_iter()
        .filter(|other| *other != by)
        .collect();
    let cell =
        |class: &Class| -> Vec<u128> { others.iter().map(|other| part(class, *other)).collect() };
    let mut cells: BTreeMap<Vec<u128>, (Vec<f64>, Vec<f64>)> = BTreeMap::new();
    for (way, class, factor) in burns.iter().rev() {
        let (a, b) = cells.entry(cell(class)).or_default();
        if *way == Way::A { a.push(*factor) } else { b.push(*factor) }
    }
    let mut found = Matched::default();
    for (a, b) in cells.into_values() {
        let count = a.len().min(b.len());
        found.left_out.0 += a.len() - count;
        found.left_out.1 += b.len() - count;
        found.a.extend(&a[..count]);
        found.b.extend(&b[..count]);
    }
    let values = |way: Way, other: By| -> BTreeSet<u128> {
        let own = burns.iter().filter(|(known, ..)| *known == way);
        own.map(|(_, class, _)| part(class, other)).collect()
    };
    found.differs = others
        .into_iter()
        .filter(|other| values(Way::A, *other) != values(Way::B, *other))
        .collect();
    found
}
