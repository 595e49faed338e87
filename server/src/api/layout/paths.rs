//! A part as the paths of the tip.

use actix_web::{post, web};
use galvanon_core::code::Code;
use galvanon_core::cut::{Level, Note, Start, plan};
use galvanon_core::geometry::Point;
use galvanon_core::layout::marks::{Mark, PUNCHES, marks};
use galvanon_core::layout::order::OrderBy;
use galvanon_core::layout::part::{Of, Part};
use galvanon_core::layout::paths::{CutPath, Laid, lay};
use galvanon_core::quantity::Length;
use galvanon_core::steel::thermal::DENSITY;
use serde::Serialize;
use utoipa::ToSchema;

use crate::api::cut::planned::faults;
use crate::api::layout::asked::{PathsRequest, Planned};
use crate::api::layout::contour::{ContourWire, Place, place, point, refused};
use crate::error::{ApiError, ApiResult, ErrorBody};
use crate::http::body::Body;
use crate::http::fields::Fields;
use crate::wire::note::{NoteWire, in_words, note};
use crate::wire::unit::{fine, thousandths};

/// One path of the tip's centre.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PathWire {
    /// When it is cut, from 1.
    pub order: usize,
    /// hole, outer, cut.
    pub of: String,
    /// Which of them, in the part's list, from 0.
    pub index: usize,
    /// inside, outside, left, right: what is kept.
    pub keep: String,
    /// edge, pierce, drilled_hole.
    pub start: String,
    /// The path, without its lead.
    pub contour: ContourWire,
    /// From its start to the path.
    #[schema(value_type = Vec<Vec<f64>>)]
    pub lead_in: Vec<Place>,
    /// From the path's start past it and into the scrap.
    #[schema(value_type = Vec<Vec<f64>>)]
    pub lead_out: Vec<Place>,
    /// From the start to the nearest edge that is kept.
    pub clear_mm: f64,
    /// Length of the path, without its lead.
    pub length_mm: f64,
    /// Where a hand stops on it.
    pub stops_mm: Vec<f64>,
    /// Of a circle: from the pivot to the tip's centre.
    pub pivot_mm: Option<f64>,
    /// Why it begins where it does.
    pub why: String,
    /// The same as a note.
    pub why_note: NoteWire,
    /// Heating, cutting, moving on; null by kerf alone.
    pub time_s: Option<f64>,
    /// Of that, heating at its start.
    pub preheat_s: Option<f64>,
}

/// A corner that stays rounded.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct StandingWire {
    /// The corner.
    #[schema(value_type = Vec<f64>)]
    pub at: Place,
    /// It stays rounded by this.
    pub radius_mm: f64,
}

/// A hole that is drilled instead of cut.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct DrilledWire {
    /// Its centre.
    #[schema(value_type = Vec<f64>)]
    pub at: Place,
    /// Across.
    pub diameter_mm: f64,
}

/// A mark on the plate.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PlateMark {
    /// datum, corner, tangent, centre, punch.
    pub kind: String,
    /// From the datum corner.
    #[schema(value_type = Vec<f64>)]
    pub at: Place,
    /// Of a circle or an arc.
    pub radius_mm: Option<f64>,
}

/// What is marked, in the order of marking, all from one corner.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MarksReply {
    /// The marks.
    pub marks: Vec<PlateMark>,
    /// Both diagonals of the box round the part are this long, or it is not square.
    pub diagonal_mm: f64,
    /// Punches stand so far apart on straights.
    pub punch_straight_mm: f64,
    /// And on curves.
    pub punch_curve_mm: f64,
}

/// An order of the paths.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct OrderWire {
    /// cool, near.
    pub order: String,
    /// Ways between the paths.
    pub moves_mm: f64,
    /// Starts beside metal cut less than a minute before.
    pub warm_starts: usize,
}

