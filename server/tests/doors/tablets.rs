//! The shop's tablets: registered, opened by a PIN, sending on their own, revoked; who did it is a fact or is marked as none.

use galvanon_server::store::role::Role;
use reqwest::Method;
use reqwest::header::COOKIE;
use serde_json::{Value, json};
use uuid::Uuid;

use super::signing_in::{cookie_of, get_with};
use crate::test_app::TestApp;

/// Registers a tablet as a foreman does at it; the cookie that it keeps.
async fn tablet(app: &TestApp, name: &str) -> String {
    let (_, foreman) = app.someone(&format!("Foreman of {name}"), Role::Foreman).await;
    let asked = foreman.post(format!("{}/api/v1/devices", app.address));
    let reply = asked.json(&json!({ "name": name, "place": "by the saw" })).send().await.unwrap();
    assert_eq!(reply.status(), 201);
    cookie_of(&reply)
}

/// Tries a PIN at a tablet.
async fn pin(app: &TestApp, cookie: &str, (name, pin): (&str, &str)) -> reqwest::Response {
    let asked = app.nobody.post(format!("{}/api/v1/session", app.address)).header(COOKIE, cookie);
    asked.json(&json!({ "name": name, "pin": pin })).send().await.unwrap()
}

async fn with_pin(app: &TestApp, name: &str, role: Role) -> Uuid {
    let (id, client) = app.someone(name, role).await;
    let path = format!("/api/v1/people/{id}/pin");
    let set = async |digits: &str| {
        app.send_by(&client, (Method::PUT, &path), Some(&json!({ "pin": digits }))).await.status
    };
    assert_eq!(set("1234").await, 422);
    assert_eq!(set("2580").await, 204);
    id
}

#[actix_web::test]
async fn a_name_and_a_pin_open_a_registered_tablet_and_nothing_else() {
    let app = TestApp::start().await;
    let id = with_pin(&app, "Dorrit Vale", Role::Foreman).await;
    let bay = tablet(&app, "Bay 2").await;
    let (status, told) = get_with(&app, &bay, "/api/v1/session").await;
    assert_eq!((status, &told["doors"]["device"]["name"]), (401, &json!("Bay 2")));
    assert_eq!(told["doors"]["people"], json!([{ "name": "Dorrit Vale", "role": null }]));
    assert_eq!(
        get_with(&app, "", "/api/v1/session").await.1["doors"]["people"],
        json!([]),
        "names are told to tablets alone"
    );
    assert_eq!(pin(&app, "", ("Dorrit Vale", "2580")).await.status(), 401, "a PIN is for tablets");
    assert_eq!(pin(&app, &bay, ("Dorrit Vale", "2581")).await.status(), 401);
    let reply = pin(&app, &bay, ("Dorrit Vale", "2580")).await;
    assert_eq!(reply.status(), 204);
    let both = format!("{bay}; {}", cookie_of(&reply));
    let (_, here) = get_with(&app, &both, "/api/v1/session").await;
    assert_eq!((&here["person"]["id"], &here["device"]["name"]), (&json!(id), &json!("Bay 2")));
    // four digits do not change who may come in
    assert_eq!(get_with(&app, &both, "/api/v1/tokens").await.0, 403);
    assert_eq!(get_with(&app, &both, "/api/v1/devices").await.0, 200);
}

#[actix_web::test]
async fn ten_wrong_pins_lock_it_until_it_is_set_anew() {
    let app = TestApp::start().await;
    let id = with_pin(&app, "Dorrit Vale", Role::TorchHand).await;
    let bay = tablet(&app, "Bay 2").await;
    let minute = async || {
        sqlx::query("DELETE FROM tries").execute(&app.pool).await.unwrap();
    };
    for _ in 0..10 {
        minute().await;
        assert_eq!(pin(&app, &bay, ("Dorrit Vale", "9999")).await.status(), 401);
    }
    minute().await;
    assert_eq!(pin(&app, &bay, ("Dorrit Vale", "2580")).await.status(), 401, "it is locked");
    let path = format!("/api/v1/people/{id}/pin");
    assert_eq!(
        app.put(&path, &json!({ "pin": "1379" })).await.status,
        204,
        "an owner sets it anew"
    );
    assert_eq!(pin(&app, &bay, ("Dorrit Vale", "1379")).await.status(), 204);
    // a torch hand sets their own and nobody else's
    let (_, hand) = app.someone("Tobin Harrow", Role::TorchHand).await;
    let other = app.send_by(&hand, (Method::PUT, &path), Some(&json!({ "pin": "1379" }))).await;
    assert_eq!(other.status, 403);
}

struct Torch {
    job: String,
    run: String,
}

async fn torch(app: &TestApp) -> Torch {
    let (job, run) = (Uuid::now_v7(), Uuid::now_v7());
    let made = app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "J", "rig": {} })).await;
    assert_eq!(made.status, 201);
    let job = format!("/api/v1/jobs/{job}");
    let run = format!("{job}/runs/{run}");
    assert_eq!(app.put(&run, &json!({ "fuel": "acetylene" })).await.status, 201);
    Torch { job, run }
}

fn note(person: Option<Uuid>, more: &Value) -> Value {
    let mut event = json!({
        "id": Uuid::now_v7(),
        "happened_at": "2026-11-28T09:00:00Z",
        "person_id": person,
        "kind": "note",
        "body": { "text": "x" },
    });
    event.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    event
}

