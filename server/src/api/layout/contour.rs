//! Contours and parts of the contract: mm, y up, straights and true arcs of at most half a circle.

use galvanon_core::code::Code;
use galvanon_core::geometry::{Arc, Contour, Point, Segment, Turn};
use galvanon_core::layout::part::{Fault, Of, Part};
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::error::{ApiError, ApiResult, FieldError};
use crate::http::fields::{Fields, Given, wrong_shape};
use crate::wire::text::{Section, with_values};
use crate::wire::unit::fine;

/// A place on the plate, mm: across, up.
pub type Place = [f64; 2];

/// A straight, or an arc about a centre.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SegmentWire {
    /// Where it ends.
    #[schema(value_type = Vec<f64>)]
    pub to: Place,
    /// Of an arc.
    #[schema(value_type = Option<Vec<f64>>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub centre: Option<Place>,
    /// left, right: which way an arc bends along itself.
    #[schema(value_type = Option<String>)]
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub turn: Option<Given>,
}

/// Straights and arcs, each beginning where the one before ends.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ContourWire {
    /// Whether it ends where it begins.
    pub closed: bool,
    /// Where it begins.
    #[schema(value_type = Vec<f64>)]
    pub start: Place,
    /// Its pieces.
    pub segments: Vec<SegmentWire>,
}

/// A part: what is kept of the plate.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LayoutPart {
    /// What the shop calls it.
    #[serde(default)]
    pub name: String,
    /// Round it.
    pub outer: ContourWire,
    /// Round its holes.
    #[serde(default)]
    pub holes: Vec<ContourWire>,
    /// Lines cut into it that part nothing.
    #[serde(default)]
    pub cuts: Vec<ContourWire>,
    /// Steel of it; written, and not read.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub area_mm2: Option<f64>,
    /// Length of its outline; written, and not read.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub outline_mm: Option<f64>,
}

/// Places lie at most so far from the origin, mm. Source: `ours`.
const FARTHEST: f64 = 50_000.0;
/// Segments of a contour, and contours of a part, at most. Source: `ours`.
const MOST: usize = 20_000;
/// Ends that should meet are off by at most this, and so is an arc's radius, mm. Source: `ours`; models.md 5 joins within it.
const NEAR: f64 = 0.05;
/// An arc's radius may differ by this part of it. Source: `ours`.
const ROUNDING: f64 = 1e-4;

/// A place in mm.
#[must_use]
pub fn place(at: Point) -> Place {
    // no nought is negative
    [fine(at.x * 1e3) + 0.0, fine(at.y * 1e3) + 0.0]
}

/// A place, from mm.
#[must_use]
pub fn point([x, y]: Place) -> Point {
    Point::new(x / 1e3, y / 1e3)
}

impl ContourWire {
    /// A contour of core's.
    #[must_use]
    pub fn of(contour: &Contour) -> Self {
        let segment = |one: &Segment| SegmentWire {
            to: place(one.to),
            centre: one.arc.map(|arc| place(arc.centre)),
            turn: one.arc.map(|arc| Given(json!(arc.turn.code()))),
        };
        Self {
            closed: contour.closed,
            start: place(contour.start()),
            segments: contour.segments.iter().map(segment).collect(),
        }
    }

    /// Read into core's; what is wrong is noted at its path.
    pub fn read(&self, fields: &mut Fields, path: &str) -> Contour {
        if self.segments.is_empty() || self.segments.len() > MOST {
            refuse(fields, &format!("{path}.segments"), &format!("1 to {MOST} segments"));
        }
        if outside(self.start) {
            refuse(fields, &format!("{path}.start"), &near_by());
        }
        let mut here = point(self.start);
        let mut segments = Vec::with_capacity(self.segments.len());
        for (i, wire) in self.segments.iter().enumerate() {
            let at = format!("{path}.segments.{i}");
            if outside(wire.to) || wire.centre.is_some_and(outside) {
                refuse(fields, &format!("{at}.to"), &near_by());
                return Contour { closed: self.closed, segments };
            }
            let segment = wire.read(fields, &at, here);
            here = segment.to;
            segments.push(segment);
        }
        if self.closed {
            let gap = here.distance(point(self.start)) * 1e3;
            if gap > NEAR {
                let expected = format!("a last segment that ends at start (it is {gap:.2} mm off)");
                refuse(fields, &format!("{path}.segments"), &expected);
            } else if let Some(last) = segments.last_mut() {
                last.to = point(self.start);
            }
        }
        Contour { closed: self.closed, segments }
    }
}

fn outside([x, y]: Place) -> bool {
    !(x.abs() <= FARTHEST && y.abs() <= FARTHEST)
}

fn near_by() -> String {
    format!("inside {FARTHEST} mm of the origin")
}

fn refuse(fields: &mut Fields, path: &str, expected: &str) {
    fields.errors.push(wrong_shape(path, expected, serde_json::Value::Null));
}

