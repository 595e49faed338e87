//! Parts fitted on plates. Whoever is signed in waits up to a minute for it; a stranger a few seconds, one nest at a time.

use std::time::{Duration, Instant};

use actix_web::{HttpRequest, post, web};
use galvanon_core::code::Code;
use galvanon_core::geometry::{Contour, Point};
use galvanon_core::quantity::Length;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use galvanon_nest::{
    Asked, Laid, LeftOver, MOST_PARTS, MOST_PLATES, Nested, NoNest, Placed, Plate, Turns as Ways,
    Wanted, Why, nest,
};
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::api::layout::contour::{ContourWire, LayoutPart, checked};
use crate::doors::state::Doors;
use crate::doors::turns::Turns;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::wire::text::{Section, sentence};
use crate::wire::unit::fine;

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
    /// How long it is tried, 0.1 to 60; to 5 for who is not signed in.
    #[schema(value_type = Option<f64>)]
    pub seconds: Option<Given>,
    /// In place of seconds: how many orders are tried, 1 to 10,000, while the time that is allowed lasts.
    #[schema(value_type = Option<u32>)]
    pub rounds: Option<Given>,
    /// Which changes are tried; 1 when left out. The same seed and rounds give the same nest.
    #[schema(value_type = Option<u32>)]
    pub seed: Option<Given>,
}

/// A part on a plate: mirrored (x to -x), then turned about its own origin, then moved.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NestPlaced {
    /// Which part, from 0.
    pub part: usize,
    /// Where its origin lies.
    pub x_mm: f64,
    /// The same, up.
    pub y_mm: f64,
    /// Anticlockwise.
    pub angle_deg: f64,
    /// Whether it lies on its other face.
    pub mirrored: bool,
}

/// A plate with its parts.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NestLaid {
    /// Which kind of plate, from 0.
    pub plate: usize,
    /// Its parts.
    pub placed: Vec<NestPlaced>,
    /// Steel of the parts over steel of the plate, 0 to 1.
    pub used_share: f64,
    /// The largest piece left over, by straight lines; null where none is 50 mm wide.
    pub remnant: Option<ContourWire>,
}

/// Parts that found no place.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NestLeftOver {
    /// Which part, from 0.
    pub part: usize,
    /// How many of it.
    pub count: u32,
    /// too_large, no_room, no_time.
    pub why: String,
    /// The same in words.
    pub text: String,
}

/// What came out.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NestReply {
    /// Plates that have a part on them.
    pub plates: Vec<NestLaid>,
    /// What found no place.
    pub left_over: Vec<NestLeftOver>,
    /// How many orders were tried.
    pub rounds: u32,
}

/// Sides of a plate.
pub const SIDE: Range = Range::new("layout.nest.side", "m", 0.01, 30.0);
/// Gap and margin.
pub const APART: Range = Range::new("layout.nest.apart", "m", 0.0, 0.5);
/// How long a person in the shop waits, s. Source: `ours`.
const SECONDS: Range = Range::new("layout.nest.seconds", "s", 0.1, 60.0);
/// And who is not known. Source: `ours`.
const OF_STRANGERS: Range = Range::new("layout.nest.seconds", "s", 0.1, 5.0);
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
struct Until {
    rounds: Option<u32>,
    seconds: f64,
}

#[allow(
    clippy::cast_possible_truncation,
    clippy::cast_sign_loss,
    reason = "checked by a range of whole numbers over 0"
)]
fn whole(fields: &mut Fields, (path, range): (String, &Range), given: Option<&Given>) -> u32 {
    fields.number(&NumberField::new(path, range, Kind::Count), given, Some(1.0)) as u32
}

