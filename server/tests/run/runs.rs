//! Runs of a job by the contract: one rig, one day, begun and ended, and what arrived since.

use std::collections::BTreeMap;

use galvanon_server::api::run::record::record_of;
use galvanon_server::store::run_events::RunEvent;
use serde_json::{Value, json};
use time::OffsetDateTime;
use time::format_description::well_known::Rfc3339;
use uuid::Uuid;

use crate::yard::{Yard, event, ids, job, line, steps};

#[actix_web::test]
async fn a_run_is_begun_for_one_rig_and_only_once() {
    let yard = Yard::start().await;
    // two fuels: which is rigged has to be said
    let (_, unsaid) = yard.begin(&json!({})).await;
    assert_eq!(unsaid.status, 422);
    assert_eq!(unsaid.body["error"]["fields"][0]["path"], "fuel");
    assert!(
        unsaid.body["error"]["fields"][0]["message"].as_str().unwrap().contains("propane"),
        "{}",
        unsaid.body
    );
    // no such fuel is an error, never acetylene
    let (_, unknown) = yard.begin(&json!({ "fuel": "hydrogen" })).await;
    assert_eq!(
        (unknown.status.as_u16(), &unknown.body["error"]["fields"][0]["path"]),
        (422, &json!("fuel"))
    );
    let body = json!({ "fuel": "propane", "place": { "wind": true } });
    let (run, first) = yard.begin(&body).await;
    assert_eq!((first.status.as_u16(), &first.body["fuel"]), (201, &json!("propane")));
    let path = yard.path(&format!("/{run}"));
    assert_eq!(yard.app.put(&path, &body).await.status, 200);
    assert_eq!(yard.app.put(&path, &json!({ "fuel": "acetylene" })).await.status, 409);
    let stranger = json!({ "fuel": "propane", "person_id": Uuid::now_v7() });
    let (_, stranger) = yard.begin(&stranger).await;
    assert_eq!(
        (stranger.status.as_u16(), &stranger.body["error"]["fields"][0]["path"]),
        (422, &json!("person_id"))
    );
    let old = yard.path(&format!("/{}", Uuid::from_u128(7)));
    assert_eq!(yard.app.put(&old, &body).await.status, 422);
    // under another job the same id holds nothing, and is not to be had
    let other = job(&yard.app).await;
    let elsewhere = format!("/api/v1/jobs/{other}/runs/{run}");
    assert_eq!(yard.app.get(&elsewhere).await.status, 404);
    assert_eq!(yard.app.put(&elsewhere, &body).await.status, 409);
    assert_eq!(yard.runs().await.len(), 1);
    // where all cuts agree nothing need be said
    let one = Yard::with(&[json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 300, "process": "guided" }, "gas": { "fuel": "propylene" } })]).await;
    let (_, agreed) = one.begin(&json!({})).await;
    assert_eq!((agreed.status.as_u16(), &agreed.body["fuel"]), (201, &json!("propylene")));
    // told again it is the same run, whatever cuts came since
    line(
        &one.app,
        one.job,
        &json!({ "steel": { "thickness_mm": 8 }, "cut": { "length_mm": 90, "process": "guided" } }),
    )
    .await;
    let again = one.path(&format!("/{}", agreed.body["id"].as_str().unwrap()));
    assert_eq!(one.app.put(&again, &json!({})).await.status, 200);
}

