//! The edge to expect of a cut before it is cut.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::{Request, plan};
use galvanon_core::edge::face::Face;
use galvanon_core::edge::grade::{perpendicularity_range, roughness_range};
use galvanon_core::edge::predict::{
    self, BORE, DIRT, Expected, FLAME, LEAN, MIXTURE, OXYGEN, Off, PURITY, Planned, RELATIONS,
    SHAKE, SLOW_AND_FAST, SPEED, STANDOFF, SWAY,
};
use galvanon_core::edge::signs::all_signs;
use galvanon_core::edge::sweep::{Swept, sweep};
use galvanon_core::error::Error;
use galvanon_core::quantity::Angle;
use galvanon_core::range::Range;
use galvanon_core::source::{SourceKey, sources};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::api::cut::request::CutPlanRequest;
use crate::api::edge::face::FaceWire;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField};
use crate::wire::text::{Section, sentence, words};
use crate::wire::unit::thousandths as fine;

/// What is off the plan at the torch: ratios to the plan, 1 where all is as planned.
#[derive(Clone, Debug, Default, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OffRequest {
    /// Pace, 0.4 to 2.
    #[schema(value_type = Option<f64>)]
    pub speed: Option<Given>,
    /// Oxygen pressure, 0.4 to 1.8.
    #[schema(value_type = Option<f64>)]
    pub oxygen: Option<Given>,
    /// Bore, 0.5 to 2.
    #[schema(value_type = Option<f64>)]
    pub bore: Option<Given>,
    /// Heat of the flame, 0.3 to 2.5.
    #[schema(value_type = Option<f64>)]
    pub flame: Option<Given>,
    /// -1 carburising, 0 neutral, 1 oxidising.
    #[schema(value_type = Option<f64>)]
    pub mixture: Option<Given>,
    /// Cones to plate, 0.2 to 4.
    #[schema(value_type = Option<f64>)]
    pub standoff: Option<Given>,
    /// Torch from square, -15 to 15.
    #[schema(value_type = Option<f64>)]
    pub lean_deg: Option<Given>,
    /// Dirt in the bore, 0 to 1.
    #[schema(value_type = Option<f64>)]
    pub dirt: Option<Given>,
    /// Unsteady hand, 0 to 1.
    #[schema(value_type = Option<f64>)]
    pub sway: Option<Given>,
    /// Shaking carriage, 0 to 1.
    #[schema(value_type = Option<f64>)]
    pub shake: Option<Given>,
    /// Purity of the oxygen in use, 90 to 100; as planned when left out.
    #[schema(value_type = Option<f64>)]
    pub oxygen_purity_percent: Option<Given>,
}

impl OffRequest {
    fn to_core(&self) -> ApiResult<Off> {
        let mut fields = Fields::default();
        let mut read = |name: &str, given: &Option<Given>, of: (&Range, Kind, f64)| {
            let field = NumberField::new(format!("off.{name}"), of.0, of.1);
            fields.number(&field, given.as_ref(), Some(of.2))
        };
        let off = Off {
            speed: read("speed", &self.speed, (&SPEED, Kind::Ratio, 1.0)),
            oxygen: read("oxygen", &self.oxygen, (&OXYGEN, Kind::Ratio, 1.0)),
            bore: read("bore", &self.bore, (&BORE, Kind::Ratio, 1.0)),
            flame: read("flame", &self.flame, (&FLAME, Kind::Ratio, 1.0)),
            mixture: read("mixture", &self.mixture, (&MIXTURE, Kind::Ratio, 0.0)),
            standoff: read("standoff", &self.standoff, (&STANDOFF, Kind::Ratio, 1.0)),
            lean: Angle::from_rad(read("lean_deg", &self.lean_deg, (&LEAN, Kind::Angle, 0.0))),
            dirt: read("dirt", &self.dirt, (&DIRT, Kind::Ratio, 0.0)),
            sway: read("sway", &self.sway, (&SWAY, Kind::Ratio, 0.0)),
            shake: read("shake", &self.shake, (&SHAKE, Kind::Ratio, 0.0)),
            purity: self.oxygen_purity_percent.as_ref().map(|given| {
                let percent = (&PURITY, Kind::Percent, 0.995);
                read("oxygen_purity_percent", &Some(given.clone()), percent)
            }),
        };
        fields.done(off)
    }
}

/// A cut, and what is off its plan at the torch.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PredictionRequest {
    /// The cut as for a plan.
    pub cut: CutPlanRequest,
    /// What is off; nothing when left out.
    #[serde(default)]
    pub off: OffRequest,
}

/// An edge to expect.
#[derive(Debug, Serialize, ToSchema)]
pub struct EdgeWire {
    /// In figures.
    pub face: FaceWire,
    /// Perpendicularity or angularity tolerance u.
    pub perpendicularity_mm: f64,
    /// Its range of ISO 9013, 1 to 5; null beyond the last.
    pub perpendicularity_range: Option<u8>,
    /// Mean height of the profile Rz5.
    pub roughness_rz5_um: f64,
    /// Its range of ISO 9013, 1 to 4; null beyond the last.
    pub roughness_range: Option<u8>,
    /// Codes of the findings it shows.
    pub findings: Vec<String>,
}

/// An edge at one point of a sweep.
#[derive(Debug, Serialize, ToSchema)]
pub struct PointWire {
    /// Value of what is swept.
    pub at: f64,
    /// The edge there.
    pub face: FaceWire,
}

/// One thing moved over its range while the rest stays: a drawing follows a hand from these.
#[derive(Debug, Serialize, ToSchema)]
pub struct SweepWire {
    /// The field of `off` that moves.
    pub of: String,
    /// From low to high.
    pub points: Vec<PointWire>,
}

