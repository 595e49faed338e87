//! A DXF as curves.
//!
//! The crate `dxf` reads the entities. It takes an empty or cut-off text for a drawing and leaves out what it does not know,
//! so the pairs of code and value are looked through first: the end, the unit, and what is drawn in it.

use std::collections::HashMap;
use std::io::Cursor;

use dxf::entities::{Ellipse, EntityType, Insert, LwPolyline, Polyline, Spline as DxfSpline};
use dxf::{Block, Drawing, Vector};
use galvanon_core::cancel::cancelled;
use galvanon_core::geometry::{Affine, Point, Segment};
use galvanon_core::layout::curve::{Curve, Spline};

use crate::api::layout::file::{FileUnit, Found, MOST, NotRead};
use crate::panics::reading;

/// Entities that are read.
const KNOWN: [&str; 12] = [
    "LINE",
    "ARC",
    "CIRCLE",
    "ELLIPSE",
    "LWPOLYLINE",
    "POLYLINE",
    "VERTEX",
    "SEQEND",
    "SPLINE",
    "INSERT",
    "ATTRIB",
    "ATTDEF",
];
/// Where a binary file shows, bytes. Source: DXF reference, binary DXF files: a line of 22 bytes begins it.
const HEAD: usize = 64;
/// Records of a file at most, of every section. Source: `ours`.
const MOST_RECORDS: usize = 2 * MOST;
/// Blocks in blocks at most. Source: `ours`.
const DEEPEST: usize = 16;
/// A line this much out of the plane is none of a part, in the drawing's unit. Source: `ours`.
const FLAT: f64 = 1e-6;

/// What the pairs say before the crate reads them.
#[derive(Default)]
struct Scan {
    unit: Option<FileUnit>,
    /// Things that are drawn.
    entities: usize,
    /// Records of every section: each takes about a kilobyte once it is read.
    records: usize,
    unknown: Vec<(String, Option<Point>)>,
}

/// Reads a DXF.
///
/// # Errors
/// Where it is empty, binary, no DXF, cut off, or holds nothing.
pub fn read(bytes: &[u8]) -> Result<Found, NotRead> {
    // the other form of a DXF is bytes, and a nought stands in its first line
    if bytes.iter().take(HEAD).any(|byte| *byte == 0) {
        return Err(NotRead::new("layout_binary"));
    }
    let scan = scan(&String::from_utf8_lossy(bytes))?;
    if scan.records > MOST_RECORDS || scan.entities > MOST {
        return Err(NotRead::new("layout_too_much"));
    }
    if scan.entities == 0 {
        return Err(NotRead::new("layout_nothing_drawn"));
    }
    let not_read = |why: String| NotRead { code: "layout_no_dxf", why };
    let drawing = reading(not_read("a number out of range".into()), || {
        Drawing::load(&mut Cursor::new(bytes)).map_err(|error| not_read(error.to_string()))
    })?;
    let mut found = Found::empty();
    found.unit = scan.unit;
    for (name, at) in scan.unknown {
        found.unknown(&name, at);
    }
    // of blocks of one name the first counts
    let mut blocks = HashMap::new();
    for block in drawing.blocks() {
        blocks.entry(block.name.as_str()).or_insert(block);
    }
    let mut reader = Reader { blocks, found, inside: Vec::new() };
    for entity in drawing.entities().take_while(|_| !cancelled()) {
        if entity.common.is_in_paper_space {
            reader.found.unknown("paper space", None);
        } else {
            reader.entity(&entity.specific, &Affine::STILL);
        }
    }
    reader.found.checked()
}

fn scan(text: &str) -> Result<Scan, NotRead> {
    let mut lines = text.trim_start_matches('\u{feff}').lines();
    let mut scanner = Scanner::default();
    let (mut ended, mut any) = (false, false);
    while let Some(code) = lines.next() {
        if code.trim().is_empty() && (ended || !any) {
            continue;
        }
        let wrong = |why: String| NotRead { code: "layout_no_dxf", why };
        let code: i32 =
            code.trim().parse().map_err(|_| wrong(format!("\"{}\"", short(code.trim()))))?;
        let Some(value) = lines.next() else { break };
        (any, ended) = (true, code == 0 && value.trim() == "EOF");
        scanner.pair(code, value.trim());
    }
    match (any, ended) {
        (false, _) => Err(NotRead::new("layout_empty")),
        (true, false) => Err(NotRead::new("layout_cut_off")),
        (true, true) => Ok(scanner.scan),
    }
}

/// Pairs of code and value, looked through one by one.
#[derive(Default)]
struct Scanner {
    scan: Scan,
    section: String,
    variable: String,
    /// Whether the entity last begun is one that is not known.
    open: bool,
}

