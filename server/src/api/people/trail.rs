//! The audit trail: what happened at the doors and to the people, added to and never changed.

use actix_web::{get, web};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::fields::wrong_shape;
use crate::store::door::audit::{self, Audited, Entry};

/// How many entries a page shows.
const SHOWN: i64 = 100;

/// The newest entries.
#[derive(Debug, Serialize, ToSchema)]
pub struct AuditReply {
    /// The newest first.
    pub entries: Vec<Audited>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

/// Which entries.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct AuditQuery {
    /// The `next` of the page before.
    pub after: Option<String>,
}

/// Adds to the trail.
///
/// # Errors
/// When the database fails.
pub async fn note(
    pool: &PgPool,
    (person, device): (Option<Uuid>, Option<Uuid>),
    what: &str,
    about: Value,
) -> ApiResult<()> {
    audit::add(pool, &Entry { person, device, what, about }).await
}

/// Reads the audit trail, the newest first.
#[utoipa::path(get, operation_id = "audit_list", path = "/api/v1/audit", params(AuditQuery),
    responses((status = 200, body = AuditReply), (status = 422, body = ErrorBody)))]
#[get("/audit")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<AuditQuery>,
) -> ApiResult<web::Json<AuditReply>> {
    let number = match query.after.as_deref().map(str::parse) {
        None => None,
        Some(Ok(number)) => Some(number),
        Some(Err(_)) => {
            let fault = wrong_shape("after", "the `next` of the page before", json!(query.after));
            return Err(ApiError::Invalid(vec![fault]));
        }
    };
    let entries = audit::before(pool.get_ref(), number, SHOWN).await?;
    let next = entries.last().filter(|last| last.number > 1).map(|last| last.number.to_string());
    Ok(web::Json(AuditReply { entries, next }))
}
