//! One path of a part that is laid out, as a client reads it.

use galvanon_core::code::Code;
use galvanon_core::cut::Start;
use galvanon_core::cut::work::runs::RunPlan;
use galvanon_core::layout::cut::burnt;
use galvanon_core::layout::part::{Of, Part};
use galvanon_core::layout::paths::CutPath;
use galvanon_core::quantity::Length;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::api::layout::contour::{ContourWire, Place, place};
use crate::wire::band::{BandWire, seconds};
use crate::wire::note::{NoteWire, in_words, note};
use crate::wire::unit::{fine, thousandths};

/// One path of the tip's centre.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct PathWire {
    /// When it is cut, from 1.
    pub order: usize,
    /// hole, outer, cut.
    pub of: String,
    /// Which of them, in the part's list, from 0.
    pub index: usize,
    /// inside, outside, left, right: what is kept.
    pub keep: String,
    /// edge, pierce, drilled_hole.
    pub start: String,
    /// The path, without its lead.
    pub contour: ContourWire,
    /// From its start to the path.
    #[schema(value_type = Vec<Vec<f64>>)]
    pub lead_in: Vec<Place>,
    /// From the path's start past it and into the scrap.
    #[schema(value_type = Vec<Vec<f64>>)]
    pub lead_out: Vec<Place>,
    /// From the start to the nearest edge that is kept.
    pub clear_mm: f64,
    /// Length of the path, without its lead.
    pub length_mm: f64,
    /// Where a hand stops on it.
    pub stops_mm: Vec<f64>,
    /// Ties that stay between part and plate, in the order that the torch comes to them.
    pub tabs: Vec<TabWire>,
    /// Of a circle: from the pivot to the tip's centre.
    pub pivot_mm: Option<f64>,
    /// Of a circle: across what is drawn, a disc or a hole.
    #[serde(default)]
    pub across_mm: Option<f64>,
    /// Of a circle by hand: how a hand gets round it, in order.
    pub by_hand: Vec<NoteWire>,
    /// Why it begins where it does.
    pub why: String,
    /// The same as a note.
    pub why_note: NoteWire,
    /// Heating, cutting, moving on; null by kerf alone.
    pub time_s: Option<f64>,
    /// Of that, heating at its start.
    pub preheat_s: Option<f64>,
    /// The same as a band; null by kerf alone.
    pub start_preheat_s: Option<BandWire>,
    /// How far the torch burns, leads counted.
    pub burnt_mm: f64,
}

/// A tie: the torch stops before it and is pierced anew behind it.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct TabWire {
    /// How far along the path the torch stops.
    pub from_mm: f64,
    /// And goes on.
    pub to_mm: f64,
    /// Steel that stays between, a kerf less than that.
    pub width_mm: f64,
    /// From its pierce to the path.
    #[schema(value_type = Vec<Vec<f64>>)]
    pub lead_in: Vec<Place>,
}

/// A part with the kerf that it is cut by.
#[derive(Clone, Copy, Debug)]
pub struct CutPart<'a> {
    /// The part.
    pub part: &'a Part,
    /// As wide as the jet burns.
    pub kerf: Length,
}

impl PathWire {
    /// A path of a part that is laid out, with its run where it is planned.
    #[must_use]
    pub fn of(
        i: usize,
        path: &CutPath,
        CutPart { part, kerf }: CutPart<'_>,
        run: Option<&RunPlan>,
    ) -> Self {
        let (of, index) = match path.of {
            Of::Outer => ("outer", 0),
            Of::Hole(i) => ("hole", i),
            Of::Cut(i) => ("cut", i),
        };
        let why = note(&path.why);
        let mm = |m: f64| fine(m * 1e3);
        let start: Start = path.lead.start;
        Self {
            order: i + 1,
            of: of.to_owned(),
            index,
            keep: path.keep.code().to_owned(),
            start: start.code().to_owned(),
            contour: ContourWire::of(&path.contour),
            lead_in: path.lead.way_in.iter().copied().map(place).collect(),
            lead_out: path.lead.way_out.iter().copied().map(place).collect(),
            clear_mm: mm(path.lead.clear),
            length_mm: mm(path.contour.length()),
            stops_mm: path.stops.iter().copied().map(mm).collect(),
            tabs: path
                .tabs
                .iter()
                .map(|tie| TabWire {
                    from_mm: mm(tie.from),
                    to_mm: mm(tie.to),
                    width_mm: mm(tie.to - tie.from - kerf.as_m()),
                    lead_in: tie.way_in.iter().copied().map(place).collect(),
                })
                .collect(),
            pivot_mm: path.pivot.map(mm),
            across_mm: across(part, path).map(mm),
            by_hand: in_words(&path.by_hand),
            why: why.text.to_string(),
            why_note: why,
            time_s: run.map(|run| thousandths(run.time.total().as_s())),
            start_preheat_s: run.map(|run| seconds(&run.settings.start_preheat)),
            burnt_mm: fine(burnt(path).as_mm()),
            preheat_s: run.map(|run| thousandths(run.settings.start_preheat.set.as_s())),
        }
    }
}

/// Across a part or a hole that is a circle.
fn across(part: &Part, path: &CutPath) -> Option<f64> {
    let contour = part.contours().find(|(of, _)| *of == path.of)?.1;
    contour.as_circle().map(|(_, radius)| 2.0 * radius)
}
