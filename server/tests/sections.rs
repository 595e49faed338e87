//! Shapes over HTTP, as the contract says it.

use serde_json::json;

use crate::test_app::TestApp;

/// Dimensions of W12x26 as in the AISC shapes database: 12.2 in deep, flanges 6.49 by 0.38 in, web 0.23 in.
#[actix_web::test]
async fn shapes_are_found_as_they_are_typed() {
    let app = TestApp::start().await;
    let ask = async |query: &str| app.get(&format!("/api/v1/sections/profiles?{query}")).await;
    let found = ask("query=w12x26").await.body;
    let first = &found["profiles"][0];
    assert_eq!((&first["code"], &first["family"]), (&json!("W12X26"), &json!("i")));
    assert_eq!(first["mass_kg_m"], json!(38.692));
    let mm = |key: &str| first["dimensions_mm"][key].as_f64().unwrap();
    for (key, inches) in [("depth", 12.2), ("width", 6.49), ("flange", 0.38), ("web", 0.23)] {
        assert!((mm(key) / 25.4 - inches).abs() < 1e-3, "{key}");
    }
    let some = ask("query=W12&limit=5").await.body;
    assert_eq!(some["profiles"].as_array().unwrap().len(), 5);
    let tube = ask("query=HSS%206x6x1/4").await.body["profiles"][0].clone();
    // the nominal wall, and the one its published area rests on
    assert_eq!(tube["dimensions_mm"]["web"], 6.35);
    assert_eq!(tube["dimensions_mm"]["design_wall"], 5.918);
    let outline = app.get("/api/v1/sections/outline?code=HSS6X6X1/4").await.body;
    // 6 in square: the outline reaches 76.2 mm from its middle, the hollow a wall less
    let reach = |line: &str| {
        let points = outline[line].as_array().unwrap().iter();
        points.map(|point| point["x_mm"].as_f64().unwrap()).fold(0.0, f64::max)
    };
    assert!((reach("outer") - 76.2).abs() < 1e-6 && (reach("inner") - 69.85).abs() < 1e-6);
    let unknown = app.get("/api/v1/sections/outline?code=W12x28").await;
    let allowed = &unknown.body["error"]["fields"][0]["allowed"];
    assert_eq!(unknown.status, 422);
    assert!(allowed.as_array().unwrap().contains(&json!("W12X30")), "{allowed}");
    let strange = ask("query=W12x28").await.body;
    assert_eq!(strange["profiles"], json!([]));
    assert_eq!(strange["nearest"][0]["code"], "W12X30");
    let long = format!("query={}", "W".repeat(99));
    for (query, at) in [
        ("", "query"),
        ("query=%20", "query"),
        (long.as_str(), "query"),
        ("query=W12&limit=0", "limit"),
    ] {
        let refused = ask(query).await;
        let path = &refused.body["error"]["fields"][0]["path"];
        assert_eq!((refused.status.as_u16(), path), (422, &json!(at)), "{}", refused.body);
    }
}
