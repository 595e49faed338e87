//! What is drawn on the plate: the line that is left, the line that is split, and strips whose kerfs are counted.

use galvanon_core::layout::marking::{LineMark, Marking};
use galvanon_core::layout::marks::{Mark, MarkKind, marks};
use galvanon_core::layout::part::Part;
use galvanon_core::layout::paths::{Asked, SmallHoles, lay};
use galvanon_core::layout::shapes::Shape;
use galvanon_core::layout::strips::strips;
use galvanon_core::quantity::Length;
use proptest::prelude::*;

use crate::{asked, at, mm, plate};

fn split() -> Marking {
    Marking { line: LineMark::On, ..Marking::default() }
}

fn drawn(part: &Part, kerf: f64, marking: &Marking) -> Part {
    let asked = Asked { small_holes: SmallHoles::Cut, ..asked(kerf, 12.0) };
    marking.lines(part, &lay(part, &asked).unwrap(), mm(kerf))
}

#[test]
fn a_shop_that_leaves_the_line_draws_the_part_itself() {
    let part = plate(300.0, 200.0);
    assert_eq!(drawn(&part, 3.0, &Marking::default()), part);
}

/// Half a kerf out on every side, with sharp corners: 304 by 204 of 300 by 200 with a kerf of 4.
#[test]
fn a_shop_that_splits_the_line_draws_it_half_a_kerf_out() {
    let lines = drawn(&plate(300.0, 200.0), 4.0, &split());
    let size = lines.outer.bounds().size();
    assert!((size.x * 1e3 - 304.0).abs() < 1e-6 && (size.y * 1e3 - 204.0).abs() < 1e-6, "{size:?}");
    assert!((lines.area() * 1e6 - 304.0 * 204.0).abs() < 1e-3, "{}", lines.area());
    let found = marks(&lines, Some(at(0.0, 0.0)), &split()).marks;
    let corners: Vec<&Mark> = found.iter().filter(|mark| mark.kind == MarkKind::Corner).collect();
    assert_eq!(corners.len(), 4);
    assert!(!found.iter().any(|mark| mark.kind == MarkKind::Tangent));
    for (x, y) in [(-2.0, -2.0), (302.0, -2.0), (302.0, 202.0), (-2.0, 202.0)] {
        assert!(corners.iter().any(|mark| mark.at.distance(at(x, y)) < 1e-8), "{x} {y}");
    }
}

/// A hole's line moves in, a round top keeps its centre and grows by half a kerf.
#[test]
fn round_lines_keep_their_centres() {
    let lug = Shape::Lug { width: mm(100.0), height: mm(160.0), hole: mm(40.0), edge: mm(30.0) };
    let part = lug.part("", &[]).unwrap();
    let lines = drawn(&part, 3.0, &split());
    let (centre, radius) = lines.holes[0].as_circle().unwrap();
    let (was, own) = part.holes[0].as_circle().unwrap();
    assert!(centre.distance(was) < 1e-9 && ((own - radius) * 1e3 - 1.5).abs() < 1e-6);
    let top = lines.outer.segments.iter().find_map(|one| Some((one.arc?.centre, one.radius()?)));
    let (centre, radius) = top.unwrap();
    assert!(centre.distance(at(50.0, 110.0)) < 1e-7 && (radius * 1e3 - 51.5).abs() < 1e-6);
    let size = lines.outer.bounds().size() * 1e3;
    assert!((size.x - 103.0).abs() < 1e-6 && (size.y - 163.0).abs() < 1e-6, "{size:?}");
}

proptest! {
    /// Whatever the shop chose, no two punches of a side are farther apart.
    #[test]
    fn punches_stand_as_the_shop_wants(apart in 5.0..80.0_f64, wide in 100.0..600.0_f64) {
        let marking = Marking { straight: mm(apart), ..Marking::default() };
        let found = marks(&plate(wide, 150.0), None, &marking).marks;
        let below = found.iter().filter(|mark| mark.kind == MarkKind::Punch && mark.at.y.abs() < 1e-9);
        let mut places: Vec<f64> = below.map(|mark| mark.at.x).chain([0.0, wide / 1e3]).collect();
        places.sort_by(f64::total_cmp);
        prop_assert_eq!(places.len() as f64 - 1.0, (wide / apart).ceil());
        for pair in places.windows(2) {
            prop_assert!(pair[1] - pair[0] <= apart / 1e3 + 1e-9);
        }
    }

    /// Strips, kerfs and what is kept are the plate, and no whole strip is left in what is kept.
    #[test]
    fn strips_add_up_to_the_plate(
        width in 10.0..80.0_f64, kerf in 1.0..4.0_f64, plate in 100.0..900.0_f64, count in 1..40_u32,
    ) {
        let found = strips(mm(width), mm(kerf), count, mm(plate));
        let whole = f64::from(found.whole);
        if found.whole > 0 && whole * width + whole * kerf <= plate {
            prop_assert!((whole * (width + kerf) + found.keeps * 1e3 - plate).abs() < 1e-9);
        }
        if found.whole < count {
            prop_assert!(found.keeps * 1e3 < width);
        }
        for pair in found.lines.windows(2) {
            prop_assert!(((pair[1] - pair[0]) * 1e3 - width - kerf).abs() < 1e-9);
        }
    }
}

/// Four of 38 mm with a kerf of 2 out of 160 mm leave nothing; out of 158 mm the last needs no cut; out of 157 mm it is short.
#[test]
fn the_last_strip_is_not_found_short_at_the_plate() {
    let four = |plate: f64| strips(Length::from_mm(38.0), Length::from_mm(2.0), 4, mm(plate));
    let lines: Vec<i64> = four(160.0).lines.iter().map(|m| (m * 1e3).round() as i64).collect();
    assert_eq!(lines, [38, 78, 118, 158]);
    assert_eq!((four(160.0).whole, four(158.0).whole, four(157.0).whole), (4, 4, 3));
    assert!(four(158.0).keeps.abs() < 1e-12);
    assert!((four(157.0).keeps * 1e3 - 37.0).abs() < 1e-9);
}
