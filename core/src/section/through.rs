//! In which order is a shape parted across?
//!
//! From the top down, across the work before near by, but always a panel that can be started on an edge or in a
//! kerf: nothing is pierced while one of those is there. Every panel is cut once, so the drop hangs on the last, and that
//! one is not overhead where another order is there.

use std::f64::consts::PI;

use crate::quantity::{Angle, Length};
use crate::section::asked::{Across, Cut};
use crate::section::development::{RoundEnd, height};
use crate::section::outline::Point;
use crate::section::panel::{End, Panel};
use crate::section::profile::{Family, Profile};
use crate::section::reach::{Approach, Attitude, Lie, Lying, Wish, approach};
use crate::section::stroke::{Drawn, Held, Line, Stroke, StrokeStart, stroke};

/// The line of a cut over a whole panel.
pub(super) fn line_over(profile: &Profile, panel: &Panel, cut: &Cut) -> Line {
    let round = matches!(profile.family, Family::RoundTube | Family::Pipe);
    let end = match *cut {
        Cut::Mitre { angle, .. } => RoundEnd::Mitre(angle),
        Cut::Saddle { header, angle } => RoundEnd::Saddle(header, angle),
        _ => RoundEnd::Square,
    };
    let across_width = matches!(cut, Cut::Mitre { across: Across::Width, .. });
    let radius = Length::from_m(profile.depth.as_m() / 2.0);
    // a saddle stands where its sides are
    let stand = match end {
        RoundEnd::Saddle(..) => height(end, radius, PI / 2.0),
        _ => 0.0,
    };
    let along = |u: f64| {
        let (x, y) = panel.at(u);
        if round {
            let turned = x.atan2(y) + if across_width { PI / 2.0 } else { 0.0 };
            let high = height(end, radius, turned) - stand;
            // a template's pipe hangs under its line, the piece here lies beyond it
            return if matches!(end, RoundEnd::Saddle(..)) { -high } else { high };
        }
        match end {
            RoundEnd::Mitre(angle) => (if across_width { x } else { y }) * angle.as_rad().tan(),
            _ => 0.0,
        }
    };
    let straight = end == RoundEnd::Square;
    let kept: Vec<f64> = if straight { vec![0.0, panel.width()] } else { panel.u.clone() };
    kept.into_iter().map(|u| (u, along(u))).collect()
}

/// How far the torch is tilted from square to a panel.
pub(super) fn tilt(profile: &Profile, panel: &Panel, cut: &Cut) -> Angle {
    if matches!(profile.family, Family::RoundTube | Family::Pipe) {
        // along a template the torch stays square to the wall
        return if let Cut::Bevel { angle } = *cut { angle } else { Angle::from_rad(0.0) };
    }
    match *cut {
        Cut::Bevel { angle } => angle,
        Cut::Mitre { angle, across } => {
            let (x, y) = panel.outward();
            let part = if across == Across::Width { x } else { y };
            Angle::from_rad((part * angle.as_rad().sin()).abs().min(1.0).asin())
        }
        _ => Angle::from_rad(0.0),
    }
}

/// A part of a line between two places across the panel.
fn between(line: &[Point], (low, high): (f64, f64)) -> Line {
    let on = |u: f64| {
        let pair = line.windows(2).find(|pair| pair[0].0 <= u && u <= pair[1].0);
        pair.map_or((u, 0.0), |pair| {
            let part = (u - pair[0].0) / (pair[1].0 - pair[0].0).max(f64::MIN_POSITIVE);
            (u, pair[0].1 + part * (pair[1].1 - pair[0].1))
        })
    };
    let inside = line.iter().filter(|p| p.0 > low + 1e-9 && p.0 < high - 1e-9).copied();
    std::iter::once(on(low)).chain(inside).chain(std::iter::once(on(high))).collect()
}

/// Where a panel stands in the room: height first, then across.
fn place(panel: &Panel, lie: Lie) -> Point {
    let middle = lie.turn(panel.at(panel.width() / 2.0));
    // a micrometre's difference is none
    ((middle.1 * 1e6).round(), (middle.0 * 1e6).round())
}

/// The panels from the top down, across the work before near by; a panel that can be started before one that cannot.
fn top_down(panels: &[Panel], lie: Lie) -> Vec<usize> {
    let mut waiting: Vec<usize> = (0..panels.len()).collect();
    waiting.sort_by(|a, b| {
        let (a, b) = (place(&panels[*a], lie), place(&panels[*b], lie));
        b.0.total_cmp(&a.0).then(b.1.total_cmp(&a.1))
    });
    let mut done: Vec<usize> = Vec::new();
    while !waiting.is_empty() {
        let next = waiting.iter().position(|at| begin(panels, *at, &done).0 != StrokeStart::Pierce);
        done.push(waiting.remove(next.unwrap_or(0)));
    }
    done
}

/// Every order of a few things.
fn orders(of: &[usize]) -> Vec<Vec<usize>> {
    if of.len() < 2 {
        return vec![of.to_vec()];
    }
    let mut all = Vec::new();
    for (place, first) in of.iter().enumerate() {
        let rest: Vec<usize> = [&of[..place], &of[place + 1..]].concat();
        all.extend(orders(&rest).into_iter().map(|tail| [vec![*first], tail].concat()));
    }
    all
}

