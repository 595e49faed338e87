//! Cut lists: read and planned row by row in a stream, kept only when somebody says so, and
//! written out again.

use std::sync::Arc;

use actix_web::{HttpRequest, HttpResponse, get, post, web};
use base64::Engine;
use calamine::Reader;
use futures_util::stream;
use galvanon_core::entry::cut_list::{List, ListRow};
use galvanon_core::entry::table::{LARGEST, MOST_ROWS, Table};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use super::body::Body;
use super::charts::{csv, read_table};
use super::cut::planned_untraced;
use super::entry::{input, problems};
use super::fields::{Fields, Given};
use super::guard::person;
use super::lines::view;
use super::rows::id;
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::shop::Shop;
use crate::store::job_lines::{self, JobLine, NewLine};
use crate::store::jobs;

/// How the torch is moved where a row does not say.
const PROCESSES: [(&str, &str); 3] =
    [("freehand", "freehand"), ("guided", "guided"), ("machine", "machine")];
/// Rows planned before what they gave is sent on.
const TOGETHER: usize = 50;

/// A list to be read and planned.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ListRequest {
    /// The job whose fuel and rig apply.
    pub job_id: Option<Uuid>,
    /// CSV, or lines as they were pasted.
    pub text: Option<String>,
    /// An XLSX workbook in base64; its first sheet with rows is read.
    pub xlsx_base64: Option<String>,
    /// freehand, guided, machine: where a row does not say.
    #[schema(value_type = Option<String>)]
    pub usual_process: Option<Given>,
}

/// A row of a list, planned; one line of the streamed answer.
#[derive(Debug, Serialize, ToSchema)]
pub struct PlannedRow {
    /// Row in the file, from 1.
    pub row: usize,
    /// The quick-entry line it stands for.
    pub typed: String,
    /// What was understood, said back.
    pub echo: String,
    /// The piece's name, where the list gives one.
    pub mark: String,
    /// ok, caution, stop; error when it cannot be planned.
    pub verdict: String,
    /// What must be asked or mended, in words.
    pub problems: Vec<String>,
    /// Its part of a cut plan request.
    #[schema(value_type = Object)]
    pub input: Value,
    /// Its settings in short; null when it cannot be planned.
    pub settings: Option<ShortSettings>,
}

/// The settings of a row in short.
#[derive(Debug, Serialize, ToSchema)]
pub struct ShortSettings {
    /// The tip.
    pub bore_mm: f64,
    /// At the oxygen regulator; null where there is no such setting.
    pub oxygen_pressure_kpa: Option<f64>,
    /// At the fuel regulator; null where there is no such setting.
    pub fuel_pressure_kpa: Option<f64>,
    /// Pace.
    pub travel_speed_mm_min: f64,
    /// All pieces.
    pub time_s: f64,
    /// All pieces.
    pub oxygen_l: f64,
    /// All pieces.
    pub fuel_l: f64,
    /// All pieces.
    pub cost: Option<f64>,
    /// Codes of cautions and stops.
    pub notes: Vec<String>,
}

/// The first and the last line of the streamed answer.
#[derive(Debug, Serialize, ToSchema)]
pub struct ListMark {
    /// How many rows there are.
    pub rows: usize,
    /// True in the last line.
    pub done: bool,
}

fn refused(path: &str, code: &str) -> ApiError {
    let mut fields = Fields::default();
    fields.refuse(path, code, Value::Null, &[]);
    ApiError::Invalid(fields.errors)
}

/// The first sheet of a workbook that has rows.
fn workbook(encoded: &str) -> ApiResult<Table> {
    let path = "xlsx_base64";
    let bytes = base64::engine::general_purpose::STANDARD.decode(encoded);
    let bytes = bytes.map_err(|_| refused(path, "table_not_xlsx"))?;
    if bytes.len() > LARGEST {
        return Err(refused(path, "table_too_large"));
    }
    let opened = calamine::Xlsx::new(std::io::Cursor::new(bytes));
    let mut book = opened.map_err(|_| refused(path, "table_not_xlsx"))?;
    for name in book.sheet_names() {
        let Ok(sheet) = book.worksheet_range(&name) else { continue };
        let top = sheet.start().map_or(0, |(row, _)| row as usize);
        let cell = |cell: &calamine::Data| match cell {
            calamine::Data::Empty => String::new(),
            other => other.to_string().trim().to_owned(),
        };
        let rows: Vec<(usize, Vec<String>)> = sheet
            .rows()
            .enumerate()
            .map(|(i, cells)| (top + i + 1, cells.iter().map(cell).collect::<Vec<_>>()))
            .filter(|(_, cells)| cells.iter().any(|cell| !cell.is_empty()))
            .collect();
        if rows.len() > MOST_ROWS {
            return Err(refused(path, "table_too_long"));
        }
        if !rows.is_empty() {
            return Ok(Table { separator: '\t', rows });
        }
    }
    Err(refused(path, "table_no_sheet"))
}

