//! A panic in one request is that request's answer, 500 with an id, and no other's. Stack overflow and lack of memory cannot
//! be caught: the limits of bodies, files and work are for those.

use std::any::Any;
use std::panic::AssertUnwindSafe;
use std::sync::atomic::{AtomicU64, Ordering};

use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::middleware::Next;
use futures_util::FutureExt;

use crate::error::{ApiError, ApiResult};

/// Panics of this process that were caught.
static COUNT: AtomicU64 = AtomicU64::new(0);

/// How many panics were caught since the process started.
pub fn count() -> u64 {
    COUNT.load(Ordering::Relaxed)
}

/// Counts a panic, and makes an error of it that is logged with what it said.
#[must_use]
pub fn caught(panic: &(dyn Any + Send)) -> ApiError {
    COUNT.fetch_add(1, Ordering::Relaxed);
    let said = panic.downcast_ref::<&str>().map(|it| (*it).to_owned());
    let said = said.or_else(|| panic.downcast_ref::<String>().cloned());
    ApiError::Internal(format!("panic: {}", said.unwrap_or_default()))
}

/// Runs a computation and turns a panic into its error.
///
/// # Errors
/// What it fails with, and a panic.
pub fn guarded<T>(work: impl FnOnce() -> ApiResult<T>) -> ApiResult<T> {
    std::panic::catch_unwind(AssertUnwindSafe(work)).unwrap_or_else(|panic| Err(caught(&*panic)))
}

/// Runs a reader of foreign bytes that is not ours: where it panics the bytes are not what it reads.
///
/// # Errors
/// What `unreadable` says, when it panics.
pub fn reading<T, E>(unreadable: E, read: impl FnOnce() -> Result<T, E>) -> Result<T, E> {
    std::panic::catch_unwind(AssertUnwindSafe(read)).unwrap_or_else(|panic| {
        tracing::warn!(error = %caught(&*panic), "a file could not be read");
        Err(unreadable)
    })
}

/// Answers a request whose handler panics.
///
/// # Errors
/// What the handler fails with, and 500 for a panic.
pub async fn catch<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<B>, actix_web::Error> {
    match AssertUnwindSafe(next.call(request)).catch_unwind().await {
        Ok(reply) => reply,
        Err(panic) => Err(caught(&*panic).into()),
    }
}

#[cfg(test)]
mod tests {
    use actix_web::middleware::from_fn;
    use actix_web::{App, test, web};

    use super::*;

    async fn careless() -> String {
        panic!("on purpose")
    }

    #[actix_web::test]
    async fn a_handler_that_panics_answers_500_with_an_id_and_is_counted() {
        let before = count();
        let app = App::new().wrap(from_fn(catch)).route("/", web::get().to(careless));
        let app = test::init_service(app).await;
        let failed = test::try_call_service(&app, test::TestRequest::get().to_request()).await;
        let Err(error) = failed else { panic!("an error") };
        let reply = error.error_response();
        assert_eq!(reply.status().as_u16(), 500);
        let body = actix_web::body::to_bytes(reply.into_body()).await.unwrap_or_default();
        let body: serde_json::Value = serde_json::from_slice(&body).unwrap_or_default();
        assert!(body["error"]["id"].as_str().is_some_and(|id| id.len() == 36), "{body}");
        assert!(count() > before);
    }
}