/// The edge to expect.
#[derive(Debug, Serialize, ToSchema)]
pub struct PredictionReply {
    /// With what is off.
    pub edge: EdgeWire,
    /// As planned.
    pub planned: EdgeWire,
    /// Much too slow, the rest as planned.
    pub slow: EdgeWire,
    /// Much too fast, the rest as planned.
    pub fast: EdgeWire,
    /// Pace of the slow one over the planned pace.
    pub slow_pace: f64,
    /// Pace of the fast one over the planned pace.
    pub fast_pace: f64,
    /// What a slider may do from here.
    pub sweeps: Vec<SweepWire>,
    /// How it is predicted.
    pub relations: Vec<RelationWire>,
}

/// A relation that the edge is predicted by.
#[derive(Debug, Serialize, ToSchema)]
pub struct RelationWire {
    /// Its sentence, with the range it holds in.
    pub text: String,
    /// Where it comes from.
    pub source: String,
}

fn relations() -> ApiResult<Vec<RelationWire>> {
    let sources = sources()?;
    let wire = |(code, key): &(&'static str, SourceKey)| RelationWire {
        text: sentence(Section::Relations, code).unwrap_or(code).to_owned(),
        source: sources.get(key.0).map_or(key.0, |it| it.short.as_str()).to_owned(),
    };
    Ok(RELATIONS.iter().map(wire).collect())
}

struct Predictor {
    planned: Planned,
    right: Face,
}

impl Predictor {
    fn new(request: &Request) -> ApiResult<Self> {
        let settings = plan(request).map_err(|errors| {
            let all: Vec<String> = errors.iter().map(ToString::to_string).collect();
            ApiError::Internal(all.join("; "))
        })?;
        let planned = Planned::of(&settings, request.cut.process, request.gas.oxygen_purity);
        let right = Face::right(planned.thickness, planned.kerf, planned.drag);
        Ok(Self { planned, right })
    }

    fn expected(&self, off: &Off) -> ApiResult<Expected> {
        predict::predict(&self.planned, off).map_err(ApiError::from)
    }

    fn edge(&self, off: &Off) -> ApiResult<EdgeWire> {
        let found = self.expected(off)?;
        let thickness = self.planned.thickness;
        let range = |found: Result<Option<u8>, Error>| match found {
            // an edge far beyond what the standard speaks of has no range
            Err(Error::OutOfRange { .. }) => Ok(None),
            other => other.map_err(ApiError::from),
        };
        Ok(EdgeWire {
            face: FaceWire::from(&found.face),
            perpendicularity_mm: fine(found.perpendicularity.as_mm()),
            perpendicularity_range: range(perpendicularity_range(
                found.perpendicularity,
                thickness,
            ))?,
            roughness_rz5_um: (found.roughness.as_mm() * 1e3).round(),
            roughness_range: range(roughness_range(found.roughness, thickness))?,
            findings: all_signs(&found, &self.right, off).into_iter().map(str::to_owned).collect(),
        })
    }

    fn sweeps(&self, off: Off) -> ApiResult<Vec<SweepWire>> {
        let point =
            |(at, face): (f64, Face)| PointWire { at: fine(at), face: FaceWire::from(&face) };
        let of_one = |swept: &Swept| {
            let faces = sweep(&self.planned, *swept, off)?;
            let points = faces.into_iter().map(point).collect();
            Ok(SweepWire { of: swept.code().into(), points })
        };
        Swept::ALL.iter().map(of_one).collect()
    }
}

/// The edge to expect of a cut, as planned and with something off.
#[utoipa::path(post, operation_id = "edge_prediction", path = "/api/v1/edge/predictions", request_body = PredictionRequest,
    responses((status = 200, body = PredictionReply), (status = 422, body = ErrorBody)))]
#[post("/edge/predictions")]
pub async fn prediction(body: Body<PredictionRequest>) -> ApiResult<web::Json<PredictionReply>> {
    let asked = &body.value;
    let request = cut_of(&asked.cut).map_err(under_cut)?;
    let off = asked.off.to_core()?;
    let of = Predictor::new(&request)?;
    let paced = |speed: f64| of.edge(&Off { speed, ..Off::NOTHING });
    Ok(web::Json(PredictionReply {
        edge: of.edge(&off)?,
        planned: of.edge(&Off::NOTHING)?,
        slow: paced(SLOW_AND_FAST.0)?,
        fast: paced(SLOW_AND_FAST.1)?,
        slow_pace: SLOW_AND_FAST.0,
        fast_pace: SLOW_AND_FAST.1,
        sweeps: of.sweeps(off)?,
        relations: relations()?,
    }))
}

/// The cut whose edge is asked about: of other work the plate that it is like.
///
/// # Errors
/// [`ApiError::Invalid`] with every field at fault, and for work that leaves no cut edge.
pub fn cut_of(cut: &CutPlanRequest) -> ApiResult<Request> {
    let base = cut.to_core()?;
    let Some(work) = &cut.work else { return Ok(base) };
    let asked = work.asked()?;
    if !asked.cuts_through() {
        let mut fields = Fields::default();
        let kind = asked.kind().code();
        let said = [("value", words(kind))];
        fields.refuse("work.kind", "no_cut_edge", json!(kind), &said);
        return Err(ApiError::Invalid(fields.errors));
    }
    Ok(asked.like(&base))
}

/// Faults of the cut stand under `cut.`.
#[must_use]
pub fn under_cut(error: ApiError) -> ApiError {
    error.under("cut")
}
