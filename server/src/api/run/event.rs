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

use crate::api::body::read;
use crate::api::burns::{BurnRequest, checked as checked_burn, unknown};
use crate::api::edge::internal;
use crate::api::fields::{Fields, Given, NumberField, wrong_shape};
use crate::error::{ApiError, ApiResult, FieldError};
use crate::store::job_lines;
use crate::store::run_events::{self, Arrived, RunEvent};

/// The longest text inside an event.
const LONGEST: usize = 2_000;
/// The longest name of a step.
const LONGEST_KEY: usize = 80;
/// What a gauge can show.
const READING: Range = Range::new("pressure", "Pa", 0.0, 4e7);
/// How a run may end.
const ENDS: [&str; 2] = ["complete", "left"];

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
    /// where, pressure_kpa}, note {text}, undo {event}, end {how: complete or left}, rig {assembled}, place {wind,
    /// bare_floor, low, confined, coated}.
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

/// A text inside an event.
fn text<'a>(fields: &mut Fields, body: &'a Value, (name, longest): (&str, usize)) -> &'a str {
    let told = body[name].as_str().unwrap_or_default();
    fields.text(&format!("body.{name}"), told, longest);
    told
}

/// Parts of an event that are yes or no.
fn flags(fields: &mut Fields, body: &Value, names: &[&str]) {
    for name in names.iter().filter(|name| !body[**name].is_boolean()) {
        let path = format!("body.{name}");
        fields.errors.push(wrong_shape(&path, "true or false", body[*name].clone()));
    }
}

/// Every kind of event.
const KINDS: [&str; 10] =
    ["step", "skip", "timer", "cut", "reading", "note", "undo", "end", "rig", "place"];

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
        "end" => &["how"],
        "rig" => &["assembled"],
        "place" => &["wind", "bare_floor", "low", "confined", "coated"],
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
        let kinds = KINDS.map(str::to_owned).to_vec();
        fields.unknown_choice("kind", json!(event.kind), kinds);
        return Err(ApiError::Invalid(fields.errors));
    };
    let mut body = event.body.as_object().cloned().unwrap_or_default();
    for name in body.keys().filter(|name| !allowed.contains(&name.as_str())) {
        let fault = wrong_shape(&format!("body.{name}"), &allowed.join(", "), Value::Null);
        fields.errors.push(fault);
    }
    match event.kind.as_str() {
        "step" | "timer" => {
            text(&mut fields, &event.body, ("key", LONGEST_KEY));
            flags(&mut fields, &event.body, &allowed[1..]);
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
        "rig" | "place" => flags(&mut fields, &event.body, allowed),
        "end" if !ENDS.iter().any(|how| event.body["how"] == *how) => {
            let ends = ENDS.map(str::to_owned).to_vec();
            fields.unknown_choice("body.how", event.body["how"].clone(), ends);
        }
        "cut" => signs_known(&mut fields, &event.body["findings"])?,
        "undo" => match event.body["event"].as_str().map(Uuid::parse_str) {
            // written one way, however it was sent: it is compared with ids
            Some(Ok(id)) => _ = body.insert("event".into(), json!(id)),
            _ => fields.errors.push(wrong_shape(
                "body.event",
                "the id of an event",
                event.body["event"].clone(),
            )),
        },
        _ => {}
    }
    fields.done(RunEvent {
        id: event.id,
        happened_at: happened_at.unwrap_or(OffsetDateTime::UNIX_EPOCH),
        person_id: event.person_id,
        kind: event.kind.clone(),
        body: Value::Object(body),
        fuel: None,
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

/// Keeps one event of a run.
async fn kept(pool: &PgPool, (job, run): (Uuid, Uuid), sent: &Value) -> ApiResult<Arrived> {
    let told: NewEvent = read(sent)?;
    let event = checked(&told, sent)?;
    let burn = match told.kind.as_str() {
        "cut" => Some(checked_burn(&burn_of(&told)?)?),
        _ => None,
    };
    let line = burn.as_ref().and_then(|burn| burn.job_line_id);
    if let Some(line) = line
        && !job_lines::is_of(pool, (line, job)).await?
    {
        let fault = wrong_shape("body.line_id", "the id of a line of this job", json!(line));
        return Err(ApiError::Invalid(vec![fault]));
    }
    run_events::keep(pool, (job, run), (&event, burn.as_ref()))
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
    at: (Uuid, Uuid),
    (events, most): (&[Value], usize),
) -> ApiResult<Vec<EventAnswer>> {
    if events.len() > most {
        let fault = wrong_shape("events", &format!("at most {most}"), json!(events.len()));
        return Err(ApiError::Invalid(vec![fault]));
    }
    let mut answers = Vec::with_capacity(events.len());
    for sent in events {
        let event = sent["id"].as_str().and_then(|id| Uuid::parse_str(id).ok());
        let (outcome, fields) = match kept(pool, at, sent).await {
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
