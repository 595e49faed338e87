//! A layout as a file that other tools read.

mod drawn;
mod dxf;
pub mod file;
mod gcode;
mod marks_csv;
mod svg;
mod template;
