//! An SVG as curves: every command of a path, the basic shapes, transforms, its box and its unit. Arcs stay arcs.
//!
//! What refers to something else (use, image), is text or runs (script) is told and left out; a document type is refused.

use std::str::FromStr;

use galvanon_core::geometry::{Affine, Point};
use galvanon_core::layout::curve::Curve;
use kurbo::{Arc, SvgArc, Vec2};
use roxmltree::{Document, Node, ParsingOptions};
use svgtypes::{Length, LengthUnit, PathParser, PathSegment, PointsParser, Transform, ViewBox};

use crate::api::layout::file::{FileUnit, Found, MOST, NotRead};

/// What stands in a drawing and is no line of it.
const SILENT: [&str; 13] = [
    "defs",
    "title",
    "desc",
    "metadata",
    "style",
    "clipPath",
    "mask",
    "marker",
    "pattern",
    "linearGradient",
    "radialGradient",
    "filter",
    "symbol",
];

/// Reads an SVG.
///
/// # Errors
/// Where it is empty, no SVG, or draws nothing.
pub fn read(bytes: &[u8]) -> Result<Found, NotRead> {
    let text = String::from_utf8_lossy(bytes);
    let text = text.trim_start_matches('\u{feff}').trim_start();
    if text.is_empty() {
        return Err(NotRead::new("layout_empty"));
    }
    let limit = u32::try_from(4 * MOST).unwrap_or(u32::MAX);
    let options = ParsingOptions { nodes_limit: limit, ..ParsingOptions::default() };
    let document = Document::parse_with_options(text, options)
        .map_err(|error| NotRead { code: "layout_no_svg", why: error.to_string() })?;
    let root = document.root_element();
    if root.tag_name().name() != "svg" {
        return Err(NotRead {
            code: "layout_no_svg",
            why: format!("<{}>", root.tag_name().name()),
        });
    }
    let mut found = Found::empty();
    let frame = frame(&root, &mut found);
    children(&root, &frame, &mut found)?;
    if found.chains.is_empty() && found.faults.is_empty() {
        return Err(NotRead::new("layout_nothing_drawn"));
    }
    Ok(found)
}

/// How the drawing lies: y up, its numbers scaled to the unit that its width is in.
fn frame(root: &Node<'_, '_>, found: &mut Found) -> Affine {
    let side = |name: &str| {
        let length = Length::from_str(root.attribute(name)?).ok()?;
        let unit = match length.unit {
            LengthUnit::Mm => (FileUnit::Mm, 1.0),
            LengthUnit::Cm => (FileUnit::Cm, 1.0),
            LengthUnit::In => (FileUnit::In, 1.0),
            // 72 points, 6 picas are an inch
            LengthUnit::Pt => (FileUnit::In, 1.0 / 72.0),
            LengthUnit::Pc => (FileUnit::In, 1.0 / 6.0),
            _ => return None,
        };
        (length.number > 0.0).then_some((unit.0, unit.1 * length.number, unit.1))
    };
    let seen = root.attribute("viewBox").and_then(|text| ViewBox::from_str(text).ok());
    let wide = side("width");
    if let Some((unit, across, one)) = wide {
        found.unit = Some(unit);
        found.scale = match seen {
            Some(seen) => match side("height") {
                // as it is shown: the smaller of the two where they differ
                Some((_, up, _)) => (across / seen.w).min(up / seen.h),
                None => across / seen.w,
            },
            // without a box the numbers are px, 96 to the inch
            None if one == 1.0 || unit == FileUnit::In => px(unit),
            None => 1.0,
        };
    }
    let top = seen.map_or(0.0, |seen| seen.y + seen.h);
    Affine::moved(Point::new(0.0, top)).after(&Affine::scaled(1.0, -1.0))
}

/// A px is a 96th of an inch. Source: SVG 2, units (CSS Values and Units).
fn px(unit: FileUnit) -> f64 {
    FileUnit::In.metres() / 96.0 / unit.metres()
}

fn children(node: &Node<'_, '_>, affine: &Affine, found: &mut Found) -> Result<(), NotRead> {
    for child in node.children().filter(Node::is_element) {
        let name = child.tag_name().name();
        if SILENT.contains(&name) {
            continue;
        }
        let own = match child.attribute("transform").map(Transform::from_str) {
            None => Affine::STILL,
            Some(Ok(t)) => Affine {
                x: Point::new(t.a, t.b),
                y: Point::new(t.c, t.d),
                origin: Point::new(t.e, t.f),
            },
            Some(Err(_)) => {
                found.unknown(&format!("<{name}> with a transform that cannot be read"), None);
                continue;
            }
        };
        let affine = affine.after(&own);
        match name {
            "g" | "a" | "switch" => children(&child, &affine, found)?,
            "svg" if child.attribute("viewBox").is_none() => {
                let at = Point::new(number(&child, "x"), number(&child, "y"));
                children(&child, &affine.after(&Affine::moved(at)), found)?;
            }
            "path" => path(&child, &affine, found),
            _ => match shape(&child, name) {
                Some(curves) if curves.is_empty() => {}
                Some(curves) => found.add(&affine, curves, name),
                None => found.unknown(&format!("<{name}>"), None),
            },
        }
        if found.chains.len() > MOST {
            return Err(NotRead::new("layout_too_much"));
        }
    }
    Ok(())
}

