//! The published numbers of `reference/tables`, compiled in and read once.

use std::collections::BTreeMap;
use std::sync::LazyLock;

use serde::de::DeserializeOwned;

use crate::error::{Error, Result};
use crate::gas::fuel::{Fuel, FuelRow, PressureKnots, StandoffRow};
use crate::solve::interpolate::LogTable;
use crate::steel::cuttability::AlloyLimit;
use crate::steel::grade::{Grade, GradeLimit};
use crate::steel::preheat_need::PreheatRow;
use crate::steel::surface::SpeedFactors;
use crate::steel::unknown::MetalRow;

/// Rows of a CSV table; lines that start with # are remarks.
pub(crate) fn rows<T: DeserializeOwned>(file: &'static str, text: &'static str) -> Result<Vec<T>> {
    csv::ReaderBuilder::new()
        .comment(Some(b'#'))
        .from_reader(text.as_bytes())
        .deserialize()
        .collect::<std::result::Result<Vec<T>, _>>()
        .map_err(|what| Error::Reference { file, what: what.to_string() })
}

macro_rules! table {
    ($file:literal) => {
        rows($file, include_str!(concat!("../../reference/tables/", $file)))
    };
}

/// A published band that changes with thickness.
#[derive(Clone, Debug)]
pub struct BandTable {
    low: LogTable,
    high: LogTable,
}

impl BandTable {
    fn new(file: &'static str, rows: &[(f64, f64, f64)]) -> Result<Self> {
        let column = |pick: fn(&(f64, f64, f64)) -> f64| {
            LogTable::new(rows.iter().map(|row| (row.0, pick(row)))).ok_or(Error::Reference {
                file,
                what: "thickness must rise and every figure be above zero".into(),
            })
        };
        Ok(Self { low: column(|row| row.1)?, high: column(|row| row.2)? })
    }

    /// `(low, high)` at a thickness in m.
    #[must_use]
    pub fn at(&self, thickness: f64) -> (f64, f64) {
        (self.low.at(thickness), self.high.at(thickness))
    }
}

/// A multiplier with the band it is met in.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Factor {
    /// The value to take.
    pub value: f64,
    /// Lowest met.
    pub low: f64,
    /// Highest met.
    pub high: f64,
}

impl Factor {
    /// No effect.
    pub const ONE: Self = Self { value: 1.0, low: 1.0, high: 1.0 };
}

/// Everything read from `reference/tables`, in SI.
#[derive(Debug)]
pub struct Tables {
    /// Cutting oxygen, m³/s over m.
    pub oxygen_flow: BandTable,
    /// Travel speed, m/s over m.
    pub speed: BandTable,
    /// Bore, m over m.
    pub bore: BandTable,
    /// Fuel flow, m³/s over m.
    pub fuel_flow: BTreeMap<Fuel, BandTable>,
    /// Fuel characteristics.
    pub fuels: BTreeMap<Fuel, FuelRow>,
    /// Fuel pressure at an equal-pressure torch, Pa over m.
    pub equal_pressure: BTreeMap<Fuel, BandTable>,
    /// Fuel pressure at an injector torch, Pa over m.
    pub injector: BTreeMap<Fuel, BandTable>,
    /// Heat-capacity ratio, molar mass, viscosity by gas name.
    pub gas_properties: BTreeMap<String, GasRow>,
    /// Our own series of bores, m.
    pub bores: Vec<f64>,
    /// Seconds of start preheat, s over m.
    pub start_preheat: BandTable,
    /// Multipliers on it by name.
    pub start_preheat_factors: BTreeMap<String, Factor>,
    /// What dirty faces leave of the speed.
    pub surfaces: BTreeMap<String, SpeedFactors>,
    /// Steels.
    pub grades: Vec<Grade>,
    /// What their specifications allow.
    pub grade_limits: Vec<GradeLimit>,
    /// Metals by how they answer tests at the bench.
    pub metals: Vec<MetalRow>,
    /// Alloy limits by element.
    pub alloys: BTreeMap<String, AlloyLimit>,
    /// Preheat of the steel by carbon equivalent.
    pub steel_preheat: Vec<PreheatRow>,
    /// Standoff by fuel.
    pub standoff: BTreeMap<Fuel, StandoffRow>,
    /// Sheet gauges: thickness in m by number.
    pub gauges: BTreeMap<u32, f64>,
}

