//! A backing bar or an old weld washed off the steel that it sits on, a little left for the grinder.
//!
//! The bar's thickness picks the tip, up to that for 1/2 in, at the low end of its pressures; time is the oxygen that burns the bar less what is left.
//! Left out: a bar that is already loose, and the weld at its sides.

use crate::cut::tip_plan::tip_plan;
use crate::cut::{Note, Process, Request, Stroke};
use crate::error::{Error, Result};
use crate::note::Level;
use crate::quantity::{Duration, Length, Speed};
use crate::range::{Range, all};
use crate::trace::{Kind, Measure, number};
use crate::work::jet::Jet;
use crate::work::oxygen::time_to_remove;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::of_its_own;

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Wash {
    /// How thick the bar is.
    pub thickness: Length,
    /// How wide it is.
    pub width: Length,
    /// How long it is.
    pub length: Length,
    /// How much of it is left for the grinder.
    pub leave: Length,
}

/// A bar's thickness.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.003, 0.1);
/// A bar's width.
pub const WIDTH: Range = Range::new("width", "m", 0.003, 0.5);
/// A bar's length.
pub const LENGTH: Range = Range::new("length", "m", 0.001, 100.0);
/// Left for the grinder where nobody says; 1.5 to 3 mm is usual. Source: `common_practice`.
pub const LEAVE: Length = Length::from_mm(2.0);
/// Grinding off what is left, s/m³: 1 mm of a bar 38 mm wide takes some four minutes a metre. Source: `ours`.
const GRINDING: f64 = 6.3e6;

impl Wash {
    /// What may be left: less than the bar.
    #[must_use]
    pub const fn leaves(thickness: Length) -> Range {
        Range::new("leave", "m", 0.0005, 0.8 * thickness.as_m())
    }

    fn check(&self) -> std::result::Result<(), Vec<Error>> {
        all([
            THICKNESS.check(self.thickness.as_m()),
            WIDTH.check(self.width.as_m()),
            LENGTH.check(self.length.as_m()),
            Self::leaves(self.thickness).check(self.leave.as_m()),
        ])
    }
}

/// A jet that runs along the surface need not reach through: no thicker bar takes a larger one. Source: `ours`.
const WIDEST_JET: Length = Length::from_mm(12.7);

impl Wash {
    /// The plate that its jet is for.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        let mut request = base.clone();
        let thinner = self.thickness < WIDEST_JET;
        request.steel.thickness = if thinner { self.thickness } else { WIDEST_JET };
        request.cut.length = self.length;
        request.cut.process = Process::Freehand;
        request.cut.stroke = Stroke::Wash;
        request
    }
}

/// The jet that washes steel away: the low end of what cuts it.
fn washing_jet(request: &Request) -> Result<Jet> {
    let thickness = request.steel.thickness;
    let (tip, notes, _) = tip_plan(request, thickness)?;
    let mut jet = Jet::low(request, &tip, thickness)?;
    // a jet that runs along the surface may be larger than one that cuts through: it is no stop, it digs sooner
    let large = |note: Note| {
        let bore = vec![("bore", Measure::Number(Kind::Bore, jet.tip.bore.as_m()))];
        let digs = Note::new(Level::Caution, "work_large_jet", bore);
        if note.code == "tip_too_large" { digs } else { note }
    };
    let notes: Vec<Note> = notes.into_iter().map(large).collect();
    jet.notes.extend(notes);
    Ok(jet)
}

/// Plans a wash.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &Wash, base: &Request) -> std::result::Result<WorkPlan, Vec<Error>> {
    asked.check()?;
    let like = asked.like(base);
    let jet = washing_jet(&like).map_err(|error| vec![error])?;
    let own = like.factors.speed;
    let (width, length, leave) = (asked.width.as_m(), asked.length.as_m(), asked.leave.as_m());
    let volume = (asked.thickness.as_m() - leave) * width * length;
    let by_oxygen = time_to_remove(volume, jet.flows.oxygen);
    let running = own.at_pace(by_oxygen);
    let along = |time: Duration| Speed::from_m_s(length / time.as_s());
    let jet = jet.paced(along(by_oxygen), along(running), own);
    let left = number("leave", Kind::Gap, leave);
    let mut settings = jet.pressures();
    let pace = number("pace", Kind::Speed, along(running).as_m_s());
    settings.extend([pace, left.clone()]);
    let grinding = Duration::from_s(GRINDING * leave * width * length);
    let grinding = like.factors.clean_up.times(grinding);
    let stages = vec![
        Stage::by_hand("wash_look", 60.0),
        Stage::heating("wash_heat", jet.heat).with(jet.pressures()),
        Stage::burning("wash_run", running).with(settings),
        Stage::by_hand("wash_check", 30.0).with(vec![left.clone()]),
        Stage::grinding("wash_grind", grinding).with(vec![left]),
    ];
    let mut made = WorkPlan::of(WorkKind::Wash, stages, &jet.flows, &base.factors);
    made.notes.clone_from(&jet.notes);
    made.notes.push(Note::new(Level::Info, "work_by_oxygen", vec![]));
    made.cut = Some(Box::new(of_its_own(&made, &like, &jet, asked.width)?));
    made.tip = Some(jet.tip);
    Ok(made)
}
