//! The whole engine: supply, gear, charts, comparison, the tips of a job.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::code::Code;
use galvanon_core::cut::compare::{figure, fuels, sensitivity, with_fuel};
use galvanon_core::cut::job_tips::{Cutting, TIP_CHANGE, job_tips};
use galvanon_core::cut::{Level, Prices, Request, Stroke, Tip, Verdict, plan};
use galvanon_core::entry::column::Said;
use galvanon_core::entry::{chart, chart_column, cut_list, table};
use galvanon_core::error::Error;
use galvanon_core::gas::cylinder::{by_weight, compressed_oxygen};
use galvanon_core::gas::flame::{Flame, flame};
use galvanon_core::gas::fuel::{Fuel, TipFace};
use galvanon_core::gas::gear::{Gear, HoseGrade, Seat, TorchFuels, misfits};
use galvanon_core::gas::withdrawal::{
    Air, Draw, Rule, Withdrawal, acetylene_limit, boil_off, cylinders_needed,
};
use galvanon_core::quantity::{
    GasFlow, GasVolume, GaugePressure, Length, Mass, P_REFERENCE, Temperature, WaterVolume,
};
use galvanon_core::tip::chart::{Chart, ChartRow, Ends, ReadAt};
use galvanon_core::trace::{Input, Quantity};
use proptest::prelude::*;

fn plate(mm: f64) -> Request {
    Request::plate(Length::from_mm(mm), Length::from_mm(600.0))
}

fn notes(request: &Request) -> Vec<(&'static str, Level)> {
    let settings = plan(request).expect("a plan");
    settings.notes.iter().map(|note| (note.code, note.level)).collect()
}

// --- supply ---------------------------------------------------------------------------------

/// Common practice: one seventh of a 100 ft³ cylinder is 14.3 ft³/h, one fifteenth 6.7.
#[test]
fn an_acetylene_cylinder_gives_its_part_an_hour() {
    let rated = GasVolume::from_ft3(100.0);
    let limit =
        |rule, left, air| acetylene_limit(rated, left, air, rule).expect("a limit").as_ft3_h();
    assert!((limit(Rule::OneSeventh, None, None) - 100.0 / 7.0).abs() < 1e-9);
    assert!((limit(Rule::OneFifteenth, None, None) - 100.0 / 15.0).abs() < 1e-9);
    let quarter = Some(GasVolume::from_ft3(25.0));
    assert!((limit(Rule::OneTenth, quarter, None) - 5.0).abs() < 1e-9, "half the limit");
    let at = |celsius| limit(Rule::OneTenth, None, Some(Temperature::from_c(celsius)));
    for (celsius, factor) in [(25.0, 1.0), (15.0, 1.0), (0.0, 0.7), (-10.0, 0.5)] {
        assert!((at(celsius) - 10.0 * factor).abs() < 1e-9, "{celsius} °C: {}", at(celsius));
    }
    assert!(acetylene_limit(GasVolume::from_m3(0.0), None, None, Rule::OneTenth).is_err());
}

fn air_at(celsius: f64) -> Air {
    Air { temperature: Temperature::from_c(celsius), pressure: P_REFERENCE }
}

