//! A measured edge: its ranges of ISO 9013, and what is to be done with it.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::edge::accept::{
    GOUGE, Judgement, LOSS, Measured, RADIUS, ROUGHNESS_RA, acceptance, judge,
};
use galvanon_core::edge::grade::{
    PERPENDICULARITY, ROUGHNESS, THICKNESS, acceptance_rules, perpendicularity_range,
    roughness_range,
};
use galvanon_core::error::Error;
use galvanon_core::quantity::Length;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::error::{ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::sentence::SentenceWire;
use crate::wire::text::Section;

/// A measured edge.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct GradeRequest {
    /// Thickness, 3 to 300 mm.
    #[schema(value_type = f64)]
    pub thickness_mm: Option<Given>,
    /// Perpendicularity or angularity tolerance u.
    #[schema(value_type = Option<f64>)]
    pub perpendicularity_mm: Option<Given>,
    /// Mean height of the profile Rz5; not the Ra of structural codes.
    #[schema(value_type = Option<f64>)]
    pub roughness_rz5_um: Option<Given>,
    /// Arithmetic roughness Ra, for the rules of structural codes; not Rz5.
    #[schema(value_type = Option<f64>)]
    pub roughness_ra_um: Option<Given>,
    /// Depth of the deepest groove or notch.
    #[schema(value_type = Option<f64>)]
    pub gouge_depth_mm: Option<Given>,
    /// Part of the section lost at it.
    #[schema(value_type = Option<f64>)]
    pub section_loss_percent: Option<Given>,
    /// Radius of an inside corner.
    #[schema(value_type = Option<f64>)]
    pub corner_radius_mm: Option<Given>,
    /// Whether the groove is sharp, a V.
    #[serde(default)]
    pub sharp: bool,
    /// Whether the free edge is pulled.
    #[serde(default)]
    pub tension: bool,
    /// Whether it is a cope or access hole of a shape with a flange over 50 mm.
    #[serde(default)]
    pub heavy_shape: bool,
    /// What hangs on the bottom edge: none, taps_off, holds.
    #[schema(value_type = Option<String>)]
    pub slag: Option<Given>,
}

/// Its ranges.
#[derive(Debug, Serialize, ToSchema)]
pub struct GradeReply {
    /// 1 to 5; null when not measured or beyond the last.
    pub perpendicularity_range: Option<u8>,
    /// 1 to 4; null when not measured or beyond the last.
    pub roughness_range: Option<u8>,
    /// Where the limits come from.
    pub source: String,
    /// What is to be done after all: accept, brush, chip, grind, weld_or_reject; null where nothing
    /// was measured that a rule speaks of.
    pub action: Option<String>,
    /// What each rule that was measured says.
    pub judgements: Vec<JudgementWire>,
    /// Rules of structural codes: check the edition your contract names.
    pub rules: Vec<RuleWire>,
}

/// A rule of a structural code.
#[derive(Debug, Serialize, ToSchema)]
pub struct RuleWire {
    /// roughness, gouge_or_notch, reentrant_corner, tension_edge, heavy_shape_cope.
    pub rule: String,
    /// Where it applies.
    pub applies_to: String,
    /// What is allowed.
    pub limit: String,
    /// What is done beyond it.
    pub repair: String,
    /// Code and clause.
    pub clause: String,
}

/// What one rule says of a measured edge.
#[derive(Debug, Serialize, ToSchema)]
pub struct JudgementWire {
    /// As in the rules; slag for what no code speaks of.
    pub rule: String,
    /// Which of the rows of that rule speaks, counted from 0.
    pub row: usize,
    /// accept, brush, chip, grind, weld_or_reject.
    pub action: String,
    /// Why.
    pub why: SentenceWire,
}

