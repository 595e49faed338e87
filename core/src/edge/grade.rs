//! Which range of ISO 9013 does a measured edge reach?
//!
//! Upper limit of a range = base + slope · thickness. Rz5 and the Ra of structural codes are different
//! measures: neither is turned into the other here. Theory: docs/model/edge.md.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::quantity::Length;
use crate::range::Range;
use crate::reference::rows;

/// Thickness the standard speaks of. Source: `iso_9013`, from memory.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.003, 0.3);
/// Perpendicularity that may be given.
pub const PERPENDICULARITY: Range = Range::new("perpendicularity", "m", 0.0, 0.1);
/// Rz5 that may be given.
pub const ROUGHNESS: Range = Range::new("roughness_rz5", "m", 0.0, 0.005);

#[derive(Debug, Deserialize)]
struct Row {
    quantity: String,
    range: u8,
    base: f64,
    slope_per_mm: f64,
}

static ROWS: LazyLock<Result<Vec<Row>>> =
    LazyLock::new(|| rows("iso9013.csv", include_str!("../../../reference/tables/iso9013.csv")));

fn range_of(quantity: &str, value: f64, thickness: Length) -> Result<Option<u8>> {
    let rows = ROWS.as_ref().map_err(Clone::clone)?;
    let reached = rows
        .iter()
        .filter(|row| row.quantity == quantity)
        .filter(|row| value <= row.base + row.slope_per_mm * thickness.as_mm() + 1e-9)
        .map(|row| row.range)
        .min();
    Ok(reached)
}

/// Range of a perpendicularity or angularity tolerance, 1 to 5; `None` beyond the last.
/// Source: `iso_9013`.
///
/// # Errors
/// `OutOfRange` outside [`THICKNESS`] or [`PERPENDICULARITY`].
pub fn perpendicularity_range(measured: Length, thickness: Length) -> Result<Option<u8>> {
    THICKNESS.check(thickness.as_m())?;
    PERPENDICULARITY.check(measured.as_m())?;
    range_of("perpendicularity_mm", measured.as_mm(), thickness)
}

/// Range of a mean height of the profile Rz5, 1 to 4; `None` beyond the last.
/// Source: `iso_9013`.
///
/// # Errors
/// `OutOfRange` outside [`THICKNESS`] or [`ROUGHNESS`].
pub fn roughness_range(measured: Length, thickness: Length) -> Result<Option<u8>> {
    THICKNESS.check(thickness.as_m())?;
    ROUGHNESS.check(measured.as_m())?;
    range_of("roughness_rz5_um", measured.as_mm() * 1e3, thickness)
}

/// A rule of a structural code: a row of edge-acceptance.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct AcceptanceRule {
    /// What it is about.
    pub rule: String,
    /// Where it applies.
    pub applies_to: String,
    /// What is allowed.
    pub limit: String,
    /// What is done beyond it.
    pub repair: String,
    /// Code and clause, from memory.
    pub clause: String,
    /// Key of its source.
    pub source: String,
}

static RULES: LazyLock<Result<Vec<AcceptanceRule>>> = LazyLock::new(|| {
    rows("edge-acceptance.csv", include_str!("../../../reference/tables/edge-acceptance.csv"))
});

/// Every rule, with its source: the edition that the contract names counts.
///
/// # Errors
/// [`Error::Reference`] when the table compiled in cannot be read.
pub fn acceptance_rules() -> Result<&'static [AcceptanceRule]> {
    RULES.as_deref().map_err(Error::clone)
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Source: ISO 9013:2017 (from memory): at 20 mm range 3 of u ends at 0.4 + 0.01·20 = 0.6 mm, range 2
    /// of Rz5 at 40 + 0.8·20 = 56 µm.
    #[test]
    fn limits_are_those_of_the_standard_and_belong_to_their_range() {
        let u = |mm| perpendicularity_range(Length::from_mm(mm), Length::from_mm(20.0));
        assert_eq!(
            (u(0.6), u(0.61), u(1.9), u(1.91)),
            (Ok(Some(3)), Ok(Some(4)), Ok(Some(5)), Ok(None))
        );
        let rz = |um: f64| roughness_range(Length::from_m(um / 1e6), Length::from_mm(20.0));
        assert_eq!(
            (rz(56.0), rz(57.0), rz(146.0), rz(147.0)),
            (Ok(Some(2)), Ok(Some(3)), Ok(Some(4)), Ok(None))
        );
        assert!(perpendicularity_range(Length::from_mm(0.5), Length::from_mm(2.0)).is_err());
        assert_eq!(acceptance_rules().map(<[_]>::len), Ok(7));
    }
}
