//! What an event of a run says: one type a kind, for check, fold, storage and the OpenAPI document alike.

use galvanon_core::quantity::Duration;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::wire::setup::PlaceWire;

/// What an event says, by its kind.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(tag = "kind", content = "body", rename_all = "snake_case")]
pub enum RunEventBody {
    /// A step is done, or open again.
    Step(StepBody),
    /// A step is left out.
    Skip(SkipBody),
    /// The clock of a step was started or stopped.
    Timer(TimerBody),
    /// A piece was cut.
    Cut(Box<CutBody>),
    /// A gauge was read.
    Reading(ReadingBody),
    /// Something that only stands in the list.
    Note(NoteBody),
    /// An earlier event does not count.
    Undo(UndoBody),
    /// The run is over.
    End(EndBody),
    /// The rig was taken apart, or stands ready.
    Rig(RigBody),
    /// What the place is like from now on; what is left out does not hold.
    Place(PlaceWire),
}

/// A step of the run sheet.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StepBody {
    /// Its key.
    pub key: String,
    /// Done, or open again.
    pub done: bool,
    /// Of a step about a tip: the line whose tip it is.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub line_id: Option<Uuid>,
}

/// A step that is left out.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SkipBody {
    /// Its key.
    pub key: String,
    /// Why; asked of every step that is left out only with a reason.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reason: Option<String>,
}

/// The clock of a step.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TimerBody {
    /// Its step.
    pub key: String,
    /// Started, or stopped.
    pub running: bool,
}

/// How a piece or a stroke came out.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Outcome {
    /// As it should.
    Good,
    /// With slag that holds.
    Slag,
    /// It went out on the way.
    Lost,
    /// It has to be cut again.
    Redo,
}

impl Outcome {
    /// The word of a burn for it.
    #[must_use]
    pub fn of_a_burn(self) -> &'static str {
        match self {
            Self::Good => "good",
            Self::Slag => "usable",
            Self::Lost => "lost",
            Self::Redo => "poor",
        }
    }
}

/// A piece that was cut.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CutBody {
    /// The line of the job.
    pub line_id: Uuid,
    /// How it came out.
    pub outcome: Outcome,
    /// Heating of its first start.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub start_s: Option<f64>,
    /// From lever down to lever up, of all its strokes; of other work all its stages, those without a flame too.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub duration_s: Option<f64>,
    /// Its pace, where it is one cut.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pace_mm_min: Option<f64>,
    /// Signs that were touched, by their codes.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub findings: Vec<String>,
    /// The strokes of a shape or the stages of other work, in the order in which they were made.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub strokes: Vec<StrokeCut>,
    /// Of other work: whether what was to be spared is whole (thread, plate, base metal), or the groove as deep as asked.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub spared: Option<bool>,
    /// In the hand's words.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub note: Option<String>,
}

/// No work has more stages. Source: `ours`: two hundred pieces taken apart, each held and cut.
const STAGES: u32 = 500;

impl CutBody {
    /// What each stage of other work took, in the plan's order, up to the last that was made.
    #[must_use]
    pub fn stages(&self) -> Vec<Option<Duration>> {
        let last = self.strokes.iter().map(|stroke| stroke.order).max().unwrap_or(0).min(STAGES);
        let took = |order: u32| {
            let of = self.strokes.iter().filter(|stroke| stroke.order == order);
            let seconds: Option<Vec<f64>> = of.map(|stroke| stroke.duration_s).collect();
            let seconds = seconds.filter(|all| !all.is_empty())?;
            Some(Duration::from_s(seconds.into_iter().sum()))
        };
        (1..=last).map(took).collect()
    }
}

/// A stroke of a shape as it was made.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StrokeCut {
    /// Its place among the strokes of the plan, from 1.
    pub order: u32,
    /// Heating of its start.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub start_s: Option<f64>,
    /// From lever down to lever up; of a stage of other work from its beginning to its end.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub duration_s: Option<f64>,
    /// Its pace.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pace_mm_min: Option<f64>,
    /// How it came out.
    pub outcome: Outcome,
}

/// Which gauge of a regulator.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum GaugePlace {
    /// Nearest the cylinder.
    Contents,
    /// The other one.
    Delivery,
}

/// A gauge that was read.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ReadingBody {
    /// oxygen, or the code of the fuel.
    pub gas: ReadGas,
    /// contents, delivery.
    #[serde(rename = "where")]
    pub place: GaugePlace,
    /// 0 to 40 000 kPa.
    pub pressure_kpa: f64,
    /// The cylinder of the rack that it stands on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gear_id: Option<Uuid>,
}

/// A gas whose gauge can be read.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ReadGas {
    /// Oxygen.
    Oxygen,
    /// Acetylene.
    Acetylene,
    /// Propane.
    Propane,
    /// Propylene.
    Propylene,
    /// Natural gas.
    NaturalGas,
}

/// Something that was noted.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NoteBody {
    /// In words.
    pub text: String,
}

/// An event that does not count.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct UndoBody {
    /// Its id.
    pub event: Uuid,
}

/// How a run ended.
#[derive(Clone, Copy, Debug, Deserialize, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Ending {
    /// Nothing is open.
    Complete,
    /// Something is.
    Left,
}

/// The end of a run.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EndBody {
    /// complete, left.
    pub how: Ending,
    /// Why what is open was left.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reason: Option<String>,
}

/// How the rig stands from now on.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RigBody {
    /// Whether regulators, hoses and torch are together.
    pub assembled: bool,
    /// Whether its acetylene cylinder was laid down, and stands its time first.
    #[serde(default)]
    pub lying: bool,
    /// The cylinders of the rack that stand on it.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub cylinders: Vec<Uuid>,
}
