//! What must the regulator show so that the torch gets its pressure through the hose?

use crate::error::Result;
use crate::gas::ideal_gas;
use crate::physics::compressible::{Outlet, Pipe, PipePressure, pipe_inlet_pressure};
use crate::quantity::{AbsolutePressure, GasFlow, GaugePressure, T_REFERENCE};
use crate::range::Range;

/// Inner diameter of a hose: from thin test tubing to the largest supply hose.
pub const BORE: Range = Range::new("hose.bore", "m", 0.003, 0.050);
/// Length of a hose: hardly any to far across a yard.
pub const LENGTH: Range = Range::new("hose.length", "m", 0.1, 500.0);

/// Fittings, check valves and arrestors as the length of hose that resists as much.
pub const FITTINGS: Range = Range::new("hose.fittings", "m", 0.0, 200.0);

/// Working pressure of a hose. Source: `iso_3821`.
const WORKING: GaugePressure = GaugePressure::from_pa(2e6);

/// The regulator end of a hose.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct RegulatorEnd {
    /// Setting while the gas flows.
    pub pressure: GaugePressure,
    /// False when the hose cannot pass the flow at the torch pressure asked; the setting is
    /// then the one that would drive it at a higher torch pressure.
    pub reached: bool,
}

impl RegulatorEnd {
    /// Whether the hose is too small: it cannot pass the flow, or not below its working pressure.
    #[must_use]
    pub fn is_too_small(&self) -> bool {
        !self.reached || self.pressure > WORKING
    }
}

/// What stands at the torch's end of a hose.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct TorchEnd {
    /// Gauge pressure there.
    pub pressure: GaugePressure,
    /// Of the air around.
    pub ambient: AbsolutePressure,
}

/// The setting at the regulator, gas flowing, for `flow` at `torch_pressure`.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `gas` | name in gas-properties.csv | |
/// | `hose` | bare hose: no fittings, no torch | m |
/// | `flow` | all gas through this hose | m³/s at reference |
/// | `torch` | gauge pressure at the torch end, and what it is over | Pa |
/// | → | gauge pressure at the regulator end | Pa |
///
/// Source: `crane_tp410`.
///
/// # Errors
/// [`crate::error::Error::UnknownChoice`] for an unknown gas; `OutOfRange` for a hose outside
/// [`BORE`] or [`LENGTH`].
pub fn regulator_end(
    gas: &str,
    hose: &Pipe,
    flow: GasFlow,
    torch: TorchEnd,
) -> Result<RegulatorEnd> {
    BORE.check(hose.bore.as_m())?;
    LENGTH.check(hose.length.as_m())?;
    let gas = ideal_gas(gas)?;
    let TorchEnd { pressure, ambient } = torch;
    let outlet = Outlet { temperature: T_REFERENCE, pressure: pressure.absolute(ambient) };
    let inlet = pipe_inlet_pressure(hose, &gas, crate::gas::mass_flow(&gas, flow), outlet)?;
    let (pressure, reached) = match inlet {
        PipePressure::Reached(p) => (p, true),
        PipePressure::Choked(p) => (p, false),
    };
    Ok(RegulatorEnd { pressure: pressure.gauge(ambient), reached })
}
