//! A part in the turns it may take, each as what is measured and as what collides.

use std::f64::consts::{FRAC_PI_2, TAU};
use std::sync::Arc;

use galvanon_core::cancel::cancelled;
use galvanon_core::geometry::{Affine, Bounds, Contour, Point};
use jagua_rs::geometry::DTransformation;
use jagua_rs::geometry::primitives::{Point as Corner, SPolygon};

use crate::grown::{Chords, corners, grown, largest};
use crate::outline::Outline;
use crate::{Turns, Wanted};

/// What `jagua-rs` may find touching that in truth just fits, m. Source: `computed`, from single precision over 20 m in mm.
pub const ALLOWANCE: f64 = 1e-5;
/// Sides along which a part that turns freely is laid: its longest ones. Source: `ours`.
const SIDES: usize = 4;
/// Turns nearer than this are one, rad. Source: `ours`.
const SAME_TURN: f64 = 1e-6;

/// A part, turned.
#[derive(Clone, Debug)]
pub struct Turned {
    /// Degrees, anticlockwise.
    pub angle_deg: f64,
    /// Whether it lies on its other face.
    pub mirrored: bool,
    /// What is measured, with the lower left of its box at the origin.
    pub outline: Outline,
    /// From the part's own origin to that lower left.
    pub low: Point,
    /// Across and up.
    pub size: Point,
    /// From the lower left of its box to where that of the part as drawn went.
    drawn_low: Point,
    /// What collides, as drawn.
    pub shape: Arc<SPolygon>,
}

impl Turned {
    /// How `jagua-rs` moves what collides so that the box's lower left comes to lie at a place: it mirrors up and down, then turns.
    #[must_use]
    #[allow(clippy::cast_possible_truncation, reason = "single precision is what it takes")]
    pub fn moved(&self, at: Point) -> DTransformation {
        let over = if self.mirrored { 180.0 } else { 0.0 };
        let angle = (self.angle_deg + over).to_radians() as f32;
        let origin = (at + self.drawn_low) * 1e3;
        DTransformation::new(angle, (origin.x as f32, origin.y as f32))
            .with_reflection(self.mirrored)
    }
}

/// Corners in mm as `jagua-rs` takes them; `None` where they enclose nothing it can hold.
#[must_use]
#[allow(clippy::cast_possible_truncation, reason = "single precision is what it takes")]
pub fn in_mm(corners: &[Point]) -> Option<SPolygon> {
    let mut all: Vec<Corner> = Vec::with_capacity(corners.len());
    for at in corners {
        let corner = Corner((at.x * 1e3) as f32, (at.y * 1e3) as f32);
        if !all.contains(&corner) {
            all.push(corner);
        }
    }
    SPolygon::new(all).ok()
}

/// Turns that lay a long side of a part along the plate, rad.
fn along_sides(outline: &Outline) -> Vec<f64> {
    let mut sides: Vec<(f64, f64)> =
        outline.sides().map(|(from, to)| (from.distance(to), (to - from).angle())).collect();
    sides.sort_by(|a, b| b.0.total_cmp(&a.0));
    sides.iter().take(SIDES).map(|(_, angle)| -angle).collect()
}

fn angles(outline: &Outline, turns: Turns) -> Vec<f64> {
    let quarters = |from: f64| (0..4_i32).map(move |k| from + f64::from(k) * FRAC_PI_2);
    let all: Vec<f64> = match turns {
        Turns::None => vec![0.0],
        Turns::Quarter => quarters(0.0).collect(),
        Turns::Free => {
            let laid = along_sides(outline).into_iter().flat_map(quarters);
            quarters(0.0).chain(laid).collect()
        }
    };
    let mut kept: Vec<f64> = Vec::new();
    for angle in all {
        let angle = (angle + SAME_TURN).rem_euclid(TAU) - SAME_TURN;
        if kept.iter().all(|other| (other - angle).abs() > SAME_TURN) {
            kept.push(angle);
        }
    }
    kept
}

/// Whether two outlines are one and the same, wherever their corners begin.
fn same(one: &Outline, other: &Outline) -> bool {
    let near = |a: &Point, b: &Point| a.distance(*b) < 1e-6;
    one.corners.len() == other.corners.len()
        && one.corners.iter().all(|a| !cancelled() && other.corners.iter().any(|b| near(a, b)))
}

