//! Photos of kept diagnoses: taken as files, drawn anew, served large and small.

use std::future::Future;
use std::pin::Pin;

use actix_web::dev::Payload;
use actix_web::http::header::CACHE_CONTROL;
use actix_web::{FromRequest, HttpRequest, HttpResponse, delete, get, post, put, web};
use base64::Engine;
use base64::prelude::BASE64_STANDARD as STANDARD;
use serde_json::{Value, json};
use sha2::{Digest, Sha256};
use sqlx::PgPool;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, bytes};
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::http::rows::{Seen, id, new_id, put_reply, seen};
use crate::photo::{MOST_BYTES, MOST_PHOTOS, MOST_PIXELS, Redrawn, Refused, redrawn};
use crate::queue::Worker;
use crate::store::diagnoses::KeptDiagnosis;
use crate::store::photos::{self, NewPhoto, Photo};
use crate::store::{RowKey, find, set_deleted};

fn refuse_photo(code: &str, words: &[(&str, String)]) -> ApiError {
    let mut fields = Fields::default();
    fields.refuse("photo", code, Value::Null, words);
    ApiError::Invalid(fields.errors)
}

fn megabytes(bytes: usize) -> String {
    #[allow(clippy::cast_precision_loss, reason = "shown to a tenth")]
    let mb = bytes as f64 / (1024.0 * 1024.0);
    format!("{mb:.1} MB")
}

/// A photo, drawn again.
///
/// # Errors
/// [`ApiError::Invalid`] with what is wrong with the file.
pub fn drawn(bytes: &[u8]) -> ApiResult<Redrawn> {
    redrawn(bytes).map_err(|refused| match refused {
        Refused::NotOne(why) => refuse_photo("photo_not_one", &[("value", why)]),
        Refused::Pixels(pixels) => {
            let (value, high) = (pixels / 1_000_000, MOST_PIXELS / 1_000_000);
            let words = [("value", value.to_string()), ("high", high.to_string())];
            refuse_photo("photo_pixels", &words)
        }
    })
}

/// The bytes of a photo, as they were sent.
#[derive(Debug)]
pub struct PhotoFile(web::Bytes);

impl FromRequest for PhotoFile {
    type Error = ApiError;
    type Future = Pin<Box<dyn Future<Output = ApiResult<Self>>>>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let (request, payload) = (request.clone(), payload.take());
        Box::pin(async move {
            let too_large = || {
                let said = request.headers().get("content-length").and_then(|it| it.to_str().ok());
                let size = said.and_then(|it| it.parse().ok()).map_or("larger".into(), megabytes);
                refuse_photo("photo_bytes", &[("value", size), ("high", megabytes(MOST_BYTES))])
            };
            match bytes(&request, payload, MOST_BYTES).await {
                Ok(bytes) => Ok(Self(bytes)),
                Err(why) => why.unless_too_large(too_large),
            }
        })
    }
}

/// Adds a photo to a kept diagnosis: the JPEG or PNG file itself, under a UUIDv7 of the client's choice;
/// repeatable.
#[utoipa::path(put, operation_id = "photo_create", path = "/api/v1/diagnoses/{id}/photos/{photo_id}",
    request_body(content = Vec<u8>, content_type = "image/jpeg"),
    params(("id" = String, Path), ("photo_id" = String, Path)),
    responses((status = 201, body = Photo), (status = 200, body = Photo), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/diagnoses/{id}/photos/{photo_id}")]
pub async fn add(
    pool: web::Data<PgPool>,
    path: web::Path<(String, String)>,
    (caller, worker): (Caller, Worker),
    PhotoFile(bytes): PhotoFile,
) -> ApiResult<HttpResponse> {
    let (diagnosis, RowKey { id: photo, by }) = (id(&path.0)?, new_id(&path.1, caller)?);
    let kept: KeptDiagnosis = find(pool.get_ref(), diagnosis).await?.ok_or(ApiError::NotFound)?;
    if kept.record.deleted_at.is_some() {
        return Err(ApiError::NotFound);
    }
    let made_from = json!({ "sha256": STANDARD.encode(Sha256::digest(&bytes)) });
    let drawn = worker.run(move || drawn(&bytes)).await?;
    let new = NewPhoto { diagnosis, photo: &drawn, made_from: &made_from };
    let most = i64::try_from(MOST_PHOTOS).unwrap_or(i64::MAX);
    let made =
        photos::put(&mut *pool.acquire().await?, RowKey { id: photo, by }, &new, most).await?;
    Ok(put_reply(
        made.ok_or_else(|| refuse_photo("photo_many", &[("high", MOST_PHOTOS.to_string())]))?,
    ))
}

async fn served(pool: &PgPool, path: &str, small: bool) -> ApiResult<HttpResponse> {
    let bytes = photos::picture(pool, id(path)?, small).await?.ok_or(ApiError::NotFound)?;
    Ok(HttpResponse::Ok()
        .content_type("image/jpeg")
        .insert_header((CACHE_CONTROL, "private, max-age=31536000, immutable"))
        .body(bytes))
}

/// A photo.
#[utoipa::path(get, operation_id = "photo_show", path = "/api/v1/photos/{id}", params(("id" = String, Path)),
    responses((status = 200, content_type = "image/jpeg", body = Vec<u8>), (status = 404, body = ErrorBody)))]
#[get("/photos/{id}")]
pub async fn show(pool: web::Data<PgPool>, path: web::Path<String>) -> ApiResult<HttpResponse> {
    served(&pool, &path, false).await
}

/// A photo, small.
#[utoipa::path(get, operation_id = "photo_show_small", path = "/api/v1/photos/{id}/small", params(("id" = String, Path)),
    responses((status = 200, content_type = "image/jpeg", body = Vec<u8>), (status = 404, body = ErrorBody)))]
#[get("/photos/{id}/small")]
pub async fn show_small(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<HttpResponse> {
    served(&pool, &path, true).await
}

/// Takes a photo away; it can be taken back.
#[utoipa::path(delete, operation_id = "photo_delete", path = "/api/v1/photos/{id}", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Photo), (status = 409, body = ErrorBody)))]
#[delete("/photos/{id}")]
pub async fn delete(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Photo>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Photo>(&mut *pool.acquire().await?, &row, true).await?))
}

/// Takes that back.
#[utoipa::path(post, operation_id = "photo_restore", path = "/api/v1/photos/{id}/restore", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Photo), (status = 409, body = ErrorBody)))]
#[post("/photos/{id}/restore")]
pub async fn restore(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Photo>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Photo>(&mut *pool.acquire().await?, &row, false).await?))
}
