//! An SVG as curves: every command of a path, the basic shapes, transforms, its box and its unit. Arcs stay arcs.
//!
//! What refers to something else (use, image), is text or runs (script) is told and left out; a document type is refused.

use std::str::FromStr;

use galvanon_core::geometry::{Affine, Point};
use galvanon_core::layout::curve::Curve;
use roxmltree::{Document, Node, ParsingOptions};
use svgtypes::{Length, LengthUnit, PointsParser, Transform, ViewBox};

use crate::api::layout::file::{FileUnit, Found, MOST, NotRead};
use crate::api::layout::svg_path::path;

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
    groups(root, frame, &mut found)?;
    found.checked()
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

/// Groups in groups at most. Source: `ours`: drawing programs nest some ten deep.
const DEEPEST: usize = 64;

/// Reads a group and every group in it, with a stack of our own: a file may nest deeper than a thread's stack.
fn groups(root: Node<'_, '_>, frame: Affine, found: &mut Found) -> Result<(), NotRead> {
    let mut open = vec![(root.children(), frame)];
    while let Some((children, affine)) = open.last_mut() {
        let Some(child) = children.next() else {
            open.pop();
            continue;
        };
        let affine = *affine;
        if let Some(inner) = element(&child, &affine, found) {
            if open.len() >= DEEPEST {
                return Err(NotRead { code: "layout_too_deep", why: DEEPEST.to_string() });
            }
            open.push((child.children(), inner));
        }
        if found.is_too_much() {
            break;
        }
    }
    Ok(())
}

/// Reads an element into what was found; of a group only how its children are changed.
fn element(child: &Node<'_, '_>, affine: &Affine, found: &mut Found) -> Option<Affine> {
    let name = child.tag_name().name();
    if !child.is_element() || SILENT.contains(&name) {
        return None;
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
            return None;
        }
    };
    let affine = affine.after(&own);
    match name {
        "g" | "a" | "switch" => return Some(affine),
        "svg" if child.attribute("viewBox").is_none() => {
            let at = Point::new(number(child, "x"), number(child, "y"));
            return Some(affine.after(&Affine::moved(at)));
        }
        "path" => path(child, &affine, found),
        _ => match shape(child, name) {
            Some(curves) if curves.is_empty() => {}
            Some(curves) => found.add(&affine, curves, name),
            None => found.unknown(&format!("<{name}>"), None),
        },
    }
    None
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
        // one more than is read, so that the drawing counts as too much
        PointsParser::from(text).take(MOST + 2).map(|(x, y)| Point::new(x, y)).collect()
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
