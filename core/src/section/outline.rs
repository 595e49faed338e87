//! What does a shape look like from its end? A closed line round the steel, and one round the hollow.
//!
//! Fillets and rounded tips are arcs, flattened so finely that the area is off by less than a part in ten
//! thousand of a fillet's. The shape stands with its web upright; the origin is the middle of its box.

use std::f64::consts::PI;

use crate::quantity::{Area, Length};
use crate::section::profile::{Family, Profile};

/// A point across and up, m.
pub type Point = (f64, f64);

/// The lines round a shape.
#[derive(Clone, Debug, PartialEq)]
pub struct Outline {
    /// Round the steel, counter-clockwise.
    pub outer: Vec<Point>,
    /// Round the hollow; empty where there is none.
    pub inner: Vec<Point>,
}

/// Straight pieces of a quarter of a circle. Source: `ours`.
const PIECES: usize = 16;

/// Rounds the corner at `corner` between the lines to `before` and `after`.
fn rounded(before: Point, corner: Point, after: Point, radius: f64) -> Vec<Point> {
    let unit = |to: Point| {
        let (x, y) = (to.0 - corner.0, to.1 - corner.1);
        let length = x.hypot(y);
        (x / length, y / length)
    };
    let (a, b) = (unit(before), unit(after));
    let half = (a.0 * b.0 + a.1 * b.1).clamp(-1.0, 1.0).acos() / 2.0;
    if radius <= 0.0 || half <= 0.0 || half >= PI / 2.0 {
        return vec![corner];
    }
    let reach = radius / half.tan();
    let middle = (a.0 + b.0, a.1 + b.1);
    let length = middle.0.hypot(middle.1);
    let off = radius / half.sin() / length;
    let centre = (corner.0 + middle.0 * off, corner.1 + middle.1 * off);
    let from = (corner.0 + a.0 * reach, corner.1 + a.1 * reach);
    let to = (corner.0 + b.0 * reach, corner.1 + b.1 * reach);
    let angle = |p: Point| (p.1 - centre.1).atan2(p.0 - centre.0);
    let (start, mut turn) = (angle(from), angle(to) - angle(from));
    if turn > PI {
        turn -= 2.0 * PI;
    }
    if turn < -PI {
        turn += 2.0 * PI;
    }
    (0..=PIECES)
        .map(|i| {
            #[allow(clippy::cast_precision_loss, reason = "a handful")]
            let at = start + turn * i as f64 / PIECES as f64;
            (centre.0 + radius * at.cos(), centre.1 + radius * at.sin())
        })
        .collect()
}

/// A closed line with some of its corners rounded.
fn closed(corners: &[(Point, f64)]) -> Vec<Point> {
    let count = corners.len();
    (0..count)
        .flat_map(|i| {
            let (before, (corner, radius), after) =
                (corners[(i + count - 1) % count].0, corners[i], corners[(i + 1) % count].0);
            rounded(before, corner, after, radius)
        })
        .collect()
}

fn shoelace(line: &[Point]) -> f64 {
    let next = line.iter().cycle().skip(1);
    line.iter().zip(next).map(|(a, b)| a.0 * b.1 - b.0 * a.1).sum::<f64>() / 2.0
}

fn rectangle(width: f64, height: f64, radius: f64) -> Vec<Point> {
    let (x, y) = (width / 2.0, height / 2.0);
    closed(&[((x, -y), radius), ((x, y), radius), ((-x, y), radius), ((-x, -y), radius)])
}

fn circle(diameter: f64) -> Vec<Point> {
    let count = 4 * PIECES;
    // radius that gives the polygon the circle's area
    let step = 2.0 * PI / count as f64;
    let radius = diameter / 2.0 * (step / step.sin()).sqrt();
    (0..count)
        .map(|i| (radius * (step * i as f64).cos(), radius * (step * i as f64).sin()))
        .collect()
}

impl Profile {
    /// The outline of the nominal shape: what the torch meets.
    #[must_use]
    pub fn outline(&self) -> Outline {
        Outline::of(self, self.web)
    }

    /// The outline that its published area rests on.
    #[must_use]
    pub fn design_outline(&self) -> Outline {
        Outline::of(self, self.design_wall.unwrap_or(self.web))
    }
}

