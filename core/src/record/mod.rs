//! The shop's record: what its own burns teach, which of two ways is better, and what a job is worth; what poor edges cost.
//!
//! [`learn`](learn::learn) finds how the shop's burns lie against its plans; [`judge`](compare::judge) holds two ways against
//! each other; [`price`](quote::price) makes a quote. Theory: docs/model/record.md.

pub mod class;
pub mod compare;
pub mod done;
pub mod learn;
pub mod one_more;
pub mod poor_edges;
pub mod quote;
mod tree;
pub mod trial;
pub mod truer;
pub mod update;
pub mod way;
