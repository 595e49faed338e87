//! What is due, which cylinders are empty or were changed, what to order; and every run of the shop with the gas it took.

use serde_json::{Value, json};
use time::format_description::well_known::Rfc3339;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::test_app::TestApp;
use crate::yard::{Yard, event};

fn number(value: &Value) -> f64 {
    value.as_f64().unwrap_or_else(|| panic!("{value}"))
}

fn ago(by: Duration) -> String {
    (OffsetDateTime::now_utc() - by).format(&Rfc3339).unwrap()
}

async fn gear(app: &TestApp, body: &Value) -> Uuid {
    let id = Uuid::now_v7();
    let made = app.put(&format!("/api/v1/gear/{id}"), body).await;
    assert_eq!(made.status, 201, "{}", made.body);
    id
}

fn oxygen(kpa: f64, read: Duration) -> Value {
    json!({ "gas": "oxygen", "water_volume_l": 44.5, "rated_l": 6900, "pressure_kpa": kpa, "temperature_c": 20,
        "read_at": ago(read), "label_read": true })
}

async fn cylinder(app: &TestApp, label: &str, fields: &Value) -> Uuid {
    gear(app, &json!({ "kind": "cylinder", "label": label, "fields": fields })).await
}

/// Reads a cylinder again.
async fn reads(app: &TestApp, id: Uuid, fields: &Value) {
    let rack = app.get("/api/v1/gear").await.body;
    let mut all = rack["gear"].as_array().unwrap().iter();
    let view = all.find(|view| view["gear"]["id"] == json!(id)).unwrap();
    let body = json!({ "version": view["gear"]["version"], "fields": fields });
    let changed = app.patch(&format!("/api/v1/gear/{id}"), &body).await;
    assert_eq!(changed.status, 200, "{}", changed.body);
}

async fn stores(app: &TestApp) -> Value {
    let reply = app.get("/api/v1/record/stores").await;
    assert_eq!(reply.status, 200, "{}", reply.body);
    reply.body
}

fn of<'a>(list: &'a Value, (field, value): (&str, &str)) -> &'a Value {
    let mut all = list.as_array().unwrap().iter();
    all.find(|it| it[field] == value).unwrap_or_else(|| panic!("no {value} in {list}"))
}

/// Nobody noted it, 400 days, 350, 10: what was never noted comes first, then what is due soonest.
#[actix_web::test]
async fn hoses_regulators_and_arrestors_are_due_by_the_calendar() {
    let app = TestApp::start().await;
    let day = |days| (OffsetDateTime::now_utc() - Duration::days(days)).date().to_string();
    for (kind, label, fields) in [
        (
            "hose",
            "fine",
            json!({ "gas": "oxygen", "bore_mm": 6.3, "length_m": 10, "inspected_on": day(10) }),
        ),
        ("regulator", "soon", json!({ "gas": "oxygen", "inspected_on": day(350) })),
        ("arrestor", "over", json!({ "gas": "fuel", "inspected_on": day(400) })),
        ("regulator", "never", json!({ "gas": "propane" })),
        ("torch", "a torch", json!({ "build": "dedicated", "mixing": "injector" })),
    ] {
        gear(&app, &json!({ "kind": kind, "label": label, "fields": fields })).await;
    }
    let due = stores(&app).await["due"].clone();
    let told: Vec<_> = due
        .as_array()
        .unwrap()
        .iter()
        .map(|it| (&it["label"], &it["state"], &it["days_left"]))
        .collect();
    let wanted = [
        (json!("never"), json!("never"), Value::Null),
        (json!("over"), json!("overdue"), json!(-35)),
        (json!("soon"), json!("soon"), json!(15)),
        (json!("fine"), json!("fine"), json!(355)),
    ];
    assert_eq!(told, wanted.iter().map(|(a, b, c)| (a, b, c)).collect::<Vec<_>>());
    // the rack says so of a regulator too
    let over = json!({ "kind": "regulator", "label": "old", "fields": { "gas": "oxygen", "inspected_on": day(500) } });
    let old = gear(&app, &over).await;
    let rack = app.get("/api/v1/gear").await.body["gear"].clone();
    let view =
        rack.as_array().unwrap().iter().find(|view| view["gear"]["id"] == json!(old)).unwrap();
    assert_eq!(view["notes"][0]["code"], "hose_overdue");
    // and a day that is none is refused where it was typed
    let body = json!({ "kind": "regulator", "label": "x", "fields": { "gas": "oxygen", "inspected_on": "31.5.2026" } });
    let refused = app.put(&format!("/api/v1/gear/{}", Uuid::now_v7()), &body).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
        (422, &json!("fields.inspected_on"))
    );
}