impl Outline {
    fn of(profile: &Profile, wall: Length) -> Self {
        let (d, b) = (profile.depth.as_m(), profile.width.as_m());
        let w = profile.web.as_m();
        let t = wall.as_m();
        let solid = |outer: Vec<Point>| Self { outer, inner: Vec::new() };
        match profile.family {
            Family::I => solid(i_shape(profile)),
            Family::Channel => solid(channel(profile)),
            Family::Tee => solid(tee(profile)),
            Family::Angle => solid(angle(profile)),
            Family::RectangularTube => {
                let corner = profile.root.as_m() * t / w;
                Self {
                    outer: rectangle(b, d, corner),
                    inner: rectangle(b - 2.0 * t, d - 2.0 * t, (corner - t).max(0.0)),
                }
            }
            Family::RoundTube | Family::Pipe => {
                Self { outer: circle(d), inner: circle(d - 2.0 * t) }
            }
            Family::Flat => solid(rectangle(b, d, 0.0)),
            Family::RoundBar => solid(circle(d)),
        }
    }

    /// Steel inside the outline.
    #[must_use]
    pub fn area(&self) -> Area {
        Area::from_m2(shoelace(&self.outer) - shoelace(&self.inner))
    }
}

/// Flange thickness at the tip and at the web, from its mean, slope and where that is measured.
pub(super) fn flange_at(profile: &Profile, projection: f64) -> (f64, f64) {
    let (f, at) = (profile.flange.as_m(), profile.slope_at.as_m());
    (f - profile.slope * at, f + profile.slope * (projection - at))
}

fn i_shape(profile: &Profile) -> Vec<Point> {
    let (d, b, w) =
        (profile.depth.as_m() / 2.0, profile.width.as_m() / 2.0, profile.web.as_m() / 2.0);
    let (root, toe) = (profile.root.as_m(), profile.toe.as_m());
    let (tip, at_web) = flange_at(profile, b - w);
    closed(&[
        ((-b, -d), 0.0),
        ((b, -d), 0.0),
        ((b, -d + tip), toe),
        ((w, -d + at_web), root),
        ((w, d - at_web), root),
        ((b, d - tip), toe),
        ((b, d), 0.0),
        ((-b, d), 0.0),
        ((-b, d - tip), toe),
        ((-w, d - at_web), root),
        ((-w, -d + at_web), root),
        ((-b, -d + tip), toe),
    ])
}

fn channel(profile: &Profile) -> Vec<Point> {
    let (d, b, w) = (profile.depth.as_m() / 2.0, profile.width.as_m(), profile.web.as_m());
    let (root, toe) = (profile.root.as_m(), profile.toe.as_m());
    let (tip, at_web) = flange_at(profile, b - w);
    let x = -b / 2.0;
    closed(&[
        ((x, -d), 0.0),
        ((x + b, -d), 0.0),
        ((x + b, -d + tip), toe),
        ((x + w, -d + at_web), root),
        ((x + w, d - at_web), root),
        ((x + b, d - tip), toe),
        ((x + b, d), 0.0),
        ((x, d), 0.0),
    ])
}

fn tee(profile: &Profile) -> Vec<Point> {
    let (d, b, w) = (profile.depth.as_m(), profile.width.as_m() / 2.0, profile.web.as_m() / 2.0);
    let root = profile.root.as_m();
    let (tip, at_web) = flange_at(profile, b - w);
    let (top, bottom) = (d / 2.0, -d / 2.0);
    closed(&[
        ((-w, bottom), 0.0),
        ((w, bottom), 0.0),
        ((w, top - at_web), root),
        ((b, top - tip), 0.0),
        ((b, top), 0.0),
        ((-b, top), 0.0),
        ((-b, top - tip), 0.0),
        ((-w, top - at_web), root),
    ])
}

fn angle(profile: &Profile) -> Vec<Point> {
    let (d, b) = (profile.depth.as_m(), profile.width.as_m());
    let (w, f) = (profile.web.as_m(), profile.flange.as_m());
    let (root, toe) = (profile.root.as_m(), profile.toe.as_m());
    let (x, y) = (-b / 2.0, -d / 2.0);
    closed(&[
        ((x, y), 0.0),
        ((x + b, y), 0.0),
        ((x + b, y + f), toe),
        ((x + w, y + f), root),
        ((x + w, y + d), toe),
        ((x, y + d), 0.0),
    ])
}
