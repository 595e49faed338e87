//! Structural sections: shapes as outlines with elements, found as people type them.

pub mod catalogue;
pub mod outline;
pub mod profile;

pub use catalogue::{Found, find, profiles, search};
pub use profile::{Family, Profile};
