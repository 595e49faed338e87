//! Does plain oxygen cut it? Each alloying element against the published limits, the carbon
//! equivalent, and what the steel itself wants of heat.
//!
//! Iron burns in oxygen below its melting point; enough chromium, nickel or aluminium makes
//! an oxide that does not melt away, and the burning stops. Left out: how elements act on
//! each other beyond the carbon equivalent. Theory: docs/model/steel.md.

use serde::Deserialize;

use crate::error::Result;
use crate::note::{Level, Note};
use crate::quantity::{Length, Temperature};
use crate::steel::alloy_limit::{Reached, limit_of};
use crate::steel::composition::Composition;
use crate::steel::fume::fume_notes;
use crate::steel::grade::Family;
use crate::steel::preheat_need::{Preheat, preheat_need, tempered_cap};
use crate::trace::{Kind, Measure, Named};

/// How far plain oxygen cuts a steel.
#[derive(
    Clone,
    Copy,
    Debug,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    Deserialize,
    strum::IntoStaticStr,
    strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
#[serde(rename_all = "snake_case")]
pub enum Cuttability {
    /// As mild steel.
    Cuts,
    /// With care: preheat, a clean surface, a watch for cracks.
    WithCare,
    /// Not by plain oxygen.
    DoesNotCut,
}

/// Less iron than this is no steel: what burns is missing, percent. Source: `ours`.
const LEAST_IRON: f64 = 50.0;
/// Carbon equivalent beyond which the formula says nothing, percent. Source: `ours`.
const HIGHEST_EQUIVALENT: f64 = 1.5;
/// Where the formula holds, percent by weight. Source: `iiw_carbon_equivalent`, from memory.
const FORMULA_HOLDS: [(&str, f64); 5] =
    [("Mn", 1.7), ("Cr", 1.0), ("Ni", 2.5), ("Mo", 0.75), ("Cu", 1.0)];
/// Less iron than this never cuts as mild steel does, percent. Source: `ours`.
const PLAIN_IRON: f64 = 90.0;
/// Metals that burn in oxygen by themselves, and the share from which an alloy is one of them, percent.
/// Source: `common_practice` for the metals, `ours` for the share.
const BURNING: ([&str; 3], f64) = (["Mg", "Ti", "Zr"], 10.0);
/// Alloys that add up: each over its own limit, together over this. Source: `ours`; tool steels of 18 W - 4 Cr or
/// 5 Mo - 6 W lie over it, 5 Cr - 1/2 Mo under it.
const TOGETHER: ([&str; 3], f64) = (["Cr", "Mo", "W"], 1.2);

/// How a steel stands to plain oxygen, and why.
#[derive(Clone, Debug, PartialEq)]
pub struct Assessment {
    /// How far oxygen cuts it.
    pub cuttability: Cuttability,
    /// Carbon equivalent, percent; `None` without carbon.
    pub carbon_equivalent: Option<f64>,
    /// Heat that the steel itself wants; `None` for none, or none that a formula gives.
    pub preheat: Option<Preheat>,
    /// Why, most serious first.
    pub reasons: Vec<Note>,
    /// The element that limits it most, with its percentage.
    pub because: Option<(&'static str, f64)>,
}

const fn reason_code(element: &str, beyond: bool) -> &'static str {
    match (element.as_bytes(), beyond) {
        (b"C", false) => "alloy_carbon_care",
        (b"C", true) => "alloy_carbon_beyond",
        (b"Mn", false) => "alloy_manganese_care",
        (b"Si", false) => "alloy_silicon_care",
        (b"Cr", false) => "alloy_chromium_care",
        (b"Cr", true) => "alloy_chromium_beyond",
        (b"S", false) => "alloy_sulphur_care",
        (_, false) => "alloy_care",
        (_, true) => "alloy_beyond",
    }
}

fn percent(name: &'static str, value: f64) -> Named {
    (name, Measure::Number(Kind::Percent, value / 100.0))
}

fn of_element(element: &'static str, share: f64) -> Result<(Cuttability, Option<Note>)> {
    let values = |limit: f64| {
        vec![
            ("element", Measure::Word(element)),
            percent("percent", share),
            percent("limit", limit),
        ]
    };
    let Some(limit) = limit_of(element)? else {
        let note = Note::new(Level::Info, "no_published_limit", values(0.0));
        return Ok((Cuttability::Cuts, Some(note)));
    };
    let noted = |level, code, passed| Some(Note::new(level, code, values(passed)));
    let (normal, care) = (limit.cuts_normally_up_to_percent, limit.cuts_with_care_up_to_percent);
    Ok(match limit.reached(share) {
        Reached::Normal => (Cuttability::Cuts, None),
        Reached::Care => {
            let code = reason_code(element, false);
            (Cuttability::WithCare, noted(Level::Caution, code, normal))
        }
        Reached::Beyond => {
            let code = reason_code(element, true);
            (Cuttability::DoesNotCut, noted(Level::Stop, code, care))
        }
        Reached::Unpublished => {
            (Cuttability::WithCare, noted(Level::Caution, "beyond_published", care))
        }
    })
}

