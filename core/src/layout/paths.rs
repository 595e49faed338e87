//! A part as the paths of the tip: side, start, order, stops, and why.

use crate::code::Code;
use crate::cut::{Handedness, Start};
use crate::geometry::{Bounds, Contour, Outline};
pub use crate::layout::asked::{Asked, SmallHoles};
use crate::layout::circle::{Round, by_hand};
use crate::layout::kerf::{Keep, kerf_path};
pub use crate::layout::laid::{CutPath, Drilled, Laid};
use crate::layout::lead::{Ground, Lead, lead};
use crate::layout::notes::{long_and_wide, notes};
use crate::layout::order::{Item, OrderBy, order, tally};
use crate::layout::part::{Fault, FaultCode, Of, Part};
use crate::layout::tabs::{LONG, Tabs, tabs};
use crate::note::{Level, Note};
use crate::quantity::{Length, Speed};
use crate::trace::{Kind, Measure};

/// Travel that is not known, for the order alone. Source: `ours`: about that of 1/2 in plate.
const USUAL_PACE: f64 = 0.006;

/// Lays a part out.
///
/// # Errors
/// The contour that crosses itself or another, encloses nothing, or is narrower than the kerf, and where.
pub fn lay(part: &Part, asked: &Asked) -> Result<Laid, (Of, Fault)> {
    part.check()?;
    let part = &part.clone().tidy();
    let mut laid = Laid {
        paths: Vec::new(),
        standing: Vec::new(),
        drilled: Vec::new(),
        notes: Vec::new(),
        orders: Vec::new(),
    };
    for (of, contour) in part.contours() {
        if let Some(hole) = drilled(of, contour, asked) {
            laid.drilled.push(hole);
            continue;
        }
        if matches!(of, Of::Cut(_)) {
            laid.paths.push(open_cut(of, contour, asked));
            continue;
        }
        let keep = if of == Of::Outer { Keep::Inside } else { Keep::Outside };
        let found = kerf_path(contour, keep, asked.kerf).map_err(|narrow| {
            let kerf = [("kerf", asked.kerf.as_m())];
            (of, Fault::at(FaultCode::Tiny, "layout_too_narrow", narrow.at, &kerf))
        })?;
        laid.standing.extend(found.standing);
        laid.paths.push(closed(part, Line { of, contour, keep }, found.path, asked));
    }
    laid.notes = notes(part, &laid, asked);
    let items = items(&laid.paths, asked);
    let both: Vec<(OrderBy, Vec<usize>)> =
        OrderBy::ALL.iter().map(|by| (*by, order(&items, *by))).collect();
    let like = |(by, order): &(OrderBy, Vec<usize>)| (*by, tally(&items, order));
    laid.orders = both.iter().map(like).collect();
    let chosen = both.into_iter().find(|(by, _)| *by == asked.order_by);
    let chosen = chosen.map_or_else(Vec::new, |(_, order)| order);
    let mut paths: Vec<Option<CutPath>> = laid.paths.into_iter().map(Some).collect();
    laid.paths = chosen.into_iter().filter_map(|at| paths[at].take()).collect();
    Ok(laid)
}

fn drilled(of: Of, contour: &Contour, asked: &Asked) -> Option<Drilled> {
    let is_hole = matches!(of, Of::Hole(_));
    let (at, radius) = contour.as_circle().filter(|_| is_hole)?;
    let diameter = 2.0 * radius;
    let small = diameter < asked.drill_under() * (1.0 - 1e-9);
    (small && asked.small_holes == SmallHoles::Drill).then_some(Drilled { at, diameter })
}

struct Line<'a> {
    of: Of,
    contour: &'a Contour,
    keep: Keep,
}

/// A right hand goes to its left with the kept side toward it: what is kept lies to the left of the way.
fn run_by(hand: Handedness, keep: Keep, path: &Contour) -> Contour {
    let kept_left = hand == Handedness::Right;
    let encloses_left = (keep == Keep::Inside) == kept_left;
    if encloses_left { path.anticlockwise() } else { path.anticlockwise().reversed() }
}

