//! What must hold whatever the numbers: monotone, conserved, limited, refused.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::code::Code;
use galvanon_core::cut::{
    Level, Policy, Process, Quality, Request, Settings, Start, Tip, Verdict, plan,
};
use galvanon_core::error::Error;
use galvanon_core::gas::fuel::{Fuel, Torch};
use galvanon_core::gas::hose::{TorchEnd, regulator_end};
use galvanon_core::physics::compressible::Pipe;
use galvanon_core::quantity::{Angle, GasFlow, GaugePressure, Length, P_REFERENCE, Temperature};
use galvanon_core::steel::surface::Surface;
use galvanon_core::tip::pressure::{drilled, pressure};
use galvanon_core::trace::Measure;
use proptest::prelude::*;

fn fuel() -> impl Strategy<Value = Fuel> {
    prop::sample::select(Fuel::ALL.to_vec())
}
fn process() -> impl Strategy<Value = Process> {
    prop::sample::select(vec![Process::Freehand, Process::Guided, Process::Machine])
}
fn surface() -> impl Strategy<Value = Surface> {
    prop::sample::select(Surface::ALL.to_vec())
}
fn hose() -> impl Strategy<Value = Pipe> {
    (3.0..25.0_f64, 0.5..150.0_f64).prop_map(|(bore, length)| Pipe {
        bore: Length::from_mm(bore),
        length: Length::from_m(length),
    })
}

prop_compose! {
    fn request()(
        mm in 3.0..300.0_f64, length in 0.01..20.0_f64, fuel in fuel(), process in process(),
        surface in surface(), back in surface(), purity in 0.9..1.0_f64, plate in -40.0..600.0_f64,
        start in prop::sample::select(vec![Start::Edge, Start::DrilledHole, Start::Pierce]),
        hoses in (hose(), hose()),
        torch in prop::sample::select(vec![Torch::EqualPressure, Torch::Injector]),
    ) -> Request {
        let mut request = Request::plate(Length::from_mm(mm), Length::from_m(length));
        request.steel.surface = surface;
        request.steel.back_surface = back;
        request.steel.plate_temperature = Temperature::from_c(plate);
        request.cut.process = process;
        request.cut.start = start;
        request.gas.fuel = fuel;
        request.gas.oxygen_purity = purity;
        (request.gas.oxygen_hose, request.gas.fuel_hose) = hoses;
        request.gas.torch = torch;
        request
    }
}

/// The word of a gas, as notes carry it.
fn gas_word(gas: &str) -> &'static str {
    ["oxygen", "acetylene", "propane", "propylene", "natural_gas"]
        .into_iter()
        .find(|word| *word == gas)
        .expect("a gas")
}

fn planned(request: &Request) -> Settings {
    plan(request).expect("a possible request is planned")
}

/// Every number that a plan shows.
fn numbers(s: &Settings) -> Vec<f64> {
    // a pressure that must not be set is none
    let bands = [&s.oxygen_pressure, &s.fuel_pressure].into_iter().flatten();
    let pressures: Vec<f64> =
        bands.flat_map(|b| [b.low, b.set, b.high].map(|p| p.as_pa())).collect();
    let times = [s.start_preheat.low, s.start_preheat.set, s.start_preheat.high, s.time.total()]
        .map(|t| t.as_s());
    let lengths = [s.kerf, s.drag, s.standoff.set, s.tip_to_plate.set, s.path].map(|l| l.as_m());
    let flows = [s.oxygen_flow, s.preheat_oxygen_flow, s.fuel_flow].map(|q| q.as_m3_s());
    let rest = [
        s.travel_speed.low.as_m_s(),
        s.travel_speed.set.as_m_s(),
        s.gas.oxygen.as_m3(),
        s.gas.fuel.as_m3(),
        s.balance.ratio,
    ];
    [&pressures[..], &times, &lengths, &flows, &rest].concat()
}

