//! `depends_on` is true to what moves: one input is varied, and every quantity that moves lists it.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::band::Band;
use galvanon_core::code::Code;
use galvanon_core::cut::practice::{HowHot, Scale, ThickSpeed};
use galvanon_core::cut::{
    Factors, Handedness, Own, PressureSchool, Prices, Process, Quality, Request, Settings, Start,
    Tip, plan,
};
use galvanon_core::gas::fuel::{Fuel, TipFace, Torch};
use galvanon_core::physics::compressible::Pipe;
use galvanon_core::quantity::{
    AbsolutePressure, Angle, Duration, GaugePressure, Length, Speed, Temperature,
};
use galvanon_core::steel::surface::Surface;
use galvanon_core::tip::chart::{Chart, ChartRow, Ends, ReadAt};
use galvanon_core::tip::choose::TipSchool;
use galvanon_core::trace::{Input, Quantity};
use proptest::prelude::*;

fn ends<T: Copy>(band: &Band<T>, of: impl Fn(T) -> f64) -> Vec<f64> {
    vec![of(band.low), of(band.set), of(band.high)]
}

fn pressures(band: Option<&Band<GaugePressure>>) -> Vec<f64> {
    band.map_or(vec![-1.0], |band| ends(band, GaugePressure::as_pa))
}

/// What each quantity comes to.
fn figures(s: &Settings) -> Vec<(Quantity, Vec<f64>)> {
    let time = [s.time.preheat, s.time.cutting, s.time.handling, s.time.clean_up];
    let face = if s.face == TipFace::Flush { 0.0 } else { 1.0 };
    vec![
        (Quantity::PathThickness, vec![s.path.as_m()]),
        (Quantity::Tip, vec![s.bore.as_m(), face]),
        (Quantity::OxygenPressure, pressures(s.oxygen_pressure.as_ref())),
        (Quantity::FuelPressure, pressures(s.fuel_pressure.as_ref())),
        (Quantity::OxygenFlow, vec![s.oxygen_flow.as_m3_s()]),
        (Quantity::PreheatOxygenFlow, vec![s.preheat_oxygen_flow.as_m3_s()]),
        (Quantity::FuelFlow, vec![s.fuel_flow.as_m3_s()]),
        (Quantity::StartPreheat, ends(&s.start_preheat, Duration::as_s)),
        (Quantity::TravelSpeed, ends(&s.travel_speed, Speed::as_m_s)),
        (Quantity::Kerf, vec![s.kerf.as_m()]),
        (Quantity::Drag, vec![s.drag.as_m()]),
        (Quantity::HeatAffected, vec![s.heat_affected.as_m()]),
        (Quantity::Standoff, ends(&s.standoff, Length::as_m)),
        (Quantity::TipToPlate, ends(&s.tip_to_plate, Length::as_m)),
        (Quantity::Starts, vec![f64::from(s.starts.count)]),
        (Quantity::Time, time.iter().map(|time| time.as_s()).collect()),
        (Quantity::Oxygen, vec![s.gas.oxygen.as_m3()]),
        (Quantity::Fuel, vec![s.gas.fuel.as_m3()]),
        (Quantity::Cost, s.cost.iter().map(|cost| cost.total()).collect()),
        (Quantity::OxygenBalance, vec![s.balance.ratio]),
    ]
}

/// Whether two lots of figures differ by more than a rounding.
fn differ(one: &[f64], other: &[f64]) -> bool {
    let same = |(a, b): (&f64, &f64)| (a - b).abs() <= 1e-9 * a.abs().max(b.abs());
    one.len() != other.len() || !one.iter().zip(other).all(same)
}

