//! From the rows of a shop, a job's rig and a line to a whole request.

pub mod against;
pub mod cleared;
pub mod cylinder_log;
pub mod gear_checked;
pub mod gear_fields;
pub mod job;
pub mod learning;
pub mod merge;
pub mod rack;
pub mod rig;
pub mod settings;
pub mod shop;
pub mod supply;
pub mod taught;
pub mod told;