/// A part laid out.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PathsReply {
    /// In the order of cutting.
    pub paths: Vec<PathWire>,
    /// Corners that the jet cannot reach.
    pub left_standing: Vec<StandingWire>,
    /// Holes to drill.
    pub drilled: Vec<DrilledWire>,
    /// What must be said.
    pub notes: Vec<NoteWire>,
    /// Width of the cut.
    pub kerf_mm: f64,
    /// What is marked on the plate.
    pub marks: MarksReply,
    /// The orders there are, with what each is like.
    pub orders: Vec<OrderWire>,
    /// What one part weighs; null by kerf alone, as are the next three.
    pub mass_kg: Option<f64>,
    /// Of one part.
    pub time_s: Option<f64>,
    /// Cutting and preheat oxygen.
    pub oxygen_l: Option<f64>,
    /// Fuel.
    pub fuel_l: Option<f64>,
}

/// Finds the paths of the tip round a part.
#[utoipa::path(post, operation_id = "layout_paths", path = "/api/v1/layout/paths", request_body = PathsRequest,
    responses((status = 200, body = PathsReply), (status = 422, body = ErrorBody)))]
#[post("/paths")]
pub async fn find_paths(body: Body<PathsRequest>) -> ApiResult<web::Json<PathsReply>> {
    let request = body.value;
    let found = web::block(move || reply(&request)).await;
    Ok(web::Json(found.map_err(|error| ApiError::Internal(error.to_string()))??))
}

fn reply(request: &PathsRequest) -> ApiResult<PathsReply> {
    let laid = LaidOut::of(request)?;
    let figures = laid.figures()?;
    Ok(written(&laid, figures))
}

/// A part that was laid out, and what by.
#[derive(Debug)]
pub struct LaidOut {
    /// The part.
    pub part: Part,
    /// Its paths.
    pub laid: Laid,
    /// Width of the cut.
    pub kerf: Length,
    /// The plan it is cut by.
    pub planned: Option<Planned>,
    /// Where marks are measured from.
    pub datum: Option<Point>,
}

impl LaidOut {
    /// Lays a part out as asked.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] with every field at fault; where the part is, at its place.
    pub fn of(request: &PathsRequest) -> ApiResult<Self> {
        let mut fields = Fields::default();
        let part = request.part.read(&mut fields, "part");
        let part = fields.done(part)?;
        let (asked, planned) = request.read()?;
        let laid = lay(&part, &asked).map_err(|(of, fault)| refused(of, &fault, "part"))?;
        let datum = request.datum.map(point);
        Ok(Self { part, laid, kerf: asked.kerf, planned, datum })
    }

    /// What the part weighs, kg; `None` where the thickness is not known.
    fn mass(&self) -> Option<f64> {
        let thickness = self.planned.as_ref()?.request.steel.thickness;
        Some(self.part.area() * thickness.as_m() * DENSITY)
    }

    /// What each path takes, in their order; `None` without a plan.
    ///
    /// # Errors
    /// A path that core refuses to plan: a fault of ours.
    pub fn figures(&self) -> ApiResult<Option<Figures>> {
        let Some(planned) = &self.planned else { return Ok(None) };
        let mut figures = Figures { notes: Vec::new(), each: Vec::new() };
        for path in &self.laid.paths {
            let mut request = planned.request.clone();
            request.cut.length =
                Length::from_m(run(path).max(galvanon_core::cut::limits::CUT_LENGTH.low));
            request.cut.start = path.lead.start;
            request.cut.count = 1;
            let settings = plan(&request).map_err(|errors| faults(&errors))?;
            figures.notes.extend(settings.notes);
            figures.each.push(Figure {
                time: settings.time.total().as_s(),
                preheat: settings.start_preheat.set.as_s(),
                oxygen: settings.gas.oxygen.as_m3(),
                fuel: settings.gas.fuel.as_m3(),
            });
        }
        Ok(Some(figures))
    }
}

/// What one path takes, SI.
#[derive(Clone, Copy, Debug)]
pub struct Figure {
    /// All of its time.
    pub time: f64,
    /// Heating of its start.
    pub preheat: f64,
    /// Oxygen.
    pub oxygen: f64,
    /// Fuel.
    pub fuel: f64,
}

/// What the paths take.
#[derive(Debug)]
pub struct Figures {
    /// What the plans of the paths say.
    pub notes: Vec<Note>,
    /// Each path, in order.
    pub each: Vec<Figure>,
}

