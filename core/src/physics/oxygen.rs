//! How dense is oxygen under pressure? A real gas: at 15 MPa an ideal one is 6 % off.
//!
//! The short technical equation of state of Span and Wagner for oxygen: the residual Helmholtz
//! energy as twelve terms in reduced density and inverse reduced temperature. Left out: the
//! liquid, which no cylinder of a cutting shop holds. Theory: docs/model/gas.md.

use crate::error::Result;
use crate::quantity::{AbsolutePressure, Temperature};
use crate::range::Range;
use crate::solve::root::bracketed;

/// One term `n·δ^d·τ^t·exp(−δ^c)`; no exponential where `c` is 0.
struct Term {
    n: f64,
    d: i32,
    t: f64,
    c: i32,
}

const fn term(n: f64, d: i32, t: f64, c: i32) -> Term {
    Term { n, d, t, c }
}

/// Source: `span_wagner_2003`, from memory; checked against `coolprop`.
const TERMS: [Term; 12] = [
    term(0.888_782_863_697_01, 1, 0.25, 0),
    term(-2.487_943_331_214_8, 1, 1.125, 0),
    term(0.597_501_907_758_86, 1, 1.5, 0),
    term(0.009_650_181_706_188_1, 2, 1.375, 0),
    term(0.071_970_428_712_77, 3, 0.25, 0),
    term(0.000_223_374_430_001_95, 7, 0.875, 0),
    term(0.185_586_863_914_74, 2, 0.625, 1),
    term(-0.038_129_368_035_76, 5, 1.75, 1),
    term(-0.153_522_453_830_06, 1, 3.625, 2),
    term(-0.026_726_814_910_919, 4, 3.625, 2),
    term(-0.025_675_298_677_127, 3, 14.5, 3),
    term(0.009_571_430_212_366_8, 4, 12.0, 3),
];
/// Critical temperature of oxygen, K. Source: `span_wagner_2003`.
const T_CRITICAL: f64 = 154.595;
/// Critical density of oxygen, kg/m³. Source: `span_wagner_2003`.
const RHO_CRITICAL: f64 = 436.143_644;
/// Specific gas constant of that equation, J/(kg·K). Source: `span_wagner_2003`.
const R_OXYGEN: f64 = 8.314_51 / 31.998_8e-3;
/// Denser than any oxygen inside [`PRESSURE`], kg/m³.
const DENSEST: f64 = 700.0;

/// Pressure the equation is used at here, absolute.
pub const PRESSURE: Range = Range::new("pressure", "Pa", 0.0, 40e6);
/// Temperature the equation is used at here.
pub const TEMPERATURE: Range = Range::new("temperature", "K", 233.15, 333.15);

fn pressure(density: f64, t: f64) -> f64 {
    let (delta, tau) = (density / RHO_CRITICAL, T_CRITICAL / t);
    let of_term = |term: &Term| {
        let power = term.n * delta.powi(term.d) * tau.powf(term.t);
        if term.c == 0 {
            return power * f64::from(term.d);
        }
        let falls = delta.powi(term.c);
        power * (-falls).exp() * (f64::from(term.d) - f64::from(term.c) * falls)
    };
    density * R_OXYGEN * t * (1.0 + TERMS.iter().map(of_term).sum::<f64>())
}

/// Density of oxygen, kg/m³.
///
/// | symbol | meaning | unit | refused outside |
/// |---|---|---|---|
/// | `at` | absolute pressure `p` | Pa | [`PRESSURE`] |
/// | `t` | temperature `T` | K | [`TEMPERATURE`] |
/// | → | density `ρ`, within 0.3 % | kg/m³ | |
///
/// ```text
/// p = ρ·R·T·(1 + δ·∂α/∂δ),  α = Σ n·δ^d·τ^t·exp(−δ^c),  δ = ρ/ρ_c,  τ = T_c/T
/// ```
/// Source: `span_wagner_2003`.
///
/// # Errors
/// `OutOfRange` outside the ranges above.
pub fn density(at: AbsolutePressure, t: Temperature) -> Result<f64> {
    let p = PRESSURE.check(at.as_pa())?;
    let t = TEMPERATURE.check(t.as_k())?;
    bracketed("oxygen density", 0.0, DENSEST, |density| pressure(density, t) - p)
}
