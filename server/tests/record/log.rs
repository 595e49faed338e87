//! The log of burns: looked through by fuel, outcome, person, thickness and time, and corrected with its old versions kept.

use galvanon_server::store::role::Role;
use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::record::learned::{burn, job_with_card};
use crate::test_app::TestApp;

async fn found(app: &TestApp, query: &str) -> Vec<Value> {
    let answer = app.get(&format!("/api/v1/burns?{query}")).await;
    assert_eq!(answer.status, 200, "{}", answer.body);
    answer.body["burns"].as_array().unwrap().clone()
}

#[tokio::test]
async fn burns_are_found_by_what_they_were() {
    let app = TestApp::start().await;
    let (_, card, _) = job_with_card(&app).await;
    burn(&app, card, (300.0, 12.0)).await;
    let bare = json!({ "happened_at": "2026-11-01T08:00:00Z", "outcome": "poor" });
    app.put(&format!("/api/v1/burns/{}", Uuid::now_v7()), &bare).await;
    let one = found(&app, "fuel=acetylene").await;
    assert_eq!(one.len(), 1);
    assert_eq!((&one[0]["thickness_mm"], &one[0]["process"]), (&json!(20.0), &json!("guided")));
    assert!(one[0]["factors"]["speed"].as_f64().unwrap() > 0.0);
    assert_eq!(found(&app, "fuel=propane").await.len(), 0);
    assert_eq!(found(&app, "outcome=poor").await.len(), 1);
    assert_eq!(found(&app, &format!("person={}", app.owner)).await.len(), 2);
    assert_eq!(found(&app, "thickness_mm_from=15&thickness_mm_to=25").await.len(), 1);
    assert_eq!(found(&app, "thickness_mm_from=21").await.len(), 0);
    assert_eq!(found(&app, "from=2026-11-10T00:00:00Z").await.len(), 1);
    assert_eq!(found(&app, "to=2026-11-10T00:00:00Z").await.len(), 1);
    let page = app.get("/api/v1/burns?limit=1").await.body;
    assert_eq!(page["burns"][0]["outcome"], "good", "the newest first");
    let next = page["next"].as_str().unwrap();
    assert_eq!(found(&app, &format!("limit=1&after={next}")).await[0]["outcome"], "poor");
}

#[tokio::test]
async fn a_question_that_is_none_is_refused_at_its_field() {
    let app = TestApp::start().await;
    for (query, path) in [
        ("fuel=coal", "fuel"),
        ("outcome=fine", "outcome"),
        ("person=me", "person"),
        ("thickness_mm_from=thick", "thickness_mm_from"),
        ("thickness_mm_to=9000", "thickness_mm_to"),
        ("from=yesterday", "from"),
        ("limit=0", "limit"),
    ] {
        let answer = app.get(&format!("/api/v1/burns?{query}")).await;
        let refused = &answer.body["error"]["fields"][0]["path"];
        assert_eq!((answer.status.as_u16(), refused), (422, &json!(path)), "{query}");
    }
}

/// A pace typed ten times too fast is corrected: the old version stays, and what was learned follows.
#[tokio::test]
async fn a_burn_is_corrected_and_what_it_said_is_kept() {
    let app = TestApp::start().await;
    let (_, card, plan) = job_with_card(&app).await;
    let pace = plan["travel_speed_mm_min"]["set"].as_f64().unwrap();
    let made = burn(&app, card, (10.0 * pace, 12.0)).await.body;
    let path = format!("/api/v1/burns/{}", made["id"].as_str().unwrap());
    let change = |version: i32, change: Value| json!({ "version": version, "change": change });
    let fixed = app
        .patch(&path, &change(1, json!({ "pace_mm_min": pace, "note": "a nought too many" })))
        .await;
    assert_eq!(fixed.status, 200, "{}", fixed.body);
    let body = &fixed.body;
    assert!((body["factors"]["speed"].as_f64().unwrap() - 1.0).abs() < 1e-3, "{body}");
    assert_eq!(
        (&body["version"], &body["start_s"], &body["outcome"]),
        (&json!(2), &json!(12.0), &json!("good"))
    );
    let was = body["was"].as_array().unwrap();
    assert_eq!((was.len(), &was[0]["note"], &was[0]["version"]), (1, &json!(""), &json!(1)));
    let stale = app.patch(&path, &change(1, json!({ "note": "late" }))).await;
    assert_eq!(stale.status, 409);
    let bad = app.patch(&path, &change(2, json!({ "outcome": "fine" }))).await;
    assert_eq!(
        (bad.status.as_u16(), &bad.body["error"]["fields"][0]["path"]),
        (422, &json!("change.outcome"))
    );
    let odd = app.patch(&path, &change(2, json!({ "spede": 3 }))).await;
    assert_eq!(odd.body["error"]["fields"][0]["path"], "change.spede");
    assert_eq!(
        app.patch(&path, &change(2, json!([]))).await.body["error"]["fields"][0]["path"],
        "change"
    );
    let (_, hand) = app.someone("Tom Torch", Role::TorchHand).await;
    let others = app
        .send_by(&hand, (Method::PATCH, &path), Some(&change(2, json!({ "note": "mine" }))))
        .await;
    assert_eq!(others.status, 403, "a hand corrects their own");
    let nowhere = format!("/api/v1/burns/{}", Uuid::now_v7());
    assert_eq!(app.patch(&nowhere, &change(1, json!({}))).await.status, 404);
}
