//! Charts of tips, read in.

pub mod charts;
pub mod request;
