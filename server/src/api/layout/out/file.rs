//! The file that is asked for.

use actix_web::{HttpResponse, post, web};
use serde::Deserialize;
use serde_json::Value;
use utoipa::ToSchema;

use crate::api::cut::request::CutPlanRequest;
use crate::api::layout::asked::{PathsRequest, StartWire};
use crate::api::layout::contour::{LayoutPart, Place, checked, point};
use crate::api::layout::out::drawn::{Drawn, OutUnit};
use crate::api::layout::out::gcode::{self, Post};
use crate::api::layout::out::template::{self, Paper};
use crate::api::layout::out::{dxf, marks_csv, svg};
use crate::api::layout::paths::LaidOut;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given};

/// A file that is written.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum OutFormat {
    /// DXF in layers: outline, cut path, leads, marks, text.
    Dxf,
    /// SVG in groups of the same names.
    Svg,
    /// G-code.
    Gcode,
    /// The marks as a table.
    MarksCsv,
    /// 1:1 templates to print.
    TemplatePdf,
}

/// A part, how it is cut, and the file that is wanted of it. With neither a kerf nor a plan: its outline alone.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OutRequest {
    /// dxf, svg, gcode, marks_csv, template_pdf.
    #[schema(value_type = String)]
    pub format: Option<Given>,
    /// The part.
    pub part: LayoutPart,
    /// As in the paths.
    #[schema(value_type = Option<f64>)]
    pub kerf_mm: Option<Given>,
    /// As in the paths.
    pub plan: Option<CutPlanRequest>,
    /// As in the paths.
    #[schema(value_type = Option<Vec<String>>)]
    #[serde(default)]
    pub at_edge: Vec<Given>,
    /// As in the paths.
    #[schema(value_type = Option<f64>)]
    pub rim_mm: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<f64>)]
    pub reach_mm: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<String>)]
    pub hand: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<String>)]
    pub small_holes: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<String>)]
    pub order: Option<Given>,
    /// As in the paths.
    #[serde(default)]
    pub starts: Vec<StartWire>,
    /// mm, in; mm when left out.
    #[schema(value_type = Option<String>)]
    pub unit: Option<Given>,
    /// a4, a3, letter, tabloid; a4 when left out.
    #[schema(value_type = Option<String>)]
    pub paper: Option<Given>,
    /// Marks are measured from here, as the corner of the plate; from the lower left of the part when left out.
    #[schema(value_type = Option<Vec<f64>>)]
    pub datum: Option<Place>,
    /// The words of a machine; ours when left out.
    pub post: Option<Post>,
}

/// Writes a file of a part.
#[utoipa::path(post, operation_id = "layout_out", path = "/api/v1/layout/out", request_body = OutRequest,
    responses((status = 200, content_type = "application/octet-stream"), (status = 422, body = ErrorBody)))]
#[post("/out")]
pub async fn write_file(body: Body<OutRequest>) -> ApiResult<HttpResponse> {
    let request = body.value;
    let written = web::block(move || file(&request)).await;
    let file = written.map_err(|error| ApiError::Internal(error.to_string()))??;
    let name = format!("attachment; filename=\"{}\"", file.name);
    Ok(HttpResponse::Ok()
        .content_type(file.kind)
        .insert_header(("content-disposition", name))
        .body(file.bytes))
}

struct File {
    kind: &'static str,
    name: &'static str,
    bytes: Vec<u8>,
}

fn file(request: &OutRequest) -> ApiResult<File> {
    let mut fields = Fields::default();
    let format: OutFormat = fields.code("format", request.format.as_ref(), None);
    let unit = fields.code("unit", request.unit.as_ref(), Some(OutUnit::Mm));
    let paper = fields.code("paper", request.paper.as_ref(), Some(Paper::A4));
    let post = request.post.clone().unwrap_or_default();
    post.check(&mut fields);
    fields.done(())?;
    let paths = request.paths();
    let (part, laid) = if paths.has_kerf() {
        let laid = LaidOut::of(&paths)?;
        (laid.part.clone(), Some(laid))
    } else {
        let mut fields = Fields::default();
        let part = request.part.read(&mut fields, "part");
        (checked(fields, part, "part")?, None)
    };
    let figures = laid.as_ref().map(LaidOut::figures).transpose()?.flatten();
    let planned = laid.as_ref().and_then(|laid| laid.planned.as_ref());
    let drawn = Drawn {
        part: &part,
        laid: laid.as_ref().map(|laid| &laid.laid),
        figures: figures.as_ref(),
        unit,
        datum: request.datum.map(point),
        feed: planned.map(|planned| planned.settings.travel_speed.set.as_m_s()),
    };
    let (kind, name, bytes) = match format {
        OutFormat::Dxf => ("image/vnd.dxf", "layout.dxf", dxf::written(&drawn)?),
        OutFormat::Svg => ("image/svg+xml", "layout.svg", svg::written(&drawn).into_bytes()),
        OutFormat::Gcode => {
            ("text/plain; charset=utf-8", "layout.nc", gcode::written(&drawn, &post).into_bytes())
        }
        OutFormat::MarksCsv => {
            ("text/csv; charset=utf-8", "marks.csv", marks_csv::written(&drawn)?)
        }
        OutFormat::TemplatePdf => {
            ("application/pdf", "template.pdf", template::written(&drawn, paper)?)
        }
    };
    Ok(File { kind, name, bytes })
}

impl OutRequest {
    fn paths(&self) -> PathsRequest {
        let one = self.clone();
        PathsRequest {
            part: one.part,
            kerf_mm: one.kerf_mm.filter(|given| given.0 != Value::Null),
            plan: one.plan,
            at_edge: one.at_edge,
            rim_mm: one.rim_mm,
            reach_mm: one.reach_mm,
            hand: one.hand,
            small_holes: one.small_holes,
            order: one.order,
            datum: one.datum,
            starts: one.starts,
        }
    }
}
