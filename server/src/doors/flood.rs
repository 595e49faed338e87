//! The flood guard of each process: no address takes more than its share. Wrong tries are counted elsewhere, see `tries`.

use std::net::IpAddr;
use std::num::NonZeroU32;

use governor::{DefaultKeyedRateLimiter, Quota, RateLimiter};

/// What each address may ask.
#[derive(Debug)]
pub struct Flood(DefaultKeyedRateLimiter<IpAddr>);

/// Addresses that are remembered before those that ask no more are forgotten.
const REMEMBERED: usize = 10_000;

impl Flood {
    /// So many requests a second of one address, and twice as many at once.
    #[must_use]
    pub fn of(per_second: u32) -> Self {
        let rate = NonZeroU32::new(per_second).unwrap_or(NonZeroU32::MIN);
        let burst = rate.saturating_mul(NonZeroU32::MIN.saturating_add(1));
        Self(RateLimiter::keyed(Quota::per_second(rate).allow_burst(burst)))
    }

    /// Whether an address may ask once more.
    #[must_use]
    pub fn lets(&self, address: IpAddr) -> bool {
        if self.0.len() > REMEMBERED {
            self.0.retain_recent();
        }
        self.0.check_key(&address).is_ok()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn one_address_that_floods_keeps_no_other_out() {
        let flood = Flood::of(50);
        let (loud, quiet) = ([10, 0, 0, 1].into(), [10, 0, 0, 2].into());
        let answered = (0..1_000).filter(|_| flood.lets(loud)).count();
        // twice the rate at once; a slow machine may give some back meanwhile
        assert!((100..500).contains(&answered), "{answered}");
        assert!(flood.lets(quiet));
    }
}
