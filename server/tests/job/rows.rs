//! Rows under pressure: many at once, wrong versions, odd bodies, and what a change leaves alone.

use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;

fn id() -> Uuid {
    Uuid::now_v7()
}

async fn job(app: &TestApp, name: &str) -> String {
    let path = format!("/api/v1/jobs/{}", id());
    let body = json!({ "name": name, "note": "n", "rig": { "gas": { "fuel": "acetylene" } } });
    assert_eq!(app.put(&path, &body).await.status, 201);
    path
}

/// Everybody but the owner who asks.
async fn others(app: &TestApp) -> Vec<Value> {
    let all = app.get("/api/v1/people").await.body["people"].as_array().unwrap().clone();
    all.into_iter().filter(|person| person["id"] != json!(app.owner)).collect()
}

#[actix_web::test]
async fn of_ten_equal_creations_at_once_one_makes_it() {
    let app = TestApp::start().await;
    let path = format!("/api/v1/people/{}", id());
    let body = json!({ "name": "Ann", "handedness": "left" });
    let all = futures(10, |_| app.put(&path, &body)).await;
    let made = all.iter().filter(|answer| answer.status == 201).count();
    let again = all.iter().filter(|answer| answer.status == 200).count();
    assert_eq!((made, again), (1, 9));
    assert_eq!(others(&app).await.len(), 1);
}

#[actix_web::test]
async fn of_ten_changes_to_one_version_one_wins_and_nine_are_told() {
    let app = TestApp::start().await;
    let path = job(&app, "Shared").await;
    let bodies: Vec<Value> =
        (0..10).map(|i| json!({ "version": 1, "note": format!("note {i}") })).collect();
    let all = futures(10, |i| app.patch(&path, &bodies[i])).await;
    assert_eq!(all.iter().filter(|answer| answer.status == 200).count(), 1);
    let winner = all.iter().find(|answer| answer.status == 200).unwrap().body["note"].clone();
    for told in all.iter().filter(|answer| answer.status == 409) {
        assert_eq!(told.body["error"]["current"]["note"], winner);
    }
    assert_eq!(app.get(&path).await.body["job"]["version"], 2);
}

/// Runs `count` requests at once.
async fn futures<'a, T, F: Future<Output = T> + 'a>(
    count: usize,
    each: impl Fn(usize) -> F,
) -> Vec<T> {
    let mut running: Vec<_> = (0..count).map(|i| Box::pin(each(i))).collect();
    let mut done: Vec<Option<T>> = (0..count).map(|_| None).collect();
    std::future::poll_fn(|context| {
        for (i, future) in running.iter_mut().enumerate() {
            if done[i].is_none()
                && let std::task::Poll::Ready(value) = future.as_mut().poll(context)
            {
                done[i] = Some(value);
            }
        }
        if done.iter().all(Option::is_some) {
            std::task::Poll::Ready(())
        } else {
            std::task::Poll::Pending
        }
    })
    .await;
    done.into_iter().flatten().collect()
}

#[actix_web::test]
async fn a_change_leaves_alone_what_it_does_not_name() {
    let app = TestApp::start().await;
    let path = job(&app, "One").await;
    let renamed = app.patch(&path, &json!({ "version": 1, "name": "Two" })).await.body;
    assert_eq!((&renamed["name"], &renamed["note"]), (&json!("Two"), &json!("n")));
    assert_eq!(renamed["rig"]["gas"]["fuel"], "acetylene");
    let rigged = app
        .patch(&path, &json!({ "version": 2, "rig": { "gas": { "fuel": "propane" } } }))
        .await
        .body;
    assert_eq!(
        (&rigged["name"], &rigged["rig"]["gas"]["fuel"]),
        (&json!("Two"), &json!("propane"))
    );
    assert_eq!(rigged["made_at"], renamed["made_at"]);
    assert_ne!(rigged["changed_at"], rigged["made_at"]);
}

#[actix_web::test]
async fn a_deleted_job_is_gone_until_it_is_taken_back() {
    let app = TestApp::start().await;
    let path = job(&app, "Gone").await;
    let stale = app.send(Method::DELETE, &path, Some(&json!({ "version": 7 }))).await;
    assert_eq!(stale.status, 409);
    assert_eq!(app.send(Method::DELETE, &path, Some(&json!({ "version": 1 }))).await.status, 200);
    assert_eq!(app.get(&path).await.status, 404);
    assert_eq!(app.patch(&path, &json!({ "version": 2, "name": "X" })).await.status, 409);
    assert_eq!(app.get("/api/v1/jobs").await.body["jobs"], json!([]));
    assert_eq!(app.post(&format!("{path}/restore"), &json!({ "version": 2 })).await.status, 200);
    assert_eq!(app.get(&path).await.status, 200);
}

