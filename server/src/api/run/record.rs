//! What the events of a run come to.

use std::collections::BTreeMap;

use galvanon_core::setup::record::{StepState, record};
use galvanon_core::setup::{Event, Kept};
use serde::Serialize;
use time::OffsetDateTime;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::store::run_events::RunEvent;
use crate::wire::run_event::RunEventBody;

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
    let what = match &event.what {
        RunEventBody::Step(step) => Kept::Step { key: step.key.clone(), done: step.done },
        RunEventBody::Skip(skip) => Kept::Skip { key: skip.key.clone() },
        RunEventBody::Timer(timer) => {
            Kept::Timer { key: timer.key.clone(), running: timer.running }
        }
        RunEventBody::Cut(cut) => Kept::Cut { line: cut.line_id.as_u128() },
        RunEventBody::Undo(undo) => Kept::Undo { event: undo.event.as_u128() },
        RunEventBody::Reading(_)
        | RunEventBody::Note(_)
        | RunEventBody::End(_)
        | RunEventBody::Rig(_)
        | RunEventBody::Place(_) => Kept::Note,
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
