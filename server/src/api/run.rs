//! A job at the torch: one document that a tablet keeps, and the events that it sends back.

use std::collections::BTreeMap;

use actix_web::{HttpRequest, get, post, web};
use galvanon_core::cut::ACETYLENE_CEILING;
use galvanon_core::edge::trouble::troubles;
use galvanon_core::gas::flame::{CARBURISING_BELOW, OXIDISING_ABOVE};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::setup::record::StepState;
use galvanon_core::setup::{Event, Kept, record};
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::body::{Body, read};
use super::cut_reply::{NoteWire, SentenceWire};
use super::edge::{FindingsReply, all_findings, internal};
use super::fields::{Fields, Given};
use super::gear_request::FUELS;
use super::guard::person;
use super::jobs::cards;
use super::lines::{LineView, view};
use super::recovery::guides;
use super::rows::id;
use super::run_event::{EventAnswer, NewEvents, keep_all};
use super::setup::{PlaceWire, RunPhase, RunSheetRequest, sheet};
use super::trouble::{TroubleWire, trouble_wire};
use crate::error::{ApiResult, ErrorBody};
use crate::settings::{EMERGENCY, FIRE_WATCH_MIN, School, schools};
use crate::shop::{Gauges, Shop};
use crate::store::jobs::{self, Job};
use crate::store::people::Person;
use crate::store::run_events::{self, RunEvent};
use crate::store::{job_lines, job_runs, people};
use crate::text::Section;

/// Events that older pages send at once.
const MOST: usize = 500;
/// For a burn of the skin. Source: `common_practice` of first aid.
const FIRST_AID: [&str; 4] = ["burn_flame_out", "burn_cool", "burn_cover", "burn_call"];

/// What the place and the gear bring with them.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RunQuery {
    /// The fuel that is rigged. Where it is left out: that of the cuts where they agree, else that of the rig or shop.
    pub fuel: Option<String>,
    /// Wind.
    pub wind: Option<bool>,
    /// Over bare concrete or stones.
    pub bare_floor: Option<bool>,
    /// In a pit or cellar.
    pub low: Option<bool>,
    /// In a confined space.
    pub confined: Option<bool>,
    /// The steel is painted, plated or galvanised.
    pub coated: Option<bool>,
    /// Regulators, hoses and torch are still together from the last time.
    pub assembled: Option<bool>,
    /// An acetylene cylinder that lay down has stood so many hours.
    pub lying_acetylene_hours_upright: Option<f64>,
}

impl RunQuery {
    /// What a run was begun with.
    #[must_use]
    pub fn of(place: &PlaceWire, assembled: bool) -> Self {
        Self {
            fuel: None,
            wind: Some(place.wind),
            bare_floor: Some(place.bare_floor),
            low: Some(place.low),
            confined: Some(place.confined),
            coated: Some(place.coated),
            assembled: Some(assembled),
            lying_acetylene_hours_upright: None,
        }
    }

    fn place(&self) -> PlaceWire {
        let holds = |told: Option<bool>| told.unwrap_or(false);
        PlaceWire {
            wind: holds(self.wind),
            bare_floor: holds(self.bare_floor),
            low: holds(self.low),
            confined: holds(self.confined),
            coated: holds(self.coated),
        }
    }
}

/// One cut of the run.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunCut {
    /// The line with its plan, without traces.
    #[serde(flatten)]
    pub view: LineView,
    /// Whether it may be made with what is rigged.
    pub fits: bool,
    /// Why it may not: stopped, or planned for other_fuel; null where it fits.
    pub why_not: Option<String>,
    /// When it goes out and was through up to there: what to do, in order.
    pub lost_through: Vec<SentenceWire>,
    /// When it goes out and was not through.
    pub lost_not_through: Vec<SentenceWire>,
}

/// Which flame a mixture makes: oxygen to fuel, in parts of the neutral ratio.
#[derive(Debug, Serialize, ToSchema)]
pub struct FlameBands {
    /// Below this it is carburising.
    pub carburising_below: f64,
    /// Above this it is oxidising.
    pub oxidising_above: f64,
}

