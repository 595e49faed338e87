//! Rolled shapes and tubes, found as people type them.

use std::collections::BTreeMap;

use actix_web::{get, web};
use galvanon_core::code::Code;
use galvanon_core::entry::shape::{self, NoShape};
use galvanon_core::error::Error;
use galvanon_core::quantity::Length;
use galvanon_core::section::outline::Point;
use galvanon_core::section::{BY_HAND, Profile, search};
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::{IntoParams, ToSchema};

use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::fields::{Fields, wrong_shape};

/// Shapes given at once, unless fewer are asked.
const SHOWN: usize = 20;
/// At most so many.
const MOST: usize = 200;
/// A name that is longer than this is none.
pub const LONGEST: usize = 80;

/// What was typed.
#[derive(Debug, Deserialize, IntoParams)]
pub struct ProfilesQuery {
    /// A name or its beginning: W12x26, HEA 200, HSS 6x6x1/4, pipe 6 sch 40.
    pub query: Option<String>,
    /// At most so many, 1 to 200; 20 when left out.
    pub limit: Option<usize>,
}

/// A shape.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct ProfileWire {
    /// Its name as it is ordered.
    pub code: String,
    /// i, channel, tee, angle, rectangular_tube, round_tube, pipe.
    pub family: String,
    /// Mass of a metre.
    pub mass_kg_m: f64,
    /// Published area; of US tubes by the design wall.
    pub area_mm2: f64,
    /// depth, width, web, flange, root_radius, and where the shape has them toe_radius, slope_percent and
    /// design_wall; web is the wall of tubes and the leg of angles.
    pub dimensions_mm: BTreeMap<String, f64>,
    /// Where it comes from.
    pub source: String,
}

/// What fits.
#[derive(Debug, Serialize, ToSchema)]
pub struct ProfilesReply {
    /// A whole name first, then in the order of the tables.
    pub profiles: Vec<ProfileWire>,
    /// The nearest names where none fits.
    pub nearest: Vec<ProfileWire>,
}

fn fine(value: f64) -> f64 {
    (value * 1e3).round() / 1e3
}

/// A shape as it is told.
///
/// # Errors
/// Only a fault of ours.
pub fn profile_wire(profile: &Profile) -> ApiResult<ProfileWire> {
    let mm = |length: Length| fine(length.as_mm());
    let mut dimensions: BTreeMap<String, f64> = [
        ("depth", mm(profile.depth)),
        ("width", mm(profile.width)),
        ("web", mm(profile.web)),
        ("flange", mm(profile.flange)),
        ("root_radius", mm(profile.root)),
    ]
    .into_iter()
    .map(|(name, value)| (name.to_owned(), value))
    .collect();
    if profile.toe.as_m() > 0.0 {
        dimensions.insert("toe_radius".into(), mm(profile.toe));
    }
    if profile.slope > 0.0 {
        dimensions.insert("slope_percent".into(), fine(profile.slope * 100.0));
    }
    if let Some(wall) = profile.design_wall {
        dimensions.insert("design_wall".into(), mm(wall));
    }
    let sources = galvanon_core::source::sources()?;
    let short = sources.get(profile.source).map_or(profile.source, |it| it.short.as_str());
    Ok(ProfileWire {
        code: profile.code.clone(),
        family: profile.family.code().into(),
        mass_kg_m: fine(profile.mass_per_metre),
        area_mm2: fine(profile.area.as_m2() * 1e6),
        dimensions_mm: dimensions,
        source: short.to_owned(),
    })
}

/// Which shape.
#[derive(Debug, Deserialize, IntoParams)]
pub struct OutlineQuery {
    /// Its whole name.
    pub code: Option<String>,
}

/// A point of an outline, from the middle of the shape's box.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct OutlinePoint {
    /// Across.
    pub x_mm: f64,
    /// Up.
    pub y_mm: f64,
}

/// A shape as it looks from its end.
#[derive(Debug, Serialize, ToSchema)]
pub struct OutlineReply {
    /// The shape.
    pub profile: ProfileWire,
    /// Round the steel.
    pub outer: Vec<OutlinePoint>,
    /// Round the hollow; empty where there is none.
    pub inner: Vec<OutlinePoint>,
}

/// The outline of a shape, at its nominal sizes: what the torch meets.
#[utoipa::path(get, operation_id = "section_outline", path = "/api/v1/sections/outline", params(OutlineQuery),
    responses((status = 200, body = OutlineReply), (status = 422, body = ErrorBody)))]
#[get("/sections/outline")]
pub async fn outline(query: web::Query<OutlineQuery>) -> ApiResult<web::Json<OutlineReply>> {
    let mut fields = Fields::default();
    let code = fields.text("code", query.code.as_deref().unwrap_or_default(), LONGEST);
    fields.done(())?;
    let profile = shape::find(&code).map_err(|error| {
        let mut fields = Fields::default();
        let near = match error {
            NoShape::Refused(Error::UnknownChoice { allowed, .. }) => {
                allowed.into_iter().map(str::to_owned).collect()
            }
            NoShape::Refused(_) => Vec::new(),
            NoShape::WithoutUnit(offers) => offers,
        };
        fields.unknown_choice("code", json!(code), near);
        ApiError::Invalid(fields.errors)
    })?;
    let shape = profile.outline();
    let points = |line: &[Point]| {
        line.iter()
            .map(|(x, y)| OutlinePoint { x_mm: fine(x * 1e3), y_mm: fine(y * 1e3) })
            .collect()
    };
    Ok(web::Json(OutlineReply {
        profile: profile_wire(&profile)?,
        outer: points(&shape.outer),
        inner: points(&shape.inner),
    }))
}

/// Shapes by what was typed.
#[utoipa::path(get, operation_id = "section_profiles", path = "/api/v1/sections/profiles", params(ProfilesQuery),
    responses((status = 200, body = ProfilesReply), (status = 422, body = ErrorBody)))]
#[get("/sections/profiles")]
pub async fn list_profiles(
    query: web::Query<ProfilesQuery>,
) -> ApiResult<web::Json<ProfilesReply>> {
    let mut fields = Fields::default();
    let typed = fields.text("query", query.query.as_deref().unwrap_or_default(), LONGEST);
    let limit = query.limit.unwrap_or(SHOWN);
    if !(1..=MOST).contains(&limit) {
        let expected = format!("1 to {MOST}");
        fields.errors.push(wrong_shape("limit", &expected, json!(limit)));
    }
    fields.done(())?;
    // own sizes are a shape as soon as they are whole
    let own = shape::find(&typed).ok().filter(|it| it.source == BY_HAND);
    let found = search(&typed, limit)?;
    let wires = |all: &[&Profile]| all.iter().map(|it| profile_wire(it)).collect::<ApiResult<_>>();
    let (profiles, nearest) = match &own {
        Some(own) => (wires(&[own])?, Vec::new()),
        None => (wires(&found.profiles)?, wires(&found.nearest)?),
    };
    Ok(web::Json(ProfilesReply { profiles, nearest }))
}
