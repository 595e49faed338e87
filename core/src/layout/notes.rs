//! What must be said of a part that is laid out: holes to drill, corners that stay, a part that bows, stops too far apart.

use crate::layout::asked::Asked;
use crate::layout::drop::{self, Free};
use crate::layout::laid::{CutPath, Laid};
use crate::layout::part::{Of, Part};
use crate::layout::tabs::{self, LONG};
use crate::note::{Level, Note};
use crate::quantity::Length;
use crate::trace::{Kind, Measure};

/// A part whose farthest corner is so much farther than its box is long lies slanted. Source: `ours`.
const SLANTED: f64 = 1.05;

pub(super) fn notes(part: &Part, laid: &Laid, asked: &Asked) -> Vec<Note> {
    let mut notes = Vec::new();
    let mm = |m: f64| Measure::Number(Kind::Length, m);
    if !laid.drilled.is_empty() {
        let under = ("under", mm(asked.drill_under()));
        let count = ("count", count(laid.drilled.len()));
        notes.push(Note::new(Level::Info, "layout_drill", vec![count, under]));
    }
    if let Some(most) = laid.standing.iter().map(|one| one.radius).reduce(f64::max) {
        let radius = ("radius", Measure::Number(Kind::Bore, most));
        notes.push(Note::new(Level::Info, "layout_corners_stay_round", vec![radius]));
    }
    let (long, wide) = long_and_wide(part);
    if long > LONG * wide {
        let ties = laid.paths.iter().map(|path| path.tabs.len()).sum();
        let tab = tabs::width(asked.thickness.map(Length::as_m));
        let values = vec![("length", mm(long)), ("width", mm(wide)), ("tab", mm(tab))];
        let code = if ties > 0 { "layout_tied" } else { "layout_long_part" };
        let values =
            if ties > 0 { [values, vec![("count", count(ties))]].concat() } else { values };
        notes.push(Note::new(Level::Caution, code, values));
    }
    notes.extend(too_far(laid, asked));
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

#[allow(clippy::cast_precision_loss, reason = "a part has few holes and ties")]
fn count(of: usize) -> Measure {
    Measure::Number(Kind::Count, of as f64)
}

/// Stops by hand that are farther apart than the hand reaches.
fn too_far(laid: &Laid, asked: &Asked) -> Option<Note> {
    let reach = asked.reach?.as_m();
    let asked_for = |path: &&CutPath| asked.stops.iter().any(|(of, _)| *of == path.of);
    let stretches = laid.paths.iter().filter(asked_for).map(|path| {
        let ends = path.stops.iter().copied().chain([path.contour.length()]);
        let froms = [0.0].into_iter().chain(path.stops.iter().copied());
        froms.zip(ends).map(|(from, to)| to - from).fold(0.0, f64::max)
    });
    let most = stretches.fold(0.0, f64::max);
    let mm = |m: f64| Measure::Number(Kind::Length, m);
    let values = vec![("most", mm(most)), ("reach", mm(reach))];
    (most > reach + 1e-6).then(|| Note::new(Level::Caution, "layout_stops_too_far", values))
}

/// Its longest measure, and its steel over that.
pub(super) fn long_and_wide(part: &Part) -> (f64, f64) {
    let size = part.outer.bounds().size();
    let box_long = size.x.max(size.y);
    let points = part.outer.flattened(1e-4);
    let far = points.iter().map(|p| points[0].distance(*p)).fold(0.0, f64::max);
    // what lies square is as long as its box, not as its diagonal
    let long = if far > SLANTED * box_long { far } else { box_long };
    (long, part.outer.area().abs() / long.max(f64::MIN_POSITIVE))
}
