//! The nearest contour next, improved by turning stretches round, ended farther off than the list itself: what must be cut last
//! lay far from where the nearest ones led. An order is now never worse than as listed, where that is allowed.

use galvanon_core::geometry::Point;
use galvanon_core::layout::order::{Item, OrderBy, cost, order};

fn items(places: &[(f64, f64)], last_waits: bool) -> Vec<Item> {
    let last = places.len() - 1;
    let item = |(i, (x, y)): (usize, &(f64, f64))| {
        let at = Point::new(*x, *y);
        let after = if last_waits && i == last { (0..last).collect() } else { Vec::new() };
        Item { from: at, to: at, time: 20.0, after }
    };
    places.iter().enumerate().map(item).collect()
}

const PLACES: [(f64, f64); 5] =
    [(0.314, 0.404), (1.269, 0.0), (1.517, 1.191), (0.481, 1.252), (0.508, 1.996)];

#[test]
fn no_way_is_longer_than_as_listed() {
    let items = items(&PLACES, true);
    let found = order(&items, OrderBy::Near);
    let listed = [0, 1, 2, 3, 4];
    assert!(cost(&items, &found, OrderBy::Near) <= cost(&items, &listed, OrderBy::Near));
    assert_eq!(found.last(), Some(&4), "what waits for all comes last");
}

/// A list that breaks what must come first is no way at all, however short it is.
#[test]
fn a_list_that_cannot_be_is_not_taken() {
    let mut items = items(&PLACES, false);
    // the first waits for the last
    items[0].after = vec![4];
    let found = order(&items, OrderBy::Near);
    let place = |of: usize| found.iter().position(|at| *at == of).expect("it is cut");
    assert!(place(4) < place(0), "{found:?}");
}
