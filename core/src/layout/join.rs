//! Curves of a drawing joined into contours, contours sorted into parts; what is wrong is said at its place.

use std::collections::BTreeMap;

use crate::cancel::cancelled;
use crate::geometry::{Contour, Outline, Point, Segment};
use crate::layout::part::{Fault, FaultCode, Part, SMALLEST};

/// Ends so near are one, m. Source: `ours`; a screen says it.
pub const JOINED_WITHIN: f64 = 5e-5;
/// Curves become arcs no farther off, m. Source: `ours`.
pub const CURVES_WITHIN: f64 = 2e-5;

/// What a drawing came to.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Drawing {
    /// The parts in it, largest first.
    pub parts: Vec<Part>,
    /// What is wrong in it.
    pub faults: Vec<Fault>,
}

/// Contours of a drawing at most: each may cross each. Source: `ours`.
const MOST_CONTOURS: usize = 5_000;

/// Pairs of contours whose boxes overlap, at most: each pair is searched for crossings. Source: `ours`.
const MOST_PAIRS: usize = 200_000;
/// Ends of lines that may meet within the tolerance: more is a scribble, and each would be compared with each.
/// Source: `ours`.
const MOST_ENDS: usize = 200;

fn crowded(count: usize) -> Drawing {
    let fault = Fault::unknown("layout_crowded", count.to_string(), None);
    Drawing { parts: Vec::new(), faults: vec![fault] }
}

/// Nothing is read of a drawing in which this many lines end at one place.
fn tangled(count: usize, at: Point) -> Drawing {
    let fault = Fault::unknown("layout_tangled", count.to_string(), Some(at));
    Drawing { parts: Vec::new(), faults: vec![fault] }
}

/// A place of a grid of cells as wide as the tolerance.
type Cell = (i64, i64);

#[allow(clippy::cast_possible_truncation, reason = "drawings are some metres wide")]
fn cell(at: Point, wide: f64) -> Cell {
    ((at.x / wide).floor() as i64, (at.y / wide).floor() as i64)
}

/// Ends of lines by where they are.
struct Ends {
    wide: f64,
    cells: BTreeMap<Cell, Vec<(usize, Point)>>,
}

impl Ends {
    fn new(wide: f64) -> Self {
        Self { wide, cells: BTreeMap::new() }
    }

    fn add(&mut self, of: usize, at: Point) {
        self.cells.entry(cell(at, self.wide)).or_default().push((of, at));
    }

    /// Takes the ends of a line out.
    fn remove(&mut self, of: usize, ends: [Point; 2]) {
        for at in ends {
            if let Some(cell) = self.cells.get_mut(&cell(at, self.wide)) {
                cell.retain(|(other, _)| *other != of);
            }
        }
    }

    /// The cell that holds more ends than may meet, and one of them.
    fn overfull(&self) -> Option<(usize, Point)> {
        let full = self.cells.values().find(|ends| ends.len() > MOST_ENDS)?;
        Some((full.len(), full[0].1))
    }

    fn near(&self, at: Point) -> Vec<usize> {
        let (x, y) = cell(at, self.wide);
        let mut found: Vec<(f64, usize)> = (x - 1..=x + 1)
            .flat_map(|x| (y - 1..=y + 1).map(move |y| (x, y)))
            .filter_map(|key| self.cells.get(&key))
            .flatten()
            .filter(|(_, other)| other.distance(at) <= self.wide)
            .map(|(of, other)| (other.distance(at), *of))
            .collect();
        found.sort_by(|a, b| a.0.total_cmp(&b.0).then(a.1.cmp(&b.1)));
        found.into_iter().map(|(_, of)| of).collect()
    }
}

/// Chains of lines and arcs, as they come from a drawing, joined and sorted into parts.
///
/// Ends within `within` become one. A line that stays open is told, and kept as a cut where it lies inside a part.
#[must_use]
pub fn join(chains: Vec<Vec<Segment>>, within: f64) -> Drawing {
    let mut faults = Vec::new();
    let (mut closed, mut loose) = (Vec::new(), Vec::new());
    for chain in chains {
        let (chain, points): (Vec<Segment>, Vec<Segment>) =
            chain.into_iter().partition(|one| one.length() > within * 1e-3);
        faults.extend(
            points.iter().map(|one| Fault::at(FaultCode::Tiny, "layout_tiny", one.from, &[])),
        );
        if chain.is_empty() {
            continue;
        }
        let ends = (chain[0].from, chain[chain.len() - 1].to);
        if chain.len() > 1 && ends.0.distance(ends.1) <= within {
            closed.push(closed_line(chain));
        } else {
            loose.extend(chain);
        }
    }
    if let Some((count, at)) = ends_of(&loose, within).overfull() {
        return tangled(count, at);
    }
    let loose = without_doubles(loose, within, &mut faults);
    let (joined, open) = chained(loose, within);
    closed.extend(joined);
    if closed.len() > MOST_CONTOURS {
        return crowded(closed.len());
    }
    let closed = without_twins(closed, within, &mut faults);
    let closed = without_tiny(closed, &mut faults);
    let Some(closed) = without_crossings(closed, &mut faults) else { return crowded(MOST_PAIRS) };
    let parts = sorted(closed, open, &mut faults);
    faults.sort_by_key(|fault| fault.code);
    Drawing { parts, faults }
}

