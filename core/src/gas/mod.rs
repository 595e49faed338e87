//! Fuels, oxygen, hoses, and what a regulator must be set to.

pub mod cylinder;
pub mod cylinder_log;
pub mod flame;
pub mod fuel;
pub mod fuel_pressure;
pub mod gauge;
pub mod gear;
pub mod hose;
pub mod job_supply;
pub mod order;
pub mod rack;
pub mod supply;
pub mod vapour;
pub mod withdrawal;

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::physics::{IdealGas, MOLAR_GAS_CONSTANT};
use crate::quantity::{GasFlow, MassFlow, P_REFERENCE, T_REFERENCE};
use crate::reference::{Table, read, table};

/// The name of oxygen in gas-properties.csv.
pub const OXYGEN: &str = "oxygen";

/// A row of gas-properties.csv.
#[derive(Deserialize)]
struct GasRow {
    gas: String,
    molar_mass_g_mol: f64,
    heat_capacity_ratio: f64,
    viscosity_micropascal_s: f64,
}

static PROPERTIES: Table<Vec<GasRow>> = LazyLock::new(|| table!("gas-properties.csv"));

/// The flow properties of a gas by its name.
///
/// # Errors
/// [`Error::UnknownChoice`] for a gas without a row.
pub fn ideal_gas(name: &str) -> Result<IdealGas> {
    let rows = read(&PROPERTIES)?;
    let row = rows.iter().find(|row| row.gas == name).ok_or_else(|| Error::UnknownChoice {
        input: "gas",
        value: name.to_owned(),
        allowed: rows.iter().map(|row| row.gas.as_str()).collect(),
    })?;
    Ok(IdealGas {
        gas_constant: MOLAR_GAS_CONSTANT / (row.molar_mass_g_mol / 1e3),
        gamma: row.heat_capacity_ratio,
        viscosity: row.viscosity_micropascal_s / 1e6,
    })
}

/// Density at the reference state of gas volumes, kg/m³, as an ideal gas.
#[must_use]
pub fn reference_density(gas: &IdealGas) -> f64 {
    P_REFERENCE.as_pa() / (gas.gas_constant * T_REFERENCE.as_k())
}

/// The mass flow of a volume flow at the reference state.
#[must_use]
pub fn mass_flow(gas: &IdealGas, flow: GasFlow) -> MassFlow {
    MassFlow::from_kg_s(flow.as_m3_s() * reference_density(gas))
}

/// The volume flow at the reference state of a mass flow.
#[must_use]
pub fn gas_flow(gas: &IdealGas, flow: MassFlow) -> GasFlow {
    GasFlow::from_m3_s(flow.as_kg_s() / reference_density(gas))
}
