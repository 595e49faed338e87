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
