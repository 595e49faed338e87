//! Which mark of a carriage's dial gives a pace?
//!
//! Some marks were timed over a length; a straight line through them by least squares says the rest. One mark alone: a line through
//! nought. Left out: a dial that is not straight, a motor that sags under load.

use crate::error::{Error, Result};
use crate::quantity::{Duration, Length, Speed};
use crate::range::Range;

/// A mark that was timed.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Timed {
    /// What the dial showed.
    pub mark: f64,
    /// How far the carriage ran.
    pub length: Length,
    /// How long it took.
    pub time: Duration,
}

/// What a dial may show.
pub const MARK: Range = Range::new("dial.mark", "1", 0.0, 10_000.0);
/// How far a carriage may be timed.
pub const LENGTH: Range = Range::new("dial.length", "m", 0.01, 50.0);
/// How long it may take.
pub const TIME: Range = Range::new("dial.time", "s", 0.5, 7_200.0);
/// How many marks may be timed.
pub const MARKS: (usize, usize) = (1, 50);

/// Pace by mark: `pace = at_nought + slope · mark`.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Dial {
    /// Pace at the mark 0, m/s.
    pub at_nought: f64,
    /// Pace a mark, m/s.
    pub slope: f64,
    /// Lowest and highest mark that was timed.
    pub reach: (f64, f64),
}

/// Where the dial stands for a pace.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct DialSetting {
    /// The mark.
    pub mark: f64,
    /// The pace that it gives.
    pub pace: Speed,
    /// Whether it lies outside the marks that were timed.
    pub outside: bool,
}

impl Dial {
    /// The line through timed marks.
    ///
    /// # Errors
    /// [`Error::Contradiction`] where two marks are equal, or where the pace does not rise with them.
    ///
    /// # Examples
    /// Marks 10 and 30 timed over 305 mm in 120 and 40 s: 2.54 mm/s a ten marks.
    /// ```
    /// use galvanon_core::quantity::{Duration, Length, Speed};
    /// use galvanon_core::work::dial::{Dial, Timed};
    ///
    /// let timed = |mark, s| Timed { mark, length: Length::from_mm(304.8), time: Duration::from_s(s) };
    /// let dial = Dial::of(&[timed(10.0, 120.0), timed(30.0, 40.0)])?;
    /// let found = dial.for_pace(Speed::from_m_s(5.08e-3));
    /// assert!((found.mark - 20.0).abs() < 1e-9 && !found.outside);
    /// # Ok::<(), galvanon_core::error::Error>(())
    /// ```
    pub fn of(timed: &[Timed]) -> Result<Self> {
        let mut marks: Vec<f64> = timed.iter().map(|it| it.mark).collect();
        marks.sort_by(f64::total_cmp);
        let refused = |code, value, against| Error::Contradiction {
            input: "dial",
            code,
            value,
            against,
            unit: "1",
        };
        if let Some(twice) = marks.windows(2).find(|pair| pair[0] == pair[1]) {
            return Err(refused("dial_marks_equal", twice[0], twice[1]));
        }
        let (Some(low), Some(high)) = (marks.first().copied(), marks.last().copied()) else {
            return Err(Error::Missing { input: "dial", needed_for: "dial_for_pace" });
        };
        let pace = |it: &Timed| it.length.as_m() / it.time.as_s();
        if let [one] = timed {
            if one.mark <= 0.0 {
                return Err(refused("dial_mark_nought", one.mark, 0.0));
            }
            return Ok(Self { at_nought: 0.0, slope: pace(one) / one.mark, reach: (low, high) });
        }
        #[allow(clippy::cast_precision_loss, reason = "at most fifty marks")]
        let n = timed.len() as f64;
        let mean = |each: &dyn Fn(&Timed) -> f64| timed.iter().map(each).sum::<f64>() / n;
        let (x, y) = (mean(&|it| it.mark), mean(&pace));
        let xy = mean(&|it| (it.mark - x) * (pace(it) - y));
        let xx = mean(&|it| (it.mark - x) * (it.mark - x));
        let slope = xy / xx;
        if slope <= 0.0 {
            return Err(refused("dial_does_not_rise", low, high));
        }
        Ok(Self { at_nought: y - slope * x, slope, reach: (low, high) })
    }

    /// The mark for a pace.
    #[must_use]
    pub fn for_pace(&self, pace: Speed) -> DialSetting {
        let mark = (pace.as_m_s() - self.at_nought) / self.slope;
        let (low, high) = self.reach;
        let slack = 1e-9 * high.max(1.0);
        DialSetting { mark, pace, outside: mark < low - slack || mark > high + slack }
    }
}
