//! What comes free when a shape is cut, how heavy is it, and after which stroke?
//!
//! Masses are those of whole panels and stretches of them, by the shape's published mass a metre. Kerfs are left out:
//! the masses are a little high, on the safe side.

use std::f64::consts::PI;

use crate::quantity::{Length, Mass};
use crate::section::asked::{Cut, Flanges, Opening, web_of};
use crate::section::balance::Part;
use crate::section::fits::{Notch, into_web};
use crate::section::panel::Panel;
use crate::section::profile::{Family, Profile};
use crate::section::stroke::Stroke;

/// What a part of a cut shape is called.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Named {
    /// What stays.
    Piece,
    /// What is cut off across.
    Drop,
    /// What a cope or an access hole takes out.
    Block,
    /// What an opening takes out.
    Plug,
    /// A flange or leg taken off.
    Flange,
    /// A part of a shape that is parted along its length.
    Tee,
}

/// A part that comes free.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Freed {
    /// What it is.
    pub part: Named,
    /// How heavy.
    pub mass: Mass,
    /// Its centre of gravity along the shape, from the cut or from the end that is cut.
    pub at: Length,
    /// Its length along the shape.
    pub length: Length,
    /// The first stroke that loosens it, from 1.
    pub begun: usize,
    /// The stroke after which it is free, from 1.
    pub after: usize,
}

/// A stretch of a panel, by its number.
type Stretch = (usize, f64, f64);

/// Steel of stretches, m².
fn steel(panels: &[Panel], of: &[Stretch]) -> f64 {
    of.iter().map(|(at, from, to)| panels[*at].area_between(*from, *to)).sum()
}

/// The shape's own kilograms for a volume, m³.
fn mass(profile: &Profile, panels: &[Panel], volume: f64) -> Mass {
    let area: f64 = panels.iter().map(Panel::area).sum();
    Mass::from_kg(profile.mass_per_metre * volume / area.max(f64::MIN_POSITIVE))
}

/// The stretches that a cope takes at its upper or lower flange.
fn coped(profile: &Profile, panels: &[Panel], depth: f64, top: bool) -> Vec<Stretch> {
    let web = web_of(panels);
    let deep = into_web(profile, &panels[web], depth);
    let width = panels[web].width();
    match profile.family {
        Family::RectangularTube => {
            vec![
                (0, 0.0, panels[0].width()),
                (1, 0.0, deep),
                (3, panels[3].width() - deep, panels[3].width()),
            ]
        }
        Family::Angle | Family::Flat => vec![(web, 0.0, deep)],
        _ if top => vec![(0, 0.0, panels[0].width()), (web, 0.0, deep)],
        _ => {
            let bottom = panels.len() - 1;
            vec![(bottom, 0.0, panels[bottom].width()), (web, width - deep, width)]
        }
    }
}

/// Both parts of a shape that is parted along its web.
fn halves(profile: &Profile, panels: &[Panel], offset: f64) -> [Vec<Stretch>; 2] {
    let web = web_of(panels);
    let at = panels[web].width() / 2.0 + offset;
    let whole = |panel: usize| (panel, 0.0, panels[panel].width());
    let width = panels[web].width();
    match profile.family {
        Family::RectangularTube | Family::RoundTube | Family::Pipe => [
            vec![whole(0), (1, 0.0, at), (3, width - at, width)],
            vec![whole(2), (1, at, width), (3, 0.0, width - at)],
        ],
        _ if panels.len() == 3 => {
            [vec![whole(0), (web, 0.0, at)], vec![whole(2), (web, at, width)]]
        }
        _ => [vec![(web, 0.0, at)], vec![(web, at, width)]],
    }
}

/// The flanges that are stripped off: upper (or only) first.
fn stripped(profile: &Profile, panels: &[Panel], flanges: Flanges) -> Vec<(Vec<Stretch>, f64)> {
    let web = web_of(panels);
    let (width, root) = (panels[web].width(), profile.root.as_m());
    let last = panels.len() - 1;
    let lower = (vec![(last, 0.0, panels[last].width()), (web, width - root, width)], width - root);
    let upper = (vec![(0, 0.0, panels[0].width()), (web, 0.0, root)], root);
    match profile.family {
        Family::Angle => vec![lower],
        Family::Tee => vec![upper],
        _ => [(true, upper), (false, lower)]
            .into_iter()
            .filter(|(top, _)| flanges.has(*top))
            .map(|(_, it)| it)
            .collect(),
    }
}

/// A quarter of a circle in a square corner leaves this part of the square.
const CORNER: f64 = 1.0 - PI / 4.0;

/// A shape that is being cut.
#[derive(Clone, Copy, Debug)]
pub struct BeingCut<'a> {
    /// The shape.
    pub profile: &'a Profile,
    /// Its panels.
    pub panels: &'a [Panel],
    /// What is cut, in order.
    pub strokes: &'a [Stroke],
}