/// A tip by its maker's chart for acetylene, with speeds.
fn charted(bore: f64, psi: f64) -> Tip {
    let row = |mm: f64, more: f64| ChartRow {
        thickness: Length::from_mm(mm),
        oxygen: Ends {
            low: GaugePressure::from_psi(psi + more),
            high: GaugePressure::from_psi(psi + more + 10.0),
        },
        fuel: Some(Ends { low: GaugePressure::from_psi(4.0), high: GaugePressure::from_psi(7.0) }),
        speed: Some(Ends {
            low: Speed::from_in_min(20.0 - 0.1 * mm),
            high: Speed::from_in_min(26.0 - 0.1 * mm),
        }),
    };
    let rows = vec![row(3.0, 0.0), row(20.0, 10.0), row(150.0, 30.0)];
    let chart = Chart::new(Fuel::Acetylene, ReadAt::Torch, rows).expect("a chart");
    Tip { charts: vec![chart], ..Tip::of_bore(Length::from_mm(bore)) }
}

fn a_fuel() -> impl Strategy<Value = Fuel> {
    prop::sample::select(Fuel::ALL.to_vec())
}

fn a_surface() -> impl Strategy<Value = Surface> {
    prop::sample::select(Surface::ALL.to_vec())
}

fn a_pipe() -> impl Strategy<Value = Pipe> {
    (3.2..12.0_f64, 1.0..60.0_f64).prop_map(|(bore, length)| Pipe {
        bore: Length::from_mm(bore),
        length: Length::from_m(length),
    })
}

prop_compose! {
    /// A request that uses everything a plate has.
    fn a_request()(
        (mm, bevel, length) in (3.0..150.0_f64, 0.0..45.0_f64, 20.0..6_000.0_f64),
        (process, quality, start) in (
            prop::sample::select(Process::ALL.to_vec()),
            prop::sample::select(Quality::ALL.to_vec()),
            prop::sample::select(Start::ALL.to_vec()),
        ),
        (front, back, celsius) in (a_surface(), a_surface(), -20.0..300.0_f64),
        (fuel, purity, torch) in (a_fuel(), 0.95..0.999_f64, prop::sample::select(Torch::ALL.to_vec())),
        (oxygen_hose, fuel_hose) in (a_pipe(), a_pipe()),
        (tip, by_chart) in (prop::option::of((0.6..3.0_f64, 20.0..40.0_f64)), any::<bool>()),
        (school, tip_school, reach) in (
            prop::sample::select(PressureSchool::ALL.to_vec()),
            prop::sample::select(TipSchool::ALL.to_vec()),
            100.0..1_000.0_f64,
        ),
        (how_hot, scale, thick_speed, one_pressure) in (
            prop::sample::select(HowHot::ALL.to_vec()),
            prop::sample::select(Scale::ALL.to_vec()),
            prop::sample::select(ThickSpeed::ALL.to_vec()),
            150.0..650.0_f64,
        ),
        (handling, reposition, clean_up) in (5.0..60.0_f64, 5.0..60.0_f64, 0.0..120.0_f64),
        (ambient, discharge, loss) in (75.0..105.0_f64, 0.7..0.95_f64, 0.0..0.08_f64),
        learned in prop::array::uniform6(prop_oneof![Just(1.0), 0.7..1.3_f64]),
        kerf in prop::option::of(1.0..3.0_f64),
        money in 1.0..90.0_f64,
    ) -> Request {
        let mut request = Request::plate(Length::from_mm(mm), Length::from_mm(length));
        request.cut.bevel = Angle::from_deg(bevel);
        (request.cut.process, request.cut.quality, request.cut.start) = (process, quality, start);
        (request.steel.surface, request.steel.back_surface) = (front, back);
        request.steel.plate_temperature = Temperature::from_c(celsius);
        (request.gas.fuel, request.gas.oxygen_purity, request.gas.torch) = (fuel, purity, torch);
        (request.gas.oxygen_hose, request.gas.fuel_hose) = (oxygen_hose, fuel_hose);
        request.tip = tip.map(|(mm, psi)| {
            if by_chart { charted(mm, psi) } else { Tip::of_bore(Length::from_mm(mm)) }
        });
        request.policy.pressure_school = school;
        request.policy.tip_school = tip_school;
        request.policy.how_hot = how_hot;
        (request.policy.scale, request.policy.thick_speed) = (scale, thick_speed);
        request.policy.one_pressure = GaugePressure::from_pa(one_pressure * 1e3);
        request.policy.reach = Length::from_mm(reach);
        request.policy.handling = Duration::from_s(handling);
        request.policy.reposition = Duration::from_s(reposition);
        request.policy.clean_up_per_m = Duration::from_s(clean_up);
        request.policy.ambient = AbsolutePressure::from_pa(ambient * 1e3);
        (request.policy.discharge, request.policy.torch_loss) = (discharge, loss);
        let [speed, start_preheat, width, oxygen, fuel_used, clean_up] = learned.map(Own::said);
        let measured_kerf = kerf.map(Length::from_mm);
        request.factors = Factors { speed, start_preheat, kerf: width, oxygen, fuel: fuel_used, clean_up, measured_kerf };
        request.prices = Some(Prices { labour_h: money, ..Prices::estimate(fuel) });
        request
    }
}

