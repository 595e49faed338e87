//! Heat as a line of a job: its gas is the head's, and nothing of a cut is set.

use galvanon_core::cut::compare::{fuels, sensitivity};
use galvanon_core::cut::{Own, Prices, Request, Work};
use galvanon_core::error::Error;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::note::Level;
use galvanon_core::quantity::{Duration, GasFlow, Temperature};
use galvanon_core::trace::{Input, Quantity};
use galvanon_core::work::heat::{Heat, USUAL_SPELL};
use galvanon_core::work::stage::WorkPlan;
use galvanon_core::work::{Asked, plan_work};
use std::sync::Arc;

use crate::{input, mm, shop};

fn head(l_min: f64, seconds: f64) -> Asked {
    let (flow, spell) = (GasFlow::from_m3_s(l_min / 60e3), Duration::from_s(seconds));
    Asked::Heat(Heat { flow, temperature: Some(Temperature::from_c(600.0)), spell })
}

fn planned(asked: &Asked, base: &Request) -> WorkPlan {
    plan_work(asked, base).expect("a plan")
}

fn says(plan: &WorkPlan, code: &str) -> Option<Level> {
    plan.notes.iter().find(|note| note.code == code).map(|note| note.level)
}

/// A head of 45 l/min of acetylene over ten minutes takes 450 l, and 1.1 times that of oxygen for a neutral flame.
/// Source: the flow is the maker's; the ratio `awshb`, in `fuels.csv`.
#[test]
fn its_gas_is_the_flow_of_the_head_for_as_long_as_it_burns() {
    let plan = planned(&head(45.0, 600.0), &shop());
    let cut = plan.cut.as_ref().expect("a line of a job");
    assert!((cut.gas.fuel.as_m3() - 0.45).abs() < 1e-9, "{:?}", cut.gas);
    assert!((cut.gas.oxygen.as_m3() / cut.gas.fuel.as_m3() - 1.1).abs() < 0.06, "{:?}", cut.gas);
    let longer = planned(&head(45.0, 1_200.0), &shop()).cut.expect("a line of a job");
    assert!((longer.gas.fuel.as_m3() / cut.gas.fuel.as_m3() - 2.0).abs() < 1e-9);
    assert!((longer.time.preheat.as_s() - 1_200.0).abs() < 1e-9);
}

#[test]
fn nothing_of_a_cut_is_set() {
    let cut = planned(&head(20.0, 600.0), &shop()).cut.expect("a line of a job");
    assert!(cut.heats && cut.oxygen_pressure.is_none() && cut.fuel_pressure.is_none());
    let figures =
        [cut.bore.as_m(), cut.kerf.as_m(), cut.drag.as_m(), cut.travel_speed.set.as_m_s()];
    assert_eq!(figures, [0.0; 4]);
    assert!(cut.oxygen_flow.as_m3_s() == 0.0 && cut.fuel_flow.as_m3_s() > 0.0);
    let told = |quantity| cut.traces.iter().any(|it| it.quantity == quantity);
    assert!(told(Quantity::Fuel) && !told(Quantity::Tip) && !told(Quantity::TravelSpeed));
}

/// No cutting tip wears: gas and labour are all that it costs.
#[test]
fn it_costs_gas_and_labour_alone() {
    let mut priced = shop();
    let prices = Prices::estimate(Fuel::Acetylene);
    priced.prices = Some(prices);
    let plan = planned(&head(20.0, 600.0), &priced);
    let cost = plan.cut.as_ref().and_then(|cut| cut.cost).expect("prices were given");
    let labour = plan.time().as_s() / 3_600.0 * prices.labour_h;
    let gas = plan.oxygen.as_m3() * prices.oxygen_m3 + plan.fuel.as_m3() * prices.fuel_m3;
    assert_eq!(cost.tip_wear, 0.0);
    assert!((cost.total() - labour - gas).abs() < 1e-9, "{cost:?}");
}

/// What cuts have taught is nothing to a heating head.
#[test]
fn a_shop_that_learned_plans_the_same_heating() {
    let mut taught = shop();
    let own = |factor| Own { factor, ..Own::default() };
    (taught.factors.fuel, taught.factors.start_preheat) = (own(1.6), own(0.7));
    let (bare, told) = (planned(&head(20.0, 600.0), &shop()), planned(&head(20.0, 600.0), &taught));
    assert_eq!((bare.time(), bare.fuel, bare.oxygen), (told.time(), told.fuel, told.oxygen));
}

/// A hose too thin for a head stops; one that loses much is cautioned, a wide short one is silent.
#[test]
fn the_hoses_are_asked_whether_they_pass_it() {
    let through = |bore: f64, metres: f64, l_min: f64| {
        let mut shop = shop();
        shop.gas.fuel_hose.bore = mm(bore);
        shop.gas.fuel_hose.length = mm(metres * 1e3);
        shop.gas.oxygen_hose = shop.gas.fuel_hose;
        planned(&head(l_min, 600.0), &shop)
    };
    assert_eq!(says(&through(3.2, 60.0, 100.0), "work_hose_gives_nothing"), Some(Level::Stop));
    assert_eq!(says(&through(6.3, 45.0, 60.0), "work_hose_loses"), Some(Level::Caution));
    let wide = through(10.0, 6.0, 45.0);
    assert!(says(&wide, "work_hose_loses").is_none(), "{:?}", wide.notes);
    assert!(says(&wide, "work_hose_gives_nothing").is_none());
}

/// A hose that does not suit the fuel is stopped here as under a cut.
#[test]
fn gear_of_another_fuel_is_told() {
    let mut shop = shop();
    shop.gas.fuel = Fuel::Propane;
    shop.gear.regulator = Some(Fuel::Acetylene);
    let plan = planned(&head(20.0, 600.0), &shop);
    assert!(plan.notes.iter().any(|note| note.code == "regulator_wrong"), "{:?}", plan.notes);
}

/// Its flow is that of a chart for one fuel: no other is compared, and no tip of the drawer is counted for it.
#[test]
fn it_keeps_its_fuel_and_takes_no_tip() {
    let work = Work::Other(Box::new(shop()), Arc::new(head(20.0, 600.0)));
    let options = fuels(&work, |_| None).expect("its own");
    assert_eq!(options.iter().map(|it| it.fuel).collect::<Vec<_>>(), [Fuel::Acetylene]);
    let sways = sensitivity(&work, Quantity::Fuel, |_| None).expect("a list");
    assert!(sways.iter().all(|sway| sway.input != Input::Fuel), "{sways:?}");
    assert!(work.cuttings().expect("none").is_empty());
}

#[test]
fn a_spell_of_no_time_or_of_a_day_is_refused() {
    let refused = |seconds| plan_work(&head(20.0, seconds), &shop()).expect_err("refused");
    for seconds in [0.0, 86_400.0] {
        let errors = refused(seconds);
        assert!(matches!(errors[..], [Error::OutOfRange { .. }]), "{errors:?}");
        assert_eq!(input(&errors), "spell");
    }
    assert!(USUAL_SPELL.as_s() >= 10.0);
}
