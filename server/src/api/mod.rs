//! The HTTP interface, one file for each domain; [`routes`] lists every path in order.

pub mod body;
pub mod cut;
pub mod cut_reply;
pub mod cut_request;
pub mod entry;
pub mod fields;
pub mod guard;
pub mod health;
pub mod jobs;
pub mod lines;
pub mod merge;
pub mod people;
pub mod plans;
pub mod reference;
pub mod rows;
pub mod shop;
pub mod today;

use actix_web::web;
use utoipa::OpenApi;

use crate::error::{ApiError, ApiResult};

/// Registers every path.
pub fn routes(app: &mut web::ServiceConfig) {
    let v1 = web::scope("/v1")
        .service(cut::preview)
        .service(cut::draft)
        .service(entry::line)
        .service(entry::field)
        .service(reference::reference)
        .service(today::today)
        .service(jobs::list)
        .service(jobs::show)
        .service(jobs::create)
        .service(jobs::change)
        .service(jobs::delete)
        .service(jobs::restore)
        .service(lines::create)
        .service(lines::change)
        .service(lines::delete)
        .service(lines::restore)
        .service(plans::create)
        .service(plans::show)
        .service(plans::code)
        .service(people::list)
        .service(people::create)
        .service(people::change)
        .service(people::delete)
        .service(people::restore)
        .service(shop::list)
        .service(shop::set)
        .default_service(web::to(nothing));
    app.service(
        web::scope("/api")
            .service(health::health)
            .service(openapi_document)
            .service(v1)
            .default_service(web::to(nothing)),
    );
}

async fn nothing() -> ApiResult<String> {
    Err(ApiError::NotFound)
}

/// The interface in the OpenAPI format.
#[derive(OpenApi)]
#[openapi(
    info(title = "Galvanon", description = "Oxygen cutting, planned and explained"),
    paths(
        health::health,
        cut::preview,
        cut::draft,
        entry::line,
        entry::field,
        reference::reference,
        today::today,
        jobs::list,
        jobs::show,
        jobs::create,
        jobs::change,
        jobs::delete,
        jobs::restore,
        lines::create,
        lines::change,
        lines::delete,
        lines::restore,
        plans::create,
        plans::show,
        plans::code,
        people::list,
        people::create,
        people::change,
        people::delete,
        people::restore,
        shop::list,
        shop::set,
    )
)]
pub struct Api;

/// The OpenAPI document, as it is committed for the web client.
///
/// # Errors
/// When it cannot be written as JSON.
pub fn openapi_json() -> Result<String, serde_json::Error> {
    Api::openapi().to_pretty_json()
}

#[actix_web::get("/openapi.json")]
async fn openapi_document() -> web::Json<utoipa::openapi::OpenApi> {
    web::Json(Api::openapi())
}