/// How far the torch runs burning: lead, path, and out.
fn run(path: &CutPath) -> f64 {
    let ways = [&path.lead.way_in, &path.lead.way_out];
    let leads: f64 =
        ways.iter().flat_map(|way| way.windows(2)).map(|pair| pair[0].distance(pair[1])).sum();
    path.contour.length() + leads
}

fn written(laid: &LaidOut, figures: Option<Figures>) -> PathsReply {
    let each = figures.as_ref().map(|figures| &figures.each);
    let sum = |of: fn(&Figure) -> f64| each.map(|each| thousandths(each.iter().map(of).sum()));
    let paths = laid.laid.paths.iter().enumerate();
    let mm = |m: f64| fine(m * 1e3);
    let standing = laid.laid.standing.iter();
    let mut notes = laid.laid.notes.clone();
    for one in figures.iter().flat_map(|figures| &figures.notes) {
        let told = notes.iter().any(|other| other.code == one.code);
        if one.level > Level::Info && !told {
            notes.push(one.clone());
        }
    }
    PathsReply {
        paths: paths.map(|(i, path)| path_wire(i, path, each.map(|each| &each[i]))).collect(),
        left_standing: standing
            .map(|one| StandingWire { at: place(one.at), radius_mm: mm(one.radius) })
            .collect(),
        drilled: laid
            .laid
            .drilled
            .iter()
            .map(|one| DrilledWire { at: place(one.at), diameter_mm: mm(one.diameter) })
            .collect(),
        notes: in_words(&notes),
        kerf_mm: fine(laid.kerf.as_mm()),
        marks: marks_reply(laid),
        orders: orders(&laid.laid),
        mass_kg: laid.mass().map(thousandths),
        time_s: sum(|one| one.time),
        oxygen_l: sum(|one| one.oxygen * 1e3),
        fuel_l: sum(|one| one.fuel * 1e3),
    }
}

fn marks_reply(laid: &LaidOut) -> MarksReply {
    let found = marks(&laid.part, laid.datum);
    let one = |mark: &Mark| PlateMark {
        kind: mark.kind.code().to_owned(),
        at: place(mark.at),
        radius_mm: mark.radius.map(|m| fine(m * 1e3)),
    };
    MarksReply {
        marks: found.marks.iter().map(one).collect(),
        diagonal_mm: fine(found.diagonal * 1e3),
        punch_straight_mm: fine(PUNCHES.0 * 1e3),
        punch_curve_mm: fine(PUNCHES.1 * 1e3),
    }
}

fn orders(laid: &Laid) -> Vec<OrderWire> {
    let one = |(order, ways, warm): &(OrderBy, f64, usize)| OrderWire {
        order: order.code().to_owned(),
        moves_mm: fine(ways * 1e3),
        warm_starts: *warm,
    };
    laid.orders.iter().map(one).collect()
}

fn path_wire(i: usize, path: &CutPath, figure: Option<&Figure>) -> PathWire {
    let (of, index) = match path.of {
        Of::Outer => ("outer", 0),
        Of::Hole(i) => ("hole", i),
        Of::Cut(i) => ("cut", i),
    };
    let why = note(&path.why);
    let mm = |m: f64| fine(m * 1e3);
    let start: Start = path.lead.start;
    PathWire {
        order: i + 1,
        of: of.to_owned(),
        index,
        keep: path.keep.code().to_owned(),
        start: start.code().to_owned(),
        contour: ContourWire::of(&path.contour),
        lead_in: path.lead.way_in.iter().copied().map(place).collect(),
        lead_out: path.lead.way_out.iter().copied().map(place).collect(),
        clear_mm: mm(path.lead.clear),
        length_mm: mm(path.contour.length()),
        stops_mm: path.stops.iter().copied().map(mm).collect(),
        pivot_mm: path.pivot.map(mm),
        why: why.text.to_string(),
        why_note: why,
        time_s: figure.map(|figure| thousandths(figure.time)),
        preheat_s: figure.map(|figure| thousandths(figure.preheat)),
    }
}
