//! A job at the torch: one document that a tablet keeps, and the events that it sends back.

use std::collections::BTreeMap;

use actix_web::{HttpRequest, get, post, web};
use galvanon_core::cut::ACETYLENE_CEILING;
use galvanon_core::edge::findings;
use galvanon_core::edge::trouble::troubles;
use galvanon_core::gas::flame::{CARBURISING_BELOW, OXIDISING_ABOVE};
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::range::Range;
use galvanon_core::setup::record::StepState;
use galvanon_core::setup::{Event, Kept, Skip, record, skip_of};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::body::{Body, read};
use super::burns::{BurnRequest, checked as checked_burn};
use super::cut_reply::SentenceWire;
use super::edge::{FindingsReply, all_findings, internal};
use super::fields::{Fields, Given, NumberField, wrong_shape};
use super::gear_request::FUELS;
use super::guard::person;
use super::jobs::cards;
use super::lines::{LineView, view};
use super::recovery::guides;
use super::rows::id;
use super::setup::{PlaceWire, RunPhase, RunSheetRequest, sheet};
use super::trouble::{TroubleWire, trouble_wire};
use crate::error::{ApiError, ApiResult, ErrorBody, FieldError};
use crate::settings::{EMERGENCY, FIRE_WATCH_MIN, School, schools};
use crate::shop::{Gauges, Shop};
use crate::store::people::Person;
use crate::store::run_events::{self, Arrived, RunEvent};
use crate::store::{job_lines, jobs, people};
use crate::text::Section;

/// Events sent at once.
const MOST: usize = 500;
/// The longest text inside an event.
const LONGEST: usize = 2_000;
/// The longest name of a step.
const LONGEST_KEY: usize = 80;
/// For a burn of the skin. Source: `common_practice` of first aid.
const FIRST_AID: [&str; 4] = ["burn_flame_out", "burn_cool", "burn_cover", "burn_call"];
/// What a gauge can show.
const READING: Range = Range::new("pressure", "Pa", 0.0, 4e7);

/// What the place and the gear bring with them.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RunQuery {
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
    /// The fuel in the hose.
    pub fuel: String,
    /// What the place brings with it, as it was asked.
    pub place: PlaceWire,
    /// Whether the set is still together.
    pub assembled: bool,
    /// The order of work.
    pub phases: Vec<RunPhase>,
    /// Its cuts, in order; those that must not be made are among them.
    pub cuts: Vec<RunCut>,
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
    /// What happened so far.
    pub events: Vec<RunEvent>,
}

/// An event as a tablet tells it.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewEvent {
    /// A UUID of version 7, chosen by the tablet: the same one twice is one event.
    pub id: Uuid,
    /// When it happened, RFC 3339.
    pub happened_at: String,
    /// Who was at the tablet.
    pub person_id: Option<Uuid>,
    /// step {key, done}, skip {key, reason}, timer {key, running}, cut {line_id, and what a burn has}, reading {gas,
    /// where, pressure_kpa}, note {text}, undo {event}.
    pub kind: String,
    /// What it says.
    #[schema(value_type = Object)]
    pub body: Value,
}

/// Events, the oldest first.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewEvents {
    /// At most 500.
    #[schema(value_type = Vec<NewEvent>)]
    pub events: Vec<Value>,
}

/// What came of one event.
#[derive(Debug, Serialize, ToSchema)]
pub struct EventAnswer {
    /// The event.
    pub id: Option<Uuid>,
    /// new, again, refused. What is refused will be refused again: it is kept on the tablet and shown.
    pub outcome: String,
    /// Why it was refused.
    pub fields: Vec<FieldError>,
}

