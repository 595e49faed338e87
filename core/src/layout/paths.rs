//! A part as the paths of the tip: side, start, order, stops, and why.

use crate::code::Code;
use crate::cut::{Handedness, Process, Start};
use crate::geometry::{Bounds, Contour, Point};
use crate::layout::circle::{Round, by_hand};
use crate::layout::drop::{self, Free};
use crate::layout::kerf::{Keep, Standing, kerf_path};
use crate::layout::lead::{Edge, Ground, Lead, lead};
use crate::layout::order::{Item, OrderBy, order, tally};
use crate::layout::part::{Fault, FaultCode, Of, Part};
use crate::layout::stops::stops;
use crate::note::{Level, Note};
use crate::quantity::{Length, Mass, Speed};
use crate::trace::{Kind, Measure};

/// What is done with holes too small to burn well.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum SmallHoles {
    /// Drilled.
    #[default]
    Drill,
    /// Cut all the same.
    Cut,
}

/// How a part is to be cut.
#[derive(Clone, Debug, PartialEq)]
pub struct Asked {
    /// Width of the cut.
    pub kerf: Length,
    /// Of the plate, where it is known.
    pub thickness: Option<Length>,
    /// How the torch is moved.
    pub process: Process,
    /// The torch hand's.
    pub hand: Handedness,
    /// How far the torch goes before it stops; `None`: it does not stop.
    pub reach: Option<Length>,
    /// What is done with small holes.
    pub small_holes: SmallHoles,
    /// Sides near the plate's rim, with the distance to it where that is known.
    pub rims: Vec<(Edge, Option<Length>)>,
    /// Where a person wants a path to be met.
    pub starts: Vec<(Of, Point)>,
    /// What the order spares.
    pub order_by: OrderBy,
    /// Travel, where it is known.
    pub pace: Option<Speed>,
    /// The most that this shop lifts, where it has said so.
    pub lifting_limit: Option<Mass>,
}

/// One path of the tip.
#[derive(Clone, Debug, PartialEq)]
pub struct CutPath {
    /// Which contour it cuts.
    pub of: Of,
    /// Which side is kept.
    pub keep: Keep,
    /// The way of the tip's centre, from where the lead meets it.
    pub contour: Contour,
    /// How it is begun and left.
    pub lead: Lead,
    /// Distances along it at which a hand stops.
    pub stops: Vec<f64>,
    /// From the pivot to the tip's centre, where it is a circle.
    pub pivot: Option<f64>,
    /// How a hand gets round it, where it is a circle and no machine carries the torch.
    pub by_hand: Vec<Note>,
    /// Why it begins where it does: code of a sentence, with the clearance.
    pub why: Note,
}

/// A hole that is drilled instead.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Drilled {
    /// Its centre.
    pub at: Point,
    /// Across.
    pub diameter: f64,
}

/// A part laid out.
#[derive(Clone, Debug, PartialEq)]
pub struct Laid {
    /// In the order of cutting.
    pub paths: Vec<CutPath>,
    /// Corners that stay rounded.
    pub standing: Vec<Standing>,
    /// Holes to drill.
    pub drilled: Vec<Drilled>,
    /// What must be said.
    pub notes: Vec<Note>,
    /// What each order is like: ways between paths, m, and starts on metal still warm.
    pub orders: Vec<(OrderBy, f64, usize)>,
}

/// Smaller holes are drilled: by hand so many thicknesses or this, by machine so many. Source: `common_practice`.
const BY_HAND: (f64, f64) = (1.5, 0.025);
const BY_MACHINE: f64 = 1.0;
/// A rim that is not measured is as far off as parts keep from each other: the kerf and this, or the thickness. Source:
/// `common_practice`.
const GAP: f64 = 0.006;
/// A part so many times as long as wide moves when it is hot. Source: `ours`.
const LONG: f64 = 10.0;
/// A tie that holds it: at least this, m, or half the thickness. Source: `ours`.
const TAB: f64 = 0.006;
/// Travel that is not known, for the order alone. Source: `ours`: about that of 1/2 in plate.
const USUAL_PACE: f64 = 0.006;

impl Asked {
    /// By the kerf alone.
    #[must_use]
    pub fn by_kerf(kerf: Length) -> Self {
        Self {
            kerf,
            thickness: None,
            process: Process::Freehand,
            hand: Handedness::Right,
            reach: None,
            small_holes: SmallHoles::default(),
            rims: Vec::new(),
            starts: Vec::new(),
            order_by: OrderBy::default(),
            pace: None,
            lifting_limit: None,
        }
    }

