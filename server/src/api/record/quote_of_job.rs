//! A job's cuts as a quote: what can be cut is priced, what cannot is named, and what another way would cost is beside it.

use galvanon_core::cancel::cancelled;
use galvanon_core::code::Code;
use galvanon_core::cut::Process;
use galvanon_core::gas::fuel::Fuel;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::planned::planned_untraced;
use crate::api::record::quote::{QuotePrices, QuoteReply, QuoteRequest};
use crate::error::{ApiError, ApiResult};
use crate::http::body::read;
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::plan::rig::Rigged;
use crate::plan::shop::Shop;
use crate::store::burns;
use crate::store::job_lines::{self, JobLine};
use crate::store::jobs::{self, Job};
use crate::store::quotes::Quote;
use crate::wire::money::{MoneyBand, MoneyParts};
use crate::wire::unit::hundredths;

/// A lot so many times as large. Source: `ours`.
const LARGER_LOT: u32 = 10;

/// A cut of the job before it is priced.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
pub struct QuotedCut {
    /// The line of the job.
    pub line_id: Uuid,
    /// As it was typed.
    pub typed: String,
    /// Pieces.
    pub count: u32,
    /// Why it has no price: it cannot be planned, or must not be cut so.
    pub left_out: Option<String>,
}

/// A cut with its price.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct QuoteLine {
    /// The cut.
    #[serde(flatten)]
    pub cut: QuotedCut,
    /// All its pieces; null where it has no price.
    pub all: Option<MoneyBand>,
    /// One piece.
    pub piece: Option<f64>,
    /// Where the money goes.
    pub parts: Option<MoneyParts>,
    /// All its pieces, as planned.
    pub time_s: Option<f64>,
    /// What all its pieces weigh; null where nobody can tell.
    pub mass_kg: Option<f64>,
}

/// What the whole would come to another way.
#[derive(Clone, Debug, PartialEq, Serialize, ToSchema)]
pub struct Instead {
    /// fuel, process, lot.
    pub what: &'static str,
    /// The fuel, the process, or how many times as large the lot.
    pub code: String,
    /// The total; of a larger lot what falls on today's.
    pub total: MoneyBand,
    /// Planned with the tips of the shop's drawer; with our own series where those do not go that way.
    pub own_tips: bool,
}

/// What a quote came to.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct QuoteFound {
    /// The cuts, in the job's order.
    pub lines: Vec<QuoteLine>,
    /// Setting up, as money.
    pub set_up: f64,
    /// The plates, once.
    pub plates: f64,
    /// Freight, once.
    pub freight: f64,
    /// With setting up, overhead and margin.
    pub total: MoneyBand,
    /// Other ways; those that cannot be planned are not among them.
    pub instead: Vec<Instead>,
}

/// What is asked of a job, and its cuts.
pub struct Priced {
    /// A request of `/quotes/price`.
    pub asked: QuoteRequest,
    /// The cuts, those without a price too.
    pub lines: Vec<QuotedCut>,
}

/// The shop's prices as they stand now.
fn prices(shop: &Shop) -> ApiResult<QuotePrices> {
    let any = shop.prices(Fuel::Acetylene.code());
    let mut all = json!({});
    for key in ["oxygen_m3", "labour_h", "tip", "tip_life_starts"] {
        all[key] = any[key].clone();
    }
    for fuel in Fuel::ALL {
        all[format!("{}_m3", fuel.code())] = shop.prices(fuel.code())["fuel_m3"].clone();
    }
    read(&all)
}

fn refused(code: &str, job: Uuid) -> ApiError {
    let mut fields = Fields::default();
    fields.refuse("job_id", code, json!(job), &[]);
    ApiError::Invalid(fields.errors)
}

/// What a job's quote is made from.
pub struct Quoted {
    job: Job,
    shop: Shop,
    lines: Vec<JobLine>,
}

