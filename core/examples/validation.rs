//! Writes docs/validation.md: what core computes against what others publish.

#![allow(clippy::expect_used, reason = "a generator stops by saying what it expected")]

use galvanon_core::code::Code;
use std::collections::BTreeMap;
use std::fmt::Write as _;

use galvanon_core::gas::cylinder::compressed_oxygen;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::gas::vapour::{latent_heat, vapour_pressure};
use galvanon_core::gas::{
    hose::{TorchEnd, regulator_end},
    ideal_gas, reference_density,
};
use galvanon_core::geometry::{Contour, Point, Segment};
use galvanon_core::layout::kerf::{Keep, kerf_path};
use galvanon_core::physics::compressible::{Orifice, Pipe};
use galvanon_core::quantity::{
    GasFlow, GaugePressure, Length, P_REFERENCE, Temperature, WaterVolume,
};
use galvanon_core::section::ligament::ligament;
use galvanon_core::section::{Access, Asked, Cut, find, strokes};
use galvanon_core::tip::pressure::flow;

type Row = BTreeMap<String, String>;

fn cases(file: &str) -> Vec<Row> {
    let path = format!("{}/../reference/cases/{file}", env!("CARGO_MANIFEST_DIR"));
    let mut reader =
        csv::ReaderBuilder::new().comment(Some(b'#')).from_path(path).expect("case file");
    reader.deserialize().collect::<Result<_, _>>().expect("case rows")
}

fn number(row: &Row, column: &str) -> f64 {
    row[column].parse().expect("a number")
}

/// What core computes for a case, and what was expected.
type Check = fn(&Row) -> (f64, f64);

fn choked_flow(row: &Row) -> (f64, f64) {
    let orifice = Orifice {
        bore: Length::from_mm(number(row, "bore_mm")),
        discharge: number(row, "discharge_coefficient"),
    };
    let at = GaugePressure::from_pa(number(row, "pressure_pa_gauge"));
    let computed = flow(&orifice, at, P_REFERENCE).expect("a flow");
    (computed.as_m3_s(), number(row, "flow_m3_s"))
}

fn hose_drop(row: &Row) -> (f64, f64) {
    let hose = Pipe {
        bore: Length::from_m(number(row, "bore_m")),
        length: Length::from_m(number(row, "length_m")),
    };
    let torch = number(row, "torch_pressure_pa_gauge");
    let q = GasFlow::from_m3_s(number(row, "flow_m3_s"));
    let ends = TorchEnd { pressure: GaugePressure::from_pa(torch), ambient: P_REFERENCE };
    let end = regulator_end(&row["gas"], &hose, q, ends).expect("a setting");
    (end.pressure.as_pa() - torch, number(row, "regulator_pressure_pa_gauge") - torch)
}

fn density(row: &Row) -> (f64, f64) {
    let computed = reference_density(&ideal_gas(&row["gas"]).expect("a gas"));
    (computed, number(row, "density_kg_m3"))
}

fn contents(row: &Row) -> (f64, f64) {
    let space = WaterVolume::from_m3(number(row, "water_volume_m3"));
    let at = GaugePressure::from_pa(number(row, "pressure_pa_gauge"));
    let t = Temperature::from_c(number(row, "temperature_c"));
    let free = compressed_oxygen(space, at, t, P_REFERENCE).expect("contents");
    (free.as_m3(), number(row, "free_gas_m3"))
}

fn fuel(row: &Row) -> Fuel {
    Fuel::of(&row["fuel"]).expect("a fuel")
}

fn vapour(row: &Row) -> (f64, f64) {
    let t = Temperature::from_c(number(row, "temperature_c"));
    let computed = vapour_pressure(fuel(row), t).expect("a pressure").as_pa();
    (computed, number(row, "vapour_pressure_pa"))
}

fn latent(row: &Row) -> (f64, f64) {
    let t = Temperature::from_c(number(row, "temperature_c"));
    let computed = latent_heat(fuel(row), t).expect("a heat").as_j_kg();
    (computed, number(row, "latent_heat_j_kg"))
}

fn combustion(row: &Row) -> (f64, f64) {
    let handbook = cases("../tables/fuel-gases.csv");
    let handbook = handbook.iter().find(|fuel| fuel["fuel"] == row["fuel"]).expect("a fuel");
    (number(handbook, "total_heat_btu_ft3"), number(row, "higher_heat_btu_ft3"))
}

