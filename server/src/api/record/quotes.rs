//! Quotes: made of a job's cuts with the prices as they stand, kept, changed with their old versions, and held against
//! what was really burnt.

use actix_web::{HttpResponse, get, patch, put, web};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::burns::unknown;
use crate::api::record::quote::{BesidesWire, QuoteRequest};
use crate::api::record::quote_of_job::{Priced, QuotedCut, asked_of, burnt, found, quoted};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::caller::Caller;
use crate::http::csv::csv;
use crate::http::fields::{Fields, Given};
use crate::http::page::{PageQuery, token};
use crate::http::rows::{id, new_id, put_reply, seen};
use crate::queue::Worker;
use crate::store::page::{List, page};
use crate::store::quotes::{self, NewQuote, Quote};
use crate::store::{find, jobs, made};

const LONGEST_NAME: usize = 200;
const LONGEST_NOTE: usize = 2_000;
const SHOWN: i64 = 50;

/// A quote to be made of a job's cuts.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewQuoteRequest {
    /// The job whose cuts it is of.
    pub job_id: Uuid,
    /// What the shop calls it.
    pub name: String,
    /// Anything to know about it.
    #[serde(default)]
    pub note: String,
    /// Setting up, once.
    #[schema(value_type = Option<f64>)]
    pub set_up_s: Option<Given>,
    /// On the sum.
    #[schema(value_type = Option<f64>)]
    pub overhead_percent: Option<Given>,
    /// On the sum with its overhead.
    #[schema(value_type = Option<f64>)]
    pub margin_percent: Option<Given>,
    /// Machine, plate, freight.
    pub besides: Option<BesidesWire>,
}

/// A quote changed: what is left out stays.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct QuoteChange {
    /// The version that was seen.
    pub version: i32,
    /// What the shop calls it.
    pub name: Option<String>,
    /// Anything to know about it.
    pub note: Option<String>,
    /// Setting up, once.
    #[schema(value_type = Option<f64>)]
    pub set_up_s: Option<Given>,
    /// On the sum.
    #[schema(value_type = Option<f64>)]
    pub overhead_percent: Option<Given>,
    /// On the sum with its overhead.
    #[schema(value_type = Option<f64>)]
    pub margin_percent: Option<Given>,
    /// Machine, plate, freight.
    pub besides: Option<BesidesWire>,
    /// True: with the job's cuts and the shop's prices of now in place of those it was made with.
    #[serde(default)]
    pub anew: bool,
}

/// A quote in the list.
#[derive(Debug, Serialize, ToSchema)]
pub struct QuoteGlance {
    /// Its id.
    pub id: Uuid,
    /// Rises with each change.
    pub version: i32,
    /// The job it was made of.
    pub job_id: Uuid,
    /// What the shop calls it.
    pub name: String,
    /// When it was last changed.
    #[serde(with = "time::serde::rfc3339")]
    pub changed_at: time::OffsetDateTime,
    /// What it came to, as `/quotes/price` says a total.
    #[schema(value_type = Object)]
    pub total: Value,
}

/// Quotes, the last changed first.
#[derive(Debug, Serialize, ToSchema)]
pub struct QuotesReply {
    /// A page of them.
    pub quotes: Vec<QuoteGlance>,
    /// What to ask on from; null at the end.
    pub next: Option<String>,
}

/// A version that a quote had before.
#[derive(Debug, Serialize, ToSchema)]
pub struct QuoteWas {
    /// Its number.
    pub version: i32,
    /// What it said.
    #[schema(value_type = Object)]
    pub was: Value,
}

/// A quote with its old versions and what was really burnt.
#[derive(Debug, Serialize, ToSchema)]
pub struct QuoteView {
    /// As it stands.
    #[serde(flatten)]
    pub quote: Quote,
    /// What it said before, the oldest first.
    pub was: Vec<QuoteWas>,
    /// What its cuts really took, as far as they were burnt and timed; null while none was.
    pub burnt: Option<super::quote_of_job::Burnt>,
}

async fn whole(pool: &PgPool, quote: Quote) -> ApiResult<QuoteView> {
    let was = quotes::versions(pool, quote.record.id).await?;
    let was = was.into_iter().map(|(version, was)| QuoteWas { version, was }).collect();
    let burnt = burnt(pool, &quote).await?;
    Ok(QuoteView { quote, was, burnt })
}

