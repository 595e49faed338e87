//! Where may the next part lie? Places where it touches what is there already, as far left and then as low as may be.

use galvanon_core::geometry::Point;

use crate::outline::Outline;
use crate::sheet::{Lying, Sheet};
use crate::turned::Turned;

/// Corners of an outline that are tried against those of another. Source: `ours`.
const CORNERS: usize = 12;
/// Places along and across a plate that are tried whatever lies there. Source: `ours`.
const GRID: (u32, u32) = (24, 12);

/// Corners that stand out, evenly picked where there are many.
fn picked(outline: &Outline) -> impl Iterator<Item = Point> + '_ {
    let step = outline.corners.len().div_ceil(CORNERS).max(1);
    outline.corners.iter().step_by(step).copied()
}

/// Beside and over each part that lies there, by their boxes.
fn by_boxes(sheet: &Sheet, lying: &[Lying], own: &Turned) -> Vec<Point> {
    let (inner, gap) = (sheet.inner, sheet.gap);
    let mut places = vec![inner.low];
    for lying in lying {
        let (low, high) = (lying.outline.bounds.low, lying.outline.bounds.high);
        let (right, over) = (high.x + gap, high.y + gap);
        places.extend([
            Point::new(right, low.y),
            Point::new(right, inner.low.y),
            Point::new(right, high.y - own.size.y),
            Point::new(low.x, over),
            Point::new(inner.low.x, over),
            Point::new(high.x - own.size.x, over),
        ]);
    }
    places
}

/// A corner of its own on a corner of a part that lies there, or of the plate.
fn by_corners(sheet: &Sheet, lying: &[Lying], own: &Turned) -> Vec<Point> {
    let mut places = Vec::new();
    let mine: Vec<Point> = picked(&own.outline).collect();
    for lying in lying {
        if own.outline.is_box() && lying.outline.is_box() {
            continue;
        }
        let middle = lying.outline.bounds.middle();
        for corner in picked(&lying.outline) {
            let away = corner + (corner - middle).unit() * sheet.gap;
            places.extend(mine.iter().map(|own| away - *own));
        }
    }
    if !sheet.is_box {
        for corner in picked(&sheet.rim) {
            places.extend(mine.iter().map(|own| corner - *own));
        }
    }
    places
}

fn by_grid(sheet: &Sheet, own: &Turned) -> Vec<Point> {
    let inner = sheet.inner;
    let room = inner.size() - own.size;
    let (along, across) = GRID;
    let part = |i: u32, of: u32| f64::from(i) / f64::from(of);
    (0..=along)
        .flat_map(|i| (0..=across).map(move |j| (part(i, along), part(j, across))))
        .map(|(x, y)| inner.low + Point::new(room.x * x, room.y * y))
        .collect()
}

/// How good a place is: less reach along the plate first, then less height.
#[must_use]
pub fn worth(at: Point, own: &Turned) -> (f64, f64) {
    (at.x + own.size.x, at.y + own.size.y)
}

/// Whether one place is better than another by more than rounding.
#[must_use]
pub fn better(one: (f64, f64), other: (f64, f64)) -> bool {
    const NEAR: f64 = 1e-9;
    one.0 < other.0 - NEAR || (one.0 <= other.0 + NEAR && one.1 < other.1 - NEAR)
}

/// Places to try, the best first.
#[must_use]
pub fn places(sheet: &Sheet, lying: &[Lying], own: &Turned) -> Vec<Point> {
    let inner = sheet.inner;
    let mut all = by_boxes(sheet, lying, own);
    all.extend(by_corners(sheet, lying, own));
    let boxes = sheet.is_box && own.outline.is_box();
    if !boxes {
        all.extend(by_grid(sheet, own));
    }
    // what lies a hair outside the plate is laid at its rim
    let high = inner.high - own.size;
    all.retain(|at| at.x <= high.x + 1e-9 && at.y <= high.y + 1e-9);
    for at in &mut all {
        *at = Point::new(at.x.max(inner.low.x), at.y.max(inner.low.y));
    }
    let order = |a: &Point, b: &Point| a.x.total_cmp(&b.x).then(a.y.total_cmp(&b.y));
    all.sort_by(order);
    all.dedup();
    all
}
