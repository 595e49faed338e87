//! One stroke of the torch: from what is asked to what is set, with every number's chain.
//!
//! [`plan`] is the door. Each quantity stands in a file of its own. Theory: docs/model/cut.md.

mod balance;
mod consumption;
mod cue;
mod kerf;
pub mod limits;
mod note;
mod preheat_time;
mod pressure;
mod request;
mod settings;
mod speed;
mod steel_notes;
mod tip_plan;

pub use consumption::{Amounts, Times};
pub use cue::Cue;
pub use note::{Level, Note, Verdict};
pub use request::{
    CutInput, Direction, Factors, GasInput, Handedness, Policy, PressureSchool, Process, Quality,
    Request, Start, SteelInput, Tip,
};
pub use settings::{Settings, plan};
