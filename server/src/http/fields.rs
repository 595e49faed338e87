//! Reads the fields of a request one by one, so that every fault is told at once, each with
//! its path, its value and what is allowed.

use galvanon_core::code::Code;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use time::format_description::well_known::Rfc3339;
use time::{Date, OffsetDateTime};

use crate::error::{ApiError, ApiResult, FieldError};
pub use crate::http::number_field::NumberField;
use crate::wire::text::{Section, filled, sentence};
use crate::wire::unit::tidy;

/// A value as it was sent, whatever it is: the reader says what is wrong with it.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize)]
#[serde(transparent)]
pub struct Given(pub Value);

impl Given {
    /// Whether anything was sent.
    #[must_use]
    pub fn is_said(&self) -> bool {
        !self.0.is_null()
    }
}

/// The name of a field in words, or its path.
fn name(path: &str) -> String {
    sentence(Section::Fields, path).unwrap_or(path).to_owned()
}

fn in_words(value: &Value) -> String {
    match value {
        Value::String(text) => format!("\"{}\"", text.chars().take(60).collect::<String>()),
        Value::Null => "nothing".into(),
        other => other.to_string().chars().take(60).collect(),
    }
}

/// A field of the wrong shape.
#[must_use]
pub fn wrong_shape(path: &str, expected: &str, value: Value) -> FieldError {
    let message = filled(Section::Errors, "wrong_shape", |placeholder| match placeholder {
        "field" => Some(if path.is_empty() { "The request".into() } else { name(path) }),
        "expected" => Some(expected.to_owned()),
        _ => None,
    });
    FieldError {
        path: path.into(),
        code: "wrong_shape".into(),
        message,
        value,
        limits: None,
        allowed: None,
    }
}

/// The error of an unknown field, made from serde's message; `None` for other messages.
#[must_use]
pub fn path_of_unknown(parent: &str, message: &str) -> Option<FieldError> {
    let field = message.strip_prefix("unknown field `")?.split('`').next()?;
    // serde's path ends in the unknown field itself
    let path = if parent.ends_with(field) || parent.is_empty() {
        if parent.is_empty() { field.to_owned() } else { parent.to_owned() }
    } else {
        format!("{parent}.{field}")
    };
    let text = filled(Section::Errors, "unknown_field", |placeholder| {
        (placeholder == "field").then(|| path.clone())
    });
    let known = message.split_once("expected ").map(|(_, list)| list.replace('`', ""));
    let message = known.map_or(text.clone(), |list| format!("{text} Known: {list}."));
    Some(FieldError {
        path,
        code: "unknown_field".into(),
        message,
        value: Value::Null,
        limits: None,
        allowed: None,
    })
}

/// Collects the faults of a request.
#[derive(Debug, Default)]
pub struct Fields {
    /// What was wrong so far.
    pub errors: Vec<FieldError>,
}

impl Fields {
    /// A number in SI; the `default` (SI) when it is left out. A faulty one is noted and the
    /// lowest allowed stands in for it, so that the other fields are read too.
    pub fn number(
        &mut self,
        field: &NumberField<'_>,
        given: Option<&Given>,
        default: Option<f64>,
    ) -> f64 {
        let code = match given.map(|given| &given.0) {
            None | Some(Value::Null) => match default {
                Some(default) => return default,
                None => "missing",
            },
            Some(value) => match value.as_f64() {
                None => "not_a_number",
                // a count may be written as 6.0; 2.9 is none
                Some(number) if field.kind == Kind::Count && number.fract() != 0.0 => "not_whole",
                Some(number) => match field.range.check(field.to_si(number)) {
                    Ok(si) => return si,
                    Err(_) => "out_of_range",
                },
            },
        };
        let value = given.map_or(Value::Null, |given| given.0.clone());
        self.refuse_number(field, code, value);
        field.range.low
    }

    /// Notes a number that core refused, SI: however near it is, it is told as out of range.
    pub fn out_of_range(&mut self, field: &NumberField<'_>, si: f64) {
        self.refuse_number(field, "out_of_range", serde_json::json!(tidy(field.shown(si))));
    }

    fn refuse_number(&mut self, field: &NumberField<'_>, code: &str, value: Value) {
        let limits = field.limits();
        let printed = |number: f64| format!("{number} {}", limits.unit).trim().to_owned();
        let message = filled(Section::Errors, code, |placeholder| match placeholder {
            "field" => Some(name(&field.path)),
            "value" => Some(match value.as_f64() {
                Some(number) => printed(number),
                None => in_words(&value),
            }),
            "low" => Some(printed(limits.low)),
            "high" => Some(printed(limits.high)),
            _ => None,
        });
        self.errors.push(FieldError {
            path: field.path.clone(),
            code: code.into(),
            message,
            value,
            limits: Some(limits),
            allowed: None,
        });
    }