/// What speaks against an order: pierces, a pierce overhead, a last stroke that does not point down.
fn against(panels: &[Panel], order: &[usize], overhead: &[bool], down: &[bool]) -> [usize; 3] {
    let pierced: Vec<usize> = (0..order.len())
        .filter(|turn| begin(panels, order[*turn], &order[..*turn]).0 == StrokeStart::Pierce)
        .map(|turn| order[turn])
        .collect();
    let last = order.last().is_none_or(|at| down[*at]);
    [pierced.len(), pierced.iter().filter(|at| overhead[**at]).count(), usize::from(!last)]
}

/// The panels in the order in which they are cut: from the top down, but the last is not overhead under the drop while
/// another order is there. Then the lower panel comes among the first, and the drop hangs on one that is cut from above.
fn order(panels: &[Panel], lie: Lie, ways: &[Approach]) -> Vec<usize> {
    let usual = top_down(panels, lie);
    let is = |attitude| ways.iter().map(|way| way.attitude == attitude).collect::<Vec<bool>>();
    let (overhead, down) = (is(Attitude::Overhead), is(Attitude::Down));
    if !usual.last().is_some_and(|at| overhead[*at]) {
        return usual;
    }
    // across the work before near by, else as they come
    let mut ranked = usual.clone();
    ranked.sort_by(|a, b| place(&panels[*b], lie).1.total_cmp(&place(&panels[*a], lie).1));
    let others =
        orders(&ranked).into_iter().filter(|it| !it.last().is_some_and(|at| overhead[*at]));
    let best = others.min_by_key(|it| against(panels, it, &overhead, &down));
    best.unwrap_or(usual)
}

/// Where a panel is begun, with what is cut already: at which end, and in whose kerf.
fn begin(panels: &[Panel], at: usize, done: &[usize]) -> (StrokeStart, usize, Option<usize>) {
    let ends = panels[at].ends;
    if let Some(end) = ends.iter().position(|end| *end == End::Free) {
        return (StrokeStart::Edge, end, None);
    }
    let kerf = ends.iter().enumerate().find_map(|(end, joint)| match joint {
        End::Joined(other) if done.contains(other) => Some((end, *other)),
        _ => None,
    });
    kerf.map_or((StrokeStart::Pierce, 0, None), |(end, other)| {
        (StrokeStart::Kerf, end, Some(other))
    })
}

/// Parts a shape across.
pub(super) fn through(profile: &Profile, panels: &[Panel], cut: &Cut, lying: Lying) -> Vec<Stroke> {
    let Lying { lie, wish: asked, .. } = lying;
    let by_turning = asked == Wish::Turned;
    let lowest = top_down(panels, lie).last().copied();
    let come = |(at, panel): (usize, &Panel)| {
        // only the lowest panel is cut from below where that is wished for
        let best = asked == Wish::Outside && Some(at) != lowest;
        let wish = if best { Wish::Best } else { asked };
        approach(panel, profile.family, true, Lying { wish, ..lying })
    };
    let ways: Vec<Approach> = panels.iter().enumerate().map(come).collect();
    let order = if by_turning { (0..panels.len()).collect() } else { order(panels, lie, &ways) };
    let mut strokes: Vec<Stroke> = Vec::new();
    for (turn, at) in order.iter().enumerate() {
        let (panel, way) = (&panels[*at], &ways[*at]);
        let line = line_over(profile, panel, cut);
        let (start, end, kerf) = begin(panels, *at, &order[..turn]);
        let kerf_of = kerf.and_then(|other| strokes.iter().position(|it| it.panel == other));
        for (span, from) in way.in_order() {
            // a half is begun at its own edge, a whole panel where `begin` says
            let backward = if way.in_halves() { span.0 > 0.0 } else { end == 1 };
            let mut run = between(&line, span);
            if backward {
                run.reverse();
            }
            let drawn = Drawn {
                panel: (panel, *at),
                line: run,
                bevel: tilt(profile, panel, cut),
                start: (start, kerf_of),
                why: "",
            };
            let held = Held::of(way, panel, from, lying);
            strokes.push(stroke(drawn, &Held { turned: by_turning && turn > 0, ..held }));
        }
    }
    if profile.family == Family::RoundBar {
        as_thick_all_the_way(&mut strokes, profile.depth);
    }
    reasons(&mut strokes);
    strokes
}

/// Set for where the path is longest, all the way.
fn as_thick_all_the_way(strokes: &mut [Stroke], depth: Length) {
    for stroke in strokes {
        stroke.through = depth;
        stroke.slow.clear();
    }
}

/// Why each has its place.
fn reasons(strokes: &mut [Stroke]) {
    let last = strokes.len().saturating_sub(1);
    for at in 0..strokes.len() {
        let half = strokes.iter().filter(|it| it.panel == strokes[at].panel).count() == 2;
        let it = &mut strokes[at];
        it.why = if !it.reached {
            "side_out_of_reach"
        } else if it.attitude == Attitude::Edgewise {
            "edgewise_only"
        } else if at == last && last > 0 {
            "last_holds_the_drop"
        } else if half {
            "half_from_inside"
        } else {
            match it.start {
                StrokeStart::Pierce | StrokeStart::DrilledHole => "pierce_closed",
                StrokeStart::Kerf => "starts_in_the_kerf",
                StrokeStart::Edge if last == 0 => "one_stroke",
                StrokeStart::Edge => "edge_first",
            }
        };
    }
}
