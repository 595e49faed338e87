//! The path of an SVG as curves, command by command; arcs stay arcs.

use galvanon_core::geometry::{Affine, Point};
use galvanon_core::layout::curve::Curve;
use kurbo::{Arc, SvgArc, Vec2};
use roxmltree::Node;
use svgtypes::{PathParser, PathSegment};

use crate::api::layout::file::{Found, MOST};

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

/// Reads a path into what was found.
pub fn path(node: &Node<'_, '_>, affine: &Affine, found: &mut Found) {
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
        if pen.chain.len() > MOST || found.is_too_much() {
            break;
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

    /// Back to where the chain was begun.
    fn close(&mut self) {
        if self.here != self.begun {
            self.line(self.begun);
        }
        self.move_on(self.begun, None, None);
    }

    /// A line where the two radii or ends make no arc.
    fn arc(&mut self, arc: &SvgArc, to: Point) {
        let curve = Arc::from_svg_arc(arc).map_or(Curve::Line(self.here, to), |arc| conic(&arc));
        self.chain.push(curve);
        self.move_on(to, None, None);
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
                self.arc(&arc, to);
            }
            PathSegment::ClosePath { .. } => self.close(),
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