fn texts(name: &str, note: &str) -> ApiResult<(String, String)> {
    let mut fields = Fields::default();
    let name = fields.text("name", name, LONGEST_NAME);
    let note =
        if note.is_empty() { String::new() } else { fields.text("note", note, LONGEST_NOTE) };
    fields.done((name, note))
}

/// Reads what an offer of a job's cuts needs; the computation that is returned prices it at the shop's prices of now.
///
/// # Errors
/// [`ApiError::Invalid`] for what cannot be, or a job that is not there.
pub async fn offer(
    pool: &PgPool,
    caller: Caller,
    new: &NewQuoteRequest,
) -> ApiResult<impl FnOnce() -> ApiResult<NewQuote> + Send + 'static> {
    let (name, note) = texts(&new.name, &new.note)?;
    let quoted = quoted(pool, caller, new.job_id).await?;
    let new = new.clone();
    Ok(move || {
        let Priced { mut asked, lines } = asked_of(&quoted)?;
        asked.set_up_s = new.set_up_s;
        asked.overhead_percent = new.overhead_percent;
        asked.margin_percent = new.margin_percent;
        asked.besides = new.besides;
        priced(new.job_id, (name, note), &asked, &lines)
    })
}

fn priced(
    job_id: Uuid,
    (name, note): (String, String),
    asked: &QuoteRequest,
    lines: &[QuotedCut],
) -> ApiResult<NewQuote> {
    let found = serde_json::to_value(found(asked, lines)?)?;
    Ok(NewQuote { job_id, name, note, asked: serde_json::to_value(asked)?, found })
}

/// Makes a quote of a job's cuts, under a UUIDv7 of the client's choice; repeatable.
#[utoipa::path(put, operation_id = "quotes_create", path = "/api/v1/quotes/{id}", request_body = NewQuoteRequest, params(("id" = String, Path)),
    responses((status = 201, body = Quote), (status = 200, body = Quote), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[put("/quotes/{id}")]
pub async fn create(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
    body: Body<NewQuoteRequest>,
) -> ApiResult<HttpResponse> {
    let (key, new) = (new_id(&path, caller)?, &body.value);
    // the same once more is told as it was made, whatever the shop's prices have become
    if find::<Quote>(pool.get_ref(), key.id).await?.is_some() {
        return Ok(put_reply::<Quote>(made(pool.get_ref(), key.id, None, &body.json).await?));
    }
    let quote = worker.run(offer(&pool, caller, new).await?).await?;
    let new = quotes::put(&mut *pool.acquire().await?, key, &quote, &body.json).await;
    Ok(put_reply(new.map_err(|error| unknown("quotes", error))?))
}

/// Lists quotes.
#[utoipa::path(get, operation_id = "quotes_list", path = "/api/v1/quotes", params(PageQuery),
    responses((status = 200, body = QuotesReply), (status = 422, body = ErrorBody)))]
#[get("/quotes")]
pub async fn list(
    pool: web::Data<PgPool>,
    query: web::Query<PageQuery>,
) -> ApiResult<web::Json<QuotesReply>> {
    let at = |quote: &Quote| quote.record.changed_at;
    let list = List { time: "changed_at", at, matching: None };
    let (found, next) = page(pool.get_ref(), &list, &query.page(SHOWN)?).await?;
    let glance = |quote: Quote| QuoteGlance {
        id: quote.record.id,
        version: quote.record.version,
        job_id: quote.job_id,
        name: quote.name,
        changed_at: quote.record.changed_at,
        total: quote.found["total"].clone(),
    };
    let quotes = found.into_iter().map(glance).collect();
    Ok(web::Json(QuotesReply { quotes, next: next.map(token) }))
}

/// A quote with its old versions.
#[utoipa::path(get, operation_id = "quotes_show", path = "/api/v1/quotes/{id}", params(("id" = String, Path)),
    responses((status = 200, body = QuoteView), (status = 404, body = ErrorBody)))]
