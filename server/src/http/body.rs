//! Reads a JSON body; what cannot be read is told with its path.

use std::future::Future;
use std::pin::Pin;
use std::time::Duration;

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest, web};
use serde::de::DeserializeOwned;
use serde::de::value::MapDeserializer;
use serde_json::Value;

use crate::config::{BODY_LIMIT, BODY_SECONDS};
use crate::error::{ApiError, ApiResult};
use crate::http::fields::{Fields, path_of_unknown, wrong_shape};
use crate::http::incoming::{self, BodyTime, Intake, NotWhole};
use crate::queue::Worker;

/// How large a body may be where it may be larger than elsewhere, bytes.
#[derive(Clone, Copy, Debug)]
pub struct Limit(pub usize);

/// A JSON body that was read, and the JSON itself.
#[derive(Debug)]
pub struct Body<T> {
    /// What it says.
    pub value: T,
    /// As it was sent.
    pub json: Value,
}

/// The limits of a body: its size, and the server's time for any body, 30 s by default.
fn intake(request: &HttpRequest, most: usize) -> Intake {
    let time = request.app_data::<web::Data<BodyTime>>().map(|time| time.0);
    Intake { most, time: time.unwrap_or(Duration::from_secs(BODY_SECONDS)) }
}

/// Reads a body as it was sent.
///
/// # Errors
/// What kept it from being read whole.
pub async fn bytes(
    request: &HttpRequest,
    payload: Payload,
    most: usize,
) -> Result<web::Bytes, NotWhole> {
    incoming::read(payload, intake(request, most)).await
}

impl<T: DeserializeOwned + Send + 'static> FromRequest for Body<T> {
    type Error = ApiError;
    type Future = Pin<Box<dyn Future<Output = ApiResult<Self>>>>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let (request, payload) = (request.clone(), payload.take());
        let of_files = request.app_data::<Limit>().copied();
        let limit = of_files.map_or(BODY_LIMIT, |limit| limit.0);
        Box::pin(async move {
            let bytes = match bytes(&request, payload, limit).await {
                Ok(bytes) => bytes,
                Err(why) => return why.unless_too_large(|| ApiError::TooLarge(limit)),
            };
            if bytes.len() > BODY_LIMIT {
                // a large body takes a serving thread too long
                let worker = Worker::of(&request)?;
                return worker.run(move || parsed(&bytes, of_files.is_some())).await;
            }
            parsed(&bytes, of_files.is_some())
        })
    }
}

/// Parses a body. A NUL character in a file is left to the reader of that file, which names the format.
fn parsed<T: DeserializeOwned>(bytes: &[u8], is_file: bool) -> ApiResult<Body<T>> {
    let json: Value =
        serde_json::from_slice(bytes).map_err(|error| unreadable(&error.to_string()))?;
    if !is_file && let Some(path) = nul_in(&json, String::new()) {
        let expected = "text without the character U+0000";
        return Err(ApiError::Invalid(vec![wrong_shape(&path, expected, Value::Null)]));
    }
    Ok(Body { value: read(&json)?, json })
}

/// Where the one character stands that PostgreSQL keeps in no text.
fn nul_in(json: &Value, path: String) -> Option<String> {
    let under =
        |part: &str| if path.is_empty() { part.to_owned() } else { format!("{path}.{part}") };
    match json {
        Value::String(text) => text.contains('\0').then_some(path),
        Value::Array(all) => {
            all.iter().enumerate().find_map(|(i, each)| nul_in(each, under(&i.to_string())))
        }
        Value::Object(all) => all.iter().find_map(|(key, each)| {
            if key.contains('\0') { Some(path.clone()) } else { nul_in(each, under(key)) }
        }),
        _ => None,
    }
}

fn unreadable(why: &str) -> ApiError {
    ApiError::Invalid(vec![wrong_shape("", &format!("a JSON object ({why})"), Value::Null)])
}

/// Reads a value; every fault names its path.
///
/// # Errors
/// [`ApiError::Invalid`] with the field that could not be read.
pub fn read<T: DeserializeOwned>(json: &Value) -> ApiResult<T> {
    serde_path_to_error::deserialize(json).map_err(|error| fault(&error, json))
}

