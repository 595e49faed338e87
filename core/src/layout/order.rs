//! In which order are contours cut? What lies inside something before it; among free ones the nearest next, kept off
//! metal that has just been heated; then improved by turning stretches round (2-opt), and never worse than as listed.

use crate::cancel::cancelled;
use crate::geometry::Point;

/// A contour to be cut.
#[derive(Clone, Debug, PartialEq)]
pub struct Item {
    /// Where its cut begins.
    pub from: Point,
    /// Where it ends.
    pub to: Point,
    /// How long it takes, s.
    pub time: f64,
    /// What must be cut before it, by place in the list.
    pub after: Vec<usize>,
}

/// What the order is to spare.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum OrderBy {
    /// Heat: metal beside a fresh cut rests first.
    #[default]
    Cool,
    /// Ways: always to the nearest.
    Near,
}

/// Metal is warm for so long, s, and so far round, m; starting there counts as so long a way, m. Source: `ours`.
const WARM: f64 = 60.0;
const BESIDE: f64 = 0.15;
const COUNTS: f64 = 0.5;
/// Moving from one to the next, m/s. Source: `ours`: a hand or a carriage between cuts.
const MOVING: f64 = 0.1;
/// Improved at most so often. Source: `ours`.
const ROUNDS: usize = 30;
/// Orders counted in full at most: with thousands of contours a good order is enough. Source: `ours`.
const COUNTED: u32 = 2_000;
/// Turns of a stretch that are looked at, at most: every one of some 300 contours in each round. Source: `ours`.
const LOOKED_AT: u32 = 2_000_000;

/// The order of some contours, by place in the list.
#[must_use]
pub fn order(items: &[Item], by: OrderBy) -> Vec<usize> {
    let mut left: Vec<usize> = (0..items.len()).collect();
    let mut done: Vec<usize> = Vec::with_capacity(items.len());
    let mut is_done = vec![false; items.len()];
    let mut heat = Heat::default();
    let mut here = Point::default();
    while !left.is_empty() {
        let free = |at: &usize| items[*at].after.iter().all(|other| is_done[*other]);
        let cost = |at: usize| here.distance(items[at].from) + heat.penalty(&items[at], by);
        let next = left.iter().copied().filter(|_| !cancelled()).filter(free);
        let next = next.min_by(|a, b| cost(*a).total_cmp(&cost(*b)));
        // a circle of what must come first cannot be: then as listed
        let next = next.unwrap_or(left[0]);
        heat.cut(&items[next], here);
        here = items[next].to;
        is_done[next] = true;
        done.push(next);
        left.retain(|at| *at != next);
    }
    let found = improved(items, done, by);
    // the nearest next may end far off: never worse than as listed
    let listed: Vec<usize> = (0..items.len()).collect();
    if allowed(items, &listed) && cost(items, &listed, by) < cost(items, &found, by) {
        return improved(items, listed, by);
    }
    found
}

/// Whether all that must be cut before something is.
fn allowed(items: &[Item], order: &[usize]) -> bool {
    let mut place = vec![0; items.len()];
    for (at, item) in order.iter().enumerate() {
        place[*item] = at;
    }
    (0..items.len()).all(|i| items[i].after.iter().all(|other| place[*other] < place[i]))
}

/// What was cut, and when it was done.
#[derive(Default)]
struct Heat {
    now: f64,
    cuts: Vec<(Point, f64)>,
}

impl Heat {
    fn penalty(&self, item: &Item, by: OrderBy) -> f64 {
        let warm =
            |(at, when): &(Point, f64)| self.now - when < WARM && at.distance(item.from) < BESIDE;
        let recent = self.cuts.iter().rev().take_while(|(_, when)| self.now - when < WARM);
        if by == OrderBy::Cool && recent.into_iter().any(warm) { COUNTS } else { 0.0 }
    }

    /// How long the metal where a contour begins is still warm once the torch has come to it, s.
    fn wait(&self, item: &Item, here: Point) -> f64 {
        let now = self.now + here.distance(item.from) / MOVING;
        let recent = self.cuts.iter().rev().take_while(|(_, when)| now - when < WARM);
        let beside = recent.filter(|(at, _)| at.distance(item.from) < BESIDE);
        beside.map(|(_, when)| WARM - (now - when)).fold(0.0, f64::max)
    }

    fn cut(&mut self, item: &Item, here: Point) {
        self.now += here.distance(item.from) / MOVING + item.time;
        self.cuts.push((item.to, self.now));
    }
}

/// What an order is like.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Tally {
    /// Ways between contours, m.
    pub ways: f64,
    /// How long they take, s.
    pub moving: f64,
    /// Starts on metal still warm.
    pub warm: usize,
    /// Waiting there until it no longer is takes so long in all, s.
    pub cooling: f64,
}

