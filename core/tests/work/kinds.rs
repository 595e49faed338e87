//! Each kind of work: its stages, its volumes, its refusals.

use std::f64::consts::PI;

use galvanon_core::error::Error;
use galvanon_core::gas::fuel::{Fuel, TipFace};
use galvanon_core::note::Level;
use galvanon_core::quantity::{Angle, Duration, GasFlow, Mass, Temperature};
use galvanon_core::tip::owned::{Tip, TipKind};
use galvanon_core::work::apart::{MadeOf, Piece, TakeApart, USUAL};
use galvanon_core::work::circle::{Circle, Kept, Turned};
use galvanon_core::work::dial::Timed;
use galvanon_core::work::fastener::{Coated, Fastener, Save, What};
use galvanon_core::work::gouge::Gouge;
use galvanon_core::work::head::{Head, button_volume, frustum_volume};
use galvanon_core::work::heat::{Heat, USUAL_SPELL};
use galvanon_core::work::long_cut::LongCut;
use galvanon_core::work::oxygen::time_to_remove;
use galvanon_core::work::rail::Rail;
use galvanon_core::work::wash::Wash;
use galvanon_core::work::{Asked, plan_work};

use crate::{codes, has, input, mm, planned, refused, set, shop, stage};

/// Common practice, models.md 9: a bar 9.5 by 38 by 610 mm, 2 mm left, takes about 550 l and 9 min at 60 l/min.
#[test]
fn a_backing_bar_takes_the_oxygen_that_burns_it() {
    let volume = 0.0075 * 0.038 * 0.610;
    let at_60 = time_to_remove(volume, GasFlow::from_m3_s(0.060 / 60.0));
    assert!((at_60.as_s() / 60.0 - 9.0).abs() < 0.3, "{}", at_60.as_s() / 60.0);
    assert!((at_60.as_s() - 550.0).abs() < 15.0, "60 l/min are a litre a second: {}", at_60.as_s());
    let bar = Wash { thickness: mm(9.5), width: mm(38.0), length: mm(610.0), leave: mm(2.0) };
    let plan = planned(&Asked::Wash(bar));
    let run = stage(&plan, "wash_run");
    let flow = 7850.0 * volume * 0.7 * 0.382 * 2.0 / 1.33 / run.jet.as_s();
    // the low end of what the handbook gives for 3/8 in: 40 ft3/h (cutting-mild-steel.csv)
    let cubic_feet = flow * 3600.0 / 0.028_316_846_592;
    assert!((cubic_feet / 40.0 - 1.0).abs() < 0.02, "{cubic_feet}");
    assert!((set(run, "leave") - 0.002).abs() < 1e-12);
    let more = planned(&Asked::Wash(Wash { leave: mm(3.0), ..bar }));
    assert!(stage(&more, "wash_run").jet < run.jet, "less is washed");
    assert!(stage(&more, "wash_grind").grind > stage(&plan, "wash_grind").grind, "and more ground");
    assert_eq!(input(&refused(&Asked::Wash(Wash { leave: mm(9.5), ..bar }))), "leave");
}

#[test]
fn a_groove_stays_in_its_plate_and_its_passes_follow_the_tip() {
    let groove = Gouge { depth: mm(4.8), length: mm(300.0), thickness: mm(20.0) };
    let plan = planned(&Asked::Gouge(groove));
    let run = stage(&plan, "gouge_run");
    // 15 mm of plate and more wants the middle bore; 6.5 bores wide, 0.6 of that deep a pass (common practice)
    let tip = plan.tip.clone().expect("a tip");
    assert_eq!((tip.bore.as_mm() * 10.0).round(), 24.0);
    assert!((set(run, "width") - 6.5 * 0.0024).abs() < 1e-9);
    assert_eq!(set(run, "passes"), 1.0);
    let deep = planned(&Asked::Gouge(Gouge { depth: mm(10.0), ..groove }));
    assert_eq!(set(stage(&deep, "gouge_run"), "passes"), 2.0);
    // common practice: a hand gouges 300 to 600 mm/min; from half a pass on the plan keeps to that
    let pace = set(run, "pace") * 60e3;
    assert!((300.0..=600.5).contains(&pace), "{pace}");
    let volume = PI / 4.0 * 6.5 * 0.0024 * 0.0048 * 0.3;
    assert!((set(stage(&plan, "gouge_measure"), "volume_mm3") - volume * 1e9).abs() < 1e-3);
    assert!(has(&plan, Level::Caution, "work_no_gouging_tip"));
    let through = Gouge { depth: mm(20.0), ..groove };
    assert_eq!(input(&refused(&Asked::Gouge(through))), "depth");
}

