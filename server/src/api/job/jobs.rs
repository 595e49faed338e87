//! Jobs: a name, a rig, and a list of cuts.

use std::collections::BTreeMap;

use actix_web::{HttpResponse, delete, get, patch, post, put, web};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::api::cut::request::CutPlanRequest;
use crate::api::job::figures::fill;
use crate::api::job::lines::{LineView, cards_of, view};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::fields::{Fields, wrong_shape};
use crate::http::page::{PageQuery, token};
use crate::http::rows::{Seen, id, new_id, put_reply, seen};
use crate::plan::merge::merged;
use crate::plan::rig::Rigged;
use crate::plan::shop::Shop;
use crate::queue::aside;
use crate::store::job_lines::{self, After, JobLine};
use crate::store::jobs::{self, Job, JobChange, NewJob};
use crate::store::line_figures::{Standing, standings};
use crate::store::page::{List, page};
use crate::store::{RowKey, set_deleted};

const LONGEST_NAME: usize = 120;
const LONGEST_NOTE: usize = 2_000;
/// The parts of a cut plan request that a rig may hold.
const RIG_PARTS: [&str; 5] = ["gas", "tip", "torch", "drawer", "rack"];

/// A job in the list.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobSummary {
    /// The job itself.
    pub job: Job,
    /// How many lines it has.
    pub lines: usize,
    /// How many of them have a card that still holds.
    pub carded: usize,
    /// How many lines are ok.
    pub ok: usize,
    /// How many carry a caution.
    pub caution: usize,
    /// How many are stopped.
    pub stop: usize,
    /// How many are being planned anew, since something changed that they hang on; they count as they were planned last.
    pub pending: usize,
    /// All cuts of all lines that are not stopped, seconds.
    pub time_s: f64,
}

/// Every job.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobsReply {
    /// The newest first.
    pub jobs: Vec<JobSummary>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

/// A job with its lines.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobReply {
    /// The job itself.
    pub job: Job,
    /// How many lines it has.
    pub line_count: i64,
    /// A page of its lines in order, planned.
    pub lines: Vec<LineView>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

/// Lines of a page where nobody says how many, and at most.
const LINES: i64 = 200;

/// Which lines of a job are asked for.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct LinesQuery {
    /// How many lines, 1 to 200; 200 where it is left out.
    #[param(value_type = Option<i64>)]
    pub limit: Option<String>,
    /// The `next` of the page before.
    pub after: Option<String>,
}

/// How the place behind a line is written: the bits of its position, and its id.
fn behind(line: &JobLine) -> String {
    format!("{:016x}.{}", line.position.to_bits(), line.record.id.simple())
}

/// The place that is written so.
fn place_behind(token: &str) -> Option<After> {
    let (position, id) = token.split_once('.')?;
    let position = f64::from_bits(u64::from_str_radix(position, 16).ok()?);
    Some(After { position, id: Uuid::parse_str(id).ok()? }).filter(|it| it.position.is_finite())
}

impl LinesQuery {
    /// How many lines, and behind which.
    fn read(&self) -> ApiResult<(i64, Option<After>)> {
        // the limit of every list; the place is one of lines
        let page = PageQuery { limit: self.limit.clone(), after: None }.page(LINES)?;
        let after = self.after.as_deref().map(|told| {
            place_behind(told).ok_or_else(|| {
                let shown = told.chars().take(60).collect::<String>();
                let expected = "the `next` of the page before";
                ApiError::Invalid(vec![wrong_shape("after", expected, shown.into())])
            })
        });
        Ok((page.limit, after.transpose()?))
    }
}

fn summary(job: Job, lines: &[&Standing]) -> JobSummary {
    let of =
        |verdict: &str| lines.iter().filter(|it| it.verdict.as_deref() == Some(verdict)).count();
    let going = lines.iter().filter(|it| it.verdict.as_deref() != Some("stop"));
    JobSummary {
        job,
        lines: lines.len(),
        carded: lines.iter().filter(|it| it.is_carded()).count(),
        ok: of("ok"),
        caution: of("caution"),
        stop: of("stop"),
        pending: lines.iter().filter(|it| it.stale).count(),
        time_s: going.filter_map(|it| it.time_s).sum(),
    }
}

