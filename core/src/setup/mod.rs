//! At the torch: in which order it is set up, lit, used and shut down, and what is kept of it.

pub mod asked;
pub mod clearance;
mod phase;
pub mod record;
pub mod run_sheet;
mod sheet_table;

pub use asked::{
    Depth, FirstBled, FirstCylinder, Lighting, Place, Setup, Shutdown, TorchKind, Unsaid,
    ValveTurns,
};
pub use phase::Phase;
pub use record::{Event, Kept, Record, record};
pub use run_sheet::{Step, run_sheet, skip_of};
pub use sheet_table::{Skip, StepLevel};
