//! Parts by their dimensions: lower left at the origin, discs and rings round it.

use std::f64::consts::PI;

use crate::geometry::{Affine, Arc, Contour, Point, Segment, Turn};
use crate::layout::part::{Fault, Of, Part};
use crate::quantity::Length;
use crate::range::Range;

/// Sizes of a part over all. Source: `ours`: the largest plates are rolled under 20 m.
pub const SIZE: Range = Range::new("layout.size", "m", 0.001, 20.0);
/// Corners, holes and what is measured inside a part.
pub const INNER: Range = Range::new("layout.inner", "m", 0.0005, 20.0);
/// Sides of a polygon.
pub const SIDES: Range = Range::new("layout.sides", "1", 3.0, 60.0);

/// What a shape is called.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum ShapeKind {
    /// Four corners.
    Rectangle,
    /// A full round.
    Disc,
    /// A round with a round hole in its middle.
    Ring,
    /// Square below, half round above, with a hole.
    Lug,
    /// Three corners, one of them square.
    Gusset,
    /// Four corners and holes.
    BasePlate,
    /// Two legs and a side that curves in.
    Bracket,
    /// Four corners, long.
    Strip,
    /// As many equal sides.
    Polygon,
}

/// What happens to the corners of a shape.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Corner {
    /// They stay.
    Sharp,
    /// Rounded with a radius.
    Round(Length),
    /// Cut off, so far along each side.
    Cut(Length),
}

/// A shape by its dimensions.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Shape {
    /// Four corners; also a base plate and a strip.
    Rectangle {
        /// Across.
        width: Length,
        /// Up.
        height: Length,
        /// All four.
        corner: Corner,
    },
    /// A full round.
    Disc {
        /// Across.
        diameter: Length,
    },
    /// A round with a round hole in its middle.
    Ring {
        /// Across.
        diameter: Length,
        /// Across the hole.
        inner: Length,
    },
    /// Square below, half a circle above, a hole on the middle line.
    Lug {
        /// Across: the top is half a circle of this diameter.
        width: Length,
        /// Over all.
        height: Length,
        /// Across the hole.
        hole: Length,
        /// From the hole's edge to the top, on the middle line.
        edge: Length,
    },
    /// Three corners, the square one at the origin; it may be cut off to clear a weld.
    Gusset {
        /// Along the lower side.
        width: Length,
        /// Along the left side.
        height: Length,
        /// Cut off the square corner, along each side.
        snipe: Option<Length>,
    },
    /// Two legs with square ends and a side that curves in between them.
    Bracket {
        /// Along the lower side.
        width: Length,
        /// Along the left side.
        height: Length,
        /// Of the curved side; as long as its chord when left out.
        radius: Option<Length>,
    },
    /// As many equal sides, a side below.
    Polygon {
        /// Through the corners.
        diameter: Length,
        /// How many.
        sides: u32,
    },
}

/// A round hole.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct RoundHole {
    /// Its centre, from the shape's origin.
    pub centre: Point,
    /// Across.
    pub diameter: Length,
}

/// Two measures of a shape that have no room together: which one, what it is, and the most it may be, m.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct NoRoom {
    /// Its field, without unit.
    pub field: &'static str,
    /// What was asked.
    pub value: f64,
    /// The least it may be.
    pub low: f64,
    /// The most it may be.
    pub high: f64,
}

/// What is wrong with a shape.
#[derive(Clone, Debug, PartialEq)]
pub enum Refused {
    /// A measure that has no room.
    Measure(NoRoom),
    /// A hole that crosses the outline or another.
    Hole(Of, Fault),
}

/// Ends of a bracket's legs: this part of the shorter leg. Source: `ours`.
const LEG_END: f64 = 0.2;

impl Shape {
    /// The part of this shape, with round holes besides its own.
    ///
    /// # Errors
    /// A measure that has no room, or a hole that is not inside.
    pub fn part(&self, name: &str, holes: &[RoundHole]) -> Result<Part, Refused> {
        self.room().map_err(Refused::Measure)?;
        let mut part = Part::solid(name, self.outer());
        part.holes.extend(self.own_hole());
        let round = |hole: &RoundHole| Contour::circle(hole.centre, hole.diameter.as_m() / 2.0);
        part.holes.extend(holes.iter().map(round));
        part.check().map_err(|(of, fault)| Refused::Hole(of, fault))?;
        Ok(part)
    }

    fn room(&self) -> Result<(), NoRoom> {
        let within = |field, value: Length, low: f64, high: f64| {
            let value = value.as_m();
            let fits = value >= low && value <= high * (1.0 + 1e-12);
            if fits { Ok(()) } else { Err(NoRoom { field, value, low, high }) }
        };
        match *self {
            Self::Rectangle { width, height, corner } => {
                let most = width.as_m().min(height.as_m()) / 2.0;
                match corner {
                    Corner::Sharp => Ok(()),
                    Corner::Round(radius) => within("corner_radius", radius, 0.0, most),
                    Corner::Cut(cut) => within("corner_cut", cut, 0.0, most * 0.999),
                }
            }
            Self::Ring { diameter, inner } => {
                within("inner_diameter", inner, INNER.low, diameter.as_m() - 2.0 * INNER.low)
            }
            Self::Lug { width, height, hole, edge } => {
                let (w, h) = (width.as_m(), height.as_m());
                within("height", height, w / 2.0, SIZE.high)?;
                within("hole_diameter", hole, INNER.low, w - 2.0 * INNER.low)?;
                within("hole_edge", edge, INNER.low, h - hole.as_m() - INNER.low)
            }
            Self::Gusset { width, height, snipe: Some(snipe) } => {
                within("corner_cut", snipe, INNER.low, 0.999 * width.as_m().min(height.as_m()))
            }
            Self::Bracket { width, height, radius: Some(radius) } => {
                let (a, b) = bracket_side(width, height);
                within("corner_radius", radius, a.distance(b) / 2.0, SIZE.high * 10.0)
            }
            _ => Ok(()),
        }
    }

