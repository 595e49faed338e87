//! One's own account: password, PIN, second factor, sessions.

use actix_web::{HttpResponse, delete, get, post, put, web};
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::people::doors::second_factor;
use crate::api::people::trail::note;
use crate::doors::state::Doors;
use crate::doors::tries::{self, About};
use crate::doors::{password, secret, totp};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::rows::id;
use crate::store::door::credentials::{self, Credentials};
use crate::store::door::sessions::{self, Session};

/// How many recovery codes there are.
const CODES: usize = 10;

/// A password to change.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPassword {
    /// The one of now; none where there is none yet.
    pub old: Option<String>,
    /// The one from now on.
    pub new: String,
}

/// A PIN to set.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPin {
    /// Four to eight digits.
    pub pin: String,
}

/// A second factor to try.
#[derive(Debug, Serialize, ToSchema)]
pub struct SecondFactorOffer {
    /// The secret in base 32, to be typed into an app.
    pub secret: String,
    /// The same as an address that an app reads.
    pub url: String,
}

/// A code of the app, or for taking the second factor away a recovery code.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FactorCode {
    /// Six digits.
    pub code: String,
}

/// What is shown once.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecoveryCodes {
    /// Each opens the door once in place of a code.
    pub codes: Vec<String>,
}

/// One's sessions.
#[derive(Debug, Serialize, ToSchema)]
pub struct SessionsReply {
    /// The newest first.
    pub sessions: Vec<Session>,
    /// The one that asks.
    pub here: Option<Uuid>,
}

async fn own(pool: &PgPool, caller: Caller) -> ApiResult<Credentials> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    credentials::of(pool, person).await?.ok_or(ApiError::SignedOut)
}

/// Changes one's own password; every other session of theirs ends.
#[utoipa::path(put, operation_id = "password_set", path = "/api/v1/password", request_body = NewPassword,
    responses((status = 204), (status = 401, body = ErrorBody), (status = 422, body = ErrorBody), (status = 429, body = ErrorBody)))]
#[put("/password")]
pub async fn set_password(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<NewPassword>,
) -> ApiResult<HttpResponse> {
    let person = own(&pool, caller).await?;
    if person.password.is_some() {
        let tried = tries::note(&pool, &[About::Name(&person.name)]).await?;
        let old = body.value.old.as_deref().unwrap_or_default();
        if !password::is(old, person.password.as_deref()).await? {
            return Err(ApiError::WrongKey);
        }
        tries::right(&pool, &tried).await?;
    }
    password::taken("new", &body.value.new, &[&person.name])?;
    let hash = password::hash(&body.value.new).await?;
    credentials::set_password(pool.get_ref(), person.person, &hash).await?;
    sessions::end_others(pool.get_ref(), person.person, caller.key).await?;
    note(&pool, (caller.person, caller.device), "password", json!({})).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Sets a PIN: one's own, or, who settles how the shop works, anybody's.
#[utoipa::path(put, operation_id = "pin_set", path = "/api/v1/people/{id}/pin", request_body = NewPin, params(("id" = String, Path)),
    responses((status = 204), (status = 403, body = ErrorBody), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/people/{id}/pin")]
pub async fn set_pin(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<NewPin>,
) -> ApiResult<HttpResponse> {
    let person = credentials::of(pool.get_ref(), id(&path)?).await?.ok_or(ApiError::NotFound)?;
    password::pin_taken("pin", &body.value.pin)?;
    let hash = password::hash(&body.value.pin).await?;
    credentials::set_pin(pool.get_ref(), person.person, &hash).await?;
    let about = json!({ "person": person.person });
    note(&pool, (caller.person, caller.device), "pin", about).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Offers a second factor; it is asked for once a code of it was typed.
#[utoipa::path(post, operation_id = "second_factor_offer", path = "/api/v1/second-factor",
    responses((status = 200, body = SecondFactorOffer), (status = 403, body = ErrorBody)))]
#[post("/second-factor")]
pub async fn offer_second(
    pool: web::Data<PgPool>,
    caller: Caller,
) -> ApiResult<web::Json<SecondFactorOffer>> {
    let person = own(&pool, caller).await?;
    if person.second_factor {
        return Err(ApiError::Refused("You have a second factor: take it away first."));
    }
    let key = secret::bytes()?;
    credentials::offer_second(pool.get_ref(), person.person, &key).await?;
    let (secret, url) = totp::told(&key, &person.name)?;
    Ok(web::Json(SecondFactorOffer { secret, url }))
}

/// Asks for the second factor from now on; gives recovery codes.
#[utoipa::path(put, operation_id = "second_factor_set", path = "/api/v1/second-factor", request_body = FactorCode,
    responses((status = 200, body = RecoveryCodes), (status = 401, body = ErrorBody)))]
