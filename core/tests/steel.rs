//! What oxygen cuts and what it must be kept away from, by composition.

#![allow(clippy::expect_used, reason = "a test fails by saying what it expected")]

use galvanon_core::error::Error;
use galvanon_core::note::Level;
use galvanon_core::quantity::Length;
use galvanon_core::steel::composition::{Composition, ELEMENTS};
use galvanon_core::steel::cuttability::{Assessment, Cuttability, assess};
use proptest::prelude::*;

fn of(parts: &[(&str, f64)]) -> Assessment {
    let steel = Composition::new(parts.iter().copied()).expect("a composition");
    assess(&steel, None, Length::from_mm(20.0)).expect("an assessment")
}

fn level(found: &Assessment, code: &str) -> Option<Level> {
    found.reasons.iter().find(|reason| reason.code == code).map(|reason| reason.level)
}

/// Common practice: magnesium, titanium, zirconium and their alloys burn in oxygen; in steel they are traces.
#[test]
fn metals_that_burn_in_oxygen_are_a_stop() {
    for metal in ["Mg", "Ti", "Zr"] {
        let found = of(&[(metal, 90.0), ("Al", 6.0)]);
        assert_eq!(found.cuttability, Cuttability::DoesNotCut, "{metal}");
        assert_eq!(level(&found, "burns_in_oxygen"), Some(Level::Stop), "{metal}");
        let trace = of(&[("C", 0.1), ("Mn", 1.0), (metal, 0.05)]);
        assert_eq!(level(&trace, "burns_in_oxygen"), None, "{metal}");
        assert_eq!(trace.cuttability, Cuttability::Cuts, "{metal}");
    }
}

/// A mill sheet that states iron is taken at its word, rounding apart.
#[test]
fn stated_iron_is_used_and_a_sum_far_from_100_is_refused() {
    let refused = |parts: &[(&str, f64)]| {
        let faults = Composition::new(parts.iter().copied()).expect_err("refused");
        match &faults[0].1 {
            Error::Contradiction { code, .. } => *code,
            other => panic!("{other}"),
        }
    };
    assert_eq!(refused(&[("C", 0.2), ("Mn", 1.0), ("Fe", 60.0)]), "composition_not_100");
    assert_eq!(refused(&[("C", 2.0), ("Mn", 1.5), ("Fe", 99.0)]), "composition_not_100");
    assert_eq!(refused(&[("Cr", 60.0), ("Ni", 41.0)]), "composition_over_100");
    let sheet = of(&[("C", 0.2), ("Mn", 1.0), ("Fe", 98.3)]);
    assert_eq!(sheet.cuttability, Cuttability::Cuts);
    // what is not named is no iron
    let stated = Composition::new([("C", 0.2), ("Mn", 10.0), ("Fe", 89.0)]).expect("98 to 102");
    assert!((stated.iron() - 89.0).abs() < 1e-12);
}

/// Ours: from these shares on the fume is a stop until ventilation is named; below it is a note.
#[test]
fn poisonous_metals_are_told_by_their_share() {
    for (metal, most) in [("Pb", 0.05), ("Zn", 0.5), ("Cd", 0.01), ("Be", 0.01)] {
        let with = |share| of(&[("C", 0.1), ("Mn", 1.0), (metal, share)]);
        assert_eq!(level(&with(most), "fume_poison"), Some(Level::Stop), "{metal}");
        assert_eq!(level(&with(most * 0.9), "fume_poison"), None, "{metal}");
        assert_eq!(level(&with(most * 0.9), "fume_trace"), Some(Level::Info), "{metal}");
        assert_eq!(level(&with(0.0), "fume_trace"), None, "{metal}");
    }
}

/// Common practice: tool steels of 18 W - 4 Cr - 1 V and of 5 Mo - 6 W do not cut well, 5 Cr - 1/2 Mo does with care.
#[test]
fn high_alloys_are_judged_by_their_sum_too() {
    for alloy in [
        &[("C", 0.7), ("W", 18.0), ("Cr", 4.0), ("V", 1.0)][..],
        &[("C", 0.8), ("Mo", 5.0), ("W", 6.0)],
    ] {
        let found = of(alloy);
        assert_eq!(found.cuttability, Cuttability::DoesNotCut, "{alloy:?}");
        assert_eq!(level(&found, "alloys_together"), Some(Level::Stop));
        assert!(found.because.is_some() && found.preheat.is_none());
    }
    let pipe = of(&[("C", 0.12), ("Mn", 0.45), ("Cr", 5.0), ("Mo", 0.5)]);
    assert_eq!(pipe.cuttability, Cuttability::WithCare);
}

/// Manganese that is left out is not none: the carbon equivalent is then at least what it says.
#[test]
fn a_carbon_equivalent_without_manganese_is_a_lower_bound() {
    let bound = of(&[("C", 0.3)]);
    assert_eq!(level(&bound, "equivalent_lower_bound"), Some(Level::Info));
    assert_eq!(level(&of(&[("C", 0.3), ("Mn", 0.0)]), "equivalent_lower_bound"), None);
}

/// Common practice: austenitic manganese steel is kept cool; nobody preheats it or cools it slowly.
#[test]
fn manganese_steel_is_never_preheated() {
    let found = of(&[("C", 1.2), ("Mn", 13.0), ("Si", 0.5)]);
    assert_eq!(found.preheat, None);
    assert_eq!(found.cuttability, Cuttability::WithCare);
    assert_eq!(level(&found, "manganese_keep_cool"), Some(Level::Caution));
    let warms = ["alloy_carbon_care", "alloy_silicon_care", "preheat_the_steel"];
    assert!(!found.reasons.iter().any(|reason| warms.contains(&reason.code)));
}

fn alloy() -> impl Strategy<Value = Vec<(&'static str, f64)>> {
    let element = prop::sample::select(
        ELEMENTS.iter().filter(|it| **it != "Fe").copied().collect::<Vec<_>>(),
    );
    prop::collection::vec((element, 0.0..30.0_f64), 1..6)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(1_000))]

    /// Less than 90 % of iron never cuts as mild steel does, whatever the rest is.
    #[test]
    fn nothing_with_less_than_90_percent_of_iron_cuts(parts in alloy()) {
        let Ok(steel) = Composition::new(parts.iter().copied()) else { return Ok(()) };
        let found = assess(&steel, None, Length::from_mm(20.0)).expect("an assessment");
        if steel.iron() < 90.0 {
            prop_assert_ne!(found.cuttability, Cuttability::Cuts, "{:?}", parts);
        }
    }
}
