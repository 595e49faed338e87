//! The tables behind a diagnosis: findings, causes, and how strongly one shows the other.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::range::Range;
use crate::reference::rows;

/// What a person can see, hear, feel or measure: a row of edge-findings.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct Finding {
    /// Its code.
    pub code: String,
    /// top edge, face, bottom edge, kerf, flame, torch, metal.
    #[serde(rename = "where")]
    pub place: String,
    /// In plain words.
    pub plain_words: String,
    /// Effort to look, s.
    pub seconds: f64,
    /// Whether what it means depends on the fuel.
    pub by_fuel: bool,
}

/// What can make an edge poor: a row of edge-causes.csv.
#[derive(Clone, Debug, Deserialize)]
pub struct Cause {
    /// Its code.
    pub code: String,
    /// Relative odds before anything is seen, percent.
    pub prior: f64,
    /// motion, pressure, flame, tip, attitude, metal, supply, start, support, none.
    pub group: String,
    /// How to make sure.
    pub check: String,
    /// What to do.
    pub remedy: String,
}

#[derive(Debug, Deserialize)]
struct LinkRow {
    cause: String,
    strong: String,
    medium: String,
    weak: String,
    against: String,
}

/// Nothing wrong: the empty set of causes.
pub const ALL_WELL: &str = "all_well";

/// A strong link shows about so often. Source: `common_practice` (edge-links.csv).
const STRONG: f64 = 0.8;
/// A medium one. Source: as [`STRONG`].
const MEDIUM: f64 = 0.5;
/// A weak one. Source: as [`STRONG`].
const WEAK: f64 = 0.2;
/// What a cause leaves of a finding that speaks against it. Source: `ours`.
pub const AGAINST: f64 = 0.25;
/// A finding that shows by itself. Source: `ours`.
const LEAK: f64 = 0.03;
/// One too particular to show by itself. Source: `ours`.
const RARE_LEAK: f64 = 0.005;

/// Findings that hardly appear by themselves. Source: `ours`.
fn is_particular(code: &str) -> bool {
    ["metal_runs_not_burns", "whistles_inside", "second_layer", "edge_cracked_or_hard"]
        .contains(&code)
        || code.starts_with("flame_")
}

/// Signs of a right cut. Source: `common_practice`.
const GOOD: [&str; 3] = ["drag_lines_even_upright", "top_edge_square", "dross_easy"];
/// A right cut shows one of them about so often. Source: `ours`.
const GOOD_SHOWS: f64 = 0.8;
/// What a cause leaves of a good sign that has nothing to do with it. Source: `ours`.
const GOOD_DESPITE: f64 = 0.9;
/// What a cause leaves of a good sign that speaks against it. Source: `ours`.
const GOOD_AGAINST: f64 = 0.1;
/// Signs with which something is wrong whatever else looks right. Source: `common_practice`.
const NEVER_WELL: [&str; 6] = [
    "whistles_inside",
    "leak_at_tip_nut",
    "tip_glows",
    "metal_runs_not_burns",
    "second_layer",
    "edge_cracked_or_hard",
];

/// How strongly a cause shows a finding.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Link {
    /// Not at all.
    None,
    /// About one time in five.
    Weak,
    /// Every other time.
    Medium,
    /// Four times in five.
    Strong,
    /// The finding speaks against the cause.
    Against,
}

/// Priors that may be given, as in the table.
pub const PRIOR: Range = Range::new("prior", "1", 0.1, 50.0);

/// What a shop has set otherwise than the tables.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Tuning {
    /// Cause and its relative odds, [`PRIOR`].
    pub priors: Vec<(String, f64)>,
    /// Cause, finding, and how strongly one shows the other.
    pub links: Vec<(String, String, Link)>,
}

