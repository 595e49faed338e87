//! Laying out: parts of drawings and dimensions, their paths, their files. A part is read and laid out before a cut
//! is planned by it; its paths by a whole plan, and its files, come after. Nothing here is kept.

pub mod asked;
pub mod contour;
mod dxf_in;
pub mod file;
pub mod laid;
pub mod line_check;
pub mod marking;
pub mod nest;
pub mod out;
pub mod path;
pub mod paths;
pub mod post;
pub mod read;
pub mod shape;
mod svg_in;
mod svg_path;
