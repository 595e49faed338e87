//! A shop's own notebook of burns: read and looked at before anything is kept.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::entry::column::Said;
use galvanon_core::entry::notebook::{self, Answered, Notebook};
use galvanon_core::entry::table::CellFault;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind as Measure;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::notebook_row::{InShop, NotebookRow, Read, Shop, burn_of};
use crate::api::tip::charts::{ColumnWire, SaidWire, read_table};
use crate::error::{ApiResult, ErrorBody, Limits};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::queue::Worker;
use crate::store::burn_imports::stand_already;
use crate::wire::text::{Section, sentence};

/// How far a clock can lie from the world's, seconds: the farthest zones.
const OFFSET: Range = Range::new("offset", "s", -50_400.0, 50_400.0);
const PREVIEW: usize = 12;

/// A notebook, and what a person answered of it.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NotebookRequest {
    /// The file, or what was pasted: CSV, or cells parted by tabs, semicolons or bars.
    pub text: String,
    /// What a person says of its columns, in their order.
    #[serde(default)]
    pub columns: Vec<SaidWire>,
    /// day_month_year, month_day_year, year_month_day: the order of days that do not say their own.
    #[schema(value_type = Option<String>)]
    pub dates: Option<Given>,
    /// point, comma: what stands before the tenths.
    #[schema(value_type = Option<String>)]
    pub decimal: Option<Given>,
    /// How far the notebook's clock lies ahead of the world's, -840 to 840; 0 where it is left out.
    #[schema(value_type = Option<f64>)]
    pub offset_minutes: Option<Given>,
    /// Rows that are left out, by their number in the file.
    #[serde(default)]
    pub leave: Vec<usize>,
}

/// A question, with the cell that raised it.
#[derive(Debug, Serialize, ToSchema)]
pub struct AskWire {
    /// dates, decimal, unit.
    pub what: &'static str,
    /// Which column, from 0.
    pub column: usize,
    /// Its heading.
    pub heading: String,
    /// The first cell that raised it.
    pub example: String,
    /// The answers.
    pub choices: Vec<AnswerWire>,
}

/// An answer.
#[derive(Debug, Serialize, ToSchema)]
pub struct AnswerWire {
    /// Its code.
    pub code: &'static str,
    /// How many cells could not be read by it.
    pub unread: usize,
}

/// A cell that cannot be taken.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NotebookFault {
    /// Row in the file, from 1.
    pub row: usize,
    /// Heading of its column.
    pub column: String,
    /// What stands there.
    pub value: String,
    /// What is wrong, as a code.
    pub code: String,
    /// What is wrong, in words.
    pub message: String,
    /// What is allowed.
    pub limits: Option<Limits>,
}

/// What a notebook gives; nothing is kept.
#[derive(Debug, Serialize, ToSchema)]
pub struct NotebookReply {
    /// Its columns.
    pub columns: Vec<ColumnWire>,
    /// Its first rows, to look at.
    pub preview: Vec<Vec<String>>,
    /// What must be answered first; no row is read before.
    pub asks: Vec<AskWire>,
    /// Its burns, without those left out or at fault.
    pub rows: Vec<NotebookRow>,
    /// Every faulty cell, without those of rows left out.
    pub faults: Vec<NotebookFault>,
    /// Rows that say what a burn read in before says: kept again, they would count twice.
    pub doubled: Vec<usize>,
}

/// A notebook that was read, and its burns as they would be kept.
pub struct Reading {
    /// What is told of it.
    pub reply: NotebookReply,
    /// Its burns, in the order of the rows of the reply.
    pub burns: Vec<crate::store::burns::NewBurn>,
}

impl NotebookRequest {
    fn answered(&self) -> ApiResult<(Answered, f64)> {
        let mut fields = Fields::default();
        let columns = self.columns.iter().enumerate().map(|(i, column)| Said {
            role: fields.optional(&format!("columns.{i}.role"), column.role.as_ref()),
            unit: column.unit.clone(),
        });
        let columns = columns.collect();
        let dates = fields.optional("dates", self.dates.as_ref());
        let decimal = fields.optional("decimal", self.decimal.as_ref());
        let offset = NumberField::new("offset_minutes", &OFFSET, Measure::Duration);
        let offset = offset.shown_in("min", 60.0);
        let offset = fields.number(&offset, self.offset_minutes.as_ref(), Some(0.0));
        fields.done((Answered { columns, dates, decimal }, offset))
    }