/// Reads what a job's quote is made from.
///
/// # Errors
/// [`ApiError::Invalid`] when the job does not exist.
pub async fn quoted(pool: &PgPool, caller: Caller, job: Uuid) -> ApiResult<Quoted> {
    let job = jobs::live(pool, job).await.map_err(|error| match error {
        ApiError::NotFound => refused("no_such_job", job),
        other => other,
    })?;
    let shop = Shop::read(pool, caller.person).await?;
    let lines = job_lines::of_job(pool, job.record.id).await?;
    Ok(Quoted { job, shop, lines })
}

/// A job's cuts as a quote asks them.
///
/// # Errors
/// [`ApiError::Invalid`] where none of them can be priced.
pub fn asked_of(Quoted { job, shop, lines: all }: &Quoted) -> ApiResult<Priced> {
    let rigged = Rigged::of(shop, job);
    let (mut asked, mut lines) = (Vec::new(), Vec::new());
    for line in all.iter().take_while(|_| !cancelled()) {
        let cut = |count, left_out| QuotedCut {
            line_id: line.record.id,
            typed: line.typed.clone(),
            count,
            left_out,
        };
        match priced(&rigged, &line.input) {
            Ok((request, count)) => {
                asked.push(request);
                lines.push(cut(count, None));
            }
            Err(ApiError::Invalid(errors)) => {
                let why: Vec<String> = errors.into_iter().map(|error| error.message).collect();
                lines.push(cut(0, Some(why.join(" "))));
            }
            Err(other) => return Err(other),
        }
    }
    if asked.is_empty() {
        return Err(refused("nothing_to_quote", job.record.id));
    }
    let asked = QuoteRequest {
        lines: asked,
        prices: prices(shop)?,
        set_up_s: None,
        overhead_percent: None,
        margin_percent: None,
        besides: None,
    };
    Ok(Priced { asked, lines })
}

/// A line's request with its pieces; a stop is a fault here: what must not be cut is not offered.
fn priced(rigged: &Rigged<'_>, input: &Value) -> ApiResult<(Value, u32)> {
    let mut request = rigged.request(input)?.request;
    let plan = planned_untraced(&request)?;
    if let Some(stop) = plan.notes.iter().find(|note| note.level == "stop") {
        let mut fields = Fields::default();
        fields.refuse("cut", "quote_stopped", Value::Null, &[("why", stop.text.to_string())]);
        return Err(ApiError::Invalid(fields.errors));
    }
    let count = request.cut.count.take().and_then(|count| count.0.as_u64()).unwrap_or(1);
    request.prices = None;
    let mut request = serde_json::to_value(&request)?;
    request["count"] = json!(count);
    Ok((request, u32::try_from(count).unwrap_or(u32::MAX)))
}

/// What a quote comes to.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault.
pub fn found(asked: &QuoteRequest, cuts: &[QuotedCut]) -> ApiResult<QuoteFound> {
    let QuoteReply { lines, parts, times_s, masses_kg, set_up, plates, freight, total } =
        asked.priced()?;
    let mut all = lines.into_iter().zip(parts).zip(times_s).zip(masses_kg);
    let line = |cut: &QuotedCut| {
        let priced = if cut.left_out.is_none() { all.next() } else { None };
        let Some((((band, parts), time), mass_kg)) = priced else {
            return QuoteLine {
                cut: cut.clone(),
                all: None,
                piece: None,
                parts: None,
                time_s: None,
                mass_kg: None,
            };
        };
        QuoteLine {
            cut: cut.clone(),
            all: Some(band),
            piece: Some(hundredths(band.set / f64::from(cut.count.max(1)))),
            parts: Some(parts),
            time_s: Some(time),
            mass_kg,
        }
    };
    let lines = cuts.iter().map(line).collect();
    Ok(QuoteFound { lines, set_up, plates, freight, total, instead: instead(asked) })
}

/// The same list another way: what is bound to today's way, its tip and what was learned of it, is left out; so is the drawer,
/// where its tips do not go that way.
fn changed(asked: &QuoteRequest, place: [&str; 2], code: &str) -> Option<QuoteRequest> {
    let mut other = asked.clone();
    let mut moved = false;
    for line in &mut other.lines {
        moved |= line[place[0]][place[1]] != code;
        line[place[0]][place[1]] = json!(code);
        for bound in ["tip", "factors", "gear"] {
            line[bound] = Value::Null;
        }
    }
    moved.then_some(other)
}

