//! Templates to wrap round a pipe: points, SVG and DXF at true size.

use actix_web::{HttpResponse, get, web};
use dxf::entities::{Entity, EntityType, LwPolyline};
use dxf::enums::{AcadVersion, Units};
use dxf::{Drawing, LwPolylineVertex};
use galvanon_core::quantity::{Angle, Length};
use galvanon_core::range::Range;
use galvanon_core::section::asked::{CutKind, HEADER, MITRE, SADDLE};
use galvanon_core::section::development::{RoundEnd, template as developed};
use galvanon_core::section::profile::SIZE;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use svg::Document;
use svg::node::element::{Line, Path, Text};
use utoipa::{IntoParams, ToSchema};

use crate::api::section::profiles::OutlinePoint;
use crate::api::section::refusal::{Broke, refuse_length};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::unit::thousandths;

/// Which end of a round.
#[derive(Debug, Deserialize, IntoParams)]
pub struct TemplateQuery {
    /// The round, by name: pipe 6 sch 40.
    pub profile: Option<String>,
    /// In place of a name: its outside diameter.
    pub diameter_mm: Option<f64>,
    /// square, mitre, saddle.
    pub kind: Option<String>,
    /// Of a mitre from square, 0 to 75; of a saddle between the two, 30 to 90.
    pub angle_deg: Option<f64>,
    /// Of a saddle: outside diameter of what it is fitted to.
    pub header_mm: Option<f64>,
}

/// A round end rolled out flat, to be wrapped round the outside.
#[derive(Debug, Serialize, ToSchema)]
pub struct TemplateReply {
    /// Outside diameter.
    pub diameter_mm: f64,
    /// Once round.
    pub circumference_mm: f64,
    /// From the lowest to the highest point of the line.
    pub height_mm: f64,
    /// The line: x along the wrap, y along the round, the lowest at 0. It starts at the top of the round.
    pub line: Vec<OutlinePoint>,
}

/// Points of a template: one for each degree.
const POINTS: usize = 360;
/// Paper below the line, mm. Source: `ours`.
const SKIRT: f64 = 60.0;

fn given(value: Option<f64>) -> Option<Given> {
    value.map(|value| Given(json!(value)))
}

impl TemplateQuery {
    fn diameter(&self, fields: &mut Fields) -> Length {
        match self.profile.as_deref().map(galvanon_core::entry::shape::find) {
            Some(Ok(profile)) => profile.depth,
            Some(Err(_)) => {
                fields.unknown_choice("profile", json!(self.profile), Vec::new());
                SIZE_OF_NONE
            }
            None => {
                let field = NumberField::new("diameter_mm", &SIZE, Kind::Length);
                Length::from_m(fields.number(&field, given(self.diameter_mm).as_ref(), None))
            }
        }
    }

    fn angle(&self, fields: &mut Fields, range: &Range, usual: Option<f64>) -> Angle {
        let field = NumberField::new("angle_deg", range, Kind::Angle);
        Angle::from_rad(fields.number(&field, given(self.angle_deg).as_ref(), usual))
    }

    /// The pipe that a branch stands on, no narrower than the branch.
    fn header(&self, fields: &mut Fields, branch: Length) -> Length {
        let field = NumberField::new("header_mm", &HEADER, Kind::Length);
        let header = Length::from_m(fields.number(&field, given(self.header_mm).as_ref(), None));
        if fields.errors.is_empty() && header < branch {
            let (value, against) = (header.as_m(), branch.as_m());
            let broke = Broke { code: "header_too_small", value, against };
            refuse_length(fields, "header_mm", &broke);
        }
        header
    }

    fn reply(&self) -> ApiResult<TemplateReply> {
        let mut fields = Fields::default();
        let kind = self.kind.as_ref().map(|kind| Given(json!(kind)));
        let ends = [CutKind::Square, CutKind::Mitre, CutKind::Saddle];
        let kind = fields.code_of(&ends, "kind", kind.as_ref(), None);
        let diameter = self.diameter(&mut fields);
        let end = match kind {
            CutKind::Mitre => RoundEnd::Mitre(self.angle(&mut fields, &MITRE, None)),
            CutKind::Saddle => {
                let angle = self.angle(&mut fields, &SADDLE, Some(SADDLE.high));
                RoundEnd::Saddle(self.header(&mut fields, diameter), angle)
            }
            _ => RoundEnd::Square,
        };
        fields.done(())?;
        let fine = |m: f64| thousandths(m * 1e3);
        let line: Vec<OutlinePoint> = developed(end, diameter, POINTS)
            .into_iter()
            .map(|(u, z)| OutlinePoint { x_mm: fine(u), y_mm: fine(z) })
            .collect();
        Ok(TemplateReply {
            diameter_mm: fine(diameter.as_m()),
            circumference_mm: line.last().map_or(0.0, |p| p.x_mm),
            height_mm: line.iter().map(|p| p.y_mm).fold(0.0, f64::max),
            line,
        })
    }
}

