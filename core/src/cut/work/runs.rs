//! What do several runs of the torch in one plate take together: the paths of a part, one after the other?
//!
//! Each run is planned as a cut of its own, with the length and the start that it was laid out with; the torch is taken up
//! once and moved on from run to run. Left out: that a run beside one just cut starts warmer, and that a wider kerf makes
//! its paths longer by half of what it is wider.

use crate::code::Code;
use crate::cut::consumption::{Amounts, Starts, Times};
use crate::cut::cost::{Cost, Spent, cost};
use crate::cut::job_tips::Cutting;
use crate::cut::limits::{CUT_LENGTH, REACH};
use crate::cut::request::{Request, Start};
use crate::cut::settings::{Settings, plan};
use crate::cut::work::sum::{Taken, Told, summed};
use crate::error::Error;
use crate::note::Note;
use crate::quantity::{Duration, Length};
use crate::trace::{Measure, Named, Trace};

/// One run of the torch, from where it starts burning to where it lets go.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Run {
    /// How far it burns, leads counted.
    pub length: Length,
    /// How it begins.
    pub start: Start,
    /// How often a hand stops on it, as it was laid out.
    pub stops: u32,
    /// Ties that it leaves: behind each it is pierced anew.
    pub ties: u32,
}

/// What is asked: runs in their order, in the same plate with the same gas.
#[derive(Clone, Debug, PartialEq)]
pub struct RunsRequest {
    /// Steel, process, gas, gear, policy, and how many parts. Length and start are those of its longest run.
    pub base: Request,
    /// In order.
    pub runs: Vec<Run>,
    /// What their layout says.
    pub said: Vec<Note>,
}

/// One run, with what it takes.
#[derive(Clone, Debug, PartialEq)]
pub struct RunPlan {
    /// How far, and from what start.
    pub run: Run,
    /// What to set.
    pub settings: Settings,
    /// Its times.
    pub time: Times,
    /// Its gas.
    pub gas: Amounts,
    /// Heating behind one of its ties; nothing where it leaves none.
    pub pierce: Duration,
    /// Its money, where prices were given.
    pub cost: Option<Cost>,
}

/// The runs of one part, planned.
#[derive(Clone, Debug, PartialEq)]
pub struct RunsPlan {
    /// In order.
    pub runs: Vec<RunPlan>,
    /// What must be said, each once.
    pub notes: Vec<Note>,
}

impl RunsRequest {
    /// Runs in a plate; the request is made that of the longest.
    #[must_use]
    pub fn new(mut base: Request, runs: Vec<Run>, said: Vec<Note>) -> Self {
        let length = |run: &&Run| run.length.as_m();
        if let Some(main) = runs.iter().max_by(|a, b| length(a).total_cmp(&length(b))) {
            base.cut.length = main.length;
            base.cut.start = main.start;
        }
        Self { base, runs, said }
    }

    fn request_of(&self, run: &Run) -> Request {
        let mut request = self.base.clone();
        request.cut.length = run.length;
        request.cut.start = run.start;
        // stops stand where the layout has them, not where the length with its leads would
        let part = run.length.as_m() / f64::from(run.stops + 1);
        request.policy.reach = Length::from_m(part.clamp(REACH.low, REACH.high));
        request
    }

    /// The pierce behind a tie of a run, as a cut of its own; `None` where it leaves none.
    fn pierce_of(&self, run: &Run) -> Option<Request> {
        let mut request = self.request_of(run);
        request.cut.start = Start::Pierce;
        (run.ties > 0).then_some(request)
    }

    /// The time that is spared where the torch is moved on to a run and not taken up for it.
    fn spared(&self, at: usize) -> Duration {
        let policy = &self.base.policy;
        let spared = policy.handling.as_s() - policy.reposition.as_s();
        Duration::from_s(if at == 0 { 0.0 } else { spared })
    }

    /// The runs as cuts that a tip is wanted for; equal ones are one cut made several times.
    #[must_use]
    pub fn cuttings(&self) -> Vec<Cutting> {
        let mut cuttings: Vec<((Run, Duration), Cutting)> = Vec::new();
        for (at, run) in self.runs.iter().enumerate() {
            let like = (*run, self.spared(at));
            match cuttings.iter_mut().find(|(known, _)| *known == like) {
                Some((_, cutting)) => cutting.count += self.base.cut.count,
                None => {
                    let cutting = Cutting { spared: like.1, ..self.request_of(run).into() };
                    cuttings.push((like, cutting));
                }
            }
        }
        let behind = self.runs.iter().filter_map(|run| {
            let mut request = self.pierce_of(run)?;
            // its length is the run's own: here it only has to begin
            request.cut.length = Length::from_m(CUT_LENGTH.low);
            let count = run.ties * self.base.cut.count;
            Some(Cutting { spared: self.spared(1), count, ..request.into() })
        });
        cuttings.into_iter().map(|(_, cutting)| cutting).chain(behind).collect()
    }
}

