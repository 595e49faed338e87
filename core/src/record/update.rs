//! What do some measurements make of a belief? Normals in the logarithm, in closed form.

use crate::range::Range;

/// How far one believes, or measures, apart: a standard deviation of the logarithm.
pub const SPREAD: Range = Range::new("factors.sd_ln", "1", 0.01, 2.0);
/// A measured factor.
pub const OBSERVED: Range = Range::new("factors.observed", "1", 0.05, 20.0);
/// Half of an 80 % band, standard deviations.
const EIGHTY: f64 = 1.281_551_565_544_8;

/// A belief: a median, and a spread of the logarithm.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Belief {
    /// Half lie under it.
    pub median: f64,
    /// A standard deviation of the logarithm.
    pub sd_ln: f64,
}

impl Belief {
    /// The belief after some measurements of a known spread.
    ///
    /// ```text
    /// 1/σ'² = 1/σ² + n/σₒ²      μ' = σ'²·(μ/σ² + Σ ln f/σₒ²)
    /// ```
    /// Source: `gelman_bda`, normal data with known variance.
    #[must_use]
    pub fn after(&self, observed: &[f64], sd_ln_observed: f64) -> Self {
        let (prior, each) = (self.sd_ln.powi(-2), sd_ln_observed.powi(-2));
        #[allow(clippy::cast_precision_loss, reason = "at most ten thousand")]
        let precision = prior + each * observed.len() as f64;
        let sum: f64 = observed.iter().map(|factor| factor.ln()).sum();
        let mean = (self.median.ln() * prior + sum * each) / precision;
        Self { median: mean.exp(), sd_ln: precision.sqrt().recip() }
    }

    /// Its 80 % band.
    #[must_use]
    pub fn band(&self) -> (f64, f64) {
        let by = (EIGHTY * self.sd_ln).exp();
        (self.median / by, self.median * by)
    }
}
