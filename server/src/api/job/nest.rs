//! The parts of a job on plates: of each thickness and grade a nest, with what is bought and what is used of it.

use std::time::{Duration, Instant};

use actix_web::{post, web};
use galvanon_core::cut::Verdict;
use galvanon_core::geometry::{Contour, Point};
use galvanon_core::layout::drop::mass;
use galvanon_core::layout::kerf::usual_gap;
use galvanon_core::layout::part::Part;
use galvanon_core::quantity::{Length, Mass};
use galvanon_core::range::Range;
use galvanon_core::trace::Kind;
use galvanon_nest::{Asked, MOST_PARTS, MOST_PLATES, Plate, Turns, Wanted, nest};
use serde::{Deserialize, Serialize};
use serde_json::json;
use sqlx::PgPool;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::api::layout::contour::LayoutPart;
use crate::api::layout::nest::asked::{APART, SIDE};
use crate::api::layout::nest::{NestLaid, NestLeftOver, NestReply, refused};
use crate::error::{ApiError, ApiResult, ErrorBody, faults};
use crate::http::body::Body;
use crate::http::caller::Caller;
use crate::http::fields::{Fields, Given, NumberField, wrong_shape};
use crate::http::rows::id;
use crate::plan::rig::Rigged;
use crate::plan::shop::Shop;
use crate::queue::Worker;
use crate::store::{job_lines, jobs};
use crate::wire::unit::{fine, hundredths, mm};

/// Plates, and how parts may lie on them.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JobNestRequest {
    /// Along a plate, 10 mm to 30 m; as many plates are taken as it needs, 200 at most.
    #[schema(value_type = f64)]
    pub width_mm: Option<Given>,
    /// Across it.
    #[schema(value_type = f64)]
    pub height_mm: Option<Given>,
    /// From the rim, 0 to 500 mm; 10 when left out.
    #[schema(value_type = Option<f64>)]
    pub margin_mm: Option<Given>,
    /// Between parts, 0 to 500 mm; kerf + 6 mm, and the plate's thickness at least, when left out.
    #[schema(value_type = Option<f64>)]
    pub gap_mm: Option<Given>,
    /// free, quarter, none; quarter when left out.
    #[schema(value_type = Option<String>)]
    pub turns: Option<Given>,
    /// Whether parts may lie on their other face.
    #[serde(default)]
    pub mirror: bool,
    /// How long it is tried, 0.1 to 30; 2 when left out.
    #[schema(value_type = Option<f64>)]
    pub seconds: Option<Given>,
}

/// A part of a line.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NestedLine {
    /// The line.
    pub line_id: Uuid,
    /// As it was typed.
    pub typed: String,
    /// How many of it.
    pub count: u32,
    /// Its part.
    pub part: LayoutPart,
}

/// The parts of one plate thickness and grade.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NestGroup {
    /// Of the plates.
    pub thickness_mm: f64,
    /// Their grade, where it is said.
    pub grade: Option<String>,
    /// Between parts.
    pub gap_mm: f64,
    /// The lines, as `part` counts them.
    pub parts: Vec<NestedLine>,
    /// Plates with their parts.
    pub plates: Vec<NestLaid>,
    /// What found no place.
    pub left_over: Vec<NestLeftOver>,
    /// Orders that were tried.
    pub rounds: u32,
    /// Steel of the parts that were laid.
    pub pieces_kg: f64,
    /// Steel of the plates they lie on.
    pub plates_kg: f64,
    /// Of that, the remnants that are worth keeping.
    pub remnants_kg: f64,
}

/// A job on plates.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct JobNest {
    /// Thick plate first.
    pub groups: Vec<NestGroup>,
    /// Of all plates the part that is in the parts, 0 to 1; null where nothing was laid.
    pub used_share: Option<f64>,
    /// The same of what is used up: remnants worth keeping go back to the rack.
    pub spent_share: Option<f64>,
    /// Lines that have no part to lay, as typed: straight cuts, shapes, other work, what is stopped and what
    /// cannot be planned.
    pub others: Vec<String>,
}

/// Left out: from the rim, m. Source: `ours`.
const MARGIN: f64 = 0.010;
/// How long it is tried, s: a person waits. Source: `ours`.
const SECONDS: Range = Range::new("nest.seconds", "s", 0.1, 30.0);
/// Left out, s. Source: `ours`.
const USUAL: f64 = 2.0;

