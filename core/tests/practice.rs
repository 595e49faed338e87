//! Where the trade disagrees about the cut: each practice moves its figure, the way the trade says.

#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic, reason = "a test fails loudly")]
#![allow(missing_docs, reason = "tests are named as sentences")]

use galvanon_core::cut::job_tips::{Cutting, job_tips};
use galvanon_core::cut::practice::{HowHot, Scale, ThickSpeed};
use galvanon_core::cut::{PressureSchool, Quality, Request, Settings, Tip, plan};
use galvanon_core::note::Level;
use galvanon_core::quantity::{GaugePressure, Length};
use galvanon_core::steel::surface::Surface;
use galvanon_core::trace::Measure;
use proptest::prelude::*;

fn plate(mm: f64) -> Request {
    Request::plate(Length::from_mm(mm), Length::from_m(1.0))
}

fn planned(mm: f64, change: impl FnOnce(&mut Request)) -> Settings {
    let mut request = plate(mm);
    change(&mut request);
    plan(&request).expect("a plan")
}

fn has(settings: &Settings, code: &str) -> bool {
    settings.notes.iter().any(|note| note.code == code)
}

/// Common practice: orange takes longer than cherry, and sweating longest; only a start beyond cherry is told of its edge.
#[test]
fn a_hotter_start_takes_longer_and_says_what_it_leaves() {
    let at = |hot| planned(20.0, |r| r.policy.how_hot = hot);
    let (cherry, orange, sweating) = (at(HowHot::Cherry), at(HowHot::Orange), at(HowHot::Sweating));
    let seconds = |it: &Settings| it.start_preheat.set.as_s();
    assert!(seconds(&cherry) < seconds(&orange) && seconds(&orange) < seconds(&sweating));
    assert!(has(&orange, "start_orange") && has(&sweating, "start_molten"));
    assert!(!has(&cherry, "start_orange") && !has(&cherry, "start_molten"));
}

/// The law that plate temperature follows, by hand: the rise to 980 °C over that to 870 °C, squared, is (960/850)² = 1.276.
#[test]
fn the_factor_of_orange_agrees_with_the_square_of_the_rise() {
    let at = |hot| planned(20.0, |r| r.policy.how_hot = hot).start_preheat.set.as_s();
    let ratio = at(HowHot::Orange) / at(HowHot::Cherry);
    assert!((ratio / 1.276 - 1.0).abs() < 0.05, "{ratio}");
}

/// Ground faces cut as clean ones do, and the grinding is paid for in time.
#[test]
fn ground_faces_cut_like_clean_ones_and_cost_their_grinding() {
    let dirty = |scale| {
        planned(20.0, |r| {
            r.steel.surface = Surface::HeavyRust;
            r.steel.back_surface = Surface::MillScale;
            r.policy.scale = scale;
        })
    };
    let (ground, through, clean) =
        (dirty(Scale::GrindFirst), dirty(Scale::CutThrough), planned(20.0, |_| {}));
    let pace = |it: &Settings| it.travel_speed.set.as_m_s();
    assert!((pace(&ground) - pace(&clean)).abs() < 1e-12);
    assert!((ground.start_preheat.set.as_s() - clean.start_preheat.set.as_s()).abs() < 1e-9);
    assert!(pace(&through) < pace(&ground));
    // a metre of two faces, a minute each
    let more = ground.time.handling.as_s() - clean.time.handling.as_s();
    assert!((more - 120.0).abs() < 1e-9, "{more}");
    assert!(has(&ground, "ground_first") && !has(&through, "ground_first"));
}

#[test]
fn paint_keeps_its_caution_whatever_is_ground() {
    let painted = planned(20.0, |r| {
        r.steel.surface = Surface::Paint;
        r.policy.scale = Scale::GrindFirst;
    });
    assert!(has(&painted, "paint_fume") && !has(&painted, "ground_first"));
}

#[test]
fn thick_plate_alone_is_paced_by_the_practice_and_stays_in_its_band() {
    let at = |mm: f64, speed| planned(mm, |r| r.policy.thick_speed = speed).travel_speed;
    let [slow, usual, fast] =
        [ThickSpeed::RatherSlow, ThickSpeed::ByThickness, ThickSpeed::FastestThrough];
    assert_eq!(at(12.0, slow), at(12.0, fast));
    assert!(at(60.0, slow).set < at(60.0, usual).set);
    assert!(at(60.0, usual).set < at(60.0, fast).set);
    for speed in [slow, usual, fast] {
        let band = at(60.0, speed);
        assert!(band.low <= band.set && band.set <= band.high, "{speed:?}");
    }
}

fn one_pressure(r: &mut Request, kpa: f64) {
    r.policy.pressure_school = PressureSchool::OnePressure;
    r.policy.one_pressure = GaugePressure::from_pa(kpa * 1e3);
}

fn more(settings: &Settings) -> (Level, f64) {
    let note = settings.notes.iter().find(|note| note.code.starts_with("one_pressure"));
    let note = note.expect("what it costs");
    let value = note.values.iter().find(|(name, _)| *name == "more").map(|(_, value)| value);
    let Some(Measure::Number(_, share)) = value else { panic!("a share") };
    (note.level, *share)
}