/// What the rules are asked with, the perpendicularity and Rz5.
fn read(asked: &GradeRequest) -> ApiResult<(Measured, Option<Length>, Option<Length>)> {
    let mut fields = Fields::default();
    let thickness = NumberField::new("thickness_mm", &THICKNESS, Kind::Length);
    let thickness = Length::from_m(fields.number(&thickness, asked.thickness_mm.as_ref(), None));
    let mut length = |path: &str, given: &Option<Given>, range: &Range| {
        let field = NumberField::new(path, range, Kind::Length);
        fields.number_if_said(&field, given.as_ref()).map(Length::from_m)
    };
    let square = length("perpendicularity_mm", &asked.perpendicularity_mm, &PERPENDICULARITY);
    let gouge = length("gouge_depth_mm", &asked.gouge_depth_mm, &GOUGE);
    let corner_radius = length("corner_radius_mm", &asked.corner_radius_mm, &RADIUS);
    let mut micrometres = |path: &str, given: &Option<Given>, range: &Range| {
        let field = NumberField::new(path, range, Kind::Ratio);
        fields.number_if_said(&field, given.as_ref()).map(|um| Length::from_m(um / 1e6))
    };
    let rough = micrometres("roughness_rz5_um", &asked.roughness_rz5_um, &IN_UM.0);
    let roughness_ra = micrometres("roughness_ra_um", &asked.roughness_ra_um, &IN_UM.1);
    let loss = NumberField::new("section_loss_percent", &LOSS, Kind::Percent);
    let section_loss = fields.number_if_said(&loss, asked.section_loss_percent.as_ref());
    if gouge.is_some_and(|depth| depth > thickness) {
        let given = asked.gouge_depth_mm.as_ref();
        let range = Range { high: thickness.as_m(), ..GOUGE };
        let depth = NumberField::new("gouge_depth_mm", &range, Kind::Length);
        fields.number(&depth, given, None);
    }
    let slag = fields.optional("slag", asked.slag.as_ref());
    let all = Measured {
        roughness_ra,
        gouge,
        section_loss,
        corner_radius,
        slag,
        sharp: asked.sharp,
        tension: asked.tension,
        heavy_shape: asked.heavy_shape,
        ..Measured::of(thickness)
    };
    fields.done((all, square, rough))
}

/// What a measured edge is: its ranges of ISO 9013, and what the rules of structural codes ask.
#[utoipa::path(post, operation_id = "edge_grade", path = "/api/v1/edge/grade", request_body = GradeRequest,
    responses((status = 200, body = GradeReply), (status = 422, body = ErrorBody)))]
#[post("/edge/grade")]
pub async fn grade(body: Body<GradeRequest>) -> ApiResult<web::Json<GradeReply>> {
    let (edge, square, rough) = read(&body.value)?;
    let sources = galvanon_core::source::sources()?;
    let short = |key: &str| sources.get(key).map_or(key, |source| source.short.as_str()).to_owned();
    let ranged = |of: fn(Length, Length) -> Result<Option<u8>, Error>, given: Option<Length>| {
        given
            .map_or(Ok(None), |given| of(given, edge.thickness))
            .map_err(crate::error::ApiError::from)
    };
    let found = judge(&edge)?;
    let judgement = |it: &Judgement| JudgementWire {
        rule: it.rule.into(),
        row: it.row,
        action: it.action.code().into(),
        why: SentenceWire::of(Section::Notes, it.code, &it.values),
    };
    Ok(web::Json(GradeReply {
        perpendicularity_range: ranged(perpendicularity_range, square)?,
        roughness_range: ranged(roughness_range, rough)?,
        source: short("iso_9013"),
        action: (!found.is_empty()).then(|| acceptance(&found).code().into()),
        judgements: found.iter().map(judgement).collect(),
        rules: acceptance_rules()?
            .iter()
            .map(|rule| RuleWire {
                rule: rule.rule.clone(),
                applies_to: rule.applies_to.clone(),
                limit: rule.limit.clone(),
                repair: rule.repair.clone(),
                clause: rule.clause.clone(),
            })
            .collect(),
    }))
}

/// A range of core in the unit of its field: micrometres are not a unit of any other.
const fn in_um(range: &Range) -> Range {
    Range::new(range.input, "µm", range.low * 1e6, range.high * 1e6)
}

/// Rz5, and Ra.
const IN_UM: (Range, Range) = (in_um(&ROUGHNESS), in_um(&ROUGHNESS_RA));