struct Wish {
    size: (f64, f64),
    margin: Length,
    gap: Option<Length>,
    turns: Turns,
    mirror: bool,
    seconds: f64,
}

impl JobNestRequest {
    fn read(&self) -> ApiResult<Wish> {
        let mut fields = Fields::default();
        let mut number = |name: &str, range, given: Option<&Given>, usual: Option<f64>| {
            fields.number(&NumberField::new(name, range, Kind::Length), given, usual)
        };
        let width = number("width_mm", &SIDE, self.width_mm.as_ref(), None);
        let height = number("height_mm", &SIDE, self.height_mm.as_ref(), None);
        let margin = number("margin_mm", &APART, self.margin_mm.as_ref(), Some(MARGIN));
        let gap = NumberField::new("gap_mm", &APART, Kind::Length);
        let gap = fields.number_if_said(&gap, self.gap_mm.as_ref()).map(Length::from_m);
        let turns = fields.code("turns", self.turns.as_ref(), Some(Turns::default()));
        let seconds = NumberField::new("seconds", &SECONDS, Kind::Duration);
        let seconds = fields.number(&seconds, self.seconds.as_ref(), Some(USUAL));
        let (margin, mirror) = (Length::from_m(margin), self.mirror);
        fields.done(Wish { size: (width, height), margin, gap, turns, mirror, seconds })
    }
}

/// A line of a job with its part.
struct Piece {
    line: NestedLine,
    part: Part,
    kerf: Length,
    thickness: Length,
    grade: Option<String>,
}

/// A line's part; `None` where it has none, is stopped, or cannot be planned.
fn piece(rigged: &Rigged<'_>, line: &job_lines::JobLine) -> ApiResult<Option<Piece>> {
    let asked = rigged.request(&line.input).and_then(|found| {
        let (work, laid) = found.request.to_work_laid()?;
        Ok((found.request, work, laid))
    });
    let (request, work, laid) = match asked {
        Err(ApiError::Invalid(_)) => return Ok(None),
        other => other?,
    };
    let settings = work.settings().map_err(|errors| faults(&errors))?;
    let Some(laid) = laid.filter(|_| settings.verdict() != Verdict::Stop) else { return Ok(None) };
    let count = request.cut.count.and_then(|count| count.0.as_u64()).unwrap_or(1);
    let grade = request.steel.grade.and_then(|grade| grade.0.as_str().map(str::to_owned));
    Ok(Some(Piece {
        line: NestedLine {
            line_id: line.record.id,
            typed: line.typed.clone(),
            count: u32::try_from(count).unwrap_or(u32::MAX),
            part: LayoutPart::of(&laid.part),
        },
        part: laid.part,
        kerf: laid.kerf,
        thickness: work.request().steel.thickness,
        grade,
    }))
}

#[allow(clippy::cast_precision_loss, reason = "a few hundred at most")]
fn many(count: usize) -> f64 {
    count as f64
}

/// Pieces of one plate together, thick plate first.
fn groups(pieces: Vec<Piece>) -> Vec<Vec<Piece>> {
    let mut groups: Vec<Vec<Piece>> = Vec::new();
    for piece in pieces {
        let same = |group: &&mut Vec<Piece>| {
            let first = &group[0];
            (first.thickness.as_mm() - piece.thickness.as_mm()).abs() < 0.01
                && first.grade == piece.grade
        };
        match groups.iter_mut().find(same) {
            Some(group) => group.push(piece),
            None => groups.push(vec![piece]),
        }
    }
    groups.sort_by(|a, b| b[0].thickness.as_m().total_cmp(&a[0].thickness.as_m()));
    groups
}

impl Wish {
    /// One plate, and what is asked of core.
    fn asked(&self, group: &[Piece], gap: Length) -> (Contour, Asked) {
        let (w, h) = self.size;
        let corners = [(0.0, 0.0), (w, 0.0), (w, h), (0.0, h)].map(|(x, y)| Point::new(x, y));
        let outline = Contour::polygon(&corners);
        let wanted = |piece: &Piece| Wanted {
            part: piece.part.clone(),
            count: piece.line.count,
            turns: self.turns,
            mirror: self.mirror,
        };
        let asked = Asked {
            plates: vec![Plate { outline: outline.clone(), count: MOST_PLATES }],
            parts: group.iter().map(wanted).collect(),
            gap,
            margin: self.margin,
            seed: 1,
        };
        (outline, asked)
    }
}

