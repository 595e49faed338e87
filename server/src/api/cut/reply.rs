//! The plan as the contract says it: units in the names, sentences beside codes and values.

use std::borrow::Cow;

use galvanon_core::code::Code;
use galvanon_core::cut::Settings;
use galvanon_core::note::{Level, Verdict};
use galvanon_core::quantity::{GasFlow, GasVolume};
use galvanon_core::trace::Kind;
use serde::{Deserialize, Serialize};
use sha2::{Digest, Sha256};
use utoipa::ToSchema;

use crate::api::cut::section_reply::{AsOne, SectionReply};
use crate::api::cut::totals::{CostWire, LineTotal, TimeWire, TipReply, stops_mm};
use crate::api::cut::work::reply::WorkReply;
use crate::api::layout::laid::PathsReply;
use crate::error::ApiResult;
use crate::wire::band::{BandWire, gaps, paces, pressures, seconds};
use crate::wire::note::{CueWire, NoteWire, cue, note};
use crate::wire::trace::{TraceWire, trace};
use crate::wire::unit::{tidy, wire};
use crate::wire::value::Words;

/// Settings of one stroke, each with its chain.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct CutPlan {
    /// ok, caution, stop.
    #[schema(value_type = String)]
    pub verdict: Words,
    /// The tip to fit.
    pub tip: TipReply,
    /// At the oxygen regulator, gas flowing; null where a stop says that there is no such setting.
    pub oxygen_pressure_kpa: Option<BandWire>,
    /// At the fuel regulator, gas flowing; null where a stop says that there is no such setting.
    pub fuel_pressure_kpa: Option<BandWire>,
    /// Cutting oxygen alone.
    pub oxygen_flow_l_min: f64,
    /// Oxygen of the preheat flames.
    pub preheat_oxygen_flow_l_min: f64,
    /// Fuel.
    pub fuel_flow_l_min: f64,
    /// Before the cutting oxygen goes on.
    pub start_preheat_s: BandWire,
    /// Pace.
    pub travel_speed_mm_min: BandWire,
    /// Width of the cut.
    pub kerf_mm: f64,
    /// How far the bottom lags the top.
    pub drag_mm: f64,
    /// Depth of the edge that the heat changes.
    #[serde(default)]
    pub heat_affected_mm: f64,
    /// Inner cones to plate.
    pub standoff_mm: BandWire,
    /// Tip face to plate.
    pub tip_to_plate_mm: BandWire,
    /// Starts of one cut.
    pub starts: u32,
    /// Planned stops, from the start of the cut.
    pub stops_mm: Vec<f64>,
    /// right_to_left, left_to_right.
    #[schema(value_type = String)]
    pub direction: Words,
    /// Longest path of the jet through the metal.
    pub path_thickness_mm: f64,
    /// Times of one cut.
    pub time_s: TimeWire,
    /// Cutting and preheat oxygen of one cut.
    pub oxygen_l: f64,
    /// Fuel of one cut.
    pub fuel_l: f64,
    /// Money of one cut, where prices were given.
    #[serde(default)]
    pub cost: Option<CostWire>,
    /// All cuts of the line.
    pub line_total: LineTotal,
    /// Oxygen supplied over oxygen needed to burn the kerf.
    pub oxygen_balance: f64,
    /// What must be said.
    pub notes: Vec<NoteWire>,
    /// What eye and ear tell.
    pub cues: Vec<CueWire>,
    /// How each number came to be.
    pub trace: Vec<TraceWire>,
    /// The strokes, where a shape is cut; the figures above are then those of all together, and the settings those of
    /// the stroke that cuts most.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub section: Option<Box<SectionReply>>,
    /// The paths of one part, where one is laid out; the figures above are then those of all of them, and the settings
    /// those of the longest.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub layout: Option<Box<PathsReply>>,
    /// The stages, where it is other work of the torch; the figures above are then those of all of them.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub work: Option<Box<WorkReply>>,
}

impl CutPlan {
    /// What a shape's reply says of the whole.
    #[must_use]
    pub fn as_one(&self) -> AsOne {
        AsOne {
            verdict: self.verdict.clone(),
            tip: self.tip.clone(),
            time_s: self.time_s,
            oxygen_l: self.oxygen_l,
            fuel_l: self.fuel_l,
            notes: self.notes.clone(),
        }
    }