/// A cylinder is read down, comes back full under its name, and a reading that was mistyped is corrected at its own moment.
#[actix_web::test]
async fn a_cylinders_readings_tell_what_was_taken_and_when_it_was_changed() {
    let app = TestApp::start().await;
    let one = cylinder(&app, "Oxygen 1", &oxygen(14_000.0, Duration::days(9))).await;
    reads(&app, one, &oxygen(700.0, Duration::days(7))).await;
    let before = stores(&app).await;
    let taken = number(&of(&before["gases"], ("gas", "oxygen"))["taken_l"]);
    // about 44.5 l x 133 bar
    assert!((5_700.0..6_300.0).contains(&taken), "{taken}");
    assert_eq!(before["empty"][0]["label"], "Oxygen 1");
    assert_eq!(before["empty"][0]["marked"], false);
    assert!(before["changed"].as_array().unwrap().is_empty());
    // a nought was forgotten: read at the same moment, it takes the faulty one's place
    let mut mistyped = oxygen(1_450.0, Duration::days(6));
    reads(&app, one, &mistyped).await;
    mistyped["pressure_kpa"] = json!(14_500);
    reads(&app, one, &mistyped).await;
    let after = stores(&app).await;
    let changed = after["changed"].as_array().unwrap();
    assert_eq!(changed.len(), 1, "{changed:?}");
    assert!(
        number(&changed[0]["left_l"]) < 400.0 && number(&changed[0]["with_l"]) > 6_000.0,
        "{changed:?}"
    );
    let gas = of(&after["gases"], ("gas", "oxygen"));
    assert_eq!((&gas["changed"], &gas["ready"]), (&json!(1), &json!(1)));
    assert!(
        (number(&gas["taken_l"]) - taken).abs() < 1e-6
            && after["empty"].as_array().unwrap().is_empty()
    );
    // what was long ago does not count, but the first reading after it is measured from the last before
    let old = cylinder(&app, "Oxygen 2", &oxygen(10_000.0, Duration::days(200))).await;
    reads(&app, old, &oxygen(9_000.0, Duration::days(100))).await;
    reads(&app, old, &oxygen(8_000.0, Duration::days(5))).await;
    let more = number(&of(&stores(&app).await["gases"], ("gas", "oxygen"))["taken_l"]) - taken;
    assert!((400.0..500.0).contains(&more), "{more}");
}