#[test]
fn the_drawers_own_gouging_tip_is_taken() {
    let mut shop = shop();
    let own = Tip { kind: TipKind::Gouging, ..Tip::of_bore(mm(2.0)) };
    shop.drawer = vec![Tip::of_bore(mm(2.4)), own];
    let asked = Asked::Gouge(Gouge { depth: mm(4.0), length: mm(300.0), thickness: mm(20.0) });
    let plan = plan_work(&asked, &shop).expect("a plan");
    assert!((plan.tip.clone().expect("a tip").bore.as_mm() - 2.0).abs() < 1e-9);
    assert!(!has(&plan, Level::Caution, "work_no_gouging_tip"));
}

fn fastener(what: What, diameter: f64, save: Save) -> Fastener {
    Fastener {
        what,
        head: what.usual_head().unwrap_or_default(),
        diameter: mm(diameter),
        save,
        rusted: false,
        coated: Coated::None,
    }
}

/// Slices of 12 mm down to a skin of 2: ceil((0.63 d - 2)/12).
#[test]
fn a_head_goes_in_slices_and_its_skin_is_washed() {
    for (diameter, slices) in [(12.0, 1.0), (20.0, 1.0), (24.0, 2.0), (48.0, 3.0)] {
        let plan = planned(&Asked::Fastener(fastener(What::BoltHead, diameter, Save::None)));
        let cut = stage(&plan, "fastener_slices");
        assert_eq!(set(cut, "count"), slices, "{diameter}");
        assert!((set(cut, "across") - 1.5e-3 * diameter).abs() < 1e-12);
        assert!(codes(&plan).contains(&"fastener_wash_skin"));
    }
    // a whole sphere is the cap as high as it is wide
    let sphere = |r: f64| button_volume(0.0, 2.0 * r);
    assert!((sphere(3.0) - 4.0 / 3.0 * PI * 27.0).abs() < 1e-9);
    assert!((button_volume(3.0, 3.0) - 2.0 / 3.0 * PI * 27.0).abs() < 1e-9, "half a sphere");
}

/// Closed forms: a cone without its point is a cylinder where both ends are alike, a cone where one is nothing.
#[test]
fn a_pan_head_is_a_cone_without_its_point_and_a_sunk_one_is_washed_out_whole() {
    assert!((frustum_volume(2.0, 2.0, 3.0) - PI * 4.0 * 3.0).abs() < 1e-9);
    assert!((frustum_volume(2.0, 0.0, 3.0) - PI * 4.0).abs() < 1e-9);
    let of = |head| {
        planned(&Asked::Fastener(Fastener { head, ..fastener(What::Rivet, 20.0, Save::None) }))
    };
    // 0.7 of 20 mm high, a skin of 2 left: one slice; 1.6 of 20 wide
    let pan = of(Head::Pan);
    assert_eq!(set(stage(&pan, "fastener_slices"), "count"), 1.0);
    assert!((set(stage(&pan, "fastener_slices"), "across") - 0.032).abs() < 1e-12);
    let sunk = of(Head::Countersunk);
    assert_eq!(codes(&sunk), ["fastener_free", "fastener_heat", "fastener_sunk", "fastener_out"]);
    // pi 10 (17.5^2 + 17.5 10 + 10^2)/3 = 6 089 mm3 at the oxygen of the tip that would slice it
    let flow = sunk.cut.as_ref().expect("a cut").oxygen_flow;
    let wanted = time_to_remove(6_089e-9, flow).as_s();
    assert!((stage(&sunk, "fastener_sunk").jet.as_s() / wanted - 1.0).abs() < 1e-3);
    let spared =
        Fastener { head: Head::Countersunk, ..fastener(What::BoltHead, 20.0, Save::Plate) };
    assert!(has(&planned(&Asked::Fastener(spared)), Level::Caution, "work_sunk_marks_its_seat"));
    // a nut has no head: what is said of one changes nothing
    let nut = fastener(What::Nut, 20.0, Save::None);
    let same = planned(&Asked::Fastener(Fastener { head: Head::Countersunk, ..nut }));
    assert_eq!(planned(&Asked::Fastener(nut)).stages, same.stages);
}

