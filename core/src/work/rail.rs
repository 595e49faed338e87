//! A carriage on a rail: from setting it beside the line to the run-out, over a weld if there is one.
//!
//! The cut is section 3's by machine. The torch rides over the highest point of the whole run, so it stands off the lowest by as
//! much more; where a weld is crossed the steel is thicker there and the pace that of the thicker plate. Left out: a rail that
//! is not straight, and a radius bar.

use crate::cut::{Note, Process, Request, Settings, plan as plan_cut};
use crate::error::Error;
use crate::note::Level;
use crate::quantity::{Angle, Duration, Length, Speed};
use crate::range::{Range, all};
use crate::trace::{Kind, Measure, number};
use crate::work::dial::{Dial, Timed};
use crate::work::jet::Jet;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::as_one;

/// What is asked.
#[derive(Clone, Debug, PartialEq)]
pub struct Rail {
    /// How long the cut is.
    pub length: Length,
    /// The rail, where it is said: no shorter than the cut.
    pub rail: Option<Length>,
    /// The plate.
    pub thickness: Length,
    /// How far the highest point of the run stands above it: a weld, a clamp, a buckle.
    pub highest: Length,
    /// Of the edge.
    pub bevel: Angle,
    /// Marks of the dial that were timed.
    pub dial: Vec<Timed>,
}

/// How long the cut may be.
pub const LENGTH: Range = Range::new("length", "m", 0.01, 100.0);
/// The plate.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.003, 0.3);
/// What stands above it.
pub const HIGHEST: Range = Range::new("highest", "m", 0.0, 0.05);
/// Bevel.
pub const BEVEL: Range = Range::new("bevel", "rad", 0.0, 75.0_f64.to_radians());
/// The lowest point may lie so much beyond the cones' band. Source: `ours`.
const BEYOND: f64 = 0.005;
/// The length of a cut over which a weld counts. Source: `ours`.
const WELD: f64 = 0.025;
/// A dry run, there and back, m/s. Source: `ours`.
const DRY: f64 = 0.030;

impl Rail {
    /// How long its rail may be.
    #[must_use]
    pub const fn rails(length: Length) -> Range {
        Range::new("rail", "m", length.as_m(), 200.0)
    }

    fn check(&self) -> std::result::Result<Option<Dial>, Vec<Error>> {
        let mut checks = vec![
            LENGTH.check(self.length.as_m()),
            THICKNESS.check(self.thickness.as_m()),
            HIGHEST.check(self.highest.as_m()),
            BEVEL.check(self.bevel.as_rad()),
        ];
        checks.extend(self.rail.map(|rail| Self::rails(self.length).check(rail.as_m())));
        all(checks)?;
        let dial = (!self.dial.is_empty()).then(|| Dial::of(&self.dial)).transpose();
        dial.map_err(|error| vec![error])
    }

    fn request(&self, base: &Request, thickness: Length) -> Request {
        let mut request = base.clone();
        request.steel.thickness = thickness;
        request.cut.length = self.length;
        request.cut.process = Process::Machine;
        request.cut.bevel = self.bevel;
        request
    }

    /// The plate that it cuts.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        self.request(base, self.thickness)
    }

    /// Pace over the highest point, and the length that it holds for; nothing where nothing stands up.
    fn crossing(&self, base: &Request) -> std::result::Result<Option<(Length, Speed)>, Vec<Error>> {
        if self.highest.as_m() <= 0.0 {
            return Ok(None);
        }
        let thick =
            Length::from_m((self.thickness.as_m() + self.highest.as_m()).min(THICKNESS.high));
        let pace = plan_cut(&self.request(base, thick))?.travel_speed.set;
        Ok(Some((Length::from_m(WELD.min(self.length.as_m() / 2.0)), pace)))
    }

    fn height_note(&self, settings: &Settings) -> Option<Note> {
        let lowest = settings.standoff.set.as_m() + self.highest.as_m();
        let most = settings.standoff.high.as_m() + BEYOND;
        let gap = |name, value| (name, Measure::Number(Kind::Gap, value));
        (lowest > most).then(|| {
            Note::new(
                Level::Caution,
                "work_rides_too_high",
                vec![gap("lowest", lowest), gap("most", most)],
            )
        })
    }
}

impl Rail {
    /// Track, head and height, a dry run, the cut with the weld it crosses, and out at the far edge.
    fn stages(
        &self,
        settings: &Settings,
        jet: &Jet,
        crossing: Option<(Length, Speed)>,
    ) -> Vec<Stage> {
        let (length, highest) = (self.length.as_m(), self.highest.as_m());
        let (pace, high) = (settings.travel_speed.set, settings.standoff.set.as_m());
        let over = crossing.map_or(0.0, |(length, _)| length.as_m());
        let running = Duration::from_s((length - over) / pace.as_m_s());
        let track = number("length", Kind::Length, length);
        let head = number("angle", Kind::Angle, self.bevel.as_rad());
        let heights =
            [number("standoff", Kind::Gap, high), number("lowest", Kind::Gap, high + highest)];
        let mut stages = vec![
            Stage::by_hand("rail_set", 180.0).with(vec![track]),
            Stage::by_hand("rail_head", 60.0).with(vec![head]),
            Stage::by_hand("rail_height", 60.0).with(heights.to_vec()),
            Stage::by_hand("rail_dry_run", 2.0 * length / DRY),
            Stage::heating("rail_heat", jet.heat).with(jet.pressures()),
            Stage::burning("rail_travel", running).with(jet.at_pace(pace)),
        ];
        if let Some((weld, slow)) = crossing {
            let time = Duration::from_s(weld.as_m() / slow.as_m_s());
            let thick = self.thickness.as_m() + highest;
            let set = vec![
                number("pace", Kind::Speed, slow.as_m_s()),
                number("thickness", Kind::Length, thick),
            ];
            stages.push(Stage::burning("rail_weld", time).with(set));
        }
        stages.push(Stage::by_hand("rail_run_out", 20.0));
        stages
    }
}

/// Plans a cut by carriage.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &Rail, base: &Request) -> std::result::Result<WorkPlan, Vec<Error>> {
    let dial = asked.check()?;
    let like = asked.like(base);
    let settings = plan_cut(&like)?;
    let jet = Jet::of_cut(&settings);
    let pace = settings.travel_speed.set;
    let stages = asked.stages(&settings, &jet, asked.crossing(base)?);
    let mut made = WorkPlan::of(WorkKind::Rail, stages, &jet.flows, &base.factors);
    made.notes.clone_from(&jet.notes);
    made.notes.extend(asked.height_note(&settings));
    made.dial = dial.map(|dial| dial.for_pace(pace));
    if let Some(found) = made.dial.filter(|found| found.outside) {
        let mark = vec![number("mark", Kind::Ratio, found.mark)];
        made.notes.push(Note::new(Level::Caution, "work_dial_outside", mark));
    }
    made.cut = Some(Box::new(as_one(&made, settings, &like)));
    made.tip = Some(jet.tip);
    Ok(made)
}