fn laid_out(wish: &Wish, group: Vec<Piece>, seconds: f64) -> ApiResult<NestGroup> {
    let count: usize = group.iter().map(|piece| piece.line.count as usize).sum();
    if count > MOST_PARTS as usize {
        let expected = format!("of at most {MOST_PARTS} parts a thickness; split the job");
        return Err(ApiError::Invalid(vec![wrong_shape("job", &expected, json!(count))]));
    }
    let (thickness, grade) = (group[0].thickness, group[0].grade.clone());
    let usual = group.iter().map(|piece| usual_gap(piece.kerf, thickness));
    let usual = usual.fold(Length::from_m(0.0), |a, b| if b > a { b } else { a });
    let gap = wish.gap.unwrap_or(usual);
    let (outline, asked) = wish.asked(&group, gap);
    let (began, longest) = (Instant::now(), Duration::from_secs_f64(seconds));
    let found = nest(&asked, &mut |_| began.elapsed() >= longest).map_err(refused)?;
    let pieces = found.plates.iter().flat_map(|plate| &plate.placed);
    let pieces: f64 = pieces.map(|it| mass(&group[it.part].part, thickness).as_kg()).sum();
    let steel = |outline: &Contour| mass(&Part::solid("plate", outline.clone()), thickness);
    let remnants = found.plates.iter().filter_map(|plate| plate.remnant.as_ref());
    let remnants: f64 = remnants.map(|it| steel(it).as_kg()).sum();
    let plate = steel(&outline);
    let plates = Mass::from_kg(plate.as_kg() * many(found.plates.len()));
    let NestReply { plates: on, left_over, rounds, .. } = NestReply::of(&found, seconds);
    Ok(NestGroup {
        thickness_mm: mm(thickness),
        grade,
        gap_mm: mm(gap),
        parts: group.into_iter().map(|piece| piece.line).collect(),
        plates: on,
        left_over,
        rounds,
        pieces_kg: hundredths(pieces),
        plates_kg: hundredths(plates.as_kg()),
        remnants_kg: hundredths(remnants),
    })
}

/// Fits the parts of a job on plates of a size; nothing is kept.
#[utoipa::path(post, operation_id = "job_nest", path = "/api/v1/jobs/{id}/nest", params(("id" = Uuid, Path)), request_body = JobNestRequest,
    responses((status = 200, body = JobNest), (status = 401, body = ErrorBody), (status = 404, body = ErrorBody), (status = 422, body = ErrorBody)))]
#[post("/jobs/{id}/nest")]
pub async fn nest_job(
    pool: web::Data<PgPool>,
    (caller, worker): (Caller, Worker),
    path: web::Path<String>,
    body: Body<JobNestRequest>,
) -> ApiResult<web::Json<JobNest>> {
    let wish = body.value.read()?;
    let job = jobs::live(pool.get_ref(), id(&path)?).await?;
    let shop = Shop::read(&pool, caller.person).await?;
    let lines = job_lines::of_job(pool.get_ref(), job.record.id).await?;
    let time = Duration::from_secs_f64(wish.seconds);
    let found = worker.search(time, move || {
        let rigged = Rigged::of(&shop, &job);
        let (mut pieces, mut others) = (Vec::new(), Vec::new());
        for line in lines {
            match piece(&rigged, &line)? {
                Some(piece) => pieces.push(piece),
                None => others.push(line.typed),
            }
        }
        let groups = groups(pieces);
        let share = wish.seconds / many(groups.len().max(1));
        let laid = |group| laid_out(&wish, group, share);
        let groups: Vec<NestGroup> = groups.into_iter().map(laid).collect::<ApiResult<_>>()?;
        let sum = |of: fn(&NestGroup) -> f64| groups.iter().map(of).sum::<f64>();
        let (pieces, plates) = (sum(|it| it.pieces_kg), sum(|it| it.plates_kg));
        let share = |of: f64| (of > 0.0).then(|| fine(pieces / of));
        let spent_share = share(plates - sum(|it| it.remnants_kg));
        let used_share = share(plates);
        Ok(JobNest { groups, used_share, spent_share, others })
    });
    found.await.map(web::Json)
}
