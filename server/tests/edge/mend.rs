//! Putting it right over HTTP: trouble at the torch, a lost cut, the judgement of an edge, the shop's weights.

use galvanon_core::edge::trouble::all_troubles;
use galvanon_server::wire::text::{Section, sentence};
use serde_json::{Value, json};
use time::OffsetDateTime;
use time::format_description::well_known::Rfc3339;
use uuid::Uuid;

use crate::test_app::{TestApp, plate};

fn found<'a>(list: &'a Value, code: &str) -> Option<&'a Value> {
    list.as_array().unwrap().iter().find(|it| it["code"] == code)
}

#[actix_web::test]
async fn troubles_go_with_the_fuel_and_every_step_is_a_sentence() {
    for trouble in all_troubles().unwrap() {
        assert!(sentence(Section::Troubles, &trouble.code).is_some(), "{}", trouble.code);
        for step in &trouble.steps {
            assert!(sentence(Section::Steps, step).is_some(), "{step}");
        }
    }
    let app = TestApp::start().await;
    let propane = app.get("/api/v1/edge/troubles?fuel=propane").await.body["troubles"].clone();
    assert_eq!(propane[0]["urgency"], "stop");
    assert_eq!(found(&propane, "whistle_outside").unwrap()["urgency"], "right");
    assert!(found(&propane, "sooty").is_none());
    let acetylene = app.get("/api/v1/edge/troubles?fuel=acetylene").await.body["troubles"].clone();
    assert!(found(&acetylene, "sooty").is_some() && found(&acetylene, "star_too_long").is_none());
    for wrong in ["/api/v1/edge/troubles", "/api/v1/edge/troubles?fuel=hydrogen"] {
        let refused = app.get(wrong).await;
        let field = &refused.body["error"]["fields"][0];
        assert_eq!((refused.status.as_u16(), &field["path"]), (422, &json!("fuel")));
        assert_eq!(field["allowed"].as_array().unwrap().len(), 4);
    }
}

/// Common practice: oxygen first, cutting then preheat, then fuel.
#[actix_web::test]
async fn a_dangerous_finding_brings_its_steps_and_the_gear_to_keep_out() {
    let app = TestApp::start().await;
    let ask = async |body: Value| app.post("/api/v1/edge/diagnoses", &body).await.body;
    let whistle = ask(json!({ "present": ["whistles_inside", "dross_easy"] })).await;
    let danger = &whistle["dangers"][0]["trouble"];
    assert_eq!(danger["code"], "sustained_backfire");
    let steps: Vec<&str> =
        danger["steps"].as_array().unwrap().iter().map(|it| it["code"].as_str().unwrap()).collect();
    assert_eq!(steps[..3], ["cutting_oxygen_off", "preheat_oxygen_off", "fuel_valve_off"]);
    assert_eq!(danger["gear"], json!(["tip", "torch"]));
    let star = ask(json!({ "present": ["star_long", "dross_hard"], "fuel": "acetylene" })).await;
    assert_eq!(star["not_with_fuel"], json!(["star_long"]));
    let propane = ask(json!({ "present": ["star_long"], "fuel": "propane" })).await;
    assert_eq!(propane["not_with_fuel"], json!([]));
}

fn lost(changes: &Value) -> Value {
    let mut body = json!({ "cut": plate(), "through": false, "scrap": "left" });
    for (key, value) in changes.as_object().unwrap() {
        body[key] = value.clone();
    }
    body
}

#[actix_web::test]
async fn a_lost_cut_is_picked_up_with_its_price() {
    let app = TestApp::start().await;
    let ask = async |body: Value| app.post("/api/v1/edge/recoveries", &body).await;
    let beside = ask(lost(&json!({ "not_through_mm": 30 }))).await.body;
    assert_eq!((&beside["way"], &beside["side"]), (&json!("alongside"), &json!("left")));
    // back by 30 mm and half of the 20 mm plate
    assert_eq!(beside["path"][0]["along_mm"], json!(-40.0));
    let clean_up = &beside["clean_up"];
    let (seconds, cost) =
        (clean_up["time_s"].as_f64().unwrap(), clean_up["cost"].as_f64().unwrap());
    // the shop's wage is still the estimate of 60 an hour: a minute costs 1
    assert!(seconds > 30.0 && (cost - seconds / 60.0).abs() < 0.02, "{clean_up}");
    assert_eq!(clean_up["cost_estimated"], true);
    for step in beside["steps"].as_array().unwrap() {
        assert!(!step["text"].as_str().unwrap().contains('{'), "{step}");
    }
    let through = ask(lost(&json!({ "through": true, "slag": "down" }))).await.body;
    assert_eq!(through["way"], "at_the_stop");
    let up = ask(lost(&json!({ "through": true, "slag": "up" }))).await.body;
    assert_eq!(up["cautions"][0]["code"], "slag_says_not_through");
    for (changes, at) in [
        (json!({ "scrap": "north" }), "scrap"),
        (json!({ "slag": "sideways" }), "slag"),
        (json!({ "not_through_mm": 5_000 }), "not_through_mm"),
        (
            json!({ "cut": { "steel": { "thickness_mm": 900 }, "cut": { "length_mm": 9, "process": "guided" }, "gas": { "fuel": "propane" } } }),
            "cut.steel.thickness_mm",
        ),
    ] {
        let refused = ask(lost(&changes)).await;
        let path = &refused.body["error"]["fields"][0]["path"];
        assert_eq!((refused.status.as_u16(), path), (422, &json!(at)), "{}", refused.body);
    }
}