/// The tables as numbers: rows are findings, columns causes.
#[derive(Clone, Debug)]
pub struct Network {
    /// Findings in the order of their table.
    pub findings: &'static [Finding],
    /// Causes in the order of their table, without the one of nothing wrong.
    pub causes: &'static [Cause],
    /// Relative odds of each cause before anything is seen.
    pub priors: Vec<f64>,
    /// How each finding shows by itself.
    pub leak: Vec<f64>,
    /// `weight[finding][cause]`: how often the finding shows when the cause acts.
    pub weight: Vec<Vec<f64>>,
    /// `against[finding][cause]`: whether it speaks against the cause.
    pub against: Vec<Vec<bool>>,
    /// Whether each finding is a sign of a right cut.
    pub good: Vec<bool>,
    /// How each finding shows where nothing is wrong; 0 for one that rules that out.
    pub when_well: Vec<f64>,
    /// Nothing wrong, as its row says.
    pub well: &'static Cause,
}

/// The rows behind a network.
struct Rows {
    findings: Vec<Finding>,
    causes: Vec<Cause>,
    well: Cause,
}

static ROWS: LazyLock<Result<Rows>> = LazyLock::new(read_rows);

static NETWORK: LazyLock<Result<Network>> = LazyLock::new(load);

/// The network compiled in.
///
/// # Errors
/// [`Error::Reference`] when a table cannot be read.
pub fn network() -> Result<&'static Network> {
    NETWORK.as_ref().map_err(Clone::clone)
}

/// Every finding.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn findings() -> Result<&'static [Finding]> {
    Ok(network()?.findings)
}

/// Every cause, and nothing wrong last.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn causes() -> Result<impl Iterator<Item = &'static Cause>> {
    let all = network()?;
    Ok(all.causes.iter().chain(std::iter::once(all.well)))
}

fn faulty(what: String) -> Error {
    Error::Reference { file: "edge-links.csv", what }
}

fn read_rows() -> Result<Rows> {
    let findings: Vec<Finding> =
        rows("edge-findings.csv", include_str!("../../../reference/tables/edge-findings.csv"))?;
    let all: Vec<Cause> =
        rows("edge-causes.csv", include_str!("../../../reference/tables/edge-causes.csv"))?;
    let (well, causes): (Vec<Cause>, Vec<Cause>) =
        all.into_iter().partition(|cause| cause.code == ALL_WELL);
    let well = well.into_iter().next().ok_or_else(|| faulty("no row all_well".into()))?;
    Ok(Rows { findings, causes, well })
}

/// How often a finding shows where nothing is wrong.
fn when_well(code: &str) -> f64 {
    if GOOD.contains(&code) {
        GOOD_SHOWS
    } else if NEVER_WELL.contains(&code) {
        0.0
    } else {
        RARE_LEAK
    }
}

fn load() -> Result<Network> {
    let Rows { findings, causes, well } = ROWS.as_ref().map_err(Clone::clone)?;
    let links: Vec<LinkRow> =
        rows("edge-links.csv", include_str!("../../../reference/tables/edge-links.csv"))?;
    let leak: Vec<f64> = findings
        .iter()
        .map(|finding| if is_particular(&finding.code) { RARE_LEAK } else { LEAK })
        .collect();
    let mut network = Network {
        weight: vec![vec![0.0; causes.len()]; findings.len()],
        against: vec![vec![false; causes.len()]; findings.len()],
        when_well: findings.iter().map(|finding| when_well(&finding.code)).collect(),
        good: findings.iter().map(|finding| GOOD.contains(&finding.code.as_str())).collect(),
        leak,
        priors: causes.iter().map(|cause| cause.prior).collect(),
        findings,
        causes,
        well,
    };
    for link in &links {
        network.take(link)?;
    }
    Ok(network)
}

impl Network {
    /// The place of a finding.
    #[must_use]
    pub fn finding(&self, code: &str) -> Option<usize> {
        self.findings.iter().position(|finding| finding.code == code)
    }

    /// The place of a cause; nothing wrong has none.
    #[must_use]
    pub fn cause(&self, code: &str) -> Option<usize> {
        self.causes.iter().position(|cause| cause.code == code)
    }

