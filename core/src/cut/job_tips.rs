//! With how few tips can a whole job be cut, every cut inside its tip's range, and what does
//! that cost against the best tip for each cut?

use super::request::Request;
use super::settings::{Settings, plan};
use crate::error::Error;
use crate::gas::fuel::{TipFace, characteristics};
use crate::quantity::{Duration, Length};
use crate::tip::choose::{generic_series, suits};
use crate::tip::owned::{Tip, TipKind};

/// One tip with the cuts it makes.
#[derive(Clone, Debug, PartialEq)]
pub struct TipUse {
    /// Its bore.
    pub bore: Length,
    /// Its face.
    pub face: TipFace,
    /// Places of its cuts in the job.
    pub cuts: Vec<usize>,
}

/// The tips of a job.
#[derive(Clone, Debug, PartialEq)]
pub struct JobTips {
    /// The fewest tips that make every cut, in the order of their bores.
    pub fewest: Vec<TipUse>,
    /// The tip that each cut would have by itself.
    pub best: Vec<TipUse>,
    /// Time of all cuts with the fewest tips.
    pub time_fewest: Duration,
    /// Time of all cuts with the best tip for each.
    pub time_best: Duration,
    /// Cuts that no tip at hand suits.
    pub without: Vec<usize>,
}

/// More tips than this are not searched one by one. Source: `ours`.
const MOST_TIPS: usize = 20;

/// What a tip does for a cut: the time of all its pieces, where it suits.
type Costs = Vec<Vec<Option<f64>>>;

fn tips_of(requests: &[Request]) -> Result<Vec<(Tip, TipFace)>, Vec<Error>> {
    let one = |error| vec![error];
    let mut tips: Vec<(Tip, TipFace)> = Vec::new();
    for request in requests {
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
    tips.truncate(MOST_TIPS);
    Ok(tips)
}

fn cost_of(request: &Request, (tip, face): &(Tip, TipFace)) -> Result<Option<f64>, Vec<Error>> {
    let one = |error| vec![error];
    let path = Length::from_m(request.steel.thickness.as_m() / request.cut.bevel.as_rad().cos());
    let fuel = request.gas.fuel;
    let fits = characteristics(fuel).map_err(one)?.tip_face == *face
        && suits(tip, (path, fuel)).map_err(one)?;
    if !fits {
        return Ok(None);
    }
    let with = plan(&Request { tip: Some(tip.clone()), ..request.clone() })?;
    Ok(Some(of_all(request, &with)))
}

fn of_all(request: &Request, settings: &Settings) -> f64 {
    settings.time.total().as_s() * f64::from(request.cut.count)
}

/// The cheapest tip of a set for a cut.
fn cheapest(costs: &[Option<f64>], set: u32) -> Option<(usize, f64)> {
    let inside = costs.iter().enumerate().filter(|(tip, _)| set & (1 << tip) != 0);
    inside.filter_map(|(tip, cost)| cost.map(|cost| (tip, cost))).min_by(|a, b| a.1.total_cmp(&b.1))
}

/// The smallest set of tips that makes every cut in `wanted`; of equal ones the quickest.
fn smallest(costs: &Costs, wanted: &[usize], tips: usize) -> u32 {
    let suiting = |cut: usize| {
        let bits = costs[cut].iter().enumerate();
        bits.fold(0_u32, |set, (tip, cost)| set | (u32::from(cost.is_some()) << tip))
    };
    let mut needs: Vec<u32> = wanted.iter().map(|&cut| suiting(cut)).collect();
    needs.sort_unstable();
    needs.dedup();
    let time = |set: u32| -> f64 {
        wanted.iter().filter_map(|&cut| cheapest(&costs[cut], set)).map(|(_, cost)| cost).sum()
    };
    (0..=tips)
        .map(|size| {
            let sets = (0..1_u32 << tips).filter(|set| set.count_ones() as usize == size);
            sets.filter(|set| needs.iter().all(|need| need & set != 0)).collect::<Vec<_>>()
        })
        .find(|sets| !sets.is_empty())
        .and_then(|sets| sets.into_iter().min_by(|a, b| time(*a).total_cmp(&time(*b))))
        .unwrap_or(0)
}

fn uses(
    tips: &[(Tip, TipFace)],
    costs: &Costs,
    (wanted, set): (&[usize], u32),
) -> (Vec<TipUse>, Duration) {
    let mut cuts: Vec<Vec<usize>> = vec![Vec::new(); tips.len()];
    let mut time = 0.0;
    for &cut in wanted {
        if let Some((tip, cost)) = cheapest(&costs[cut], set) {
            cuts[tip].push(cut);
            time += cost;
        }
    }
    let used = tips.iter().zip(cuts).filter(|(_, cuts)| !cuts.is_empty());
    let uses =
        used.map(|((tip, face), cuts)| TipUse { bore: tip.bore, face: *face, cuts }).collect();
    (uses, Duration::from_s(time))
}

/// The tips of a job's cuts, each planned with its own request.
///
/// # Errors
/// As [`plan`].
pub fn job_tips(requests: &[Request]) -> Result<JobTips, Vec<Error>> {
    let tips = tips_of(requests)?;
    let costs: Costs = requests
        .iter()
        .map(|request| tips.iter().map(|tip| cost_of(request, tip)).collect())
        .collect::<Result<_, _>>()?;
    let (wanted, without): (Vec<usize>, Vec<usize>) =
        (0..requests.len()).partition(|&cut| costs[cut].iter().any(Option::is_some));
    let (fewest, time_fewest) =
        uses(&tips, &costs, (&wanted, smallest(&costs, &wanted, tips.len())));
    let (best, time_best) = best_uses(requests, (&tips, &costs), &wanted)?;
    Ok(JobTips { fewest, best, time_fewest, time_best, without })
}

/// The tip that each cut would have by itself, as [`plan`] chooses it.
fn best_uses(
    requests: &[Request],
    (tips, costs): (&[(Tip, TipFace)], &Costs),
    wanted: &[usize],
) -> Result<(Vec<TipUse>, Duration), Vec<Error>> {
    let mut cuts: Vec<Vec<usize>> = vec![Vec::new(); tips.len()];
    let mut time = 0.0;
    for &cut in wanted {
        let alone = plan(&Request { tip: None, ..requests[cut].clone() })?;
        let same = |(tip, face): &(Tip, TipFace)| tip.bore == alone.bore && *face == alone.face;
        let chosen = tips.iter().position(same);
        if let Some(tip) = chosen {
            cuts[tip].push(cut);
            time += costs[cut][tip].unwrap_or_else(|| of_all(&requests[cut], &alone));
        }
    }
    let used = tips.iter().zip(cuts).filter(|(_, cuts)| !cuts.is_empty());
    let uses =
        used.map(|((tip, face), cuts)| TipUse { bore: tip.bore, face: *face, cuts }).collect();
    Ok((uses, Duration::from_s(time)))
}
