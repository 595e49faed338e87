//! Whatever is sent, the answer is a plan or a refusal with its fields: never a failure of ours.

use galvanon_server::api::cut::planned::planned;
use galvanon_server::api::cut::request::CutPlanRequest;
use galvanon_server::error::ApiError;
use galvanon_server::http::body::read;
use proptest::prelude::*;
use serde_json::{Value, json};

use crate::test_app::{plate, with};

fn anything() -> impl Strategy<Value = Value> {
    prop_oneof![
        Just(Value::Null),
        any::<bool>().prop_map(|b| json!(b)),
        any::<f64>().prop_map(|n| json!(n)),
        any::<i64>().prop_map(|n| json!(n)),
        ".{0,20}".prop_map(|text| json!(text)),
        Just(json!([])),
        Just(json!({})),
        Just(json!({ "bore_mm": -1, "length_m": "far" })),
    ]
}

/// What a sentence without its values would still hold.
const PLACEHOLDERS: [&str; 5] = ["{field}", "{low}", "{high}", "{allowed}", "{expected}"];

const PATHS: [&str; 29] = [
    "steel",
    "steel.thickness_mm",
    "steel.grade",
    "steel.plate_temperature_c",
    "steel.surface",
    "steel.back_surface",
    "cut",
    "cut.length_mm",
    "cut.process",
    "cut.start",
    "cut.bevel_deg",
    "cut.count",
    "gas.fuel",
    "gas.oxygen_hose",
    "gas.fuel_supply_kpa",
    "tip",
    "torch",
    "drawer",
    "policy",
    "factors",
    "steel.composition_percent",
    "steel.layers",
    "steel.sealed",
    "steel.access",
    "cut.stroke",
    "gear",
    "prices",
    "tip.charts",
    "tip.seat",
];

proptest! {
    #![proptest_config(ProptestConfig::with_cases(2_000))]
    #[test]
    fn strange_values_are_refused_or_planned(path in prop::sample::select(PATHS.to_vec()), value in anything()) {
        let mut whole = plate();
        if path.starts_with("tip.") {
            whole["tip"] = json!({ "bore_mm": 1.2 });
        }
        let request = with(&whole, path, value.clone());
        let answer = read::<CutPlanRequest>(&request).and_then(|request| planned(&request));
        match answer {
            Ok(_) => {}
            Err(ApiError::Invalid(fields)) => {
                prop_assert!(!fields.is_empty());
                for field in fields {
                    prop_assert!(!field.message.is_empty() && PLACEHOLDERS.iter().all(|name| !field.message.contains(name)), "{path} = {value}: {field:?}");
                    prop_assert!(field.path.starts_with(path.split('.').next().unwrap()), "{path}: {}", field.path);
                }
            }
            Err(other) => prop_assert!(false, "{path} = {value}: {other}"),
        }
    }
}

/// One work of each kind that a job may hold, as a cut plan request.
fn works() -> Vec<Value> {
    let of = |work: Value| json!({ "steel": {}, "cut": {}, "gas": { "fuel": "acetylene" }, "work": work });
    vec![
        of(json!({ "kind": "fastener", "fastener": "nut", "diameter_mm": 20, "save": "both" })),
        of(json!({ "kind": "wash", "thickness_mm": 9.5, "width_mm": 38, "length_mm": 600 })),
        of(json!({ "kind": "gouge", "thickness_mm": 20, "depth_mm": 5, "length_mm": 300 })),
        of(json!({ "kind": "rail", "thickness_mm": 12, "length_mm": 2400, "highest_mm": 3,
            "dial": [{ "mark": 20, "mm": 300, "s": 60 }] })),
        of(json!({ "kind": "long_cut", "thickness_mm": 100, "depth_mm": 60, "length_mm": 500 })),
        of(
            json!({ "kind": "take_apart", "pieces": [{ "name": "post", "mass_kg": 80, "held_by": "" }] }),
        ),
    ]
}

const WORK_PATHS: [&str; 16] = [
    "work",
    "work.kind",
    "work.fastener",
    "work.diameter_mm",
    "work.save",
    "work.rusted",
    "work.coated",
    "work.thickness_mm",
    "work.width_mm",
    "work.length_mm",
    "work.depth_mm",
    "work.leave_mm",
    "work.highest_mm",
    "work.dial",
    "work.pieces",
    "work.gas",
];

proptest! {
    #![proptest_config(ProptestConfig::with_cases(2_000))]

    /// Whatever is said of other work in a cut plan request is planned, or refused under `work` in whole sentences.
    #[test]
    fn strange_works_are_refused_or_planned(
        base in prop::sample::select(works()),
        path in prop::sample::select(WORK_PATHS.to_vec()),
        value in anything(),
    ) {
        let request = with(&base, path, value.clone());
        match read::<CutPlanRequest>(&request).and_then(|request| planned(&request)) {
            Ok(plan) => prop_assert!(plan.time_s.total > 0.0 && plan.oxygen_l > 0.0, "{request}"),
            Err(ApiError::Invalid(fields)) => {
                prop_assert!(!fields.is_empty());
                for field in fields {
                    prop_assert!(!field.message.is_empty() && PLACEHOLDERS.iter().all(|name| !field.message.contains(name)), "{path} = {value}: {field:?}");
                    let under = field.path.starts_with("work")
                        || (value.is_null() && path == "work" && !field.path.is_empty());
                    prop_assert!(under, "{path} = {value}: {}", field.path);
                }
            }
            Err(other) => prop_assert!(false, "{path} = {value}: {other}"),
        }
    }
}
