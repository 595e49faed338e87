//! Is the line on the plate straight and where it should be? Offsets from a straightedge, held against a quality.

use crate::cut::Quality;
use crate::error::{Error, Result};
use crate::quantity::{Angle, Length};
use crate::range::Range;

/// Places at which a line is measured.
pub const PLACES: Range = Range::new("layout.offsets", "1", 2.0, 1_000.0);
/// How far along the line.
pub const AT: Range = Range::new("layout.offsets.at", "m", -50.0, 50.0);
/// How far off the straightedge.
pub const OFF: Range = Range::new("layout.offsets.off", "m", -1.0, 1.0);

/// A place along the line, and how far off it lies there, m.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Offset {
    /// Along the straightedge.
    pub at: f64,
    /// From it to the line.
    pub off: f64,
}

/// How a line lies.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct LineCheck {
    /// Farthest from the straight line that fits best.
    pub worst: Length,
    /// Of that line against the straightedge.
    pub tilt: Angle,
    /// How far a smooth bend through the points leaves its chord in the middle.
    pub bow: Length,
    /// Whether the quality allows it.
    pub accept: bool,
}

/// The most that a quality allows: off the line, m, and of tilt, m a metre. Source: `ours`.
const fn allowed(quality: Quality) -> (f64, f64) {
    match quality {
        Quality::Fine => (0.0005, 0.001),
        Quality::Standard => (0.001, 0.002),
        Quality::Severance => (0.003, 0.005),
    }
}

/// Holds a measured line against a quality.
///
/// ```text
/// line      y = a + b x            least squares; worst = max |y - a - b x|
/// parabola  y = a + b x + c x^2    least squares; bow = |c| L^2 / 4, L from the first place to the last
/// ```
///
/// # Errors
/// [`Error::OutOfRange`] where there are fewer than two places, a number is none, or all places are one.
pub fn line_check(offsets: &[Offset], quality: Quality) -> Result<LineCheck> {
    #[allow(clippy::cast_precision_loss, reason = "at most a thousand")]
    let n = PLACES.check(offsets.len() as f64)?;
    for one in offsets {
        AT.check(one.at)?;
        OFF.check(one.off)?;
    }
    let (low, high) = offsets
        .iter()
        .fold((f64::INFINITY, f64::NEG_INFINITY), |(low, high), o| (low.min(o.at), high.max(o.at)));
    let length = high - low;
    if length < 1e-6 {
        return Err(Error::OutOfRange {
            input: "layout.offsets.at",
            value: length,
            low: 1e-6,
            high: AT.high,
            unit: "m",
        });
    }
    let middle = offsets.iter().map(|o| o.at).sum::<f64>() / n;
    let level = offsets.iter().map(|o| o.off).sum::<f64>() / n;
    let moment = |i: i32, j: i32| {
        offsets.iter().map(|o| (o.at - middle).powi(i) * (o.off - level).powi(j)).sum::<f64>()
    };
    let (s2, s3, s4) = (moment(2, 0), moment(3, 0), moment(4, 0));
    let (y1, y2) = (moment(1, 1), moment(2, 1));
    let slope = y1 / s2;
    let worst =
        offsets.iter().map(|o| (o.off - level - slope * (o.at - middle)).abs()).fold(0.0, f64::max);
    // x^2 less its own best line and mean
    let own = s4 - s3 * s3 / s2 - s2 * s2 / n;
    let bend = if own > 1e-12 * s4 { (y2 - slope * s3) / own } else { 0.0 };
    let (most, tilt) = allowed(quality);
    // the ends of the allowed belong to it, whatever the last digit of a sum is
    let slack = 1.0 + 1e-9;
    Ok(LineCheck {
        worst: Length::from_m(worst),
        tilt: Angle::from_rad(slope.atan()),
        bow: Length::from_m(bend.abs() * length * length / 4.0),
        accept: worst <= most * slack && slope.abs() <= tilt * slack,
    })
}
