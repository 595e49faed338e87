//! Does the steel itself want preheating, against hardening and cracks at the cut edge?
//! (Not the start of the cut: that is `cut::start_preheat`.)

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::Result;
use crate::quantity::{Length, Temperature};
use crate::reference::{Table, read, table};
use crate::steel::grade::Family;

/// Quenched-and-tempered and wear plate lose their strength above this.
/// Source: `common_practice`.
const TEMPERED_CAP: Temperature = Temperature::from_c(200.0);

/// The temperature above which a kind of plate loses what it was hardened for.
#[must_use]
pub fn tempered_cap(family: Option<Family>) -> Option<Temperature> {
    let tempered = matches!(family, Some(Family::QuenchedTempered | Family::WearPlate));
    tempered.then_some(TEMPERED_CAP)
}

/// A row of steel-preheat.csv.
#[derive(Deserialize)]
struct PreheatRow {
    ce_low: f64,
    ce_high: f64,
    thickness_up_to_mm: f64,
    preheat_low_c: f64,
    preheat_high_c: f64,
}

static ROWS: Table<Vec<PreheatRow>> = LazyLock::new(|| table!("steel-preheat.csv"));

/// Temperatures the steel itself is brought to before it is cut.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Preheat {
    /// At least.
    pub low: Temperature,
    /// At most.
    pub high: Temperature,
}

/// The preheat that a carbon equivalent wants at a thickness; `None` when it wants none.
/// Source: `common_practice`; mill data and the contract's procedure come first.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn preheat_need(
    equivalent: f64,
    family: Option<Family>,
    thickness: Length,
) -> Result<Option<Preheat>> {
    let rows = read(&ROWS)?;
    let row = rows.iter().find(|row| {
        (row.ce_low..=row.ce_high).contains(&equivalent)
            && thickness.as_mm() <= row.thickness_up_to_mm
    });
    let cap = tempered_cap(family).map_or(f64::INFINITY, Temperature::as_c);
    let capped = |celsius: f64| Temperature::from_c(celsius.min(cap));
    Ok(row
        .filter(|row| row.preheat_high_c > 0.0)
        .map(|row| Preheat { low: capped(row.preheat_low_c), high: capped(row.preheat_high_c) }))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn mild_plate_wants_none_and_tempered_plate_is_capped() {
        assert_eq!(preheat_need(0.35, None, Length::from_in(0.5)), Ok(None));
        let tempered = Some(Family::QuenchedTempered);
        let thick = preheat_need(0.7, tempered, Length::from_mm(60.0));
        assert!(thick.is_ok_and(|need| need.is_some_and(|need| need.high.as_c() <= 200.0 + 1e-9)));
        let free = preheat_need(0.7, None, Length::from_mm(60.0));
        assert!(free.is_ok_and(|need| need.is_some_and(|need| need.high.as_c() > 250.0)));
    }
}
