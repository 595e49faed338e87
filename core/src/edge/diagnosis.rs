//! What made this edge poor? Every set of up to three causes, weighed against what was seen.
//!
//! Causes act independently of each other; a finding shows when any of the acting causes makes
//! it show, or by itself. The posterior is exact, by enumeration. What was looked at and not found
//! counts too; what nobody looked at does not. Left out: more than three causes at once, and
//! findings that depend on each other. Theory: docs/model/edge.md.

use std::sync::LazyLock;

use crate::edge::evidence::Evidence;
use crate::edge::network::{ALL_WELL, Network, network};
use crate::edge::trouble::shows_with;
use crate::error::{Error, Result};
use crate::gas::fuel::Fuel;

/// Causes that act at the same time at most. Source: `ours`.
const AT_ONCE: usize = 3;

/// What was told of an edge.
#[derive(Clone, Copy, Debug, Default, PartialEq)]
pub struct Told<'a> {
    /// Codes of findings seen.
    pub present: &'a [&'a str],
    /// Codes of findings looked for in vain.
    pub absent: &'a [&'a str],
    /// What plan, burn and gear say.
    pub evidence: &'a [Evidence],
    /// The fuel; what it never shows is not asked for. `None` where nobody said.
    pub fuel: Option<Fuel>,
}

/// A cause with its odds and what speaks for and against it.
#[derive(Clone, Debug, PartialEq)]
pub struct Suspect {
    /// Its code.
    pub code: &'static str,
    /// Probability that it acts.
    pub probability: f64,
    /// Findings seen that it makes show.
    pub speaks_for: Vec<&'static str>,
    /// Findings seen that speak against it, and ones it would show that were looked for in vain.
    pub speaks_against: Vec<&'static str>,
    /// What plan, burn and gear say of it.
    pub records: Vec<Evidence>,
}

/// What was found out.
#[derive(Clone, Debug, PartialEq)]
pub struct Diagnosis {
    /// Most likely first; nothing wrong among them.
    pub suspects: Vec<Suspect>,
    /// What to look at next; `None` when everything was looked at or little is left to learn.
    pub next_check: Option<NextCheck>,
    /// Pairs of findings that hardly go together.
    pub contradictions: Vec<(&'static str, &'static str)>,
    /// Whether the fuel is to be asked first: signs were told that weigh nothing without it.
    pub asks_fuel: bool,
}

/// The finding that tells most for the effort of looking.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct NextCheck {
    /// Its code.
    pub finding: &'static str,
    /// Bits of doubt that looking takes away on average.
    pub bits: f64,
    /// The two causes it tells apart best.
    pub between: (&'static str, &'static str),
}

/// Less than this is not worth a look, bits. Source: `ours`.
const WORTH_A_LOOK: f64 = 0.005;

/// Findings that hardly go together. Source: `common_practice`.
const CONTRADICT: [(&str, &str); 10] = [
    ("top_edge_square", "top_edge_rounded"),
    ("top_edge_square", "top_edge_beads"),
    ("drag_lines_even_upright", "drag_lines_raked"),
    ("drag_lines_even_upright", "drag_lines_uneven"),
    ("dross_easy", "dross_hard"),
    ("kerf_widens_at_bottom", "kerf_tapers_top_wide"),
    ("flame_feathered", "flame_thin_hissing"),
    ("star_short", "star_long"),
    ("face_scalloped", "drag_lines_even_upright"),
    ("not_through", "kerf_widens_at_bottom"),
];

type Sets = Vec<Vec<usize>>;

static SETS: LazyLock<Result<Sets>> = LazyLock::new(|| Ok(sets(network()?.causes.len())));

