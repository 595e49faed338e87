//! With how few tips can a whole job be cut, every cut inside its tip's range, and what does
//! that cost against the best tip for each cut?
//!
//! A tip counts for a cut where the plan with it has no stop and nothing to say of its size; time and gas are those of that
//! plan. Where the shop leaves its regulator at one pressure, a tip that would run outside its band there counts only where
//! no other runs inside. A stroke of a shape and a run of a layout are cuts of their own, with
//! their times. Other work is made with the tip that its own plan has, and no other. Left out: what a tip is worn.

use crate::cut::consumption::Amounts;
use crate::cut::request::Request;
use crate::cut::section::stroke_plan;
use crate::cut::settings::{Settings, plan};
use crate::error::Error;
use crate::gas::fuel::{TipFace, characteristics};
use crate::note::Verdict;
use crate::quantity::{Duration, GasVolume, Length};
use crate::section::Stroke;
use crate::tip::choose::{comfortable, generic_series, suits};
use crate::tip::owned::{Label, Tip, TipKind};

/// One tip with the cuts it makes.
#[derive(Clone, Debug, PartialEq)]
pub struct TipUse {
    /// Its bore.
    pub bore: Length,
    /// Its face.
    pub face: TipFace,
    /// What it is made for.
    pub kind: TipKind,
    /// What a hand knows it by.
    pub label: Label,
    /// Places of its cuts in the job.
    pub cuts: Vec<usize>,
}

/// What a choice of tips takes for the whole job.
#[derive(Clone, Debug, PartialEq)]
pub struct TipChoice {
    /// The tips, in the order of their bores.
    pub tips: Vec<TipUse>,
    /// All cuts, changing tips not counted.
    pub time: Duration,
    /// Changing from each tip to the next, once.
    pub changing: Duration,
    /// All cuts.
    pub gas: Amounts,
}

/// The tips of a job.
#[derive(Clone, Debug, PartialEq)]
pub struct JobTips {
    /// The fewest tips that make every cut.
    pub fewest: TipChoice,
    /// The tip that each cut has in its own plan.
    pub best: TipChoice,
    /// Cuts that no tip at hand suits.
    pub without: Vec<usize>,
}

/// What a plan takes with one tip, all pieces.
#[derive(Clone, Debug, PartialEq)]
struct Taken {
    bore: Length,
    face: TipFace,
    kind: TipKind,
    label: Label,
    time: f64,
    oxygen: f64,
    fuel: f64,
    /// How far the pressure at the tip lies from the comfortable middle, or under one pressure for all cuts from what the tip
    /// would be set to, Pa.
    off: f64,
    fits: bool,
    /// The one pressure lies outside what is published for the tip.
    outside: bool,
}

/// A cut that a tip is wanted for: a plate, or a stroke of a shape with whether it is the first.
#[derive(Clone, Debug)]
pub struct Cutting {
    /// What is asked; of a stroke, the plate that it is like, with the tip that its plan has.
    pub request: Request,
    /// The stroke, and whether the torch is taken up for it.
    pub stroke: Option<(Stroke, bool)>,
    /// Of a run: the time that is spared where the torch is only moved on to it.
    pub spared: Duration,
    /// How many pieces.
    pub count: u32,
    /// Other work, as it is planned: its tip is its own.
    pub own: Option<Box<Settings>>,
}

impl From<Request> for Cutting {
    fn from(request: Request) -> Self {
        let (count, spared) = (request.cut.count, Duration::from_s(0.0));
        Self { count, request, stroke: None, spared, own: None }
    }
}

impl Cutting {
    fn planned(&self, request: &Request) -> Result<Taken, Vec<Error>> {
        let (settings, time, gas) = match (&self.stroke, &self.own) {
            (_, Some(own)) => ((**own).clone(), own.time, own.gas),
            (None, None) => {
                let settings = plan(request)?;
                let (time, gas) = (settings.time, settings.gas);
                (settings, time, gas)
            }
            (Some((stroke, first)), None) => {
                let made = stroke_plan(stroke, *first, request)?;
                (made.settings, made.time, made.gas)
            }
        };
        let pieces = f64::from(self.count);
        Ok(Taken {
            bore: settings.bore,
            face: settings.face,
            kind: settings.tip_kind,
            label: settings.tip_label.clone(),
            time: (time.total().as_s() - self.spared.as_s()) * pieces,
            oxygen: gas.oxygen.as_m3() * pieces,
            fuel: gas.fuel.as_m3() * pieces,
            off: off(&settings, request),
            fits: fits(&settings),
            outside: settings.notes.iter().any(|note| note.code == OUTSIDE),
        })
    }

