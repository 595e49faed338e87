//! Small things that once took the server down. A binary of its own: each answer is timed, and nothing else runs beside it.

#![allow(
    clippy::unwrap_used,
    clippy::expect_used,
    clippy::panic,
    reason = "a test fails by saying what it expected"
)]
#![allow(missing_docs, reason = "tests are named as sentences")]

mod files;
mod fuzz;

mod large;
mod server;
mod slow;
