//! What is next, and what was last.

use std::collections::BTreeMap;

use actix_web::{HttpRequest, get, web};
use serde::Serialize;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use super::guard::person;
use super::jobs::by_line;
use super::lines::{LineView, view};
use crate::error::ApiResult;
use crate::shop::Shop;
use crate::store::plans::{Plan, newest, newest_of_lines};
use crate::store::{job_lines, jobs};

/// How many of each are shown.
const SHOWN: usize = 6;

/// A line with the name of its job.
#[derive(Debug, Serialize, ToSchema)]
pub struct NextLine {
    /// What its job is called.
    pub job_name: String,
    /// The line, planned.
    pub view: LineView,
}

/// The day at a glance.
#[derive(Debug, Serialize, ToSchema)]
pub struct TodayReply {
    /// Lines without a card that holds, in the order of jobs and lines.
    pub next: Vec<NextLine>,
    /// How many such lines there are in all.
    pub next_count: usize,
    /// The newest cards.
    pub last: Vec<Plan>,
}

/// What is next, and what was last.
#[utoipa::path(get, operation_id = "today", path = "/api/v1/today", responses((status = 200, body = TodayReply)))]
#[get("/today")]
pub async fn today(
    pool: web::Data<PgPool>,
    request: HttpRequest,
) -> ApiResult<web::Json<TodayReply>> {
    let shop = Shop::read(&pool, person(&request)).await?;
    let cards = by_line(newest_of_lines(&pool).await?);
    let jobs: BTreeMap<Uuid, _> =
        jobs::all(&pool).await?.into_iter().map(|job| (job.record.id, job)).collect();
    let mut next = Vec::new();
    for line in job_lines::all(&pool).await? {
        let Some(job) = jobs.get(&line.job_id) else { continue };
        let view = view(line, (&shop, job), &cards)?;
        if !view.card_current {
            next.push(NextLine { job_name: job.name.clone(), view });
        }
    }
    let next_count = next.len();
    next.truncate(SHOWN);
    let last = newest(&pool, i64::try_from(SHOWN).unwrap_or(i64::MAX)).await?;
    Ok(web::Json(TodayReply { next, next_count, last }))
}
