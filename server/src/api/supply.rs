//! A whole job: will the cylinders at hand last, and with how few tips can it be cut?

use actix_web::{HttpRequest, get, web};
use galvanon_core::cut::job_tips::{Cutting, TipChoice, TipUse, job_tips};
use galvanon_core::cut::{Process, Request, Settings, Verdict};
use galvanon_core::gas::cylinder::TEMPERATURE;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::gas::supply::{
    ACETYLENE_KEEP, Draw as Drawn, LIQUEFIED_KEEP, Stock, Supply, oxygen_keep, supply,
};
use galvanon_core::gas::withdrawal::{Draw, Rule, acetylene_limit, boil_off, cylinders_needed};
use galvanon_core::note::{Level, Note};
use galvanon_core::quantity::{
    GasFlow, GasVolume, GaugePressure, P_REFERENCE, Temperature, WaterVolume,
};
use galvanon_core::source::{ACETYLENE_DRAW, COMMON_PRACTICE, COMPUTED, OURS, SHOP};
use galvanon_core::trace::{Input, Kind, Measure, Quantity, Trace, Tracer};
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::cut::faults;
use super::cut_reply::{CutPlan, NoteWire, TraceWire, note, trace};
use super::cut_request::CutPlanRequest;
use super::fields::{Fields, Given, NumberField};
use super::gas::drawn_too_hard;
use super::gear::{GearView, level_of};
use super::guard::person;
use super::rows::id;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::shop::Shop;
use crate::store::{find, job_lines, jobs};

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

/// A line that goes, with its request and settings.
struct Going {
    id: Uuid,
    typed: String,
    request: Request,
    /// Its strokes, of which a plate has one.
    cuttings: Vec<Cutting>,
    settings: Settings,
}

fn internal(error: impl std::fmt::Display) -> ApiError {
    ApiError::Internal(error.to_string())
}

/// Cubic metres in litres, to the millilitre; never a negative nothing.
fn litres(volume: f64) -> f64 {
    (volume * 1e6).round() / 1e3 + 0.0
}

async fn going(pool: &PgPool, shop: &Shop, job: Uuid) -> ApiResult<(Vec<Going>, usize)> {
    let job = jobs::live(pool, job).await?;
    let mut lines = Vec::new();
    let mut stopped = 0;
    for line in job_lines::of_job(pool, job.record.id).await? {
        let asked = shop.request(&job.rig, &line.input).and_then(|found| found.request.to_work());
        let work = match asked {
            // a line that does not plan takes no gas, as one that is stopped
            Err(ApiError::Invalid(_)) => {
                stopped += 1;
                continue;
            }
            other => other?,
        };
        let settings = work.settings().map_err(|errors| faults(&errors))?;
        if settings.verdict() == Verdict::Stop {
            stopped += 1;
        } else {
            let cuttings = work.cuttings().map_err(|errors| faults(&errors))?;
            let request = work.request().clone();
            lines.push(Going {
                id: line.record.id,
                typed: line.typed,
                request,
                cuttings,
                settings,
            });
        }
    }
    Ok((lines, stopped))
}

/// The school of the shop: the stricter one is milder with a torch that goes in and out.
fn rule_of(shop: &Shop, freehand: bool) -> Rule {
    let school = shop.settings.get("acetylene_draw").and_then(|value| value.as_str());
    match school {
        Some("one_seventh") => Rule::OneSeventh,
        _ if freehand => Rule::OneTenth,
        _ => Rule::OneFifteenth,
    }
}

/// What is said of a cut that draws acetylene harder than the fullest cylinder of the rack gives. It is a caution on the
/// cut; whether enough of them stand there is the job's question.
#[must_use]
pub fn draw_notes(shop: &Shop, request: &CutPlanRequest, plan: &CutPlan) -> Vec<NoteWire> {
    let acetylene = Fuel::Acetylene.code();
    let told =
        |given: &Option<Given>| given.as_ref().and_then(|it| it.0.as_str()).map(str::to_owned);
    if told(&request.gas.fuel).as_deref() != Some(acetylene) {
        return Vec::new();
    }
    let cylinders = ready(shop, acetylene);
    let Some(full) = cylinders.last() else { return Vec::new() };
    let rule = rule_of(shop, told(&request.cut.process).as_deref() == Some("freehand"));
    let flow = GasFlow::from_m3_s(plan.fuel_flow_l_min / 60e3);
    let Ok(limit) = acetylene_limit((full.rated, Some(full.contents)), None, rule) else {
        return Vec::new();
    };
    let left = full.contents.as_m3() / full.rated.as_m3().max(f64::MIN_POSITIVE);
    let needed = cylinders_needed(flow, limit);
    let mut notes =
        drawn_too_hard((Fuel::Acetylene, Some(rule)), flow, (limit, needed, Some(left)));
    notes.iter_mut().for_each(|note| note.level = Level::Caution);
    notes.iter().map(note).collect()
}