proptest! {
    #[test]
    fn every_possible_request_gets_finite_positive_numbers(request in request()) {
        let settings = planned(&request);
        for value in numbers(&settings) {
            prop_assert!(value.is_finite() && value > 0.0, "{value} in {settings:?}");
        }
        for band in [settings.oxygen_pressure, settings.fuel_pressure].into_iter().flatten() {
            prop_assert!(band.low <= band.set && band.set <= band.high);
        }
        prop_assert!(settings.start_preheat.low <= settings.start_preheat.set);
        prop_assert!(settings.start_preheat.set <= settings.start_preheat.high);
    }

    #[test]
    fn thicker_plate_is_never_cut_faster(request in request(), more in 0.0..100.0_f64) {
        let thin = planned(&request);
        let mut thick = request;
        thick.steel.thickness = Length::from_mm((thick.steel.thickness.as_mm() + more).min(300.0));
        let thick = planned(&thick);
        prop_assert!(thick.travel_speed.set.as_m_s() <= thin.travel_speed.set.as_m_s() * (1.0 + 1e-9));
        prop_assert!(thick.start_preheat.set.as_s() >= thin.start_preheat.set.as_s() * (1.0 - 1e-9));
    }

    #[test]
    fn units_come_back_to_where_they_started(value in -1e6..1e6_f64) {
        use galvanon_core::quantity::Speed;
        let back = [
            Length::from_in(value).as_in(),
            Length::from_mm(value).as_mm(),
            GaugePressure::from_psi(value).as_psi(),
            GasFlow::from_ft3_h(value).as_ft3_h(),
            Speed::from_in_min(value).as_mm_min() / 25.4,
            Angle::from_deg(value).as_deg(),
            Temperature::from_c(value).as_c(),
            GaugePressure::from_pa(value).absolute(P_REFERENCE).gauge(P_REFERENCE).as_pa(),
        ];
        for number in back {
            prop_assert!((number - value).abs() <= 1e-9 * value.abs().max(1.0), "{number} for {value}");
        }
    }

    #[test]
    fn more_flow_needs_more_pressure(bore in 0.5..4.0_f64, flow in 1.0..600.0_f64, more in 0.01..200.0_f64) {
        let bore = drilled(Length::from_mm(bore));
        let at = |q| pressure(&bore, GasFlow::from_ft3_h(q), P_REFERENCE).expect("a pressure");
        prop_assert!(at(flow + more) > at(flow));
    }

    #[test]
    fn a_longer_or_thinner_hose_never_lowers_the_setting(
        hose in hose(), flow in 1.0..500.0_f64, psi in 1.0..80.0_f64, longer in 1.0..5.0_f64, thinner in 0.2..1.0_f64,
    ) {
        let setting = |hose: &Pipe| {
            let torch = TorchEnd { pressure: GaugePressure::from_psi(psi), ambient: P_REFERENCE };
            regulator_end("oxygen", hose, GasFlow::from_ft3_h(flow), torch).expect("a setting").pressure
        };
        let long = Pipe { length: Length::from_m((hose.length.as_m() * longer).min(500.0)), ..hose };
        let thin = Pipe { bore: Length::from_mm((hose.bore.as_mm() * thinner).max(3.0)), ..hose };
        let base = setting(&hose).as_pa();
        prop_assert!(base >= GaugePressure::from_psi(psi).as_pa());
        prop_assert!(setting(&long).as_pa() >= base - 1.0);
        prop_assert!(setting(&thin).as_pa() >= base - 1.0);
    }

    #[test]
    fn acetylene_is_never_shown_above_its_ceiling(mut request in request()) {
        request.gas.fuel = Fuel::Acetylene;
        let settings = planned(&request);
        let over = settings.notes.iter().any(|note| note.code == "fuel_over_limit");
        match settings.fuel_pressure {
            Some(band) => prop_assert!(band.high.as_pa() <= 103_000.0 && !over),
            None => prop_assert!(settings.verdict() == Verdict::Stop),
        }
    }

    /// The number that a stop is about is no number: nothing is clamped and shown as a setting.
    #[test]
    fn a_setting_that_is_stopped_is_not_shown(mut request in request(), bore in 0.6..4.0_f64, given in any::<bool>()) {
        request.tip = given.then(|| Tip::of_bore(Length::from_mm(bore)));
        let settings = planned(&request);
        let about = |codes: &[&str], gas: &str| settings.notes.iter().any(|note| {
            let of = note.values.iter().find(|(name, _)| *name == "gas");
            note.level == Level::Stop && codes.contains(&note.code)
                && of.is_none_or(|(_, value)| *value == Measure::Word(gas_word(gas)))
        });
        let oxygen = ["oxygen_over_limit", "hose_too_small", "tip_too_large", "tip_too_small"];
        prop_assert_eq!(settings.oxygen_pressure.is_none(), about(&oxygen, "oxygen"));
        let fuel = ["fuel_over_limit", "hose_too_small"];
        prop_assert_eq!(settings.fuel_pressure.is_none(), about(&fuel, request.gas.fuel.code()));
        if let Some(band) = settings.oxygen_pressure {
            prop_assert!(band.set.as_pa() <= 1_000e3);
        }
    }

    #[test]
    fn what_the_jet_does_stays_when_the_fuel_changes(request in request(), other in fuel()) {
        let mut changed = request.clone();
        changed.gas.fuel = other;
        let (one, two) = (planned(&request), planned(&changed));
        prop_assert_eq!(one.travel_speed, two.travel_speed);
        prop_assert_eq!(one.kerf, two.kerf);
        prop_assert_eq!(one.drag, two.drag);
        prop_assert_eq!(one.bore, two.bore);
    }

    #[test]
    fn oxygen_supplied_suits_the_iron_burnt(mm in 3.0..300.0_f64, fuel in fuel(), process in process()) {
        let mut request = Request::plate(Length::from_mm(mm), Length::from_mm(300.0));
        request.gas.fuel = fuel;
        request.cut.process = process;
        let settings = planned(&request);
        prop_assert!(settings.balance.plausible, "{mm} mm {process:?}: {}", settings.balance.ratio);
    }

    #[test]
    fn gas_and_time_are_conserved(request in request()) {
        let s = planned(&request);
        let burning = s.time.preheat.as_s() + s.time.cutting.as_s();
        let oxygen = s.oxygen_flow.as_m3_s() * s.time.cutting.as_s() + s.preheat_oxygen_flow.as_m3_s() * burning;
        prop_assert!((s.gas.oxygen.as_m3() / oxygen - 1.0).abs() < 1e-9);
        prop_assert!((s.gas.fuel.as_m3() / (s.fuel_flow.as_m3_s() * burning) - 1.0).abs() < 1e-9);
        let cut = s.travel_speed.set.as_m_s() * s.time.cutting.as_s();
        prop_assert!((cut / request.cut.length.as_m() - 1.0).abs() < 1e-9);
    }

    #[test]
    fn dirt_cold_and_poor_oxygen_never_help(request in request()) {
        let mut clean = request.clone();
        clean.steel.surface = Surface::Clean;
        clean.steel.back_surface = Surface::Clean;
        clean.gas.oxygen_purity = 0.999;
        let (dirty, clean) = (planned(&request), planned(&clean));
        prop_assert!(dirty.travel_speed.set <= clean.travel_speed.set);
        prop_assert!(dirty.start_preheat.set >= clean.start_preheat.set);
    }

    #[test]
    fn no_hold_of_the_torch_is_longer_than_the_reach(request in request()) {
        let s = planned(&request);
        let mut marks = vec![0.0];
        marks.extend(s.starts.stops.iter().map(|stop| stop.as_m()));
        marks.push(request.cut.length.as_m());
        prop_assert_eq!(marks.len(), s.starts.count as usize + 1);
        if request.cut.process.by_hand() {
            for pair in marks.windows(2) {
                prop_assert!(pair[1] - pair[0] <= Policy::default().reach.as_m() + 1e-6);
            }
        }
    }

    #[test]
    fn nonsense_is_refused_with_the_input_named(mm in prop_oneof![Just(0.0), -50.0..2.9_f64, 300.1..1e6_f64, Just(f64::NAN)]) {
        let refused = plan(&Request::plate(Length::from_mm(mm), Length::from_mm(100.0)));
        let named = matches!(&refused, Err(errors) if matches!(errors[..], [Error::OutOfRange { input: "steel.thickness", .. }]));
        prop_assert!(named, "{refused:?}");
    }
}