/// A row of gas-properties.csv.
#[derive(Clone, Debug, serde::Deserialize)]
pub struct GasRow {
    gas: String,
    /// Molar mass, g/mol.
    pub molar_mass_g_mol: f64,
    /// Heat-capacity ratio, 1.
    pub heat_capacity_ratio: f64,
    /// Dynamic viscosity, 10⁻⁶ Pa·s.
    pub viscosity_micropascal_s: f64,
}

#[derive(serde::Deserialize)]
struct CuttingRow {
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

#[derive(serde::Deserialize)]
struct BoreRow {
    bore_mm: f64,
}

#[derive(serde::Deserialize)]
struct GaugeRow {
    gauge: u32,
    thickness_in: f64,
}

#[derive(serde::Deserialize)]
struct StartRow {
    thickness_mm: f64,
    seconds_low: f64,
    seconds_high: f64,
}

#[derive(serde::Deserialize)]
struct FactorRow {
    factor: String,
    value: Option<f64>,
    low: Option<f64>,
    high: Option<f64>,
}

static TABLES: LazyLock<Result<Tables>> = LazyLock::new(load);

/// The tables compiled in.
///
/// # Errors
/// [`Error::Reference`] when one cannot be read: a fault of the build that the tests catch.
pub fn tables() -> Result<&'static Tables> {
    TABLES.as_ref().map_err(Clone::clone)
}

const CUTTING: &str = "cutting-mild-steel.csv";

/// One pair of columns of the cutting table over thickness, in SI.
fn cutting_band(
    cutting: &[CuttingRow],
    to_si: fn(f64) -> f64,
    pick: fn(&CuttingRow) -> (f64, f64),
) -> Result<BandTable> {
    let in_si = |row: &CuttingRow| {
        let (low, high) = pick(row);
        (row.thickness_in * IN, to_si(low), to_si(high))
    };
    BandTable::new(CUTTING, &cutting.iter().map(in_si).collect::<Vec<_>>())
}

const IN: f64 = crate::quantity::Length::from_in(1.0).as_m();

fn inches(value: f64) -> f64 {
    crate::quantity::Length::from_in(value).as_m()
}
fn inches_a_minute(value: f64) -> f64 {
    crate::quantity::Speed::from_in_min(value).as_m_s()
}
fn cubic_feet_an_hour(value: f64) -> f64 {
    crate::quantity::GasFlow::from_ft3_h(value).as_m3_s()
}

/// Fuel flow by fuel. Propylene takes the propane column: its heat is within 4 %. Source: `ours`.
fn fuel_flow(cutting: &[CuttingRow]) -> Result<BTreeMap<Fuel, BandTable>> {
    let band = |pick| cutting_band(cutting, cubic_feet_an_hour, pick);
    Ok(BTreeMap::from([
        (Fuel::Acetylene, band(|r| (r.acetylene_ft3_h_low, r.acetylene_ft3_h_high))?),
        (Fuel::Propane, band(|r| (r.propane_ft3_h_low, r.propane_ft3_h_high))?),
        (Fuel::Propylene, band(|r| (r.propane_ft3_h_low, r.propane_ft3_h_high))?),
        (Fuel::NaturalGas, band(|r| (r.natural_gas_ft3_h_low, r.natural_gas_ft3_h_high))?),
    ]))
}

