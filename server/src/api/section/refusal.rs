//! What is said of a shape or a length that has no room.

use galvanon_core::section::asked::PIECE;
use galvanon_core::trace::{Kind, Measure};
use serde_json::json;

use crate::error::Limits;
use crate::http::fields::Fields;
use crate::wire::text::{Section, filled, printed};

/// Refusals of a length that must be at least what it is held against; of others it must be at most that.
pub const AT_LEAST: [&str; 4] =
    ["cope_in_fillet", "shorter_than_its_radius", "too_little_web", "header_too_small"];

/// A length that has no room, m.
#[derive(Clone, Copy, Debug)]
pub struct Broke<'a> {
    /// What is wrong, as a code.
    pub code: &'a str,
    /// The length.
    pub value: f64,
    /// What it is held against.
    pub against: f64,
}

/// Notes a length that has no room, with the limit it broke.
pub fn refuse_length(fields: &mut Fields, path: &str, broke: &Broke<'_>) {
    let Broke { code, value, against } = *broke;
    let mm = |m: f64| (m * 1e6).round() / 1e3;
    let (low, high) =
        if AT_LEAST.contains(&code) { (mm(against), mm(PIECE.high)) } else { (0.0, mm(against)) };
    let say = |m: f64| printed(&Measure::Number(Kind::Length, m));
    let words = [("value", say(value)), ("low", say(against)), ("high", say(against))];
    fields.refuse(path, code, json!(mm(value)), &words);
    if let Some(error) = fields.errors.last_mut() {
        error.limits = Some(Limits { low, high, unit: "mm".into() });
    }
}

/// A name that no shape has, with the nearest ones.
pub fn no_such_shape(typed: &str, nearest: &[String]) -> String {
    filled(Section::Errors, "no_such_shape", |placeholder| match placeholder {
        "typed" => Some(typed.to_owned()),
        "nearest" => Some(nearest.join(", ")),
        _ => None,
    })
}

/// The field of the wire that an input of core stands in.
pub fn field_of(input: &str) -> String {
    match input {
        "cut.angle" => "cut.angle_deg".into(),
        "wall" => "custom.web_mm".into(),
        "size" => "custom.depth_mm".into(),
        other => format!("{other}_mm"),
    }
}
