//! Parts, kerf-true paths, starts and order, held against geometry that is known without us.

#![allow(
    clippy::expect_used,
    clippy::unwrap_used,
    reason = "a test fails by saying what it expected"
)]

mod drop;
mod laws;
mod marking;
mod runs;
mod tabs;

use std::collections::BTreeMap;
use std::f64::consts::PI;

use galvanon_core::cut::{Handedness, Process, Quality, Start};
use galvanon_core::geometry::{Affine, Contour, Outline, Point, Segment};
use galvanon_core::layout::join::{JOINED_WITHIN, join};
use galvanon_core::layout::kerf::{Keep, kerf_path};
use galvanon_core::layout::lead::Edge;
use galvanon_core::layout::line_check::{Offset, line_check};
use galvanon_core::layout::marking::Marking;
use galvanon_core::layout::marks::{MarkKind, marks};
use galvanon_core::layout::part::{FaultCode, Of, Part};
use galvanon_core::layout::paths::{Asked, SmallHoles, lay};
use galvanon_core::layout::shapes::{Corner, Refused, RoundHole, Shape};
use galvanon_core::quantity::Length;
use proptest::prelude::*;

fn mm(mm: f64) -> Length {
    Length::from_m(mm / 1e3)
}

fn at(x: f64, y: f64) -> Point {
    Point::new(x / 1e3, y / 1e3)
}

fn asked(kerf: f64, thickness: f64) -> Asked {
    Asked { thickness: Some(mm(thickness)), ..Asked::by_kerf(mm(kerf)) }
}

fn lug() -> Part {
    let shape = Shape::Lug { width: mm(100.0), height: mm(150.0), hole: mm(30.0), edge: mm(35.0) };
    shape.part("lug", &[]).expect("a lug")
}

fn plate(w: f64, h: f64) -> Part {
    Shape::Rectangle { width: mm(w), height: mm(h), corner: Corner::Sharp }
        .part("plate", &[])
        .expect("a plate")
}

/// Lines and arcs by hand: w h less the four corners' (4 - π) r².
#[test]
fn a_rounded_rectangle_has_the_area_of_its_formula() {
    let shape =
        Shape::Rectangle { width: mm(300.0), height: mm(200.0), corner: Corner::Round(mm(40.0)) };
    let part = shape.part("", &[]).expect("fits");
    let wanted = 0.3 * 0.2 - (4.0 - PI) * 0.04 * 0.04;
    assert!((part.area() - wanted).abs() < 1e-12, "{} {wanted}", part.area());
    let bounds = part.outer.bounds();
    assert!(bounds.low.length() < 1e-12 && bounds.high.distance(at(300.0, 200.0)) < 1e-12);
}

#[test]
fn a_lug_is_a_rectangle_with_half_a_round_on_it_less_its_hole() {
    let wanted = 0.1 * 0.1 + PI * 0.05 * 0.05 / 2.0 - PI * 0.015 * 0.015;
    assert!((lug().area() - wanted).abs() < 1e-12);
    let (centre, _) = lug().holes[0].as_circle().expect("round");
    // the hole's edge is 35 below the top of 150
    assert!(centre.distance(at(50.0, 100.0)) < 1e-12, "{centre:?}");
}

#[test]
fn a_polygon_has_the_area_of_its_triangles_and_lies_on_a_side() {
    let part = Shape::Polygon { diameter: mm(100.0), sides: 6 }.part("", &[]).expect("a hexagon");
    assert!((part.area() - 6.0 * 0.5 * 0.05 * 0.05 * (PI / 3.0).sin()).abs() < 1e-12);
    assert!(part.outer.bounds().low.length() < 1e-12);
    let below = part.outer.segments.iter().filter(|s| s.from.y.abs() < 1e-9 && s.to.y.abs() < 1e-9);
    assert_eq!(below.count(), 1);
}

#[test]
fn a_brackets_side_curves_into_it() {
    let part = Shape::Bracket { width: mm(200.0), height: mm(150.0), radius: None }
        .part("", &[])
        .expect("a bracket");
    let straight = Contour::polygon(&[
        at(0.0, 0.0),
        at(200.0, 0.0),
        at(200.0, 30.0),
        at(30.0, 150.0),
        at(0.0, 150.0),
    ]);
    assert!(part.area() < straight.area() && part.area() > 0.6 * straight.area());
}

