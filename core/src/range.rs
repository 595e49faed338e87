//! The values an input may take: one named constant for each, checked where it is used.

use crate::error::{Error, Result};

/// What an input may be; outside it an answer is refused.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Range {
    /// The input's field name without unit.
    pub input: &'static str,
    /// The SI unit of the limits.
    pub unit: &'static str,
    /// Lowest value allowed.
    pub low: f64,
    /// Highest value allowed.
    pub high: f64,
}

impl Range {
    /// A range of `input` in the SI `unit`.
    #[must_use]
    pub const fn new(input: &'static str, unit: &'static str, low: f64, high: f64) -> Self {
        Self { input, unit, low, high }
    }

    /// Gives `value` back when it lies inside.
    ///
    /// # Errors
    /// [`Error::OutOfRange`] when it does not, or is not a number.
    pub fn check(&self, value: f64) -> Result<f64> {
        // A value that came through a unit conversion may miss a limit by a rounding step.
        let slack = (self.high - self.low).abs() * 1e-12;
        if value >= self.low - slack && value <= self.high + slack {
            return Ok(value.clamp(self.low, self.high));
        }
        Err(Error::OutOfRange {
            input: self.input,
            value,
            low: self.low,
            high: self.high,
            unit: self.unit,
        })
    }
}

/// The checks of one request, all told at once.
///
/// # Errors
/// Every input that is not possible.
///
/// # Examples
/// ```
/// use galvanon_core::range::{Range, all};
///
/// const LENGTH: Range = Range::new("length", "m", 0.001, 100.0);
/// let errors = all([LENGTH.check(2.0), LENGTH.check(-1.0), LENGTH.check(f64::NAN)]);
/// assert_eq!(errors.unwrap_err().len(), 2);
/// assert!(all([LENGTH.check(2.0)]).is_ok());
/// ```
pub fn all(checks: impl IntoIterator<Item = Result<f64>>) -> std::result::Result<(), Vec<Error>> {
    let refused: Vec<Error> = checks.into_iter().filter_map(Result::err).collect();
    if refused.is_empty() { Ok(()) } else { Err(refused) }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn nonsense_is_refused_with_its_limits() {
        let range = Range::new("steel.thickness", "m", 0.003, 0.3);
        assert_eq!(range.check(0.02), Ok(0.02));
        for bad in [0.0, -1.0, 0.31, f64::NAN, f64::INFINITY] {
            let refused = range.check(bad);
            assert!(
                matches!(refused, Err(Error::OutOfRange { input: "steel.thickness", low, high, .. }) if low == 0.003 && high == 0.3),
                "{bad}: {refused:?}"
            );
        }
    }
}