/// A cylinder that may be drawn on, with what a limit needs to know of it.
pub struct Ready<'a> {
    /// The cylinder.
    pub view: &'a GearView,
    /// Gas inside.
    pub contents: GasVolume,
    /// Gas when full.
    pub rated: GasVolume,
}

impl<'a> Ready<'a> {
    /// A cylinder whose contents are known.
    #[must_use]
    pub fn of(view: &'a GearView) -> Option<Self> {
        let contents = GasVolume::from_m3(view.free_gas_l? / 1e3);
        let rated = view.gear.fields["rated_l"].as_f64().map(|l| GasVolume::from_m3(l / 1e3));
        Some(Ready { view, contents, rated: rated.unwrap_or(contents) })
    }

    /// What stays inside: below it oxygen no longer reaches its highest setting, acetylene takes its solvent along.
    ///
    /// # Errors
    /// Only a fault of ours.
    pub fn keep(&self, setting: GaugePressure, air: Option<Temperature>) -> ApiResult<GasVolume> {
        let fields = &self.view.gear.fields;
        Ok(match fields["gas"].as_str() {
            Some("oxygen") => {
                let space = fields["water_volume_l"].as_f64();
                let space = WaterVolume::from_m3(space.unwrap_or(1.0) / 1e3);
                let t = air.unwrap_or(Temperature::from_c(20.0));
                oxygen_keep(space, setting, (t, P_REFERENCE)).map_err(internal)?
            }
            Some("acetylene") => GasVolume::from_m3(self.rated.as_m3() * ACETYLENE_KEEP),
            _ => GasVolume::from_m3(self.contents.as_m3() * LIQUEFIED_KEEP),
        })
    }
}

fn ready<'a>(shop: &'a Shop, gas: &str) -> Vec<Ready<'a>> {
    let usable = |view: &&GearView| {
        view.gear.kind == "cylinder"
            && view.gear.fields["gas"] == gas
            && view.notes.iter().all(|note| level_of(note) != Level::Stop)
    };
    let mut all: Vec<Ready<'a>> = shop.rack.iter().filter(usable).filter_map(Ready::of).collect();
    // what was begun is used up first
    all.sort_by(|a, b| a.contents.as_m3().total_cmp(&b.contents.as_m3()));
    all
}

struct Job<'a> {
    shop: &'a Shop,
    lines: &'a [Going],
    air: Option<Temperature>,
    rule: Rule,
}

