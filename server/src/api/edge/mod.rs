//! The edge as it came out: signs, causes, grade, what a plan leads one to expect, and what is kept of it.

pub mod diagnosis;
pub mod face;
pub mod grade;
pub mod kept;
pub mod on_record;
pub mod photos;
pub mod prediction;
pub mod recovery;
pub mod signs;
pub mod trouble;
pub mod weights;
