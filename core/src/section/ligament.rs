//! What is left of a shape while it is cut, and how does that stand to the forces on it?
//!
//! What no stroke has parted yet is the ligament: pieces of panels, taken as the quadrilaterals of their cells and turned
//! as the shape lies in the room. Left out: the kerf's own width, and steel softened deeper than the strength allows for.

use crate::quantity::{Area, Length};
use crate::section::outline::Point;
use crate::section::panel::{Element, Panel};
use crate::section::profile::Family;
use crate::section::reach::Lie;
use crate::section::stroke::Stroke;

/// A corner of a cell, seen from the end of the shape.
type Quad = Vec<Point>;

/// A stretch of a panel that is still whole.
struct Whole<'a> {
    panel: &'a Panel,
    from: f64,
    to: f64,
}

/// The stretches of a panel that none of these strokes has parted.
fn whole<'a>(panel: &'a Panel, at: usize, done: &[&Stroke]) -> Vec<Whole<'a>> {
    let mut spans: Vec<(f64, f64)> = done
        .iter()
        .filter(|stroke| stroke.panel == at)
        .map(|stroke| {
            let across = || stroke.line.iter().map(|point| point.0);
            (across().fold(f64::INFINITY, f64::min), across().fold(0.0, f64::max))
        })
        .collect();
    spans.push((panel.width(), panel.width()));
    spans.sort_by(|a, b| a.0.total_cmp(&b.0));
    let (mut left, mut reached) = (Vec::new(), 0.0_f64);
    for (from, to) in spans {
        if from - reached > 1e-9 {
            left.push(Whole { panel, from: reached, to: from });
        }
        reached = reached.max(to);
    }
    left
}

/// Outward at a border between cells: the middle of both sides, so that bends close without gap or overlap.
fn border_normal(panel: &Panel, border: usize) -> Point {
    let last = panel.thickness.len() - 1;
    let (a, b) = (panel.normal(border.max(1) - 1), panel.normal(border.min(last)));
    let sum = (a.0 + b.0, a.1 + b.1);
    let length = sum.0.hypot(sum.1).max(f64::MIN_POSITIVE);
    (sum.0 / length, sum.1 / length)
}

impl Whole<'_> {
    fn width(&self) -> f64 {
        self.to - self.from
    }

    fn area(&self) -> f64 {
        self.panel.area_between(self.from, self.to)
    }

    /// Its cells. A web between two fillets is as thick on one side as on the other; all else grows inward from its face.
    fn quads(&self, two_sided: bool) -> Vec<Quad> {
        let panel = self.panel;
        let usual = panel.thickness[panel.cell(panel.width() / 2.0)];
        let mut all = Vec::new();
        for cell in 0..panel.thickness.len() {
            let (from, to) = (panel.u[cell].max(self.from), panel.u[cell + 1].min(self.to));
            if to - from <= 1e-12 {
                continue;
            }
            let thickness = panel.thickness[cell];
            let out = if two_sided { (thickness - usual) / 2.0 } else { 0.0 };
            let whole_cell =
                (from - panel.u[cell]).abs() < 1e-12 && (to - panel.u[cell + 1]).abs() < 1e-12;
            let normals = if whole_cell {
                (border_normal(panel, cell), border_normal(panel, cell + 1))
            } else {
                (panel.normal(cell), panel.normal(cell))
            };
            let moved = |(x, y): Point, (nx, ny): Point, by: f64| (x + nx * by, y + ny * by);
            let (a, b) = (panel.at(from + 1e-12), panel.at(to - 1e-12));
            all.push(vec![
                moved(a, normals.0, out),
                moved(b, normals.1, out),
                moved(b, normals.1, out - thickness),
                moved(a, normals.0, out - thickness),
            ]);
        }
        all
    }
}

/// Area, first moments and second moments of a polygon about the origin: A, Sx = ∫x, Sy = ∫y, ∫x², ∫y², ∫xy.
fn moments(polygon: &[Point]) -> [f64; 6] {
    let next = polygon.iter().cycle().skip(1);
    let mut sum = [0.0; 6];
    for (a, b) in polygon.iter().zip(next) {
        let cross = a.0 * b.1 - b.0 * a.1;
        sum[0] += cross / 2.0;
        sum[1] += cross * (a.0 + b.0) / 6.0;
        sum[2] += cross * (a.1 + b.1) / 6.0;
        sum[3] += cross * (a.0 * a.0 + a.0 * b.0 + b.0 * b.0) / 12.0;
        sum[4] += cross * (a.1 * a.1 + a.1 * b.1 + b.1 * b.1) / 12.0;
        sum[5] += cross * (a.0 * (2.0 * a.1 + b.1) + b.0 * (a.1 + 2.0 * b.1)) / 24.0;
    }
    let sign = if sum[0] < 0.0 { -1.0 } else { 1.0 };
    sum.map(|value| sign * value)
}