/// Every set of up to [`AT_ONCE`] of `count` causes, the empty one first.
fn sets(count: usize) -> Sets {
    let mut all: Sets = vec![vec![]];
    let mut from = 0;
    for _ in 0..AT_ONCE {
        let to = all.len();
        for at in from..to {
            let first = all[at].last().map_or(0, |last| last + 1);
            for next in first..count {
                let mut longer = all[at].clone();
                longer.push(next);
                all.push(longer);
            }
        }
        from = to;
    }
    all
}

fn places(network: &Network, codes: &[&str]) -> Result<Vec<usize>> {
    let place = |code: &&str| {
        network.finding(code).ok_or_else(|| Error::UnknownChoice {
            input: "findings",
            value: (*code).to_owned(),
            allowed: network.findings.iter().map(|finding| finding.code.as_str()).collect(),
        })
    };
    let mut found = codes.iter().map(place).collect::<Result<Vec<_>>>()?;
    // an answer given twice is one answer
    found.sort_unstable();
    found.dedup();
    Ok(found)
}

/// The odds of a cause before anything is seen, moved by what the records say.
fn prior(network: &Network, cause: usize, evidence: &[Evidence]) -> f64 {
    let code = network.causes[cause].code.as_str();
    let base = network.priors[cause] / 100.0;
    let moved: f64 =
        evidence.iter().filter(|it| it.cause == code).map(|it| it.likelihood_ratio).product();
    let odds = base / (1.0 - base) * moved;
    odds / (1.0 + odds)
}

/// The posterior over all sets.
fn weigh(network: &Network, sets: &Sets, seen: (&[usize], &[usize]), priors: &[f64]) -> Vec<f64> {
    let none: f64 = priors.iter().map(|p| 1.0 - p).product();
    let mut weights: Vec<f64> = sets
        .iter()
        .map(|set| {
            let odds: f64 =
                set.iter().map(|&cause| priors[cause] / (1.0 - priors[cause])).product();
            let present: f64 = seen.0.iter().map(|&finding| network.shows(finding, set)).product();
            let absent: f64 =
                seen.1.iter().map(|&finding| 1.0 - network.shows(finding, set)).product();
            none * odds * present * absent
        })
        .collect();
    let sum: f64 = weights.iter().sum();
    weights.iter_mut().for_each(|weight| *weight /= sum);
    weights
}

/// Doubt over the sets, bits.
fn entropy(weights: impl Iterator<Item = f64>) -> f64 {
    weights.filter(|p| *p > 0.0).map(|p| -p * p.log2()).sum()
}

/// Sets that hold nearly all of the probability: the rest moves no choice of the next look.
/// Source: `ours`.
const HELD: f64 = 0.999;

/// The likeliest sets that together hold [`HELD`] of the probability.
fn likely<'a>(sets: &'a Sets, weights: &[f64]) -> Vec<(&'a [usize], f64)> {
    let mut ranked: Vec<_> =
        sets.iter().zip(weights).map(|(set, weight)| (set.as_slice(), *weight)).collect();
    ranked.sort_by(|a, b| b.1.total_cmp(&a.1));
    let mut held = 0.0;
    let enough = ranked.iter().position(|(_, weight)| {
        held += weight;
        held >= HELD
    });
    ranked.truncate(enough.map_or(ranked.len(), |at| at + 1));
    ranked
}

/// What is looked at first when a cut did not go through. Source: `common_practice`: look first at the underside.
const UNDERSIDE: ([&str; 2], [&str; 2]) =
    (["not_through", "slag_comes_up"], ["far_face_dirty", "second_layer"]);

/// The underside, while a cut that did not go through leaves it unanswered.
fn underside(network: &Network, seen: &[usize], answered: &[usize]) -> Option<usize> {
    let (told, looks) = UNDERSIDE;
    let is_told = told.iter().filter_map(|code| network.finding(code)).any(|at| seen.contains(&at));
    let mut open = looks.iter().filter_map(|code| network.finding(code));
    open.find(|at| is_told && !answered.contains(at))
}

