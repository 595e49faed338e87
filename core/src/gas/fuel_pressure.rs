//! Which pressure does the fuel want at the torch? By torch and thickness, while it flows.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::band::Band;
use crate::code::Code;
use crate::error::Result;
use crate::gas::fuel::{Fuel, Torch};
use crate::quantity::{GaugePressure, Length};
use crate::reference::{BandTable, Table, no_row, read, table};

const FILE: &str = "fuel-pressure.csv";

#[derive(Deserialize)]
struct Knot {
    torch: String,
    fuel: Fuel,
    thickness_mm: f64,
    psi_low: f64,
    psi_high: f64,
}

impl Knot {
    /// Thickness in m, pressures in Pa above ambient.
    fn in_si(&self) -> (f64, f64, f64) {
        let pascal = |psi| GaugePressure::from_psi(psi).as_pa();
        (Length::from_mm(self.thickness_mm).as_m(), pascal(self.psi_low), pascal(self.psi_high))
    }
}

static BANDS: Table<Vec<(Torch, Fuel, BandTable)>> = LazyLock::new(|| {
    let knots: Vec<Knot> = table!("fuel-pressure.csv")?;
    let pairs =
        Torch::ALL.iter().flat_map(|torch| Fuel::ALL.iter().map(move |fuel| (*torch, *fuel)));
    pairs
        .map(|(torch, fuel)| {
            let mine = knots.iter().filter(|row| row.torch == torch.code() && row.fuel == fuel);
            let rows: Vec<_> = mine.map(Knot::in_si).collect();
            Ok((torch, fuel, BandTable::new(FILE, &rows)?))
        })
        .collect()
});

/// Fuel pressure at the torch while it flows, for the path thickness of the cut; the set
/// point is the middle. Source: `common_practice` (fuel-pressure.csv).
///
/// # Errors
/// [`crate::error::Error::Reference`] when its rows are missing.
pub fn torch_pressure(fuel: Fuel, torch: Torch, thickness: Length) -> Result<Band<GaugePressure>> {
    let bands = read(&BANDS)?.iter();
    let mut mine = bands.filter(|(of_torch, of_fuel, _)| (*of_torch, *of_fuel) == (torch, fuel));
    let (.., band) = mine.next().ok_or_else(|| no_row(FILE, fuel.code()))?;
    let (low, high) = band.at(thickness.as_m());
    Ok(Band::at(low, high, 0.5).map(GaugePressure::from_pa))
}
