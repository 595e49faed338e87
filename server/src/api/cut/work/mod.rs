//! The other work of the torch, as a line of a job or by itself: what is asked, and what it comes to.

pub mod read;
pub mod reply;
pub mod request;