impl Scanner {
    fn pair(&mut self, code: i32, value: &str) {
        self.scan.records += usize::from(code == 0);
        match code {
            0 if value == "EOF" => {}
            0 if value == "SECTION" || value == "ENDSEC" => self.section.clear(),
            0 => self.begin(value),
            2 if self.section.is_empty() => value.clone_into(&mut self.section),
            9 => value.clone_into(&mut self.variable),
            70 if self.variable == "$INSUNITS" && self.section == "HEADER" => {
                self.scan.unit = unit(value);
                self.variable.clear();
            }
            10 | 20 if self.open && self.section == "ENTITIES" => {
                let number: f64 = value.parse().unwrap_or_default();
                if let Some((_, at)) = self.scan.unknown.last_mut() {
                    let was = at.unwrap_or_default();
                    *at = Some(match code {
                        10 => Point::new(number, was.y),
                        _ => Point::new(was.x, number),
                    });
                }
            }
            _ => {}
        }
    }

    /// An entity: counted where it is drawn, kept in mind where it is none that is known.
    fn begin(&mut self, name: &str) {
        let drawn = self.section == "ENTITIES";
        let in_block = self.section == "BLOCKS" && !is_frame(name);
        self.open = !KNOWN.contains(&name) && (drawn || in_block);
        self.scan.entities += usize::from(drawn);
        if self.open && self.scan.unknown.len() <= MOST {
            self.scan.unknown.push((name.to_owned(), None));
        }
    }
}

fn short(text: &str) -> String {
    text.chars().take(30).collect()
}

/// What frames a block and is nothing drawn.
fn is_frame(name: &str) -> bool {
    matches!(name, "BLOCK" | "ENDBLK")
}

/// Source: DXF reference, header variable $INSUNITS.
fn unit(value: &str) -> Option<FileUnit> {
    match value {
        "1" => Some(FileUnit::In),
        "2" => Some(FileUnit::Ft),
        "4" => Some(FileUnit::Mm),
        "5" => Some(FileUnit::Cm),
        "6" => Some(FileUnit::M),
        _ => None,
    }
}

struct Reader<'a> {
    /// Blocks by name.
    blocks: HashMap<&'a str, &'a Block>,
    found: Found,
    /// Names of the blocks around what is being read.
    inside: Vec<String>,
}

fn point(at: &dxf::Point) -> Point {
    Point::new(at.x, at.y)
}

/// An entity drawn on the back of the plane lies mirrored in it.
fn seen_from(normal: &Vector) -> Affine {
    if normal.z < 0.0 { Affine::scaled(-1.0, 1.0) } else { Affine::STILL }
}

fn conic(ellipse: &Ellipse) -> Curve {
    let u = Point::new(ellipse.major_axis.x, ellipse.major_axis.y);
    let side = if ellipse.normal.z < 0.0 { -1.0 } else { 1.0 };
    let (from, mut to) = (ellipse.start_parameter, ellipse.end_parameter);
    if to <= from {
        to += std::f64::consts::TAU;
    }
    let v = u.left() * (ellipse.minor_axis_ratio * side);
    Curve::Conic { centre: point(&ellipse.center), u, v, angles: (from, to) }
}