impl Job<'_> {
    fn stock(&self, cylinders: &[Ready<'_>]) -> ApiResult<Vec<Stock>> {
        let settings = self.lines.iter().filter_map(|line| line.settings.oxygen_pressure);
        let highest = settings.map(|at| at.set.as_pa()).fold(0.0, f64::max);
        let setting = GaugePressure::from_pa(highest);
        let stock = |cylinder: &Ready<'_>| {
            let keep = cylinder.keep(setting, self.air)?;
            Ok(Stock { contents: cylinder.contents, keep })
        };
        cylinders.iter().map(stock).collect()
    }

    /// What one cylinder with `left` in it gives.
    fn limit(&self, gas: &str, (rated, left): (GasVolume, GasVolume)) -> Option<GasFlow> {
        let fuel = super::gear::fuel_of(gas)?;
        match fuel {
            Fuel::Acetylene => acetylene_limit((rated, Some(left)), self.air, self.rule).ok(),
            Fuel::Propane | Fuel::Propylene => {
                let row = galvanon_core::gas::fuel::characteristics(fuel).ok()?;
                let kg = left.mass_at_ft3_per_lb(row.ft3_per_lb_at_70f);
                let air = self.air.unwrap_or(Temperature::from_c(20.0));
                let draw = (Draw::Continuous, self.fuel_setting(fuel));
                boil_off(fuel, kg, (air, P_REFERENCE), draw).ok()
            }
            Fuel::NaturalGas => None,
        }
    }

    /// The highest setting of a fuel in this job.
    fn fuel_setting(&self, fuel: Fuel) -> Option<GaugePressure> {
        let mine = self.lines.iter().filter(|line| line.request.gas.fuel == fuel);
        let set = mine.filter_map(|line| line.settings.fuel_pressure).map(|band| band.set);
        set.max_by(|a, b| a.as_pa().total_cmp(&b.as_pa()))
    }

    fn draws(&self, gas: &str) -> Vec<Drawn> {
        let of_line = |line: &Going| {
            let settings = &line.settings;
            let pieces = f64::from(settings.count);
            let (flow, volume) = if gas == "oxygen" {
                let all = settings.oxygen_flow.as_m3_s() + settings.preheat_oxygen_flow.as_m3_s();
                (all, settings.gas.oxygen.as_m3())
            } else if line.request.gas.fuel.code() == gas {
                (settings.fuel_flow.as_m3_s(), settings.gas.fuel.as_m3())
            } else {
                (0.0, 0.0)
            };
            Drawn {
                time: galvanon_core::quantity::Duration::from_s(
                    settings.time.total().as_s() * pieces,
                ),
                flow: GasFlow::from_m3_s(flow),
                volume: GasVolume::from_m3(volume * pieces),
                pieces: settings.count,
            }
        };
        self.lines.iter().map(of_line).collect()
    }

    fn gas(&self, gas: &'static str) -> ApiResult<(GasSupply, Vec<Note>)> {
        let draws = self.draws(gas);
        let cylinders = ready(self.shop, gas);
        let stock = self.stock(&cylinders)?;
        let peak = draws.iter().map(|draw| draw.flow.as_m3_s()).fold(0.0, f64::max);
        let peak = GasFlow::from_m3_s(peak);
        let full = cylinders.last().map(|full| (full.rated, full.contents));
        let limit = full.and_then(|full| self.limit(gas, full));
        let bank = limit.and_then(|limit| cylinders_needed(peak, limit)).unwrap_or(1);
        let of_bank = |places: &[usize], left: GasVolume| {
            let each = GasVolume::from_m3(left.as_m3() / places.len().max(1) as f64);
            let limits = places.iter().filter_map(|&i| self.limit(gas, (cylinders[i].rated, each)));
            let limits: Vec<f64> = limits.map(GasFlow::as_m3_s).collect();
            (!limits.is_empty()).then(|| GasFlow::from_m3_s(limits.iter().sum()))
        };
        let found = supply(&draws, (&stock, bank), of_bank);
        let mut notes = self.notes(gas, (peak, full, limit), (bank, cylinders.len()));
        notes.extend(after(gas, &found));
        let needed: f64 = draws.iter().map(|draw| draw.volume.as_m3()).sum();
        let key = format!("price_{gas}_m3");
        let price = self.shop.settings.get(&key).and_then(|value| value.as_f64()).unwrap_or(0.0);
        let of_supply = self.trace(gas, (&draws, &cylinders), (peak, limit, bank));
        let supply = GasSupply {
            trace: trace(&of_supply)?,
            gas: gas.into(),
            needed_l: litres(needed),
            at_hand_l: litres(cylinders.iter().map(|c| c.contents.as_m3()).sum()),
            peak_flow_l_min: litres(peak.as_m3_s() * 60.0),
            limit_l_min: limit.map(|limit| litres(limit.as_m3_s() * 60.0)),
            bank,
            shortfall_l: found.shortfall.map_or(0.0, |volume| litres(volume.as_m3())),
            runs_out_line: found.runs_out.map(|(line, _)| line),
            spans: found.spans.iter().map(|span| bank_span(span, &cylinders)).collect(),
            cost: (needed * price * 100.0).round() / 100.0,
        };
        Ok((supply, notes))
    }

    /// How need, limit and bank of a gas came to be.
    fn trace(
        &self,
        gas: &'static str,
        (draws, cylinders): (&[Drawn], &[Ready<'_>]),
        (peak, limit, bank): (GasFlow, Option<GasFlow>, u32),
    ) -> Trace {
        let mut trace = Tracer::new(
            Quantity::Supply,
            &[Input::Fuel, Input::Thickness, Input::Length, Input::Cylinders, Input::Policy],
        );
        let needed: f64 = draws.iter().map(|draw| draw.volume.as_m3()).sum();
        let at_hand: f64 = cylinders.iter().map(|cylinder| cylinder.contents.as_m3()).sum();
        trace
            .number("supply_needed", (Kind::GasVolume, needed), COMPUTED)
            .number("supply_at_hand", (Kind::GasVolume, at_hand), SHOP)
            .number("supply_peak", (Kind::GasFlow, peak.as_m3_s()), COMPUTED);
        if let (Some(limit), Some(full)) = (limit, cylinders.last()) {
            if gas == Fuel::Acetylene.code() {
                let source =
                    if self.rule == Rule::OneSeventh { COMMON_PRACTICE } else { ACETYLENE_DRAW };
                let rule = vec![("rule", Measure::Word(self.rule.code()))];
                let rated = Measure::Number(Kind::GasVolume, full.rated.as_m3());
                trace
                    .step("supply_rated", rated, SHOP, vec![])
                    .step(
                        "supply_part",
                        Measure::Number(Kind::Ratio, self.rule.part()),
                        source,
                        rule,
                    )
                    .number("supply_limit", (Kind::GasFlow, limit.as_m3_s()), COMPUTED);
            } else {
                trace.number("supply_boil_off", (Kind::GasFlow, limit.as_m3_s()), OURS);
            }
            trace.number("result_bank", (Kind::Count, f64::from(bank)), COMPUTED);
        }
        trace.done()
    }

    fn notes(
        &self,
        gas: &'static str,
        (peak, full, limit): (GasFlow, Option<(GasVolume, GasVolume)>, Option<GasFlow>),
        (bank, have): (u32, usize),
    ) -> Vec<Note> {
        let word = ("gas", Measure::Word(gas));
        if have == 0 {
            return vec![Note::new(Level::Stop, "no_cylinder", vec![word])];
        }
        let (Some(limit), Some(fuel)) = (limit, super::gear::fuel_of(gas)) else {
            return Vec::new();
        };
        let needed = cylinders_needed(peak, limit);
        let rule = (fuel == Fuel::Acetylene).then_some(self.rule);
        let left = full.map(|(rated, left)| left.as_m3() / rated.as_m3().max(f64::MIN_POSITIVE));
        let mut notes = drawn_too_hard((fuel, rule), peak, (limit, needed, left));
        let enough = have >= bank as usize;
        if enough && needed.is_some() {
            // enough of them stand there: standing them together lifts the stop
            notes.iter_mut().for_each(|note| note.level = Level::Caution);
        } else if needed.is_some() {
            #[allow(clippy::cast_precision_loss, reason = "a handful of cylinders")]
            let counts = [("count", f64::from(bank)), ("have", have as f64)];
            let mut values = vec![word];
            values.extend(counts.map(|(name, n)| (name, Measure::Number(Kind::Count, n))));
            notes.push(Note::new(Level::Stop, "bank_too_small", values));
        }
        notes
    }
}

fn bank_span(span: &galvanon_core::gas::supply::Span, cylinders: &[Ready<'_>]) -> BankSpan {
    let gear = |&place: &usize| &cylinders[place].view.gear;
    BankSpan {
        cylinders: span.cylinders.iter().map(|place| gear(place).record.id).collect(),
        labels: span.cylinders.iter().map(|place| gear(place).label.clone()).collect(),
        from_s: span.from.as_s(),
        to_s: span.to.as_s(),
        start_l: litres(span.start.as_m3()),
        end_l: litres(span.end.as_m3()),
        first_line: span.first_draw,
        overdrawn_from_s: span.overdrawn_from.map(|at| at.as_s()),
    }
}

/// What the run through the cylinders has shown.
fn after(gas: &'static str, found: &Supply) -> Vec<Note> {
    let word = ("gas", Measure::Word(gas));
    let mut notes = Vec::new();
    if let Some(missing) = found.shortfall
        && !found.spans.is_empty()
    {
        let missing = Measure::Number(Kind::GasVolume, missing.as_m3());
        notes.push(Note::new(
            Level::Stop,
            "gas_shortfall",
            vec![word.clone(), ("missing", missing)],
        ));
    }
    let count = |n: usize| {
        #[allow(clippy::cast_precision_loss, reason = "a handful of swaps")]
        Measure::Number(Kind::Count, n as f64)
    };
    if let Some(at) = found.set_aside.first() {
        let time = ("time", Measure::Number(Kind::Duration, at.as_s()));
        let values = vec![word.clone(), time, ("count", count(found.set_aside.len()))];
        notes.push(Note::new(Level::Info, "start_on_one_that_lasts", values));
    }
    if !found.swapped_inside.is_empty() {
        let values = vec![word.clone(), ("count", count(found.swapped_inside.len()))];
        notes.push(Note::new(Level::Caution, "swap_inside_a_cut", values));
    }
    // a bank that is overdrawn from its first moment is told by its size already
    let late =
        found.spans.iter().filter(|span| span.overdrawn_from.is_some_and(|at| at > span.from));
    for at in late.filter_map(|span| span.overdrawn_from) {
        let time = ("time", Measure::Number(Kind::Duration, at.as_s()));
        notes.push(Note::new(Level::Caution, "swap_earlier", vec![word.clone(), time]));
    }
    notes
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
            view.gear.kind == "cylinder"
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
            oxygen_l: litres(settings.gas.oxygen.as_m3() * pieces),
            fuel: line.request.gas.fuel.code().into(),
            fuel_l: litres(settings.gas.fuel.as_m3() * pieces),
        }
    });
    let spans: Vec<_> = spans.collect();
    (spans, now)
}

