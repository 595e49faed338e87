//! What each door asks for. A wrong key is answered alike whatever was wrong, and an unknown name takes as long as a known one.

use actix_web::HttpRequest;
use serde::Deserialize;
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::people::passkeys::{PasskeyAsked, answered_at_the_door, asked_at_the_door};
use crate::api::people::trail::note;
use crate::doors::cookie::Key;
use crate::doors::state::Doors;
use crate::doors::tries::{self, About};
use crate::doors::{password, secret, totp};
use crate::error::{ApiError, ApiResult};
use crate::http::fields::Fields;
use crate::store::door::credentials::{self, Credentials};
use crate::store::door::devices::{self, Device};
use crate::store::door::{invitations, sessions};
use crate::store::people;

/// Wrong PINs after which a PIN is locked until it is set anew.
const PIN_TRIES: i32 = 10;
/// The longest name, characters.
const LONGEST_NAME: usize = 80;

/// Signs in by one door: name and password (and a code, where a second factor is asked for); a passkey, asked for by name and
/// answered under an id; name and PIN on a registered
/// tablet; name and `demo` in a demo; an invitation, which without a password only says for whom it is; a set-up code, which
/// makes its user the first owner.
#[derive(Debug, Default, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SignIn {
    /// Who.
    pub name: Option<String>,
    /// Their password; with an invitation or a set-up code, the one they will have.
    pub password: Option<String>,
    /// Six digits of their app, or a recovery code.
    pub code: Option<String>,
    /// One of the invented people of a demo.
    pub demo: Option<bool>,
    /// Their PIN, on a registered tablet.
    pub pin: Option<String>,
    /// The key of an invitation.
    pub invitation: Option<String>,
    /// The code that the server prints while the shop has no owner.
    pub setup_code: Option<String>,
    /// With a name: asks what its passkey must answer.
    pub passkey: Option<bool>,
    /// The id that an answer is under.
    pub asked: Option<Uuid>,
    /// What `navigator.credentials` gave.
    #[schema(value_type = Option<Object>)]
    pub credential: Option<Value>,
}

/// Where somebody stands who wants to come in.
pub struct At<'a> {
    /// The shop's database.
    pub pool: &'a PgPool,
    /// How the doors stand.
    pub doors: &'a Doors,
    /// The address on the network.
    pub address: String,
    /// The registered tablet, where it is one.
    pub device: Option<Device>,
}

impl<'a> At<'a> {
    /// Where a request stands.
    ///
    /// # Errors
    /// When the database fails.
    pub async fn of(pool: &'a PgPool, doors: &'a Doors, request: &HttpRequest) -> ApiResult<Self> {
        let address = doors.address(request).map(|it| it.to_string()).unwrap_or_default();
        let device = device_of(pool, doors, request).await?.filter(|it| it.revoked_at.is_none());
        Ok(Self { pool, doors, address, device })
    }
}

/// The registered tablet that sends a request, revoked or not.
///
/// # Errors
/// When the database fails.
pub async fn device_of(
    pool: &PgPool,
    doors: &Doors,
    request: &HttpRequest,
) -> ApiResult<Option<Device>> {
    match Key::Device.of(request, doors.secure) {
        Some(key) => devices::known(pool, &secret::hash(&key)).await,
        None => Ok(None),
    }
}

