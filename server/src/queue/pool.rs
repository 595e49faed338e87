//! The pool: how many computations run, who waits, and when one ends.

use std::collections::HashMap;
use std::net::IpAddr;
use std::sync::atomic::{AtomicUsize, Ordering};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use galvanon_core::cancel::Token;
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use tokio::time::timeout;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult};
use crate::panics::guarded;

/// Computations that may wait at once: more are refused. Source: `ours`.
const QUEUE: usize = 64;
/// Callers that are remembered before those without work are forgotten. Source: `ours`.
const REMEMBERED: usize = 1_000;
/// How long a result may still take once a search was told to end with the best so far. Source: `ours`.
const GRACE: Duration = Duration::from_secs(2);

/// Who asks for a computation: each has a share of the pool.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Asker {
    /// Somebody who is signed in.
    Person(Uuid),
    /// A stranger, by address; one that is not known counts as one.
    Address(Option<IpAddr>),
}

/// What a computation may take.
#[derive(Clone, Copy, Debug)]
pub(super) struct Limits {
    /// How long it waits for its turn.
    pub wait: Duration,
    /// How long it runs.
    pub run: Duration,
    /// Whether it has an answer when its time is over: the best so far.
    pub best: bool,
}

/// A bounded pool of threads for long computations; its clones are the same pool.
#[derive(Clone, Debug)]
pub struct Pool(Arc<Shared>);

#[derive(Debug)]
struct Shared {
    threads: Arc<Semaphore>,
    share: usize,
    waiting: AtomicUsize,
    shares: Mutex<HashMap<Asker, Arc<Semaphore>>>,
}

/// One that waits, for as long as it lives.
struct Waiting<'a>(&'a AtomicUsize);

impl Drop for Waiting<'_> {
    fn drop(&mut self) {
        self.0.fetch_sub(1, Ordering::Relaxed);
    }
}

/// Cancels a computation when nobody waits for it any more: time is over, or the connection closed.
struct CancelOnDrop(Token);

impl Drop for CancelOnDrop {
    fn drop(&mut self) {
        self.0.cancel();
    }
}

impl Pool {
    /// A pool of so many threads; one caller takes at most half of them.
    #[must_use]
    pub fn of(threads: usize) -> Self {
        let threads = threads.max(1);
        Self(Arc::new(Shared {
            threads: Arc::new(Semaphore::new(threads)),
            share: threads.div_ceil(2),
            waiting: AtomicUsize::new(0),
            shares: Mutex::default(),
        }))
    }

    /// The share of a caller: a stranger has one computation at a time.
    fn share_of(&self, asker: Asker) -> Arc<Semaphore> {
        let most = if matches!(asker, Asker::Person(_)) { self.0.share } else { 1 };
        // a panic in between leaves a whole map
        let mut shares = self.0.shares.lock().unwrap_or_else(PoisonError::into_inner);
        if shares.len() > REMEMBERED {
            shares.retain(|_, share| Arc::strong_count(share) > 1);
        }
        shares.entry(asker).or_insert_with(|| Arc::new(Semaphore::new(most))).clone()
    }

    /// Waits for a turn: first for the caller's own share, then for a thread.
    async fn turn(
        &self,
        asker: Asker,
        wait: Duration,
    ) -> ApiResult<(OwnedSemaphorePermit, OwnedSemaphorePermit)> {
        let closed = |error: tokio::sync::AcquireError| ApiError::Internal(error.to_string());
        if self.0.waiting.fetch_add(1, Ordering::Relaxed) >= QUEUE {
            self.0.waiting.fetch_sub(1, Ordering::Relaxed);
            return Err(ApiError::Busy);
        }
        let _waiting = Waiting(&self.0.waiting);
        let seconds = u32::try_from(wait.as_secs()).unwrap_or(u32::MAX).max(1);
        let own = timeout(wait, self.share_of(asker).acquire_owned()).await;
        let own = own.map_err(|_| ApiError::TooMany(seconds))?.map_err(closed)?;
        let thread = timeout(wait, self.0.threads.clone().acquire_owned()).await;
        let thread = thread.map_err(|_| ApiError::Busy)?.map_err(closed)?;
        Ok((own, thread))
    }

    /// Runs a computation in its turn.
    ///
    /// # Errors
    /// [`ApiError::TooMany`] while the caller has too many, [`ApiError::Busy`] while everybody has, [`ApiError::TooLong`]
    /// when its time is over, and what the computation fails with.
    pub(super) async fn run<T: Send + 'static>(
        &self,
        asker: Asker,
        limits: Limits,
        work: impl FnOnce() -> ApiResult<T> + Send + 'static,
    ) -> ApiResult<T> {
        let turn = self.turn(asker, limits.wait).await?;
        let token = Token::default();
        let guard = CancelOnDrop(token.clone());
        let mut done = tokio::task::spawn_blocking(move || {
            let result = guarded(|| token.during(work));
            // the thread is free only when the computation has ended, however long that takes
            drop(turn);
            result
        });
        let too_long = || ApiError::TooLong(limits.run);
        let ended = match timeout(limits.run, &mut done).await {
            Ok(ended) => ended,
            Err(_) if limits.best => {
                guard.0.cancel();
                timeout(GRACE, done).await.map_err(|_| too_long())?
            }
            Err(_) => return Err(too_long()),
        };
        ended.map_err(|error| ApiError::Internal(error.to_string()))?
    }
}

