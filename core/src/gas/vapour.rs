//! What pressure does liquefied fuel make in its cylinder, and what heat does it take to boil?
//!
//! Vapour pressure by the equation of Wagner, latent heat by the rule of Watson from the
//! normal boiling point. Left out: mixtures (a bottle of propane holds some propylene and
//! butane). Theory: docs/model/gas.md.

use crate::code::Code;
use crate::error::{Error, Result};
use crate::gas::fuel::Fuel;
use crate::quantity::{AbsolutePressure, SpecificHeat, Temperature};
use crate::range::Range;
use crate::solve::root::bracketed;

/// Temperature of a cylinder of liquefied gas.
pub const TEMPERATURE: Range = Range::new("temperature", "K", 223.15, 333.15);
/// Exponent of Watson's rule, 1. Source: `poling_properties`.
const WATSON: f64 = 0.38;

/// What the two rules need of a fuel. Source: `poling_properties`, from memory; checked
/// against `coolprop`.
struct Liquid {
    t_critical: f64,        // K
    p_critical: f64,        // Pa
    wagner: [f64; 4],       // on τ, τ^1.5, τ^3, τ^6
    t_boiling: f64,         // K, at one atmosphere
    latent_at_boiling: f64, // J/kg
}

const PROPANE: Liquid = Liquid {
    t_critical: 369.82,
    p_critical: 42.5e5,
    wagner: [-6.722_19, 1.332_36, -2.138_68, -1.385_51],
    t_boiling: 231.04,
    latent_at_boiling: 425.6e3,
};
const PROPYLENE: Liquid = Liquid {
    t_critical: 364.9,
    p_critical: 46.0e5,
    wagner: [-6.642_31, 1.218_57, -1.810_05, -2.482_12],
    t_boiling: 225.53,
    latent_at_boiling: 438.9e3,
};

fn liquid(fuel: Fuel) -> Result<&'static Liquid> {
    match fuel {
        Fuel::Propane => Ok(&PROPANE),
        Fuel::Propylene => Ok(&PROPYLENE),
        Fuel::Acetylene | Fuel::NaturalGas => Err(Error::UnknownChoice {
            input: "fuel",
            value: fuel.code().to_owned(),
            allowed: vec![Fuel::Propane.code(), Fuel::Propylene.code()],
        }),
    }
}

fn saturated(of: &Liquid, t: f64) -> f64 {
    let tau = 1.0 - t / of.t_critical;
    let [a, b, c, d] = of.wagner;
    let sum = a * tau + b * tau.powf(1.5) + c * tau.powi(3) + d * tau.powi(6);
    of.p_critical * (sum * of.t_critical / t).exp()
}

/// Pressure over liquefied fuel, while any liquid is left.
///
/// ```text
/// ln(p/p_c) = (a·τ + b·τ^1.5 + c·τ³ + d·τ⁶)·T_c/T,  τ = 1 − T/T_c
/// ```
/// Source: `poling_properties` (Wagner's equation).
///
/// # Errors
/// `UnknownChoice` for a fuel that is not liquefied, `OutOfRange` outside [`TEMPERATURE`].
pub fn vapour_pressure(fuel: Fuel, t: Temperature) -> Result<AbsolutePressure> {
    let t = TEMPERATURE.check(t.as_k())?;
    Ok(AbsolutePressure::from_pa(saturated(liquid(fuel)?, t)))
}

/// Temperature at which the liquid boils under `p`: the inverse of [`vapour_pressure`].
///
/// # Errors
/// `UnknownChoice` for a fuel that is not liquefied, `NoSolution` outside [`TEMPERATURE`].
pub fn boiling_temperature(fuel: Fuel, p: AbsolutePressure) -> Result<Temperature> {
    let of = liquid(fuel)?;
    let excess = |t: f64| saturated(of, t) - p.as_pa();
    bracketed("boiling temperature", TEMPERATURE.low, TEMPERATURE.high, excess)
        .map(Temperature::from_k)
}

/// Heat that boils a kilogram of the liquid.
///
/// ```text
/// h = h_b·((1 − T/T_c)/(1 − T_b/T_c))^0.38
/// ```
/// Source: `poling_properties` (Watson's rule).
///
/// # Errors
/// As [`vapour_pressure`].
pub fn latent_heat(fuel: Fuel, t: Temperature) -> Result<SpecificHeat> {
    let of = liquid(fuel)?;
    let left = |t: f64| 1.0 - t / of.t_critical;
    let ratio = left(TEMPERATURE.check(t.as_k())?) / left(of.t_boiling);
    Ok(SpecificHeat::from_j_kg(of.latent_at_boiling * ratio.powf(WATSON)))
}
