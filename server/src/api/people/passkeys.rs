//! Passkeys: made on one's own account, asked for at the door by name.

use std::sync::LazyLock;

use actix_web::{HttpResponse, delete, get, post, put, web};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;
use webauthn_rs::Webauthn;
use webauthn_rs::prelude::{
    Passkey, PasskeyAuthentication, PasskeyRegistration, PublicKeyCredential,
    RegisterPublicKeyCredential,
};

use crate::api::people::trail::note;
use crate::doors::passkey::{decoy, refused};
use crate::doors::secret;
use crate::doors::state::Doors;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::http::rows::id;
use crate::store::door::credentials;
use crate::store::door::passkeys::{self, PasskeyRow};

/// The longest name, characters.
const LONGEST_NAME: usize = 80;

/// What a browser is asked, for `navigator.credentials`, and the id to answer under.
#[derive(Debug, Serialize, ToSchema)]
pub struct PasskeyAsked {
    /// The id to answer under.
    pub id: Uuid,
    /// What `navigator.credentials` takes.
    #[schema(value_type = Object)]
    pub options: Value,
}

/// What a browser answered.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PasskeyAnswer {
    /// What its person calls it.
    pub name: String,
    /// What `navigator.credentials` gave.
    #[schema(value_type = Object)]
    pub credential: Value,
}

/// One's passkeys.
#[derive(Debug, Serialize, ToSchema)]
pub struct PasskeysReply {
    /// The newest first.
    pub passkeys: Vec<PasskeyRow>,
}

/// Mixed into what a name without passkeys is asked for: new with each start of the server.
static SALT: LazyLock<String> = LazyLock::new(|| secret::key().unwrap_or_default());

fn checker(doors: &Doors) -> ApiResult<&Webauthn> {
    let why = "Passkeys are kept for the name of a shop: GALVANON_PUBLIC_URL names none.";
    doors.passkeys.as_deref().ok_or(ApiError::Refused(why))
}

async fn known(pool: &PgPool, person: Uuid) -> ApiResult<Vec<(Uuid, Passkey)>> {
    let kept = passkeys::credentials(pool, person).await?;
    kept.into_iter().map(|(id, credential)| Ok((id, serde_json::from_value(credential)?))).collect()
}

/// Asks the browser for a new passkey of one's own.
#[utoipa::path(post, operation_id = "passkeys_ask", path = "/api/v1/passkeys",
    responses((status = 200, body = PasskeyAsked), (status = 403, body = ErrorBody)))]
#[post("/passkeys")]
pub async fn ask(
    pool: web::Data<PgPool>,
    doors: web::Data<Doors>,
    caller: Caller,
) -> ApiResult<web::Json<PasskeyAsked>> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    let own = credentials::of(pool.get_ref(), person).await?.ok_or(ApiError::SignedOut)?;
    let held = known(&pool, person).await?.into_iter().map(|(_, key)| key.cred_id().clone());
    let (asked, state) = checker(&doors)?
        .start_passkey_registration(person, &own.name, &own.name, Some(held.collect()))
        .map_err(|error| refused(&error))?;
    let id =
        passkeys::ask(&mut *pool.acquire().await?, person, &serde_json::to_value(state)?).await?;
    Ok(web::Json(PasskeyAsked { id, options: serde_json::to_value(asked)? }))
}

