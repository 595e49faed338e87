//! Long computations: on a bounded pool of threads, in a queue, each for a limited time, each caller with a share.
//!
//! A handler takes a [`Worker`] and hands it the work. The work runs off the threads that serve, so that requests from the
//! torch never wait behind it; it ends when its time is over or when the caller closes the connection: core's long loops
//! ask [`galvanon_core::cancel::cancelled`].

mod pool;
mod worker;

pub use pool::{Asker, Pool, aside};
pub use worker::Worker;
