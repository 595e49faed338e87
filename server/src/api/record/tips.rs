//! The log of the shop's tips: what each has cut, when it was cleaned, and how much of its life is gone.

use std::collections::BTreeMap;

use actix_web::{HttpResponse, get, put, web};
use galvanon_core::code::Code;
use galvanon_core::gas::rack::GearKind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, wrong_shape};
use crate::http::rows::{new_id, put_reply};
use crate::plan::rack::GearView;
use crate::plan::shop::Shop;
use crate::store::find;
use crate::store::gear::Gear;
use crate::store::tip_log::{self, Cleaned, Since, TipEvent, Use};
use crate::wire::unit::fine;

/// A tip and what became of it.
#[derive(Debug, Serialize, ToSchema)]
pub struct TipLogged {
    /// The tip.
    pub tip_id: Uuid,
    /// What the shop calls it.
    pub label: String,
    /// The mark stamped on it.
    pub mark: Option<String>,
    /// Its bore.
    pub bore_mm: Option<f64>,
    /// Whether it may be used.
    pub in_service: bool,
    /// Whether its seat is dinged.
    pub dinged: bool,
    /// Cuts since it was cleaned.
    pub cuts_since_cleaned: f64,
    /// When it was cleaned last, as far as it was told.
    #[serde(with = "time::serde::rfc3339::option")]
    pub cleaned_at: Option<OffsetDateTime>,
    /// Cuts logged with it.
    pub cuts: i64,
    /// Of these poor or lost.
    pub poor: i64,
    /// Its newest cut.
    #[serde(with = "time::serde::rfc3339::option")]
    pub last_at: Option<OffsetDateTime>,
    /// Starts of these cuts, as they were planned; one of a cut that was logged without a plan.
    pub starts: i64,
    /// Its starts over those that the shop's prices give a tip; null where the shop gives none.
    pub life_used: Option<f64>,
}

/// The tips of the shop.
#[derive(Debug, Serialize, ToSchema)]
pub struct TipLogReply {
    /// The most used first.
    pub tips: Vec<TipLogged>,
    /// Starts that a tip lasts, as the shop's prices say.
    pub life_starts: Option<f64>,
}

fn logged(
    view: &GearView,
    since: Option<&Since>,
    used: Option<&Use>,
    life: Option<f64>,
) -> TipLogged {
    let (gear, fields) = (&view.gear, &view.gear.fields);
    let cuts = used.map_or(0, |used| used.cuts);
    let starts = used.map_or(0, |used| used.starts);
    #[allow(clippy::cast_precision_loss, reason = "starts of a tip")]
    let part = life.map(|life| fine(starts as f64 / life));
    TipLogged {
        tip_id: gear.record.id,
        label: gear.label.clone(),
        mark: fields["mark"].as_str().map(str::to_owned),
        bore_mm: fields["bore_mm"].as_f64(),
        in_service: gear.in_service,
        dinged: fields["seat_state"] == "dinged",
        cuts_since_cleaned: since.map_or(0.0, |since| since.cuts),
        cleaned_at: since.and_then(|since| since.cleaned_at),
        cuts,
        starts,
        poor: used.map_or(0, |used| used.poor),
        last_at: used.map(|used| used.last_at),
        life_used: part,
    }
}

/// Starts that a tip lasts, where the shop's prices say.
#[must_use]
pub fn life_starts(shop: &Shop) -> Option<f64> {
    let told = shop.settings.get("tip_life_starts").and_then(Value::as_f64);
    told.filter(|life| *life > 0.0)
}

/// What each tip has cut, and when it was cleaned.
#[utoipa::path(get, operation_id = "tips_log", path = "/api/v1/record/tips", responses((status = 200, body = TipLogReply)))]
#[get("/record/tips")]
pub async fn log(pool: web::Data<PgPool>, caller: Caller) -> ApiResult<web::Json<TipLogReply>> {
    let shop = Shop::read(&pool, caller.person).await?;
    let since = tip_log::since_cleaned(pool.get_ref()).await?;
    let since: BTreeMap<Uuid, Since> = since.into_iter().map(|it| (it.tip_id, it)).collect();
    let used = tip_log::used(pool.get_ref()).await?;
    let used: BTreeMap<Uuid, Use> = used.into_iter().map(|it| (it.tip_id, it)).collect();
    let life = life_starts(&shop);
    let tips = shop.rack.iter().filter(|view| view.kind() == Some(GearKind::Tip));
    let mut tips: Vec<TipLogged> = tips
        .map(|view| {
            let id = view.gear.record.id;
            logged(view, since.get(&id), used.get(&id), life)
        })
        .collect();
    tips.sort_by(|a, b| b.cuts.cmp(&a.cuts).then_with(|| a.label.cmp(&b.label)));
    Ok(web::Json(TipLogReply { tips, life_starts: life }))
}

/// That a tip was cleaned.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CleanedRequest {
    /// The tip.
    pub tip_id: Uuid,
    /// When, RFC 3339.
    pub happened_at: String,
}

/// Notes that a tip was cleaned, under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "tips_cleaned", path = "/api/v1/tips/cleaned/{id}", request_body = CleanedRequest, params(("id" = String, Path)),
    responses((status = 201, body = TipEvent), (status = 200, body = TipEvent), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/tips/cleaned/{id}")]
pub async fn clean(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<CleanedRequest>,
) -> ApiResult<HttpResponse> {
    let key = new_id(&path, caller)?;
    let mut fields = Fields::default();
    let at = fields.moment("happened_at", Some(&body.value.happened_at));
    let tip: Option<Gear> = find(pool.get_ref(), body.value.tip_id).await?;
    if tip.is_none_or(|tip| tip.kind != GearKind::Tip.code()) {
        let tip = json!(body.value.tip_id);
        fields.errors.push(wrong_shape("tip_id", "the id of a tip in the rack", tip));
    }
    fields.done(())?;
    let at = at.ok_or_else(|| ApiError::Internal("a moment that is none".into()))?;
    let cleaned = Cleaned { tip: body.value.tip_id, at, body: &body.json };
    Ok(put_reply(tip_log::put(&mut *pool.acquire().await?, key, &cleaned).await?))
}
