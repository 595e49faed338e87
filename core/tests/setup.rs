//! The run sheet over every combination, and the record of a run over every order in which its events come.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::code::Code;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{Duration, Length};
use galvanon_core::setup::record::StepState;
use galvanon_core::setup::{
    Depth, Event, FirstCylinder, Kept, Lighting, Phase, Place, Setup, Shutdown, Skip, Step,
    StepLevel, TorchKind, Unsaid, ValveTurns, record, run_sheet,
};
use proptest::prelude::*;

fn setups() -> impl Strategy<Value = Setup> {
    let choices = (0..4_usize, any::<bool>(), any::<bool>(), 0..4_usize, any::<bool>());
    let place = any::<[bool; 9]>();
    let rest = (any::<[bool; 4]>(), proptest::option::of(0.0..900.0_f64), 1.0..150.0_f64);
    (choices, place, rest).prop_map(|((fuel, torch, shut, turns, first), place, rest)| {
        let [wind, bare_floor, low, confined, coated, layers, closed_space, steel, far_side] =
            place;
        let ([assembled, arrestors, oxygen, demanded], hours, hose) = rest;
        Setup {
            fuel: Fuel::ALL[fuel],
            torch: if torch { TorchKind::Combination } else { TorchKind::Dedicated },
            shutdown: if shut { Shutdown::FuelFirst } else { Shutdown::OxygenFirst },
            turns: ValveTurns::ALL[turns],
            first_cylinder: if first { FirstCylinder::Oxygen } else { FirstCylinder::Fuel },
            lighting: if oxygen { Lighting::LittleOxygen } else { Lighting::FuelOnly },
            place: Place { wind, bare_floor, low, confined, coated },
            assembled,
            arrestors,
            upright_for: hours.map(|hours| Duration::from_s(hours * 3_600.0)),
            hose: Length::from_mm(hose * 1_000.0),
            fire_watch: Duration::from_s(3_600.0),
            arrestors_demanded: demanded,
            unsaid: Unsaid { layers, closed_space, steel, far_side },
            ..Setup::usual(Fuel::ALL[fuel], TorchKind::Dedicated)
        }
    })
}

fn steps(setup: &Setup) -> Vec<Step> {
    run_sheet(setup).expect("a sheet").into_iter().flat_map(|(_, steps)| steps).collect()
}

fn place_of(all: &[Step], code: &str, gas: Option<&str>) -> Option<usize> {
    all.iter().position(|step| step.code == code && (gas.is_none() || step.gas == gas))
}

const OPENS: [&str; 4] = [
    "open_oxygen_cylinder_full",
    "open_acetylene_cylinder_turns",
    "open_fuel_cylinder_full",
    "open_supply_valve",
];

