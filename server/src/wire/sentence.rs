//! A sentence of ours by its code.

use std::collections::BTreeMap;

use galvanon_core::trace::Named;
use serde::Serialize;
use utoipa::ToSchema;

use crate::wire::text::{Section, with_values};
use crate::wire::value::{ValueWire, Words, values};

/// A sentence by its code.
#[derive(Clone, Debug, PartialEq, Serialize, ToSchema)]
pub struct SentenceWire {
    /// Its code.
    #[schema(value_type = String)]
    pub code: Words,
    /// The sentence.
    #[schema(value_type = String)]
    pub text: Words,
    /// The values inside it.
    #[schema(value_type = BTreeMap<String, ValueWire>)]
    pub values: BTreeMap<Words, ValueWire>,
}

impl SentenceWire {
    /// The sentence of a code of core.
    #[must_use]
    pub fn of(section: Section, code: &'static str, named: &[Named]) -> Self {
        let text = with_values(section, code, named);
        Self { code: code.into(), text, values: values(named) }
    }
}
