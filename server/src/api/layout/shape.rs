//! A part by its dimensions.

use actix_web::{post, web};
use galvanon_core::geometry::Point;
use galvanon_core::layout::part::Part;
use galvanon_core::layout::shapes::{
    Corner, INNER, NoRoom, Refused, RoundHole, SIDES, SIZE, Shape, ShapeKind,
};
use galvanon_core::quantity::Length;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::Deserialize;
use serde_json::json;
use utoipa::ToSchema;

use crate::api::layout::contour::{LayoutPart, refused};
use crate::error::{ApiResult, ErrorBody, Limits};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::unit::fine;

/// A round hole of a shape.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HoleWire {
    /// Its centre, from the shape's origin.
    #[schema(value_type = f64)]
    pub x_mm: Option<Given>,
    /// Its centre, from the shape's origin.
    #[schema(value_type = f64)]
    pub y_mm: Option<Given>,
    /// Across.
    #[schema(value_type = f64)]
    pub diameter_mm: Option<Given>,
}

/// A shape by its dimensions; which it takes depends on what it is.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShapeRequest {
    /// rectangle, disc, ring, lug, gusset, base_plate, bracket, strip, polygon.
    #[schema(value_type = String)]
    pub shape: Option<Given>,
    /// What the shop calls it; the shape's word when left out.
    pub name: Option<String>,
    /// Across, or along the lower side.
    #[schema(value_type = Option<f64>)]
    pub width_mm: Option<Given>,
    /// Up, or along the left side; of a lug over all.
    #[schema(value_type = Option<f64>)]
    pub height_mm: Option<Given>,
    /// Corners of a rectangle, a base plate, a strip; the curved side of a bracket.
    #[schema(value_type = Option<f64>)]
    pub corner_radius_mm: Option<Given>,
    /// In place of a radius: cut off along each side; of a gusset its square corner.
    #[schema(value_type = Option<f64>)]
    pub corner_cut_mm: Option<Given>,
    /// Across a disc, a ring, the corners of a polygon.
    #[schema(value_type = Option<f64>)]
    pub diameter_mm: Option<Given>,
    /// Across the hole of a ring.
    #[schema(value_type = Option<f64>)]
    pub inner_diameter_mm: Option<Given>,
    /// Of a polygon, 3 to 60.
    #[schema(value_type = Option<f64>)]
    pub sides: Option<Given>,
    /// Across the hole of a lug.
    #[schema(value_type = Option<f64>)]
    pub hole_diameter_mm: Option<Given>,
    /// From that hole's edge to the top.
    #[schema(value_type = Option<f64>)]
    pub hole_edge_mm: Option<Given>,
    /// Round holes besides.
    #[serde(default)]
    pub holes: Vec<HoleWire>,
}

/// Centres of holes, from the shape's origin.
const CENTRE: Range = Range::new("layout.hole.centre", "m", -20.0, 20.0);

/// Draws a part of dimensions.
#[utoipa::path(post, operation_id = "layout_shape", path = "/api/v1/layout/parts/shape", request_body = ShapeRequest,
    responses((status = 200, body = LayoutPart), (status = 422, body = ErrorBody)))]
#[post("/parts/shape")]
pub async fn draw_shape(body: Body<ShapeRequest>) -> ApiResult<web::Json<LayoutPart>> {
    Ok(web::Json(LayoutPart::measured(&body.value.part()?)))
}

/// A hole that is no good is told where it stands in the request: a lug's or a ring's own comes before those besides.
fn shape_hole(
    of: galvanon_core::layout::part::Of,
    fault: &galvanon_core::layout::part::Fault,
    shape: &Shape,
) -> crate::error::ApiError {
    use galvanon_core::layout::part::Of;
    let own = usize::from(matches!(shape, Shape::Lug { .. } | Shape::Ring { .. }));
    let mut error = refused(of, fault, "part");
    if let crate::error::ApiError::Invalid(errors) = &mut error {
        for one in errors {
            one.path = match of {
                Of::Hole(i) if i < own => "hole_diameter_mm".to_owned(),
                Of::Hole(i) => format!("holes.{}", i - own),
                _ => "shape".to_owned(),
            };
        }
    }
    error
}

fn no_room_in(no_room: &NoRoom) -> crate::error::ApiError {
    let mm = |m: f64| fine(m * 1e3);
    let (value, low, high) = (mm(no_room.value), mm(no_room.low), mm(no_room.high));
    let mut fields = Fields::default();
    let words = [
        ("value", format!("{value} mm")),
        ("low", format!("{low} mm")),
        ("high", format!("{high} mm")),
    ];
    fields.refuse(&format!("{}_mm", no_room.field), "out_of_range", json!(value), &words);
    if let Some(error) = fields.errors.last_mut() {
        error.limits = Some(Limits { low, high, unit: "mm".into() });
    }
    crate::error::ApiError::Invalid(fields.errors)
}

fn length(fields: &mut Fields, name: &str, range: &Range, given: Option<&Given>) -> Length {
    Length::from_m(fields.number(&NumberField::new(name, range, Kind::Length), given, None))
}

