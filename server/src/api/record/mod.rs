//! What was burnt.

pub mod burns;
