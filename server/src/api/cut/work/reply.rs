//! A work in stages: what to do, what to watch, when to stop.

use std::collections::BTreeMap;

use galvanon_core::code::Code;
use galvanon_core::note::{Level, Verdict};
use galvanon_core::trace::Kind;
use galvanon_core::work::WorkKind;
use galvanon_core::work::heat_colour::{HeatColour, heat_colours};
use galvanon_core::work::stage::{Fitted, Stage, WorkPlan};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::wire::note::{NoteWire, in_words};
use crate::wire::text::{Section, with_values, words};
use crate::wire::unit::{litres, tidy, wire};
use crate::wire::value::{ValueWire, Words, values};

/// One stage.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct StageWire {
    /// From 1.
    pub order: u32,
    /// Code of its sentences.
    #[schema(value_type = String)]
    pub code: Words,
    /// What it is called.
    #[schema(value_type = String)]
    pub title: Words,
    /// What to do.
    #[schema(value_type = String)]
    pub does: Words,
    /// What eye and ear watch.
    #[schema(value_type = String)]
    pub watch: Words,
    /// When it is over.
    #[schema(value_type = String)]
    pub stop_when: Words,
    /// From its beginning to its end; what is not at the flame is a judgement of ours.
    pub time_s: f64,
    /// What is set in it: the values inside its sentences too.
    #[schema(value_type = BTreeMap<String, ValueWire>)]
    pub settings: BTreeMap<Words, ValueWire>,
    /// The piece it is about.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub piece: Option<String>,
}

/// The tip of a work.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct WorkTip {
    /// Its cutting-oxygen bore.
    pub bore_mm: f64,
    /// The bore with the face in words.
    pub label: String,
    /// flush, recessed.
    #[schema(value_type = String)]
    pub face: Words,
    /// general, high_preheat, gouging, sheet.
    #[schema(value_type = String)]
    pub kind: Words,
    /// The mark stamped on the drawer's tip; null for our own series.
    pub mark: Option<String>,
    /// What the drawer calls it; null for our own series.
    pub name: Option<String>,
}

/// A colour of warm steel.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct HeatColourWire {
    /// Its code.
    #[schema(value_type = String)]
    pub colour: Words,
    /// What it is called.
    #[schema(value_type = String)]
    pub text: Words,
    /// Whether the steel glows; a film of oxide else.
    pub glows: bool,
    /// From.
    pub low_c: f64,
    /// To.
    pub high_c: f64,
}

/// A work, planned.
#[derive(Clone, Debug, Deserialize, PartialEq, Serialize, ToSchema)]
pub struct WorkReply {
    /// Which.
    #[schema(value_type = String)]
    pub kind: Words,
    /// ok, caution, stop.
    #[schema(value_type = String)]
    pub verdict: Words,
    /// In order.
    pub stages: Vec<StageWire>,
    /// The tip to fit; null for heat, which no cutting tip gives.
    pub tip: Option<WorkTip>,
    /// Cutting and flame oxygen of all stages.
    pub oxygen_l: f64,
    /// Fuel of all stages.
    pub fuel_l: f64,
    /// All stages.
    pub time_s: f64,
    /// What must be said.
    pub notes: Vec<NoteWire>,
    /// Rail: the mark of the dial for the pace; null where none was timed. A note says where it lies outside those that were.
    pub dial_for_pace: Option<f64>,
    /// Heat: the colours of warm steel, the coolest first; empty for other work.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub colours: Vec<HeatColourWire>,
}

impl HeatColourWire {
    fn all(kind: WorkKind) -> Vec<Self> {
        if kind != WorkKind::Heat {
            return Vec::new();
        }
        // the table was read when the work was planned
        let of = |it: HeatColour| Self {
            colour: it.colour.code().into(),
            text: words(it.colour.code()).into(),
            glows: it.glows,
            low_c: tidy(it.low.as_c()),
            high_c: tidy(it.high.as_c()),
        };
        heat_colours().unwrap_or_default().into_iter().map(of).collect()
    }
}

impl StageWire {
    fn of(order: u32, stage: &Stage) -> Self {
        let say = |section| with_values(section, stage.code, &stage.settings);
        Self {
            order,
            code: stage.code.into(),
            title: say(Section::WorkTitle),
            does: say(Section::WorkDoes),
            watch: say(Section::WorkWatch),
            stop_when: say(Section::WorkStop),
            time_s: tidy(stage.time().as_s()),
            settings: values(&stage.settings),
            piece: stage.piece.clone(),
        }
    }
}

impl WorkTip {
    fn of(tip: &Fitted) -> Self {
        let (bore_mm, face) = (wire(Kind::Bore, tip.bore.as_m()), tip.face.code());
        Self {
            bore_mm,
            label: format!("{bore_mm} mm bore, {face} face"),
            face: face.into(),
            kind: tip.kind.code().into(),
            mark: tip.label.mark.clone(),
            name: tip.label.name.clone(),
        }
    }
}

impl WorkReply {
    /// Without its sentences and what its tip is called: what two plans have in common when their figures agree.
    pub fn wordless(&mut self) {
        self.notes.clear();
        for stage in &mut self.stages {
            for words in [&mut stage.title, &mut stage.does, &mut stage.watch, &mut stage.stop_when]
            {
                *words = Words::Borrowed("");
            }
        }
        if let Some(tip) = &mut self.tip {
            (tip.mark, tip.name) = (None, None);
        }
    }

    /// Puts what the gear makes one say before the rest.
    pub fn say_first(&mut self, mut notes: Vec<NoteWire>) {
        notes.append(&mut self.notes);
        self.notes = notes;
        let worst = self.notes.iter().map(NoteWire::level).max();
        self.verdict = match worst {
            Some(Level::Stop) => Verdict::Stop,
            Some(Level::Caution) => Verdict::Caution,
            Some(Level::Info) | None => Verdict::Ok,
        }
        .code()
        .into();
    }

    /// As core planned it.
    #[must_use]
    pub fn of(made: &WorkPlan) -> Self {
        Self {
            kind: made.kind.code().into(),
            verdict: Verdict::of(&made.notes).code().into(),
            stages: (1..).zip(&made.stages).map(|(at, stage)| StageWire::of(at, stage)).collect(),
            tip: made.tip.as_ref().map(WorkTip::of),
            oxygen_l: litres(made.oxygen),
            fuel_l: litres(made.fuel),
            time_s: tidy(made.time().as_s()),
            notes: in_words(&made.notes),
            dial_for_pace: made.dial.map(|dial| tidy(dial.mark)),
            colours: HeatColourWire::all(made.kind),
        }
    }
}