/// A cut that must not be made as it is planned.
#[derive(Debug, Serialize, ToSchema)]
pub struct StoppedCut {
    /// The line.
    pub line_id: Uuid,
    /// As it was typed.
    pub title: String,
    /// What stops it.
    pub notes: Vec<NoteWire>,
}

/// Everything a tablet needs for a run, in one piece.
#[derive(Debug, Serialize, ToSchema)]
pub struct RunDocument {
    /// The job.
    pub job_id: Uuid,
    /// Its name.
    pub job_name: String,
    /// When this was written.
    #[serde(with = "time::serde::rfc3339")]
    pub made_at: OffsetDateTime,
    /// The fuel that is rigged.
    pub fuel: String,
    /// Every fuel that the job's cuts are planned for.
    pub fuels: Vec<String>,
    /// What the place brings with it, as it was asked.
    pub place: PlaceWire,
    /// Whether the set is still together.
    pub assembled: bool,
    /// The order of work.
    pub phases: Vec<RunPhase>,
    /// Its cuts, in order; those that must not be made are among them.
    pub cuts: Vec<RunCut>,
    /// Every cut that is stopped, whatever its fuel, with what stops it.
    pub stopped: Vec<StoppedCut>,
    /// The ends of the scales of the gauges in use.
    pub gauges: Gauges,
    /// What the fuel never goes above at its regulator, flowing or shut; null where there is no such limit.
    pub ceiling_kpa: Option<f64>,
    /// Which flame a mixture makes.
    pub flame: FlameBands,
    /// What can go wrong with this fuel, what can hurt first.
    pub troubles: Vec<TroubleWire>,
    /// What to do for a burn of the skin, in order.
    pub first_aid: Vec<SentenceWire>,
    /// Whom to call, in the shop's words; empty until it is set.
    pub emergency_numbers: String,
    /// The shop's answer to each question the trade disagrees on, and the other ones.
    pub schools: Vec<School>,
    /// Those the shop holds, by question.
    #[schema(value_type = Object)]
    pub held: Value,
    /// Signs that an edge can show, with what their pictures are drawn on.
    pub signs: FindingsReply,
    /// The people of the shop.
    pub people: Vec<Person>,
    /// What happened so far: in the run that was asked for, or in every run of the job.
    pub events: Vec<RunEvent>,
}

/// What came of the events, and everything that is kept now.
#[derive(Debug, Serialize, ToSchema)]
pub struct EventsReply {
    /// In the order in which they were sent.
    pub answers: Vec<EventAnswer>,
    /// Every event that was asked for.
    pub events: Vec<RunEvent>,
    /// What to ask on from: `since` of the next time.
    pub next: i64,
}

/// A cut that counts.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecordCut {
    /// The line it belongs to.
    pub line_id: Uuid,
    /// The events that are its cuts, in the order in which they were made.
    pub events: Vec<Uuid>,
}

/// A run as it stands.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecordReply {
    /// open, done, skipped, by the name of the step.
    pub steps: BTreeMap<String, String>,
    /// The cuts that count, by line.
    pub cuts: Vec<RecordCut>,
    /// Running clocks: when each was started, RFC 3339, by the name of its step.
    pub timers: BTreeMap<String, String>,
    /// Everything that happened, the earliest first.
    pub events: Vec<RunEvent>,
}

/// What the shop holds, question by question.
fn held_schools(shop: &Shop) -> ApiResult<BTreeMap<String, Value>> {
    let asked = schools()?.iter().map(|school| school.question.as_str());
    let told = |question: &str| Some((question.to_owned(), shop.settings.get(question)?.clone()));
    Ok(asked.filter_map(told).collect())
}

