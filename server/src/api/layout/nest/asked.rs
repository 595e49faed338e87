//! What is to be fitted on what, and for how long it may be tried.

use galvanon_core::geometry::{Contour, Point};
use galvanon_core::layout::part::{Fault, Of, Part};
use galvanon_core::quantity::Length;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use galvanon_nest::{Asked, MOST_PARTS, MOST_PLATES, Plate, Turns as Ways, Wanted};
use serde::Deserialize;
use serde_json::json;
use utoipa::ToSchema;

use crate::api::layout::contour::{ContourWire, LayoutPart, checked, refused};
use crate::error::{ApiError, ApiResult};
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};

/// Plates of a kind: a rectangle by its sides, or any outline.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NestPlate {
    /// Along, 10 mm to 30 m; its lower left is the origin.
    #[schema(value_type = Option<f64>)]
    pub width_mm: Option<Given>,
    /// Across.
    #[schema(value_type = Option<f64>)]
    pub height_mm: Option<Given>,
    /// In place of both: its rim, as a remnant has.
    pub outline: Option<ContourWire>,
    /// How many, 1 to 200 in all; 1 when left out.
    #[schema(value_type = Option<u32>)]
    pub count: Option<Given>,
}

/// Parts of a kind.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NestPart {
    /// The part.
    pub part: LayoutPart,
    /// How many, 1 to 500 in all; 1 when left out.
    #[schema(value_type = Option<u32>)]
    pub count: Option<Given>,
    /// free, quarter, none: how it may be turned; quarter when left out.
    #[schema(value_type = Option<String>)]
    pub turns: Option<Given>,
    /// Whether it may lie on its other face.
    #[serde(default)]
    pub mirror: bool,
}

/// What is to be fitted on what.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NestRequest {
    /// Plates, taken in this order.
    pub plates: Vec<NestPlate>,
    /// Parts.
    pub parts: Vec<NestPart>,
    /// Between parts, 0 to 500 mm.
    #[schema(value_type = f64)]
    pub gap_mm: Option<Given>,
    /// From the rim of a plate, 0 to 500 mm.
    #[schema(value_type = f64)]
    pub margin_mm: Option<Given>,
    /// How long it is tried, 0.1 to 60; no longer than 5 for who is not signed in.
    #[schema(value_type = Option<f64>)]
    pub seconds: Option<Given>,
    /// In place of seconds: how many orders are tried, 1 to 10,000, while the time that is allowed lasts.
    #[schema(value_type = Option<u32>)]
    pub rounds: Option<Given>,
    /// Which changes are tried; 1 when left out. The same seed and rounds give the same nest.
    #[schema(value_type = Option<u32>)]
    pub seed: Option<Given>,
}

/// Sides of a plate.
pub const SIDE: Range = Range::new("layout.nest.side", "m", 0.01, 30.0);
/// Gap and margin.
pub const APART: Range = Range::new("layout.nest.apart", "m", 0.0, 0.5);
/// How long it may be tried, s. Source: `ours`.
const SECONDS: Range = Range::new("layout.nest.seconds", "s", 0.1, 60.0);
/// And who is not known waits no longer than this, s. Source: `ours`.
pub const OF_STRANGERS: f64 = 5.0;
/// Orders that are tried.
const ROUNDS: Range = Range::new("layout.nest.rounds", "1", 1.0, 10_000.0);
/// A seed.
const SEED: Range = Range::new("layout.nest.seed", "1", 0.0, 4_294_967_295.0);
/// Plates of a kind.
const PLATES: Range = Range::new("layout.nest.count", "1", 1.0, MOST_PLATES as f64);
/// Parts of a kind.
const PARTS: Range = Range::new("layout.nest.count", "1", 1.0, MOST_PARTS as f64);

/// How long it is tried.
#[derive(Clone, Copy, Debug)]
pub struct Until {
    /// Orders that are tried; as many as time lets where it is not said.
    pub rounds: Option<u32>,
    /// And no longer than this, s.
    pub seconds: f64,
}

fn whole(fields: &mut Fields, path: String, range: &Range, given: Option<&Given>) -> u32 {
    fields.whole(&NumberField::new(path, range, Kind::Count), given, Some(1))
}