/// Common practice: hand-turned holes under 25 mm or one and a half thicknesses are drilled, by a carriage under one thickness.
#[test]
fn a_circle_says_what_is_drilled_and_what_comes_free() {
    let circle = |diameter, kept, turned| Circle {
        diameter: mm(diameter),
        thickness: mm(30.0),
        kept,
        turned,
    };
    let of = |asked| planned(&Asked::Circle(asked));
    assert!(has(
        &of(circle(44.0, Kept::Hole, Turned::Pivot)),
        Level::Caution,
        "work_drill_instead"
    ));
    assert!(!has(
        &of(circle(46.0, Kept::Hole, Turned::Pivot)),
        Level::Caution,
        "work_drill_instead"
    ));
    assert!(!has(
        &of(circle(44.0, Kept::Hole, Turned::Carriage)),
        Level::Caution,
        "work_drill_instead"
    ));
    assert!(!has(
        &of(circle(44.0, Kept::Disc, Turned::Pivot)),
        Level::Caution,
        "work_drill_instead"
    ));
    let disc = of(circle(400.0, Kept::Disc, Turned::Pivot));
    assert!(has(&disc, Level::Caution, "work_disc_comes_free"));
    assert_eq!(codes(&disc)[0], "circle_pivot");
    let bar = of(circle(400.0, Kept::Hole, Turned::Carriage));
    assert!(has(&bar, Level::Caution, "work_slug_drops") && codes(&bar)[0] == "circle_bar");
    // a carriage is faster than a hand with a bar
    let jet = |plan: &galvanon_core::work::stage::WorkPlan| stage(plan, "circle_first").jet.as_s();
    assert!(jet(&bar) < jet(&disc));
    let small = Circle { diameter: mm(19.0), ..circle(400.0, Kept::Disc, Turned::Pivot) };
    assert_eq!(input(&refused(&Asked::Circle(small))), "diameter");
}

/// A large high-preheat tip is no reason to stop at a small head: a general one that runs is taken, and the large one where it runs.
#[test]
fn a_tip_of_the_kind_asked_for_is_taken_only_where_it_would_run() {
    let mut shop = shop();
    let hot = Tip { kind: TipKind::HighPreheat, ..Tip::of_bore(mm(1.5)) };
    shop.drawer = [0.8, 1.0, 1.2].map(|bore| Tip::of_bore(mm(bore))).into();
    shop.drawer.push(hot);
    let of = |diameter| {
        let asked = Asked::Fastener(fastener(What::BoltHead, diameter, Save::None));
        plan_work(&asked, &shop).expect("a plan")
    };
    let small = of(6.0);
    assert!(!has(&small, Level::Stop, "tip_too_large"), "{:?}", small.notes);
    assert_ne!(small.tip.clone().map(|tip| tip.kind), Some(TipKind::HighPreheat));
    assert_eq!(of(20.0).tip.map(|tip| tip.kind), Some(TipKind::HighPreheat));
}

