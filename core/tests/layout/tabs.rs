//! Ties of a long thin part, and stops where a person wants them. Widths of ties are ours (docs/model/layout.md).

use galvanon_core::cut::work::runs::{Run, RunsRequest, plan_runs};
use galvanon_core::cut::{Process, Request, Start, plan};
use galvanon_core::geometry::Outline;
use galvanon_core::layout::cut::burnt;
use galvanon_core::layout::order::{Item, tally};
use galvanon_core::layout::part::{Of, Part};
use galvanon_core::layout::paths::{Asked, CutPath, Laid, lay};
use galvanon_core::layout::tabs::Tabs;
use galvanon_core::quantity::{Duration, Length};
use galvanon_core::trace::Measure;
use proptest::prelude::*;

use crate::{asked, at, mm, plate};

fn outer(laid: &Laid) -> &CutPath {
    laid.paths.iter().find(|path| path.of == Of::Outer).unwrap()
}

fn said(laid: &Laid, code: &str) -> bool {
    laid.notes.iter().any(|note| note.code == code)
}

proptest! {
    /// Steel of at least 6 mm or half the thickness stays at each tie, on a straight, and its start has a pierce's room.
    #[test]
    fn a_tie_holds_and_its_start_spares_the_part(
        wide in 30.0..80.0_f64, times in 10.5..30.0_f64, kerf in 1.0..3.0_f64, thick in 5.0..40.0_f64,
    ) {
        let part = plate(wide * times, wide);
        let laid = lay(&part, &asked(kerf, thick)).unwrap();
        let path = outer(&laid);
        prop_assert!(path.tabs.len() >= 4, "{}", path.tabs.len());
        let corners = path.contour.corners();
        for tie in &path.tabs {
            let steel = (tie.to - tie.from) * 1e3 - kerf;
            prop_assert!((steel - (thick / 2.0).max(6.0)).abs() < 1e-6, "{steel}");
            let free = |along: f64| corners.iter().all(|(corner, _)| (corner - along).abs() > 0.0099);
            prop_assert!(free(tie.from) && free(tie.to));
            prop_assert!(tie.from > 0.0 && tie.to < path.contour.length());
            let pierce = tie.way_in[0];
            prop_assert!(!Outline::of(&part.outer).holds(pierce));
            let clear = part.outer.nearest(pierce).distance * 1e3;
            prop_assert!(clear >= thick.max(3.0 * kerf) - 1e-6, "{clear}");
            let met = *tie.way_in.last().unwrap();
            prop_assert!(met.distance(path.contour.at(tie.to)) < 1e-6);
            for place in &tie.way_in {
                prop_assert!(part.outer.nearest(*place).distance * 1e3 >= kerf / 2.0 - 0.06);
            }
        }
        for pair in path.tabs.windows(2) {
            prop_assert!(pair[0].to < pair[1].from);
        }
    }
}

#[test]
fn both_long_sides_are_tied_alike_and_ends_are_not() {
    let laid = lay(&plate(900.0, 60.0), &asked(2.0, 12.0)).unwrap();
    let path = outer(&laid);
    let heights: Vec<f64> = path.tabs.iter().map(|tie| path.contour.at(tie.from).y * 1e3).collect();
    let below = heights.iter().filter(|y| **y < 0.0).count();
    let above = heights.iter().filter(|y| **y > 60.0).count();
    assert_eq!((below, above, heights.len()), (2, 2, 4), "{heights:?}");
    assert!(said(&laid, "layout_tied") && !said(&laid, "layout_long_part"));
    let note = laid.notes.iter().find(|note| note.code == "layout_tied").unwrap();
    let count = note.values.iter().find(|(name, _)| *name == "count").map(|(_, value)| value);
    assert!(matches!(count, Some(Measure::Number(_, n)) if (n - 4.0).abs() < 1e-12), "{count:?}");
}

#[test]
fn a_stout_part_is_not_tied_and_a_long_one_only_where_the_shop_wants_it() {
    let stout = lay(&plate(500.0, 60.0), &asked(2.0, 12.0)).unwrap();
    assert!(outer(&stout).tabs.is_empty() && !said(&stout, "layout_tied"));
    let left = Asked { tabs: Tabs::None, ..asked(2.0, 12.0) };
    let long = lay(&plate(900.0, 60.0), &left).unwrap();
    assert!(outer(&long).tabs.is_empty() && said(&long, "layout_long_part"));
}

