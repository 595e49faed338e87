//! Other work of the torch in the shop, planned and not kept.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::work::WorkKind;
use serde::Deserialize;
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::work::reply::WorkReply;
use crate::api::cut::work::request::WorkRequest;
use crate::api::work::plan::{in_shop, planned};
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::plan::rig::{InShop, Rig};
use crate::plan::shop::Shop;

/// Work in the shop: its gas and gear are those of the shop, and of a job where one is named.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WorkDraft {
    /// The job whose fuel and rig apply.
    pub job_id: Option<Uuid>,
    /// The work; what it says of gas, torch, tip, drawer, policy and gear outranks job and shop.
    pub work: WorkRequest,
}

/// Plans other work with the shop's settings and gear.
#[utoipa::path(post, operation_id = "work_draft", path = "/api/v1/cut-plans/work", request_body = WorkDraft,
    responses((status = 200, body = WorkReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/cut-plans/work")]
pub async fn draft_work(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<WorkDraft>,
) -> ApiResult<web::Json<WorkReply>> {
    let WorkDraft { job_id, mut work } = body.value;
    let rig = match job_id {
        Some(id) => crate::store::jobs::live(pool.get_ref(), id).await?.rig,
        None => Value::Null,
    };
    let shop = Shop::read(&pool, caller.person).await?;
    let any = json!({ "steel": { "thickness_mm": 10 }, "cut": { "length_mm": 300, "process": "freehand" },
        "gas": work.gas });
    let InShop { request, notes, .. } = Rig::of(&shop, &rig).request(&shop, &any)?;
    if work.dial.is_none() && work.kind.as_ref().is_some_and(|kind| kind.0 == WorkKind::Rail.code())
    {
        work.dial = read(&shop.dial())?;
    }
    let mut reply = planned(&in_shop(work, request))?;
    reply.say_first(notes);
    Ok(web::Json(reply))
}
