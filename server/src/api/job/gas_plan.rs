//! A whole job: will the cylinders at hand last?

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::cut::Verdict;
use galvanon_core::gas::cylinder::TEMPERATURE;
use galvanon_core::gas::fuel::Gas;
use galvanon_core::gas::job_supply::{JobGas, JobSupply};
use galvanon_core::gas::rack::GearKind;
use galvanon_core::gas::supply::Span;
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::{GasVolume, Temperature};
use galvanon_core::trace::{Kind, Measure};
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::error::{ApiResult, ErrorBody};
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField};
use crate::http::rows::id;
use crate::plan::job::{Going, StoredJob, cuts_of, stored};
use crate::plan::rack::GearView;
use crate::plan::shop::Shop;
use crate::plan::supply::{all_freehand, asked_of, ready, rule_of, surroundings};
use crate::queue::Worker;
use crate::wire::note::{NoteWire, in_words};
use crate::wire::trace::{TraceWire, trace};
use crate::wire::unit::{hundredths, litres, litres_a_minute};

/// What the plan of a job's gas depends on besides job and rack.
#[derive(Debug, Deserialize, IntoParams)]
pub struct GasPlanQuery {
    /// Air around the cylinders, where it is known; 20 °C for liquefied gas when left out.
    pub temperature_c: Option<f64>,
}

/// A line of the job on the time axis.
#[derive(Debug, Serialize, ToSchema)]
pub struct LineSpan {
    /// The line.
    pub id: Uuid,
    /// As it was typed.
    pub typed: String,
    /// From the start of the job.
    pub from_s: f64,
    /// To here.
    pub to_s: f64,
    /// Oxygen of all its cuts.
    pub oxygen_l: f64,
    /// Its fuel.
    pub fuel: String,
    /// Fuel of all its cuts.
    pub fuel_l: f64,
}

/// A bank of cylinders in use.
#[derive(Debug, Serialize, ToSchema)]
pub struct BankSpan {
    /// Its cylinders.
    pub cylinders: Vec<Uuid>,
    /// What the shop calls them.
    pub labels: Vec<String>,
    /// From the start of the job.
    pub from_s: f64,
    /// Until it is swapped, or the job is done.
    pub to_s: f64,
    /// Gas inside at first.
    pub start_l: f64,
    /// Gas inside at last.
    pub end_l: f64,
    /// Place among the lines of the cut it is first drawn for.
    pub first_line: usize,
    /// From when on it is drawn harder than what is left in it allows.
    pub overdrawn_from_s: Option<f64>,
}

/// One gas of the job.
#[derive(Debug, Serialize, ToSchema)]
pub struct GasSupply {
    /// oxygen, or the code of a fuel.
    pub gas: String,
    /// What the job takes.
    pub needed_l: f64,
    /// What is in the cylinders at hand.
    pub at_hand_l: f64,
    /// The highest flow of a line.
    pub peak_flow_l_min: f64,
    /// The most that one cylinder gives; null where only its pressure limits it.
    pub limit_l_min: Option<f64>,
    /// Cylinders that stand together.
    pub bank: u32,
    /// Banks in the order of use.
    pub spans: Vec<BankSpan>,
    /// What is missing at the end.
    pub shortfall_l: f64,
    /// Place among the lines of the cut it runs out in.
    pub runs_out_line: Option<usize>,
    /// Money for what the job takes.
    pub cost: f64,
    /// How the numbers came to be.
    pub trace: TraceWire,
}

/// The gas of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct GasPlan {
    /// ok, caution, stop.
    pub verdict: String,
    /// The lines in order; stopped ones are left out.
    pub lines: Vec<LineSpan>,
    /// Lines that are stopped and take no gas.
    pub stopped: usize,
    /// From taking the torch to the last cut.
    pub total_s: f64,
    /// Oxygen first, then each fuel.
    pub gases: Vec<GasSupply>,
    /// What must be said.
    pub notes: Vec<NoteWire>,
    /// The school of withdrawal in use.
    pub rule: String,
}

fn bank_span(span: &Span, cylinders: &[&GearView]) -> BankSpan {
    let gear = |&place: &usize| &cylinders[place].gear;
    BankSpan {
        cylinders: span.cylinders.iter().map(|place| gear(place).record.id).collect(),
        labels: span.cylinders.iter().map(|place| gear(place).label.clone()).collect(),
        from_s: span.from.as_s(),
        to_s: span.to.as_s(),
        start_l: litres(span.start),
        end_l: litres(span.end),
        first_line: span.first_draw,
        overdrawn_from_s: span.overdrawn_from.map(|at| at.as_s()),
    }
}

impl GasSupply {
    fn of(gas: Gas, found: &JobSupply, cylinders: &[&GearView], price_m3: f64) -> ApiResult<Self> {
        Ok(Self {
            gas: gas.code().into(),
            needed_l: litres(found.needed),
            at_hand_l: litres(found.at_hand),
            peak_flow_l_min: litres_a_minute(found.peak),
            limit_l_min: found.limit.map(litres_a_minute),
            bank: found.bank,
            spans: found.supply.spans.iter().map(|span| bank_span(span, cylinders)).collect(),
            shortfall_l: found.supply.shortfall.map_or(0.0, litres),
            runs_out_line: found.supply.runs_out.map(|(line, _)| line),
            cost: hundredths(found.needed.as_m3() * price_m3),
            trace: trace(&found.trace)?,
        })
    }
}

