//! Into which flat or bent pieces does a shape fall for the torch? Its panels, unfolded.
//!
//! A panel is a flange, a web, a leg, a wall, a quarter of a round. Going round the steel counter-clockwise its outer
//! face lies to the right; `u` runs along it, and every cell of `u` has one thickness, measured square to the
//! panel. Panels share the outline without gap or overlap: a flange owns its corner, a web its fillets, two walls
//! half a rounded corner each. Theory: docs/model/section.md.

use std::f64::consts::PI;

use super::outline::{Outline, Point, flange_at};
use super::profile::{Family, Profile};

/// What a stroke goes through.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
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

impl Element {
    /// Its code in interfaces.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Flange => "flange",
            Self::Web => "web",
            Self::Leg => "leg",
            Self::Wall => "wall",
            Self::Plate => "plate",
        }
    }
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
const CELLS: usize = 48;
/// Cells of a fillet. Source: `ours`.
const FILLET_CELLS: usize = 16;

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
fn chord_from(outline: &Outline, x: f64, top: bool) -> f64 {
    let all = crossings(&outline.outer, x, true);
    match (all.as_slice(), top) {
        ([.., below, above], true) => above - below,
        ([below, above, ..], false) => above - below,
        _ => 0.0,
    }
}

/// Steel across a shape at the height `y`, through `x`.
fn chord_across(outline: &Outline, y: f64, x: f64) -> f64 {
    let all = crossings(&outline.outer, y, false);
    all.chunks_exact(2)
        .find(|pair| pair[0] <= x && x <= pair[1])
        .map_or(0.0, |pair| pair[1] - pair[0])
}

#[allow(clippy::cast_precision_loss, reason = "a few dozen")]
fn spread(from: f64, to: f64, cells: usize) -> impl Iterator<Item = f64> {
    (1..=cells).map(move |i| from + (to - from) * i as f64 / cells as f64)
}