/// The run sheet that shop, rig and place give.
fn phases(
    shop: &Shop,
    (fuel, rig, thickest): (Fuel, &Value, Option<f64>),
    query: &RunQuery,
) -> ApiResult<Vec<RunPhase>> {
    let setting = |key: &str| shop.settings.get(key).and_then(Value::as_str).unwrap_or_default();
    let torch = shop.build_of_torch(rig).unwrap_or("combination");
    let shutdown = Some(setting("torch_off")).filter(|school| *school != "by_fuel");
    let turns = match setting("acetylene_valve") {
        "quarter" => 0.25,
        "half" => 0.5,
        "one" => 1.0,
        _ => 0.75,
    };
    let asked: RunSheetRequest = read(&json!({
        "fuel": fuel.code(),
        "torch": torch,
        "policy": {
            "shutdown": shutdown,
            "acetylene_valve_turns": turns,
            "first_cylinder": setting("first_cylinder"),
            "lighting": setting("lighting"),
        },
        "place": query.place(),
        "assembled": query.assembled.unwrap_or(false),
        "arrestors": shop.arrestors(),
        "lying_acetylene_hours_upright": query.lying_acetylene_hours_upright,
        "hose_length_m": shop.longest_hose(rig),
        "fire_watch_min": shop.settings.get(FIRE_WATCH_MIN.0),
        "schools": held_schools(shop)?,
        "lens_thickness_mm": thickest,
    }))?;
    sheet(&asked.to_core()?)
}

/// What a run is asked with.
pub struct Asked {
    /// The fuel that is rigged.
    pub fuel: Fuel,
    /// What place and gear bring with them.
    pub query: RunQuery,
    /// What happened so far.
    pub events: Vec<RunEvent>,
}

/// The cuts of a job as the shop plans them now, each with the fuel of its plan.
pub struct Cuts(Vec<(LineView, [Vec<SentenceWire>; 2])>);

impl Cuts {
    /// Plans the cuts of a job.
    ///
    /// # Errors
    /// When the database fails, or a line does not plan.
    pub async fn of(pool: &PgPool, (shop, job): (&Shop, &Job)) -> ApiResult<Self> {
        let cards = cards(pool).await?;
        let mut cuts = Vec::new();
        for line in job_lines::of_job(pool, job.record.id).await? {
            let input = line.input.clone();
            let view = view(line, (shop, job), &cards)?;
            let whole = shop.request(&job.rig, &input)?.request;
            cuts.push((view, guides(&whole)?));
        }
        Ok(Self(cuts))
    }

    /// Every fuel that they are planned for, each once, in the order of the cuts.
    #[must_use]
    pub fn fuels(&self) -> Vec<String> {
        let mut fuels: Vec<String> = Vec::new();
        for fuel in self.0.iter().map(|(view, _)| fuel_of(view)) {
            if !fuels.contains(&fuel) {
                fuels.push(fuel);
            }
        }
        fuels
    }

    fn stopped(&self) -> Vec<StoppedCut> {
        let stopped = self.0.iter().map(|(view, _)| view).filter(|view| is_stopped(view));
        let told = |view: &LineView| StoppedCut {
            line_id: view.line.record.id,
            title: view.line.typed.clone(),
            notes: view.plan.notes.iter().filter(|note| note.level == "stop").cloned().collect(),
        };
        stopped.map(told).collect()
    }

    fn judged(self, fuel: Fuel) -> Vec<RunCut> {
        let judge = |(view, guides): (LineView, [Vec<SentenceWire>; 2])| {
            let [lost_through, lost_not_through] = guides;
            let why_not = if is_stopped(&view) {
                Some("stopped")
            } else {
                (fuel_of(&view) != fuel.code()).then_some("other_fuel")
            };
            RunCut {
                fits: why_not.is_none(),
                why_not: why_not.map(str::to_owned),
                view,
                lost_through,
                lost_not_through,
            }
        };
        self.0.into_iter().map(judge).collect()
    }
}

fn is_stopped(view: &LineView) -> bool {
    view.plan.verdict == "stop"
}

fn is_coated(view: &LineView) -> bool {
    let steel = &view.request.steel;
    let told = [&steel.surface, &steel.back_surface];
    let coats = ["paint", "galvanised"];
    told.into_iter().flatten().any(|face| coats.iter().any(|coat| face.0 == *coat))
}

fn fuel_of(view: &LineView) -> String {
    let told = view.request.gas.fuel.as_ref().and_then(|told| told.0.as_str());
    told.unwrap_or_default().to_owned()
}