fn level_of(settings: &Settings, code: &str) -> Option<Level> {
    settings.notes.iter().find(|note| note.code == code).map(|note| note.level)
}

#[test]
fn every_wrong_input_is_named_at_once() {
    let mut request = Request::plate(Length::from_mm(0.0), Length::from_m(200.0));
    request.gas.oxygen_purity = 0.5;
    request.steel.grade = Some("cheese".into());
    let refused = plan(&request).expect_err("refused");
    assert_eq!(refused.len(), 4, "{refused:?}");
}

#[test]
fn a_bevel_past_the_tables_is_a_stop_and_no_refusal() {
    let mut request = Request::plate(Length::from_mm(250.0), Length::from_mm(100.0));
    request.cut.bevel = Angle::from_deg(45.0);
    let settings = planned(&request);
    assert_eq!(level_of(&settings, "path_too_thick"), Some(Level::Stop));
    assert_eq!(settings.verdict(), Verdict::Stop);
}

#[test]
fn a_tip_that_does_not_suit_is_told_with_those_that_would() {
    for (bore, mm, code) in [(3.1, 6.0, "tip_too_large"), (0.8, 100.0, "tip_too_small")] {
        let mut request = Request::plate(Length::from_mm(mm), Length::from_mm(100.0));
        request.tip = Some(galvanon_core::cut::Tip::of_bore(Length::from_mm(bore)));
        let settings = planned(&request);
        assert_eq!(level_of(&settings, code), Some(Level::Stop), "{bore} mm on {mm} mm");
    }
}

