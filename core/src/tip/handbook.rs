//! The handbook's table of oxygen cutting: which bore, how much oxygen and fuel, how fast, over thickness.
//! Source: `awhb_oxygen_cutting`.

use std::collections::BTreeMap;
use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::Result;
use crate::gas::fuel::Fuel;
use crate::quantity::{GasFlow, Length, Speed};
use crate::reference::{BandTable, Table, read, table};

const FILE: &str = "cutting-mild-steel.csv";

/// Bands over thickness in m, in SI.
#[derive(Debug)]
pub struct Handbook {
    /// Cutting oxygen, m³/s.
    pub oxygen_flow: BandTable,
    /// Travel speed, m/s.
    pub speed: BandTable,
    /// Bore, m.
    pub bore: BandTable,
    /// Fuel flow by fuel, m³/s.
    pub fuel_flow: BTreeMap<Fuel, BandTable>,
}

#[derive(Deserialize)]
struct Row {
    thickness_in: f64,
    bore_in_low: f64,
    bore_in_high: f64,
    speed_in_per_min_low: f64,
    speed_in_per_min_high: f64,
    oxygen_ft3_h_low: f64,
    oxygen_ft3_h_high: f64,
    acetylene_ft3_h_low: f64,
    acetylene_ft3_h_high: f64,
    natural_gas_ft3_h_low: f64,
    natural_gas_ft3_h_high: f64,
    propane_ft3_h_low: f64,
    propane_ft3_h_high: f64,
}

static HANDBOOK: Table<Handbook> = LazyLock::new(load);

/// The table.
///
/// # Errors
/// Only when it cannot be read.
pub fn handbook() -> Result<&'static Handbook> {
    read(&HANDBOOK)
}

/// One pair of columns over thickness, in SI.
fn band(rows: &[Row], to_si: fn(f64) -> f64, pick: fn(&Row) -> (f64, f64)) -> Result<BandTable> {
    let in_si = |row: &Row| {
        let (low, high) = pick(row);
        (inches(row.thickness_in), to_si(low), to_si(high))
    };
    BandTable::new(FILE, &rows.iter().map(in_si).collect::<Vec<_>>())
}

fn inches(value: f64) -> f64 {
    Length::from_in(value).as_m()
}

fn inches_a_minute(value: f64) -> f64 {
    Speed::from_in_min(value).as_m_s()
}

fn cubic_feet_an_hour(value: f64) -> f64 {
    GasFlow::from_ft3_h(value).as_m3_s()
}

/// Fuel flow by fuel. Propylene takes the propane column: its heat is within 4 %. Source: `ours`.
fn fuel_flow(rows: &[Row]) -> Result<BTreeMap<Fuel, BandTable>> {
    let of = |pick| band(rows, cubic_feet_an_hour, pick);
    Ok(BTreeMap::from([
        (Fuel::Acetylene, of(|r| (r.acetylene_ft3_h_low, r.acetylene_ft3_h_high))?),
        (Fuel::Propane, of(|r| (r.propane_ft3_h_low, r.propane_ft3_h_high))?),
        (Fuel::Propylene, of(|r| (r.propane_ft3_h_low, r.propane_ft3_h_high))?),
        (Fuel::NaturalGas, of(|r| (r.natural_gas_ft3_h_low, r.natural_gas_ft3_h_high))?),
    ]))
}

/// The oxygen column, its low side as a running maximum: the 6 in row of the handbook dips.
fn oxygen_flow(rows: &[Row]) -> Result<BandTable> {
    let mut highest_low: f64 = 0.0;
    let rising: Vec<_> = rows
        .iter()
        .map(|row| {
            highest_low = highest_low.max(row.oxygen_ft3_h_low);
            let si = cubic_feet_an_hour;
            (inches(row.thickness_in), si(highest_low), si(row.oxygen_ft3_h_high))
        })
        .collect();
    BandTable::new(FILE, &rising)
}

fn load() -> Result<Handbook> {
    let rows: Vec<Row> = table!("cutting-mild-steel.csv")?;
    Ok(Handbook {
        oxygen_flow: oxygen_flow(&rows)?,
        speed: band(&rows, inches_a_minute, |r| (r.speed_in_per_min_low, r.speed_in_per_min_high))?,
        bore: band(&rows, inches, |r| (r.bore_in_low, r.bore_in_high))?,
        fuel_flow: fuel_flow(&rows)?,
    })
}