#[put("/second-factor")]
pub async fn set_second(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<FactorCode>,
) -> ApiResult<web::Json<RecoveryCodes>> {
    let person = own(&pool, caller).await?;
    let key = person.totp_secret.as_deref().ok_or(ApiError::SecondFactor)?;
    let tried = tries::note(&pool, &[About::Name(&person.name)]).await?;
    let step = totp::step_of(key, &body.value.code, OffsetDateTime::now_utc())?;
    let step = step.ok_or(ApiError::SecondFactor)?;
    if !credentials::take_step(pool.get_ref(), person.person, step).await? {
        return Err(ApiError::SecondFactor);
    }
    tries::right(&pool, &tried).await?;
    let codes: Vec<String> = (0..CODES).map(|_| secret::copied()).collect::<ApiResult<_>>()?;
    let hashes: Vec<_> = codes.iter().map(|code| secret::hash_copied(code)).collect();
    credentials::require_second(&mut *pool.acquire().await?, person.person, &hashes).await?;
    note(&pool, (caller.person, caller.device), "second_factor", json!({})).await?;
    Ok(web::Json(RecoveryCodes { codes }))
}

/// Takes one's second factor away; a code of it is asked for.
#[utoipa::path(delete, operation_id = "second_factor_drop", path = "/api/v1/second-factor", request_body = FactorCode,
    responses((status = 204), (status = 401, body = ErrorBody)))]
#[delete("/second-factor")]
pub async fn drop_second(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<FactorCode>,
) -> ApiResult<HttpResponse> {
    let person = own(&pool, caller).await?;
    let tried = tries::note(&pool, &[About::Name(&person.name)]).await?;
    if !second_factor(&pool, &person, &body.value.code).await? {
        return Err(ApiError::SecondFactor);
    }
    tries::right(&pool, &tried).await?;
    credentials::drop_second(&mut *pool.acquire().await?, person.person).await?;
    note(&pool, (caller.person, caller.device), "no_second_factor", json!({})).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Lists one's sessions that last.
#[utoipa::path(get, operation_id = "sessions_list", path = "/api/v1/sessions", responses((status = 200, body = SessionsReply)))]
#[get("/sessions")]
pub async fn list_sessions(
    pool: web::Data<PgPool>,
    doors: web::Data<Doors>,
    caller: Caller,
) -> ApiResult<web::Json<SessionsReply>> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    let sessions = sessions::of_person(pool.get_ref(), person, doors.ends).await?;
    Ok(web::Json(SessionsReply { sessions, here: caller.key }))
}

/// Ends one of one's own sessions.
#[utoipa::path(delete, operation_id = "sessions_end", path = "/api/v1/sessions/{id}", params(("id" = String, Path)),
    responses((status = 204), (status = 404, body = ErrorBody)))]
#[delete("/sessions/{id}")]
pub async fn end_session(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
) -> ApiResult<HttpResponse> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    let ended = sessions::end_one(pool.get_ref(), person, id(&path)?).await?;
    if ended { Ok(HttpResponse::NoContent().finish()) } else { Err(ApiError::NotFound) }
}