/// Keeps the passkey that the browser made.
#[utoipa::path(put, operation_id = "passkeys_keep", path = "/api/v1/passkeys/{id}", request_body = PasskeyAnswer, params(("id" = String, Path)),
    responses((status = 201, body = PasskeyRow), (status = 401, body = ErrorBody), (status = 403, body = ErrorBody), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/passkeys/{id}")]
pub async fn keep(
    (pool, doors): (web::Data<PgPool>, web::Data<Doors>),
    path: web::Path<String>,
    caller: Caller,
    body: Body<PasskeyAnswer>,
) -> ApiResult<HttpResponse> {
    let checker = checker(&doors)?;
    let mut fields = Fields::default();
    let name = fields.text("name", &body.value.name, LONGEST_NAME);
    fields.done(())?;
    let answer: RegisterPublicKeyCredential = read(&body.value.credential)?;
    let asked = passkeys::asked(pool.get_ref(), id(&path)?).await?;
    let (person, state) =
        asked.filter(|(person, _)| Some(*person) == caller.person).ok_or(ApiError::NotFound)?;
    let state: PasskeyRegistration = serde_json::from_value(state)?;
    let made =
        checker.finish_passkey_registration(&answer, &state).map_err(|error| refused(&error))?;
    let row = passkeys::add(pool.get_ref(), person, &name, &serde_json::to_value(made)?).await?;
    note(&pool, (caller.person, caller.device), "passkey", json!({ "name": name })).await?;
    Ok(HttpResponse::Created().json(row))
}

/// Lists one's passkeys.
#[utoipa::path(get, operation_id = "passkeys_list", path = "/api/v1/passkeys", responses((status = 200, body = PasskeysReply)))]
#[get("/passkeys")]
pub async fn list(pool: web::Data<PgPool>, caller: Caller) -> ApiResult<web::Json<PasskeysReply>> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    Ok(web::Json(PasskeysReply { passkeys: passkeys::of_person(pool.get_ref(), person).await? }))
}

/// Removes one of one's passkeys.
#[utoipa::path(delete, operation_id = "passkeys_remove", path = "/api/v1/passkeys/{id}", params(("id" = String, Path)),
    responses((status = 204), (status = 404, body = ErrorBody)))]
#[delete("/passkeys/{id}")]
pub async fn remove(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
) -> ApiResult<HttpResponse> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    if !passkeys::remove(pool.get_ref(), person, id(&path)?).await? {
        return Err(ApiError::NotFound);
    }
    note(&pool, (caller.person, caller.device), "passkey_removed", json!({})).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// What the browser of a name is asked at the door; a name without passkeys is asked alike.
///
/// # Errors
/// [`ApiError::Refused`] where the shop has no name to keep passkeys for.
pub async fn asked_at_the_door(
    pool: &PgPool,
    doors: &Doors,
    name: &str,
) -> ApiResult<PasskeyAsked> {
    let checker = checker(doors)?;
    for person in credentials::named(pool, name.trim()).await? {
        let held: Vec<Passkey> =
            known(pool, person.person).await?.into_iter().map(|(_, key)| key).collect();
        if held.is_empty() {
            continue;
        }
        let (asked, state) =
            checker.start_passkey_authentication(&held).map_err(|error| refused(&error))?;
        let id = passkeys::ask(
            &mut *pool.acquire().await?,
            person.person,
            &serde_json::to_value(state)?,
        )
        .await?;
        return Ok(PasskeyAsked { id, options: serde_json::to_value(asked)? });
    }
    let host = checker.get_allowed_origins().first().and_then(|url| url.domain());
    let options = decoy(host.unwrap_or_default(), name, SALT.as_bytes())?;
    Ok(PasskeyAsked { id: Uuid::now_v7(), options })
}

/// Whose passkey answered.
///
/// # Errors
/// [`ApiError::WrongKey`] where it is nobody's, or answers what was not asked.
pub async fn answered_at_the_door(
    pool: &PgPool,
    doors: &Doors,
    id: Uuid,
    credential: &Value,
) -> ApiResult<Uuid> {
    let checker = checker(doors)?;
    let answer: PublicKeyCredential = read(credential)?;
    let (person, state) = passkeys::asked(pool, id).await?.ok_or(ApiError::WrongKey)?;
    let state: PasskeyAuthentication =
        serde_json::from_value(state).map_err(|_| ApiError::WrongKey)?;
    let result =
        checker.finish_passkey_authentication(&answer, &state).map_err(|error| refused(&error))?;
    for (row, mut key) in known(pool, person).await? {
        if key.cred_id() == result.cred_id() {
            key.update_credential(&result);
            passkeys::used(pool, row, &serde_json::to_value(key)?).await?;
            return Ok(person);
        }
    }
    // it was removed while it answered
    Err(ApiError::WrongKey)
}