#[test]
fn deep_pierces_by_hand_are_cautioned_and_stopped() {
    for (mm, process, level) in [
        (20.0, Process::Freehand, None),
        (30.0, Process::Freehand, Some(Level::Caution)),
        (60.0, Process::Freehand, Some(Level::Stop)),
        (60.0, Process::Machine, None),
        (120.0, Process::Machine, Some(Level::Stop)),
    ] {
        let mut request = Request::plate(Length::from_mm(mm), Length::from_mm(100.0));
        request.cut.start = Start::Pierce;
        request.cut.process = process;
        assert_eq!(level_of(&planned(&request), "pierce_deep"), level, "{mm} mm {process:?}");
    }
}

#[test]
fn stainless_is_a_stop_and_poor_oxygen_too() {
    let mut request = Request::plate(Length::from_mm(6.0), Length::from_mm(100.0));
    request.steel.grade = Some("stainless".into());
    assert_eq!(level_of(&planned(&request), "not_oxygen_cuttable"), Some(Level::Stop));
    request.steel.grade = None;
    request.gas.oxygen_purity = 0.94;
    assert_eq!(level_of(&planned(&request), "purity_too_low"), Some(Level::Stop));
}

#[test]
fn a_finer_edge_is_cut_slower() {
    let at = |quality| {
        let mut request = Request::plate(Length::from_mm(20.0), Length::from_mm(100.0));
        request.cut.quality = quality;
        planned(&request).travel_speed.set
    };
    assert!(at(Quality::Fine) < at(Quality::Standard));
    assert!(at(Quality::Standard) < at(Quality::Severance));
}
