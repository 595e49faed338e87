//! Parts out of a drawing: nothing is kept, and nothing left out without a word.

use actix_web::{post, web};
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use galvanon_core::code::Code;
use galvanon_core::geometry::{Affine, Segment};
use galvanon_core::layout::join::{CURVES_WITHIN, JOINED_WITHIN, join};
use galvanon_core::layout::part::Fault;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::ToSchema;

use crate::api::layout::contour::{LayoutPart, Place, in_words, place};
use crate::api::layout::file::{FileUnit, Found, MOST_SEGMENTS, NotRead};
use crate::api::layout::{dxf_in, svg_in};
use crate::config::DRAWING_LIMIT;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::queue::Worker;
use crate::wire::text::{Section, filled};
use crate::wire::unit::fine;

/// A drawing that is read.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Format {
    /// DXF, as text.
    Dxf,
    /// SVG.
    Svg,
}

/// A drawing.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DrawingRequest {
    /// dxf, svg.
    #[schema(value_type = String)]
    pub format: Option<Given>,
    /// The file as text.
    pub text: Option<String>,
    /// In place of text: the file in base64.
    pub base64: Option<String>,
    /// mm, in: the unit of a file that says none.
    #[schema(value_type = Option<String>)]
    pub unit: Option<Given>,
    /// Ends at most so far apart are joined, 0.001 to 10 mm; 0.05 when left out.
    #[schema(value_type = Option<f64>)]
    pub join_mm: Option<Given>,
}

/// Something wrong in a drawing.
#[derive(Debug, Serialize, ToSchema)]
pub struct DrawingProblem {
    /// open_contour, crossing, doubled, tiny, unknown_entity.
    pub code: String,
    /// What is wrong, in words.
    pub text: String,
    /// Where.
    #[schema(value_type = Option<Vec<f64>>)]
    pub at: Option<Place>,
}

/// What a drawing holds.
#[derive(Debug, Serialize, ToSchema)]
pub struct DrawingReply {
    /// Its parts, the largest first.
    pub parts: Vec<LayoutPart>,
    /// mm, cm, m, in, ft.
    pub unit: String,
    /// file, asked.
    pub unit_from: String,
    /// Ends so near were joined.
    pub joined_within_mm: f64,
    /// Curves became arcs no farther off.
    pub curves_within_mm: f64,
    /// What is wrong.
    pub problems: Vec<DrawingProblem>,
}

/// Ends are joined over at most this. Source: `ours`.
const JOIN: Range = Range::new("layout.join", "m", 1e-6, 0.010);

/// Reads a drawing into parts.
#[utoipa::path(post, operation_id = "layout_read", path = "/api/v1/layout/parts/read", request_body = DrawingRequest,
    responses((status = 200, body = DrawingReply), (status = 413, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/parts/read")]
pub async fn read_drawing(
    worker: Worker,
    body: Body<DrawingRequest>,
) -> ApiResult<web::Json<DrawingReply>> {
    let request = body.value;
    worker.run(move || reply(&request)).await.map(web::Json)
}

/// What a drawing holds.
///
/// # Errors
/// [`ApiError::Invalid`] where it cannot be read, or says no unit.
pub fn reply(request: &DrawingRequest) -> ApiResult<DrawingReply> {
    let mut fields = Fields::default();
    let format: Format = fields.code("format", request.format.as_ref(), None);
    let asked: Option<FileUnit> = request
        .unit
        .as_ref()
        .filter(|unit| unit.is_said())
        .map(|unit| fields.code_of(&[FileUnit::Mm, FileUnit::In], "unit", Some(unit), None));
    let join_field = NumberField::new("join_mm", &JOIN, Kind::Bore);
    let within = fields.number(&join_field, request.join_mm.as_ref(), Some(JOINED_WITHIN));
    let bytes = bytes(request, &mut fields)?;
    fields.done(())?;
    let found = match format {
        Format::Dxf => dxf_in::read(&bytes),
        Format::Svg => svg_in::read(&bytes),
    };
    let found = found.map_err(|why| not_read(&why))?;
    let Some(unit) = found.unit.or(asked) else {
        let mut fields = Fields::default();
        fields.refuse("unit", "layout_no_unit", Value::Null, &[]);
        return Err(ApiError::Invalid(fields.errors));
    };
    written(found, unit, within)
}

fn bytes(request: &DrawingRequest, fields: &mut Fields) -> ApiResult<Vec<u8>> {
    let bytes = match (&request.text, &request.base64) {
        (Some(text), None) => text.as_bytes().to_vec(),
        (None, Some(coded)) => STANDARD.decode(coded.trim()).unwrap_or_else(|_| {
            let fault = wrong_shape("base64", "a file in base64", Value::Null);
            fields.errors.push(fault);
            Vec::new()
        }),
        _ => {
            fields.errors.push(wrong_shape(
                "text",
                "a file: text or base64, one of the two",
                Value::Null,
            ));
            Vec::new()
        }
    };
    if bytes.len() > DRAWING_LIMIT { Err(ApiError::TooLarge(DRAWING_LIMIT)) } else { Ok(bytes) }
}

fn not_read(why: &NotRead) -> ApiError {
    let mut fields = Fields::default();
    fields.refuse("text", why.code, Value::Null, &[("why", why.why.clone())]);
    ApiError::Invalid(fields.errors)
}

/// The chains of a drawing as straights and arcs.
fn fitted(found: &Found, metres: &Affine) -> ApiResult<Vec<Vec<Segment>>> {
    let mut left = MOST_SEGMENTS;
    let mut chains = Vec::with_capacity(found.chains.len());
    for chain in &found.chains {
        let mut segments = Vec::with_capacity(chain.len());
        for curve in chain {
            let more = curve.placed(metres).segments(CURVES_WITHIN, left + 1);
            left = left
                .checked_sub(more.len())
                .ok_or_else(|| not_read(&NotRead::new("layout_too_much")))?;
            segments.extend(more);
        }
        chains.push(segments);
    }
    Ok(chains)
}

fn written(found: Found, unit: FileUnit, within: f64) -> ApiResult<DrawingReply> {
    let scale = unit.metres() * found.scale;
    let metres = Affine::scaled(scale, scale);
    let drawing = join(fitted(&found, &metres)?, within);
    let said = found.unit.is_some();
    let parts = drawing.parts.iter().enumerate().map(|(i, part)| {
        let number = |name: &str| (name == "number").then(|| (i + 1).to_string());
        LayoutPart {
            name: filled(Section::Problems, "layout_part", number),
            ..LayoutPart::measured(part)
        }
    });
    let of_file = found
        .faults
        .iter()
        .map(|fault| Fault { at: fault.at.map(|at| metres.of(at)), ..fault.clone() });
    let faults = of_file.chain(drawing.faults);
    Ok(DrawingReply {
        parts: parts.collect(),
        unit: unit.code().to_owned(),
        unit_from: if said { "file" } else { "asked" }.to_owned(),
        joined_within_mm: fine(within * 1e3),
        curves_within_mm: fine(CURVES_WITHIN * 1e3),
        problems: faults.map(|fault| problem(&fault)).collect(),
    })
}

fn problem(fault: &Fault) -> DrawingProblem {
    DrawingProblem {
        code: fault.code.code().to_owned(),
        text: in_words(fault),
        at: fault.at.map(place),
    }
}