    /// Reads it as the shop's own.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] where it is no table, or an answer is none.
    pub fn read(&self, shop: &Shop) -> ApiResult<Reading> {
        let (answered, offset) = self.answered()?;
        let table = read_table(&self.text)?;
        let found = notebook::read(&table, &answered);
        let preview = table.rows.into_iter().take(PREVIEW).map(|(_, cells)| cells).collect();
        let left = |row: usize| self.leave.contains(&row);
        let mut faults: Vec<NotebookFault> = found.faults.iter().map(told).collect();
        let (mut rows, mut burns) = (Vec::new(), Vec::new());
        for (at, entry) in found.entries.iter().enumerate().filter(|(_, it)| !left(it.row)) {
            let faulty = found.faults.iter().any(|fault| fault.row == entry.row);
            match burn_of(entry, &InShop { shop, offset, at })? {
                Read::Burn(row, burn) if !faulty => {
                    rows.push(*row);
                    burns.push(*burn);
                }
                Read::Burn(..) => {}
                Read::Faults(more) => faults.extend(more.into_iter().map(|(role, error)| {
                    let column = found.columns.iter().find(|column| Some(column.role) == role);
                    NotebookFault {
                        row: entry.row,
                        column: column.map_or_else(String::new, |it| it.heading.clone()),
                        value: as_written(&error.value),
                        code: error.code,
                        message: error.message,
                        limits: error.limits,
                    }
                })),
            }
        }
        faults.retain(|fault| !left(fault.row));
        faults.sort_by_key(|fault| fault.row);
        let (columns, asks) = (columns(&found), asks(&found));
        let doubled = Vec::new();
        let reply = NotebookReply { columns, preview, asks, rows, faults, doubled };
        Ok(Reading { reply, burns })
    }
}

/// A value as a person writes it: `10000`, not `10000.0`.
fn as_written(value: &Value) -> String {
    value.as_f64().map_or_else(|| value.to_string(), |number| number.to_string())
}

fn told(fault: &CellFault) -> NotebookFault {
    NotebookFault {
        row: fault.row,
        column: fault.column.clone(),
        value: fault.value.clone(),
        code: fault.code.into(),
        message: sentence(Section::Errors, fault.code).unwrap_or(fault.code).to_owned(),
        limits: None,
    }
}

fn columns(found: &Notebook) -> Vec<ColumnWire> {
    let columns = found.columns.iter().map(|column| ColumnWire {
        heading: column.heading.clone(),
        role: column.role.code().into(),
        unit: column.unit.clone(),
    });
    columns.collect()
}

fn asks(found: &Notebook) -> Vec<AskWire> {
    let asks = found.asks.iter().map(|ask| AskWire {
        what: ask.what.code(),
        column: ask.column,
        heading: found.columns[ask.column].heading.clone(),
        example: ask.example.clone(),
        choices: ask.choices.iter().map(|&(code, unread)| AnswerWire { code, unread }).collect(),
    });
    asks.collect()
}

/// Reads a notebook off the workers: a long one takes seconds.
///
/// # Errors
/// [`ApiError::Invalid`] where it is no notebook.
pub async fn reading(
    pool: &PgPool,
    worker: &Worker,
    request: NotebookRequest,
) -> ApiResult<Reading> {
    let shop = Shop::read(pool).await?;
    let mut read = worker.run(move || request.read(&shop)).await?;
    let known = stand_already(pool, &read.burns).await?;
    let known = read.reply.rows.iter().zip(known).filter(|(_, known)| *known);
    read.reply.doubled = known.map(|(row, _)| row.row).collect();
    Ok(read)
}

/// Reads a notebook and says what is asked, what is faulty and what it gives; keeps nothing.
#[utoipa::path(post, operation_id = "burns_read", path = "/api/v1/burns/read", request_body = NotebookRequest,
    responses((status = 200, body = NotebookReply), (status = 413, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("")]
pub async fn read_notebook(
    pool: web::Data<PgPool>,
    worker: Worker,
    body: Body<NotebookRequest>,
) -> ApiResult<web::Json<NotebookReply>> {
    Ok(web::Json(reading(&pool, &worker, body.value).await?.reply))
}

/// What a notebook that was read in came to.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, ToSchema)]
pub struct ImportReply {
    /// The import.
    pub id: Uuid,
    /// How many burns were kept.
    pub kept: i32,
    /// Rows that were left out.
    pub left: Vec<usize>,
}

/// What still stands against keeping a notebook, as faults of the request.
///
/// # Errors
/// [`ApiError::Invalid`] while a question is open, a row is at fault or none is left.
pub fn keepable(reading: &Reading) -> ApiResult<()> {
    let mut fields = Fields::default();
    for ask in &reading.reply.asks {
        let path = match ask.what {
            "unit" => format!("columns.{}.unit", ask.column),
            what => what.to_owned(),
        };
        let allowed = ask.choices.iter().map(|choice| choice.code.to_owned()).collect();
        fields.unknown_choice(&path, Value::Null, allowed);
    }
    for fault in &reading.reply.faults {
        let place = format!("row {}, {}: {}", fault.row, fault.column, fault.message);
        let words = [("place", place)];
        fields.refuse(&format!("rows.{}", fault.row), "notebook_fault", json!(fault.value), &words);
    }
    if fields.errors.is_empty() && reading.burns.is_empty() {
        fields.refuse("text", "notebook_empty", Value::Null, &[]);
    }
    fields.done(())
}
