//! Into which flat or bent pieces does a shape fall for the torch? Its panels, unfolded.
//!
//! A panel is a flange, a web, a leg, a wall, a quarter of a round. Going round the steel counter-clockwise its outer
//! face lies to the right; `u` runs along it, and every cell of `u` has one thickness, measured square to the
//! panel. Panels share the outline without gap or overlap: a flange owns its corner, a web its fillets, two walls
//! half a rounded corner each. Theory: docs/model/section.md.

use crate::section::outline::{Outline, Point, flange_at};
use crate::section::profile::{Family, Profile};

/// What a stroke goes through.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Element {
    /// A flange of I, channel or tee.
    Flange,
    /// A web, or the stem of a tee.
    Web,
    /// A leg of an angle.
    Leg,
    /// A wall of a tube, or a quarter of a round one.
    Wall,
    /// A flat, or a round bar.
    Plate,
}

/// How a panel ends.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum End {
    /// In the open: a stroke can start there.
    Free,
    /// At another panel.
    Joined(usize),
}

/// A stretch of a panel where the jet meets more than the panel, so that the torch slows.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Slow {
    /// From and to, along `u`, m.
    pub span: (f64, f64),
    /// Steel beside the panel's own, m.
    pub extra: f64,
    /// Code of the reason.
    pub why: &'static str,
}

/// One piece of a shape, unfolded.
#[derive(Clone, Debug, PartialEq)]
pub struct Panel {
    /// What it is.
    pub element: Element,
    /// Along the panel, m: the borders of its cells, from 0.
    pub u: Vec<f64>,
    /// Where those borders stand on its outer face, seen from the end of the shape, m.
    pub face: Vec<Point>,
    /// Thickness of each cell, m.
    pub thickness: Vec<f64>,
    /// How it starts and ends.
    pub ends: [End; 2],
    /// Where the torch slows.
    pub slow: Vec<Slow>,
    /// The panel that stands on its middle, as a web on a flange.
    pub carries: Option<usize>,
}

/// Cells of a panel of changing thickness. Source: `ours`.
pub const CELLS: usize = 48;
/// Cells of a fillet. Source: `ours`.
pub const FILLET_CELLS: usize = 16;

impl Panel {
    /// Along the panel, m.
    #[must_use]
    pub fn width(&self) -> f64 {
        self.u.last().copied().unwrap_or(0.0)
    }

    /// Steel of the panel, m².
    #[must_use]
    pub fn area(&self) -> f64 {
        let cells = self.u.windows(2).zip(&self.thickness);
        cells.map(|(pair, thickness)| (pair[1] - pair[0]) * thickness).sum()
    }

    /// Steel of a stretch of it, m².
    #[must_use]
    pub fn area_between(&self, from: f64, to: f64) -> f64 {
        let cells = self.u.windows(2).zip(&self.thickness);
        cells.map(|(pair, t)| (pair[1].min(to) - pair[0].max(from)).max(0.0) * t).sum()
    }

    /// The cell that holds `u`.
    #[must_use]
    pub fn cell(&self, u: f64) -> usize {
        let at = self.u.partition_point(|border| *border <= u);
        at.clamp(1, self.thickness.len().max(1)) - 1
    }

    /// Outward, at a cell: a unit vector across and up.
    #[must_use]
    pub fn normal(&self, cell: usize) -> Point {
        let (a, b) = (self.face[cell], self.face[cell + 1]);
        let (x, y) = (b.0 - a.0, b.1 - a.1);
        let length = x.hypot(y).max(f64::MIN_POSITIVE);
        (y / length, -x / length)
    }

    /// Outward at its middle.
    #[must_use]
    pub fn outward(&self) -> Point {
        self.normal(self.cell(self.width() / 2.0))
    }

    /// A point of the outer face, seen from the end of the shape.
    #[must_use]
    pub fn at(&self, u: f64) -> Point {
        let cell = self.cell(u);
        let (from, to) = (self.u[cell], self.u[cell + 1]);
        let part = ((u - from) / (to - from)).clamp(0.0, 1.0);
        let (a, b) = (self.face[cell], self.face[cell + 1]);
        (a.0 + part * (b.0 - a.0), a.1 + part * (b.1 - a.1))
    }

