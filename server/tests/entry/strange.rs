//! Whatever is sent to the edge, the answer is an answer or a refusal with its fields: never a failure of ours.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{TestApp, plate, with};

/// What no field is made for; some of it is right for some of them.
fn strange() -> Vec<Value> {
    vec![
        Value::Null,
        json!(true),
        json!(-1),
        json!(0),
        json!(1e308),
        json!(-1e308),
        json!(9_007_199_254_740_993_i64),
        json!(""),
        json!("\u{0000}"),
        json!("Robert'); DROP TABLE diagnoses;--"),
        json!("🔥".repeat(400)),
        json!([]),
        json!(["pops", "pops"]),
        json!([[[]]]),
        json!({}),
        json!({ "steel": "thick" }),
    ]
}

fn recovery() -> Value {
    json!({ "cut": plate(), "through": false, "slag": "down", "scrap": "left", "finished": true, "not_through_mm": 30 })
}

fn prediction() -> Value {
    json!({ "cut": plate(), "off": { "speed": 1.2, "lean_deg": 2 } })
}

fn grade() -> Value {
    json!({ "thickness_mm": 20, "perpendicularity_mm": 0.5, "roughness_ra_um": 20, "gouge_depth_mm": 1, "slag": "holds" })
}

fn told() -> Value {
    json!({ "present": ["pops"], "absent": ["not_through"], "fuel": "propane" })
}

fn kept() -> Value {
    json!({ "happened_at": "2026-11-20T10:00:00Z", "present": ["pops"], "absent": [], "fuel": "propane", "settled": "", "note": "" })
}

fn weights() -> Value {
    let link = json!({ "cause": "too_fast", "finding": "pops", "link": "weak" });
    json!({ "id": Uuid::now_v7(), "value": { "priors": { "too_fast": 12 }, "links": [link] } })
}

/// Every path in a body: the fields, and the fields of those.
fn paths(body: &Value) -> Vec<String> {
    let mut all = Vec::new();
    for (key, value) in body.as_object().unwrap() {
        all.push(key.clone());
        if let Some(parts) = value.as_object() {
            all.extend(parts.keys().map(|part| format!("{key}.{part}")));
        }
    }
    all
}

/// What a sentence without its values would still hold.
const PLACEHOLDERS: [&str; 6] =
    ["{field}", "{low}", "{high}", "{allowed}", "{expected}", "{value}"];

fn assert_answered(status: u16, body: &Value, asked: &str) {
    if (200..300).contains(&status) {
        return;
    }
    assert!([404, 409, 413, 422].contains(&status), "{asked}: {status} {body}");
    if status != 422 {
        return;
    }
    let fields = body["error"]["fields"].as_array().unwrap();
    assert!(!fields.is_empty(), "{asked}: {body}");
    for field in fields {
        let message = field["message"].as_str().unwrap();
        let whole = !message.is_empty() && PLACEHOLDERS.iter().all(|name| !message.contains(name));
        assert!(whole, "{asked}: {message}");
    }
}

#[actix_web::test]
async fn strange_values_in_a_question_are_answered() {
    let app = TestApp::start().await;
    for (path, body) in [
        ("/api/v1/edge/recoveries", recovery()),
        ("/api/v1/edge/predictions", prediction()),
        ("/api/v1/edge/grade", grade()),
        ("/api/v1/edge/diagnoses", told()),
    ] {
        let right = app.post(path, &body).await;
        assert_eq!(right.status, 200, "{path}: {}", right.body);
        for at in paths(&body) {
            for value in strange() {
                let answer = app.post(path, &with(&body, &at, value.clone())).await;
                assert_answered(
                    answer.status.as_u16(),
                    &answer.body,
                    &format!("{path} {at} = {value}"),
                );
            }
        }
    }
}

#[actix_web::test]
async fn strange_values_in_what_is_to_be_kept_are_kept_or_refused() {
    let app = TestApp::start().await;
    let mut held = 0;
    for at in paths(&kept()) {
        for value in strange() {
            let path = format!("/api/v1/diagnoses/{}", Uuid::now_v7());
            let answer = app.put(&path, &with(&kept(), &at, value.clone())).await;
            assert_answered(answer.status.as_u16(), &answer.body, &format!("{at} = {value}"));
            held += usize::from(answer.status == 201);
        }
    }
    let list = app.get("/api/v1/diagnoses").await.body;
    assert_eq!(list["diagnoses"].as_array().unwrap().len(), held.min(50), "what was kept is there");
    for at in paths(&weights()) {
        for value in strange() {
            let answer =
                app.put("/api/v1/shop/edge_weights", &with(&weights(), &at, value.clone())).await;
            assert_answered(answer.status.as_u16(), &answer.body, &format!("{at} = {value}"));
        }
    }
    // whatever was set, the odds can still be asked
    let asked = app.post("/api/v1/edge/diagnoses", &told()).await;
    assert_eq!(asked.status, 200, "{}", asked.body);
    assert_eq!(app.get("/api/v1/edge/weights").await.status, 200);
}

