//! Two ways held against each other: pure, nothing is kept.

use actix_web::{post, web};
use galvanon_core::range::Range;
use galvanon_core::record::compare::{Better, Judged, judge};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::wire::unit::tidy;

/// What two ways gave.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrialRequest {
    /// 2 to 1 000 numbers of the first.
    #[schema(value_type = Vec<f64>)]
    pub a: Vec<Given>,
    /// And of the second.
    #[schema(value_type = Vec<f64>)]
    pub b: Vec<Given>,
    /// lower, higher: which is better.
    #[schema(value_type = String)]
    pub better: Option<Given>,
}

/// What they differ by.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TrialReply {
    /// Mean of the first less mean of the second.
    pub difference: f64,
    /// Low end of its 95 % band.
    pub low: f64,
    /// High end.
    pub high: f64,
    /// How sure it is that the first is better.
    pub probability_a_better: f64,
}

impl TrialReply {
    /// What core found.
    #[must_use]
    pub fn of(found: &Judged) -> Self {
        Self {
            difference: tidy(found.difference),
            low: tidy(found.low),
            high: tidy(found.high),
            probability_a_better: tidy(found.probability_a_better),
        }
    }
}

/// How many of each.
const EACH: (usize, usize) = (2, 1_000);
/// What a number may be. Source: `ours`: beyond it the squares are no longer told apart.
const NUMBER: Range = Range::new("trial", "1", -1e9, 1e9);

/// Judges two ways.
#[utoipa::path(post, operation_id = "trials_judge", path = "/api/v1/trials/judge", request_body = TrialRequest,
    responses((status = 200, body = TrialReply), (status = 422, body = ErrorBody)))]
#[post("/trials/judge")]
pub async fn judge_trial(body: Body<TrialRequest>) -> ApiResult<web::Json<TrialReply>> {
    let asked = body.value;
    let mut fields = Fields::default();
    let better: Better = fields.code("better", asked.better.as_ref(), None);
    let mut read = |name: &str, given: &[Given]| -> Vec<f64> {
        if !(EACH.0..=EACH.1).contains(&given.len()) {
            let expected = format!("{} to {} numbers", EACH.0, EACH.1);
            fields.errors.push(wrong_shape(name, &expected, json!(given.len())));
        }
        let given = given.iter().take(EACH.1).enumerate();
        given
            .map(|(i, one)| {
                let field = NumberField::new(format!("{name}.{i}"), &NUMBER, Kind::Ratio);
                fields.number(&field, Some(one), None)
            })
            .collect()
    };
    let (a, b) = (read("a", &asked.a), read("b", &asked.b));
    let (a, b) = fields.done((a, b))?;
    Ok(web::Json(TrialReply::of(&judge(&a, &b, better)?)))
}
