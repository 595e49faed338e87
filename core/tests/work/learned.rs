//! What the shop has learned of other work: its plan follows, and what was timed at its pace teaches nothing else.

use galvanon_core::cut::{Own, Request};
use galvanon_core::trace::Quantity;
use galvanon_core::work::done::OfStages;
use galvanon_core::work::fastener::{Coated, Fastener, Save, What};
use galvanon_core::work::gouge::Gouge;
use galvanon_core::work::head::Head;
use galvanon_core::work::long_cut::LongCut;
use galvanon_core::work::stage::{Stage, WorkPlan};
use galvanon_core::work::wash::Wash;
use galvanon_core::work::{Asked, plan_work};
use proptest::prelude::*;

use crate::{mm, shop, stage};

fn bar() -> Asked {
    let (thickness, width, length) = (mm(9.5), mm(38.0), mm(610.0));
    Asked::Wash(Wash { thickness, width, length, leave: mm(2.0) })
}

fn any_work() -> impl Strategy<Value = Asked> {
    let groove = (4.0..15.0_f64).prop_map(|depth| {
        Asked::Gouge(Gouge { depth: mm(depth), length: mm(300.0), thickness: mm(20.0) })
    });
    let head = (10.0..30.0_f64, any::<bool>()).prop_map(|(diameter, saved)| {
        let save = if saved { Save::Stud } else { Save::None };
        Asked::Fastener(Fastener {
            what: What::BoltHead,
            head: Head::Hex,
            diameter: mm(diameter),
            save,
            rusted: false,
            coated: Coated::None,
        })
    });
    let along = (10.0..60.0_f64).prop_map(|depth| {
        Asked::LongCut(LongCut { thickness: mm(80.0), depth: mm(depth), length: mm(500.0) })
    });
    prop_oneof![Just(bar()), groove, head, along]
}

/// The shop that has learned a pace, a heating and a cleaning.
fn taught(speed: f64, heat: f64, grind: f64) -> Request {
    let own = |factor| Own { factor, n: 8 };
    let mut base = shop();
    base.factors.speed = own(speed);
    base.factors.start_preheat = own(heat);
    base.factors.clean_up = own(grind);
    base
}

fn plan(asked: &Asked, base: &Request) -> WorkPlan {
    plan_work(asked, base).expect("a work that is possible")
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    /// Stages that take what the shop's own plan says, held against the plan with nothing learned, are the factors themselves.
    #[test]
    fn a_work_that_keeps_to_the_shops_plan_teaches_the_factors_it_has(
        asked in any_work(), speed in 0.5..1.0_f64, heat in 0.5..2.0_f64, grind in 0.5..2.0_f64,
    ) {
        let (bare, told) = (plan(&asked, &shop()), plan(&asked, &taught(speed, heat, grind)));
        let took: Vec<_> = told.stages.iter().map(|stage| Some(stage.time())).collect();
        let found = OfStages::of(&bare.stages, &took);
        let near = |found: Option<f64>, factor: f64| found.is_none_or(|it| (it / factor - 1.0).abs() < 1e-6);
        // a groove that a hand cannot follow faster keeps the hand's pace
        prop_assert!(found.speed.is_some());
        if !matches!(asked, Asked::Gouge(_)) {
            prop_assert!(near(found.speed, speed), "{found:?} {speed}");
        }
        prop_assert!(found.heat.is_some() && near(found.heat, heat), "{found:?} {heat}");
        prop_assert!(near(found.grind, grind), "{found:?} {grind}");
        prop_assert_eq!(found.grind.is_some(), matches!(asked, Asked::Wash(_)));
    }

    /// A slower shop never plans a work as shorter, and hands take what they take.
    #[test]
    fn a_slower_shop_never_takes_less(asked in any_work(), slow in 0.5..1.0_f64, slower in 0.5..1.0_f64) {
        let (slow, slower) = (slow.max(slower), slow.min(slower));
        let (a, b) = (plan(&asked, &taught(slow, 1.0, 1.0)), plan(&asked, &taught(slower, 1.0, 1.0)));
        for (a, b) in a.stages.iter().zip(&b.stages) {
            prop_assert!(b.jet.as_s() >= a.jet.as_s() - 1e-9);
            prop_assert_eq!(a.hands, b.hands);
        }
        prop_assert!(b.oxygen.as_m3() >= a.oxygen.as_m3() - 1e-12);
    }

    /// Gas that was learned by itself multiplies what a plan with nothing learned takes, however slow the shop is.
    #[test]
    fn gas_that_is_learned_counts_no_slower_pace_twice(speed in 0.5..1.5_f64, gas in 0.6..1.6_f64) {
        let mut base = taught(speed, 1.0, 1.0);
        base.factors.oxygen = Own { factor: gas, n: 8 };
        let (bare, told) = (plan(&bar(), &shop()), plan(&bar(), &base));
        prop_assert!((told.oxygen.as_m3() / bare.oxygen.as_m3() / gas - 1.0).abs() < 1e-9);
        // of fuel nothing was measured: it follows the time of the jet
        let lit = |plan: &WorkPlan| -> f64 {
            plan.stages.iter().map(|stage: &Stage| stage.heat.as_s() + stage.jet.as_s()).sum()
        };
        let ratio = told.fuel.as_m3() / bare.fuel.as_m3();
        prop_assert!((ratio - lit(&told) / lit(&bare)).abs() < 1e-9);
    }
}

/// The pace of a jet of its own says how it came to be, and names the shop's burns.
#[test]
fn the_pace_along_a_bar_says_what_the_shop_has_learned() {
    let told = plan(&bar(), &taught(0.8, 1.0, 1.0));
    let cut = told.cut.as_ref().expect("a bar is cut off");
    let pace = cut.traces.iter().find(|trace| trace.quantity == Quantity::TravelSpeed);
    let codes: Vec<_> =
        pace.expect("how it came to be").steps.iter().map(|step| step.code).collect();
    assert_eq!(codes, ["pace_by_oxygen", "times_learned_of", "result_speed"]);
    let bare = plan(&bar(), &shop());
    let ratio = stage(&told, "wash_run").jet.as_s() / stage(&bare, "wash_run").jet.as_s();
    assert!((ratio - 1.25).abs() < 1e-9, "{ratio}");
    // a groove shallow enough is as fast as a hand can follow, whatever the oxygen would do
    let shallow = Gouge { depth: mm(0.5), length: mm(300.0), thickness: mm(20.0) };
    let shallow = plan(&Asked::Gouge(shallow), &shop());
    let cut = shallow.cut.as_ref().expect("a groove");
    assert!((cut.travel_speed.set.as_m_s() - 0.010).abs() < 1e-9);
    let pace = cut.traces.iter().find(|trace| trace.quantity == Quantity::TravelSpeed);
    assert!(pace.expect("a chain").steps.iter().any(|step| step.code == "pace_of_a_hand"));
}
