//! What the handlers of stored rows share: ids, versions, and the answers to a PUT.

use actix_web::HttpResponse;
use actix_web::http::StatusCode;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult};
use crate::http::caller::Caller;
use crate::http::fields::wrong_shape;
use crate::store::{Made, RowKey, RowSeen};

/// The version that was seen, for deleting and restoring.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Seen {
    /// The version that was seen.
    pub version: i32,
}

/// The id in a path.
///
/// # Errors
/// [`ApiError::NotFound`] when it is no UUID: nothing is kept under such a name.
pub fn id(text: &str) -> ApiResult<Uuid> {
    Uuid::parse_str(text).map_err(|_| ApiError::NotFound)
}

/// The row of a path, as the caller saw it.
///
/// # Errors
/// [`ApiError::NotFound`] when it is no UUID.
pub fn seen(text: &str, version: i32, caller: Caller) -> ApiResult<RowSeen> {
    Ok(RowSeen { id: id(text)?, version, by: caller.person })
}

/// The id of something new, and who makes it.
///
/// # Errors
/// [`ApiError::Invalid`] when it is no UUIDv7.
pub fn new_id(text: &str, caller: Caller) -> ApiResult<RowKey> {
    match Uuid::parse_str(text) {
        Ok(id) if id.get_version_num() == 7 => Ok(RowKey { id, by: caller.person }),
        _ => Err(ApiError::Invalid(vec![wrong_shape(
            "id",
            "a UUID of version 7",
            Value::from(text),
        )])),
    }
}

/// 201 for something new, 200 for the same once more.
pub fn put_reply<T: Serialize>(made: Made<T>) -> HttpResponse {
    match made {
        Made::New(row) => HttpResponse::build(StatusCode::CREATED).json(row),
        Made::Again(row) => HttpResponse::Ok().json(row),
    }
}
