//! Where does a function cross zero? Bisection kept inside its bracket, sped up by the
//! false-position step of Illinois; capped, so that it always ends.

use crate::error::{Error, Result};

/// Steps after which the bracket is as narrow as f64 can say (measured on our own laws: below 20).
const MAX_STEPS: usize = 200;

/// The zero of `f` between `low` and `high`, to a relative 1e-10 of the bracket's ends.
///
/// # Errors
/// [`Error::NoSolution`] when `f` has the same sign at both ends.
pub fn bracketed(what: &'static str, low: f64, high: f64, f: impl Fn(f64) -> f64) -> Result<f64> {
    let (mut a, mut b) = (low, high);
    let (mut f_a, mut f_b) = (f(a), f(b));
    if f_a == 0.0 {
        return Ok(a);
    }
    if f_b == 0.0 {
        return Ok(b);
    }
    if f_a.signum() == f_b.signum() || f_a.is_nan() || f_b.is_nan() {
        return Err(Error::NoSolution { what, low, high });
    }
    let tolerance = 1e-10 * low.abs().max(high.abs());
    for _ in 0..MAX_STEPS {
        let step = b - f_b * (b - a) / (f_b - f_a);
        let inside = step > a.min(b) && step < a.max(b);
        let c = if inside { step } else { 0.5 * (a + b) };
        let f_c = f(c);
        if f_c == 0.0 || (c - b).abs() < tolerance {
            return Ok(c);
        }
        if f_c.signum() == f_b.signum() {
            f_a *= 0.5; // Illinois: an end that stays gets half its weight
        } else {
            (a, f_a) = (b, f_b);
        }
        (b, f_b) = (c, f_c);
    }
    Ok(b)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn finds_the_root_of_two() {
        let root = bracketed("square", 1.0, 2.0, |x| x * x - 2.0);
        assert!(root.is_ok_and(|x| (x - std::f64::consts::SQRT_2).abs() < 1e-9));
    }

    #[test]
    fn refuses_a_bracket_without_a_crossing() {
        let refused = bracketed("square", 2.0, 3.0, |x| x * x - 2.0);
        assert!(matches!(refused, Err(Error::NoSolution { what: "square", .. })));
    }
}
