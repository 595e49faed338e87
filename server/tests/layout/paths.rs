//! Shapes, paths and the line check as outside checks read them.

use std::f64::consts::PI;

use serde_json::{Value, json};

use crate::test_app::{Answer, TestApp, plate};

async fn shape(app: &TestApp, body: Value) -> Answer {
    app.post("/api/v1/layout/parts/shape", &body).await
}

async fn paths(app: &TestApp, part: &Value, more: Value) -> Answer {
    let mut body = json!({ "part": part });
    body.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    app.post("/api/v1/layout/paths", &body).await
}

fn lug() -> Value {
    json!({ "shape": "lug", "width_mm": 100, "height_mm": 150, "hole_diameter_mm": 30, "hole_edge_mm": 35 })
}

#[tokio::test]
async fn every_shape_of_the_contract_is_a_part_with_the_area_of_its_formula() {
    let app = TestApp::start().await;
    let holes = json!([{ "x_mm": 50, "y_mm": 50, "diameter_mm": 20 }]);
    let cases = [
        (json!({ "shape": "rectangle", "width_mm": 100, "height_mm": 60 }), 6000.0),
        (
            json!({ "shape": "rectangle", "width_mm": 100, "height_mm": 60, "corner_cut_mm": 10 }),
            6000.0 - 200.0,
        ),
        (json!({ "shape": "disc", "diameter_mm": 80 }), PI * 1600.0),
        (json!({ "shape": "ring", "diameter_mm": 80, "inner_diameter_mm": 40 }), PI * 1200.0),
        (lug(), 10_000.0 + PI * 1250.0 - PI * 225.0),
        (
            json!({ "shape": "gusset", "width_mm": 200, "height_mm": 150, "corner_cut_mm": 20 }),
            15_000.0 - 200.0,
        ),
        (
            json!({ "shape": "base_plate", "width_mm": 200, "height_mm": 200, "holes": holes }),
            40_000.0 - PI * 100.0,
        ),
        (json!({ "shape": "strip", "width_mm": 300, "height_mm": 38.1 }), 11_430.0),
        (json!({ "shape": "polygon", "diameter_mm": 100, "sides": 4 }), 5000.0),
    ];
    for (body, area) in cases {
        let made = shape(&app, body.clone()).await;
        assert_eq!(made.status, 200, "{body}: {}", made.body);
        let found = made.body["area_mm2"].as_f64().unwrap();
        assert!((found - area).abs() < 1e-3, "{body}: {found} {area}");
    }
    let bracket =
        shape(&app, json!({ "shape": "bracket", "width_mm": 200, "height_mm": 150 })).await;
    assert_eq!(bracket.status, 200, "{}", bracket.body);
}

#[tokio::test]
async fn a_measure_without_room_is_refused_at_its_field() {
    let app = TestApp::start().await;
    let cases = [
        (
            json!({ "shape": "rectangle", "width_mm": 100, "height_mm": 60, "corner_radius_mm": 40 }),
            "corner_radius_mm",
        ),
        (
            json!({ "shape": "ring", "diameter_mm": 80, "inner_diameter_mm": 90 }),
            "inner_diameter_mm",
        ),
        (json!({ "shape": "disc", "diameter_mm": -1 }), "diameter_mm"),
        (json!({ "shape": "polygon", "diameter_mm": 80, "sides": 2 }), "sides"),
        (json!({ "shape": "cloud" }), "shape"),
        (json!({ "shape": "disc", "diameter_mm": 80, "colour": "red" }), "colour"),
        (
            json!({ "shape": "base_plate", "width_mm": 100, "height_mm": 100,
            "holes": [{ "x_mm": 2, "y_mm": 50, "diameter_mm": 20 }] }),
            "holes.0",
        ),
    ];
    for (body, path) in cases {
        let refused = shape(&app, body.clone()).await;
        assert_eq!(refused.status, 422, "{body}");
        assert_eq!(refused.body["error"]["fields"][0]["path"], path, "{}", refused.body);
    }
}

