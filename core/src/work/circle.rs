//! A circle cut round a pivot: by hand with a bar, or by a carriage on a radius bar.
//!
//! The bar is set from the pivot to the middle of the tip, half a kerf off the edge that is kept; the cut begins in the scrap.
//! The way round is taken in thirds, since the body walks round it and the last third frees the piece. Left out: how the plate
//! stands, and so where the feet find room. Theory: docs/model/work.md.

use std::f64::consts::PI;

use crate::code::Code;
use crate::cut::{Process, Request, Settings, Start, plan as plan_cut};
use crate::error::Error;
use crate::note::{Level, Note};
use crate::quantity::{Duration, Length};
use crate::range::{Range, all};
use crate::trace::{Kind, Measure, number};
use crate::work::jet::Jet;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::as_one;

/// What is kept of it.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Kept {
    /// What lies inside.
    #[default]
    Disc,
    /// What lies outside.
    Hole,
}

/// What leads the torch round.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Turned {
    /// A bar with a pivot, by hand.
    #[default]
    Pivot,
    /// A carriage on a radius bar.
    Carriage,
}

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Circle {
    /// Of disc or hole, as it is to be.
    pub diameter: Length,
    /// The plate.
    pub thickness: Length,
    /// What is kept.
    pub kept: Kept,
    /// What leads the torch.
    pub turned: Turned,
}

/// How wide it may be.
pub const DIAMETER: Range = Range::new("diameter", "m", 0.02, 20.0);
/// The plate.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.003, 0.3);
/// A hole smaller than so many thicknesses, and than so much, is drilled where a hand turns the torch; with a carriage than so many.
/// Source: `common_practice`.
const DRILLED: (f64, f64) = (1.5, 0.025);
const DRILLED_BY_MACHINE: f64 = 1.0;
/// Walking the torch once round with the flame out, m/s. Source: `ours`.
const DRY: f64 = 0.030;

impl Circle {
    /// Half the circle that the middle of the tip goes: half a kerf outside a disc, half a kerf inside a hole.
    ///
    /// ```
    /// use galvanon_core::quantity::Length;
    /// use galvanon_core::work::circle::{Circle, Kept, Turned};
    /// let mm = Length::from_mm;
    /// let disc = Circle { diameter: mm(300.0), thickness: mm(12.0), kept: Kept::Disc, turned: Turned::Pivot };
    /// assert!((disc.pivot(mm(2.0)).as_mm() - 151.0).abs() < 1e-9);
    /// assert!((Circle { kept: Kept::Hole, ..disc }.pivot(mm(2.0)).as_mm() - 149.0).abs() < 1e-9);
    /// ```
    #[must_use]
    pub fn pivot(&self, kerf: Length) -> Length {
        let half = kerf.as_m() / 2.0;
        let off = match self.kept {
            Kept::Disc => half,
            Kept::Hole => -half,
        };
        Length::from_m(self.diameter.as_m() / 2.0 + off)
    }

    /// The plate that it cuts, as long as the way round.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        let mut request = base.clone();
        request.steel.thickness = self.thickness;
        request.cut.length = Length::from_m(PI * self.diameter.as_m());
        request.cut.start = Start::Pierce;
        request.cut.process = match self.turned {
            Turned::Pivot => Process::Guided,
            Turned::Carriage => Process::Machine,
        };
        request
    }

    /// A hole below which a drill is better.
    #[must_use]
    pub fn drilled_below(&self) -> Length {
        let t = self.thickness.as_m();
        Length::from_m(match self.turned {
            Turned::Pivot => (DRILLED.0 * t).max(DRILLED.1),
            Turned::Carriage => DRILLED_BY_MACHINE * t,
        })
    }

    fn notes(&self) -> Vec<Note> {
        let gap = |name, length: Length| (name, Measure::Number(Kind::Length, length.as_m()));
        let least = self.drilled_below();
        let small = self.kept == Kept::Hole && self.diameter < least;
        let values = vec![gap("diameter", self.diameter), gap("least", least)];
        let freed = match self.kept {
            Kept::Disc => "work_disc_comes_free",
            Kept::Hole => "work_slug_drops",
        };
        let drill = small.then(|| Note::new(Level::Caution, "work_drill_instead", values));
        drill.into_iter().chain([Note::new(Level::Caution, freed, vec![])]).collect()
    }
}

impl Circle {
    /// Centre or bar, once round without a flame, heat in the scrap, the way round in thirds.
    fn stages(&self, settings: &Settings, jet: &Jet) -> Vec<Stage> {
        let (pivot, pace) = (self.pivot(settings.kerf), settings.travel_speed.set);
        let scrap = match self.kept {
            Kept::Disc => Kept::Hole,
            Kept::Hole => Kept::Disc,
        };
        let set_up = match self.turned {
            Turned::Pivot => Stage::by_hand("circle_pivot", 120.0),
            Turned::Carriage => Stage::by_hand("circle_bar", 300.0),
        };
        let mut heat = jet.pressures();
        heat.push(("scrap", Measure::Word(scrap.code())));
        let mut stages = vec![
            set_up.with(vec![number("pivot", Kind::Bore, pivot.as_m())]),
            Stage::by_hand("circle_turn", 2.0 * PI * pivot.as_m() / DRY),
            Stage::heating("circle_heat", settings.time.preheat).with(heat),
        ];
        let third = Duration::from_s(settings.time.cutting.as_s() / 3.0);
        stages.extend(
            ["circle_first", "circle_second", "circle_last"]
                .map(|code| Stage::burning(code, third).with(jet.at_pace(pace))),
        );
        stages.push(Stage::by_hand("circle_out", settings.time.handling.as_s()));
        stages
    }
}

/// Plans the way round.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &Circle, base: &Request) -> Result<WorkPlan, Vec<Error>> {
    all([DIAMETER.check(asked.diameter.as_m()), THICKNESS.check(asked.thickness.as_m())])?;
    let like = asked.like(base);
    let settings = plan_cut(&like)?;
    let jet = Jet::of_cut(&settings);
    let stages = asked.stages(&settings, &jet);
    let mut made = WorkPlan::of(WorkKind::Circle, stages, &jet.flows, &base.factors);
    made.notes.clone_from(&jet.notes);
    made.notes.extend(asked.notes());
    made.cut = Some(Box::new(as_one(&made, settings, &like)));
    made.tip = Some(jet.tip);
    Ok(made)
}
