//! The runs of a job: each is for one rig and one day, begun and ended, and read ever after.

use actix_web::{HttpResponse, get, post, put, web};
use galvanon_core::code::Code;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::api::record::burns::unknown;
use crate::api::run::EventsReply;
use crate::api::run::cut_by::To;
use crate::api::run::cuts::Cuts;
use crate::api::run::document::{Asked, RunDocument, document, fuel_named, usual_fuel};
use crate::api::run::event::{NewEvents, keep_all};
use crate::api::run::record::{RecordReply, record_of};
use crate::error::{ApiError, ApiResult, Conflict, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::http::rows::{id, new_id};
use crate::plan::learning::{learn_again, learn_more};
use crate::plan::shop::Shop;
use crate::store::RowKey;
use crate::store::job_runs::{self, JobRun, NewRun};
use crate::store::jobs;
use crate::store::run_events::{self, Arrived, RunEvent, Since};
use crate::wire::run_event::{RigBody, RunEventBody};
use crate::wire::setup::PlaceWire;

/// Events sent at once.
const MOST: usize = 200;

/// A run to be begun.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BeginRun {
    /// The fuel that is rigged; may be left out where every cut of the job is planned for the same one.
    pub fuel: Option<String>,
    /// What the place brings with it.
    #[serde(default)]
    pub place: PlaceWire,
    /// Regulators, hoses and torch are still together from earlier that day.
    #[serde(default)]
    pub assembled: bool,
    /// Its acetylene cylinder was laid down.
    #[serde(default)]
    pub lying: bool,
    /// The cylinders of the rack that stand on the rig.
    #[serde(default)]
    pub cylinders: Vec<Uuid>,
    /// Who is at the torch.
    pub person_id: Option<Uuid>,
}

/// The runs of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunsReply {
    /// The newest first.
    pub runs: Vec<JobRun>,
}

/// Which events are asked for.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct SinceQuery {
    /// The `next` of the time before; every event of the run where it is left out.
    pub since: Option<i64>,
}

/// A run of a job by the ids in its path.
async fn found(pool: &PgPool, job: &str, run: &str) -> ApiResult<(Uuid, JobRun)> {
    let job = jobs::live(pool, id(job)?).await?.record.id;
    let run = job_runs::find(pool, job, id(run)?).await?.ok_or(ApiError::NotFound)?;
    Ok((job, run))
}

/// Place and rig as the run was begun with them, or as they were told last.
fn as_told(run: &JobRun, events: &[RunEvent]) -> ApiResult<(PlaceWire, RigBody)> {
    let undone = |id: Uuid| {
        events.iter().any(|it| matches!(&it.what, RunEventBody::Undo(undo) if undo.event == id))
    };
    let mut place: PlaceWire = read(&run.place)?;
    let JobRun { assembled, lying, .. } = *run;
    let mut rig = RigBody { assembled, lying, cylinders: run.cylinders.clone() };
    for event in events.iter().filter(|event| !undone(event.id)) {
        match &event.what {
            RunEventBody::Place(told) => place = told.clone(),
            RunEventBody::Rig(told) => rig = told.clone(),
            _ => {}
        }
    }
    Ok((place, rig))
}

