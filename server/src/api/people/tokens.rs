//! Access tokens: what a program shows in place of a person.

use actix_web::{HttpResponse, delete, get, post, web};
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::people::trail::note;
use crate::doors::rights::{Right, may};
use crate::doors::secret;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, wrong_shape};
use crate::http::rows::id;
use crate::store::door::credentials;
use crate::store::door::tokens::{self, NewToken, Token};

/// The longest name, characters.
const LONGEST_NAME: usize = 80;

/// How much a token may.
#[derive(Clone, Copy, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Scope {
    /// What its person may.
    #[default]
    All,
    /// What its person may look at.
    Read,
}

/// A token to make.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TokenRequest {
    /// What it is for.
    pub name: String,
    /// Whom it stands for: oneself when left out; somebody else only by who may change who works here.
    pub person_id: Option<Uuid>,
    /// all, read; all when left out.
    #[serde(default)]
    pub scope: Scope,
}

/// A new token: it is shown once.
#[derive(Debug, Serialize, ToSchema)]
pub struct TokenReply {
    /// Its id, to revoke it by.
    pub id: Uuid,
    /// The token.
    pub token: String,
}

/// One's tokens.
#[derive(Debug, Serialize, ToSchema)]
pub struct TokensReply {
    /// The newest first.
    pub tokens: Vec<Token>,
}

/// A token that is wanted.
#[derive(Clone, Copy, Debug)]
pub struct Wanted<'a> {
    /// Whose it is.
    pub person: Uuid,
    /// Who makes it; nobody at the server's own console.
    pub by: Option<Uuid>,
    /// What it is for, in words.
    pub name: &'a str,
    /// What it may do.
    pub scope: Scope,
}

/// Makes a token for a person.
///
/// # Errors
/// When the database fails.
pub async fn made(pool: &PgPool, wanted: Wanted<'_>) -> ApiResult<TokenReply> {
    let Wanted { person, by, name, scope } = wanted;
    let (id, token) = (Uuid::now_v7(), secret::key()?);
    let scope = match scope {
        Scope::All => "all",
        Scope::Read => "read",
    };
    let new = NewToken { id, hash: secret::hash(&token), person, name, scope, by };
    tokens::add(pool, &new).await?;
    note(pool, (by, None), "token", json!({ "name": name, "person": person })).await?;
    Ok(TokenReply { id, token })
}

/// Makes a token for the person of a name, at the server's own console.
///
/// # Errors
/// [`ApiError::Invalid`] where nobody or more than one has the name; when the database fails.
pub async fn at_the_server(pool: &PgPool, person: &str, name: &str) -> ApiResult<String> {
    let known = credentials::named(pool, person).await?;
    let [one] = known.as_slice() else {
        let expected = "the name of one person of the shop";
        return Err(ApiError::Invalid(vec![wrong_shape("person", expected, json!(person))]));
    };
    Ok(made(pool, Wanted { person: one.person, by: None, name, scope: Scope::All }).await?.token)
}

/// Makes a token; it is shown once.
#[utoipa::path(post, operation_id = "tokens_create", path = "/api/v1/tokens", request_body = TokenRequest,
    responses((status = 201, body = TokenReply), (status = 403, body = ErrorBody), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/tokens")]
pub async fn create(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<TokenRequest>,
) -> ApiResult<HttpResponse> {
    let own = caller.person.ok_or(ApiError::SignedOut)?;
    let TokenRequest { name, person_id, scope } = &body.value;
    let person = person_id.unwrap_or(own);
    if person != own && !caller.role.is_some_and(|role| may(role, Right::People)) {
        return Err(ApiError::Refused("You may make tokens for yourself; an owner for others."));
    }
    let mut fields = Fields::default();
    let name = fields.text("name", name, LONGEST_NAME);
    fields.done(())?;
    credentials::of(pool.get_ref(), person).await?.ok_or(ApiError::NotFound)?;
    let wanted = Wanted { person, by: Some(own), name: &name, scope: *scope };
    Ok(HttpResponse::Created().json(made(&pool, wanted).await?))
}

/// Lists one's tokens that hold.
#[utoipa::path(get, operation_id = "tokens_list", path = "/api/v1/tokens", responses((status = 200, body = TokensReply)))]
#[get("/tokens")]
pub async fn list(pool: web::Data<PgPool>, caller: Caller) -> ApiResult<web::Json<TokensReply>> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    Ok(web::Json(TokensReply { tokens: tokens::of_person(pool.get_ref(), person).await? }))
}

/// Revokes one of one's own tokens.
#[utoipa::path(delete, operation_id = "tokens_revoke", path = "/api/v1/tokens/{id}", params(("id" = String, Path)),
    responses((status = 204), (status = 404, body = ErrorBody)))]
#[delete("/tokens/{id}")]
pub async fn revoke(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
) -> ApiResult<HttpResponse> {
    let person = caller.person.ok_or(ApiError::SignedOut)?;
    let id = id(&path)?;
    if !tokens::revoke(pool.get_ref(), person, id).await? {
        return Err(ApiError::NotFound);
    }
    note(&pool, (caller.person, caller.device), "token_revoked", json!({ "id": id })).await?;
    Ok(HttpResponse::NoContent().finish())
}
