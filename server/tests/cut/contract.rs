//! The preview as the contract says it, field by field.

use serde_json::{Value, json};

use crate::test_app::{TestApp, plate, with};

fn number(body: &Value, pointer: &str) -> f64 {
    body.pointer(pointer)
        .and_then(Value::as_f64)
        .unwrap_or_else(|| panic!("no number at {pointer}"))
}

fn codes(body: &Value, level: &str) -> Vec<String> {
    let notes = body["notes"].as_array().unwrap();
    let of_level = notes.iter().filter(|note| note["level"] == level);
    of_level.map(|note| note["code"].as_str().unwrap().to_owned()).collect()
}

#[actix_web::test]
async fn every_field_of_the_contract_is_there() {
    let app = TestApp::start().await;
    let reply = app.preview(&plate()).await;
    assert_eq!(reply.status, 200);
    let body = &reply.body;
    assert_eq!(body["verdict"], "ok");
    assert!(body["tip"]["label"].as_str().is_some_and(|label| label.contains("flush")));
    for band in [
        "oxygen_pressure_kpa",
        "fuel_pressure_kpa",
        "start_preheat_s",
        "travel_speed_mm_min",
        "standoff_mm",
        "tip_to_plate_mm",
    ] {
        let [low, set, high] =
            ["low", "set", "high"].map(|end| number(body, &format!("/{band}/{end}")));
        assert!(0.0 < low && low <= set && set <= high, "{band}");
    }
    for single in [
        "tip/bore_mm",
        "oxygen_flow_l_min",
        "preheat_oxygen_flow_l_min",
        "fuel_flow_l_min",
        "kerf_mm",
        "drag_mm",
        "starts",
        "oxygen_l",
        "fuel_l",
    ] {
        assert!(number(body, &format!("/{single}")) > 0.0, "{single}");
    }
    let parts: f64 = ["preheat", "cutting", "handling"]
        .iter()
        .map(|part| number(body, &format!("/time_s/{part}")))
        .sum();
    assert!((number(body, "/time_s/total") - parts).abs() < 1e-9);
    // oxygen counts cutting and flame: flow x time
    let burning = number(body, "/time_s/preheat") + number(body, "/time_s/cutting");
    let oxygen = number(body, "/oxygen_flow_l_min") * number(body, "/time_s/cutting") / 60.0
        + number(body, "/preheat_oxygen_flow_l_min") * burning / 60.0;
    assert!((number(body, "/oxygen_l") / oxygen - 1.0).abs() < 1e-6);
}

#[actix_web::test]
async fn every_number_has_its_trace_with_unit_and_source() {
    let app = TestApp::start().await;
    let body = app.preview(&plate()).await.body;
    let traced: Vec<&str> =
        body["trace"].as_array().unwrap().iter().map(|t| t["quantity"].as_str().unwrap()).collect();
    for quantity in [
        "tip",
        "oxygen_pressure_kpa",
        "fuel_pressure_kpa",
        "oxygen_flow_l_min",
        "preheat_oxygen_flow_l_min",
        "fuel_flow_l_min",
        "start_preheat_s",
        "travel_speed_mm_min",
        "kerf_mm",
        "drag_mm",
        "standoff_mm",
        "tip_to_plate_mm",
        "starts",
        "time_s",
        "oxygen_l",
        "fuel_l",
        "oxygen_balance",
    ] {
        assert!(traced.contains(&quantity), "{quantity}");
    }
    for trace in body["trace"].as_array().unwrap() {
        // the chain ends in the number that the plan shows
        let shown = match &body[trace["quantity"].as_str().unwrap()] {
            Value::Object(part) => {
                ["set", "bore_mm", "total"].iter().find_map(|key| part.get(*key)).cloned()
            }
            other => Some(other.clone()),
        };
        let last = trace["steps"].as_array().unwrap().last().unwrap();
        for step in trace["steps"].as_array().unwrap() {
            assert!(step["value"].is_number() && step["unit"].is_string(), "{step}");
            assert!(step["source"].as_str().is_some_and(|source| !source.is_empty()), "{step}");
        }
        if trace["quantity"] != "oxygen_balance" {
            let shown = shown.and_then(|value| value.as_f64()).unwrap();
            assert!(
                (shown - number(last, "/value")).abs() < 1e-6 * shown.abs(),
                "{}",
                trace["quantity"]
            );
        }
    }
}