/// Of one run: each path says by itself where it stops.
const PLANNED_STOPS: &str = "planned_stops";

/// Whether a note says what another does, of the same gas or gear, be it of another length.
fn says(one: &Note, other: &Note) -> bool {
    let words = |note: &Note| -> Vec<Named> {
        let words = note.values.iter().filter(|(_, value)| matches!(value, Measure::Word(_)));
        words.cloned().collect()
    };
    one.code == other.code && one.level >= other.level && words(one) == words(other)
}

/// A run with what the pierces behind its ties add: a heating and a moving on each.
#[derive(Clone)]
struct Known {
    run: Run,
    settings: Settings,
    /// Heating behind one tie.
    pierce: Duration,
}

impl Known {
    /// As one of several: the torch is taken up for the first and moved on to the others.
    fn planned(mut self, spared: Duration, request: &Request) -> RunPlan {
        let ties = f64::from(self.run.ties);
        let plus = |time: Duration, more: f64| Duration::from_s(time.as_s() + more);
        let heat = Duration::from_s(ties * self.pierce.as_s());
        let own = self.settings.time;
        let moved = ties * request.policy.reposition.as_s() - spared.as_s();
        let time = Times {
            preheat: plus(own.preheat, heat.as_s()),
            handling: plus(own.handling, moved),
            ..own
        };
        let gas = Amounts::of(&time, &self.settings.flows(), &request.factors);
        self.settings.starts.count += self.run.ties;
        let one = request.policy.fixed_pressure().is_some();
        let starts = self.settings.starts.count;
        let spent = Spent { times: &time, starts, gas: &gas };
        let money = request.prices.map(|prices| cost(&prices, spent, one).0);
        let Self { run, settings, pierce } = self;
        RunPlan { run, settings, time, gas, pierce, cost: money }
    }
}

/// Plans the runs of a part, equal ones once.
///
/// # Errors
/// Every input that is not possible.
pub fn plan_runs(asked: &RunsRequest) -> Result<RunsPlan, Vec<Error>> {
    let mut known: Vec<Known> = Vec::new();
    let mut made =
        RunsPlan { runs: Vec::with_capacity(asked.runs.len()), notes: asked.said.clone() };
    for (at, run) in asked.runs.iter().enumerate() {
        let found = match known.iter().find(|other| other.run == *run) {
            Some(found) => found.clone(),
            None => {
                let pierce = match asked.pierce_of(run) {
                    Some(request) => plan(&request)?.start_preheat.set,
                    None => Duration::from_s(0.0),
                };
                let settings = plan(&asked.request_of(run))?;
                known.push(Known { run: *run, settings, pierce });
                known[known.len() - 1].clone()
            }
        };
        for note in found.settings.notes.iter().filter(|note| note.code != PLANNED_STOPS) {
            if !made.notes.iter().any(|other| says(other, note)) {
                made.notes.push(note.clone());
            }
        }
        made.runs.push(found.planned(asked.spared(at), &asked.base));
    }
    Ok(made)
}

impl RunsPlan {
    /// The part as one cut: the settings of its longest run, with the times, gas, money and notes of all.
    ///
    /// # Errors
    /// Only where nothing is cut: every hole is drilled and there is no outline.
    pub fn as_one(&self, asked: &RunsRequest) -> Result<Settings, Vec<Error>> {
        let length = |it: &&RunPlan| it.run.length.as_m();
        let main = self.runs.iter().max_by(|a, b| length(a).total_cmp(&length(b)));
        let main = main
            .ok_or_else(|| vec![Error::Missing { input: "layout.part", needed_for: "layout" }])?;
        Ok(Settings {
            starts: Starts {
                count: self.runs.iter().map(|it| it.settings.starts.count).sum(),
                stops: Vec::new(),
            },
            time: Times::sum(self.runs.iter().map(|it| it.time)),
            gas: Amounts::sum(self.runs.iter().map(|it| it.gas)),
            cost: Cost::sum(self.runs.iter().map(|it| it.cost)),
            count: asked.base.cut.count,
            notes: self.notes.clone(),
            traces: self.traces(main),
            ..main.settings.clone()
        })
    }

    /// The chains of the longest run, and of each total the runs it is made of.
    fn traces(&self, main: &RunPlan) -> Vec<Trace> {
        let taken = |it: &RunPlan| Taken {
            starts: it.settings.starts.count,
            time: it.time,
            gas: it.gas,
            cost: it.cost,
            named: ("start", Measure::Word(it.run.start.code())),
        };
        let all: Vec<Taken> = self.runs.iter().map(taken).collect();
        summed(&main.settings.traces, &all, &Told { each: "layout_path", all: "result_layout" })
    }
}