/// A straight panel from `from` to `to`, its thickness asked at the middle of every cell.
fn straight(
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

fn even(length: f64, cells: usize) -> Vec<f64> {
    std::iter::once(0.0).chain(spread(0.0, length, cells)).collect()
}

/// Cells of a web: fine in the fillets at those ends that have one.
fn with_fillets(length: f64, reach: f64, ends: [bool; 2]) -> Vec<f64> {
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
pub(super) fn at_web(profile: &Profile) -> f64 {
    let one_sided = profile.family == Family::Channel;
    let projection =
        (profile.width.as_m() - profile.web.as_m()) / if one_sided { 1.0 } else { 2.0 };
    flange_at(profile, projection).1
}

/// How far a fillet reaches along the web, with room for a sloped flange. Source: `ours`.
const FILLET_REACH: f64 = 1.5;

/// The panels of a shape, in the order of the outline.
#[must_use]
pub fn panels(profile: &Profile) -> Vec<Panel> {
    match profile.family {
        Family::I => flanged(profile, true),
        Family::Tee => flanged(profile, false),
        Family::Channel => channel(profile),
        Family::Angle => angle(profile),
        Family::RectangularTube => rectangular(profile),
        Family::RoundTube | Family::Pipe => round(profile),
        Family::Flat => flat(profile),
        Family::RoundBar => bar(profile),
    }
}

fn root_zone(middle: f64, profile: &Profile) -> Slow {
    let half = profile.web.as_m() / 2.0 + profile.root.as_m();
    let extra = profile.root.as_m();
    Slow { span: (middle - half, middle + half), extra, why: "web_behind" }
}

/// I and tee: the flange over the web, the web (or stem), the flange under it.
fn flanged(profile: &Profile, two: bool) -> Vec<Panel> {
    let outline = profile.outline();
    let (d, b, w) =
        (profile.depth.as_m() / 2.0, profile.width.as_m() / 2.0, profile.web.as_m() / 2.0);
    let flange = at_web(profile);
    let of_flange = |top: bool| {
        let (y, from, to) = if top { (d, b, -b) } else { (-d, -b, b) };
        let mut panel =
            straight(Element::Flange, ((from, y), (to, y)), even(2.0 * b, CELLS), |(x, _)| {
                chord_from(&outline, x, top).min(flange)
            });
        panel.slow.push(root_zone(b, profile));
        panel.carries = Some(1);
        panel
    };
    let bottom = if two { -d + flange } else { -d };
    let (from, to) = ((-w, d - flange), (-w, bottom));
    let reach = profile.root.as_m() * FILLET_REACH;
    let borders = with_fillets(from.1 - to.1, reach, [true, two]);
    let mut web =
        straight(Element::Web, (from, to), borders, |(_, y)| chord_across(&outline, y, 0.0));
    web.ends = [End::Joined(0), if two { End::Joined(2) } else { End::Free }];
    let mut all = vec![of_flange(true), web];
    if two {
        all.push(of_flange(false));
    }
    all
}

fn heel_zone(width: f64, at_end: bool, profile: &Profile) -> Slow {
    let reach = profile.web.as_m() + profile.root.as_m();
    let span = if at_end { (width - reach, width) } else { (0.0, reach) };
    Slow { span, extra: profile.root.as_m().max(profile.web.as_m() / 2.0), why: "heel" }
}

fn channel(profile: &Profile) -> Vec<Panel> {
    let outline = profile.outline();
    let (d, b, w) = (profile.depth.as_m() / 2.0, profile.width.as_m(), profile.web.as_m());
    let (x, flange) = (-b / 2.0, at_web(profile));
    let of_flange = |top: bool| {
        let (y, from, to) = if top { (d, x + b, x) } else { (-d, x, x + b) };
        let mut panel =
            straight(Element::Flange, ((from, y), (to, y)), even(b, CELLS), |(at, _)| {
                chord_from(&outline, at, top).min(flange)
            });
        panel.ends = if top { [End::Free, End::Joined(1)] } else { [End::Joined(1), End::Free] };
        panel.slow.push(heel_zone(b, top, profile));
        panel
    };
    let (from, to) = ((x, d - flange), (x, -d + flange));
    let borders = with_fillets(from.1 - to.1, profile.root.as_m() * FILLET_REACH, [true, true]);
    let mut web = straight(Element::Web, (from, to), borders, |(_, y)| {
        chord_across(&outline, y, x + w / 2.0)
    });
    web.ends = [End::Joined(0), End::Joined(2)];
    vec![of_flange(true), web, of_flange(false)]
}

/// The upright leg with its tip up, then the flat one with the heel.
fn angle(profile: &Profile) -> Vec<Panel> {
    let outline = profile.outline();
    let (d, b) = (profile.depth.as_m(), profile.width.as_m());
    let (w, f) = (profile.web.as_m(), profile.flange.as_m());
    let (x, y) = (-b / 2.0, -d / 2.0);
    let (from, to) = ((x, y + d), (x, y + f));
    let borders = with_fillets(d - f, profile.root.as_m(), [true, true]);
    let mut upright = straight(Element::Leg, (from, to), borders, |(_, at)| {
        chord_across(&outline, at, x + w / 2.0)
    });
    upright.ends = [End::Free, End::Joined(1)];
    let mut lying = straight(Element::Leg, ((x, y), (x + b, y)), even(b, CELLS), |(at, _)| {
        chord_from(&outline, at, false).min(f)
    });
    lying.ends = [End::Joined(0), End::Free];
    lying.slow.push(heel_zone(b, false, profile));
    vec![upright, lying]
}

/// Four walls from the top one counter-clockwise.
fn rectangular(profile: &Profile) -> Vec<Panel> {
    let (d, b, t) = (profile.depth.as_m(), profile.width.as_m(), profile.web.as_m());
    let corner = profile.root.as_m();
    let joined = |at: usize| [End::Joined((at + 3) % 4), End::Joined((at + 1) % 4)];
    let turn = |p: Point, at: usize| match at {
        0 => p,
        1 => (-p.1, p.0),
        2 => (-p.0, -p.1),
        _ => (p.1, -p.0),
    };
    (0..4)
        .map(|at| {
            // along the wall, and from the middle of the tube to it
            let (along, off) = if at % 2 == 0 { (b, d / 2.0) } else { (d, b / 2.0) };
            let wall = if corner >= t {
                bent_wall((along, off), t, corner)
            } else {
                // sharp corners belong to the walls above and below
                let along = if at % 2 == 0 { along } else { along - 2.0 * t };
                let cut_off = move |(x, _): Point| {
                    let inside = (along / 2.0 - corner).max(0.0);
                    let over = (x.abs() - inside).max(0.0).min(corner);
                    let lost = corner - (corner * corner - over * over).max(0.0).sqrt();
                    if at % 2 == 0 { t - lost } else { t }
                };
                let ends = ((along / 2.0, off), (-along / 2.0, off));
                straight(Element::Wall, ends, even(along, CELLS), cut_off)
            };
            let face = wall.face.into_iter().map(|p| turn(p, at)).collect();
            Panel { face, ends: joined(at), ..wall }
        })
        .collect()
}

/// A wall with half of both its rounded corners, along the middle of its thickness.
fn bent_wall((along, off): (f64, f64), t: f64, corner: f64) -> Panel {
    let (flat, bend) = (along - 2.0 * corner, PI / 4.0 * (corner - t / 2.0));
    let mut u = vec![0.0];
    u.extend(spread(0.0, bend, FILLET_CELLS));
    u.extend(spread(bend, bend + flat, 8));
    u.extend(spread(bend + flat, 2.0 * bend + flat, FILLET_CELLS));
    let on = |u: f64| {
        let arc = |turned: f64, side: f64| {
            let (sin, cos) = turned.sin_cos();
            (side * (flat / 2.0 + corner * sin), off - corner + corner * cos)
        };
        if u < bend {
            arc((bend - u) / bend * PI / 4.0, 1.0)
        } else if u > bend + flat {
            arc((u - bend - flat) / bend * PI / 4.0, -1.0)
        } else {
            (flat / 2.0 - (u - bend), off)
        }
    };
    let width = 2.0 * bend + flat;
    let extra = t * (2.0_f64.sqrt() - 1.0);
    let slow = [(0.0, bend), (bend + flat, width)];
    Panel {
        element: Element::Wall,
        face: u.iter().map(|u| on(*u)).collect(),
        thickness: vec![t; u.len() - 1],
        u,
        ends: [End::Free; 2],
        slow: slow.map(|span| Slow { span, extra, why: "corner" }).to_vec(),
        carries: None,
    }
}

/// Four quarters from the top one counter-clockwise, along the middle of the wall.
fn round(profile: &Profile) -> Vec<Panel> {
    let (d, t) = (profile.depth.as_m(), profile.web.as_m());
    let quarter = PI / 4.0 * (d - t);
    (0..4)
        .map(|at| {
            let u = even(quarter, CELLS);
            #[allow(clippy::cast_precision_loss, reason = "0 to 3")]
            let begin = PI / 4.0 + PI / 2.0 * at as f64;
            let on = |u: &f64| {
                let angle = begin + u / quarter * PI / 2.0;
                (d / 2.0 * angle.cos(), d / 2.0 * angle.sin())
            };
            Panel {
                element: Element::Wall,
                face: u.iter().map(on).collect(),
                thickness: vec![t; CELLS],
                u,
                ends: [End::Joined((at + 3) % 4), End::Joined((at + 1) % 4)],
                slow: Vec::new(),
                carries: None,
            }
        })
        .collect()
}

/// A flat is cut through its wide face, whichever that is.
fn flat(profile: &Profile) -> Vec<Panel> {
    let (d, b) = (profile.depth.as_m(), profile.width.as_m());
    let (x, y) = (b / 2.0, d / 2.0);
    let (ends, length, t) =
        if b >= d { (((x, y), (-x, y)), b, d) } else { (((-x, y), (-x, -y)), d, b) };
    vec![straight(Element::Plate, ends, even(length, 8), |_| t)]
}

fn bar(profile: &Profile) -> Vec<Panel> {
    let r = profile.depth.as_m() / 2.0;
    let chord = |x: f64| 2.0 * (r * r - x * x).max(0.0).sqrt();
    let ends = ((r, 0.0), (-r, 0.0));
    let mut panel = straight(Element::Plate, ends, even(2.0 * r, CELLS), |(x, _)| chord(x));
    for point in &mut panel.face {
        point.1 = chord(point.0) / 2.0;
    }
    vec![panel]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::section::profiles;

    /// The panels are the outline, cut up: nothing is lost, nothing is there twice.
    #[test]
    fn panels_add_up_to_the_outline_of_every_shape() {
        let mut worst = (0.0_f64, "");
        for profile in profiles().into_iter().flatten() {
            let sum: f64 = panels(profile).iter().map(Panel::area).sum();
            let off = (sum / profile.outline().area().as_m2() - 1.0).abs();
            if off > worst.0 {
                worst = (off, &profile.code);
            }
        }
        assert!(worst.0 < 0.005, "{worst:?}");
    }
}
