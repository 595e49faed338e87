//! The log as a file: the burns that are looked for, in the columns that are asked, as CSV, XLSX or JSON.

use std::collections::BTreeMap;

use actix_web::{HttpResponse, get, web};
use galvanon_core::code::Code;
use rust_xlsxwriter::{Workbook, XlsxError};
use serde::Deserialize;
use serde_json::{Map, Value, json};
use sqlx::PgPool;
use utoipa::IntoParams;
use uuid::Uuid;

use crate::api::record::burns::{BurnView, view};
use crate::api::record::log::LogQuery;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::csv::table;
use crate::http::fields::{Fields, Given};
use crate::plan::gear_fields::TipFields;
use crate::queue::Worker;
use crate::store::burns::sought::sought as found_by;
use crate::store::page::Page;
use crate::store::{gear, job_lines, people};

/// Burns in one file; more are asked for by time. Source: `ours`.
const MOST: i64 = 100_000;

/// A column of the log.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum LogColumn {
    /// When, UTC.
    Date,
    /// Who held the torch.
    Person,
    /// The job.
    Job,
    /// Of the plate.
    Thickness,
    /// What burnt.
    Fuel,
    /// How the torch was moved.
    Process,
    /// Of the tip.
    Bore,
    /// The mark stamped on the tip.
    Mark,
    /// Heating before the lever.
    Preheat,
    /// Lever to end.
    Duration,
    /// Travel.
    Pace,
    /// Width of the cut.
    Kerf,
    /// By gauge or scale.
    Oxygen,
    /// By gauge or scale.
    FuelUsed,
    /// At the grinder.
    CleanUp,
    /// How it came out.
    Outcome,
    /// At the regulator.
    OxygenPressure,
    /// In the torch hand's words.
    Note,
    /// Done over planned.
    PaceOfPlan,
    /// Done over planned.
    PreheatOfPlan,
}

impl LogColumn {
    /// As it stands over the column: a notebook with these headings reads in again without a question.
    const fn heading(self) -> &'static str {
        match self {
            Self::Date => "date",
            Self::Person => "person",
            Self::Job => "job",
            Self::Thickness => "thickness (mm)",
            Self::Fuel => "fuel",
            Self::Process => "process",
            Self::Bore => "bore (mm)",
            Self::Mark => "tip mark",
            Self::Preheat => "preheat (s)",
            Self::Duration => "duration (s)",
            Self::Pace => "pace (mm/min)",
            Self::Kerf => "kerf (mm)",
            Self::Oxygen => "oxygen (l)",
            Self::FuelUsed => "fuel used (l)",
            Self::CleanUp => "clean-up (s)",
            Self::Outcome => "outcome",
            Self::OxygenPressure => "oxygen pressure (kPa)",
            Self::Note => "note",
            Self::PaceOfPlan => "pace of plan",
            Self::PreheatOfPlan => "preheat of plan",
        }
    }
}

/// How a file is written.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
enum Format {
    Csv,
    Xlsx,
    Json,
}

/// Which columns a file has.
#[derive(Clone, Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct ColumnsQuery {
    /// Their codes with commas between, in the order wanted; all where it is left out.
    pub columns: Option<String>,
}

/// What burns name, by id.
#[derive(Default)]
struct Names {
    people: BTreeMap<Uuid, String>,
    jobs: BTreeMap<Uuid, String>,
    marks: BTreeMap<Uuid, String>,
}

impl Names {
    async fn read(pool: &PgPool) -> ApiResult<Self> {
        let people = people::all(pool).await?.into_iter().map(|it| (it.record.id, it.name));
        let mut marks = BTreeMap::new();
        for tip in gear::all(pool).await?.into_iter().filter(|gear| gear.kind == "tip") {
            // one that cannot be read any more has no mark, and ends no export
            let Ok(fields) = crate::http::body::read::<TipFields>(&tip.fields) else { continue };
            marks.extend(fields.mark.map(|mark| (tip.record.id, mark)));
        }
        let jobs = job_lines::names_of_jobs(pool).await?.into_iter().collect();
        Ok(Self { people: people.collect(), jobs, marks })
    }

