//! Structural sections: shapes as outlines with elements, found as people type them, and the strokes that cut them.

pub mod asked;
pub mod balance;
pub mod carry;
pub mod catalogue;
mod custom;
pub mod development;
mod fits;
pub mod freed;
pub mod held;
pub mod ligament;
mod notch;
pub mod outline;
pub mod panel;
mod panels;
pub mod profile;
pub mod reach;
pub mod stroke;
pub mod strokes;
mod through;

pub use asked::{Cut, kinds};
pub use catalogue::{Found, find, name_at, profiles, search};
pub use custom::BY_HAND;
pub use profile::{Family, Profile};
pub use reach::{Access, Attitude, Side};
pub use stroke::{Stroke, StrokeStart};
pub use strokes::{Asked, Strokes, Way, strokes};
