//! Jobs, their lines, cards and gas.

pub mod cards;
pub mod compare;
pub mod cut_lists;
pub mod draft;
pub mod figures;
pub mod gas_plan;
pub mod jobs;
pub mod kept_lists;
pub mod lines;
pub mod nest;
pub mod tips;
pub mod today;
pub mod work_draft;
pub mod workbook;
