//! Clearances: who is told at the torch and on the card that they are not cleared, and a foreman who clears them there.

use galvanon_server::store::role::Role;
use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use super::signing_in::{GOOD, invited};
use crate::test_app::{TestApp, plate};

/// A job with one cut of 20 mm by acetylene, guided, and a card of it.
async fn job(app: &TestApp) -> (String, Uuid) {
    let (job, line, card) = (Uuid::now_v7(), Uuid::now_v7(), Uuid::now_v7());
    let path = format!("/api/v1/jobs/{job}");
    assert_eq!(app.put(&path, &json!({ "name": "J", "rig": {} })).await.status, 201);
    let body = json!({ "job_id": job, "typed": "20 mm", "input": plate(), "position": 1 });
    assert_eq!(app.put(&format!("/api/v1/job-lines/{line}"), &body).await.status, 201);
    let body = json!({ "title": "20 mm", "request": plate() });
    assert_eq!(app.put(&format!("/api/v1/plans/{card}"), &body).await.status, 201);
    (path, card)
}

async fn clear(app: &TestApp, body: &Value) -> (u16, Value) {
    let made = app.put(&format!("/api/v1/clearances/{}", Uuid::now_v7()), body).await;
    (made.status.as_u16(), made.body)
}

/// What the torch says of a person, and what the card says to them.
async fn told(
    app: &TestApp,
    (job, card): (&str, Uuid),
    (id, client): (Uuid, &reqwest::Client),
) -> (Value, Value) {
    let document = app.get(&format!("{job}/run")).await.body;
    let all = document["uncleared"].as_array().unwrap();
    let own = all.iter().find(|it| it["person_id"] == json!(id));
    let torch = own.map_or(Value::Null, |it| it["note"]["code"].clone());
    let path = format!("/api/v1/plans/{card}/clearance");
    let reply = app.send_by(client, (Method::GET, &path), None).await;
    (torch, reply.body["note"]["code"].clone())
}

#[actix_web::test]
async fn who_is_not_cleared_is_told_so_at_the_torch_and_on_the_card() {
    let app = TestApp::start().await;
    let (path, card) = job(&app).await;
    let (id, hand) = app.someone("Dorrit Vale", Role::TorchHand).await;
    let now = async || told(&app, (&path, card), (id, &hand)).await;
    assert_eq!(
        now().await,
        (Value::Null, Value::Null),
        "a shop that keeps no clearances asks for none"
    );
    assert_eq!(clear(&app, &json!({ "person_id": app.owner })).await.0, 201);
    let both = |code: &str| (json!(code), json!(code));
    assert_eq!(now().await, both("cleared_never"));
    let (_, thin) = clear(&app, &json!({ "person_id": id, "thickness_to_mm": 19.9 })).await;
    assert_eq!((&thin["thickness_to_mm"], &thin["holds"]), (&json!(19.9), &json!(true)));
    assert_eq!(now().await, both("cleared_thinner"));
    clear(&app, &json!({ "person_id": id, "fuel": "acetylene", "process": "guided", "thickness_to_mm": 20, "until": "2099-01-01" })).await;
    assert_eq!(now().await, (Value::Null, Value::Null));
    let all = app.get("/api/v1/clearances").await.body["clearances"].clone();
    let newest = all[0]["id"].as_str().unwrap();
    let withdraw = format!("/api/v1/clearances/{newest}/withdraw");
    let stale = app.post(&withdraw, &json!({ "version": 7, "because": "x" })).await;
    assert_eq!(stale.status, 409);
    assert_eq!(app.post(&withdraw, &json!({ "version": 1, "because": "" })).await.status, 422);
    let gone = app.post(&withdraw, &json!({ "version": 1, "because": "Coupon failed" })).await;
    assert_eq!(
        (&gone.body["holds"], &gone.body["withdrawn_because"]),
        (&json!(false), &json!("Coupon failed"))
    );
    assert_eq!(now().await, both("cleared_thinner"));
}