fn closed_line(mut segments: Vec<Segment>) -> Contour {
    let first = segments[0].from;
    if let Some(last) = segments.last_mut() {
        *last = last.between(last.from, first);
    }
    Contour { closed: true, segments }.anticlockwise()
}

fn ends_of(lines: &[Segment], within: f64) -> Ends {
    let mut ends = Ends::new(within);
    for (i, segment) in lines.iter().enumerate() {
        ends.add(i, segment.from);
        ends.add(i, segment.to);
    }
    ends
}

fn without_doubles(loose: Vec<Segment>, within: f64, faults: &mut Vec<Fault>) -> Vec<Segment> {
    let mut ends = Ends::new(within);
    let mut kept: Vec<Segment> = Vec::new();
    for segment in loose {
        let middle = segment.at(segment.length() / 2.0);
        let same = ends.near(segment.from).into_iter().any(|other| {
            let other: &Segment = &kept[other];
            let far =
                if other.from.distance(segment.from) <= within { other.to } else { other.from };
            far.distance(segment.to) <= within
                && other.at(other.length() / 2.0).distance(middle) <= within
        });
        if same {
            faults.push(Fault::at(FaultCode::Doubled, "layout_doubled", middle, &[]));
            continue;
        }
        ends.add(kept.len(), segment.from);
        ends.add(kept.len(), segment.to);
        kept.push(segment);
    }
    kept
}

/// Lines joined end to end: those that close, and those that do not.
fn chained(loose: Vec<Segment>, within: f64) -> (Vec<Contour>, Vec<Contour>) {
    // the ends of the lines that are still free
    let mut ends = ends_of(&loose, within);
    let mut used = vec![false; loose.len()];
    // grows a chain at its end by whatever free line begins there
    let grow = |chain: &mut Vec<Segment>, ends: &mut Ends, used: &mut Vec<bool>| {
        while let Some(last) = chain.last().copied() {
            let closes = chain.len() > 1 && chain[0].from.distance(last.to) <= within;
            let next = ends.near(last.to).into_iter().next();
            let Some(next) = next.filter(|_| !closes && !cancelled()) else { return };
            used[next] = true;
            let segment = loose[next];
            ends.remove(next, [segment.from, segment.to]);
            let ahead = segment.from.distance(last.to) <= segment.to.distance(last.to);
            let segment = if ahead { segment } else { segment.reversed() };
            chain.push(segment.between(last.to, segment.to));
        }
    };
    let (mut closed, mut open) = (Vec::new(), Vec::new());
    for i in 0..loose.len() {
        if used[i] || cancelled() {
            continue;
        }
        used[i] = true;
        ends.remove(i, [loose[i].from, loose[i].to]);
        let mut chain = vec![loose[i]];
        grow(&mut chain, &mut ends, &mut used);
        let closes = |chain: &[Segment]| {
            chain.len() > 1 && chain[0].from.distance(chain[chain.len() - 1].to) <= within
        };
        if !closes(&chain) {
            // the other way from where it began
            chain = chain.iter().rev().map(Segment::reversed).collect();
            grow(&mut chain, &mut ends, &mut used);
        }
        if closes(&chain) {
            closed.push(closed_line(chain));
        } else {
            open.push(Contour { closed: false, segments: chain });
        }
    }
    (closed, open)
}

/// A contour drawn twice: as long, as large and in the same place.
fn without_twins(closed: Vec<Contour>, within: f64, faults: &mut Vec<Fault>) -> Vec<Contour> {
    let mut kept: Vec<(Contour, Point, f64)> = Vec::new();
    for contour in closed {
        let (bounds, length) = (contour.bounds(), contour.length());
        let same = kept.iter().any(|(other, low, long)| {
            low.distance(bounds.low) <= within
                && (long - length).abs() <= within
                && other.bounds().high.distance(bounds.high) <= within
                && (other.area() - contour.area()).abs() <= within * length
        });
        if same {
            let at = contour.start();
            faults.push(Fault::at(FaultCode::Doubled, "layout_doubled", at, &[]));
        } else {
            kept.push((contour, bounds.low, length));
        }
    }
    kept.into_iter().map(|(contour, ..)| contour).collect()
}

