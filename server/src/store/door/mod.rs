//! The tables of the doors: who may come in, by what, and what was done there. Keys come hashed; nothing here knows one.

pub mod audit;
pub mod credentials;
pub mod devices;
pub mod invitations;
pub mod passkeys;
pub mod sessions;
pub mod tokens;
pub mod tries;

/// SHA-256 of a key.
pub type KeyHash = [u8; 32];