/// The needle stands where the shop says, and a pressure over the middle costs oxygen, one below it saves some.
#[test]
fn one_pressure_says_what_it_costs_in_oxygen() {
    let usual = planned(20.0, |_| {});
    let middle = usual.oxygen_pressure.expect("a setting").set.as_pa() / 1e3;
    let tip = |r: &mut Request| r.tip = Some(galvanon_core::cut::Tip::of_bore(usual.bore));
    for (kpa, costs) in [(middle * 1.2, true), (middle * 0.85, false)] {
        let one = planned(20.0, |r| {
            one_pressure(r, kpa);
            tip(r);
        });
        let set = one.oxygen_pressure.expect("a setting").set.as_pa() / 1e3;
        assert!((set / kpa - 1.0).abs() < 1e-6, "{set} for {kpa}");
        assert_eq!(more(&one).1 > 0.0, costs, "{kpa}");
        assert_eq!(one.oxygen_flow > usual.oxygen_flow, costs, "{kpa}");
    }
}

#[test]
fn one_pressure_far_from_what_suits_is_a_caution_and_names_the_band() {
    let usual = planned(20.0, |_| {});
    let far = planned(20.0, |r| {
        one_pressure(r, 690.0);
        r.tip = Some(galvanon_core::cut::Tip::of_bore(usual.bore));
    });
    assert!(has(&far, "one_pressure_off"));
    assert_eq!(more(&far).0, Level::Caution);
}

proptest! {
    /// Whatever the hose and the setting: the tip gets less than the regulator, and never nothing.
    #[test]
    fn at_the_tip_is_less_than_at_the_regulator(
        mm in 5.0..120.0_f64, kpa in 150.0..650.0_f64, metres in 1.0..60.0_f64,
    ) {
        let mut request = plate(mm);
        one_pressure(&mut request, kpa);
        request.gas.oxygen_hose.length = Length::from_m(metres);
        request.gas.oxygen_hose.bore = Length::from_mm(9.5);
        request.cut.quality = Quality::Standard;
        let settings = plan(&request).expect("a plan");
        if let Some(set) = settings.oxygen_pressure {
            prop_assert!((set.set.as_pa() / 1e3 / kpa - 1.0).abs() < 1e-6);
            prop_assert!(settings.tip_pressure < set.set);
            prop_assert!(settings.tip_pressure.as_pa() > 0.0);
        }
    }
}

/// A job of several plates under one pressure, and under none: how many tips, and each cut's plan with the tip it is given.
fn tips_of_a_job(kpa: Option<f64>) -> (usize, Vec<(f64, Settings)>) {
    let requests: Vec<Request> = [6.0, 12.0, 20.0, 40.0, 75.0]
        .map(|mm| {
            let mut request = plate(mm);
            if let Some(kpa) = kpa {
                one_pressure(&mut request, kpa);
            }
            request
        })
        .to_vec();
    let cuttings: Vec<Cutting> = requests.iter().cloned().map(Cutting::from).collect();
    let fewest = job_tips(&cuttings).expect("tips").fewest;
    let given = fewest.tips.iter().flat_map(|tip| tip.cuts.iter().map(move |cut| (*cut, tip.bore)));
    let plans = given.map(|(cut, bore)| {
        let with = Request { tip: Some(Tip::of_bore(bore)), ..requests[cut].clone() };
        (bore.as_mm(), plan(&with).expect("a plan"))
    });
    (fewest.tips.len(), plans.collect())
}

/// Whoever leaves the regulator alone changes the tip instead: it takes more of them, and none runs outside its band where
/// another would run inside.
#[test]
fn under_one_pressure_the_tip_is_what_is_changed() {
    let (usual, _) = tips_of_a_job(None);
    let (tips, plans) = tips_of_a_job(Some(300.0));
    assert!(tips > usual, "{tips} tips against {usual}");
    assert_eq!(plans.len(), 5, "every cut has one");
    for (bore, settings) in &plans {
        assert!(!has(settings, "one_pressure_off"), "{bore} mm");
    }
}

/// Where no tip at hand runs inside its band, the nearest is still named: the cut is not left without one.
#[test]
fn under_a_pressure_that_suits_no_tip_the_nearest_is_named() {
    let drawer = [1.0, 1.2].map(|mm| Tip::of_bore(Length::from_mm(mm))).to_vec();
    let mut request = plate(12.0);
    one_pressure(&mut request, 690.0);
    request.drawer = drawer;
    let tips = job_tips(&[Cutting::from(request.clone())]).expect("tips");
    assert!(tips.without.is_empty());
    let of = |mm: f64| {
        let with = Request { tip: Some(Tip::of_bore(Length::from_mm(mm))), ..request.clone() };
        plan(&with).expect("a plan")
    };
    assert!(has(&of(1.0), "one_pressure_off") && has(&of(1.2), "one_pressure_off"));
    // 690 kPa is far over what either wants: the smaller bore lets less of it through
    assert_eq!(tips.fewest.tips[0].bore, Length::from_mm(1.0));
}
