//! What oxygen pressure at the tip drives the published flow through this bore?

use crate::band::Band;
use crate::error::Result;
use crate::gas::{OXYGEN, gas_flow, ideal_gas, mass_flow};
use crate::physics::compressible::{Orifice, Outlet, orifice_flow, orifice_pressure};
use crate::quantity::{AbsolutePressure, GasFlow, GaugePressure, Length, T_REFERENCE};
use crate::range::Range;

/// Bore of a cutting-oxygen passage: well below the thinnest sheet tip, well above the largest
/// hand tip; one that does not suit the plate is told, not refused.
pub const BORE: Range = Range::new("tip.bore", "m", 0.0003, 0.010);
/// Discharge coefficient of a drilled bore unless the shop measured its own, 1. Source: `ours`.
pub const DRILLED: f64 = 0.90;
/// The pressures at a tip that a plan may show. Source: `ours`.
pub const SHOWN: (GaugePressure, GaugePressure) =
    (GaugePressure::from_pa(100e3), GaugePressure::from_pa(550e3));

/// Cutting-oxygen flow through a bore at a gauge pressure; zero or less drives none.
/// Source: `white_fluid_mechanics`.
///
/// # Errors
/// `OutOfRange` for a bore outside [`BORE`].
pub fn flow(bore: &Orifice, at: GaugePressure, ambient: AbsolutePressure) -> Result<GasFlow> {
    BORE.check(bore.bore.as_m())?;
    let gas = ideal_gas(OXYGEN)?;
    let outlet = Outlet { temperature: T_REFERENCE, pressure: ambient };
    let mass = orifice_flow(bore, &gas, at.absolute(ambient), outlet);
    Ok(gas_flow(&gas, mass))
}

/// Gauge pressure that drives `flow` of oxygen through a bore: the inverse of [`flow`].
///
/// # Errors
/// `OutOfRange` for a bore outside [`BORE`].
pub fn pressure(bore: &Orifice, flow: GasFlow, ambient: AbsolutePressure) -> Result<GaugePressure> {
    BORE.check(bore.bore.as_m())?;
    let gas = ideal_gas(OXYGEN)?;
    let outlet = Outlet { temperature: T_REFERENCE, pressure: ambient };
    let p = orifice_pressure(bore, &gas, mass_flow(&gas, flow), outlet)?;
    Ok(p.gauge(ambient))
}

/// What becomes of the pressure band when it is held to [`SHOWN`].
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Shown {
    /// The pressures to show.
    pub band: Band<GaugePressure>,
    /// How well the bore suits.
    pub fit: Fit,
}

/// How a bore suits the flow.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Fit {
    /// The set point lies inside [`SHOWN`].
    Suits,
    /// Bore too large: the set point lies below; `no_overlap` when the whole band does.
    TooLarge {
        /// Nothing of the band remains.
        no_overlap: bool,
    },
    /// Bore too small: the set point lies above.
    TooSmall {
        /// Nothing of the band remains.
        no_overlap: bool,
    },
}

/// Holds a band to [`SHOWN`] and says how the bore suits.
#[must_use]
pub fn shown(band: &Band<GaugePressure>) -> Shown {
    let (floor, ceiling) = SHOWN;
    let fit = if band.set < floor {
        Fit::TooLarge { no_overlap: band.high < floor }
    } else if band.set > ceiling {
        Fit::TooSmall { no_overlap: band.low > ceiling }
    } else {
        Fit::Suits
    };
    let held =
        |p: GaugePressure| GaugePressure::from_pa(p.as_pa().clamp(floor.as_pa(), ceiling.as_pa()));
    Shown { band: band.map(held), fit }
}

/// A drilled bore with the coefficient of [`DRILLED`].
#[must_use]
pub const fn drilled(bore: Length) -> Orifice {
    Orifice { bore, discharge: DRILLED }
}
