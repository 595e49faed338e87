//! The other work of the torch over HTTP: asked, read and planned in stages. Nothing is kept.

pub mod plan;