/// One gas of the job, with what core says of it.
fn supplied(shop: &Shop, asked: &JobGas) -> ApiResult<(GasSupply, Vec<Note>)> {
    let (views, cylinders): (Vec<&GearView>, Vec<_>) = ready(shop, asked.gas).into_iter().unzip();
    let found = asked.supply(&cylinders)?;
    let key = format!("price_{}_m3", asked.gas.code());
    let price = shop.settings.get(&key).and_then(|value| value.as_f64()).unwrap_or(0.0);
    Ok((GasSupply::of(asked.gas, &found, &views, price)?, found.notes))
}

/// The gases of a job that come in cylinders: oxygen first, then each fuel once.
fn gases_of(lines: &[Going]) -> Vec<Gas> {
    let mut gases = Vec::new();
    let of_lines = lines.iter().flat_map(|it| [Gas::Oxygen, it.request.gas.fuel.into()]);
    for gas in of_lines.filter(|gas| Gas::IN_CYLINDERS.contains(gas)) {
        if !gases.contains(&gas) {
            gases.push(gas);
        }
    }
    gases
}

/// What is said of the cylinders that this job would use; of a gas that runs short, of every one that could help.
fn of_cylinders(shop: &Shop, supplies: &[GasSupply]) -> Vec<NoteWire> {
    let mut notes = Vec::new();
    for supply in supplies {
        let fewer = |span: &BankSpan| span.cylinders.len() < supply.bank as usize;
        let short =
            supply.shortfall_l > 0.0 || supply.spans.is_empty() || supply.spans.iter().any(fewer);
        let uses = |id: &Uuid| supply.spans.iter().any(|span| span.cylinders.contains(id));
        let mine = shop.rack.iter().filter(|view| {
            view.kind() == Some(GearKind::Cylinder)
                && view.gear.fields["gas"] == supply.gas.as_str()
                && (short || uses(&view.gear.record.id))
        });
        notes.extend(mine.flat_map(|view| {
            view.notes.iter().filter(|note| note.code != "cylinder_unweighed").cloned()
        }));
    }
    notes
}

fn line_spans(lines: &[Going]) -> (Vec<LineSpan>, f64) {
    let mut now = 0.0;
    let spans = lines.iter().map(|line| {
        let (settings, pieces) = (&line.settings, f64::from(line.settings.count));
        let from_s = now;
        now += settings.time.total().as_s() * pieces;
        LineSpan {
            id: line.id,
            typed: line.typed.clone(),
            from_s,
            to_s: now,
            oxygen_l: litres(GasVolume::from_m3(settings.gas.oxygen.as_m3() * pieces)),
            fuel: line.request.gas.fuel.code().into(),
            fuel_l: litres(GasVolume::from_m3(settings.gas.fuel.as_m3() * pieces)),
        }
    });
    let spans: Vec<_> = spans.collect();
    (spans, now)
}

/// Air around the cylinders, where it was said.
fn air_of(query: &GasPlanQuery) -> ApiResult<Option<Temperature>> {
    let mut fields = Fields::default();
    let given = query.temperature_c.map(|celsius| Given(json!(celsius)));
    let field = NumberField::new("temperature_c", &TEMPERATURE, Kind::Temperature);
    let air = fields.number_if_said(&field, given.as_ref()).map(Temperature::from_k);
    fields.done(air)
}

/// The cylinders through a job: contents, swaps, what runs short, what must stand together.
#[utoipa::path(get, operation_id = "job_gas_plan", path = "/api/v1/jobs/{id}/gas-plan", params(("id" = String, Path), GasPlanQuery),
    responses((status = 200, body = GasPlan), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[get("/jobs/{id}/gas-plan")]
pub async fn gas_plan(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    (caller, worker): (Caller, Worker),
    query: web::Query<GasPlanQuery>,
) -> ApiResult<web::Json<GasPlan>> {
    let air = air_of(&query)?;
    let shop = Shop::read(&pool, caller.person).await?;
    let stored = stored(&pool, id(&path)?).await?;
    worker.run(move || planned(&shop, stored, air)).await.map(web::Json)
}

fn planned(shop: &Shop, stored: StoredJob, air: Option<Temperature>) -> ApiResult<GasPlan> {
    let cuts = cuts_of(shop, stored)?;
    let rule = rule_of(shop, all_freehand(&cuts.going));
    let around = surroundings(shop, air);
    let (mut gases, mut notes) = (Vec::new(), Vec::new());
    for gas in gases_of(&cuts.going) {
        let (supply, said) = supplied(shop, &asked_of(gas, &cuts.going, around, rule))?;
        gases.push(supply);
        notes.extend(said);
    }
    if cuts.going.is_empty() && cuts.stopped > 0 {
        #[allow(clippy::cast_precision_loss, reason = "lines of a job")]
        let count = ("count", Measure::Number(Kind::Count, cuts.stopped as f64));
        notes.push(Note::new(Level::Stop, "every_cut_is_stopped", vec![count]));
    }
    let verdict = Verdict::of(&notes).code().into();
    let (lines, total_s) = line_spans(&cuts.going);
    let mut notes = in_words(&notes);
    notes.extend(of_cylinders(shop, &gases));
    let (stopped, rule) = (cuts.stopped, rule.code().into());
    Ok(GasPlan { verdict, lines, stopped, total_s, gases, notes, rule })
}
