//! The paths of a part, by a kerf alone or by a whole plan.

use actix_web::{post, web};
use galvanon_core::layout::kerf::KERF;
use galvanon_core::quantity::Length;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::ToSchema;

use crate::api::cut::request::CutPlanRequest;
use crate::api::layout::asked::{LayoutWire, StartWire, StopsWire};
use crate::api::layout::contour::{LayoutPart, Place};
use crate::api::layout::laid::{LaidOut, PathsReply};
use crate::api::layout::marking::{MarkingWire, StripsWire};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::queue::Worker;

/// A part, and how it is to be cut.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PathsRequest {
    /// The part.
    pub part: LayoutPart,
    /// Width of the cut, 0.3 to 30 mm.
    #[schema(value_type = Option<f64>)]
    #[serde(default)]
    pub kerf_mm: Option<Given>,
    /// In place of a kerf: a plan, whose kerf, thickness, process and reach are taken. Its length and start are not.
    #[serde(default)]
    pub plan: Option<CutPlanRequest>,
    /// left, right, top, bottom: sides that lie near the plate's rim.
    #[schema(value_type = Option<Vec<String>>)]
    #[serde(default)]
    pub at_edge: Vec<Given>,
    /// How far from the part the rim is there; as parts keep from each other when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(default)]
    pub rim_mm: Option<Given>,
    /// How far the torch goes before it stops; the plan's for a hand, and no stops by kerf alone, when left out.
    #[schema(value_type = Option<f64>)]
    #[serde(default)]
    pub reach_mm: Option<Given>,
    /// right, left; the plan's, or right, when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default)]
    pub hand: Option<Given>,
    /// drill, cut: holes too small to burn well; drill when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default)]
    pub small_holes: Option<Given>,
    /// Marks are measured from here, as the corner of the plate; from the lower left of the part when left out.
    #[schema(value_type = Option<Vec<f64>>)]
    #[serde(default)]
    pub datum: Option<Place>,
    /// Where paths shall be met; the best place when left out.
    #[serde(default)]
    pub starts: Vec<StartWire>,
    /// Where a person wants to stop.
    #[serde(default)]
    pub stops: Vec<StopsWire>,
    /// long, none: whether long thin parts are tied to their plate; long when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default)]
    pub tabs: Option<Given>,
    /// How the shop marks.
    #[serde(default)]
    pub marking: Option<MarkingWire>,
    /// Strips side by side: as high as the part is, out of a plate so far across.
    #[serde(default)]
    pub strips: Option<StripsWire>,
    /// cool, near: whether the order spares heat or ways; cool when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default)]
    pub order: Option<Given>,
}

impl PathsRequest {
    fn layout(&self) -> LayoutWire {
        let one = self.clone();
        LayoutWire {
            part: one.part,
            at_edge: one.at_edge,
            rim_mm: one.rim_mm,
            small_holes: one.small_holes,
            datum: one.datum,
            plate_mm: None,
            drawn: None,
            lifting_limit_kg: None,
            starts: one.starts,
            stops: one.stops,
            tabs: one.tabs,
            marking: one.marking,
            order: one.order,
        }
    }

    /// Lays the part out as asked.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault, the plan's under `plan`; where the part is, at its place.
    pub fn laid_out(&self) -> ApiResult<LaidOut> {
        let mut fields = Fields::default();
        let part = self.part.read(&mut fields, "part");
        let ways = self.layout().read(&mut fields, "");
        let ways = ways.beside(&mut fields, self.reach_mm.as_ref(), self.hand.as_ref());
        let field = NumberField::new("kerf_mm", &KERF, Kind::Bore);
        let kerf = fields.number_if_said(&field, self.kerf_mm.as_ref());
        let strips = self.strips.as_ref().map(|it| it.read(&mut fields));
        let laid = match (kerf, &self.plan) {
            (Some(kerf), None) => {
                fields.done(())?;
                LaidOut::by_kerf(part, "part", Length::from_m(kerf), &ways)?
            }
            (None, Some(plan)) => {
                fields.done(())?;
                LaidOut::for_cut(part, "part", plan.of_plate().map_err(under_plan)?, &ways)?
            }
            _ => {
                let expected = "a kerf or a plan, one of the two";
                fields.errors.push(wrong_shape("kerf_mm", expected, Value::Null));
                return Err(ApiError::Invalid(fields.errors));
            }
        };
        Ok(LaidOut { strips, ..laid })
    }
}

fn under_plan(error: ApiError) -> ApiError {
    error.under("plan")
}

/// Finds the paths of the tip round a part.
#[utoipa::path(post, operation_id = "layout_paths", path = "/api/v1/layout/paths", request_body = PathsRequest,
    responses((status = 200, body = PathsReply), (status = 422, body = ErrorBody)))]
#[post("/paths")]
pub async fn find_paths(
    worker: Worker,
    body: Body<PathsRequest>,
) -> ApiResult<web::Json<PathsReply>> {
    let request = body.value;
    worker.run(move || Ok(request.laid_out()?.reply())).await.map(web::Json)
}