/// The part of a convex polygon above a level line.
fn above(polygon: &[Point], level: f64) -> Vec<Point> {
    let mut kept = Vec::new();
    let next = polygon.iter().cycle().skip(1);
    for (a, b) in polygon.iter().zip(next) {
        if a.1 >= level {
            kept.push(*a);
        }
        if (a.1 >= level) != (b.1 >= level) {
            let part = (level - a.1) / (b.1 - a.1);
            kept.push((a.0 + part * (b.0 - a.0), level));
        }
    }
    kept
}

fn total(quads: &[Quad]) -> [f64; 6] {
    quads.iter().map(|quad| moments(quad)).fold([0.0; 6], |mut sum, one| {
        sum.iter_mut().zip(one).for_each(|(sum, one)| *sum += one);
        sum
    })
}

/// Halvings of the search for the level line: to a billionth of the height.
const HALVINGS: u32 = 32;

/// First moment of both halves about the level line that halves the area, m³.
fn plastic_modulus(quads: &[Quad], all: &[f64; 6]) -> f64 {
    let heights = || quads.iter().flatten().map(|point| point.1);
    let (mut low, mut high) =
        (heights().fold(f64::INFINITY, f64::min), heights().fold(f64::NEG_INFINITY, f64::max));
    let upper = |level: f64| -> Vec<Quad> { quads.iter().map(|quad| above(quad, level)).collect() };
    for _ in 0..HALVINGS {
        let level = (low + high) / 2.0;
        if total(&upper(level))[0] > all[0] / 2.0 { low = level } else { high = level }
    }
    let level = (low + high) / 2.0;
    let top = total(&upper(level));
    let (over, under) = (top[2] - top[0] * level, all[2] - all[0] * level);
    // what lies below has the rest of the first moment, downward
    over - (under - over)
}

/// What is left of a shape, as it lies in the room.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Ligament {
    /// Steel still whole.
    pub area: Area,
    /// Its centroid, seen from the end as the shape is drawn.
    pub centroid: Point,
    /// Its centroid across the room.
    pub across: Length,
    /// Along the panels.
    pub width: Length,
    /// Plastic modulus about the level line that halves its area, m³.
    pub plastic: f64,
    /// Sum over its plates of t²·(b − t/3)/2, m³.
    pub torsion: f64,
    /// Whether it mirrors itself about the level or the plumb line: its product of inertia is nothing.
    pub is_symmetric: bool,
}

/// Part of the geometric mean of both moments of inertia below which their product counts as none. Source: `ours`.
const SYMMETRIC: f64 = 0.01;

/// What is left after these strokes; `None` where nothing is.
#[must_use]
pub fn ligament(panels: &[Panel], family: Family, done: &[&Stroke], lie: Lie) -> Option<Ligament> {
    let left: Vec<Whole<'_>> =
        panels.iter().enumerate().flat_map(|(at, panel)| whole(panel, at, done)).collect();
    let has_two_fillets = matches!(family, Family::I | Family::Tee);
    let drawn: Vec<Quad> = left
        .iter()
        .flat_map(|it| it.quads(has_two_fillets && it.panel.element == Element::Web))
        .collect();
    let own = total(&drawn);
    if own[0] <= 0.0 {
        return None;
    }
    let turned = |quad: &Quad| quad.iter().map(|point| lie.turn(*point)).collect();
    let quads: Vec<Quad> = drawn.iter().map(turned).collect();
    let all = total(&quads);
    let (x, y) = (all[1] / all[0], all[2] / all[0]);
    let (along_x, along_y) = (all[3] - all[0] * x * x, all[4] - all[0] * y * y);
    let product = all[5] - all[0] * x * y;
    let torsion = left.iter().map(|it| {
        let thickness = it.area() / it.width();
        let (b, t) = (it.width().max(thickness), it.width().min(thickness));
        t * t * (b - t / 3.0) / 2.0
    });
    Some(Ligament {
        area: Area::from_m2(all[0]),
        centroid: (own[1] / own[0], own[2] / own[0]),
        across: Length::from_m(x),
        width: Length::from_m(left.iter().map(Whole::width).sum()),
        plastic: plastic_modulus(&quads, &all),
        torsion: torsion.sum(),
        is_symmetric: product.abs() <= SYMMETRIC * (along_x * along_y).sqrt(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A rectangle by hand: b·h²/4 about the level, h/2 from the middle, and a triangle clipped at half its height.
    #[test]
    fn a_rectangle_has_the_modulus_of_the_textbook() {
        let rectangle = vec![vec![(0.0, 0.0), (0.2, 0.0), (0.2, 0.3), (0.0, 0.3)]];
        let all = total(&rectangle);
        assert!((plastic_modulus(&rectangle, &all) - 0.2 * 0.09 / 4.0).abs() < 1e-9);
        assert!((all[3] - 0.3 * 0.008 / 3.0).abs() < 1e-12, "about its edge: b³h/3");
        let triangle = [(0.0, 0.0), (1.0, 0.0), (0.5, 1.0)];
        assert!((moments(&above(&triangle, 0.5))[0] - 0.125).abs() < 1e-12, "a quarter of it");
    }
}