/// models.md 5 and the contract: kerf alone leaves three figures null, the limit of drilling at 25 mm, a pierce 3 kerfs off.
#[tokio::test]
async fn by_the_kerf_alone_a_lug_is_its_hole_and_then_its_outline() {
    let app = TestApp::start().await;
    let part = shape(&app, lug()).await.body;
    let found = paths(&app, &part, json!({ "kerf_mm": 2.0 })).await;
    assert_eq!(found.status, 200, "{}", found.body);
    let [hole, outer] = &found.body["paths"].as_array().unwrap()[..] else {
        panic!("{}", found.body)
    };
    assert_eq!([&hole["of"], &hole["keep"], &hole["start"]], ["hole", "outside", "pierce"]);
    assert_eq!([&outer["of"], &outer["keep"], &outer["start"]], ["outer", "inside", "pierce"]);
    assert!((hole["length_mm"].as_f64().unwrap() - 2.0 * PI * 14.0).abs() < 1e-3);
    assert_eq!(hole["pivot_mm"], 14.0);
    assert_eq!((&hole["across_mm"], &outer["across_mm"]), (&json!(30.0), &json!(null)));
    assert!(hole["clear_mm"].as_f64().unwrap() >= 6.0 - 1e-6);
    for name in ["time_s", "oxygen_l", "fuel_l"] {
        assert!(found.body[name].is_null(), "{name}");
    }
    assert!(
        outer["lead_in"].as_array().unwrap().len() > 2
            && !outer["why"].as_str().unwrap().is_empty()
    );
    let start = &outer["contour"]["start"];
    assert_eq!(outer["lead_in"].as_array().unwrap().last().unwrap(), start);
    let small =
        shape(&app, json!({ "shape": "ring", "diameter_mm": 100, "inner_diameter_mm": 24 }))
            .await
            .body;
    let drilled = paths(&app, &small, json!({ "kerf_mm": 2.0 })).await;
    assert_eq!(drilled.body["drilled"][0]["diameter_mm"], 24.0);
    let cut = paths(&app, &small, json!({ "kerf_mm": 2.0, "small_holes": "cut" })).await;
    assert_eq!(
        (cut.body["drilled"].clone(), cut.body["paths"].as_array().unwrap().len()),
        (json!([]), 2)
    );
}

#[tokio::test]
async fn with_a_plan_there_are_time_and_gas_and_they_add_up() {
    let app = TestApp::start().await;
    let part = shape(&app, lug()).await.body;
    let found = paths(&app, &part, json!({ "plan": plate() })).await;
    assert_eq!(found.status, 200, "{}", found.body);
    let sum: f64 = found.body["paths"]
        .as_array()
        .unwrap()
        .iter()
        .map(|path| path["time_s"].as_f64().unwrap())
        .sum();
    assert!((sum - found.body["time_s"].as_f64().unwrap()).abs() < 0.01);
    assert!(found.body["oxygen_l"].as_f64().unwrap() > found.body["fuel_l"].as_f64().unwrap());
    // steel of 7,850 kg/m3 (EN 1993-1-2), the lug's area by its formula
    let area = 10_000.0 + PI * 1250.0 - PI * 225.0;
    let thickness = plate()["steel"]["thickness_mm"].as_f64().unwrap();
    let mass = area * thickness * 7.85e-6;
    assert!(
        (found.body["mass_kg"].as_f64().unwrap() - mass).abs() < 0.01,
        "{}",
        found.body["mass_kg"]
    );
    let plan = app.preview(&plate()).await;
    assert_eq!(found.body["kerf_mm"], plan.body["kerf_mm"]);
    // a start by hand is where it was put
    let starts = json!([{ "of": "outer", "at": [120, 40] }]);
    let by_hand = paths(&app, &part, json!({ "plan": plate(), "starts": starts })).await;
    let outer = by_hand.body["paths"].as_array().unwrap().last().unwrap().clone();
    let met = outer["contour"]["start"].as_array().unwrap();
    assert!((met[1].as_f64().unwrap() - 40.0).abs() < 1e-3, "{met:?}");
    let nobody =
        paths(&app, &part, json!({ "plan": plate(), "starts": [{ "of": "moon", "at": [0, 0] }] }))
            .await;
    assert_eq!(nobody.body["error"]["fields"][0]["path"], "starts.0.of");
    // an edge in reach saves a pierce
    let edge = paths(&app, &part, json!({ "plan": plate(), "at_edge": ["bottom"] })).await;
    let outer = edge.body["paths"].as_array().unwrap().last().unwrap();
    assert_eq!(outer["start"], "edge", "{outer}");
}