/// The torch burns round less its ties, and in to where it goes on behind each.
#[test]
fn what_is_burnt_leaves_the_ties_out() {
    let part = plate(900.0, 60.0);
    let tied = lay(&part, &asked(2.0, 12.0)).unwrap();
    let whole = lay(&part, &Asked { tabs: Tabs::None, ..asked(2.0, 12.0) }).unwrap();
    let way = |points: &[galvanon_core::geometry::Point]| {
        points.windows(2).map(|pair| pair[0].distance(pair[1])).sum::<f64>()
    };
    let ties = &outer(&tied).tabs;
    let ins: f64 = ties.iter().map(|tie| way(&tie.way_in)).sum();
    // 6 mm of steel and the kerf on both sides of it
    let left = ties.len() as f64 * 0.008;
    let found = burnt(outer(&tied)).as_m() - burnt(outer(&whole)).as_m();
    assert!((found - (ins - left)).abs() < 1e-9, "{found} {ins} {left}");
    assert_eq!(tied.runs()[0].ties, 4);
}

#[test]
fn a_tie_costs_a_pierce_a_moving_on_and_the_gas_of_its_flames() {
    let mut base = Request::plate(Length::from_mm(12.7), Length::from_mm(900.0));
    base.cut.process = Process::Machine;
    base.policy.reposition = Duration::from_s(15.0);
    let run = |ties| Run { length: mm(900.0), start: Start::Edge, stops: 0, ties };
    let taken = |ties| {
        let asked = RunsRequest::new(base.clone(), vec![run(ties)], vec![]);
        plan_runs(&asked).unwrap().as_one(&asked).unwrap()
    };
    let (none, three) = (taken(0), taken(3));
    let mut pierced = base.clone();
    pierced.cut.start = Start::Pierce;
    let heat = plan(&pierced).unwrap().start_preheat.set.as_s();
    let more = three.time.total().as_s() - none.time.total().as_s();
    assert!((more - 3.0 * (heat + 15.0)).abs() < 1e-6, "{more} {heat}");
    let fuel = (three.gas.fuel.as_m3() - none.gas.fuel.as_m3()) / (3.0 * heat);
    assert!((fuel - none.fuel_flow.as_m3_s()).abs() < 1e-12, "{fuel}");
    assert_eq!(three.starts.count, none.starts.count + 3);
}

#[test]
fn a_person_stops_where_they_want_and_hears_where_that_is_too_far() {
    let part: Part = plate(600.0, 400.0);
    let wanted = |places: Vec<galvanon_core::geometry::Point>| Asked {
        reach: Some(mm(700.0)),
        stops: vec![(Of::Outer, places)],
        ..asked(2.0, 12.0)
    };
    let laid =
        lay(&part, &wanted(vec![at(300.0, 390.0), at(20.0, 200.0), at(590.0, 200.0)])).unwrap();
    let path = outer(&laid);
    assert_eq!(path.stops.len(), 3);
    let on = |x: f64, y: f64| {
        path.stops.iter().any(|stop| path.contour.at(*stop).distance(at(x, y)) < 2e-3)
    };
    assert!(on(300.0, 401.0) && on(-1.0, 200.0) && on(601.0, 200.0), "{:?}", path.stops);
    assert!(path.stops.windows(2).all(|pair| pair[0] < pair[1]));
    let far = lay(&part, &wanted(vec![at(300.0, 401.0)])).unwrap();
    assert!(said(&far, "layout_stops_too_far"));
    let none = lay(&part, &wanted(vec![])).unwrap();
    assert!(outer(&none).stops.is_empty() && said(&none, "layout_stops_too_far"));
}

/// Metal beside a fresh cut is warm for a minute; far from it, or after that, nothing is waited for.
#[test]
fn an_order_says_how_long_its_warm_starts_would_rest() {
    let hole = |x: f64, time: f64| Item { from: at(x, 0.0), to: at(x, 0.0), time, after: vec![] };
    let both = [0, 1];
    let beside = tally(&[hole(0.0, 20.0), hole(100.0, 20.0)], &both);
    // 0.1 m at 0.1 m/s after it: 59 of the 60 s are left
    assert!(
        (beside.cooling - 59.0).abs() < 1e-9 && (beside.moving - 1.0).abs() < 1e-9,
        "{beside:?}"
    );
    let far = tally(&[hole(0.0, 20.0), hole(300.0, 20.0)], &both);
    assert!(far.cooling == 0.0 && far.warm == 0, "{far:?}");
}
