//! Reads what people type and paste: the quick-entry line, single fields, cut lists, makers'
//! charts.
//!
//! Units are never guessed in silence. A bare fraction is inches, and that is said back; a
//! bare number in a line is marked and asked; in a field the unit shown beside it applies.
//!
//! ```
//! use galvanon_core::entry::line::read;
//!
//! let line = read("4x 3/4 plate 36in guided, rust");
//! assert!(line.problems.is_empty());
//! assert_eq!(line.understood.echo(), "4x 3/4 in plate, 36 in, guided, light rust");
//! ```

pub mod chart;
pub mod chart_column;
pub mod column;
pub mod cut_list;
pub mod field;
pub mod line;
pub mod measure;
pub mod notebook;
pub mod part;
mod part_said;
mod part_words;
mod reader;
mod resolve;
mod resolve_faces;
mod resolve_lengths;
mod resolve_section;
pub mod said;
pub mod shape;
pub mod table;
mod token;
mod words;
pub mod work;

/// The longest text that is read, in characters.
pub const LONGEST: usize = 2_000;