/// What came of the events, and everything that is kept now.
#[derive(Debug, Serialize, ToSchema)]
pub struct EventsReply {
    /// In the order in which they were sent.
    pub answers: Vec<EventAnswer>,
    /// Every event of the job.
    pub events: Vec<RunEvent>,
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

/// The run sheet that shop, rig and place give.
/// What the shop holds, question by question.
fn held_schools(shop: &Shop) -> ApiResult<BTreeMap<String, Value>> {
    let asked = schools()?.iter().map(|school| school.question.as_str());
    let told = |question: &str| Some((question.to_owned(), shop.settings.get(question)?.clone()));
    Ok(asked.filter_map(told).collect())
}

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
    let cards = cards(&pool).await?;
    let mut cuts = Vec::new();
    for line in job_lines::of_job(&pool, job.record.id).await? {
        let input = line.input.clone();
        let view = view(line, (&shop, &job), &cards)?;
        let whole = shop.request(&job.rig, &input)?.request;
        let [lost_through, lost_not_through] = guides(&whole)?;
        cuts.push(RunCut { view, lost_through, lost_not_through });
    }
    let told = job.rig["gas"]["fuel"]
        .as_str()
        .or_else(|| shop.settings.get("fuel").and_then(Value::as_str));
    let fuel =
        FUELS.iter().find(|(_, code)| Some(*code) == told).map_or(Fuel::Acetylene, |it| it.0);
    Ok(web::Json(RunDocument {
        job_id: job.record.id,
        made_at: OffsetDateTime::now_utc(),
        fuel: fuel.code().into(),
        place: query.place(),
        assembled: query.assembled.unwrap_or(false),
        phases: phases(&shop, (fuel, &job.rig, thickest(&cuts)), &query)?,
        cuts,
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
        emergency_numbers: shop
            .settings
            .get(EMERGENCY)
            .and_then(Value::as_str)
            .unwrap_or_default()
            .to_owned(),
        schools: schools()?.to_vec(),
        held: Value::Object(shop.settings.clone()),
        signs: all_findings()?,
        people: people::all(&pool).await?,
        events: run_events::of_job(&pool, job.record.id).await?,
        job_name: job.name,
    }))
}

/// A text inside an event.
/// The thickest cut of a run: the lens is for that one.
fn thickest(cuts: &[RunCut]) -> Option<f64> {
    let paths = cuts.iter().map(|cut| cut.view.plan.path_thickness_mm);
    paths.max_by(f64::total_cmp)
}

fn text<'a>(fields: &mut Fields, body: &'a Value, (name, longest): (&str, usize)) -> &'a str {
    let told = body[name].as_str().unwrap_or_default();
    fields.text(&format!("body.{name}"), told, longest);
    told
}

/// The parts that a kind of event may have.
fn parts(kind: &str) -> Option<&'static [&'static str]> {
    Some(match kind {
        "step" => &["key", "done"],
        "skip" => &["key", "reason"],
        "timer" => &["key", "running"],
        "cut" => &[
            "line_id",
            "start_s",
            "duration_s",
            "pace_mm_min",
            "outcome",
            "stroke",
            "findings",
            "note",
        ],
        "reading" => &["gas", "where", "pressure_kpa"],
        "note" => &["text"],
        "undo" => &["event"],
        _ => return None,
    })
}

const OUTCOMES: [(&str, &str); 4] =
    [("good", "good"), ("slag", "usable"), ("lost", "lost"), ("redo", "poor")];

/// The burn that a cut is.
fn burn_of(event: &NewEvent) -> ApiResult<BurnRequest> {
    let told = &event.body["outcome"];
    let known = OUTCOMES.iter().find(|(code, _)| told == code);
    let mut fields = Fields::default();
    if known.is_none() {
        let allowed = OUTCOMES.iter().map(|(code, _)| (*code).to_owned()).collect();
        fields.unknown_choice("body.outcome", told.clone(), allowed);
    }
    if event.body["line_id"].as_str().is_none_or(|it| Uuid::parse_str(it).is_err()) {
        fields.errors.push(wrong_shape(
            "body.line_id",
            "the id of a line",
            event.body["line_id"].clone(),
        ));
    }
    let outcome = fields.done(known.map(|(_, outcome)| *outcome))?;
    read(&json!({
        "happened_at": event.happened_at,
        "job_line_id": event.body["line_id"],
        "person_id": event.person_id,
        "start_s": event.body["start_s"],
        "duration_s": event.body["duration_s"],
        "pace_mm_min": event.body["pace_mm_min"],
        "outcome": outcome,
        "note": event.body["note"].as_str().unwrap_or_default(),
    }))
}

