//! The reader of `reference/tables`, compiled in. Each domain reads its own tables, each once.

use std::sync::LazyLock;

use serde::de::DeserializeOwned;

use crate::error::{Error, Result};
use crate::solve::interpolate::LogTable;

/// Rows of a CSV table; lines that start with # are remarks.
pub(crate) fn rows<T: DeserializeOwned>(file: &'static str, text: &'static str) -> Result<Vec<T>> {
    csv::ReaderBuilder::new()
        .comment(Some(b'#'))
        .from_reader(text.as_bytes())
        .deserialize()
        .collect::<std::result::Result<Vec<T>, _>>()
        .map_err(|what| Error::Reference { file, what: what.to_string() })
}

/// The rows of a table by its file's name.
macro_rules! table {
    ($file:literal) => {
        $crate::reference::rows(
            $file,
            include_str!(concat!(env!("CARGO_MANIFEST_DIR"), "/../reference/tables/", $file)),
        )
    };
}
pub(crate) use table;

/// A table that is read when it is first asked for.
pub(crate) type Table<T> = LazyLock<Result<T>>;

/// What a table holds.
///
/// # Errors
/// [`Error::Reference`] when it cannot be read: a fault of the build that the tests catch.
pub(crate) fn read<T>(table: &'static Table<T>) -> Result<&'static T> {
    table.as_ref().map_err(Clone::clone)
}

/// A table that has no row for what is asked: a fault of the build.
pub(crate) fn no_row(file: &'static str, what: &str) -> Error {
    Error::Reference { file, what: format!("no row for {what}") }
}

/// A published band that changes with thickness.
#[derive(Clone, Debug)]
pub struct BandTable {
    low: LogTable,
    high: LogTable,
}

impl BandTable {
    /// A band of rows `(thickness, low, high)` in SI.
    pub(crate) fn new(file: &'static str, rows: &[(f64, f64, f64)]) -> Result<Self> {
        let column = |pick: fn(&(f64, f64, f64)) -> f64| {
            LogTable::new(rows.iter().map(|row| (row.0, pick(row)))).ok_or(Error::Reference {
                file,
                what: "thickness must rise and every figure be above zero".into(),
            })
        };
        Ok(Self { low: column(|row| row.1)?, high: column(|row| row.2)? })
    }

    /// `(low, high)` at a thickness in m.
    #[must_use]
    pub fn at(&self, thickness: f64) -> (f64, f64) {
        (self.low.at(thickness), self.high.at(thickness))
    }
}

/// A multiplier with the band it is met in.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Factor {
    /// The value to take.
    pub value: f64,
    /// Lowest met.
    pub low: f64,
    /// Highest met.
    pub high: f64,
}

impl Factor {
    /// No effect.
    pub const ONE: Self = Self { value: 1.0, low: 1.0, high: 1.0 };
}
