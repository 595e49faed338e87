//! Sentences of `reference/text/en.toml`, filled with values in the contract's units.
//!
//! The screen fills the same sentences in its reader's units; the code and values that stand
//! beside each text are for that.

use std::borrow::Cow;
use std::collections::HashMap;
use std::sync::LazyLock;

use galvanon_core::trace::{Kind, Measure, Named};
use serde::Deserialize;

use crate::wire::unit::{in_contract_unit, unit};

/// Sentences of one section by code, each cut at its placeholders.
type SectionOfFile = HashMap<String, Sentence>;

/// A sentence: text, then a name and the text after it, for each placeholder.
#[derive(Debug, Deserialize)]
#[serde(from = "String")]
struct Sentence {
    whole: String,
    head: String,
    parts: Vec<(String, String)>,
}

impl From<String> for Sentence {
    fn from(whole: String) -> Self {
        let mut pieces = whole.split('{');
        let head = pieces.next().unwrap_or_default().to_owned();
        let part = |piece: &str| {
            let (name, text) = piece.split_once('}').unwrap_or((piece, ""));
            (name.to_owned(), text.to_owned())
        };
        Self { head, parts: pieces.map(part).collect(), whole }
    }
}

/// The sentences by section and code.
#[derive(Debug, Default, Deserialize)]
pub struct Sentences {
    words: SectionOfFile,
    notes: SectionOfFile,
    cues: SectionOfFile,
    trace: SectionOfFile,
    stays: SectionOfFile,
    troubles: SectionOfFile,
    steps: SectionOfFile,
    run: SectionOfFile,
    relations: SectionOfFile,
    problems: SectionOfFile,
    assumed: SectionOfFile,
    errors: SectionOfFile,
    fields: SectionOfFile,
    work_title: SectionOfFile,
    work_does: SectionOfFile,
    work_watch: SectionOfFile,
    work_stop: SectionOfFile,
}

/// A section of the sentences.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Section {
    /// What a code of a choice is called.
    Words,
    /// Notes of a plan.
    Notes,
    /// Cues for eye and ear.
    Cues,
    /// Steps of a trace.
    Trace,
    /// Why a number stays.
    Stays,
    /// Troubles at flame and torch.
    Troubles,
    /// What to do, a step at a time.
    Steps,
    /// The order of work at the torch.
    Run,
    /// How an edge is predicted.
    Relations,
    /// Problems of a typed line.
    Problems,
    /// What was assumed in a typed line.
    Assumed,
    /// Refusals of an input.
    Errors,
    /// Names of fields.
    Fields,
    /// What a stage of other work is called.
    WorkTitle,
    /// What is done in it.
    WorkDoes,
    /// What is watched in it.
    WorkWatch,
    /// When it is over.
    WorkStop,
}

static SENTENCES: LazyLock<Sentences> = LazyLock::new(|| {
    // a test reads the file as strictly; a faulty one shows codes in place of sentences
    toml::from_str(include_str!("../../../reference/text/en.toml")).unwrap_or_default()
});

fn found(section: Section, code: &str) -> Option<&'static Sentence> {
    let all = &*SENTENCES;
    let section = match section {
        Section::Words => &all.words,
        Section::Notes => &all.notes,
        Section::Cues => &all.cues,
        Section::Trace => &all.trace,
        Section::Stays => &all.stays,
        Section::Troubles => &all.troubles,
        Section::Steps => &all.steps,
        Section::Run => &all.run,
        Section::Relations => &all.relations,
        Section::Problems => &all.problems,
        Section::Assumed => &all.assumed,
        Section::Errors => &all.errors,
        Section::Fields => &all.fields,
        Section::WorkTitle => &all.work_title,
        Section::WorkDoes => &all.work_does,
        Section::WorkWatch => &all.work_watch,
        Section::WorkStop => &all.work_stop,
    };
    section.get(code)
}

/// The sentence of a code, if there is one.
#[must_use]
pub fn sentence(section: Section, code: &str) -> Option<&'static str> {
    found(section, code).map(|sentence| sentence.whole.as_str())
}

/// The sentence of a code with `fill` in place of each `{name}`; the code itself when there
/// is no sentence.
pub fn filled(section: Section, code: &str, fill: impl Fn(&str) -> Option<String>) -> String {
    let Some(sentence) = found(section, code) else { return code.to_owned() };
    let mut out = String::with_capacity(sentence.whole.len() + 32);
    out.push_str(&sentence.head);
    for (name, text) in &sentence.parts {
        match fill(name) {
            Some(value) => out.push_str(&value),
            None => out.extend(["{", name, "}"]),
        }
        out.push_str(text);
    }
    out
}

/// A sentence of core filled with its values.
#[must_use]
pub fn with_values(section: Section, code: &'static str, values: &[Named]) -> Cow<'static, str> {
    match found(section, code) {
        None => Cow::Borrowed(code),
        Some(sentence) if sentence.parts.is_empty() => Cow::Borrowed(&sentence.whole),
        Some(_) => Cow::Owned(filled(section, code, |name| {
            values.iter().find(|(known, _)| *known == name).map(|(_, value)| printed(value))
        })),
    }
}

fn number(kind: Kind, si: f64) -> String {
    let digits = unit(kind).2;
    let text = format!("{:.digits$}", in_contract_unit(kind, si));
    if text.contains('.') {
        text.trim_end_matches('0').trim_end_matches('.').to_owned()
    } else {
        text
    }
}

fn with_unit(text: &str, kind: Kind) -> String {
    match unit(kind).0 {
        "" => text.to_owned(),
        "°" => format!("{text}°"),
        unit => format!("{text} {unit}"),
    }
}

/// What a code inside of a sentence is called: a choice, or a stage of other work.
fn word(code: &str) -> Option<&'static str> {
    sentence(Section::Words, code).or_else(|| sentence(Section::WorkTitle, code))
}

/// A value printed in the contract's unit.
#[must_use]
pub fn printed(value: &Measure) -> String {
    match value {
        Measure::Number(kind, si) => with_unit(&number(*kind, *si), *kind),
        Measure::List(kind, list) => {
            let all: Vec<_> = list.iter().map(|si| number(*kind, *si)).collect();
            with_unit(&all.join(", "), *kind)
        }
        Measure::Word(code) => word(code).unwrap_or(code).to_owned(),
    }
}

/// What a code is called.
pub fn words(code: &'static str) -> String {
    with_values(Section::Words, code, &[]).into_owned()
}

/// What a cause is called.
#[must_use]
pub fn cause_words(code: &str) -> String {
    sentence(Section::Words, code).map_or_else(|| code.replace('_', " "), str::to_owned)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_file_is_read_whole() {
        let read: Result<Sentences, _> =
            toml::from_str(include_str!("../../../reference/text/en.toml"));
        assert!(read.is_ok_and(|s| s.notes.len() > 20 && s.trace.len() > 50));
    }

    #[test]
    fn values_are_printed_in_the_units_of_the_contract() {
        for (value, printed_as) in [
            (Measure::Number(Kind::Length, 0.01905), "19.1 mm"),
            (Measure::Number(Kind::Pressure, 275e3), "275 kPa"),
            (Measure::Number(Kind::Temperature, 293.15), "20 °C"),
            (Measure::List(Kind::Bore, vec![0.0015, 0.0017]), "1.5, 1.7 mm"),
            (Measure::Word("light_rust"), "light rust"),
        ] {
            assert_eq!(printed(&value), printed_as);
        }
    }
}