/// The cylinders through a job: contents, swaps, what runs short, what must stand together.
#[utoipa::path(get, operation_id = "job_gas_plan", path = "/api/v1/jobs/{id}/gas-plan", params(("id" = String, Path), GasPlanQuery),
    responses((status = 200, body = GasPlan), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[get("/jobs/{id}/gas-plan")]
pub async fn gas_plan(
    pool: web::Data<PgPool>,
    (path, http): (web::Path<String>, HttpRequest),
    query: web::Query<GasPlanQuery>,
) -> ApiResult<web::Json<GasPlan>> {
    let mut fields = Fields::default();
    let air = query.temperature_c.map(|celsius| {
        let path = "temperature_c".into();
        let range = NumberField { path, range: &TEMPERATURE, kind: Kind::Temperature };
        Temperature::from_k(fields.number(&range, Some(&Given(json!(celsius))), None))
    });
    fields.done(())?;
    let shop = Shop::read(&pool, person(&http)).await?;
    let (lines, stopped) = going(&pool, &shop, id(&path)?).await?;
    let rule =
        rule_of(&shop, lines.iter().all(|line| line.request.cut.process == Process::Freehand));
    let job = Job { shop: &shop, lines: &lines, air, rule };
    let mut gases: Vec<&'static str> = Vec::new();
    if !lines.is_empty() {
        gases.push("oxygen");
    }
    for line in &lines {
        let code = line.request.gas.fuel.code();
        // natural gas comes by pipe: there is no cylinder to plan
        if code != Fuel::NaturalGas.code() && !gases.contains(&code) {
            gases.push(code);
        }
    }
    let mut notes = Vec::new();
    let mut supplies = Vec::new();
    for gas in gases {
        let (supply, said) = job.gas(gas)?;
        supplies.push(supply);
        notes.extend(said);
    }
    if lines.is_empty() && stopped > 0 {
        #[allow(clippy::cast_precision_loss, reason = "lines of a job")]
        let count = ("count", Measure::Number(Kind::Count, stopped as f64));
        notes.push(Note::new(Level::Stop, "every_cut_is_stopped", vec![count]));
    }
    let verdict = match Verdict::of(&notes) {
        Verdict::Ok => "ok",
        Verdict::Caution => "caution",
        Verdict::Stop => "stop",
    };
    let (spans, total_s) = line_spans(&lines);
    let mut notes: Vec<NoteWire> = notes.iter().map(note).collect();
    notes.extend(of_cylinders(&shop, &supplies));
    Ok(web::Json(GasPlan {
        verdict: verdict.into(),
        lines: spans,
        stopped,
        total_s,
        gases: supplies,
        notes,
        rule: rule.code().into(),
    }))
}

/// Fuel that a line draws over what the cylinders at hand give; `None` where there is nothing to draw
/// from, the line is stopped or gone, or only pressure limits the draw.
///
/// # Errors
/// When the database fails.
pub async fn draw_of_line(pool: &PgPool, line: Uuid) -> ApiResult<Option<f64>> {
    let Some(line) = find::<job_lines::JobLine>(pool, line).await? else { return Ok(None) };
    let shop = Shop::read(pool, None).await?;
    let lines = match going(pool, &shop, line.job_id).await {
        Err(ApiError::NotFound) => return Ok(None),
        other => other?.0,
    };
    let rule =
        rule_of(&shop, lines.iter().all(|line| line.request.cut.process == Process::Freehand));
    let (lines, _): (Vec<_>, Vec<_>) =
        lines.into_iter().partition(|going| going.id == line.record.id);
    let Some(drawing) = lines.first() else { return Ok(None) };
    let gas = drawing.request.gas.fuel.code();
    let job = Job { shop: &shop, lines: &lines, air: None, rule };
    let (supply, _) = job.gas(gas)?;
    let have = ready(&shop, gas).len().min(supply.bank as usize);
    Ok(supply.limit_l_min.filter(|_| have > 0).map(|limit| {
        #[allow(clippy::cast_precision_loss, reason = "a handful of cylinders")]
        let given = limit * have as f64;
        supply.peak_flow_l_min / given
    }))
}

/// One tip with the lines it cuts.
#[derive(Debug, Serialize, ToSchema)]
pub struct TipUseWire {
    /// Its bore.
    pub bore_mm: f64,
    /// flush, recessed.
    pub face: String,
    /// The lines, in the order of the job.
    pub lines: Vec<Uuid>,
    /// As they were typed.
    pub typed: Vec<String>,
}

/// What a choice of tips takes for the whole job.
#[derive(Debug, Serialize, ToSchema)]
pub struct TipsTake {
    /// All cuts, as the job adds them up.
    pub cutting_s: f64,
    /// Changing from each tip to the next, once.
    pub changing_s: f64,
    /// Both.
    pub total_s: f64,
    /// All cuts.
    pub oxygen_l: f64,
    /// All cuts.
    pub fuel_l: f64,
}

fn takes(choice: &TipChoice) -> TipsTake {
    let (cutting_s, changing_s) = (choice.time.as_s(), choice.changing.as_s());
    TipsTake {
        cutting_s,
        changing_s,
        total_s: cutting_s + changing_s,
        oxygen_l: litres(choice.gas.oxygen.as_m3()),
        fuel_l: litres(choice.gas.fuel.as_m3()),
    }
}

/// The tips of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobTipsReply {
    /// The fewest tips that make every cut.
    pub fewest: Vec<TipUseWire>,
    /// The tip each line would have by itself.
    pub best: Vec<TipUseWire>,
    /// Time of all cuts with the fewest tips.
    pub time_fewest_s: f64,
    /// Time of all cuts with the best tip for each.
    pub time_best_s: f64,
    /// What the fewest tips take, changing them counted.
    pub with_fewest: TipsTake,
    /// What the best tips take, changing them counted.
    pub with_best: TipsTake,
    /// Lines that no tip at hand suits, as typed.
    pub without: Vec<String>,
    /// Lines that are stopped and left out.
    pub stopped: usize,
}

