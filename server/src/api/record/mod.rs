//! What was burnt, what it teaches, and what a list of cuts is worth.

pub mod burns;
pub mod quote;
pub mod trial;
pub mod update;
