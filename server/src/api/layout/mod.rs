//! Laying out: parts of drawings and dimensions, their paths, their files. Nothing here is kept.

pub mod asked;
pub mod contour;
mod dxf_in;
pub mod file;
pub mod line_check;
pub mod out;
pub mod paths;
pub mod read;
pub mod shape;
mod svg_in;
mod svg_path;
