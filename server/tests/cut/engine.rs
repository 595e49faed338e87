//! Steel, gas and comparison over HTTP, as the contract says them.

use serde_json::{Value, json};

use crate::test_app::{Answer, TestApp, plate, with};

fn near(value: &Value, expected: f64, rel: f64) {
    let value = value.as_f64().unwrap_or_else(|| panic!("no number: {value}"));
    assert!((value / expected - 1.0).abs() <= rel, "{value} against {expected}");
}

/// Path and code of the first fault of a refusal.
fn fault(answer: &Answer) -> (String, String) {
    assert_eq!(answer.status, 422, "{}", answer.body);
    let field = &answer.body["error"]["fields"][0];
    assert!(
        field["message"].as_str().is_some_and(|m| !m.is_empty() && !m.contains('{')),
        "{field}"
    );
    let text = |key: &str| field[key].as_str().unwrap().to_owned();
    (text("path"), text("code"))
}

/// Source: the worked examples of models.md, computed with `fluids` and CoolProp.
#[actix_web::test]
async fn gas_agrees_with_the_worked_examples() {
    let app = TestApp::start().await;
    let post = async |path: &str, body: Value| {
        let answer = app.post(&format!("/api/v1/gas/{path}"), &body).await;
        assert_eq!(answer.status, 200, "{}", answer.body);
        answer.body
    };
    // 1.016 mm at 30 psig passes about 53.4 ft³/h
    let flow = json!({ "gas": "oxygen", "bore_mm": 1.016, "pressure_kpa": 206.843 });
    near(&post("orifice-flow", flow).await["flow_l_min"], 53.4 * 28.316_846_6 / 60.0, 0.002);
    // 300 ft³/h at 50 psig through 1/4 in x 50 ft: 56.65 psig
    let hose = json!({ "gas": "oxygen", "flow_l_min": 300.0 * 28.316_846_6 / 60.0,
        "torch_pressure_kpa": 50.0 * 6.894_757, "hose": { "bore_mm": 6.35, "length_m": 15.24 } });
    let setting = post("regulator-setting", hose).await;
    near(&setting["regulator_pressure_kpa"], 56.65 * 6.894_757, 0.001);
    near(&setting["drop_kpa"], 6.65 * 6.894_757, 0.01);
    // fittings resist as so much more hose
    let fitted = |hose: Value| json!({ "gas": "oxygen", "flow_l_min": 100, "torch_pressure_kpa": 200, "hose": hose });
    let long = post("regulator-setting", fitted(json!({ "bore_mm": 6.35, "length_m": 25 }))).await;
    let with_fittings = json!({ "bore_mm": 6.35, "length_m": 15, "fittings_m": 10 });
    assert_eq!(
        post("regulator-setting", fitted(with_fittings)).await["drop_kpa"],
        long["drop_kpa"]
    );
    // 44.5 l at 1500 psig, 70 °F: 171.06 ft³
    let full = json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": 10342.136 });
    let contents = post("cylinder-contents", full).await;
    near(&contents["free_gas_l"], 171.06 * 28.316_846_6, 0.003);
    assert_eq!(contents["method"], "real_gas");
    // acetylene by weight: 14.7 ft³ a pound
    let weighed = json!({ "gas": "acetylene", "gross_kg": 70.0, "tare_kg": 70.0 - 0.453_592_37 });
    let contents = post("cylinder-contents", weighed).await;
    near(&contents["free_gas_l"], 14.7 * 28.316_846_6, 1e-6);
    assert_eq!(contents["method"], "dissolved_by_weight");
    // one seventh of 4000 l an hour
    let draw = json!({ "fuel": "acetylene", "cylinder_free_gas_l": 4000, "flow_l_min": 12, "rule": "one_seventh" });
    let limit = post("withdrawal", draw.clone()).await;
    near(&limit["limit_l_min"], 4000.0 / 7.0 / 60.0, 1e-9);
    assert_eq!(limit["cylinders_needed"], 2);
    let strict = post("withdrawal", with(&draw, "rule", Value::Null)).await;
    near(&strict["limit_l_min"], 4000.0 / 15.0 / 60.0, 1e-9);
    let cold =
        json!({ "fuel": "propane", "cylinder_kg": 9, "temperature_c": -35, "flow_l_min": 5 });
    let nothing = post("withdrawal", cold).await;
    assert_eq!(
        (nothing["limit_l_min"].as_f64(), &nothing["cylinders_needed"]),
        (Some(0.0), &Value::Null)
    );
}