#[get("/quotes/{id}")]
pub async fn show(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<web::Json<QuoteView>> {
    let quote = find(pool.get_ref(), id(&path)?).await?.ok_or(ApiError::NotFound)?;
    Ok(web::Json(whole(&pool, quote).await?))
}

/// Changes a quote; what it said before is kept.
#[utoipa::path(patch, operation_id = "quotes_change", path = "/api/v1/quotes/{id}", request_body = QuoteChange, params(("id" = String, Path)),
    responses((status = 200, body = QuoteView), (status = 404, body = ErrorBody), (status = 409, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[patch("/quotes/{id}")]
pub async fn change(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
    body: Body<QuoteChange>,
) -> ApiResult<web::Json<QuoteView>> {
    let change = &body.value;
    let row = seen(&path, change.version, caller)?;
    let old: Quote = find(pool.get_ref(), row.id).await?.ok_or(ApiError::NotFound)?;
    let said = |new: &Option<String>, old: &String| new.clone().unwrap_or_else(|| old.clone());
    let (name, note) = texts(&said(&change.name, &old.name), &said(&change.note, &old.note))?;
    let kept: QuoteRequest = read(&old.asked)?;
    let again = if change.anew {
        jobs::live(pool.get_ref(), old.job_id).await?;
        Some(quoted(&pool, caller, old.job_id).await?)
    } else {
        None
    };
    let quote = worker.run({
        let (change, job_id) = (change.clone(), old.job_id);
        move || {
            let Priced { mut asked, lines } = match again {
                Some(quoted) => asked_of(&quoted)?,
                None => Priced { asked: kept.clone(), lines: read(&old.found["lines"])? },
            };
            asked.set_up_s = change.set_up_s.or(kept.set_up_s);
            asked.overhead_percent = change.overhead_percent.or(kept.overhead_percent);
            asked.margin_percent = change.margin_percent.or(kept.margin_percent);
            asked.besides = change.besides.or(kept.besides);
            priced(job_id, (name, note), &asked, &lines)
        }
    });
    let quote = quote.await?;
    let changed = quotes::change(&mut *pool.acquire().await?, &row, &quote, &body.json).await?;
    Ok(web::Json(whole(&pool, changed).await?))
}

const HEAD: [&str; 10] = [
    "cut",
    "pieces",
    "low",
    "price",
    "high",
    "oxygen",
    "fuel",
    "labour and cleaning",
    "tips",
    "machine",
];

/// A quote's lines as CSV.
#[utoipa::path(get, operation_id = "quotes_write", path = "/api/v1/quotes/{id}/lines.csv", params(("id" = String, Path)),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = ErrorBody)))]
#[get("/quotes/{id}/lines.csv")]
pub async fn write(pool: web::Data<PgPool>, path: web::Path<String>) -> ApiResult<HttpResponse> {
    let quote: Quote = find(pool.get_ref(), id(&path)?).await?.ok_or(ApiError::NotFound)?;
    let lines = quote.found["lines"].as_array().into_iter().flatten().map(row_of);
    let [low, set, high] = ends(&quote.found["total"]);
    let mut last = vec!["total".to_owned(), String::new(), low, set, high];
    last.resize(HEAD.len(), String::new());
    let rows = [HEAD.map(str::to_owned).to_vec()].into_iter().chain(lines).chain([last]);
    csv(&format!("{}.csv", quote.name), rows)
}

fn money(value: &Value) -> String {
    format!("{:.2}", value.as_f64().unwrap_or(0.0))
}

fn ends(band: &Value) -> [String; 3] {
    ["low", "set", "high"].map(|end| money(&band[end]))
}

/// A line of a quote; one that is left out has no figures.
fn row_of(line: &Value) -> Vec<String> {
    let mut row = vec![text(&line["typed"])];
    if !line["left_out"].is_string() {
        let parts = &line["parts"];
        let labour = ["burning", "handling", "cleaning"];
        let labour = labour.iter().filter_map(|part| parts[*part].as_f64()).sum::<f64>();
        row.push(line["count"].to_string());
        row.extend(ends(&line["all"]));
        let labour = json!(labour);
        let of_parts =
            [&parts["oxygen"], &parts["fuel"], &labour, &parts["tips"], &parts["machine"]];
        row.extend(of_parts.map(money));
    }
    row.resize(HEAD.len(), String::new());
    row
}

fn text(value: &Value) -> String {
    value.as_str().unwrap_or_default().to_owned()
}