/// Ours, as the model states it: about 1.5 kg/h for 9 kg of propane at 20 °C.
#[test]
fn propane_boils_no_faster_than_the_air_warms_it() {
    let kg_h = |celsius, kg, draw| {
        let air = air_at(celsius);
        let drawn = Withdrawal { draw, setting: None };
        let flow = boil_off(Fuel::Propane, Mass::from_kg(kg), air, drawn).expect("a flow");
        GasVolume::from_m3(flow.as_m3_s() * 3_600.0).mass_at_ft3_per_lb(8.62).as_kg()
    };
    let short = kg_h(20.0, 9.0, Draw::Intermittent);
    assert!((1.3..1.7).contains(&short), "{short} kg/h");
    assert!((kg_h(20.0, 9.0, Draw::Continuous) / short - 0.6).abs() < 1e-9);
    assert!(kg_h(-30.0, 9.0, Draw::Intermittent).abs() < 1e-12, "too cold to boil");
    assert!(kg_h(20.0, 4.0, Draw::Intermittent) < short, "less liquid, less wall");
    // a cylinder must give 100 kPa over the regulator's setting: 70 kPa is the usual 170, more boils less
    let set = |setting: Option<f64>| {
        let setting = setting.map(|kpa| galvanon_core::quantity::GaugePressure::from_pa(kpa * 1e3));
        let air = air_at(20.0);
        let draw = Withdrawal { draw: Draw::Continuous, setting };
        boil_off(Fuel::Propane, Mass::from_kg(9.0), air, draw).expect("a flow").as_m3_s()
    };
    assert!((set(Some(70.0)) - set(None)).abs() < 1e-12);
    assert!(set(Some(200.0)) < set(None));
    let drawn = Withdrawal { draw: Draw::Continuous, setting: None };
    let none = boil_off(Fuel::Acetylene, Mass::from_kg(9.0), air_at(20.0), drawn);
    assert!(matches!(none, Err(Error::UnknownChoice { input: "fuel", .. })));
}

#[test]
fn cylinders_are_counted_up_and_nothing_gives_nothing() {
    let flow = |ft3_h| GasFlow::from_ft3_h(ft3_h);
    assert_eq!(cylinders_needed(flow(14.0), flow(7.0)), Some(2));
    assert_eq!(cylinders_needed(flow(14.1), flow(7.0)), Some(3));
    assert_eq!(cylinders_needed(flow(0.0), flow(7.0)), Some(1));
    assert_eq!(cylinders_needed(flow(14.0), flow(0.0)), None);
}

#[test]
fn a_cylinder_that_cannot_be_is_refused_with_its_values() {
    let kg = Mass::from_kg;
    let light = by_weight(Fuel::Acetylene, kg(60.0), kg(70.0));
    assert!(
        matches!(light, Err(Error::Contradiction { code: "lighter_than_tare", value, against, .. })
        if value == 60.0 && against == 70.0)
    );
    assert!(matches!(
        by_weight(Fuel::NaturalGas, kg(2.0), kg(1.0)),
        Err(Error::UnknownChoice { .. })
    ));
    let oxygen = |litres: f64, bar: f64, celsius: f64| {
        compressed_oxygen(
            WaterVolume::from_m3(litres / 1e3),
            GaugePressure::from_pa(bar * 1e5),
            Temperature::from_c(celsius),
            P_REFERENCE,
        )
    };
    for (litres, bar, celsius, input) in [
        (0.0, 100.0, 20.0, "water_volume"),
        (44.5, -1.0, 20.0, "pressure"),
        (44.5, 301.0, 20.0, "pressure"),
        (44.5, 100.0, 90.0, "temperature"),
        (f64::NAN, 100.0, 20.0, "water_volume"),
    ] {
        assert!(
            matches!(oxygen(litres, bar, celsius), Err(Error::OutOfRange { input: named, .. }) if named == input),
            "{litres} l, {bar} bar, {celsius} °C"
        );
    }
}

#[test]
fn the_flame_is_told_from_its_ratio() {
    let one = GasFlow::from_m3_s(1.0);
    let of = |ratio: f64| flame(Fuel::Acetylene, GasFlow::from_m3_s(ratio), one).expect("a flame");
    assert_eq!((of(1.0), of(1.1), of(1.2)), (Flame::Carburising, Flame::Neutral, Flame::Oxidising));
}

proptest! {
    #[test]
    fn more_pressure_is_more_gas_and_a_warmer_cylinder_holds_less(
        litres in 1.0..100.0_f64, bar in 5.0..250.0_f64, more in 1.0..40.0_f64, celsius in -20.0..40.0_f64,
    ) {
        let at = |bar: f64, celsius: f64| {
            let space = WaterVolume::from_m3(litres / 1e3);
            let pressure = GaugePressure::from_pa(bar * 1e5);
            compressed_oxygen(space, pressure, Temperature::from_c(celsius), P_REFERENCE).expect("contents").as_m3()
        };
        prop_assert!(at(bar + more, celsius) > at(bar, celsius));
        prop_assert!(at(bar, celsius + 10.0) < at(bar, celsius));
    }

    #[test]
    fn gas_by_weight_goes_with_the_weight(tare in 1.0..100.0_f64, gas in 0.0..100.0_f64) {
        let of = |kg: f64| by_weight(Fuel::Propane, Mass::from_kg(tare + kg), Mass::from_kg(tare)).expect("contents").as_m3();
        prop_assert!((of(2.0 * gas) - 2.0 * of(gas)).abs() <= 1e-9 * of(2.0 * gas).max(1.0));
    }
}

