//! What does one burn more teach, without looking at those before it again?
//!
//! Its weight is judged by what the others expect of it; their weights and the noise stay as they were found last. Learning all
//! anew, now and then, finds them again. Left out: drift, which is looked for only then. Theory: docs/model/record.md.

use crate::record::class::{Key, Level};
use crate::record::learn::{Learned, Seen, aged, counts};

/// Adds a burn to what was learned; gives back its weight.
///
/// ```
/// use galvanon_core::cut::Process;
/// use galvanon_core::gas::fuel::Fuel;
/// use galvanon_core::quantity::Length;
/// use galvanon_core::record::class::{Class, Taught};
/// use galvanon_core::record::learn::{Seen, learn};
/// use galvanon_core::record::one_more::add;
///
/// let mm = Length::from_mm;
/// let class = Class::of(Process::Guided, Fuel::Propane, mm(1.2), mm(12.0));
/// let burn = Seen { class, factor: 0.9, age: 0.0, rig: 0, changed_since: false };
/// let mut learned = learn(Taught::Speed, &[burn; 4]);
/// let before = learned.told(&class).factor;
/// assert!((add(&mut learned, &burn) - 1.0).abs() < 1e-12 && learned.told(&class).factor < before);
/// ```
pub fn add(learned: &mut Learned, burn: &Seen) -> f64 {
    let (y, noise) = (burn.factor.ln(), learned.noise);
    let expected = learned.tree.at(&Key::at(&burn.class, Level::Hand));
    let off = (y - expected.mean) / (expected.var + noise * noise).sqrt();
    let weight = aged(burn) * counts(off);
    learned.tree.add(&burn.class, y, weight, 1);
    weight
}
