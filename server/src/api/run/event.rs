//! What a tablet tells of a run: each event is checked on its own, and kept once.

use galvanon_core::edge::findings;
use galvanon_core::range::Range;
use galvanon_core::setup::{Skip, skip_of};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::record::burns::{
    BurnRequest, checked as checked_burn, held_against_its_plan, unknown,
};
use crate::api::run::cut_by::{Planning, To};
use crate::error::{ApiError, ApiResult, FieldError};
use crate::http::body::{read, read_parts};
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::store::job_lines;
use crate::store::run_events::{self, Arrived, RunEvent, With};
use crate::wire::run_event::{
    CutBody, EndBody, NoteBody, RunEventBody, SkipBody, StepBody, TimerBody,
};

/// The step by which a tip is cleaned.
const CLEAN_TIP: &str = "clean_tip";
/// The longest text inside an event.
const LONGEST: usize = 2_000;
/// The longest name of a step.
const LONGEST_KEY: usize = 80;
/// What a gauge can show.
const READING: Range = Range::new("pressure", "Pa", 0.0, 4e7);

/// An event as a tablet tells it; a body is one of [`RunEventBody`].
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewEvent {
    /// A UUID of version 7, chosen by the tablet: the same one twice is one event.
    pub id: Uuid,
    /// When it happened, RFC 3339.
    pub happened_at: String,
    /// Who was at the tablet.
    pub person_id: Option<Uuid>,
    /// false where the tablet had nobody's session when it happened: a name was chosen.
    pub verified: Option<bool>,
    /// step, skip, timer, cut, reading, note, undo, end, rig, place.
    pub kind: String,
    /// What it says.
    #[schema(value_type = Object)]
    pub body: Value,
}

/// Events, the oldest first.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewEvents {
    /// At most 500; at most 200 for a run.
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

/// The burn that a cut is.
fn burn_of(event: &NewEvent, cut: &CutBody) -> ApiResult<BurnRequest> {
    read(&json!({
        "happened_at": event.happened_at,
        "job_line_id": cut.line_id,
        "person_id": event.person_id,
        "start_s": cut.start_s,
        "duration_s": cut.duration_s,
        "pace_mm_min": cut.pace_mm_min,
        "outcome": cut.outcome.of_a_burn(),
        "note": cut.note.as_deref().unwrap_or_default(),
    }))
}

/// An event that can be kept.
fn checked(event: &NewEvent, what: RunEventBody, by: Caller, sent: &Value) -> ApiResult<RunEvent> {
    let mut fields = Fields::default();
    if event.id.get_version_num() != 7 {
        fields.errors.push(wrong_shape("id", "a UUID of version 7", json!(event.id)));
    }
    let happened_at = fields.moment("happened_at", Some(&event.happened_at));
    match &what {
        RunEventBody::Step(StepBody { key, .. }) | RunEventBody::Timer(TimerBody { key, .. }) => {
            fields.text("body.key", key, LONGEST_KEY);
        }
        RunEventBody::Skip(skip) => may_be_left_out(&mut fields, skip)?,
        RunEventBody::Reading(reading) => {
            let path = "body.pressure_kpa";
            let field = NumberField::new(path, &READING, Kind::Pressure);
            fields.number(&field, Some(&Given(json!(reading.pressure_kpa))), None);
        }
        RunEventBody::Note(NoteBody { text }) => _ = fields.text("body.text", text, LONGEST),
        RunEventBody::End(EndBody { reason: Some(reason), .. }) => {
            fields.text("body.reason", reason, LONGEST);
        }
        RunEventBody::Cut(cut) => signs_known(&mut fields, &cut.findings)?,
        RunEventBody::Undo(_)
        | RunEventBody::End(_)
        | RunEventBody::Rig(_)
        | RunEventBody::Place(_) => {}
    }
    fields.done(RunEvent {
        id: event.id,
        happened_at: happened_at.unwrap_or(OffsetDateTime::UNIX_EPOCH),
        person_id: event.person_id,
        what,
        run_id: None,
        verified: event.verified != Some(false)
            && event.person_id.is_some()
            && event.person_id == by.person,
        device_id: by.device,
        from_revoked: by.revoked,
        made_from: sent.clone(),
    })
}

