//! A layout as a line of a job: planned with all its paths, on its card, in the job's gas, and out again as a file.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::layout::files::written;
use crate::test_app::{Answer, TestApp, plate, with};

/// A lug of 4 x 6 in with a hole of 2 in: two paths, the hole wide enough to burn.
async fn lug(app: &TestApp) -> Value {
    let shape = json!({ "shape": "lug", "width_mm": 101.6, "height_mm": 152.4, "hole_diameter_mm": 50.8,
        "hole_edge_mm": 25.4 });
    app.post("/api/v1/layout/parts/shape", &shape).await.body
}

fn laid(request: &Value, layout: Value) -> Value {
    with(request, "layout", layout)
}

async fn line(app: &TestApp, input: &Value) -> (Uuid, Uuid, Answer) {
    let (job, line) = (Uuid::now_v7(), Uuid::now_v7());
    app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "Lugs", "rig": {} })).await;
    let body = json!({ "job_id": job, "typed": "lug", "input": input, "position": 1 });
    let made = app.put(&format!("/api/v1/job-lines/{line}"), &body).await;
    (job, line, made)
}

fn input(part: &Value) -> Value {
    json!({ "steel": { "thickness_mm": 12.7 }, "cut": { "process": "guided", "count": 3 },
        "gas": { "fuel": "acetylene" }, "layout": { "part": part } })
}

#[tokio::test]
async fn a_plan_with_a_layout_is_the_sum_of_its_paths_and_needs_no_length() {
    let app = TestApp::start().await;
    let part = lug(&app).await;
    let mut request = laid(&plate(), json!({ "part": part }));
    request["cut"].as_object_mut().unwrap().remove("length_mm");
    let plan = app.preview(&request).await;
    assert_eq!(plan.status, 200, "{}", plan.body);
    let layout = &plan.body["layout"];
    let each = |name: &str| -> f64 {
        let paths = layout["paths"].as_array().unwrap();
        paths.iter().map(|path| path[name].as_f64().unwrap()).sum()
    };
    assert_eq!(layout["paths"].as_array().unwrap().len(), 2);
    assert!((each("time_s") - plan.body["time_s"]["total"].as_f64().unwrap()).abs() < 0.05);
    let starts = 2 + layout["paths"]
        .as_array()
        .unwrap()
        .iter()
        .map(|path| path["stops_mm"].as_array().unwrap().len())
        .sum::<usize>();
    assert_eq!(plan.body["starts"], starts);
    // the same part asked of the paths alone says the same
    let paths = app.post("/api/v1/layout/paths", &json!({ "part": part, "plan": plate() })).await;
    assert_eq!(paths.body["paths"], layout["paths"]);
    assert!(
        (paths.body["oxygen_l"].as_f64().unwrap() - plan.body["oxygen_l"].as_f64().unwrap()).abs()
            < 0.1
    );
    let told = plan.body["trace"].as_array().unwrap().iter();
    let of_time = told.clone().find(|trace| trace["quantity"] == "time_s").unwrap();
    assert_eq!(of_time["steps"].as_array().unwrap().len(), 3, "{of_time}");
}

#[tokio::test]
async fn a_layout_at_fault_is_refused_at_its_place_and_a_shape_beside_it_too() {
    let app = TestApp::start().await;
    let part = lug(&app).await;
    let open = with(&part, "outer.closed", json!(false));
    let crossing = json!({ "name": "", "outer": { "closed": true, "start": [0, 0], "segments": [
        { "to": [100, 100] }, { "to": [100, 0] }, { "to": [0, 100] }, { "to": [0, 0] }] } });
    let section = json!({ "profile": "W12X26", "cut": { "kind": "square" } });
    let cases = [
        (laid(&plate(), json!({ "part": open })), "layout.part.outer"),
        (laid(&plate(), json!({ "part": crossing })), "layout.part.outer"),
        (laid(&plate(), json!({ "part": part, "at_edge": ["inner"] })), "layout.at_edge.0"),
        (laid(&plate(), json!({ "part": part, "rim_mm": -1 })), "layout.rim_mm"),
        (laid(&plate(), json!({ "part": part, "order": "random" })), "layout.order"),
        (laid(&plate(), json!({ "part": part, "colour": "red" })), "layout.colour"),
        (with(&laid(&plate(), json!({ "part": part })), "section", section), "section"),
    ];
    for (request, path) in cases {
        let refused = app.preview(&request).await;
        assert_eq!(refused.status, 422, "{path}: {}", refused.body);
        assert_eq!(refused.body["error"]["fields"][0]["path"], path, "{}", refused.body);
    }
}

