//! Cut lists: read and planned row by row in a stream, kept only when somebody says so, and
//! written out again.

use std::sync::Arc;

use actix_web::{HttpResponse, post, web};
use base64::Engine;
use futures_util::{StreamExt, stream};
use galvanon_core::code::Code;
use galvanon_core::cut::Process;
use galvanon_core::entry::cut_list::{List, ListRow};
use galvanon_core::entry::table::Table;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::planned::planned_untraced;
use crate::api::entry::typed::{input, problems};
use crate::api::job::workbook;
use crate::api::tip::charts::read_table;
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given};
use crate::plan::rig::Rig;
use crate::plan::shop::Shop;
use crate::queue::Worker;
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
    workbook::read(&bytes).map_err(|code| refused(path, code))
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
    (caller, worker): (Caller, Worker),
    body: Body<ListRequest>,
) -> ApiResult<HttpResponse> {
    let mut fields = Fields::default();
    let asked = body.value;
    let usual: Option<Process> = fields.optional("usual_process", asked.usual_process.as_ref());
    let usual = usual.map_or("", Code::code);
    fields.done(())?;
    let (text, book) = (asked.text, asked.xlsx_base64);
    let list = worker.run(move || {
        let table = match (text, book) {
            (_, Some(book)) => workbook(&book)?,
            (Some(text), None) => read_table(&text)?,
            (None, None) => return Err(refused("text", "table_empty")),
        };
        Ok(List::new(table, usual))
    });
    let list = list.await?;
    let rig = match asked.job_id {
        Some(id) => jobs::live(pool.get_ref(), id).await?.rig,
        None => Value::Null,
    };
    let shop = Shop::read(&pool, caller.person).await?;
    let rig = Rig::of(&shop, &rig);
    let listed = Arc::new(Listed { shop, rig, list });
    let chunks = 0..=listed.list.len().div_ceil(TOGETHER);
    // each chunk waits for its turn: a long list leaves room for others between
    let chunks = stream::iter(chunks).then(move |chunk| {
        let (listed, worker) = (listed.clone(), worker.clone());
        async move { worker.run(move || Ok(listed.planned(chunk))).await }
    });
    Ok(HttpResponse::Ok().content_type("application/x-ndjson; charset=utf-8").streaming(chunks))
}

/// A list with what its rows are planned with.
struct Listed {
    shop: Shop,
    rig: Rig,
    list: List,
}

impl Listed {
    /// Some rows of the list, planned, a line of JSON each; how many there are before the first and after the last.
    fn planned(&self, chunk: usize) -> web::Bytes {
        let (rows, from) = (self.list.len(), chunk * TOGETHER);
        let mut text = String::new();
        if chunk == 0 {
            text.push_str(&line(&ListMark { rows, done: false }));
        }
        for at in from..(from + TOGETHER).min(rows) {
            let row = self.list.row(at);
            text.extend(row.map(|row| line(&plan_row(&self.shop, &self.rig, row))));
        }
        if from >= rows {
            text.push_str(&line(&ListMark { rows, done: true }));
        }
        web::Bytes::from(text)
    }
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
