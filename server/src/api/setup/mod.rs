//! The order of work at the torch.

pub mod run_sheet;
pub mod said;