    fn own_hole(&self) -> Option<Contour> {
        match *self {
            Self::Ring { inner, .. } => Some(Contour::circle(Point::default(), inner.as_m() / 2.0)),
            Self::Lug { width, height, hole, edge } => {
                let radius = hole.as_m() / 2.0;
                let up = height.as_m() - edge.as_m() - radius;
                Some(Contour::circle(Point::new(width.as_m() / 2.0, up), radius))
            }
            _ => None,
        }
    }

    fn outer(&self) -> Contour {
        let at = |x: f64, y: f64| Point::new(x, y);
        match *self {
            Self::Rectangle { width, height, corner } => {
                rectangle(width.as_m(), height.as_m(), corner)
            }
            Self::Disc { diameter } | Self::Ring { diameter, .. } => {
                Contour::circle(Point::default(), diameter.as_m() / 2.0)
            }
            Self::Lug { width, height, .. } => lug(width.as_m(), height.as_m()),
            Self::Gusset { width, height, snipe } => {
                let (w, h) = (width.as_m(), height.as_m());
                match snipe.map(Length::as_m) {
                    None => Contour::polygon(&[at(0.0, 0.0), at(w, 0.0), at(0.0, h)]),
                    Some(s) => Contour::polygon(&[at(s, 0.0), at(w, 0.0), at(0.0, h), at(0.0, s)]),
                }
            }
            Self::Bracket { width, height, radius } => bracket(width, height, radius),
            Self::Polygon { diameter, sides } => polygon(diameter.as_m() / 2.0, sides),
        }
    }
}

/// A plate of a width whose top is half a circle.
fn lug(width: f64, height: f64) -> Contour {
    let at = |x: f64, y: f64| Point::new(x, y);
    let radius = width / 2.0;
    let shoulder = height - radius;
    let arc = Arc { centre: at(radius, shoulder), turn: Turn::Left };
    let top = Segment::arc(at(width, shoulder), at(0.0, shoulder), arc);
    let mut segments = vec![Segment::line(at(0.0, 0.0), at(width, 0.0))];
    if shoulder > 1e-9 {
        segments.push(Segment::line(at(width, 0.0), at(width, shoulder)));
        segments.push(top);
        segments.push(Segment::line(at(0.0, shoulder), at(0.0, 0.0)));
    } else {
        segments.push(Segment { from: at(width, 0.0), to: at(0.0, 0.0), ..top });
    }
    Contour { closed: true, segments }
}

/// Two sides square to each other, and one that bends into the bracket by a radius.
fn bracket(width: Length, height: Length, radius: Option<Length>) -> Contour {
    let at = |x: f64, y: f64| Point::new(x, y);
    let (w, h) = (width.as_m(), height.as_m());
    let (a, b) = bracket_side(width, height);
    let chord = a.distance(b);
    let radius = radius.map_or(chord, Length::as_m).max(chord / 2.0);
    // a side that bends to the right: into the bracket
    let half = (chord / 2.0 / radius).min(1.0).asin();
    let segments = vec![
        Segment::line(at(0.0, 0.0), at(w, 0.0)),
        Segment::line(at(w, 0.0), a),
        Segment::bulged(a, b, -(half / 2.0).tan()),
        Segment::line(b, at(0.0, h)),
        Segment::line(at(0.0, h), at(0.0, 0.0)),
    ];
    Contour { closed: true, segments }
}

/// Where the curved side of a bracket begins and ends.
fn bracket_side(width: Length, height: Length) -> (Point, Point) {
    let (w, h) = (width.as_m(), height.as_m());
    let end = w.min(h) * LEG_END;
    (Point::new(w, end), Point::new(end, h))
}

fn polygon(radius: f64, sides: u32) -> Contour {
    let step = 2.0 * PI / f64::from(sides);
    let corner = |i: u32| Point::heading(-PI / 2.0 - step / 2.0 + step * f64::from(i)) * radius;
    let corners: Vec<Point> = (0..sides).map(|i| corner(i + 1)).collect();
    let round = Contour::polygon(&corners);
    let low = round.bounds().low;
    round.placed(&Affine::moved(low * -1.0))
}

fn rectangle(w: f64, h: f64, corner: Corner) -> Contour {
    let corners = [(0.0, 0.0), (w, 0.0), (w, h), (0.0, h)].map(|(x, y)| Point::new(x, y));
    let reach = match corner {
        Corner::Sharp => return Contour::polygon(&corners),
        Corner::Round(by) | Corner::Cut(by) => by.as_m(),
    };
    if reach <= 0.0 {
        return Contour::polygon(&corners);
    }
    let mut segments: Vec<Segment> = Vec::new();
    for i in 0..4 {
        let (at, next, after) = (corners[i], corners[(i + 1) % 4], corners[(i + 2) % 4]);
        let (along, on) = ((next - at).unit(), (after - next).unit());
        let (from, to) = (at + along * reach, next - along * reach);
        if from.distance(to) > 1e-9 {
            segments.push(Segment::line(from, to));
        }
        let end = next + on * reach;
        segments.push(match corner {
            Corner::Round(_) => {
                Segment::arc(to, end, Arc { centre: to + on * reach, turn: Turn::Left })
            }
            _ => Segment::line(to, end),
        });
    }
    Contour { closed: true, segments }
}