#[actix_web::test]
async fn bad_input_is_422_and_names_the_field_the_value_and_what_is_allowed() {
    let app = TestApp::start().await;
    for (path, value, code) in [
        ("steel.thickness_mm", json!(0), "out_of_range"),
        ("steel.thickness_mm", json!(-5), "out_of_range"),
        ("steel.thickness_mm", json!(301), "out_of_range"),
        ("steel.thickness_mm", json!("thick"), "not_a_number"),
        ("steel.thickness_mm", json!("NaN"), "not_a_number"),
        ("steel.thickness_mm", Value::Null, "missing"),
        ("steel.plate_temperature_c", json!(601), "out_of_range"),
        ("steel.surface", json!("jam"), "unknown_choice"),
        ("steel.grade", json!("cheese"), "unknown_choice"),
        ("cut.length_mm", json!(0), "out_of_range"),
        ("cut.length_mm", json!(100_001), "out_of_range"),
        ("cut.process", json!("laser"), "unknown_choice"),
        ("cut.bevel_deg", json!(80), "out_of_range"),
        ("gas.fuel", json!("butane"), "unknown_choice"),
        ("gas.oxygen_purity_percent", json!(89.9), "out_of_range"),
        ("gas.oxygen_hose", json!({ "bore_mm": 0 }), "out_of_range"),
        ("tip", json!({ "bore_mm": 90 }), "out_of_range"),
    ] {
        let reply = app.preview(&with(&plate(), path, value.clone())).await;
        assert_eq!(reply.status, 422, "{path} = {value}");
        let fields = reply.body["error"]["fields"].as_array().unwrap();
        assert_eq!(fields.len(), 1, "{path} = {value}: {fields:?}");
        assert!(fields[0]["path"].as_str().unwrap().starts_with(path), "{fields:?}");
        assert_eq!(fields[0]["code"], code, "{path} = {value}");
        let message = fields[0]["message"].as_str().unwrap();
        assert!(message.contains("it must be"), "{message}");
        let limits = &fields[0]["limits"];
        assert_eq!(limits.is_object(), code != "unknown_choice", "{fields:?}");
    }
}

#[actix_web::test]
async fn all_faults_are_told_at_once_and_unknown_fields_refused() {
    let app = TestApp::start().await;
    let mut request = with(&plate(), "steel.thickness_mm", json!(0));
    request = with(&request, "gas.fuel", json!("coal"));
    let fields = app.preview(&request).await.body["error"]["fields"].clone();
    assert_eq!(fields.as_array().unwrap().len(), 2, "{fields}");
    let reply = app.preview(&with(&plate(), "steel.colour", json!("red"))).await;
    assert_eq!(
        (reply.status.as_u16(), &reply.body["error"]["fields"][0]["path"]),
        (422, &json!("steel.colour"))
    );
    let reply = app.post("/api/v1/cut-plans/preview", &json!([1, 2])).await;
    assert_eq!(reply.status, 422);
}