impl Reader<'_> {
    fn entity(&mut self, entity: &EntityType, affine: &Affine) {
        if self.found.is_too_much() {
            return;
        }
        match entity {
            EntityType::Line(line) if (line.p1.z - line.p2.z).abs() > FLAT => {
                self.found.unknown("LINE out of the plane", Some(affine.of(point(&line.p1))));
            }
            EntityType::Line(line) => {
                self.found.add(affine, vec![Curve::Line(point(&line.p1), point(&line.p2))], "LINE");
            }
            EntityType::Arc(arc) => {
                let angles = (arc.start_angle.to_radians(), arc.end_angle.to_radians());
                let curve = Curve::arc(point(&arc.center), arc.radius, angles);
                self.found.add(&affine.after(&seen_from(&arc.normal)), vec![curve], "ARC");
            }
            EntityType::Circle(circle) => {
                let curve = Curve::arc(point(&circle.center), circle.radius, (0.0, 0.0));
                self.found.add(&affine.after(&seen_from(&circle.normal)), vec![curve], "CIRCLE");
            }
            EntityType::Ellipse(ellipse) => {
                self.found.add(affine, vec![conic(ellipse)], "ELLIPSE");
            }
            EntityType::LwPolyline(line) => self.light(line, affine),
            EntityType::Polyline(line) => self.heavy(line, affine),
            EntityType::Spline(spline) => self.spline(spline, affine),
            EntityType::Insert(insert) => self.insert(insert, affine),
            // told of when the pairs were looked through
            _ => {}
        }
    }

    fn light(&mut self, line: &LwPolyline, affine: &Affine) {
        let corners: Vec<(Point, f64)> =
            line.vertices.iter().map(|v| (Point::new(v.x, v.y), v.bulge)).collect();
        let affine = affine.after(&seen_from(&line.extrusion_direction));
        self.found.add(&affine, bulged(&corners, line.is_closed()), "LWPOLYLINE");
    }

    fn heavy(&mut self, line: &Polyline, affine: &Affine) {
        if line.is_3d_polygon_mesh() || line.is_polyface_mesh() || line.is_3d_polyline() {
            return self.found.unknown("POLYLINE of three dimensions", None);
        }
        // of a smoothed one, the points it was drawn by are not on it
        let corners: Vec<(Point, f64)> = line
            .vertices()
            .filter(|vertex| vertex.flags & 16 == 0)
            .map(|vertex| (point(&vertex.location), vertex.bulge))
            .collect();
        let affine = affine.after(&seen_from(&line.normal));
        self.found.add(&affine, bulged(&corners, line.is_closed()), "POLYLINE");
    }

    fn spline(&mut self, spline: &DxfSpline, affine: &Affine) {
        let weight = |i: usize| spline.weight_values.get(i).copied().unwrap_or(1.0);
        let points: Vec<(Point, f64)> = spline
            .control_points
            .iter()
            .enumerate()
            .map(|(i, at)| (point(at), weight(i)))
            .collect();
        let degree = usize::try_from(spline.degree_of_curve).unwrap_or_default();
        let curve = Spline { degree, knots: spline.knot_values.clone(), points };
        if curve.is_sound() {
            self.found.add(affine, vec![Curve::Spline(curve)], "SPLINE");
        } else {
            let at = spline.fit_points.first().or(spline.control_points.first()).map(point);
            self.found.unknown("SPLINE without control points", at.map(|at| affine.of(at)));
        }
    }

    fn insert(&mut self, insert: &Insert, affine: &Affine) {
        let here = affine.of(point(&insert.location));
        let Some(block) = self.blocks.get(insert.name.as_str()).copied() else {
            return self.found.unknown(&format!("INSERT of \"{}\"", insert.name), Some(here));
        };
        if self.inside.contains(&insert.name) || self.inside.len() >= DEEPEST {
            return self
                .found
                .unknown(&format!("INSERT of \"{}\" in itself", insert.name), Some(here));
        }
        let columns = f64::from(insert.column_count.clamp(1, 1_000));
        let rows = f64::from(insert.row_count.clamp(1, 1_000));
        self.inside.push(insert.name.clone());
        let turn = Affine::turned(insert.rotation.to_radians());
        let base = Affine::moved(point(&block.base_point) * -1.0);
        let scale = Affine::scaled(insert.x_scale_factor, insert.y_scale_factor);
        for row in (0..).map(f64::from).take_while(|row| *row < rows) {
            for column in (0..).map(f64::from).take_while(|column| *column < columns) {
                // a copy counts whatever is in it: blocks in blocks multiply
                self.found.count(1);
                if self.found.is_too_much() || cancelled() {
                    break;
                }
                let step = Point::new(column * insert.column_spacing, row * insert.row_spacing);
                let at = Affine::moved(point(&insert.location) + turn.of_way(step));
                let whole = affine
                    .after(&seen_from(&insert.extrusion_direction))
                    .after(&at)
                    .after(&turn)
                    .after(&scale)
                    .after(&base);
                for entity in &block.entities {
                    self.entity(&entity.specific, &whole);
                }
            }
        }
        self.inside.pop();
    }
}

/// Straights and arcs through corners; the bulge of a corner is that of the piece after it.
fn bulged(corners: &[(Point, f64)], closed: bool) -> Vec<Curve> {
    let count = if closed { corners.len() } else { corners.len().saturating_sub(1) };
    let piece = |i: usize| {
        let ((from, bulge), (to, _)) = (corners[i], corners[(i + 1) % corners.len()]);
        let segment = Segment::bulged(from, to, bulge.clamp(-MOST_BULGED, MOST_BULGED));
        match (segment.arc, segment.radius()) {
            (Some(arc), Some(radius)) => {
                let begin = (from - arc.centre).angle();
                // from the bulge itself: a segment's own sweep is at most half a circle
                let swept = 4.0 * bulge.atan();
                Curve::Conic {
                    centre: arc.centre,
                    u: Point::new(radius, 0.0),
                    v: Point::new(0.0, radius),
                    angles: (begin, begin + swept),
                }
            }
            _ => Curve::Line(from, to),
        }
    };
    (0..count).map(piece).collect()
}

/// A bulge beyond this is a full circle but for nothing. Source: `ours`.
const MOST_BULGED: f64 = 1e6;
