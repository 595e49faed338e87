//! What goes wrong on the way, as status and JSON: code, message, and the fields at fault.

mod database;

use std::time::Duration;

use actix_web::http::StatusCode;
use actix_web::http::header::RETRY_AFTER;
use actix_web::{HttpResponse, ResponseError};
use serde::Serialize;
use serde_json::Value;
use utoipa::ToSchema;
use uuid::Uuid;

pub use database::Trouble;

/// What a field may be.
#[derive(Clone, Debug, PartialEq, Serialize, ToSchema)]
pub struct Limits {
    /// Lowest value allowed.
    pub low: f64,
    /// Highest value allowed.
    pub high: f64,
    /// Unit of both.
    pub unit: String,
}

/// A field at fault.
#[derive(Clone, Debug, PartialEq, Serialize, ToSchema)]
pub struct FieldError {
    /// Path in the request, as `steel.thickness_mm`.
    pub path: String,
    /// What is wrong, as a code.
    pub code: String,
    /// What is wrong and what is allowed, in words.
    pub message: String,
    /// The value given.
    pub value: Value,
    /// What a number may be.
    pub limits: Option<Limits>,
    /// What a choice may be.
    pub allowed: Option<Vec<String>>,
}

/// A refusal.
#[derive(Debug, Serialize, ToSchema)]
pub struct ErrorBody {
    /// The refusal itself.
    pub error: ErrorDetail,
}

/// What was refused and why.
#[derive(Debug, Serialize, ToSchema)]
pub struct ErrorDetail {
    /// A code: invalid_input, stale, different_body, not_found, too_large, too_slow, too_long, encoded, forbidden, signed_out,
    /// wrong_key, second_factor, too_many, busy, full, unavailable, internal.
    pub code: String,
    /// The same in words.
    pub message: String,
    /// The fields at fault.
    pub fields: Vec<FieldError>,
    /// In a conflict: what the shop holds now.
    #[schema(value_type = Option<Object>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub current: Option<Value>,
    /// In a conflict: what was sent.
    #[schema(value_type = Option<Object>)]
    #[serde(skip_serializing_if = "Option::is_none")]
    pub yours: Option<Value>,
    /// Of a fault of ours: under which id the log has it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub id: Option<String>,
}

/// Two versions that do not agree.
#[derive(Debug)]
pub struct Conflict {
    /// What the shop holds.
    pub current: Value,
    /// What was sent.
    pub yours: Value,
}

/// What core refuses of a request that was read: a fault of ours.
#[must_use]
pub fn faults(errors: &[galvanon_core::error::Error]) -> ApiError {
    ApiError::Internal(errors.iter().map(ToString::to_string).collect::<Vec<_>>().join("; "))
}