proptest! {
    /// Common practice: a screw is out before its cylinder opens with the regulator on; one crack with the valve bare
    /// comes before the regulator; nothing is lit before the leak test; nothing is bled before the cylinders are shut.
    #[test]
    fn what_must_come_first_comes_first(setup in setups()) {
        let all = steps(&setup);
        let at = |code, gas| place_of(&all, code, gas);
        let must = |code: &'static str, gas| at(code, gas).ok_or(TestCaseError::fail(code));
        for code in OPENS {
            let Some(opened) = at(code, None) else { continue };
            let gas = all[opened].gas;
            prop_assert!(must("screw_out", gas)? < opened, "{code}");
            prop_assert!(at("fit_regulator", gas).is_none_or(|fitted| fitted < opened));
            prop_assert!(at("crack_valve", gas).is_none_or(|cracked| Some(cracked) < at("fit_regulator", gas)));
        }
        let lit = must("light_striker", None)?;
        prop_assert!(must("soap_test", None)? < lit && must("needle_holds", None)? < lit);
        prop_assert!(must("purge_oxygen", None)? < must("set_oxygen_flowing", None)?);
        prop_assert!(must("purge_fuel", None)? < must("set_fuel_flowing", None)?);
        prop_assert!(must("set_fuel_flowing", None)? < lit && must("neutral_flame", None)? > lit);
        let shut = must("close_cylinders", None)?;
        for bled in ["bleed_fuel", "bleed_oxygen"] {
            prop_assert!(shut < must(bled, None)? && must(bled, None)? < must("gauges_zero", None)?);
        }
        prop_assert!(must("gauges_zero", None)? < must("screw_back_out", None)?);
    }

    /// Propane and propylene are never cracked; acetylene never more than one turn; a cylinder of acetylene that
    /// lay down stands a day, and says how long it still has to.
    #[test]
    fn each_gas_is_handled_as_it_must_be(setup in setups()) {
        let all = steps(&setup);
        for step in all.iter().filter(|step| step.code == "crack_valve") {
            prop_assert!(matches!(step.gas, Some("oxygen" | "acetylene")), "{:?}", step.gas);
        }
        let turned = place_of(&all, "open_acetylene_cylinder_turns", None);
        prop_assert_eq!(turned.is_some(), setup.fuel == Fuel::Acetylene);
        if let Some(at) = turned {
            prop_assert!(all[at].turns.is_some_and(|turns| turns > 0.0 && turns <= 1.0));
            prop_assert!(place_of(&all, "under_the_ceiling", None).is_some());
        }
        let must_stand = setup.fuel == Fuel::Acetylene
            && setup.upright_for.is_some_and(|stood| stood.as_s() < 86_400.0);
        let stands = all.iter().find(|step| step.code == "stand_upright");
        prop_assert_eq!(stands.is_some(), must_stand);
        if let (Some(step), Some(stood)) = (stands, setup.upright_for) {
            let left = step.timer.expect("a clock").as_s();
            prop_assert!((left + stood.as_s() - 86_400.0).abs() < 1e-6);
            prop_assert!(step.level == StepLevel::Stop && step.skip == Skip::Never);
        }
        // exactly one way of opening the fuel
        let fuels = OPENS[1..].iter().filter(|code| place_of(&all, code, None).is_some()).count();
        prop_assert_eq!(fuels, 1);
    }

    /// The shop's schools decide what differs, and nothing else: the same steps stand in either order.
    #[test]
    fn the_schools_are_followed(setup in setups()) {
        let all = steps(&setup);
        let at = |code| place_of(&all, code, None).expect("a step");
        let fuel_first = setup.shutdown == Shutdown::FuelFirst;
        prop_assert_eq!(at("close_fuel_valve") < at("close_oxygen_valve"), fuel_first);
        prop_assert_eq!(at("bleed_fuel") < at("bleed_oxygen"), fuel_first);
        let opened = OPENS[1..].iter().find_map(|code| place_of(&all, code, None)).expect("fuel");
        prop_assert_eq!(at(OPENS[0]) < opened, setup.first_cylinder == FirstCylinder::Oxygen);
        let other = Setup {
            shutdown: if fuel_first { Shutdown::OxygenFirst } else { Shutdown::FuelFirst },
            ..setup.clone()
        };
        let mut keys: Vec<String> = all.iter().map(Step::key).collect();
        let mut others: Vec<String> = steps(&other).iter().map(Step::key).collect();
        keys.sort();
        others.sort();
        prop_assert_eq!(&keys, &others);
        // a key names one step
        keys.dedup();
        prop_assert_eq!(keys.len(), all.len());
    }

    /// A hazard that the place brings is a stop that cannot be passed over in silence.
    #[test]
    fn hazards_are_stops_with_a_reason(setup in setups()) {
        let all = steps(&setup);
        let heavy = setup.fuel.is_liquefied();
        for (code, met) in [
            ("bare_floor", setup.place.bare_floor),
            ("not_in_low_places", setup.place.low && heavy),
            ("confined_space", setup.place.confined),
            ("coating_fume", setup.place.coated),
            ("fit_arrestors", !setup.arrestors && setup.arrestors_demanded),
            ("outside_the_space", setup.place.confined),
            ("torch_out_at_breaks", setup.place.confined),
            ("torch_out_of_space", setup.place.confined),
        ] {
            let found = all.iter().find(|step| step.code == code);
            prop_assert_eq!(found.is_some(), met, "{}", code);
            prop_assert!(found.is_none_or(|step| step.level == StepLevel::Stop && step.skip != Skip::Free));
        }
        // what nobody said of the cuts is asked once, before any cylinder opens
        let opened = place_of(&all, OPENS[0], None);
        for (code, unsaid) in [
            ("steel_known", setup.unsaid.steel),
            ("one_layer", setup.unsaid.layers),
            ("nothing_closed", setup.unsaid.closed_space),
            ("far_side_seen", setup.unsaid.far_side),
        ] {
            prop_assert_eq!(all.iter().filter(|step| step.code == code).count(), usize::from(unsaid), "{}", code);
            prop_assert!(place_of(&all, code, None).is_none_or(|at| Some(at) < opened));
        }
    }
}