/// Reads a value from its parts in this order: what a part means may hang on one before it.
///
/// # Errors
/// [`ApiError::Invalid`] with the field that could not be read.
pub fn read_parts<T: DeserializeOwned>(parts: &[(&'static str, Value)]) -> ApiResult<T> {
    let whole = parts.iter().map(|(name, value)| ((*name).to_owned(), value.clone()));
    let whole = Value::Object(whole.collect());
    let parts = MapDeserializer::<_, serde_json::Error>::new(parts.iter().cloned());
    serde_path_to_error::deserialize(parts).map_err(|error| fault(&error, &whole))
}

fn fault(error: &serde_path_to_error::Error<serde_json::Error>, json: &Value) -> ApiError {
    let path = error.path().to_string();
    let path = if path == "." { String::new() } else { path };
    let message = error.inner().to_string();
    if let Some(field) = message.strip_prefix("missing field `").and_then(|it| it.split('`').next())
    {
        let path = if path.is_empty() { field.to_owned() } else { format!("{path}.{field}") };
        let mut fields = Fields::default();
        fields.refuse(&path, "missing_part", Value::Null, &[]);
        return ApiError::Invalid(fields.errors);
    }
    ApiError::Invalid(vec![match path_of_unknown(&path, &message) {
        Some(field) => field,
        None if is_secret(json, &path) => wrong_shape(&path, &in_words(&message), Value::Null),
        None => wrong_shape(&path, &in_words(&message), at(json, &path)),
    }])
}

/// Fields that hold a secret; a `code` beside one of them is a secret too. Their values never come back.
const SECRETS: [&str; 4] = ["password", "pin", "secret", "token"];

fn is_secret(json: &Value, path: &str) -> bool {
    let name = path.split(['.', '[']).find(|part| !part.is_empty()).unwrap_or_default();
    let of_a_door = || SECRETS.iter().any(|secret| json.get(secret).is_some());
    SECRETS.contains(&name) || name == "code" && of_a_door()
}

/// What a reader of JSON wanted, as a person says it: `invalid type: string "x", expected f64` is "a number".
fn in_words(message: &str) -> String {
    if let Some(known) = of_a_reader(message) {
        return known.into();
    }
    let Some((_, wanted)) = message.rsplit_once("expected ") else {
        return format!("readable ({message})");
    };
    let wanted = wanted.replace('`', "");
    let first = wanted.split(' ').next().unwrap_or_default();
    match first {
        "f32" | "f64" => "a number".into(),
        "i8" | "i16" | "i32" | "i64" | "u8" | "u16" | "u32" | "u64" | "usize" => {
            "a whole number".into()
        }
        "struct" | "internally" | "adjacently" => "an object".into(),
        _ => match wanted.as_str() {
            "a string" => "text".into(),
            "a boolean" => "true or false".into(),
            "a sequence" => "a list".into(),
            "a map" => "an object".into(),
            _ => wanted,
        },
    }
}

/// What ids and moments have to be: their own readers speak of their insides.
fn of_a_reader(message: &str) -> Option<&'static str> {
    const MOMENTS: [&str; 5] = [
        "component could not be parsed",
        "character literal was not valid",
        "end of input was expected",
        "not in range",
        "RFC3339",
    ];
    if message.contains("UUID") {
        return Some("an id of 36 characters, as 01a22987-8dda-7408-94de-3846e86b4ec5");
    }
    let moment = MOMENTS.iter().any(|inside| message.contains(inside));
    moment.then_some("a moment with its offset, as 2026-05-31T12:00:00Z")
}

/// The value at a path as `steel.bands[1].low`; nothing where there is none.
fn at(json: &Value, path: &str) -> Value {
    let parts = path.split(['.', '[', ']']).filter(|part| !part.is_empty());
    let pointer: String = parts.map(|part| format!("/{part}")).collect();
    json.pointer(&pointer).cloned().unwrap_or(Value::Null)
}

#[cfg(test)]
mod tests {
    use serde::Deserialize;
    use serde_json::json;

    use super::*;
    use crate::error::FieldError;

    #[derive(Debug, Deserialize)]
    #[expect(dead_code, reason = "only what cannot be read is looked at")]
    struct Plate {
        thickness_mm: f64,
        count: Option<u32>,
        surface: Option<String>,
        stops: Option<Vec<f64>>,
        bevelled: Option<bool>,
        line: Option<uuid::Uuid>,
        #[serde(default, with = "time::serde::rfc3339::option")]
        cut_at: Option<time::OffsetDateTime>,
    }

    fn refused(json: &Value) -> FieldError {
        match read::<Plate>(json) {
            Err(ApiError::Invalid(mut faults)) if faults.len() == 1 => faults.remove(0),
            other => panic!("{json} gave {other:?}"),
        }
    }

    #[test]
    fn a_wrong_type_is_refused_at_its_field_in_words_without_a_type_of_ours() {
        for (json, path, wanted) in [
            (json!({ "thickness_mm": "thick" }), "thickness_mm", "must be a number."),
            (json!({ "thickness_mm": 9, "count": -1 }), "count", "must be a whole number."),
            (json!({ "thickness_mm": 9, "surface": 4 }), "surface", "must be text."),
            (json!({ "thickness_mm": 9, "stops": "none" }), "stops", "must be a list."),
            (json!({ "thickness_mm": 9, "stops": [1, "x"] }), "stops[1]", "must be a number."),
            (json!({ "thickness_mm": 9, "bevelled": "no" }), "bevelled", "must be true or false."),
            (json!("a plate"), "", "The request must be an object."),
        ] {
            let fault = refused(&json);
            assert_eq!((fault.path.as_str(), fault.code.as_str()), (path, "wrong_shape"));
            assert!(fault.message.ends_with(wanted), "{json}: {}", fault.message);
        }
    }

    #[test]
    fn an_id_and_a_moment_are_refused_by_what_they_should_look_like() {
        let (id, moment) = ("as 01a22987-8dda-7408-94de-3846e86b4ec5.", "as 2026-05-31T12:00:00Z.");
        for (part, value, wanted) in [
            ("line", json!("42"), id),
            ("line", json!("01a22987-8dda-7408-94de-3846e86b4ecx"), id),
            ("line", json!(42), id),
            ("cut_at", json!("yesterday"), moment),
            ("cut_at", json!("2026-05-31"), moment),
            ("cut_at", json!("2026-13-31T12:00:00Z"), moment),
            ("cut_at", json!("2026-05-31T12:00:00Z, about"), moment),
            ("cut_at", json!(2026), moment),
        ] {
            let fault = refused(&json!({ "thickness_mm": 9, part: value }));
            assert_eq!((fault.path.as_str(), fault.value), (part, value));
            assert!(fault.message.ends_with(wanted), "{}", fault.message);
        }
    }

    #[test]
    fn what_was_typed_comes_back_with_its_refusal_also_out_of_a_list() {
        let fault = refused(&json!({ "thickness_mm": 9, "stops": [1, "x"] }));
        assert_eq!((fault.path.as_str(), fault.value), ("stops[1]", json!("x")));
    }

    /// A PIN sent as a number came back in the refusal.
    #[test]
    fn a_secret_of_the_wrong_type_does_not_come_back() {
        #[derive(Debug, Deserialize)]
        #[expect(dead_code, reason = "only what cannot be read is looked at")]
        struct Door {
            name: String,
            pin: Option<String>,
            password: Option<String>,
            code: Option<String>,
        }
        for (json, path) in [
            (json!({ "name": "Ada", "pin": 258_013_579 }), "pin"),
            (json!({ "name": "Ada", "password": ["258013579"] }), "password"),
            (json!({ "name": "Ada", "password": "x", "code": 258_013_579 }), "code"),
        ] {
            let Err(ApiError::Invalid(faults)) = read::<Door>(&json) else { panic!("{json}") };
            assert_eq!((faults[0].path.as_str(), &faults[0].value), (path, &Value::Null));
            let told = ApiError::Invalid(faults).detail();
            let told = serde_json::to_string(&told).unwrap_or_default();
            assert!(!told.contains("258013579"), "{told}");
        }
    }

    #[test]
    fn a_field_that_is_left_out_is_needed() {
        let fault = refused(&json!({ "count": 2 }));
        assert_eq!((fault.path.as_str(), fault.code.as_str()), ("thickness_mm", "missing_part"));
    }
}
