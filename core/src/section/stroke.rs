//! What does the jet meet along a line over a panel? Length, thickness, area, and where to slow.
//!
//! A line runs over the unfolded panel: `u` across it, `z` along the shape. Length and thickness are those of the panel;
//! a tilted jet meets more of it, by the cosine of the tilt, and one that runs edgewise meets the whole line at once.

use crate::quantity::{Angle, Area, Length};
use crate::section::outline::Point;
use crate::section::panel::{Element, Panel};
use crate::section::reach::{Approach, Attitude, Lie, Lying, Side, Wish};

/// A line over an unfolded panel: `u` and `z`, m.
pub type Line = Vec<Point>;

/// Where a stroke begins.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum StrokeStart {
    /// At an edge in the open.
    Edge,
    /// In the kerf of an earlier stroke.
    Kerf,
    /// Through the solid, in the scrap.
    Pierce,
    /// In a drilled hole.
    DrilledHole,
}

/// A stretch of a stroke at which the torch slows.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct SlowZone {
    /// Along the stroke.
    pub from: Length,
    /// Along the stroke.
    pub to: Length,
    /// What the jet meets there, the mean of it.
    pub thickness: Length,
    /// Code of the reason: `fillet`, `web_behind`, `heel`, `corner`, `thick`.
    pub why: &'static str,
}

/// One stroke of the torch over a shape.
#[derive(Clone, Debug, PartialEq)]
pub struct Stroke {
    /// Which panel.
    pub panel: usize,
    /// What that is.
    pub element: Element,
    /// Its line over the unfolded panel, from start to end.
    pub line: Line,
    /// Whether the torch is on the panel's inner face.
    pub inside: bool,
    /// The side that its face looks to, as the shape lies.
    pub face: Side,
    /// The side that it is reached from.
    pub from: Side,
    /// How the torch points.
    pub attitude: Attitude,
    /// Along the line.
    pub length: Length,
    /// As far as the torch moves: the line, or the panel's thickness where it runs edgewise.
    pub travel: Length,
    /// What the jet meets on most of its way, a tilt not counted: the panel's thickness, or the line where it runs edgewise.
    pub through: Length,
    /// Square to the panel: the least.
    pub thin: Length,
    /// What most of the line has.
    pub usual: Length,
    /// The most.
    pub thick: Length,
    /// Tilt of the torch from square, at its most.
    pub bevel: Angle,
    /// Thickness integrated along the line.
    pub cut_area: Area,
    /// Where it begins.
    pub start: StrokeStart,
    /// The stroke in whose kerf it begins.
    pub kerf_of: Option<usize>,
    /// Where the torch slows.
    pub slow: Vec<SlowZone>,
    /// Code of the reason for its place in the order.
    pub why: &'static str,
    /// Whether its side is in reach.
    pub reached: bool,
    /// Whether the piece is turned before it.
    pub turned: bool,
    /// How the shape lies while it is cut.
    pub lie: Lie,
}

/// Where the torch hand stands: always on the piece's side of the line, never under the drop.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Stand {
    /// On the near side.
    #[strum(serialize = "stand_near")]
    Near,
    /// Across the work.
    #[strum(serialize = "stand_far")]
    Far,
    /// On the near side, an arm's length back: the slag falls where the hand would be.
    #[strum(serialize = "stand_clear")]
    Clear,
    /// Where one stands, with the piece turned under the torch.
    #[strum(serialize = "stand_turned")]
    Turned,
}

impl Stroke {
    /// Where the torch hand stands for it. Source: `common_practice`.
    #[must_use]
    pub const fn stand(&self) -> Stand {
        match (self.turned, self.from) {
            (true, _) => Stand::Turned,
            (_, Side::Below) => Stand::Clear,
            (_, Side::Far) => Stand::Far,
            (_, Side::Above | Side::Near) => Stand::Near,
        }
    }
}

/// Beyond this part of the usual thickness the torch slows. Source: `ours`.
const SLOWER: f64 = 1.15;