/// Ceiling, order of work and which cuts may be made follow what is rigged; a stopped cut is told whatever its fuel.
#[actix_web::test]
async fn the_order_of_work_follows_the_fuel_that_is_rigged() {
    let yard = Yard::start().await;
    let propane = yard.document(yard.begun(&json!({ "fuel": "propane" })).await).await;
    let acetylene = yard.document(yard.begun(&json!({ "fuel": "acetylene" })).await).await;
    for document in [&propane, &acetylene] {
        assert_eq!(document["fuels"], json!(["propane", "acetylene"]));
        let stopped = document["stopped"].as_array().unwrap();
        assert_eq!(stopped.len(), 1);
        assert_eq!(stopped[0]["line_id"], json!(yard.lines[2]));
        assert!(stopped[0]["notes"].as_array().unwrap().iter().all(|note| note["level"] == "stop"));
        assert!(stopped[0]["notes"][0]["text"].as_str().is_some_and(|text| !text.is_empty()));
    }
    let why = |document: &Value| -> Vec<(bool, Value)> {
        let cuts = document["cuts"].as_array().unwrap().iter();
        cuts.map(|cut| (cut["fits"] == true, cut["why_not"].clone())).collect()
    };
    let (fits, other, stopped) =
        ((true, Value::Null), (false, json!("other_fuel")), (false, json!("stopped")));
    assert_eq!(why(&propane), [fits.clone(), other.clone(), stopped.clone()]);
    assert_eq!(why(&acetylene), [other, fits, stopped]);
    // 15 psi, above which free acetylene may come apart. Source: CGA G-1; OSHA 29 CFR 1910.253
    let ceiling = acetylene["ceiling_kpa"].as_f64().unwrap();
    assert!((ceiling - 103.4).abs() < 0.1, "{ceiling}");
    assert_eq!(propane["ceiling_kpa"], Value::Null);
    let (with, without) = (steps(&acetylene), steps(&propane));
    assert!(with.contains(&"acetylene_ceiling") && !without.contains(&"acetylene_ceiling"));
    let at = |steps: &[&str], code: &str| steps.iter().position(|it| *it == code).unwrap();
    // common practice: acetylene off first, with the other fuels oxygen first
    assert!(at(&with, "close_fuel_valve") < at(&with, "close_oxygen_valve"));
    assert!(at(&without, "close_oxygen_valve") < at(&without, "close_fuel_valve"));
    // the paint that a cut names is known of the place, where that cut is made
    assert!(with.contains(&"coating_fume") && !without.contains(&"coating_fume"));
}

#[actix_web::test]
async fn a_tablet_is_told_what_arrived_since() {
    let yard = Yard::start().await;
    let (run, other) = (
        yard.begun(&json!({ "fuel": "propane" })).await,
        yard.begun(&json!({ "fuel": "acetylene" })).await,
    );
    let late = event("note", 50, &json!({ "text": "tip changed" }));
    let first = yard.send(run, ("", std::slice::from_ref(&late))).await;
    let since = format!("?since={}", first["next"]);
    // it happened before, and arrives after
    let early = event("step", 1, &json!({ "key": "soap_test", "done": true }));
    let second = yard.send(run, (&since, std::slice::from_ref(&early))).await;
    assert_eq!(ids(&second["events"]), [early["id"].clone()]);
    let nothing = yard.send(run, (&format!("?since={}", second["next"]), &[])).await;
    assert_eq!((&nothing["events"], &nothing["next"]), (&json!([]), &second["next"]));
    let all = yard.send(run, ("", &[])).await;
    assert_eq!(ids(&all["events"]), [early["id"].clone(), late["id"].clone()]);
    // the leak test of one run does not count in another
    assert_eq!(yard.document(other).await["events"], json!([]));
    let record = yard.app.get(&yard.path(&format!("/{other}/record"))).await.body;
    assert_eq!(record["steps"], json!({}));
    let record = yard.app.get(&yard.path(&format!("/{run}/record"))).await.body;
    assert_eq!(record["steps"], json!({ "soap_test": "done" }));
    // a slice is two hundred
    let slice =
        |n: u32| (0..n).map(|_| event("note", 2, &json!({ "text": "x" }))).collect::<Vec<_>>();
    let path = yard.path(&format!("/{run}/events"));
    let over = yard.app.post(&path, &json!({ "events": slice(201) })).await;
    assert_eq!(
        (over.status.as_u16(), &over.body["error"]["fields"][0]["path"]),
        (422, &json!("events"))
    );
    let full = yard.send(run, (&format!("?since={}", second["next"]), &slice(200))).await;
    assert_eq!(full["events"].as_array().unwrap().len(), 200);
    let soon = yard.path(&format!("/{run}/events?since=soon"));
    let bad = yard.app.post(&soon, &json!({ "events": [] })).await;
    assert!(bad.status.is_client_error());
}