/// The fuel of a code.
///
/// # Errors
/// [`ApiError::Invalid`] at `fuel` when there is none of that name.
pub fn fuel_named(code: &str) -> ApiResult<Fuel> {
    let mut fields = Fields::default();
    let fuel = fields.choice("fuel", Some(&Given(json!(code))), (FUELS, Some(Fuel::Acetylene)));
    fields.done(fuel)
}

/// The fuel that a job's rig or the shop names.
///
/// # Errors
/// [`ApiError::Invalid`] at `fuel` when there is none of that name.
pub fn usual_fuel(shop: &Shop, job: &Job) -> ApiResult<Fuel> {
    let told = job.rig["gas"]["fuel"].as_str();
    fuel_named(told.or_else(|| shop.settings.get("fuel")?.as_str()).unwrap_or_default())
}

/// A job's run in one document.
///
/// # Errors
/// When the database fails; when an hour of a cylinder that lay down is out of range.
pub async fn document(
    pool: &PgPool,
    (shop, job, cuts): (&Shop, Job, Cuts),
    asked: Asked,
) -> ApiResult<RunDocument> {
    let Asked { fuel, mut query, events } = asked;
    let (fuels, stopped) = (cuts.fuels(), cuts.stopped());
    let cuts = cuts.judged(fuel);
    // paint or zinc that a cut names is known of the place too
    if cuts.iter().any(|cut| cut.fits && is_coated(&cut.view)) {
        query.coated = Some(true);
    }
    let emergency = shop.settings.get(EMERGENCY).and_then(Value::as_str).unwrap_or_default();
    Ok(RunDocument {
        job_id: job.record.id,
        made_at: OffsetDateTime::now_utc(),
        fuel: fuel.code().into(),
        fuels,
        place: query.place(),
        assembled: query.assembled.unwrap_or(false),
        phases: phases(shop, (fuel, &job.rig, thickest(&cuts)), &query)?,
        cuts,
        stopped,
        gauges: shop.gauges(&job.rig),
        ceiling_kpa: (fuel == Fuel::Acetylene).then(|| ACETYLENE_CEILING.as_pa() / 1e3),
        flame: FlameBands {
            carburising_below: CARBURISING_BELOW,
            oxidising_above: OXIDISING_ABOVE,
        },
        troubles: troubles(fuel).map_err(internal)?.map(trouble_wire).collect(),
        first_aid: FIRST_AID
            .iter()
            .map(|code| SentenceWire::of(Section::Steps, code, &[]))
            .collect(),
        emergency_numbers: emergency.to_owned(),
        schools: schools()?.to_vec(),
        held: Value::Object(shop.settings.clone()),
        signs: all_findings()?,
        people: people::all(pool).await?,
        events,
        job_name: job.name,
    })
}

/// A job's run in one document: order of work, cuts, gauges, troubles, people, and what happened so far.
#[utoipa::path(get, operation_id = "run_show", path = "/api/v1/jobs/{id}/run", params(("id" = String, Path), RunQuery),
    responses((status = 200, body = RunDocument), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[get("/jobs/{id}/run")]
pub async fn show(
    pool: web::Data<PgPool>,
    (path, query, request): (web::Path<String>, web::Query<RunQuery>, HttpRequest),
) -> ApiResult<web::Json<RunDocument>> {
    let job = jobs::live(&pool, id(&path)?).await?;
    let shop = Shop::read(&pool, person(&request)).await?;
    let cuts = Cuts::of(&pool, (&shop, &job)).await?;
    let fuel = match (&query.fuel, cuts.fuels().as_slice()) {
        (Some(told), _) => fuel_named(told)?,
        (None, [one]) => fuel_named(one)?,
        _ => usual_fuel(&shop, &job)?,
    };
    let events = run_events::of_job(&pool, job.record.id).await?;
    let asked = Asked { fuel, query: query.into_inner(), events };
    Ok(web::Json(document(&pool, (&shop, job, cuts), asked).await?))
}

/// Which rig events are of.
#[derive(Debug, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RigQuery {
    /// The fuel that is rigged; the rig's or the shop's where it is left out.
    pub fuel: Option<String>,
}

