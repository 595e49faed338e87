//! Whether the steel can be cut.

pub mod cuttability;
