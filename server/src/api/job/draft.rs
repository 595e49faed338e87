//! A cut in the shop, planned and not kept.

use actix_web::{post, web};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::planned::planned;
use crate::api::cut::reply::CutPlan;
use crate::api::cut::request::CutPlanRequest;
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::plan::rig::{Gauges, InShop, Rig};
use crate::plan::shop::Shop;
use crate::plan::supply::draw_notes;
use crate::plan::told::Expected;

/// A cut in the shop: the input alone, to be completed by the shop's settings and a job's rig.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DraftRequest {
    /// The job whose fuel and rig apply.
    pub job_id: Option<Uuid>,
    /// Any part of a cut plan request; what it says outranks job and shop.
    #[schema(value_type = Object)]
    pub input: Value,
}

/// A cut in the shop, planned.
#[derive(Debug, Serialize, ToSchema)]
pub struct DraftReply {
    /// The whole request that was planned.
    pub request: CutPlanRequest,
    /// The plan.
    pub plan: CutPlan,
    /// Where the shop's next burn is expected.
    pub expected: Expected,
    /// The scales of the gauges in use.
    pub gauges: Gauges,
}

/// Plans a cut with the shop's settings and, if it is in a job, with the job's rig.
#[utoipa::path(post, operation_id = "cut_draft", path = "/api/v1/cut-plans/draft", request_body = DraftRequest,
    responses((status = 200, body = DraftReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/cut-plans/draft")]
pub async fn draft(
    pool: web::Data<PgPool>,
    caller: Caller,
    body: Body<DraftRequest>,
) -> ApiResult<web::Json<DraftReply>> {
    let rig = match body.value.job_id {
        Some(id) => crate::store::jobs::live(pool.get_ref(), id).await?.rig,
        None => Value::Null,
    };
    let shop = Shop::read(&pool, caller.person).await?;
    let InShop { request, told, notes, gauges } =
        Rig::of(&shop, &rig).request(&shop, &body.value.input)?;
    let plan = planned(&request)?.with_notes(notes);
    let drawn = draw_notes(&shop, &request, &plan);
    let plan = plan.with_notes(drawn);
    let expected = told.expected(&plan);
    Ok(web::Json(DraftReply { request, plan, expected, gauges }))
}