/// The oxygen column, its low side as a running maximum: the 6 in row of the handbook dips.
fn oxygen_flow(cutting: &[CuttingRow]) -> Result<BandTable> {
    let mut highest_low: f64 = 0.0;
    let rows: Vec<_> = cutting
        .iter()
        .map(|row| {
            highest_low = highest_low.max(row.oxygen_ft3_h_low);
            let si = cubic_feet_an_hour;
            (inches(row.thickness_in), si(highest_low), si(row.oxygen_ft3_h_high))
        })
        .collect();
    BandTable::new(CUTTING, &rows)
}

fn fuel_pressure(torch: &str) -> Result<BTreeMap<Fuel, BandTable>> {
    let knots: Vec<PressureKnots> = table!("fuel-pressure.csv")?;
    Fuel::ALL
        .into_iter()
        .map(|fuel| {
            let rows: Vec<_> = knots
                .iter()
                .filter(|row| row.torch == torch && row.fuel == fuel)
                .map(PressureKnots::in_si)
                .collect();
            Ok((fuel, BandTable::new("fuel-pressure.csv", &rows)?))
        })
        .collect()
}

fn factors() -> Result<BTreeMap<String, Factor>> {
    let rows: Vec<FactorRow> = table!("start-preheat-factors.csv")?;
    Ok(rows
        .into_iter()
        .filter_map(|row| {
            // the row of the plate temperature holds a formula and no number
            let (value, low, high) = (row.value?, row.low?, row.high?);
            Some((row.factor, Factor { value, low, high }))
        })
        .collect())
}

fn start_preheat() -> Result<BandTable> {
    let rows: Vec<StartRow> = table!("start-preheat.csv")?;
    let in_si = |row: &StartRow| (row.thickness_mm / 1e3, row.seconds_low, row.seconds_high);
    BandTable::new("start-preheat.csv", &rows.iter().map(in_si).collect::<Vec<_>>())
}

fn load() -> Result<Tables> {
    let cutting: Vec<CuttingRow> = table!("cutting-mild-steel.csv")?;
    let fuels: Vec<FuelRow> = table!("fuel-gases.csv")?;
    let gases: Vec<GasRow> = table!("gas-properties.csv")?;
    let bores: Vec<BoreRow> = table!("tip-bores.csv")?;
    let gauges: Vec<GaugeRow> = table!("sheet-gauges.csv")?;
    let surfaces: Vec<SpeedFactors> = table!("surface-factors.csv")?;
    let alloys: Vec<AlloyLimit> = table!("alloy-limits.csv")?;
    let standoff: Vec<StandoffRow> = table!("standoff.csv")?;
    Ok(Tables {
        oxygen_flow: oxygen_flow(&cutting)?,
        speed: cutting_band(&cutting, inches_a_minute, |r| {
            (r.speed_in_per_min_low, r.speed_in_per_min_high)
        })?,
        bore: cutting_band(&cutting, inches, |r| (r.bore_in_low, r.bore_in_high))?,
        fuel_flow: fuel_flow(&cutting)?,
        fuels: fuels.into_iter().map(|row| (row.fuel, row)).collect(),
        equal_pressure: fuel_pressure("equal_pressure")?,
        injector: fuel_pressure("injector")?,
        gas_properties: gases.into_iter().map(|row| (row.gas.clone(), row)).collect(),
        bores: bores.into_iter().map(|row| row.bore_mm / 1e3).collect(),
        start_preheat: start_preheat()?,
        start_preheat_factors: factors()?,
        surfaces: surfaces.into_iter().map(|row| (row.surface.clone(), row)).collect(),
        grades: table!("steel-grades.csv")?,
        grade_limits: table!("steel-grade-limits.csv")?,
        metals: table!("metal-tests.csv")?,
        alloys: alloys.into_iter().map(|row| (row.element.clone(), row)).collect(),
        steel_preheat: table!("steel-preheat.csv")?,
        standoff: standoff.into_iter().map(|row| (row.fuel, row)).collect(),
        gauges: gauges.into_iter().map(|row| (row.gauge, inches(row.thickness_in))).collect(),
    })
}