    fn with(&self, (tip, face): &(Tip, TipFace)) -> Result<Option<Taken>, Vec<Error>> {
        let one = |error| vec![error];
        if let Some(own) = &self.own {
            let its = is_tip(tip, *face, own);
            return its.then(|| self.planned(&self.request)).transpose();
        }
        if tip.kind == TipKind::Gouging {
            return Ok(None);
        }
        let (request, fuel) = (&self.request, self.request.gas.fuel);
        let path = request.steel.thickness.as_m() / request.cut.bevel.as_rad().cos();
        let could = characteristics(fuel).map_err(one)?.tip_face == *face
            && suits(tip, Length::from_m(path), fuel).map_err(one)?;
        if !could {
            return Ok(None);
        }
        let taken = self.planned(&Request { tip: Some(tip.clone()), ..request.clone() })?;
        Ok(taken.fits.then_some(taken))
    }
}

/// Whether it is the tip of a plan.
fn is_tip(tip: &Tip, face: TipFace, plan: &Settings) -> bool {
    (tip.bore, face, tip.kind) == (plan.bore, plan.face, plan.tip_kind)
}

/// The tip of a plan, as far as a choice of tips asks it.
fn tip_of(plan: &Settings) -> Tip {
    let (face, kind, label) = (Some(plan.face), plan.tip_kind, plan.tip_label.clone());
    Tip { face, kind, label, ..Tip::of_bore(plan.bore) }
}

/// The note by which a plan says that the one pressure is not the tip's.
const OUTSIDE: &str = "one_pressure_off";

/// How far a plan's pressure at the tip lies from where it should, Pa.
fn off(settings: &Settings, request: &Request) -> f64 {
    let wanted = match request.policy.fixed_pressure() {
        Some(_) => settings.wanted_at_tip,
        None => comfortable(settings.path),
    };
    (settings.tip_pressure.as_pa() - wanted.as_pa()).abs()
}

/// The tips for one cut: those that run inside their bands, where there are some.
fn of_them_inside(row: Vec<Option<Taken>>) -> Vec<Option<Taken>> {
    if row.iter().flatten().all(|taken| taken.outside) {
        return row;
    }
    row.into_iter().map(|taken| taken.filter(|taken| !taken.outside)).collect()
}

/// Whether a plan has no stop, and nothing to say of the tip's size.
fn fits(settings: &Settings) -> bool {
    let of_size = |code: &str| code.starts_with("tip_too_") || code == "outside_chart";
    settings.verdict() != Verdict::Stop && !settings.notes.iter().any(|note| of_size(note.code))
}

/// More tips than this are not searched one by one. Source: `ours`.
const MOST_TIPS: usize = 20;
/// Flame out, let it cool, the other tip in, light again. Source: `ours`.
pub const TIP_CHANGE: Duration = Duration::from_s(120.0);

/// What each tip takes for each cut, where it suits.
type Table = Vec<Vec<Option<Taken>>>;

fn tips_of(cuttings: &[Cutting]) -> Result<Vec<(Tip, TipFace)>, Vec<Error>> {
    let one = |error| vec![error];
    let mut tips: Vec<(Tip, TipFace)> = Vec::new();
    let own: Vec<(Tip, TipFace)> = cuttings
        .iter()
        .filter_map(|cutting| cutting.own.as_ref())
        .map(|plan| (tip_of(plan), plan.face))
        .collect();
    for Cutting { request, .. } in cuttings.iter().filter(|cutting| cutting.own.is_none()) {
        let wanted = characteristics(request.gas.fuel).map_err(one)?.tip_face;
        let owned = if request.drawer.is_empty() {
            generic_series().map_err(one)?
        } else {
            request.drawer.clone()
        };
        for tip in owned {
            let face = tip.face.unwrap_or(wanted);
            let same = |(known, its): &(Tip, TipFace)| known.bore == tip.bore && *its == face;
            if tip.kind != TipKind::Gouging && !tips.iter().any(same) {
                tips.push((tip, face));
            }
        }
    }
    tips.sort_by(|a, b| a.0.bore.as_m().total_cmp(&b.0.bore.as_m()));
    for (tip, face) in own {
        let known = |(other, its): &(Tip, TipFace)| {
            (other.bore, *its, other.kind) == (tip.bore, face, tip.kind)
        };
        // in front: work has no other tip, a cut may have
        if !tips.iter().any(known) {
            tips.insert(0, (tip, face));
        }
    }
    tips.truncate(MOST_TIPS);
    Ok(tips)
}