#[test]
fn a_shape_without_room_says_which_measure_and_what_it_may_be() {
    let refused = |shape: Shape| match shape.part("", &[]) {
        Err(Refused::Measure(no_room)) => (no_room.field, no_room.value, no_room.high),
        other => panic!("{other:?}"),
    };
    let corner = Corner::Round(mm(60.0));
    let (field, value, high) =
        refused(Shape::Rectangle { width: mm(100.0), height: mm(200.0), corner });
    assert_eq!((field, value), ("corner_radius", 0.06));
    assert!((high - 0.05).abs() < 1e-12);
    assert_eq!(refused(Shape::Ring { diameter: mm(50.0), inner: mm(60.0) }).0, "inner_diameter");
    let lug = Shape::Lug { width: mm(100.0), height: mm(40.0), hole: mm(20.0), edge: mm(10.0) };
    assert_eq!(refused(lug).0, "height");
}

#[test]
fn a_hole_over_the_edge_is_refused_at_its_place() {
    let hole = RoundHole { centre: at(2.0, 50.0), diameter: mm(20.0) };
    let shape = Shape::Rectangle { width: mm(100.0), height: mm(100.0), corner: Corner::Sharp };
    let Err(Refused::Hole(of, fault)) = shape.part("", &[hole]) else { panic!("taken") };
    assert_eq!((of, fault.code), (Of::Hole(0), FaultCode::Crossing));
    // on the edge itself
    assert!(fault.at.expect("a place").x.abs() < 1e-6);
}

/// models.md 5: a disc of radius r keeps pi (r + kerf/2)^2 inside its path.
#[test]
fn the_path_of_a_disc_is_half_a_kerf_outside_and_of_a_hole_inside() {
    let disc = Shape::Disc { diameter: mm(200.0) }.part("", &[]).expect("a disc");
    let laid = lay(&disc, &asked(2.0, 12.0)).expect("laid");
    let path = &laid.paths[0];
    assert!((path.contour.area().abs() - PI * 0.101 * 0.101).abs() < 1e-9);
    assert_eq!((path.keep, path.pivot.map(|m| (m * 1e6).round())), (Keep::Inside, Some(101_000.0)));
    assert!(path.contour.segments.iter().all(|segment| segment.arc.is_some()));
    let hole =
        kerf_path(&Contour::circle(at(0.0, 0.0), 0.05), Keep::Outside, mm(2.0)).expect("room");
    assert!((hole.path.area().abs() - PI * 0.049 * 0.049).abs() < 1e-9);
}

/// A square's path outside: four sides and four quarters of a circle of half a kerf.
#[test]
fn the_path_of_a_square_is_its_sides_and_a_circle_long() {
    let laid = lay(&plate(100.0, 100.0), &asked(2.0, 10.0)).expect("laid");
    let wanted = 0.4 + 2.0 * PI * 0.001;
    assert!(
        (laid.paths[0].contour.length() - wanted).abs() < 1e-9,
        "{}",
        laid.paths[0].contour.length()
    );
    assert!(laid.standing.is_empty());
}

#[test]
fn inner_corners_stay_round_and_are_told() {
    let l = [(0.0, 0.0), (100.0, 0.0), (100.0, 40.0), (40.0, 40.0), (40.0, 100.0), (0.0, 100.0)];
    let part = Part::solid("L", Contour::polygon(&l.map(|(x, y)| at(x, y))));
    let laid = lay(&part, &asked(3.0, 10.0)).expect("laid");
    assert_eq!(laid.standing.len(), 1);
    assert!(laid.standing[0].at.distance(at(40.0, 40.0)) < 1e-9, "{:?}", laid.standing);
    assert!((laid.standing[0].radius - 0.0015).abs() < 1e-12);
}

