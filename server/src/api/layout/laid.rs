//! A part laid out by a kerf or for a cut, and how that is said.

use galvanon_core::code::Code;
use galvanon_core::cut::work::runs::{RunPlan, RunsPlan, RunsRequest, plan_runs};
use galvanon_core::cut::{Amounts, Level, Note, Request, Settings, Times, plan};
use galvanon_core::geometry::Point;
use galvanon_core::layout::drop;
use galvanon_core::layout::marking::Marking;
use galvanon_core::layout::marks::{Mark, Marks, marks};
use galvanon_core::layout::order::{OrderBy, Tally};
use galvanon_core::layout::part::Part;
use galvanon_core::layout::paths::{Asked, Laid, lay};
use galvanon_core::quantity::Length;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::layout::asked::Ways;
use crate::api::layout::contour::{Place, place, refused};
use crate::api::layout::marking::StripsReply;
use crate::api::layout::path::{CutPart, PathWire};
use crate::error::{ApiResult, faults};
use crate::wire::note::{NoteWire, in_words};
use crate::wire::unit::{fine, thousandths};

/// A corner that stays rounded.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct StandingWire {
    /// The corner.
    #[schema(value_type = Vec<f64>)]
    pub at: Place,
    /// It stays rounded by this.
    pub radius_mm: f64,
}

/// A hole that is drilled instead of cut.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct DrilledWire {
    /// Its centre.
    #[schema(value_type = Vec<f64>)]
    pub at: Place,
    /// Across.
    pub diameter_mm: f64,
}

/// A mark on the plate.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
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
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct MarksReply {
    /// The marks.
    pub marks: Vec<PlateMark>,
    /// Both diagonals of the box round the part are this long, or it is not square.
    pub diagonal_mm: f64,
    /// Punches stand so far apart on straights.
    pub punch_straight_mm: f64,
    /// And on curves.
    pub punch_curve_mm: f64,
    /// leave, on: what the drawn line is to the cut.
    pub line: String,
    /// kept, scrap: which side is hatched.
    pub hatched: String,
    /// From the line to the middle of the cut where the line is left.
    pub half_kerf_mm: f64,
}

/// An order of the paths.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct OrderWire {
    /// cool, near.
    pub order: String,
    /// Ways between the paths.
    pub moves_mm: f64,
    /// How long they take.
    pub moves_s: f64,
    /// Starts beside metal cut less than a minute before.
    pub warm_starts: usize,
    /// Waiting there until that minute is over.
    pub cooling_s: f64,
}

/// A part laid out.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
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
    /// Strips side by side, where they were asked for.
    pub strips: Option<StripsReply>,
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

impl PathsReply {
    /// Takes its sentences away: its figures stay.
    pub fn wordless(&mut self) {
        self.notes.clear();
        for path in &mut self.paths {
            path.why.clear();
            path.why_note.text = "".into();
            path.by_hand.clear();
        }
    }
}

/// A cut that a part is laid out for.
#[derive(Debug)]
pub struct LaidCut {
    /// Its settings, before its paths were known.
    pub settings: Settings,
    /// Its paths as runs of the torch.
    pub asked: RunsRequest,
    /// What they take.
    pub plan: RunsPlan,
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
    /// The cut it is laid out for; `None` by kerf alone.
    pub cut: Option<LaidCut>,
    /// Where marks are measured from.
    pub datum: Option<Point>,
    /// How the shop marks.
    pub marking: Marking,
    /// Strips side by side: how many, out of which plate.
    pub strips: Option<(u32, Length)>,
}

impl LaidOut {
    /// Lays a part out by a kerf alone; `at` is the part's place in the request.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] where the part is at fault, at its place.
    pub fn by_kerf(part: Part, at: &str, kerf: Length, ways: &Ways) -> ApiResult<Self> {
        let laid = laid(&part, at, &ways.over(Asked::by_kerf(kerf)))?;
        let (datum, marking) = (ways.datum, ways.marking);
        Ok(Self { part, laid, kerf, cut: None, datum, marking, strips: None })
    }

    /// Lays a part out for a cut of plate; its length and start do not matter.
    ///
    /// # Errors
    /// [`ApiError::Invalid`] where the part is at fault, at its place.
    pub fn for_cut(part: Part, at: &str, base: Request, ways: &Ways) -> ApiResult<Self> {
        let mut base = base;
        base.policy.reach = ways.reach.unwrap_or(base.policy.reach);
        base.cut.handedness = ways.hand.unwrap_or(base.cut.handedness);
        let settings = plan(&base).map_err(|errors| faults(&errors))?;
        let laid = laid(&part, at, &ways.over(Asked::by_cut(&base, &settings)))?;
        let asked = RunsRequest::new(base, laid.runs(), laid.notes.clone());
        let plan = plan_runs(&asked).map_err(|errors| faults(&errors))?;
        let (kerf, datum, marking) = (settings.kerf, ways.datum, ways.marking);
        let cut = Some(LaidCut { settings, asked, plan });
        Ok(Self { part, laid, kerf, cut, datum, marking, strips: None })
    }

