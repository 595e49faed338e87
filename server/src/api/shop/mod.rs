//! What the shop owns and how it sets itself up.

pub mod chart_file;
pub mod gear;
pub mod settings;
