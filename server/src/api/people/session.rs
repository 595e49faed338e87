//! The doors: who is signed in, signing in by each of them, signing out.

use actix_web::{HttpRequest, HttpResponse, delete, get, post, web};
use serde::Serialize;
use serde_json::json;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::people::doors::{self, At, In, SignIn, device_of};
use crate::api::people::passkeys::PasskeyAsked;
use crate::api::people::trail::note;
use crate::doors::cookie::Key;
use crate::doors::rights;
use crate::doors::secret;
use crate::doors::state::Doors;
use crate::error::{ApiError, ApiResult, ErrorBody, ErrorDetail};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::store::door::devices::Device;
use crate::store::door::sessions::{self, NewSession};
use crate::store::door::{credentials, invitations};
use crate::store::find;
use crate::store::people::Person;
use crate::store::role::Role;

/// The longest a browser's name is kept, characters.
const BROWSER: usize = 200;

/// Who is signed in.
#[derive(Debug, Serialize, ToSchema)]
pub struct SessionReply {
    /// The person.
    pub person: Person,
    /// What they are in the shop.
    pub role: Role,
    /// What they may do: look, plan, card, burn, rack, settle, people, audit, own.
    pub may: Vec<String>,
    /// Whether a second factor is asked for.
    pub second_factor: bool,
    /// The registered tablet, where it is one.
    pub device: Option<Device>,
    /// The address that passkeys are kept for, where there are any.
    pub passkeys: Option<String>,
    /// The script that the page of this version begins with; a page with another one is older.
    pub page: Option<String>,
}

/// One who may be chosen at a door.
#[derive(Debug, Serialize, ToSchema)]
pub struct DoorName {
    /// Their name.
    pub name: String,
    /// What they are in the shop; nothing at a tablet.
    pub role: Option<Role>,
}

/// By which doors one comes in here.
#[derive(Debug, Default, Serialize, ToSchema)]
pub struct DoorsHere {
    /// The invented people of a demo, who come in by one touch.
    pub demo: Vec<DoorName>,
    /// Whether the shop waits for its first owner.
    pub unclaimed: bool,
    /// The address that passkeys are kept for, where there are any.
    pub passkeys: Option<String>,
    /// The registered tablet, where it is one.
    pub device: Option<Device>,
    /// Who may be chosen at it.
    pub people: Vec<DoorName>,
}

/// Nobody is signed in: by which doors one comes in.
#[derive(Debug, Serialize, ToSchema)]
pub struct SignedOut {
    /// The refusal.
    pub error: ErrorDetail,
    /// The doors.
    pub doors: DoorsHere,
}

/// What a door answers that lets nobody in yet.
#[derive(Debug, Serialize, ToSchema)]
pub struct Entering {
    /// Who an invitation is for.
    pub name: Option<String>,
    /// What a passkey must answer.
    pub passkey: Option<PasskeyAsked>,
}

async fn doors_here(pool: &PgPool, doors: &Doors, request: &HttpRequest) -> ApiResult<DoorsHere> {
    let demo = if doors.demo { credentials::of_demo(pool).await? } else { Vec::new() };
    let device = device_of(pool, doors, request).await?.filter(|it| it.revoked_at.is_none());
    let people = if device.is_some() { credentials::with_pin(pool).await? } else { Vec::new() };
    Ok(DoorsHere {
        demo: demo.into_iter().map(|(name, role)| DoorName { name, role: Some(role) }).collect(),
        passkeys: doors.passkeys.as_ref().and_then(|_| doors.public_url.clone()),
        unclaimed: !invitations::owned(pool).await?,
        device,
        people: people.into_iter().map(|(_, name)| DoorName { name, role: None }).collect(),
    })
}

/// Who is signed in; 401 with the doors when nobody is.
#[utoipa::path(get, operation_id = "session_show", path = "/api/v1/session",
    responses((status = 200, body = SessionReply), (status = 401, body = SignedOut)))]
