//! The tip in the hand: what the drawer calls it, and which one is chosen.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;

async fn tip(app: &TestApp, label: &str, fields: Value) {
    let body = json!({ "kind": "tip", "label": label, "fields": fields });
    let made = app.put(&format!("/api/v1/gear/{}", Uuid::now_v7()), &body).await;
    assert_eq!(made.status, 201, "{}", made.body);
}

async fn drafted(app: &TestApp, surface: &str, gear: Value) -> Value {
    let input = json!({ "steel": { "thickness_mm": 20, "surface": surface },
        "cut": { "length_mm": 500, "process": "guided" }, "gear": gear });
    let draft = app.post("/api/v1/cut-plans/draft", &json!({ "input": input })).await;
    assert_eq!(draft.status, 200, "{}", draft.body);
    draft.body
}

/// A hand reads the stamp, not a bore: the drawer's tip is named by it, and nothing is made up where nothing is owned.
#[tokio::test]
async fn the_tip_of_the_drawer_is_named_by_its_mark_and_our_own_series_by_none() {
    let app = TestApp::start().await;
    let none = drafted(&app, "clean", json!({})).await;
    assert!(none["plan"]["tip"]["mark"].is_null() && none["plan"]["tip"]["name"].is_null());
    assert!(none["plan"]["tip"].as_object().unwrap().contains_key("mark"));
    let rows = json!([
        { "thickness_mm": 10, "oxygen_pressure_kpa": { "low": 200, "high": 260 } },
        { "thickness_mm": 30, "oxygen_pressure_kpa": { "low": 260, "high": 320 } },
    ]);
    let chart = json!([{ "fuel": "acetylene", "provenance": "card in the lid", "rows": rows }]);
    let fields = json!({ "bore_mm": 1.2, "face": "flush", "kind": "general", "mark": "2",
        "seat_state": "good", "charts": chart });
    tip(&app, "top row", fields).await;
    let owned = drafted(&app, "clean", json!({})).await;
    let found = &owned["plan"]["tip"];
    assert_eq!([&found["mark"], &found["name"]], ["2", "top row"]);
    assert_eq!(found["chart_from"], "card in the lid");
    assert_eq!(found["bore_mm"], 1.2);
    // a name is no figure: two plans that differ by it alone agree
    let longest = "x".repeat(81);
    let body = json!({ "steel": { "thickness_mm": 20 }, "gas": { "fuel": "acetylene" },
        "cut": { "length_mm": 500, "process": "guided" }, "tip": { "bore_mm": 1.2, "mark": longest } });
    let refused = app.preview(&body).await;
    assert_eq!(refused.status, 422, "{}", refused.body);
    assert_eq!(refused.body["error"]["fields"][0]["path"], "tip.mark");
}

/// Common practice: rust takes a high-preheat tip, clean plate a general one; a tip that does not sit in the torch is not
/// chosen where another would do.
#[tokio::test]
async fn the_choice_of_a_tip_looks_at_kind_and_seat() {
    let app = TestApp::start().await;
    let fields = |kind: &str, seat: &str, mark: &str| {
        json!({ "bore_mm": 1.2, "face": "flush", "kind": kind, "seat": seat, "mark": mark,
            "seat_state": "good" })
    };
    tip(&app, "general", fields("general", "tapered_2", "G")).await;
    tip(&app, "rust", fields("high_preheat", "tapered_2", "R")).await;
    tip(&app, "other torch", fields("general", "flat", "X")).await;
    let mark = async |surface: &str, gear: Value| {
        drafted(&app, surface, gear).await["plan"]["tip"]["mark"].clone()
    };
    assert_eq!(mark("heavy_rust", json!({})).await, "R");
    assert_eq!(mark("clean", json!({ "torch_seat": "tapered_2" })).await, "G");
    assert_eq!(mark("clean", json!({ "torch_seat": "flat" })).await, "X");
    // nothing sits in it: one is named all the same, and the stop says why it does not do
    let none = drafted(&app, "clean", json!({ "torch_seat": "tapered_4" })).await;
    let notes = none["plan"]["notes"].as_array().unwrap();
    assert!(notes.iter().any(|note| note["code"] == "tip_seat_wrong"), "{notes:?}");
}

/// A bore is measured with the wires of a cleaner: a set of diameters that bores can have.
#[tokio::test]
async fn the_wires_of_the_cleaner_are_bores() {
    let app = TestApp::start().await;
    let set = async |value: Value| {
        let body = json!({ "id": Uuid::now_v7(), "value": value });
        app.put("/api/v1/shop/cleaner_wires_mm", &body).await
    };
    let kept = set(json!([0.6, 0.8, 1.2])).await;
    assert_eq!(kept.status, 200, "{}", kept.body);
    assert_eq!(kept.body["settings"]["cleaner_wires_mm"], json!([0.6, 0.8, 1.2]));
    for wrong in [json!([0.6, 25]), json!([Value::Null]), json!("0.6"), json!(vec![1.0; 31])] {
        let refused = set(wrong.clone()).await;
        assert_eq!(refused.status, 422, "{wrong}");
        assert_eq!(refused.body["error"]["fields"][0]["path"], "value", "{wrong}");
    }
}
