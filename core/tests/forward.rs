//! The edge predicted from settings: what must always hold, and that a predicted edge is diagnosed as
//! what made it.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::cut::Process;
use galvanon_core::edge::diagnosis::{Diagnosis, Told, diagnose_with};
use galvanon_core::edge::evidence::{Record, evidence};
use galvanon_core::edge::face::Face;
use galvanon_core::edge::grade::{perpendicularity_range, roughness_range};
use galvanon_core::edge::network;
use galvanon_core::edge::predict::{Expected, Off, Planned, predict};
use galvanon_core::edge::remedy::{Figures, Setting, change};
use galvanon_core::edge::signs::{all_signs, picture, signs};
use galvanon_core::error::Error;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::quantity::{Angle, Length};
use proptest::prelude::*;

fn planned(thickness_mm: f64, process: Process) -> Planned {
    Planned {
        thickness: Length::from_mm(thickness_mm),
        kerf: Length::from_mm(1.5 + 0.02 * thickness_mm),
        drag: Length::from_mm(0.1 * thickness_mm),
        process,
        purity: 0.995,
    }
}

fn plate() -> Planned {
    planned(19.05, Process::Guided)
}

fn right(planned: &Planned) -> Face {
    Face::right(planned.thickness, planned.kerf, planned.drag)
}

/// What is diagnosed of an edge cut with acetylene.
fn told(seen: &[&str], process: Process) -> Diagnosis {
    let record = Record { by_carriage: Some(process == Process::Machine), ..Record::default() };
    let evidence = evidence(&record);
    let told =
        Told { present: seen, evidence: &evidence, fuel: Some(Fuel::Acetylene), ..Told::default() };
    diagnose_with(network().expect("the network"), &told).expect("a diagnosis")
}

fn expect(off: Off) -> Expected {
    predict(&plate(), &off).expect("an edge")
}

fn shown(planned: &Planned, off: &Off) -> Vec<&'static str> {
    all_signs(&predict(planned, off).expect("an edge"), &right(planned), off)
}

/// A cut as planned is what the trade calls right (common practice): crisp corner, fine even upright
/// lines, slag that taps off, and nothing else.
#[test]
fn a_cut_as_planned_shows_a_right_edge_and_is_found_well() {
    for thickness in [6.0, 12.7, 25.4, 50.0, 100.0, 300.0] {
        for process in [Process::Freehand, Process::Guided, Process::Machine] {
            let planned = planned(thickness, process);
            let found = shown(&planned, &Off::NOTHING);
            assert_eq!(found, ["top_edge_square", "drag_lines_even_upright", "dross_easy"]);
        }
    }
    let seen = shown(&plate(), &Off::NOTHING);
    assert_eq!(told(&seen, Process::Guided).suspects[0].code, "all_well");
}

/// The process sets the range of ISO 9013 that a right cut reaches (common practice; limits from memory):
/// machine 2, guided 3, freehand 4.
#[test]
fn a_steadier_torch_reaches_a_finer_range() {
    for (process, range) in [(Process::Machine, 2), (Process::Guided, 3), (Process::Freehand, 4)] {
        for thickness in [6.0, 20.0, 80.0] {
            let planned = planned(thickness, process);
            let edge = predict(&planned, &Off::NOTHING).expect("an edge");
            let u = perpendicularity_range(edge.perpendicularity, planned.thickness);
            let rz = roughness_range(edge.roughness, planned.thickness);
            assert_eq!((u, rz), (Ok(Some(range)), Ok(Some(range))), "{process:?} {thickness}");
        }
    }
}