    fn cell(&self, column: LogColumn, of: &BurnView) -> Value {
        let burn = &of.burn;
        let named = |names: &BTreeMap<Uuid, String>, id: Option<Uuid>| {
            json!(id.and_then(|id| names.get(&id)))
        };
        match column {
            LogColumn::Date => {
                let at = burn.happened_at.to_offset(time::UtcOffset::UTC);
                json!(format!(
                    "{} {:02}:{:02}:{:02}",
                    at.date(),
                    at.hour(),
                    at.minute(),
                    at.second()
                ))
            }
            LogColumn::Person => named(&self.people, burn.person_id),
            LogColumn::Job => named(&self.jobs, burn.job_line_id),
            LogColumn::Thickness => json!(of.thickness_mm),
            LogColumn::Fuel => json!(of.fuel.as_ref().map(|fuel| fuel.replace('_', " "))),
            LogColumn::Process => json!(of.process),
            LogColumn::Bore => json!(of.bore_mm),
            LogColumn::Mark => named(&self.marks, burn.tip_id),
            LogColumn::Preheat => json!(burn.start_s),
            LogColumn::Duration => json!(burn.duration_s),
            LogColumn::Pace => json!(of.pace_mm_min),
            LogColumn::Kerf => json!(of.kerf_mm),
            LogColumn::Oxygen => json!(of.oxygen_l),
            LogColumn::FuelUsed => json!(of.fuel_l),
            LogColumn::CleanUp => json!(of.clean_up_s),
            LogColumn::Outcome => json!(burn.outcome),
            LogColumn::OxygenPressure => burn.readings["oxygen_pressure_kpa"].clone(),
            LogColumn::Note => json!(burn.note),
            LogColumn::PaceOfPlan => json!(of.factors.get("speed")),
            LogColumn::PreheatOfPlan => json!(of.factors.get("start_preheat")),
        }
    }
}

fn columns(asked: Option<&str>) -> ApiResult<Vec<LogColumn>> {
    let Some(asked) = asked else { return Ok(LogColumn::ALL.to_vec()) };
    let mut fields = Fields::default();
    let words = asked.split(',').map(str::trim);
    let found =
        words.map(|word| fields.code("columns", Some(&Given(Value::from(word))), None)).collect();
    fields.done(found)
}

fn text(cell: &Value) -> String {
    match cell {
        Value::Null => String::new(),
        Value::String(text) => text.clone(),
        other => other.to_string(),
    }
}

fn as_csv(head: &[LogColumn], rows: &[Vec<Value>]) -> ApiResult<Vec<u8>> {
    let head = head.iter().map(|column| column.heading().to_owned()).collect();
    let rows = rows.iter().map(|row| row.iter().map(text).collect::<Vec<_>>());
    table([head].into_iter().chain(rows))
}

fn workbook(head: &[LogColumn], rows: &[Vec<Value>]) -> Result<Vec<u8>, XlsxError> {
    let mut book = Workbook::new();
    let sheet = book.add_worksheet();
    for (at, column) in (0..).zip(head) {
        sheet.write_string(0, at, column.heading())?;
    }
    for (row, cells) in (1..).zip(rows) {
        for (at, cell) in (0..).zip(cells) {
            match cell.as_f64() {
                Some(number) => sheet.write_number(row, at, number)?,
                None => sheet.write_string(row, at, text(cell))?,
            };
        }
    }
    book.save_to_buffer()
}

fn kept_as(name: &str, kind: &str, body: Vec<u8>) -> HttpResponse {
    let shown = format!("attachment; filename=\"{name}\"");
    HttpResponse::Ok().content_type(kind).insert_header(("Content-Disposition", shown)).body(body)
}

/// The burns that are looked for, as a file.
#[utoipa::path(get, operation_id = "burns_write", path = "/api/v1/burns.{format}", params(("format" = String, Path, description = "csv, xlsx, json"), LogQuery, ColumnsQuery),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[get("/burns.{format}")]
pub async fn write_log(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (query, wanted): (web::Query<LogQuery>, web::Query<ColumnsQuery>),
    worker: Worker,
) -> ApiResult<HttpResponse> {
    let format = Format::of(&path).ok_or(ApiError::NotFound)?;
    let (sought, head) = (query.sought()?, columns(wanted.columns.as_deref())?);
    let page = Page { limit: MOST, after: None };
    let (found, more) = found_by(pool.get_ref(), &sought, &page).await?;
    if more.is_some() {
        let mut fields = Fields::default();
        let words = [("most", MOST.to_string())];
        fields.refuse("from", "log_too_long", Value::Null, &words);
        return Err(ApiError::Invalid(fields.errors));
    }
    let names = Names::read(&pool).await?;
    let body = worker.run(move || {
        let rows = found.into_iter().map(view);
        let rows = rows.map(|burn| head.iter().map(|column| names.cell(*column, &burn)).collect());
        written(format, &head, rows.collect())
    });
    let kind = match format {
        Format::Csv => "text/csv; charset=utf-8",
        Format::Xlsx => "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
        Format::Json => "application/json",
    };
    Ok(kept_as(&format!("burns.{}", format.code()), kind, body.await?))
}

fn written(format: Format, head: &[LogColumn], rows: Vec<Vec<Value>>) -> ApiResult<Vec<u8>> {
    match format {
        Format::Csv => as_csv(head, &rows),
        Format::Xlsx => {
            workbook(head, &rows).map_err(|error| ApiError::Internal(error.to_string()))
        }
        Format::Json => {
            let object = |row: Vec<Value>| -> Map<String, Value> {
                head.iter().map(|column| column.code().to_owned()).zip(row).collect()
            };
            let all: Vec<_> = rows.into_iter().map(object).collect();
            Ok(serde_json::to_vec(&json!({ "burns": all }))?)
        }
    }
}
