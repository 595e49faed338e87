//! The file that is asked for.

use actix_web::{HttpResponse, post, web};
use galvanon_core::layout::marking::Marking;
use galvanon_core::layout::part::Part;
use galvanon_core::trace::Kind;
use serde::Deserialize;
use serde_json::Value;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::cut::request::CutPlanRequest;
use crate::api::layout::asked::{StartWire, StopsWire};
use crate::api::layout::contour::{LayoutPart, Place, checked, point};
use crate::api::layout::laid::LaidOut;
use crate::api::layout::marking::MarkingWire;
use crate::api::layout::out::drawn::{Drawn, OutUnit};
use crate::api::layout::out::gcode;
use crate::api::layout::out::template::{self, Paper};
use crate::api::layout::out::{dxf, marks_csv, svg};
use crate::api::layout::paths::PathsRequest;
use crate::api::layout::post::Post;
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::plan::rig::Rig;
use crate::plan::settings::{MACHINE_WORDS, MARKING, current};
use crate::plan::shop::Shop;
use crate::queue::Worker;
use crate::store::find;
use crate::store::job_lines::JobLine;
use crate::store::jobs;

/// A file that is written.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum OutFormat {
    /// DXF in layers: outline, cut path, leads, marks, text.
    Dxf,
    /// SVG in groups of the same names.
    Svg,
    /// G-code.
    Gcode,
    /// The marks as a table.
    MarksCsv,
    /// 1:1 templates to print.
    TemplatePdf,
}

/// A part, how it is cut, and the file that is wanted of it. With neither a kerf nor a plan: its outline alone.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OutRequest {
    /// dxf, svg, gcode, marks_csv, template_pdf.
    #[schema(value_type = String)]
    pub format: Option<Given>,
    /// The part; or the line of a job that lays one out.
    pub part: Option<LayoutPart>,
    /// Id of a line of a job: its part, laid out and planned in the shop. Signed in only.
    #[schema(value_type = Option<String>)]
    pub layout_id: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<f64>)]
    pub kerf_mm: Option<Given>,
    /// As in the paths.
    pub plan: Option<CutPlanRequest>,
    /// As in the paths.
    #[schema(value_type = Option<Vec<String>>)]
    #[serde(default)]
    pub at_edge: Vec<Given>,
    /// As in the paths.
    #[schema(value_type = Option<f64>)]
    pub rim_mm: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<f64>)]
    pub reach_mm: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<String>)]
    pub hand: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<String>)]
    pub small_holes: Option<Given>,
    /// As in the paths.
    #[schema(value_type = Option<String>)]
    pub order: Option<Given>,
    /// As in the paths.
    #[serde(default)]
    pub starts: Vec<StartWire>,
    /// As in the paths.
    #[serde(default)]
    pub stops: Vec<StopsWire>,
    /// long, none: whether long thin parts are tied to their plate; long when left out.
    #[schema(value_type = Option<String>)]
    #[serde(default)]
    pub tabs: Option<Given>,
    /// How the shop marks.
    #[serde(default)]
    pub marking: Option<MarkingWire>,
    /// mm, in; mm when left out.
    #[schema(value_type = Option<String>)]
    pub unit: Option<Given>,
    /// a4, a3, letter, tabloid; a4 when left out.
    #[schema(value_type = Option<String>)]
    pub paper: Option<Given>,
    /// How long the bar of a template measures once it is printed: the next one is scaled by it. 190 to 210 mm.
    #[schema(value_type = Option<f64>)]
    pub bar_mm: Option<Given>,
    /// Marks are measured from here, as the corner of the plate; from the lower left of the part when left out.
    #[schema(value_type = Option<Vec<f64>>)]
    pub datum: Option<Place>,
    /// The words of a machine; the shop's, or ours for who is not signed in, when left out.
    pub post: Option<Post>,
}

/// Writes a file of a part.
#[utoipa::path(post, operation_id = "layout_out", path = "/api/v1/layout/out", request_body = OutRequest,
    responses((status = 200, content_type = "application/octet-stream"), (status = 422, body = ErrorBody)))]
#[post("/out")]
pub async fn write_file(
    pool: web::Data<PgPool>,
    (caller, worker): (Caller, Worker),
    body: Body<OutRequest>,
) -> ApiResult<HttpResponse> {
    let mut request = body.value;
    if caller.role.is_some() {
        let settings = current(pool.get_ref()).await?;
        let own = |key: &str| settings.get(key).cloned();
        if request.post.is_none() {
            request.post = own(MACHINE_WORDS).map(serde_json::from_value).transpose()?;
        }
        if request.marking.is_none() {
            request.marking = own(MARKING).map(serde_json::from_value).transpose()?;
        }
    }
    let line = match request.layout_id.as_ref().filter(|id| id.is_said()) {
        // what a shop lays out is the shop's
        Some(_) if caller.role.is_none() => return Err(ApiError::SignedOut),
        Some(id) => Some(line_of(&pool, &request, id).await?),
        None => None,
    };
    let file = worker.run(move || file(&request, line.as_ref())).await?;
    let name = format!("attachment; filename=\"{}\"", file.name);
    Ok(HttpResponse::Ok()
        .content_type(file.kind)
        .insert_header(("content-disposition", name))
        .body(file.bytes))
}