/// Each cause the model covers, as a person would bring it about, and where the diagnosis puts it.
#[test]
fn a_predicted_edge_is_diagnosed_as_what_made_it() {
    let off = Off::NOTHING;
    let lean = Angle::from_rad(5_f64.to_radians());
    for (cause, off) in [
        ("too_fast", Off { speed: 1.4, ..off }),
        ("too_slow", Off { speed: 0.6, ..off }),
        ("oxygen_too_high", Off { oxygen: 1.5, ..off }),
        ("oxygen_too_low", Off { oxygen: 0.6, ..off }),
        ("preheat_too_strong", Off { flame: 1.5, ..off }),
        ("preheat_too_weak", Off { flame: 0.5, ..off }),
        ("flame_oxidising", Off { mixture: 0.8, ..off }),
        ("flame_carburising", Off { mixture: -0.8, ..off }),
        ("tip_bore_dirty", Off { dirt: 0.8, ..off }),
        ("tip_too_large", Off { bore: 1.3, ..off }),
        ("tip_too_small", Off { bore: 0.8, ..off }),
        ("standoff_high", Off { standoff: 3.0, ..off }),
        ("standoff_low", Off { standoff: 0.25, ..off }),
        ("torch_leaning", Off { lean, ..off }),
        ("uneven_motion", Off { sway: 0.9, ..off }),
        ("machine_vibration", Off { shake: 0.9, ..off }),
    ] {
        for thickness in [9.5, 19.05, 50.8] {
            // every sign of the edge, the good ones too, with what the records know: how the torch was moved
            let process =
                if cause == "machine_vibration" { Process::Machine } else { Process::Guided };
            let seen = shown(&planned(thickness, process), &off);
            let found = told(&seen, process);
            let place = found.suspects.iter().position(|it| it.code == cause).expect("the cause");
            assert!(place < 2, "{cause} is number {} from {seen:?}", place + 1);
        }
    }
    let impure = Off { purity: Some(0.985), ..off };
    let found = told(&shown(&plate(), &impure), Process::Guided);
    assert!(found.suspects[..5].iter().any(|it| it.code == "impure_oxygen"), "rare and like speed");
}

/// The drawings and the reading of them agree: each picture shows its own sign.
#[test]
fn every_picture_shows_the_sign_it_is_of() {
    let codes = [
        "top_edge_rounded",
        "top_edge_beads",
        "top_edge_square",
        "undercut_below_top",
        "face_concave",
        "face_gouged",
        "face_scalloped",
        "drag_lines_even_upright",
        "drag_lines_raked",
        "drag_lines_uneven",
        "notch_at_stop",
        "out_of_square",
        "kerf_wide",
        "kerf_widens_at_bottom",
        "kerf_tapers_top_wide",
        "dross_hard",
        "dross_easy",
        "dross_beads_bottom_corner",
        "not_through",
        "corner_left_uncut",
        "slag_comes_up",
        "cut_lost_midway",
        "wide_heat_band",
    ];
    for thickness in [6.0, 19.05, 100.0] {
        let right = right(&planned(thickness, Process::Guided));
        for code in codes {
            let face = picture(code, &right).expect(code);
            assert!(signs(&face, &right).contains(&code), "{code} at {thickness} mm");
        }
    }
    assert_eq!(picture("pops", &right(&plate())), None);
}

/// What the trade reads off an edge, in the direction it moves (common practice).
#[test]
fn an_edge_moves_the_way_the_trade_reads_it() {
    let (slow, fast) =
        (expect(Off { speed: 0.7, ..Off::NOTHING }), expect(Off { speed: 1.3, ..Off::NOTHING }));
    let plain = expect(Off::NOTHING);
    assert!(
        slow.face.top_radius > plain.face.top_radius
            && plain.face.top_radius > fast.face.top_radius
    );
    assert!(slow.face.drag < plain.face.drag && plain.face.drag < fast.face.drag);
    let high = expect(Off { oxygen: 1.4, ..Off::NOTHING });
    assert!(high.face.kerf_bottom > high.face.kerf_top, "too much oxygen opens the bottom");
    let far = expect(Off { standoff: 2.5, ..Off::NOTHING });
    assert!(far.face.kerf_top > far.face.kerf_bottom, "a torch too high opens the top");
}

#[test]
fn what_is_beyond_the_model_is_refused_by_name() {
    for (off, input) in [
        (Off { speed: 5.0, ..Off::NOTHING }, "off.speed"),
        (Off { oxygen: f64::NAN, ..Off::NOTHING }, "off.oxygen"),
        (Off { lean: Angle::from_rad(1.0), ..Off::NOTHING }, "off.lean"),
        (Off { purity: Some(0.5), ..Off::NOTHING }, "off.purity"),
    ] {
        let refused = predict(&plate(), &off);
        assert!(
            matches!(refused, Err(Error::OutOfRange { input: at, .. }) if at == input),
            "{input}"
        );
    }
}