fn has_drawer(asked: &QuoteRequest) -> bool {
    asked.lines.iter().any(|line| !line["drawer"].is_null())
}

/// What a list comes to another way: with the shop's own tips, else with our series.
fn another(mut other: QuoteRequest, what: &'static str, code: &str) -> Option<Instead> {
    let owned = has_drawer(&other);
    let told = |found: QuoteReply, own_tips| Instead {
        what,
        code: code.to_owned(),
        total: found.total,
        own_tips,
    };
    if let Ok(Some(found)) = other.goes() {
        return Some(told(found, owned));
    }
    other.lines.iter_mut().for_each(|line| line["drawer"] = Value::Null);
    other.goes().ok()?.map(|found| told(found, false))
}

fn instead(asked: &QuoteRequest) -> Vec<Instead> {
    let fuels = Fuel::ALL
        .iter()
        .map(|fuel| ("fuel", fuel.code(), changed(asked, ["gas", "fuel"], fuel.code())));
    let ways = Process::ALL
        .iter()
        .map(|way| ("process", way.code(), changed(asked, ["cut", "process"], way.code())));
    let others = fuels.chain(ways);
    let mut all: Vec<Instead> =
        others.filter_map(|(what, code, other)| another(other?, what, code)).collect();
    let mut larger = asked.clone();
    for line in &mut larger.lines {
        let count = line["count"].as_u64().unwrap_or(1);
        line["count"] = json!(count * u64::from(LARGER_LOT));
    }
    if let Ok(found) = larger.priced() {
        let share = |money: f64| hundredths(money / f64::from(LARGER_LOT));
        let MoneyBand { low, set, high } = found.total;
        let total = MoneyBand { low: share(low), set: share(set), high: share(high) };
        let (code, own_tips) = (LARGER_LOT.to_string(), has_drawer(asked));
        all.push(Instead { what: "lot", code, total, own_tips });
    }
    all
}

/// What a quote's cuts really took.
#[derive(Clone, Copy, Debug, PartialEq, Serialize, ToSchema)]
pub struct Burnt {
    /// Burns that were timed from start to end.
    pub burns: usize,
    /// What those took, heating and cutting.
    pub done_s: f64,
    /// What they were quoted at.
    pub planned_s: f64,
    /// The hand's time that is more, in money; less where it is negative.
    pub labour: f64,
}

/// Holds a quote against the burns of its cuts: those whose heating and cutting were timed.
///
/// # Errors
/// When the database fails.
pub async fn burnt(pool: &PgPool, quote: &Quote) -> ApiResult<Option<Burnt>> {
    let none = Vec::new();
    let lines = quote.found["lines"].as_array().unwrap_or(&none);
    let planned = |id: Uuid| {
        let line = lines.iter().find(|line| line["line_id"] == json!(id))?;
        let (time, count) = (line["time_s"].as_f64()?, line["count"].as_f64()?);
        // handling and cleaning are not timed at the torch
        let (parts, wage) = (&line["parts"], quote.asked["prices"]["labour_h"].as_f64()?);
        let rest = parts["handling"].as_f64()? + parts["cleaning"].as_f64()?;
        (wage > 0.0).then(|| (time - rest / wage * 3_600.0) / count)
    };
    let mut sum = Burnt { burns: 0, done_s: 0.0, planned_s: 0.0, labour: 0.0 };
    for burn in burns::of_job(pool, quote.job_id).await? {
        let timed = burn.start_s.zip(burn.duration_s).zip(burn.job_line_id.and_then(planned));
        let Some(((start, duration), planned)) = timed else { continue };
        sum.burns += 1;
        sum.done_s += start + duration;
        sum.planned_s += planned;
    }
    let wage = quote.asked["prices"]["labour_h"].as_f64().unwrap_or(0.0);
    sum.labour = hundredths((sum.done_s - sum.planned_s) / 3_600.0 * wage);
    (sum.done_s, sum.planned_s) = (sum.done_s.round(), sum.planned_s.round());
    Ok((sum.burns > 0).then_some(sum))
}
