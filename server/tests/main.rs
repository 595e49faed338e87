//! The server against a real database: one binary, a module for each concern.

#![allow(
    clippy::unwrap_used,
    clippy::expect_used,
    clippy::panic,
    reason = "a test fails by saying what it expected"
)]
#![allow(missing_docs, reason = "tests are named as sentences")]

mod backup;
mod busy;
mod faults;
mod guard;
mod never_500;
mod openapi;
mod rack;
mod service;
mod test_app;
mod tips;
mod tls;
mod yard;

mod doors {
    mod around;
    mod attacks;
    mod clearances;
    mod passkeys;
    mod rights;
    mod signing_in;
    mod tablets;
}

mod record {
    mod job;
    mod learned;
    mod log;
    mod notebook;
    mod pure;
    mod quotes;
    mod stores;
    mod tips;
    mod trials;
}

mod run {
    mod events;
    mod gas;
    mod rack;
    mod runs;
    mod schools;
}

mod edge {
    mod diagnosis;
    mod kept;
    mod mend;
}

mod entry {
    mod cut_lists;
    mod strange;
    mod typed;
}

mod job {
    mod figures;
    mod lists;
    mod nest;
    mod precedence;
    mod rows;
    mod storage;
    mod works;
}

mod layout {
    mod files;
    mod lines;
    mod marking;
    mod nest;
    mod paths;
    mod read;
}

mod cut {
    mod contract;
    mod engine;
    mod sections;
    mod sentences;
    mod work;
}