/// Whether a step may be left out as it was told.
fn may_be_left_out(fields: &mut Fields, skip: &SkipBody) -> ApiResult<()> {
    let key = fields.text("body.key", &skip.key, LONGEST_KEY);
    let code = key.split(':').next().unwrap_or_default();
    match skip_of(code)? {
        Some(Skip::Reason) => {
            fields.text("body.reason", skip.reason.as_deref().unwrap_or_default(), LONGEST);
        }
        Some(Skip::Never) => fields.refuse("body.key", "never_skipped", json!(key), &[]),
        Some(Skip::Free) | None => {}
    }
    Ok(())
}

/// The signs that were touched are signs that there are.
fn signs_known(fields: &mut Fields, told: &[String]) -> ApiResult<()> {
    let known = findings()?;
    for (at, code) in told.iter().enumerate() {
        if !known.iter().any(|finding| finding.code == *code) {
            let path = format!("body.findings.{at}");
            fields.errors.push(wrong_shape(&path, "the code of a finding", json!(code)));
        }
    }
    Ok(())
}

/// Keeps one event of a run.
async fn kept(pool: &PgPool, to: &To, planning: &mut Planning, sent: &Value) -> ApiResult<Arrived> {
    let To { job, run, by } = *to;
    let told: NewEvent = read(sent)?;
    let parts = [("kind", json!(told.kind)), ("body", told.body.clone())];
    let event = checked(&told, read_parts(&parts)?, by, sent)?;
    let (mut burn, stages) = match &event.what {
        RunEventBody::Cut(cut) => (Some(checked_burn(&burn_of(&told, cut)?)?), cut.stages()),
        _ => (None, Vec::new()),
    };
    let line = burn.as_ref().and_then(|burn| burn.job_line_id);
    if let Some(line) = line
        && !job_lines::is_of(pool, line, job).await?
    {
        let fault = wrong_shape("body.line_id", "the id of a line of this job", json!(line));
        return Err(ApiError::Invalid(vec![fault]));
    }
    if let (Some(burn), Some(line)) = (&mut burn, line) {
        burn.verified = event.verified;
        planning.tell(pool, to, line, burn).await?;
        held_against_its_plan(pool, burn, stages).await?;
    }
    let cleaned = match &event.what {
        RunEventBody::Step(StepBody { key, done: true, line_id: Some(line) })
            if key.split(':').next() == Some(CLEAN_TIP) =>
        {
            planning.tip_of(pool, to, *line).await?
        }
        _ => None,
    };
    let with = With { burn: burn.as_ref(), cleaned };
    run_events::keep(&mut *pool.acquire().await?, (job, run), &event, &with)
        .await
        .map_err(|error| unknown("run_events", unknown("burns", error)))
}

/// Keeps events, each once, in whatever order they come.
///
/// # Errors
/// [`ApiError::Invalid`] when there are more than `most`; when the database fails, and then the tablet sends all once
/// more. An event that cannot be is refused in its answer, and the others are kept.
pub async fn keep_all(
    pool: &PgPool,
    to: &To,
    events: &[Value],
    most: usize,
) -> ApiResult<Vec<EventAnswer>> {
    if events.len() > most {
        let fault = wrong_shape("events", &format!("at most {most}"), json!(events.len()));
        return Err(ApiError::Invalid(vec![fault]));
    }
    let mut answers = Vec::with_capacity(events.len());
    let mut planning = Planning::default();
    for sent in events {
        let event = sent["id"].as_str().and_then(|id| Uuid::parse_str(id).ok());
        let (outcome, fields) = match kept(pool, to, &mut planning, sent).await {
            Ok(Arrived::New) => ("new", Vec::new()),
            Ok(Arrived::Again) => ("again", Vec::new()),
            Ok(Arrived::Different) => {
                let fault = wrong_shape("id", "an id that no other event has", json!(event));
                ("refused", vec![fault])
            }
            Err(ApiError::Invalid(fields)) => ("refused", fields),
            Err(other) => return Err(other),
        };
        answers.push(EventAnswer { id: event, outcome: outcome.into(), fields });
    }
    Ok(answers)
}