    /// How strongly a cause shows a finding, both by their place.
    #[must_use]
    pub fn link(&self, finding: usize, cause: usize) -> Link {
        match self.weight[finding][cause] {
            _ if self.against[finding][cause] => Link::Against,
            weight if weight >= STRONG => Link::Strong,
            weight if weight >= MEDIUM => Link::Medium,
            weight if weight >= WEAK => Link::Weak,
            _ => Link::None,
        }
    }

    /// The network as a shop has tuned it.
    ///
    /// # Errors
    /// `UnknownChoice` for a code that is no cause or finding, `OutOfRange` outside [`PRIOR`].
    pub fn tuned(&self, tuning: &Tuning) -> Result<Self> {
        let unknown = |input, value: &str, allowed: Vec<&'static str>| Error::UnknownChoice {
            input,
            value: value.to_owned(),
            allowed,
        };
        let cause = |code: &str| {
            let known = || self.causes.iter().map(|it| it.code.as_str()).collect();
            self.cause(code).ok_or_else(|| unknown("cause", code, known()))
        };
        let finding = |code: &str| {
            let known = || self.findings.iter().map(|it| it.code.as_str()).collect();
            self.finding(code).ok_or_else(|| unknown("finding", code, known()))
        };
        let mut tuned = self.clone();
        for (code, prior) in &tuning.priors {
            tuned.priors[cause(code)?] = PRIOR.check(*prior)?;
        }
        for (of, shown, link) in &tuning.links {
            let (cause, finding) = (cause(of)?, finding(shown)?);
            tuned.against[finding][cause] = *link == Link::Against;
            tuned.weight[finding][cause] = match link {
                Link::None | Link::Against => 0.0,
                Link::Weak => WEAK,
                Link::Medium => MEDIUM,
                Link::Strong => STRONG,
            };
        }
        Ok(tuned)
    }

    fn take(&mut self, link: &LinkRow) -> Result<()> {
        if link.cause == ALL_WELL {
            // its row says which signs are good: the model of good signs holds it
            return self.places(&link.strong).map(|_| ());
        }
        let cause = self.cause(&link.cause);
        let cause = cause.ok_or_else(|| faulty(format!("no cause {}", link.cause)))?;
        let kinds = [(&link.strong, STRONG), (&link.medium, MEDIUM), (&link.weak, WEAK)];
        for (codes, weight) in kinds {
            for at in self.places(codes)? {
                self.weight[at][cause] = weight;
            }
        }
        for at in self.places(&link.against)? {
            self.against[at][cause] = true;
        }
        Ok(())
    }

    fn places(&self, codes: &str) -> Result<Vec<usize>> {
        let known =
            |code: &str| self.finding(code).ok_or_else(|| faulty(format!("no finding {code}")));
        codes.split(';').filter(|code| !code.is_empty()).map(known).collect()
    }

    /// How often a finding shows when just these causes act.
    ///
    /// ```text
    /// P = (1 − (1 − leak)·Π(1 − weight))·0.25^(causes it speaks against)
    /// good:  P = 0.8·0.9^(causes)·(0.1/0.9)^(causes it speaks against)
    /// ```
    /// Where nothing is wrong a bad sign shows once in 200, and some never.
    #[must_use]
    pub fn shows(&self, finding: usize, set: &[usize]) -> f64 {
        if set.is_empty() {
            return self.when_well[finding];
        }
        if self.good[finding] {
            let left = |cause: &usize| match self.against[finding][*cause] {
                true => GOOD_AGAINST,
                false => GOOD_DESPITE,
            };
            return GOOD_SHOWS * set.iter().map(left).product::<f64>();
        }
        let hidden: f64 = set.iter().map(|&cause| 1.0 - self.weight[finding][cause]).product();
        let opposed = set.iter().filter(|&&cause| self.against[finding][cause]).count();
        #[allow(clippy::cast_possible_truncation, clippy::cast_possible_wrap, reason = "at most 3")]
        let left = AGAINST.powi(opposed as i32);
        (1.0 - (1.0 - self.leak[finding]) * hidden) * left
    }
}
