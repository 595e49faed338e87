//! Laws of contours and layouts, held against a grid of cells, brute force, and each other.

use std::f64::consts::{PI, TAU};

use galvanon_core::cut::{Quality, Start};
use galvanon_core::geometry::{Affine, Contour, Point, Segment};
use galvanon_core::layout::join::{JOINED_WITHIN, join};
use galvanon_core::layout::line_check::{Offset, line_check};
use galvanon_core::layout::marking::{Marking, PUNCHES};
use galvanon_core::layout::marks::{MarkKind, marks};
use galvanon_core::layout::order::{Item, OrderBy, cost, order};
use galvanon_core::layout::paths::{Asked, lay};
use galvanon_core::layout::shapes::{Corner, Shape};
use galvanon_core::quantity::Length;
use proptest::prelude::*;

fn mm(mm: f64) -> Length {
    Length::from_m(mm / 1e3)
}

/// A star of straights and arcs round the origin, from some radii and bulges.
fn star(radii: &[f64], bulges: &[f64]) -> Contour {
    let count = radii.len();
    #[allow(clippy::cast_precision_loss, reason = "a handful")]
    let corner = |i: usize| Point::heading(TAU * i as f64 / count as f64) * radii[i % count];
    let segments =
        (0..count).map(|i| Segment::bulged(corner(i), corner((i + 1) % count), bulges[i]));
    Contour { closed: true, segments: segments.collect() }
}

fn stars() -> impl Strategy<Value = Contour> {
    let radii = prop::collection::vec(0.06..0.12_f64, 7);
    let bulges = prop::collection::vec(-0.15..0.3_f64, 7);
    (radii, bulges).prop_map(|(radii, bulges)| star(&radii, &bulges))
}

