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