/// What a door answers.
pub enum In {
    /// A person, and the door they came by.
    Person(Uuid, &'static str),
    /// Whom an invitation is for.
    Invited(String),
    /// What a passkey must answer.
    Asked(PasskeyAsked),
}

/// Through whichever door the request names.
///
/// # Errors
/// [`ApiError::WrongKey`], [`ApiError::SecondFactor`], [`ApiError::TooMany`], [`ApiError::Busy`]; [`ApiError::Invalid`] where
/// it names no door, or a password that is not taken.
pub async fn through(at: &At<'_>, asked: &SignIn) -> ApiResult<In> {
    if let (Some(name), Some(true)) = (&asked.name, asked.passkey) {
        tries::note(at.pool, &[About::Name(name), About::Address(&at.address)]).await?;
        return Ok(In::Asked(asked_at_the_door(at.pool, at.doors, name).await?));
    }
    if let (Some(id), Some(credential)) = (asked.asked, &asked.credential) {
        return by_passkey(at, id, credential).await;
    }
    let SignIn { name, password, pin, invitation, setup_code, demo, .. } = asked;
    match (name, password, pin, invitation, setup_code) {
        (Some(name), Some(password), None, None, Some(code)) => {
            set_up(at, code, name, password).await
        }
        (None, password, None, Some(key), None) => invited(at, key, password.as_deref()).await,
        (Some(name), None, None, None, None) if *demo == Some(true) => by_demo(at, name).await,
        (Some(name), None, Some(pin), None, None) => by_pin(at, name, pin).await,
        (Some(name), Some(password), None, None, None) => {
            by_password(at, name, password, asked.code.as_deref()).await
        }
        _ => {
            let mut fields = Fields::default();
            fields.refuse("", "which_door", Value::Null, &[]);
            Err(ApiError::Invalid(fields.errors))
        }
    }
}

async fn wrong(at: &At<'_>, about: Value) -> ApiResult<ApiError> {
    let device = at.device.as_ref().map(|device| device.id);
    note(at.pool, (None, device), "wrong_key", about).await?;
    Ok(ApiError::WrongKey)
}

/// Whose door it was, where the name is one of the shop's: what else was typed in place of a name may be a password.
fn tried_for(door: &str, people: &[Credentials]) -> Value {
    json!({ "door": door, "person": people.first().map(|person| person.person) })
}

/// An invented person of a demo on this machine. Nothing is guessed here, so nothing is counted.
async fn by_demo(at: &At<'_>, name: &str) -> ApiResult<In> {
    let known = credentials::named(at.pool, name.trim()).await?;
    match known.iter().find(|known| known.demo && at.doors.demo) {
        Some(known) => Ok(In::Person(known.person, "demo")),
        None => Err(ApiError::WrongKey),
    }
}

/// The one of some people whose secret it is. An unknown name costs a hash as well.
async fn whose<'a>(
    people: &'a [Credentials],
    secret: &str,
    kept: impl Fn(&Credentials) -> Option<&str>,
) -> ApiResult<Option<&'a Credentials>> {
    let mut found = None;
    for person in people {
        if password::is(secret, kept(person)).await? {
            found = Some(person);
        }
    }
    if people.is_empty() {
        password::is(secret, None).await?;
    }
    Ok(found)
}

async fn by_passkey(at: &At<'_>, id: Uuid, credential: &Value) -> ApiResult<In> {
    let tried = tries::note(at.pool, &[About::Address(&at.address)]).await?;
    match answered_at_the_door(at.pool, at.doors, id, credential).await {
        Ok(person) => {
            tries::right(at.pool, &tried).await?;
            Ok(In::Person(person, "passkey"))
        }
        Err(ApiError::WrongKey) => Err(wrong(at, json!({ "door": "passkey" })).await?),
        Err(other) => Err(other),
    }
}

async fn by_password(at: &At<'_>, name: &str, typed: &str, code: Option<&str>) -> ApiResult<In> {
    let about = [About::Name(name), About::Address(&at.address)];
    let tried = tries::note(at.pool, &about).await?;
    let people = credentials::named(at.pool, name.trim()).await?;
    let found = whose(&people, typed, |person| person.password.as_deref()).await?;
    let Some(person) = found else {
        return Err(wrong(at, tried_for("password", &people)).await?);
    };
    if person.second_factor && !second_factor(at.pool, person, code.unwrap_or_default()).await? {
        return Err(ApiError::SecondFactor);
    }
    tries::right(at.pool, &tried).await?;
    Ok(In::Person(person.person, "password"))
}

