//! What the events of a run come to.

use std::collections::BTreeMap;

use galvanon_core::setup::record::StepState;
use galvanon_core::setup::{Event, Kept, record};
use serde::Serialize;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::store::run_events::RunEvent;

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