/// Why the carbon equivalent cannot be used, if it cannot.
fn outside_formula(steel: &Composition) -> Option<Note> {
    let Some(equivalent) = steel.carbon_equivalent() else {
        return Some(Note::new(Level::Caution, "carbon_unknown", vec![]));
    };
    let beyond = FORMULA_HOLDS
        .iter()
        .map(|&(element, most)| (element, steel.of(element).unwrap_or(0.0), most))
        .find(|(_, share, most)| share > most);
    if let Some((element, share, most)) = beyond {
        let values = vec![
            ("element", Measure::Word(element)),
            percent("percent", share),
            percent("limit", most),
        ];
        return Some(Note::new(Level::Caution, "equivalent_not_valid", values));
    }
    (equivalent > HIGHEST_EQUIVALENT).then(|| {
        let values = vec![
            ("equivalent", Measure::Number(Kind::Ratio, equivalent)),
            ("limit", Measure::Number(Kind::Ratio, HIGHEST_EQUIVALENT)),
        ];
        Note::new(Level::Caution, "equivalent_too_high", values)
    })
}

fn preheat_reason(preheat: &Preheat, equivalent: f64) -> Note {
    let values = vec![
        ("low", Measure::Number(Kind::Temperature, preheat.low.as_k())),
        ("high", Measure::Number(Kind::Temperature, preheat.high.as_k())),
        ("equivalent", Measure::Number(Kind::Ratio, equivalent)),
    ];
    Note::new(Level::Caution, "preheat_the_steel", values)
}

/// Heat above which austenitic manganese steel turns brittle. Source: `awhb_alloy_effects`.
const MANGANESE_CAP: Temperature = Temperature::from_c(260.0);
/// Manganese from which a steel is taken as austenitic, percent. Source: `ours`.
const AUSTENITIC_MANGANESE: f64 = 10.0;

/// Whether a steel is austenitic manganese steel.
fn is_austenitic_manganese(steel: &Composition, family: Option<Family>) -> bool {
    family == Some(Family::Manganese)
        || steel.of("Mn").is_some_and(|share| share >= AUSTENITIC_MANGANESE)
}

/// What is wrong with a steel that is as hot as this: manganese steel turns brittle, tempered and wear plate soft.
#[must_use]
pub fn too_hot(steel: &Composition, family: Option<Family>, plate: Temperature) -> Option<Note> {
    let temperature = |name, t: Temperature| (name, Measure::Number(Kind::Temperature, t.as_k()));
    if is_austenitic_manganese(steel, family) && plate > MANGANESE_CAP {
        let values = vec![temperature("temperature", plate), temperature("cap", MANGANESE_CAP)];
        return Some(Note::new(Level::Stop, "manganese_too_hot", values));
    }
    let cap = tempered_cap(family).filter(|cap| plate > *cap)?;
    let values = vec![temperature("temperature", plate), temperature("cap", cap)];
    Some(Note::new(Level::Caution, "tempered_too_hot", values))
}

/// How far plain oxygen cuts a steel of `thickness`.
///
/// | symbol | meaning | unit |
/// |---|---|---|
/// | `steel` | composition | percent by weight |
/// | `family` | what kind it is, where that is known: caps the preheat | |
/// | `thickness` | measured square to the face | m |
/// | → | verdict, carbon equivalent, preheat of the steel, reasons | |
///
/// Source: `awhb_alloy_effects`; `iiw_carbon_equivalent`; `common_practice` for the preheat.
///
/// # Errors
/// Only when a table compiled in cannot be read.
pub fn assess(
    steel: &Composition,
    family: Option<Family>,
    thickness: Length,
) -> Result<Assessment> {
    let mut found = Assessment {
        cuttability: Cuttability::Cuts,
        carbon_equivalent: steel.carbon_equivalent(),
        preheat: None,
        reasons: Vec::new(),
        because: None,
    };
    for (element, share) in steel.alloying() {
        let (verdict, reason) = of_element(element, share)?;
        if verdict > found.cuttability {
            found.cuttability = verdict;
            found.because = Some((element, share));
        }
        found.reasons.extend(reason);
    }
    whole(&mut found, steel)?;
    found.reasons.extend(fume_notes(steel));
    if found.cuttability != Cuttability::DoesNotCut {
        heat(&mut found, steel, family, thickness)?;
    }
    found.reasons.sort_by_key(|reason| std::cmp::Reverse(reason.level));
    Ok(found)
}

