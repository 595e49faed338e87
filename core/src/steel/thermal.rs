//! How does mild steel take heat, and how deep does the cut change it?
//!
//! Specific heat and conductivity over temperature by the formulas of EN 1993-1-2; the depth of
//! the heat-affected edge by thickness of plate. Left out: alloys, and the fuel's wider flame.
//! Theory: docs/model/steel.md.

use crate::error::Result;
use crate::quantity::{Length, Temperature};
use crate::range::Range;

/// Temperatures that the formulas are given for.
pub const TEMPERATURE: Range = Range::new("temperature", "K", 293.15, 1473.15);
/// Density of steel, kg/m³. Source: `en_1993_1_2`.
pub const DENSITY: f64 = 7_850.0;

/// Specific heat of carbon steel, J/(kg·K), with its peak where the iron changes its lattice.
///
/// ```text
/// 20–600 °C:  425 + 0.773·θ − 1.69e-3·θ² + 2.22e-6·θ³
/// 600–735:    666 + 13002/(738 − θ)      735–900:  545 + 17820/(θ − 731)      900–1200:  650
/// ```
/// Source: `en_1993_1_2`, 3.4.1.2.
///
/// # Errors
/// `OutOfRange` outside [`TEMPERATURE`].
pub fn specific_heat(t: Temperature) -> Result<f64> {
    let theta = Temperature::from_k(TEMPERATURE.check(t.as_k())?).as_c();
    Ok(if theta < 600.0 {
        425.0 + 0.773 * theta - 1.69e-3 * theta.powi(2) + 2.22e-6 * theta.powi(3)
    } else if theta < 735.0 {
        666.0 + 13_002.0 / (738.0 - theta)
    } else if theta < 900.0 {
        545.0 + 17_820.0 / (theta - 731.0)
    } else {
        650.0
    })
}

/// Thermal conductivity of carbon steel, W/(m·K).
///
/// ```text
/// 20–800 °C:  54 − 3.33e-2·θ      800–1200:  27.3
/// ```
/// Source: `en_1993_1_2`, 3.4.1.3.
///
/// # Errors
/// `OutOfRange` outside [`TEMPERATURE`].
pub fn conductivity(t: Temperature) -> Result<f64> {
    let theta = Temperature::from_k(TEMPERATURE.check(t.as_k())?).as_c();
    Ok(if theta < 800.0 { 54.0 - 3.33e-2 * theta } else { 27.3 })
}

/// Plate, and the depth its cut edge is changed to. Source: `awhb_heat_affected`, from memory.
const THIN: (Length, Length) = (Length::from_mm(12.0), Length::from_mm(0.8));
/// As [`THIN`], where the table ends.
const THICK: (Length, Length) = (Length::from_mm(150.0), Length::from_mm(3.2));

/// Heat-affected depth of the cut edge at a thickness of plate: 0.8 mm up to 12 mm plate, rising
/// in logarithms to 3.2 mm at 150 mm. Source: `awhb_heat_affected`, from memory.
#[must_use]
pub fn heat_affected_depth(thickness: Length) -> Length {
    let span = (THICK.1.as_m() / THIN.1.as_m()).ln();
    let thick = THICK.0.as_m() / THIN.0.as_m();
    let part = ((thickness.as_m() / THIN.0.as_m()).ln() / thick.ln()).clamp(0.0, 1.0);
    let depth = THIN.1.as_m() * (span * part).exp();
    Length::from_m(depth)
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Source: EN 1993-1-2, 3.4.1.2 and 3.4.1.3, points of its figures: 440 J/(kg·K) and
    /// 53.3 W/(m·K) at 20 °C, the peak of 5 000 at 735 °C, 650 and 27.3 from 900 °C on.
    #[test]
    fn the_formulas_pass_through_the_points_of_the_standard() {
        let heat = |celsius| specific_heat(Temperature::from_c(celsius)).unwrap_or(f64::NAN);
        let lead = |celsius| conductivity(Temperature::from_c(celsius)).unwrap_or(f64::NAN);
        for (computed, published) in [
            (heat(20.0), 439.8),
            (heat(400.0), 605.9),
            (heat(735.0), 5_000.0),
            (heat(1_000.0), 650.0),
            (lead(20.0), 53.3),
            (lead(500.0), 37.35),
            (lead(1_000.0), 27.3),
        ] {
            assert!((computed / published - 1.0).abs() < 0.002, "{computed} against {published}");
        }
        assert!(specific_heat(Temperature::from_c(10.0)).is_err());
    }

    #[test]
    fn a_thick_plate_is_changed_deeper() {
        let depth = |mm| heat_affected_depth(Length::from_mm(mm)).as_mm();
        assert!((depth(6.0) - 0.8).abs() < 1e-9 && (depth(150.0) - 3.2).abs() < 1e-9);
        assert!(depth(50.0) > depth(25.0));
    }
}
