//! The rack: tips, hoses, regulators, arrestors, torches, cylinders, each in service or out.

use actix_web::{HttpResponse, delete, get, patch, post, put, web};
use serde::Serialize;
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::page::{PageQuery, token};
use crate::http::rows::{Seen, id, new_id, put_reply, seen};
use crate::plan::gear_checked::{GearSaid, checked};
use crate::plan::rack::{GearView, counted, view};
use crate::store::gear::{self, Gear, GearChange, NewGear};
use crate::store::page::{List, page};
use crate::store::{RowKey, find, set_deleted};

/// How many a page shows where nobody says how many.
const SHOWN: i64 = 200;

/// Everything the shop owns.
#[derive(Debug, Serialize, ToSchema)]
pub struct RackReply {
    /// The newest first.
    pub gear: Vec<GearView>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

/// Everything the shop owns, with contents and notes.
#[utoipa::path(get, operation_id = "gear_list", path = "/api/v1/gear", params(PageQuery),
    responses((status = 200, body = RackReply), (status = 422, body = ErrorBody)))]
#[get("/gear")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<PageQuery>,
) -> ApiResult<web::Json<RackReply>> {
    let now = OffsetDateTime::now_utc();
    let list = List { time: "made_at", at: |gear: &Gear| gear.record.made_at, matching: None };
    let (gear, next) = page(pool.get_ref(), &list, &query.page(SHOWN)?).await?;
    let gear = counted(pool.get_ref(), gear).await?;
    let gear = gear.into_iter().map(|gear| view(gear, now)).collect::<ApiResult<_>>()?;
    Ok(web::Json(RackReply { gear, next: next.map(token) }))
}

/// Adds a piece of gear under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "gear_create", path = "/api/v1/gear/{id}", request_body = NewGear, params(("id" = String, Path)),
    responses((status = 201, body = Gear), (status = 200, body = Gear), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/gear/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<NewGear>,
) -> ApiResult<HttpResponse> {
    let (key, new) = (new_id(&path, caller)?, &body.value);
    let said = GearSaid {
        label: Some(&new.label),
        fields: Some(&new.fields),
        in_service: new.in_service,
        out_because: &new.out_because,
    };
    checked(&new.kind, &said)?;
    Ok(put_reply(gear::put(&mut *pool.acquire().await?, key, new, &body.json).await?))
}

/// Changes a piece of gear.
#[utoipa::path(patch, operation_id = "gear_change", path = "/api/v1/gear/{id}", request_body = GearChange, params(("id" = String, Path)),
    responses((status = 200, body = Gear), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/gear/{id}")]
pub async fn change(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<GearChange>,
) -> ApiResult<web::Json<Gear>> {
    let (id, change) = (id(&path)?, &body.value);
    let now: Gear = find(pool.get_ref(), id).await?.ok_or(ApiError::NotFound)?;
    let said = GearSaid {
        label: change.label.as_deref(),
        fields: change.fields.as_ref(),
        in_service: change.in_service.unwrap_or(now.in_service),
        out_because: change.out_because.as_deref().unwrap_or(&now.out_because),
    };
    checked(&now.kind, &said)?;
    Ok(web::Json(
        gear::patch(
            &mut *pool.acquire().await?,
            RowKey { id, by: caller.person },
            change,
            &body.json,
        )
        .await?,
    ))
}

/// Takes a piece of gear off the list; it can be taken back.
#[utoipa::path(delete, operation_id = "gear_delete", path = "/api/v1/gear/{id}", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Gear), (status = 409, body = ErrorBody)))]
#[delete("/gear/{id}")]
pub async fn delete(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Gear>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Gear>(&mut *pool.acquire().await?, &row, true).await?))
}

/// Takes a deletion back.
#[utoipa::path(post, operation_id = "gear_restore", path = "/api/v1/gear/{id}/restore", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Gear), (status = 409, body = ErrorBody)))]
#[post("/gear/{id}/restore")]
pub async fn restore(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Gear>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Gear>(&mut *pool.acquire().await?, &row, false).await?))
}
