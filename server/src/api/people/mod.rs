//! Who works here, what they are in the shop, and their doors.

pub mod account;
pub mod clearances;
pub mod devices;
pub mod doors;
pub mod passkeys;
pub mod session;
pub mod tokens;
pub mod trail;

use actix_web::{HttpRequest, HttpResponse, delete, get, patch, post, put, web};
use galvanon_core::cut::Handedness;
use serde::Serialize;
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::people::trail::note;
use crate::doors::rights::{Right, may};
use crate::doors::secret;
use crate::doors::state::Doors;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::http::page::{PageQuery, token};
use crate::http::rows::{Seen, id, new_id, put_reply, seen};
use crate::store::door::{credentials, invitations, sessions, tokens as kept_tokens};
use crate::store::page::{List, page};
use crate::store::people::{self, NewPerson, Person, PersonChange};
use crate::store::{Made, RowKey, set_deleted};

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

/// A link for somebody to set a password by; it is shown once.
#[derive(Debug, Serialize, ToSchema)]
pub struct InvitationReply {
    /// Its key, the last part of the link.
    pub key: String,
    /// The link.
    pub link: String,
    /// Days that it can be taken up.
    pub days: i32,
}

/// The state by which the database says that the last owner would go.
const LAST_OWNER: &str = "GV001";

/// What the database refuses of the last owner, as a fault of the role.
fn last_owner(error: ApiError) -> ApiError {
    let told = match &error {
        ApiError::Database(sqlx::Error::Database(told)) => told.code(),
        _ => None,
    };
    if told.as_deref() != Some(LAST_OWNER) {
        return error;
    }
    let mut fields = Fields::default();
    fields.refuse("role", "last_owner", Value::Null, &[]);
    ApiError::Invalid(fields.errors)
}

/// Shuts every door to somebody who leaves.
async fn leaves(pool: &PgPool, person: Uuid) -> ApiResult<()> {
    credentials::forget(&mut *pool.acquire().await?, person).await?;
    sessions::end_others(pool, person, None).await?;
    kept_tokens::revoke_all(pool, person).await
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
    let (people, next) = page(pool.get_ref(), &list, &query.page(SHOWN)?).await?;
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
    let made = people::put(&mut *pool.acquire().await?, key, &body.value, &body.json).await?;
    if let Made::New(person) = &made {
        let about = json!({ "person": person.record.id, "role": person.role });
        note(&pool, (caller.person, caller.device), "person", about).await?;
    }
    Ok(put_reply(made))
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
    let of_people = caller.role.is_some_and(|role| may(role, Right::People));
    if !of_people && (change.role.is_some() || change.name.is_some()) {
        let why = "You may change which hand you use and how much you are told; an owner the rest.";
        return Err(ApiError::Refused(why));
    }
    checked(change.name.as_deref(), change.handedness.as_deref())?;
    let id = id(&path)?;
    let changed = people::patch(
        &mut *pool.acquire().await?,
        RowKey { id, by: caller.person },
        change,
        &body.json,
    )
    .await;
    let person = changed.map_err(last_owner)?;
    if change.role.is_some() {
        let about = json!({ "person": person.record.id, "role": person.role });
        note(&pool, (caller.person, caller.device), "role", about).await?;
    }
    Ok(web::Json(person))
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
    let person =
        set_deleted::<Person>(&mut *pool.acquire().await?, &row, true).await.map_err(last_owner)?;
    leaves(&pool, row.id).await?;
    let about = json!({ "person": row.id });
    note(&pool, (caller.person, caller.device), "left", about).await?;
    Ok(web::Json(person))
}

/// Makes a link by which somebody sets a password: when they come, or when they forgot it. A second factor they had is asked
/// for no more. The links they had before end.
#[utoipa::path(post, operation_id = "people_invite", path = "/api/v1/people/{id}/invitation", params(("id" = String, Path)),
    responses((status = 201, body = InvitationReply), (status = 404, body = ErrorBody)))]
#[post("/people/{id}/invitation")]
pub async fn invite(
    (pool, doors): (web::Data<PgPool>, web::Data<Doors>),
    (path, request): (web::Path<String>, HttpRequest),
    caller: Caller,
) -> ApiResult<HttpResponse> {
    let person = credentials::of(pool.get_ref(), id(&path)?).await?.ok_or(ApiError::NotFound)?;
    let key = secret::key()?;
    invitations::add(
        &mut *pool.acquire().await?,
        &secret::hash(&key),
        person.person,
        caller.person,
    )
    .await?;
    credentials::drop_second(&mut *pool.acquire().await?, person.person).await?;
    let about = json!({ "person": person.person });
    note(&pool, (caller.person, caller.device), "invited", about).await?;
    let here = {
        let connection = request.connection_info();
        format!("{}://{}", if doors.secure { "https" } else { "http" }, connection.host())
    };
    let at = doors.public_url.as_deref().unwrap_or(&here);
    // behind the # it is sent to no server and stands in no log
    let link = format!("{at}/#invitation={key}");
    Ok(HttpResponse::Created().json(InvitationReply { key, link, days: invitations::DAYS }))
}

/// Removes the name of somebody who left: their number stands in its place, and what they did stays on record.
#[utoipa::path(post, operation_id = "people_forget", path = "/api/v1/people/{id}/forget", params(("id" = String, Path)),
    responses((status = 200, body = Person), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/people/{id}/forget")]
pub async fn forget(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
) -> ApiResult<web::Json<Person>> {
    let id = id(&path)?;
    let forgotten = people::forget_name(pool.get_ref(), RowKey { id, by: caller.person }).await;
    let person = forgotten.map_err(last_owner)?.ok_or(ApiError::NotFound)?;
    leaves(&pool, id).await?;
    let about: Value = json!({ "number": person.number });
    note(&pool, (caller.person, caller.device), "forgotten", about).await?;
    Ok(web::Json(person))
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
    Ok(web::Json(set_deleted::<Person>(&mut *pool.acquire().await?, &row, false).await?))
}
