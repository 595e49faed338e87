//! The computation against values made outside: published libraries, handbook tables and
//! figures of the trade. Each file of `reference/cases` names its source in a column.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::code::Code;
use galvanon_core::cut::{Process, Request, plan};
use galvanon_core::gas::cylinder::compressed_oxygen;
use galvanon_core::gas::flame::stoichiometric_ratio;
use galvanon_core::gas::vapour::{boiling_temperature, latent_heat, vapour_pressure};
use galvanon_core::gas::{
    fuel::Fuel,
    hose::{TorchEnd, regulator_end},
    ideal_gas, reference_density,
};
use galvanon_core::physics::compressible::{Orifice, Pipe};
use galvanon_core::quantity::{
    GasFlow, GaugePressure, Length, P_REFERENCE, Temperature, WaterVolume,
};
use galvanon_core::tip::handbook::handbook;
use galvanon_core::tip::pressure::{drilled, flow, pressure};

type Row = std::collections::BTreeMap<String, String>;

fn cases(file: &str) -> Vec<Row> {
    let path = format!("{}/../reference/cases/{file}", env!("CARGO_MANIFEST_DIR"));
    let mut reader =
        csv::ReaderBuilder::new().comment(Some(b'#')).from_path(path).expect("case file");
    reader.deserialize().collect::<Result<_, _>>().expect("case rows")
}

fn number(row: &Row, column: &str) -> f64 {
    row[column].parse().expect("a number")
}

#[track_caller]
fn assert_close(computed: f64, expected: f64, rel_tol: f64, row: &Row) {
    assert!((computed / expected - 1.0).abs() <= rel_tol, "{computed} against {expected}: {row:?}");
}

/// Source: `fluids` 1.3.1 critical-flow helpers (reference/cases/generate.py).
#[test]
fn choked_flow_agrees_with_the_fluids_library() {
    let rows = cases("choked_flow.csv");
    assert_eq!(rows.len(), 25);
    for row in rows {
        let orifice = Orifice {
            bore: Length::from_mm(number(&row, "bore_mm")),
            discharge: number(&row, "discharge_coefficient"),
        };
        let at = GaugePressure::from_pa(number(&row, "pressure_pa_gauge"));
        let q = flow(&orifice, at, P_REFERENCE).expect("a flow");
        assert_close(q.as_m3_s(), number(&row, "flow_m3_s"), number(&row, "rel_tol"), &row);
        let back = pressure(&orifice, q, P_REFERENCE).expect("a pressure");
        assert_close(back.as_pa(), at.as_pa(), 1e-9, &row);
    }
}

/// Source: `fluids` 1.3.1, isothermal_gas and friction_factor (reference/cases/generate.py).
#[test]
fn hose_drop_agrees_with_the_fluids_library() {
    let rows = cases("hose_regulator_pressure.csv");
    let turbulent = rows.iter().filter(|row| number(row, "reynolds") > 2040.0).count();
    assert!(turbulent > 10 && rows.len() - turbulent > 10, "both kinds of flow are met");
    for row in rows {
        let hose = Pipe {
            bore: Length::from_m(number(&row, "bore_m")),
            length: Length::from_m(number(&row, "length_m")),
        };
        let pressure = GaugePressure::from_pa(number(&row, "torch_pressure_pa_gauge"));
        let torch = TorchEnd { pressure, ambient: P_REFERENCE };
        let q = GasFlow::from_m3_s(number(&row, "flow_m3_s"));
        let end = regulator_end(&row["gas"], &hose, q, torch).expect("a setting");
        assert!(end.reached);
        let expected = number(&row, "regulator_pressure_pa_gauge");
        let drop = end.pressure.as_pa() - pressure.as_pa();
        assert_close(drop, expected - pressure.as_pa(), 0.01, &row);
        assert_close(end.pressure.as_pa(), expected, number(&row, "rel_tol"), &row);
    }
}

/// Source: CoolProp 8.0.0 (reference/cases/generate.py).
#[test]
fn gas_density_agrees_with_coolprop() {
    for row in cases("gas_density.csv") {
        let density = reference_density(&ideal_gas(&row["gas"]).expect("a gas"));
        assert_close(density, number(&row, "density_kg_m3"), number(&row, "rel_tol"), &row);
    }
}

