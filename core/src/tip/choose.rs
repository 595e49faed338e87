//! Which tip? Of those owned, the one whose bore is in the published band, or whose maker's
//! chart reaches the thickness, of the kind that the work asks for where one would do, and whose pressure comes nearest a
//! comfortable middle.

use std::sync::LazyLock;

use crate::error::Result;
use crate::gas::fuel::Fuel;
use crate::physics::compressible::Orifice;
use crate::quantity::{AbsolutePressure, GasFlow, GaugePressure, Length};
use crate::reference::{Table, read, table};
use crate::tip::handbook::handbook;
use crate::tip::owned::{Tip, TipKind};
use crate::tip::pressure::{SHOWN, pressure};

/// The pressure at the tip that a tip is chosen to run nearest to. Source: `ours`.
#[must_use]
pub fn comfortable(thickness: Length) -> GaugePressure {
    if thickness > THICK { COMFORTABLE_THICK } else { COMFORTABLE }
}

/// How far outside the published band a bore still counts as inside it. Source: `ours`.
const BAND_SLACK: f64 = 0.08;
/// The pressure a well-sized tip runs at. Source: `ours` (leaves no gap in our series).
const COMFORTABLE: GaugePressure = GaugePressure::from_pa(275e3);
/// The same above [`THICK`]. Source: `ours`.
const COMFORTABLE_THICK: GaugePressure = GaugePressure::from_pa(330e3);
/// Where tips begin to run at the higher pressure. Source: `ours`.
const THICK: Length = Length::from_mm(150.0);

/// How a shop sizes its tips.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum TipSchool {
    /// The tip that suits the thickness.
    #[default]
    ToTheWork,
    /// The next larger one, for speed and bevels.
    OneUp,
}

/// What the choice depends on besides the tips.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Need {
    /// Path of the jet through the metal.
    pub thickness: Length,
    /// The fuel, for the maker's chart.
    pub fuel: Fuel,
    /// Cutting oxygen at the set point of the published band.
    pub flow: GasFlow,
    /// Where in a chart's band the shop sets its oxygen, 0 to 1.
    pub part: f64,
    /// The pressure at the tip that it should run nearest to.
    pub wanted: GaugePressure,
    /// Discharge coefficient.
    pub discharge: f64,
    /// Pressure of the air around.
    pub ambient: AbsolutePressure,
    /// What the work asks of a tip: more heat for rust and rivets, else a general one.
    pub kind: TipKind,
    /// How the shop sizes tips.
    pub school: TipSchool,
}

/// Published band of bores at a thickness, widened by the slack. Source: `awhb_oxygen_cutting`.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn suitable(thickness: Length) -> Result<(Length, Length)> {
    let (low, high) = handbook()?.bore.at(thickness.as_m());
    Ok((Length::from_m(low * (1.0 - BAND_SLACK)), Length::from_m(high * (1.0 + BAND_SLACK))))
}

/// Whether a tip suits: its maker's chart says so where there is one, else the published band.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn suits(tip: &Tip, thickness: Length, fuel: Fuel) -> Result<bool> {
    Ok(is_inside(tip, thickness, fuel, suitable(thickness)?))
}

fn is_inside(tip: &Tip, thickness: Length, fuel: Fuel, (low, high): (Length, Length)) -> bool {
    match tip.chart(fuel) {
        Some(chart) => chart.at(thickness).is_some(),
        None => tip.bore >= low && tip.bore <= high,
    }
}

/// The tip to fit from `owned`; the one of nearest bore when none suits, `None` when none is
/// owned.
///
/// # Errors
/// `OutOfRange` for a bore outside [`crate::tip::pressure::BORE`].
pub fn choose<'a>(owned: &'a [Tip], need: &Need) -> Result<Option<&'a Tip>> {
    let band = suitable(need.thickness)?;
    let mut inside: Vec<(&Tip, f64)> = Vec::with_capacity(owned.len());
    for tip in owned {
        if is_inside(tip, need.thickness, need.fuel, band) {
            inside.push((tip, runs_at(tip, need)?.as_pa()));
        }
    }
    // the kind that the work asks for, where one of them would run in the band that is shown
    let runs = |pressure: f64| pressure >= SHOWN.0.as_pa() && pressure <= SHOWN.1.as_pa();
    if inside.iter().any(|(tip, at)| tip.kind == need.kind && runs(*at)) {
        inside.retain(|(tip, _)| tip.kind == need.kind);
    }
    let off = |at: f64| (at - need.wanted.as_pa()).abs();
    let nearest_wanted = inside.iter().min_by(|a, b| off(a.1).total_cmp(&off(b.1)));
    let Some(best) = nearest_wanted.map(|found| found.0) else {
        return Ok(nearest(owned, band));
    };
    Ok(Some(match need.school {
        TipSchool::ToTheWork => best,
        TipSchool::OneUp => next_larger(owned, best).unwrap_or(best),
    }))
}

/// The pressure at which a tip would run.
fn runs_at(tip: &Tip, need: &Need) -> Result<GaugePressure> {
    Ok(match tip.chart(need.fuel).and_then(|chart| chart.at(need.thickness)) {
        Some(row) => row.oxygen.band(need.part).set,
        None => {
            let orifice = Orifice { bore: tip.bore, discharge: need.discharge };
            pressure(&orifice, need.flow, need.ambient)?
        }
    })
}

fn next_larger<'a>(owned: &'a [Tip], than: &Tip) -> Option<&'a Tip> {
    let larger = owned.iter().filter(|tip| tip.bore > than.bore && tip.kind == than.kind);
    larger.min_by(|a, b| a.bore.as_m().total_cmp(&b.bore.as_m()))
}

fn nearest(owned: &[Tip], (low, high): (Length, Length)) -> Option<&Tip> {
    let off = |tip: &Tip| {
        let bore = tip.bore.as_m();
        (bore / low.as_m()).ln().abs().min((bore / high.as_m()).ln().abs())
    };
    owned.iter().min_by(|a, b| off(a).total_cmp(&off(b)))
}

/// Bores of `owned` that would suit a thickness, each once, small to large.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn would_suit(owned: &[Tip], thickness: Length, fuel: Fuel) -> Result<Vec<Length>> {
    let band = suitable(thickness)?;
    let mut bores = Vec::new();
    for tip in owned {
        if is_inside(tip, thickness, fuel, band) && !bores.contains(&tip.bore) {
            bores.push(tip.bore);
        }
    }
    bores.sort_by(|a, b| a.as_m().total_cmp(&b.as_m()));
    Ok(bores)
}

/// A row of tip-bores.csv.
#[derive(serde::Deserialize)]
struct BoreRow {
    bore_mm: f64,
}

static BORES: Table<Vec<BoreRow>> = LazyLock::new(|| table!("tip-bores.csv"));

/// Our own generic series of tips, known by their bores.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn generic_series() -> Result<Vec<Tip>> {
    let bores = read(&BORES)?.iter();
    Ok(bores.map(|row| Tip::of_bore(Length::from_mm(row.bore_mm))).collect())
}