proptest! {
    /// Common practice: what was set is shut again, both torch valves before anything is lit; acetylene's ceiling is said
    /// before its screw turns; no oil before any valve is handled; a leak has steps of its own, and the opening after the
    /// leak test is the opening before it.
    #[test]
    fn the_steps_most_often_forgotten_stand_where_they_belong(setup in setups()) {
        let all = steps(&setup);
        let at = |code| place_of(&all, code, None);
        let must = |code: &'static str| at(code).ok_or(TestCaseError::fail(code));
        let lit = must("light_striker")?;
        prop_assert!(must("set_oxygen_flowing")? < must("shut_torch_oxygen")? && must("shut_torch_oxygen")? < lit);
        prop_assert!(must("set_fuel_flowing")? < must("shut_torch_fuel")? && must("shut_torch_fuel")? < lit);
        let acetylene = setup.fuel == Fuel::Acetylene;
        prop_assert_eq!(at("acetylene_ceiling").is_some(), acetylene);
        prop_assert_eq!(at("under_the_ceiling").is_some(), acetylene);
        if acetylene {
            prop_assert!(must("acetylene_ceiling")? < must("pressurise")?);
        }
        let first = OPENS.iter().chain(&["crack_valve"]).filter_map(|code| at(code)).min().expect("one opens");
        prop_assert!(must("no_oil")? < first);
        prop_assert!(must("uncoil_hoses")? < first.max(must("purge_oxygen")?));
        let leak = &all[must("leak_found")?];
        let codes: Vec<_> = leak.then.iter().map(|step| step.code).collect();
        prop_assert_eq!(codes, ["leak_shut", "leak_bleed", "leak_screws_out", "leak_mend", "leak_test_again"]);
        prop_assert!(leak.then.iter().all(|step| at(step.code).is_none()), "they stand nowhere else");
        // after the clock: screws out, aside, oxygen and fuel in the shop's order, pressure
        prop_assert!(must("needle_holds")? < must("leak_found")?);
        let fuel = match setup.fuel {
            Fuel::Acetylene => "again_open_acetylene",
            Fuel::Propane | Fuel::Propylene => "again_open_fuel",
            Fuel::NaturalGas => "again_open_supply",
        };
        let oxygen_first = setup.first_cylinder == FirstCylinder::Oxygen;
        prop_assert_eq!(must("again_open_oxygen")? < must(fuel)?, oxygen_first);
        prop_assert!(must("again_screws_out")? < must("again_open_oxygen")?.min(must(fuel)?));
        prop_assert!(must("again_pressurise")? > must("again_open_oxygen")?.max(must(fuel)?));
        prop_assert_eq!(at("weigh_fuel").is_some(), setup.fuel != Fuel::NaturalGas);
        if !setup.assembled {
            prop_assert!(must("regulators_off")? < must("caps_on")?);
        }
    }

    /// What can hurt most cannot be left out at all, and no depth hides a stop.
    #[test]
    fn depth_removes_no_stop(setup in setups()) {
        let all = steps(&setup);
        for code in ["leak_found", "acetylene_ceiling", "under_the_ceiling", "stand_upright", "fit_arrestors"] {
            let found = all.iter().find(|step| step.code == code);
            prop_assert!(found.is_none_or(|step| step.skip == Skip::Never), "{code}");
        }
        for depth in [Depth::EveryStep, Depth::Phases, Depth::Stops] {
            let told = steps(&Setup { depth, ..setup.clone() });
            let keys: Vec<String> = told.iter().map(Step::key).collect();
            for step in &all {
                let matters = step.level == StepLevel::Stop || step.skip == Skip::Never;
                prop_assert!(!matters || keys.contains(&step.key()), "{} at {depth:?}", step.code);
            }
            prop_assert_eq!(told.len() == all.len(), depth != Depth::Stops);
        }
    }
}

/// OSHA 1910.133 for the least, ANSI Z49.1 for the second (from memory): under 1 in, to 6 in, beyond.
#[test]
fn the_lens_is_for_the_thickness_or_for_everything() {
    let shade = |mm: Option<f64>, school: Option<&str>| {
        let mut setup = Setup::usual(Fuel::Propane, TorchKind::Dedicated);
        setup.lens_thickness = mm.map(Length::from_mm);
        setup.schools.extend(school.map(|option| ("lens".to_owned(), option.to_owned())));
        let all = steps(&setup);
        all.iter().find(|step| step.code == "lens_shade").expect("a lens").shade
    };
    assert_eq!(shade(None, None), None);
    assert_eq!(shade(Some(12.7), None), Some((3, 4)));
    assert_eq!(shade(Some(100.0), Some("by_thickness")), Some((4, 5)));
    assert_eq!(shade(Some(200.0), None), Some((5, 6)));
    assert_eq!(shade(Some(12.7), Some("five")), Some((5, 5)));
}