fn number(node: &Node<'_, '_>, name: &str) -> f64 {
    let length = node.attribute(name).and_then(|text| Length::from_str(text).ok());
    length.map_or(0.0, |length| length.number)
}

/// The curves of a basic shape; `None` for what is none.
fn shape(node: &Node<'_, '_>, name: &str) -> Option<Vec<Curve>> {
    let of = |name: &str| number(node, name);
    let points = || -> Vec<Point> {
        let text = node.attribute("points").unwrap_or_default();
        PointsParser::from(text).map(|(x, y)| Point::new(x, y)).collect()
    };
    match name {
        "line" => {
            Some(vec![Curve::Line(Point::new(of("x1"), of("y1")), Point::new(of("x2"), of("y2")))])
        }
        "polyline" => Some(straight(&points(), false)),
        "polygon" => Some(straight(&points(), true)),
        "circle" => {
            let radius = of("r");
            let centre = Point::new(of("cx"), of("cy"));
            Some(if radius > 0.0 { vec![Curve::arc(centre, radius, (0.0, 0.0))] } else { vec![] })
        }
        "ellipse" => {
            let (rx, ry) = (of("rx"), of("ry"));
            let curve = Curve::Conic {
                centre: Point::new(of("cx"), of("cy")),
                u: Point::new(rx, 0.0),
                v: Point::new(0.0, ry),
                angles: (0.0, std::f64::consts::TAU),
            };
            Some(if rx > 0.0 && ry > 0.0 { vec![curve] } else { vec![] })
        }
        "rect" => Some(rectangle(node)),
        _ => None,
    }
}

fn straight(points: &[Point], closed: bool) -> Vec<Curve> {
    let mut curves: Vec<Curve> =
        points.windows(2).map(|pair| Curve::Line(pair[0], pair[1])).collect();
    if let (true, Some(first), Some(last)) = (closed, points.first(), points.last())
        && first != last
    {
        curves.push(Curve::Line(*last, *first));
    }
    curves
}

fn rectangle(node: &Node<'_, '_>) -> Vec<Curve> {
    let of = |name: &str| number(node, name);
    let (x, y, w, h) = (of("x"), of("y"), of("width"), of("height"));
    if w <= 0.0 || h <= 0.0 {
        return Vec::new();
    }
    let said = |name: &str| node.attribute(name).map(|_| of(name));
    let rx = said("rx").or(said("ry")).unwrap_or(0.0).clamp(0.0, w / 2.0);
    let ry = said("ry").or(said("rx")).unwrap_or(0.0).clamp(0.0, h / 2.0);
    let at = |x: f64, y: f64| Point::new(x, y);
    if rx <= 0.0 || ry <= 0.0 {
        return straight(&[at(x, y), at(x + w, y), at(x + w, y + h), at(x, y + h)], true);
    }
    let quarter = std::f64::consts::FRAC_PI_2;
    let corner = |centre: Point, begin: f64| Curve::Conic {
        centre,
        u: at(rx, 0.0),
        v: at(0.0, ry),
        angles: (begin * quarter, (begin + 1.0) * quarter),
    };
    let mut curves = Vec::new();
    let mut straight = |from: Point, to: Point, bend: Curve| {
        if from != to {
            curves.push(Curve::Line(from, to));
        }
        curves.push(bend);
    };
    straight(at(x + rx, y), at(x + w - rx, y), corner(at(x + w - rx, y + ry), 3.0));
    straight(at(x + w, y + ry), at(x + w, y + h - ry), corner(at(x + w - rx, y + h - ry), 0.0));
    straight(at(x + w - rx, y + h), at(x + rx, y + h), corner(at(x + rx, y + h - ry), 1.0));
    straight(at(x, y + h - ry), at(x, y + ry), corner(at(x + rx, y + ry), 2.0));
    curves
}

/// Where a path stands while it is read.
#[derive(Default)]
struct Pen {
    begun: Point,
    here: Point,
    /// The last point that drew the curve before, where it was such a curve.
    cubic: Option<Point>,
    quadratic: Option<Point>,
    chain: Vec<Curve>,
}