/// Whether a code is the one of now, not taken before, or a recovery code that is left.
///
/// # Errors
/// When the database fails.
pub async fn second_factor(pool: &PgPool, person: &Credentials, code: &str) -> ApiResult<bool> {
    let Some(key) = &person.totp_secret else { return Ok(false) };
    if let Some(step) = totp::step_of(key, code, OffsetDateTime::now_utc())? {
        return credentials::take_step(pool, person.person, step).await;
    }
    credentials::use_recovery(pool, person.person, &secret::hash_copied(code)).await
}

async fn by_pin(at: &At<'_>, name: &str, pin: &str) -> ApiResult<In> {
    let Some(device) = &at.device else { return Err(ApiError::WrongKey) };
    let tablet = device.id.to_string();
    let about = [About::Name(name), About::Device(&tablet), About::Address(&at.address)];
    let tried = tries::note(at.pool, &about).await?;
    let people = credentials::named(at.pool, name.trim()).await?;
    let open = |person: &Credentials| person.pin_wrong < PIN_TRIES;
    let found =
        whose(&people, pin, |person| person.pin.as_deref().filter(|_| open(person))).await?;
    for person in &people {
        let right = found.is_some_and(|found| found.person == person.person);
        if right || found.is_none() {
            credentials::count_pin(at.pool, person.person, right).await?;
        }
    }
    let Some(person) = found else {
        return Err(wrong(at, tried_for("pin", &people)).await?);
    };
    tries::right(at.pool, &tried).await?;
    Ok(In::Person(person.person, "pin"))
}

async fn invited(at: &At<'_>, key: &str, typed: Option<&str>) -> ApiResult<In> {
    let tried = tries::note(at.pool, &[About::Address(&at.address)]).await?;
    let key = secret::hash(key);
    let Some((person, name)) = invitations::invited(at.pool, &key).await? else {
        return Err(wrong(at, json!({ "door": "invitation" })).await?);
    };
    tries::right(at.pool, &tried).await?;
    let Some(typed) = typed else { return Ok(In::Invited(name)) };
    password::taken("password", typed, &[&name])?;
    let hash = password::hash(typed).await?;
    if !invitations::take(at.pool, &key).await? {
        return Err(wrong(at, json!({ "door": "invitation" })).await?);
    }
    credentials::set_password(at.pool, person, &hash).await?;
    sessions::end_others(at.pool, person, None).await?;
    Ok(In::Person(person, "invitation"))
}

async fn set_up(at: &At<'_>, code: &str, name: &str, typed: &str) -> ApiResult<In> {
    let tried = tries::note(at.pool, &[About::Address(&at.address)]).await?;
    let code = secret::hash_copied(code);
    if invitations::owned(at.pool).await? || !invitations::set_up_is(at.pool, &code).await? {
        return Err(wrong(at, json!({ "door": "set_up" })).await?);
    }
    tries::right(at.pool, &tried).await?;
    let mut fields = Fields::default();
    let name = fields.text("name", name, LONGEST_NAME);
    fields.done(())?;
    password::taken("password", typed, &[&name])?;
    let hash = password::hash(typed).await?;
    if !invitations::use_set_up(at.pool, &code).await? {
        return Err(wrong(at, json!({ "door": "set_up" })).await?);
    }
    let person = people::first_owner(&mut *at.pool.acquire().await?, &name).await?;
    credentials::set_password(at.pool, person, &hash).await?;
    note(at.pool, (Some(person), None), "claimed", json!({})).await?;
    Ok(In::Person(person, "set_up"))
}

/// A new set-up code while the shop has no owner who can come in; none once it has.
///
/// # Errors
/// When the database fails.
pub async fn set_up_code(pool: &PgPool) -> ApiResult<Option<String>> {
    if invitations::owned(pool).await? {
        return Ok(None);
    }
    let code = secret::copied()?;
    invitations::set_up_with(&mut *pool.acquire().await?, &secret::hash_copied(&code)).await?;
    Ok(Some(code))
}
