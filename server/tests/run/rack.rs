//! The rack at the torch: cylinders that lay down, contents that are read there, gas for what is open, and how much a hand
//! is told.

use serde_json::{Value, json};
use time::OffsetDateTime;
use time::format_description::well_known::Rfc3339;
use uuid::Uuid;

use crate::test_app::TestApp;
use crate::yard::{Yard, event, steps};

async fn cylinder(app: &TestApp, label: &str, fields: Value) -> Uuid {
    let id = Uuid::now_v7();
    let mut all = json!({ "label_read": true });
    all.as_object_mut().unwrap().extend(fields.as_object().unwrap().clone());
    let body = json!({ "kind": "cylinder", "label": label, "fields": all });
    let made = app.put(&format!("/api/v1/gear/{id}"), &body).await;
    assert_eq!(made.status, 201, "{}", made.body);
    id
}

fn hours_ago(hours: i64) -> String {
    (OffsetDateTime::now_utc() - time::Duration::hours(hours)).format(&Rfc3339).unwrap()
}

async fn acetylene(app: &TestApp, label: &str, upright: Option<i64>) -> Uuid {
    let mut fields = json!({ "gas": "acetylene", "rated_l": 4000, "tare_kg": 40, "gross_kg": 43 });
    if let Some(hours) = upright {
        fields["upright_since"] = json!(hours_ago(hours));
    }
    cylinder(app, label, fields).await
}

/// What is left of a day's standing, h; `None` where nobody is asked to wait.
fn waits(document: &Value) -> Option<f64> {
    let phases = document["phases"].as_array().unwrap().iter();
    let mut steps = phases.flat_map(|phase| phase["steps"].as_array().unwrap());
    let step = steps.find(|step| step["code"] == "stand_upright")?;
    Some(step["timer_s"].as_f64().unwrap() / 3_600.0)
}

fn named<'a>(document: &'a Value, label: &str) -> &'a Value {
    let mut all = document["cylinders"].as_array().unwrap().iter();
    all.find(|it| it["label"] == label).unwrap()
}

/// Common practice: acetylene that lay down stands 24 h. The rack knows since when; a cylinder that lies elsewhere in the
/// rack stops nobody who draws on another one.
#[actix_web::test]
async fn a_cylinder_that_lay_down_stands_what_is_left_of_its_day() {
    let yard = Yard::start().await;
    let lying = acetylene(&yard.app, "came lying", Some(3)).await;
    let alone = yard.document(yard.begun(&json!({ "fuel": "acetylene" })).await).await;
    // there is no other one: it is that which will be drawn on
    assert!((waits(&alone).unwrap() - 21.0).abs() < 0.01, "{:?}", waits(&alone));
    assert!(named(&alone, "came lying")["stands_until"].is_string());
    let good = acetylene(&yard.app, "good", None).await;
    let begin = async |cylinders: Value| {
        yard.begun(&json!({ "fuel": "acetylene", "cylinders": cylinders })).await
    };
    let (with_good, with_lying, with_both) = (
        begin(json!([good])).await,
        begin(json!([lying])).await,
        begin(json!([good, lying])).await,
    );
    assert_eq!(waits(&yard.document(with_good).await), None);
    assert!((waits(&yard.document(with_lying).await).unwrap() - 21.0).abs() < 0.01);
    assert!((waits(&yard.document(with_both).await).unwrap() - 21.0).abs() < 0.01);
    // it is swapped while the run goes on
    let swapped = event("rig", 9, &json!({ "assembled": true, "cylinders": [good] }));
    yard.send(with_lying, ("", &[swapped])).await;
    let document = yard.document(with_lying).await;
    assert_eq!((waits(&document), &document["assembled"]), (None, &json!(true)));
    assert_eq!(named(&document, "good")["rigged"], true);
    // somebody saw it lie, whatever the rack says
    let seen =
        yard.begun(&json!({ "fuel": "acetylene", "cylinders": [good], "lying": true })).await;
    assert_eq!(waits(&yard.document(seen).await), Some(24.0));
    // before a run is begun the choice decides too, and is refused where it is none
    let preview = async |query: &str| {
        yard.app.get(&format!("/api/v1/jobs/{}/run?fuel=acetylene{query}", yard.job)).await
    };
    assert_eq!(waits(&preview("").await.body), None);
    assert!(waits(&preview(&format!("&cylinders={good},{lying}")).await.body).is_some());
    let odd = preview("&cylinders=that%20one").await;
    assert_eq!(
        (odd.status.as_u16(), &odd.body["error"]["fields"][0]["path"]),
        (422, &json!("cylinders"))
    );
    // no other fuel ever waits
    let propane =
        yard.document(yard.begun(&json!({ "fuel": "propane", "lying": true })).await).await;
    assert_eq!(waits(&propane), None);
    assert!(!steps(&propane).contains(&"stand_upright"));
}

