//! Ties, stops where a person wants them, how the shop marks, and strips side by side, as outside checks read them.

use serde_json::{Value, json};

use crate::layout::files::{Machine, written};
use crate::test_app::{Answer, TestApp, plate};

async fn part(app: &TestApp, wide: f64, high: f64) -> Value {
    let body = json!({ "shape": "strip", "width_mm": wide, "height_mm": high });
    app.post("/api/v1/layout/parts/shape", &body).await.body
}

async fn paths(app: &TestApp, part: &Value, more: Value) -> Answer {
    let mut body = json!({ "part": part });
    body.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    app.post("/api/v1/layout/paths", &body).await
}

fn number(value: &Value) -> f64 {
    value.as_f64().unwrap_or_else(|| panic!("{value}"))
}

#[tokio::test]
async fn a_long_strip_is_tied_and_its_ties_take_their_time() {
    let app = TestApp::start().await;
    let part = part(&app, 900.0, 60.0).await;
    let tied = paths(&app, &part, json!({ "plan": plate() })).await.body;
    let free = paths(&app, &part, json!({ "plan": plate(), "tabs": "none" })).await.body;
    let path = &tied["paths"][0];
    let ties = path["tabs"].as_array().unwrap();
    assert_eq!((ties.len(), free["paths"][0]["tabs"].as_array().unwrap().len()), (4, 0));
    for tie in ties {
        let gap = number(&tie["to_mm"]) - number(&tie["from_mm"]);
        assert!((gap - number(&tie["width_mm"]) - number(&tied["kerf_mm"])).abs() < 2e-4, "{tie}");
        assert!(number(&tie["width_mm"]) >= 6.0 - 1e-4);
    }
    // the contour stays whole: its length is the same with ties and without
    assert_eq!(path["length_mm"], free["paths"][0]["length_mm"]);
    assert!(number(&tied["time_s"]) > number(&free["time_s"]) + 4.0 * 5.0, "{tied}");
    assert!(number(&tied["fuel_l"]) > number(&free["fuel_l"]));
    let told = |reply: &Value, code: &str| {
        reply["notes"].as_array().unwrap().iter().any(|note| note["code"] == code)
    };
    assert!(told(&tied, "layout_tied") && told(&free, "layout_long_part"));
    let refused = paths(&app, &part, json!({ "kerf_mm": 2, "tabs": "some" })).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
        (422, &json!("tabs"))
    );
}

/// The program burns what the reply says is burnt, and nothing where a tie stays.
#[tokio::test]
async fn a_program_leaves_the_ties_standing() {
    let app = TestApp::start().await;
    let part = part(&app, 900.0, 60.0).await;
    let reply = paths(&app, &part, json!({ "plan": plate() })).await.body;
    let program = written(&app, &json!({ "format": "gcode", "part": part, "plan": plate() })).await;
    let machine = Machine::run(std::str::from_utf8(&program).unwrap());
    assert_eq!(machine.cuts.len(), 5, "a start and one behind each of four ties");
    let length = |cut: &Vec<(f64, f64)>| {
        cut.windows(2).map(|p| (p[0].0 - p[1].0).hypot(p[0].1 - p[1].1)).sum::<f64>()
    };
    let burnt: f64 = machine.cuts.iter().map(length).sum();
    let wanted = number(&reply["paths"][0]["burnt_mm"]);
    assert!((burnt - wanted).abs() < 0.05, "{burnt} {wanted}");
    for pair in machine.cuts.windows(2) {
        let (end, start) = (pair[0].last().unwrap(), pair[1][0]);
        let gap = (end.0 - start.0).hypot(end.1 - start.1);
        assert!(gap > 7.0, "the torch is lifted over the tie: {gap}");
    }
    for format in ["dxf", "svg"] {
        let body = json!({ "format": format, "part": part, "plan": plate() });
        let text = String::from_utf8(written(&app, &body).await).unwrap();
        let free = json!({ "format": format, "part": part, "plan": plate(), "tabs": "none" });
        let free = String::from_utf8(written(&app, &free).await).unwrap();
        let lines = |text: &str| text.matches("LWPOLYLINE").count() + text.matches("<path").count();
        // four pieces more, and four ways in
        assert_eq!(lines(&text), lines(&free) + 8, "{format}");
    }
}