/// How many jobs a page shows where nobody says how many.
const SHOWN: i64 = 50;
/// A job is found by its name, its note or a cut of it.
const FOUND: &str = "(position($1 in lower(name)) > 0 OR position($1 in lower(note)) > 0
    OR EXISTS (SELECT 1 FROM job_lines line WHERE line.job_id = jobs.id AND line.deleted_at IS NULL
        AND position($1 in lower(line.typed)) > 0))";

/// Which jobs are asked for.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct JobsQuery {
    /// Words of the name, of the note, or of a cut as it was typed; every job where it is left out.
    pub query: Option<String>,
    /// How many jobs, 1 to 200.
    #[param(value_type = Option<i64>)]
    pub limit: Option<String>,
    /// The `next` of the page before.
    pub after: Option<String>,
}

/// Lists the jobs, the newest first.
#[utoipa::path(get, operation_id = "jobs_list", path = "/api/v1/jobs", params(JobsQuery),
    responses((status = 200, body = JobsReply), (status = 422, body = ErrorBody)))]
#[get("/jobs")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<JobsQuery>,
    caller: Caller,
) -> ApiResult<web::Json<JobsReply>> {
    let JobsQuery { query, limit, after } = query.into_inner();
    let asked = PageQuery { limit, after }.page(SHOWN)?;
    let wanted = query.map(|told| told.trim().to_lowercase()).filter(|told| !told.is_empty());
    let list = List {
        time: "made_at",
        at: |job: &Job| job.record.made_at,
        matching: wanted.as_deref().map(|words| (FOUND, words)),
    };
    let (jobs, next) = page(pool.get_ref(), &list, &asked).await?;
    let ids: Vec<Uuid> = jobs.iter().map(|job| job.record.id).collect();
    let shop = Shop::read(&pool, caller.person).await?;
    let mut all = standings(pool.get_ref(), &ids).await?;
    fill(&pool, shop, &mut all).await?;
    let mut lines: BTreeMap<Uuid, Vec<&Standing>> = BTreeMap::new();
    for standing in &all {
        lines.entry(standing.job_id).or_default().push(standing);
    }
    let of_job = |job: Job| {
        let lines = lines.get(&job.record.id).map(Vec::as_slice).unwrap_or_default();
        summary(job, lines)
    };
    let out = jobs.into_iter().map(of_job).collect();
    Ok(web::Json(JobsReply { jobs: out, next: next.map(token) }))
}

