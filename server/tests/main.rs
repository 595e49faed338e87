//! The server against a real database: one binary, a module for each concern.

#![allow(
    clippy::unwrap_used,
    clippy::expect_used,
    clippy::panic,
    reason = "a test fails by saying what it expected"
)]
#![allow(missing_docs, reason = "tests are named as sentences")]

mod contract;
mod cut_lists;
mod edge;
mod engine;
mod entry;
mod faults;
mod figures;
mod guard;
mod kept;
mod lists;
mod mend;
mod never_500;
mod openapi;
mod rack;
mod rows;
mod run;
mod run_rack;
mod runs;
mod sections;
mod sentences;
mod storage;
mod strange;
mod test_app;
mod tls;
mod yard;
