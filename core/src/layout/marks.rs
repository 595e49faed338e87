//! What is marked on the plate, in the order of marking: everything from one corner, never one mark from another.

use crate::geometry::{Contour, Point, Segment};
use crate::layout::marking::Marking;
use crate::layout::part::Part;

/// What a mark is.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum MarkKind {
    /// The corner that all is measured from.
    Datum,
    /// Where two lines meet.
    Corner,
    /// Where a line runs into an arc.
    Tangent,
    /// Centre of a hole, a disc or an arc.
    Centre,
    /// A centre punch on the line, so that it survives.
    Punch,
}

/// A mark, from the datum corner.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Mark {
    /// What it is.
    pub kind: MarkKind,
    /// From the datum corner.
    pub at: Point,
    /// Of a circle or an arc: its radius.
    pub radius: Option<f64>,
}

/// Marks, and what shows that they are square.
#[derive(Clone, Debug, PartialEq)]
pub struct Marks {
    /// In the order of marking.
    pub marks: Vec<Mark>,
    /// Across the box round the part, from corner to corner: both must be this long.
    pub diagonal: f64,
    /// Its width and height.
    pub size: Point,
}

/// The marks of the lines that are drawn, measured from a datum corner; from the lower left of the box round them where none
/// is given.
#[must_use]
pub fn marks(part: &Part, datum: Option<Point>, marking: &Marking) -> Marks {
    let bounds = part.outer.bounds();
    let datum = datum.unwrap_or(bounds.low);
    let from = |at: Point| at - datum;
    let mut marks = vec![Mark { kind: MarkKind::Datum, at: Point::default(), radius: None }];
    let contours: Vec<&Contour> = part.contours().map(|(_, contour)| contour).collect();
    for contour in &contours {
        if contour.as_circle().is_none() {
            marks.extend(ends(contour).into_iter().map(|(kind, at)| Mark {
                kind,
                at: from(at),
                radius: None,
            }));
        }
    }
    for contour in &contours {
        let mut centres: Vec<(Point, f64)> = contour.as_circle().into_iter().collect();
        if centres.is_empty() {
            let arcs = contour.segments.iter();
            centres.extend(arcs.filter_map(|one| Some((one.arc?.centre, one.radius()?))));
            centres.dedup_by(|a, b| a.0.distance(b.0) < 1e-6);
        }
        marks.extend(centres.into_iter().map(|(at, radius)| Mark {
            kind: MarkKind::Centre,
            at: from(at),
            radius: Some(radius),
        }));
    }
    for contour in &contours {
        let at = punches(contour, marking).into_iter();
        marks.extend(at.map(|at| Mark { kind: MarkKind::Punch, at: from(at), radius: None }));
    }
    let size = bounds.size();
    Marks { marks, diagonal: size.length(), size }
}

fn ends(contour: &Contour) -> Vec<(MarkKind, Point)> {
    // an open line has no corner where its first piece begins
    let begins = contour.segments.iter().skip(usize::from(!contour.closed));
    let met = |((_, turn), segment): ((f64, f64), &Segment)| {
        let kind = if turn.abs() < 1e-3 { MarkKind::Tangent } else { MarkKind::Corner };
        (kind, segment.from)
    };
    let mut found: Vec<_> = contour.corners().into_iter().zip(begins).map(met).collect();
    if !contour.closed {
        found.insert(0, (MarkKind::Corner, contour.start()));
        found.push((MarkKind::Corner, contour.end()));
    }
    found
}

fn punches(contour: &Contour, marking: &Marking) -> Vec<Point> {
    let (straight, curve) = (marking.straight.as_m(), marking.curve.as_m());
    if contour.as_circle().is_some() {
        // no corner of it is marked: punched all round
        let pieces = (contour.length() / curve).ceil();
        let places = (0..).map(f64::from).take_while(|i| *i < pieces);
        return places.map(|i| contour.at(contour.length() * i / pieces)).collect();
    }
    let between = |segment: &Segment| {
        let apart = if segment.arc.is_some() { curve } else { straight };
        let length = segment.length();
        let pieces = (length / apart).ceil().max(1.0);
        let places = (1..).map(f64::from).take_while(move |i| *i < pieces);
        let segment = *segment;
        places.map(move |i| segment.at(length * i / pieces)).collect::<Vec<_>>()
    };
    contour.segments.iter().flat_map(between).collect()
}
