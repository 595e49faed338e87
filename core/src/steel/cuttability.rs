//! Does plain oxygen cut it? Each alloying element against the published limits.
//!
//! Iron burns in oxygen below its melting point; enough chromium, nickel or aluminium makes
//! an oxide that does not melt away, and the burning stops. A first pass over a grade's
//! composition; sums and unknown metals come later. Theory: docs/model/steel.md.

use serde::Deserialize;

use super::grade::Grade;
use crate::error::Result;
use crate::reference::tables;

/// A row of alloy-limits.csv, percent by weight.
#[derive(Clone, Debug, Deserialize)]
pub struct AlloyLimit {
    /// Symbol of the element.
    pub element: String,
    cuts_normally_up_to_percent: f64,
    cuts_with_care_up_to_percent: f64,
}

/// How far plain oxygen cuts a steel.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub enum Cuttability {
    /// As mild steel.
    Cuts,
    /// With care: preheat, a clean surface, a watch for cracks.
    WithCare,
    /// Not by plain oxygen.
    DoesNotCut,
}

/// The element that limits a steel most.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Verdict {
    /// How far oxygen cuts it.
    pub cuttability: Cuttability,
    /// The element and its percentage, when one stands above its normal limit.
    pub because: Option<(&'static str, f64)>,
}

/// How far plain oxygen cuts `grade`, by its typical composition. Source: `awhb_alloy_effects`.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn cuttability(grade: &Grade) -> Result<Verdict> {
    let limits = &tables()?.alloys;
    let mut worst = Verdict { cuttability: Cuttability::Cuts, because: None };
    for (element, percent) in grade.composition() {
        let Some(limit) = limits.get(element) else { continue };
        let found = if percent <= limit.cuts_normally_up_to_percent {
            Cuttability::Cuts
        } else if percent <= limit.cuts_with_care_up_to_percent {
            Cuttability::WithCare
        } else {
            Cuttability::DoesNotCut
        };
        if found > worst.cuttability {
            worst = Verdict { cuttability: found, because: Some((element, percent)) };
        }
    }
    Ok(worst)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::steel::grade::grade;

    #[test]
    fn mild_steel_cuts_and_stainless_does_not() {
        // common practice: chromium oxide stops the burning of stainless
        let mild = grade("A36").and_then(cuttability);
        assert_eq!(mild.map(|v| v.cuttability), Ok(Cuttability::Cuts));
        let stainless = grade("304").and_then(cuttability);
        assert!(stainless.is_ok_and(|v| v.cuttability == Cuttability::DoesNotCut
            && v.because.is_some_and(|(element, _)| element == "Cr")));
    }
}
