//! A layout as DXF R2000, in layers; lines end as UNIX writes them.

use ::dxf::entities::{Circle, Entity, EntityType, LwPolyline, ModelPoint, Text};
use ::dxf::enums::{AcadVersion, Units};
use ::dxf::tables::Layer;
use ::dxf::{Drawing, LwPolylineVertex, Point as DxfPoint};
use galvanon_core::geometry::{Contour, Point};
use galvanon_core::layout::marks::MarkKind;

use crate::api::layout::out::drawn::{Drawn, OutUnit};
use crate::error::{ApiError, ApiResult};

/// The layers of a drawing, each with a colour of the format's own numbers.
const LAYERS: [(&str, u8); 5] =
    [("OUTLINE", 7), ("CUT_PATH", 1), ("LEAD", 3), ("MARKS", 5), ("TEXT", 8)];
/// Height of the lettering, m. Source: `ours`.
const LETTERS: f64 = 0.005;

/// The file.
pub(super) fn written(drawn: &Drawn<'_>) -> ApiResult<Vec<u8>> {
    let mut drawing = Drawing::new();
    drawing.header.version = AcadVersion::R2000;
    drawing.header.default_drawing_units = match drawn.unit {
        OutUnit::Mm => Units::Millimeters,
        OutUnit::In => Units::Inches,
    };
    for (name, colour) in LAYERS {
        let color = ::dxf::Color::from_index(colour);
        drawing.add_layer(Layer { name: name.to_owned(), color, ..Layer::default() });
    }
    let mut sheet = Sheet { drawing, by: drawn.unit.in_a_metre() };
    for (_, contour) in drawn.part.contours() {
        sheet.contour("OUTLINE", contour);
    }
    for (i, path) in drawn.paths().iter().enumerate() {
        for piece in path.pieces() {
            sheet.contour("CUT_PATH", &piece);
        }
        for tie in &path.tabs {
            sheet.points("LEAD", &tie.way_in);
        }
        sheet.points("LEAD", &path.lead.way_in);
        sheet.points("LEAD", &path.lead.way_out);
        if let Some(start) = path.lead.way_in.first() {
            sheet.text(*start, &(i + 1).to_string());
        }
    }
    let bounds = drawn.part.outer.bounds();
    for mark in drawn.marks(None).marks.iter().filter(|mark| mark.kind != MarkKind::Punch) {
        sheet.mark(bounds.low + mark.at);
    }
    for hole in drawn.laid.iter().flat_map(|laid| &laid.drilled) {
        sheet.text(hole.at, "DRILL");
    }
    let mut bytes = Vec::new();
    sheet.drawing.save(&mut bytes).map_err(|error| ApiError::Internal(error.to_string()))?;
    bytes.retain(|byte| *byte != b'\r');
    Ok(bytes)
}

struct Sheet {
    drawing: Drawing,
    by: f64,
}

impl Sheet {
    fn add(&mut self, layer: &str, what: EntityType) {
        let mut entity = Entity::new(what);
        layer.clone_into(&mut entity.common.layer);
        self.drawing.add_entity(entity);
    }

    fn at(&self, at: Point) -> DxfPoint {
        DxfPoint::new(at.x * self.by, at.y * self.by, 0.0)
    }

    fn contour(&mut self, layer: &str, contour: &Contour) {
        if let Some((centre, radius)) = contour.as_circle() {
            let circle =
                Circle { center: self.at(centre), radius: radius * self.by, ..Circle::default() };
            return self.add(layer, EntityType::Circle(circle));
        }
        let corner = |at: Point, bulge: f64| {
            let at = self.at(at);
            LwPolylineVertex { x: at.x, y: at.y, bulge, ..LwPolylineVertex::default() }
        };
        let mut vertices: Vec<_> =
            contour.segments.iter().map(|one| corner(one.from, one.bulge())).collect();
        if !contour.closed {
            vertices.push(corner(contour.end(), 0.0));
        }
        let mut line = LwPolyline { vertices, ..LwPolyline::default() };
        line.set_is_closed(contour.closed);
        self.add(layer, EntityType::LwPolyline(line));
    }

    fn points(&mut self, layer: &str, points: &[Point]) {
        if points.len() < 2 {
            return;
        }
        let corner = |at: &Point| {
            let at = self.at(*at);
            LwPolylineVertex { x: at.x, y: at.y, ..LwPolylineVertex::default() }
        };
        let line =
            LwPolyline { vertices: points.iter().map(corner).collect(), ..LwPolyline::default() };
        self.add(layer, EntityType::LwPolyline(line));
    }

    fn mark(&mut self, at: Point) {
        let point = ModelPoint { location: self.at(at), ..ModelPoint::default() };
        self.add("MARKS", EntityType::ModelPoint(point));
    }

    fn text(&mut self, at: Point, words: &str) {
        let text = Text {
            location: self.at(at),
            text_height: LETTERS * self.by,
            value: words.to_owned(),
            ..Text::default()
        };
        self.add("TEXT", EntityType::Text(text));
    }
}