#[get("/session")]
pub async fn show(
    pool: web::Data<PgPool>,
    doors: web::Data<Doors>,
    request: HttpRequest,
    caller: Caller,
) -> ApiResult<HttpResponse> {
    let person = match caller.person {
        Some(id) => find::<Person>(pool.get_ref(), id).await?,
        None => None,
    };
    let Some((person, role)) = person.zip(caller.role) else {
        let doors = doors_here(&pool, &doors, &request).await?;
        let error = ApiError::SignedOut.detail();
        return Ok(HttpResponse::Unauthorized().json(SignedOut { error, doors }));
    };
    let known = credentials::of(pool.get_ref(), person.record.id).await?;
    Ok(HttpResponse::Ok().json(SessionReply {
        person,
        role,
        may: rights::of(role).iter().map(|right| right.code().to_owned()).collect(),
        second_factor: known.is_some_and(|known| known.second_factor),
        device: device_of(&pool, &doors, &request).await?,
        passkeys: doors.passkeys.as_ref().and_then(|_| doors.public_url.clone()),
        page: doors.page.clone(),
    }))
}

/// Signs in by one of the doors.
#[utoipa::path(post, operation_id = "session_begin", path = "/api/v1/session", request_body = SignIn,
    responses((status = 204), (status = 200, body = Entering), (status = 401, body = ErrorBody), (status = 422, body = ErrorBody), (status = 429, body = ErrorBody), (status = 503, body = ErrorBody)))]
#[post("/session")]
pub async fn begin(
    pool: web::Data<PgPool>,
    doors: web::Data<Doors>,
    request: HttpRequest,
    body: Body<SignIn>,
) -> ApiResult<HttpResponse> {
    let at = At::of(&pool, &doors, &request).await?;
    match doors::through(&at, &body.value).await? {
        In::Invited(name) => {
            Ok(HttpResponse::Ok().json(Entering { name: Some(name), passkey: None }))
        }
        In::Asked(asked) => {
            Ok(HttpResponse::Ok().json(Entering { name: None, passkey: Some(asked) }))
        }
        In::Person(person, door) => {
            let entered = Entered { person, door, device: at.device.map(|device| device.id) };
            entered.begin(&pool, &doors, &request).await
        }
    }
}

/// Who came in by which door, and on which tablet.
struct Entered {
    person: Uuid,
    door: &'static str,
    device: Option<Uuid>,
}

impl Entered {
    /// A session of its own, under a key that nobody had before; the one that the browser brought ends.
    async fn begin(
        self,
        pool: &PgPool,
        doors: &Doors,
        request: &HttpRequest,
    ) -> ApiResult<HttpResponse> {
        if let Some(before) = Key::Session.of(request, doors.secure) {
            sessions::end(pool, &secret::hash(&before)).await?;
        }
        let key = secret::key()?;
        let browser = request.headers().get("user-agent").and_then(|told| told.to_str().ok());
        let browser: String = browser.unwrap_or_default().chars().take(BROWSER).collect();
        let new = NewSession {
            key: secret::hash(&key),
            person: self.person,
            device: self.device,
            door: self.door,
            browser: &browser,
        };
        sessions::begin(pool, &new).await?;
        let about = json!({ "door": self.door });
        note(pool, (Some(self.person), self.device), "signed_in", about).await?;
        let lasts = actix_web::cookie::time::Duration::seconds(doors.ends.absolute.whole_seconds());
        let cookie = Key::Session.given(&key, doors.secure, lasts);
        Ok(HttpResponse::NoContent().cookie(cookie).finish())
    }
}

/// Signs out; whoever is not signed in is out already.
#[utoipa::path(delete, operation_id = "session_end", path = "/api/v1/session", responses((status = 204)))]
#[delete("/session")]
pub async fn end(
    pool: web::Data<PgPool>,
    doors: web::Data<Doors>,
    request: HttpRequest,
    caller: Caller,
) -> ApiResult<HttpResponse> {
    if let Some(key) = Key::Session.of(&request, doors.secure) {
        sessions::end(pool.get_ref(), &secret::hash(&key)).await?;
    }
    if caller.person.is_some() {
        note(&pool, (caller.person, caller.device), "signed_out", json!({})).await?;
    }
    Ok(HttpResponse::NoContent().cookie(Key::Session.taken(doors.secure)).finish())
}
