//! A kind of plate: its rim, its room, and what holds parts inside it; and a part that lies on one.

use std::sync::Arc;

use galvanon_core::geometry::{Bounds, Point};
use geo::Area;
use jagua_rs::collision_detection::hazards::{Hazard, HazardEntity};
use jagua_rs::collision_detection::{CDEConfig, CDEngine};
use jagua_rs::geometry::fail_fast::SPSurrogateConfig;
use jagua_rs::geometry::geo_enums::GeoPosition;

use crate::Plate;
use crate::clear::{NOTHING, sides_keep};
use crate::grown::{Chords, corners, grown, largest, polygon};
use crate::outline::{Outline, SAG};
use crate::turned::{ALLOWANCE, in_mm};

/// How finely `jagua-rs` divides a plate: its own suggestion for some hundred parts. Circles inside of parts, which tell
/// many collisions at once, are not used: of a disc none besides the first can be found.
const ENGINE: CDEConfig = CDEConfig {
    quadtree_depth: 5,
    cd_threshold: 16,
    item_surrogate_config: SPSurrogateConfig {
        n_pole_limits: [(0, 0.0); 3],
        ff_pole_area_ratio: 0.0,
        n_ff_piers: 0,
    },
};
/// What a part may collide with.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum There {
    /// All outside of the plate.
    Outside,
    /// A part, by its place in the order of laying.
    Part(usize),
}

impl HazardEntity for There {
    fn scope(&self) -> GeoPosition {
        match self {
            Self::Outside => GeoPosition::Exterior,
            Self::Part(_) => GeoPosition::Interior,
        }
    }

    fn is_dynamic(&self) -> bool {
        *self != Self::Outside
    }
}

/// A kind of plate.
pub struct Sheet {
    /// Its true rim.
    pub rim: Outline,
    /// Steel of it, m².
    pub area: f64,
    /// The box in which parts may lie.
    pub inner: Bounds,
    /// Whether that box is all there is to know.
    pub is_box: bool,
    /// What parts keep from each other, m.
    pub gap: f64,
    /// With nothing on it yet.
    pub empty: CDEngine<There>,
    margin: f64,
}

fn rectangle(low: Point, high: Point) -> Vec<Point> {
    vec![low, Point::new(high.x, low.y), high, Point::new(low.x, high.y)]
}

impl Sheet {
    /// A plate whose rim keeps a margin and whose parts keep a gap; `None` where nothing is left of it.
    #[must_use]
    pub fn of(plate: &Plate, gap: f64, margin: f64) -> Option<Self> {
        let rim = Outline::of(&plate.outline);
        let (is_box, half) = (rim.is_box(), gap / 2.0);
        let edge = Point::new(margin, margin);
        let inner = Bounds { low: rim.bounds.low + edge, high: rim.bounds.high - edge };
        let size = inner.size();
        if size.x <= 0.0 || size.y <= 0.0 {
            return None;
        }
        let held = if is_box {
            // the box is measured to the last: what collides only has to stay inside of it with its half gap
            let wide = Point::new(half + 2.0 * SAG, half + 2.0 * SAG);
            rectangle(inner.low - wide, inner.high + wide)
        } else {
            // at an inner corner of the rim a part grown by half the gap would come nearer than the margin
            let less = half - margin.max(half) - rim.sag;
            corners(largest(&grown(&rim.corners, less + ALLOWANCE, Chords::Coarse))?.exterior())
        };
        let shape = in_mm(&held)?;
        let all = shape.bbox().inflate_to_square();
        let outside = Hazard::new(There::Outside, Arc::new(shape));
        let empty = CDEngine::new(all, vec![outside], ENGINE);
        let area = polygon(&rim.corners).unsigned_area();
        Some(Self { rim, area, inner, is_box, margin, gap, empty })
    }

    /// Whether an outline lies inside, its margin kept.
    #[must_use]
    pub fn holds(&self, outline: &Outline) -> bool {
        let (low, high) = (outline.bounds.low, outline.bounds.high);
        low.x >= self.inner.low.x - NOTHING
            && low.y >= self.inner.low.y - NOTHING
            && high.x <= self.inner.high.x + NOTHING
            && high.y <= self.inner.high.y + NOTHING
            && (self.is_box || sides_keep(outline, &self.rim, self.margin))
    }
}

/// A part that lies on a plate.
pub struct Lying {
    /// Which part.
    pub part: usize,
    /// In which of its turns.
    pub turn: usize,
    /// Where the lower left of its box lies.
    pub at: Point,
    /// Where its outline lies.
    pub outline: Outline,
}
