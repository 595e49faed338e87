//! A rivet, a bolt head, a nut or a stud taken off, and what it sits on or in spared.
//!
//! A head goes in slices from the top, each a cut as thick and as long as the head is wide; what is left of it is washed off, or
//! washed away from a thread until the thread shows. A small nut is cut through, a large one beside its bolt on both sides. Sizes
//! follow from the diameter. Left out: countersunk heads, which are gouged, and what holds the joint otherwise.

use std::f64::consts::PI;
use std::sync::LazyLock;

use serde::Deserialize;

use crate::cut::{Note, Process, Quality, Request, Settings, Stroke, plan as plan_cut};
use crate::error::Error;
use crate::note::Level;
use crate::quantity::{Duration, Length};
use crate::range::Range;
use crate::reference::{Table, read, table};
use crate::steel::surface::Surface;
use crate::trace::{Kind, number};
use crate::work::head::{ACROSS, Head};
use crate::work::jet::Jet;
use crate::work::oxygen::time_to_remove;
use crate::work::stage::{Stage, WorkKind, WorkPlan};
use crate::work::whole::as_one;

/// What is taken off.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum What {
    /// A rivet's head.
    #[default]
    Rivet,
    /// A bolt's or a screw's head.
    BoltHead,
    /// A nut.
    Nut,
    /// A stud, off flush.
    Stud,
}

impl What {
    /// What a rivet's or a bolt's head is where nobody says; `None` for what has no head.
    #[must_use]
    pub const fn usual_head(self) -> Option<Head> {
        match self {
            Self::Rivet => Some(Head::Button),
            Self::BoltHead => Some(Head::Hex),
            Self::Nut | Self::Stud => None,
        }
    }
}

/// What is spared.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Save {
    /// Nothing.
    #[default]
    None,
    /// The thread.
    Stud,
    /// The plate under it.
    Plate,
    /// Both.
    Both,
}

impl Save {
    const fn thread(self) -> bool {
        matches!(self, Self::Stud | Self::Both)
    }

    const fn plate(self) -> bool {
        matches!(self, Self::Plate | Self::Both)
    }
}

/// What it is coated with.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Coated {
    /// Nothing, or oil that was wiped off.
    #[default]
    None,
    /// Zinc.
    Zinc,
    /// Cadmium: it poisons.
    Cadmium,
}

/// What is asked.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Fastener {
    /// What is taken off.
    pub what: What,
    /// What its head is like; of a nut and a stud nothing is read.
    pub head: Head,
    /// Of shank or thread.
    pub diameter: Length,
    /// What is spared.
    pub save: Save,
    /// Whether it is rusted.
    pub rusted: bool,
    /// What it is coated with.
    pub coated: Coated,
}

/// Shank or thread.
pub const DIAMETER: Range = Range::new("diameter", "m", 0.005, 0.1);
/// A nut's height in diameters. Source: `from_memory`.
const NUT: f64 = 0.9;
/// What is left of a head for the wash, and how thick a slice is, m. Source: `ours`.
const SKIN: f64 = 0.002;
const SLICE: f64 = 0.012;
/// A nut of a larger bolt is cut beside it on both sides. Source: `common_practice` (25 mm).
const LARGE: f64 = 0.025;
/// Depth of a thread, pitches. Source: `from_memory`.
const THREAD: f64 = 0.61;
/// How far off a thread a hand keeps, m. Source: `ours`.
const OFF_BY_HAND: f64 = 0.0015;

#[derive(Clone, Debug, Deserialize)]
struct PitchRow {
    diameter_mm: f64,
    pitch_mm: f64,
}

static PITCHES: Table<Vec<PitchRow>> = LazyLock::new(|| table!("thread-pitch.csv"));

/// Pitch of the coarse thread of a diameter. Source: `from_memory` (thread-pitch.csv).
fn pitch(diameter: Length) -> Result<f64, Error> {
    let rows = read(&PITCHES)?;
    let size = |row: &&PitchRow| row.diameter_mm <= diameter.as_mm() + 1e-6;
    let row = rows.iter().rfind(size).or(rows.first());
    Ok(row.map_or(0.0, |row| row.pitch_mm * 1e-3))
}

/// One cut of it, and how many.
struct Cuts {
    code: &'static str,
    thickness: f64,
    length: f64,
    count: f64,
    /// What stays for the wash, m³.
    left: f64,
}

impl Fastener {
    /// How wide it is across, and how high what stands out.
    #[must_use]
    pub fn size(&self) -> (Length, Length) {
        let d = self.diameter.as_m();
        let (across, high) = match self.what {
            What::Rivet | What::BoltHead => self.head.size(d),
            What::Nut => (ACROSS * d, NUT * d),
            What::Stud => (d, d),
        };
        (Length::from_m(across), Length::from_m(high))
    }

    fn cuts(&self) -> Cuts {
        let d = self.diameter.as_m();
        let (across, high) = self.size();
        let (across, high) = (across.as_m(), high.as_m());
        let slices = ((high - SKIN) / SLICE).ceil().max(1.0);
        let round = |half: f64| PI * half * half;
        // of a hexagon: sqrt(3)/2 of the square of its width
        let hexagon = 0.75_f64.sqrt() * across * across;
        let cut =
            |code, thickness, count, left| Cuts { code, thickness, length: across, count, left };
        match self.what {
            What::Rivet | What::BoltHead if self.head == Head::Countersunk => {
                // nothing stands out: all of it is washed out of its seat, with the tip that would slice it
                cut("fastener_sunk", across, 0.0, self.head.volume(d))
            }
            What::Rivet | What::BoltHead => {
                let skin = match self.head {
                    Head::Hex => hexagon * SKIN,
                    _ => (round(across / 2.0) * SKIN).min(self.head.volume(d)),
                };
                cut("fastener_slices", across, slices, skin)
            }
            What::Stud => cut("fastener_stud", d, 1.0, round(d / 2.0) * SKIN),
            What::Nut if self.save.thread() || d > LARGE => {
                // what stands between the two cuts and the thread
                let kept = round(d / 2.0) * high;
                let between =
                    if self.save.thread() { across * (d + 2.0 * SKIN) * high - kept } else { 0.0 };
                cut("fastener_nut_sides", high, 2.0, between.max(round(d / 2.0) * SKIN))
            }
            What::Nut => cut("fastener_nut_through", across, 1.0, hexagon * SKIN),
        }
    }