#[test]
fn a_slot_narrower_than_the_kerf_is_refused_in_the_slot() {
    let slotted = |wide: f64| {
        let half = wide / 2.0;
        let corners = [
            (0.0, 0.0),
            (100.0, 0.0),
            (100.0, 100.0),
            (50.0 + half, 100.0),
            (50.0 + half, 40.0),
            (50.0 - half, 40.0),
            (50.0 - half, 100.0),
            (0.0, 100.0),
        ];
        Part::solid("slot", Contour::polygon(&corners.map(|(x, y)| at(x, y))))
    };
    let (of, fault) = lay(&slotted(1.6), &asked(2.0, 10.0)).expect_err("too narrow");
    assert_eq!((of, fault.sentence), (Of::Outer, "layout_too_narrow"));
    let place = fault.at.expect("a place");
    assert!((place.x - 0.05).abs() < 0.002 && place.y > 0.039 && place.y < 0.101, "{place:?}");
    lay(&slotted(2.6), &asked(2.0, 10.0)).expect("wide enough");
}

#[test]
fn a_hole_with_a_neck_narrower_than_the_kerf_is_refused_in_the_neck() {
    let dumbbell = [
        (20.0, 20.0),
        (50.0, 20.0),
        (50.0, 49.4),
        (70.0, 49.4),
        (70.0, 20.0),
        (100.0, 20.0),
        (100.0, 80.0),
        (70.0, 80.0),
        (70.0, 50.6),
        (50.0, 50.6),
        (50.0, 80.0),
        (20.0, 80.0),
    ];
    let mut part = plate(120.0, 100.0);
    part.holes.push(Contour::polygon(&dumbbell.map(|(x, y)| at(x, y))));
    let (of, fault) = lay(&part, &asked(2.0, 10.0)).expect_err("too narrow");
    assert_eq!(of, Of::Hole(0));
    let place = fault.at.expect("a place");
    assert!(place.distance(at(60.0, 50.0)) < 0.012, "{place:?}");
}

#[test]
fn holes_are_cut_before_the_outline_and_small_ones_drilled() {
    let laid = lay(&lug(), &asked(2.0, 12.0)).expect("laid");
    assert!(laid.drilled.is_empty());
    assert_eq!(laid.paths.iter().map(|path| path.of).collect::<Vec<_>>(), [Of::Hole(0), Of::Outer]);
    // 1.5 thicknesses of 25 mm are more than the hole
    let thick = lay(&lug(), &asked(2.0, 25.0)).expect("laid");
    assert_eq!(thick.drilled.len(), 1);
    assert!((thick.drilled[0].diameter - 0.030).abs() < 1e-12);
    let cut =
        lay(&lug(), &Asked { small_holes: SmallHoles::Cut, ..asked(2.0, 25.0) }).expect("laid");
    assert_eq!((cut.drilled.len(), cut.paths.len()), (0, 2));
    // a machine burns a hole as wide as the plate is thick
    let machine = Asked { process: Process::Machine, ..asked(2.0, 25.0) };
    assert!(lay(&lug(), &machine).expect("laid").drilled.is_empty());
}

#[test]
fn a_pierce_lies_in_the_scrap_and_far_enough_off() {
    let laid = lay(&lug(), &asked(2.0, 12.0)).expect("laid");
    for path in &laid.paths {
        let start = path.lead.way_in[0];
        let contour = if path.of == Of::Outer { lug().outer } else { lug().holes[0].clone() };
        assert_eq!(Outline::of(&contour).holds(start), path.of != Of::Outer, "{:?}", path.of);
        let off = contour.nearest(start).distance;
        assert!(off >= 0.012 - 1e-9, "{:?} {off}", path.of);
        assert_eq!(path.lead.start, Start::Pierce);
        assert!(path.lead.way_in.last().unwrap().distance(path.contour.start()) < 1e-9);
    }
}

/// The last bit of the lead goes the way the path goes: no dig where it is met.
#[test]
fn a_lead_meets_its_path_along_it_and_never_touches_the_part() {
    for part in [lug(), plate(200.0, 120.0)] {
        let laid = lay(&part, &asked(2.4, 20.0)).expect("laid");
        for path in &laid.paths {
            let way = &path.lead.way_in;
            let (before, last) = (way[way.len() - 2], way[way.len() - 1]);
            let met = (last - before).unit().dot(path.contour.heading(0.0));
            assert!(met > 0.98, "{:?} {met}", path.of);
            for point in way.iter().chain(&path.lead.way_out) {
                let steel = Outline::of(&part.outer).holds(*point)
                    && !part.holes.iter().any(|hole| Outline::of(hole).holds(*point));
                assert!(!steel, "{:?} {point:?}", path.of);
            }
        }
    }
}