fn said(fields: &mut Fields, name: &str, given: Option<&Given>) -> Option<Length> {
    let given = given.filter(|given| given.is_said())?;
    Some(length(fields, name, &INNER, Some(given)))
}

/// How a plate's corners are; one of the two ways is asked for at most.
fn corner(
    fields: &mut Fields,
    radius: impl Fn(&mut Fields) -> Option<Length>,
    cut: impl Fn(&mut Fields) -> Option<Length>,
) -> Corner {
    match (radius(fields), cut(fields)) {
        (Some(radius), None) => Corner::Round(radius),
        (None, Some(cut)) => Corner::Cut(cut),
        (None, None) => Corner::Sharp,
        (Some(_), Some(_)) => {
            fields.refuse("corner_cut_mm", "layout_two_corners", json!(null), &[]);
            Corner::Sharp
        }
    }
}

impl ShapeRequest {
    /// The part of its dimensions.
    ///
    /// # Errors
    /// [`crate::error::ApiError::Invalid`] with every measure and hole at fault.
    pub fn part(&self) -> ApiResult<Part> {
        let mut fields = Fields::default();
        let (word, shape) = self.read(&mut fields);
        let holes = self.holes(&mut fields);
        let (shape, holes) = fields.done((shape, holes))?;
        let usual: &'static str = word.into();
        let name = self.name.clone().unwrap_or_else(|| usual.replace('_', " "));
        shape.part(&name, &holes).map_err(|refused| match refused {
            Refused::Measure(no_room) => no_room_in(&no_room),
            Refused::Hole(of, fault) => shape_hole(of, &fault, &shape),
        })
    }

    fn lug(&self, fields: &mut Fields, width: Length, height: Length) -> Shape {
        let (hole, edge) = (self.hole_diameter_mm.as_ref(), self.hole_edge_mm.as_ref());
        let hole = length(fields, "hole_diameter_mm", &INNER, hole);
        let edge = length(fields, "hole_edge_mm", &INNER, edge);
        Shape::Lug { width, height, hole, edge }
    }

    fn sides(&self, fields: &mut Fields) -> u32 {
        let sides = NumberField::new("sides", &SIDES, Kind::Count);
        fields.whole(&sides, self.sides.as_ref(), None)
    }

    fn read(&self, fields: &mut Fields) -> (ShapeKind, Shape) {
        let word: ShapeKind = fields.code("shape", self.shape.as_ref(), None);
        let size =
            |fields: &mut Fields, path, given| length(fields, path, &SIZE, Option::as_ref(given));
        let width = |fields: &mut Fields| size(fields, "width_mm", &self.width_mm);
        let height = |fields: &mut Fields| size(fields, "height_mm", &self.height_mm);
        let across = |fields: &mut Fields| size(fields, "diameter_mm", &self.diameter_mm);
        let radius =
            |fields: &mut Fields| said(fields, "corner_radius_mm", self.corner_radius_mm.as_ref());
        let cut = |fields: &mut Fields| said(fields, "corner_cut_mm", self.corner_cut_mm.as_ref());
        let shape = match word {
            ShapeKind::Rectangle | ShapeKind::BasePlate | ShapeKind::Strip => {
                let corner = corner(fields, radius, cut);
                Shape::Rectangle { width: width(fields), height: height(fields), corner }
            }
            ShapeKind::Disc => Shape::Disc { diameter: across(fields) },
            ShapeKind::Ring => {
                let given = self.inner_diameter_mm.as_ref();
                let inner = length(fields, "inner_diameter_mm", &INNER, given);
                Shape::Ring { diameter: across(fields), inner }
            }
            ShapeKind::Lug => {
                let (width, height) = (width(fields), height(fields));
                self.lug(fields, width, height)
            }
            ShapeKind::Gusset => {
                Shape::Gusset { width: width(fields), height: height(fields), snipe: cut(fields) }
            }
            ShapeKind::Bracket => Shape::Bracket {
                width: width(fields),
                height: height(fields),
                radius: radius(fields),
            },
            ShapeKind::Polygon => {
                Shape::Polygon { diameter: across(fields), sides: self.sides(fields) }
            }
        };
        (word, shape)
    }

    fn holes(&self, fields: &mut Fields) -> Vec<RoundHole> {
        let mut hole = |(i, hole): (usize, &HoleWire)| {
            let mut at = |name: &str, given: Option<&Given>, range: &Range| {
                length(fields, &format!("holes.{i}.{name}"), range, given)
            };
            let x = at("x_mm", hole.x_mm.as_ref(), &CENTRE).as_m();
            let y = at("y_mm", hole.y_mm.as_ref(), &CENTRE).as_m();
            let diameter = at("diameter_mm", hole.diameter_mm.as_ref(), &INNER);
            RoundHole { centre: Point::new(x, y), diameter }
        };
        self.holes.iter().take(MOST).enumerate().map(&mut hole).collect()
    }
}

/// Holes of a shape at most; a drawing takes more. Source: `ours`.
const MOST: usize = 1_000;