/// What the alloy is as a whole: metals that burn, too little iron, alloys that add up.
fn whole(found: &mut Assessment, steel: &Composition) -> Result<()> {
    let (burning, share) = BURNING;
    for element in burning {
        if let Some(given) = steel.of(element).filter(|given| *given >= share) {
            found.cuttability = Cuttability::DoesNotCut;
            found.because = Some((element, given));
            let values = vec![("element", Measure::Word(element)), percent("percent", given)];
            found.reasons.push(Note::new(Level::Stop, "burns_in_oxygen", values));
        }
    }
    let iron = steel.iron();
    if iron < LEAST_IRON {
        found.cuttability = Cuttability::DoesNotCut;
        let values = vec![percent("percent", iron)];
        found.reasons.push(Note::new(Level::Stop, "not_iron_based", values));
    } else if iron < PLAIN_IRON && found.cuttability == Cuttability::Cuts {
        found.cuttability = Cuttability::WithCare;
        let values = vec![percent("percent", iron), percent("limit", PLAIN_IRON)];
        found.reasons.push(Note::new(Level::Caution, "iron_low", values));
    }
    let (alloys, most) = TOGETHER;
    let mut sum = 0.0;
    for element in alloys {
        let limit = limit_of(element)?.map(|it| it.cuts_with_care_up_to_percent);
        sum += limit.map_or(0.0, |limit| steel.of(element).unwrap_or(0.0) / limit);
    }
    if sum > most && found.cuttability != Cuttability::DoesNotCut {
        found.cuttability = Cuttability::DoesNotCut;
        let most_of = alloys.into_iter().filter_map(|it| Some((it, steel.of(it)?)));
        found.because = most_of.max_by(|a, b| a.1.total_cmp(&b.1)).or(found.because);
        let values = vec![
            ("ratio", Measure::Number(Kind::Ratio, sum)),
            ("limit", Measure::Number(Kind::Ratio, most)),
        ];
        found.reasons.push(Note::new(Level::Stop, "alloys_together", values));
    }
    Ok(())
}

/// Austenitic manganese steel is neither preheated nor cooled slowly: it is kept cool.
fn keep_cool(found: &mut Assessment) {
    for reason in &mut found.reasons {
        let heats = ["alloy_carbon_care", "alloy_silicon_care", "alloy_chromium_care"];
        if heats.contains(&reason.code) {
            reason.code = "alloy_care";
        }
    }
    let cap = Measure::Number(Kind::Temperature, MANGANESE_CAP.as_k());
    found.reasons.push(Note::new(Level::Caution, "manganese_keep_cool", vec![("cap", cap)]));
}

/// What the steel that does cut wants of heat.
fn heat(
    found: &mut Assessment,
    steel: &Composition,
    family: Option<Family>,
    thickness: Length,
) -> Result<()> {
    if is_austenitic_manganese(steel, family) {
        found.cuttability = found.cuttability.max(Cuttability::WithCare);
        keep_cool(found);
        return Ok(());
    }
    if let Some(reason) = outside_formula(steel) {
        found.cuttability = found.cuttability.max(Cuttability::WithCare);
        found.reasons.push(reason);
        return Ok(());
    }
    let equivalent = found.carbon_equivalent.unwrap_or_default();
    if steel.of("Mn").is_none() {
        let values = vec![("equivalent", Measure::Number(Kind::Ratio, equivalent))];
        found.reasons.push(Note::new(Level::Info, "equivalent_lower_bound", values));
    }
    found.preheat = preheat_need(equivalent, family, thickness)?;
    found.reasons.extend(found.preheat.as_ref().map(|need| preheat_reason(need, equivalent)));
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;

    fn of(parts: &[(&str, f64)]) -> Option<Assessment> {
        let steel = Composition::new(parts.iter().copied()).ok()?;
        assess(&steel, None, Length::from_mm(20.0)).ok()
    }

    #[test]
    fn chromium_stops_the_burning_and_no_preheat_is_named_then() {
        let stainless = of(&[("C", 0.05), ("Cr", 18.2), ("Ni", 8.1)]);
        assert!(stainless.is_some_and(|it| it.cuttability == Cuttability::DoesNotCut
            && it.preheat.is_none()
            && it.reasons[0].level == Level::Stop));
    }

    #[test]
    fn carbon_that_is_not_given_is_never_taken_as_none() {
        let found = of(&[("Mn", 0.9)]);
        assert!(found.is_some_and(
            |it| it.cuttability == Cuttability::WithCare && it.carbon_equivalent.is_none()
        ));
    }

    #[test]
    fn an_element_without_a_row_is_named_and_stops_nothing() {
        let found = of(&[("C", 0.1), ("Nb", 0.03)]);
        assert!(found.is_some_and(|it| it.cuttability == Cuttability::Cuts
            && it.reasons.iter().any(|reason| reason.code == "no_published_limit")));
    }

    #[test]
    fn what_is_no_steel_does_not_cut() {
        let brass = of(&[("Cu", 63.0), ("Zn", 37.0)]);
        assert!(brass.is_some_and(|it| it.cuttability == Cuttability::DoesNotCut));
    }
}