#[actix_web::test]
async fn strange_paths_and_queries_are_refused() {
    let app = TestApp::start().await;
    for path in [
        "/api/v1/photos/nothing",
        "/api/v1/photos/nothing/small",
        "/api/v1/diagnoses?job_line_id=nothing",
        "/api/v1/edge/troubles?fuel=%F0%9F%94%A5",
        "/api/v1/edge/troubles?fuel=",
        "/api/v1/sections/profiles?query=%00",
        "/api/v1/sections/profiles?query=W12&limit=-1",
        "/api/v1/sections/profiles?query=W12&limit=99999999999999999999",
    ] {
        let answer = app.get(path).await;
        let status = answer.status.as_u16();
        assert!(status < 500, "{path}: {status} {}", answer.body);
    }
    // whatever is typed as a shape is answered
    for typed in
        ["W", "1/0", "-", "L2-1/0", "X", "1e999", "....", "W12X26X26X26", "пирожок", "6/6/6"]
    {
        let encoded: String = typed.bytes().map(|byte| format!("%{byte:02X}")).collect();
        let answer = app.get(&format!("/api/v1/sections/profiles?query={encoded}")).await;
        assert_eq!(answer.status, 200, "{typed}: {}", answer.body);
    }
}

/// PostgreSQL keeps no U+0000 in text: it was a failure of ours wherever a body is stored.
#[actix_web::test]
async fn the_character_nul_is_refused_at_its_place() {
    let app = TestApp::start().await;
    for (path, body, at) in [
        ("jobs", json!({ "name": "a\u{0000}b", "rig": {} }), "name"),
        ("people", json!({ "name": "\u{0000}", "handedness": "left" }), "name"),
        ("jobs", json!({ "name": "a", "rig": { "gas": { "fuel": "\u{0000}" } } }), "rig.gas.fuel"),
    ] {
        let answer = app.put(&format!("/api/v1/{path}/{}", Uuid::now_v7()), &body).await;
        let field = &answer.body["error"]["fields"][0];
        assert_eq!((answer.status.as_u16(), &field["path"]), (422, &json!(at)), "{}", answer.body);
        assert!(field["message"].as_str().unwrap().contains("U+0000"), "{field}");
    }
}

/// A count may be written with a point; a part of a cut, a layer or a cleaning is none, and was once taken for the number below.
#[actix_web::test]
async fn a_count_is_whole_however_it_is_written() {
    let app = TestApp::start().await;
    for path in ["/cut/count", "/steel/layers"] {
        let body = |count: Value| {
            let mut body = plate();
            body["cut"]["count"] = json!(1);
            body["steel"]["layers"] = json!(1);
            *body.pointer_mut(path).unwrap() = count;
            body
        };
        let (point, plain) =
            (app.preview(&body(json!(2.0))).await, app.preview(&body(json!(2))).await);
        assert_eq!((point.status.as_u16(), &point.body), (200, &plain.body), "{path}");
        for odd in [2.9, 1.0001, 0.5] {
            let refused = app.preview(&body(json!(odd))).await;
            let field = &refused.body["error"]["fields"][0];
            assert_eq!(
                (refused.status.as_u16(), &field["code"]),
                (422, &json!("not_whole")),
                "{path} {odd}"
            );
            assert_eq!(field["path"].as_str().unwrap().replace('.', "/"), path[1..], "{field}");
            assert!(
                field["message"].as_str().unwrap().contains("whole number from 1 to"),
                "{field}"
            );
        }
    }
}

/// A card for a line that is not there is refused at its field; it was once a failure of ours.
#[actix_web::test]
async fn a_card_for_an_unknown_line_is_refused_at_its_field() {
    let app = TestApp::start().await;
    let card = json!({ "job_line_id": Uuid::now_v7(), "title": "A card", "request": plate() });
    let refused = app.put(&format!("/api/v1/plans/{}", Uuid::now_v7()), &card).await;
    let field = &refused.body["error"]["fields"][0];
    assert_eq!(
        (refused.status.as_u16(), &field["path"]),
        (422, &json!("job_line_id")),
        "{}",
        refused.body
    );
}
