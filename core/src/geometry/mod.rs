//! The plane: points, lines and true arcs, and the contours made of them. m, y up, angles anticlockwise.
//!
//! Offsets, areas, crossings and distances come from the crate `cavalier_contours`, which keeps arcs; it is spoken to in
//! mm, in [`polyline`] alone.

mod affine;
mod contour;
mod outline;
mod point;
mod polyline;
mod segment;

pub use affine::Affine;
pub use contour::{Bounds, Contour, Nearest};
pub use outline::Outline;
pub use point::Point;
pub use segment::{Arc, Segment, Turn};
