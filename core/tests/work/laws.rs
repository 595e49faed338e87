//! What must hold of any work: more is never quicker, every stage takes time, and a sum is its parts.

use std::sync::Arc;

use galvanon_core::cut::work::Whole;
use galvanon_core::cut::{Prices, Request, Work, compare};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{Angle, Duration, GasFlow};
use galvanon_core::trace::{Input, Measure, Quantity, Step};
use galvanon_core::work::circle::{Circle, Kept, Turned};
use galvanon_core::work::fastener::{Coated, Fastener, Save, What};
use galvanon_core::work::gouge::Gouge;
use galvanon_core::work::head::Head;
use galvanon_core::work::heat::Heat;
use galvanon_core::work::long_cut::LongCut;
use galvanon_core::work::rail::Rail;
use galvanon_core::work::wash::Wash;
use galvanon_core::work::{Asked, plan_work};
use proptest::prelude::*;

use crate::{mm, planned, shop};

prop_compose! {
    pub fn any_work()(
        kind in 0..7_u8,
        (thickness, length, part) in (6.0..120.0_f64, 20.0..4000.0_f64, 0.05..0.85_f64),
        what in prop::sample::select(vec![What::Rivet, What::BoltHead, What::Nut, What::Stud]),
        save in prop::sample::select(vec![Save::None, Save::Stud, Save::Plate, Save::Both]),
        coated in prop::sample::select(vec![Coated::None, Coated::Zinc, Coated::Cadmium]),
        rusted in any::<bool>(),
        head in prop::sample::select(vec![Head::Button, Head::Pan, Head::Countersunk, Head::Hex]),
        (kept, turned) in (prop::sample::select(vec![Kept::Disc, Kept::Hole]), prop::sample::select(vec![Turned::Pivot, Turned::Carriage])),
    ) -> Asked {
        let (t, l) = (mm(thickness), mm(length));
        match kind {
            0 => Asked::Rail(Rail { length: l, rail: None, thickness: t, highest: mm(10.0 * part), bevel: Angle::from_deg(40.0 * part), dial: vec![] }),
            1 => Asked::Fastener(Fastener { what, head, diameter: mm(5.0 + 60.0 * part), save, rusted, coated }),
            2 => Asked::Wash(Wash { thickness: mm(thickness.min(90.0)), width: mm(10.0 + 200.0 * part), length: l, leave: mm(1.5) }),
            3 => Asked::Gouge(Gouge { depth: mm((part * thickness).max(0.6)), length: l, thickness: t }),
            4 => Asked::LongCut(LongCut { thickness: t, depth: mm((part * thickness).max(3.5)), length: l }),
            5 => Asked::Circle(Circle { diameter: mm(length.max(30.0)), thickness: t, kept, turned }),
            _ => Asked::Heat(Heat { flow: GasFlow::from_m3_s(part * 0.005), temperature: None, spell: Duration::from_s(length) }),
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    #[test]
    fn every_stage_takes_time_and_the_whole_is_their_sum(
        asked in any_work(),
        fuel in prop::sample::select(vec![Fuel::Acetylene, Fuel::Propane, Fuel::Propylene, Fuel::NaturalGas]),
    ) {
        let mut shop = shop();
        shop.gas.fuel = fuel;
        let plan = plan_work(&asked, &shop).expect("a plan");
        let each: Vec<f64> = plan.stages.iter().map(|stage| stage.time().as_s()).collect();
        prop_assert!(each.iter().all(|time| *time > 0.0 && time.is_finite()), "{:?}", plan.stages);
        prop_assert!((plan.time().as_s() - each.iter().sum::<f64>()).abs() < 1e-6);
        prop_assert!(plan.oxygen.as_m3() > 0.0 && plan.fuel.as_m3() > 0.0);
    }

    #[test]
    fn deeper_never_takes_less_time(
        thickness in 10.0..150.0_f64,
        (one, other) in (0.05..0.85_f64, 0.05..0.85_f64),
        length in 50.0..2000.0_f64,
    ) {
        let (less, more) = (one.min(other) * thickness, one.max(other) * thickness);
        let (t, l) = (mm(thickness), mm(length));
        let groove = |depth: f64| planned(&Asked::Gouge(Gouge { depth: mm(depth.max(0.6)), length: l, thickness: t }));
        prop_assert!(groove(more).time().as_s() >= groove(less).time().as_s() - 1e-9);
        prop_assert!(groove(more).oxygen.as_m3() >= groove(less).oxygen.as_m3() - 1e-12);
        let long = |depth: f64| planned(&Asked::LongCut(LongCut { depth: mm(depth.max(3.5)), length: l, thickness: t }));
        prop_assert!(long(more).time().as_s() >= long(less).time().as_s() - 1e-6);
    }

    /// The middle of the tip goes half a kerf off what is kept, and a wider circle takes no less time or gas.
    #[test]
    fn a_wider_circle_never_takes_less(
        (one, other) in (30.0..3000.0_f64, 30.0..3000.0_f64), thickness in 6.0..90.0_f64,
        kept in prop::sample::select(vec![Kept::Disc, Kept::Hole]),
        turned in prop::sample::select(vec![Turned::Pivot, Turned::Carriage]),
    ) {
        let of = |diameter: f64| Circle { diameter: mm(diameter), thickness: mm(thickness), kept, turned };
        let round = |diameter: f64| planned(&Asked::Circle(of(diameter)));
        let (less, more) = (round(one.min(other)), round(one.max(other)));
        prop_assert!(more.time().as_s() >= less.time().as_s() - 1e-6);
        prop_assert!(more.oxygen.as_m3() >= less.oxygen.as_m3() - 1e-12);
        let kerf = less.cut.as_ref().expect("a cut").kerf.as_mm();
        let off = (of(one).pivot(mm(kerf)).as_mm() - one / 2.0) / kerf;
        let half = if kept == Kept::Disc { 0.5 } else { -0.5 };
        prop_assert!((off - half).abs() < 1e-9, "{}", off);
        // three thirds of the way round, each as long as the others
        let thirds: Vec<f64> = more.stages.iter().map(|stage| stage.jet.as_s()).filter(|jet| *jet > 0.0).collect();
        prop_assert!(thirds.len() == 3 && thirds.iter().all(|third| (third - thirds[0]).abs() < 1e-9));
    }

    /// Whatever its head, a larger fastener takes no less oxygen; what is sunk is its whole head, what stands out only its slices.
    #[test]
    fn a_larger_head_never_takes_less(
        (one, other) in (6.0..60.0_f64, 6.0..60.0_f64),
        head in prop::sample::select(vec![Head::Button, Head::Pan, Head::Countersunk, Head::Hex]),
    ) {
        let of = |diameter: f64| {
            let asked = Fastener { what: What::Rivet, head, diameter: mm(diameter), save: Save::None, rusted: false, coated: Coated::None };
            planned(&Asked::Fastener(asked))
        };
        let (less, more) = (of(one.min(other)), of(one.max(other)));
        prop_assert!(more.oxygen.as_m3() >= less.oxygen.as_m3() * (1.0 - 1e-9), "{:?}", head);
        prop_assert!(head.volume(one.min(other)) <= head.volume(one.max(other)));
    }

    #[test]
    fn a_thicker_or_longer_bar_never_takes_less(
        (thin, thick) in (4.0..40.0_f64, 4.0..40.0_f64),
        (short, long) in (50.0..2000.0_f64, 50.0..2000.0_f64),
    ) {
        let bar = |t: f64, l: f64| {
            planned(&Asked::Wash(Wash { thickness: mm(t), width: mm(40.0), length: mm(l), leave: mm(2.0) })).time().as_s()
        };
        prop_assert!(bar(thick.max(thin), long) >= bar(thick.min(thin), long) - 1e-6);
        prop_assert!(bar(thick, long.max(short)) >= bar(thick, long.min(short)) - 1e-6);
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// As a line of a job a work takes what its stages take: time by kind, gas and money; what is told of a sum adds up to it.
    #[test]
    fn as_one_cut_it_takes_what_its_stages_take(asked in any_work(), count in 1..40_u32) {
        let mut shop = shop();
        shop.prices = Some(Prices::estimate(Fuel::Acetylene));
        shop.cut.count = count;
        let plan = plan_work(&asked, &shop).expect("a plan");
        let cut = plan.cut.as_ref().expect("a line of a job");
        prop_assert!((cut.time.total().as_s() - plan.time().as_s()).abs() < 1e-6);
        prop_assert!((cut.gas.oxygen.as_m3() - plan.oxygen.as_m3()).abs() < 1e-9);
        prop_assert!((cut.gas.fuel.as_m3() - plan.fuel.as_m3()).abs() < 1e-9);
        prop_assert_eq!(cut.count, count);
        prop_assert_eq!(cut.heats, matches!(asked, Asked::Heat(_)), "only heat cuts nothing");
        prop_assert_eq!(plan.tip.is_none(), cut.heats);
        if let Some(tip) = &plan.tip {
            prop_assert_eq!((cut.bore, cut.face, cut.tip_kind), (tip.bore, tip.face, tip.kind));
        }
        let cost = cut.cost.expect("prices were given");
        let prices = Prices::estimate(Fuel::Acetylene);
        let labour = plan.time().as_s() / 3_600.0 * prices.labour_h;
        let gas = plan.oxygen.as_m3() * prices.oxygen_m3 + plan.fuel.as_m3() * prices.fuel_m3;
        prop_assert!((cost.total() - cost.tip_wear - labour - gas).abs() < 1e-6);
        let told = cut.traces.iter().find(|trace| trace.quantity == Quantity::Time);
        let told = told.expect("a time that says how it came to be");
        let Some(Step { value: Measure::Number(_, whole), .. }) = told.steps.last() else {
            return Err(TestCaseError::fail("a sum is a number"));
        };
        prop_assert!((whole - plan.time().as_s()).abs() < 1e-6);
        prop_assert_eq!(told.steps.len(), plan.stages.len() + 1);
    }
}

fn base(prices: bool) -> Request {
    let mut shop = shop();
    shop.prices = prices.then(|| Prices::estimate(Fuel::Acetylene));
    shop
}

/// What a job holds a work to be.
fn in_a_job(asked: &Asked, base: &Request) -> Work {
    Work::Other(Box::new(asked.like(base)), Arc::new(asked.clone()))
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(120))]

    /// The cut that it is like is like itself: planned from it, or from the shop's bare request, it comes to the same.
    #[test]
    fn the_cut_that_it_is_like_is_like_itself(asked in any_work()) {
        let like = asked.like(&base(true));
        prop_assert_eq!(asked.like(&like), like.clone());
        prop_assert_eq!(asked.settings(&like).expect("settings"), asked.settings(&base(true)).expect("settings"));
    }

    /// As a line of a job it is compared in every fuel; thickness and length of the shop's request move nothing, they are its own.
    #[test]
    fn a_job_compares_it_by_fuel_and_not_by_a_plate_that_it_has_not(asked in any_work()) {
        prop_assume!(!matches!(asked, Asked::Heat(_)), "the flow of a head is that of one fuel");
        let work = in_a_job(&asked, &base(true));
        let fuels = compare::fuels(&work, |_| Some(10.0)).expect("fuels");
        prop_assert_eq!(fuels.len(), 4);
        for option in &fuels {
            let mut other = base(true);
            other.gas.fuel = option.fuel;
            let alone = plan_work(&asked, &other).expect("a plan");
            prop_assert!((option.settings.time.total().as_s() - alone.time().as_s()).abs() < 1e-6);
        }
        let sways = compare::sensitivity(&work, Quantity::Time, |_| Some(10.0)).expect("sways");
        let own = [Input::Thickness, Input::Length];
        prop_assert!(sways.iter().all(|sway| !own.contains(&sway.input)), "{:?}", sways);
        let cuttings = work.cuttings().expect("cuttings");
        prop_assert_eq!(cuttings.len(), 1, "one cut, whatever its stages");
        let whole = work.settings().expect("settings");
        let own = cuttings[0].own.as_ref().map(|own| (own.bore, own.tip_kind));
        prop_assert_eq!(own, Some((whole.bore, whole.tip_kind)), "its tip is its own");
    }

    /// Without prices no money is said, and nothing else moves.
    #[test]
    fn prices_move_nothing_but_money(asked in any_work()) {
        let (with, without) = (asked.settings(&base(true)), asked.settings(&base(false)));
        let (Ok(with), Ok(without)) = (with, without) else { return Ok(()) };
        prop_assert!(without.cost.is_none() && with.cost.is_some());
        prop_assert_eq!((with.time, with.gas, with.bore), (without.time, without.gas, without.bore));
    }
}