impl SegmentWire {
    /// A line or an arc from where the last one ended.
    fn read(&self, fields: &mut Fields, path: &str, from: Point) -> Segment {
        let to = point(self.to);
        let Some(centre) = self.centre else { return Segment::line(from, to) };
        let turn: Turn = fields.code(&format!("{path}.turn"), self.turn.as_ref(), None);
        let arc = Arc { centre: point(centre), turn };
        if let Some(expected) = no_arc(from, to, arc) {
            refuse(fields, &format!("{path}.centre"), expected);
        }
        Segment::arc(from, to, arc)
    }
}

/// What is wrong with an arc.
fn no_arc(from: Point, to: Point, arc: Arc) -> Option<&'static str> {
    let (a, b) = (from - arc.centre, to - arc.centre);
    let off = (a.length() - b.length()).abs() * 1e3;
    if off > NEAR.max(ROUNDING * a.length() * 1e3) || a.length() < 1e-9 {
        return Some("as far from the arc's beginning as from its end");
    }
    let swept = (a.cross(b) * arc.turn.sign()).atan2(a.dot(b)).rem_euclid(std::f64::consts::TAU);
    let half = std::f64::consts::PI * (1.0 + 1e-6);
    (swept > half && swept < std::f64::consts::TAU - 1e-9 || from == to)
        .then_some("the centre of an arc of at most half a circle: split it")
}

impl LayoutPart {
    /// A part of core's.
    #[must_use]
    pub fn of(part: &Part) -> Self {
        let all = |contours: &[Contour]| contours.iter().map(ContourWire::of).collect();
        Self {
            name: part.name.clone(),
            outer: ContourWire::of(&part.outer),
            holes: all(&part.holes),
            cuts: all(&part.cuts),
            area_mm2: None,
            outline_mm: None,
        }
    }

    /// A part of core's, with its area and the length of its outline.
    #[must_use]
    pub fn measured(part: &Part) -> Self {
        Self {
            area_mm2: Some(fine(part.area() * 1e6)),
            outline_mm: Some(fine(part.outer.length() * 1e3)),
            ..Self::of(part)
        }
    }

    /// Read into core's.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every contour that is none.
    pub fn read(&self, fields: &mut Fields, path: &str) -> Part {
        let mut closed = |contour: &ContourWire, path: &str, is_closed: bool| {
            if contour.closed != is_closed {
                let expected = if is_closed { "a closed contour" } else { "an open contour" };
                fields.errors.push(wrong_shape(path, expected, json!(contour.closed)));
            }
            contour.read(fields, path)
        };
        let outer = closed(&self.outer, &format!("{path}.outer"), true);
        let holes = self.holes.iter().enumerate();
        let holes = holes.map(|(i, one)| closed(one, &format!("{path}.holes.{i}"), true)).collect();
        let cuts = self.cuts.iter().enumerate();
        let cuts = cuts.map(|(i, one)| closed(one, &format!("{path}.cuts.{i}"), false)).collect();
        if self.holes.len() + self.cuts.len() > MOST {
            let expected = format!("at most {MOST} holes and cuts");
            fields.errors.push(wrong_shape(&format!("{path}.holes"), &expected, json!(null)));
        }
        if self.name.chars().count() > 80 {
            fields.errors.push(wrong_shape(
                &format!("{path}.name"),
                "at most 80 characters",
                json!(null),
            ));
        }
        Part { name: self.name.trim().to_owned(), outer, holes, cuts }.tidy()
    }
}

/// Where a contour of a part stands in a request.
#[must_use]
pub fn path_of(of: Of, part: &str) -> String {
    match of {
        Of::Outer => format!("{part}.outer"),
        Of::Hole(i) => format!("{part}.holes.{i}"),
        Of::Cut(i) => format!("{part}.cuts.{i}"),
    }
}

/// The sentence of a fault, with its place.
#[must_use]
pub fn in_words(fault: &Fault) -> String {
    let sentence = with_values(Section::Problems, fault.sentence, &fault.values);
    let called = fault.called.as_deref().unwrap_or_default();
    sentence.replace("{called}", called)
}

/// A part that is none: which contour, what is wrong, and where: the place stands in the value, as a screen marks it.
#[must_use]
pub fn refused(of: Of, fault: &Fault, part: &str) -> ApiError {
    ApiError::Invalid(vec![FieldError {
        path: path_of(of, part),
        code: fault.code.code().to_owned(),
        message: in_words(fault),
        value: json!({ "at": fault.at.map(place) }),
        limits: None,
        allowed: None,
    }])
}

/// A part that core has checked.
///
/// # Errors
/// [`ApiError::Invalid`] with the contour at fault and the place.
pub fn checked(fields: Fields, part: Part, path: &str) -> ApiResult<Part> {
    let part = fields.done(part)?;
    part.check().map_err(|(of, fault)| refused(of, &fault, path))?;
    Ok(part)
}