/// Keeps events in a run of this day with that fuel; gives back every event of the job.
#[utoipa::path(post, operation_id = "run_events", path = "/api/v1/jobs/{id}/run/events", request_body = NewEvents, params(("id" = String, Path), RigQuery),
    responses((status = 200, body = EventsReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/jobs/{id}/run/events")]
pub async fn keep(
    pool: web::Data<PgPool>,
    (path, query, request): (web::Path<String>, web::Query<RigQuery>, HttpRequest),
    body: Body<NewEvents>,
) -> ApiResult<web::Json<EventsReply>> {
    let job = jobs::live(&pool, id(&path)?).await?;
    let shop = Shop::read(&pool, person(&request)).await?;
    let fuel = match &query.fuel {
        Some(told) => fuel_named(told)?,
        None => usual_fuel(&shop, &job)?,
    };
    let run = job_runs::of_today(&pool, (job.record.id, fuel.code())).await?;
    let at = (job.record.id, run);
    let answers = keep_all(&pool, at, (&body.value.events, MOST)).await?;
    let events = run_events::of_job(&pool, job.record.id).await?;
    Ok(web::Json(EventsReply { answers, events, next: 0 }))
}

/// The thickest cut of a run: the lens is for that one.
fn thickest(cuts: &[RunCut]) -> Option<f64> {
    let cuts = cuts.iter().filter(|cut| cut.fits);
    let paths = cuts.map(|cut| cut.view.plan.path_thickness_mm);
    paths.max_by(f64::total_cmp)
}

/// What core makes a record of.
fn as_core(event: &RunEvent) -> Event {
    let key = || event.body["key"].as_str().unwrap_or_default().to_owned();
    let named = |name: &str| {
        let id = event.body[name].as_str().and_then(|id| Uuid::parse_str(id).ok());
        id.unwrap_or_default().as_u128()
    };
    let flag = |name: &str| event.body[name].as_bool().unwrap_or_default();
    let what = match event.kind.as_str() {
        "step" => Kept::Step { key: key(), done: flag("done") },
        "skip" => Kept::Skip { key: key() },
        "timer" => Kept::Timer { key: key(), running: flag("running") },
        "cut" => Kept::Cut { line: named("line_id") },
        "undo" => Kept::Undo { event: named("event") },
        _ => Kept::Note,
    };
    let at = event.happened_at.unix_timestamp_nanos() / 1_000;
    Event { id: event.id.as_u128(), at: i64::try_from(at).unwrap_or_default(), what }
}

/// A job's run as it stands, from every tablet's events.
#[utoipa::path(get, operation_id = "run_record", path = "/api/v1/jobs/{id}/run/record", params(("id" = String, Path)),
    responses((status = 200, body = RecordReply), (status = 404, body = ErrorBody)))]
#[get("/jobs/{id}/run/record")]
pub async fn show_record(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
) -> ApiResult<web::Json<RecordReply>> {
    let job = jobs::live(&pool, id(&path)?).await?.record.id;
    Ok(web::Json(record_of(run_events::of_job(&pool, job).await?)))
}

/// What events come to.
#[must_use]
pub fn record_of(events: Vec<RunEvent>) -> RecordReply {
    let folded = record(&events.iter().map(as_core).collect::<Vec<_>>());
    let state = |state: StepState| match state {
        StepState::Open => "open",
        StepState::Done => "done",
        StepState::Skipped => "skipped",
    };
    let moment = |at: i64| {
        let at = OffsetDateTime::from_unix_timestamp_nanos(i128::from(at) * 1_000);
        let at = at.unwrap_or(OffsetDateTime::UNIX_EPOCH);
        at.format(&time::format_description::well_known::Rfc3339).unwrap_or_default()
    };
    RecordReply {
        steps: folded.steps.into_iter().map(|(key, it)| (key, state(it).to_owned())).collect(),
        cuts: folded
            .cuts
            .into_iter()
            .map(|(line, cuts)| RecordCut {
                line_id: Uuid::from_u128(line),
                events: cuts.into_iter().map(Uuid::from_u128).collect(),
            })
            .collect(),
        timers: folded.timers.into_iter().map(|(key, at)| (key, moment(at))).collect(),
        events,
    }
}