#[tokio::test]
async fn a_person_sets_the_stops_and_may_set_none() {
    let app = TestApp::start().await;
    let part = part(&app, 500.0, 300.0).await;
    let stops = |at: Value| json!({ "kerf_mm": 2, "reach_mm": 500, "stops": [{ "of": "outer", "at": at }] });
    let reply = paths(&app, &part, stops(json!([[250, 310], [-20, 150], [520, 150]]))).await.body;
    assert_eq!(reply["paths"][0]["stops_mm"].as_array().unwrap().len(), 3);
    let none = paths(&app, &part, stops(json!([]))).await.body;
    assert_eq!(none["paths"][0]["stops_mm"], json!([]));
    assert!(
        none["notes"].as_array().unwrap().iter().any(|it| it["code"] == "layout_stops_too_far")
    );
    let bad = json!({ "kerf_mm": 2, "stops": [{ "of": "rim", "at": [] }] });
    let refused = paths(&app, &part, bad).await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "stops.0.of");
}

/// Split, the line lies half a kerf out: 502 by 302 of 500 by 300 with a kerf of 2.
#[tokio::test]
async fn marks_follow_what_the_line_is_to_the_cut() {
    let app = TestApp::start().await;
    let part = part(&app, 500.0, 300.0).await;
    let with =
        |line: &str| json!({ "kerf_mm": 2, "marking": { "line": line, "punch_straight_mm": 50 } });
    let (left, split) =
        (paths(&app, &part, with("leave")).await.body, paths(&app, &part, with("on")).await.body);
    let diagonal = |reply: &Value| number(&reply["marks"]["diagonal_mm"]);
    assert!((diagonal(&left) - 500_f64.hypot(300.0)).abs() < 1e-3);
    assert!((diagonal(&split) - 502_f64.hypot(302.0)).abs() < 1e-3);
    assert_eq!(
        (&split["marks"]["line"], &split["marks"]["half_kerf_mm"]),
        (&json!("on"), &json!(1.0))
    );
    let count = |reply: &Value, kind: &str| {
        reply["marks"]["marks"].as_array().unwrap().iter().filter(|it| it["kind"] == kind).count()
    };
    assert_eq!(count(&split, "corner"), 4);
    // 10 pieces along 500, 6 along 300: a punch less than pieces on each side
    assert_eq!(count(&left, "punch"), 2 * (9 + 5));
    let bad = json!({ "kerf_mm": 2, "marking": { "line": "beside", "punch_curve_mm": 1 } });
    let refused = paths(&app, &part, bad).await.body;
    let fields: Vec<&Value> =
        refused["error"]["fields"].as_array().unwrap().iter().map(|it| &it["path"]).collect();
    assert!(
        fields.contains(&&json!("marking.line"))
            && fields.contains(&&json!("marking.punch_curve_mm"))
    );
}

#[tokio::test]
async fn the_shops_marking_stands_in_its_files_and_refuses_what_is_none() {
    let app = TestApp::start().await;
    let part = part(&app, 500.0, 300.0).await;
    let set = async |value: Value| {
        let body = json!({ "id": uuid::Uuid::now_v7(), "value": value });
        app.put("/api/v1/shop/marking", &body).await
    };
    let file = async || {
        let body = json!({ "format": "marks_csv", "part": part, "kerf_mm": 2 });
        String::from_utf8(written(&app, &body).await).unwrap()
    };
    assert!(file().await.contains("corner,500,300"), "{}", file().await);
    assert_eq!(set(json!({ "line": "on" })).await.status, 200);
    assert!(file().await.contains("corner,501,301"), "{}", file().await);
    let refused = set(json!({ "line": "on", "punch_straight_mm": 900 })).await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "value.punch_straight_mm");
    assert_eq!(set(json!("leave")).await.body["error"]["fields"][0]["path"], "value");
}

/// Four of 38 mm with a kerf of 2: lines at 38, 78, 118, 158, and nothing left of 160.
#[tokio::test]
async fn strips_are_measured_from_one_edge_and_the_last_keeps_its_width() {
    let app = TestApp::start().await;
    let part = part(&app, 300.0, 38.0).await;
    let asked = |plate: f64| json!({ "kerf_mm": 2, "strips": { "count": 4, "plate_mm": plate } });
    let found = paths(&app, &part, asked(160.0)).await.body["strips"].clone();
    assert_eq!(
        found,
        json!({ "lines_mm": [38.0, 78.0, 118.0, 158.0], "whole": 4, "keeps_mm": 0.0 })
    );
    let short = paths(&app, &part, asked(150.0)).await.body["strips"].clone();
    assert_eq!((&short["whole"], &short["keeps_mm"]), (&json!(3), &json!(30.0)));
    let refused =
        paths(&app, &part, json!({ "kerf_mm": 2, "strips": { "count": 0, "plate_mm": 100 } }))
            .await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "strips.count");
    assert_eq!(paths(&app, &part, json!({ "kerf_mm": 2 })).await.body["strips"], Value::Null);
}
