//! What can be wrong with an input, with the value given and what is allowed.

use std::fmt;

/// Why an answer is refused. Values and limits are in `unit`, an SI unit.
#[non_exhaustive]
#[derive(Clone, Debug, PartialEq)]
pub enum Error {
    /// A number outside what is possible, or not a number at all.
    OutOfRange {
        /// Which input, by its field name without unit.
        input: &'static str,
        /// The value given.
        value: f64,
        /// The lowest value allowed.
        low: f64,
        /// The highest value allowed.
        high: f64,
        /// The unit of value and limits.
        unit: &'static str,
    },
    /// A word that is none of the allowed ones.
    UnknownChoice {
        /// Which input.
        input: &'static str,
        /// The word given.
        value: String,
        /// Every word allowed.
        allowed: Vec<&'static str>,
    },
    /// An input that this case cannot do without.
    Missing {
        /// Which input.
        input: &'static str,
        /// What needs it, as a code.
        needed_for: &'static str,
    },
    /// Two inputs that cannot both be true.
    Contradiction {
        /// The input at fault.
        input: &'static str,
        /// Code of the sentence that says why.
        code: &'static str,
        /// Its value, in `unit`.
        value: f64,
        /// The value it contradicts.
        against: f64,
        /// The unit of both.
        unit: &'static str,
    },
    /// A bracketed search found no sign change.
    NoSolution {
        /// What was searched.
        what: &'static str,
        /// Lower end of the bracket, SI.
        low: f64,
        /// Upper end of the bracket, SI.
        high: f64,
    },
    /// A row of a reference table cannot be read: a fault of the build, not of the person.
    Reference {
        /// The table's file name.
        file: &'static str,
        /// What is wrong, with the row.
        what: String,
    },
}

impl fmt::Display for Error {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::OutOfRange { input, value, low, high, unit } => {
                write!(out, "{input} is {value} {unit}; it must be {low} to {high} {unit}")
            }
            Self::UnknownChoice { input, value, allowed } => {
                write!(out, "{input} is \"{value}\"; it must be one of {}", allowed.join(", "))
            }
            Self::Missing { input, needed_for } => {
                write!(out, "{input} is missing; {needed_for} needs it")
            }
            Self::Contradiction { input, code, value, against, unit } => {
                write!(out, "{input} is {value} {unit} against {against} {unit}: {code}")
            }
            Self::NoSolution { what, low, high } => {
                write!(out, "{what} has no solution between {low} and {high}")
            }
            Self::Reference { file, what } => write!(out, "reference table {file}: {what}"),
        }
    }
}

impl std::error::Error for Error {}

/// The result of a computation that can be refused.
pub type Result<T> = std::result::Result<T, Error>;