#[test]
fn a_saved_thread_is_washed_to_and_kept_off() {
    for what in [What::BoltHead, What::Nut, What::Stud] {
        for save in [Save::Stud, Save::Both] {
            let plan = planned(&Asked::Fastener(fastener(what, 20.0, save)));
            let wash = stage(&plan, "wash_to_thread");
            // M20: 10 mm, 0.61 of 2.5 mm, half a kerf and 1.5 mm by hand
            let off = set(wash, "off_the_axis") * 1e3;
            assert!(off > 10.0 + 1.525 + 1.5 + 0.5 && off < 15.5, "{what:?} {off}");
            let codes = codes(&plan);
            assert_eq!(codes[codes.len() - 2..], ["wash_to_thread", "fastener_out"]);
        }
    }
    let rivet = planned(&Asked::Fastener(fastener(What::Rivet, 20.0, Save::Stud)));
    assert!(has(&rivet, Level::Caution, "work_rivet_has_no_thread"));
    assert!(!codes(&rivet).contains(&"wash_to_thread"));
}

#[test]
fn a_small_nut_is_cut_through_and_a_large_one_on_both_sides() {
    let small = planned(&Asked::Fastener(fastener(What::Nut, 20.0, Save::None)));
    assert_eq!(set(stage(&small, "fastener_nut_through"), "count"), 1.0);
    let large = planned(&Asked::Fastener(fastener(What::Nut, 30.0, Save::None)));
    assert_eq!(set(stage(&large, "fastener_nut_sides"), "count"), 2.0);
}

#[test]
fn cadmium_stops_and_zinc_warns() {
    let of = |coated| {
        let asked = Fastener { coated, ..fastener(What::BoltHead, 20.0, Save::None) };
        planned(&Asked::Fastener(asked))
    };
    assert!(has(&of(Coated::Cadmium), Level::Stop, "work_cadmium"));
    assert!(has(&of(Coated::Zinc), Level::Caution, "work_zinc"));
    assert!(!has(&of(Coated::None), Level::Caution, "work_zinc"));
}

#[test]
fn rust_takes_more_heat() {
    let clean = fastener(What::BoltHead, 20.0, Save::None);
    let heat =
        |asked: Fastener| stage(&planned(&Asked::Fastener(asked)), "fastener_heat").heat.as_s();
    assert!(heat(Fastener { rusted: true, ..clean }) > 1.2 * heat(clean));
}

fn rail(highest: f64) -> Rail {
    Rail {
        length: mm(2438.0),
        rail: None,
        thickness: mm(12.7),
        highest: mm(highest),
        bevel: Angle::from_rad(0.0),
        dial: Vec::new(),
    }
}

#[test]
fn a_carriage_rides_over_the_highest_point_and_slows_on_the_weld() {
    let flat = planned(&Asked::Rail(rail(0.0)));
    assert!(!codes(&flat).contains(&"rail_weld"));
    let weld = planned(&Asked::Rail(rail(3.0)));
    let height = stage(&weld, "rail_height");
    assert!((set(height, "lowest") - set(height, "standoff") - 0.003).abs() < 1e-9);
    let (on, off) = (stage(&weld, "rail_weld"), stage(&weld, "rail_travel"));
    assert!(set(on, "pace") < set(off, "pace"));
    assert!((set(on, "thickness") - 0.0157).abs() < 1e-9);
    assert!(!has(&weld, Level::Caution, "work_rides_too_high"));
    assert!(has(&planned(&Asked::Rail(rail(9.0))), Level::Caution, "work_rides_too_high"));
    assert_eq!(input(&refused(&Asked::Rail(Rail { rail: Some(mm(2000.0)), ..rail(0.0) }))), "rail");
    assert!(planned(&Asked::Rail(Rail { rail: Some(mm(2438.0)), ..rail(0.0) })).dial.is_none());
}

