//! A cut of a shape: its strokes planned one by one, added up way by way, with what comes free and what holds it.

mod cut;
mod notes;
pub mod plan;
mod strokes;

pub use cut::plan_section;
pub use strokes::{TURN, stroke_plan};