/// What the next look is chosen from.
struct Looks<'a> {
    /// Signs that were answered or passed over.
    passed_over: &'a [usize],
    /// A sign that comes before all others.
    first: Option<usize>,
    /// Causes, the likeliest first.
    suspects: &'a [Suspect],
}

fn next_check(network: &Network, sets: &[(&[usize], f64)], looks: &Looks<'_>) -> Option<NextCheck> {
    let Looks { passed_over, first, suspects } = *looks;
    let now = entropy(sets.iter().map(|(_, weight)| *weight));
    let open = (0..network.findings.len()).filter(|finding| !passed_over.contains(finding));
    let gain = |finding: usize| {
        let shows: Vec<f64> = sets.iter().map(|(set, _)| network.shows(finding, set)).collect();
        let yes: f64 = sets.iter().zip(&shows).map(|((_, weight), p)| weight * p).sum();
        let no = sets.iter().map(|(_, weight)| weight).sum::<f64>() - yes;
        let branch = |chance: f64, of: &dyn Fn(f64) -> f64| {
            let scaled = sets.iter().zip(&shows).map(|((_, weight), p)| weight * of(*p) / chance);
            if chance > 0.0 { chance * entropy(scaled) } else { 0.0 }
        };
        now - branch(yes, &|p| p) - branch(no, &|p| 1.0 - p)
    };
    let first = first.map(|finding| (finding, gain(finding)));
    let best = first.or_else(|| {
        open.map(|finding| (finding, gain(finding)))
            .filter(|(_, bits)| *bits > WORTH_A_LOOK)
            .max_by(|a, b| {
                let a_second = |it: &(usize, f64)| it.1 / network.findings[it.0].seconds;
                a_second(a).total_cmp(&a_second(b))
            })
    })?;
    let shown_by = |suspect: &Suspect| -> f64 {
        let cause = network.cause(suspect.code);
        cause.map_or(network.when_well[best.0], |cause| network.shows(best.0, &[cause]))
    };
    let leading = &suspects[..suspects.len().min(4)];
    let most = leading.iter().max_by(|a, b| shown_by(a).total_cmp(&shown_by(b)))?;
    let least = leading.iter().min_by(|a, b| shown_by(a).total_cmp(&shown_by(b)))?;
    Some(NextCheck {
        finding: network.findings[best.0].code.as_str(),
        bits: best.1,
        between: (most.code, least.code),
    })
}

/// What is known of an edge: findings seen, findings looked for in vain, and what the records say.
struct Known<'a> {
    present: &'a [usize],
    absent: &'a [usize],
    evidence: &'a [Evidence],
}

fn suspect(network: &Network, cause: usize, probability: f64, known: &Known<'_>) -> Suspect {
    let Known { present, absent, evidence } = known;
    let code = |&finding: &usize| network.findings[finding].code.as_str();
    let opposed = present.iter().filter(|&&finding| network.against[finding][cause]);
    let missed = absent.iter().filter(|&&finding| network.weight[finding][cause] >= 0.5);
    Suspect {
        code: network.causes[cause].code.as_str(),
        probability,
        speaks_for: present
            .iter()
            .filter(|&&finding| network.weight[finding][cause] > 0.0)
            .map(code)
            .collect(),
        speaks_against: opposed.chain(missed).map(code).collect(),
        records: evidence
            .iter()
            .filter(|it| it.cause == network.causes[cause].code)
            .cloned()
            .collect(),
    }
}

/// What made an edge poor, from what was seen, what was looked for in vain, and what plan, burn and
/// gear say.
///
/// | symbol | meaning | refused |
/// |---|---|---|
/// | `present` | codes of findings seen | unknown codes, none at all, one also in `absent` |
/// | `absent` | codes of findings looked for in vain | unknown codes |
/// | `evidence` | what the records say of causes | |
/// | → | causes by probability, the next look, contradictions | |
///
/// ```text
/// P(set | seen) ∝ Π prior · Π P(present | set) · Π (1 − P(absent | set))
/// ```
/// Source: `common_practice` for the tables, `ours` for the weights.
///
/// # Errors
/// `UnknownChoice` for a code that is no finding; `Missing` when nothing was answered;
/// `Contradiction` for a finding that is both seen and not.
pub fn diagnose(present: &[&str], absent: &[&str], evidence: &[Evidence]) -> Result<Diagnosis> {
    diagnose_with(network()?, &Told { present, absent, evidence, fuel: None })
}

