//! What people type, read and said back.

pub mod part;
pub mod typed;