impl BeingCut<'_> {
    fn freed(&self, part: Named, volume: f64, length: f64, strokes: (usize, usize)) -> Freed {
        Freed {
            part,
            mass: mass(self.profile, self.panels, volume),
            at: Length::from_m(length / 2.0),
            length: Length::from_m(length),
            begun: strokes.0,
            after: strokes.1,
        }
    }

    /// The strokes of this reason, from 1.
    fn strokes_for(&self, why: &str, otherwise: &str) -> Vec<usize> {
        let is = |stroke: &Stroke| stroke.why == why || stroke.why == otherwise;
        (1..=self.strokes.len()).filter(|order| is(&self.strokes[order - 1])).collect()
    }

    fn blocks(&self, cope: Notch) -> Vec<Freed> {
        let Notch { length, depth, radius, flanges } = cope;
        let web = &self.panels[web_of(self.panels)];
        let thickness = web.thickness[web.cell(web.width() / 2.0)];
        let lines = if self.profile.family == Family::RectangularTube { 2.0 } else { 1.0 };
        let corners = lines * CORNER * radius * radius * thickness;
        let two = flanges == Flanges::Both && self.panels.len() == 3;
        let tops: &[bool] = if two { &[true, false] } else { &[true] };
        let per_block = self.strokes.len() / tops.len();
        let blocks = tops.iter().enumerate().map(|(turn, top)| {
            let top = if two { *top } else { flanges != Flanges::Bottom || self.panels.len() < 3 };
            let area = steel(self.panels, &coped(self.profile, self.panels, depth, top));
            let strokes = (turn * per_block + 1, (turn + 1) * per_block);
            self.freed(Named::Block, area * length - corners, length, strokes)
        });
        blocks.collect()
    }

    fn holes(&self, hole: Notch) -> Vec<Freed> {
        let Notch { length, depth: height, radius, .. } = hole;
        let web = &self.panels[web_of(self.panels)];
        let volume = web.area_between(0.0, height) * length
            - CORNER * radius * radius * web.thickness[web.cell(height)];
        let block = |order| self.freed(Named::Block, volume, length, (order, order));
        self.strokes_for("hole_ends_at_the_flange", "side_out_of_reach")
            .into_iter()
            .map(block)
            .collect()
    }

    fn plug(&self, opening: Opening, offset: f64) -> Freed {
        let web = &self.panels[web_of(self.panels)];
        let middle = web.width() / 2.0 + offset;
        let thickness = web.thickness[web.cell(middle)];
        let (area, length) = match opening {
            Opening::Round { diameter } => {
                let d = diameter.as_m();
                (PI / 4.0 * d * d, d)
            }
            Opening::Rectangle { width, height, radius } => {
                let (w, h, r) = (width.as_m(), height.as_m(), radius.as_m());
                (w * h - 4.0 * CORNER * r * r, w)
            }
        };
        let plug = self.freed(Named::Plug, area * thickness, length, (1, self.strokes.len()));
        Freed { at: Length::from_m(0.0), ..plug }
    }

    /// The last stroke along a line of the web.
    fn last_along(&self, u: f64) -> usize {
        let on = |stroke: &Stroke| stroke.line.first().is_some_and(|p| (p.0 - u).abs() < 1e-9);
        (1..=self.strokes.len()).rfind(|order| on(&self.strokes[order - 1])).unwrap_or(1)
    }
}

/// Every part that comes free, in the order of coming free.
#[must_use]
pub fn freed(of: BeingCut<'_>, cut: &Cut, drop: Option<(Length, Part)>) -> Vec<Freed> {
    let BeingCut { profile, panels, strokes } = of;
    let all = strokes.len();
    match *cut {
        Cut::Square | Cut::Mitre { .. } | Cut::Bevel { .. } | Cut::Saddle { .. } => drop
            .map(|(length, part)| Freed {
                part: Named::Drop,
                mass: part.mass,
                at: part.centre,
                length,
                begun: 1,
                after: all,
            })
            .into_iter()
            .collect(),
        Cut::Cope { length, depth, radius, flanges } => {
            of.blocks(Notch::new(length, depth, radius, flanges))
        }
        Cut::AccessHole { length, height, radius, flanges } => {
            of.holes(Notch::new(length, height, radius, flanges))
        }
        Cut::WebOpening { opening, offset, .. } => vec![of.plug(opening, offset.as_m())],
        Cut::Strip { flanges, length } => {
            let mut parts: Vec<Freed> = stripped(profile, panels, flanges)
                .iter()
                .map(|(stretches, u)| {
                    let volume = steel(panels, stretches) * length.as_m();
                    of.freed(Named::Flange, volume, length.as_m(), (1, of.last_along(*u)))
                })
                .collect();
            parts.sort_by_key(|part| part.after);
            parts
        }
        Cut::Split { offset, length } => halves(profile, panels, offset.as_m())
            .iter()
            .map(|half| {
                let volume = steel(panels, half) * length.as_m();
                of.freed(Named::Tee, volume, length.as_m(), (1, all))
            })
            .collect(),
    }
}
