//! Has the caller given up on a long computation?
//!
//! A long loop asks [`cancelled`] and ends early with what it has; the caller, who cancelled, discards the result or takes
//! the best so far. The flag belongs to the thread that computes, so that no function in between passes it on, and core
//! needs no clock: the caller watches the time. Outside of [`Token::during`] nothing is ever cancelled.

use std::cell::RefCell;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};

thread_local! {
    static CURRENT: RefCell<Option<Token>> = const { RefCell::new(None) };
}

/// A flag that cancels one computation; its clones are the same flag.
#[derive(Clone, Debug, Default)]
pub struct Token(Arc<AtomicBool>);

/// Restores the flag of the computation around this one, after a panic too.
struct Restore(Option<Token>);

impl Drop for Restore {
    fn drop(&mut self) {
        CURRENT.replace(self.0.take());
    }
}

impl Token {
    /// Asks the computation to end.
    pub fn cancel(&self) {
        self.0.store(true, Ordering::Relaxed);
    }

    /// Whether the computation was asked to end.
    #[must_use]
    pub fn is_cancelled(&self) -> bool {
        self.0.load(Ordering::Relaxed)
    }

    /// Runs a computation that this flag cancels.
    ///
    /// ```
    /// use galvanon_core::cancel::{Token, cancelled};
    ///
    /// let token = Token::default();
    /// token.cancel();
    /// assert!(token.during(cancelled) && !cancelled());
    /// ```
    pub fn during<T>(&self, work: impl FnOnce() -> T) -> T {
        let _restore = Restore(CURRENT.replace(Some(self.clone())));
        work()
    }
}

/// Whether the caller of the running computation gave up on it.
#[must_use]
pub fn cancelled() -> bool {
    CURRENT.with_borrow(|current| current.as_ref().is_some_and(Token::is_cancelled))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn only_the_thread_that_computes_is_cancelled_and_only_during_the_computation() {
        let token = Token::default();
        let elsewhere = token.during(|| {
            token.cancel();
            assert!(cancelled());
            std::thread::scope(|scope| scope.spawn(cancelled).join())
        });
        assert!(matches!(elsewhere, Ok(false)));
        assert!(!cancelled());
    }

    #[test]
    fn a_computation_inside_another_has_its_own_flag() {
        let (outer, inner) = (Token::default(), Token::default());
        outer.cancel();
        outer.during(|| {
            assert!(!inner.during(cancelled), "the inner one goes on");
            assert!(cancelled(), "the outer one is still cancelled");
        });
    }

    #[test]
    fn a_panic_leaves_no_flag_behind() {
        let token = Token::default();
        token.cancel();
        let ended = std::panic::catch_unwind(|| token.during(|| panic!("on purpose")));
        assert!(ended.is_err() && !cancelled());
    }
}