#[actix_web::test]
async fn odd_bodies_are_refused_with_their_field() {
    let app = TestApp::start().await;
    let path = job(&app, "Odd").await;
    for (body, field) in [
        (json!({ "name": "No version" }), "version"),
        (json!({ "version": 1, "colour": "red" }), "colour"),
        (json!({ "version": "one", "name": "X" }), "version"),
        (json!({ "version": 1, "name": "" }), "name"),
        (json!({ "version": 1, "name": "x".repeat(500) }), "name"),
        (json!({ "version": 1, "note": "x".repeat(5_000) }), "note"),
        (json!({ "version": 1, "rig": [] }), "rig"),
        (json!({ "version": 1, "rig": { "steel": {} } }), "rig"),
        (
            json!({ "version": 1, "rig": { "gas": { "oxygen_hose": { "bore_mm": 0 } } } }),
            "gas.oxygen_hose.bore_mm",
        ),
    ] {
        let reply = app.patch(&path, &body).await;
        assert_eq!(reply.status, 422, "{body}");
        assert_eq!(reply.body["error"]["fields"][0]["path"], field, "{body}: {}", reply.body);
    }
    assert_eq!(app.get(&path).await.body["job"]["version"], 1, "nothing was changed");
    for body in
        [json!({ "name": "", "handedness": "left" }), json!({ "name": "A", "handedness": "both" })]
    {
        assert_eq!(app.put(&format!("/api/v1/people/{}", id()), &body).await.status, 422, "{body}");
    }
}

#[actix_web::test]
async fn people_change_hands_and_leave() {
    let app = TestApp::start().await;
    let path = format!("/api/v1/people/{}", id());
    app.put(&path, &json!({ "name": "Lee", "handedness": "right" })).await;
    let changed = app.patch(&path, &json!({ "version": 1, "handedness": "left" })).await.body;
    assert_eq!((&changed["name"], &changed["handedness"]), (&json!("Lee"), &json!("left")));
    assert_eq!(app.send(Method::DELETE, &path, Some(&json!({ "version": 2 }))).await.status, 200);
    assert_eq!(others(&app).await, Vec::<Value>::new());
    assert_eq!(app.post(&format!("{path}/restore"), &json!({ "version": 3 })).await.status, 200);
    assert_eq!(others(&app).await.len(), 1);
    let nobody = format!("/api/v1/people/{}", id());
    assert_eq!(app.patch(&nobody, &json!({ "version": 1, "name": "X" })).await.status, 404);
}

#[actix_web::test]
async fn a_job_sums_up_its_lines() {
    let app = TestApp::start().await;
    let path = job(&app, "Sum").await;
    let job_id = path.rsplit('/').next().unwrap();
    for (position, grade) in [(1.0, "A36"), (2.0, "304")] {
        let input = json!({
            "steel": { "thickness_mm": 12, "grade": grade },
            "cut": { "length_mm": 300, "process": "guided", "count": 3 }
        });
        let body = json!({ "job_id": job_id, "typed": "x", "input": input, "position": position });
        assert_eq!(app.put(&format!("/api/v1/job-lines/{}", id()), &body).await.status, 201);
    }
    let summary = app.get("/api/v1/jobs").await.body["jobs"][0].clone();
    assert_eq!(
        (&summary["lines"], &summary["stop"], &summary["ok"]),
        (&json!(2), &json!(1), &json!(1))
    );
    let lines = app.get(&path).await.body["lines"].clone();
    assert_eq!(
        summary["time_s"], lines[0]["plan"]["line_total"]["time_s"],
        "a stopped line takes no time"
    );
    let total = &lines[0]["plan"]["line_total"];
    let one = lines[0]["plan"]["time_s"]["total"].as_f64().unwrap();
    assert!((total["time_s"].as_f64().unwrap() - 3.0 * one).abs() < 1e-6);
}

