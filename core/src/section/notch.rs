//! Which strokes take a cope, an access hole, an opening, a flange or a half out of a shape?
//!
//! The shape's end stands at z = 0, its steel goes on to z > 0. Corners get their radius: a notch tears. Long
//! lines along the shape stay tied by tabs that are cut last, because a parted shape bows as it is freed.

use std::f64::consts::PI;

use crate::quantity::Angle;
use crate::section::asked::{Cut, Flanges, Opening, web_of};
use crate::section::fits::{Notch, into_web};
use crate::section::outline::Point;
use crate::section::panel::Panel;
use crate::section::profile::{Family, Profile};
use crate::section::reach::{Lying, Wish, approach};
use crate::section::stroke::{Drawn, Held, Line, Stroke, StrokeStart, stroke};

/// A line, where it begins and why it has its place.
struct Spec {
    panel: usize,
    line: Line,
    start: StrokeStart,
    why: &'static str,
}

/// Straight pieces of a quarter of a circle. Source: `ours`.
const PIECES: usize = 12;
/// Steel left to tie a long line. Source: `ours`.
const TAB: f64 = 0.025;
/// From tab to tab. Source: `ours`.
const BETWEEN_TABS: f64 = 0.6;
/// From inside the scrap of an opening to its line. Source: `ours`.
const LEAD: f64 = 0.012;

/// A quarter of a circle from the angle `from`, in `u` and `z`.
#[allow(clippy::cast_precision_loss, reason = "a dozen")]
fn arc((u, z): (f64, f64), radius: f64, from: f64, by: f64) -> impl Iterator<Item = (f64, f64)> {
    let count = ((by.abs() / (PI / 2.0) * PIECES as f64).ceil() as usize).max(1);
    (0..=count).map(move |i| {
        let at = from + by * i as f64 / count as f64;
        (u + radius * at.cos(), z + radius * at.sin())
    })
}

/// The lines of a cut that does not part the shape across.
fn specs(profile: &Profile, panels: &[Panel], cut: &Cut) -> Vec<Spec> {
    match *cut {
        Cut::Cope { length, depth, radius, flanges } => {
            cope(profile, panels, Notch::new(length, depth, radius, flanges))
        }
        Cut::AccessHole { length, height, radius, flanges } => {
            access_holes(panels, Notch::new(length, height, radius, flanges))
        }
        Cut::WebOpening { opening, offset, drilled } => {
            let web = web_of(panels);
            let middle = panels[web].width() / 2.0 + offset.as_m();
            let start = if drilled { StrokeStart::DrilledHole } else { StrokeStart::Pierce };
            let line = opening_line(opening, middle);
            vec![Spec { panel: web, line, start, why: "opening_in_the_scrap" }]
        }
        Cut::Strip { flanges, length } => strip(profile, panels, flanges, length.as_m()),
        Cut::Split { offset, length } => {
            let lines = split_lines(profile, panels, offset.as_m());
            tied(lines, length.as_m())
        }
        Cut::Square | Cut::Mitre { .. } | Cut::Bevel { .. } | Cut::Saddle { .. } => Vec::new(),
    }
}

/// From the flange's kerf at z = length down, round the corner, out at the end.
fn corner_line(deep: f64, length: f64, radius: f64) -> Line {
    let mut line = vec![(0.0, length)];
    line.extend(arc((deep - radius, length - radius), radius, PI / 2.0, -PI / 2.0));
    line.push((deep, 0.0));
    line
}

fn mirrored(line: Line, width: f64) -> Line {
    line.into_iter().map(|(u, z)| (width - u, z)).collect()
}