#[actix_web::test]
async fn a_clearance_ends_with_its_last_day_and_strange_ones_are_refused() {
    let app = TestApp::start().await;
    let (path, card) = job(&app).await;
    let (id, hand) = app.someone("Dorrit Vale", Role::TorchHand).await;
    clear(&app, &json!({ "person_id": id, "until": "2026-01-01" })).await;
    let (torch, _) = told(&app, (&path, card), (id, &hand)).await;
    assert_eq!(torch, "cleared_no_more");
    for (body, at) in [
        (json!({ "person_id": id, "fuel": "hydrogen" }), "fuel"),
        (json!({ "person_id": id, "process": "laser" }), "process"),
        (json!({ "person_id": id, "thickness_to_mm": 900 }), "thickness_to_mm"),
        (json!({ "person_id": id, "until": "tomorrow" }), "until"),
        (json!({ "person_id": Uuid::now_v7() }), "person_id"),
        (json!({}), "person_id"),
    ] {
        let (status, told) = clear(&app, &body).await;
        assert_eq!((status, &told["error"]["fields"][0]["path"]), (422, &json!(at)), "{told}");
    }
}

#[actix_web::test]
async fn a_foreman_clears_somebody_at_the_torch_for_the_day_and_it_stays_on_record() {
    let app = TestApp::start().await;
    let (path, card) = job(&app).await;
    let (id, hand) = app.someone("Tobin Harrow", Role::TorchHand).await;
    clear(&app, &json!({ "person_id": app.owner })).await;
    invited(&app, "Ishaan Fenwick", Role::Foreman).await;
    invited(&app, "Nell Okafor-Reed", Role::Planner).await;
    let ask = async |name: &str, password: &str, because: &str| {
        let body = json!({
            "clearance": { "person_id": id, "fuel": "acetylene", "thickness_to_mm": 20 },
            "because": because,
            "by": { "name": name, "password": password },
        });
        let reply =
            app.send_by(&hand, (Method::POST, "/api/v1/clearances/override"), Some(&body)).await;
        (reply.status.as_u16(), reply.body)
    };
    assert_eq!(ask("Ishaan Fenwick", "wrong wrong wrong", "I stand beside him").await.0, 401);
    assert_eq!(ask("Nell Okafor-Reed", GOOD, "I stand beside him").await.0, 403);
    assert_eq!(ask("Ishaan Fenwick", GOOD, "").await.0, 422);
    // a key that makes somebody is not used up for this
    let link = app.post(&format!("/api/v1/people/{id}/invitation"), &json!({})).await;
    let key = link.body["key"].as_str().unwrap();
    let body = json!({
        "clearance": { "person_id": id }, "because": "x",
        "by": { "invitation": key, "password": GOOD },
    });
    let asked = (Method::POST, "/api/v1/clearances/override");
    let refused = app.send_by(&hand, asked, Some(&body)).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
        (422, &json!("by"))
    );
    let still = super::signing_in::enter(&app, &json!({ "invitation": key })).await;
    assert_eq!(still.status(), 200);
    let (status, made) = ask("Ishaan Fenwick", GOOD, "I stand beside him").await;
    assert_eq!((status, &made["override_because"]), (201, &json!("I stand beside him")));
    let today = time::OffsetDateTime::now_utc().date().to_string();
    assert_eq!(made["until"], today);
    assert_eq!(told(&app, (&path, card), (id, &hand)).await.0, Value::Null);
    let trail = app.get("/api/v1/audit").await.body["entries"].clone();
    assert_eq!(
        (&trail[0]["what"], &trail[0]["person"]),
        (&json!("override"), &json!("Ishaan Fenwick"))
    );
    let kept: Vec<String> = sqlx::query_scalar("SELECT made_from::text FROM clearances")
        .fetch_all(&app.pool)
        .await
        .unwrap();
    assert!(kept.iter().all(|row| !row.contains(GOOD)), "{kept:?}");
    assert!(!trail.to_string().contains(GOOD));
}