/// Of the tips in `set`, the one with which a cut takes least time; of equal ones the nearest to the comfortable middle.
fn cheapest(row: &[Option<Taken>], set: u32) -> Option<(usize, Taken)> {
    let inside = row.iter().enumerate().filter(|(tip, _)| set & (1 << tip) != 0);
    inside.filter_map(|(tip, taken)| Some((tip, taken.clone()?))).min_by(|a, b| {
        // a millisecond is no difference
        let time = |taken: &Taken| (taken.time * 1e3).round();
        time(&a.1).total_cmp(&time(&b.1)).then(a.1.off.total_cmp(&b.1.off))
    })
}

/// The smallest set of tips that suits every cut of `wanted`, of equal ones that of the least time, then of the pressures
/// nearest the middle. Every size is tried before the next: a handful of tips, at most 20.
fn smallest(table: &Table, wanted: &[usize], tips: usize) -> u32 {
    let suiting = |cut: usize| {
        let bits = table[cut].iter().enumerate();
        bits.fold(0_u32, |set, (tip, taken)| set | (u32::from(taken.is_some()) << tip))
    };
    let mut needs: Vec<u32> = wanted.iter().map(|&cut| suiting(cut)).collect();
    needs.sort_unstable();
    needs.dedup();
    let worth = |set: u32| -> (f64, f64) {
        let all = wanted.iter().filter_map(|&cut| cheapest(&table[cut], set));
        all.fold((0.0, 0.0), |sum, (_, taken)| (sum.0 + taken.time, sum.1 + taken.off))
    };
    (0..=tips)
        .map(|size| {
            let sets = (0..1_u32 << tips).filter(|set| set.count_ones() as usize == size);
            sets.filter(|set| needs.iter().all(|need| need & set != 0)).collect::<Vec<_>>()
        })
        .find(|sets| !sets.is_empty())
        .and_then(|sets| {
            sets.into_iter().min_by(|a, b| {
                let (a, b) = (worth(*a), worth(*b));
                a.0.round().total_cmp(&b.0.round()).then(a.1.total_cmp(&b.1))
            })
        })
        .unwrap_or(0)
}

/// Adds up what cuts take, each with its tip.
fn choice(of: impl Iterator<Item = (usize, Taken)>) -> TipChoice {
    let mut tips: Vec<TipUse> = Vec::new();
    let (mut time, mut oxygen, mut fuel) = (0.0, 0.0, 0.0);
    for (cut, taken) in of {
        time += taken.time;
        oxygen += taken.oxygen;
        fuel += taken.fuel;
        let same = |tip: &&mut TipUse| {
            (tip.bore, tip.face, tip.kind) == (taken.bore, taken.face, taken.kind)
        };
        match tips.iter_mut().find(same) {
            Some(tip) => tip.cuts.push(cut),
            None => {
                let Taken { bore, face, kind, label, .. } = taken;
                tips.push(TipUse { bore, face, kind, label, cuts: vec![cut] });
            }
        }
    }
    tips.sort_by(|a, b| a.bore.as_m().total_cmp(&b.bore.as_m()));
    #[allow(clippy::cast_precision_loss, reason = "a handful of tips")]
    let changes = tips.len().saturating_sub(1) as f64;
    TipChoice {
        tips,
        time: Duration::from_s(time),
        changing: Duration::from_s(TIP_CHANGE.as_s() * changes),
        gas: Amounts { oxygen: GasVolume::from_m3(oxygen), fuel: GasVolume::from_m3(fuel) },
    }
}

/// The tips of a job.
///
/// # Errors
/// Every input of a cut that is not possible.
pub fn job_tips(cuttings: &[Cutting]) -> Result<JobTips, Vec<Error>> {
    let tips = tips_of(cuttings)?;
    let table: Table = cuttings
        .iter()
        .map(|cutting| {
            let row = tips.iter().map(|tip| cutting.with(tip)).collect::<Result<_, _>>()?;
            Ok(of_them_inside(row))
        })
        .collect::<Result<_, Vec<Error>>>()?;
    let (wanted, without): (Vec<usize>, Vec<usize>) =
        (0..cuttings.len()).partition(|&cut| table[cut].iter().any(Option::is_some));
    let set = smallest(&table, &wanted, tips.len());
    let fewest = wanted.iter().filter_map(|&cut| Some((cut, cheapest(&table[cut], set)?.1)));
    let own = wanted.iter().map(|&cut| Ok((cut, cuttings[cut].planned(&cuttings[cut].request)?)));
    let own = own.collect::<Result<Vec<_>, Vec<Error>>>()?;
    Ok(JobTips { fewest: choice(fewest), best: choice(own.into_iter()), without })
}
