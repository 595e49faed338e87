//! What the shop learned moves the figures of a plan, each by its own factor and no more.

use galvanon_core::cut::section::plan::SectionRequest;
use galvanon_core::cut::section::plan_section;
use galvanon_core::cut::work::runs::{Run, RunsRequest, plan_runs};
use galvanon_core::cut::{Factors, Own, Request, Settings, Start, plan};
use galvanon_core::quantity::{Duration, Length};
use galvanon_core::record::class::Level;
use galvanon_core::record::learn::{Factor, Told};
use galvanon_core::section::held::Stands;
use galvanon_core::section::{Access, Asked, Cut, find};
use galvanon_core::steel::surface::Surface;
use proptest::prelude::*;

fn plate(mm: f64) -> Request {
    let mut request = Request::plate(Length::from_mm(mm), Length::from_mm(700.0));
    request.policy.clean_up_per_m = Duration::from_s(60.0);
    request
}

fn with(request: &Request, factors: Factors) -> Settings {
    plan(&Request { factors, ..request.clone() }).expect("a plan")
}

fn own(factor: f64) -> Own {
    Own { factor, n: 9 }
}

proptest! {
    /// Factors are learned against a plan with all of them at 1, so such a plan times the factor is what comes back: a slower
    /// pace must not count twice in the gas.
    #[test]
    fn a_plan_is_the_one_without_factors_times_each(
        mm in 5.0..120.0_f64,
        all in prop::array::uniform6(0.5..2.0_f64),
    ) {
        let request = plate(mm);
        let before = with(&request, Factors::default());
        let [speed, start_preheat, kerf, oxygen, fuel, clean_up] = all.map(own);
        let after = with(&request, Factors { speed, start_preheat, kerf, oxygen, fuel, clean_up, measured_kerf: None });
        let ratios = [
            after.travel_speed.set.as_m_s() / before.travel_speed.set.as_m_s(),
            after.start_preheat.set.as_s() / before.start_preheat.set.as_s(),
            after.kerf.as_m() / before.kerf.as_m(),
            after.gas.oxygen.as_m3() / before.gas.oxygen.as_m3(),
            after.gas.fuel.as_m3() / before.gas.fuel.as_m3(),
            after.time.clean_up.as_s() / before.time.clean_up.as_s(),
        ];
        for (ratio, factor) in ratios.into_iter().zip(all) {
            prop_assert!((ratio - factor).abs() < 1e-9, "{ratios:?} {all:?}");
        }
    }

    /// Where nothing is known of a gas, it follows the times.
    #[test]
    fn gas_that_was_not_learned_follows_the_pace(mm in 5.0..120.0_f64, factor in 0.5..2.0_f64) {
        let request = plate(mm);
        let slow = with(&request, Factors { speed: own(factor), ..Factors::default() });
        let burning = slow.time.preheat.as_s() + slow.time.cutting.as_s();
        prop_assert!((slow.gas.fuel.as_m3() - slow.fuel_flow.as_m3_s() * burning).abs() < 1e-9);
    }

    /// The next burn is expected where the factor's burns lie, whatever the plan was told.
    #[test]
    fn the_next_burn_is_held_against_a_plan_that_learned_nothing(
        at_one in 1.0..500.0_f64,
        factor in 0.5..2.0_f64,
        half in 0.01..0.8_f64,
    ) {
        let expected = Factor { median: factor, low: factor * (-half).exp(), high: factor * half.exp() };
        let told = Told { factor: (factor * 100.0).round() / 100.0, n: 5, from: Level::Class, expected };
        let band = told.next(at_one * told.factor);
        prop_assert!((band.set / at_one - factor).abs() < 1e-9);
        prop_assert!((band.low / at_one - expected.low).abs() < 1e-9 && band.low < band.set && band.set < band.high);
    }
}

/// Of several runs in a plate the factor holds for their sum, ties and leads counted.
#[test]
fn the_runs_of_a_part_take_the_factor_once() {
    let run = Run { length: Length::from_mm(500.0), start: Start::Pierce, stops: 0, ties: 2 };
    let gas = |factors| {
        let base = Request { factors, ..plate(12.0) };
        let asked = RunsRequest::new(base, vec![run, Run { ties: 0, ..run }], vec![]);
        plan_runs(&asked).expect("a plan").as_one(&asked).expect("one").gas
    };
    let before = gas(Factors::default());
    let slow = Factors {
        speed: own(0.8),
        start_preheat: own(1.3),
        oxygen: own(1.1),
        ..Factors::default()
    };
    let after = gas(slow);
    assert!((after.oxygen.as_m3() / before.oxygen.as_m3() - 1.1).abs() < 1e-9);
    assert!(after.fuel.as_m3() > 1.15 * before.fuel.as_m3(), "fuel follows the times");
}

/// And so do the strokes of a shape, slow zones and warm kerfs counted.
#[test]
fn the_strokes_of_a_shape_take_the_factor_once() {
    let gas = |factors| {
        let asked = SectionRequest {
            profile: find("W12x26").expect("a shape").clone(),
            asked: Asked { cut: Cut::Square, access: Access::ALL },
            way: None,
            base: Request { factors, ..plate(10.0) },
            inside: Surface::Clean,
            piece: None,
            drop: None,
            lifting_limit: None,
            ends_open: None,
            stands: Stands::Level,
            rigging_named: false,
            explain: None,
        };
        plan_section(&asked).expect("a plan").as_one(&asked).expect("one").gas
    };
    let before = gas(Factors::default());
    let after = gas(Factors { speed: own(0.7), fuel: own(0.9), ..Factors::default() });
    assert!((after.fuel.as_m3() / before.fuel.as_m3() - 0.9).abs() < 1e-9);
}