/// What the open pieces take is ordered, a tenth more; pieces that were made take nothing, one to be cut anew does.
#[actix_web::test]
async fn what_the_work_needs_and_the_rack_lacks_is_ordered() {
    let yard = Yard::with(&[
        json!({ "steel": { "thickness_mm": 25 }, "cut": { "length_mm": 6000, "process": "guided", "count": 4 }, "gas": { "fuel": "acetylene" } }),
        json!({ "steel": { "thickness_mm": 6, "grade": "304" }, "cut": { "length_mm": 9000, "process": "guided", "count": 50 }, "gas": { "fuel": "acetylene" } }),
    ])
    .await;
    let app = &yard.app;
    let needs = || async {
        // whoever reads the jobs plans what is not planned yet
        app.get("/api/v1/jobs").await;
        let found = stores(app).await;
        assert_eq!(found["pending"], 0);
        found
    };
    let found = needs().await;
    let plan =
        app.get(&format!("/api/v1/jobs/{}", yard.job)).await.body["lines"][0]["plan"].clone();
    let of_all = number(&plan["line_total"]["oxygen_l"]);
    let gas = of(&found["gases"], ("gas", "oxygen")).clone();
    // the stainless one is stopped and takes nothing
    assert!((number(&gas["needed_l"]) / of_all - 1.0).abs() < 1e-6, "{gas} {of_all}");
    // nobody knows how much a fresh one gives
    assert_eq!(of(&found["order"], ("gas", "oxygen"))["count"], Value::Null);
    cylinder(app, "Oxygen 1", &oxygen(14_000.0, Duration::hours(2))).await;
    let found = needs().await;
    let gas = of(&found["gases"], ("gas", "oxygen")).clone();
    let missing = (of_all * 1.1 - number(&gas["at_hand_l"])).max(0.0);
    assert!((number(&gas["missing_l"]) - missing).abs() < 0.1, "{gas}");
    let ordered = found["order"].as_array().unwrap().iter().any(|it| it["gas"] == "oxygen");
    assert_eq!(ordered, missing > 0.0, "{found}");
    // two of four pieces are made, one is lost, one must be cut anew: two are left
    let run = yard.begun(&json!({ "fuel": "acetylene" })).await;
    let cut = |second, outcome: &str| {
        event("cut", second, &json!({ "line_id": yard.lines[0], "outcome": outcome }))
    };
    yard.send(run, ("", &[cut(1, "good"), cut(2, "slag"), cut(3, "lost"), cut(4, "redo")])).await;
    let left = number(&of(&needs().await["gases"], ("gas", "oxygen"))["needed_l"]);
    assert!((left / of_all - 0.5).abs() < 0.01, "{left} of {of_all}");
    // and what was cut anew stands with what poor edges cost
    let cost = app.get("/api/v1/record/poor-edges?from=2026-01-01T00:00:00Z").await.body;
    assert_eq!(
        (&cost["recut"], &cost["lost"], &cost["poor"]),
        (&json!(1), &json!(1), &json!(0)),
        "{cost}"
    );
}

#[actix_web::test]
async fn worn_dinged_and_broken_gear_is_ordered() {
    let app = TestApp::start().await;
    let tip = |seat: &str| json!({ "bore_mm": 1.2, "face": "flush", "seat_state": seat });
    gear(&app, &json!({ "kind": "tip", "label": "dinged one", "fields": tip("dinged") })).await;
    gear(&app, &json!({ "kind": "tip", "label": "good one", "fields": tip("good") })).await;
    let worn =
        gear(&app, &json!({ "kind": "tip", "label": "worn one", "fields": tip("good") })).await;
    let torch = json!({ "build": "dedicated", "mixing": "injector" });
    gear(&app, &json!({ "kind": "torch", "label": "broken", "fields": torch, "in_service": false, "out_because": "valve leaks" })).await;
    let setting = json!({ "id": Uuid::now_v7(), "value": 2 });
    let put = app.put("/api/v1/shop/tip_life_starts", &setting).await;
    assert_eq!(put.status, 200, "{}", put.body);
    for _ in 0..2 {
        let burn =
            json!({ "happened_at": ago(Duration::hours(1)), "tip_id": worn, "outcome": "good" });
        let put = app.put(&format!("/api/v1/burns/{}", Uuid::now_v7()), &burn).await;
        assert_eq!(put.status, 201, "{}", put.body);
    }
    let order = stores(&app).await["order"].clone();
    let mut told: Vec<_> = order
        .as_array()
        .unwrap()
        .iter()
        .map(|it| (it["label"].as_str().unwrap(), it["why"].as_str().unwrap(), &it["out_because"]))
        .collect();
    told.sort_unstable_by_key(|it| it.0);
    let because = json!("valve leaks");
    assert_eq!(
        told,
        [
            ("broken", "out", &because),
            ("dinged one", "dinged", &Value::Null),
            ("worn one", "worn", &Value::Null)
        ]
    );
}

