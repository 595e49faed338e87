//! A value inside a sentence.

use std::borrow::Cow;
use std::collections::BTreeMap;

use galvanon_core::trace::{Measure, Named};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::wire::unit::{kind_code, unit, wire};

/// A word or sentence of ours: mostly one that stands in the program, so it is lent and not copied.
pub type Words = Cow<'static, str>;

/// A value inside a sentence.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct ValueWire {
    /// length, bore, gap, pressure, gas_flow, gas_volume, duration, speed, temperature, angle, ratio,
    /// percent, count, money, word.
    #[schema(value_type = String)]
    pub kind: Words,
    /// Its unit; empty for plain numbers and words.
    #[schema(value_type = String)]
    pub unit: Words,
    /// One number, or several of one kind; empty for a word.
    pub numbers: Vec<f64>,
    /// The code of a word.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub word: Option<Words>,
}

impl ValueWire {
    fn from_core(value: &Measure) -> Self {
        let (kind, numbers, word) = match value {
            Measure::Number(kind, si) => (Some(*kind), vec![wire(*kind, *si)], None),
            Measure::List(kind, list) => {
                (Some(*kind), list.iter().map(|si| wire(*kind, *si)).collect(), None)
            }
            Measure::Word(code) => (None, Vec::new(), Some(Cow::Borrowed(*code))),
        };
        Self {
            kind: Cow::Borrowed(kind.map_or("word", kind_code)),
            unit: Cow::Borrowed(kind.map_or("", |kind| unit(kind).0)),
            numbers,
            word,
        }
    }
}

/// The values of a sentence by their names.
pub fn values(named: &[Named]) -> BTreeMap<Words, ValueWire> {
    named.iter().map(|(name, value)| (Cow::Borrowed(*name), ValueWire::from_core(value))).collect()
}
