//! How does a shape lie, and from which sides does the torch come to it?
//!
//! A shape is turned by quarters; a panel is then cut from its outer face, from its inner face, from inside in two
//! halves past the web, or, where nothing else is in reach, edgewise. The way that holds the torch best is taken:
//! pointing down before level before overhead, and edgewise last of all.

use crate::section::outline::Point;
use crate::section::panel::{Element, End, Panel};
use crate::section::profile::Family;

/// A side of the work, as the torch hand stands before it.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Side {
    /// From above.
    Above,
    /// Where the torch hand stands.
    Near,
    /// Across the work.
    Far,
    /// From below.
    Below,
}

impl Side {
    /// The side that a direction points to.
    #[must_use]
    pub fn facing((x, y): Point) -> Self {
        if y.abs() + 1e-9 >= x.abs() {
            if y > 0.0 { Self::Above } else { Self::Below }
        } else if x < 0.0 {
            Self::Near
        } else {
            Self::Far
        }
    }

    /// How well a torch is held from there; overhead counts most. Source: `ours`.
    const fn burden(self) -> f64 {
        match self {
            Self::Above => 0.0,
            Self::Near => 1.0,
            Self::Far => 1.5,
            Self::Below => 6.0,
        }
    }
}

/// Which sides can be reached.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[allow(clippy::struct_excessive_bools, reason = "four sides, each open or not")]
pub struct Access {
    /// From above.
    pub above: bool,
    /// Where the torch hand stands.
    pub near: bool,
    /// Across the work.
    pub far: bool,
    /// From below.
    pub below: bool,
    /// Whether the piece can be turned over.
    pub turning: bool,
}

impl Access {
    /// Every side, and the piece can be turned.
    pub const ALL: Self = Self { above: true, near: true, far: true, below: true, turning: true };
    /// Only where the torch hand stands, in place.
    pub const ONE_SIDE: Self =
        Self { above: false, near: true, far: false, below: false, turning: false };

    /// Whether a side is in reach.
    #[must_use]
    pub const fn has(self, side: Side) -> bool {
        match side {
            Side::Above => self.above,
            Side::Near => self.near,
            Side::Far => self.far,
            Side::Below => self.below,
        }
    }
}

/// How the torch points.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Attitude {
    /// Down.
    Down,
    /// Level.
    Level,
    /// Up.
    Overhead,
    /// Along the panel instead of through it: thick, slow and rough.
    Edgewise,
}

impl Attitude {
    const fn from(side: Side) -> Self {
        match side {
            Side::Above => Self::Down,
            Side::Near | Side::Far => Self::Level,
            Side::Below => Self::Overhead,
        }
    }
}

/// Quarter turns, counter-clockwise as seen from the end.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Lie(pub u8);

impl Lie {
    /// A direction of the shape, in the room.
    #[must_use]
    pub const fn turn(self, (x, y): Point) -> Point {
        match self.0 % 4 {
            0 => (x, y),
            1 => (-y, x),
            2 => (-x, -y),
            _ => (y, -x),
        }
    }

    /// The quarter turn that brings a direction of the shape up.
    #[must_use]
    pub fn with_up(direction: Point) -> Self {
        let height = |turns: &u8| Self(*turns).turn(direction).1;
        let best = (0..4).max_by(|a, b| height(a).total_cmp(&height(b)));
        best.map_or(Self(0), Self)
    }
}

/// Stretches of a panel, each with the side that it is reached from.
type Parts = Vec<((f64, f64), Side)>;

/// One way of coming to a panel.
#[derive(Clone, Debug, PartialEq)]
pub struct Approach {
    /// How the torch points.
    pub attitude: Attitude,
    /// Where the flame is, seen from the panel: its outer or inner face.
    pub inside: bool,
    /// The parts of the panel, each with the side that it is reached from.
    pub parts: Parts,
    /// Whether those sides are in reach.
    pub reached: bool,
    burden: f64,
}

fn opposite((x, y): Point) -> Point {
    (-x, -y)
}

fn tangent(panel: &Panel) -> Point {
    let (x, y) = panel.outward();
    (-y, x)
}

