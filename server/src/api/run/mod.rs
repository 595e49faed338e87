//! A job at the torch: one document that a tablet keeps, and the events that it sends back.

pub mod cut_by;
pub mod cuts;
pub mod document;
pub mod event;
pub mod gas_taken;
pub mod job_record;
pub mod rack;
pub mod record;
pub mod runs;
pub mod shop_runs;

use actix_web::{get, post, web};
use galvanon_core::code::Code;
use serde::{Deserialize, Serialize};
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};

use self::cut_by::To;
use self::cuts::Cuts;
use self::document::{Asked, RunDocument, RunQuery, document, fuel_named, usual_fuel};
use self::event::{EventAnswer, NewEvents, keep_all};
use self::record::{RecordReply, record_of};
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::rows::id;
use crate::plan::shop::Shop;
use crate::store::run_events::{self, RunEvent};
use crate::store::{job_runs, jobs};

/// Events that older pages send at once.
const MOST: usize = 500;

/// What came of the events, and everything that is kept now.
#[derive(Debug, Serialize, ToSchema)]
pub struct EventsReply {
    /// In the order in which they were sent.
    pub answers: Vec<EventAnswer>,
    /// Every event that was asked for.
    pub events: Vec<RunEvent>,
    /// What counts of the job's other runs: pieces made, what was taken back, the clock of a cylinder that lay.
    pub elsewhere: Vec<RunEvent>,
    /// What to ask on from: `since` of the next time.
    pub next: i64,
}

/// A job's run in one document: order of work, cuts, gauges, troubles, people, and what happened so far.
#[utoipa::path(get, operation_id = "run_show", path = "/api/v1/jobs/{id}/run", params(("id" = String, Path), RunQuery),
    responses((status = 200, body = RunDocument), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[get("/jobs/{id}/run")]
pub async fn show(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    query: web::Query<RunQuery>,
    caller: Caller,
) -> ApiResult<web::Json<RunDocument>> {
    let job = jobs::live(pool.get_ref(), id(&path)?).await?;
    let shop = Shop::read(&pool, caller.person).await?;
    let cuts = Cuts::of(&pool, &shop, &job).await?;
    let fuel = match (&query.fuel, cuts.fuels().as_slice()) {
        (Some(told), _) => fuel_named(told)?,
        (None, [one]) => fuel_named(one)?,
        _ => usual_fuel(&shop, &job)?,
    };
    let events = run_events::of_job(pool.get_ref(), job.record.id).await?;
    let (place, rig) = (query.place(), query.rig()?);
    let stood_h = query.lying_acetylene_hours_upright;
    let asked = Asked { job, cuts, fuel, place, rig, stood_h, events, elsewhere: Vec::new() };
    Ok(web::Json(document(&pool, &shop, asked).await?))
}

/// Which rig events are of.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RigQuery {
    /// The fuel that is rigged; the rig's or the shop's where it is left out.
    pub fuel: Option<String>,
}

/// Keeps events in a run of this day with that fuel; gives back every event of the job.
#[utoipa::path(post, operation_id = "run_events", path = "/api/v1/jobs/{id}/run/events", request_body = NewEvents, params(("id" = String, Path), RigQuery),
    responses((status = 200, body = EventsReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/jobs/{id}/run/events")]
pub async fn keep(
    pool: web::Data<PgPool>,
    (path, query): (web::Path<String>, web::Query<RigQuery>),
    caller: Caller,
    body: Body<NewEvents>,
) -> ApiResult<web::Json<EventsReply>> {
    let job = jobs::live(pool.get_ref(), id(&path)?).await?;
    let shop = Shop::read(&pool, caller.person).await?;
    let fuel = match &query.fuel {
        Some(told) => fuel_named(told)?,
        None => usual_fuel(&shop, &job)?,
    };
    let mut answers = Vec::new();
    // who only asks what is new begins no run
    if !body.value.events.is_empty() {
        let run =
            job_runs::of_today(&mut *pool.acquire().await?, job.record.id, fuel.code()).await?;
        let to = To { job: job.record.id, run, by: caller };
        answers = keep_all(&pool, &to, &body.value.events, MOST).await?;
    }
    // a tablet that was revoked is told nothing but what came of its own
    let events = match caller.revoked && caller.role.is_none() {
        true => Vec::new(),
        false => run_events::of_job(pool.get_ref(), job.record.id).await?,
    };
    Ok(web::Json(EventsReply { answers, events, elsewhere: Vec::new(), next: 0 }))
}

/// A job's run as it stands, from every tablet's events.
#[utoipa::path(get, operation_id = "run_record", path = "/api/v1/jobs/{id}/run/record", params(("id" = String, Path)),
    responses((status = 200, body = RecordReply), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/run/record")]
pub async fn show_record(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<web::Json<RecordReply>> {
    let job = jobs::live(pool.get_ref(), id(&path)?).await?.record.id;
    Ok(web::Json(record_of(run_events::of_job(pool.get_ref(), job).await?)))
}
