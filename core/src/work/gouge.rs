//! A groove along a plate: how wide and deep a pass goes, how many, how long.
//!
//! The plate's thickness picks the tip, for a thin one wants a small jet; groove and passes follow from its bore. Width and depth by
//! bore are common practice; time is the oxygen that burns what is taken out, no faster than a hand goes. Left out: a groove
//! that is not straight, and steel that is not mild.

use std::f64::consts::PI;

use crate::band::Band;
use crate::cut::tip_plan::TipPlan;
use crate::cut::{Note, Process, Request, Stroke};
use crate::error::{Error, Result};
use crate::gas::fuel::characteristics;
use crate::note::Level;
use crate::physics::compressible::Orifice;
use crate::quantity::{Duration, GaugePressure, Length, Speed};
use crate::range::{Range, all};
use crate::tip::owned::{Tip, TipKind};
use crate::tip::pressure::flow;
use crate::trace::{Kind, Named, number};
use crate::work::jet::Jet;
use crate::work::oxygen::time_to_remove;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::of_its_own;

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Gouge {
    /// How deep the groove is to be: less than the plate.
    pub depth: Length,
    /// How long.
    pub length: Length,
    /// The plate it is in.
    pub thickness: Length,
}

/// How long it may be.
pub const LENGTH: Range = Range::new("length", "m", 0.001, 100.0);
/// The plate it may be in.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.003, 0.3);
/// Bores where the drawer holds no gouging tip, and the plate that each is for. Source: `ours`.
const BORES: [(f64, f64); 3] = [(0.012, 0.0016), (0.025, 0.0024), (f64::INFINITY, 0.0032)];
/// Width of a pass, bores; 5 to 8. Source: `common_practice`.
const WIDTH: f64 = 6.5;
/// Depth of a pass, a part of its width. Source: `common_practice`.
const DEPTH: f64 = 0.6;
/// A gouging jet is slow: the least that still fills the bore. Source: `ours`.
const AT_TIP: GaugePressure = GaugePressure::from_pa(100e3);
/// A hand goes no faster, m/s; 300 to 600 mm/min is usual. Source: `from_memory`.
const FASTEST: f64 = 0.010;
/// Torch to plate: heating, and running; degrees. Source: `from_memory`.
const ANGLES: ([f64; 2], [f64; 2]) = ([20.0, 40.0], [5.0, 15.0]);

impl Gouge {
    /// What its depth may be: it stays in the plate.
    #[must_use]
    pub const fn depths(thickness: Length) -> Range {
        Range::new("depth", "m", 0.0005, 0.9 * thickness.as_m())
    }

    fn check(&self) -> std::result::Result<(), Vec<Error>> {
        all([
            THICKNESS.check(self.thickness.as_m()),
            LENGTH.check(self.length.as_m()),
            Self::depths(self.thickness).check(self.depth.as_m()),
        ])
    }
}

/// The gouging tip of the drawer that comes nearest to what the plate wants; of our own series where it holds none.
fn tip(base: &Request, thickness: Length) -> Result<(Tip, bool)> {
    let face = characteristics(base.gas.fuel)?.tip_face;
    let wanted = BORES.iter().find(|(most, _)| thickness.as_m() < *most).map_or(0.0032, |it| it.1);
    let fits = |tip: &&Tip| tip.kind == TipKind::Gouging && tip.face.is_none_or(|own| own == face);
    let off = |tip: &Tip| (tip.bore.as_m() - wanted).abs();
    let owned = base.tip.iter().chain(&base.drawer).filter(fits);
    let owned = owned.min_by(|a, b| off(a).total_cmp(&off(b)));
    let generic =
        Tip { face: Some(face), kind: TipKind::Gouging, ..Tip::of_bore(Length::from_m(wanted)) };
    Ok((owned.cloned().unwrap_or(generic), owned.is_some()))
}

impl Gouge {
    /// The plate that its tip is for.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        let mut request = base.clone();
        request.steel.thickness = self.thickness;
        request.cut.length = self.length;
        request.cut.process = Process::Freehand;
        request.cut.stroke = Stroke::Gouge;
        request
    }
}

