//! The other work of the torch: against closed forms, numpy's line and figures of the trade, and what must always hold.

#![allow(clippy::expect_used, clippy::panic, reason = "a test fails by saying what it expected")]

mod dial;
mod hazards;
mod heat;
mod kinds;
mod laws;
mod learned;
mod tips;

use galvanon_core::cut::Request;
use galvanon_core::error::Error;
use galvanon_core::note::Level;
use galvanon_core::quantity::Length;
use galvanon_core::work::stage::{Stage, WorkPlan};
use galvanon_core::work::{Asked, plan_work};

fn mm(value: f64) -> Length {
    Length::from_mm(value)
}

/// A shop of which nothing is known but that it burns acetylene.
fn shop() -> Request {
    Request::plate(mm(10.0), mm(300.0))
}

fn planned(asked: &Asked) -> WorkPlan {
    plan_work(asked, &shop()).unwrap_or_else(|errors| panic!("{asked:?}: {errors:?}"))
}

fn refused(asked: &Asked) -> Vec<Error> {
    plan_work(asked, &shop()).expect_err("a refusal")
}

fn stage<'a>(plan: &'a WorkPlan, code: &str) -> &'a Stage {
    plan.stages.iter().find(|stage| stage.code == code).unwrap_or_else(|| panic!("no {code}"))
}

fn codes(plan: &WorkPlan) -> Vec<&'static str> {
    plan.stages.iter().map(|stage| stage.code).collect()
}

fn has(plan: &WorkPlan, level: Level, code: &str) -> bool {
    plan.notes.iter().any(|note| note.level == level && note.code == code)
}

/// A number that a stage sets, SI.
fn set(stage: &Stage, name: &str) -> f64 {
    let found = stage.settings.iter().find(|(known, _)| *known == name);
    match found.unwrap_or_else(|| panic!("{} sets no {name}", stage.code)).1 {
        galvanon_core::trace::Measure::Number(_, value) => value,
        ref other => panic!("{other:?}"),
    }
}

fn input(errors: &[Error]) -> &'static str {
    match errors {
        [Error::OutOfRange { input, .. } | Error::Contradiction { input, .. }] => input,
        other => panic!("{other:?}"),
    }
}