/// Runs a short computation off the serving thread without waiting for a turn, for example a page of a list.
///
/// # Errors
/// What it fails with, and a panic.
pub async fn aside<T: Send + 'static>(
    work: impl FnOnce() -> ApiResult<T> + Send + 'static,
) -> ApiResult<T> {
    let done = tokio::task::spawn_blocking(move || guarded(work)).await;
    done.map_err(|error| ApiError::Internal(error.to_string()))?
}

#[cfg(test)]
mod tests {
    use std::time::Instant;

    use galvanon_core::cancel::cancelled;

    use super::*;

    const LIMITS: Limits =
        Limits { wait: Duration::from_millis(50), run: Duration::from_millis(50), best: false };
    const ONE: Asker = Asker::Address(None);

    fn person() -> Asker {
        Asker::Person(Uuid::now_v7())
    }

    /// Works until it is cancelled, and says so.
    fn endless() -> ApiResult<&'static str> {
        let began = Instant::now();
        while !cancelled() {
            assert!(began.elapsed() < Duration::from_secs(20), "nobody cancelled it");
            std::thread::sleep(Duration::from_millis(1));
        }
        Ok("cancelled")
    }

    #[actix_web::test]
    async fn a_computation_ends_when_its_time_is_over() {
        let pool = Pool::of(1);
        let over = pool.run(ONE, LIMITS, endless).await;
        assert!(matches!(over, Err(ApiError::TooLong(_))), "{over:?}");
        // its thread is free again: it was told to end
        let next = pool.run(ONE, Limits { wait: Duration::from_secs(5), ..LIMITS }, || Ok(7)).await;
        assert!(matches!(next, Ok(7)), "{next:?}");
    }

    #[actix_web::test]
    async fn a_search_answers_with_the_best_so_far() {
        let best = Pool::of(1).run(ONE, Limits { best: true, ..LIMITS }, endless).await;
        assert!(matches!(best, Ok("cancelled")), "{best:?}");
    }

    #[actix_web::test]
    async fn a_computation_ends_when_nobody_waits_for_it_any_more() {
        let pool = Pool::of(1);
        let long = Limits { run: Duration::from_secs(60), ..LIMITS };
        let left = tokio::time::timeout(Duration::from_millis(50), pool.run(ONE, long, endless));
        assert!(left.await.is_err(), "the caller left first");
        let next = pool.run(ONE, Limits { wait: Duration::from_secs(5), ..LIMITS }, || Ok(7)).await;
        assert!(matches!(next, Ok(7)), "{next:?}");
    }

    #[actix_web::test]
    async fn a_stranger_has_one_at_a_time_and_keeps_nobody_else_waiting() {
        let pool = Pool::of(4);
        let long = Limits { run: Duration::from_secs(1), ..LIMITS };
        let first = tokio::spawn({
            let pool = pool.clone();
            async move { pool.run(ONE, long, endless).await.is_err() }
        });
        tokio::time::sleep(Duration::from_millis(20)).await;
        let second = pool.run(ONE, LIMITS, || Ok(())).await;
        assert!(matches!(second, Err(ApiError::TooMany(_))), "{second:?}");
        assert!(pool.run(person(), LIMITS, || Ok(())).await.is_ok());
        assert!(matches!(first.await, Ok(true)));
    }

    #[actix_web::test]
    async fn a_full_pool_is_busy_and_a_person_takes_no_more_than_half_of_it() {
        let pool = Pool::of(2);
        let long = Limits { run: Duration::from_secs(1), ..LIMITS };
        let begin = |asker| {
            let pool = pool.clone();
            tokio::spawn(async move { pool.run(asker, long, endless).await.is_err() })
        };
        let one = person();
        let (first, _) = (begin(one), tokio::time::sleep(Duration::from_millis(20)).await);
        let own = pool.run(one, LIMITS, || Ok(())).await;
        assert!(matches!(own, Err(ApiError::TooMany(_))), "{own:?}");
        let (second, _) = (begin(person()), tokio::time::sleep(Duration::from_millis(20)).await);
        let other = pool.run(person(), LIMITS, || Ok(())).await;
        assert!(matches!(other, Err(ApiError::Busy)), "{other:?}");
        assert!(matches!((first.await, second.await), (Ok(true), Ok(true))));
    }

    #[actix_web::test]
    async fn a_panic_is_an_answer_and_the_thread_is_free_again() {
        let pool = Pool::of(1);
        let failed = pool.run(ONE, LIMITS, || -> ApiResult<()> { panic!("on purpose") }).await;
        assert!(matches!(failed, Err(ApiError::Internal(_))), "{failed:?}");
        assert!(pool.run(ONE, LIMITS, || Ok(())).await.is_ok());
    }
}
