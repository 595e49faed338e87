//! A set point with the band it may move in.

/// What to set, and how far down and up is still right.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Band<T> {
    /// Lowest sensible value.
    pub low: T,
    /// The value to set.
    pub set: T,
    /// Highest sensible value.
    pub high: T,
}

impl<T: Copy> Band<T> {
    /// The same band of another quantity.
    pub fn map<U>(&self, mut each: impl FnMut(T) -> U) -> Band<U> {
        Band { low: each(self.low), set: each(self.set), high: each(self.high) }
    }

    /// As [`Band::map`] where a value may be refused.
    ///
    /// # Errors
    /// The first refusal.
    pub fn try_map<U, E>(&self, mut each: impl FnMut(T) -> Result<U, E>) -> Result<Band<U>, E> {
        Ok(Band { low: each(self.low)?, set: each(self.set)?, high: each(self.high)? })
    }
}

impl Band<f64> {
    /// The band between two published values with the set point at `part` of the way.
    #[must_use]
    pub fn at(low: f64, high: f64, part: f64) -> Self {
        Self { low, set: low + part * (high - low), high }
    }

    /// Every value times `factor`.
    #[must_use]
    pub fn times(&self, factor: f64) -> Self {
        self.map(|value| value * factor)
    }
}