/// Begins a run with one rig, under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "runs_begin", path = "/api/v1/jobs/{id}/runs/{run_id}", request_body = BeginRun,
    params(("id" = String, Path), ("run_id" = String, Path)),
    responses((status = 201, body = JobRun), (status = 200, body = JobRun), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/jobs/{id}/runs/{run_id}")]
pub async fn begin(
    pool: web::Data<PgPool>,
    path: web::Path<(String, String)>,
    caller: Caller,
    body: Body<BeginRun>,
) -> ApiResult<HttpResponse> {
    let job = jobs::live(pool.get_ref(), id(&path.0)?).await?;
    let RowKey { id: run, by } = new_id(&path.1, caller)?;
    let shop = Shop::read(&pool, by).await?;
    let begun = job_runs::find(pool.get_ref(), job.record.id, run).await?.map(|run| run.fuel);
    let fuel = match begun.as_ref().or(body.value.fuel.as_ref()) {
        Some(code) => fuel_named(code)?,
        None => match Cuts::of(&pool, &shop, &job).await?.fuels().as_slice() {
            [] => usual_fuel(&shop, &job)?,
            [one] => fuel_named(one)?,
            several => {
                let mut fields = Fields::default();
                fields.unknown_choice("fuel", Value::Null, several.to_vec());
                return Err(ApiError::Invalid(fields.errors));
            }
        },
    };
    let place = json!(body.value.place);
    let BeginRun { assembled, lying, cylinders, .. } = body.value.clone();
    let rig = RigBody { assembled, lying, cylinders };
    let new = NewRun {
        id: run,
        job: job.record.id,
        fuel: fuel.code(),
        place: &place,
        rig: &rig,
        person: body.value.person_id.or(caller.person),
        made_from: &body.json,
    };
    let arrived = job_runs::begin(&mut *pool.acquire().await?, &new).await;
    let arrived = arrived.map_err(|error| unknown("job_runs", error))?;
    let known = job_runs::find(pool.get_ref(), job.record.id, run).await?;
    match (arrived, known) {
        (Arrived::New, Some(run)) => Ok(HttpResponse::Created().json(run)),
        (Arrived::Again, Some(run)) => Ok(HttpResponse::Ok().json(run)),
        // the id may be that of a run of another job
        (_, known) => {
            let both = Conflict { current: json!(known), yours: body.json.clone() };
            Err(ApiError::Different(Box::new(both)))
        }
    }
}

/// The runs of a job, the newest first.
#[utoipa::path(get, operation_id = "runs_list", path = "/api/v1/jobs/{id}/runs", params(("id" = String, Path)),
    responses((status = 200, body = RunsReply), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/runs")]
pub async fn list(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<web::Json<RunsReply>> {
    let job = jobs::live(pool.get_ref(), id(&path)?).await?.record.id;
    Ok(web::Json(RunsReply { runs: job_runs::of_job(pool.get_ref(), job).await? }))
}

/// A run in one document: its own fuel, place and events; the job's cuts as the shop plans them now.
#[utoipa::path(get, operation_id = "runs_show", path = "/api/v1/jobs/{id}/runs/{run_id}",
    params(("id" = String, Path), ("run_id" = String, Path)),
    responses((status = 200, body = RunDocument), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/runs/{run_id}")]
pub async fn show(
    pool: web::Data<PgPool>,
    path: web::Path<(String, String)>,
    caller: Caller,
) -> ApiResult<web::Json<RunDocument>> {
    let job = jobs::live(pool.get_ref(), id(&path.0)?).await?;
    let (_, run) = found(&pool, &path.0, &path.1).await?;
    let shop = Shop::read(&pool, caller.person).await?;
    let cuts = Cuts::of(&pool, &shop, &job).await?;
    let Since { events, elsewhere, .. } =
        run_events::since(&mut *pool.acquire().await?, job.record.id, run.id, 0).await?;
    let (place, rig) = as_told(&run, &events)?;
    let asked = Asked {
        fuel: fuel_named(&run.fuel)?,
        job,
        cuts,
        place,
        rig,
        stood_h: None,
        events,
        elsewhere,
    };
    Ok(web::Json(document(&pool, &shop, asked).await?))
}

/// A run as it stands, from every tablet's events.
#[utoipa::path(get, operation_id = "runs_record", path = "/api/v1/jobs/{id}/runs/{run_id}/record",
    params(("id" = String, Path), ("run_id" = String, Path)),
    responses((status = 200, body = RecordReply), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/runs/{run_id}/record")]
pub async fn show_record(
    pool: web::Data<PgPool>,
    path: web::Path<(String, String)>,
) -> ApiResult<web::Json<RecordReply>> {
    let (job, run) = found(&pool, &path.0, &path.1).await?;
    Ok(web::Json(record_of(
        run_events::since(&mut *pool.acquire().await?, job, run.id, 0).await?.events,
    )))
}

/// Keeps events of a run, each once, in whatever order they come; gives back what arrived since.
#[utoipa::path(post, operation_id = "runs_events", path = "/api/v1/jobs/{id}/runs/{run_id}/events", request_body = NewEvents,
    params(("id" = String, Path), ("run_id" = String, Path), SinceQuery),
    responses((status = 200, body = EventsReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/jobs/{id}/runs/{run_id}/events")]
pub async fn keep(
    pool: web::Data<PgPool>,
    (path, query): (web::Path<(String, String)>, web::Query<SinceQuery>),
    caller: Caller,
    body: Body<NewEvents>,
) -> ApiResult<web::Json<EventsReply>> {
    let (job, run) = found(&pool, &path.0, &path.1).await?;
    let to = To { job, run: run.id, by: caller };
    let answers = keep_all(&pool, &to, &body.value.events, MOST).await?;
    let of = |kind: &str| body.value.events.iter().any(|event| event["kind"] == kind);
    if of("undo") {
        learn_again(&pool).await?;
    } else if of("cut") {
        let new = answers.iter().filter(|answer| answer.outcome == "new");
        let new: Vec<Uuid> = new.filter_map(|answer| answer.id).collect();
        learn_more(&pool, &new).await?;
    }
    if caller.revoked && caller.role.is_none() {
        // it is told nothing but what came of its own
        let next = query.since.unwrap_or(0);
        let (events, elsewhere) = (Vec::new(), Vec::new());
        return Ok(web::Json(EventsReply { answers, events, elsewhere, next }));
    }
    let told =
        run_events::since(&mut *pool.acquire().await?, job, run.id, query.since.unwrap_or(0))
            .await?;
    let Since { events, elsewhere, next } = told;
    Ok(web::Json(EventsReply { answers, events, elsewhere, next }))
}