/// What collides of a part, as drawn: in mm from the lower left of its box, grown by half the gap.
fn collider(outline: &Outline, half_gap: f64) -> Option<Arc<SPolygon>> {
    let outline = outline.moved(Point::default() - outline.bounds.low);
    let by = half_gap + outline.sag - ALLOWANCE;
    let wide = grown(&outline.corners, by, Chords::Coarse);
    in_mm(&corners(largest(&wide)?.exterior())).map(Arc::new)
}

fn turned(contour: &Contour, angle: f64, mirrored: bool, shape: &Arc<SPolygon>) -> Turned {
    // a quarter's sine and cosine are whole: what is square stays square
    let whole = |it: f64| if (it - it.round()).abs() < 1e-12 { it.round() } else { it };
    let (sin, cos) = (whole(angle.sin()), whole(angle.cos()));
    let flip = if mirrored { -1.0 } else { 1.0 };
    let affine = Affine {
        x: Point::new(cos * flip, sin * flip),
        y: Point::new(-sin, cos),
        origin: Point::default(),
    };
    let outline = Outline::of(&contour.placed(&affine));
    let Bounds { low, high } = outline.bounds;
    let outline = outline.moved(Point::default() - low);
    let drawn_low = affine.of(contour.bounds().low);
    let (angle_deg, size) = (angle.to_degrees(), high - low);
    Turned {
        angle_deg,
        mirrored,
        outline,
        low,
        size,
        drawn_low: drawn_low - low,
        shape: shape.clone(),
    }
}

/// Every turn in which a part lies differently; none where its outline cannot be laid.
#[must_use]
pub fn turns(wanted: &Wanted, half_gap: f64) -> Vec<Turned> {
    let contour = &wanted.part.outer;
    let outline = Outline::of(contour);
    let faces: &[bool] = if wanted.mirror { &[false, true] } else { &[false] };
    let mut all: Vec<Turned> = Vec::new();
    let Some(shape) = collider(&outline, half_gap) else { return all };
    for mirrored in faces {
        for angle in angles(&outline, wanted.turns) {
            let one = turned(contour, angle, *mirrored, &shape);
            if all.iter().all(|other| !same(&other.outline, &one.outline)) {
                all.push(one);
            }
        }
    }
    all
}

#[cfg(test)]
mod tests {
    use galvanon_core::geometry::{Contour, Point};
    use galvanon_core::layout::part::Part;

    use super::turns;
    use crate::{Turns, Wanted};

    fn wanted(corners: &[(f64, f64)], turns: Turns, mirror: bool) -> Wanted {
        let corners: Vec<Point> = corners.iter().map(|(x, y)| Point::new(*x, *y)).collect();
        let part = Part::solid("p", Contour::polygon(&corners));
        Wanted { part, count: 1, turns, mirror }
    }

    const BOX: [(f64, f64); 4] = [(0.0, 0.0), (0.3, 0.0), (0.3, 0.1), (0.0, 0.1)];
    const WEDGE: [(f64, f64); 3] = [(0.0, 0.0), (0.4, 0.0), (0.0, 0.3)];

    #[test]
    fn only_turns_that_lie_differently_are_kept() {
        assert_eq!(turns(&wanted(&BOX, Turns::None, false), 0.005).len(), 1);
        assert_eq!(turns(&wanted(&BOX, Turns::Quarter, true), 0.005).len(), 2);
        assert_eq!(turns(&wanted(&WEDGE, Turns::Quarter, false), 0.005).len(), 4);
        assert_eq!(turns(&wanted(&WEDGE, Turns::Quarter, true), 0.005).len(), 8);
    }

    #[test]
    fn a_free_part_lies_on_its_long_side_too() {
        let free = turns(&wanted(&WEDGE, Turns::Free, false), 0.005);
        assert!(free.iter().any(|one| (one.size.y - 0.24).abs() < 1e-9), "0.3 * 0.4 / 0.5 high");
    }

    #[test]
    fn a_quarter_turn_is_exact_and_says_where_the_origin_went() {
        let all = turns(&wanted(&BOX, Turns::Quarter, false), 0.005);
        let upright = &all[1];
        assert_eq!((upright.angle_deg, upright.size), (90.0, Point::new(0.1, 0.3)));
        assert_eq!(upright.low, Point::new(-0.1, 0.0));
    }
}
