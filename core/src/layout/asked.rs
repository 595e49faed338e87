//! How is a part to be cut: kerf, plate, hand, reach, what a person wants, what the order spares?

use crate::cut::{Handedness, Process};
use crate::geometry::{Contour, Point};
use crate::layout::lead::Edge;
use crate::layout::order::OrderBy;
use crate::layout::part::Of;
use crate::layout::stops::{stops, told};
use crate::layout::tabs::{Tab, Tabs};
use crate::quantity::{Length, Mass, Speed};

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
    /// Where a person wants to stop on a path: these in place of those that reach asks for.
    pub stops: Vec<(Of, Vec<Point>)>,
    /// Whether long thin parts are tied.
    pub tabs: Tabs,
    /// What the order spares.
    pub order_by: OrderBy,
    /// Travel, where it is known.
    pub pace: Option<Speed>,
    /// The most that this shop lifts, where it has said so.
    pub lifting_limit: Option<Mass>,
}

/// Smaller holes are drilled: by hand so many thicknesses or this, by machine so many. Source: `common_practice`.
const BY_HAND: (f64, f64) = (1.5, 0.025);
const BY_MACHINE: f64 = 1.0;
/// A rim that is not measured is as far off as parts keep from each other: the kerf and this, or the thickness. Source:
/// `common_practice`.
const GAP: f64 = 0.006;
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
            stops: Vec::new(),
            tabs: Tabs::default(),
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

    /// Where a hand stops on a path: where a person wants to, else as its reach asks. A tie is a stop in itself.
    pub(super) fn stops_of(&self, of: Of, path: &Contour, ties: &[Tab]) -> Vec<f64> {
        if let Some((_, places)) = self.stops.iter().find(|(which, _)| *which == of) {
            return told(path, places);
        }
        let Some(reach) = self.reach.map(Length::as_m) else { return Vec::new() };
        let froms = [0.0].into_iter().chain(ties.iter().map(|tie| tie.to));
        let tos = ties.iter().map(|tie| tie.from).chain([path.length()]);
        let stretch = |(from, to): (f64, f64)| {
            let of = Contour { closed: false, segments: path.part(from, to) };
            stops(&of, reach).into_iter().map(move |at| from + at)
        };
        froms.zip(tos).flat_map(stretch).collect()
    }

    /// How far the rim is from the part, by edge.
    pub(super) fn rims(&self) -> Vec<(Edge, f64)> {
        let usual = (self.kerf.as_m() + GAP).max(self.thickness.map_or(0.0, Length::as_m));
        self.rims.iter().map(|(edge, gap)| (*edge, gap.map_or(usual, Length::as_m))).collect()
    }
}
