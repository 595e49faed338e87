//! Who may change something: pages of this origin, in JSON or with a picture.

use actix_web::body::{EitherBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{
    CACHE_CONTROL, CONTENT_ENCODING, CONTENT_TYPE, HOST, HeaderValue, ORIGIN,
};
use actix_web::middleware::Next;
use actix_web::{HttpMessage, HttpRequest, ResponseError};

use crate::error::ApiError;

/// Refuses a packed body, and a change that another site sends or that is not JSON.
///
/// # Errors
/// Only what the inner service fails with.
pub async fn same_origin<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<EitherBody<B>>, actix_web::Error> {
    if let Some(error) = refusal(request.request()) {
        return Ok(request.into_response(error.error_response()).map_into_right_body());
    }
    Ok(next.call(request).await?.map_into_left_body())
}

/// Where everything is that is not a page.
const INTERFACE: &str = "/api";
const NEVER: HeaderValue = HeaderValue::from_static("no-store");

/// Keeps answers of the interface out of every cache, except those that say how long they hold: photos.
///
/// # Errors
/// Only what the inner service fails with.
pub async fn never_kept<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<B>, actix_web::Error> {
    let of_interface = request.match_info().as_str().starts_with(INTERFACE);
    let mut reply = next.call(request).await?;
    if of_interface && !reply.headers().contains_key(CACHE_CONTROL) {
        reply.headers_mut().insert(CACHE_CONTROL, NEVER);
    }
    Ok(reply)
}

fn header<'a>(request: &'a HttpRequest, name: &str) -> Option<&'a str> {
    request.headers().get(name).and_then(|value| value.to_str().ok())
}

fn refusal(request: &HttpRequest) -> Option<ApiError> {
    // packed, a small body may be a gigabyte
    if header(request, CONTENT_ENCODING.as_str()).is_some_and(|it| it != "identity") {
        return Some(ApiError::Encoded);
    }
    if request.method().is_safe() { None } else { foreign(request).map(ApiError::Refused) }
}

fn foreign(request: &HttpRequest) -> Option<&'static str> {
    if header(request, "sec-fetch-site") == Some("cross-site") {
        return Some("Changes are taken from this site alone.");
    }
    let elsewhere = |origin: &str| {
        let host = origin.split_once("://").map_or(origin, |(_, host)| host);
        header(request, HOST.as_str()) != Some(host)
    };
    if header(request, ORIGIN.as_str()).is_some_and(elsewhere) {
        return Some("Changes are taken from this site alone.");
    }
    let has_body = header(request, "content-length").is_some_and(|length| length != "0")
        || request.headers().contains_key("transfer-encoding");
    // a page of another site must ask before it sends one of these, and is never answered
    let asked_first = ["application/json", "image/jpeg", "image/png", "application/octet-stream"];
    let known = asked_first.iter().any(|it| request.content_type().eq_ignore_ascii_case(it));
    if has_body && !known {
        return Some(if header(request, CONTENT_TYPE.as_str()).is_some() {
            "Send JSON (content type application/json)."
        } else {
            "Say that the body is JSON (content type application/json)."
        });
    }
    None
}
