//! Strokes of a shape by the contract.

use actix_web::{post, web};
use serde::{Deserialize, Serialize};
use serde_json::json;
use utoipa::ToSchema;

use crate::api::cut::gas::GasWire;
use crate::api::cut::planned::planned;
use crate::api::cut::request::CutPlanRequest;
use crate::api::cut::section_reply::SectionReply;
use crate::api::section::request::{CustomWire, SectionCutWire, SectionWire};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::{Body, read};
use crate::http::fields::Given;

/// A cut of a shape, from the request alone.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StrokesRequest {
    /// Its name: W12x26, HEA 200, HSS 6x6x1/4, pipe 6 sch 40.
    pub profile: Option<String>,
    /// In place of a name: its family and sizes.
    pub custom: Option<CustomWire>,
    /// The cut.
    pub cut: SectionCutWire,
    /// all, one_side: which sides are in reach; all when left out.
    #[schema(value_type = Option<String>)]
    pub access: Option<Given>,
    /// In place of access: above, near, far, below.
    #[schema(value_type = Option<Vec<String>>)]
    pub sides: Option<Vec<Given>>,
    /// Whether the piece can be turned over; as the access says when left out.
    pub turning: Option<bool>,
    /// How it lies, one of the ways of an earlier answer; the best when left out.
    pub way: Option<String>,
    /// The gas and the way it takes.
    pub gas: GasWire,
    /// equal_pressure, injector.
    #[schema(value_type = Option<String>)]
    pub torch: Option<Given>,
    /// freehand, guided, machine; freehand when left out.
    #[schema(value_type = Option<String>)]
    pub process: Option<Given>,
    /// The face at the torch: clean, mill_scale, light_rust, heavy_rust, paint, galvanised.
    #[schema(value_type = Option<String>)]
    pub surface: Option<Given>,
    /// Inside a tube, the same words.
    #[schema(value_type = Option<String>)]
    pub inside_surface: Option<Given>,
    /// Length of the piece.
    #[schema(value_type = Option<f64>)]
    pub piece_length_mm: Option<Given>,
    /// Length of the drop.
    #[schema(value_type = Option<f64>)]
    pub drop_length_mm: Option<Given>,
    /// The most that is lifted.
    #[schema(value_type = Option<f64>)]
    pub lifting_limit_kg: Option<Given>,
    /// Whether a tube or pipe is open at both ends; left out where nobody looked. Accepted for every shape.
    pub ends_open: Option<bool>,
    /// level_on_props, column, built_in, sloping; level when left out.
    #[schema(value_type = Option<String>)]
    pub stands: Option<Given>,
    /// Whether a person has named the rigging of a member that is not level on its props.
    pub rigging_named: Option<bool>,
    /// Grade of the steel; mild steel is assumed where it is left out.
    pub grade: Option<String>,
}

impl StrokesRequest {
    /// The same as a cut plan request.
    fn whole(&self) -> ApiResult<CutPlanRequest> {
        let process = self.process.clone().map_or(json!("freehand"), |given| given.0);
        let mut whole: CutPlanRequest = read(&json!({
            "steel": { "surface": self.surface, "grade": self.grade },
            "cut": { "process": process },
            "gas": self.gas,
            "torch": self.torch,
        }))?;
        whole.section = Some(SectionWire {
            profile: self.profile.clone(),
            custom: self.custom.clone(),
            cut: self.cut.clone(),
            access: self.access.clone(),
            sides: self.sides.clone(),
            turning: self.turning,
            way: self.way.clone(),
            piece_length_mm: self.piece_length_mm.clone(),
            drop_length_mm: self.drop_length_mm.clone(),
            inside_surface: self.inside_surface.clone(),
            lifting_limit_kg: self.lifting_limit_kg.clone(),
            explain_stroke: None,
            ends_open: self.ends_open,
            stands: self.stands.clone(),
            rigging_named: self.rigging_named,
        });
        Ok(whole)
    }
}

/// Faults at the names of this request: nothing stands under `section.` or `steel.` here.
fn here(error: ApiError) -> ApiError {
    let ApiError::Invalid(fields) = error else { return error };
    let renamed = fields.into_iter().map(|mut field| {
        let path = field.path.clone();
        let short = path.strip_prefix("section.").or_else(|| path.strip_prefix("steel."));
        field.path = match short {
            Some(short) => short.to_owned(),
            None if path == "cut.process" => "process".to_owned(),
            None => path,
        };
        field
    });
    ApiError::Invalid(renamed.collect())
}

/// Plans a cut of a shape from the request alone.
#[utoipa::path(post, operation_id = "section_strokes", path = "/api/v1/sections/strokes", request_body = StrokesRequest,
    responses((status = 200, body = SectionReply), (status = 422, body = ErrorBody)))]
#[post("/sections/strokes")]
pub async fn strokes(body: Body<StrokesRequest>) -> ApiResult<web::Json<SectionReply>> {
    let whole = body.value.whole().map_err(here)?;
    let plan = planned(&whole).map_err(here)?;
    let section = plan.section.ok_or_else(|| ApiError::Internal("no shape was planned".into()))?;
    Ok(web::Json(*section))
}