fn part_cut(row: &Row) -> (f64, f64) {
    let profile = find(&row["shape"]).expect("a shape");
    let asked = Asked { cut: Cut::Square, access: Access::ALL };
    let plan = strokes(profile, &asked).expect("strokes");
    let way = plan.way(&row["way"]).expect("a way");
    let done = row["strokes_done"].parse::<usize>().expect("a count");
    let done: Vec<_> = way.strokes[..done].iter().collect();
    let left = ligament(&plan.panels, profile.family, &done, way.lie).expect("some left");
    (left.plastic, number(row, "plastic_modulus_m3"))
}

/// Area inside the way of the tip, m².
fn way(row: &Row) -> (f64, f64) {
    let corner = |text: &str| -> Vec<f64> {
        text.split(' ').map(|number| number.parse().expect("a number")).collect()
    };
    let corners: Vec<Vec<f64>> = row["corners"].split(';').map(corner).collect();
    let point = |at: &[f64]| Point::new(at[0] / 1e3, at[1] / 1e3);
    let next = corners.iter().cycle().skip(1);
    let segments = corners.iter().zip(next).map(|(a, b)| Segment::bulged(point(a), point(b), a[2]));
    let contour = Contour { closed: true, segments: segments.collect() };
    let keep = Keep::of(&row["keep"]).expect("a side");
    let found = kerf_path(&contour, keep, Length::from_mm(number(row, "kerf_mm"))).expect("a way");
    (found.path.area() * 1e6, number(row, "way_mm2"))
}

const CHECKS: [(&str, &str, &str, Check); 9] = [
    (
        "Cutting oxygen through a bore",
        "choked_flow.csv",
        "fluids 1.3.1, critical-flow helpers",
        choked_flow,
    ),
    (
        "Pressure drop of a hose",
        "hose_regulator_pressure.csv",
        "fluids 1.3.1, isothermal_gas, friction_factor",
        hose_drop,
    ),
    ("Gas density at 70 °F, 1 atm", "gas_density.csv", "CoolProp 8.0.0", density),
    (
        "Oxygen in a cylinder, 5 to 300 bar, −20 to 50 °C",
        "oxygen_contents.csv",
        "CoolProp 8.0.0",
        contents,
    ),
    (
        "Vapour pressure of propane and propylene, −30 to 40 °C",
        "liquefied_fuel.csv",
        "CoolProp 8.0.0",
        vapour,
    ),
    (
        "Latent heat of propane and propylene, −30 to 40 °C",
        "liquefied_fuel.csv",
        "CoolProp 8.0.0",
        latent,
    ),
    (
        "Total heat of the fuels, the handbook's column",
        "heat_of_combustion.csv",
        "Cantera 3.2.0, heats of formation",
        combustion,
    ),
    (
        "Plastic modulus of part-cut sections",
        "part_cut_sections.csv",
        "sectionproperties 3.10.2",
        part_cut,
    ),
    (
        "Area inside the kerf-true way round a part or in a hole",
        "layout_offsets.csv",
        "shapely 2.2.0 and pyclipper 1.4.0",
        way,
    ),
];

/// The page, as it is committed.
pub fn page() -> String {
    let mut page = String::from(
        "# Computed against published\n\n\
         Made by `bin/gen-validation`; a test fails when it is stale. Handbook bands, shop figures and laws\n\
         that must hold are tests without a row here: `core/tests/reference.rs`, `core/tests/laws.rs`.\n\n\
         | quantity | against | cases | worst relative error |\n|---|---|---|---|\n",
    );
    for (what, file, against, check) in CHECKS {
        let rows = cases(file);
        let error = |row: &Row| {
            let (computed, expected) = check(row);
            (computed / expected - 1.0).abs()
        };
        let worst = 100.0 * rows.iter().map(error).fold(0.0, f64::max);
        let _ = writeln!(page, "| {what} | {against} | {} | {worst:.4} % |", rows.len());
    }
    page
}

#[allow(dead_code, reason = "the test that holds the page against it needs no program")]
fn main() {
    print!("{}", page());
}
