//! Which tip? Of those owned, the one whose bore is in the published band and whose
//! pressure comes nearest a comfortable middle.

use super::pressure::pressure;
use crate::error::Result;
use crate::physics::compressible::Orifice;
use crate::quantity::{AbsolutePressure, GasFlow, GaugePressure, Length};
use crate::reference::tables;

/// How far outside the published band a bore still counts as inside it. Source: `ours`.
const BAND_SLACK: f64 = 0.08;
/// The pressure a well-sized tip runs at. Source: `ours` (leaves no gap in our series).
const COMFORTABLE: GaugePressure = GaugePressure::from_pa(275e3);
/// The same above [`THICK`]. Source: `ours`.
const COMFORTABLE_THICK: GaugePressure = GaugePressure::from_pa(330e3);
/// Where tips begin to run at the higher pressure. Source: `ours`.
const THICK: Length = Length::from_mm(150.0);

/// How a shop sizes its tips.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub enum TipSchool {
    /// The tip that suits the thickness.
    #[default]
    ToTheWork,
    /// The next larger one, for speed and bevels.
    OneUp,
}

/// What the choice depends on besides the bores.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Need {
    /// Path of the jet through the metal.
    pub thickness: Length,
    /// Cutting oxygen at the set point of the published band.
    pub flow: GasFlow,
    /// Discharge coefficient.
    pub discharge: f64,
    /// Pressure of the air around.
    pub ambient: AbsolutePressure,
    /// How the shop sizes tips.
    pub school: TipSchool,
}

/// Published band of bores at a thickness, widened by the slack. Source: `awhb_oxygen_cutting`.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn suitable(thickness: Length) -> Result<(Length, Length)> {
    let (low, high) = tables()?.bore.at(thickness.as_m());
    Ok((Length::from_m(low * (1.0 - BAND_SLACK)), Length::from_m(high * (1.0 + BAND_SLACK))))
}

/// The bore to fit from `owned`; the nearest one when none suits, `None` when none is owned.
///
/// # Errors
/// `OutOfRange` for a bore outside [`super::pressure::BORE`].
pub fn choose(owned: &[Length], need: &Need) -> Result<Option<Length>> {
    let (low, high) = suitable(need.thickness)?;
    let mut inside: Vec<(Length, f64)> = Vec::with_capacity(owned.len());
    for &bore in owned.iter().filter(|bore| **bore >= low && **bore <= high) {
        inside.push((bore, distance(bore, need)?));
    }
    let Some(best) = inside.iter().min_by(|a, b| a.1.total_cmp(&b.1)).map(|found| found.0) else {
        return Ok(nearest(owned, (low, high)));
    };
    Ok(Some(match need.school {
        TipSchool::ToTheWork => best,
        TipSchool::OneUp => next_larger(owned, best).unwrap_or(best),
    }))
}

fn distance(bore: Length, need: &Need) -> Result<f64> {
    let orifice = Orifice { bore, discharge: need.discharge };
    let wanted = if need.thickness > THICK { COMFORTABLE_THICK } else { COMFORTABLE };
    Ok((pressure(&orifice, need.flow, need.ambient)?.as_pa() - wanted.as_pa()).abs())
}

fn next_larger(owned: &[Length], than: Length) -> Option<Length> {
    owned.iter().copied().filter(|bore| *bore > than).min_by(|a, b| a.as_m().total_cmp(&b.as_m()))
}

fn nearest(owned: &[Length], (low, high): (Length, Length)) -> Option<Length> {
    let off = |bore: &Length| {
        (bore.as_m() / low.as_m()).ln().abs().min((bore.as_m() / high.as_m()).ln().abs())
    };
    owned.iter().copied().min_by(|a, b| off(a).total_cmp(&off(b)))
}

/// Bores of `series` that would suit a thickness.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn would_suit(series: &[Length], thickness: Length) -> Result<Vec<Length>> {
    let (low, high) = suitable(thickness)?;
    Ok(series.iter().copied().filter(|bore| *bore >= low && *bore <= high).collect())
}

/// Our own generic series of bores.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn generic_series() -> Result<Vec<Length>> {
    Ok(tables()?.bores.iter().copied().map(Length::from_m).collect())
}
