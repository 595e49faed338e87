//! Two ways tried: an order drawn by lot, what the strips came to, and burns of before that are alike in all else.

use galvanon_server::store::role::Role;
use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{Answer, TestApp};

fn design() -> Value {
    json!({ "name": "cleaned tip", "way_a": "as it is", "way_b": "cleaned every 5 cuts", "measure": "clean_up_min", "each": 3 })
}

async fn make(app: &TestApp, id: Uuid, body: &Value) -> Answer {
    app.put(&format!("/api/v1/trials/{id}"), body).await
}

fn ways(trial: &Value) -> Vec<String> {
    let strips = trial["strips"].as_array().unwrap();
    strips.iter().map(|strip| strip["way"].as_str().unwrap().to_owned()).collect()
}

#[tokio::test]
async fn strips_are_cut_in_an_order_drawn_by_lot_and_judged() {
    let app = TestApp::start().await;
    let id = Uuid::now_v7();
    let made = make(&app, id, &design()).await;
    assert_eq!(made.status, 201, "{}", made.body);
    let order = ways(&made.body);
    assert_eq!((order.len(), order.iter().filter(|way| *way == "a").count()), (6, 3));
    assert_eq!(make(&app, id, &design()).await.status, 200, "the same again");
    let mut other = design();
    other["each"] = json!(4);
    assert_eq!(make(&app, id, &other).await.status, 409);
    let path = format!("/api/v1/trials/{id}");
    assert!(app.get(&path).await.body["judged"].is_null());
    // the first way takes ten minutes and a bit of grinding, the second four
    let strips: Vec<Value> = order
        .iter()
        .enumerate()
        .map(|(i, way)| {
            let minutes = if way == "a" { 10.0 } else { 4.0 } + 0.1 * i as f64;
            json!({ "place": i + 1, "value": minutes })
        })
        .collect();
    let noted = app.patch(&path, &json!({ "version": 1, "strips": strips })).await;
    assert_eq!(noted.status, 200, "{}", noted.body);
    let judged = &noted.body["judged"];
    assert!((judged["difference"].as_f64().unwrap() - 6.0).abs() < 0.6, "{judged}");
    assert!(judged["probability_a_better"].as_f64().unwrap() < 0.01, "fewer minutes are better");
    // one is put right, one taken away; who saw the old version is told
    let change = json!({ "version": 2, "strips": [{ "place": 1, "value": null }, { "place": 2, "value": 5 }] });
    assert_eq!(app.patch(&path, &change).await.body["strips"][0]["value"], Value::Null);
    assert_eq!(app.patch(&path, &change).await.status, 409);
    let kept: i64 = sqlx::query_scalar("SELECT count(*) FROM trial_versions WHERE trial_id = $1")
        .bind(id)
        .fetch_one(&app.pool)
        .await
        .unwrap();
    assert_eq!(kept, 2, "what stood there before is kept");
    let list = app.get("/api/v1/trials?limit=1").await.body;
    assert_eq!((&list["trials"][0]["name"], &list["next"]), (&json!("cleaned tip"), &Value::Null));
}

#[tokio::test]
async fn what_no_trial_is_is_refused_at_its_field() {
    let app = TestApp::start().await;
    for (field, value) in [
        ("name", json!(" ")),
        ("way_b", json!("")),
        ("measure", json!("beauty")),
        ("measure", Value::Null),
        ("each", json!(1)),
        ("each", json!(50)),
    ] {
        let mut body = design();
        body[field] = value;
        let refused = make(&app, Uuid::now_v7(), &body).await;
        assert_eq!(
            (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
            (422, &json!(field))
        );
    }
    let id = Uuid::now_v7();
    make(&app, id, &design()).await;
    let path = format!("/api/v1/trials/{id}");
    for (strip, at) in [
        (json!({ "place": 7, "value": 3 }), "strips.0.place"),
        (json!({ "place": 0, "value": 3 }), "strips.0.place"),
        (json!({ "place": 1, "value": -3 }), "strips.0.value"),
    ] {
        let refused = app.patch(&path, &json!({ "version": 1, "strips": [strip] })).await;
        assert_eq!(refused.body["error"]["fields"][0]["path"], at, "{strip}");
    }
    assert_eq!(app.get(&format!("/api/v1/trials/{}", Uuid::now_v7())).await.status, 404);
    let (_, viewer) = app.someone("Vera View", Role::Viewer).await;
    let new = format!("/api/v1/trials/{}", Uuid::now_v7());
    let refused = app.send_by(&viewer, (Method::PUT, &new), Some(&design())).await;
    assert_eq!(refused.status, 403);
}

/// The demo's fast and slow hand, by burns that are alike in all else.
#[actix_web::test]
async fn burns_of_before_are_matched_and_what_differs_is_said() {
    let app = TestApp::demo().await;
    let people = app.get("/api/v1/people").await.body["people"].clone();
    let hand = |name: &str| {
        let all = people.as_array().unwrap();
        all.iter().find(|it| it["name"] == name).unwrap()["id"].as_str().unwrap().to_owned()
    };
    let (fast, slow) = (hand("Dorrit Vale"), hand("Tobin Harrow"));
    let of = async |query: String| app.get(&format!("/api/v1/trials/of-burns?{query}")).await;
    let found = of(format!("kind=speed&by=hand&a={fast}&b={slow}")).await;
    assert_eq!(found.status, 200, "{}", found.body);
    let judged = &found.body["judged"];
    assert!(found.body["compared"].as_u64().unwrap() > 5, "{}", found.body);
    assert!(judged["probability_a_better"].as_f64().unwrap() > 0.99, "{}", found.body);
    assert!(judged["low"].as_f64().unwrap() > 0.0);
    let swapped = of(format!("kind=speed&by=hand&a={slow}&b={fast}")).await.body;
    let difference = |of: &Value| of["judged"]["difference"].as_f64().unwrap();
    assert!((difference(&swapped) + difference(&found.body)).abs() < 1e-6);
    // a hand that never burnt: nothing is compared, and nothing said
    let nobody = of(format!("kind=speed&by=hand&a={fast}&b={}", Uuid::now_v7())).await.body;
    assert_eq!((&nobody["compared"], &nobody["judged"]), (&json!(0), &Value::Null));
    assert!(nobody["left_out_a"].as_u64().unwrap() > 0);
    for (query, at) in [
        ("kind=luck&by=hand&a=x&b=y", "kind"),
        ("kind=speed&by=moon&a=x&b=y", "by"),
        ("kind=speed&by=fuel&a=propane&b=propane", "b"),
    ] {
        assert_eq!(of(query.into()).await.body["error"]["fields"][0]["path"], at);
    }
}