fn closed(part: &Part, line: Line<'_>, path: Contour, asked: &Asked) -> CutPath {
    let Line { of, contour, keep } = line;
    let path = run_by(asked.hand, keep, &path);
    let rims = asked.rims();
    let ground = Ground {
        contour,
        outline: &Outline::of(contour),
        path: &path,
        in_hole: keep == Keep::Outside,
        kerf: asked.kerf.as_m(),
        thickness: asked.thickness.map(Length::as_m),
        rims: &rims,
        part: part.outer.bounds(),
        wanted: asked.starts.iter().find(|(which, _)| *which == of).map(|(_, at)| *at),
    };
    let begun = lead(&ground);
    let path = path.begun_at(begun.along);
    let (long, wide) = long_and_wide(part);
    let tied = of == Of::Outer && asked.tabs == Tabs::Long && long > LONG * wide;
    let ties = if tied { tabs(&Ground { path: &path, ..ground }, long) } else { Vec::new() };
    let stops = asked.stops_of(of, &path, &ties);
    let pivot = contour.as_circle().and(path.as_circle()).map(|(_, radius)| radius);
    let carried = pivot.filter(|_| asked.process.by_hand());
    let centre = contour.as_circle().map(|(centre, _)| centre);
    let pierced = begun.way_in.first().zip(centre).filter(|_| begun.start == Start::Pierce);
    let pierced = pierced.map(|(at, centre)| at.distance(centre));
    let round = carried.map(|pivot| Round { pivot, keep, pierced, stops: stops.len() });
    CutPath {
        of,
        keep,
        stops,
        tabs: ties,
        pivot,
        by_hand: round.as_ref().map_or_else(Vec::new, by_hand),
        why: why(&begun, asked),
        contour: path,
        lead: begun,
    }
}

fn why(begun: &Lead, asked: &Asked) -> Note {
    let clear = ("clear", Measure::Number(Kind::Length, begun.clear));
    let (level, code) = match (begun.start, begun.short) {
        (Start::Edge, _) => (Level::Info, "layout_starts_at_edge"),
        (Start::Pierce, false) => (Level::Info, "layout_pierced_in_scrap"),
        (Start::Pierce, true) => (Level::Caution, "layout_pierced_close"),
        (Start::DrilledHole, _) => (Level::Caution, "layout_drilled_start"),
    };
    let kerf = ("kerf", Measure::Number(Kind::Bore, asked.kerf.as_m()));
    Note::new(level, code, vec![clear, kerf])
}

/// A line that parts nothing: the tip runs on it, from the end that a right hand has at its right.
fn open_cut(of: Of, contour: &Contour, asked: &Asked) -> CutPath {
    let way = contour.end() - contour.start();
    let leftward = way.x < 0.0 || (way.x == 0.0 && way.y < 0.0);
    let right = asked.hand == Handedness::Right;
    let contour = if leftward == right { contour.clone() } else { contour.reversed() };
    let begun = Lead {
        start: Start::Pierce,
        along: 0.0,
        way_in: vec![contour.start()],
        way_out: Vec::new(),
        clear: 0.0,
        short: false,
    };
    CutPath {
        of,
        keep: if right { Keep::Left } else { Keep::Right },
        stops: asked.stops_of(of, &contour, &[]),
        tabs: Vec::new(),
        pivot: None,
        by_hand: Vec::new(),
        why: Note::new(Level::Info, "layout_on_the_line", vec![]),
        contour,
        lead: begun,
    }
}

fn items(paths: &[CutPath], asked: &Asked) -> Vec<Item> {
    let pace = asked.pace.map_or(USUAL_PACE, Speed::as_m_s);
    let outer = paths.iter().position(|path| path.of == Of::Outer);
    let item = |(at, path): (usize, &CutPath)| Item {
        from: path.lead.way_in.first().copied().unwrap_or_else(|| path.contour.start()),
        to: path.lead.way_out.last().copied().unwrap_or_else(|| path.contour.end()),
        time: path.contour.length() / pace,
        after: if Some(at) == outer {
            (0..paths.len()).filter(|other| *other != at).collect()
        } else {
            Vec::new()
        },
    };
    paths.iter().enumerate().map(item).collect()
}

/// The box round everything that a layout touches.
#[must_use]
pub fn bounds(laid: &Laid) -> Option<Bounds> {
    let points = laid.paths.iter().flat_map(|path| {
        path.lead
            .way_in
            .iter()
            .chain(&path.lead.way_out)
            .copied()
            .chain(path.contour.flattened(1e-4))
    });
    Bounds::of(points)
}
