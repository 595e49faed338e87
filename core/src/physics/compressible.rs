//! How much gas goes through a hole, and what pressure drives it through a pipe?
//!
//! Ideal gas; the hole is a nozzle of negligible upstream speed, the pipe is long enough to
//! stay at room temperature. Left out: heat exchange in the hole, bends, and the swirl of a
//! real torch. Theory: docs/model/gas.md.

use crate::error::Result;
use crate::physics::IdealGas;
use crate::physics::friction::darcy_factor;
use crate::quantity::{AbsolutePressure, Length, MassFlow, Temperature};
use crate::solve::root::bracketed;

/// A hole that gas leaves through.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Orifice {
    /// Diameter of the bore.
    pub bore: Length,
    /// Discharge coefficient, 1.
    pub discharge: f64,
}

/// A straight pipe or hose.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Pipe {
    /// Inner diameter.
    pub bore: Length,
    /// Length.
    pub length: Length,
}

/// Wall roughness of drawn tubing, m. Source: `crane_tp410`.
const DRAWN_TUBING: f64 = 1.5e-6;

/// Outlet over inlet pressure below which an orifice is choked, 1.
#[must_use]
pub fn critical_ratio(gas: &IdealGas) -> f64 {
    (2.0 / (gas.gamma + 1.0)).powf(gas.gamma / (gas.gamma - 1.0))
}

fn area(bore: Length) -> f64 {
    std::f64::consts::FRAC_PI_4 * bore.as_m() * bore.as_m()
}

/// Choked mass flow per pascal of absolute inlet pressure, kg/(s·Pa).
fn choked_conductance(orifice: &Orifice, gas: &IdealGas, t_0: Temperature) -> f64 {
    let g = gas.gamma;
    orifice.discharge
        * area(orifice.bore)
        * (g / (gas.gas_constant * t_0.as_k())).sqrt()
        * (2.0 / (g + 1.0)).powf((g + 1.0) / (2.0 * (g - 1.0)))
}

/// What a gas flows out into, and how warm the gas is.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Outlet {
    /// Of the gas: through an orifice before it, along a pipe everywhere.
    pub temperature: Temperature,
    /// Behind the orifice, or at the end of the pipe.
    pub pressure: AbsolutePressure,
}

/// Mass flow through an orifice.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `orifice` | area `A` and discharge coefficient `c_d` | m², 1 |
/// | `p_0` | inlet pressure, absolute | Pa |
/// | `outlet` | inlet temperature `T₀`, pressure behind it `p` | K, Pa |
/// | → | mass flow `ṁ` | kg/s |
///
/// ```text
/// choked:    ṁ = c_d·A·p₀·√(γ/(R·T₀))·(2/(γ+1))^((γ+1)/(2(γ−1)))
/// subsonic:  ṁ = c_d·A·p₀·√(2γ/((γ−1)·R·T₀)·(r^(2/γ) − r^((γ+1)/γ))),  r = p/p₀
/// ```
/// Source: `white_fluid_mechanics`.
#[must_use]
pub fn orifice_flow(
    orifice: &Orifice,
    gas: &IdealGas,
    p_0: AbsolutePressure,
    outlet: Outlet,
) -> MassFlow {
    let Outlet { temperature: t_0, pressure } = outlet;
    let r = pressure.as_pa() / p_0.as_pa();
    if r >= 1.0 {
        return MassFlow::from_kg_s(0.0);
    }
    if r <= critical_ratio(gas) {
        return MassFlow::from_kg_s(choked_conductance(orifice, gas, t_0) * p_0.as_pa());
    }
    let g = gas.gamma;
    let speed = 2.0 * g / ((g - 1.0) * gas.gas_constant * t_0.as_k())
        * (r.powf(2.0 / g) - r.powf((g + 1.0) / g));
    MassFlow::from_kg_s(orifice.discharge * area(orifice.bore) * p_0.as_pa() * speed.sqrt())
}

/// Inlet pressure that drives `flow` through the orifice: the inverse of [`orifice_flow`].
///
/// # Errors
/// [`crate::error::Error::NoSolution`] when the flow is negative or not a number.
pub fn orifice_pressure(
    orifice: &Orifice,
    gas: &IdealGas,
    flow: MassFlow,
    outlet: Outlet,
) -> Result<AbsolutePressure> {
    let choked = flow.as_kg_s() / choked_conductance(orifice, gas, outlet.temperature);
    let behind = outlet.pressure.as_pa();
    let critical = behind / critical_ratio(gas);
    if choked >= critical {
        return Ok(AbsolutePressure::from_pa(choked));
    }
    let excess = |p: f64| {
        orifice_flow(orifice, gas, AbsolutePressure::from_pa(p), outlet).as_kg_s() - flow.as_kg_s()
    };
    bracketed("orifice pressure", behind, critical, excess).map(AbsolutePressure::from_pa)
}

/// Inlet pressure that drives `flow` through a long pipe at constant temperature.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `pipe` | bore `D`, area `A`, length `L` | m |
/// | `flow` | mass flow `ṁ` | kg/s |
/// | `outlet` | temperature `T`, outlet pressure `p₂`, absolute | K, Pa |
/// | → | inlet pressure `p₁`, or what it would be were the outlet at its sonic limit | Pa |
///
/// ```text
/// ṁ² = (A²/(R·T))·(p₁² − p₂²)/(f·L/D + 2·ln(p₁/p₂))
/// ```
/// No flow leaves a pipe faster than `√(R·T)`: [`PipePressure::Choked`] says that `p₂` is
/// below the pressure at which it does, and gives the inlet pressure for that limit.
///
/// Source: `crane_tp410`.
///
/// # Errors
/// [`crate::error::Error::NoSolution`] when an input is not a number.
pub fn pipe_inlet_pressure(
    pipe: &Pipe,
    gas: &IdealGas,
    flow: MassFlow,
    Outlet { temperature: t, pressure: p_2 }: Outlet,
) -> Result<PipePressure> {
    let m = flow.as_kg_s();
    if m == 0.0 {
        return Ok(PipePressure::Reached(p_2));
    }
    let reynolds = 4.0 * m / (std::f64::consts::PI * pipe.bore.as_m() * gas.viscosity);
    let resistance = darcy_factor(reynolds, DRAWN_TUBING / pipe.bore.as_m()) * pipe.length.as_m()
        / pipe.bore.as_m();
    // flux · √(R·T): also the lowest outlet pressure that this flow can have
    let sonic = m / area(pipe.bore) * (gas.gas_constant * t.as_k()).sqrt();
    let outlet = p_2.as_pa().max(sonic);
    let excess = |p_1: f64| {
        p_1 * p_1 - outlet * outlet - sonic * sonic * (resistance + 2.0 * (p_1 / outlet).ln())
    };
    let ceiling = (outlet * outlet + sonic * sonic * (resistance + 20.0)).sqrt() * 1.000_001;
    let p_1 = bracketed("hose pressure", outlet, ceiling, excess).map(AbsolutePressure::from_pa)?;
    Ok(if sonic > p_2.as_pa() { PipePressure::Choked(p_1) } else { PipePressure::Reached(p_1) })
}

/// What [`pipe_inlet_pressure`] found.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum PipePressure {
    /// The inlet pressure for the wanted flow and outlet pressure.
    Reached(AbsolutePressure),
    /// The flow cannot leave the pipe at the wanted outlet pressure; this inlet pressure
    /// would drive it at a higher one.
    Choked(AbsolutePressure),
}
