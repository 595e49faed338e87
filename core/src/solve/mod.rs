//! Numerical methods without trade knowledge.

pub mod interpolate;
pub mod root;
