//! A shape's strokes with their settings: which tip, how long, how much gas, and what must be said.
//!
//! The strokes are planned one by one ([`super::section_strokes`]); here they are added up, way by way, with what comes
//! free and what holds it.

use super::consumption::{Amounts, Starts, Times};
use super::cost::Cost;
use super::job_tips::Cutting;
use super::request::Request;
use super::section_notes;
use super::section_strokes::{requests_of, way_plan};
use super::settings::Settings;
use crate::error::Error;
use crate::note::{Note, Verdict};
use crate::quantity::{Duration, GasFlow, GasVolume, Length, Mass, Speed};
use crate::section::balance::{Part, part};
use crate::section::carry::YIELD;
use crate::section::freed::{Freed, freed};
use crate::section::held::{Hold, Holding, Stands};
use crate::section::panel::Panel;
use crate::section::{Asked, Profile, Stroke, Way, strokes};
use crate::source::COMPUTED;
use crate::steel::grade::grade;
use crate::steel::surface::Surface;
use crate::tip::owned::Tip;
use crate::trace::{Kind, Measure, Quantity, Trace, Tracer};

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

    /// The strokes as cuts that a tip is wanted for, each with the tip it has here.
    #[must_use]
    pub fn cuttings(&self, asked: &SectionRequest) -> Vec<Cutting> {
        let requests = requests_of(asked, &self.way).into_iter().zip(&self.strokes).enumerate();
        requests
            .map(|(at, (mut request, it))| {
                let face = Some(it.settings.face);
                request.tip = Some(Tip { face, ..Tip::of_bore(it.settings.bore) });
                Cutting {
                    request,
                    stroke: Some((it.stroke.clone(), at == 0)),
                    count: asked.base.cut.count,
                }
            })
            .collect()
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
        let money = |it: &StrokePlan| it.cost.as_ref().map_or(0.0, Cost::total);
        let sums: [Sum; 5] = [
            (Quantity::Starts, Kind::Count, |it| f64::from(it.settings.starts.count)),
            (Quantity::Time, Kind::Duration, |it| it.time.total().as_s()),
            (Quantity::Oxygen, Kind::GasVolume, |it| it.gas.oxygen.as_m3()),
            (Quantity::Fuel, Kind::GasVolume, |it| it.gas.fuel.as_m3()),
            (Quantity::Cost, Kind::Money, money),
        ];
        let traces = main.settings.traces.iter();
        traces
            .map(|trace| {
                let sum = sums.iter().find(|(quantity, ..)| *quantity == trace.quantity);
                sum.map_or_else(|| trace.clone(), |sum| self.summed(trace, sum))
            })
            .collect()
    }

    fn summed(&self, trace: &Trace, (quantity, kind, pick): &Sum) -> Trace {
        let mut chain = Tracer::new(*quantity, trace.depends_on);
        for (at, it) in self.strokes.iter().enumerate() {
            #[allow(clippy::cast_precision_loss, reason = "a few dozen strokes")]
            let order = Measure::Number(Kind::Count, (at + 1) as f64);
            let element = Measure::Word(it.stroke.element.code());
            let values = vec![("order", order), ("element", element)];
            chain.step("section_stroke", Measure::Number(*kind, pick(it)), COMPUTED, values);
        }
        let sum = added(&self.strokes, pick);
        chain.number("result_section", (*kind, sum), COMPUTED);
        chain.done()
    }

    /// The stroke that cuts most: its tip is the one named for the whole.
    #[must_use]
    pub fn main_stroke(&self) -> Option<&StrokePlan> {
        let area = |it: &StrokePlan| it.stroke.cut_area.as_m2();
        self.strokes.iter().max_by(|a, b| area(a).total_cmp(&area(b)))
    }
}

/// What of a stroke adds up.
type Sum = (Quantity, Kind, fn(&StrokePlan) -> f64);

fn added(all: &[StrokePlan], pick: impl Fn(&StrokePlan) -> f64) -> f64 {
    all.iter().map(pick).sum()
}

fn totals(way: &Way, all: &[StrokePlan]) -> WayTotals {
    let time =
        |pick: fn(&Times) -> Duration| Duration::from_s(added(all, |it| pick(&it.time).as_s()));
    let money = |pick: fn(&Cost) -> f64| added(all, |it| it.cost.as_ref().map_or(0.0, pick));
    WayTotals {
        code: way.code,
        strokes: way.strokes.len(),
        turns: way.turns(),
        reached: way.is_reached(),
        time: Times {
            preheat: time(|it| it.preheat),
            cutting: time(|it| it.cutting),
            handling: time(|it| it.handling),
            clean_up: time(|it| it.clean_up),
        },
        gas: Amounts {
            oxygen: GasVolume::from_m3(added(all, |it| it.gas.oxygen.as_m3())),
            fuel: GasVolume::from_m3(added(all, |it| it.gas.fuel.as_m3())),
        },
        cost: all.iter().all(|it| it.cost.is_some()).then(|| Cost {
            oxygen: money(|it| it.oxygen),
            fuel: money(|it| it.fuel),
            labour: money(|it| it.labour),
            tip_wear: money(|it| it.tip_wear),
            clean_up: money(|it| it.clean_up),
        }),
    }
}

/// Yield strength that is counted on, Pa: by the grade where one is told, never more than the most.
fn strength(base: &Request) -> f64 {
    let named = base.steel.grade.as_deref().and_then(|name| grade(name).ok());
    let (usual, most) = YIELD;
    named.and_then(|grade| grade.yield_strength()).unwrap_or(usual).min(most)
}

/// Plans a cut of a shape: every way for its time, the chosen one in full.
///
/// # Errors
/// Every input that is not possible.
pub fn plan_section(asked: &SectionRequest) -> std::result::Result<SectionPlan, Vec<Error>> {
    let found = strokes(&asked.profile, &asked.asked).map_err(|error| vec![error])?;
    let chosen = match &asked.way {
        Some(code) => found.way(code).map_err(|error| vec![error])?.code,
        None => found.ways.first().map_or("", |way| way.code),
    };
    let (mut ways, mut own) = (Vec::new(), None);
    for way in &found.ways {
        let (planned, one_tip) = way_plan(asked, way)?;
        let sum = totals(way, &planned);
        if way.code == chosen {
            own = Some((way.clone(), planned, sum.clone(), one_tip));
        }
        ways.push(sum);
    }
    let Some((way, planned, sum, one_tip)) = own else {
        // every family has a way without turning
        return Err(vec![Error::Missing { input: "way", needed_for: "section" }]);
    };
    let cut = &asked.asked.cut;
    let of = |length: Length, is_drop| (length, part(&asked.profile, cut, length, is_drop));
    let piece = asked.piece.map(|length| of(length, false));
    let drop = asked.drop.filter(|_| cut.is_across()).map(|length| of(length, true));
    let loose = freed((&asked.profile, &found.panels), cut, &way.strokes, drop);
    let holding = Holding {
        shape: (&asked.profile, &found.panels),
        cut,
        strokes: &way.strokes,
        piece,
        drop,
        strength: strength(&asked.base),
    };
    let holds = holding.holds(&loose);
    let mut made = SectionPlan {
        panels: found.panels,
        way,
        holds,
        freed: loose,
        strokes: planned,
        totals: sum,
        ways,
        one_tip,
        piece: piece.map(|(_, part)| part),
        drop: drop.map(|(_, part)| part),
        notes: Vec::new(),
    };
    made.notes = section_notes::section_notes(asked, &made);
    Ok(made)
}
