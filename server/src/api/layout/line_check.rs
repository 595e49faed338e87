//! A line on the plate, measured against a straightedge.

use actix_web::{post, web};
use galvanon_core::cut::Quality;
use galvanon_core::error::Error;
use galvanon_core::layout::line_check::{AT, OFF, Offset, PLACES, line_check};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::wire::unit::fine;

/// A place along a line.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OffsetWire {
    /// Along the straightedge.
    #[schema(value_type = f64)]
    pub at_mm: Option<Given>,
    /// From the straightedge to the line; to one side over 0, to the other under.
    #[schema(value_type = f64)]
    pub off_mm: Option<Given>,
}

/// A measured line, and what it is for.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LineCheckRequest {
    /// Two places or more.
    pub offsets: Vec<OffsetWire>,
    /// fine, standard, severance.
    #[schema(value_type = String)]
    pub quality: Option<Given>,
}

/// How a line lies.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct LineCheckReply {
    /// Farthest from the straight line that fits best.
    pub worst_mm: f64,
    /// Of that line against the straightedge.
    pub tilt_deg: f64,
    /// Of a smooth bend through the points, in its middle.
    pub bow_mm: f64,
    /// Whether the quality allows it.
    pub accept: bool,
}

/// Holds a line against a quality.
#[utoipa::path(post, operation_id = "layout_line_check", path = "/api/v1/layout/line-check", request_body = LineCheckRequest,
    responses((status = 200, body = LineCheckReply), (status = 422, body = ErrorBody)))]
#[post("/line-check")]
pub async fn check_line(body: Body<LineCheckRequest>) -> ApiResult<web::Json<LineCheckReply>> {
    let mut fields = Fields::default();
    let quality: Quality = fields.code("quality", body.value.quality.as_ref(), None);
    let count = body.value.offsets.len();
    #[allow(clippy::cast_precision_loss, reason = "a list in a body")]
    if PLACES.check(count as f64).is_err() {
        let expected = format!("{} to {} places", PLACES.low, PLACES.high);
        fields.errors.push(wrong_shape("offsets", &expected, json!(count)));
        return Err(ApiError::Invalid(fields.errors));
    }
    let mut one = |(i, offset): (usize, &OffsetWire)| {
        let mut number = |name: &str, range, given: Option<&Given>| {
            fields.number(
                &NumberField::new(format!("offsets.{i}.{name}"), range, Kind::Length),
                given,
                None,
            )
        };
        let at = number("at_mm", &AT, offset.at_mm.as_ref());
        Offset { at, off: number("off_mm", &OFF, offset.off_mm.as_ref()) }
    };
    let offsets: Vec<Offset> = body.value.offsets.iter().enumerate().map(&mut one).collect();
    let offsets = fields.done(offsets)?;
    let found = line_check(&offsets, quality).map_err(|error| match error {
        Error::OutOfRange { .. } => ApiError::Invalid(vec![wrong_shape(
            "offsets",
            "places apart from each other",
            json!(count),
        )]),
        other => other.into(),
    })?;
    Ok(web::Json(LineCheckReply {
        worst_mm: fine(found.worst.as_mm()),
        tilt_deg: fine(found.tilt.as_rad().to_degrees()),
        bow_mm: fine(found.bow.as_mm()),
        accept: found.accept,
    }))
}
