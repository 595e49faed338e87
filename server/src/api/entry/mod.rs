//! What people type, read and said back.

pub mod typed;
