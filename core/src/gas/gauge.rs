//! How far do the gauges of a rig read, where nobody said what is printed on them?
//!
//! Usual scales by what they measure and what they are printed in: a drawing takes the smallest that holds its needle. A
//! gauge that the rack knows wins. Left out: damping, classes of accuracy.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::Result;
use crate::gas::rack::GaugeUnit;
use crate::quantity::GaugePressure;
use crate::reference::{Table, read, table};

/// What a gauge measures.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, Deserialize, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Measures {
    /// What goes to the torch.
    Delivery,
    /// What is left in the cylinder.
    Contents,
}

/// On what a gauge stands: fuels share their delivery gauges; of the contents only a compressed gas is told by pressure.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, Deserialize, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum StandsOn {
    /// Oxygen.
    Oxygen,
    /// Any fuel.
    Fuel,
    /// Acetylene alone.
    Acetylene,
}

/// A usual scale, from nought.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Scale {
    /// What it measures.
    pub measures: Measures,
    /// Of which gas.
    pub gas: StandsOn,
    /// In what it is printed.
    pub printed_in: GaugeUnit,
    /// Its end.
    pub full: GaugePressure,
    /// From one number to the next.
    pub major: GaugePressure,
}

#[derive(Deserialize)]
struct Row {
    gauge: Measures,
    gas: StandsOn,
    printed_in: GaugeUnit,
    full: f64,
    major: f64,
}

static SCALES: Table<Vec<Scale>> = LazyLock::new(|| {
    let rows: Vec<Row> = table!("gauge-scales.csv")?;
    Ok(rows.iter().map(Row::in_si).collect())
});

impl Row {
    fn in_si(&self) -> Scale {
        Scale {
            measures: self.gauge,
            gas: self.gas,
            printed_in: self.printed_in,
            full: self.printed_in.pressure(self.full),
            major: self.printed_in.pressure(self.major),
        }
    }
}

/// The usual scales, small to large of each kind. Source: `common_practice` (gauge-scales.csv).
///
/// # Errors
/// [`crate::error::Error::Reference`] when the table cannot be read.
///
/// # Examples
///
/// ```
/// use galvanon_core::gas::gauge::{Measures, StandsOn, usual_scales};
/// use galvanon_core::gas::rack::GaugeUnit;
///
/// let fuel = usual_scales()?.iter().find(|it| {
///     (it.measures, it.gas, it.printed_in) == (Measures::Delivery, StandsOn::Fuel, GaugeUnit::Psi)
/// });
/// assert!(fuel.is_some_and(|smallest| (smallest.full.as_psi() - 30.0).abs() < 1e-9));
/// # Ok::<(), galvanon_core::error::Error>(())
/// ```
pub fn usual_scales() -> Result<&'static [Scale]> {
    Ok(read(&SCALES)?)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::code::Code;

    /// The scales of one kind, as they are listed.
    fn of(measures: Measures, gas: StandsOn, printed_in: GaugeUnit) -> Vec<Scale> {
        let all = usual_scales().map(<[Scale]>::to_vec).unwrap_or_default();
        let same = |it: &Scale| (it.measures, it.gas, it.printed_in) == (measures, gas, printed_in);
        all.into_iter().filter(same).collect()
    }

    #[test]
    fn each_unit_has_gauges_for_each_line_small_to_large() {
        for unit in GaugeUnit::ALL {
            for gas in [StandsOn::Oxygen, StandsOn::Fuel] {
                let scales = of(Measures::Delivery, gas, *unit);
                assert!(scales.len() >= 3, "{gas:?} in {unit:?}");
                assert!(scales.windows(2).all(|two| two[0].full.as_pa() < two[1].full.as_pa()));
            }
            for gas in [StandsOn::Oxygen, StandsOn::Acetylene] {
                assert_eq!(of(Measures::Contents, gas, *unit).len(), 1, "{gas:?} in {unit:?}");
            }
        }
    }

    #[test]
    fn a_scale_ends_at_a_number_and_has_few_enough_to_read() {
        for scale in usual_scales().unwrap_or_default() {
            let numbers = scale.full.as_pa() / scale.major.as_pa();
            assert!((numbers - numbers.round()).abs() < 1e-9, "{scale:?}");
            assert!((3.0..=8.0).contains(&numbers), "{scale:?}");
        }
    }

    #[test]
    fn the_contents_of_a_full_cylinder_stand_on_their_gauge() {
        // full at 70 degF: oxygen 2,640 psi, acetylene 250 psi (common practice)
        for (gas, full) in [(StandsOn::Oxygen, 2_640.0), (StandsOn::Acetylene, 250.0)] {
            for unit in GaugeUnit::ALL {
                let ends: Vec<f64> =
                    of(Measures::Contents, gas, *unit).iter().map(|it| it.full.as_psi()).collect();
                assert!(ends.iter().all(|end| *end > full && *end < 3.0 * full), "{ends:?}");
            }
        }
    }

    #[test]
    fn the_ceiling_of_acetylene_stands_on_each_of_its_gauges() {
        for unit in GaugeUnit::ALL {
            let smallest = of(Measures::Delivery, StandsOn::Fuel, *unit);
            assert!(smallest.first().is_some_and(|it| it.full.as_psi() > 15.0), "{unit:?}");
        }
    }
}
