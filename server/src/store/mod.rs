//! The SQL and nothing else, a file for each table.

pub mod burns;
pub mod gear;
pub mod job_lines;
pub mod jobs;
pub mod people;
pub mod plans;
pub mod shop_settings;

use serde::Serialize;
use serde_json::Value;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, Conflict};

/// What every row a person makes carries.
#[derive(Clone, Debug, Serialize, sqlx::FromRow, ToSchema)]
pub struct Record {
    /// Chosen by the client.
    pub id: Uuid,
    /// Rises with each change; sent back with the next one.
    pub version: i32,
    /// When it was made.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// Who made it.
    pub made_by: Option<Uuid>,
    /// When it was last changed.
    #[serde(with = "time::serde::rfc3339")]
    pub changed_at: OffsetDateTime,
    /// Who changed it.
    pub changed_by: Option<Uuid>,
    /// When it was deleted, if it was.
    #[serde(with = "time::serde::rfc3339::option")]
    pub deleted_at: Option<OffsetDateTime>,
    /// The body it was made from.
    #[serde(skip)]
    #[schema(ignore)]
    pub made_from: Value,
}

/// Something stored with a [`Record`].
pub trait Recorded: Serialize {
    /// Its record.
    fn record(&self) -> &Record;
}

/// What came of a PUT.
#[derive(Debug, PartialEq, Eq)]
pub enum Made<T> {
    /// A new row.
    New(T),
    /// The same body under the same id, once more.
    Again(T),
}

/// Tells a repeated PUT from a different one under the same id.
///
/// # Errors
/// [`ApiError::Different`] when the body is another.
pub fn made<T: Recorded>(inserted: bool, row: T, body: &Value) -> ApiResult<Made<T>> {
    if inserted {
        return Ok(Made::New(row));
    }
    if row.record().made_from == *body {
        return Ok(Made::Again(row));
    }
    let both = Conflict { current: serde_json::to_value(&row)?, yours: body.clone() };
    Err(ApiError::Different(Box::new(both)))
}

/// The row of a conditional change, or the conflict when its version was not the one sent.
///
/// # Errors
/// [`ApiError::NotFound`] when there is none, [`ApiError::Stale`] when it was changed.
pub fn changed<T: Recorded>(row: Option<T>, current: Option<T>, yours: Value) -> ApiResult<T> {
    match (row, current) {
        (Some(row), _) => Ok(row),
        (None, Some(current)) => Err(ApiError::Stale(Box::new(Conflict {
            current: serde_json::to_value(&current)?,
            yours,
        }))),
        (None, None) => Err(ApiError::NotFound),
    }
}
