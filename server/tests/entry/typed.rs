//! Typed lines and fields over HTTP: places for a browser, sentences for a person.

use serde_json::{Value, json};

use crate::test_app::TestApp;

#[actix_web::test]
async fn a_line_is_read_into_a_request_that_plans() {
    let app = TestApp::start().await;
    let line = json!({ "text": "4x 3/4 plate 36in guided, rust" });
    let read = app.post("/api/v1/entry/line", &line).await.body;
    assert_eq!(read["complete"], true);
    assert_eq!(read["echo"], "4x 3/4 in plate, 36 in, guided, light rust");
    assert_eq!(read["input"]["steel"], json!({ "thickness_mm": 19.05, "surface": "light_rust" }));
    assert_eq!(
        read["input"]["cut"],
        json!({ "count": 4, "length_mm": 914.4, "process": "guided" })
    );
    let draft = app.post("/api/v1/cut-plans/draft", &json!({ "input": read["input"] })).await;
    assert_eq!(draft.status, 200);
    assert_eq!(draft.body["plan"]["line_total"]["count"], 4);
}

#[actix_web::test]
async fn places_count_as_a_browser_counts() {
    let app = TestApp::start().await;
    // the arrow takes three bytes, the torch emoji two UTF-16 units
    let text = "→🔥 plate 36 guided";
    let read = app.post("/api/v1/entry/line", &json!({ "text": text })).await.body;
    let problems = read["problems"].as_array().unwrap();
    let bare = problems.iter().find(|p| p["code"] == "bare_number").unwrap();
    let units: Vec<u16> = text.encode_utf16().collect();
    let at = |key: &str| usize::try_from(bare[key].as_u64().unwrap()).unwrap();
    assert_eq!(String::from_utf16(&units[at("start")..at("end")]).unwrap(), "36");
    assert_eq!(bare["offers"], json!(["36 in", "36 mm"]));
    assert!(bare["text"].as_str().unwrap().contains("inches or millimetres"));
}

#[actix_web::test]
async fn a_field_takes_its_shown_unit_and_says_what_is_wrong() {
    let app = TestApp::start().await;
    let read = async |text: &str, shown: &str| {
        app.post("/api/v1/entry/field", &json!({ "text": text, "kind": "length", "shown": shown }))
            .await
    };
    assert_eq!(read("1 1/4", "metric").await.body["value"], 31.75);
    assert!(read("1 1/4", "metric").await.body["assumed"].is_string());
    assert_eq!(read("20", "metric").await.body["value"], 20.0);
    assert_eq!(read("5 ft 3-1/2 in", "metric").await.body["value"], 1612.9);
    for (text, code) in [
        ("3/4 in 19 mm", "two_systems"),
        ("", "field_empty"),
        ("thick", "not_understood"),
        ("1,5", "unclear_number"),
    ] {
        let reply = read(text, "inch").await;
        assert_eq!(
            (reply.status.as_u16(), &reply.body["error"]["fields"][0]["code"]),
            (422, &json!(code))
        );
    }
}

#[actix_web::test]
async fn ten_thousand_characters_get_an_answer_and_no_failure() {
    let app = TestApp::start().await;
    let read = app.post("/api/v1/entry/line", &json!({ "text": "3/4 ".repeat(2_500) })).await;
    assert_eq!(
        (read.status.as_u16(), &read.body["problems"][0]["code"]),
        (200, &json!("text_too_long"))
    );
}

#[actix_web::test]
async fn every_kind_of_field_takes_its_own_unit_and_no_other() {
    let app = TestApp::start().await;
    let read = async |text: &str, kind: &str, shown: &str| {
        let body = json!({ "text": text, "kind": kind, "shown": shown });
        app.post("/api/v1/entry/field", &body).await
    };
    for (text, kind, shown, value) in [
        ("10 ga", "length", "inch", 3.4163), // Manufacturers' Standard Gauge (from memory)
        ("392", "temperature", "inch", 200.0),
        ("200", "temperature", "metric", 200.0),
        ("392 degF", "temperature", "metric", 200.0),
        ("30", "angle", "inch", 30.0),
        ("22.5 deg", "angle", "metric", 22.5),
        ("99.2", "percent", "inch", 99.2),
        ("99.2 %", "percent", "metric", 99.2),
        ("4", "number", "inch", 4.0),
    ] {
        let reply = read(text, kind, shown).await;
        let found = reply.body["value"].as_f64().unwrap_or(f64::NAN);
        assert!((found - value).abs() < 1e-4, "{text} as {kind}: {}", reply.body);
    }
    for (text, kind) in
        [("30 deg", "length"), ("3 in", "angle"), ("20 C", "percent"), ("5 %", "number")]
    {
        let reply = read(text, kind, "inch").await;
        assert_eq!(reply.body["error"]["fields"][0]["code"], "wrong_unit", "{text} as {kind}");
    }
    let odd = app
        .post("/api/v1/entry/field", &json!({ "text": "1", "kind": "mood", "shown": "inch" }))
        .await;
    assert_eq!(odd.body["error"]["fields"][0]["path"], "kind");
}