#[actix_web::test]
async fn a_run_ends_and_may_go_on_after_all() {
    let yard = Yard::start().await;
    let run = yard.begun(&json!({ "fuel": "propane", "assembled": true })).await;
    assert_eq!(yard.runs().await[0]["how"], Value::Null);
    let refused = [
        (event("end", 1, &json!({ "how": "tired" })), "body.how"),
        (event("rig", 1, &json!({ "assembled": "yes" })), "body.assembled"),
        (event("place", 1, &json!({ "windy": true })), "body.windy"),
        (event("end", 1, &json!({ "how": "left", "reason": " " })), "body.reason"),
    ];
    for (bad, at) in refused {
        let answer = yard.send(run, ("", &[bad])).await["answers"][0].clone();
        assert_eq!(
            (&answer["outcome"], &answer["fields"][0]["path"]),
            (&json!("refused"), &json!(at))
        );
    }
    let moved = json!({ "wind": true, "bare_floor": false, "low": false, "confined": false, "coated": false });
    let kept = [event("rig", 2, &json!({ "assembled": false })), event("place", 3, &moved)];
    let end = event("end", 40, &json!({ "how": "left" }));
    let answers = yard.send(run, ("", &[kept[0].clone(), kept[1].clone(), end.clone()])).await;
    assert!(
        answers["answers"].as_array().unwrap().iter().all(|it| it["outcome"] == "new"),
        "{answers}"
    );
    // the rig was taken apart and moved into the wind: the order of work follows
    let document = yard.document(run).await;
    assert_eq!((&document["assembled"], &document["place"]), (&json!(false), &moved));
    assert!(
        steps(&document).contains(&"wind_shield") && steps(&document).contains(&"fit_regulator")
    );
    let ended = yard.runs().await[0].clone();
    assert_eq!(
        (&ended["how"], &ended["ended_at"]),
        (&json!("left"), &json!("2026-05-31T09:00:40Z"))
    );
    // taken back, with the id written another way
    let shouted = end["id"].as_str().unwrap().to_uppercase();
    yard.send(run, ("", &[event("undo", 50, &json!({ "event": shouted }))])).await;
    assert_eq!(yard.runs().await[0]["ended_at"], Value::Null);
}

#[actix_web::test]
async fn a_cut_names_a_line_of_its_job_and_a_restored_burn_stays() {
    let yard = Yard::start().await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    let other = job(&yard.app).await;
    let foreign = line(
        &yard.app,
        other,
        &json!({ "steel": { "thickness_mm": 8 }, "cut": { "length_mm": 90, "process": "guided" } }),
    )
    .await;
    let cut =
        |second, line: &Uuid| event("cut", second, &json!({ "line_id": line, "outcome": "good" }));
    let answer = yard.send(run, ("", &[cut(1, &foreign)])).await["answers"][0].clone();
    assert_eq!(
        (&answer["outcome"], &answer["fields"][0]["path"]),
        (&json!("refused"), &json!("body.line_id"))
    );
    let made = cut(2, &yard.lines[0]);
    let shouted = made["id"].as_str().unwrap().to_uppercase();
    yard.send(run, ("", &[made.clone(), event("undo", 3, &json!({ "event": shouted }))])).await;
    let burns =
        async || yard.app.get("/api/v1/burns").await.body["burns"].as_array().unwrap().len();
    assert_eq!(burns().await, 0);
    sqlx::query("UPDATE burns SET deleted_at = NULL").execute(&yard.app.pool).await.unwrap();
    yard.send(run, ("", &[cut(4, &yard.lines[0])])).await;
    assert_eq!(burns().await, 2);
}

/// What older pages send goes into a run of that day, one for all of them.
#[actix_web::test]
async fn what_older_pages_send_stands_in_a_run_of_today() {
    let yard = Yard::start().await;
    let path = format!("/api/v1/jobs/{}/run/events", yard.job);
    let note = || json!({ "events": [event("note", 1, &json!({ "text": "x" }))] });
    // a page that only asks begins nothing
    yard.app.post(&path, &json!({ "events": [] })).await;
    assert_eq!(yard.runs().await.len(), 0);
    let (first, second) = (note(), note());
    let (one, two) =
        futures_util::future::join(yard.app.post(&path, &first), yard.app.post(&path, &second))
            .await;
    assert_eq!((one.status.as_u16(), two.status.as_u16()), (200, 200));
    let runs = yard.runs().await;
    assert_eq!((runs.len(), &runs[0]["fuel"]), (1, &json!("acetylene")));
    let run = Uuid::parse_str(runs[0]["id"].as_str().unwrap()).unwrap();
    assert_eq!(yard.document(run).await["events"].as_array().unwrap().len(), 2);
    // two rigs on one day are two runs, and each event says of which
    let other = yard.app.post(&format!("{path}?fuel=propane"), &note()).await.body;
    let runs = other["events"].as_array().unwrap().iter().map(|event| event["run_id"].clone());
    assert_eq!(runs.filter(|of| *of == json!(run)).count(), 2);
    assert_eq!(yard.app.post(&format!("{path}?fuel=hydrogen"), &note()).await.status, 422);
    // the next day it is another one
    let earlier = "UPDATE job_runs SET begun_at = begun_at - interval '1 day'";
    sqlx::query(earlier).execute(&yard.app.pool).await.unwrap();
    yard.app.post(&path, &note()).await;
    assert_eq!(yard.runs().await.len(), 3);
    // the document of before follows what it is told is rigged
    let asked = format!("/api/v1/jobs/{}/run", yard.job);
    let (usual, told) = (
        yard.app.get(&asked).await.body,
        yard.app.get(&format!("{asked}?fuel=propane")).await.body,
    );
    assert_eq!((&usual["fuel"], &told["fuel"]), (&json!("acetylene"), &json!("propane")));
    assert_eq!((&told["ceiling_kpa"], &told["cuts"][0]["fits"]), (&Value::Null, &json!(true)));
    // a rig whose fuel nobody knows is not taken for acetylene
    let other = job(&yard.app).await;
    let odd = r#"UPDATE jobs SET rig = '{"gas": {"fuel": "hydrogen"}}' WHERE id = $1"#;
    sqlx::query(odd).bind(other).execute(&yard.app.pool).await.unwrap();
    let told = yard.app.get(&format!("/api/v1/jobs/{other}/run")).await;
    assert_eq!(
        (told.status.as_u16(), &told.body["error"]["fields"][0]["path"]),
        (422, &json!("fuel"))
    );
}

