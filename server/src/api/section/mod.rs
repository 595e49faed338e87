//! Rolled shapes: found, drawn, asked for, laid out on paper.

pub mod profiles;
pub mod read;
pub mod refusal;
pub mod request;
pub mod template;
