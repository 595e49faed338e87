//! Is it running, and does its database answer?

use actix_web::http::StatusCode;
use actix_web::{HttpResponse, get, web};
use serde::Serialize;
use sqlx::PgPool;
use utoipa::ToSchema;

/// How the application stands.
#[derive(Debug, Serialize, ToSchema)]
pub struct Health {
    /// ok, or degraded when the database does not answer.
    pub status: &'static str,
    /// Whether the database answers.
    pub database: bool,
    /// Version of the server.
    pub version: &'static str,
}

/// Says whether the database answers; needs no person.
#[utoipa::path(get, operation_id = "health", path = "/api/health", responses((status = 200, body = Health), (status = 503, body = Health)))]
#[get("/health")]
pub async fn health(pool: web::Data<PgPool>) -> HttpResponse {
    let database = match sqlx::query("SELECT 1").execute(pool.get_ref()).await {
        Ok(_) => true,
        Err(error) => {
            tracing::error!(%error, "the database does not answer");
            false
        }
    };
    let (code, status) = if database {
        (StatusCode::OK, "ok")
    } else {
        (StatusCode::SERVICE_UNAVAILABLE, "degraded")
    };
    HttpResponse::build(code).json(Health { status, database, version: env!("CARGO_PKG_VERSION") })
}
