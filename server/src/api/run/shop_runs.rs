//! Every run of the shop, whatever its job, the newest first: what was done, left out, read, and what gas went.

use actix_web::{get, web};
use serde::Serialize;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::run::job_record::{RunRecord, run_record};
use crate::api::run::record::record_of;
use crate::error::{ApiResult, ErrorBody};
use crate::http::page::{PageQuery, token};
use crate::store::job_runs::{self, OfShop};
use crate::store::run_events;
use crate::wire::run_event::{Outcome, RunEventBody};

/// Runs on a page where nobody says.
const SHOWN: i64 = 20;

/// A run with the job it belongs to.
#[derive(Debug, Serialize, ToSchema)]
pub struct ShopRun {
    /// The job.
    pub job_id: Uuid,
    /// What it is called.
    pub job_name: String,
    /// Pieces that count.
    pub pieces: usize,
    /// Of these lost on the way, or to be cut again.
    pub bad: usize,
    /// The run.
    #[serde(flatten)]
    pub run: RunRecord,
}

/// Runs, the newest first.
#[derive(Debug, Serialize, ToSchema)]
pub struct ShopRunsReply {
    /// The runs.
    pub runs: Vec<ShopRun>,
    /// What to ask the next page with; null at the end.
    pub next: Option<String>,
}

/// Every run of the shop, the newest first.
#[utoipa::path(get, operation_id = "shop_runs", path = "/api/v1/record/runs", params(PageQuery),
    responses((status = 200, body = ShopRunsReply), (status = 422, body = ErrorBody)))]
#[get("/record/runs")]
pub async fn shop_runs(
    pool: web::Data<PgPool>,
    query: web::Query<PageQuery>,
) -> ApiResult<web::Json<ShopRunsReply>> {
    let asked = query.into_inner().page(SHOWN)?;
    let (found, next) = job_runs::of_shop(pool.get_ref(), &asked).await?;
    let mut runs = Vec::with_capacity(found.len());
    for OfShop { job_id, job_name, run } in found {
        let record = record_of(
            run_events::since(&mut *pool.acquire().await?, job_id, run.id, 0).await?.events,
        );
        let counts = |event: Uuid| record.cuts.iter().any(|cut| cut.events.contains(&event));
        let made = record.events.iter().filter(|event| counts(event.id));
        let outcomes: Vec<Outcome> = made
            .filter_map(|event| match &event.what {
                RunEventBody::Cut(cut) => Some(cut.outcome),
                _ => None,
            })
            .collect();
        let bad = outcomes.iter().filter(|it| matches!(it, Outcome::Lost | Outcome::Redo)).count();
        let run = run_record(&pool, run, &record).await?;
        runs.push(ShopRun { job_id, job_name, pieces: outcomes.len(), bad, run });
    }
    Ok(web::Json(ShopRunsReply { runs, next: next.map(token) }))
}
