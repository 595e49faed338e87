//! At the torch: in which order it is set up, lit, used and shut down, and what is kept of it.

pub mod record;
pub mod run_sheet;

pub use record::{Event, Kept, Record, record};
pub use run_sheet::{
    FirstCylinder, Lighting, Phase, Place, Setup, Shutdown, Step, StepLevel, TorchKind, ValveTurns,
    run_sheet,
};