#[actix_web::test]
async fn what_does_not_suit_is_a_stop_that_says_what_would_and_no_refusal() {
    let app = TestApp::start().await;
    for (path, value, code) in [
        ("tip", json!({ "bore_mm": 3.1 }), "tip_too_large"),
        ("cut.bevel_deg", json!(0), ""),
        ("steel.grade", json!("304"), "not_oxygen_cuttable"),
        ("gas.oxygen_purity_percent", json!(94), "purity_too_low"),
        ("gas.fuel_supply_kpa", json!(1), "fuel_supply_low"),
        ("gas.oxygen_hose", json!({ "bore_mm": 3, "length_m": 500 }), "hose_too_small"),
        ("tip", json!({ "bore_mm": 1.5, "face": "recessed" }), "tip_face_wrong"),
    ] {
        let reply = app.preview(&with(&plate(), path, value.clone())).await;
        assert_eq!(reply.status, 200, "{path}");
        let stops = codes(&reply.body, "stop");
        assert_eq!(stops.first().map_or("", String::as_str), code, "{path} = {value}: {stops:?}");
        assert_eq!(reply.body["verdict"] == "stop", !code.is_empty());
    }
    let large = app.preview(&with(&plate(), "tip", json!({ "bore_mm": 3.1 }))).await.body;
    let text = large["notes"]
        .as_array()
        .unwrap()
        .iter()
        .find(|n| n["code"] == "tip_too_large")
        .unwrap()["text"]
        .clone();
    assert!(text.as_str().unwrap().contains("1.5"), "names a bore that suits: {text}");
    let thin_hose = with(
        &with(&plate(), "steel.thickness_mm", json!(290)),
        "gas.fuel_hose",
        json!({ "bore_mm": 3, "length_m": 200 }),
    );
    let over = app.preview(&thin_hose).await.body;
    assert!(codes(&over, "stop").contains(&"fuel_over_limit".to_owned()), "{:?}", over["notes"]);
    // the number that the stop is about is none, the others stay
    assert_eq!(over["fuel_pressure_kpa"], json!(null));
    assert!(number(&over, "/oxygen_pressure_kpa/set") > 0.0);
    let steep = app.preview(&with(&plate(), "cut.bevel_deg", json!(61))).await.body;
    assert!(codes(&steep, "stop").contains(&"bevel_too_steep".to_owned()));
    assert!(number(&steep, "/oxygen_pressure_kpa/set") > 0.0, "another kind of stop keeps them");
}

/// The bore meters oxygen: of the numbers, only these may move when the fuel changes.
#[actix_web::test]
async fn the_fuel_moves_what_it_should_and_nothing_else() {
    let app = TestApp::start().await;
    let before = app.preview(&plate()).await.body;
    for fuel in ["propane", "propylene", "natural_gas"] {
        let now = app.preview(&with(&plate(), "gas.fuel", json!(fuel))).await.body;
        for field in ["travel_speed_mm_min", "kerf_mm", "drag_mm", "oxygen_flow_l_min"] {
            assert_eq!(before[field], now[field], "{field} with {fuel}");
        }
        for field in ["start_preheat_s", "fuel_pressure_kpa", "fuel_l", "time_s"] {
            assert_ne!(before[field], now[field], "{field} with {fuel}");
        }
    }
}

#[actix_web::test]
async fn the_preview_depends_on_its_request_alone() {
    let app = TestApp::start().await;
    let before = app.preview(&plate()).await.body;
    let setting = json!({ "id": uuid::Uuid::now_v7(), "value": "high" });
    assert_eq!(app.put("/api/v1/shop/pressure_school", &setting).await.status, 200);
    assert_eq!(app.preview(&plate()).await.body, before);
    let draft = json!({ "input": plate() });
    let drafted = app.post("/api/v1/cut-plans/draft", &draft).await.body;
    let moved = number(&drafted, "/plan/oxygen_pressure_kpa/set")
        > number(&before, "/oxygen_pressure_kpa/set");
    assert!(moved, "a draft in the shop takes the shop's school");
    assert_eq!(drafted["request"]["policy"]["pressure_school"], "high");
}

/// `?trace=none` leaves the trace empty and everything else as it is.
#[actix_web::test]
async fn a_preview_is_had_without_its_trace() {
    let app = TestApp::start().await;
    let ask =
        async |query: &str| app.post(&format!("/api/v1/cut-plans/preview{query}"), &plate()).await;
    let (mut whole, bare) = (ask("").await.body, ask("?trace=none").await.body);
    assert!(whole["trace"].as_array().unwrap().len() > 5);
    whole["trace"] = json!([]);
    assert_eq!(whole, bare);
    let odd = ask("?trace=some").await;
    let field = &odd.body["error"]["fields"][0];
    assert_eq!((odd.status.as_u16(), &field["path"]), (422, &json!("trace")));
    assert!(field["message"].as_str().unwrap().contains("none"), "{field}");
}