/// The same cases are read by the browser's fold (`web/src/features/run/run.test.ts`).
#[test]
fn a_record_is_the_same_here_and_in_the_browser() {
    let shared = include_str!("../../../reference/cases/run_record.json");
    let shared: Value = serde_json::from_str(shared).unwrap();
    let event = |told: &Value| RunEvent {
        id: Uuid::parse_str(told["id"].as_str().unwrap()).unwrap(),
        happened_at: OffsetDateTime::parse(told["happened_at"].as_str().unwrap(), &Rfc3339)
            .unwrap(),
        person_id: None,
        what: serde_json::from_value(json!({ "kind": told["kind"], "body": told["body"] }))
            .unwrap(),
        run_id: None,
        verified: false,
        device_id: None,
        from_revoked: false,
        made_from: Value::Null,
    };
    for case in shared["cases"].as_array().unwrap() {
        let all: Vec<_> = case["events"].as_array().unwrap().iter().map(event).collect();
        let twice: Vec<_> = all[2..].iter().chain(&all).cloned().collect();
        for told in [all.clone(), all.into_iter().rev().collect(), twice] {
            let record = json!(record_of(told));
            assert_eq!(record["steps"], case["steps"], "{}", case["name"]);
            let cuts = record["cuts"].as_array().unwrap().iter();
            let cuts = cuts.map(|cut| (cut["line_id"].as_str().unwrap(), cut["events"].clone()));
            assert_eq!(json!(cuts.collect::<BTreeMap<_, _>>()), case["cuts"], "{}", case["name"]);
            let timers = record["timers"].as_object().unwrap().keys().collect::<Vec<_>>();
            assert_eq!(json!(timers), case["timers"], "{}", case["name"]);
        }
    }
}

/// Pieces stay made whoever makes them with whatever rig, and an acetylene cylinder goes on standing; a leak test of another
/// run is none of this one.
#[actix_web::test]
async fn what_is_made_elsewhere_counts_and_a_leak_test_of_another_run_does_not() {
    let yard = Yard::start().await;
    let (mine, other) = (
        yard.begun(&json!({ "fuel": "propane" })).await,
        yard.begun(&json!({ "fuel": "acetylene" })).await,
    );
    let before = yard.send(mine, ("", &[])).await;
    let cut = event("cut", 5, &json!({ "line_id": yard.lines[1], "outcome": "good" }));
    let clock = event("timer", 6, &json!({ "key": "stand_upright:acetylene", "running": true }));
    let purge = event("timer", 7, &json!({ "key": "purge_oxygen", "running": true }));
    let leak = event("step", 8, &json!({ "key": "soap_test", "done": true }));
    let sent = [cut.clone(), clock.clone(), purge, leak];
    yard.send(other, ("", &sent)).await;
    let told = yard.send(mine, (&format!("?since={}", before["next"]), &[])).await;
    assert_eq!(told["events"], json!([]));
    assert_eq!(ids(&told["elsewhere"]), [cut["id"].clone(), clock["id"].clone()]);
    assert_eq!(told["elsewhere"][0]["run_id"], json!(other));
    let document = yard.document(mine).await;
    assert_eq!(
        (ids(&document["elsewhere"]).len(), ids(&document["events"]).len()),
        (2, 0),
        "{document}"
    );
    // six hours, ours: longer than a break, shorter than a night
    assert_eq!(document["goes_on_s"], json!(21_600.0));
    // a run is heard of when it is begun and with each event; the tablet's clock may be ahead of the shop's
    let late = json!({ "id": Uuid::now_v7(), "happened_at": "2200-01-01T00:00:00Z", "kind": "note",
        "body": { "text": "x" } });
    yard.send(mine, ("", &[late])).await;
    let runs = yard.runs().await;
    let heard = |run: Uuid| runs.iter().find(|it| it["id"] == json!(run)).unwrap().clone();
    assert_eq!(heard(mine)["heard_at"], "2200-01-01T00:00:00Z");
    assert_eq!(heard(other)["heard_at"], heard(other)["begun_at"]);
}

