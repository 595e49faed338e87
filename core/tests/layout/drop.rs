//! What comes free is weighed, and said how it is held. Steel of 7,850 kg/m3: EN 1993-1-1, 3.2.6.

use galvanon_core::cut::{Request, plan};
use galvanon_core::layout::part::Part;
use galvanon_core::layout::paths::{Asked, lay};
use galvanon_core::layout::shapes::{Corner, RoundHole, Shape};
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::{Length, Mass};
use galvanon_core::trace::Measure;

use crate::{at, mm};

/// A plate with rounded or sharp corners and perhaps a hole in its middle, mm.
fn plate(width: f64, height: f64, hole: Option<f64>) -> Part {
    let shape = Shape::Rectangle { width: mm(width), height: mm(height), corner: Corner::Sharp };
    let hole = hole.map(|d| RoundHole { centre: at(width / 2.0, height / 2.0), diameter: mm(d) });
    shape.part("plate", &hole.into_iter().collect::<Vec<_>>()).unwrap()
}

fn said(part: &Part, thick: f64, limit: Option<f64>) -> Vec<Note> {
    let request = Request::plate(mm(thick), Length::from_mm(300.0));
    let mut asked = Asked::by_cut(&request, &plan(&request).unwrap());
    asked.lifting_limit = limit.map(Mass::from_kg);
    lay(part, &asked).unwrap().notes
}

fn weighed(notes: &[Note], code: &str, part: &str) -> Option<(Level, f64)> {
    let says = |note: &&Note| {
        note.code == code && note.values.contains(&("part", Measure::Word(part_word(part))))
    };
    let note = notes.iter().find(says)?;
    let mass = note.values.iter().find_map(|(name, value)| match value {
        Measure::Number(_, kg) if *name == "mass" => Some(*kg),
        _ => None,
    });
    Some((note.level, mass.unwrap()))
}

fn part_word(part: &str) -> &'static str {
    if part == "slug" { "slug" } else { "piece" }
}

#[test]
fn a_part_that_a_hand_holds_is_weighed_and_one_that_it_does_not_is_hung_up() {
    // 0.1 x 0.15 m of 12.7 mm: 1.495 kg; 0.5 x 0.5 m of 25.4 mm: 49.85 kg
    let (level, kg) =
        weighed(&said(&plate(100.0, 150.0, None), 12.7, None), "layout_weighs", "piece").unwrap();
    assert_eq!(level, Level::Info);
    assert!((kg - 0.1 * 0.15 * 0.0127 * 7_850.0).abs() < 1e-9, "{kg}");
    let (level, kg) =
        weighed(&said(&plate(500.0, 500.0, None), 25.4, None), "layout_hold", "piece").unwrap();
    assert_eq!(level, Level::Caution);
    assert!((kg - 49.8475).abs() < 1e-6, "{kg}");
}

#[test]
fn a_heavy_slug_is_held_as_a_part_is_and_a_light_one_is_not_spoken_of() {
    let heavy = said(&plate(900.0, 900.0, Some(600.0)), 25.4, None);
    let (level, kg) = weighed(&heavy, "layout_hold", "slug").unwrap();
    let wanted = std::f64::consts::PI * 0.09 * 0.0254 * 7_850.0;
    assert!(level == Level::Caution && (kg - wanted).abs() < 1e-6, "{kg} {wanted}");
    let light = said(&plate(300.0, 300.0, Some(60.0)), 12.7, None);
    for code in ["layout_hold", "layout_weighs"] {
        assert_eq!(weighed(&light, code, "slug"), None, "{code}");
    }
}

#[test]
fn what_the_shop_does_not_lift_is_a_stop() {
    let part = plate(500.0, 500.0, None);
    for (limit, code, level) in
        [(40.0, "over_the_lifting_limit", Level::Stop), (60.0, "layout_hold", Level::Caution)]
    {
        let found = weighed(&said(&part, 25.4, Some(limit)), code, "piece").unwrap();
        assert_eq!(found.0, level, "{limit}");
    }
}

#[test]
fn by_the_kerf_alone_nothing_is_weighed_and_the_fall_is_said_all_the_same() {
    let notes = lay(&plate(500.0, 500.0, None), &Asked::by_kerf(mm(2.0))).unwrap().notes;
    let codes: Vec<_> = notes.iter().map(|note| note.code).collect();
    assert!(codes.contains(&"layout_piece_drops"), "{codes:?}");
    assert!(
        !codes.iter().any(|code| code.contains("weighs") || code.contains("hold")),
        "{codes:?}"
    );
}