/// An event that can be kept.
fn checked(event: &NewEvent, sent: &Value) -> ApiResult<RunEvent> {
    let mut fields = Fields::default();
    if event.id.get_version_num() != 7 {
        fields.errors.push(wrong_shape("id", "a UUID of version 7", json!(event.id)));
    }
    let happened_at = fields.moment("happened_at", Some(&event.happened_at));
    let Some(allowed) = parts(&event.kind) else {
        let kinds = ["step", "skip", "timer", "cut", "reading", "note", "undo"];
        let kinds = kinds.map(str::to_owned).to_vec();
        fields.unknown_choice("kind", json!(event.kind), kinds);
        return Err(ApiError::Invalid(fields.errors));
    };
    let body = event.body.as_object().cloned().unwrap_or_default();
    for name in body.keys().filter(|name| !allowed.contains(&name.as_str())) {
        let fault = wrong_shape(&format!("body.{name}"), &allowed.join(", "), Value::Null);
        fields.errors.push(fault);
    }
    match event.kind.as_str() {
        "step" | "timer" => {
            text(&mut fields, &event.body, ("key", LONGEST_KEY));
            let flag = allowed[1];
            if !event.body[flag].is_boolean() {
                let fault =
                    wrong_shape(&format!("body.{flag}"), "true or false", event.body[flag].clone());
                fields.errors.push(fault);
            }
        }
        "skip" => {
            let key = text(&mut fields, &event.body, ("key", LONGEST_KEY));
            let code = key.split(':').next().unwrap_or_default();
            match skip_of(code).map_err(internal)? {
                Some(Skip::Reason) => {
                    text(&mut fields, &event.body, ("reason", LONGEST));
                }
                Some(Skip::Never) => fields.refuse("body.key", "never_skipped", json!(key), &[]),
                Some(Skip::Free) | None => {}
            }
        }
        "reading" => {
            text(&mut fields, &event.body, ("gas", LONGEST_KEY));
            text(&mut fields, &event.body, ("where", LONGEST_KEY));
            let field = NumberField {
                path: "body.pressure_kpa".into(),
                range: &READING,
                kind: Kind::Pressure,
            };
            fields.number(&field, Some(&Given(event.body["pressure_kpa"].clone())), None);
        }
        "note" => {
            text(&mut fields, &event.body, ("text", LONGEST));
        }
        "cut" => signs_known(&mut fields, &event.body["findings"])?,
        "undo" if event.body["event"].as_str().is_none_or(|it| Uuid::parse_str(it).is_err()) => {
            fields.errors.push(wrong_shape(
                "body.event",
                "the id of an event",
                event.body["event"].clone(),
            ));
        }
        _ => {}
    }
    fields.done(RunEvent {
        id: event.id,
        happened_at: happened_at.unwrap_or(OffsetDateTime::UNIX_EPOCH),
        person_id: event.person_id,
        kind: event.kind.clone(),
        body: Value::Object(body),
        made_from: sent.clone(),
    })
}

/// The signs that were touched are signs that there are.
fn signs_known(fields: &mut Fields, told: &Value) -> ApiResult<()> {
    let known = findings().map_err(internal)?;
    let told = match told {
        Value::Null => return Ok(()),
        Value::Array(told) => told.clone(),
        other => vec![other.clone()],
    };
    for (at, code) in told.iter().enumerate() {
        if !known.iter().any(|finding| *code == finding.code) {
            let path = format!("body.findings.{at}");
            fields.errors.push(wrong_shape(&path, "the code of a finding", code.clone()));
        }
    }
    Ok(())
}

async fn kept(pool: &PgPool, job: Uuid, sent: &Value) -> ApiResult<Arrived> {
    let told: NewEvent = read(sent)?;
    let event = checked(&told, sent)?;
    let burn = match told.kind.as_str() {
        "cut" => Some(checked_burn(&burn_of(&told)?)?),
        _ => None,
    };
    run_events::keep(pool, job, (&event, burn.as_ref()))
        .await
        .map_err(|error| super::burns::unknown("run_events", super::burns::unknown("burns", error)))
}

/// Keeps events, each once, in whatever order they come; gives back everything that is kept.
#[utoipa::path(post, operation_id = "run_events", path = "/api/v1/jobs/{id}/run/events", request_body = NewEvents, params(("id" = String, Path)),
    responses((status = 200, body = EventsReply), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/jobs/{id}/run/events")]
pub async fn keep(
    pool: web::Data<PgPool>,
    path: web::Path<String>,
    body: Body<NewEvents>,
) -> ApiResult<web::Json<EventsReply>> {
    let job = jobs::live(&pool, id(&path)?).await?.record.id;
    if body.value.events.len() > MOST {
        let fault =
            wrong_shape("events", &format!("at most {MOST}"), json!(body.value.events.len()));
        return Err(ApiError::Invalid(vec![fault]));
    }
    let mut answers = Vec::with_capacity(body.value.events.len());
    for sent in &body.value.events {
        let event = sent["id"].as_str().and_then(|id| Uuid::parse_str(id).ok());
        let (outcome, fields) = match kept(&pool, job, sent).await {
            Ok(Arrived::New) => ("new", Vec::new()),
            Ok(Arrived::Again) => ("again", Vec::new()),
            Ok(Arrived::Different) => {
                let fault = wrong_shape("id", "an id that no other event has", json!(event));
                ("refused", vec![fault])
            }
            Err(ApiError::Invalid(fields)) => ("refused", fields),
            // the database is away: the tablet sends everything once more
            Err(other) => return Err(other),
        };
        answers.push(EventAnswer { id: event, outcome: outcome.into(), fields });
    }
    Ok(web::Json(EventsReply { answers, events: run_events::of_job(&pool, job).await? }))
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
    let events = run_events::of_job(&pool, job).await?;
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
    Ok(web::Json(RecordReply {
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
    }))
}