fn short(request: &super::cut_request::CutPlanRequest) -> ApiResult<(String, ShortSettings)> {
    let plan = planned_untraced(request)?;
    let told = plan.notes.iter().filter(|note| note.level != "info");
    let notes = told.map(|note| note.code.to_string()).collect();
    let settings = ShortSettings {
        bore_mm: plan.tip.bore_mm,
        oxygen_pressure_kpa: plan.oxygen_pressure_kpa.map(|at| at.set),
        fuel_pressure_kpa: plan.fuel_pressure_kpa.map(|at| at.set),
        travel_speed_mm_min: plan.travel_speed_mm_min.set,
        time_s: plan.line_total.time_s,
        oxygen_l: plan.line_total.oxygen_l,
        fuel_l: plan.line_total.fuel_l,
        cost: plan.line_total.cost,
        notes,
    };
    Ok((plan.verdict.into_owned(), settings))
}

fn plan_row((shop, rig): (&Shop, &Value), row: ListRow) -> PlannedRow {
    let mut out = PlannedRow {
        row: row.row,
        echo: row.line.understood.echo(),
        mark: row.mark,
        verdict: "error".into(),
        problems: problems(&row.typed, &row.line),
        input: input(&row.line.understood),
        settings: None,
        typed: row.typed,
    };
    if !out.problems.is_empty() {
        return out;
    }
    match shop.request(rig, &out.input).and_then(|found| short(&found.request)) {
        Ok((verdict, settings)) => {
            out.verdict = verdict;
            out.settings = Some(settings);
        }
        Err(ApiError::Invalid(fields)) => {
            out.problems = fields.into_iter().map(|field: FieldError| field.message).collect();
        }
        Err(other) => out.problems = vec![other.to_string()],
    }
    out
}

fn line<T: Serialize>(value: &T) -> String {
    let mut text = serde_json::to_string(value).unwrap_or_else(|error| {
        json!({ "verdict": "error", "problems": [error.to_string()] }).to_string()
    });
    text.push('\n');
    text
}

