//! How long does a jet take to carry off a volume of steel that it does not part from a plate?
//!
//! Washing and gouging burn most of what they take away; the rest runs off molten. The oxygen that burns it, and as much again that
//! only blows, comes through the bore at a known flow. Left out: what slag that does not run off costs again.

use crate::quantity::{Duration, GasFlow};

/// Mass of a volume of steel, kg/m³. Source: `en_1993_1_2`.
const STEEL: f64 = 7850.0;
/// The part that burns; 0.6 to 0.8. Source: `ours`.
const BURNT: f64 = 0.7;
/// Oxygen for iron burnt to Fe3O4, kg/kg. Source: `awhb_slag_oxygen`.
const OXYGEN: f64 = 0.382;
/// Oxygen supplied for what is needed; 1.3 to 3. Source: `ours`.
const SUPPLIED: f64 = 2.0;
/// Oxygen at reference conditions, kg/m³. Source: `computed`.
const DENSITY: f64 = 1.33;

/// Time to carry a volume off.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `volume` | steel taken away, `V` | m³ |
/// | `flow` | cutting oxygen, `Q` | m³/s |
/// | → | time | s |
///
/// ```text
/// t = 7850 · V · 0.7 · 0.382 · 2 / (1.33 · Q)
/// ```
/// Source: `ours`, on the oxygen of `awhb_slag_oxygen`.
///
/// # Examples
/// A bar 9.5 by 38 by 610 mm with 2 mm left, at 60 l/min: some nine minutes.
/// ```
/// use galvanon_core::quantity::GasFlow;
/// use galvanon_core::work::oxygen::time_to_remove;
///
/// let time = time_to_remove(0.0075 * 0.038 * 0.610, GasFlow::from_m3_s(0.060 / 60.0));
/// assert!((time.as_s() / 60.0 - 9.0).abs() < 0.3);
/// ```
#[must_use]
pub fn time_to_remove(volume: f64, flow: GasFlow) -> Duration {
    let oxygen = STEEL * volume * BURNT * OXYGEN * SUPPLIED / DENSITY;
    Duration::from_s(oxygen / flow.as_m3_s())
}
