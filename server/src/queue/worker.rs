//! What a handler computes with: the pool, and on whose behalf.

use std::future::{Ready, ready};
use std::time::Duration;

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpMessage, HttpRequest, web};

use crate::error::{ApiError, ApiResult};
use crate::queue::pool::{Asker, Limits, Pool};

/// How long a stranger's computation may take, and how long it waits. Source: `ours`.
const STRANGER: Limits =
    Limits { wait: Duration::from_secs(5), run: Duration::from_secs(2), best: false };
/// The same of somebody who is signed in. Source: `ours`.
const KNOWN: Limits =
    Limits { wait: Duration::from_secs(20), run: Duration::from_secs(20), best: false };

/// Computes on behalf of whoever sent the request.
#[derive(Clone, Debug)]
pub struct Worker {
    pool: Pool,
    asker: Asker,
}

impl FromRequest for Worker {
    type Error = ApiError;
    type Future = Ready<ApiResult<Self>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        ready(Self::of(request))
    }
}

impl Worker {
    /// The worker of a request.
    ///
    /// # Errors
    /// Only a fault of ours: the server has no pool.
    pub fn of(request: &HttpRequest) -> ApiResult<Self> {
        let pool = request.app_data::<web::Data<Pool>>();
        let pool = pool.ok_or_else(|| ApiError::Internal("no pool was set up".into()))?;
        let asker = request.extensions().get::<Asker>().copied();
        let asker = asker.unwrap_or_else(|| Asker::Address(request.peer_addr().map(|it| it.ip())));
        Ok(Self { pool: pool.get_ref().clone(), asker })
    }

    fn limits(&self) -> Limits {
        if matches!(self.asker, Asker::Person(_)) { KNOWN } else { STRANGER }
    }

    /// Runs a computation: 20 s at most, 2 s of a stranger's.
    ///
    /// # Errors
    /// [`ApiError::TooMany`], [`ApiError::Busy`], [`ApiError::TooLong`], and what the computation fails with.
    pub async fn run<T: Send + 'static>(
        &self,
        work: impl FnOnce() -> ApiResult<T> + Send + 'static,
    ) -> ApiResult<T> {
        self.pool.run(self.asker, self.limits(), work).await
    }

    /// Runs a search that answers with the best so far once its time is over. A stranger waits for no turn.
    ///
    /// # Errors
    /// As [`run`](Self::run).
    pub async fn search<T: Send + 'static>(
        &self,
        time: Duration,
        work: impl FnOnce() -> ApiResult<T> + Send + 'static,
    ) -> ApiResult<T> {
        let known = matches!(self.asker, Asker::Person(_));
        let wait = if known { KNOWN.wait } else { Duration::ZERO };
        self.pool.run(self.asker, Limits { wait, run: time, best: true }, work).await
    }
}