/// What a gauge says at the torch is a reading of the rack; whether it will do follows from it.
#[actix_web::test]
async fn contents_read_at_the_torch_update_the_rack_and_are_judged() {
    let yard = Yard::start().await;
    let full = json!({ "gas": "oxygen", "water_volume_l": 50, "pressure_kpa": 15000, "read_at": "2026-05-01T07:00:00Z" });
    let oxygen = cylinder(&yard.app, "Oxygen", full).await;
    let run = yard.begun(&json!({ "fuel": "propane", "cylinders": [oxygen] })).await;
    let need = async || {
        let document = yard.document(run).await;
        let needs = document["needs"].as_array().unwrap().clone();
        needs.into_iter().find(|need| need["gas"] == "oxygen").unwrap()
    };
    let before = need().await;
    // 50 l of water at 150 bar hold 7.4 m³ as an ideal gas at 21.1 °C; what keeps the setting stays inside
    let at_hand = before["at_hand_l"].as_f64().unwrap();
    assert!((5_500.0..8_500.0).contains(&at_hand), "{at_hand}");
    assert_eq!(before["enough"], true);
    let minutes = before["minutes"].as_f64().unwrap();
    let flow = before["flow_l_min"].as_f64().unwrap();
    assert!((minutes - at_hand / flow).abs() < 0.01, "{before}");
    let read = |second: u32, kpa: f64| {
        event(
            "reading",
            second,
            &json!({ "gas": "oxygen", "where": "contents", "pressure_kpa": kpa, "gear_id": oxygen }),
        )
    };
    let kpa = async || {
        let all = yard.app.get("/api/v1/gear").await.body["gear"].clone();
        let mut all = all.as_array().unwrap().clone().into_iter();
        all.find(|it| it["gear"]["id"] == json!(oxygen)).unwrap()["gear"]["fields"]["pressure_kpa"]
            .clone()
    };
    yard.send(run, ("", &[read(30, 700.0)])).await;
    assert_eq!(kpa().await, 700.0);
    let low = need().await;
    assert!(low["at_hand_l"].as_f64().unwrap() < 400.0, "{low}");
    assert!(low["minutes"].as_f64().unwrap() < minutes / 10.0);
    // a reading of before comes late: the rack keeps the later one
    yard.send(run, ("", &[read(10, 9_000.0)])).await;
    assert_eq!(kpa().await, 700.0);
    // a delivery gauge says nothing of the contents
    let delivery = event(
        "reading",
        40,
        &json!({ "gas": "oxygen", "where": "delivery", "pressure_kpa": 300, "gear_id": oxygen }),
    );
    yard.send(run, ("", &[delivery])).await;
    assert_eq!(kpa().await, 700.0);
    // a row that was taken off the list while the run goes on: the reading is kept, and nothing breaks
    sqlx::query("UPDATE gear SET deleted_at = now()").execute(&yard.app.pool).await.unwrap();
    let answers = yard.send(run, ("", &[read(50, 600.0)])).await["answers"].clone();
    assert_eq!(answers[0]["outcome"], "new");
    assert_eq!(yard.document(run).await["cylinders"], json!([]));
    assert_eq!(need().await["enough"], Value::Null);
}

/// What is made needs no gas any more.
#[actix_web::test]
async fn the_gas_that_is_needed_falls_with_each_piece() {
    let cut = json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 300, "process": "guided", "count": 3 } });
    let yard = Yard::with(&[cut]).await;
    let run = yard.begun(&json!({ "fuel": "acetylene" })).await;
    let needed = async || -> Vec<f64> {
        let document = yard.document(run).await;
        let needs = document["needs"].as_array().unwrap().iter();
        needs.map(|need| need["needed_l"].as_f64().unwrap()).collect()
    };
    let made = |second, outcome: &str| {
        event("cut", second, &json!({ "line_id": yard.lines[0], "outcome": outcome }))
    };
    let all = needed().await;
    assert!(all.len() == 2 && all.iter().all(|litres| *litres > 0.0), "{all:?}");
    let (good, redo) = (made(1, "good"), made(2, "redo"));
    yard.send(run, ("", &[good.clone(), redo])).await;
    let left = needed().await;
    for (all, left) in all.iter().zip(&left) {
        assert!((left / all - 2.0 / 3.0).abs() < 1e-3, "{all} {left}");
    }
    yard.send(run, ("", &[event("undo", 3, &json!({ "event": good["id"] }))])).await;
    assert_eq!(needed().await, all);
}

