//! Long sums for strangers: one at a time an address, so that nobody takes the whole machine.

use std::collections::HashSet;
use std::net::IpAddr;
use std::sync::{Arc, Mutex, PoisonError};

/// Addresses that have a long sum running; one that is not known counts as one.
#[derive(Clone, Debug, Default)]
pub struct Turns(Arc<Mutex<HashSet<Option<IpAddr>>>>);

/// While this lives the address has its turn.
#[derive(Debug)]
pub struct Turn {
    of: Option<IpAddr>,
    turns: Turns,
}

impl Turns {
    /// The turn of an address; `None` while it has one.
    #[must_use]
    pub fn take(&self, of: Option<IpAddr>) -> Option<Turn> {
        // a panic in between leaves a whole set: nothing is half inserted
        let mut running = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        running.insert(of).then(|| Turn { of, turns: self.clone() })
    }
}

impl Drop for Turn {
    fn drop(&mut self) {
        self.turns.0.lock().unwrap_or_else(PoisonError::into_inner).remove(&self.of);
    }
}

#[cfg(test)]
mod tests {
    use super::Turns;

    #[test]
    fn an_address_has_one_turn_at_a_time_and_keeps_no_other_waiting() {
        let turns = Turns::default();
        let (one, other) = (Some([10, 0, 0, 1].into()), Some([10, 0, 0, 2].into()));
        let first = turns.take(one);
        assert!(first.is_some() && turns.take(one).is_none());
        assert!(turns.take(other).is_some() && turns.take(None).is_some());
        drop(first);
        assert!(turns.take(one).is_some(), "its turn is over, and the next may come");
    }
}