struct File {
    kind: &'static str,
    name: &'static str,
    bytes: Vec<u8>,
}

/// The request of the line that is named.
async fn line_of(pool: &PgPool, asked: &OutRequest, id: &Given) -> ApiResult<CutPlanRequest> {
    let refused = |path: &str, expected: &str| {
        ApiError::Invalid(vec![wrong_shape(path, expected, id.0.clone())])
    };
    if asked.part.is_some() || asked.has_kerf() {
        return Err(refused("layout_id", "left out beside a part, a kerf or a plan"));
    }
    let key = id.0.as_str().and_then(|id| Uuid::parse_str(id).ok());
    let key = key.ok_or_else(|| refused("layout_id", "the id of a line of a job"))?;
    let line: JobLine = find(pool, key).await?.ok_or(ApiError::NotFound)?;
    let job = jobs::live(pool, line.job_id).await?;
    let shop = Shop::read(pool, None).await?;
    let request = Rig::of(&shop, &job.rig).request(&shop, &line.input)?.request;
    if request.layout.is_none() {
        return Err(refused("layout_id", "a line that lays a part out"));
    }
    Ok(request)
}

/// The part, and how it is laid out where a cut or a kerf is known.
fn laid(request: &OutRequest, line: Option<&CutPlanRequest>) -> ApiResult<(Part, Option<LaidOut>)> {
    let laid = match line {
        Some(line) => line.to_work_laid()?.1,
        None if request.has_kerf() => Some(request.paths()?.laid_out()?),
        None => None,
    };
    if let Some(laid) = laid {
        return Ok((laid.part.clone(), Some(laid)));
    }
    let mut fields = Fields::default();
    let part = request.part()?.read(&mut fields, "part");
    Ok((checked(fields, part, "part")?, None))
}

fn file(request: &OutRequest, line: Option<&CutPlanRequest>) -> ApiResult<File> {
    let mut fields = Fields::default();
    let format: OutFormat = fields.code("format", request.format.as_ref(), None);
    let unit = fields.code("unit", request.unit.as_ref(), Some(OutUnit::Mm));
    let paper = fields.code("paper", request.paper.as_ref(), Some(Paper::A4));
    let bar = NumberField::new("bar_mm", &template::MEASURED, Kind::Length);
    let scale = template::scale(fields.number_if_said(&bar, request.bar_mm.as_ref()));
    let post = request.post.clone().unwrap_or_default();
    post.check(&mut fields, "post.");
    fields.done(())?;
    let (part, laid) = laid(request, line)?;
    let cut = laid.as_ref().and_then(|laid| laid.cut.as_ref());
    let usual = Marking::default();
    let marking = laid.as_ref().map_or(usual, |laid| laid.marking);
    let lines = laid.as_ref().map(|laid| marking.lines(&laid.part, &laid.laid, laid.kerf));
    let drawn = Drawn {
        lines: lines.unwrap_or_else(|| part.clone()),
        marking,
        part: &part,
        laid: laid.as_ref().map(|laid| &laid.laid),
        runs: cut.map(|cut| cut.plan.runs.as_slice()),
        unit,
        datum: request.datum.map(point).or(laid.as_ref().and_then(|laid| laid.datum)),
        feed: cut.map(|cut| cut.settings.travel_speed.set.as_m_s()),
    };
    let (kind, name, bytes) = match format {
        OutFormat::Dxf => ("image/vnd.dxf", "layout.dxf", dxf::written(&drawn)?),
        OutFormat::Svg => ("image/svg+xml", "layout.svg", svg::written(&drawn).into_bytes()),
        OutFormat::Gcode => {
            ("text/plain; charset=utf-8", "layout.nc", gcode::written(&drawn, &post).into_bytes())
        }
        OutFormat::MarksCsv => {
            ("text/csv; charset=utf-8", "marks.csv", marks_csv::written(&drawn)?)
        }
        OutFormat::TemplatePdf => {
            ("application/pdf", "template.pdf", template::written(&drawn, paper, scale)?)
        }
    };
    Ok(File { kind, name, bytes })
}

impl OutRequest {
    fn has_kerf(&self) -> bool {
        self.plan.is_some() || self.kerf_mm.as_ref().is_some_and(Given::is_said)
    }

    fn part(&self) -> ApiResult<&LayoutPart> {
        let expected = "a part, or layout_id in its place";
        let none = || ApiError::Invalid(vec![wrong_shape("part", expected, Value::Null)]);
        self.part.as_ref().ok_or_else(none)
    }

    fn paths(&self) -> ApiResult<PathsRequest> {
        let one = self.clone();
        Ok(PathsRequest {
            part: self.part()?.clone(),
            kerf_mm: one.kerf_mm.filter(|given| given.0 != Value::Null),
            plan: one.plan,
            at_edge: one.at_edge,
            rim_mm: one.rim_mm,
            reach_mm: one.reach_mm,
            hand: one.hand,
            small_holes: one.small_holes,
            order: one.order,
            datum: one.datum,
            starts: one.starts,
            stops: one.stops,
            tabs: one.tabs,
            marking: one.marking,
            strips: None,
        })
    }
}
