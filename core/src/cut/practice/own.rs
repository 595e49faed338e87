//! What do the shop's own burns make of a planned figure?
//!
//! Each kind of figure has one multiplier, learned against plans that had learned nothing ([`crate::record::learn`]).
//! Left out: how a multiplier was found. Theory: docs/model/record.md.

use crate::quantity::{Duration, Length};
use crate::source::SHOP;
use crate::trace::{Kind, Measure, Tracer};

/// What the shop's burns tell of one kind of figure.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Own {
    /// What the figure is multiplied by.
    pub factor: f64,
    /// Burns behind it, 0 where somebody said it.
    pub n: u32,
}

impl Default for Own {
    fn default() -> Self {
        Self { factor: 1.0, n: 0 }
    }
}

impl Own {
    /// A multiplier that somebody said.
    #[must_use]
    pub const fn said(factor: f64) -> Self {
        Self { factor, n: 0 }
    }

    /// A time at a pace that it multiplies: the faster, the shorter.
    #[must_use]
    pub const fn at_pace(self, time: Duration) -> Duration {
        Duration::from_s(time.as_s() / self.factor)
    }

    /// A time that it multiplies.
    #[must_use]
    pub const fn times(self, time: Duration) -> Duration {
        Duration::from_s(time.as_s() * self.factor)
    }

    /// Whether anything is known.
    #[must_use]
    pub fn is_told(&self) -> bool {
        self.n > 0 || self.factor != 1.0
    }

    /// The step of a chain in which it multiplies; none where it moves nothing.
    pub fn step(&self, trace: &mut Tracer) {
        if self.factor != 1.0 {
            let code = if self.n > 0 { "times_learned_of" } else { "times_learned" };
            let burns = ("n", Measure::Number(Kind::Count, f64::from(self.n)));
            trace.step(code, Measure::Number(Kind::Ratio, self.factor), SHOP, vec![burns]);
        }
    }
}

/// What the shop's own burns have taught of a cut.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Factors {
    /// On the travel speed.
    pub speed: Own,
    /// On the start preheat.
    pub start_preheat: Own,
    /// On the kerf's width, where none was measured.
    pub kerf: Own,
    /// On the oxygen of a cut.
    pub oxygen: Own,
    /// On its fuel.
    pub fuel: Own,
    /// On the time to chip and grind it.
    pub clean_up: Own,
    /// The kerf measured: it stands in place of what is computed.
    pub measured_kerf: Option<Length>,
}

impl Factors {
    /// Every multiplier.
    #[must_use]
    pub const fn all(&self) -> [Own; 6] {
        let Self { speed, start_preheat, kerf, oxygen, fuel, clean_up, .. } = *self;
        [speed, start_preheat, kerf, oxygen, fuel, clean_up]
    }
}
