//! A job's cuts are quoted with the prices of that day: kept, changed with what it said before, held against what was burnt.

use galvanon_server::store::role::Role;
use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;

fn number(value: &Value) -> f64 {
    value.as_f64().unwrap_or_else(|| panic!("{value}"))
}

/// A job with two cuts that go and one of stainless that does not; the ids of the job and its first cut.
async fn job(app: &TestApp) -> (Uuid, Uuid) {
    let job = Uuid::now_v7();
    let rig = json!({ "gas": { "fuel": "propane" } });
    app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "rail", "note": "", "rig": rig }))
        .await;
    let cut = |thickness: f64, count: u32, grade: Option<&str>| {
        json!({ "steel": { "thickness_mm": thickness, "grade": grade },
            "cut": { "length_mm": 400, "process": "guided", "count": count } })
    };
    let stainless = cut(10.0, 1, Some("304"));
    let mut first = None;
    for (at, input) in [cut(20.0, 4, None), cut(40.0, 1, None), stainless].into_iter().enumerate() {
        let line = Uuid::now_v7();
        let body =
            json!({ "job_id": job, "typed": format!("cut {at}"), "input": input, "position": at });
        let kept = app.put(&format!("/api/v1/job-lines/{line}"), &body).await;
        assert_eq!(kept.status, 201, "{}", kept.body);
        first = first.or(Some(line));
    }
    (job, first.unwrap())
}

async fn quote(app: &TestApp, id: Uuid, body: &Value) -> (u16, Value) {
    let answer = app.put(&format!("/api/v1/quotes/{id}"), body).await;
    (answer.status.as_u16(), answer.body)
}

async fn show(app: &TestApp, id: Uuid) -> Value {
    app.get(&format!("/api/v1/quotes/{id}")).await.body
}

fn asked(job: Uuid) -> Value {
    json!({ "job_id": job, "name": "Rail, first offer", "set_up_s": 1800, "overhead_percent": 10,
        "margin_percent": 25 })
}

#[tokio::test]
async fn a_jobs_cuts_are_quoted_and_what_is_stopped_is_not() {
    let app = TestApp::start().await;
    let (job, _) = job(&app).await;
    let id = Uuid::now_v7();
    let (status, made) = quote(&app, id, &asked(job)).await;
    assert_eq!(status, 201, "{made}");
    let found = &made["found"];
    let lines = found["lines"].as_array().unwrap();
    assert_eq!((lines.len(), &lines[0]["count"]), (3, &json!(4)));
    assert!(lines[2]["left_out"].is_string() && lines[2]["all"].is_null(), "{}", lines[2]);
    let sum = number(&lines[0]["all"]["set"]) + number(&lines[1]["all"]["set"]);
    let wanted = (sum + number(&found["set_up"])) * 1.1 * 1.25;
    assert!((number(&found["total"]["set"]) - wanted).abs() < 0.02, "{found} {wanted}");
    assert!((4.0 * number(&lines[0]["piece"]) - number(&lines[0]["all"]["set"])).abs() <= 0.02);
    let parts = lines[0]["parts"].as_object().unwrap().values().map(number).sum::<f64>();
    assert!((parts - number(&lines[0]["all"]["set"])).abs() < 0.04, "{}", lines[0]);
    // the same list by the open door comes to the same
    let open = app.post("/api/v1/quotes/price", &made["asked"]).await;
    assert_eq!(open.body["total"], found["total"], "{}", open.body);
    let (again, same) = quote(&app, id, &asked(job)).await;
    assert_eq!((again, &same["found"]), (200, found));
    let mut other = asked(job);
    other["name"] = json!("another");
    assert_eq!(quote(&app, id, &other).await.0, 409);
}

/// What another fuel, another way and a larger lot come to, and why each differs.
#[tokio::test]
async fn another_way_stands_beside_it() {
    let app = TestApp::start().await;
    let (job, _) = job(&app).await;
    let made = quote(&app, Uuid::now_v7(), &asked(job)).await.1;
    let instead = made["found"]["instead"].as_array().unwrap();
    let total = |code: &str| {
        let found = instead.iter().find(|it| it["code"] == code);
        number(&found.unwrap_or_else(|| panic!("{code}: {instead:?}"))["total"]["set"])
    };
    let today = number(&made["found"]["total"]["set"]);
    assert!(instead.iter().all(|it| it["code"] != "propane" && it["code"] != "guided"));
    // a carriage keeps the upper half of the pace, a hand the lower
    assert!(total("machine") < today && today < total("freehand"), "{instead:?}");
    // setting up is shared by ten times the pieces
    let saved = number(&made["found"]["set_up"]) * 1.1 * 1.25 * 0.9;
    assert!((today - total("10") - saved).abs() < 0.05, "{today} {} {saved}", total("10"));
    let price = |key: &str| number(&made["asked"]["prices"][key]);
    assert!(price("acetylene_m3") > price("propane_m3"), "the estimate of a shop that set none");
}