/// The path is met where a person wants it, with a lead as good as there; the rest of it is the same.
#[test]
fn a_start_is_where_a_person_wants_it() {
    let usual = lay(&lug(), &asked(2.0, 12.0)).expect("laid");
    let starts = vec![(Of::Outer, at(101.0, 30.0))];
    let moved = lay(&lug(), &Asked { starts, ..asked(2.0, 12.0) }).expect("laid");
    let [before, after] = [&usual, &moved].map(|laid| laid.paths[1].clone());
    assert!(after.contour.start().distance(at(101.0, 30.0)) < 1e-9, "{:?}", after.contour.start());
    assert!(before.contour.start().distance(after.contour.start()) > 0.01);
    assert!((before.contour.length() - after.contour.length()).abs() < 1e-9);
    assert!(lug().outer.nearest(after.lead.way_in[0]).distance >= 0.012 - 1e-9);
}

/// A part like a C: a lead straight from the rim to the slot's inner side would go through its arm.
#[test]
fn a_lead_never_goes_through_an_arm_of_the_part() {
    let c = [
        (0.0, 0.0),
        (60.0, 0.0),
        (60.0, 200.0),
        (40.0, 200.0),
        (40.0, 20.0),
        (20.0, 20.0),
        (20.0, 200.0),
        (0.0, 200.0),
    ];
    let part = Part::solid("C", Contour::polygon(&c.map(|(x, y)| at(x, y))));
    for edge in [Edge::Left, Edge::Right, Edge::Top, Edge::Bottom] {
        let rims = vec![(edge, Some(mm(8.0)))];
        let starts = vec![(Of::Outer, at(21.0, 110.0))];
        for starts in [Vec::new(), starts] {
            let asked = Asked { rims: rims.clone(), starts, ..asked(2.0, 20.0) };
            let laid = lay(&part, &asked).expect("laid");
            let way = &laid.paths[0].lead.way_in;
            for pair in way.windows(2) {
                for step in 0..=200 {
                    let here = pair[0].toward(pair[1], f64::from(step) / 200.0);
                    assert!(!Outline::of(&part.outer).holds(here), "{edge:?} {here:?}");
                }
            }
        }
    }
}

#[test]
fn an_edge_in_reach_comes_before_a_pierce() {
    let rims = vec![(Edge::Left, None)];
    let laid = lay(&plate(200.0, 120.0), &Asked { rims, ..asked(2.0, 10.0) }).expect("laid");
    let path = &laid.paths[0];
    assert_eq!(path.lead.start, Start::Edge);
    // from the rim, max(kerf + 6 mm, t) left of the part
    assert!((path.lead.way_in[0].x + 0.010).abs() < 1e-9, "{:?}", path.lead.way_in[0]);
    let far = vec![(Edge::Left, Some(mm(400.0)))];
    let laid = lay(&plate(200.0, 120.0), &Asked { rims: far, ..asked(2.0, 10.0) }).expect("laid");
    assert_eq!(laid.paths[0].lead.start, Start::Pierce);
}

#[test]
fn a_hole_with_little_room_is_begun_in_its_middle_or_drilled() {
    let hole = |across: f64| {
        let shape = Shape::Rectangle { width: mm(200.0), height: mm(200.0), corner: Corner::Sharp };
        let hole = RoundHole { centre: at(100.0, 100.0), diameter: mm(across) };
        let part = shape.part("", &[hole]).expect("fits");
        lay(&part, &Asked { small_holes: SmallHoles::Cut, ..asked(2.0, 20.0) }).expect("laid").paths
            [0]
        .clone()
    };
    let middle = hole(30.0);
    assert_eq!((middle.lead.start, middle.why.code), (Start::Pierce, "layout_pierced_close"));
    assert!(middle.lead.way_in[0].distance(at(100.0, 100.0)) < 1e-6, "{:?}", middle.lead);
    assert_eq!(hole(7.0).lead.start, Start::DrilledHole);
}