    /// Holes under this across are drilled.
    #[must_use]
    pub fn drill_under(&self) -> f64 {
        let t = self.thickness.map_or(0.0, Length::as_m);
        let known = self.thickness.is_some();
        match self.process {
            Process::Machine if known => BY_MACHINE * t,
            _ => (BY_HAND.0 * t).max(BY_HAND.1),
        }
    }

    /// How far the rim is from the part, by edge.
    fn rims(&self) -> Vec<(Edge, f64)> {
        let usual = (self.kerf.as_m() + GAP).max(self.thickness.map_or(0.0, Length::as_m));
        self.rims.iter().map(|(edge, gap)| (*edge, gap.map_or(usual, Length::as_m))).collect()
    }
}

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
        laid.paths.push(closed(part, Line { of, contour, keep }, (found.path, asked)));
    }
    laid.notes = notes(part, &laid, asked);
    let items = items(&laid.paths, asked);
    let both: Vec<(OrderBy, Vec<usize>)> =
        OrderBy::ALL.iter().map(|by| (*by, order(&items, *by))).collect();
    let like = |(by, order): &(OrderBy, Vec<usize>)| {
        let (ways, warm) = tally(&items, order);
        (*by, ways, warm)
    };
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

fn closed(part: &Part, line: Line<'_>, (path, asked): (Contour, &Asked)) -> CutPath {
    let Line { of, contour, keep } = line;
    let path = run_by(asked.hand, keep, &path);
    let rims = asked.rims();
    let begun = lead(&Ground {
        contour,
        path: &path,
        in_hole: keep == Keep::Outside,
        kerf: asked.kerf.as_m(),
        thickness: asked.thickness.map(Length::as_m),
        rims: &rims,
        part: part.outer.bounds(),
        wanted: asked.starts.iter().find(|(which, _)| *which == of).map(|(_, at)| *at),
    });
    let path = path.begun_at(begun.along);
    let stops = asked.reach.map_or_else(Vec::new, |reach| stops(&path, reach.as_m()));
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
        stops: asked.reach.map_or_else(Vec::new, |reach| stops(&contour, reach.as_m())),
        pivot: None,
        by_hand: Vec::new(),
        why: Note::new(Level::Info, "layout_on_the_line", vec![]),
        contour,
        lead: begun,
    }
}

fn notes(part: &Part, laid: &Laid, asked: &Asked) -> Vec<Note> {
    let mut notes = Vec::new();
    let mm = |m: f64| Measure::Number(Kind::Length, m);
    if !laid.drilled.is_empty() {
        #[allow(clippy::cast_precision_loss, reason = "a part has few holes")]
        let count = Measure::Number(Kind::Count, laid.drilled.len() as f64);
        let under = ("under", mm(asked.drill_under()));
        notes.push(Note::new(Level::Info, "layout_drill", vec![("count", count), under]));
    }
    if let Some(most) = laid.standing.iter().map(|one| one.radius).reduce(f64::max) {
        let radius = ("radius", Measure::Number(Kind::Bore, most));
        notes.push(Note::new(Level::Info, "layout_corners_stay_round", vec![radius]));
    }
    let (long, wide) = long_and_wide(part);
    if long > LONG * wide {
        let tab = TAB.max(asked.thickness.map_or(0.0, Length::as_m) / 2.0);
        let values = vec![("length", mm(long)), ("width", mm(wide)), ("tab", mm(tab))];
        notes.push(Note::new(Level::Caution, "layout_long_part", values));
    }
    if asked.thickness.is_none() {
        notes.push(Note::new(Level::Info, "layout_thickness_unknown", vec![]));
    }
    let burnt = laid.paths.iter().filter_map(|path| match path.of {
        Of::Hole(at) => part.holes.get(at),
        Of::Outer | Of::Cut(_) => None,
    });
    let (thickness, limit) = (asked.thickness, asked.lifting_limit);
    notes.extend(drop::notes(&Free { part, burnt: burnt.collect(), thickness, limit }));
    notes
}

/// Its longest measure, and its steel over that.
fn long_and_wide(part: &Part) -> (f64, f64) {
    let size = part.outer.bounds().size();
    let box_long = size.x.max(size.y);
    let points = part.outer.flattened(1e-4);
    let far = points.iter().map(|p| points[0].distance(*p)).fold(0.0, f64::max);
    let long = box_long.max(far);
    (long, part.outer.area().abs() / long.max(f64::MIN_POSITIVE))
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