proptest! {
    #[test]
    fn warmer_air_and_more_liquid_boil_more_off(kg in 1.0..200.0_f64, more in 0.1..50.0_f64, celsius in -30.0..40.0_f64) {
        let at = |kg: f64, celsius: f64| {
            let drawn = Withdrawal { draw: Draw::Continuous, setting: None };
            boil_off(Fuel::Propylene, Mass::from_kg(kg), air_at(celsius), drawn).expect("a flow").as_m3_s()
        };
        prop_assert!(at(kg, celsius + 5.0) >= at(kg, celsius));
        prop_assert!(at(kg + more, celsius) >= at(kg, celsius));
    }

    #[test]
    fn the_stricter_school_never_gives_more(litres in 100.0..20_000.0_f64, left in 0.0..1.0_f64, celsius in -35.0..40.0_f64) {
        let rated = GasVolume::from_m3(litres / 1e3);
        let inside = GasVolume::from_m3(left * litres / 1e3);
        let of = |rule| acetylene_limit(rated, Some(inside), Some(Temperature::from_c(celsius)), rule).expect("a limit").as_m3_s();
        prop_assert!(of(Rule::OneFifteenth) <= of(Rule::OneTenth) && of(Rule::OneTenth) <= of(Rule::OneSeventh));
        prop_assert!(of(Rule::OneFifteenth) >= 0.0);
    }

    #[test]
    fn gas_taken_from_the_bank_is_gas_drawn_whatever_the_cuts(
        draws in prop::collection::vec((1.0..600.0_f64, 0.0..2.0_f64), 1..30),
        stock in prop::collection::vec(0.1..8.0_f64, 0..8), size in 1_u32..4,
    ) {
        use galvanon_core::gas::supply::{Draw as Drawn, Stock, supply};
        use galvanon_core::quantity::Duration;
        let cuts: Vec<Drawn> = draws.iter().map(|&(s, m3)| Drawn {
            time: Duration::from_s(s),
            flow: GasFlow::from_m3_s(m3 / s),
            volume: GasVolume::from_m3(m3),
            pieces: 1 + (m3 * 10.0) as u32 % 4,
        }).collect();
        let held: Vec<Stock> = stock.iter().map(|&m3| Stock {
            contents: GasVolume::from_m3(m3),
            keep: GasVolume::from_m3(0.1 * m3),
        }).collect();
        let found = supply(&cuts, &held, size, |_, _| None);
        let taken: f64 = found.spans.iter().map(|span| span.start.as_m3() - span.end.as_m3()).sum();
        let missing = found.shortfall.map_or(0.0, GasVolume::as_m3);
        let drawn: f64 = draws.iter().map(|(_, m3)| m3).sum();
        prop_assert!((taken + missing - drawn).abs() < 1e-6, "{taken} and {missing} of {drawn}");
        prop_assert!(found.spans.windows(2).all(|pair| pair[0].to <= pair[1].from || (pair[0].to.as_s() - pair[1].from.as_s()).abs() < 1e-9));
        prop_assert!(found.spans.iter().all(|span| span.end.as_m3() >= -1e-9));
    }

    #[test]
    fn more_of_an_alloy_never_cuts_better(element in prop::sample::select(vec!["C", "Mn", "Si", "Cr", "Ni", "Mo", "Al"]), share in 0.0..15.0_f64, more in 0.0..15.0_f64) {
        use galvanon_core::steel::{composition::Composition, cuttability::assess};
        let of = |percent: f64| {
            let parts = [("C", 0.1), (element, percent)];
            let steel = Composition::new(parts).expect("a steel");
            assess(&steel, None, Length::from_mm(20.0)).expect("a verdict").cuttability
        };
        prop_assert!(of(share + more) >= of(share));
    }

    #[test]
    fn a_chart_never_leaves_its_own_rows(mm in 10.0..30.0_f64) {
        let tip = charted_tip(ReadAt::Torch);
        let row = tip.chart(Fuel::Acetylene).and_then(|chart| chart.at(Length::from_mm(mm))).expect("inside");
        let (low, high) = (row.oxygen.low.as_psi(), row.oxygen.high.as_psi());
        prop_assert!((30.0 - 1e-9..=50.0 + 1e-9).contains(&low) && (40.0 - 1e-9..=60.0 + 1e-9).contains(&high));
    }
}

