//! How is a part laid out for a cut, and which runs of the torch does that make?
//!
//! Kerf, thickness, hand, reach and pace of the cut give the paths; the paths with their leads are its runs.

use crate::cut::work::runs::Run;
use crate::cut::{Process, Request, Settings, limits};
use crate::geometry::Point;
use crate::layout::paths::{Asked, CutPath, Laid};
use crate::quantity::Length;

impl Asked {
    /// By a cut: a hand stops where its reach ends, a machine does not.
    #[must_use]
    pub fn by_cut(request: &Request, settings: &Settings) -> Self {
        let by_hand = request.cut.process != Process::Machine;
        Self {
            thickness: Some(request.steel.thickness),
            process: request.cut.process,
            hand: request.cut.handedness,
            reach: by_hand.then_some(request.policy.reach),
            pace: Some(settings.travel_speed.set),
            ..Self::by_kerf(settings.kerf)
        }
    }
}

/// How far the torch burns on a path: lead, contour less its ties with their own ways in, and out; held to the shortest cut there is.
#[must_use]
pub fn burnt(path: &CutPath) -> Length {
    let way =
        |points: &[Point]| -> f64 { points.windows(2).map(|pair| pair[0].distance(pair[1])).sum() };
    let ties: f64 = path.tabs.iter().map(|tie| way(&tie.way_in) - (tie.to - tie.from)).sum();
    let length = path.contour.length() + way(&path.lead.way_in) + way(&path.lead.way_out) + ties;
    Length::from_m(length.max(limits::CUT_LENGTH.low))
}

impl Laid {
    /// Its paths as runs of the torch, in order.
    #[must_use]
    pub fn runs(&self) -> Vec<Run> {
        self.paths
            .iter()
            .map(|path| Run {
                length: burnt(path),
                start: path.lead.start,
                stops: u32::try_from(path.stops.len()).unwrap_or(u32::MAX),
                ties: u32::try_from(path.tabs.len()).unwrap_or(u32::MAX),
            })
            .collect()
    }
}
