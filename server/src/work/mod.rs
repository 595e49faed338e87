//! What the application does by itself, behind the answers.

pub mod figures;
