//! Parts fitted on plates. Whoever is signed in waits up to a minute for it; a stranger a few seconds, one nest at a time.

pub mod asked;

use std::time::Duration;

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_nest::{Laid, LeftOver, Nested, NoNest, Placed, Why, nest};
use serde::Serialize;
use serde_json::json;
use utoipa::ToSchema;

use crate::api::layout::contour::ContourWire;
use crate::api::layout::nest::asked::NestRequest;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::Fields;
use crate::queue::Worker;
use crate::wire::text::{Section, sentence};
use crate::wire::unit::fine;

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
    /// How long at most: less than was asked for who is not signed in.
    pub seconds: f64,
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
    pub fn of(nested: &Nested, seconds: f64) -> Self {
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
            seconds: fine(seconds),
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
    (caller, worker): (Caller, Worker),
    body: Body<NestRequest>,
) -> ApiResult<web::Json<NestReply>> {
    let (asked, until) = body.value.read(caller.role.is_some())?;
    let time = Duration::from_secs_f64(until.seconds);
    let nested = worker.search(time, move || {
        let mut enough = |rounds: u32| until.rounds.is_some_and(|most| rounds >= most);
        Ok(NestReply::of(&nest(&asked, &mut enough).map_err(refused)?, until.seconds))
    });
    nested.await.map(web::Json)
}
