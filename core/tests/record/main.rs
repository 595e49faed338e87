//! The record: what burns teach, two ways held against each other, and what a quote is worth.

#![allow(
    clippy::expect_used,
    clippy::unwrap_used,
    reason = "a test fails by saying what it expected"
)]

mod compare;
mod learn;
mod own;
mod poor_edges;
mod quote;
mod share;
mod shops;
mod trial;
