//! Who works here. There is no sign-in yet: who is at a screen is chosen on it.

use actix_web::{HttpResponse, delete, get, patch, post, put, web};
use galvanon_core::cut::Handedness;
use serde::Serialize;
use sqlx::PgPool;
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::http::page::{PageQuery, token};
use crate::http::rows::{Seen, id, new_id, put_reply, seen};
use crate::store::page::{List, page};
use crate::store::people::{self, NewPerson, Person, PersonChange};
use crate::store::set_deleted;

/// How many a page shows where nobody says how many.
const SHOWN: i64 = 200;
const LONGEST_NAME: usize = 80;

/// Everybody.
#[derive(Debug, Serialize, ToSchema)]
pub struct PeopleReply {
    /// The newest first.
    pub people: Vec<Person>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

fn checked(name: Option<&str>, handedness: Option<&str>) -> ApiResult<()> {
    let mut fields = Fields::default();
    if let Some(name) = name {
        fields.text("name", name, LONGEST_NAME);
    }
    if let Some(hand) = handedness {
        let given = crate::http::fields::Given(hand.into());
        fields.code::<Handedness>("handedness", Some(&given), None);
    }
    if fields.errors.is_empty() { Ok(()) } else { Err(ApiError::Invalid(fields.errors)) }
}

/// Lists everybody.
#[utoipa::path(get, operation_id = "people_list", path = "/api/v1/people", params(PageQuery),
    responses((status = 200, body = PeopleReply), (status = 422, body = ErrorBody)))]
#[get("/people")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<PageQuery>,
) -> ApiResult<web::Json<PeopleReply>> {
    let list =
        List { time: "made_at", at: |person: &Person| person.record.made_at, matching: None };
    let (people, next) = page(&pool, &list, &query.page(SHOWN)?).await?;
    Ok(web::Json(PeopleReply { people, next: next.map(token) }))
}

/// Adds a person under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "people_create", path = "/api/v1/people/{id}", request_body = NewPerson,
    params(("id" = String, Path)),
    responses((status = 201, body = Person), (status = 200, body = Person), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/people/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<NewPerson>,
) -> ApiResult<HttpResponse> {
    checked(Some(&body.value.name), Some(&body.value.handedness))?;
    let key = new_id(&path, caller)?;
    Ok(put_reply(people::put(&pool, key, (&body.value, &body.json)).await?))
}

/// Changes a person.
#[utoipa::path(patch, operation_id = "people_change", path = "/api/v1/people/{id}", request_body = PersonChange,
    params(("id" = String, Path)),
    responses((status = 200, body = Person), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/people/{id}")]
pub async fn change(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<PersonChange>,
) -> ApiResult<web::Json<Person>> {
    let change = &body.value;
    checked(change.name.as_deref(), change.handedness.as_deref())?;
    let key = (id(&path)?, caller.person);
    Ok(web::Json(people::patch(&pool, key, (change, &body.json)).await?))
}

/// Deletes a person; it can be taken back.
#[utoipa::path(delete, operation_id = "people_delete", path = "/api/v1/people/{id}", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Person), (status = 409, body = ErrorBody)))]
#[delete("/people/{id}")]
pub async fn delete(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Person>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Person>(&pool, &row, true).await?))
}

/// Takes a deletion back.
#[utoipa::path(post, operation_id = "people_restore", path = "/api/v1/people/{id}/restore", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Person), (status = 409, body = ErrorBody)))]
#[post("/people/{id}/restore")]
pub async fn restore(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Person>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Person>(&pool, &row, false).await?))
}
