//! A part laid out: its paths in the order of cutting, and what is drilled, stays, and must be said.

use crate::geometry::{Contour, Point};
use crate::layout::kerf::{Keep, Standing};
use crate::layout::lead::Lead;
use crate::layout::order::{OrderBy, Tally};
use crate::layout::part::Of;
use crate::layout::tabs::Tab;
use crate::note::Note;

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
    /// Ties that stay between the part and its plate, in the order that the torch comes to them.
    pub tabs: Vec<Tab>,
    /// From the pivot to the tip's centre, where it is a circle.
    pub pivot: Option<f64>,
    /// How a hand gets round it, where it is a circle and no machine carries the torch.
    pub by_hand: Vec<Note>,
    /// Why it begins where it does: code of a sentence, with the clearance.
    pub why: Note,
}

impl CutPath {
    /// What of its contour is burnt: all of it, or the pieces between its ties.
    #[must_use]
    pub fn pieces(&self) -> Vec<Contour> {
        if self.tabs.is_empty() {
            return vec![self.contour.clone()];
        }
        let froms = [0.0].into_iter().chain(self.tabs.iter().map(|tie| tie.to));
        let tos = self.tabs.iter().map(|tie| tie.from).chain([self.contour.length()]);
        let piece = |(from, to)| Contour { closed: false, segments: self.contour.part(from, to) };
        froms.zip(tos).map(piece).collect()
    }
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
    /// What each order is like.
    pub orders: Vec<(OrderBy, Tally)>,
}
