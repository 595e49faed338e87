//! What is asked of a shape, and its plan: strokes, ways, what comes free and what holds it.

use crate::code::Code;
use crate::cut::consumption::{Amounts, Starts, Times};
use crate::cut::cost::Cost;
use crate::cut::request::Request;
use crate::cut::settings::Settings;
use crate::cut::work::sum::{Taken, Told, summed};
use crate::error::Error;
use crate::note::{Note, Verdict};
use crate::quantity::{GasFlow, Length, Mass, Speed};
use crate::section::balance::Part;
use crate::section::freed::Freed;
use crate::section::held::{Hold, Stands};
use crate::section::panel::Panel;
use crate::section::{Asked, Profile, Stroke, Way};
use crate::steel::surface::Surface;
use crate::trace::{Measure, Trace};

/// What is asked.
#[derive(Clone, Debug, PartialEq)]
pub struct SectionRequest {
    /// The shape.
    pub profile: Profile,
    /// Cut and reach.
    pub asked: Asked,
    /// How it lies; the first way that reaches everything, where it is not said.
    pub way: Option<String>,
    /// Steel, faces, process, gas, gear, policy. Thickness, length, start and bevel come from the strokes.
    pub base: Request,
    /// Faces inside a tube, or between flanges and legs.
    pub inside: Surface,
    /// Length of the piece, where it is known.
    pub piece: Option<Length>,
    /// Length of the drop, where it is known.
    pub drop: Option<Length>,
    /// The most that this shop lifts.
    pub lifting_limit: Option<Mass>,
    /// Whether a tube is open at both ends; `None` where nobody looked.
    pub ends_open: Option<bool>,
    /// How the member stands before it is cut.
    pub stands: Stands,
    /// Whether a person has named the rigging of a member that is not level on props.
    pub rigging_named: bool,
    /// The stroke whose chains are told, from 1; the main one where it is not said.
    pub explain: Option<usize>,
}

impl SectionRequest {
    /// What the piece weighs before it is cut into, by its length; `None` where nobody said how long it is.
    #[must_use]
    pub fn piece_mass(&self) -> Option<Mass> {
        self.piece.map(|long| Mass::from_kg(self.profile.mass_per_metre * long.as_m()))
    }
}

/// One stroke, with what to set.
#[derive(Clone, Debug, PartialEq)]
pub struct StrokePlan {
    /// Where it runs.
    pub stroke: Stroke,
    /// What to set.
    pub settings: Settings,
    /// Pace at each of its slow zones.
    pub slow_speeds: Vec<Speed>,
    /// Its times, slow zones and a hot start counted.
    pub time: Times,
    /// Its gas.
    pub gas: Amounts,
    /// Its money, where prices were given.
    pub cost: Option<Cost>,
}

/// What one way takes.
#[derive(Clone, Debug, PartialEq)]
pub struct WayTotals {
    /// Its code.
    pub code: &'static str,
    /// Strokes.
    pub strokes: usize,
    /// How often the piece is turned.
    pub turns: usize,
    /// Whether everything is in reach.
    pub reached: bool,
    /// All strokes and turns.
    pub time: Times,
    /// All strokes.
    pub gas: Amounts,
    /// All strokes.
    pub cost: Option<Cost>,
}

/// A cut of a shape, planned.
#[derive(Clone, Debug, PartialEq)]
pub struct SectionPlan {
    /// The shape, unfolded.
    pub panels: Vec<Panel>,
    /// How it lies.
    pub way: Way,
    /// Its strokes in order.
    pub strokes: Vec<StrokePlan>,
    /// What they take together.
    pub totals: WayTotals,
    /// Every way there is, the chosen one among them.
    pub ways: Vec<WayTotals>,
    /// Whether one tip makes every stroke.
    pub one_tip: bool,
    /// The piece, where its length is known.
    pub piece: Option<Part>,
    /// The drop, where its length is known.
    pub drop: Option<Part>,
    /// Where steel is held, and before which stroke.
    pub holds: Vec<Hold>,
    /// What comes free, and after which stroke.
    pub freed: Vec<Freed>,
    /// What must be said.
    pub notes: Vec<Note>,
}

impl SectionPlan {
    /// How the plan stands.
    #[must_use]
    pub fn verdict(&self) -> Verdict {
        Verdict::of(&self.notes)
    }

    /// The whole cut as one: the settings of its main stroke, with the times, gas, money and notes of all.
    ///
    /// # Errors
    /// Only where nothing is cut: a fault of ours.
    pub fn as_one(&self, asked: &SectionRequest) -> std::result::Result<Settings, Vec<Error>> {
        let main = self
            .main_stroke()
            .ok_or_else(|| vec![Error::Missing { input: "section.cut", needed_for: "section" }])?;
        let starts = Starts {
            count: self.strokes.iter().map(|it| it.settings.starts.count).sum(),
            stops: Vec::new(),
        };
        let most = |pick: fn(&Settings) -> GasFlow| {
            let flows = self.strokes.iter().map(|it| pick(&it.settings).as_m3_s());
            GasFlow::from_m3_s(flows.fold(0.0, f64::max))
        };
        Ok(Settings {
            oxygen_flow: most(|it| it.oxygen_flow),
            preheat_oxygen_flow: most(|it| it.preheat_oxygen_flow),
            fuel_flow: most(|it| it.fuel_flow),
            starts,
            time: self.totals.time,
            gas: self.totals.gas,
            cost: self.totals.cost,
            count: asked.base.cut.count,
            notes: self.notes.clone(),
            traces: self.traces(self.explained(asked).unwrap_or(main)),
            ..main.settings.clone()
        })
    }

    /// The stroke that is asked about.
    fn explained(&self, asked: &SectionRequest) -> Option<&StrokePlan> {
        self.strokes.get(asked.explain?.checked_sub(1)?)
    }

    /// The chains of one stroke, and of each total the strokes it is made of.
    fn traces(&self, main: &StrokePlan) -> Vec<Trace> {
        let taken = |it: &StrokePlan| Taken {
            starts: it.settings.starts.count,
            time: it.time,
            gas: it.gas,
            cost: it.cost,
            named: ("element", Measure::Word(it.stroke.element.code())),
        };
        let all: Vec<Taken> = self.strokes.iter().map(taken).collect();
        summed(&main.settings.traces, &all, &Told { each: "section_stroke", all: "result_section" })
    }

    /// The stroke that cuts most: its tip is the one named for the whole.
    #[must_use]
    pub fn main_stroke(&self) -> Option<&StrokePlan> {
        let area = |it: &StrokePlan| it.stroke.cut_area.as_m2();
        self.strokes.iter().max_by(|a, b| area(a).total_cmp(&area(b)))
    }
}
