//! The order of work by the contract, and a run from several tablets that are offline now and then.

use std::collections::BTreeSet;

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;

fn codes(sheet: &Value) -> Vec<(String, String)> {
    let phases = sheet["phases"].as_array().unwrap().iter();
    let of = |phase: &Value| {
        let name = phase["code"].as_str().unwrap().to_owned();
        let steps = phase["steps"].as_array().unwrap().clone();
        steps.into_iter().map(move |step| (name.clone(), step["code"].as_str().unwrap().to_owned()))
    };
    phases.flat_map(of).collect()
}

fn place(all: &[(String, String)], code: &str) -> Option<usize> {
    all.iter().position(|(_, known)| known == code)
}

/// The contract: phases in order, the codes that are looked for, the order that fuel and schools ask.
#[actix_web::test]
async fn a_run_sheet_has_the_contracts_phases_and_codes() {
    let app = TestApp::start().await;
    let ask = |fuel: &str, shutdown: &str| {
        json!({ "fuel": fuel, "torch": "combination", "policy": { "shutdown": shutdown,
            "acetylene_valve_turns": 0.5, "first_cylinder": "oxygen" } })
    };
    let sheet = app.post("/api/v1/setup/run-sheet", &ask("acetylene", "fuel_first")).await;
    assert_eq!(sheet.status, 200, "{}", sheet.body);
    let phases: Vec<_> =
        sheet.body["phases"].as_array().unwrap().iter().map(|it| it["code"].clone()).collect();
    assert_eq!(
        phases,
        [
            "place",
            "dress",
            "cylinders",
            "regulators",
            "hoses",
            "tip",
            "open",
            "leak_test",
            "pressures",
            "light",
            "cut",
            "torch_off",
            "shut_down",
            "bleed",
            "hand_over"
        ]
    );
    let all = codes(&sheet.body);
    for code in [
        "read_label",
        "upright_chained",
        "crack_valve",
        "fit_regulator",
        "screw_out",
        "open_oxygen_cylinder_full",
        "open_acetylene_cylinder_turns",
        "purge_oxygen",
        "purge_fuel",
        "soap_test",
        "set_oxygen_flowing",
        "set_fuel_flowing",
        "light_striker",
        "neutral_flame",
        "lever_trim",
        "close_fuel_valve",
        "close_oxygen_valve",
        "close_cylinders",
        "bleed_fuel",
        "bleed_oxygen",
        "gauges_zero",
        "screw_back_out",
        "mark_empty",
    ] {
        assert!(place(&all, code).is_some(), "{code}");
    }
    assert!(place(&all, "close_fuel_valve") < place(&all, "close_oxygen_valve"));
    let text = sheet.body.to_string();
    assert!(text.contains("1/2 turn"), "{text}");
    let propane = app.post("/api/v1/setup/run-sheet", &ask("propane", "oxygen_first")).await.body;
    let all = codes(&propane);
    assert!(place(&all, "close_oxygen_valve") < place(&all, "close_fuel_valve"));
    assert!(place(&all, "open_fuel_cylinder_full").is_some());
    assert!(place(&all, "open_acetylene_cylinder_turns").is_none());
    for phase in propane["phases"].as_array().unwrap() {
        for step in phase["steps"].as_array().unwrap() {
            let said = step["text"].as_str().unwrap();
            // a sentence for every step, with its gas in words
            assert!(said != step["code"] && !said.contains('{') && !said.contains('_'), "{said}");
            assert!(step["code"] != "crack_valve" || step["gas"] == "oxygen", "{step}");
            assert!(["step", "check", "stop"].contains(&step["level"].as_str().unwrap()));
        }
    }
}