/// Every run of the shop, page by page, with what was left out, what came out badly, and what gas the cylinders gave.
#[actix_web::test]
async fn the_runs_of_the_shop_tell_what_was_skipped_and_what_gas_went() {
    let yard = Yard::start().await;
    let bottle = cylinder(&yard.app, "Oxygen 1", &oxygen(14_000.0, Duration::days(400))).await;
    let rig = json!({ "fuel": "propane", "rig": { "assembled": false, "cylinders": [bottle] } });
    let run = match yard.begin(&rig).await {
        (run, reply) if reply.status == 201 => run,
        _ => yard.begun(&json!({ "fuel": "propane" })).await,
    };
    let now = |seconds: i64, kind: &str, body: &Value| json!({ "id": Uuid::now_v7(), "happened_at": ago(Duration::seconds(-seconds)), "person_id": null, "kind": kind, "body": body });
    let read = |kpa: f64| json!({ "gas": "oxygen", "where": "contents", "pressure_kpa": kpa, "gear_id": bottle });
    let sent = [
        now(1, "reading", &read(12_000.0)),
        now(2, "cut", &json!({ "line_id": yard.lines[0], "outcome": "redo" })),
        now(3, "cut", &json!({ "line_id": yard.lines[0], "outcome": "good" })),
        now(4, "skip", &json!({ "key": "soap_test", "reason": "no soap on the site" })),
        now(5, "reading", &read(11_000.0)),
    ];
    let answers = yard.send(run, ("", &sent)).await["answers"].clone();
    assert!(answers.as_array().unwrap().iter().all(|it| it["outcome"] == "new"), "{answers}");
    let later = yard.begun(&json!({ "fuel": "acetylene" })).await;
    let first = yard.app.get("/api/v1/record/runs?limit=1").await.body;
    assert_eq!(first["runs"][0]["id"], json!(later));
    assert!(first["runs"][0]["gas"].as_array().unwrap().is_empty());
    let next = first["next"].as_str().unwrap();
    let second = yard.app.get(&format!("/api/v1/record/runs?limit=1&after={next}")).await.body;
    assert_eq!(second["next"], Value::Null);
    let told = &second["runs"][0];
    assert_eq!((&told["id"], &told["job_name"]), (&json!(run), &json!("Yard")));
    assert_eq!((&told["pieces"], &told["bad"]), (&json!(2), &json!(1)), "{told}");
    assert_eq!(told["skips"][0]["reason"], "no soap on the site");
    let gas = &told["gas"][0];
    assert_eq!((&gas["label"], &gas["readings"]), (&json!("Oxygen 1"), &json!(2)));
    // about 44.5 l x 10 bar
    assert!((400.0..520.0).contains(&number(&gas["taken_l"])), "{gas}");
    // the job's own record says the same
    let record = yard.app.get(&format!("/api/v1/jobs/{}/record", yard.job)).await.body;
    let of_run =
        record["runs"].as_array().unwrap().iter().find(|it| it["id"] == json!(run)).unwrap();
    assert_eq!(of_run["gas"][0]["taken_l"], gas["taken_l"]);
    assert_eq!(yard.app.get("/api/v1/record/runs?limit=0").await.status, 422);
}

/// A new user finds runs, a trial and a quote in the demo, each telling something.
#[actix_web::test]
async fn the_demo_has_runs_a_trial_and_a_quote_to_look_at() {
    let app = TestApp::demo().await;
    let runs = app.get("/api/v1/record/runs").await.body["runs"].clone();
    let (late, early) = (&runs[0], &runs[1]);
    assert_eq!((&late["how"], &late["pieces"]), (&json!("left"), &json!(0)));
    assert_eq!((&early["pieces"], &early["bad"]), (&json!(3), &json!(1)), "{early}");
    assert!(early["skips"][0]["reason"].as_str().unwrap().contains("same set-up"));
    // 2.5 bar of 44.5 l
    assert!((95.0..125.0).contains(&number(&early["gas"][0]["taken_l"])), "{early}");
    let trial = app.get("/api/v1/trials").await.body["trials"][0].clone();
    assert!(number(&trial["judged"]["probability_a_better"]) > 0.99, "{trial}");
    let quote = app.get("/api/v1/quotes").await.body["quotes"][0].clone();
    let total = &quote["total"];
    assert!(
        number(&total["low"]) > 0.0 && number(&total["low"]) < number(&total["high"]),
        "{quote}"
    );
    let stores = stores(&app).await;
    assert_eq!(stores["changed"].as_array().unwrap().len(), 3, "{}", stores["changed"]);
    assert_eq!(
        (&stores["empty"][0]["label"], &stores["empty"][0]["marked"]),
        (&json!("Oxygen 5"), &json!(true))
    );
    let states = |state: &str| {
        stores["due"].as_array().unwrap().iter().filter(|it| it["state"] == state).count()
    };
    assert_eq!((states("never"), states("overdue"), states("soon")), (1, 2, 1));
}