/// Every way of coming to a panel as it lies.
fn approaches(panel: &Panel, family: Family, lie: Lie) -> Vec<Approach> {
    let (width, outward) = (panel.width(), panel.outward());
    let side = |direction: Point| Side::facing(lie.turn(direction));
    let whole = (0.0, width);
    let hollow = matches!(
        family,
        Family::RectangularTube | Family::RoundTube | Family::Pipe | Family::RoundBar
    );
    let way = |inside: bool, from: Side, parts: Parts, awkward: f64| Approach {
        attitude: Attitude::from(from),
        inside,
        parts,
        reached: true,
        burden: from.burden() + awkward,
    };
    let (face, inner) = (side(outward), side(opposite(outward)));
    let mut all = vec![way(false, face, vec![(whole, face)], 0.0)];
    if panel.carries.is_some() {
        let (first, last) = (side(opposite(tangent(panel))), side(tangent(panel)));
        let middle = width / 2.0;
        let halves = vec![((0.0, middle), first), ((middle, width), last)];
        all.push(way(true, inner, halves, 2.0));
    } else if !hollow {
        // a channel's flange is come at from inside through the mouth
        let mouth = match (panel.element, panel.ends) {
            (Element::Flange, [End::Free, _]) => side(opposite(tangent(panel))),
            (Element::Flange, _) => side(tangent(panel)),
            _ => inner,
        };
        all.push(way(true, inner, vec![(whole, mouth)], 0.25));
    }
    all
}

/// A run along the panel, for want of a better way; not round a bend, not through another flange.
fn edgewise(panel: &Panel, family: Family, lie: Lie) -> Vec<Approach> {
    if matches!(family, Family::RoundTube | Family::Pipe | Family::RoundBar) {
        return Vec::new();
    }
    let along = tangent(panel);
    let ends = [(panel.ends[0], opposite(along)), (panel.ends[1], along)];
    ends.into_iter()
        .filter(|(end, _)| *end == End::Free || panel.element != Element::Web)
        .map(|(_, direction)| {
            let side = Side::facing(lie.turn(direction));
            Approach {
                attitude: Attitude::Edgewise,
                inside: false,
                parts: vec![((0.0, panel.width()), side)],
                reached: true,
                burden: 20.0 + side.burden(),
            }
        })
        .collect()
}

/// What a way of lying asks for at a panel.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Wish {
    /// The best.
    Best,
    /// From the outer face, also overhead.
    Outside,
    /// The piece is turned until the outer face is up.
    Turned,
}

impl Approach {
    /// The stretches in the order in which they are cut: of two halves the one across the work comes before the one near
    /// by.
    #[must_use]
    pub fn in_order(&self) -> Parts {
        let mut parts = self.parts.clone();
        if self.in_halves() && parts[0].1 == Side::Near {
            parts.reverse();
        }
        parts
    }

    /// Whether it is come at from both sides.
    #[must_use]
    pub fn in_halves(&self) -> bool {
        self.parts.len() == 2
    }
}

/// How a shape lies, what is asked for there, and what is in reach.
#[derive(Clone, Copy, Debug)]
pub struct Lying {
    /// How it lies.
    pub lie: Lie,
    /// What is asked for.
    pub wish: Wish,
    /// From where the torch can come.
    pub access: Access,
}

/// The best way in reach of coming to a panel; the best at all, marked, where none is.
#[must_use]
pub fn approach(
    panel: &Panel,
    family: Family,
    whole_width: bool,
    Lying { lie, wish, access }: Lying,
) -> Approach {
    if wish == Wish::Turned {
        return Approach {
            attitude: Attitude::Down,
            inside: false,
            parts: vec![((0.0, panel.width()), Side::Above)],
            reached: access.above,
            burden: 0.0,
        };
    }
    let mut all = approaches(panel, family, lie);
    if wish == Wish::Outside {
        all.truncate(1);
    }
    if whole_width {
        all.extend(edgewise(panel, family, lie));
    } else {
        // a line that does not run from edge to edge is not cut past the web
        all.retain(|way| way.parts.len() == 1);
    }
    let reached = |way: &Approach| way.parts.iter().all(|(_, side)| access.has(*side));
    let best = |ways: &mut dyn Iterator<Item = Approach>| {
        ways.min_by(|a, b| a.burden.total_cmp(&b.burden))
    };
    let in_reach = best(&mut all.iter().filter(|way| reached(way)).cloned());
    in_reach.unwrap_or_else(|| Approach { reached: false, ..all.swap_remove(0) })
}
