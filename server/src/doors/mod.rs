//! Who comes in and what they may do: keys, passwords, wrong tries, the one table of rights, and the middleware that asks it.
//!
//! A request is known by the key in its cookie (a session), by a bearer token, or, for what a tablet sends alone, by the
//! tablet's own key. Whether that may do what it asks stands in [`rights`], before paths and bodies are read.

pub mod cookie;
pub mod enter;
pub mod flood;
pub mod passkey;
pub mod password;
pub mod rights;
pub mod secret;
pub mod state;
pub mod totp;
pub mod tries;