/// Everything a handler can fail with.
#[derive(Debug, thiserror::Error)]
pub enum ApiError {
    /// The input is not possible.
    #[error("invalid input")]
    Invalid(Vec<FieldError>),
    /// There is no such path.
    #[error("no such path")]
    NoPath,
    /// There is no such thing, or it was deleted.
    #[error("not found")]
    NotFound,
    /// Somebody changed it meanwhile.
    #[error("stale write")]
    Stale(Box<Conflict>),
    /// The id was used for something else.
    #[error("different body under the same id")]
    Different(Box<Conflict>),
    /// The body is too large.
    #[error("body over {0} bytes")]
    TooLarge(usize),
    /// The request comes from another site, or is not JSON.
    #[error("{0}")]
    Refused(&'static str),
    /// Nobody is signed in.
    #[error("signed out")]
    SignedOut,
    /// Whatever was wrong at a door: it is not told what.
    #[error("wrong key")]
    WrongKey,
    /// The password was right, and a second factor is asked for.
    #[error("second factor")]
    SecondFactor,
    /// A role may not do something: in words.
    #[error("{0}")]
    MayNot(String),
    /// Too many tries or requests; seconds until it is worth asking again.
    #[error("too many; again in {0} s")]
    TooMany(u32),
    /// As many passwords are being checked, computations run, or connections are open as may be.
    #[error("busy")]
    Busy,
    /// The body came too slowly.
    #[error("body too slow")]
    TooSlow,
    /// The connection failed before the body was whole.
    #[error("body cut off: {0}")]
    Cut(String),
    /// The body is packed.
    #[error("content encoding")]
    Encoded,
    /// A computation took longer than it may.
    #[error("computation over {0:?}")]
    TooLong(Duration),
    /// The database failed.
    #[error("database: {0}")]
    Database(#[from] sqlx::Error),
    /// Something of ours failed.
    #[error("internal: {0}")]
    Internal(String),
}

/// The result of a handler.
pub type ApiResult<T> = Result<T, ApiError>;

/// What core refuses of a request that was read field by field is a fault of ours.
impl From<galvanon_core::error::Error> for ApiError {
    fn from(error: galvanon_core::error::Error) -> Self {
        Self::Internal(error.to_string())
    }
}

impl From<serde_json::Error> for ApiError {
    fn from(error: serde_json::Error) -> Self {
        Self::Internal(error.to_string())
    }
}

/// Seconds after which it is worth asking again while the database is away.
const AGAIN_S: u32 = 2;

const OURS: &str = "Something failed here, not in what you sent. It is in the log.";

impl ApiError {
    fn code(&self) -> &'static str {
        match self {
            Self::Invalid(_) => "invalid_input",
            Self::NotFound | Self::NoPath => "not_found",
            Self::Stale(_) => "stale",
            Self::Different(_) => "different_body",
            Self::TooLarge(_) => "too_large",
            Self::Refused(_) | Self::MayNot(..) => "forbidden",
            Self::SignedOut => "signed_out",
            Self::WrongKey => "wrong_key",
            Self::SecondFactor => "second_factor",
            Self::TooMany(_) => "too_many",
            Self::TooSlow => "too_slow",
            Self::Cut(_) => "invalid_input",
            Self::TooLong(_) => "too_long",
            Self::Encoded => "encoded",
            Self::Busy => "busy",
            Self::Database(error) => Trouble::of(error).map_or("internal", Trouble::code),
            Self::Internal(_) => "internal",
        }
    }

    fn message(&self) -> String {
        match self {
            Self::Invalid(fields) => {
                fields.iter().map(|field| field.message.as_str()).collect::<Vec<_>>().join(" ")
            }
            Self::NoPath => "There is no such path here.".into(),
            Self::NotFound => "There is nothing under this id, or it was deleted.".into(),
            Self::Stale(_) => {
                "Somebody changed this meanwhile: look at both versions, then save again.".into()
            }
            Self::Different(_) => "This id was used before for something else.".into(),
            Self::TooLarge(limit) => format!("A request may hold {limit} bytes."),
            Self::Refused(why) => (*why).into(),
            Self::SignedOut => "Sign in first.".into(),
            Self::WrongKey => "No match. Check what you typed and try again.".into(),
            Self::SecondFactor => {
                "Type the six digits your app shows now, or a recovery code.".into()
            }
            Self::MayNot(why) => why.clone(),
            Self::TooMany(seconds) => {
                format!("Too many tries at once. Wait {seconds} s, then try again.")
            }
            Self::Busy => "The server is busy. Try again in a moment.".into(),
            Self::TooSlow => {
                "The request came too slowly. Check the network, then send it again.".into()
            }
            Self::Cut(why) => format!("The request was cut off ({why}). Send it again."),
            Self::Encoded => "Send the request without Content-Encoding.".into(),
            Self::TooLong(limit) => format!(
                "This takes longer than {} s to compute. Make it simpler or smaller.",
                limit.as_secs_f64()
            ),
            Self::Database(error) => Trouble::of(error).map_or(OURS, Trouble::message).into(),
            Self::Internal(_) => OURS.into(),
        }
    }
}

impl ApiError {
    /// What a body tells of it.
    #[must_use]
    pub fn detail(&self) -> ErrorDetail {
        let (current, yours) = match self {
            Self::Stale(both) | Self::Different(both) => {
                (Some(both.current.clone()), Some(both.yours.clone()))
            }
            _ => (None, None),
        };
        let fields = if let Self::Invalid(fields) = self { fields.clone() } else { Vec::new() };
        let code = self.code().into();
        ErrorDetail { code, message: self.message(), fields, current, yours, id: None }
    }
}

impl ResponseError for ApiError {
    fn status_code(&self) -> StatusCode {
        match self {
            Self::Invalid(_) | Self::TooLong(_) => StatusCode::UNPROCESSABLE_ENTITY,
            Self::TooSlow => StatusCode::REQUEST_TIMEOUT,
            Self::Cut(_) => StatusCode::BAD_REQUEST,
            Self::Encoded => StatusCode::UNSUPPORTED_MEDIA_TYPE,
            Self::NotFound | Self::NoPath => StatusCode::NOT_FOUND,
            Self::Stale(_) | Self::Different(_) => StatusCode::CONFLICT,
            Self::TooLarge(_) => StatusCode::PAYLOAD_TOO_LARGE,
            Self::Refused(_) | Self::MayNot(..) => StatusCode::FORBIDDEN,
            Self::SignedOut | Self::WrongKey | Self::SecondFactor => StatusCode::UNAUTHORIZED,
            Self::TooMany(_) => StatusCode::TOO_MANY_REQUESTS,
            Self::Busy => StatusCode::SERVICE_UNAVAILABLE,
            Self::Database(error) if Trouble::of(error).is_some() => {
                StatusCode::SERVICE_UNAVAILABLE
            }
            Self::Database(_) | Self::Internal(_) => StatusCode::INTERNAL_SERVER_ERROR,
        }
    }

