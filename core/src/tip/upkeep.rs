//! How often was a tip used since it was cleaned?
//!
//! Core knows no clock: whoever has one puts what happened to a tip in order.

/// What happens to a tip.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Happened {
    /// It made a cut.
    Cut,
    /// It was cleaned.
    Cleaned,
}

/// Before each cut, in order: how many the tip had made since it was cleaned; `None` before anybody knows that it was.
///
/// ```
/// use galvanon_core::tip::upkeep::{Happened::{Cleaned, Cut}, since_cleaned};
/// assert_eq!(since_cleaned(&[Cut, Cleaned, Cut, Cut, Cleaned, Cut]), [None, Some(0), Some(1), Some(0)]);
/// ```
#[must_use]
pub fn since_cleaned(happened: &[Happened]) -> Vec<Option<u32>> {
    let mut since = None;
    let mut found = Vec::new();
    for each in happened {
        match each {
            Happened::Cleaned => since = Some(0),
            Happened::Cut => {
                found.push(since);
                since = since.map(|cuts: u32| cuts.saturating_add(1));
            }
        }
    }
    found
}

/// A tip that has used so much of its life is ordered anew. Source: `ours`.
const WORN: f64 = 0.9;

/// Whether a tip that has made so many starts of those it lasts is to be ordered anew.
#[must_use]
pub fn is_worn(starts: u32, lasts: f64) -> bool {
    lasts > 0.0 && f64::from(starts) >= WORN * lasts
}

#[cfg(test)]
mod tests {
    use super::is_worn;

    #[test]
    fn a_tip_is_ordered_before_its_life_is_over() {
        assert!(!is_worn(449, 500.0) && is_worn(450, 500.0));
        // a shop that gives a tip no life is told nothing
        assert!(!is_worn(9_000, 0.0));
    }
}
