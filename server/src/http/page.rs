//! Which page of a list is asked for, and how the next one is named.

use actix_web::web::QueryConfig;
use serde::Deserialize;
use serde_json::Value;
use time::OffsetDateTime;
use utoipa::IntoParams;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult};
use crate::http::fields::{Fields, wrong_shape};
use crate::store::page::{Page, Place};

/// The most rows of a page.
const MOST: i64 = 200;

/// Which page of a list is asked for.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct PageQuery {
    /// How many rows, 1 to 200.
    #[param(value_type = Option<i64>)]
    pub limit: Option<String>,
    /// The `next` of the page before; from the newest on where it is left out.
    pub after: Option<String>,
}

impl PageQuery {
    /// The page that is asked for, with so many rows where nobody says how many.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] at `limit` or `after`.
    pub fn page(&self, usual: i64) -> ApiResult<Page> {
        let mut faults = Vec::new();
        let mut refuse = |path: &str, expected: &str, told: &str| {
            let shown = told.chars().take(60).collect::<String>();
            faults.push(wrong_shape(path, expected, Value::from(shown)));
        };
        let limit = self.limit.as_deref().map(|told| {
            let found = told.parse().ok().filter(|limit| (1..=MOST).contains(limit));
            found.unwrap_or_else(|| {
                refuse("limit", "a whole number from 1 to 200", told);
                usual
            })
        });
        let after = self.after.as_deref().and_then(|told| {
            let found = place(told);
            if found.is_none() {
                refuse("after", "the `next` of the page before", told);
            }
            found
        });
        if faults.is_empty() {
            Ok(Page { limit: limit.unwrap_or(usual), after })
        } else {
            Err(ApiError::Invalid(faults))
        }
    }
}

/// A query that cannot be read is refused in words, as a body is.
#[must_use]
pub fn query_config() -> QueryConfig {
    QueryConfig::default().error_handler(|error, _| {
        let told = error.to_string();
        let missing = told.split("missing field `").nth(1).and_then(|rest| rest.split('`').next());
        let mut fields = Fields::default();
        match missing {
            Some(field) => fields.refuse(field, "missing_part", Value::Null, &[]),
            None => fields.errors.push(wrong_shape("", &format!("a query ({told})"), Value::Null)),
        }
        ApiError::Invalid(fields.errors).into()
    })
}

/// How a place is written: its microseconds and its id.
#[must_use]
pub fn token(place: Place) -> String {
    format!("{}.{}", place.at.unix_timestamp_nanos() / 1_000, place.id.simple())
}

/// The place that is written so.
fn place(token: &str) -> Option<Place> {
    let (micros, id) = token.split_once('.')?;
    let micros: i64 = micros.parse().ok()?;
    let at = OffsetDateTime::from_unix_timestamp_nanos(i128::from(micros) * 1_000).ok()?;
    Some(Place { at, id: Uuid::parse_str(id).ok()? })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_place_is_read_as_it_is_written_and_nothing_else_is_one() {
        let at = time::macros::datetime!(2026-05-31 09:00:00.123_456 UTC);
        let here = Place { at, id: Uuid::from_u128(7) };
        assert_eq!(place(&token(here)), Some(here));
        for odd in
            ["", ".", "now", "12", "12.", "12.x", "x.7", "99999999999999999999.7", &"9".repeat(500)]
        {
            assert_eq!(place(odd), None, "{odd}");
        }
        let far = format!("{}.{}", i64::MAX, Uuid::nil());
        assert_eq!(place(&far), None);
    }

    #[test]
    fn a_page_is_one_to_two_hundred_rows() {
        let ask = |limit: &str| PageQuery { limit: Some(limit.into()), after: None }.page(50);
        assert_eq!(ask("200").ok().map(|page| page.limit), Some(200));
        for odd in ["0", "201", "-1", "ten", "1.5", ""] {
            assert!(
                matches!(ask(odd), Err(ApiError::Invalid(faults)) if faults[0].path == "limit"),
                "{odd}"
            );
        }
        assert_eq!(PageQuery::default().page(50).ok(), Some(Page { limit: 50, after: None }));
    }
}