    /// How far the middle of the tip keeps from the axis of a thread that is spared.
    fn off_the_axis(&self, kerf: Length) -> Result<f64, Error> {
        let half = self.diameter.as_m() / 2.0;
        Ok(half + THREAD * pitch(self.diameter)? + kerf.as_m() / 2.0 + OFF_BY_HAND)
    }

    fn notes(&self) -> Vec<Note> {
        let note = |level, code| Note::new(level, code, vec![]);
        let coated = match self.coated {
            Coated::None => None,
            Coated::Zinc => Some(note(Level::Caution, "work_zinc")),
            Coated::Cadmium => Some(note(Level::Stop, "work_cadmium")),
        };
        let headed = self.what.usual_head().is_some();
        let sunk = headed && self.head == Head::Countersunk;
        let no_thread = self.what == What::Rivet && self.save.thread();
        let all = [
            coated,
            no_thread.then(|| note(Level::Caution, "work_rivet_has_no_thread")),
            self.save.plate().then(|| note(Level::Caution, "work_spare_the_plate")),
            (sunk && self.save.plate()).then(|| note(Level::Caution, "work_sunk_marks_its_seat")),
            self.rusted.then(|| note(Level::Info, "work_rusted")),
            Some(note(Level::Caution, "work_under_load")),
        ];
        all.into_iter().flatten().collect()
    }
}

impl Fastener {
    /// A slice as a cut of plate.
    #[must_use]
    pub fn like(&self, base: &Request) -> Request {
        let (cuts, mut request) = (self.cuts(), base.clone());
        let thinnest = crate::cut::limits::THICKNESS.low;
        request.steel.thickness = Length::from_m(cuts.thickness.max(thinnest));
        request.cut.length = Length::from_m(cuts.length);
        request.cut.process = Process::Freehand;
        request.cut.quality = Quality::Severance;
        request.cut.stroke = if self.what == What::Nut { Stroke::Nut } else { Stroke::Head };
        if self.rusted {
            request.steel.surface = Surface::HeavyRust;
        }
        request
    }
}

impl Fastener {
    /// Freed, heated, cut by what it takes, washed clean and driven out.
    fn stages(
        &self,
        settings: &Settings,
        jet: &Jet,
        like: &Request,
    ) -> crate::error::Result<Vec<Stage>> {
        let cuts = self.cuts();
        let (across, high) = self.size();
        let threaded = self.what != What::Rivet && self.save.thread();
        let axis = threaded.then(|| self.off_the_axis(settings.kerf)).transpose()?;
        let axis = axis.map(|off| number("off_the_axis", Kind::Gap, off));
        let mut last = jet.pressures();
        last.extend(axis.clone());
        let mut set = jet.at_pace(settings.travel_speed.set);
        set.extend([
            number("across", Kind::Gap, across.as_m()),
            number("high", Kind::Gap, high.as_m()),
            number("count", Kind::Count, cuts.count),
        ]);
        set.extend(axis);
        let washing = like.factors.speed.at_pace(time_to_remove(cuts.left, jet.flows.oxygen));
        let again = (cuts.count - 1.0).max(0.0);
        let moving = settings.time.handling.as_s() + again * like.policy.reposition.as_s();
        let hands = Duration::from_s(moving);
        let code = if threaded { "wash_to_thread" } else { "fastener_wash_skin" };
        let mut stages = vec![
            Stage::by_hand("fastener_free", 60.0),
            Stage::heating("fastener_heat", settings.time.preheat).with(jet.pressures()),
        ];
        if cuts.count < 1.0 {
            let code = if threaded { code } else { cuts.code };
            stages.push(Stage { hands, ..Stage::burning(code, washing) }.with(set));
        } else {
            let cutting = Duration::from_s(settings.time.cutting.as_s() * cuts.count);
            stages.push(Stage { hands, ..Stage::burning(cuts.code, cutting) }.with(set));
            stages.push(Stage::burning(code, washing).with(last));
        }
        stages.push(Stage::by_hand("fastener_out", 30.0));
        Ok(stages)
    }
}

/// Plans a fastener's end.
///
/// # Errors
/// Every input that is not possible.
pub fn plan(asked: &Fastener, base: &Request) -> Result<WorkPlan, Vec<Error>> {
    DIAMETER.check(asked.diameter.as_m()).map_err(|error| vec![error])?;
    let like = asked.like(base);
    let settings = plan_cut(&like)?;
    let jet = Jet::of_cut(&settings);
    let stages = asked.stages(&settings, &jet, &like).map_err(|error| vec![error])?;
    let mut made = WorkPlan::of(WorkKind::Fastener, stages, &jet.flows, &base.factors);
    made.notes = asked.notes();
    // the stages say how a head or a nut comes off
    made.notes.extend(jet.notes.iter().filter(|note| !note.code.starts_with("stroke_")).cloned());
    made.cut = Some(Box::new(as_one(&made, settings, &like)));
    made.tip = Some(jet.tip);
    Ok(made)
}