prop_compose! {
    fn any_off()(
        speed in 0.4..2.0, oxygen in 0.4..1.8, bore in 0.5..2.0, flame in 0.3..2.5,
        mixture in -1.0..1.0, standoff in 0.2..4.0, lean in -0.26..0.26, dirt in 0.0..1.0,
        sway in 0.0..1.0, shake in 0.0..1.0, purity in 0.9..1.0,
    ) -> Off {
        let (lean, purity) = (Angle::from_rad(lean), Some(purity));
        Off { speed, oxygen, bore, flame, mixture, standoff, lean, dirt, sway, shake, purity }
    }
}

proptest! {
    #[test]
    fn every_edge_can_be_drawn(off in any_off(), thickness in 3.0..300.0) {
        let edge = predict(&planned(thickness, Process::Freehand), &off).expect("an edge");
        let face = edge.face;
        for part in [face.top_beads, face.line_uneven, face.gouged, face.slag_held, face.uncut, face.blown_up, face.kept_to] {
            prop_assert!((0.0..=1.0).contains(&part), "{part}");
        }
        for length in [face.top_radius, face.drag, face.kerf_top, face.kerf_bottom, face.slag, face.heat_band, edge.perpendicularity, edge.roughness] {
            prop_assert!(length.as_m().is_finite() && length.as_m() >= 0.0);
        }
        prop_assert!(face.drag.as_mm() <= 0.6 * thickness + 1e-9);
    }

    #[test]
    fn faster_never_rakes_less_nor_rounds_more(off in any_off(), more in 1.0..1.5) {
        let faster = Off { speed: f64::min(off.speed * more, 2.0), ..off };
        let (one, other) = (expect(off).face, expect(faster).face);
        prop_assert!(other.drag.as_m() >= one.drag.as_m() - 1e-12);
        prop_assert!(other.top_radius.as_m() <= one.top_radius.as_m() + 1e-12);
        prop_assert!(other.uncut >= one.uncut - 1e-12);
    }

    #[test]
    fn nothing_off_is_never_coarser_or_less_square_than_something_off(off in any_off()) {
        let (plain, worse) = (expect(Off::NOTHING), expect(off));
        prop_assert!(worse.roughness.as_m() >= plain.roughness.as_m() - 1e-12);
        prop_assert!(worse.perpendicularity.as_m() >= plain.perpendicularity.as_m() - 1e-12);
    }
}

/// A pace off the plan goes back to it; without a record the step goes the way of the remedy.
#[test]
fn a_remedy_changes_the_setting_that_was_off() {
    let plan = Figures { speed: Some(0.006), oxygen: Some(275e3), ..Figures::default() };
    let was = Figures { speed: Some(0.009), ..Figures::default() };
    let back = change("too_fast", &plan, &was).expect("a change");
    assert_eq!((back.setting, back.from, back.to), (Setting::Speed, Some(0.009), Some(0.006)));
    // it was faster than planned: "too slow" would not lead back to the plan
    let slower = change("too_slow", &plan, &was).expect("a change");
    assert!(slower.factor > 1.0 && slower.to > slower.from);
    let bare = change("oxygen_too_high", &Figures::default(), &Figures::default());
    let bare = bare.expect("a change");
    assert_eq!((bare.from, bare.to, bare.factor < 1.0), (None, None, true));
    assert_eq!(change("torch_leaning", &plan, &was), None, "no setting mends it");
}

/// Put right by its own change, a predicted edge shows its cause's signs no more.
#[test]
fn the_changed_setting_mends_the_edge_it_was_found_at() {
    for (cause, off) in [
        ("too_fast", Off { speed: 1.3, ..Off::NOTHING }),
        ("too_slow", Off { speed: 0.7, ..Off::NOTHING }),
        ("oxygen_too_high", Off { oxygen: 1.3, ..Off::NOTHING }),
    ] {
        let plan = Figures { speed: Some(1.0), oxygen: Some(1.0), ..Figures::default() };
        let was = Figures { speed: Some(off.speed), oxygen: Some(off.oxygen), ..plan };
        let change = change(cause, &plan, &was).expect("a change");
        let mended = match change.setting {
            Setting::Speed => Off { speed: off.speed * change.factor, ..off },
            _ => Off { oxygen: off.oxygen * change.factor, ..off },
        };
        let (before, after) = (shown(&plate(), &off), shown(&plate(), &mended));
        assert_ne!(before, after, "{cause}");
        assert_eq!(after, shown(&plate(), &Off::NOTHING), "{cause}");
    }
}