/// Source: CoolProp 8.0.0, 5 to 300 bar and −20 to 50 °C; 44.5 l at 1500 psig and 70 °F hold
/// 171.06 ft³, an ideal gas would 162.0.
#[test]
fn the_contents_of_an_oxygen_cylinder_agree_with_coolprop() {
    let rows = cases("oxygen_contents.csv");
    assert_eq!(rows.len(), 49);
    for row in rows {
        let free = compressed_oxygen(
            WaterVolume::from_m3(number(&row, "water_volume_m3")),
            GaugePressure::from_pa(number(&row, "pressure_pa_gauge")),
            Temperature::from_c(number(&row, "temperature_c")),
            P_REFERENCE,
        );
        let free = free.expect("contents");
        assert_close(free.as_m3(), number(&row, "free_gas_m3"), number(&row, "rel_tol"), &row);
    }
}

/// Source: CoolProp 8.0.0, −30 to 40 °C.
#[test]
fn liquefied_fuel_boils_as_coolprop_says() {
    let rows = cases("liquefied_fuel.csv");
    assert_eq!(rows.len(), 30);
    for row in rows {
        let fuel = Fuel::of(&row["fuel"]).expect("a fuel");
        let t = Temperature::from_c(number(&row, "temperature_c"));
        let p = vapour_pressure(fuel, t).expect("a pressure");
        let expected = number(&row, "vapour_pressure_pa");
        assert_close(p.as_pa(), expected, number(&row, "pressure_rel_tol"), &row);
        let back = boiling_temperature(fuel, p).expect("a temperature");
        assert_close(back.as_k(), t.as_k(), 1e-6, &row);
        let heat = latent_heat(fuel, t).expect("a heat").as_j_kg();
        assert_close(heat, number(&row, "latent_heat_j_kg"), number(&row, "latent_rel_tol"), &row);
    }
}

/// Source: Cantera 3.2.0, heats of formation of its NASA data: they check the handbook's column
/// of total heat, and the oxygen of full combustion.
#[test]
fn the_fuel_table_agrees_with_cantera() {
    let table = include_str!("../../reference/tables/fuel-gases.csv");
    let mut reader = csv::ReaderBuilder::new().comment(Some(b'#')).from_reader(table.as_bytes());
    let fuels: Vec<Row> = reader.deserialize().collect::<Result<_, _>>().expect("fuel rows");
    for row in cases("heat_of_combustion.csv") {
        let handbook = fuels.iter().find(|fuel| fuel["fuel"] == row["fuel"]).expect("a fuel");
        let heat = number(handbook, "total_heat_btu_ft3");
        assert_close(heat, number(&row, "higher_heat_btu_ft3"), number(&row, "rel_tol"), &row);
        let atoms = |column| number(&row, column) as u32;
        let oxygen = stoichiometric_ratio(atoms("carbon"), atoms("hydrogen"), 0);
        assert_close(oxygen, number(&row, "stoichiometric_ratio"), 1e-12, &row);
        assert_close(number(handbook, "stoich_ratio"), oxygen, 1e-12, &row);
    }
}

/// Worked examples of the model: a 1.016 mm bore at 30 psig passes about 53.4 ft³/h; 1.0 mm
/// on 6 mm plate runs at 10 to 32 psi, on 12 mm at 30 to 56.
/// Source: White, Fluid Mechanics, with the flow band of the Welding Handbook (from memory).
#[test]
fn worked_examples_of_the_orifice_hold() {
    let q = flow(&drilled(Length::from_mm(1.016)), GaugePressure::from_psi(30.0), P_REFERENCE);
    assert!(q.is_ok_and(|q| (q.as_ft3_h() - 53.4).abs() < 0.1));
    let tables = handbook().expect("the handbook");
    for (mm, psi) in [(6.0, (10.0, 32.0)), (12.0, (30.0, 56.0))] {
        let (low, high) = tables.oxygen_flow.at(mm / 1e3);
        let bore = drilled(Length::from_mm(1.0));
        let at = |q| pressure(&bore, GasFlow::from_m3_s(q), P_REFERENCE).expect("psi").as_psi();
        assert!((at(low) - psi.0).abs() < 1.0, "{mm} mm low: {}", at(low));
        assert!((at(high) - psi.1).abs() < 1.0, "{mm} mm high: {}", at(high));
    }
}

type HandbookRow = (f64, (f64, f64), (f64, f64));

