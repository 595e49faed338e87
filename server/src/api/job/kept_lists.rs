//! Cut lists kept as lines of a job, and written out.

use actix_web::{HttpResponse, get, post, web};
use galvanon_core::cancel::cancelled;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::job::cut_lists::COLUMNS;
use crate::api::job::lines::{LineView, view};
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::csv::csv;
use crate::http::fields::Fields;
use crate::http::rows::id;
use crate::plan::rig::Rigged;
use crate::plan::shop::Shop;
use crate::queue::Worker;
use crate::store::job_lines::{self, JobLine, NewLine};
use crate::store::jobs;
use crate::wire::band::BandWire;

/// A cut to be kept.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ListedLine {
    /// Its id, a UUIDv7 of the client's choice.
    pub id: Uuid,
    /// As it was typed.
    pub typed: String,
    /// Its part of a cut plan request.
    #[schema(value_type = Object)]
    pub input: Value,
}

/// The cuts of a list to be kept.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeepRequest {
    /// In order; they stand behind the job's other lines.
    pub lines: Vec<ListedLine>,
}

/// What was kept.
#[derive(Debug, Serialize, ToSchema)]
pub struct KeepReply {
    /// The new lines.
    pub lines: Vec<JobLine>,
}

/// Keeps the cuts of a list in a job: all of them or none; repeatable.
#[utoipa::path(post, operation_id = "lists_keep", path = "/api/v1/cut-lists/{id}/keep", request_body = KeepRequest, params(("id" = String, Path)),
    responses((status = 200, body = KeepReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/{id}/keep")]
pub async fn keep(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
    body: Body<KeepRequest>,
) -> ApiResult<web::Json<KeepReply>> {
    let job = jobs::live(pool.get_ref(), id(&path)?).await?;
    let shop = Shop::read(&pool, caller.person).await?;
    let (id, listed) = (job.record.id, body.value.lines);
    let listed = worker.run(move || {
        checked(&Rigged::of(&shop, &job), &listed)?;
        Ok(listed)
    });
    let listed = listed.await?;
    let mut lines = Vec::with_capacity(listed.len());
    let mut position = job_lines::last_position(pool.get_ref(), id).await?;
    for listed in listed {
        position += 1.0;
        let made_from = serde_json::to_value(&listed)?;
        let ListedLine { id: line, typed, input } = listed;
        lines.push((line, NewLine { job_id: id, typed, input, position }, made_from));
    }
    let lines = job_lines::put_all(&mut *pool.acquire().await?, caller.person, &lines).await?;
    Ok(web::Json(KeepReply { lines }))
}

/// Refuses a list of which a line cannot be planned in its job.
fn checked(rigged: &Rigged<'_>, lines: &[ListedLine]) -> ApiResult<()> {
    let mut fields = Fields::default();
    for (i, listed) in lines.iter().enumerate().take_while(|_| !cancelled()) {
        fields.text(&format!("lines.{i}.typed"), &listed.typed, galvanon_core::entry::LONGEST);
        let at = |field: FieldError| FieldError {
            path: format!("lines.{i}.input.{}", field.path),
            ..field
        };
        match rigged.request(&listed.input).and_then(|found| found.request.to_core()) {
            Ok(_) => {}
            Err(ApiError::Invalid(found)) => fields.errors.extend(found.into_iter().map(at)),
            Err(other) => return Err(other),
        }
    }
    fields.done(())
}

/// A job's cuts as CSV, planned; its first column reads in again.
#[utoipa::path(get, operation_id = "lists_write", path = "/api/v1/jobs/{id}/cuts.csv", params(("id" = String, Path)),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/cuts.csv")]
pub async fn write_list(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
) -> ApiResult<HttpResponse> {
    let job = jobs::live(pool.get_ref(), id(&path)?).await?;
    let shop = Shop::read(&pool, caller.person).await?;
    let lines = job_lines::of_job(pool.get_ref(), job.record.id).await?;
    let name = format!("{}.csv", job.name);
    let rows = worker.run(move || {
        let rigged = Rigged::of(&shop, &job);
        let cards = std::collections::BTreeMap::new();
        let mut rows = vec![COLUMNS.map(str::to_owned)];
        for line in lines.into_iter().take_while(|_| !cancelled()) {
            rows.push(row_of(view(line, &rigged, &cards)));
        }
        Ok(rows)
    });
    csv(&name, rows.await?)
}

/// A cut with its figures; one that does not plan with its fault and without figures.
fn row_of(line: LineView) -> [String; COLUMNS.len()] {
    let Some(plan) = line.plan else {
        let mut row = COLUMNS.map(|_| String::new());
        row[0] = line.line.typed;
        row[1] = "stop".to_owned();
        row[COLUMNS.len() - 1] = line.fault.map_or(String::new(), |fault| fault.message);
        return row;
    };
    let told = plan.notes.iter().filter(|note| note.level != "info");
    let notes: Vec<&str> = told.map(|note| note.code.as_ref()).collect();
    let whole = |value: f64| format!("{value:.0}");
    let pressure = |band: Option<BandWire>| band.map_or(String::new(), |band| whole(band.set));
    [
        line.line.typed,
        plan.verdict.to_string(),
        plan.tip.bore_mm.to_string(),
        pressure(plan.oxygen_pressure_kpa),
        pressure(plan.fuel_pressure_kpa),
        whole(plan.start_preheat_s.set),
        whole(plan.travel_speed_mm_min.set),
        whole(plan.line_total.time_s),
        whole(plan.line_total.oxygen_l),
        whole(plan.line_total.fuel_l),
        plan.line_total.cost.map_or(String::new(), |cost| format!("{cost:.2}")),
        notes.join(" "),
    ]
}
