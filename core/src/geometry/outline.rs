//! A contour prepared for many questions: where it crosses itself or another, what it holds, how far off a place lies.
//!
//! A spatial index finds the few pieces near a place, so that a question does not cost a walk round the whole contour.

use cavalier_contours::polyline::{
    FindIntersectsOptions, PlineIntersect, PlineSelfIntersectOptions, PlineSource, Polyline,
    seg_closest_point,
};
use cavalier_contours::static_aabb2d_index::{NeighborPriorityQueue, StaticAABB2DIndex};

use crate::cancel::cancelled;
use crate::geometry::contour::{Bounds, Contour};
use crate::geometry::point::Point;
use crate::geometry::polyline::{self, MM, SAME};

/// A contour with its box and its spatial index.
#[derive(Debug)]
pub struct Outline {
    closed: bool,
    line: Polyline<f64>,
    index: StaticAABB2DIndex<f64>,
    bounds: Bounds,
}

/// Where two lines meet first.
fn place(met: &PlineIntersect<f64>) -> Point {
    polyline::point(match met {
        PlineIntersect::Basic(one) => one.point,
        PlineIntersect::Overlapping(one) => one.point1,
    })
}

impl Outline {
    /// Prepares a contour.
    #[must_use]
    pub fn of(contour: &Contour) -> Self {
        let line = polyline::polyline(contour.closed, &contour.segments);
        let index = line.create_aabb_index();
        Self { closed: contour.closed, line, index, bounds: contour.bounds() }
    }

    /// The box around it.
    #[must_use]
    pub const fn bounds(&self) -> Bounds {
        self.bounds
    }

    /// Whether a place lies in what it encloses.
    #[must_use]
    pub fn holds(&self, place: Point) -> bool {
        self.closed
            && self.bounds.holds(place)
            && self.line.winding_number(polyline::vector(place)) != 0
    }

    /// The first place where it crosses or touches itself.
    #[must_use]
    pub fn crosses_itself(&self) -> Option<Point> {
        let options = PlineSelfIntersectOptions {
            aabb_index: Some(&self.index),
            ..PlineSelfIntersectOptions::default()
        };
        let mut first = |met: PlineIntersect<f64>| Err::<(), _>(place(&met));
        self.line.visit_self_intersects_opt(&mut first, &options).err()
    }

    /// A place where it meets another.
    #[must_use]
    pub fn meets(&self, other: &Self) -> Option<Point> {
        if !self.bounds.meets(&other.bounds) {
            return None;
        }
        let options =
            FindIntersectsOptions { pline1_aabb_index: Some(&self.index), pos_equal_eps: SAME };
        let met = self.line.find_intersects_opt(&other.line, &options);
        let single = met.basic_intersects.first().map(|one| one.point);
        let along = met.overlapping_intersects.first().map(|one| one.point1);
        single.or(along).map(polyline::point)
    }

    /// Distance of each place from it, m.
    #[must_use]
    pub fn distances(&self, places: &[Point]) -> Vec<f64> {
        let mut queue = NeighborPriorityQueue::new();
        places.iter().map(|place| self.distance(*place, &mut queue)).collect()
    }

    /// Distance of a place from it, m; none left to find of a computation that was cancelled.
    fn distance(&self, place: Point, queue: &mut NeighborPriorityQueue<f64>) -> f64 {
        let at = polyline::vector(place);
        let mut least = f64::INFINITY;
        if cancelled() {
            return least;
        }
        // the pieces whose boxes lie nearest come first: a box beyond the best so far ends the search
        let mut nearer = |piece: usize, to_box: f64| {
            if to_box >= least {
                return Err(());
            }
            let (from, to) =
                (self.line.at(piece), self.line.at(self.line.next_wrapping_index(piece)));
            let off = seg_closest_point(from, to, at, SAME) - at;
            least = least.min(off.length_squared());
            Ok(())
        };
        queue.clear();
        // Err only ends the search early
        let _ = self.index.visit_neighbors_with_queue(at.x, at.y, &mut nearer, queue);
        least.sqrt() / MM
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A gear of `teeth` teeth around the origin: straights out and in between 0.09 and 0.1 m.
    fn gear(teeth: u32) -> Contour {
        let at = |i: u32| {
            let angle = std::f64::consts::TAU * f64::from(i) / f64::from(2 * teeth);
            Point::heading(angle) * if i.is_multiple_of(2) { 0.1 } else { 0.09 }
        };
        Contour::polygon(&(0..2 * teeth).map(at).collect::<Vec<_>>())
    }

    #[test]
    fn the_nearest_piece_is_found_wherever_a_place_lies() {
        let contour = gear(500);
        let places: Vec<Point> =
            (0..200).map(|i| Point::heading(f64::from(i) * 0.7) * (0.001 * f64::from(i))).collect();
        let found = Outline::of(&contour).distances(&places);
        for (place, found) in places.iter().zip(found) {
            // against a walk past every piece
            let walked = contour.nearest(*place).distance;
            assert!((found - walked).abs() < 1e-9, "{found} {walked} at {place:?}");
        }
    }

    #[test]
    fn an_arc_is_measured_to_its_bow_and_not_to_its_chord() {
        let circle = Outline::of(&Contour::circle(Point::new(1.0, 2.0), 0.5));
        let [inside, outside] = circle.distances(&[Point::new(1.0, 2.1), Point::new(1.0, 3.0)])[..]
        else {
            panic!("two places")
        };
        assert!((inside - 0.4).abs() < 1e-9 && (outside - 0.5).abs() < 1e-9);
        assert!(circle.holds(Point::new(1.0, 2.1)) && !circle.holds(Point::new(1.0, 3.0)));
    }

    #[test]
    fn a_line_that_crosses_itself_says_where() {
        let bow = [(0.0, 0.0), (1.0, 1.0), (1.0, 0.0), (0.0, 1.0)].map(|(x, y)| Point::new(x, y));
        let at = Outline::of(&Contour::polygon(&bow)).crosses_itself();
        assert!(at.is_some_and(|at| at.distance(Point::new(0.5, 0.5)) < 1e-9), "{at:?}");
        assert_eq!(Outline::of(&gear(50)).crosses_itself(), None);
    }

    #[test]
    fn an_arc_that_is_nearly_straight_is_a_straight_line() {
        use crate::geometry::{Arc, Segment, Turn};
        // 100 mm of an arc of 5 km: it rises 0.25 µm
        let (from, to) = (Point::new(0.0, 0.0), Point::new(0.1, 0.0));
        let far = Arc { centre: Point::new(0.05, 5_000.0), turn: Turn::Left };
        let corner = Point::new(0.05, 0.1);
        let segments = vec![
            Segment::arc(from, to, far),
            Segment::line(to, corner),
            Segment::line(corner, from),
        ];
        let contour = Contour { closed: true, segments };
        assert_eq!(contour.offset(0.001).len(), 1);
        assert_eq!(Outline::of(&contour).crosses_itself(), None);
        let slight = Segment::bulged(from, to, 1e-5);
        let segments = vec![slight, Segment::line(to, corner), Segment::line(corner, from)];
        assert_eq!(Contour { closed: true, segments }.offset(0.001).len(), 1);
    }
}