fn cope(profile: &Profile, panels: &[Panel], cope: Notch) -> Vec<Spec> {
    let Notch { length, depth, radius, flanges } = cope;
    let web = web_of(panels);
    let panel = &panels[web];
    let line = corner_line(into_web(profile, panel, depth), length, radius);
    let edge = |panel: usize, line: Line, why| Spec { panel, line, start: StrokeStart::Edge, why };
    let kerf = |panel: usize, line: Line, why| Spec { panel, line, start: StrokeStart::Kerf, why };
    let across = |at: usize| vec![(0.0, length), (panels[at].width(), length)];
    match profile.family {
        Family::RectangularTube => {
            let near: Line = line.iter().rev().copied().collect();
            let far: Line = mirrored(near.clone(), panel.width());
            vec![
                edge(3, far, "cope_wall"),
                edge(1, near, "cope_wall"),
                kerf(0, across(0), "cope_frees_last"),
            ]
        }
        Family::Angle | Family::Flat => vec![edge(web, line, "cope_frees_last")],
        _ => {
            let bottom = panels.len() - 1;
            let mut all = Vec::new();
            if flanges.has(true) || profile.family == Family::Tee {
                all.push(edge(0, across(0), "cope_flange_first"));
                all.push(kerf(web, line.clone(), "cope_frees_last"));
            }
            if flanges.has(false) && profile.family != Family::Tee {
                all.push(edge(bottom, across(bottom), "cope_flange_first"));
                all.push(kerf(web, mirrored(line, panel.width()), "cope_frees_last"));
            }
            all
        }
    }
}

fn access_holes(panels: &[Panel], hole: Notch) -> Vec<Spec> {
    let Notch { length, depth: height, radius, flanges } = hole;
    let web = web_of(panels);
    let width = panels[web].width();
    // from the end inward, round, and out beside the flange
    let mut line: Line = vec![(height, 0.0)];
    line.extend(arc((height - radius, length - radius), radius, 0.0, PI / 2.0));
    line.push((0.0, length));
    let one = |line: Line| Spec {
        panel: web,
        line,
        start: StrokeStart::Edge,
        why: "hole_ends_at_the_flange",
    };
    let mut all = Vec::new();
    if flanges.has(true) || panels.len() == 2 {
        all.push(one(line.clone()));
    }
    if flanges.has(false) && panels.len() > 2 {
        all.push(one(mirrored(line, width)));
    }
    all
}

/// Begun in the scrap, onto the line, round, back to where it came on.
fn opening_line(opening: Opening, middle: f64) -> Line {
    match opening {
        Opening::Round { diameter } => {
            let r = diameter.as_m() / 2.0;
            let mut line = vec![(middle + (r - LEAD).max(0.0), 0.0)];
            line.extend(arc((middle, 0.0), r, 0.0, 2.0 * PI));
            line
        }
        Opening::Rectangle { width, height, radius } => {
            let (along, up, r) = (width.as_m() / 2.0, height.as_m() / 2.0, radius.as_m());
            let mut line = vec![(middle + (up - LEAD).max(0.0), 0.0), (middle + up, 0.0)];
            // the four corners in turn, then home
            for (side_u, side_z, from) in
                [(1.0, 1.0, 0.0), (-1.0, 1.0, 0.5), (-1.0, -1.0, 1.0), (1.0, -1.0, 1.5)]
            {
                let centre = (middle + side_u * (up - r), side_z * (along - r));
                line.extend(arc(centre, r, from * PI, PI / 2.0));
            }
            line.push((middle + up, 0.0));
            line
        }
    }
}

/// Below the fillet of a flange, so that nothing of the flange is dug; the stub is ground off.
fn strip(profile: &Profile, panels: &[Panel], flanges: Flanges, length: f64) -> Vec<Spec> {
    let web = web_of(panels);
    let (width, root) = (panels[web].width(), profile.root.as_m());
    let lines = match profile.family {
        Family::Angle => vec![(web, width - root)],
        Family::Tee => vec![(web, root)],
        _ => [(true, root), (false, width - root)]
            .into_iter()
            .filter(|(top, _)| flanges.has(*top))
            .map(|(_, u)| (web, u))
            .collect(),
    };
    tied(lines, length)
}