#[actix_web::test]
async fn the_reference_offers_what_the_planner_takes() {
    let app = TestApp::start().await;
    let offered = app.get("/api/v1/reference").await.body;
    let request = |grade: &Value, fuel: &Value, surface: &Value, bore: &Value| {
        json!({
            "steel": { "thickness_mm": 20, "grade": grade, "surface": surface },
            "cut": { "length_mm": 100, "process": "guided" },
            "gas": { "fuel": fuel },
            "tip": { "bore_mm": bore }
        })
    };
    let (grades, fuels) =
        (offered["grades"].as_array().unwrap(), offered["fuels"].as_array().unwrap());
    let (surfaces, bores) =
        (offered["surfaces"].as_array().unwrap(), offered["bores_mm"].as_array().unwrap());
    assert_eq!((grades.len(), fuels.len(), surfaces.len(), bores.len()), (30, 4, 6, 9));
    for i in 0..30 {
        let (grade, fuel) = (&grades[i]["grade"], &fuels[i % 4]["fuel"]);
        let reply = app.preview(&request(grade, fuel, &surfaces[i % 6], &bores[i % 9])).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        assert_eq!(reply.body["tip"]["bore_mm"], bores[i % 9]);
        assert_eq!(reply.body["tip"]["face"], fuels[i % 4]["tip_face"]);
    }
}

/// The ends of what is planned are planned, and what lies beyond is refused by the same figure.
#[actix_web::test]
async fn the_limits_of_the_reference_are_those_of_the_planner() {
    let app = TestApp::start().await;
    let limits = app.get("/api/v1/reference").await.body["limits"].clone();
    let number = |name: &str| limits[name].as_f64().unwrap();
    let cut = |mm: f64| {
        json!({ "steel": { "thickness_mm": mm }, "cut": { "length_mm": 100, "process": "guided" },
            "gas": { "fuel": "acetylene" } })
    };
    for (end, beyond) in [("thinnest_mm", -0.01), ("thickest_mm", 0.01)] {
        assert_eq!(app.preview(&cut(number(end))).await.status, 200, "{end}");
        let refused = app.preview(&cut(number(end) + beyond)).await;
        assert_eq!(refused.status, 422, "{end}");
        assert_eq!(refused.body["error"]["fields"][0]["path"], "steel.thickness_mm");
    }
    // 15 psi, 29 CFR 1910.253(a)(2)
    assert!((number("acetylene_ceiling_kpa") - 15.0 * 6.894_757).abs() < 0.01);
    // a request that names no hose is planned as with this one
    let hose = limits["usual_hose"].clone();
    let mut named = cut(20.0);
    named["gas"]["oxygen_hose"] = hose.clone();
    named["gas"]["fuel_hose"] = hose;
    let (bare, named) = (app.preview(&cut(20.0)).await.body, app.preview(&named).await.body);
    assert_eq!(bare["oxygen_pressure_kpa"], named["oxygen_pressure_kpa"]);
    assert_eq!(bare["fuel_pressure_kpa"], named["fuel_pressure_kpa"]);
}

#[actix_web::test]
async fn schools_have_one_default_each_and_a_reason_for_every_way() {
    let app = TestApp::start().await;
    let shop = app.get("/api/v1/shop").await.body;
    let mut defaults = std::collections::BTreeMap::new();
    for school in shop["schools"].as_array().unwrap() {
        assert!(school["reason"].as_str().is_some_and(|reason| !reason.is_empty()), "{school}");
        let of = defaults.entry(school["question"].as_str().unwrap().to_owned()).or_insert(0);
        if school["is_default"] == "yes" {
            *of += 1;
            assert_eq!(shop["settings"][school["question"].as_str().unwrap()], school["option"]);
        }
    }
    // every question that the trade disagrees on
    assert_eq!(defaults.len(), 25);
    assert!(defaults.values().all(|count| *count == 1), "{defaults:?}");
}

#[actix_web::test]
async fn large_answers_are_packed_for_those_who_ask() {
    let app = TestApp::start().await;
    let request = app.client.post(format!("{}/api/v1/cut-plans/preview", app.address));
    let request = request.json(&crate::test_app::plate()).header("Accept-Encoding", "gzip");
    let reply = request.send().await.unwrap();
    assert_eq!(reply.headers()["content-encoding"], "gzip");
    let packed = reply.bytes().await.unwrap().len();
    let plain = app.preview(&crate::test_app::plate()).await.body.to_string().len();
    assert!(packed * 3 < plain, "{packed} of {plain} bytes");
}