/// A short piece of a line: its length, the thickness there, and a reason to slow with what it adds.
struct Piece {
    length: f64,
    thickness: f64,
    slow: Option<(f64, &'static str)>,
}

fn pieces(panel: &Panel, line: &[Point]) -> Vec<Piece> {
    let mut all = Vec::new();
    for pair in line.windows(2) {
        let (a, b) = (pair[0], pair[1]);
        let (du, length) = (b.0 - a.0, (b.0 - a.0).hypot(b.1 - a.1));
        if length <= 0.0 {
            continue;
        }
        let (low, high) = (a.0.min(b.0), a.0.max(b.0));
        let mut borders = vec![low];
        let inside = |u: &&f64| **u > low + 1e-9 && **u < high - 1e-9;
        let zones = panel.slow.iter().flat_map(|slow| [slow.span.0, slow.span.1]);
        borders.extend(panel.u.iter().filter(inside));
        borders.extend(zones.collect::<Vec<_>>().iter().filter(inside));
        borders.push(high);
        borders.sort_by(f64::total_cmp);
        let mut run: Vec<Piece> = borders
            .windows(2)
            .map(|border| {
                let middle = (border[0] + border[1]) / 2.0;
                let part = if du.abs() > 1e-12 { (border[1] - border[0]) / du.abs() } else { 1.0 };
                let zone = panel.slow.iter().find(|it| it.span.0 < middle && middle < it.span.1);
                Piece {
                    length: length * part,
                    thickness: panel.thickness[panel.cell(middle)],
                    slow: zone.map(|zone| (zone.extra, zone.why)),
                }
            })
            .filter(|piece| piece.length > 0.0)
            .collect();
        if du < 0.0 {
            run.reverse();
        }
        all.extend(run);
    }
    all
}

/// The thickness that half of the length does not exceed.
fn usual(pieces: &[Piece], length: f64) -> f64 {
    let mut sorted: Vec<(f64, f64)> = pieces.iter().map(|it| (it.thickness, it.length)).collect();
    sorted.sort_by(|a, b| a.0.total_cmp(&b.0));
    let mut run = 0.0;
    for (thickness, part) in sorted {
        run += part;
        // of a symmetric flange just one half is reached with a pair of cells: rounding does not choose between them
        if run >= length / 2.0 * (1.0 - 1e-9) {
            return thickness;
        }
    }
    0.0
}

fn slow_zones(pieces: &[Piece], usual: f64, element: Element) -> Vec<SlowZone> {
    let thicker = if matches!(element, Element::Web | Element::Leg) { "fillet" } else { "thick" };
    let mut zones: Vec<SlowZone> = Vec::new();
    let mut at = 0.0;
    for piece in pieces {
        let to = at + piece.length;
        let found = match piece.slow {
            Some((extra, why)) => Some((piece.thickness + extra, why)),
            None if piece.thickness > usual * SLOWER => Some((piece.thickness, thicker)),
            None => None,
        };
        if let Some((thickness, why)) = found {
            match zones.last_mut() {
                Some(last) if last.why == why && (last.to.as_m() - at).abs() < 1e-9 => {
                    let (own, new) = (last.to.as_m() - last.from.as_m(), piece.length);
                    let mean = (last.thickness.as_m() * own + thickness * new) / (own + new);
                    last.thickness = Length::from_m(mean);
                    last.to = Length::from_m(to);
                }
                _ => zones.push(SlowZone {
                    from: Length::from_m(at),
                    to: Length::from_m(to),
                    thickness: Length::from_m(thickness),
                    why,
                }),
            }
        }
        at = to;
    }
    zones
}

/// A line over a panel on its way to be a stroke.
pub(super) struct Drawn<'a> {
    /// The panel and its number.
    pub panel: (&'a Panel, usize),
    /// From start to end.
    pub line: Line,
    /// Tilt of the torch at its most.
    pub bevel: Angle,
    /// Where it begins, and in whose kerf.
    pub start: (StrokeStart, Option<usize>),
    /// Why it has its place.
    pub why: &'static str,
}

/// How the torch comes to it.
pub(super) struct Held {
    pub attitude: Attitude,
    pub inside: bool,
    pub face: Side,
    pub from: Side,
    pub reached: bool,
    pub turned: bool,
    pub lie: Lie,
}

impl Held {
    /// As a panel is come at from a side; a piece that may be turned is turned until the panel is up.
    pub(super) fn of(way: &Approach, panel: &Panel, from: Side, lying: Lying) -> Self {
        let outward = lying.lie.turn(panel.outward());
        let facing = if way.inside { (-outward.0, -outward.1) } else { outward };
        let up = lying.wish == Wish::Turned;
        Self {
            attitude: way.attitude,
            inside: way.inside,
            face: if up { Side::Above } else { Side::facing(facing) },
            from,
            reached: way.reached,
            turned: false,
            lie: if up { Lie::with_up(panel.outward()) } else { lying.lie },
        }
    }
}

/// Measures a line and makes it a stroke.
pub(super) fn stroke(drawn: Drawn<'_>, held: &Held) -> Stroke {
    let (panel, at) = drawn.panel;
    let edgewise = held.attitude == Attitude::Edgewise;
    let all = pieces(panel, &drawn.line);
    let length: f64 = all.iter().map(|piece| piece.length).sum();
    let area: f64 = all.iter().map(|piece| piece.length * piece.thickness).sum();
    let usual = usual(&all, length);
    let thicknesses = || all.iter().map(|piece| piece.thickness);
    // edgewise the jet runs along the panel: as thick as that is wide, for as long as that is thick
    let (travel, through) =
        if edgewise { (area / length.max(f64::MIN_POSITIVE), length) } else { (length, usual) };
    let slow = if edgewise { Vec::new() } else { slow_zones(&all, usual, panel.element) };
    Stroke {
        panel: at,
        element: panel.element,
        line: drawn.line,
        inside: held.inside,
        face: held.face,
        from: held.from,
        attitude: held.attitude,
        length: Length::from_m(length),
        travel: Length::from_m(travel),
        through: Length::from_m(through),
        thin: Length::from_m(thicknesses().fold(f64::INFINITY, f64::min)),
        usual: Length::from_m(usual),
        thick: Length::from_m(thicknesses().fold(0.0, f64::max)),
        bevel: drawn.bevel,
        cut_area: Area::from_m2(area),
        start: drawn.start.0,
        kerf_of: drawn.start.1,
        slow,
        why: drawn.why,
        reached: held.reached,
        turned: held.turned,
        lie: held.lie,
    }
}
