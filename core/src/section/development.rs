//! What is the line of a mitre or a saddle on a pipe, rolled out flat?
//!
//! Wrapped round the outside, such a line is the template that a fitter chalks along. Heights stand along the pipe from its
//! shortest line; the wrap starts at the toe's side. The torch is held square to the wall. Left out: the wall's
//! thickness inside a saddle, so the fit is ground in.

use std::f64::consts::PI;

use crate::quantity::{Angle, Length};
use crate::section::outline::Point;

/// A round end, rolled out.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum RoundEnd {
    /// Square across.
    Square,
    /// Slanted from square.
    Mitre(Angle),
    /// Fitted to a round of this outside diameter, at this angle between the two.
    Saddle(Length, Angle),
}

/// Height of the line over the plane through its lowest point's axis, m.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `radius` | of the round that is cut, outside | m |
/// | `turned` | round it from its top | rad |
/// | → | along the round | m |
///
/// ```text
/// mitre:  z = r·cos φ·tan θ
/// saddle: z = r·cos φ/tan α − √(R² − r²·sin² φ)/sin α
/// ```
/// Source: `common_practice` (the standard developments, from memory). At 90° a saddle's line depends on `R` alone.
#[must_use]
pub fn height(end: RoundEnd, radius: Length, turned: f64) -> f64 {
    let r = radius.as_m();
    match end {
        RoundEnd::Square => 0.0,
        RoundEnd::Mitre(angle) => r * turned.cos() * angle.as_rad().tan(),
        RoundEnd::Saddle(header, angle) => {
            let (large, alpha) = (header.as_m() / 2.0, angle.as_rad());
            let across = (large * large - (r * turned.sin()).powi(2)).max(0.0).sqrt();
            r * turned.cos() / alpha.tan() - across / alpha.sin()
        }
    }
}

/// The line rolled out: along the circumference and along the round, m, the lowest at 0.
#[must_use]
#[allow(clippy::cast_precision_loss, reason = "at most a few hundred points")]
pub fn template(end: RoundEnd, diameter: Length, points: usize) -> Vec<Point> {
    let radius = Length::from_m(diameter.as_m() / 2.0);
    let all: Vec<Point> = (0..=points)
        .map(|i| {
            let turned = 2.0 * PI * i as f64 / points as f64;
            (radius.as_m() * turned, height(end, radius, turned))
        })
        .collect();
    let lowest = all.iter().map(|p| p.1).fold(f64::INFINITY, f64::min);
    all.into_iter().map(|(u, z)| (u, z - lowest)).collect()
}