/// Shows a job with a page of its lines, each planned.
#[utoipa::path(get, operation_id = "jobs_show", path = "/api/v1/jobs/{id}", params(("id" = String, Path), LinesQuery),
    responses((status = 200, body = JobReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[get("/jobs/{id}")]
pub async fn show(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    query: web::Query<LinesQuery>,
    caller: Caller,
) -> ApiResult<web::Json<JobReply>> {
    let (limit, after) = query.read()?;
    let job = jobs::live(pool.get_ref(), id(&path)?).await?;
    let shop = Shop::read(&pool, caller.person).await?;
    let mut lines = job_lines::some_of_job(pool.get_ref(), job.record.id, after, limit + 1).await?;
    let more = i64::try_from(lines.len()).is_ok_and(|count| count > limit);
    if more {
        lines.pop();
    }
    let next = lines.last().filter(|_| more).map(behind);
    let line_count = job_lines::count_of_job(pool.get_ref(), job.record.id).await?;
    let ids: Vec<Uuid> = lines.iter().map(|line| line.record.id).collect();
    let cards = cards_of(&pool, &ids).await?;
    aside(move || {
        let rigged = Rigged::of(&shop, &job);
        let lines = lines.into_iter().map(|line| view(line, &rigged, &cards)).collect();
        drop(rigged);
        Ok(web::Json(JobReply { job, line_count, lines, next }))
    })
    .await
}

/// Refuses a rig that no cut could be planned with.
fn checked(name: Option<&str>, note: Option<&str>, rig: Option<&Value>) -> ApiResult<()> {
    let mut fields = Fields::default();
    if let Some(name) = name {
        fields.text("name", name, LONGEST_NAME);
    }
    if note.is_some_and(|note| note.chars().count() > LONGEST_NOTE) {
        let expected = format!("at most {LONGEST_NOTE} characters");
        fields.errors.push(wrong_shape("note", &expected, Value::Null));
    }
    if let Some(rig) = rig {
        let foreign = rig
            .as_object()
            .and_then(|rig| rig.keys().find(|key| !RIG_PARTS.contains(&key.as_str())));
        if !rig.is_object() || foreign.is_some() {
            let expected = format!("an object of {}", RIG_PARTS.join(", "));
            fields.errors.push(wrong_shape("rig", &expected, rig.clone()));
        }
    }
    let mut rig = rig.cloned().unwrap_or_default();
    if let Some(places) = rig.as_object_mut().and_then(|rig| rig.remove("rack")) {
        let known = places.as_object().is_some_and(|places| {
            let place = |(name, id): (&String, &Value)| {
                let id = id.as_str().and_then(|id| Uuid::parse_str(id).ok());
                crate::plan::rig::PLACES.contains(&name.as_str()) && id.is_some()
            };
            places.iter().all(place)
        });
        if !known {
            let expected = format!("ids of gear by place: {}", crate::plan::rig::PLACES.join(", "));
            fields.errors.push(wrong_shape("rig.rack", &expected, places));
        }
    }
    fields.done(())?;
    let usual = json!({
        "steel": { "thickness_mm": 20 },
        "cut": { "length_mm": 100, "process": "guided" },
        "gas": { "fuel": "acetylene" }
    });
    let request: CutPlanRequest = read(&merged(&[&usual, &rig]))?;
    request.to_core().map(|_| ())
}

/// Adds a job under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "jobs_create", path = "/api/v1/jobs/{id}", request_body = NewJob, params(("id" = String, Path)),
    responses((status = 201, body = Job), (status = 200, body = Job), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/jobs/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<NewJob>,
) -> ApiResult<HttpResponse> {
    let (key, job) = (new_id(&path, caller)?, &body.value);
    checked(Some(&job.name), Some(&job.note), Some(&job.rig))?;
    Ok(put_reply(jobs::put(&mut *pool.acquire().await?, key, job, &body.json).await?))
}

/// Changes a job.
#[utoipa::path(patch, operation_id = "jobs_change", path = "/api/v1/jobs/{id}", request_body = JobChange, params(("id" = String, Path)),
    responses((status = 200, body = Job), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/jobs/{id}")]
pub async fn change(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<JobChange>,
) -> ApiResult<web::Json<Job>> {
    let (id, change) = (id(&path)?, &body.value);
    checked(change.name.as_deref(), change.note.as_deref(), change.rig.as_ref())?;
    Ok(web::Json(
        jobs::patch(
            &mut *pool.acquire().await?,
            RowKey { id, by: caller.person },
            change,
            &body.json,
        )
        .await?,
    ))
}

/// Deletes a job; it can be taken back.
#[utoipa::path(delete, operation_id = "jobs_delete", path = "/api/v1/jobs/{id}", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Job), (status = 409, body = ErrorBody)))]
#[delete("/jobs/{id}")]
pub async fn delete(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Job>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Job>(&mut *pool.acquire().await?, &row, true).await?))
}

/// Takes a deletion back.
#[utoipa::path(post, operation_id = "jobs_restore", path = "/api/v1/jobs/{id}/restore", request_body = Seen, params(("id" = String, Path)),
    responses((status = 200, body = Job), (status = 409, body = ErrorBody)))]
#[post("/jobs/{id}/restore")]
pub async fn restore(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    caller: Caller,
    body: Body<Seen>,
) -> ApiResult<web::Json<Job>> {
    let row = seen(&path, body.value.version, caller)?;
    Ok(web::Json(set_deleted::<Job>(&mut *pool.acquire().await?, &row, false).await?))
}
