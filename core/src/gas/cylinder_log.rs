//! What became of a cylinder, by its readings: was gas taken, or does another one stand in its place?
//!
//! A reading that rises by more than two readings of one cylinder differ means a full one under the same name. Left out:
//! what a cylinder lost after its last reading, before it was changed: nobody read that. Theory: docs/model/gas.md.

use crate::gas::withdrawal::ACETYLENE_KEEP;
use crate::quantity::GasVolume;

/// Two readings of one cylinder, warm and cold, differ by less than this part of its rating. Source: `ours`.
const ALIKE: f64 = 0.05;

/// With no more than this part of its rating left a cylinder is empty: it is marked, and goes back. Source: `ours`; acetylene
/// takes its solvent along below it.
const EMPTY: f64 = ACETYLENE_KEEP;

/// Whether a cylinder is empty to the shop: some gas stays in it.
#[must_use]
pub fn is_empty(contents: GasVolume, rated: GasVolume) -> bool {
    contents.as_m3() <= EMPTY * rated.as_m3()
}

/// What happened between two readings.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Turn {
    /// So much was taken; under nothing where the later one was read a little higher.
    Taken(GasVolume),
    /// It was changed.
    Changed {
        /// What was last read in the one before.
        left: GasVolume,
        /// What was first read in the one after.
        with: GasVolume,
    },
}

/// What happened between the readings of a cylinder, one after the other.
///
/// ```
/// use galvanon_core::gas::cylinder_log::{Turn, turns};
/// use galvanon_core::quantity::GasVolume;
/// let litres = |l: f64| GasVolume::from_m3(l / 1e3);
/// let found = turns(&[6_900.0, 3_000.0, 800.0, 6_700.0].map(litres), litres(6_900.0));
/// assert!(matches!(found[..], [Turn::Taken(_), Turn::Taken(_), Turn::Changed { .. }]));
/// ```
#[must_use]
pub fn turns(readings: &[GasVolume], rated: GasVolume) -> Vec<Turn> {
    let one = |pair: &[GasVolume]| {
        let taken = pair[0].as_m3() - pair[1].as_m3();
        if -taken > ALIKE * rated.as_m3() {
            Turn::Changed { left: pair[0], with: pair[1] }
        } else {
            Turn::Taken(GasVolume::from_m3(taken))
        }
    };
    readings.windows(2).map(one).collect()
}

/// All that was taken by these turns, never under nothing.
#[must_use]
pub fn taken(turns: &[Turn]) -> GasVolume {
    let each = turns.iter().map(|turn| match turn {
        Turn::Taken(volume) => volume.as_m3(),
        Turn::Changed { .. } => 0.0,
    });
    GasVolume::from_m3(each.sum::<f64>().max(0.0))
}