/// Another way is planned with the shop's own tips; where none of them goes that way it is said.
#[tokio::test]
async fn another_way_takes_the_tips_of_the_drawer() {
    let app = TestApp::start().await;
    for (bore, face) in [(0.9, "recessed"), (1.2, "recessed"), (1.5, "recessed")] {
        let fields = json!({ "bore_mm": bore, "face": face, "seat_state": "good" });
        let body = json!({ "kind": "tip", "label": format!("{bore} {face}"), "fields": fields });
        let put = app.put(&format!("/api/v1/gear/{}", Uuid::now_v7()), &body).await;
        assert_eq!(put.status, 201, "{}", put.body);
    }
    let (job, _) = job(&app).await;
    let made = quote(&app, Uuid::now_v7(), &asked(job)).await.1;
    let instead = made["found"]["instead"].as_array().unwrap();
    let own = |code: &str| {
        let found = instead.iter().find(|it| it["code"] == code);
        found.unwrap_or_else(|| panic!("{code}: {instead:?}"))["own_tips"].as_bool().unwrap()
    };
    // acetylene wants a flush face, and there is none
    assert!(own("propylene") && own("machine") && own("10"), "{instead:?}");
    assert!(!own("acetylene"), "{instead:?}");
    // the price of a way is that of the same list asked by itself, with that drawer
    let mut by_machine = made["asked"].clone();
    for line in by_machine["lines"].as_array_mut().unwrap() {
        line["cut"]["process"] = json!("machine");
        for bound in ["tip", "factors", "gear"] {
            line[bound] = Value::Null;
        }
        assert_eq!(line["drawer"].as_array().map(Vec::len), Some(3), "{line}");
    }
    let open = app.post("/api/v1/quotes/price", &by_machine).await;
    let told = instead.iter().find(|it| it["code"] == "machine").unwrap();
    assert_eq!(open.body["total"], told["total"], "{}", open.body);
}

#[tokio::test]
async fn prices_stay_as_they_were_until_it_is_made_anew() {
    let app = TestApp::start().await;
    let (job, _) = job(&app).await;
    let id = Uuid::now_v7();
    let first = quote(&app, id, &asked(job)).await.1;
    let set = json!({ "id": Uuid::now_v7(), "value": 120.0 });
    assert_eq!(app.put("/api/v1/shop/price_labour_h", &set).await.status, 200);
    let path = format!("/api/v1/quotes/{id}");
    let change = json!({ "version": 1, "margin_percent": 0, "note": "without margin" });
    let second = app.patch(&path, &change).await;
    assert_eq!(second.status, 200, "{}", second.body);
    let total = |quote: &Value| number(&quote["found"]["total"]["set"]);
    assert!((total(&second.body) * 1.25 - total(&first)).abs() < 0.02, "prices stay");
    assert_eq!(second.body["was"][0]["was"]["found"], first["found"], "what it said is kept");
    let anew = app.patch(&path, &json!({ "version": 2, "anew": true })).await.body;
    assert!(total(&anew) > 1.2 * total(&second.body), "an hour costs more now: {}", anew["found"]);
    assert_eq!(anew["asked"]["prices"]["labour_h"], 120.0);
    assert_eq!((&anew["version"], anew["was"].as_array().map(Vec::len)), (&json!(3), Some(2)));
    assert_eq!(app.patch(&path, &json!({ "version": 1, "note": "late" })).await.status, 409);
    let refused = app.patch(&path, &json!({ "version": 3, "margin_percent": -5 })).await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "margin_percent");
    let list = app.get("/api/v1/quotes").await.body;
    assert_eq!((&list["quotes"][0]["id"], &list["quotes"][0]["version"]), (&json!(id), &json!(3)));
    let file = app.get(&format!("{path}/lines.csv")).await;
    let text = file.body.as_str().unwrap().to_owned();
    assert_eq!((text.lines().count(), text.lines().last().unwrap().split(',').count()), (5, 10));
    assert!(text.lines().last().unwrap().contains(&format!("{:.2}", total(&anew))), "{text}");
}

/// After the job: a burn that took twice what was quoted costs the hand's time more.
#[tokio::test]
async fn a_quote_is_held_against_what_was_burnt() {
    let app = TestApp::start().await;
    let (job, line) = job(&app).await;
    let id = Uuid::now_v7();
    let made = quote(&app, id, &asked(job)).await.1;
    assert_eq!(show(&app, id).await["burnt"], Value::Null);
    let request = json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 400, "process": "guided" },
        "gas": { "fuel": "propane" } });
    let plan = app.preview(&request).await.body;
    let time = |part: &str| number(&plan["time_s"][part]);
    let burn = json!({ "happened_at": "2026-11-20T10:00:00Z", "job_line_id": line,
        "start_s": 2.0 * time("preheat"), "duration_s": 2.0 * time("cutting"), "outcome": "good" });
    let kept = app.put(&format!("/api/v1/burns/{}", Uuid::now_v7()), &burn).await;
    assert_eq!(kept.status, 201, "{}", kept.body);
    let burnt = show(&app, id).await["burnt"].clone();
    let ratio = number(&burnt["done_s"]) / number(&burnt["planned_s"]);
    assert!((ratio - 2.0).abs() < 0.05, "{burnt}");
    let wage = number(&made["asked"]["prices"]["labour_h"]);
    let more = (time("preheat") + time("cutting")) / 3_600.0 * wage;
    assert!((number(&burnt["labour"]) / more - 1.0).abs() < 0.05, "{burnt} {more}");
}