/// Stands in where the round is not known; the request is refused.
const SIZE_OF_NONE: Length = Length::from_m(SIZE.low);

/// A template as points.
#[utoipa::path(get, operation_id = "section_template", path = "/api/v1/sections/template", params(TemplateQuery),
    responses((status = 200, body = TemplateReply), (status = 422, body = ErrorBody)))]
#[get("/sections/template")]
pub async fn show_template(
    query: web::Query<TemplateQuery>,
) -> ApiResult<web::Json<TemplateReply>> {
    Ok(web::Json(query.reply()?))
}

/// A template as a drawing at its true size: print it at 100 %.
#[utoipa::path(get, operation_id = "section_template_svg", path = "/api/v1/sections/template.svg", params(TemplateQuery),
    responses((status = 200, content_type = "image/svg+xml"), (status = 422, body = ErrorBody)))]
#[get("/sections/template.svg")]
pub async fn template_svg(query: web::Query<TemplateQuery>) -> ApiResult<HttpResponse> {
    let drawing = svg_of(&query.reply()?);
    Ok(HttpResponse::Ok().content_type("image/svg+xml").body(drawing.to_string()))
}

fn svg_of(template: &TemplateReply) -> Document {
    let (wide, high) = (template.circumference_mm, template.height_mm + SKIRT);
    let line: Vec<String> = template
        .line
        .iter()
        .map(|p| format!("{:.3} {:.3}", p.x_mm, template.height_mm - p.y_mm))
        .collect();
    let outline = format!("M0 {high} L{} L{wide} {high} Z", line.join(" L"));
    let size = |mm: f64| format!("{mm:.3}mm");
    let mut drawing = Document::new()
        .set("width", size(wide))
        .set("height", size(high))
        .set("viewBox", (0.0, 0.0, wide, high))
        .add(
            Path::new()
                .set("d", outline)
                .set("fill", "none")
                .set("stroke", "#000")
                .set("stroke-width", 0.3),
        );
    for (quarter, name) in ["top", "side", "bottom", "side"].into_iter().enumerate() {
        #[allow(clippy::cast_precision_loss, reason = "0 to 3")]
        let at = wide * quarter as f64 / 4.0;
        let ruled = Line::new().set("x1", at).set("x2", at).set("y1", 0).set("y2", high);
        drawing = drawing
            .add(
                ruled
                    .set("stroke", "#000")
                    .set("stroke-width", 0.15)
                    .set("stroke-dasharray", "4 2"),
            )
            .add(Text::new(name).set("x", at + 1.5).set("y", high - 2.0).set("font-size", 5));
    }
    let checked =
        Line::new().set("x1", 10).set("x2", 60).set("y1", high - 12.0).set("y2", high - 12.0);
    drawing
        .add(checked.set("stroke", "#000").set("stroke-width", 0.5))
        .add(Text::new("50 mm: measure me").set("x", 10).set("y", high - 14.0).set("font-size", 5))
}

/// A template as DXF in millimetres: the line and the edges of the wrap.
#[utoipa::path(get, operation_id = "section_template_dxf", path = "/api/v1/sections/template.dxf", params(TemplateQuery),
    responses((status = 200, content_type = "image/vnd.dxf"), (status = 422, body = ErrorBody)))]
#[get("/sections/template.dxf")]
pub async fn template_dxf(query: web::Query<TemplateQuery>) -> ApiResult<HttpResponse> {
    let template = query.reply()?;
    let bytes = dxf_of(&template).map_err(|error| ApiError::Internal(error.to_string()))?;
    Ok(HttpResponse::Ok()
        .content_type("image/vnd.dxf")
        .insert_header(("content-disposition", "attachment; filename=\"template.dxf\""))
        .body(bytes))
}

fn dxf_of(template: &TemplateReply) -> dxf::DxfResult<Vec<u8>> {
    let mut drawing = Drawing::new();
    drawing.header.version = AcadVersion::R2000;
    drawing.header.default_drawing_units = Units::Millimeters;
    let mut add = |layer: &str, points: &[(f64, f64)], closed: bool| {
        let mut line = LwPolyline::default();
        let vertex = |(x, y): &(f64, f64)| LwPolylineVertex { x: *x, y: *y, ..Default::default() };
        line.vertices = points.iter().map(vertex).collect();
        line.set_is_closed(closed);
        let mut entity = Entity::new(EntityType::LwPolyline(line));
        layer.clone_into(&mut entity.common.layer);
        drawing.add_entity(entity);
    };
    let wide = template.circumference_mm;
    let cut: Vec<(f64, f64)> = template.line.iter().map(|p| (p.x_mm, p.y_mm)).collect();
    add("CUT", &cut, false);
    let (first, last) = (cut.first().map_or(0.0, |p| p.1), cut.last().map_or(0.0, |p| p.1));
    add("WRAP", &[(0.0, first), (0.0, -SKIRT), (wide, -SKIRT), (wide, last)], false);
    let mut bytes = Vec::new();
    drawing.save(&mut bytes)?;
    Ok(bytes)
}