#[test]
fn the_dial_stands_where_its_marks_give_the_pace() {
    let timed = |mark: f64, s| Timed { mark, length: mm(304.8), time: Duration::from_s(s) };
    let asked = Rail { dial: vec![timed(20.0, 80.0), timed(40.0, 30.0)], ..rail(0.0) };
    let plan = planned(&Asked::Rail(asked.clone()));
    let dial = plan.dial.expect("a mark");
    let pace = set(stage(&plan, "rail_travel"), "pace");
    let slope = (304.8 / 30.0 - 304.8 / 80.0) / 20.0;
    assert!((dial.mark - (20.0 + (pace * 1e3 - 304.8 / 80.0) / slope)).abs() < 1e-6);
    assert!(!dial.outside && !has(&plan, Level::Caution, "work_dial_outside"));
    let far = Rail { dial: vec![timed(20.0, 200.0), timed(40.0, 100.0)], ..asked };
    assert!(has(&planned(&Asked::Rail(far)), Level::Caution, "work_dial_outside"));
}

#[test]
fn a_long_cut_goes_at_half_pace_and_in_passes_where_it_is_blind() {
    let wall = LongCut { thickness: mm(100.0), depth: mm(100.0), length: mm(500.0) };
    let through = planned(&Asked::LongCut(wall));
    let run = stage(&through, "long_run");
    let mut plate = galvanon_core::cut::Request::plate(mm(100.0), mm(500.0));
    plate.cut.process = galvanon_core::cut::Process::Freehand;
    plate.cut.quality = galvanon_core::cut::Quality::Severance;
    let pace = galvanon_core::cut::plan(&plate).expect("a plan").travel_speed.set.as_m_s();
    assert!((set(run, "pace") / pace - 0.5).abs() < 1e-9);
    assert_eq!(set(run, "passes"), 1.0);
    let blind = planned(&Asked::LongCut(LongCut { depth: mm(60.0), ..wall }));
    assert_eq!(set(stage(&blind, "long_run"), "passes"), 3.0);
    assert_eq!(input(&refused(&Asked::LongCut(LongCut { depth: mm(120.0), ..wall }))), "depth");
}

fn piece(name: &str, kg: f64, held_by: &str) -> Piece {
    let (thickness, length) = USUAL;
    let (name, held_by) = (name.to_owned(), held_by.to_owned());
    Piece { name, mass: Mass::from_kg(kg), long: None, held_by, thickness, length }
}

/// A bar balances in its middle; a piece of which only the weight is known is hung plumb, wherever that is. W12X26: 26 lb/ft.
#[test]
fn a_bar_hangs_from_its_middle_and_weighs_what_its_name_says() {
    let beam = MadeOf::Shape(galvanon_core::section::find("W12X26").expect("in the tables"));
    let long = mm(6_096.0);
    assert!((beam.mass(long).as_kg() / (20.0 * 26.0 * 0.453_592_37) - 1.0).abs() < 0.005);
    let bar = Piece { long: Some(long), ..piece("beam", beam.mass(long).as_kg(), "post") };
    let pieces = vec![piece("post", 80.0, "ground"), bar, piece("lamp", 3.0, "beam")];
    let plan = planned(&Asked::TakeApart(TakeApart { pieces }));
    let middle = stage(&plan, "apart_hold_middle");
    assert_eq!(middle.piece.as_deref(), Some("beam"));
    assert!((set(middle, "middle") - 3.048).abs() < 1e-9);
    let held: Vec<_> = plan.stages.iter().filter(|it| it.code == "apart_hold").collect();
    assert_eq!(held.len(), 1, "the post, of which only the weight is known");
    let short = Piece { long: Some(mm(400.0)), ..piece("lamp", 3.0, "") };
    let light = planned(&Asked::TakeApart(TakeApart { pieces: vec![short] }));
    assert!(!codes(&light).contains(&"apart_hold_middle"), "a hand holds it");
}

