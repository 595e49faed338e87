//! Gas on its own: flow, setting, contents, withdrawal.

pub mod contents;
pub mod hose;
pub mod orifice;
pub mod pressure;
pub mod regulator;
pub mod withdrawal;