// --- gear -----------------------------------------------------------------------------------

/// Common practice: only grade T hose takes propane; a regulator, a torch, a tip face and a tip
/// seat have each their own fuel or fellow.
#[test]
fn gear_that_does_not_suit_the_fuel_is_named() {
    let codes = |gear: Gear, fuel| -> Vec<&'static str> {
        misfits(&gear, fuel).expect("rules").iter().map(|note| note.code).collect()
    };
    let hose = |grade| Gear { hose_grade: Some(grade), ..Gear::default() };
    assert_eq!(codes(hose(HoseGrade::R), Fuel::Propane), ["hose_grade_wrong"]);
    assert_eq!(codes(hose(HoseGrade::Rm), Fuel::Propylene), ["hose_grade_wrong"]);
    assert!(codes(hose(HoseGrade::R), Fuel::Acetylene).is_empty());
    assert!(Fuel::ALL.iter().copied().all(|fuel| codes(hose(HoseGrade::T), fuel).is_empty()));
    let regulator = |made_for| Gear { regulator: Some(made_for), ..Gear::default() };
    assert_eq!(codes(regulator(Fuel::Acetylene), Fuel::Propane), ["regulator_wrong"]);
    assert!(codes(regulator(Fuel::Propane), Fuel::Propylene).is_empty());
    let torch = Gear { torch: Some(TorchFuels::Acetylene), ..Gear::default() };
    assert_eq!(codes(torch, Fuel::NaturalGas), ["torch_wrong_fuel"]);
    let face = Gear { tip_face: Some(TipFace::Recessed), ..Gear::default() };
    assert_eq!(codes(face, Fuel::Acetylene), ["tip_face_wrong"]);
    let seat =
        Gear { tip_seat: Some(Seat::Flat), torch_seat: Some(Seat::Tapered3), ..Gear::default() };
    assert_eq!(codes(seat, Fuel::Acetylene), ["tip_seat_wrong"]);
    let bare = Gear { arrestors: Some(false), ..Gear::default() };
    assert_eq!(codes(bare, Fuel::Acetylene), ["arrestor_missing"]);
    assert!(Fuel::ALL.iter().copied().all(|fuel| codes(Gear::default(), fuel).is_empty()));
}

#[test]
fn a_regulator_that_cannot_deliver_stops_the_plan() {
    let mut request = plate(20.0);
    request.gear.oxygen_regulator_limit = Some(GaugePressure::from_pa(200e3));
    assert!(notes(&request).contains(&("regulator_too_small", Level::Stop)));
    request.gear.oxygen_regulator_limit = Some(GaugePressure::from_pa(1_000e3));
    assert!(!notes(&request).iter().any(|(code, _)| *code == "regulator_too_small"));
    request.gear.torch_limit = Some(GaugePressure::from_pa(150e3));
    assert!(notes(&request).contains(&("torch_over_limit", Level::Stop)));
}

// --- work -----------------------------------------------------------------------------------