/// The rows of the handbook's table, written again here so that a slip in reading shows.
/// Source: Welding Handbook, Oxygen Cutting chapter (from memory).
const HANDBOOK: [HandbookRow; 13] = [
    // thickness in; speed in/min; cutting oxygen ft3/h
    (0.125, (16.0, 32.0), (15.0, 45.0)),
    (0.25, (16.0, 26.0), (30.0, 55.0)),
    (0.375, (15.0, 24.0), (40.0, 70.0)),
    (0.5, (12.0, 23.0), (55.0, 85.0)),
    (0.75, (12.0, 21.0), (100.0, 150.0)),
    (1.0, (9.0, 18.0), (110.0, 160.0)),
    (1.5, (6.0, 14.0), (110.0, 175.0)),
    (2.0, (6.0, 13.0), (130.0, 190.0)),
    (3.0, (4.0, 11.0), (190.0, 300.0)),
    (4.0, (4.0, 10.0), (240.0, 360.0)),
    (6.0, (3.0, 7.0), (260.0, 500.0)),
    (8.0, (3.0, 4.0), (460.0, 620.0)),
    (10.0, (2.0, 4.0), (580.0, 700.0)),
];

#[test]
fn settings_stay_inside_the_published_bands() {
    for (thickness, speed, oxygen) in HANDBOOK {
        for process in [Process::Freehand, Process::Guided, Process::Machine] {
            let mut request = Request::plate(Length::from_in(thickness), Length::from_in(12.0));
            request.cut.process = process;
            let settings = plan(&request).expect("a plan");
            let pace = settings.travel_speed.map(|v| v.as_mm_min() / 25.4);
            assert!(
                pace.low >= speed.0 - 1e-9 && pace.high <= speed.1 + 1e-9,
                "{thickness}: {pace:?}"
            );
            let flow = settings.oxygen_flow.as_ft3_h();
            assert!(flow >= oxygen.0 && flow <= oxygen.1, "{thickness}: {flow}");
        }
    }
    let thickest = plan(&Request::plate(Length::from_in(11.75), Length::from_in(12.0)));
    let pace = thickest.expect("a plan").travel_speed.set.as_mm_min() / 25.4;
    assert!((2.0..=4.0).contains(&pace), "{pace}");
}

/// Plausibility only. Source: common practice (shop figures for acetylene).
#[test]
fn oxygen_pressures_are_those_heard_in_shops() {
    for row in cases("shop_figures.csv") {
        let tables = handbook().expect("the handbook");
        let (low, high) =
            tables.oxygen_flow.at(Length::from_in(number(&row, "thickness_in")).as_m());
        let bore = drilled(Length::from_mm(number(&row, "bore_mm")));
        let at = |q| pressure(&bore, GasFlow::from_m3_s(q), P_REFERENCE).expect("psi").as_psi();
        let heard = (number(&row, "oxygen_psi_low"), number(&row, "oxygen_psi_high"));
        // shops read the regulator, which stands 5 to 10 psi above the tip
        assert!(
            at(low) <= heard.1 + 1.0 && at(high) + 10.0 >= heard.0,
            "{row:?}: {} to {}",
            at(low),
            at(high)
        );
    }
}

/// A 1.0 mm bore on 10 mm plate cuts about 1/16 in wide on a machine. Source: common practice.
#[test]
fn the_kerf_is_the_one_known_in_the_trade() {
    let mut request = Request::plate(Length::from_mm(10.0), Length::from_mm(300.0));
    request.cut.process = Process::Machine;
    request.tip = Some(galvanon_core::cut::Tip::of_bore(Length::from_mm(1.0)));
    let kerf = plan(&request).expect("a plan").kerf.as_in();
    assert!((kerf - 1.0 / 16.0).abs() < 0.01, "{kerf} in");
}

/// Each fuel takes more oxygen a volume than the one before. Source: fuel gas table (from memory).
#[test]
fn flames_take_their_neutral_oxygen() {
    for (fuel, ratio) in [
        (Fuel::Acetylene, 1.1),
        (Fuel::NaturalGas, 1.8),
        (Fuel::Propylene, 3.7),
        (Fuel::Propane, 4.3),
    ] {
        let mut request = Request::plate(Length::from_in(0.5), Length::from_in(10.0));
        request.gas.fuel = fuel;
        let settings = plan(&request).expect("a plan");
        let found = settings.preheat_oxygen_flow.as_m3_s() / settings.fuel_flow.as_m3_s();
        assert!((found - ratio).abs() < 1e-9, "{fuel:?}");
    }
}
