//! The torch laid along the length of a wall, where no other side is in reach.
//!
//! Planned as plate as thick as the depth reached, at half its pace: where the jet leaves at the far edge in one pass, where it
//! stays in the steel in several. Rough, and slow; never where another side is in reach. Left out: what a bend in the wall does.

use crate::cut::{Note, Process, Quality, Request, plan as plan_cut};
use crate::error::Error;
use crate::note::Level;
use crate::quantity::{Duration, Length};
use crate::range::{Range, all};
use crate::trace::{Kind, number};
use crate::work::jet::Jet;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::as_one;

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct LongCut {
    /// Steel in the jet's way, from the side that is in reach to the far edge.
    pub thickness: Length,
    /// How deep it is cut: to the far edge, or less.
    pub depth: Length,
    /// How long.
    pub length: Length,
}

/// Steel in the jet's way.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.003, 0.3);
/// How long.
pub const LENGTH: Range = Range::new("length", "m", 0.001, 100.0);
/// Of the pace in plate. Source: `ours`.
const PACE: f64 = 0.5;
/// A pass that stays in the steel goes no deeper than this part of what its tip cuts through. Source: `ours`.
const BLIND: f64 = 0.4;

impl LongCut {
    /// How deep it may go.
    #[must_use]
    pub const fn depths(thickness: Length) -> Range {
        Range::new("depth", "m", 0.003, thickness.as_m())
    }

    fn check(&self) -> std::result::Result<(), Vec<Error>> {
        all([
            THICKNESS.check(self.thickness.as_m()),
            LENGTH.check(self.length.as_m()),
            Self::depths(self.thickness).check(self.depth.as_m()),
        ])
    }

    /// The plate that it is planned as: as thick as the depth reached.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        let mut request = base.clone();
        request.steel.thickness = self.depth;
        request.cut.length = self.length;
        request.cut.process = Process::Freehand;
        request.cut.quality = Quality::Severance;
        request
    }

    /// Whether the jet leaves at the far edge.
    fn is_through(&self) -> bool {
        self.depth.as_m() > self.thickness.as_m() * (1.0 - 1e-9)
    }
}

/// Plans a long cut.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &LongCut, base: &Request) -> std::result::Result<WorkPlan, Vec<Error>> {
    asked.check()?;
    let like = asked.like(base);
    let settings = plan_cut(&like)?;
    let jet = Jet::of_cut(&settings);
    let passes = if asked.is_through() { 1.0 } else { (1.0 / BLIND - 1e-9).ceil() };
    let pace = settings.travel_speed.set.as_m_s() * PACE;
    let running = Duration::from_s(passes * asked.length.as_m() / pace);
    let heat = Duration::from_s(passes * settings.time.preheat.as_s());
    let mut set = jet.pressures();
    set.extend([
        number("pace", Kind::Speed, pace),
        number("passes", Kind::Count, passes),
        number("depth_a_pass", Kind::Length, asked.depth.as_m() / passes),
    ]);
    let stages = vec![
        Stage::by_hand("long_mark", 120.0),
        Stage::heating("long_heat", heat).with(jet.pressures()),
        Stage::burning("long_run", running).with(set),
        Stage::by_hand("long_free", 60.0),
    ];
    let mut made = WorkPlan::of(WorkKind::LongCut, stages, &jet.flows, &base.factors);
    made.notes.clone_from(&jet.notes);
    made.notes.push(Note::new(Level::Caution, "work_long_cut_is_rough", vec![]));
    made.cut = Some(Box::new(as_one(&made, settings, &like)));
    made.tip = Some(jet.tip);
    Ok(made)
}