/// Layers, closed space, steel and far side are asked once where nobody said them of a cut that is made here.
#[actix_web::test]
async fn what_nobody_said_of_the_cuts_is_asked_with_the_place() {
    let asks = async |inputs: &[Value]| -> Vec<String> {
        let yard = Yard::with(inputs).await;
        let document = yard.document(yard.begun(&json!({ "fuel": "acetylene" })).await).await;
        let asked = ["steel_known", "one_layer", "nothing_closed", "far_side_seen"];
        let steps = steps(&document);
        asked.into_iter().filter(|code| steps.contains(code)).map(str::to_owned).collect()
    };
    let cut =
        |steel: Value| json!({ "steel": steel, "cut": { "length_mm": 300, "process": "guided" } });
    let bare = cut(json!({ "thickness_mm": 20 }));
    let told = cut(
        json!({ "thickness_mm": 20, "grade": "A36", "layers": 1, "sealed": false, "access": "both" }),
    );
    assert_eq!(asks(std::slice::from_ref(&bare)).await.len(), 4);
    assert!(asks(std::slice::from_ref(&told)).await.is_empty());
    assert_eq!(
        asks(&[
            told,
            cut(json!({ "thickness_mm": 20, "layers": 1, "sealed": false, "access": "both" }))
        ])
        .await,
        ["steel_known"]
    );
    let beam = json!({ "section": { "profile": "W12X26", "cut": { "kind": "square" } }, "cut": { "process": "guided", "length_mm": 100 }, "steel": { "thickness_mm": 10 } });
    assert_eq!(asks(&[beam]).await, ["steel_known"]);
}

/// Common practice: at most one tenth (a torch that goes in and out) or one fifteenth of an acetylene cylinder an hour. A cut
/// that takes more says so on the bench and at the torch, not only on the job's gas page.
#[actix_web::test]
async fn acetylene_drawn_too_hard_is_told_on_the_bench_and_at_the_torch() {
    let cut = |fuel: &str| json!({ "steel": { "thickness_mm": 100 }, "cut": { "length_mm": 300, "process": "machine" }, "gas": { "fuel": fuel } });
    let yard = Yard::with(&[cut("acetylene"), cut("propane")]).await;
    let told = async || {
        let draft = yard
            .app
            .post("/api/v1/cut-plans/draft", &json!({ "input": cut("acetylene") }))
            .await
            .body;
        let of_job = yard.app.get(&format!("/api/v1/jobs/{}", yard.job)).await.body;
        let run = yard.document(yard.begun(&json!({ "fuel": "acetylene" })).await).await;
        let plans = [
            &draft["plan"],
            &of_job["lines"][0]["plan"],
            &run["cuts"][0]["plan"],
            &of_job["lines"][1]["plan"],
        ];
        plans.map(|plan| {
            let notes = plan["notes"].as_array().unwrap().iter();
            notes
                .filter(|note| note["code"] == "acetylene_overdrawn")
                .map(|note| note["level"].clone())
                .collect::<Vec<_>>()
        })
    };
    // without a cylinder in the rack nothing is known of it
    let none = || Vec::<Value>::new();
    assert_eq!(told().await, [none(), none(), none(), none()]);
    let small = acetylene(&yard.app, "small", None).await;
    let caution = vec![json!("caution")];
    // 4000 l give 4.4 l/min; 100 mm of steel takes more
    assert_eq!(told().await, [caution.clone(), caution.clone(), caution, none()]);
    let large = "UPDATE gear SET fields = fields || '{\"rated_l\": 40000, \"tare_kg\": 40, \"gross_kg\": 82}' WHERE id = $1";
    sqlx::query(large).bind(small).execute(&yard.app.pool).await.unwrap();
    assert_eq!(told().await, [none(), none(), none(), none()]);
}

#[actix_web::test]
async fn how_much_a_person_is_told_is_the_shops_choice() {
    let app = TestApp::start().await;
    let path = format!("/api/v1/people/{}", Uuid::now_v7());
    let made = app.put(&path, &json!({ "name": "A hand", "handedness": "left" })).await;
    assert_eq!((made.status.as_u16(), &made.body["depth"]), (201, &json!("every_step")));
    let told = app.patch(&path, &json!({ "version": 1, "depth": "phases" })).await;
    assert_eq!((&told.body["depth"], &told.body["name"]), (&json!("phases"), &json!("A hand")));
    let odd = app.patch(&path, &json!({ "version": 2, "depth": "nothing" })).await;
    assert_eq!(
        (odd.status.as_u16(), &odd.body["error"]["fields"][0]["path"]),
        (422, &json!("depth"))
    );
    let known = app
        .put(
            &format!("/api/v1/people/{}", Uuid::now_v7()),
            &json!({ "name": "B", "handedness": "right", "depth": "stops" }),
        )
        .await;
    assert_eq!(known.body["depth"], "stops");
}
