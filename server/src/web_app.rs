//! Serves the built page: hashed assets for ever, the page itself asked for each time.

use std::path::Path;

use actix_files::{Files, NamedFile};
use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse, fn_service};
use actix_web::http::header::{CACHE_CONTROL, HeaderValue};
use actix_web::middleware::{Next, from_fn};
use actix_web::{HttpResponse, web};

/// Where the build puts files whose names change with their content.
const HASHED: &str = "/assets/";
const FOR_EVER: HeaderValue = HeaderValue::from_static("public, max-age=31536000, immutable");
const ASK_EACH_TIME: HeaderValue = HeaderValue::from_static("no-cache");

/// Registers the page; every other path gets the page, whose router
/// reads it.
pub fn routes(app: &mut web::ServiceConfig, folder: &Path) {
    let page = folder.join("index.html");
    let fallback = fn_service(move |request: ServiceRequest| {
        let page = page.clone();
        async move {
            let (request, _) = request.into_parts();
            let response = if request.path().starts_with(HASHED) {
                HttpResponse::NotFound().finish()
            } else {
                NamedFile::open(page)?.into_response(&request)
            };
            Ok(ServiceResponse::new(request, response))
        }
    });
    let files = Files::new("/", folder).index_file("index.html").default_handler(fallback);
    app.service(web::scope("").wrap(from_fn(caching)).service(files));
}

async fn caching(
    request: ServiceRequest,
    next: Next<impl MessageBody>,
) -> Result<ServiceResponse<impl MessageBody>, actix_web::Error> {
    let hashed = request.path().starts_with(HASHED);
    let mut response = next.call(request).await?;
    let found = response.status().is_success();
    let rule = if hashed && found { FOR_EVER } else { ASK_EACH_TIME };
    response.headers_mut().insert(CACHE_CONTROL, rule);
    Ok(response)
}
