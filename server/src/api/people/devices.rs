//! The shop's tablets: registered by who settles how it works, on the tablet itself.

use actix_web::{HttpResponse, delete, get, post, web};
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::ToSchema;

use crate::api::people::trail::note;
use crate::doors::cookie::Key;
use crate::doors::secret;
use crate::doors::state::Doors;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::http::rows::id;
use crate::store::RowKey;
use crate::store::door::devices::{self, Device, NewDevice};

/// The longest name and place, characters.
const LONGEST: usize = 80;

/// This tablet, to be registered.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DeviceRequest {
    /// What the shop calls it.
    pub name: String,
    /// Where it hangs.
    #[serde(default)]
    pub place: String,
}

/// The shop's tablets.
#[derive(Debug, Serialize, ToSchema)]
pub struct DevicesReply {
    /// The newest first; revoked ones too.
    pub devices: Vec<Device>,
}

/// Registers the tablet that asks: it keeps a key of its own from now on.
#[utoipa::path(post, operation_id = "devices_create", path = "/api/v1/devices", request_body = DeviceRequest,
    responses((status = 201, body = Device), (status = 422, body = ErrorBody)))]
#[post("/devices")]
pub async fn create(
    pool: web::Data<PgPool>,
    doors: web::Data<Doors>,
    caller: Caller,
    body: Body<DeviceRequest>,
) -> ApiResult<HttpResponse> {
    let mut fields = Fields::default();
    let name = fields.text("name", &body.value.name, LONGEST);
    let place = match body.value.place.trim() {
        "" => String::new(),
        told => fields.text("place", told, LONGEST),
    };
    fields.done(())?;
    let key = secret::key()?;
    let new = NewDevice { key: secret::hash(&key), name: &name, place: &place, by: caller.person };
    let device = devices::register(pool.get_ref(), &new).await?;
    let about = json!({ "name": name, "place": place });
    note(&pool, (caller.person, Some(device.id)), "device", about).await?;
    let lasts = actix_web::cookie::time::Duration::ZERO;
    let cookie = Key::Device.given(&key, doors.secure, lasts);
    Ok(HttpResponse::Created().cookie(cookie).json(device))
}

/// Lists the shop's tablets.
#[utoipa::path(get, operation_id = "devices_list", path = "/api/v1/devices", responses((status = 200, body = DevicesReply)))]
#[get("/devices")]
pub async fn list(pool: web::Data<PgPool>) -> ApiResult<web::Json<DevicesReply>> {
    Ok(web::Json(DevicesReply { devices: devices::all(pool.get_ref()).await? }))
}

/// Revokes a tablet: nobody signs in on it any more, who was is out, and what it still sends is marked.
#[utoipa::path(delete, operation_id = "devices_revoke", path = "/api/v1/devices/{id}", params(("id" = String, Path)),
    responses((status = 204), (status = 404, body = ErrorBody)))]
#[delete("/devices/{id}")]
pub async fn revoke(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
) -> ApiResult<HttpResponse> {
    let id = id(&path)?;
    if !devices::revoke(pool.get_ref(), RowKey { id, by: caller.person }).await? {
        return Err(ApiError::NotFound);
    }
    note(&pool, (caller.person, caller.device), "device_revoked", json!({ "id": id })).await?;
    Ok(HttpResponse::NoContent().finish())
}
