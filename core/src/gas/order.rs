//! How many cylinders does the shop send for, so that the work it has does not stop for gas?
//!
//! What the open work needs and a margin, less what may still be drawn from those at hand, in cylinders as the shop gets
//! them. Left out: what purging and lighting take, and how long the supplier needs. Theory: docs/model/gas.md.

use crate::quantity::GasVolume;

/// What a run needs is ordered with so much more. Source: `ours` (common practice: what the run needs plus a margin).
const MARGIN: f64 = 1.1;
/// No order is longer than this: beyond it a plan is wrong, or a bulk supply is the answer. Source: `ours`.
const MOST: f64 = 999.0;

/// One gas of the shop.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Stand {
    /// What the open work takes.
    pub needed: GasVolume,
    /// What the cylinders at hand give before each is changed.
    pub at_hand: GasVolume,
    /// What a fresh cylinder gives before it is changed; `None` where the shop has none to go by.
    pub fresh: Option<GasVolume>,
}

impl Stand {
    /// What is missing, the margin included; nothing where nothing is.
    #[must_use]
    pub fn missing(&self) -> GasVolume {
        GasVolume::from_m3((self.needed.as_m3() * MARGIN - self.at_hand.as_m3()).max(0.0))
    }

    /// How many cylinders that is; `None` where nobody knows how much a fresh one gives.
    #[must_use]
    pub fn cylinders(&self) -> Option<u32> {
        let missing = self.missing().as_m3();
        if missing <= 0.0 {
            return Some(0);
        }
        let fresh = self.fresh?.as_m3();
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "1 to 999")]
        (fresh > 0.0).then(|| (missing / fresh).ceil().min(MOST) as u32)
    }
}