#[test]
fn stops_stand_on_straights_and_never_farther_apart_than_the_reach() {
    let reach = Some(mm(450.0));
    let laid = lay(&plate(1_000.0, 600.0), &Asked { reach, ..asked(2.0, 10.0) }).expect("laid");
    let path = &laid.paths[0];
    let length = path.contour.length();
    let mut before = 0.0;
    for stop in path.stops.iter().copied().chain([length]) {
        assert!(stop - before <= 0.450 + 1e-9 && stop > before, "{before} {stop}");
        before = stop;
    }
    let corners = path.contour.corners();
    for stop in &path.stops {
        let off =
            corners.iter().map(|(along, _)| (along - stop).abs()).fold(f64::INFINITY, f64::min);
        assert!(off >= 0.010 - 1e-9, "{stop} is {off} off a corner");
    }
}

/// A right-hander goes right to left with the kept side toward the body: it lies left of the way.
#[test]
fn what_is_kept_lies_on_the_side_of_the_hand() {
    for (hand, sign) in [(Handedness::Right, 1.0), (Handedness::Left, -1.0)] {
        let laid = lay(&lug(), &Asked { hand, ..asked(2.0, 12.0) }).expect("laid");
        for path in &laid.paths {
            let along = path.contour.length() * 0.3;
            let beside =
                path.contour.at(along) + path.contour.heading(along).left() * (0.004 * sign);
            let kept = Outline::of(&lug().outer).holds(beside)
                && !Outline::of(&lug().holes[0]).holds(beside);
            assert!(kept, "{hand:?} {:?}", path.of);
        }
    }
}

#[test]
fn a_long_thin_part_is_told_and_an_open_cut_runs_on_its_line() {
    let mut part = plate(1_000.0, 60.0);
    let line = Segment::line(at(100.0, 30.0), at(300.0, 30.0));
    part.cuts.push(Contour { closed: false, segments: vec![line] });
    let laid = lay(&part, &asked(2.0, 10.0)).expect("laid");
    assert!(laid.notes.iter().any(|note| note.code == "layout_tied"));
    let cut = &laid.paths[0];
    assert_eq!((cut.of, cut.keep), (Of::Cut(0), Keep::Left));
    // right to left
    assert!(
        cut.contour.start().x > cut.contour.end().x && (cut.contour.length() - 0.2).abs() < 1e-12
    );
}

fn lines(points: &[(f64, f64)]) -> Vec<Vec<Segment>> {
    points.windows(2).map(|p| vec![Segment::line(at(p[0].0, p[0].1), at(p[1].0, p[1].1))]).collect()
}

const SQUARE: [(f64, f64); 5] = [(0.0, 0.0), (50.0, 0.0), (50.0, 50.0), (0.0, 50.0), (0.0, 0.0)];

#[test]
fn loose_lines_join_whatever_their_order_and_direction() {
    let mut chains = lines(&SQUARE);
    chains.swap(0, 2);
    chains[1] = vec![chains[1][0].reversed()];
    let found = join(chains, JOINED_WITHIN);
    assert_eq!((found.parts.len(), found.faults.len()), (1, 0), "{:?}", found.faults);
    assert!((found.parts[0].area() - 0.0025).abs() < 1e-12);
}

#[test]
fn ends_within_the_tolerance_are_one_and_a_gap_is_told_with_its_width() {
    let gap = |wide: f64| {
        let mut points = SQUARE;
        points[4] = (0.0, wide);
        join(lines(&points), JOINED_WITHIN)
    };
    assert_eq!(gap(0.04).parts.len(), 1);
    let open = gap(3.0);
    assert!(open.parts.is_empty());
    assert_eq!(open.faults[0].code, FaultCode::OpenContour);
    let width = format!("{:?}", open.faults[0].values);
    assert!(width.contains("0.003"), "{width}");
}

#[test]
fn what_is_wrong_is_told_at_its_place_and_the_rest_is_kept() {
    let mut chains = lines(&SQUARE);
    // the lower side again, the other way; a bow tie; a speck; a zero line
    chains.push(vec![Segment::line(at(50.0, 0.0), at(0.0, 0.0))]);
    chains.extend(lines(&[(100.0, 0.0), (150.0, 50.0), (150.0, 0.0), (100.0, 50.0), (100.0, 0.0)]));
    chains.extend(lines(&[(300.0, 0.0), (300.2, 0.0), (300.2, 0.2), (300.0, 0.0)]));
    chains.push(vec![Segment::line(at(7.0, 7.0), at(7.0, 7.0))]);
    let found = join(chains, JOINED_WITHIN);
    assert_eq!(found.parts.len(), 1);
    let codes: Vec<FaultCode> = found.faults.iter().map(|fault| fault.code).collect();
    assert_eq!(codes, [FaultCode::Crossing, FaultCode::Doubled, FaultCode::Tiny, FaultCode::Tiny]);
    assert!(found.faults[0].at.unwrap().distance(at(125.0, 25.0)) < 1e-6);
    assert!(found.faults[1].at.unwrap().distance(at(25.0, 0.0)) < 1e-9);
}

