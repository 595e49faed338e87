//! Cut lists: read and planned row by row in a stream, kept only when somebody says so, and
//! written out again.

use std::sync::Arc;

use actix_web::{HttpResponse, post, web};
use base64::Engine;
use calamine::Reader;
use futures_util::stream;
use galvanon_core::code::Code;
use galvanon_core::cut::Process;
use galvanon_core::entry::cut_list::{List, ListRow};
use galvanon_core::entry::table::{LARGEST, MOST_ROWS, Table};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::planned::planned_untraced;
use crate::api::entry::typed::{input, problems};
use crate::api::tip::charts::read_table;
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given};
use crate::plan::rig::Rig;
use crate::plan::shop::Shop;
use crate::store::jobs;
use crate::wire::note::NoteWire;

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
    /// The mark stamped on the drawer's tip; null for our own series.
    pub mark: Option<String>,
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
    /// Cautions and stops.
    pub notes: Vec<NoteWire>,
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

fn short(request: &crate::api::cut::request::CutPlanRequest) -> ApiResult<(String, ShortSettings)> {
    let plan = planned_untraced(request)?;
    let told = plan.notes.iter().filter(|note| note.level != "info");
    let notes = told.cloned().collect();
    let settings = ShortSettings {
        bore_mm: plan.tip.bore_mm,
        mark: plan.tip.mark.flatten(),
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

fn plan_row(shop: &Shop, rig: &Rig, row: ListRow) -> PlannedRow {
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
    match rig.request(shop, &out.input).and_then(|found| short(&found.request)) {
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
    caller: Caller,
    body: Body<ListRequest>,
) -> ApiResult<HttpResponse> {
    let mut fields = Fields::default();
    let asked = body.value;
    let usual: Option<Process> = fields.optional("usual_process", asked.usual_process.as_ref());
    let usual = usual.map_or("", Code::code);
    fields.done(())?;
    let table = match (&asked.text, &asked.xlsx_base64) {
        (_, Some(book)) => workbook(book)?,
        (Some(text), None) => read_table(text)?,
        (None, None) => return Err(refused("text", "table_empty")),
    };
    let rig = match asked.job_id {
        Some(id) => jobs::live(pool.get_ref(), id).await?.rig,
        None => Value::Null,
    };
    let shop = Shop::read(&pool, caller.person).await?;
    let rig = Rig::of(&shop, &rig);
    let held = Arc::new((shop, rig, List::new(table, usual)));
    let rows = held.2.len();
    let head = line(&ListMark { rows, done: false });
    let chunks = (0..=rows.div_ceil(TOGETHER)).map(move |chunk| {
        let (shop, rig, list) = &*held;
        let from = chunk * TOGETHER;
        let mut text = if chunk == 0 { head.clone() } else { String::new() };
        for at in from..(from + TOGETHER).min(rows) {
            text.extend(list.row(at).map(|row| line(&plan_row(shop, rig, row))));
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

/// What is written of each cut; the first column reads in again.
pub const COLUMNS: [&str; 12] = [
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
