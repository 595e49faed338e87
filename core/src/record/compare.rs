//! Which of two ways is better, and how sure is that?
//!
//! Welch's comparison: the difference of two means whose spreads may differ, by Student's distribution with as many degrees of
//! freedom as both together are worth. Left out: that strips of one plate hang together; that a grade is no length.

use statrs::distribution::{ContinuousCDF, StudentsT};

use crate::error::{Error, Result};

/// Which way round is better.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Better {
    /// Less of it, as minutes of grinding.
    Lower,
    /// More of it, as pace.
    Higher,
}

/// What two ways differ by.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Judged {
    /// Mean of the first less mean of the second.
    pub difference: f64,
    /// Low end of its 95 % band.
    pub low: f64,
    /// High end.
    pub high: f64,
    /// How sure it is that the first is better.
    pub probability_a_better: f64,
}

/// Half of what lies outside a 95 % band.
const TAIL: f64 = 0.025;

fn mean_and_square(of: &[f64]) -> (f64, f64, f64) {
    #[allow(clippy::cast_precision_loss, reason = "at most a thousand")]
    let n = of.len() as f64;
    let mean = of.iter().sum::<f64>() / n;
    let variance = of.iter().map(|x| (x - mean).powi(2)).sum::<f64>() / (n - 1.0);
    (mean, variance / n, n)
}

/// Holds two ways against each other, at least two numbers of each.
///
/// ```text
/// t = (ā − b̄)/√(sₐ²/nₐ + s_b²/n_b)      ν = (sₐ²/nₐ + s_b²/n_b)² / (sₐ⁴/(nₐ²(nₐ−1)) + s_b⁴/(n_b²(n_b−1)))
/// ```
/// Source: `welch_1947`.
///
/// # Errors
/// [`Error::Missing`] where one has fewer than two.
pub fn judge(a: &[f64], b: &[f64], better: Better) -> Result<Judged> {
    for (input, of) in [("a", a), ("b", b)] {
        if of.len() < 2 {
            return Err(Error::Missing { input, needed_for: "a comparison" });
        }
    }
    let ((mean_a, square_a, n_a), (mean_b, square_b, n_b)) =
        (mean_and_square(a), mean_and_square(b));
    let difference = mean_a - mean_b;
    let sign = if better == Better::Lower { -1.0 } else { 1.0 };
    let both = square_a + square_b;
    if both <= 0.0 {
        // nothing varies: what differs at all is sure
        let probability =
            if difference == 0.0 { 0.5 } else { f64::from(u8::from(difference * sign > 0.0)) };
        let (low, high) = (difference, difference);
        return Ok(Judged { difference, low, high, probability_a_better: probability });
    }
    let freedom =
        both * both / (square_a * square_a / (n_a - 1.0) + square_b * square_b / (n_b - 1.0));
    let scale = both.sqrt();
    let student = StudentsT::new(0.0, 1.0, freedom)
        .map_err(|_| Error::Missing { input: "a", needed_for: "a comparison" })?;
    let half = student.inverse_cdf(1.0 - TAIL) * scale;
    Ok(Judged {
        difference,
        low: difference - half,
        high: difference + half,
        probability_a_better: student.cdf(sign * difference / scale),
    })
}