    /// Whether it ends in the open anywhere.
    #[must_use]
    pub fn has_edge(&self) -> bool {
        self.ends.contains(&End::Free)
    }
}

/// Where the outline crosses a line of constant `x` (or `y`), in order.
fn crossings(line: &[Point], at: f64, upright: bool) -> Vec<f64> {
    let turned = |p: &Point| if upright { (p.0, p.1) } else { (p.1, p.0) };
    let next = line.iter().cycle().skip(1);
    let mut all: Vec<f64> = line
        .iter()
        .zip(next)
        .map(|(a, b)| (turned(a), turned(b)))
        .filter(|(a, b)| (a.0 <= at) != (b.0 <= at))
        .map(|(a, b)| a.1 + (at - a.0) / (b.0 - a.0) * (b.1 - a.1))
        .collect();
    all.sort_by(f64::total_cmp);
    all
}

/// Steel from the top (or the bottom) of a shape down to its first gap, at `x`.
pub fn chord_from(outline: &Outline, x: f64, top: bool) -> f64 {
    let all = crossings(&outline.outer, x, true);
    match (all.as_slice(), top) {
        ([.., below, above], true) => above - below,
        ([below, above, ..], false) => above - below,
        _ => 0.0,
    }
}

/// Steel across a shape at the height `y`, through `x`.
pub fn chord_across(outline: &Outline, y: f64, x: f64) -> f64 {
    let all = crossings(&outline.outer, y, false);
    all.chunks_exact(2)
        .find(|pair| pair[0] <= x && x <= pair[1])
        .map_or(0.0, |pair| pair[1] - pair[0])
}

#[allow(clippy::cast_precision_loss, reason = "a few dozen")]
pub(crate) fn spread(from: f64, to: f64, cells: usize) -> impl Iterator<Item = f64> {
    (1..=cells).map(move |i| from + (to - from) * i as f64 / cells as f64)
}

/// A straight panel from `from` to `to`, its thickness asked at the middle of every cell.
pub(crate) fn straight(
    element: Element,
    (from, to): (Point, Point),
    borders: Vec<f64>,
    thickness: impl Fn(Point) -> f64,
) -> Panel {
    let length = (to.0 - from.0).hypot(to.1 - from.1);
    let on = |u: f64| {
        let part = u / length;
        (from.0 + part * (to.0 - from.0), from.1 + part * (to.1 - from.1))
    };
    let middles = borders.windows(2).map(|pair| on((pair[0] + pair[1]) / 2.0));
    Panel {
        element,
        thickness: middles.map(thickness).collect(),
        face: borders.iter().map(|u| on(*u)).collect(),
        u: borders,
        ends: [End::Free; 2],
        slow: Vec::new(),
        carries: None,
    }
}

pub(crate) fn even(length: f64, cells: usize) -> Vec<f64> {
    std::iter::once(0.0).chain(spread(0.0, length, cells)).collect()
}

/// Cells of a web: fine in the fillets at those ends that have one.
pub(crate) fn with_fillets(length: f64, reach: f64, ends: [bool; 2]) -> Vec<f64> {
    let reach = reach.min(length / 2.0);
    let (first, last) = (if ends[0] { reach } else { 0.0 }, if ends[1] { reach } else { 0.0 });
    let mut all = vec![0.0];
    if first > 0.0 {
        all.extend(spread(0.0, first, FILLET_CELLS));
    }
    if length - last > first {
        all.extend(spread(first, length - last, 8));
    }
    if last > 0.0 {
        all.extend(spread(length - last, length, FILLET_CELLS));
    }
    all
}

/// Flange thickness where it meets the web.
pub fn at_web(profile: &Profile) -> f64 {
    let one_sided = profile.family == Family::Channel;
    let projection =
        (profile.width.as_m() - profile.web.as_m()) / if one_sided { 1.0 } else { 2.0 };
    flange_at(profile, projection).1
}

/// How far a fillet reaches along the web, with room for a sloped flange. Source: `ours`.
pub const FILLET_REACH: f64 = 1.5;
