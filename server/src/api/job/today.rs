//! What is next, and what was last.

use actix_web::{get, web};
use serde::Serialize;
use sqlx::PgPool;
use utoipa::ToSchema;

use crate::api::job::figures::{AT_ONCE, fill, planned_lines};
use crate::api::job::lines::LineView;
use crate::error::ApiResult;
use crate::http::caller::Caller;
use crate::plan::shop::Shop;
use crate::store::jobs::Job;
use crate::store::line_figures::{Which, count, first};
use crate::store::plans::{CardGlance, newest};

/// How many of each are shown.
const SHOWN: i64 = 6;

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
    /// Lines whose card is being looked at anew, since something changed that their figures hang on.
    pub pending: usize,
    /// The newest cards.
    pub last: Vec<CardGlance>,
}

/// What is next, and what was last.
#[utoipa::path(get, operation_id = "today", path = "/api/v1/today", responses((status = 200, body = TodayReply)))]
#[get("/today")]
pub async fn today(pool: web::Data<PgPool>, caller: Caller) -> ApiResult<web::Json<TodayReply>> {
    let shop = Shop::read(&pool, caller.person).await?;
    // a line without a card is next whatever it comes to; of the others it hangs on their figures
    let mut pending = count(pool.get_ref(), Which::StaleCards).await?;
    let mut shop = shop;
    if pending > 0 {
        let most = i64::try_from(AT_ONCE).unwrap_or(i64::MAX);
        let mut stale = first(pool.get_ref(), Which::StaleCards, most).await?;
        shop = fill(&pool, shop, &mut stale).await?;
        pending = count(pool.get_ref(), Which::StaleCards).await?;
    }
    let next_count = count(pool.get_ref(), Which::Open).await?;
    let shown = first(pool.get_ref(), Which::Open, SHOWN).await?;
    let shown: Vec<_> = shown.iter().map(|it| (it.line_id, it.job_id)).collect();
    let (_, shown) = planned_lines(&pool, shop, &shown).await?;
    let told = |(job, view): (Job, LineView)| NextLine { job_name: job.name, view };
    let next = shown.into_iter().map(told).collect();
    let last = newest(pool.get_ref(), SHOWN).await?;
    Ok(web::Json(TodayReply { next, next_count, pending, last }))
}