    fn error_response(&self) -> HttpResponse {
        let status = self.status_code();
        let mut detail = self.detail();
        if let Self::Database(_) | Self::Internal(_) = self {
            let id = Uuid::now_v7().to_string();
            tracing::error!(error = %self, %id, "request failed");
            detail.id = (status == StatusCode::INTERNAL_SERVER_ERROR).then_some(id);
        }
        let mut reply = HttpResponse::build(status);
        match self {
            Self::TooMany(seconds) => _ = reply.insert_header((RETRY_AFTER, *seconds)),
            // the rest of the body may still come: nothing else is read from this connection
            Self::TooSlow => _ = reply.force_close(),
            _ if status == StatusCode::SERVICE_UNAVAILABLE => {
                reply.insert_header((RETRY_AFTER, AGAIN_S));
            }
            _ => {}
        }
        reply.json(ErrorBody { error: detail })
    }
}

impl ApiError {
    /// The same, its fields under a part of the request.
    #[must_use]
    pub fn under(self, part: &str) -> Self {
        let Self::Invalid(mut fields) = self else { return self };
        for field in &mut fields {
            field.path = format!("{part}.{}", field.path);
        }
        Self::Invalid(fields)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_database_that_is_away_is_no_fault_of_ours() {
        let refused = std::io::Error::from(std::io::ErrorKind::ConnectionRefused);
        for away in [sqlx::Error::PoolTimedOut, sqlx::Error::PoolClosed, sqlx::Error::Io(refused)] {
            let reply = ApiError::Database(away).error_response();
            assert_eq!(reply.status(), StatusCode::SERVICE_UNAVAILABLE);
            assert!(reply.headers().contains_key(RETRY_AFTER));
        }
        let ours = ApiError::Database(sqlx::Error::RowNotFound).error_response();
        assert_eq!(ours.status(), StatusCode::INTERNAL_SERVER_ERROR);
        assert!(!ours.headers().contains_key(RETRY_AFTER));
    }
}