/// A shape's strokes are kept with their own heat, pace and outcome, and stand in one piece.
#[actix_web::test]
async fn the_strokes_of_a_piece_keep_what_each_was() {
    let yard = Yard::start().await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    let strokes = json!([
        { "order": 1, "start_s": 14.0, "duration_s": 31.5, "pace_mm_min": 320.0, "outcome": "good" },
        { "order": 2, "duration_s": 80.0, "outcome": "lost" },
    ]);
    let cut = |strokes: &Value| {
        event("cut", 9, &json!({ "line_id": yard.lines[0], "outcome": "slag", "strokes": strokes }))
    };
    let kept = cut(&strokes);
    let answers = yard.send(run, ("", std::slice::from_ref(&kept))).await["answers"].clone();
    assert_eq!(answers[0]["outcome"], "new", "{answers}");
    assert_eq!(yard.document(run).await["events"][0]["body"]["strokes"], strokes);
    let record = yard.app.get(&yard.path(&format!("/{run}/record"))).await.body;
    assert_eq!(record["cuts"][0]["events"], json!([kept["id"]]));
    let nameless = json!([{ "order": "web", "outcome": "good" }]);
    let answer = yard.send(run, ("", &[cut(&nameless)])).await["answers"][0].clone();
    assert_eq!(answer["fields"][0]["path"], "body.strokes[0].order", "{answer}");
}

/// A tablet without the shop draws its gauges all the same: the run carries the usual ones, as the reference tells them.
#[actix_web::test]
async fn a_run_carries_the_usual_gauges_for_a_tablet_without_the_shop() {
    let yard = Yard::start().await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    let document = yard.document(run).await;
    let carried = &document["usual_gauges"];
    let told = yard.app.get("/api/v1/reference").await.body["limits"]["usual_gauges"].clone();
    assert_eq!(*carried, told);
    for unit in ["psi", "bar", "kpa"] {
        for gas in ["oxygen", "fuel"] {
            let of = |it: &&Value| it["gauge"] == "delivery" && it["gas"] == gas;
            let all = carried.as_array().unwrap().iter().filter(of);
            let ends: Vec<f64> = all
                .filter(|it| it["printed_in"] == unit)
                .map(|it| it["full_kpa"].as_f64().unwrap())
                .collect();
            assert!(ends.len() > 2 && ends.is_sorted(), "{gas} in {unit}: {ends:?}");
        }
    }
}

/// Who lost a cut is told how to get back into it; of a wash there is no cut, and the run is led all the same.
#[actix_web::test]
async fn a_run_tells_how_a_lost_cut_is_picked_up_where_there_is_a_cut() {
    let plate = json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 300, "process": "guided" }, "gas": { "fuel": "propane" } });
    let wash = json!({ "work": { "kind": "wash", "thickness_mm": 9.5, "width_mm": 38, "length_mm": 610 }, "gas": { "fuel": "propane" } });
    let yard = Yard::with(&[plate, wash]).await;
    let run = yard.begun(&json!({ "fuel": "propane" })).await;
    let document = yard.document(run).await;
    let cuts = document["cuts"].as_array().unwrap();
    let steps = |cut: &Value, which: &str| cut[which].as_array().unwrap().len();
    assert!(steps(&cuts[0], "lost_through") > 2 && steps(&cuts[0], "lost_not_through") > 2);
    assert_eq!((steps(&cuts[1], "lost_through"), steps(&cuts[1], "lost_not_through")), (0, 0));
    assert!(cuts[1]["plan"]["work"]["stages"].as_array().unwrap().len() > 1, "{}", cuts[1]);
}
