//! One stroke of the torch: from what is asked to what is set, with every number's chain.
//!
//! [`plan`] is the door. Each quantity stands in a file of its own. Theory: docs/model/cut.md.

mod at_hand;
mod balance;
pub mod compare;
mod consumption;
pub mod cost;
mod cue;
pub mod draw;
pub(crate) mod flame_flow;
pub mod job_tips;
mod kerf;
pub mod limits;
mod policy;
pub mod practice;
pub(crate) mod preheat_time;
pub(crate) mod pressure;
pub mod prices;
mod request;
pub mod section;
pub(crate) mod settings;
mod speed;
pub(crate) mod stands;
pub(crate) mod steel_notes;
pub(crate) mod tip_plan;
pub mod work;

pub use consumption::{Amounts, Flows, Times};
pub use cost::Cost;
pub use cue::Cue;
pub use policy::{Direction, Handedness, Policy, PressureSchool};
pub use practice::own::{Factors, Own};
pub use preheat_time::RESTART_FACTOR;
pub use prices::Prices;
pub use request::{
    Access, CutInput, GasInput, Process, Quality, Request, ScrapSide, Start, SteelInput, Stroke,
    USUAL_HOSE,
};
pub use settings::{Settings, plan};
pub use speed::purity_factor;
pub use stands::{ACETYLENE_CEILING, OXYGEN_HIGHEST};
pub use work::Work;

pub use crate::note::{Level, Note, Verdict};
pub use crate::tip::owned::Tip;