#[actix_web::test]
async fn gas_that_cannot_be_is_refused_with_the_reason() {
    let app = TestApp::start().await;
    let hose = json!({ "bore_mm": 6.35, "length_m": 15 });
    for (path, body, at, code) in [
        (
            "orifice-flow",
            json!({ "gas": "oxygen", "bore_mm": 0, "pressure_kpa": 200 }),
            "bore_mm",
            "out_of_range",
        ),
        (
            "orifice-flow",
            json!({ "gas": "air", "bore_mm": 1, "pressure_kpa": 200 }),
            "gas",
            "unknown_choice",
        ),
        (
            "orifice-flow",
            json!({ "gas": "acetylene", "bore_mm": 1, "pressure_kpa": 200 }),
            "pressure_kpa",
            "acetylene_over_limit",
        ),
        (
            "regulator-setting",
            json!({ "gas": "acetylene", "flow_l_min": 5, "torch_pressure_kpa": 110, "hose": hose }),
            "torch_pressure_kpa",
            "acetylene_over_limit",
        ),
        (
            "regulator-setting",
            json!({ "gas": "acetylene", "flow_l_min": 200, "torch_pressure_kpa": 100, "hose": hose }),
            "regulator_pressure_kpa",
            "acetylene_over_limit",
        ),
        (
            "regulator-setting",
            json!({ "gas": "oxygen", "flow_l_min": 5, "torch_pressure_kpa": 100, "hose": { "bore_mm": 0, "length_m": 15 } }),
            "hose.bore_mm",
            "out_of_range",
        ),
        (
            "cylinder-contents",
            json!({ "gas": "acetylene", "gross_kg": 60, "tare_kg": 70 }),
            "gross_kg",
            "lighter_than_tare",
        ),
        (
            "cylinder-contents",
            json!({ "gas": "acetylene", "pressure_kpa": 1700 }),
            "gross_kg",
            "by_weight_only",
        ),
        (
            "cylinder-contents",
            json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": 40_000 }),
            "pressure_kpa",
            "out_of_range",
        ),
        (
            "cylinder-contents",
            json!({ "gas": "oxygen", "gross_kg": 60, "tare_kg": 50 }),
            "pressure_kpa",
            "by_pressure_only",
        ),
        (
            "withdrawal",
            json!({ "fuel": "natural_gas", "flow_l_min": 5 }),
            "fuel",
            "not_from_cylinder",
        ),
        (
            "withdrawal",
            json!({ "fuel": "acetylene", "flow_l_min": 5 }),
            "cylinder_free_gas_l",
            "missing",
        ),
        (
            "withdrawal",
            json!({ "fuel": "propane", "flow_l_min": 5, "cylinder_kg": -1 }),
            "cylinder_kg",
            "out_of_range",
        ),
    ] {
        let answer = app.post(&format!("/api/v1/gas/{path}"), &body).await;
        assert_eq!(fault(&answer), (at.to_owned(), code.to_owned()), "{body}");
    }
    let unknown = json!({ "gas": "oxygen", "bore_mm": 1, "pressure_kpa": 200, "colour": "green" });
    assert_eq!(fault(&app.post("/api/v1/gas/orifice-flow", &unknown).await).1, "unknown_field");
}

#[actix_web::test]
async fn a_hose_that_cannot_pass_the_flow_is_a_stop_and_no_refusal() {
    let app = TestApp::start().await;
    let body = json!({ "gas": "oxygen", "flow_l_min": 3000, "torch_pressure_kpa": 50, "hose": { "bore_mm": 3, "length_m": 100 } });
    let answer = app.post("/api/v1/gas/regulator-setting", &body).await;
    assert_eq!(answer.status, 200);
    assert_eq!(answer.body["notes"][0]["code"], "hose_too_small");
}

