//! How heavy are piece and drop, and where is the centre of gravity of each?
//!
//! The cut stands at z = 0, measured on the middle of the shape's box; the piece lies at z > 0. Lengths are those on that middle line.
//! Copes, openings and kerfs are left out: the masses are a little high, on the safe side.

use crate::quantity::{Length, Mass};
use crate::section::asked::{Across, Cut};
use crate::section::outline::Point;
use crate::section::profile::Profile;

/// One part of what is cut.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Part {
    /// How heavy.
    pub mass: Mass,
    /// From the cut to its centre of gravity, along the shape.
    pub centre: Length,
}

/// Area, its first moment and its second, about the middle of the box, along `x` or `y`.
fn moments(outline: &[Point], across_width: bool) -> (f64, f64, f64) {
    let pick = |p: &Point| if across_width { (p.0, p.1, 1.0) } else { (p.1, p.0, -1.0) };
    let next = outline.iter().cycle().skip(1);
    outline.iter().zip(next).fold((0.0, 0.0, 0.0), |sum, (a, b)| {
        let ((a, other_a, sign), (b, other_b, _)) = (pick(a), pick(b));
        let cross = sign * (a * other_b - b * other_a);
        (
            sum.0 + cross / 2.0,
            sum.1 + cross * (a + b) / 6.0,
            sum.2 + cross * (a * a + a * b + b * b) / 12.0,
        )
    })
}

/// The part of a shape of this length beyond a cut.
///
/// ```text
/// V = L·A + s·tan θ·S,   z̄ = (L²·A + 2·L·s·tan θ·S + tan² θ·I)/(2·V)
/// ```
/// `s` is −1 for the piece and +1 for the drop; `S` and `I` are the first and second moment of the section about its
/// box's middle. Source: `common_practice` (a prism cut aslant).
#[must_use]
pub fn part(profile: &Profile, cut: &Cut, length: Length, is_drop: bool) -> Part {
    let l = length.as_m();
    let (slant, across_width) = match *cut {
        Cut::Mitre { angle, across } => (angle.as_rad().tan(), across == Across::Width),
        _ => (0.0, false),
    };
    let slant = if is_drop { slant } else { -slant };
    let outline = profile.outline();
    let (outer, inner) =
        (moments(&outline.outer, across_width), moments(&outline.inner, across_width));
    let (area, first, second) = (outer.0 - inner.0, outer.1 - inner.1, outer.2 - inner.2);
    let volume = (l * area + slant * first).max(f64::MIN_POSITIVE);
    let centre = (l * l * area + 2.0 * l * slant * first + slant * slant * second) / (2.0 * volume);
    Part {
        // the published mass of a metre, for the volume over the area
        mass: Mass::from_kg(profile.mass_per_metre * volume / area.max(f64::MIN_POSITIVE)),
        centre: Length::from_m(centre),
    }
}