#[test]
fn layers_and_sealed_spaces_stop_and_strokes_have_their_own_words() {
    let with = |change: fn(&mut Request)| {
        let mut request = plate(12.0);
        change(&mut request);
        notes(&request)
    };
    assert!(with(|r| r.steel.layers = 2).contains(&("layers_not_one", Level::Stop)));
    assert!(with(|r| r.steel.sealed = true).contains(&("sealed_volume", Level::Stop)));
    assert!(with(|r| r.cut.stroke = Stroke::Gouge).contains(&("stroke_gouge", Level::Caution)));
    assert!(
        with(|r| r.cut.stroke = Stroke::Gouge).contains(&("gouging_tip_wanted", Level::Caution))
    );
    assert!(with(|r| r.cut.stroke = Stroke::Head).contains(&("stroke_head", Level::Caution)));
    let plain = notes(&plate(12.0));
    assert!(plain.iter().all(|(_, level)| *level == Level::Info), "{plain:?}");
}

// --- charts ---------------------------------------------------------------------------------

fn ends(low: f64, high: f64) -> Ends<GaugePressure> {
    Ends { low: GaugePressure::from_psi(low), high: GaugePressure::from_psi(high) }
}

fn charted_tip(read_at: ReadAt) -> Tip {
    let row = |mm, low, high| ChartRow {
        thickness: Length::from_mm(mm),
        oxygen: ends(low, high),
        fuel: Some(ends(4.0, 6.0)),
        speed: None,
    };
    let rows = vec![row(10.0, 30.0, 40.0), row(30.0, 50.0, 60.0)];
    let chart = Chart::new(Fuel::Acetylene, read_at, rows).expect("a chart");
    Tip { face: Some(TipFace::Flush), charts: vec![chart], ..Tip::of_bore(Length::from_mm(1.2)) }
}

#[test]
fn a_chart_outranks_the_generic_band_and_stops_outside_its_reach() {
    let mut request = plate(20.0);
    request.drawer = vec![charted_tip(ReadAt::Regulator)];
    let settings = plan(&request).expect("a plan");
    assert!(settings.by_chart);
    // half way between its rows: 40 to 50 psi, and 4 to 6 for the fuel
    let oxygen = settings.oxygen_pressure.expect("a setting");
    let psi = [oxygen.low, oxygen.set, oxygen.high].map(GaugePressure::as_psi);
    for (shown, chart) in psi.into_iter().zip([40.0, 45.0, 50.0]) {
        assert!((shown - chart).abs() < 1e-9, "{psi:?}");
    }
    assert!((settings.fuel_pressure.expect("a setting").set.as_psi() - 5.0).abs() < 1e-9);

    request.drawer = vec![charted_tip(ReadAt::Torch)];
    let through_hose = plan(&request).expect("a plan");
    assert!(
        through_hose.oxygen_pressure.expect("a setting").set.as_psi() > 45.0,
        "the hose comes on top"
    );

    request.steel.thickness = Length::from_mm(40.0);
    let outside = plan(&request).expect("a plan");
    assert!(!outside.by_chart && outside.verdict() == Verdict::Stop);
    assert!(outside.notes.iter().any(|note| note.code == "outside_chart"));
}

#[test]
fn a_drawer_without_the_face_of_the_fuel_stops() {
    let mut request = plate(20.0);
    request.drawer = vec![charted_tip(ReadAt::Torch)];
    request.gas.fuel = Fuel::Propane;
    assert!(notes(&request).contains(&("drawer_lacks_face", Level::Stop)));
}

const CONTEXT: chart::Context = chart::Context {
    bore: Some(Length::from_mm(1.2)),
    fuel: Fuel::Acetylene,
    read_at: ReadAt::Torch,
};

fn read_chart(text: &str) -> chart::ReadCharts {
    chart::read(&table::read(text).expect("a table"), &[], &CONTEXT)
}

