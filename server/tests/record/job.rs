//! A job's record: everything that was kept of it in one document, and nothing of another job.

use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::record::learned::{burn, job_with_card};
use crate::test_app::{TestApp, with};
use crate::yard::{Yard, event};

#[tokio::test]
async fn a_jobs_record_holds_cards_burns_edges_and_runs_with_what_was_left_out() {
    let app = TestApp::start().await;
    let (job, card, _) = job_with_card(&app).await;
    let (other, ..) = job_with_card(&app).await;
    let document = app.get(&format!("/api/v1/jobs/{job}")).await.body;
    let line = document["lines"][0]["line"]["id"].clone();
    let body = json!({ "happened_at": "2026-11-20T10:00:00Z", "job_line_id": line, "plan_id": card,
        "pace_mm_min": 320, "outcome": "poor", "note": "raked" });
    app.put(&format!("/api/v1/burns/{}", Uuid::now_v7()), &body).await;
    // a burn of no job stands in no job's record
    burn(&app, card, (300.0, 10.0)).await;
    let edge = json!({ "job_line_id": line, "happened_at": "2026-11-20T11:00:00Z", "present": ["dross_hard"],
        "absent": [], "note": "ground off" });
    let kept = app.put(&format!("/api/v1/diagnoses/{}", Uuid::now_v7()), &edge).await;
    let run = Uuid::now_v7();
    let begun = json!({ "place": {}, "assembled": false });
    assert_eq!(app.put(&format!("/api/v1/jobs/{job}/runs/{run}"), &begun).await.status, 201);
    let event = |kind: &str, body: Value| json!({ "id": Uuid::now_v7(), "happened_at": "2026-11-20T09:00:00Z", "kind": kind, "body": body });
    let events = json!({ "events": [
        event("skip", json!({ "key": "soap_test", "reason": "done an hour ago" })),
        event("step", json!({ "key": "upright_chained", "done": true })),
    ] });
    app.post(&format!("/api/v1/jobs/{job}/runs/{run}/events"), &events).await;
    let record = app.get(&format!("/api/v1/jobs/{job}/record")).await;
    assert_eq!(record.status, 200, "{}", record.body);
    let (record, one) = (&record.body, &record.body["lines"][0]);
    assert_eq!((&record["job"]["name"], &one["typed"]), (&json!("burns"), &json!("plate")));
    let count = |value: &Value| value.as_array().unwrap().len();
    assert_eq!((count(&one["cards"]), count(&one["burns"])), (1, 1));
    assert_eq!((&one["burns"][0]["note"], &one["cards"][0]["id"]), (&json!("raked"), &json!(card)));
    assert_eq!((kept.status.as_u16(), count(&one["edges"])), (201, 1), "{}", kept.body);
    let skips = &record["runs"][0]["skips"];
    assert_eq!((count(skips), &skips[0]["reason"]), (1, &json!("done an hour ago")));
    assert_eq!(record["runs"][0]["done"], 1);
    let theirs = app.get(&format!("/api/v1/jobs/{other}/record")).await.body;
    assert_eq!((count(&theirs["lines"][0]["burns"]), count(&theirs["runs"])), (0, 0));
    assert_eq!(app.get(&format!("/api/v1/jobs/{}/record", Uuid::now_v7())).await.status, 404);
    let path = format!("/api/v1/jobs/{job}/record");
    assert_eq!(app.send_by(&app.nobody, (Method::GET, &path), None).await.status, 401);
}

/// Whether what was to be spared is whole is told by the pieces that count; a heat number goes with its cut.
#[tokio::test]
async fn a_jobs_record_tells_heats_and_what_was_spared() {
    let bolts = json!({ "steel": { "heat_number": "H 4471-B" }, "cut": { "count": 6 },
        "work": { "kind": "fastener", "fastener": "bolt_head", "diameter_mm": 19.05, "save": "stud" } });
    let yard = Yard::with(std::slice::from_ref(&bolts)).await;
    let run = yard.begun(&json!({ "fuel": "acetylene" })).await;
    let cut = |second: u32, spared: Option<bool>, outcome: &str| {
        let mut body = json!({ "line_id": yard.lines[0], "outcome": outcome });
        if let Some(spared) = spared {
            body["spared"] = json!(spared);
        }
        event("cut", second, &body)
    };
    let wrong = cut(4, Some(false), "good");
    let undo = event("undo", 5, &json!({ "event": wrong["id"] }));
    let all = [
        cut(1, Some(true), "good"),
        cut(2, Some(false), "good"),
        cut(3, None, "good"),
        wrong,
        undo,
    ];
    yard.send(run, ("", &all)).await;
    let record = yard.app.get(&format!("/api/v1/jobs/{}/record", yard.job)).await.body;
    let line = &record["lines"][0];
    assert_eq!((&line["spared"], &line["not_spared"]), (&json!(1), &json!(1)), "{line}");
    assert_eq!(line["heat_number"], "H 4471-B");
    let long = with(&bolts, "steel.heat_number", json!("9".repeat(41)));
    let refused = yard.app.preview(&with(&long, "gas", json!({ "fuel": "acetylene" }))).await;
    assert_eq!(refused.status, 422);
    assert_eq!(refused.body["error"]["fields"][0]["path"], "steel.heat_number");
}