/// Something must have been told, and nothing both seen and not.
fn told_something(seen: &[usize], missed: &[usize], evidence: &[Evidence]) -> Result<()> {
    if seen.is_empty() && missed.is_empty() && evidence.is_empty() {
        return Err(Error::Missing { input: "findings", needed_for: "diagnosis" });
    }
    if seen.iter().any(|finding| missed.contains(finding)) {
        let (value, against) = (1.0, 0.0);
        let code = "seen_and_not";
        return Err(Error::Contradiction { input: "findings", code, value, against, unit: "1" });
    }
    Ok(())
}

/// Every cause with the weight of the sets it is in, and that nothing is wrong; the likeliest first.
fn suspects(network: &Network, sets: &Sets, weights: &[f64], known: &Known<'_>) -> Vec<Suspect> {
    let mut marginals = vec![0.0; network.causes.len()];
    for (set, weight) in sets.iter().zip(weights) {
        set.iter().for_each(|&cause| marginals[cause] += weight);
    }
    let of_causes = marginals.iter().enumerate();
    let mut all: Vec<Suspect> =
        of_causes.map(|(cause, p)| suspect(network, cause, *p, known)).collect();
    all.push(Suspect {
        code: ALL_WELL,
        probability: weights[0],
        speaks_for: Vec::new(),
        speaks_against: Vec::new(),
        records: Vec::new(),
    });
    all.sort_by(|a, b| b.probability.total_cmp(&a.probability));
    all
}

/// [`diagnose`] with the weights of a shop, and with the fuel where it is known.
///
/// # Errors
/// As [`diagnose`].
pub fn diagnose_with(network: &Network, told: &Told<'_>) -> Result<Diagnosis> {
    let (evidence, sets) = (told.evidence, SETS.as_ref().map_err(Clone::clone)?);
    let (mut seen, mut missed) = (places(network, told.present)?, places(network, told.absent)?);
    told_something(&seen, &missed, evidence)?;
    // a sign that means another thing with another fuel weighs nothing without it
    let by_fuel = |at: &usize| told.fuel.is_none() && network.findings[*at].by_fuel;
    let asks_fuel = seen.iter().chain(&missed).any(by_fuel);
    seen.retain(|at| !by_fuel(at));
    missed.retain(|at| !by_fuel(at));
    let priors: Vec<f64> =
        (0..network.causes.len()).map(|cause| prior(network, cause, evidence)).collect();
    let weights = weigh(network, sets, (&seen, &missed), &priors);
    let known = Known { present: &seen, absent: &missed, evidence };
    let suspects = suspects(network, sets, &weights, &known);
    let never = |at: &usize| match told.fuel {
        Some(fuel) => !shows_with(&network.findings[*at].code, fuel),
        None => network.findings[*at].by_fuel,
    };
    let answered = [&seen[..], &missed[..]].concat();
    let passed_over: Vec<usize> =
        answered.into_iter().chain((0..network.findings.len()).filter(never)).collect();
    let held = likely(sets, &weights);
    let first = underside(network, &seen, &passed_over);
    let code = |code: &str| seen.iter().any(|&at| network.findings[at].code == code);
    let looks = Looks { passed_over: &passed_over, first, suspects: &suspects };
    Ok(Diagnosis {
        next_check: next_check(network, &held, &looks),
        asks_fuel,
        suspects,
        contradictions: CONTRADICT.into_iter().filter(|(a, b)| code(a) && code(b)).collect(),
    })
}