/// Every row of the table has its sentence, and every sentence of a step its row.
#[test]
fn every_step_of_the_table_has_its_sentence() {
    let text: toml::Table =
        toml::from_str(include_str!("../../../reference/text/en.toml")).unwrap();
    let sentences: BTreeSet<&str> =
        text["run"].as_table().unwrap().keys().map(String::as_str).collect();
    let table = include_str!("../../../reference/tables/run-sheet.csv");
    let rows = table.lines().filter(|line| !line.starts_with('#')).skip(1);
    let mut known: BTreeSet<String> = BTreeSet::new();
    for row in rows {
        let cells: Vec<&str> = row.split(',').collect();
        known.insert(cells[1].to_owned());
        known.insert(format!("phase_{}", cells[0]));
    }
    let missing: Vec<_> = known.iter().filter(|code| !sentences.contains(code.as_str())).collect();
    assert_eq!(missing, Vec::<&String>::new());
    // a step may have another sentence for a gas, or for what the shop holds at its question
    let schools = include_str!("../../../reference/tables/schools.csv");
    let options: Vec<&str> = schools.lines().filter_map(|line| line.split(',').nth(2)).collect();
    let of_a_step = |sentence: &str| {
        ["acetylene", "propane"].iter().chain(&options).any(|word| {
            sentence
                .strip_suffix(word)
                .and_then(|it| it.strip_suffix('_'))
                .is_some_and(|it| known.contains(it))
        })
    };
    for sentence in sentences {
        assert!(known.contains(sentence) || of_a_step(sentence), "no step says {sentence}");
    }
}

#[actix_web::test]
async fn a_lying_cylinder_stands_a_day_and_nonsense_is_refused_at_its_field() {
    let app = TestApp::start().await;
    let ask = |hours: f64| json!({ "fuel": "acetylene", "torch": "dedicated", "lying_acetylene_hours_upright": hours });
    let sheet = app.post("/api/v1/setup/run-sheet", &ask(6.0)).await.body;
    let steps = sheet["phases"][2]["steps"].as_array().unwrap().clone();
    let stand = steps.iter().find(|step| step["code"] == "stand_upright").unwrap();
    assert_eq!((&stand["level"], &stand["timer_s"]), (&json!("stop"), &json!(18.0 * 3_600.0)));
    let stood = app.post("/api/v1/setup/run-sheet", &ask(24.0)).await.body;
    assert!(place(&codes(&stood), "stand_upright").is_none());
    for (body, at) in [
        (json!({ "torch": "dedicated" }), "fuel"),
        (json!({ "fuel": "acetylene", "torch": "laser" }), "torch"),
        (
            json!({ "fuel": "acetylene", "torch": "dedicated", "policy": { "acetylene_valve_turns": 1.5 } }),
            "policy.acetylene_valve_turns",
        ),
        (
            json!({ "fuel": "acetylene", "torch": "dedicated", "policy": { "shutdown": "both" } }),
            "policy.shutdown",
        ),
        (ask(-1.0), "lying_acetylene_hours_upright"),
        (json!({ "fuel": "propane", "torch": "dedicated", "fire_watch_min": 5 }), "fire_watch_min"),
        (json!({ "fuel": "propane", "torch": "dedicated", "colour": 1 }), "colour"),
    ] {
        let refused = app.post("/api/v1/setup/run-sheet", &body).await;
        assert_eq!(refused.status, 422, "{}", refused.body);
        assert_eq!(refused.body["error"]["fields"][0]["path"], at, "{}", refused.body);
        assert!(!refused.body["error"]["fields"][0]["message"].as_str().unwrap().contains('{'));
    }
}

struct Run {
    app: TestApp,
    job: Uuid,
    line: Uuid,
}

impl Run {
    async fn start() -> Self {
        let app = TestApp::start().await;
        let (job, line) = (Uuid::now_v7(), Uuid::now_v7());
        let rig = json!({ "gas": { "fuel": "propane" } });
        app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "Run", "note": "", "rig": rig }))
            .await;
        let input = json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 300, "process": "guided" } });
        let body = json!({ "job_id": job, "typed": "20 mm", "input": input, "position": 1 });
        let made = app.put(&format!("/api/v1/job-lines/{line}"), &body).await;
        assert_eq!(made.status, 201, "{}", made.body);
        Self { app, job, line }
    }

    fn event(&self, kind: &str, second: u32, body: &Value) -> Value {
        json!({ "id": Uuid::now_v7(), "happened_at": format!("2026-05-31T09:00:{second:02}Z"),
            "person_id": null, "kind": kind, "body": body })
    }

    async fn send(&self, events: &[&Value]) -> Value {
        let path = format!("/api/v1/jobs/{}/run/events", self.job);
        let reply = self.app.post(&path, &json!({ "events": events })).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body
    }

    async fn record(&self) -> Value {
        self.app.get(&format!("/api/v1/jobs/{}/run/record", self.job)).await.body
    }
}

