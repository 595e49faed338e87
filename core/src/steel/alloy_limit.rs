//! What is published of each alloying element and plain oxygen: how much of it cuts as mild steel, how much with care.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::Result;
use crate::reference::{Table, read, table};

/// A row of alloy-limits.csv, percent by weight.
#[derive(Clone, Debug, Deserialize)]
pub struct AlloyLimit {
    /// Symbol of the element.
    pub element: String,
    /// Up to here it cuts as mild steel.
    pub cuts_normally_up_to_percent: f64,
    /// Up to here it cuts with care.
    pub cuts_with_care_up_to_percent: f64,
    beyond: String,
}

/// How far up its limits an element's share goes.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord)]
pub enum Reached {
    /// It cuts as mild steel.
    Normal,
    /// It cuts with care.
    Care,
    /// More than is published of: nobody says that it cuts, nor that it does not.
    Unpublished,
    /// It does not cut by plain oxygen.
    Beyond,
}

impl AlloyLimit {
    /// How far up the limits a share of it goes, percent by weight; a share on a limit is still under it.
    #[must_use]
    pub fn reached(&self, share: f64) -> Reached {
        if share <= self.cuts_normally_up_to_percent {
            Reached::Normal
        } else if share <= self.cuts_with_care_up_to_percent {
            Reached::Care
        } else if self.beyond == "unknown" {
            Reached::Unpublished
        } else {
            Reached::Beyond
        }
    }
}

static LIMITS: Table<Vec<AlloyLimit>> = LazyLock::new(|| table!("alloy-limits.csv"));

/// What is published of every element that is named.
///
/// # Errors
/// Only when the table compiled in cannot be read.
pub fn alloy_limits() -> Result<&'static [AlloyLimit]> {
    read(&LIMITS).map(Vec::as_slice)
}

/// What is published of an element.
///
/// # Errors
/// Only when the table compiled in cannot be read.
pub fn limit_of(element: &str) -> Result<Option<&'static AlloyLimit>> {
    Ok(alloy_limits()?.iter().find(|row| row.element == element))
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn all() -> &'static [AlloyLimit] {
        alloy_limits().expect("the table")
    }

    #[test]
    fn every_element_stands_once_and_its_limits_rise() {
        for (at, limit) in all().iter().enumerate() {
            assert!(all()[..at].iter().all(|other| other.element != limit.element));
            assert!(limit.cuts_normally_up_to_percent > 0.0, "{}", limit.element);
            assert!(limit.cuts_with_care_up_to_percent >= limit.cuts_normally_up_to_percent);
        }
    }

    #[test]
    fn a_share_on_a_limit_is_still_under_it() {
        let carbon = limit_of("C").expect("the table").expect("carbon");
        let reached = [0.25, 0.2501, 2.0, 2.01].map(|share| carbon.reached(share));
        assert_eq!(reached, [Reached::Normal, Reached::Care, Reached::Care, Reached::Beyond]);
    }

    #[test]
    fn of_copper_nothing_is_published_over_two_percent() {
        let copper = limit_of("Cu").expect("the table").expect("copper");
        assert_eq!(copper.reached(2.0), Reached::Normal);
        assert_eq!(copper.reached(2.1), Reached::Unpublished);
        assert!(limit_of("Nb").expect("the table").is_none());
    }

    proptest! {
        #[test]
        fn more_of_an_element_never_cuts_better(at in 0..12_usize, less in 0.0..60.0_f64, more in 0.0..60.0_f64) {
            let limit = &all()[at % all().len()];
            let (less, more) = (less.min(more), less.max(more));
            prop_assert!(limit.reached(less) <= limit.reached(more));
        }
    }
}