fn read_plate(fields: &mut Fields, at: usize, plate: &NestPlate) -> ApiResult<Plate> {
    let path = |name: &str| format!("plates.{at}.{name}");
    let count = whole(fields, path("count"), &PLATES, plate.count.as_ref());
    let by_sides = plate.width_mm.is_some() || plate.height_mm.is_some();
    let outline = match &plate.outline {
        Some(outline) if !by_sides => {
            let mut own = Fields::default();
            let rim = outline.read(&mut own, &path("outline"));
            if !rim.closed {
                own.errors.push(wrong_shape(&path("outline"), "a closed contour", json!(false)));
            }
            let rim = Part::solid("plate", own.done(rim)?);
            rim.check().map_err(|(_, fault)| outline_refused(&fault, &path("outline")))?;
            rim.outer
        }
        Some(_) => {
            let expected = "an outline, or a width and a height";
            fields.errors.push(wrong_shape(&path("outline"), expected, json!(null)));
            Contour::polygon(&[Point::default()])
        }
        None => {
            let mut side = |name: &str, given: Option<&Given>| {
                fields.number(&NumberField::new(path(name), &SIDE, Kind::Length), given, None)
            };
            let width = side("width_mm", plate.width_mm.as_ref());
            let height = side("height_mm", plate.height_mm.as_ref());
            let corners = [(0.0, 0.0), (width, 0.0), (width, height), (0.0, height)];
            Contour::polygon(&corners.map(|(x, y)| Point::new(x, y)))
        }
    };
    Ok(Plate { outline, count })
}

fn outline_refused(fault: &Fault, path: &str) -> ApiError {
    let mut error = refused(Of::Outer, fault, "plate");
    if let ApiError::Invalid(errors) = &mut error {
        errors.iter_mut().for_each(|one| path.clone_into(&mut one.path));
    }
    error
}

fn read_part(fields: &mut Fields, at: usize, wanted: &NestPart) -> ApiResult<Wanted> {
    let path = format!("parts.{at}");
    let count = whole(fields, format!("{path}.count"), &PARTS, wanted.count.as_ref());
    let turns = format!("{path}.turns");
    let turns: Ways = fields.code(&turns, wanted.turns.as_ref(), Some(Ways::default()));
    let path = format!("{path}.part");
    let mut own = Fields::default();
    let part = wanted.part.read(&mut own, &path);
    let part = checked(own, part, &path)?;
    Ok(Wanted { part, count, turns, mirror: wanted.mirror })
}

fn too_many(fields: &mut Fields, path: &str, count: usize, most: u32) {
    if count == 0 || count > most as usize {
        let expected = format!("1 to {most} in all");
        fields.errors.push(wrong_shape(path, &expected, json!(count)));
    }
}

impl NestRequest {
    /// Reads it; who is not known waits less.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault.
    pub fn read(&self, known: bool) -> ApiResult<(Asked, Until)> {
        let mut fields = Fields::default();
        // no list is walked that is longer than may be
        too_many(&mut fields, "plates", self.plates.len(), MOST_PLATES);
        too_many(&mut fields, "parts", self.parts.len(), MOST_PARTS);
        let mut fields = Fields { errors: fields.done(Vec::new())? };
        let plates = self.plates.iter().enumerate();
        let plates: Vec<Plate> = plates
            .map(|(at, plate)| read_plate(&mut fields, at, plate))
            .collect::<ApiResult<_>>()?;
        let parts = self.parts.iter().enumerate();
        let parts: Vec<Wanted> =
            parts.map(|(at, part)| read_part(&mut fields, at, part)).collect::<ApiResult<_>>()?;
        let all = |counts: &mut dyn Iterator<Item = u32>| counts.map(|it| it as usize).sum();
        let counted = all(&mut plates.iter().map(|it| it.count));
        too_many(&mut fields, "plates", counted, MOST_PLATES);
        let counted = all(&mut parts.iter().map(|it| it.count));
        too_many(&mut fields, "parts", counted, MOST_PARTS);
        let mut apart = |name: &str, given: Option<&Given>| {
            fields.number(&NumberField::new(name, &APART, Kind::Length), given, None)
        };
        let gap = Length::from_m(apart("gap_mm", self.gap_mm.as_ref()));
        let margin = Length::from_m(apart("margin_mm", self.margin_mm.as_ref()));
        let until = self.until(&mut fields, known);
        let seed = NumberField::new("seed", &SEED, Kind::Count);
        #[allow(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "a whole number in range"
        )]
        let seed = fields.number(&seed, self.seed.as_ref(), Some(1.0)) as u64;
        fields.done((Asked { plates, parts, gap, margin, seed }, until))
    }

    fn until(&self, fields: &mut Fields, known: bool) -> Until {
        let longest = if known { SECONDS.high } else { OF_STRANGERS };
        let rounds = self.rounds.as_ref().filter(|given| given.is_said());
        if rounds.is_some() && self.seconds.as_ref().is_some_and(Given::is_said) {
            fields.errors.push(wrong_shape(
                "rounds",
                "left out where seconds are given",
                json!(null),
            ));
        }
        let seconds = NumberField::new("seconds", &SECONDS, Kind::Duration);
        let seconds = fields.number(&seconds, self.seconds.as_ref(), rounds.map(|_| longest));
        Until {
            // rounds stop at the same time as seconds at most would
            seconds: seconds.min(longest),
            rounds: rounds.map(|given| whole(fields, "rounds".into(), &ROUNDS, Some(given))),
        }
    }
}
