//! Which metal is it? Four tests at the bench, weighed against each other.
//!
//! Each metal has a chance to answer each test one way; what was answered multiplies up. The
//! tests count as independent of each other. An aid to a decision, no analysis: where it
//! matters, the mill sheet or a laboratory says. Theory: docs/model/steel.md.

use std::sync::LazyLock;

use serde::Deserialize;

use crate::error::{Error, Result};
use crate::reference::{Table, read, table};
use crate::steel::cuttability::Cuttability;

/// A row of metal-tests.csv.
#[derive(Clone, Debug, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct MetalRow {
    /// Code of the metal.
    pub metal: String,
    /// How far oxygen cuts it.
    pub cuttability: Cuttability,
    prior: f64,
    magnet_strong: f64,
    magnet_weak: f64,
    magnet_none: f64,
    spark_long_white: f64,
    spark_bursting: f64,
    spark_short_red: f64,
    spark_dull_few: f64,
    spark_none: f64,
    file_bites: f64,
    file_hard: f64,
    file_skates: f64,
    chip_curls: f64,
    chip_breaks: f64,
    chip_hard: f64,
    #[serde(rename = "source")]
    _source: String,
}

/// A test at the bench with its answers, in the order one does them.
pub const TESTS: [(&str, &[&str]); 4] = [
    ("magnet", &["magnet_strong", "magnet_weak", "magnet_none"]),
    (
        "spark",
        &["spark_long_white", "spark_bursting", "spark_short_red", "spark_dull_few", "spark_none"],
    ),
    ("file", &["file_bites", "file_hard", "file_skates"]),
    ("chip", &["chip_curls", "chip_breaks", "chip_hard"]),
];

static METALS: Table<Vec<MetalRow>> = LazyLock::new(|| table!("metal-tests.csv"));

impl MetalRow {
    fn chance(&self, answer: &str) -> Option<f64> {
        Some(match answer {
            "magnet_strong" => self.magnet_strong,
            "magnet_weak" => self.magnet_weak,
            "magnet_none" => self.magnet_none,
            "spark_long_white" => self.spark_long_white,
            "spark_bursting" => self.spark_bursting,
            "spark_short_red" => self.spark_short_red,
            "spark_dull_few" => self.spark_dull_few,
            "spark_none" => self.spark_none,
            "file_bites" => self.file_bites,
            "file_hard" => self.file_hard,
            "file_skates" => self.file_skates,
            "chip_curls" => self.chip_curls,
            "chip_breaks" => self.chip_breaks,
            "chip_hard" => self.chip_hard,
            _ => return None,
        })
    }
}