fn without_tiny(closed: Vec<Contour>, faults: &mut Vec<Fault>) -> Vec<Contour> {
    let (kept, tiny): (Vec<_>, Vec<_>) =
        closed.into_iter().partition(|contour| contour.bounds().size().length() >= SMALLEST);
    let at = |contour: &Contour| {
        let size = contour.bounds().size().length();
        Fault::at(FaultCode::Tiny, "layout_tiny_contour", contour.start(), &[("size", size)])
    };
    faults.extend(tiny.iter().map(at));
    kept
}

/// Contours that cross neither themselves nor another; `None` where too many boxes overlap to look at each pair.
fn without_crossings(closed: Vec<Contour>, faults: &mut Vec<Fault>) -> Option<Vec<Contour>> {
    let outlines: Vec<Outline> = closed.iter().map(Outline::of).collect();
    let mut bad = vec![false; closed.len()];
    for (i, outline) in outlines.iter().enumerate() {
        if let Some(at) = outline.crosses_itself() {
            bad[i] = true;
            faults.push(Fault::at(FaultCode::Crossing, "layout_crosses_itself", at, &[]));
        }
    }
    for (i, j) in overlapping(&outlines)? {
        // of two that are left out already nothing more is worth telling
        if bad[i] && bad[j] || cancelled() {
            continue;
        }
        if let Some(at) = outlines[i].meets(&outlines[j]) {
            bad[i] = true;
            bad[j] = true;
            faults.push(Fault::at(FaultCode::Crossing, "layout_crossing", at, &[]));
        }
    }
    drop(outlines);
    Some(closed.into_iter().zip(bad).filter(|(_, bad)| !bad).map(|(contour, _)| contour).collect())
}

/// Pairs of contours whose boxes overlap; `None` of too many.
fn overlapping(outlines: &[Outline]) -> Option<Vec<(usize, usize)>> {
    let mut boxes: Vec<_> = outlines.iter().map(Outline::bounds).enumerate().collect();
    // by their left edges: only boxes that overlap across can meet
    boxes.sort_by(|a, b| a.1.low.x.total_cmp(&b.1.low.x));
    let mut found = Vec::new();
    for (place, (i, one)) in boxes.iter().enumerate() {
        let beside = boxes[place + 1..].iter().take_while(|(_, other)| other.low.x <= one.high.x);
        found.extend(beside.filter(|(_, other)| one.meets(other)).map(|(j, _)| (*i, *j)));
        if found.len() > MOST_PAIRS {
            return None;
        }
    }
    Some(found)
}

/// Contours by what holds what: the outermost are parts, what lies in one is its hole, what lies in a hole a part again.
fn sorted(mut closed: Vec<Contour>, open: Vec<Contour>, faults: &mut Vec<Fault>) -> Vec<Part> {
    closed.sort_by(|a, b| b.area().abs().total_cmp(&a.area().abs()));
    let outlines: Vec<Outline> = closed.iter().map(Outline::of).collect();
    let holder = |at: Point, before: usize| {
        (0..before).rev().take_while(|_| !cancelled()).find(|i| outlines[*i].holds(at))
    };
    let held: Vec<Option<usize>> =
        closed.iter().enumerate().map(|(i, contour)| holder(contour.start(), i)).collect();
    let mut depth = vec![0_usize; closed.len()];
    for i in 0..closed.len() {
        depth[i] = held[i].map_or(0, |holder| depth[holder] + 1);
    }
    let mut parts: BTreeMap<usize, Part> = BTreeMap::new();
    for (i, contour) in closed.iter().enumerate() {
        if depth[i].is_multiple_of(2) {
            parts.insert(i, Part::solid(String::new(), contour.clone()));
        } else if let Some(part) = held[i].and_then(|holder| parts.get_mut(&holder)) {
            part.holes.push(contour.clone());
        }
    }
    for line in open {
        let gap = line.start().distance(line.end());
        let inside = holder(line.at(line.length() / 2.0), closed.len());
        let part = inside.filter(|i| depth[*i].is_multiple_of(2)).and_then(|i| parts.get_mut(&i));
        let sentence = if part.is_some() { "layout_open_inside" } else { "layout_open" };
        faults.push(Fault::at(FaultCode::OpenContour, sentence, line.end(), &[("gap", gap)]));
        if let Some(part) = part {
            part.cuts.push(line);
        }
    }
    parts.into_values().collect()
}
