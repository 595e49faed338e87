//! Laying out: from a drawing or a few dimensions to the paths of the tip.
//!
//! [`join`](join::join) makes parts of a drawing's lines, [`Shape`](shapes::Shape) of dimensions; [`lay`](paths::lay)
//! finds how the tip runs. Theory: docs/model/layout.md.

pub mod asked;
pub mod circle;
pub mod curve;
pub mod cut;
pub mod drop;
pub mod join;
pub mod kerf;
pub mod laid;
pub mod lead;
pub mod line_check;
pub mod marking;
pub mod marks;
mod notes;
pub mod order;
pub mod part;
pub mod paths;
pub mod shapes;
mod stops;
pub mod strips;
pub mod tabs;