#[tokio::test]
async fn a_part_that_is_none_is_refused_at_its_contour_and_place() {
    let app = TestApp::start().await;
    let bow = json!({ "closed": true, "start": [0, 0],
        "segments": [{ "to": [50, 50] }, { "to": [50, 0] }, { "to": [0, 50] }, { "to": [0, 0] }] });
    let refused = paths(&app, &json!({ "outer": bow }), json!({ "kerf_mm": 2 })).await;
    let field = &refused.body["error"]["fields"][0];
    assert_eq!(
        (refused.status.as_u16(), &field["path"]),
        (422, &json!("part.outer")),
        "{}",
        refused.body
    );
    assert_eq!(field["value"]["at"], json!([25.0, 25.0]), "{field}");
    let part = shape(&app, lug()).await.body;
    for (more, path) in [
        (json!({}), "kerf_mm"),
        (json!({ "kerf_mm": 2, "plan": plate() }), "kerf_mm"),
        (json!({ "kerf_mm": 200 }), "kerf_mm"),
        (json!({ "kerf_mm": 2, "hand": "third" }), "hand"),
        (json!({ "kerf_mm": 2, "at_edge": ["north"] }), "at_edge.0"),
        (
            json!({ "plan": { "steel": { "thickness_mm": 9999 }, "cut": { "length_mm": 100, "process": "machine" }, "gas": { "fuel": "propane" } } }),
            "plan.steel.thickness_mm",
        ),
    ] {
        let refused = paths(&app, &part, more.clone()).await;
        assert_eq!(
            (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
            (422, &json!(path)),
            "{more}: {}",
            refused.body
        );
    }
    let arc = json!({ "closed": true, "start": [10, 0],
        "segments": [{ "to": [0, -10], "centre": [0, 0], "turn": "left" }, { "to": [10, 0] }] });
    let refused = paths(&app, &json!({ "outer": arc }), json!({ "kerf_mm": 2 })).await;
    assert_eq!(
        refused.body["error"]["fields"][0]["path"], "part.outer.segments.0.centre",
        "{}",
        refused.body
    );
}

/// What is typed is the request for its shape: the part of it is the part by its dimensions.
#[tokio::test]
async fn a_part_that_is_typed_is_the_part_by_its_dimensions() {
    let app = TestApp::start().await;
    let typed =
        async |text: &str| app.post("/api/v1/entry/part", &json!({ "text": text })).await.body;
    let read = typed("6x lug 100x150 mm 20 mm plate, hole 30 edge 35").await;
    assert_eq!(
        (&read["complete"], &read["count"], &read["thickness_mm"]),
        (&json!(true), &json!(6), &json!(20.0))
    );
    let by_text = shape(&app, read["shape"].clone()).await;
    assert_eq!(by_text.status, 200, "{}", by_text.body);
    assert_eq!(by_text.body["area_mm2"], shape(&app, lug()).await.body["area_mm2"]);
    let ring = shape(&app, typed("ring 8 in, hole 4").await["shape"].clone()).await.body;
    assert!((ring["area_mm2"].as_f64().unwrap() - PI * 12.0 * 645.16).abs() < 1e-3);
    let asked = typed("lug 4x6 in sprocket").await;
    assert_eq!(asked["complete"], false);
    let problems = asked["problems"].as_array().unwrap();
    assert_eq!((&problems[0]["start"], &problems[0]["end"]), (&json!(11), &json!(19)), "{asked}");
    assert!(problems[1]["text"].as_str().unwrap().contains("hole"), "{asked}");
}

#[tokio::test]
async fn a_line_is_held_against_a_quality() {
    let app = TestApp::start().await;
    let check = async |offsets: Value, quality: &str| {
        app.post("/api/v1/layout/line-check", &json!({ "offsets": offsets, "quality": quality }))
            .await
    };
    let straight = json!([{ "at_mm": 0, "off_mm": 0 }, { "at_mm": 500, "off_mm": 0.5 }, { "at_mm": 1000, "off_mm": 1 }]);
    let found = check(straight, "fine").await;
    assert_eq!(
        (&found.body["accept"], &found.body["worst_mm"]),
        (&json!(true), &json!(0.0)),
        "{}",
        found.body
    );
    assert!(
        (found.body["tilt_deg"].as_f64().unwrap() - 0.001_f64.atan().to_degrees()).abs() < 1e-6
    );
    let bent = json!([{ "at_mm": 0, "off_mm": 0 }, { "at_mm": 500, "off_mm": 3 }, { "at_mm": 1000, "off_mm": 0 }]);
    let found = check(bent.clone(), "standard").await;
    assert_eq!(found.body["accept"], false);
    assert!((found.body["bow_mm"].as_f64().unwrap() - 3.0).abs() < 1e-6, "{}", found.body);
    assert_eq!(check(json!([]), "fine").await.status, 422);
    assert_eq!(check(bent, "perfect").await.status, 422);
}

/// Four holes near each other: sparing heat never starts more often on warm metal, and the nearest next never goes farther.
#[tokio::test]
async fn the_orders_stand_side_by_side_and_marks_are_measured_from_the_plates_corner() {
    let app = TestApp::start().await;
    let holes: Vec<Value> = [(60, 60), (100, 60), (60, 240), (240, 240)]
        .iter()
        .map(|(x, y)| json!({ "x_mm": x, "y_mm": y, "diameter_mm": 30 }))
        .collect();
    let body = json!({ "shape": "base_plate", "width_mm": 300, "height_mm": 300, "holes": holes });
    let part = shape(&app, body).await.body;
    let found = paths(&app, &part, json!({ "kerf_mm": 2, "datum": [-50, -20] })).await;
    let orders = found.body["orders"].as_array().unwrap();
    let of = |name: &str| orders.iter().find(|one| one["order"] == name).unwrap().clone();
    let (cool, near) = (of("cool"), of("near"));
    assert!(cool["warm_starts"].as_u64() <= near["warm_starts"].as_u64(), "{orders:?}");
    assert!(near["moves_mm"].as_f64() <= cool["moves_mm"].as_f64(), "{orders:?}");
    let marks = &found.body["marks"];
    let diagonal = 300.0 * 2.0_f64.sqrt();
    assert!((marks["diagonal_mm"].as_f64().unwrap() - diagonal).abs() < 1e-3);
    let corner = json!([50.0, 20.0]);
    assert!(
        marks["marks"]
            .as_array()
            .unwrap()
            .iter()
            .any(|mark| mark["kind"] == "corner" && mark["at"] == corner)
    );
}
