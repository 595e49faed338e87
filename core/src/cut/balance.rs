//! Is there enough oxygen to burn the iron in the kerf? A cross-check of the plan.

use crate::gas::{OXYGEN, ideal_gas, mass_flow};
use crate::quantity::{GasFlow, Length, Speed};
use crate::source::{COMPUTED, IRON_OXYGEN, OURS};
use crate::trace::{Input, Kind, Measure, Quantity, Trace, Tracer, hose_by_pressure};

/// Density of mild steel, kg/m³. Source: EN 1993-1-2, 3.2.2.
const STEEL_DENSITY: f64 = 7_850.0;
/// Oxygen to burn iron to Fe₃O₄, kg/kg. Source: `awhb_slag_oxygen` (4.6 ft³/lb); the
/// reaction gives 64/167.5 = 0.382.
const OXYGEN_FOR_IRON: f64 = 0.382;
/// Supplied over needed outside which a plan contradicts itself. Source: `ours`.
const PLAUSIBLE: (f64, f64) = (0.5, 3.5);
/// The same below [`THIN`], where most oxygen blows by.
const PLAUSIBLE_THIN: (f64, f64) = (0.5, 6.0);
const THIN: Length = Length::from_mm(6.0);

/// Oxygen supplied over oxygen needed.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Balance {
    /// Supplied over needed, 1.
    pub ratio: f64,
    /// Whether that is plausible.
    pub plausible: bool,
}

/// What the balance compares.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Kerf {
    /// Width of the cut.
    pub width: Length,
    /// Path of the jet.
    pub path: Length,
    /// Pace before purity, faces and learned factors.
    pub base: Speed,
}

const INPUTS: &[Input] = &[
    Input::Hose,
    Input::Fuel,
    Input::Thickness,
    Input::Process,
    Input::Quality,
    Input::Tip,
    Input::Policy,
    Input::Learned,
];

/// Oxygen supplied against the iron burnt.
///
/// ```text
/// needed = 0.382 · kerf · a · v · 7850 kg/m³
/// ```
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn balance(
    kerf: &Kerf,
    oxygen: GasFlow,
    charts: bool,
    one_pressure: bool,
) -> crate::error::Result<(Balance, Trace)> {
    let iron = kerf.width.as_m() * kerf.path.as_m() * kerf.base.as_m_s() * STEEL_DENSITY;
    let needed = OXYGEN_FOR_IRON * iron;
    let gas = ideal_gas(OXYGEN)?;
    let ratio = mass_flow(&gas, oxygen).as_kg_s() / needed;
    let (low, high) = if kerf.path < THIN { PLAUSIBLE_THIN } else { PLAUSIBLE };
    let result = Balance { ratio, plausible: (low..=high).contains(&ratio) };

    let needed_flow = needed / crate::gas::reference_density(&gas);
    let mut trace =
        Tracer::new(Quantity::OxygenBalance, hose_by_pressure(INPUTS, one_pressure, charts));
    trace
        .step(
            "balance_needed",
            Measure::Number(Kind::GasFlow, needed_flow),
            IRON_OXYGEN,
            vec![("kerf", Measure::Number(Kind::Bore, kerf.width.as_m()))],
        )
        .number("balance_supplied", Kind::GasFlow, oxygen.as_m3_s(), COMPUTED)
        .number("balance_ratio", Kind::Ratio, ratio, COMPUTED)
        .step("balance_plausible", Measure::List(Kind::Ratio, vec![low, high]), OURS, vec![]);
    Ok((result, trace.done()))
}