/// Limits of AWS D1.1, from memory.
#[actix_web::test]
async fn a_measured_edge_is_judged_by_the_rules() {
    let app = TestApp::start().await;
    let grade = async |body: Value| app.post("/api/v1/edge/grade", &body).await;
    let nothing = grade(json!({ "thickness_mm": 20 })).await.body;
    assert_eq!((&nothing["action"], &nothing["judgements"]), (&Value::Null, &json!([])));
    let groove = grade(json!({ "thickness_mm": 20, "gouge_depth_mm": 6, "slag": "holds" })).await;
    assert_eq!(groove.body["action"], "weld_or_reject");
    let rules: Vec<&Value> =
        groove.body["judgements"].as_array().unwrap().iter().map(|it| &it["rule"]).collect();
    assert_eq!(rules, ["slag", "gouge_or_notch"]);
    let small = json!({ "thickness_mm": 20, "gouge_depth_mm": 6, "section_loss_percent": 1.5 });
    assert_eq!(grade(small).await.body["action"], "grind");
    let fine = grade(json!({ "thickness_mm": 20, "roughness_ra_um": 25, "slag": "none" })).await;
    assert_eq!(fine.body["action"], "brush");
    for (field, value) in [
        ("gouge_depth_mm", json!(-1)),
        ("roughness_ra_um", json!(9_000)),
        ("section_loss_percent", json!(120)),
        ("corner_radius_mm", json!("round")),
        ("slag", json!("some")),
    ] {
        let refused = grade(json!({ "thickness_mm": 20, field: value })).await;
        assert_eq!(refused.status, 422, "{field}");
        assert_eq!(refused.body["error"]["fields"][0]["path"], field);
    }
}

#[actix_web::test]
async fn a_shop_sets_its_weights_and_every_version_stays() {
    let app = TestApp::start().await;
    let odds = async |app: &TestApp| {
        let body = json!({ "present": ["dross_hard"] });
        let found_now = app.post("/api/v1/edge/diagnoses", &body).await.body;
        let dirty = found(&found_now["causes"], "tip_bore_dirty").unwrap();
        (dirty["probability"].as_f64().unwrap(), found_now["weights_version"].as_i64().unwrap())
    };
    let set = async |value: Value| {
        let body = json!({ "id": Uuid::now_v7(), "value": value });
        app.put("/api/v1/shop/edge_weights", &body).await
    };
    let (plain, version) = odds(&app).await;
    assert_eq!(version, 0);
    let link = json!({ "cause": "tip_bore_dirty", "finding": "dross_hard", "link": "strong" });
    let own = json!({ "priors": { "tip_bore_dirty": 30 }, "links": [link] });
    assert_eq!(set(own).await.status, 200);
    let (tuned, version) = odds(&app).await;
    assert!(tuned > 2.0 * plain && version == 1, "{plain} {tuned}");
    let weights = app.get("/api/v1/edge/weights").await.body;
    let dirty = found(&weights["causes"], "tip_bore_dirty").unwrap();
    assert_eq!((&dirty["prior"], &dirty["table_prior"]), (&json!(30.0), &json!(10.0)));
    let hard = dirty["links"].as_array().unwrap().iter().find(|it| it["finding"] == "dross_hard");
    assert_eq!(hard.unwrap()["link"], "strong");
    assert_eq!(hard.unwrap()["table"], "medium");
    for (value, path) in [
        (json!({ "priors": { "ghosts": 3 } }), "value.priors.ghosts"),
        (json!({ "priors": { "too_fast": 900 } }), "value.priors.too_fast"),
        (
            json!({ "links": [{ "cause": "too_fast", "finding": "pops", "link": "often" }] }),
            "value.links.0.link",
        ),
        (json!({ "mood": 1 }), "value.mood"),
    ] {
        let refused = set(value).await;
        let at = &refused.body["error"]["fields"][0]["path"];
        assert_eq!((refused.status.as_u16(), at), (422, &json!(path)), "{}", refused.body);
    }
    // back to the tables is a version too
    assert_eq!(set(json!({})).await.status, 200);
    assert_eq!(odds(&app).await, (plain, 2));
    let history = app.get("/api/v1/edge/weights").await.body["history"].clone();
    assert_eq!(history.as_array().unwrap().len(), 2);
    assert_eq!(history[1]["value"]["priors"]["tip_bore_dirty"], 30);
}