/// What the answers make of an unknown piece.
#[derive(Clone, Debug, PartialEq)]
pub struct Guess {
    /// Each metal with its probability, most likely first.
    pub metals: Vec<(&'static str, Cuttability, f64)>,
    /// The verdict to act on.
    pub verdict: Cuttability,
    /// Probability that the piece cuts no worse than the verdict says.
    pub confidence: f64,
    /// The test that would tell most, among those not answered.
    pub next: Option<&'static str>,
}

/// Sure enough to act on. Source: `ours`.
const SURE: f64 = 0.9;

fn weighed(weights: &mut [f64]) {
    let sum: f64 = weights.iter().sum();
    // answers that contradict each other wholly leave nothing: then nothing is known
    let even = 1.0 / weights.len() as f64;
    weights.iter_mut().for_each(|weight| *weight = if sum > 0.0 { *weight / sum } else { even });
}

fn probability_of(metals: &[MetalRow], weights: &[f64], up_to: Cuttability) -> f64 {
    let pairs = metals.iter().zip(weights);
    pairs.filter(|(row, _)| row.cuttability <= up_to).map(|(_, weight)| weight).sum()
}

/// How unsure the verdict is: the entropy over the three verdicts, nats.
fn doubt(metals: &[MetalRow], weights: &[f64]) -> f64 {
    let all = [Cuttability::Cuts, Cuttability::WithCare, Cuttability::DoesNotCut];
    let of_verdict = |verdict: Cuttability| -> f64 {
        let pairs = metals.iter().zip(weights);
        pairs.filter(|(row, _)| row.cuttability == verdict).map(|(_, weight)| weight).sum()
    };
    all.into_iter().map(of_verdict).filter(|p| *p > 0.0).map(|p| -p * p.ln()).sum()
}

/// The doubt that is left, on average, once `answers` of a test are known.
fn doubt_after(metals: &[MetalRow], weights: &[f64], answers: &[&str]) -> f64 {
    let after = |answer: &&str| {
        let pairs = metals.iter().zip(weights);
        let mut next: Vec<f64> =
            pairs.map(|(row, weight)| weight * row.chance(answer).unwrap_or(0.0)).collect();
        let met: f64 = next.iter().sum();
        weighed(&mut next);
        met * doubt(metals, &next)
    };
    answers.iter().map(after).sum()
}

/// Weighs the `answers` of the tests made so far. Source: `ours` (metal-tests.csv).
///
/// The verdict is the best one that holds with 90 %: a doubtful piece is never called one
/// that cuts.
///
/// # Errors
/// `UnknownChoice` for an answer that no test has.
pub fn guess(answers: &[&str]) -> Result<Guess> {
    let metals = read(&METALS)?;
    let mut weights: Vec<f64> = metals.iter().map(|row| row.prior).collect();
    for answer in answers {
        for (row, weight) in metals.iter().zip(&mut weights) {
            let chance = row.chance(answer).ok_or_else(|| Error::UnknownChoice {
                input: "answers",
                value: (*answer).to_owned(),
                allowed: TESTS.iter().flat_map(|(_, answers)| answers.iter().copied()).collect(),
            })?;
            *weight *= chance;
        }
    }
    weighed(&mut weights);
    let verdict = [Cuttability::Cuts, Cuttability::WithCare]
        .into_iter()
        .find(|verdict| probability_of(metals, &weights, *verdict) >= SURE)
        .unwrap_or(Cuttability::DoesNotCut);
    let confidence = if verdict == Cuttability::DoesNotCut {
        1.0 - probability_of(metals, &weights, Cuttability::WithCare)
    } else {
        probability_of(metals, &weights, verdict)
    };
    let open = TESTS.iter().filter(|(_, known)| !known.iter().any(|it| answers.contains(it)));
    let next = open
        .map(|(test, known)| (*test, doubt_after(metals, &weights, known)))
        .min_by(|a, b| a.1.total_cmp(&b.1))
        .map(|(test, _)| test);
    let mut ranked: Vec<_> = metals
        .iter()
        .zip(&weights)
        .map(|(row, weight)| (row.metal.as_str(), row.cuttability, *weight))
        .collect();
    ranked.sort_by(|a, b| b.2.total_cmp(&a.2));
    Ok(Guess { metals: ranked, verdict, confidence, next })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_answers_of_every_test_are_all_there_is() {
        let metals = METALS.as_deref().unwrap_or_default();
        assert_eq!(metals.len(), 10);
        for row in metals {
            for (test, answers) in TESTS {
                let sum: f64 = answers.iter().filter_map(|answer| row.chance(answer)).sum();
                assert!((sum - 1.0).abs() < 1e-9, "{} {test}: {sum}", row.metal);
            }
        }
    }

    /// Common practice: a magnetic piece that curls under the chisel and throws long white
    /// sparks is mild steel; a file that bites where no magnet holds and no spark flies is
    /// aluminium or brass; a chip that breaks with short red sparks is cast iron.
    #[test]
    fn the_usual_answers_lead_where_the_trade_says() {
        for (answers, verdict, metal) in [
            (
                &["magnet_strong", "spark_long_white", "chip_curls"][..],
                Cuttability::Cuts,
                "mild_steel",
            ),
            (
                &["magnet_none", "spark_none", "file_bites"][..],
                Cuttability::DoesNotCut,
                "aluminium",
            ),
            (
                &["magnet_strong", "spark_short_red", "chip_breaks"][..],
                Cuttability::DoesNotCut,
                "grey_cast_iron",
            ),
            (
                &["magnet_none", "spark_dull_few"][..],
                Cuttability::DoesNotCut,
                "stainless_austenitic",
            ),
        ] {
            let found = guess(answers);
            assert!(
                found.as_ref().is_ok_and(|it| it.verdict == verdict && it.metals[0].0 == metal),
                "{answers:?}: {found:?}"
            );
        }
    }

    #[test]
    fn nobody_is_told_to_cut_what_was_not_tested() {
        assert!(guess(&[]).is_ok_and(|it| it.verdict != Cuttability::Cuts && it.next.is_some()));
        assert!(matches!(guess(&["tastes_sweet"]), Err(Error::UnknownChoice { .. })));
    }
}