fn jet(asked: &Gouge, base: &Request) -> Result<(Jet, bool)> {
    let request = asked.like(base);
    let (tip, owned) = tip(base, asked.thickness)?;
    let orifice = Orifice { bore: tip.bore, discharge: base.policy.discharge };
    let through = flow(&orifice, AT_TIP, base.policy.ambient)?;
    let face = tip.face.unwrap_or(characteristics(base.gas.fuel)?.tip_face);
    let plan = TipPlan {
        tip,
        face,
        pressure: Band { low: AT_TIP, set: AT_TIP, high: AT_TIP },
        wanted: AT_TIP,
        flow: Band { low: through, set: through, high: through },
        chart: None,
    };
    Ok((Jet::low(&request, &plan, asked.thickness)?, owned))
}

/// Groove of one pass: how wide, and how deep at most.
fn pass(bore: Length) -> (f64, f64) {
    let width = WIDTH * bore.as_m();
    (width, DEPTH * width)
}

/// The torch's angle to the plate, degrees, as a stage says it.
fn from_to([from, to]: [f64; 2]) -> Vec<Named> {
    let angle = |name, degrees: f64| number(name, Kind::Angle, degrees.to_radians());
    vec![angle("angle_from", from), angle("angle_to", to)]
}

/// A groove by its passes.
struct Groove {
    /// m.
    width: f64,
    passes: f64,
    /// m³.
    volume: f64,
}

impl Gouge {
    /// Marked, heated for each pass, washed out and measured.
    fn stages(&self, groove: &Groove, jet: &Jet, running: Duration) -> Vec<Stage> {
        let Groove { width, passes, volume } = *groove;
        let (depth, length) = (self.depth.as_m(), self.length.as_m());
        let heat = Duration::from_s(jet.heat.as_s() * passes);
        let mut heating = from_to(ANGLES.0);
        heating.extend(jet.pressures());
        let mut run = jet.pressures();
        run.extend([
            number("passes", Kind::Count, passes),
            number("width", Kind::Gap, width),
            number("depth_a_pass", Kind::Gap, depth / passes),
            number("pace", Kind::Speed, passes * length / running.as_s()),
        ]);
        run.extend(from_to(ANGLES.1));
        let measured =
            [number("depth", Kind::Gap, depth), number("volume_mm3", Kind::Ratio, volume * 1e9)];
        vec![
            Stage::by_hand("gouge_mark", 60.0),
            Stage::heating("gouge_heat", heat).with(heating),
            Stage::burning("gouge_run", running).with(run),
            Stage::by_hand("gouge_measure", 30.0).with(measured.to_vec()),
        ]
    }
}

/// Plans a groove.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &Gouge, base: &Request) -> std::result::Result<WorkPlan, Vec<Error>> {
    asked.check()?;
    let (jet, owned) = jet(asked, base).map_err(|error| vec![error])?;
    let (width, deepest) = pass(jet.tip.bore);
    let (depth, length) = (asked.depth.as_m(), asked.length.as_m());
    let passes = (depth / deepest - 1e-9).ceil().max(1.0);
    let volume = PI / 4.0 * width * depth * length;
    let own = base.factors.speed;
    let by_oxygen = time_to_remove(volume, jet.flows.oxygen);
    let running = Duration::from_s(own.at_pace(by_oxygen).as_s().max(passes * length / FASTEST));
    let along = |time: Duration| Speed::from_m_s(length / time.as_s());
    let jet = jet.paced(along(by_oxygen), along(running), own);
    let groove = Groove { width, passes, volume };
    let stages = asked.stages(&groove, &jet, running);
    let mut made = WorkPlan::of(WorkKind::Gouge, stages, &jet.flows, &base.factors);
    made.notes.clone_from(&jet.notes);
    if !owned {
        let bore = number("bore", Kind::Bore, jet.tip.bore.as_m());
        made.notes.push(Note::new(Level::Caution, "work_no_gouging_tip", vec![bore]));
    }
    made.notes.push(Note::new(Level::Info, "work_by_oxygen", vec![]));
    let like = asked.like(base);
    made.cut = Some(Box::new(of_its_own(&made, &like, &jet, Length::from_m(width))?));
    made.tip = Some(jet.tip);
    Ok(made)
}