/// Takes one input of a request from another.
fn take(input: Input, into: &mut Request, from: &Request) {
    match input {
        Input::Thickness => {
            into.steel.thickness = from.steel.thickness;
            into.cut.bevel = from.cut.bevel;
        }
        Input::Fuel => {
            into.gas.fuel = from.gas.fuel;
            // a fuel comes with its price
            let price = from.prices.map(|prices| prices.fuel_m3);
            if let (Some(prices), Some(fuel_m3)) = (&mut into.prices, price) {
                prices.fuel_m3 = fuel_m3;
            }
        }
        Input::Process => into.cut.process = from.cut.process,
        Input::Quality => into.cut.quality = from.cut.quality,
        Input::Surface => {
            into.steel.surface = from.steel.surface;
            into.steel.back_surface = from.steel.back_surface;
        }
        Input::PlateTemperature => into.steel.plate_temperature = from.steel.plate_temperature,
        Input::Start => into.cut.start = from.cut.start,
        Input::Length => into.cut.length = from.cut.length,
        Input::Purity => into.gas.oxygen_purity = from.gas.oxygen_purity,
        Input::Tip => into.tip.clone_from(&from.tip),
        Input::Hose => {
            into.gas.oxygen_hose = from.gas.oxygen_hose;
            into.gas.fuel_hose = from.gas.fuel_hose;
        }
        Input::Torch => into.gas.torch = from.gas.torch,
        Input::Policy => into.policy.clone_from(&from.policy),
        Input::Learned => into.factors = from.factors,
        Input::Prices => into.prices = from.prices,
        // of steel and of a job's cylinders, which a cut's quantities do not hang on
        Input::Composition | Input::Cylinders => {}
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    #[test]
    fn whatever_moves_a_quantity_is_listed_by_it(one in a_request(), other in a_request()) {
        let before = plan(&one).expect("a plan");
        for input in Input::ALL.iter().copied() {
            let mut varied = one.clone();
            take(input, &mut varied, &other);
            let after = plan(&varied).expect("a plan");
            for ((quantity, was), (_, is)) in figures(&before).into_iter().zip(figures(&after)) {
                if !differ(&was, &is) {
                    continue;
                }
                for settings in [&before, &after] {
                    let trace = settings.traces.iter().find(|trace| trace.quantity == quantity);
                    let listed = trace.is_some_and(|trace| trace.depends_on.contains(&input));
                    prop_assert!(listed, "{quantity:?} moved with {input:?}: {was:?} -> {is:?}");
                }
            }
        }
    }

    #[test]
    fn the_hand_moves_no_figure(one in a_request()) {
        let left = {
            let mut request = one.clone();
            request.cut.handedness = Handedness::Left;
            request
        };
        let (right, left) = (plan(&one).expect("a plan"), plan(&left).expect("a plan"));
        prop_assert_eq!(figures(&right), figures(&left));
    }
}
