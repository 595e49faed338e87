//! Is it running, and does its database answer?

use std::time::Duration;

use actix_web::http::StatusCode;
use actix_web::{HttpResponse, get, web};
use serde::Serialize;
use sqlx::PgPool;
use tokio::time::timeout;
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

/// Whoever watches the server does not wait longer for the database. Source: `ours`.
const SOON: Duration = Duration::from_secs(2);

async fn answers(pool: &PgPool) -> bool {
    let asked = timeout(SOON, sqlx::query("SELECT 1").execute(pool)).await;
    if !matches!(asked, Ok(Ok(_))) {
        tracing::error!(answer = ?asked, "the database does not answer");
    }
    matches!(asked, Ok(Ok(_)))
}

fn told(code: StatusCode, database: bool) -> HttpResponse {
    let status = if database { "ok" } else { "degraded" };
    HttpResponse::build(code).json(Health { status, database, version: env!("CARGO_PKG_VERSION") })
}

/// Says that the application runs, and whether its database answers; needs no person.
#[utoipa::path(get, operation_id = "health", path = "/api/health", responses((status = 200, body = Health)))]
#[get("/health")]
pub async fn health(pool: web::Data<PgPool>) -> HttpResponse {
    told(StatusCode::OK, answers(&pool).await)
}

/// Whether it can be asked for anything: 503 while the database is away.
#[utoipa::path(get, operation_id = "ready", path = "/api/ready", responses((status = 200, body = Health), (status = 503, body = Health)))]
#[get("/ready")]
pub async fn ready(pool: web::Data<PgPool>) -> HttpResponse {
    let database = answers(&pool).await;
    let code = if database { StatusCode::OK } else { StatusCode::SERVICE_UNAVAILABLE };
    told(code, database)
}
