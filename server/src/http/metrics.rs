//! What a watcher of the server reads: requests by path and status, how long they took, and how many panicked.

use std::sync::LazyLock;
use std::time::Instant;

use actix_web::HttpResponse;
use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::middleware::Next;
use metrics::{Label, counter, histogram, with_local_recorder};
use metrics_exporter_prometheus::{PrometheusBuilder, PrometheusHandle, PrometheusRecorder};

use crate::panics;

/// The recorder of this process: however many servers run in it.
static RECORDER: LazyLock<(PrometheusRecorder, PrometheusHandle)> = LazyLock::new(|| {
    let recorder = PrometheusBuilder::new().build_recorder();
    let handle = recorder.handle();
    (recorder, handle)
});

/// Counts a request under the pattern of its path, never under what somebody typed into it.
///
/// # Errors
/// Only what the inner service fails with.
pub async fn counted<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<B>, actix_web::Error> {
    let path = request.match_pattern().filter(|path| path.starts_with("/api"));
    let method = request.method().to_string();
    let began = Instant::now();
    let reply = next.call(request).await;
    let Some(path) = path else { return reply };
    let status = match &reply {
        Ok(reply) => reply.status(),
        Err(error) => error.as_response_error().status_code(),
    };
    let labels = vec![
        Label::new("method", method),
        Label::new("path", path),
        Label::new("status", status.as_u16().to_string()),
    ];
    with_local_recorder(&RECORDER.0, || {
        counter!("galvanon_requests_total", labels.clone()).increment(1);
        histogram!("galvanon_request_seconds", labels).record(began.elapsed().as_secs_f64());
    });
    reply
}

/// All of it, as text.
#[must_use]
pub fn told() -> HttpResponse {
    with_local_recorder(&RECORDER.0, || {
        counter!("galvanon_panics_total").absolute(panics::count())
    });
    RECORDER.1.run_upkeep();
    HttpResponse::Ok().content_type("text/plain; charset=utf-8").body(RECORDER.1.render())
}
