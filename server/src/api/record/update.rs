//! What measurements make of a belief: pure, nothing is kept.

use actix_web::{post, web};
use galvanon_core::record::update::{Belief, OBSERVED, SPREAD};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::wire::unit::tidy;

/// A belief about a factor.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BeliefWire {
    /// Half lie under it, 0.05 to 20.
    #[schema(value_type = f64)]
    pub median: Option<Given>,
    /// A standard deviation of the logarithm, 0.01 to 2.
    #[schema(value_type = f64)]
    pub sd_ln: Option<Given>,
}

/// A belief, and what was measured.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct UpdateRequest {
    /// Before.
    pub prior: BeliefWire,
    /// How far measurements lie apart: a standard deviation of the logarithm, 0.01 to 2.
    #[schema(value_type = f64)]
    pub sd_ln_observed: Option<Given>,
    /// Factors, 0.05 to 20 each, at most 10 000.
    #[schema(value_type = Vec<f64>)]
    pub observed: Vec<Given>,
}

/// The belief after them.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct UpdateReply {
    /// Half lie under it.
    pub median: f64,
    /// Low end of its 80 % band.
    pub low: f64,
    /// High end.
    pub high: f64,
    /// How many were measured.
    pub n: usize,
}

/// So many at once.
const MOST: usize = 10_000;

/// Says what measurements make of a belief.
#[utoipa::path(post, operation_id = "factors_update", path = "/api/v1/factors/update", request_body = UpdateRequest,
    responses((status = 200, body = UpdateReply), (status = 422, body = ErrorBody)))]
#[post("/factors/update")]
pub async fn update(body: Body<UpdateRequest>) -> ApiResult<web::Json<UpdateReply>> {
    let asked = body.value;
    let mut fields = Fields::default();
    let mut number = |path: String, range, given: Option<&Given>| {
        fields.number(&NumberField::new(path, range, Kind::Ratio), given, None)
    };
    let prior = Belief {
        median: number("prior.median".into(), &OBSERVED, asked.prior.median.as_ref()),
        sd_ln: number("prior.sd_ln".into(), &SPREAD, asked.prior.sd_ln.as_ref()),
    };
    let each = number("sd_ln_observed".into(), &SPREAD, asked.sd_ln_observed.as_ref());
    let observed = asked.observed.iter().take(MOST).enumerate();
    let observed: Vec<f64> = observed
        .map(|(i, given)| number(format!("observed.{i}"), &OBSERVED, Some(given)))
        .collect();
    if asked.observed.len() > MOST {
        let expected = format!("at most {MOST} factors");
        fields.errors.push(wrong_shape("observed", &expected, json!(asked.observed.len())));
    }
    let observed = fields.done(observed)?;
    let after = prior.after(&observed, each);
    let (low, high) = after.band();
    let n = observed.len();
    Ok(web::Json(UpdateReply { median: tidy(after.median), low: tidy(low), high: tidy(high), n }))
}
