//! A part typed by its dimensions.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::entry::measure::TypedLength;
use galvanon_core::entry::part::{PartLine, SaidPart, read};
use galvanon_core::layout::shapes::ShapeKind;
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value, json};
use utoipa::ToSchema;

use crate::api::entry::typed::{MarkWire, ProblemWire, mark_wire, problem_wire};
use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;

/// A part as it was typed.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PartTyped {
    /// `6x lug 4x6 1/2 plate, hole 1-1/8`.
    pub text: String,
}

/// A part, read.
#[derive(Debug, Serialize, ToSchema)]
pub struct PartReply {
    /// The part said back in full.
    pub echo: String,
    /// Whether it can be laid out.
    pub complete: bool,
    /// What was understood, and where.
    pub marks: Vec<MarkWire>,
    /// What must be asked.
    pub problems: Vec<ProblemWire>,
    /// The request for its shape, as far as it is said.
    #[schema(value_type = Object)]
    pub shape: Value,
    /// Of its plate.
    pub thickness_mm: Option<f64>,
    /// How many.
    pub count: Option<u32>,
}

/// Reads a part typed by its dimensions, says back what was understood and asks for the rest.
#[utoipa::path(post, operation_id = "entry_part", path = "/api/v1/entry/part", request_body = PartTyped,
    responses((status = 200, body = PartReply), (status = 422, body = ErrorBody)))]
#[post("/entry/part")]
pub async fn part(body: Body<PartTyped>) -> ApiResult<web::Json<PartReply>> {
    let text = &body.value.text;
    Ok(web::Json(reply(text, &read(text))))
}

fn reply(text: &str, line: &PartLine) -> PartReply {
    PartReply {
        echo: line.said.echo(),
        complete: line.problems.is_empty(),
        marks: line.marks.iter().map(|mark| mark_wire(text, mark)).collect(),
        problems: line.problems.iter().map(|problem| problem_wire(text, problem)).collect(),
        shape: shape(&line.said),
        thickness_mm: line.said.thickness.map(mm),
        count: line.said.count,
    }
}

/// Nine decimals: a sixteenth of an inch is exact in them.
fn mm(length: TypedLength) -> f64 {
    (length.length().as_mm() * 1e9).round() / 1e9
}

/// The request for the shape of a part, as far as it is said.
#[must_use]
pub fn shape(said: &SaidPart) -> Value {
    let ring = said.shape == Some(ShapeKind::Ring);
    let hole = if ring { "inner_diameter_mm" } else { "hole_diameter_mm" };
    let hole = said.hole.map(mm).map(|value| (hole, json!(value)));
    let length =
        |name: &'static str, length: Option<TypedLength>| length.map(|it| (name, json!(mm(it))));
    let fields = [
        said.shape.map(|shape| ("shape", json!(shape.code()))),
        length("width_mm", said.width),
        length("height_mm", said.height),
        length("diameter_mm", said.diameter),
        hole,
        length("hole_edge_mm", said.edge.filter(|_| said.shape == Some(ShapeKind::Lug))),
        length("corner_radius_mm", said.radius.filter(|_| said.shape != Some(ShapeKind::Lug))),
        length("corner_cut_mm", said.cut),
        said.sides.map(|sides| ("sides", json!(sides))),
    ];
    let fields = fields.into_iter().flatten().map(|(name, value)| (name.to_owned(), value));
    Value::Object(fields.collect::<Map<_, _>>())
}
