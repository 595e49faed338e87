//! Other work in a job's tips, and how its jet's settings came to be.

use std::sync::Arc;

use galvanon_core::cut::job_tips::{Cutting, JobTips, TipChoice, job_tips};
use galvanon_core::cut::{Request, Work};
use galvanon_core::tip::owned::TipKind;
use galvanon_core::trace::{Measure, Quantity};
use galvanon_core::work::fastener::{Coated, Fastener, Save, What};
use galvanon_core::work::gouge::Gouge;
use galvanon_core::work::head::Head;
use galvanon_core::work::wash::Wash;
use galvanon_core::work::{Asked, plan_work};
use proptest::prelude::*;

use crate::{mm, shop};

fn cuttings(asked: &Asked) -> Vec<Cutting> {
    let like = asked.like(&shop());
    Work::Other(Box::new(like), Arc::new(asked.clone())).cuttings().expect("cuts")
}

fn plate(thickness: f64) -> Vec<Cutting> {
    vec![Request::plate(mm(thickness), mm(500.0)).into()]
}

fn groove(depth: f64) -> Asked {
    Asked::Gouge(Gouge { depth: mm(depth), length: mm(300.0), thickness: mm(20.0) })
}

fn bar() -> Asked {
    Asked::Wash(Wash { thickness: mm(9.5), width: mm(38.0), length: mm(610.0), leave: mm(2.0) })
}

fn tips(parts: &[Vec<Cutting>]) -> JobTips {
    job_tips(&parts.concat()).expect("tips")
}

fn kinds(choice: &TipChoice) -> Vec<TipKind> {
    choice.tips.iter().map(|tip| tip.kind).collect()
}

#[test]
fn a_groove_brings_its_own_tip_and_no_plate_is_cut_with_it() {
    let found = tips(&[plate(12.0), cuttings(&groove(4.8)), plate(15.0)]);
    assert!(found.without.is_empty());
    let gouging: Vec<_> =
        found.fewest.tips.iter().filter(|tip| tip.kind == TipKind::Gouging).collect();
    assert_eq!(gouging.len(), 1);
    assert_eq!(gouging[0].cuts, [1], "the plates have a tip that cuts");
    assert_eq!(kinds(&found.fewest).len(), 2);
    assert!(kinds(&found.best).contains(&TipKind::Gouging));
}

#[test]
fn what_work_takes_is_counted_with_all_the_rest() {
    let (alone, plates) = (tips(&[cuttings(&bar())]), tips(&[plate(12.0)]));
    let both = tips(&[cuttings(&bar()), plate(12.0)]);
    let time = |of: &JobTips| of.best.time.as_s();
    assert!((time(&both) - time(&alone) - time(&plates)).abs() < 1e-6);
    let planned = plan_work(&bar(), &shop()).expect("a plan");
    assert!((time(&alone) - planned.time().as_s()).abs() < 1e-6, "all its stages");
    let oxygen = |of: &JobTips| of.best.gas.oxygen.as_m3();
    assert!((oxygen(&alone) - planned.oxygen.as_m3()).abs() < 1e-9);
    assert!(job_tips(&[]).expect("none").fewest.tips.is_empty());
}

fn any_work() -> impl Strategy<Value = Asked> {
    let bolt = |diameter| Fastener {
        what: What::BoltHead,
        head: Head::Hex,
        diameter: mm(diameter),
        save: Save::None,
        rusted: false,
        coated: Coated::None,
    };
    prop_oneof![
        (1.0..15.0_f64).prop_map(groove),
        (6.0..40.0_f64).prop_map(move |d| Asked::Fastener(bolt(d))),
        Just(bar()),
    ]
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    /// Each work keeps the tip of its plan, whatever else is in the job, and nothing is cut twice or left out.
    #[test]
    fn every_work_keeps_its_tip(works in prop::collection::vec(any_work(), 1..5), thick in 8.0..60.0_f64) {
        let mut all: Vec<Vec<Cutting>> = works.iter().map(cuttings).collect();
        all.push(plate(thick));
        let found = tips(&all);
        for choice in [&found.fewest, &found.best] {
            let mut cuts: Vec<usize> = choice.tips.iter().flat_map(|tip| tip.cuts.clone()).collect();
            cuts.extend(&found.without);
            cuts.sort_unstable();
            prop_assert_eq!(cuts, (0..=works.len()).collect::<Vec<_>>());
            for (at, work) in works.iter().enumerate() {
                let own = plan_work(work, &shop()).expect("a plan").tip.expect("a tip");
                let used = choice.tips.iter().find(|tip| tip.cuts.contains(&at)).expect("its tip");
                prop_assert_eq!((used.bore, used.face, used.kind), (own.bore, own.face, own.kind));
            }
        }
        prop_assert!(found.fewest.tips.len() <= found.best.tips.len());
    }

    /// What a jet of its own sets says how it came to be, and the last step is what is set.
    #[test]
    fn pressures_flame_and_heating_of_a_jet_are_told(work in prop_oneof![(1.0..15.0_f64).prop_map(groove), Just(bar())]) {
        let cut = plan_work(&work, &shop()).expect("a plan").cut.expect("as one");
        let pa = |band: Option<galvanon_core::band::Band<galvanon_core::quantity::GaugePressure>>| band.expect("it is set").set.as_pa();
        for (quantity, set) in [
            (Quantity::OxygenPressure, pa(cut.oxygen_pressure)),
            (Quantity::FuelPressure, pa(cut.fuel_pressure)),
            (Quantity::FuelFlow, cut.fuel_flow.as_m3_s()),
            (Quantity::PreheatOxygenFlow, cut.preheat_oxygen_flow.as_m3_s()),
        ] {
            let told: Vec<_> = cut.traces.iter().filter(|trace| trace.quantity == quantity).collect();
            prop_assert_eq!(told.len(), 1, "{:?}", quantity);
            let Some(Measure::Number(_, last)) = told[0].steps.last().map(|step| step.value.clone()) else {
                return Err(TestCaseError::fail("a number at last"));
            };
            prop_assert!((last - set).abs() <= 1e-9 * set.abs().max(1.0), "{:?} {} {}", quantity, last, set);
        }
    }
}