/// Reads a list and plans its rows, streamed as a line of JSON each; keeps nothing.
#[utoipa::path(post, operation_id = "lists_plan", path = "/api/v1/cut-lists/plan", request_body = ListRequest,
    responses((status = 200, content_type = "application/x-ndjson", body = PlannedRow), (status = 404, body = ErrorBody), (status = 413, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/plan")]
pub async fn plan_list(
    pool: web::Data<PgPool>,
    http: HttpRequest,
    body: Body<ListRequest>,
) -> ApiResult<HttpResponse> {
    let mut fields = Fields::default();
    let asked = body.value;
    let usual = (&PROCESSES[..], Some(""));
    let usual = fields.choice("usual_process", asked.usual_process.as_ref(), usual);
    fields.done(())?;
    let table = match (&asked.text, &asked.xlsx_base64) {
        (_, Some(book)) => workbook(book)?,
        (Some(text), None) => read_table(text)?,
        (None, None) => return Err(refused("text", "table_empty")),
    };
    let rig = match asked.job_id {
        Some(id) => jobs::live(&pool, id).await?.rig,
        None => Value::Null,
    };
    let shop = Shop::read(&pool, person(&http)).await?;
    let held = Arc::new((shop, rig, List::new(table, usual)));
    let rows = held.2.len();
    let head = line(&ListMark { rows, done: false });
    let chunks = (0..=rows.div_ceil(TOGETHER)).map(move |chunk| {
        let (shop, rig, list) = &*held;
        let from = chunk * TOGETHER;
        let mut text = if chunk == 0 { head.clone() } else { String::new() };
        for at in from..(from + TOGETHER).min(rows) {
            text.extend(list.row(at).map(|row| line(&plan_row((shop, rig), row))));
        }
        if from >= rows {
            text.push_str(&line(&ListMark { rows, done: true }));
        }
        Ok::<_, std::convert::Infallible>(web::Bytes::from(text))
    });
    Ok(HttpResponse::Ok()
        .content_type("application/x-ndjson; charset=utf-8")
        .streaming(stream::iter(chunks)))
}

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
    (path, http): (web::Path<String>, HttpRequest),
    body: Body<KeepRequest>,
) -> ApiResult<web::Json<KeepReply>> {
    let job = jobs::live(&pool, id(&path)?).await?;
    let shop = Shop::read(&pool, person(&http)).await?;
    let mut fields = Fields::default();
    for (i, listed) in body.value.lines.iter().enumerate() {
        fields.text(&format!("lines.{i}.typed"), &listed.typed, galvanon_core::entry::LONGEST);
        let at = |field: FieldError| FieldError {
            path: format!("lines.{i}.input.{}", field.path),
            ..field
        };
        match shop.request(&job.rig, &listed.input).and_then(|found| found.request.to_core()) {
            Ok(_) => {}
            Err(ApiError::Invalid(found)) => fields.errors.extend(found.into_iter().map(at)),
            Err(other) => return Err(other),
        }
    }
    fields.done(())?;
    let last =
        job_lines::of_job(&pool, job.record.id).await?.last().map_or(0.0, |line| line.position);
    let mut lines = Vec::with_capacity(body.value.lines.len());
    let mut position = last;
    for listed in body.value.lines {
        position += 1.0;
        let made_from = serde_json::to_value(&listed)?;
        let ListedLine { id, typed, input } = listed;
        lines.push((id, NewLine { job_id: job.record.id, typed, input, position }, made_from));
    }
    let lines = job_lines::put_all(&pool, person(&http), &lines).await?;
    Ok(web::Json(KeepReply { lines }))
}

/// What is written of each cut; the first column reads in again.
const COLUMNS: [&str; 12] = [
    "line",
    "verdict",
    "tip_bore_mm",
    "oxygen_pressure_kpa",
    "fuel_pressure_kpa",
    "start_preheat_s",
    "travel_speed_mm_min",
    "time_s",
    "oxygen_l",
    "fuel_l",
    "cost",
    "notes",
];

/// A job's cuts as CSV, planned; its first column reads in again.
#[utoipa::path(get, operation_id = "lists_write", path = "/api/v1/jobs/{id}/cuts.csv", params(("id" = String, Path)),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/cuts.csv")]
pub async fn write_list(
    pool: web::Data<PgPool>,
    (path, http): (web::Path<String>, HttpRequest),
) -> ApiResult<HttpResponse> {
    let job = jobs::live(&pool, id(&path)?).await?;
    let shop = Shop::read(&pool, person(&http)).await?;
    let cards = std::collections::BTreeMap::new();
    let mut out = ::csv::Writer::from_writer(Vec::new());
    let failed = |error: ::csv::Error| ApiError::Internal(error.to_string());
    out.write_record(COLUMNS).map_err(failed)?;
    for stored in job_lines::of_job(&pool, job.record.id).await? {
        let typed = stored.typed.clone();
        let view = view(stored, (&shop, &job), &cards)?;
        let Some(plan) = view.plan else {
            // a line that does not plan is written with its fault and without figures
            let fault = view.fault.map_or(String::new(), |fault| fault.message);
            let mut row = vec![typed, "stop".to_owned()];
            row.resize(COLUMNS.len() - 1, String::new());
            row.push(fault);
            out.write_record(row).map_err(failed)?;
            continue;
        };
        let told = plan.notes.iter().filter(|note| note.level != "info");
        let notes: Vec<&str> = told.map(|note| note.code.as_ref()).collect();
        let whole = |value: f64| format!("{value:.0}");
        let pressure = |band: Option<super::cut_reply::BandWire>| {
            band.map_or(String::new(), |band| whole(band.set))
        };
        out.write_record([
            typed,
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
        ])
        .map_err(failed)?;
    }
    let bytes = out.into_inner().map_err(|error| ApiError::Internal(error.to_string()))?;
    let text = String::from_utf8(bytes).map_err(|error| ApiError::Internal(error.to_string()))?;
    Ok(csv(&format!("{}.csv", job.name), text))
}