/// Source: alloy-limits.csv and steel-preheat.csv; CE of 0.45 C and 0.75 Mn is 0.575.
#[actix_web::test]
async fn steel_is_judged_by_composition_and_by_grade() {
    let app = TestApp::start().await;
    let judge = async |body: Value| {
        let answer = app.post("/api/v1/steel/cuttability", &body).await;
        assert_eq!(answer.status, 200, "{}", answer.body);
        answer.body
    };
    let of = |parts: Value| json!({ "thickness_mm": 20, "composition_percent": parts });
    let mild = judge(of(json!({ "C": 0.17, "Mn": 0.9, "Si": 0.2 }))).await;
    assert_eq!((mild["verdict"].as_str(), &mild["preheat_c"]), (Some("cuts"), &Value::Null));
    near(&mild["carbon_equivalent"], 0.32, 1e-9);
    let medium = judge(of(json!({ "C": 0.45, "Mn": 0.75 }))).await;
    assert_eq!(medium["verdict"], "with_care");
    near(&medium["carbon_equivalent"], 0.575, 1e-9);
    assert_eq!(medium["preheat_c"], json!({ "low": 60.0, "high": 120.0 }));
    for (parts, verdict) in [
        (json!({ "C": 0.05, "Cr": 18.0, "Ni": 8.0 }), "does_not_cut"),
        (json!({ "Mn": 0.9 }), "with_care"),
        (json!({ "C": 1.1, "Mn": 13.0 }), "with_care"),
        (json!({ "C": 3.3, "Si": 2.0 }), "does_not_cut"),
        (json!({ "C": 0.1, "Mn": 1.8 }), "with_care"),
        (json!({ "Al": 97.0 }), "does_not_cut"),
        (json!({ "C": 0.1, "Nb": 0.05 }), "cuts"),
        (json!({ "C": 0.1, "Fe": 99.9 }), "cuts"),
    ] {
        let found = judge(of(parts.clone())).await;
        assert_eq!(found["verdict"], verdict, "{parts}: {found}");
        assert!(verdict == "cuts" || !found["reasons"].as_array().unwrap().is_empty());
    }
    let grade = judge(json!({ "thickness_mm": 60, "grade": "A514" })).await;
    assert!(grade["preheat_c"]["high"].as_f64().is_none_or(|high| high <= 200.0), "{grade}");
    assert!(grade["worst_case"]["source"].as_str().is_some_and(|source| source.contains("ASTM")));
    let stainless = judge(json!({ "thickness_mm": 6, "grade": "304" })).await;
    assert_eq!(
        (stainless["verdict"].as_str(), &stainless["preheat_c"]),
        (Some("does_not_cut"), &Value::Null)
    );
}

#[actix_web::test]
async fn a_composition_that_cannot_be_is_refused_by_symbol() {
    let app = TestApp::start().await;
    for (parts, at, code) in [
        (json!({}), "composition_percent", "composition_empty"),
        (json!({ "C": -0.1 }), "composition_percent.C", "out_of_range"),
        (json!({ "Xy": 1.0 }), "composition_percent.Xy", "no_element"),
        (json!({ "Cr": 60, "Ni": 41 }), "composition_percent", "composition_over_100"),
        (json!({ "C": "some" }), "composition_percent.C", "not_a_number"),
    ] {
        let body = json!({ "thickness_mm": 20, "composition_percent": parts });
        let answer = app.post("/api/v1/steel/cuttability", &body).await;
        assert_eq!(fault(&answer), (at.to_owned(), code.to_owned()), "{body}");
        // the planner refuses it the same way
        let plan = with(&plate(), "steel.composition_percent", parts);
        assert_eq!(fault(&app.preview(&plan).await), (format!("steel.{at}"), code.to_owned()));
    }
    let neither = app.post("/api/v1/steel/cuttability", &json!({ "thickness_mm": 20 })).await;
    assert_eq!(fault(&neither).1, "composition_empty");
    let grade = json!({ "thickness_mm": 20, "grade": "unobtainium" });
    assert_eq!(fault(&app.post("/api/v1/steel/cuttability", &grade).await).1, "unknown_choice");
}