fn read_plate(fields: &mut Fields, (at, plate): (usize, &NestPlate)) -> ApiResult<Plate> {
    let path = |name: &str| format!("plates.{at}.{name}");
    let count = whole(fields, (path("count"), &PLATES), plate.count.as_ref());
    let by_sides = plate.width_mm.is_some() || plate.height_mm.is_some();
    let outline = match &plate.outline {
        Some(outline) if !by_sides => {
            let mut own = Fields::default();
            let rim = outline.read(&mut own, &path("outline"));
            if !rim.closed {
                own.errors.push(wrong_shape(&path("outline"), "a closed contour", json!(false)));
            }
            let rim = galvanon_core::layout::part::Part::solid("plate", own.done(rim)?);
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

fn outline_refused(fault: &galvanon_core::layout::part::Fault, path: &str) -> ApiError {
    let of = galvanon_core::layout::part::Of::Outer;
    let mut error = crate::api::layout::contour::refused(of, fault, "plate");
    if let ApiError::Invalid(errors) = &mut error {
        errors.iter_mut().for_each(|one| path.clone_into(&mut one.path));
    }
    error
}

fn read_part(fields: &mut Fields, (at, wanted): (usize, &NestPart)) -> ApiResult<Wanted> {
    let path = format!("parts.{at}");
    let count = whole(fields, (format!("{path}.count"), &PARTS), wanted.count.as_ref());
    let turns = format!("{path}.turns");
    let turns: Ways = fields.code(&turns, wanted.turns.as_ref(), Some(Ways::default()));
    let path = format!("{path}.part");
    let mut own = Fields::default();
    let part = wanted.part.read(&mut own, &path);
    let part = checked(own, part, &path)?;
    Ok(Wanted { part, count, turns, mirror: wanted.mirror })
}

fn too_many(fields: &mut Fields, path: &str, (count, most): (usize, u32)) {
    if count == 0 || count > most as usize {
        let expected = format!("1 to {most} in all");
        fields.errors.push(wrong_shape(path, &expected, json!(count)));
    }
}

impl NestRequest {
    fn read(&self, known: bool) -> ApiResult<(Asked, Until)> {
        let mut fields = Fields::default();
        // no list is walked that is longer than may be
        too_many(&mut fields, "plates", (self.plates.len(), MOST_PLATES));
        too_many(&mut fields, "parts", (self.parts.len(), MOST_PARTS));
        let mut fields = Fields { errors: fields.done(Vec::new())? };
        let plates = self.plates.iter().enumerate();
        let plates: Vec<Plate> =
            plates.map(|one| read_plate(&mut fields, one)).collect::<ApiResult<_>>()?;
        let parts = self.parts.iter().enumerate();
        let parts: Vec<Wanted> =
            parts.map(|one| read_part(&mut fields, one)).collect::<ApiResult<_>>()?;
        let all = |counts: &mut dyn Iterator<Item = u32>| counts.map(|it| it as usize).sum();
        let counted = (all(&mut plates.iter().map(|it| it.count)), MOST_PLATES);
        too_many(&mut fields, "plates", counted);
        let counted = (all(&mut parts.iter().map(|it| it.count)), MOST_PARTS);
        too_many(&mut fields, "parts", counted);
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
        let longest = if known { &SECONDS } else { &OF_STRANGERS };
        let rounds = self.rounds.as_ref().filter(|given| given.is_said());
        if rounds.is_some() && self.seconds.as_ref().is_some_and(Given::is_said) {
            fields.errors.push(wrong_shape(
                "rounds",
                "left out where seconds are given",
                json!(null),
            ));
        }
        let seconds = NumberField::new("seconds", longest, Kind::Duration);
        Until {
            // rounds stop at the same time as seconds at most would
            seconds: fields.number(&seconds, self.seconds.as_ref(), rounds.map(|_| longest.high)),
            rounds: rounds.map(|given| whole(fields, ("rounds".into(), &ROUNDS), Some(given))),
        }
    }
}

fn placed(one: &Placed) -> NestPlaced {
    NestPlaced {
        part: one.part,
        x_mm: fine(one.x * 1e3) + 0.0,
        y_mm: fine(one.y * 1e3) + 0.0,
        angle_deg: fine(one.angle_deg) + 0.0,
        mirrored: one.mirrored,
    }
}

impl NestReply {
    /// As it came out.
    #[must_use]
    pub fn of(nested: &Nested) -> Self {
        let laid = |one: &Laid| NestLaid {
            plate: one.plate,
            placed: one.placed.iter().map(placed).collect(),
            used_share: fine(one.used_share),
            remnant: one.remnant.as_ref().map(ContourWire::of),
        };
        let left = |one: &LeftOver| NestLeftOver {
            part: one.part,
            count: one.count,
            why: one.why.code().to_owned(),
            text: sentence(Section::Problems, in_words(one.why)).unwrap_or_default().to_owned(),
        };
        Self {
            plates: nested.plates.iter().map(laid).collect(),
            left_over: nested.left_over.iter().map(left).collect(),
            rounds: nested.rounds,
        }
    }
}

const fn in_words(why: Why) -> &'static str {
    match why {
        Why::TooLarge => "nest_too_large",
        Why::NoRoom => "nest_no_room",
        Why::NoTime => "nest_no_time",
    }
}

/// Why nothing can be laid, at its field.
#[must_use]
pub fn refused(none: NoNest) -> ApiError {
    let mut fields = Fields::default();
    let (path, code) = match none {
        NoNest::Plate(at) => (format!("plates.{at}"), "nest_no_plate"),
        NoNest::Part(at) => (format!("parts.{at}.part"), "nest_no_part"),
    };
    fields.refuse(&path, code, json!(null), &[]);
    ApiError::Invalid(fields.errors)
}

/// Fits parts on plates; nothing is kept.
#[utoipa::path(post, operation_id = "layout_nest", path = "/api/v1/layout/nest", request_body = NestRequest,
    responses((status = 200, body = NestReply), (status = 422, body = ErrorBody), (status = 429, body = ErrorBody)))]
#[post("/nest")]
pub async fn nest_parts(
    request: HttpRequest,
    caller: Caller,
    (turns, doors): (web::Data<Turns>, web::Data<Doors>),
    body: Body<NestRequest>,
) -> ApiResult<web::Json<NestReply>> {
    let known = caller.role.is_some();
    let turn = if known {
        None
    } else {
        let longest = OF_STRANGERS.high as u32;
        Some(turns.take(doors.address(&request)).ok_or(ApiError::TooMany(longest))?)
    };
    let found = web::block(move || {
        let (asked, until) = body.value.read(known)?;
        let began = Instant::now();
        let longest = Duration::from_secs_f64(until.seconds);
        let mut enough = |rounds: u32| {
            until.rounds.is_some_and(|most| rounds >= most) || began.elapsed() >= longest
        };
        let nested = nest(&asked, &mut enough).map_err(refused)?;
        drop(turn);
        Ok::<_, ApiError>(NestReply::of(&nested))
    });
    Ok(web::Json(found.await.map_err(|error| ApiError::Internal(error.to_string()))??))
}