#[actix_web::test]
async fn one_document_holds_everything_a_tablet_needs() {
    let run = Run::start().await;
    let path = format!("/api/v1/jobs/{}/run", run.job);
    let set = json!({ "id": Uuid::now_v7(), "value": "Fire 112; first aid: Marta, bay 2" });
    run.app.put("/api/v1/shop/emergency_numbers", &set).await;
    let document = run.app.get(&format!("{path}?bare_floor=true&assembled=true")).await.body;
    assert_eq!(document["fuel"], "propane");
    let all = codes(&document);
    // the usual way by fuel, the place and the gear as they were told
    assert!(place(&all, "close_oxygen_valve") < place(&all, "close_fuel_valve"));
    assert!(place(&all, "bare_floor").is_some() && place(&all, "fit_regulator").is_none());
    let cut = &document["cuts"][0];
    assert!(cut["plan"]["oxygen_pressure_kpa"]["set"].as_f64().unwrap() > 100.0);
    for guide in ["lost_through", "lost_not_through"] {
        assert!(!cut[guide].as_array().unwrap().is_empty(), "{guide}");
    }
    assert_eq!(document["emergency_numbers"], "Fire 112; first aid: Marta, bay 2");
    assert_eq!(document["troubles"][0]["urgency"], "stop");
    assert!(run.app.get(&format!("/api/v1/jobs/{}/run", Uuid::now_v7())).await.status == 404);
}

/// Every order of arrival, doubled posts, and a cut taken back on one tablet before the other has told of it.
#[actix_web::test]
async fn two_tablets_that_were_offline_end_in_one_record() {
    let run = Run::start().await;
    let cut = |second, outcome: &str| {
        let body = json!({ "line_id": run.line, "start_s": 12.5, "duration_s": 61.0,
            "pace_mm_min": 295.0, "outcome": outcome });
        run.event("cut", second, &body)
    };
    let (first, second, third) = (cut(10, "good"), cut(20, "lost"), cut(30, "slag"));
    let undo = run.event("undo", 40, &json!({ "event": second["id"] }));
    let done = run.event("step", 1, &json!({ "key": "soap_test", "done": true }));
    let skipped = run.event("skip", 2, &json!({ "key": "read_label", "reason": "read yesterday" }));
    // the tablet that took it back is heard first
    run.send(&[&undo, &done]).await;
    let reply = run.send(&[&third, &second, &skipped, &first, &third]).await;
    let told: Vec<_> =
        reply["answers"].as_array().unwrap().iter().map(|it| it["outcome"].clone()).collect();
    assert_eq!(told, ["new", "new", "new", "new", "again"]);
    run.send(&[&first, &undo]).await;
    let record = run.record().await;
    assert_eq!(record["steps"], json!({ "soap_test": "done", "read_label": "skipped" }));
    assert_eq!(record["cuts"][0]["events"], json!([first["id"], third["id"]]));
    assert_eq!(record["events"].as_array().unwrap().len(), 6);
    // each cut that counts is a burn, once
    let burns = run.app.get("/api/v1/burns").await.body["burns"].clone();
    let burns = burns.as_array().unwrap();
    assert_eq!(burns.len(), 2, "{burns:?}");
    assert_eq!(burns[0]["id"], third["id"]);
    assert_eq!((&burns[0]["outcome"], &burns[0]["start_s"]), (&json!("usable"), &json!(12.5)));
    assert!((burns[0]["pace_mm_min"].as_f64().unwrap() - 295.0).abs() < 1e-6);
}