/// A cylinder that is drawn over its limit speaks for a starved supply, as long as the rack is the one
/// of the burn.
#[actix_web::test]
async fn drawing_a_cylinder_too_hard_weighs_in() {
    let app = TestApp::start().await;
    let (job, line) = (Uuid::now_v7(), Uuid::now_v7());
    let rig = json!({ "gas": { "fuel": "acetylene" } });
    app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "thick", "rig": rig })).await;
    let input = json!({ "steel": { "thickness_mm": 150 }, "cut": { "length_mm": 900, "process": "machine" } });
    let made = json!({ "job_id": job, "typed": "1x 150 mm", "input": input, "position": 1 });
    let answer = app.put(&format!("/api/v1/job-lines/{line}"), &made).await;
    assert_eq!(answer.status, 201, "{}", answer.body);
    // one small cylinder, half full
    let fields = json!({ "gas": "acetylene", "rated_l": 1000, "tare_kg": 20, "gross_kg": 20.5, "label_read": true });
    let cylinder = json!({ "kind": "cylinder", "label": "A1", "fields": fields });
    let answer = app.put(&format!("/api/v1/gear/{}", Uuid::now_v7()), &cylinder).await;
    assert_eq!(answer.status, 201, "{}", answer.body);
    let burnt = async |days: i64| {
        let burn = Uuid::now_v7();
        let when = OffsetDateTime::now_utc() - time::Duration::days(days);
        let body = json!({ "happened_at": when.format(&Rfc3339).unwrap(), "job_line_id": line });
        assert_eq!(app.put(&format!("/api/v1/burns/{burn}"), &body).await.status, 201);
        let asked = json!({ "present": ["regulator_falls"], "burn_id": burn });
        let reply = app.post("/api/v1/edge/diagnoses", &asked).await.body;
        found(&reply["causes"], "supply_starved").unwrap()["records"].clone()
    };
    let today = burnt(0).await;
    assert_eq!(today[0]["code"], "record_draw", "{today}");
    assert_eq!(today[0]["speaks_for"], true);
    assert_eq!(burnt(3).await, json!([]), "the rack has changed since");
}

/// A groove is no deeper than the plate; why a cut was lost is asked, and changes the plan's own figure.
#[actix_web::test]
async fn a_lost_cut_asks_why_and_changes_the_setting() {
    let app = TestApp::start().await;
    let deep = json!({ "thickness_mm": 20, "gouge_depth_mm": 21 });
    let refused = app.post("/api/v1/edge/grade", &deep).await;
    assert_eq!(refused.body["error"]["fields"][0]["limits"]["high"], 20.0, "{}", refused.body);
    let cut = json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 1000, "process": "guided" },
        "gas": { "fuel": "acetylene" } });
    let mut body = json!({ "cut": cut, "through": false, "scrap": "left", "done_mm": 10 });
    let asked = app.post("/api/v1/edge/recoveries", &body).await.body;
    assert_eq!(asked["because"], json!(null));
    let reasons = asked["reasons"].as_array().unwrap();
    assert!(reasons.iter().any(|reason| reason["code"] == "too_fast"));
    assert!(reasons.iter().all(|reason| reason["text"] != reason["code"]));
    // 10 mm from the edge there is no good kerf to go back to
    assert_eq!(asked["path"][0]["along_mm"], -10.0);
    assert_eq!(asked["offers"].as_array().unwrap().len(), 2);
    let plan = app.preview(&cut).await.body;
    body["because"] = json!("too_fast");
    let told = app.post("/api/v1/edge/recoveries", &body).await.body["because"].clone();
    assert_eq!(told["change"]["quantity"], "travel_speed_mm_min");
    let planned = plan["travel_speed_mm_min"]["set"].as_f64().unwrap();
    // four fifths of the planned pace
    assert!((told["change"]["to"].as_f64().unwrap() / planned - 0.8).abs() < 1e-3, "{told}");
    body["because"] = json!("ghosts");
    let refused = app.post("/api/v1/edge/recoveries", &body).await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "because");
    body["because"] = json!(null);
    body["done_mm"] = json!(1001);
    let beyond = app.post("/api/v1/edge/recoveries", &body).await;
    assert_eq!(beyond.body["error"]["fields"][0]["path"], "done_mm");
}