    /// Each path's run, in their order; none by kerf alone.
    #[must_use]
    pub fn runs(&self) -> Option<&[RunPlan]> {
        self.cut.as_ref().map(|cut| cut.plan.runs.as_slice())
    }

    /// The marks of the lines that this shop draws.
    #[must_use]
    pub fn marks(&self, datum: Option<Point>) -> Marks {
        let lines = self.marking.lines(&self.part, &self.laid, self.kerf);
        let datum = datum.unwrap_or_else(|| self.part.outer.bounds().low);
        marks(&lines, Some(datum), &self.marking)
    }

    /// What the part weighs, kg; `None` where the thickness is not known.
    fn mass(&self) -> Option<f64> {
        let thickness = self.cut.as_ref()?.asked.base.steel.thickness;
        Some(drop::mass(&self.part, thickness).as_kg())
    }

    /// As the contract says it.
    #[must_use]
    pub fn reply(&self) -> PathsReply {
        let (laid, runs) = (&self.laid, self.runs());
        let mm = |m: f64| fine(m * 1e3);
        let gas = runs.map(|runs| Amounts::sum(runs.iter().map(|it| it.gas)));
        let time = runs.map(|runs| Times::sum(runs.iter().map(|it| it.time)).total().as_s());
        // the plan begins with what the layout says; of the rest, here, what a hand must know of the paths
        let planned = self.cut.iter().flat_map(|cut| cut.plan.notes.iter().skip(laid.notes.len()));
        let told = planned.filter(|note| note.level > Level::Info);
        let notes: Vec<Note> = laid.notes.iter().chain(told).cloned().collect();
        let paths = laid.paths.iter().enumerate();
        let whole = CutPart { part: &self.part, kerf: self.kerf };
        PathsReply {
            paths: paths
                .map(|(i, path)| PathWire::of(i, path, whole, runs.map(|runs| &runs[i])))
                .collect(),
            left_standing: laid
                .standing
                .iter()
                .map(|one| StandingWire { at: place(one.at), radius_mm: mm(one.radius) })
                .collect(),
            drilled: laid
                .drilled
                .iter()
                .map(|one| DrilledWire { at: place(one.at), diameter_mm: mm(one.diameter) })
                .collect(),
            notes: in_words(&notes),
            kerf_mm: fine(self.kerf.as_mm()),
            marks: marks_reply(self),
            strips: self.strips.map(|(count, plate)| {
                let width = Length::from_m(self.part.outer.bounds().size().y);
                StripsReply::of(width, self.kerf, count, plate)
            }),
            orders: orders(laid),
            mass_kg: self.mass().map(thousandths),
            time_s: time.map(thousandths),
            oxygen_l: gas.map(|gas| thousandths(gas.oxygen.as_m3() * 1e3)),
            fuel_l: gas.map(|gas| thousandths(gas.fuel.as_m3() * 1e3)),
        }
    }
}

fn laid(part: &Part, at: &str, asked: &Asked) -> ApiResult<Laid> {
    lay(part, asked).map_err(|(of, fault)| refused(of, &fault, at))
}

fn marks_reply(laid: &LaidOut) -> MarksReply {
    let found = laid.marks(laid.datum);
    let one = |mark: &Mark| PlateMark {
        kind: mark.kind.code().to_owned(),
        at: place(mark.at),
        radius_mm: mark.radius.map(|m| fine(m * 1e3)),
    };
    MarksReply {
        marks: found.marks.iter().map(one).collect(),
        diagonal_mm: fine(found.diagonal * 1e3),
        punch_straight_mm: fine(laid.marking.straight.as_mm()),
        punch_curve_mm: fine(laid.marking.curve.as_mm()),
        line: laid.marking.line.code().to_owned(),
        hatched: laid.marking.hatched.code().to_owned(),
        half_kerf_mm: fine(laid.kerf.as_mm() / 2.0),
    }
}

fn orders(laid: &Laid) -> Vec<OrderWire> {
    let one = |(order, like): &(OrderBy, Tally)| OrderWire {
        order: order.code().to_owned(),
        moves_mm: fine(like.ways * 1e3),
        moves_s: thousandths(like.moving),
        warm_starts: like.warm,
        cooling_s: thousandths(like.cooling),
    };
    laid.orders.iter().map(one).collect()
}
