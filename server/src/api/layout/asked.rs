//! How a part is to be cut: by a kerf alone, or by a whole plan.

use galvanon_core::cut::limits::REACH;
use galvanon_core::cut::{Handedness, Process, Request, Settings, plan};
use galvanon_core::layout::kerf::KERF;
use galvanon_core::layout::lead::Edge;
use galvanon_core::layout::order::OrderBy;
use galvanon_core::layout::part::Of;
use galvanon_core::layout::paths::{Asked, SmallHoles};
use galvanon_core::quantity::Length;
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::ToSchema;

use crate::api::cut::planned::faults;
use crate::api::cut::request::CutPlanRequest;
use crate::api::layout::contour::{LayoutPart, Place, point};
use crate::error::{ApiError, ApiResult};
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};

/// Where a person wants a path to be met.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StartWire {
    /// hole, outer, cut.
    #[schema(value_type = String)]
    pub of: Option<Given>,
    /// Which of them, from 0.
    #[serde(default)]
    pub index: usize,
    /// The nearest place of its path is taken.
    #[schema(value_type = Vec<f64>)]
    pub at: Place,
}

/// What a path cuts.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
enum OfWord {
    Hole,
    Outer,
    Cut,
}

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
    /// cool, near: whether the order spares heat or ways; cool when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default)]
    pub order: Option<Given>,
}

/// A plan that a layout is cut by.
#[derive(Debug)]
pub struct Planned {
    /// What was asked.
    pub request: Request,
    /// What it came to.
    pub settings: Settings,
}

/// Starts by hand at most: as many as a part has contours that a person would look at. Source: `ours`.
const MOST_STARTS: usize = 1_000;
/// How far the rim may be. Source: `ours`.
const RIM: Range = Range::new("layout.rim", "m", 0.0, 5.0);

impl PathsRequest {
    /// Whether a kerf is said, in one way or the other.
    #[must_use]
    pub fn has_kerf(&self) -> bool {
        self.plan.is_some() || self.kerf_mm.as_ref().is_some_and(Given::is_said)
    }

    /// Reads how a part is cut, and the plan it is cut by.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault, the plan's under `plan`.
    pub fn read(&self) -> ApiResult<(Asked, Option<Planned>)> {
        let mut fields = Fields::default();
        let kerf_field = NumberField::new("kerf_mm", &KERF, Kind::Bore);
        let by_kerf = fields.number_if_said(&kerf_field, self.kerf_mm.as_ref());
        if by_kerf.is_some() == self.plan.is_some() {
            fields.errors.push(wrong_shape(
                "kerf_mm",
                "a kerf or a plan, one of the two",
                Value::Null,
            ));
        }
        let planned = self.plan.as_ref().map(planned).transpose()?;
        let kerf =
            planned.as_ref().map_or(by_kerf.unwrap_or(KERF.low), |plan| plan.settings.kerf.as_m());
        let mut asked = Asked::by_kerf(Length::from_m(kerf));
        if let Some(Planned { request, settings }) = &planned {
            asked.thickness = Some(request.steel.thickness);
            asked.process = request.cut.process;
            asked.hand = request.cut.handedness;
            asked.pace = Some(settings.travel_speed.set);
            asked.reach = (request.cut.process != Process::Machine).then_some(request.policy.reach);
        }
        let reach = NumberField::new("reach_mm", &REACH, Kind::Length);
        if let Some(reach) = fields.number_if_said(&reach, self.reach_mm.as_ref()) {
            asked.reach = Some(Length::from_m(reach));
        }
        let rim = NumberField::new("rim_mm", &RIM, Kind::Length);
        let rim = fields.number_if_said(&rim, self.rim_mm.as_ref()).map(Length::from_m);
        asked.hand =
            fields.optional::<Handedness>("hand", self.hand.as_ref()).unwrap_or(asked.hand);
        asked.small_holes =
            fields.code("small_holes", self.small_holes.as_ref(), Some(SmallHoles::default()));
        asked.order_by = fields.code("order", self.order.as_ref(), Some(OrderBy::default()));
        let starts = self.starts.iter().take(MOST_STARTS).enumerate();
        asked.starts = starts
            .map(|(i, start)| {
                let of = match fields.code(&format!("starts.{i}.of"), start.of.as_ref(), None) {
                    OfWord::Hole => Of::Hole(start.index),
                    OfWord::Outer => Of::Outer,
                    OfWord::Cut => Of::Cut(start.index),
                };
                (of, point(start.at))
            })
            .collect();
        let edges = self.at_edge.iter().take(4).enumerate();
        asked.rims = edges
            .map(|(i, edge)| (fields.code::<Edge>(&format!("at_edge.{i}"), Some(edge), None), rim))
            .collect();
        fields.done((asked, planned))
    }
}

fn planned(request: &CutPlanRequest) -> ApiResult<Planned> {
    let under = |error: ApiError| match error {
        ApiError::Invalid(mut errors) => {
            for one in &mut errors {
                one.path = format!("plan.{}", one.path);
            }
            ApiError::Invalid(errors)
        }
        other => other,
    };
    if request.section.is_some() {
        let fault =
            wrong_shape("plan.section", "left out: a layout is cut from plate", Value::Null);
        return Err(ApiError::Invalid(vec![fault]));
    }
    let request = request.to_core().map_err(under)?;
    let settings = plan(&request).map_err(|errors| faults(&errors))?;
    Ok(Planned { request, settings })
}