/// A hose that plans runs: one limit for both.
#[test]
fn a_hose_of_250_m_runs() {
    let long =
        Setup { hose: Length::from_m(250.0), ..Setup::usual(Fuel::Propane, TorchKind::Dedicated) };
    assert!(run_sheet(&long).is_ok());
}

#[test]
fn what_cannot_be_is_refused_at_its_input() {
    let usual = Setup::usual(Fuel::Acetylene, TorchKind::Dedicated);
    for (setup, input) in [
        (
            Setup { upright_for: Some(Duration::from_s(-1.0)), ..usual.clone() },
            "lying_acetylene_upright",
        ),
        (Setup { hose: Length::from_mm(0.0), ..usual.clone() }, "hose_length"),
        (Setup { fire_watch: Duration::from_s(60.0), ..usual.clone() }, "fire_watch"),
    ] {
        match run_sheet(&setup).expect_err("refused") {
            galvanon_core::error::Error::OutOfRange { input: named, .. } => {
                assert_eq!(named, input);
            }
            other => panic!("{other}"),
        }
    }
    let phases: Vec<Phase> =
        run_sheet(&usual).expect("a sheet").into_iter().map(|(phase, _)| phase).collect();
    assert_eq!(phases, Phase::ALL);
}

fn events() -> impl Strategy<Value = Vec<Event>> {
    let what = (0..6_u8, 0..4_u8, any::<bool>(), 0..24_u128).prop_map(|(kind, key, yes, other)| {
        let keys = ["soap_test", "leak_found", "acetylene_ceiling", "stand_upright:acetylene"];
        let key = keys[usize::from(key)].to_owned();
        match kind {
            0 => Kept::Step { key, done: yes },
            1 => Kept::Skip { key },
            2 => Kept::Cut { line: other % 3 },
            3 => Kept::Timer { key, running: yes },
            4 => Kept::Note,
            _ => Kept::Undo { event: other },
        }
    });
    proptest::collection::vec((0..8_i64, what), 0..24).prop_map(|all| {
        // two tablets: odd and even ids
        let numbered = all.into_iter().enumerate();
        numbered.map(|(id, (at, what))| Event { id: id as u128, at, what }).collect()
    })
}

proptest! {
    /// Two tablets work offline and send what they have in any order, some of it twice: the record is the same.
    #[test]
    fn any_order_of_arrival_ends_in_the_same_record(
        all in events(), order in any::<prop::sample::Index>(), twice in any::<prop::sample::Index>(),
    ) {
        let known = record(&all);
        let mut mixed: Vec<Event> = all.iter().filter(|it| it.id % 2 == 1).cloned().collect();
        mixed.extend(all.iter().filter(|it| it.id % 2 == 0).rev().cloned());
        if !mixed.is_empty() {
            let again = mixed[twice.index(mixed.len())].clone();
            let by = order.index(mixed.len());
            mixed.rotate_left(by);
            mixed.push(again);
        }
        prop_assert_eq!(&record(&mixed), &known);
        // nothing is lost, nothing is doubled: every cut stands once, unless it was taken back
        let cuts: Vec<u128> = known.cuts.values().flatten().copied().collect();
        let made = all.iter().filter(|it| matches!(it.what, Kept::Cut { .. }));
        let counted = made.filter(|it| !known.undone.contains(&it.id)).count();
        prop_assert_eq!(cuts.len(), counted);
        // and no order of events leaves out what is never left out
        let skipped = known.steps.iter().filter(|(_, state)| **state == StepState::Skipped);
        for (key, _) in skipped {
            prop_assert_eq!(key, "soap_test");
        }
    }
}

#[test]
fn the_latest_word_on_a_step_counts_and_an_undo_takes_back_one_event() {
    let event = |id, at, what| Event { id, at, what };
    let done = |key: &str, done| Kept::Step { key: key.into(), done };
    let all = [
        event(1, 10, done("soap_test", true)),
        event(2, 12, Kept::Skip { key: "coil_hoses".into() }),
        event(3, 11, done("soap_test", false)),
        event(4, 20, Kept::Cut { line: 7 }),
        event(5, 21, Kept::Cut { line: 7 }),
        event(6, 25, Kept::Undo { event: 4 }),
        event(7, 30, Kept::Timer { key: "fire_watch".into(), running: true }),
    ];
    let kept = record(&all);
    assert_eq!(kept.steps.get("soap_test"), Some(&StepState::Open));
    assert_eq!(kept.steps.get("coil_hoses"), Some(&StepState::Skipped));
    assert_eq!(kept.cuts.get(&7), Some(&vec![5]));
    assert_eq!(kept.timers.get("fire_watch"), Some(&30));
}
