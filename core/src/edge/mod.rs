//! The edge as it came out: what grade it has, and what made it poor.

pub mod accept;
mod beside;
pub mod diagnosis;
pub mod evidence;
pub mod face;
pub mod grade;
pub mod lost;
mod network;
pub mod predict;
pub mod recovery;
pub mod remedy;
pub mod signs;
pub mod sweep;
pub mod trouble;

pub use network::{Cause, Finding, Link, Network, PRIOR, Tuning, causes, findings, network};