/// The database fails in the middle of a cut: nothing is kept by half, the tablet is told, and sends it all once more.
#[actix_web::test]
async fn while_the_database_fails_nothing_is_lost_or_doubled() {
    let run = Run::start().await;
    let path = format!("/api/v1/jobs/{}/run/events", run.job);
    let done = run.event("step", 1, &json!({ "key": "soap_test", "done": true }));
    let cut = run.event("cut", 2, &json!({ "line_id": run.line, "outcome": "good" }));
    let both = json!({ "events": [done, cut] });
    let away = "ALTER TABLE burns RENAME TO burns_away";
    sqlx::query(away).execute(&run.app.pool).await.unwrap();
    let told = run.app.post(&path, &both).await;
    assert!(told.status.is_server_error(), "{}", told.body);
    sqlx::query("ALTER TABLE burns_away RENAME TO burns").execute(&run.app.pool).await.unwrap();
    // the step before it was kept, the cut was not
    assert_eq!(run.record().await["events"].as_array().unwrap().len(), 1);
    let again = run.app.post(&path, &both).await.body;
    let answers = again["answers"].as_array().unwrap().iter().map(|it| it["outcome"].clone());
    assert_eq!(answers.collect::<Vec<_>>(), ["again", "new"]);
    assert_eq!(run.app.get("/api/v1/burns").await.body["burns"].as_array().unwrap().len(), 1);
}

#[actix_web::test]
async fn an_event_that_cannot_be_is_refused_and_the_others_are_kept() {
    let run = Run::start().await;
    let good = run.event("note", 5, &json!({ "text": "tip changed" }));
    let cases = [
        (run.event("step", 1, &json!({ "key": "soap_test" })), "body.done"),
        (run.event("skip", 1, &json!({ "key": "soap_test" })), "body.reason"),
        (run.event("dance", 1, &json!({})), "kind"),
        (run.event("cut", 1, &json!({ "line_id": run.line, "outcome": "fine" })), "body.outcome"),
        (
            run.event("cut", 1, &json!({ "line_id": Uuid::now_v7(), "outcome": "good" })),
            "body.line_id",
        ),
        (
            run.event(
                "cut",
                1,
                &json!({ "line_id": run.line, "outcome": "slag", "findings": ["moss"] }),
            ),
            "body.findings.0",
        ),
        (run.event("undo", 1, &json!({ "event": "that one" })), "body.event"),
        (
            run.event(
                "reading",
                1,
                &json!({ "gas": "oxygen", "where": "delivery", "pressure_kpa": 1e9 }),
            ),
            "body.pressure_kpa",
        ),
        (run.event("note", 1, &json!({ "text": "x", "colour": 1 })), "body.colour"),
    ];
    for (bad, at) in cases {
        let reply = run.send(&[&bad, &good]).await;
        let answer = &reply["answers"][0];
        assert_eq!(answer["outcome"], "refused", "{answer}");
        assert_eq!(answer["fields"][0]["path"], at, "{answer}");
        assert_ne!(reply["answers"][1]["outcome"], "refused");
    }
    // an id that holds another event
    let mut other = good.clone();
    other["body"]["text"] = json!("another");
    assert_eq!(run.send(&[&other]).await["answers"][0]["outcome"], "refused");
    assert_eq!(run.record().await["events"].as_array().unwrap().len(), 1);
}