/// Cells of a millimetre whose middles lie inside by the crossing of a ray with the flattened line: an oracle of its own.
fn cells(contour: &Contour) -> f64 {
    let line = contour.flattened(1e-6);
    let bounds = contour.bounds();
    let side = 1e-3;
    let mut count = 0.0;
    let mut y = bounds.low.y + side / 2.0;
    while y < bounds.high.y {
        let mut crossings: Vec<f64> = line
            .windows(2)
            .filter(|pair| (pair[0].y > y) != (pair[1].y > y))
            .map(|pair| {
                pair[0].x + (y - pair[0].y) / (pair[1].y - pair[0].y) * (pair[1].x - pair[0].x)
            })
            .collect();
        crossings.sort_by(f64::total_cmp);
        let across: f64 = crossings.chunks_exact(2).map(|pair| pair[1] - pair[0]).sum();
        count += across * side;
        y += side;
    }
    count
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    #[test]
    fn an_area_is_that_of_its_cells(contour in stars()) {
        let (area, counted) = (contour.area(), cells(&contour));
        prop_assert!((area / counted - 1.0).abs() < 2e-3, "{} {}", area, counted);
    }

    #[test]
    fn begun_elsewhere_or_run_back_a_contour_is_the_same(contour in stars(), part in 0.0..1.0_f64) {
        let begun = contour.begun_at(contour.length() * part);
        prop_assert!((begun.area() - contour.area()).abs() < 1e-12);
        prop_assert!((begun.length() - contour.length()).abs() < 1e-9);
        prop_assert!((contour.reversed().area() + contour.area()).abs() < 1e-12);
        let start = contour.at(contour.length() * part);
        prop_assert!(begun.start().distance(start) < 1e-9 && begun.end().distance(start) < 1e-9);
    }

    /// The nearest place is no farther than any of a thousand, and lies where it says.
    #[test]
    fn the_nearest_place_is_the_nearest(contour in stars(), x in -0.2..0.2_f64, y in -0.2..0.2_f64) {
        let place = Point::new(x, y);
        let found = contour.nearest(place);
        let least = contour
            .places(1_000.0)
            .into_iter()
            .map(|(_, at)| at.distance(place))
            .fold(f64::INFINITY, f64::min);
        prop_assert!(found.distance <= least + 1e-9, "{} {}", found.distance, least);
        prop_assert!(contour.at(found.along).distance(found.point) < 1e-6);
    }

    /// Farther out encloses more, and every place of an offset is as far off as was asked.
    #[test]
    fn an_offset_grows_and_keeps_its_distance(contour in stars(), by in 0.0005..0.004_f64) {
        let out = contour.offset(-by);
        prop_assert_eq!(out.len(), 1);
        prop_assert!(out[0].area().abs() > contour.area());
        for (_, at) in out[0].places(200.0) {
            let off = contour.nearest(at).distance;
            prop_assert!((off - by).abs() < 2e-6, "{} {}", off, by);
        }
    }

    #[test]
    fn a_drawing_in_pieces_joins_to_the_contour_it_was(
        contour in stars(), turn in 0.0..TAU, shuffle in prop::collection::vec(any::<u32>(), 7),
    ) {
        let moved = contour.placed(&Affine::turned(turn));
        let mut pieces: Vec<(u32, Vec<Segment>)> = moved
            .segments
            .iter()
            .zip(&shuffle)
            .map(|(one, key)| (*key, vec![if key % 2 == 0 { *one } else { one.reversed() }]))
            .collect();
        pieces.sort_by_key(|(key, _)| *key);
        let found = join(pieces.into_iter().map(|(_, piece)| piece).collect(), JOINED_WITHIN);
        prop_assert_eq!((found.parts.len(), found.faults.len()), (1, 0));
        prop_assert!((found.parts[0].area() - contour.area()).abs() < 1e-9);
    }

    /// Every place is cut once and each end of a path lies on its lead, whatever the shape, thickness and kerf.
    #[test]
    fn a_shape_of_any_size_is_laid_out(
        w in 60.0..800.0_f64, h in 60.0..800.0_f64, r in 0.0..29.0_f64, t in 5.0..60.0_f64, kerf in 0.8..5.0_f64,
    ) {
        let shape = Shape::Rectangle { width: mm(w), height: mm(h), corner: Corner::Round(mm(r)) };
        let part = shape.part("", &[]).expect("a part");
        let asked = Asked { thickness: Some(mm(t)), ..Asked::by_kerf(mm(kerf)) };
        let laid = lay(&part, &asked).expect("laid");
        let path = &laid.paths[0];
        let wanted = 2.0 * (w + h) - 8.0 * r + TAU * (r + kerf / 2.0);
        prop_assert!((path.contour.length() * 1e3 - wanted).abs() < 1e-4, "{} {}", path.contour.length(), wanted);
        prop_assert_eq!(path.lead.start, Start::Pierce);
        prop_assert!(path.lead.clear >= (t / 1e3).max(3.0 * kerf / 1e3) * (1.0 - 1e-6));
        prop_assert!(path.lead.way_out[0].distance(path.contour.start()) < 1e-9);
    }

    /// Tilted alone a line is straight, however it is measured; moved up as a whole nothing changes.
    #[test]
    fn a_straight_line_is_straight_however_it_lies(
        places in prop::collection::btree_set(0_u32..4_000, 3..20), slope in -0.02..0.02_f64, up in -0.1..0.1_f64,
    ) {
        let offsets: Vec<Offset> = places
            .iter()
            .map(|at| f64::from(*at) / 1e3)
            .map(|at| Offset { at, off: up + slope * at })
            .collect();
        let found = line_check(&offsets, Quality::Severance).expect("a line");
        prop_assert!(found.worst.as_m() < 1e-9 && found.bow.as_m() < 1e-6, "{:?}", found);
        prop_assert!((found.tilt.as_rad().tan() - slope).abs() < 1e-7);
        prop_assert_eq!(found.accept, slope.abs() <= 0.005);
    }

    /// What must come first does, everything is cut once, and no order costs more than as listed.
    #[test]
    fn an_order_keeps_what_must_come_first(
        places in prop::collection::vec((0.0..2.0_f64, 0.0..2.0_f64), 1..30), by in any::<bool>(),
    ) {
        let last = places.len() - 1;
        let item = |(i, (x, y)): (usize, &(f64, f64))| {
            let at = Point::new(*x, *y);
            let after = if i == last { (0..last).collect() } else { Vec::new() };
            Item { from: at, to: at, time: 20.0, after }
        };
        let items: Vec<Item> = places.iter().enumerate().map(item).collect();
        let by = if by { OrderBy::Cool } else { OrderBy::Near };
        let found = order(&items, by);
        let mut all = found.clone();
        all.sort_unstable();
        prop_assert_eq!(all, (0..places.len()).collect::<Vec<_>>());
        prop_assert_eq!(found.last(), Some(&last));
        let listed: Vec<usize> = (0..places.len()).collect();
        prop_assert!(cost(&items, &found, by) <= cost(&items, &listed, by) + 1e-9);
    }
}

#[test]
fn punches_stand_no_farther_apart_than_the_trade_wants() {
    let part = Shape::Lug { width: mm(130.0), height: mm(260.0), hole: mm(40.0), edge: mm(50.0) }
        .part("", &[])
        .expect("a lug");
    let found = marks(&part, Some(Point::default()), &Marking::default());
    let on = |contour: &Contour| {
        let mut along: Vec<f64> = found
            .marks
            .iter()
            .filter(|mark| mark.kind != MarkKind::Centre && mark.kind != MarkKind::Datum)
            .map(|mark| contour.nearest(mark.at))
            .filter(|near| near.distance < 1e-6)
            .map(|near| near.along)
            .collect();
        along.sort_by(f64::total_cmp);
        along
    };
    for (contour, apart) in [(&part.outer, PUNCHES.0), (&part.holes[0], PUNCHES.1)] {
        let along = on(contour);
        assert!(along.len() > 8, "{}", along.len());
        for pair in along.windows(2) {
            assert!(pair[1] - pair[0] <= apart + 1e-9, "{pair:?}");
        }
    }
    // the curved top is punched as closely as the hole
    let top: Vec<f64> =
        on(&part.outer).into_iter().filter(|at| part.outer.at(*at).y > 0.196).collect();
    assert!(top.windows(2).all(|pair| pair[1] - pair[0] <= PUNCHES.1 + 1e-9));
    assert!((top.len() as f64) > PI * 0.065 / PUNCHES.1 * 0.9, "{}", top.len());
}
