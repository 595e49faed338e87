//! Laws of nature without trade knowledge.

pub mod compressible;
pub mod friction;
pub mod oxygen;

/// Molar gas constant, J/(mol·K). Source: CODATA 2018, exact.
pub const MOLAR_GAS_CONSTANT: f64 = 8.314_462_618;

/// A gas taken as ideal: what the flow laws need to know of it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct IdealGas {
    /// Specific gas constant, J/(kg·K).
    pub gas_constant: f64,
    /// Heat-capacity ratio, 1.
    pub gamma: f64,
    /// Dynamic viscosity, Pa·s.
    pub viscosity: f64,
}
