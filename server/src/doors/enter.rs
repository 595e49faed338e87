//! Asks at each request of the interface who it is, and whether they may: before its path and body are read.

use actix_web::body::{EitherBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::AUTHORIZATION;
use actix_web::middleware::Next;
use actix_web::{HttpMessage, HttpRequest, ResponseError, web};
use sqlx::PgPool;
use time::OffsetDateTime;
use uuid::Uuid;

use crate::doors::cookie::Key;
use crate::doors::flood::Flood;
use crate::doors::rights::{Door, Right, door, may};
use crate::doors::secret;
use crate::doors::state::Doors;
use crate::error::{ApiError, ApiResult};
use crate::http::caller::Caller;
use crate::http::connections::{Connections, Open};
use crate::queue::Asker;
use crate::store::door::sessions::Known;
use crate::store::door::{devices, sessions, tokens};
use crate::wire::text::{Section, filled, words};

/// Under which everything stands that is no page.
const INTERFACE: &str = "/api";

/// Where a watcher of the server reads.
pub const METRICS: &str = "/metrics";

/// Lets a request in or answers it at the door.
///
/// # Errors
/// Only what the inner service fails with.
pub async fn enter<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<EitherBody<B>>, actix_web::Error> {
    let admitted = async {
        let under_way = connected(&request)?;
        Ok::<_, ApiError>((under_way, asked(&request).await?))
    };
    match admitted.await {
        Ok((_under_way, caller)) => {
            request.extensions_mut().insert(caller);
            request.extensions_mut().insert(asker(&request, caller));
            Ok(next.call(request).await?.map_into_left_body())
        }
        Err(error) => {
            let response = error.error_response();
            Ok(request.into_response(response).map_into_right_body())
        }
    }
}

/// Counts the request of a proxy, and refuses what comes over a connection that is one too many.
fn connected(request: &ServiceRequest) -> ApiResult<Option<Open>> {
    if let Some(open) = request.conn_data::<Open>() {
        open.check()?;
    }
    let all = request.app_data::<web::Data<Connections>>();
    let doors = request.app_data::<web::Data<Doors>>();
    let (Some(all), Some(doors)) = (all, doors) else { return Ok(None) };
    let peer = request.peer_addr().map(|peer| peer.ip());
    let open = all.forwarded(peer, doors.address(request.request()));
    if let Some(open) = &open {
        open.check()?;
    }
    Ok(open)
}

/// Whose share of the long computations a request takes.
fn asker(request: &ServiceRequest, caller: Caller) -> Asker {
    let doors = request.app_data::<web::Data<Doors>>();
    let address = || doors.and_then(|doors| doors.address(request.request()));
    caller.person.map_or_else(|| Asker::Address(address()), Asker::Person)
}

/// Marks a request whose path was looked up in the table of rights.
struct Judged;

/// Refuses, inside the interface, what no rule was asked for: should guard and router ever read a path differently, it is shut.
///
/// # Errors
/// Only what the inner service fails with.
pub async fn only_judged<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<EitherBody<B>>, actix_web::Error> {
    if request.extensions().get::<Judged>().is_none() {
        let response = ApiError::Refused("There is no door here.").error_response();
        return Ok(request.into_response(response).map_into_right_body());
    }
    Ok(next.call(request).await?.map_into_left_body())
}

async fn asked(request: &ServiceRequest) -> ApiResult<Caller> {
    let missing = || ApiError::Internal("the doors are not set up".into());
    let doors = request.app_data::<web::Data<Doors>>().ok_or_else(missing)?;
    if !doors.serve(request.request()) {
        return Err(ApiError::Refused("The shop is not served under this name."));
    }
    let flood = request.app_data::<web::Data<Flood>>().ok_or_else(missing)?;
    if doors.address(request.request()).is_some_and(|address| !flood.lets(address)) {
        return Err(ApiError::TooMany(1));
    }
    if request.match_info().as_str() == METRICS {
        return watched(request).await;
    }
    // by where it leads, not by how it is written: the router reads `/%61pi` as `/api`
    let read = request.match_info().as_str();
    let path = request.resource_map().match_pattern(read);
    let Some(path) = path.filter(|path| path.starts_with(INTERFACE)) else {
        let ours = read.starts_with(INTERFACE);
        return if ours { Err(ApiError::NoPath) } else { Ok(Caller::default()) };
    };
    request.extensions_mut().insert(Judged);
    let rule = door(request.method().as_str(), &path);
    let pool = request.app_data::<web::Data<PgPool>>().ok_or_else(missing)?;
    admitted(pool, doors, request.request(), rule).await
}

/// Figures of the server are for this machine itself, and for who carries a token or session.
async fn watched(request: &ServiceRequest) -> ApiResult<Caller> {
    let missing = || ApiError::Internal("the doors are not set up".into());
    let doors = request.app_data::<web::Data<Doors>>().ok_or_else(missing)?;
    let pool = request.app_data::<web::Data<PgPool>>().ok_or_else(missing)?;
    // behind a proxy on this machine everybody comes from it
    let here = !doors.outside
        && doors.address(request.request()).is_some_and(|address| address.is_loopback());
    if here {
        return Ok(Caller::default());
    }
    let found = known(pool, doors, request.request()).await?;
    found.role.map(|_| found).ok_or(ApiError::SignedOut)
}

async fn admitted(
    pool: &PgPool,
    doors: &Doors,
    request: &HttpRequest,
    rule: Option<Door>,
) -> ApiResult<Caller> {
    let found = match rule {
        Some(Door::Anybody) => return Ok(Caller::default()),
        Some(Door::Always) => return known(pool, doors, request).await.or_else(unless_away),
        Some(Door::Open) if doors.open_calculators => return Ok(Caller::default()),
        // what is computed is the same for everybody: only whose share it takes is not known while the database is away
        Some(Door::OpenKnown) if doors.open_calculators => {
            return known(pool, doors, request).await.or_else(unless_away);
        }
        _ => known(pool, doors, request).await?,
    };
    let needed = match rule {
        Some(Door::Anybody | Door::Always | Door::Open | Door::OpenKnown) => Right::Look,
        Some(Door::Needs(right)) => right,
        Some(Door::Oneself(_)) if is_own(request, found) => Right::Own,
        Some(Door::Oneself(right)) => right,
        Some(Door::Sends) if found.role.is_none() && found.device.is_some() => return Ok(found),
        Some(Door::Sends) => Right::Burn,
        None if found.role.is_none() => return Err(ApiError::SignedOut),
        None => return Err(ApiError::Refused("There is no door here.")),
    };
    let role = found.role.ok_or(ApiError::SignedOut)?;
    if !may(role, needed) {
        let why = filled(Section::Errors, needed.refusal(), |name| {
            (name == "value").then(|| words(role.code()))
        });
        return Err(ApiError::MayNot(why));
    }
    if found.reads_only && needed != Right::Look {
        return Err(ApiError::Refused("This token reads; it changes nothing."));
    }
    if found.by_pin && BY_PASSWORD.contains(&needed) {
        return Err(ApiError::Refused("A PIN does not open this: sign in with your password."));
    }
    Ok(found)
}

/// Whether the id in a path as `/api/v1/people/{id}` is the caller's own.
fn is_own(request: &HttpRequest, caller: Caller) -> bool {
    let id =
        request.match_info().as_str().split('/').nth(4).and_then(|part| Uuid::parse_str(part).ok());
    id.is_some() && id == caller.person
}

/// What four digits at a tablet do not open.
const BY_PASSWORD: [Right; 3] = [Right::People, Right::Audit, Right::Own];

/// The doors answer while the database is away too: nobody is known then.
fn unless_away(error: ApiError) -> ApiResult<Caller> {
    if matches!(error, ApiError::Database(_)) { Ok(Caller::default()) } else { Err(error) }
}

fn bearer(request: &HttpRequest) -> Option<&str> {
    let told = request.headers().get(AUTHORIZATION)?.to_str().ok()?;
    let (scheme, token) = told.split_once(' ')?;
    scheme.eq_ignore_ascii_case("bearer").then(|| token.trim())
}

/// Who a request is of, by whatever key it carries.
async fn known(pool: &PgPool, doors: &Doors, request: &HttpRequest) -> ApiResult<Caller> {
    let mut caller = Caller::default();
    if let Some(token) = bearer(request) {
        let found = tokens::known(pool, &secret::hash(token)).await?;
        if let Some(found) = found {
            if found.stale {
                tokens::seen(pool, found.id).await?;
            }
            return Ok(of(&found));
        }
        return Ok(caller);
    }
    if let Some(key) = Key::Session.of(request, doors.secure)
        && let Some(found) = sessions::known(pool, &secret::hash(&key), doors.ends).await?
    {
        if found.stale {
            sessions::seen(pool, found.id).await?;
        }
        caller = of(&found);
    }
    let ahead_s = ahead_s(request);
    if (caller.device.is_none() || ahead_s.is_some())
        && let Some(key) = Key::Device.of(request, doors.secure)
        && let Some(device) = devices::known(pool, &secret::hash(&key)).await?
    {
        caller.device = Some(device.id);
        devices::seen(pool, device.id, ahead_s).await?;
        caller.revoked = device.revoked_at.is_some();
    }
    Ok(caller)
}

/// How far a tablet's clock stands ahead, s: it says what it shows in milliseconds since 1970.
fn ahead_s(request: &HttpRequest) -> Option<f64> {
    let told: f64 = request.headers().get("galvanon-clock")?.to_str().ok()?.parse().ok()?;
    let here = OffsetDateTime::now_utc() - OffsetDateTime::UNIX_EPOCH;
    let ahead = told / 1e3 - here.as_seconds_f64();
    ahead.is_finite().then_some(ahead)
}

fn of(found: &Known) -> Caller {
    Caller {
        person: Some(found.person),
        role: Some(found.role),
        key: Some(found.id),
        device: found.device,
        revoked: false,
        reads_only: found.reads_only,
        by_pin: found.by_pin,
    }
}
