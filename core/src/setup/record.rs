//! What is kept of a run? Events from several tablets, some of them offline for hours, folded into one record.
//!
//! An event is written once, under an id of its own, and never changed; what is taken back is taken back by another
//! event. The record depends on the set of events alone, not on the order in which they came: two events at one
//! moment stand in the order of their ids. Left out: what an event says beyond its subject; that stays with the event.

use std::collections::{BTreeMap, BTreeSet};

use crate::quantity::Duration;
use crate::setup::run_sheet::skip_of;
use crate::setup::sheet_table::Skip;

/// A run that nothing was heard of for longer is over: permit, leak test and gauges are asked anew. Longer than any break,
/// shorter than any night, so that a shift over midnight is one run. Source: `ours`.
pub const PAUSE: Duration = Duration::from_s(6.0 * 3_600.0);

/// A shop that cleans its tips by count does so after so many cuts. Source: `common_practice`: every 4 to 5.
pub const CLEAN_AFTER: u32 = 5;

/// What an event does.
#[derive(Clone, Debug, PartialEq, Eq)]
pub enum Kept {
    /// A step is done, or not any more.
    Step {
        /// Its key.
        key: String,
        /// Done, or open again.
        done: bool,
    },
    /// A step is left out, with a reason.
    Skip {
        /// Its key.
        key: String,
    },
    /// A cut was made.
    Cut {
        /// The line of the job.
        line: u128,
    },
    /// A clock was started or stopped.
    Timer {
        /// The step it belongs to.
        key: String,
        /// Started, or stopped.
        running: bool,
    },
    /// Something that only stands in the list: a reading, a note.
    Note,
    /// An earlier event does not count.
    Undo {
        /// Its id.
        event: u128,
    },
}

/// One thing that happened.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Event {
    /// Chosen by the tablet.
    pub id: u128,
    /// When, in microseconds of any one epoch.
    pub at: i64,
    /// What.
    pub what: Kept,
}

/// How a step stands.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum StepState {
    /// Not yet, or not any more.
    Open,
    /// Done.
    Done,
    /// Left out with a reason.
    Skipped,
}

/// A run as it stands.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Record {
    /// Every step that was touched, as the latest event left it.
    pub steps: BTreeMap<String, StepState>,
    /// Cuts that count, in the order in which they were made, by line.
    pub cuts: BTreeMap<u128, Vec<u128>>,
    /// Clocks, by step: when the running one was started.
    pub timers: BTreeMap<String, i64>,
    /// Events that were taken back.
    pub undone: BTreeSet<u128>,
}

/// Whether a step is never left out; its key is its code, and the gas where it has one.
fn is_never_skipped(key: &str) -> bool {
    let code = key.split(':').next().unwrap_or_default();
    skip_of(code).is_ok_and(|skip| skip == Some(Skip::Never))
}

/// Folds events into the record: the same for every order in which they come, and for events that come twice.
///
/// An undo cannot be undone: what was wrongly taken back is noted again.
#[must_use]
pub fn record(events: &[Event]) -> Record {
    let mut undone = BTreeSet::new();
    let mut all: BTreeMap<(i64, u128), &Event> = BTreeMap::new();
    for event in events {
        match event.what {
            Kept::Undo { event } => {
                undone.insert(event);
            }
            _ => {
                all.insert((event.at, event.id), event);
            }
        }
    }
    let mut out = Record { undone, ..Record::default() };
    for event in all.into_values() {
        if out.undone.contains(&event.id) {
            continue;
        }
        match &event.what {
            Kept::Step { key, done } => {
                let state = if *done { StepState::Done } else { StepState::Open };
                out.steps.insert(key.clone(), state);
            }
            // whatever a tablet once noted: what is never left out stays open until it is done
            Kept::Skip { key } if is_never_skipped(key) => {}
            Kept::Skip { key } => {
                out.steps.insert(key.clone(), StepState::Skipped);
            }
            Kept::Cut { line } => out.cuts.entry(*line).or_default().push(event.id),
            Kept::Timer { key, running: true } => {
                out.timers.insert(key.clone(), event.at);
            }
            Kept::Timer { key, running: false } => {
                out.timers.remove(key);
            }
            Kept::Note | Kept::Undo { .. } => {}
        }
    }
    out
}