/// With how few tips a job can be cut, and what that costs in time.
#[utoipa::path(get, operation_id = "job_tips", path = "/api/v1/jobs/{id}/tips", params(("id" = String, Path)),
    responses((status = 200, body = JobTipsReply), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/tips")]
pub async fn tips(
    pool: web::Data<PgPool>,
    (path, http): (web::Path<String>, HttpRequest),
) -> ApiResult<web::Json<JobTipsReply>> {
    let shop = Shop::read(&pool, person(&http)).await?;
    let (lines, stopped) = going(&pool, &shop, id(&path)?).await?;
    let cuttings: Vec<Cutting> = lines.iter().flat_map(|line| line.cuttings.clone()).collect();
    let found = job_tips(&cuttings).map_err(|errors| faults(&errors))?;
    // of a shape every stroke counts, and the line is told once
    let owner: Vec<usize> =
        lines.iter().enumerate().flat_map(|(at, line)| vec![at; line.cuttings.len()]).collect();
    let of = |cuts: &[usize]| {
        let mut all: Vec<usize> = cuts.iter().map(|&cut| owner[cut]).collect();
        all.dedup();
        all
    };
    let wire = |tip: &TipUse| TipUseWire {
        bore_mm: (tip.bore.as_mm() * 1e6).round() / 1e6,
        face: tip.face.code().into(),
        lines: of(&tip.cuts).into_iter().map(|at| lines[at].id).collect(),
        typed: of(&tip.cuts).into_iter().map(|at| lines[at].typed.clone()).collect(),
    };
    Ok(web::Json(JobTipsReply {
        fewest: found.fewest.tips.iter().map(wire).collect(),
        best: found.best.tips.iter().map(wire).collect(),
        time_fewest_s: found.fewest.time.as_s(),
        time_best_s: found.best.time.as_s(),
        with_fewest: takes(&found.fewest),
        with_best: takes(&found.best),
        without: of(&found.without).into_iter().map(|at| lines[at].typed.clone()).collect(),
        stopped,
    }))
}
