//! Does the steel itself want preheating, against hardening and cracks at the cut edge?
//! (Not the start of the cut: that is `cut::start_preheat`.)

use serde::Deserialize;

use super::grade::{Family, Grade};
use crate::error::Result;
use crate::quantity::{Length, Temperature};
use crate::reference::tables;

/// Quenched-and-tempered plate loses its strength above this. Source: `common_practice`.
const QUENCHED_TEMPERED_CAP: Temperature = Temperature::from_c(200.0);

/// A row of steel-preheat.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct PreheatRow {
    ce_low: f64,
    ce_high: f64,
    thickness_up_to_mm: f64,
    preheat_low_c: f64,
    preheat_high_c: f64,
}

/// The preheat that `grade` wants at `thickness`, low to high; `None` when it wants none.
/// Source: `common_practice`; mill data and the contract's procedure come first.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn preheat_need(
    grade: &Grade,
    thickness: Length,
) -> Result<Option<(Temperature, Temperature)>> {
    let equivalent = grade.carbon_equivalent();
    let row = tables()?.steel_preheat.iter().find(|row| {
        (row.ce_low..=row.ce_high).contains(&equivalent)
            && thickness.as_mm() <= row.thickness_up_to_mm
    });
    let cap = match grade.kind {
        Family::QuenchedTempered => QUENCHED_TEMPERED_CAP.as_c(),
        Family::Carbon | Family::LowAlloy | Family::Stainless => f64::INFINITY,
    };
    Ok(row.filter(|row| row.preheat_high_c > 0.0).map(|row| {
        let capped = |celsius: f64| Temperature::from_c(celsius.min(cap));
        (capped(row.preheat_low_c), capped(row.preheat_high_c))
    }))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::steel::grade::grade;

    #[test]
    fn half_inch_mild_plate_wants_none_and_quenched_plate_is_capped() {
        let thin = Length::from_in(0.5);
        assert_eq!(grade("A36").and_then(|g| preheat_need(g, thin)), Ok(None));
        let thick = grade("A514").and_then(|g| preheat_need(g, Length::from_mm(60.0)));
        assert!(thick.is_ok_and(|need| need.is_some_and(|(_, high)| high.as_c() <= 200.0 + 1e-9)));
    }
}