/// What a shop usually does is taken where a line does not say it, and said; a way that nobody moves a torch in is refused.
#[actix_web::test]
async fn the_usual_way_of_moving_the_torch_is_taken_and_said() {
    let app = TestApp::start().await;
    let line = async |usual: Value| {
        let body = json!({ "text": "3/4 plate 36in", "usual_process": usual });
        app.post("/api/v1/entry/line", &body).await
    };
    let asked = line(Value::Null).await.body;
    assert_eq!(asked["complete"], false);
    let taken = line(json!("guided")).await.body;
    assert_eq!(taken["complete"], true);
    assert_eq!(taken["input"]["cut"]["process"], "guided");
    let told: Vec<&str> =
        taken["marks"].as_array().unwrap().iter().filter_map(|it| it["assumed"].as_str()).collect();
    assert!(told.iter().any(|it| it.contains("usual way")), "{told:?}");
    let refused = line(json!("sideways")).await;
    assert_eq!(refused.status, 422);
    assert_eq!(refused.body["error"]["fields"][0]["path"], "usual_process");
}

/// Nothing of what is laid out from its dimensions is guessed at, and steel that nobody knows is tried first.
#[actix_web::test]
async fn what_comes_later_and_unknown_steel_are_named_as_such() {
    let app = TestApp::start().await;
    let asks = async |text: &str| {
        let read = app.post("/api/v1/entry/line", &json!({ "text": text })).await.body;
        read["problems"].as_array().unwrap().clone()
    };
    let lug = asks("1/2 lug 4in guided").await;
    assert_eq!(lug[0]["code"], "laid_out_later");
    assert!(lug[0]["text"].as_str().unwrap().contains("Layout"), "{lug:?}");
    let unknown = asks("1/2 plate 12in guided unknown steel").await;
    assert_eq!(unknown[0]["code"], "unknown_steel");
    assert!(unknown[0]["text"].as_str().unwrap().contains("Four tests"), "{unknown:?}");
}

/// Other work is typed as a hand says it, and what it gives can be planned as it is.
#[actix_web::test]
async fn a_line_of_other_work_can_be_planned_as_it_is() {
    let app = TestApp::start().await;
    for (text, kind, stage) in [
        ("cut off 6 rusted 3/4 bolts, save the studs", "fastener", "wash_to_thread"),
        ("wash off backing bar 3/8x1-1/2, 24in", "wash", "wash_run"),
        ("gouge 3/16 deep 12in", "gouge", "gouge_run"),
        ("rail 8ft 1/2 plate over a weld", "rail", "rail_weld"),
        ("long cut 2in deep 24in 4in thick", "long_cut", "long_run"),
    ] {
        let read = app.post("/api/v1/entry/line", &json!({ "text": text })).await.body;
        assert_eq!(read["complete"], true, "{text} {read}");
        let mut request = read["input"].clone();
        assert_eq!(request["work"]["kind"], kind, "{request}");
        request["gas"]["fuel"] = json!("acetylene");
        let plan = app.preview(&request).await;
        assert_eq!(plan.status, 200, "{text} {}", plan.body);
        let stages = plan.body["work"]["stages"].as_array().unwrap().clone();
        assert!(stages.iter().any(|it| it["code"] == stage), "{text}: {stages:?}");
        let again = app.post("/api/v1/entry/line", &json!({ "text": read["echo"] })).await.body;
        assert_eq!(again["input"], read["input"], "{}", read["echo"]);
    }
    let asked = app.post("/api/v1/entry/line", &json!({ "text": "cut off 6 bolts" })).await.body;
    assert_eq!(
        (&asked["complete"], &asked["problems"][0]["code"]),
        (&json!(false), &json!("missing_diameter"))
    );
    let said = asked["problems"][0]["text"].as_str().unwrap();
    assert!(said.contains("3/4 bolts"), "{said}");
}
