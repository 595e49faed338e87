//! What hurts is told of every work of the torch, not of cuts alone: the steel's fume, a closed space, gear of another fuel.

use galvanon_core::cut::Request;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::gas::gear::HoseGrade;
use galvanon_core::note::{Level, Verdict};
use galvanon_core::steel::surface::Surface;
use galvanon_core::work::stage::WorkPlan;
use galvanon_core::work::{Asked, plan_work};
use proptest::prelude::*;

use crate::laws::any_work;
use crate::shop;

/// How a work says something, and how often; as a line of a job it says the same.
fn says(asked: &Asked, base: &Request, code: &str) -> (Option<Level>, usize) {
    let plan: WorkPlan = plan_work(asked, base).expect("a plan");
    let all: Vec<_> = plan.notes.iter().filter(|note| note.code == code).collect();
    let cut = plan.cut.as_ref().expect("a line of a job");
    assert_eq!(cut.notes, plan.notes, "a job hears what the plan says");
    (all.first().map(|note| note.level), all.len())
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(120))]

    #[test]
    fn a_closed_space_stops_every_work(asked in any_work()) {
        let mut closed = shop();
        closed.steel.sealed = true;
        prop_assert_eq!(says(&asked, &closed, "sealed_volume"), (Some(Level::Stop), 1));
        prop_assert_eq!(says(&asked, &shop(), "sealed_volume").1, 0);
        let plan = plan_work(&asked, &closed).expect("a plan");
        prop_assert_eq!(plan.cut.expect("a line of a job").verdict(), Verdict::Stop);
    }

    #[test]
    fn fume_of_zinc_and_paint_is_told_once(asked in any_work()) {
        for (surface, code) in [(Surface::Galvanised, "zinc_fume"), (Surface::Paint, "paint_fume")] {
            let mut coated = shop();
            coated.steel.back_surface = surface;
            prop_assert_eq!(says(&asked, &coated, code), (Some(Level::Caution), 1));
        }
    }

    /// Stainless steel is not burnt by oxygen: a flame may still warm it.
    #[test]
    fn steel_that_oxygen_does_not_burn_stops_all_but_heat(asked in any_work()) {
        let mut stainless = shop();
        stainless.steel.grade = Some("304".to_owned());
        let stops = if matches!(asked, Asked::Heat(_)) { (None, 0) } else { (Some(Level::Stop), 1) };
        prop_assert_eq!(says(&asked, &stainless, "not_oxygen_cuttable"), stops);
        prop_assert!(says(&asked, &stainless, "fume_poison").1 <= 1);
    }

    /// The hose for acetylene is no hose for propane, whatever is done with it.
    #[test]
    fn a_hose_of_another_fuel_stops_every_work(asked in any_work()) {
        let mut propane = shop();
        propane.gas.fuel = Fuel::Propane;
        propane.gear.hose_grade = Some(HoseGrade::R);
        prop_assert_eq!(says(&asked, &propane, "hose_grade_wrong"), (Some(Level::Stop), 1));
        propane.gear.hose_grade = Some(HoseGrade::T);
        prop_assert_eq!(says(&asked, &propane, "hose_grade_wrong").1, 0);
    }
}
