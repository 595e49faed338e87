//! What is done one after the other, and what it takes together.

use crate::cut::{Amounts, Factors, Flows, Note, Settings, Times};
use crate::gas::fuel::TipFace;
use crate::quantity::{Duration, GasVolume, Length};
use crate::tip::owned::{Label, TipKind};
use crate::trace::Named;
use crate::work::dial::DialSetting;

/// The kinds of work, as a client names them.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum WorkKind {
    /// A carriage on a rail.
    #[default]
    Rail,
    /// A rivet, bolt head, nut or stud taken off.
    Fastener,
    /// A backing bar or old weld washed off.
    Wash,
    /// A groove gouged.
    Gouge,
    /// A cut with the torch laid along the length.
    LongCut,
    /// A circle round a pivot.
    Circle,
    /// A thing taken apart.
    TakeApart,
    /// Heat to bend or to free.
    Heat,
}

/// One stage: its words hang on its code.
#[derive(Clone, Debug, PartialEq)]
pub struct Stage {
    /// Code of its title, of what to do, what to watch and when to stop.
    pub code: &'static str,
    /// The flame heats, no cutting oxygen.
    pub heat: Duration,
    /// The lever is down.
    pub jet: Duration,
    /// Neither: hands, eyes, moving.
    pub hands: Duration,
    /// At the grinder.
    pub grind: Duration,
    /// What is set in this stage, and the values in its words.
    pub settings: Vec<Named>,
    /// The piece it is about, as its shop calls it.
    pub piece: Option<String>,
}

const NOTHING: Duration = Duration::from_s(0.0);

impl Stage {
    /// A stage without a flame. Its time is a judgement of ours.
    #[must_use]
    pub fn by_hand(code: &'static str, seconds: f64) -> Self {
        let hands = Duration::from_s(seconds);
        let (heat, jet, grind) = (NOTHING, NOTHING, NOTHING);
        Self { code, heat, jet, hands, grind, settings: Vec::new(), piece: None }
    }

    /// What is left goes at the grinder.
    #[must_use]
    pub fn grinding(code: &'static str, grind: Duration) -> Self {
        Self { grind, ..Self::by_hand(code, 0.0) }
    }

    /// The flame heats.
    #[must_use]
    pub fn heating(code: &'static str, heat: Duration) -> Self {
        Self { heat, ..Self::by_hand(code, 0.0) }
    }

    /// The lever is down.
    #[must_use]
    pub fn burning(code: &'static str, jet: Duration) -> Self {
        Self { jet, ..Self::by_hand(code, 0.0) }
    }

    /// The same with what is set.
    #[must_use]
    pub fn with(self, settings: Vec<Named>) -> Self {
        Self { settings, ..self }
    }

    /// From its beginning to its end.
    #[must_use]
    pub fn time(&self) -> Duration {
        let at_torch = self.heat.as_s() + self.jet.as_s() + self.hands.as_s();
        Duration::from_s(at_torch + self.grind.as_s())
    }

    /// What it burns, by what the shop has learned.
    #[must_use]
    pub fn gas(&self, flows: &Flows, own: &Factors) -> Amounts {
        Amounts::of(&self.times(), flows, own)
    }

    /// Its times as those of a cut.
    #[must_use]
    pub const fn times(&self) -> Times {
        let Self { heat, jet, hands, grind, .. } = *self;
        Times { preheat: heat, cutting: jet, handling: hands, clean_up: grind }
    }
}

/// The tip to fit.
#[derive(Clone, Debug, PartialEq)]
pub struct Fitted {
    /// Its bore.
    pub bore: Length,
    /// Its face.
    pub face: TipFace,
    /// What it is made for.
    pub kind: TipKind,
    /// What a hand knows it by.
    pub label: Label,
}

/// A work, planned.
#[derive(Clone, Debug, PartialEq)]
pub struct WorkPlan {
    /// Which.
    pub kind: WorkKind,
    /// In order.
    pub stages: Vec<Stage>,
    /// The tip; `None` where no cutting tip is used.
    pub tip: Option<Fitted>,
    /// Cutting and flame oxygen of all stages.
    pub oxygen: GasVolume,
    /// Fuel of all stages.
    pub fuel: GasVolume,
    /// What must be said.
    pub notes: Vec<Note>,
    /// Where the carriage's dial stands, if marks were timed.
    pub dial: Option<DialSetting>,
    /// The whole of it as one cut: what a job, its gas and its price ask; `None` until it is made of the stages.
    pub cut: Option<Box<Settings>>,
}

impl WorkPlan {
    /// Stages with what they burn, by what the shop has learned.
    pub(super) fn of(kind: WorkKind, stages: Vec<Stage>, flows: &Flows, own: &Factors) -> Self {
        let gas = Amounts::sum(stages.iter().map(|stage| stage.gas(flows, own)));
        Self {
            kind,
            tip: None,
            oxygen: gas.oxygen,
            fuel: gas.fuel,
            notes: Vec::new(),
            dial: None,
            cut: None,
            stages,
        }
    }

    /// The same with what must be said first, unless it says it already; its cut says it too.
    #[must_use]
    pub(super) fn telling(mut self, told: Vec<Note>) -> Self {
        let said = |note: &Note| self.notes.iter().any(|own| own.code == note.code);
        let new: Vec<Note> = told.into_iter().filter(|note| !said(note)).collect();
        self.notes.splice(0..0, new);
        if let Some(cut) = &mut self.cut {
            cut.notes.clone_from(&self.notes);
        }
        self
    }

    /// The whole of it.
    #[must_use]
    pub fn time(&self) -> Duration {
        Duration::from_s(self.stages.iter().map(|stage| stage.time().as_s()).sum())
    }
}