    /// A count; the `default` when it is left out. 6.0 is one, 2.9 is refused.
    #[allow(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "whole, of a range that begins at 0 or above"
    )]
    pub fn whole(
        &mut self,
        field: &NumberField<'_>,
        given: Option<&Given>,
        default: Option<u32>,
    ) -> u32 {
        self.number(field, given, default.map(f64::from)) as u32
    }

    /// A number in SI where one was said.
    pub fn number_if_said(
        &mut self,
        field: &NumberField<'_>,
        given: Option<&Given>,
    ) -> Option<f64> {
        let given = given.filter(|given| given.is_said())?;
        Some(self.number(field, Some(given), None))
    }

    /// A word of a choice; the `default` when it is left out. A faulty one is noted and the first of
    /// the choice stands in for it.
    pub fn code<T: Code>(&mut self, path: &str, given: Option<&Given>, default: Option<T>) -> T {
        self.code_of(T::ALL, path, given, default)
    }

    /// A word of a choice where one was said.
    pub fn optional<T: Code>(&mut self, path: &str, given: Option<&Given>) -> Option<T> {
        let given = given.filter(|given| given.is_said())?;
        Some(self.code(path, Some(given), None))
    }

    /// As [`Fields::code`], of a part of the choice.
    pub fn code_of<T: Code>(
        &mut self,
        some: &[T],
        path: &str,
        given: Option<&Given>,
        default: Option<T>,
    ) -> T {
        let choices: Vec<_> = some.iter().map(|one| (*one, one.code())).collect();
        self.choice(&choices, path, given, default)
    }

    /// One of some choices that have words of their own here; the `default` when it is left out. A
    /// faulty one is noted and the first choice stands in for it.
    pub fn choice<T: Copy>(
        &mut self,
        choices: &[(T, &'static str)],
        path: &str,
        given: Option<&Given>,
        default: Option<T>,
    ) -> T {
        let value = given.map_or(Value::Null, |given| given.0.clone());
        let found = value
            .as_str()
            .and_then(|code| choices.iter().find(|(_, known)| *known == code).map(|(it, _)| *it));
        match (found, &value, default) {
            (Some(found), ..) => return found,
            (None, Value::Null, Some(default)) => return default,
            _ => {}
        }
        let allowed: Vec<String> = choices.iter().map(|(_, code)| (*code).to_owned()).collect();
        self.unknown_choice(path, value, allowed);
        choices[0].0
    }

    /// Notes a choice that is none of the allowed ones.
    pub fn unknown_choice(&mut self, path: &str, value: Value, allowed: Vec<String>) {
        let code = if value.is_null() { "missing_choice" } else { "unknown_choice" };
        let message = filled(Section::Errors, code, |placeholder| match placeholder {
            "field" => Some(name(path)),
            "value" => Some(in_words(&value)),
            "allowed" => Some(allowed.join(", ")),
            _ => None,
        });
        self.errors.push(FieldError {
            path: path.into(),
            code: code.into(),
            message,
            value,
            limits: None,
            allowed: Some(allowed),
        });
    }

    /// Notes a fault by the code of its sentence, with words in place of its placeholders.
    pub fn refuse(&mut self, path: &str, code: &str, value: Value, words: &[(&str, String)]) {
        let message = filled(Section::Errors, code, |placeholder| match placeholder {
            "field" => Some(name(path)),
            known => words.iter().find(|(word, _)| *word == known).map(|(_, text)| text.clone()),
        });
        self.errors.push(FieldError {
            path: path.into(),
            code: code.into(),
            message,
            value,
            limits: None,
            allowed: None,
        });
    }

    /// Gives `value` when nothing was wrong.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with everything that was.
    pub fn done<T>(self, value: T) -> ApiResult<T> {
        if self.errors.is_empty() { Ok(value) } else { Err(ApiError::Invalid(self.errors)) }
    }

    /// A text of some length.
    pub fn text(&mut self, path: &str, text: &str, longest: usize) -> String {
        let trimmed = text.trim();
        if trimmed.is_empty() || text.chars().count() > longest {
            let expected = format!("1 to {longest} characters");
            let shown = Value::String(text.chars().take(60).collect());
            self.errors.push(wrong_shape(path, &expected, shown));
        }
        trimmed.to_owned()
    }

    /// A day as 2026-05-31; `None` when it is left out or faulty.
    pub fn day(&mut self, path: &str, given: Option<&str>) -> Option<Date> {
        let format = time::macros::format_description!("[year]-[month]-[day]");
        self.parsed(path, given, "a day as 2026-05-31", |text| Date::parse(text, &format).ok())
    }

    /// A time as 2026-05-31T09:00:00Z; `None` when it is left out or faulty.
    pub fn moment(&mut self, path: &str, given: Option<&str>) -> Option<OffsetDateTime> {
        let expected = "a time as 2026-05-31T09:00:00Z";
        self.parsed(path, given, expected, |text| OffsetDateTime::parse(text, &Rfc3339).ok())
    }

    fn parsed<T>(
        &mut self,
        path: &str,
        given: Option<&str>,
        expected: &str,
        parse: impl Fn(&str) -> Option<T>,
    ) -> Option<T> {
        let given = given?;
        let found = parse(given);
        if found.is_none() {
            self.errors.push(wrong_shape(path, expected, given.into()));
        }
        found
    }
}