fn path(node: &Node<'_, '_>, affine: &Affine, found: &mut Found) {
    let mut pen = Pen::default();
    for segment in PathParser::from(node.attribute("d").unwrap_or_default()) {
        let Ok(segment) = segment else {
            let at = affine.of(pen.here);
            found.unknown("<path> that cannot be read to its end", Some(at));
            break;
        };
        if let PathSegment::MoveTo { abs, x, y } = segment {
            if !pen.chain.is_empty() {
                found.add(affine, std::mem::take(&mut pen.chain), "path");
            }
            pen.here = pen.to(abs, x, y);
            pen.begun = pen.here;
            (pen.cubic, pen.quadratic) = (None, None);
        } else {
            pen.draw(segment);
        }
    }
    if !pen.chain.is_empty() {
        found.add(affine, pen.chain, "path");
    }
}

impl Pen {
    fn to(&self, abs: bool, x: f64, y: f64) -> Point {
        let to = Point::new(x, y);
        if abs { to } else { self.here + to }
    }

    fn line(&mut self, to: Point) {
        self.chain.push(Curve::Line(self.here, to));
        self.move_on(to, None, None);
    }

    fn move_on(&mut self, to: Point, cubic: Option<Point>, quadratic: Option<Point>) {
        self.here = to;
        self.cubic = cubic;
        self.quadratic = quadratic;
    }

    /// The last drawing point mirrored at where the pen stands.
    fn mirrored(&self, point: Option<Point>) -> Point {
        point.map_or(self.here, |point| self.here * 2.0 - point)
    }

    fn cubic(&mut self, (a, b): (Point, Point), to: Point) {
        self.chain.push(Curve::bezier(&[self.here, a, b, to]));
        self.move_on(to, Some(b), None);
    }

    fn quadratic(&mut self, by: Point, to: Point) {
        self.chain.push(Curve::bezier(&[self.here, by, to]));
        self.move_on(to, None, Some(by));
    }

    fn draw(&mut self, segment: PathSegment) {
        match segment {
            PathSegment::MoveTo { .. } => {}
            PathSegment::LineTo { abs, x, y } => self.line(self.to(abs, x, y)),
            PathSegment::HorizontalLineTo { abs, x } => {
                let x = if abs { x } else { self.here.x + x };
                self.line(Point::new(x, self.here.y));
            }
            PathSegment::VerticalLineTo { abs, y } => {
                let y = if abs { y } else { self.here.y + y };
                self.line(Point::new(self.here.x, y));
            }
            PathSegment::CurveTo { abs, x1, y1, x2, y2, x, y } => {
                let drawn = (self.to(abs, x1, y1), self.to(abs, x2, y2));
                self.cubic(drawn, self.to(abs, x, y));
            }
            PathSegment::SmoothCurveTo { abs, x2, y2, x, y } => {
                let drawn = (self.mirrored(self.cubic), self.to(abs, x2, y2));
                self.cubic(drawn, self.to(abs, x, y));
            }
            PathSegment::Quadratic { abs, x1, y1, x, y } => {
                self.quadratic(self.to(abs, x1, y1), self.to(abs, x, y));
            }
            PathSegment::SmoothQuadratic { abs, x, y } => {
                self.quadratic(self.mirrored(self.quadratic), self.to(abs, x, y));
            }
            PathSegment::EllipticalArc { abs, rx, ry, x_axis_rotation, large_arc, sweep, x, y } => {
                let to = self.to(abs, x, y);
                let arc = SvgArc {
                    from: kurbo::Point::new(self.here.x, self.here.y),
                    to: kurbo::Point::new(to.x, to.y),
                    radii: Vec2::new(rx, ry),
                    x_rotation: x_axis_rotation.to_radians(),
                    large_arc,
                    sweep,
                };
                let curve =
                    Arc::from_svg_arc(&arc).map_or(Curve::Line(self.here, to), |arc| conic(&arc));
                self.chain.push(curve);
                self.move_on(to, None, None);
            }
            PathSegment::ClosePath { .. } => {
                if self.here != self.begun {
                    self.line(self.begun);
                }
                self.move_on(self.begun, None, None);
            }
        }
    }
}

fn conic(arc: &Arc) -> Curve {
    let turn = Affine::turned(arc.x_rotation);
    Curve::Conic {
        centre: Point::new(arc.center.x, arc.center.y),
        u: turn.of_way(Point::new(arc.radii.x, 0.0)),
        v: turn.of_way(Point::new(0.0, arc.radii.y)),
        angles: (arc.start_angle, arc.start_angle + arc.sweep_angle),
    }
}
