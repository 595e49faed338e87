//! A job's parts on plates: what is bought of each thickness, and what a quote weighs.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{TestApp, with};

const STEEL: f64 = 7850.0; // kg/m3, EN 1993-1-2

async fn part(app: &TestApp, shape: Value) -> Value {
    app.post("/api/v1/layout/parts/shape", &shape).await.body
}

async fn rectangle(app: &TestApp) -> Value {
    part(app, json!({ "shape": "rectangle", "width_mm": 300, "height_mm": 200 })).await
}

async fn line(app: &TestApp, job: Uuid, (typed, input): (&str, Value)) {
    let body = json!({ "job_id": job, "typed": typed, "input": input, "position": 1 });
    let path = format!("/api/v1/job-lines/{}", Uuid::now_v7());
    assert_eq!(app.put(&path, &body).await.status, 201, "{typed}");
}

fn laid(part: &Value, (thickness, count): (f64, u32)) -> Value {
    json!({ "steel": { "thickness_mm": thickness }, "gas": { "fuel": "acetylene" },
        "cut": { "process": "guided", "count": count }, "layout": { "part": part } })
}

/// Plates of 20 and 10 mm with parts of both, and a straight cut.
async fn job(app: &TestApp) -> Uuid {
    let job = Uuid::now_v7();
    app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "Plates", "rig": {} })).await;
    let disc = part(app, json!({ "shape": "disc", "diameter_mm": 250 })).await;
    let rectangle = rectangle(app).await;
    line(app, job, ("plate", laid(&rectangle, (20.0, 6)))).await;
    line(app, job, ("disc", laid(&disc, (20.0, 4)))).await;
    line(app, job, ("thin", laid(&rectangle, (10.0, 2)))).await;
    let straight = json!({ "steel": { "thickness_mm": 12 }, "gas": { "fuel": "acetylene" },
        "cut": { "process": "freehand", "length_mm": 500 } });
    line(app, job, ("12 mm 500 mm", straight)).await;
    job
}

fn wish() -> Value {
    json!({ "width_mm": 1500, "height_mm": 750, "seconds": 0.3 })
}

fn near(value: &Value, expected: f64) {
    let value = value.as_f64().unwrap();
    assert!((value - expected).abs() < 0.01 * expected.max(1.0), "{value} {expected}");
}

#[tokio::test]
async fn each_thickness_has_plates_of_its_own_and_what_is_bought_is_weighed() {
    let app = TestApp::start().await;
    let job = job(&app).await;
    let found = app.post(&format!("/api/v1/jobs/{job}/nest"), &wish()).await;
    assert_eq!(found.status, 200, "{}", found.body);
    let groups = found.body["groups"].as_array().unwrap();
    assert_eq!(groups.len(), 2);
    let (thick, thin) = (&groups[0], &groups[1]);
    assert_eq!((&thick["thickness_mm"], &thin["thickness_mm"]), (&json!(20.0), &json!(10.0)));
    assert_eq!(thick["gap_mm"], json!(20.0), "as thick as the plate, more than kerf and 6 mm");
    assert!(thin["gap_mm"].as_f64().unwrap() >= 7.0, "{thin}");
    let area = 6.0 * 0.3 * 0.2 + 4.0 * std::f64::consts::PI / 4.0 * 0.25 * 0.25;
    near(&thick["pieces_kg"], area * 0.020 * STEEL);
    assert_eq!(thick["plates"].as_array().unwrap().len(), 1);
    near(&thick["plates_kg"], 1.5 * 0.75 * 0.020 * STEEL);
    near(&thin["pieces_kg"], 2.0 * 0.06 * 0.010 * STEEL);
    let names: Vec<&Value> =
        thick["parts"].as_array().unwrap().iter().map(|it| &it["typed"]).collect();
    assert_eq!(names, ["plate", "disc"]);
    assert_eq!(found.body["others"], json!(["12 mm 500 mm"]));
    let kg = |name: &str| thick[name].as_f64().unwrap() + thin[name].as_f64().unwrap();
    near(&found.body["used_share"], kg("pieces_kg") / kg("plates_kg"));
    // what is left over and worth keeping is not used up; no more than the plate less its parts
    assert!(kg("remnants_kg") > 0.0 && kg("remnants_kg") < kg("plates_kg") - kg("pieces_kg"));
    near(&found.body["spent_share"], kg("pieces_kg") / (kg("plates_kg") - kg("remnants_kg")));
}

#[tokio::test]
async fn a_plate_too_small_lays_nothing_and_says_so_and_bad_plates_are_refused() {
    let app = TestApp::start().await;
    let job = job(&app).await;
    let path = format!("/api/v1/jobs/{job}/nest");
    let small = app.post(&path, &with(&wish(), "height_mm", json!(150))).await;
    assert_eq!(small.body["used_share"], Value::Null, "{}", small.body);
    let left = small.body["groups"][0]["left_over"].as_array().unwrap();
    assert_eq!((left.len(), &left[0]["why"]), (2, &json!("too_large")));
    for (field, value) in
        [("width_mm", json!(5)), ("margin_mm", json!(600)), ("turns", json!("up"))]
    {
        let refused = app.post(&path, &with(&wish(), field, value)).await;
        assert_eq!(refused.status, 422);
        assert_eq!(refused.body["error"]["fields"][0]["path"], field);
    }
    let nowhere = app.post(&format!("/api/v1/jobs/{}/nest", Uuid::now_v7()), &wish()).await;
    assert_eq!(nowhere.status, 404);
}

#[tokio::test]
async fn a_quote_weighs_parts_and_shapes_and_pays_for_what_is_cut_off_around_them() {
    let app = TestApp::start().await;
    let mut lines = vec![laid(&rectangle(&app).await, (20.0, 1))];
    lines[0]["cut"].as_object_mut().unwrap().remove("count");
    lines[0]["count"] = json!(5);
    lines.push(json!({ "steel": { "thickness_mm": 20 }, "gas": { "fuel": "acetylene" },
        "cut": { "length_mm": 400, "process": "guided" } }));
    lines.push(json!({ "steel": {}, "gas": { "fuel": "acetylene" }, "cut": { "process": "freehand" },
        "section": { "profile": "W12X26", "cut": { "kind": "square" }, "piece_length_mm": 2000 }, "count": 2 }));
    let prices = json!({ "oxygen_m3": 6, "acetylene_m3": 40, "labour_h": 60, "tip": 25, "tip_life_starts": 500 });
    let ask = async |besides: Value| {
        let body = json!({ "lines": lines, "prices": prices, "besides": besides });
        let reply = app.post("/api/v1/quotes/price", &body).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body
    };
    let found = ask(json!({ "steel_kg": 1.5, "plate": 40, "used_percent": 80 })).await;
    let plates = 5.0 * 0.3 * 0.2 * 0.020 * STEEL;
    near(&found["masses_kg"][0], plates);
    assert_eq!(found["masses_kg"][1], Value::Null, "a straight cut makes no piece that is known");
    // W12X26: 26 lb/ft by its name
    let beams = 2.0 * 2.0 * 26.0 * 0.453_592 / 0.3048;
    near(&found["masses_kg"][2], beams);
    near(&found["plates"], ((plates + beams) * 1.5 + 40.0) / 0.8);
    assert_eq!(ask(json!({})).await["plates"], json!(0.0), "no price, no plate");
}
