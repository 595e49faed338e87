//! A layout as SVG at its true size, in groups; arcs stay arcs.

use ::svg::Document;
use ::svg::node::element::{Group, Path};
use galvanon_core::geometry::{Bounds, Contour, Point, Segment, Turn};
use galvanon_core::layout::marks::MarkKind;
use galvanon_core::layout::paths::bounds;

use crate::api::layout::out::drawn::{Drawn, OutUnit};
use crate::wire::unit::fine;

/// Room round the drawing, m. Source: `ours`.
const ROOM: f64 = 0.005;
/// Beyond this an arc is written in two, rad. Source: `ours`.
const NEAR_HALF: f64 = 2.0;
/// Arms of a mark's cross, m. Source: `ours`.
const ARM: f64 = 0.002;

/// The file.
pub(super) fn written(drawn: &Drawn<'_>) -> String {
    let part = drawn.part.outer.bounds();
    let all = drawn.laid.and_then(bounds).map_or(part, |laid| Bounds {
        low: Point::new(part.low.x.min(laid.low.x), part.low.y.min(laid.low.y)),
        high: Point::new(part.high.x.max(laid.high.x), part.high.y.max(laid.high.y)),
    });
    let pen = Pen { top: all.high.y + ROOM, left: all.low.x - ROOM, by: drawn.unit.in_a_metre() };
    let (wide, high) = (all.size().x + 2.0 * ROOM, all.size().y + 2.0 * ROOM);
    let (wide, high) = (fine(wide * pen.by), fine(high * pen.by));
    let unit = match drawn.unit {
        OutUnit::Mm => "mm",
        OutUnit::In => "in",
    };
    let mut document = Document::new()
        .set("width", format!("{wide}{unit}"))
        .set("height", format!("{high}{unit}"))
        .set("viewBox", (0.0, 0.0, wide, high))
        .add(pen.outline(drawn));
    if drawn.laid.is_some() {
        let [cut, lead] = pen.paths(drawn);
        document = document.add(cut).add(lead).add(pen.marks(drawn, part.low));
    }
    document.to_string()
}

fn group(id: &str, colour: &str, width: f64) -> Group {
    Group::new()
        .set("id", id)
        .set("fill", "none")
        .set("stroke", colour)
        .set("stroke-width", fine(width))
}

struct Pen {
    top: f64,
    left: f64,
    by: f64,
}

impl Pen {
    fn outline(&self, drawn: &Drawn<'_>) -> Group {
        let outline = group("outline", "#000", self.by * 0.3e-3);
        drawn.part.contours().fold(outline, |all, (_, contour)| all.add(self.contour(contour)))
    }

    /// What is cut, and the ways in and out.
    fn paths(&self, drawn: &Drawn<'_>) -> [Group; 2] {
        let mut cut = group("cut_path", "#c30", self.by * 0.3e-3);
        let mut lead = group("lead", "#06c", self.by * 0.3e-3);
        for path in drawn.paths() {
            for piece in path.pieces() {
                cut = cut.add(self.contour(&piece));
            }
            let ins = path.tabs.iter().map(|tie| &tie.way_in);
            for way in ins.chain([&path.lead.way_in, &path.lead.way_out]) {
                if way.len() > 1 {
                    lead = lead.add(self.points(way));
                }
            }
        }
        [cut, lead]
    }

    /// Crosses where something is measured to; punch marks along a line are left out.
    fn marks(&self, drawn: &Drawn<'_>, from: Point) -> Group {
        let crosses = group("marks", "#080", self.by * 0.2e-3);
        let marks = drawn.marks(None).marks;
        let measured = marks.iter().filter(|mark| mark.kind != MarkKind::Punch);
        measured.fold(crosses, |all, mark| all.add(self.cross(from + mark.at)))
    }

    fn at(&self, at: Point) -> (f64, f64) {
        // more digits than a drawing shows, so that it reads back to itself
        let digits = |m: f64| (m * self.by * 1e7).round() / 1e7;
        (digits(at.x - self.left), digits(self.top - at.y))
    }

    /// A path's command with a place: the crate's own data keeps too few digits.
    fn to(&self, command: &str, at: Point) -> String {
        let (x, y) = self.at(at);
        format!("{command}{x} {y}")
    }

    fn segment(&self, segment: &Segment) -> String {
        let (Some(arc), Some(radius)) = (segment.arc, segment.radius()) else {
            return self.to("L", segment.to);
        };
        if segment.sweep().abs() > NEAR_HALF {
            // near half a circle the format tells the centre badly: in two
            let (one, other) = segment.split(segment.length() / 2.0);
            return format!("{} {}", self.segment(&one), self.segment(&other));
        }
        // y runs down here: what bends left is drawn against the angle
        let sweep = i32::from(arc.turn == Turn::Right);
        let radius = (radius * self.by * 1e7).round() / 1e7;
        self.to(&format!("A{radius} {radius} 0 0 {sweep} "), segment.to)
    }

    fn contour(&self, contour: &Contour) -> Path {
        let mut data = vec![self.to("M", contour.start())];
        data.extend(contour.segments.iter().map(|segment| self.segment(segment)));
        data.extend(contour.closed.then(|| "Z".to_owned()));
        Path::new().set("d", data.join(" "))
    }

    fn points(&self, points: &[Point]) -> Path {
        let command = |i: usize| if i == 0 { "M" } else { "L" };
        let data: Vec<String> =
            points.iter().enumerate().map(|(i, at)| self.to(command(i), *at)).collect();
        Path::new().set("d", data.join(" "))
    }

    fn cross(&self, at: Point) -> Path {
        let (across, up) = (Point::new(ARM, 0.0), Point::new(0.0, ARM));
        let data = [
            self.to("M", at - across),
            self.to("L", at + across),
            self.to("M", at - up),
            self.to("L", at + up),
        ];
        Path::new().set("d", data.join(" "))
    }
}