#[tokio::test]
async fn a_line_lays_a_part_out_and_its_card_is_stale_when_the_kerf_changes() {
    let app = TestApp::start().await;
    let part = lug(&app).await;
    let (job, line, made) = line(&app, &input(&part)).await;
    assert_eq!(made.status, 201, "{}", made.body);
    assert_eq!(made.body["kind"], "layout");
    let shown = format!("/api/v1/jobs/{job}");
    let seen = app.get(&shown).await.body["lines"].clone();
    let plan = &seen[0]["plan"];
    assert_eq!(plan["layout"]["paths"].as_array().unwrap().len(), 2, "{seen}");
    assert!(plan["trace"].as_array().unwrap().is_empty());
    let body = json!({ "job_line_id": line, "title": "Lug", "request": seen[0]["request"] });
    let card = app.put(&format!("/api/v1/plans/{}", Uuid::now_v7()), &body).await;
    assert_eq!(card.status, 201, "{}", card.body);
    assert_eq!(card.body["result"]["layout"]["paths"], plan["layout"]["paths"]);
    assert_eq!(app.get(&shown).await.body["lines"][0]["card_current"], true);
    let wider = with(&input(&part), "factors", json!({ "kerf_mm": 4.0 }));
    let change = json!({ "version": made.body["version"], "input": wider });
    app.patch(&format!("/api/v1/job-lines/{line}"), &change).await;
    let after = app.get(&shown).await.body["lines"].clone();
    assert_eq!(after[0]["card_current"], false, "a wider kerf moves every path");
    assert_eq!(after[0]["plan"]["layout"]["kerf_mm"], 4.0);
}

#[tokio::test]
async fn the_job_counts_the_gas_of_all_parts_and_one_tip_cuts_them() {
    let app = TestApp::start().await;
    let (job, _, _) = line(&app, &input(&lug(&app).await)).await;
    let plan = app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"][0]["plan"].clone();
    let gas = app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await.body;
    let oxygen = gas["gases"].as_array().unwrap().iter().find(|one| one["gas"] == "oxygen");
    let drawn = oxygen.unwrap()["needed_l"].as_f64().unwrap();
    assert!((drawn - plan["line_total"]["oxygen_l"].as_f64().unwrap()).abs() < 1.0, "{gas}");
    assert!((drawn - 3.0 * plan["oxygen_l"].as_f64().unwrap()).abs() < 1.0);
    let tips = app.get(&format!("/api/v1/jobs/{job}/tips")).await.body;
    assert_eq!(tips["fewest"].as_array().unwrap().len(), 1, "{tips}");
    let cutting = tips["with_best"]["cutting_s"].as_f64().unwrap();
    assert!((cutting - gas["total_s"].as_f64().unwrap()).abs() < 0.1, "{tips}");
}

#[tokio::test]
async fn a_line_of_a_job_is_written_as_a_file_for_the_shop_alone() {
    let app = TestApp::start().await;
    let (_, line, _) = line(&app, &input(&lug(&app).await)).await;
    let ask = |id: Value| json!({ "format": "gcode", "layout_id": id });
    let file = String::from_utf8(written(&app, &ask(json!(line))).await).unwrap();
    assert!(file.contains("(path 2: outline") && file.contains("dry run first"), "{file}");
    let outside = reqwest::Client::new().post(format!("{}/api/v1/layout/out", app.address));
    assert_eq!(outside.json(&ask(json!(line))).send().await.unwrap().status(), 401);
    let gone = app.post("/api/v1/layout/out", &ask(json!(Uuid::now_v7()))).await;
    assert_eq!(gone.status, 404);
    let refusals = [
        (ask(json!("lug")), "layout_id"),
        (with(&ask(json!(line)), "kerf_mm", json!(2)), "layout_id"),
        (json!({ "format": "gcode" }), "part"),
    ];
    for (body, path) in refusals {
        let refused = app.post("/api/v1/layout/out", &body).await;
        assert_eq!(refused.status, 422, "{body}");
        assert_eq!(refused.body["error"]["fields"][0]["path"], path, "{}", refused.body);
    }
}

#[tokio::test]
async fn what_the_shop_does_not_lift_stops_a_line_unless_the_line_says_more() {
    let app = TestApp::start().await;
    let (job, line, made) = line(&app, &input(&lug(&app).await)).await;
    let limit = json!({ "id": Uuid::now_v7(), "value": 1.0 });
    let set = app.put("/api/v1/shop/lifting_limit_kg", &limit).await;
    assert!(set.status.is_success(), "{}", set.body);
    let seen = || async { app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"][0].clone() };
    let stopped = seen().await;
    assert_eq!(stopped["plan"]["verdict"], "stop", "the lug weighs over a kilogram: {stopped}");
    let more = json!({ "version": made.body["version"],
        "input": with(&input(&lug(&app).await), "layout.lifting_limit_kg", json!(50)) });
    app.patch(&format!("/api/v1/job-lines/{line}"), &more).await;
    assert_eq!(seen().await["plan"]["verdict"], "caution");
}