#[test]
fn what_lies_in_a_part_is_its_hole_and_what_lies_in_a_hole_a_part() {
    let circle = |radius: f64| Contour::circle(at(0.0, 0.0), radius / 1e3).segments;
    let found = join(vec![circle(20.0), circle(100.0), circle(50.0)], JOINED_WITHIN);
    assert_eq!(found.parts.len(), 2);
    assert!((found.parts[0].area() - PI * (0.01 - 0.0025)).abs() < 1e-12);
    assert!((found.parts[1].area() - PI * 0.0004).abs() < 1e-12);
}

#[test]
fn marks_are_measured_from_one_corner() {
    let moved = lug().placed(&Affine::moved(at(500.0, 300.0)));
    let found = marks(&moved, None, &Marking::default());
    // the same marks from the corner of the plate: all of them moved alike
    let plate = marks(&moved, Some(at(0.0, 0.0)), &Marking::default());
    for (one, other) in found.marks.iter().zip(&plate.marks).skip(1) {
        assert!((other.at - one.at).distance(at(500.0, 300.0)) < 1e-9);
    }
    assert_eq!(found.marks[0].kind, MarkKind::Datum);
    assert!((found.diagonal - 0.1_f64.hypot(0.15)).abs() < 1e-12);
    let hole = found
        .marks
        .iter()
        .filter(|mark| mark.kind == MarkKind::Centre)
        .filter(|mark| mark.at.distance(at(50.0, 100.0)) < 1e-9)
        .any(|mark| mark.radius.is_some_and(|radius| (radius - 0.015).abs() < 1e-9));
    assert!(hole);
    // punches: never farther apart than 25 mm on a straight
    let below: Vec<f64> = found
        .marks
        .iter()
        .filter(|m| m.kind == MarkKind::Punch && m.at.y.abs() < 1e-9)
        .map(|m| m.at.x)
        .collect();
    assert_eq!(below.len(), 3);
}

fn offsets(points: &[(f64, f64)]) -> Vec<Offset> {
    points.iter().map(|(at, off)| Offset { at: at / 1e3, off: off / 1e3 }).collect()
}

/// By hand: points on y = 0.001 x are a line 0.0573 degrees off, and straight.
#[test]
fn a_tilted_line_is_straight_and_a_bent_one_bows() {
    let tilted = line_check(&offsets(&[(0.0, 0.0), (500.0, 0.5), (1000.0, 1.0)]), Quality::Fine)
        .expect("a line");
    assert!(
        tilted.worst.as_m() < 1e-9 && (tilted.tilt.as_rad() - 0.001).abs() < 1e-6 && tilted.accept
    );
    // y = 4 b x (L - x) / L^2 with b = 2 mm
    let bent: Vec<(f64, f64)> =
        (0..=10).map(|i| f64::from(i) * 100.0).map(|x| (x, 8.0 * x * (1000.0 - x) / 1e6)).collect();
    let bent = line_check(&offsets(&bent), Quality::Standard).expect("a line");
    assert!((bent.bow.as_m() - 0.002).abs() < 1e-9, "{:?}", bent);
    assert!(bent.tilt.as_rad().abs() < 1e-9 && !bent.accept);
    line_check(&offsets(&[(0.0, 1.0)]), Quality::Fine).expect_err("one place is no line");
    line_check(&offsets(&[(5.0, 1.0), (5.0, 2.0)]), Quality::Fine).expect_err("both in one place");
}