/// What an order is like.
#[must_use]
pub fn tally(items: &[Item], order: &[usize]) -> Tally {
    let mut heat = Heat::default();
    let mut here = order.first().map_or_else(Point::default, |first| items[*first].from);
    let (mut ways, mut warm, mut cooling) = (0.0, 0, 0.0);
    for at in order {
        ways += here.distance(items[*at].from);
        let wait = heat.wait(&items[*at], here);
        warm += usize::from(heat.penalty(&items[*at], OrderBy::Cool) > 0.0);
        cooling += wait;
        heat.cut(&items[*at], here);
        here = items[*at].to;
    }
    Tally { ways, moving: ways / MOVING, warm, cooling }
}

/// What an order costs: its ways, and starts on warm metal, m.
#[must_use]
pub fn cost(items: &[Item], order: &[usize], by: OrderBy) -> f64 {
    let mut heat = Heat::default();
    let mut here = order.first().map_or_else(Point::default, |first| items[*first].from);
    let mut sum = 0.0;
    for at in order {
        sum += here.distance(items[*at].from) + heat.penalty(&items[*at], by);
        heat.cut(&items[*at], here);
        here = items[*at].to;
    }
    sum
}

fn improved(items: &[Item], mut order: Vec<usize>, by: OrderBy) -> Vec<usize> {
    let way = |from: Option<&usize>, to: Option<&usize>| match (from, to) {
        (Some(from), Some(to)) => items[*from].to.distance(items[*to].from),
        // where the torch comes from before the first, and goes after the last, is nobody's way
        _ => 0.0,
    };
    let mut best = cost(items, &order, by);
    let (mut counts, mut looks) = (COUNTED, LOOKED_AT);
    for _ in 0..ROUNDS {
        let before = best;
        for i in 0..order.len() {
            if cancelled() {
                return order;
            }
            for j in i + 1..order.len() {
                if looks == 0 {
                    return order;
                }
                looks -= 1;
                // worth a full count only where the two ways that change get shorter
                let before = i.checked_sub(1).and_then(|before| order.get(before));
                let (first, last, after) = (order.get(i), order.get(j), order.get(j + 1));
                let ends = way(before, first) + way(last, after);
                if way(before, last) + way(first, after) >= ends || counts == 0 {
                    continue;
                }
                counts -= 1;
                order[i..=j].reverse();
                let now =
                    if allowed(items, &order) { cost(items, &order, by) } else { f64::INFINITY };
                if now < best - 1e-9 {
                    best = now;
                } else {
                    order[i..=j].reverse();
                }
            }
        }
        if best >= before - 1e-9 {
            break;
        }
    }
    order
}

#[cfg(test)]
mod tests {
    use super::*;

    fn item(x: f64, after: &[usize]) -> Item {
        let at = Point::new(x, 0.0);
        // a minute each: while one is cut, what was cut before it cools
        Item { from: at, to: at, time: 60.0, after: after.to_vec() }
    }

    #[test]
    fn what_must_come_first_does_however_far_it_is() {
        let items = [item(0.1, &[1, 2]), item(3.0, &[]), item(2.0, &[])];
        // from the far one inward, whichever lies nearer to the corner
        assert_eq!(order(&items, OrderBy::Near), [1, 2, 0]);
    }

    #[test]
    fn warm_metal_rests_where_something_cool_is_in_reach() {
        let items = [item(0.0, &[]), item(0.05, &[]), item(0.4, &[])];
        assert_eq!(order(&items, OrderBy::Near), [0, 1, 2]);
        assert_eq!(order(&items, OrderBy::Cool), [0, 2, 1]);
    }

    #[test]
    fn the_order_that_spares_heat_goes_farther_and_starts_less_on_warm_metal() {
        let items = [item(0.0, &[]), item(0.05, &[]), item(0.4, &[])];
        let [near, cool] =
            [OrderBy::Near, OrderBy::Cool].map(|by| tally(&items, &order(&items, by)));
        assert_eq!((near.warm, cool.warm), (1, 0));
        assert!(cool.ways > near.ways && (near.ways - 0.4).abs() < 1e-12, "{near:?} {cool:?}");
    }

    #[test]
    fn crossed_ways_are_uncrossed() {
        let at = |x: f64, y: f64| {
            let p = Point::new(x, y);
            Item { from: p, to: p, time: 1.0, after: Vec::new() }
        };
        let items = [at(0.0, 1.0), at(0.5, 2.1), at(1.0, 1.0), at(0.1, 3.0), at(1.0, 3.0)];
        let found = order(&items, OrderBy::Near);
        // held against every order there is
        let mut least = f64::INFINITY;
        let mut all = vec![vec![]];
        for _ in 0..items.len() {
            let longer = |so_far: &Vec<usize>| {
                let so_far = so_far.clone();
                (0..5).filter(move |i| !so_far.contains(i)).collect::<Vec<_>>()
            };
            all = all
                .iter()
                .flat_map(|s| longer(s).into_iter().map(|i| [s.clone(), vec![i]].concat()))
                .collect();
        }
        for one in all {
            least = least.min(cost(&items, &one, OrderBy::Near));
        }
        assert!(cost(&items, &found, OrderBy::Near) < least * 1.05);
    }
}
