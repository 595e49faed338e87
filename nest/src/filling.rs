//! A plate being filled: where a part is free, pushed as far as it goes, and laid.

use std::sync::Arc;

use galvanon_core::cancel::cancelled;
use galvanon_core::geometry::Point;
use jagua_rs::collision_detection::CDEngine;
use jagua_rs::collision_detection::hazards::Hazard;
use jagua_rs::collision_detection::hazards::filter::NoFilter;
use jagua_rs::geometry::geo_traits::Transformable;

use crate::clear::keeps;
use crate::places::{better, places, worth};
use crate::sheet::{Lying, Sheet, There};
use crate::turned::Turned;

/// A part is pushed along by halves of what is left, so often. Source: `ours`: 3 m to 0.05 mm.
const HALVES: u32 = 16;

/// A plate being filled.
pub struct Filling<'a> {
    /// The plate.
    pub sheet: &'a Sheet,
    /// Its parts, in the order in which they were laid.
    pub lying: Vec<Lying>,
    engine: CDEngine<There>,
}

impl<'a> Filling<'a> {
    /// An empty plate.
    #[must_use]
    pub fn of(sheet: &'a Sheet) -> Self {
        Self { sheet, lying: Vec::new(), engine: sheet.empty.clone() }
    }

    /// Whether a part may lie there; nowhere in a nest that was cancelled.
    fn free(&self, own: &Turned, at: Point) -> bool {
        if cancelled() {
            return false;
        }
        let shape = own.shape.transform_clone(&own.moved(at).compose());
        if self.engine.detect_poly_collision(&shape, &NoFilter) {
            return false;
        }
        let outline = own.outline.moved(at);
        self.sheet.holds(&outline)
            && self.lying.iter().all(|other| keeps(&outline, &other.outline, self.sheet.gap))
    }

    /// As far along a way as it goes.
    fn pushed(&self, own: &Turned, at: Point, way: Point) -> Point {
        let all = at + way;
        if self.free(own, all) {
            return all;
        }
        let (mut here, mut step) = (at, 0.5);
        for _ in 0..HALVES {
            let there = here + way * step;
            if self.free(own, there) {
                here = there;
            }
            step /= 2.0;
        }
        here
    }

    /// As far left and then as low as it goes.
    fn settled(&self, own: &Turned, at: Point) -> Point {
        let low = self.sheet.inner.low;
        let left = |at: Point| self.pushed(own, at, Point::new(low.x - at.x, 0.0));
        let at = left(at);
        left(self.pushed(own, at, Point::new(0.0, low.y - at.y)))
    }

    /// The best place for a part in one turn, better than `than`.
    #[must_use]
    pub fn place(&self, own: &Turned, than: Option<(f64, f64)>) -> Option<Point> {
        let all = places(self.sheet, &self.lying, own);
        let worth_it = |at: &Point| than.is_none_or(|than| better(worth(*at, own), than));
        let first = all.into_iter().take_while(worth_it).find(|at| self.free(own, *at))?;
        Some(self.settled(own, first))
    }

    /// Lays it there.
    pub fn lay(&mut self, (part, turn): (usize, usize), own: &Turned, at: Point) {
        let shape = own.shape.transform_clone(&own.moved(at).compose());
        let there = There::Part(self.lying.len());
        self.engine.register_hazard(Hazard::new(there, Arc::new(shape)));
        self.lying.push(Lying { part, turn, at, outline: own.outline.moved(at) });
    }

    /// How far along the plate its parts reach, m from its left.
    #[must_use]
    pub fn reach(&self) -> f64 {
        let left = self.sheet.rim.bounds.low.x;
        self.lying.iter().map(|one| one.outline.bounds.high.x - left).fold(0.0, f64::max)
    }
}