    /// The plan without its sentences and its direction: what two plans have in common when
    /// their figures agree, however a later version words them and whoever holds the torch.
    #[must_use]
    pub fn figures(mut self) -> Self {
        self.notes.iter_mut().for_each(|note| note.text = Cow::Borrowed(""));
        self.direction = Cow::Borrowed("");
        self.cues.clear();
        self.tip.nameless();
        self.trace.clear();
        if let Some(section) = &mut self.section {
            section.notes.clear();
            section.strokes.iter_mut().for_each(|stroke| {
                stroke.why.clear();
                stroke.tip.nameless();
            });
            section.tip.nameless();
        }
        if let Some(layout) = &mut self.layout {
            layout.wordless();
        }
        if let Some(work) = &mut self.work {
            work.wordless();
        }
        self
    }

    /// What its figures come to: two plans whose figures agree come to the same.
    ///
    /// # Errors
    /// Only a fault of ours.
    pub fn figures_hash(&self) -> ApiResult<Vec<u8>> {
        let figures = serde_json::to_vec(&self.clone().figures())?;
        Ok(Sha256::digest(figures).to_vec())
    }

    /// The plan with what the gear in use makes one say.
    #[must_use]
    pub fn with_notes(mut self, notes: Vec<NoteWire>) -> Self {
        self.notes.extend(notes);
        let verdict = match self.notes.iter().map(NoteWire::level).max() {
            Some(Level::Stop) => Verdict::Stop,
            Some(Level::Caution) => Verdict::Caution,
            Some(Level::Info) | None => Verdict::Ok,
        };
        self.verdict = verdict.code().into();
        self
    }

    /// Core's settings in the contract's names and units, with how each came to be.
    ///
    /// # Errors
    /// Only when a source is missing: a fault of the build.
    pub fn from_core(s: &Settings) -> ApiResult<Self> {
        let trace = s.traces.iter().map(trace).collect::<ApiResult<_>>()?;
        Ok(Self { trace, ..Self::untraced(s) })
    }

    /// Core's settings in the contract's names and units, without how they came to be.
    #[must_use]
    pub fn untraced(s: &Settings) -> Self {
        let flow = |flow: GasFlow| wire(Kind::GasFlow, flow.as_m3_s());
        Self {
            verdict: s.verdict().code().into(),
            tip: TipReply::of(s),
            oxygen_pressure_kpa: s.oxygen_pressure.as_ref().map(pressures),
            fuel_pressure_kpa: s.fuel_pressure.as_ref().map(pressures),
            oxygen_flow_l_min: flow(s.oxygen_flow),
            preheat_oxygen_flow_l_min: flow(s.preheat_oxygen_flow),
            fuel_flow_l_min: flow(s.fuel_flow),
            start_preheat_s: seconds(&s.start_preheat),
            travel_speed_mm_min: paces(&s.travel_speed),
            kerf_mm: wire(Kind::Bore, s.kerf.as_m()),
            drag_mm: wire(Kind::Length, s.drag.as_m()),
            heat_affected_mm: wire(Kind::Bore, s.heat_affected.as_m()),
            standoff_mm: gaps(&s.standoff),
            tip_to_plate_mm: gaps(&s.tip_to_plate),
            starts: s.starts.count,
            stops_mm: stops_mm(s),
            direction: s.direction.code().into(),
            path_thickness_mm: wire(Kind::Length, s.path.as_m()),
            time_s: TimeWire::of(&s.time),
            oxygen_l: volume(s.gas.oxygen),
            fuel_l: volume(s.gas.fuel),
            cost: s.cost.as_ref().map(CostWire::of),
            line_total: LineTotal::of(s),
            oxygen_balance: wire(Kind::Ratio, s.balance.ratio),
            notes: s.notes.iter().map(note).collect(),
            cues: s.cues.iter().map(cue).collect(),
            trace: Vec::new(),
            section: None,
            layout: None,
            work: None,
        }
    }
}

fn volume(volume: GasVolume) -> f64 {
    wire(Kind::GasVolume, volume.as_m3())
}

impl LineTotal {
    /// One cut times its pieces.
    fn of(s: &Settings) -> Self {
        let times = |one: f64| tidy(f64::from(s.count) * one);
        Self {
            count: s.count,
            time_s: times(TimeWire::of(&s.time).total),
            oxygen_l: times(volume(s.gas.oxygen)),
            fuel_l: times(volume(s.gas.fuel)),
            cost: s.cost.map(|cost| times(cost.total())),
        }
    }
}