#[actix_web::test]
async fn an_unknown_piece_is_asked_about_until_it_is_known() {
    let app = TestApp::start().await;
    let ask = async |answers: Value| {
        app.post("/api/v1/steel/unknown", &json!({ "answers": answers })).await
    };
    let first = ask(json!([])).await.body;
    assert_ne!(first["verdict"], "cuts");
    assert!(first["next_test"].is_string());
    let mild =
        ask(json!(["magnet_strong", "spark_long_white", "file_bites", "chip_curls"])).await.body;
    assert_eq!((mild["verdict"].as_str(), &mild["next_test"]), (Some("cuts"), &Value::Null));
    assert!(mild["confidence"].as_f64().is_some_and(|p| p > 0.9));
    assert_eq!(fault(&ask(json!(["magnet_strong", "magnet_none"])).await).1, "unknown_choice");
}

#[actix_web::test]
async fn the_plan_of_a_stop_names_what_would_lift_it() {
    let app = TestApp::start().await;
    for (path, value, code) in [
        ("steel.layers", json!(2), "layers_not_one"),
        ("steel.sealed", json!(true), "sealed_volume"),
        ("steel.composition_percent", json!({ "C": 0.05, "Cr": 18 }), "not_oxygen_cuttable"),
        ("gear", json!({ "regulator": "propane" }), "regulator_wrong"),
        ("gear", json!({ "oxygen_regulator_max_kpa": 100 }), "regulator_too_small"),
    ] {
        let reply = app.preview(&with(&plate(), path, value)).await;
        assert_eq!(reply.body["verdict"], "stop", "{path}");
        let notes = reply.body["notes"].as_array().unwrap();
        assert!(notes.iter().any(|note| note["code"] == code), "{path}: {notes:?}");
    }
    let priced = with(
        &plate(),
        "prices",
        json!({ "oxygen_m3": 6, "fuel_m3": 40, "labour_h": 60, "tip": 25, "tip_life_starts": 500 }),
    );
    let reply = app.preview(&priced).await.body;
    near(&reply["line_total"]["cost"], reply["cost"]["total"].as_f64().unwrap(), 1e-6);
    assert!(app.preview(&plate()).await.body["cost"].is_null(), "no prices, no cost");
    assert!(reply["heat_affected_mm"].as_f64().is_some_and(|depth| (0.8..3.2).contains(&depth)));
}

#[actix_web::test]
async fn fuels_and_inputs_are_compared_in_the_shop() {
    let app = TestApp::start().await;
    let draft = json!({ "input": plate() });
    let fuels = app.post("/api/v1/cut-plans/fuels", &draft).await.body;
    let options = fuels["options"].as_array().unwrap();
    assert_eq!(options.len(), 4);
    for option in options {
        assert_eq!(option["in_use"], option["fuel"] == "acetylene");
        assert!(option["plan"]["cost"]["total"].as_f64().is_some_and(|cost| cost > 0.0));
        assert_eq!(option["changes"].as_array().unwrap().is_empty(), option["fuel"] == "acetylene");
    }
    let ask = with(&draft, "quantity", json!("cost"));
    let bars = app.post("/api/v1/cut-plans/sensitivity", &ask).await.body;
    let base = bars["base"].as_f64().unwrap();
    for bar in bars["bars"].as_array().unwrap() {
        assert!(
            bar["low"].as_f64().unwrap() <= base && base <= bar["high"].as_f64().unwrap(),
            "{bar}"
        );
    }
    let nonsense = with(&draft, "quantity", json!("colour"));
    assert_eq!(
        fault(&app.post("/api/v1/cut-plans/sensitivity", &nonsense).await).1,
        "unknown_choice"
    );
}