#[tokio::test]
async fn a_quote_of_nothing_is_refused() {
    let app = TestApp::start().await;
    let empty = Uuid::now_v7();
    app.put(&format!("/api/v1/jobs/{empty}"), &json!({ "name": "empty", "note": "", "rig": {} }))
        .await;
    let path = |body: &Value| body["error"]["fields"][0]["path"].clone();
    for job in [empty, Uuid::now_v7()] {
        let (status, body) = quote(&app, Uuid::now_v7(), &asked(job)).await;
        assert_eq!((status, path(&body)), (422, json!("job_id")), "{body}");
    }
    let (full, _) = job(&app).await;
    for (field, value) in
        [("name", json!("")), ("set_up_s", json!(-1)), ("overhead_percent", json!("x"))]
    {
        let mut body = asked(full);
        body[field] = value;
        let (status, refused) = quote(&app, Uuid::now_v7(), &body).await;
        assert_eq!((status, path(&refused)), (422, json!(field)));
    }
    let nowhere = format!("/api/v1/quotes/{}", Uuid::now_v7());
    assert_eq!(app.get(&nowhere).await.status, 404);
    assert_eq!(app.get(&format!("{nowhere}/lines.csv")).await.status, 404);
    let (_, hand) = app.someone("Tom Torch", Role::TorchHand).await;
    let refused = app.send_by(&hand, (Method::PUT, &nowhere), Some(&asked(full))).await;
    assert_eq!(refused.status, 403, "a foreman quotes");
}

/// The machine's hour goes on cuts by machine, plate over the share that is used, freight once; all under overhead and margin.
#[actix_web::test]
async fn machine_plate_and_freight_are_reckoned_and_kept() {
    let app = TestApp::start().await;
    let line = |process: &str| {
        json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 400, "process": process },
            "gas": { "fuel": "acetylene" }, "count": 5 })
    };
    let prices = json!({ "oxygen_m3": 6, "acetylene_m3": 40, "labour_h": 60, "tip": 25, "tip_life_starts": 500 });
    let ask = async |besides: Value| {
        let body = json!({ "lines": [line("machine"), line("guided")], "prices": prices,
            "overhead_percent": 10, "margin_percent": 20, "besides": besides });
        let reply = app.post("/api/v1/quotes/price", &body).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body
    };
    let bare = ask(json!({})).await;
    let full =
        ask(json!({ "machine_h": 90, "plate": 60, "used_percent": 75, "freight": 30 })).await;
    let machine = number(&full["parts"][0]["machine"]);
    assert!(
        machine > 0.0 && number(&full["parts"][1]["machine"]).abs() < 1e-9,
        "{}",
        full["parts"]
    );
    assert!(
        (number(&full["plates"]) - 80.0).abs() < 1e-9
            && (number(&full["freight"]) - 30.0).abs() < 1e-9
    );
    let more = number(&full["total"]["set"]) - number(&bare["total"]["set"]);
    assert!((more - 1.32 * (80.0 + 30.0 + machine)).abs() < 0.03, "{more}");
    for (besides, path) in [
        (json!({ "used_percent": 0 }), "besides.used_percent"),
        (json!({ "plate": -1 }), "besides.plate"),
        (json!({ "crane": 1 }), "besides.crane"),
    ] {
        let body = json!({ "lines": [line("machine")], "prices": prices, "besides": besides });
        let refused = app.post("/api/v1/quotes/price", &body).await;
        assert_eq!(refused.status, 422, "{path}");
        assert_eq!(refused.body["error"]["fields"][0]["path"], path, "{}", refused.body);
    }
    // kept with the quote of a job, and asked anew by what is changed
    let (job, _) = job(&app).await;
    let (id, mut body) = (Uuid::now_v7(), asked(job));
    body["besides"] = json!({ "plate": 100, "freight": 20 });
    assert_eq!(quote(&app, id, &body).await.0, 201);
    let kept = show(&app, id).await;
    assert!((number(&kept["found"]["plates"]) - 100.0).abs() < 1e-9, "{}", kept["found"]);
    let change = json!({ "version": 1, "besides": { "plate": 100, "used_percent": 50 } });
    let changed = app.patch(&format!("/api/v1/quotes/{id}"), &change).await;
    assert_eq!(changed.status, 200, "{}", changed.body);
    assert!((number(&changed.body["found"]["plates"]) - 200.0).abs() < 1e-9);
    assert!(number(&changed.body["found"]["freight"]).abs() < 1e-9, "what is sent stands alone");
}