#[test]
fn a_makers_chart_is_read_whatever_its_shape_and_written_so_that_it_reads_again() {
    for text in [
        "thickness (in),oxygen (psi),acetylene (psi),speed (in/min)\n1/4,20-25,3-5,16-20\n1/2,30-35,3-5,14-18\n",
        "\u{feff}Plate thickness [in];Oxygen pressure low psi;Oxygen pressure high psi;Fuel pressure (psi);Travel (ipm)\n1/4;20;25;3 to 5;16-20\n1/2;30;35;3-5;14-18\n",
        "Thickness mm\tOxygen bar\tAcetylene kPa\n6.35\t1.4-1.7\t20-35\n12.7\t2.1-2.4\t20-35\n",
    ] {
        let found = read_chart(text);
        assert!(found.faults.is_empty(), "{:?}", found.faults);
        assert_eq!(found.charts.len(), 1);
        assert_eq!(found.charts[0].chart.rows().len(), 2);
        assert!((found.charts[0].chart.rows()[0].thickness.as_in() - 0.25).abs() < 1e-9);
        let again = read_chart(&chart::write(&found.charts).expect("a table"));
        assert!(again.faults.is_empty(), "{:?}", again.faults);
        for (one, other) in found.charts[0].chart.rows().iter().zip(again.charts[0].chart.rows()) {
            assert!((one.oxygen.low.as_pa() - other.oxygen.low.as_pa()).abs() < 1e-3);
        }
    }
}

#[test]
fn a_faulty_chart_names_row_column_and_value() {
    let head = "thickness (in),oxygen (psi),acetylene (psi)\n";
    for (rows, row, code) in [
        ("", 1, "chart_empty"),
        ("1/4,20-25,3-5\n1/4,20-25,3-5\n", 3, "chart_row_doubled"),
        ("1/2,30-35,3-5\n1/4,20-25,3-5\n", 3, "chart_row_out_of_order"),
        ("1/4,25-20,3-5\n", 2, "chart_band_crossed"),
        ("1/4,20-25,3-18\n", 2, "chart_acetylene_over"),
        ("1/4,twenty,3-5\n", 2, "cell_not_a_number"),
        ("1/4,,3-5\n", 2, "cell_missing"),
        ("1/4,20-25,3-5,7,8\n", 2, "row_too_long"),
        ("1/4,\"20,5\",3-5\n", 2, "unclear_number"),
    ] {
        let found = read_chart(&format!("{head}{rows}"));
        let first = found.faults.first().expect("a fault");
        assert_eq!((first.row, first.code), (row, code), "{rows:?}: {:?}", found.faults);
        assert!(found.charts.is_empty(), "nothing of a faulty chart is taken");
    }
    let unitless = read_chart("thickness,oxygen (psi)\n6,20\n");
    assert_eq!(unitless.faults[0].code, "column_without_unit");
    let missing = read_chart("thickness (mm),speed (mm/min)\n6,400\n");
    assert_eq!(
        (missing.faults[0].column.as_str(), missing.faults[0].code),
        ("oxygen_pressure", "column_missing")
    );
}