/// The contract, Run sheet of the second round: what may be left out, what follows a leak, schools, lens, depth.
#[actix_web::test]
async fn a_run_sheet_says_what_is_never_skipped_and_what_follows_a_leak() {
    let app = TestApp::start().await;
    let ask = async |more: Value| {
        let mut body = json!({ "fuel": "acetylene", "torch": "combination" });
        body.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
        app.post("/api/v1/setup/run-sheet", &body).await
    };
    let sheet = ask(json!({})).await.body;
    let steps: Vec<Value> = sheet["phases"]
        .as_array()
        .unwrap()
        .iter()
        .flat_map(|phase| phase["steps"].as_array().unwrap().clone())
        .collect();
    let find =
        |code: &str| steps.iter().find(|step| step["code"] == code).cloned().unwrap_or_default();
    for code in ["acetylene_ceiling", "under_the_ceiling", "leak_found"] {
        assert_eq!(find(code)["skip"], "never", "{code}");
    }
    for code in ["shut_torch_oxygen", "shut_torch_fuel", "uncoil_hoses"] {
        assert_eq!(find(code)["skip"], "reason", "{code}");
    }
    let then = find("leak_found")["then"].as_array().unwrap().len();
    assert_eq!((then, steps.iter().filter(|step| step["code"] == "leak_mend").count()), (5, 0));
    assert!(find("crack_valve")["text"].as_str().unwrap().contains("Crack the oxygen"));
    let acetylene =
        steps.iter().find(|step| step["code"] == "crack_valve" && step["gas"] == "acetylene");
    assert!(acetylene.unwrap()["text"].as_str().unwrap().contains("burns or sparks"));
    assert!(find("acetylene_ceiling")["text"].as_str().unwrap().contains("103 kPa (15 psi)"));
    let held =
        json!({ "schools": { "how_hot": "orange", "lens": "five" }, "lens_thickness_mm": 12.7 });
    let held = ask(held).await.body.to_string();
    assert!(held.contains("bright orange") && held.contains("shade 5."));
    assert!(
        ask(json!({ "lens_thickness_mm": 100 })).await.body.to_string().contains("shade 4 to 5")
    );
    let stops = ask(json!({ "depth": "stops" })).await.body;
    assert_eq!(stops["phases"].as_array().unwrap().len(), 15);
    assert!(codes(&stops).iter().any(|(_, code)| code == "leak_found"));
    assert!(!codes(&stops).iter().any(|(_, code)| code == "ears_and_cap"));
    for (body, at) in [
        (json!({ "schools": { "mood": "good" } }), "schools.mood"),
        (json!({ "schools": { "lens": "pink" } }), "schools.lens"),
        (json!({ "depth": "some" }), "depth"),
        (json!({ "lens_thickness_mm": 900 }), "lens_thickness_mm"),
    ] {
        let refused = ask(body).await;
        assert_eq!(
            (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
            (422, &json!(at))
        );
    }
}

/// A step that is never left out is refused when a tablet says it was; an arrestor that the shop demands is a stop in the
/// plan and in the run alike.
#[actix_web::test]
async fn what_is_never_left_out_is_never_left_out() {
    let app = TestApp::start().await;
    let job = Uuid::now_v7();
    app.put(
        &format!("/api/v1/jobs/{job}"),
        &json!({ "name": "J", "rig": { "gas": { "fuel": "acetylene" } } }),
    )
    .await;
    let skip = |key: &str| {
        json!({ "events": [{ "id": Uuid::now_v7(), "happened_at": "2026-11-01T10:00:00Z", "kind": "skip",
            "body": { "key": key, "reason": "in a hurry" } }] })
    };
    let path = format!("/api/v1/jobs/{job}/run/events");
    for key in ["leak_found", "acetylene_ceiling", "under_the_ceiling", "stand_upright:acetylene"] {
        let answer = app.post(&path, &skip(key)).await.body["answers"][0].clone();
        assert_eq!(
            (&answer["outcome"], &answer["fields"][0]["code"]),
            (&json!("refused"), &json!("never_skipped")),
            "{key}"
        );
    }
    let free = app.post(&path, &skip("coil_hoses")).await.body["answers"][0].clone();
    assert_eq!(free["outcome"], "new");
    let plan = |demanded: bool| {
        json!({ "steel": { "thickness_mm": 12 }, "cut": { "length_mm": 300, "process": "guided" },
            "gas": { "fuel": "acetylene" }, "gear": { "arrestors": false, "arrestors_demanded": demanded } })
    };
    let level = |plan: &Value| {
        let notes = plan["notes"].as_array().unwrap();
        notes.iter().find(|note| note["code"] == "arrestor_missing").unwrap()["level"].clone()
    };
    assert_eq!(level(&app.preview(&plan(false)).await.body), "caution");
    assert_eq!(level(&app.preview(&plan(true)).await.body), "stop");
}
