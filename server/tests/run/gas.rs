//! What gas a run took, by the readings of the cylinders on its rig: whenever they arrive, and whatever became of the cylinder.

use serde_json::{Value, json};
use time::format_description::well_known::Rfc3339;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::yard::Yard;

fn number(value: &Value) -> f64 {
    value.as_f64().unwrap_or_else(|| panic!("{value}"))
}

fn at(from_now: Duration) -> String {
    (OffsetDateTime::now_utc() + from_now).format(&Rfc3339).unwrap()
}

async fn bottle(yard: &Yard, kpa: f64, read: Duration) -> Uuid {
    let id = Uuid::now_v7();
    let fields = json!({ "gas": "oxygen", "water_volume_l": 50, "rated_l": 8000, "pressure_kpa": kpa,
        "temperature_c": 20, "read_at": at(read), "label_read": true });
    let body = json!({ "kind": "cylinder", "label": "Bottle", "fields": fields });
    assert_eq!(yard.app.put(&format!("/api/v1/gear/{id}"), &body).await.status, 201);
    id
}

/// The contents gauge as a tablet tells it.
fn read(bottle: Uuid, kpa: f64, from_now: Duration) -> Value {
    let body =
        json!({ "gas": "oxygen", "where": "contents", "pressure_kpa": kpa, "gear_id": bottle });
    json!({ "id": Uuid::now_v7(), "happened_at": at(from_now), "person_id": null, "kind": "reading", "body": body })
}

async fn sent(yard: &Yard, run: Uuid, events: &[Value]) {
    let answers = yard.send(run, ("", events)).await["answers"].clone();
    assert!(answers.as_array().unwrap().iter().all(|it| it["outcome"] == "new"), "{answers}");
}

async fn gas(yard: &Yard, run: Uuid) -> Vec<Value> {
    let record = yard.app.get(&format!("/api/v1/jobs/{}/record", yard.job)).await.body;
    let runs = record["runs"].as_array().unwrap();
    let found = runs.iter().find(|it| it["id"] == json!(run)).unwrap();
    found["gas"].as_array().unwrap().clone()
}

async fn pressure_in_rack(yard: &Yard, bottle: Uuid) -> f64 {
    let rack = yard.app.get("/api/v1/gear").await.body["gear"].clone();
    let views = rack.as_array().unwrap();
    let view = views.iter().find(|view| view["gear"]["id"] == json!(bottle)).unwrap();
    number(&view["gear"]["fields"]["pressure_kpa"])
}

/// Read twice it tells; read once nobody knows what went.
#[actix_web::test]
async fn a_cylinder_read_once_tells_nothing() {
    let yard = Yard::start().await;
    let bottle = bottle(&yard, 14_000.0, -Duration::days(3)).await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    sent(&yard, run, &[read(bottle, 12_000.0, Duration::seconds(1))]).await;
    assert!(gas(&yard, run).await.is_empty());
    sent(&yard, run, &[read(bottle, 11_000.0, Duration::seconds(9))]).await;
    let found = gas(&yard, run).await;
    // about 50 l x 10 bar, a real gas
    assert!((450.0..580.0).contains(&number(&found[0]["taken_l"])), "{found:?}");
    assert_eq!(found[0]["gas"], "oxygen");
    assert!((pressure_in_rack(&yard, bottle).await - 11_000.0).abs() < 1e-9);
}

/// A tablet that was out of reach tells its first reading after its last: it counts at its moment, and the rack keeps the newest.
#[actix_web::test]
async fn a_reading_that_comes_late_counts_at_its_own_moment() {
    let yard = Yard::start().await;
    let bottle = bottle(&yard, 14_000.0, -Duration::days(3)).await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    sent(&yard, run, &[read(bottle, 9_000.0, Duration::seconds(30))]).await;
    sent(&yard, run, &[read(bottle, 12_000.0, Duration::seconds(2))]).await;
    let found = gas(&yard, run).await;
    assert_eq!(found[0]["readings"], 2);
    assert!(number(&found[0]["taken_l"]) > 1_300.0, "{found:?}");
    assert!((pressure_in_rack(&yard, bottle).await - 9_000.0).abs() < 1e-9);
    // the same event once more adds nothing
    let again = read(bottle, 12_000.0, Duration::seconds(2));
    sent(&yard, run, std::slice::from_ref(&again)).await;
    let twice = yard.send(run, ("", &[again])).await["answers"].clone();
    assert_eq!(twice[0]["outcome"], "again");
    assert!(
        (number(&gas(&yard, run).await[0]["taken_l"]) - number(&found[0]["taken_l"])).abs() < 40.0
    );
}

/// Changed on the way for a full one under the same name: what was taken of both, not what the change brought.
#[actix_web::test]
async fn a_cylinder_changed_on_the_way_is_no_gas_given_back() {
    let yard = Yard::start().await;
    let bottle = bottle(&yard, 14_000.0, -Duration::days(3)).await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    let kpa = [4_000.0, 2_000.0, 15_000.0, 13_000.0];
    let events: Vec<Value> =
        (1..).zip(kpa).map(|(s, kpa)| read(bottle, kpa, Duration::seconds(s))).collect();
    sent(&yard, run, &events).await;
    let found = gas(&yard, run).await;
    // 20 bar of each
    assert!((1_900.0..2_400.0).contains(&number(&found[0]["taken_l"])), "{found:?}");
    let stores = yard.app.get("/api/v1/record/stores").await.body;
    assert_eq!(stores["changed"].as_array().unwrap().len(), 1);
    // read before the run by days it is no part of it; a reading an hour and more before counts neither
    assert_eq!(found[0]["readings"], 4);
}

/// Just before and just after still counts: it is read as the torch is set up and when it is put away.
#[actix_web::test]
async fn readings_around_a_run_count_within_the_hour() {
    let yard = Yard::start().await;
    let near = bottle(&yard, 12_000.0, -Duration::minutes(40)).await;
    let far = bottle(&yard, 12_000.0, -Duration::hours(3)).await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    sent(
        &yard,
        run,
        &[read(near, 11_000.0, Duration::seconds(3)), read(far, 11_000.0, Duration::seconds(3))],
    )
    .await;
    let found = gas(&yard, run).await;
    let told: Vec<&Value> = found.iter().map(|it| &it["gear_id"]).collect();
    assert_eq!(told, [&json!(near)], "{found:?}");
}