/// No stage takes away what a later piece is held by, and nothing heavy is cut before it is held.
#[test]
fn what_holds_another_piece_stays_until_that_is_gone() {
    let pieces = vec![
        piece("post", 80.0, "ground"),
        piece("beam", 200.0, "post"),
        piece("lamp", 3.0, "beam"),
    ];
    let plan = planned(&Asked::TakeApart(TakeApart { pieces }));
    let cut: Vec<_> = plan.stages.iter().filter(|it| it.code == "apart_cut").collect();
    let names: Vec<_> = cut.iter().filter_map(|it| it.piece.as_deref()).collect();
    assert_eq!(names, ["lamp", "beam", "post"]);
    let held: Vec<_> = plan.stages.iter().filter(|it| it.code == "apart_hold").collect();
    assert_eq!(held.len(), 2, "a hand holds the lamp");
    for stage in held {
        let at = plan.stages.iter().position(|it| it == stage).expect("there");
        assert_eq!(plan.stages[at + 1].piece, stage.piece, "held right before it is cut");
    }
    let circle = vec![piece("a", 5.0, "b"), piece("b", 5.0, "a")];
    let errors = refused(&Asked::TakeApart(TakeApart { pieces: circle }));
    assert!(matches!(errors[..], [Error::Contradiction { code: "pieces_hold_each_other", .. }]));
    assert_eq!(input(&refused(&Asked::TakeApart(TakeApart { pieces: vec![] }))), "pieces");
}

#[test]
fn heat_asks_whether_the_gas_gives_it() {
    let heat = |fuel, l_min: f64, celsius: Option<f64>| {
        let mut shop = shop();
        shop.gas.fuel = fuel;
        let flow = GasFlow::from_m3_s(l_min / 60e3);
        let temperature = celsius.map(Temperature::from_c);
        let asked = Heat { flow, temperature, spell: USUAL_SPELL };
        plan_work(&Asked::Heat(asked), &shop).expect("a plan")
    };
    // one fifteenth of 9.3 m3 an hour is 10.3 l/min (cga_g1)
    assert!(has(&heat(Fuel::Acetylene, 10.0, None), Level::Info, "work_one_cylinder"));
    let more = heat(Fuel::Acetylene, 45.0, Some(600.0));
    let note = more.notes.iter().find(|note| note.code == "work_manifold").expect("a manifold");
    assert!(note.values.iter().any(|(name, value)| {
        *name == "count"
            && *value
                == galvanon_core::trace::Measure::Number(galvanon_core::trace::Kind::Count, 5.0)
    }));
    assert!(more.tip.is_none() && has(&more, Level::Caution, "work_never_by_cutting_tip"));
    assert!(has(&more, Level::Caution, "work_too_hot"));
    assert!(!has(&heat(Fuel::Propane, 20.0, Some(500.0)), Level::Caution, "work_too_hot"));
    // natural gas comes by pipe: nothing is said of cylinders
    let piped = heat(Fuel::NaturalGas, 300.0, None);
    assert!(
        !piped
            .notes
            .iter()
            .any(|note| note.code.contains("cylinder") || note.code == "work_manifold")
    );
}

/// A drawer whose only angled tip is large: it washes along the surface, so it is cautioned and not stopped.
#[test]
fn a_large_angled_tip_washes_with_a_caution() {
    let mut shop = shop();
    let kind = TipKind::Gouging;
    shop.drawer = vec![Tip { kind, face: Some(TipFace::Flush), ..Tip::of_bore(mm(2.1)) }];
    let bar = Wash { thickness: mm(9.5), width: mm(38.0), length: mm(610.0), leave: mm(2.0) };
    let plan = plan_work(&Asked::Wash(bar), &shop).expect("a plan");
    assert!(has(&plan, Level::Caution, "work_large_jet"), "{:?}", plan.notes);
    assert!(plan.notes.iter().all(|note| note.level != Level::Stop), "{:?}", plan.notes);
    let cut = plan.cut.expect("a cut");
    assert!(cut.oxygen_pressure.is_some() && (cut.bore.as_mm() - 2.1).abs() < 1e-9);
    let small = planned(&Asked::Wash(bar));
    assert!(!has(&small, Level::Caution, "work_large_jet"), "our own series suits");
    assert!(
        stage(&plan_work(&Asked::Wash(bar), &shop).expect("a plan"), "wash_run").jet
            < stage(&small, "wash_run").jet
    );
}