#[test]
fn a_person_says_what_a_column_is_and_its_unit() {
    let table = table::read("a,b\n6,150\n12,200\n").expect("a table");
    let said = [("thickness", "mm"), ("oxygen_pressure", "kpa")]
        .map(|(role, unit)| Said { role: chart_column::Role::of(role), unit: Some(unit.into()) });
    let found = chart::read(&table, &said, &CONTEXT);
    assert!(found.faults.is_empty() && found.charts[0].chart.rows().len() == 2, "{found:?}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]
    #[test]
    fn no_text_makes_the_readers_panic(text in "\\PC{0,300}") {
        if let Ok(table) = table::read(&text) {
            let rows = table.rows.len();
            let charts = chart::read(&table, &[], &CONTEXT).charts.len();
            let list = cut_list::List::new(table, "guided");
            let read = (0..list.len()).filter_map(|at| list.row(at)).count();
            prop_assert!(read == list.len() && read <= rows && charts <= rows);
        }
    }
}

// --- comparison -----------------------------------------------------------------------------

fn priced(mm: f64) -> Request {
    let prices = Prices {
        oxygen_m3: 4.0,
        fuel_m3: 30.0,
        labour_h: 60.0,
        tip: 20.0,
        tip_life_starts: 400.0,
        estimated: false,
    };
    Request { prices: Some(prices), ..plate(mm) }
}

#[test]
fn the_parts_of_the_cost_are_what_is_used_times_its_price() {
    let mut request = priced(20.0);
    request.policy.clean_up_per_m = galvanon_core::quantity::Duration::from_s(120.0);
    let settings = plan(&request).expect("a plan");
    let cost = settings.cost.expect("a cost");
    assert!((cost.oxygen - settings.gas.oxygen.as_m3() * 4.0).abs() < 1e-9);
    assert!((cost.fuel - settings.gas.fuel.as_m3() * 30.0).abs() < 1e-9);
    let minutes = settings.time.total().as_s() / 60.0;
    assert!((cost.labour + cost.clean_up - minutes).abs() < 1e-9, "a unit of money a minute");
    assert!((cost.clean_up - 0.6 * 2.0).abs() < 1e-9, "0.6 m at two minutes a metre");
    assert!((cost.tip_wear - f64::from(settings.starts.count) * 0.05).abs() < 1e-9);
}

#[test]
fn every_fuel_is_compared_with_what_would_have_to_change() {
    let mut request = priced(20.0);
    request.gear = Gear {
        hose_grade: Some(HoseGrade::R),
        regulator: Some(Fuel::Acetylene),
        torch: Some(TorchFuels::All),
        ..Gear::default()
    };
    let options = fuels(&request.clone().into(), |_| None).expect("a comparison");
    assert_eq!(options.len(), 4);
    let codes = |fuel: Fuel| -> Vec<_> {
        let option = options.iter().find(|option| option.fuel == fuel).expect("a fuel");
        option.changes.iter().map(|note| note.code).collect()
    };
    assert!(codes(Fuel::Acetylene).is_empty());
    assert_eq!(codes(Fuel::Propane), ["hose_grade_wrong", "regulator_wrong", "tip_face_wrong"]);
    let pace = options[0].settings.travel_speed.set;
    assert!(options.iter().all(|option| option.settings.travel_speed.set == pace), "the jet cuts");
    assert!(options.iter().all(|option| option.settings.verdict() != Verdict::Stop));
}

#[test]
fn what_moves_a_result_is_ranked_and_what_does_not_is_left_out() {
    let request = priced(20.0);
    let base = figure(&plan(&request).expect("a plan"), Quantity::Time).expect("a time");
    let sways = sensitivity(&request.clone().into(), Quantity::Time, |_| None).expect("sways");
    for pair in sways.windows(2) {
        assert!(pair[0].high.0 - pair[0].low.0 >= pair[1].high.0 - pair[1].low.0);
    }
    assert!(sways.iter().all(|sway| sway.low.0 <= base && base <= sway.high.0));
    assert!(!sways.iter().any(|sway| sway.input == Input::Hose), "a hose changes no time");
    let pressure =
        sensitivity(&request.clone().into(), Quantity::OxygenPressure, |_| None).expect("sways");
    assert!(pressure.iter().any(|sway| sway.input == Input::Hose));
}

#[test]
fn another_fuel_drops_a_tip_of_the_wrong_face() {
    let mut request = plate(20.0);
    request.tip = Some(Tip { face: Some(TipFace::Flush), ..Tip::of_bore(Length::from_mm(1.2)) });
    let other = with_fuel(&request, Fuel::Propane);
    assert!(other.tip.is_none());
    assert!(with_fuel(&request, Fuel::Acetylene).tip.is_some());
}

#[test]
fn another_fuel_keeps_what_the_torch_stands_and_how_its_tips_sit() {
    let mut request = plate(100.0);
    let limit = GaugePressure::from_pa(200e3);
    request.gear =
        Gear { torch_limit: Some(limit), torch_seat: Some(Seat::Flat), ..Gear::default() };
    for option in fuels(&request.clone().into(), |_| None).expect("a comparison") {
        let told = &option.settings.notes;
        assert!(told.iter().any(|note| note.code == "torch_over_limit"), "{:?}", option.fuel);
        let other = with_fuel(&request, option.fuel);
        assert_eq!(
            (other.gear.torch_limit, other.gear.torch_seat),
            (Some(limit), Some(Seat::Flat))
        );
    }
}

// --- tips of a job --------------------------------------------------------------------------

#[test]
fn a_job_is_cut_with_as_few_tips_as_its_thicknesses_allow() {
    let requests: Vec<Request> = [10.0, 12.0, 15.0, 20.0, 100.0].map(plate).to_vec();
    let cuttings: Vec<Cutting> = requests.into_iter().map(Cutting::from).collect();
    let tips = job_tips(&cuttings).expect("tips");
    assert!(tips.without.is_empty());
    let fewest = &tips.fewest;
    assert_eq!(
        fewest.tips.last().map(|tip| tip.cuts.clone()),
        Some(vec![4]),
        "100 mm wants its own"
    );
    let mut cuts: Vec<usize> = fewest.tips.iter().flat_map(|tip| tip.cuts.clone()).collect();
    cuts.sort_unstable();
    assert_eq!(cuts, [0, 1, 2, 3, 4], "every cut has one tip");
    assert!(fewest.tips.len() <= tips.best.tips.len());
    // each tip's own plan has no stop and nothing to say of its size, and what it takes is what is told
    let (mut time, mut oxygen) = (0.0, 0.0);
    for tip in &fewest.tips {
        for &cut in &tip.cuts {
            let with =
                Request { tip: Some(Tip::of_bore(tip.bore)), ..cuttings[cut].request.clone() };
            let settings = plan(&with).expect("a plan");
            assert!(!settings.notes.iter().any(|note| note.code.starts_with("tip_too_")));
            time += settings.time.total().as_s();
            oxygen += settings.gas.oxygen.as_m3();
        }
    }
    assert!((fewest.time.as_s() - time).abs() < 1e-6);
    assert!((fewest.gas.oxygen.as_m3() - oxygen).abs() < 1e-9);
    let changes = u32::try_from(fewest.tips.len()).expect("a few") - 1;
    assert!((fewest.changing.as_s() - TIP_CHANGE.as_s() * f64::from(changes)).abs() < 1e-9);
    // the tips of the plans add up to the job
    let job: f64 =
        cuttings.iter().map(|it| plan(&it.request).expect("a plan").time.total().as_s()).sum();
    assert!((tips.best.time.as_s() - job).abs() < 1e-6);
}

/// A shape's strokes count with the times of the shape: turning, hot kerfs and slow zones in.
#[test]
fn the_tips_of_a_shape_add_up_to_its_plan() {
    use galvanon_core::cut::Work;
    use galvanon_core::cut::section::plan::SectionRequest;
    use galvanon_core::cut::section::plan_section;
    use galvanon_core::section::{Access, Asked, Cut, find, held::Stands};
    for code in ["W12x26", "HSS6x6x1/4", "HEA300"] {
        let mut base = plate(10.0);
        base.cut.count = 3;
        let asked = SectionRequest {
            profile: find(code).expect("a shape").clone(),
            asked: Asked { cut: Cut::Square, access: Access::ALL },
            way: None,
            base,
            inside: galvanon_core::steel::surface::Surface::Clean,
            piece: None,
            drop: None,
            lifting_limit: None,
            ends_open: Some(true),
            stands: Stands::Level,
            rigging_named: false,
            explain: None,
        };
        let made = plan_section(&asked).expect("a plan");
        let tips =
            job_tips(&Work::Section(Box::new(asked)).cuttings().expect("cuts")).expect("tips");
        let best = &tips.best;
        assert!((best.time.as_s() - 3.0 * made.totals.time.total().as_s()).abs() < 1e-6, "{code}");
        assert!((best.gas.oxygen.as_m3() - 3.0 * made.totals.gas.oxygen.as_m3()).abs() < 1e-9);
    }
}

#[test]
fn a_cut_that_no_tip_suits_is_told_apart() {
    let mut requests: Vec<Request> = [12.0, 250.0].map(plate).to_vec();
    for request in &mut requests {
        request.drawer = vec![Tip::of_bore(Length::from_mm(1.0))];
    }
    let cuttings: Vec<Cutting> = requests.into_iter().map(Cutting::from).collect();
    let tips = job_tips(&cuttings).expect("tips");
    assert_eq!(tips.without, [1]);
    assert_eq!(tips.fewest.tips.len(), 1);
}