fn split_lines(profile: &Profile, panels: &[Panel], offset: f64) -> Vec<(usize, f64)> {
    let web = web_of(panels);
    let at = panels[web].width() / 2.0 + offset;
    match profile.family {
        Family::RectangularTube | Family::RoundTube | Family::Pipe => {
            vec![(3, panels[3].width() - at), (1, at)]
        }
        _ => vec![(web, at)],
    }
}

/// Lines along the whole piece, in runs between tabs; the tabs last, those near the ends first.
#[allow(
    clippy::cast_possible_truncation,
    clippy::cast_sign_loss,
    clippy::cast_precision_loss,
    reason = "at most 30 m over 0.6 m"
)]
fn tied(lines: Vec<(usize, f64)>, length: f64) -> Vec<Spec> {
    let runs = (length / BETWEEN_TABS).ceil().max(1.0) as usize;
    let pitch = length / runs as f64;
    let mut all = Vec::new();
    for (panel, u) in &lines {
        for run in 0..runs {
            let from = pitch * run as f64 + if run == 0 { 0.0 } else { TAB / 2.0 };
            let to = pitch * (run + 1) as f64 - if run + 1 == runs { 0.0 } else { TAB / 2.0 };
            all.push(Spec {
                panel: *panel,
                line: vec![(*u, from), (*u, to)],
                start: if run == 0 { StrokeStart::Edge } else { StrokeStart::DrilledHole },
                why: if run == 0 { "along_from_the_end" } else { "along_after_a_tab" },
            });
        }
    }
    // the tabs from both ends to the middle, each in every line; by then the kerfs beside them are cold edges
    for tab in from_the_ends(runs) {
        let at = pitch * tab as f64;
        all.extend(lines.iter().map(|(panel, u)| Spec {
            panel: *panel,
            line: vec![(*u, at - TAB / 2.0), (*u, at + TAB / 2.0)],
            start: StrokeStart::Edge,
            why: "tab_last",
        }));
    }
    all
}

/// 1 to `runs` − 1, the outermost first: 1, n, 2, n − 1...
fn from_the_ends(runs: usize) -> impl Iterator<Item = usize> {
    let tabs = runs - 1;
    (0..tabs).map(move |turn| if turn % 2 == 0 { turn / 2 + 1 } else { tabs - turn / 2 })
}

/// The strokes of a cut that does not part the shape across.
pub(super) fn notch(profile: &Profile, panels: &[Panel], cut: &Cut, lying: Lying) -> Vec<Stroke> {
    let mut strokes: Vec<Stroke> = Vec::new();
    for spec in specs(profile, panels, cut) {
        let panel = &panels[spec.panel];
        let spans = |end: f64| spec.line.iter().any(|p| (p.0 - end).abs() < 1e-9);
        let straight = spec.line.len() == 2;
        let whole = straight && spans(0.0) && spans(panel.width());
        let way = approach(panel, profile.family, whole, lying);
        let to_the_middle = |from: Point| vec![from, (panel.width() / 2.0, from.1)];
        for ((low, _), from) in way.in_order() {
            let line = match (way.in_halves(), low > 0.0) {
                (false, _) => spec.line.clone(),
                (true, false) => to_the_middle(spec.line[0]),
                (true, true) => to_the_middle(spec.line[1]),
            };
            // a web lies under its flange's kerf
            let kerf_of = (spec.start == StrokeStart::Kerf).then(|| strokes.len().checked_sub(1));
            let drawn = Drawn {
                panel: (panel, spec.panel),
                line,
                bevel: Angle::from_rad(0.0),
                start: (spec.start, kerf_of.flatten()),
                why: if way.reached { spec.why } else { "side_out_of_reach" },
            };
            strokes.push(stroke(drawn, &Held::of(&way, panel, from, lying)));
        }
    }
    // a piece that is turned is turned whenever another panel comes
    for at in 1..strokes.len() {
        strokes[at].turned =
            lying.wish == Wish::Turned && strokes[at].panel != strokes[at - 1].panel;
    }
    strokes
}
