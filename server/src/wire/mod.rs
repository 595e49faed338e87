//! Types of core as JSON, each once; the only place that rounds.

pub mod band;
pub mod money;
pub mod note;
pub mod run_event;
pub mod sentence;
pub mod setup;
pub mod text;
pub mod trace;
pub mod unit;
pub mod usual;
pub mod value;
