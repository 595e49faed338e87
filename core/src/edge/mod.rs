//! The edge as it came out: what grade it has, and what made it poor.

pub mod diagnosis;
pub mod evidence;
pub mod grade;
mod network;

pub use network::{Cause, Finding, causes, findings};