/// Source: shapely 2.2.0, each area also held against pyclipper 1.4.0 when it was made (reference/cases/layout.py).
#[test]
fn areas_and_kerf_true_ways_are_those_of_other_libraries() {
    let file = concat!(env!("CARGO_MANIFEST_DIR"), "/../reference/cases/layout_offsets.csv");
    let mut reader = csv::Reader::from_path(file).expect("the cases");
    let rows: Vec<BTreeMap<String, String>> =
        reader.deserialize().collect::<Result<_, _>>().expect("rows");
    assert!(rows.len() > 30, "{}", rows.len());
    for row in rows {
        let number = |column: &str| row[column].parse::<f64>().expect("a number");
        let corners: Vec<Vec<f64>> = row["corners"]
            .split(';')
            .map(|corner| corner.split(' ').map(|n| n.parse().expect("a number")).collect())
            .collect();
        let next = corners.iter().cycle().skip(1);
        let segments = corners
            .iter()
            .zip(next)
            .map(|(a, b)| Segment::bulged(at(a[0], a[1]), at(b[0], b[1]), a[2]));
        let contour = Contour { closed: true, segments: segments.collect() };
        let close = |found: f64, column: &str| {
            let wanted = number(column) * 1e-6;
            let off = (found / wanted - 1.0).abs();
            assert!(off < number("rel_tol"), "{} {column}: {found} against {wanted}", row["name"]);
        };
        close(contour.area(), "area_mm2");
        let keep = if row["keep"] == "inside" { Keep::Inside } else { Keep::Outside };
        let way = kerf_path(&contour, keep, mm(number("kerf_mm"))).expect("wide enough").path;
        close(way.area(), "way_mm2");
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// Any start vertex, direction, turn and mirror give the same path.
    #[test]
    fn a_path_does_not_depend_on_how_it_was_drawn(
        begin in 0.0..1.0_f64, back in any::<bool>(), turn in 0.0..6.3_f64, mirror in any::<bool>(),
        kerf in 0.8..4.0_f64,
    ) {
        let part = lug();
        let mut outer = part.outer.begun_at(part.outer.length() * begin);
        if back {
            outer = outer.reversed();
        }
        let drawn = Part { outer, ..part.clone() };
        let change = Affine::turned(turn).after(&Affine::scaled(if mirror { -1.0 } else { 1.0 }, 1.0));
        let plain = lay(&part, &asked(kerf, 10.0)).expect("laid");
        let other = lay(&drawn.placed(&change), &asked(kerf, 10.0)).expect("laid");
        prop_assert_eq!(plain.paths.len(), other.paths.len());
        for (a, b) in plain.paths.iter().zip(&other.paths) {
            prop_assert_eq!(a.of, b.of);
            prop_assert!((a.contour.length() - b.contour.length()).abs() < 1e-7);
            prop_assert!((a.contour.area().abs() - b.contour.area().abs()).abs() < 1e-9);
            let wanted: Vec<Point> = a.contour.flattened(1e-5).into_iter().map(|p| change.of(p)).collect();
            let off = Outline::of(&b.contour).distances(&wanted).into_iter().fold(0.0, f64::max);
            prop_assert!(off < 1e-6, "{}", off);
        }
    }

    /// Every contour is severed once, and no pierce is on a part.
    #[test]
    fn every_contour_is_cut_once_and_nothing_is_pierced_on_a_part(
        holes in prop::collection::vec((40.0..460.0_f64, 40.0..260.0_f64, 28.0..60.0_f64), 0..5),
        thickness in 6.0..25.0_f64,
    ) {
        let holes: Vec<RoundHole> =
            holes.into_iter().map(|(x, y, d)| RoundHole { centre: at(x, y), diameter: mm(d) }).collect();
        let shape = Shape::Rectangle { width: mm(500.0), height: mm(300.0), corner: Corner::Round(mm(20.0)) };
        if let Ok(part) = shape.part("", &holes) {
            let cut = Asked { small_holes: SmallHoles::Cut, ..asked(2.0, thickness) };
            let laid = lay(&part, &cut).expect("laid");
            let mut seen: Vec<Of> = laid.paths.iter().map(|path| path.of).collect();
            seen.sort();
            let mut wanted: Vec<Of> = part.contours().map(|(of, _)| of).collect();
            wanted.sort();
            prop_assert_eq!(seen, wanted);
            for path in &laid.paths {
                let start = path.lead.way_in[0];
                let steel = Outline::of(&part.outer).holds(start) && !part.holes.iter().any(|hole| Outline::of(hole).holds(start));
                prop_assert!(!steel, "{:?}", start);
            }
        }
    }
}
