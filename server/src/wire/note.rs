//! Notes and cues of core in words.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::cut::{Cue, Level, Note};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::wire::text::{Section, with_values};
use crate::wire::trace::field_of;
use crate::wire::value::{ValueWire, Words, values};

/// A remark on the plan.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct NoteWire {
    /// info, caution, stop.
    #[schema(value_type = String)]
    pub level: Words,
    /// Code of its sentence.
    #[schema(value_type = String)]
    pub code: Words,
    /// The sentence.
    #[schema(value_type = String)]
    pub text: Words,
    /// The values inside it.
    #[schema(value_type = BTreeMap<String, ValueWire>)]
    pub values: BTreeMap<Words, ValueWire>,
}

impl NoteWire {
    /// How serious it is; the least where a stored row holds a word of another version.
    #[must_use]
    pub fn level(&self) -> Level {
        Level::of(&self.level).unwrap_or(Level::Info)
    }

    /// Whether it says stop.
    #[must_use]
    pub fn is_stop(&self) -> bool {
        self.level() == Level::Stop
    }
}

/// Notes of core in words.
#[must_use]
pub fn in_words(notes: &[Note]) -> Vec<NoteWire> {
    notes.iter().map(note).collect()
}

/// What eye and ear tell beside a number.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct CueWire {
    /// The field of this plan that it goes with.
    #[schema(value_type = String)]
    pub quantity: Words,
    /// Code of its sentence.
    #[schema(value_type = String)]
    pub code: Words,
    /// The sentence.
    #[schema(value_type = String)]
    pub text: Words,
}

/// A note of core in words.
pub fn note(note: &Note) -> NoteWire {
    NoteWire {
        level: note.level.code().into(),
        code: note.code.into(),
        text: with_values(Section::Notes, note.code, &note.values),
        values: values(&note.values),
    }
}

/// A cue of core in words.
pub fn cue(cue: &Cue) -> CueWire {
    CueWire {
        quantity: field_of(cue.quantity).into(),
        code: cue.code.into(),
        text: with_values(Section::Cues, cue.code, &[]),
    }
}