/// Sends events by a cookie, its clock an hour ahead.
async fn events(app: &TestApp, cookie: &str, (run, sent): (&str, &[Value])) -> (u16, Value) {
    let ahead = time::OffsetDateTime::now_utc().unix_timestamp_nanos() / 1_000_000 + 3_600_000;
    let asked = app.nobody.post(format!("{}{run}/events", app.address)).header(COOKIE, cookie);
    let asked = asked.header("Galvanon-Clock", ahead.to_string());
    let reply = asked.json(&json!({ "events": sent })).send().await.unwrap();
    (reply.status().as_u16(), reply.json().await.unwrap())
}

#[actix_web::test]
async fn what_a_signed_in_hand_sends_is_a_fact_and_a_chosen_name_is_marked() {
    let app = TestApp::start().await;
    let at = torch(&app).await;
    let (dorrit, client) = app.someone("Dorrit Vale", Role::TorchHand).await;
    let sent = [
        note(Some(dorrit), &json!({})),
        note(Some(app.owner), &json!({})),
        note(Some(dorrit), &json!({ "verified": false })),
        note(None, &json!({})),
    ];
    let path = format!("{}/events", at.run);
    let body = json!({ "events": sent });
    let reply = app.send_by(&client, (Method::POST, &path), Some(&body)).await;
    assert_eq!(reply.status, 200, "{}", reply.body);
    let verified = |event: &Value| {
        let all = reply.body["events"].as_array().unwrap();
        all.iter().find(|it| it["id"] == event["id"]).unwrap()["verified"].clone()
    };
    assert_eq!(
        sent.iter().map(verified).collect::<Vec<_>>(),
        [json!(true), json!(false), json!(false), json!(false)]
    );
    // a burn is one's own; a foreman logs another's, and that is not the other's word
    let burn = async |client: &reqwest::Client, person: Option<Uuid>| {
        let body = json!({ "happened_at": "2026-05-31T09:00:00Z", "person_id": person });
        let path = format!("/api/v1/burns/{}", Uuid::now_v7());
        app.send_by(client, (Method::PUT, &path), Some(&body)).await
    };
    let own = burn(&client, None).await.body;
    assert_eq!((&own["person_id"], &own["verified"]), (&json!(dorrit), &json!(true)));
    assert_eq!(burn(&client, Some(app.owner)).await.status, 403);
    let told = burn(&app.client, Some(dorrit)).await.body;
    assert_eq!((&told["person_id"], &told["verified"]), (&json!(dorrit), &json!(false)));
}

#[actix_web::test]
async fn a_tablet_sends_what_it_kept_without_a_session_and_a_lost_one_is_marked() {
    let app = TestApp::start().await;
    let at = torch(&app).await;
    let bay = tablet(&app, "Bay 2").await;
    let (dorrit, _) = app.someone("Dorrit Vale", Role::TorchHand).await;
    let kept = [note(Some(dorrit), &json!({})), note(Some(dorrit), &json!({}))];
    assert_eq!(events(&app, "", (&at.run, &kept)).await.0, 401, "a stranger sends nothing");
    assert_eq!(events(&app, "galvanon-device=guessed", (&at.run, &kept)).await.0, 401);
    let (status, told) = events(&app, &bay, (&at.run, &kept[..1])).await;
    assert_eq!((status, &told["answers"][0]["outcome"]), (200, &json!("new")));
    let event = &told["events"][0];
    assert_eq!((&event["verified"], &event["from_revoked"]), (&json!(false), &json!(false)));
    assert!(event["device_id"].is_string());
    // it sends; it reads nothing
    assert_eq!(get_with(&app, &bay, &at.job).await.0, 401);
    assert_eq!(get_with(&app, &bay, &at.run).await.0, 401);
    let devices = app.get("/api/v1/devices").await.body["devices"].clone();
    let ahead = devices[0]["clock_ahead_s"].as_f64().unwrap();
    assert!((ahead - 3_600.0).abs() < 60.0, "{ahead}");
    // it was lost
    let path = format!("/api/v1/devices/{}", devices[0]["id"].as_str().unwrap());
    assert_eq!(app.send(Method::DELETE, &path, None).await.status, 204);
    assert_eq!(app.send(Method::DELETE, &path, None).await.status, 404);
    let (status, told) = events(&app, &bay, (&at.run, &kept)).await;
    let outcomes: Vec<_> =
        told["answers"].as_array().unwrap().iter().map(|it| &it["outcome"]).collect();
    assert_eq!((status, outcomes), (200, vec![&json!("again"), &json!("new")]));
    assert_eq!(told["events"], json!([]), "it is told nothing");
    let all = app.get(&at.run).await.body["events"].clone();
    let marks: Vec<_> = kept.iter().map(|sent| {
        all.as_array().unwrap().iter().find(|it| it["id"] == sent["id"]).unwrap()["from_revoked"].clone()
    }).collect();
    assert_eq!(marks, [json!(false), json!(true)]);
    with_pin(&app, "Tobin Harrow", Role::TorchHand).await;
    assert_eq!(
        pin(&app, &bay, ("Tobin Harrow", "2580")).await.status(),
        401,
        "nobody comes in on it"
    );
}

#[actix_web::test]
async fn a_revoked_tablet_ends_the_sessions_on_it() {
    let app = TestApp::start().await;
    with_pin(&app, "Dorrit Vale", Role::TorchHand).await;
    let bay = tablet(&app, "Bay 2").await;
    let cookie = cookie_of(&pin(&app, &bay, ("Dorrit Vale", "2580")).await);
    assert_eq!(get_with(&app, &cookie, "/api/v1/jobs").await.0, 200);
    let devices = app.get("/api/v1/devices").await.body["devices"].clone();
    let path = format!("/api/v1/devices/{}", devices[0]["id"].as_str().unwrap());
    assert_eq!(app.send(Method::DELETE, &path, None).await.status, 204);
    assert_eq!(get_with(&app, &cookie, "/api/v1/jobs").await.0, 401);
}
