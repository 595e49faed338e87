//! Rows that people make: repeatable creation, stale writes, undo, and plans that never change.

use std::path::Path;

use galvanon_server::demo;
use galvanon_server::store::role::Role;
use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{TestApp, plate, with};

fn id() -> Uuid {
    Uuid::now_v7()
}

async fn job(app: &TestApp) -> Uuid {
    let job = id();
    let body = json!({ "name": "A job", "rig": { "gas": { "fuel": "propane" } } });
    assert_eq!(app.put(&format!("/api/v1/jobs/{job}"), &body).await.status, 201);
    job
}

fn line_body(job: Uuid, position: f64) -> Value {
    let input = json!({ "steel": { "thickness_mm": 12 }, "cut": { "length_mm": 300, "process": "freehand" } });
    json!({ "job_id": job, "typed": "12 mm 300 mm hand", "input": input, "position": position })
}

async fn line(app: &TestApp, job: Uuid, position: f64) -> Uuid {
    let line = id();
    let reply = app.put(&format!("/api/v1/job-lines/{line}"), &line_body(job, position)).await;
    assert_eq!(reply.status, 201, "{}", reply.body);
    line
}

#[actix_web::test]
async fn creation_is_repeatable_and_another_body_is_a_conflict() {
    let app = TestApp::start().await;
    for (path, body, other) in [
        (
            format!("/api/v1/jobs/{}", id()),
            json!({ "name": "One", "rig": {} }),
            json!({ "name": "Two", "rig": {} }),
        ),
        (
            format!("/api/v1/people/{}", id()),
            json!({ "name": "Ann", "handedness": "left" }),
            json!({ "name": "Ann", "handedness": "right" }),
        ),
        (
            format!("/api/v1/plans/{}", id()),
            json!({ "title": "T", "request": plate() }),
            json!({ "title": "U", "request": plate() }),
        ),
    ] {
        assert_eq!(app.put(&path, &body).await.status, 201, "{path}");
        assert_eq!(app.put(&path, &body).await.status, 200, "{path}");
        let refused = app.put(&path, &other).await;
        assert_eq!(
            (refused.status.as_u16(), &refused.body["error"]["code"]),
            (409, &json!("different_body"))
        );
        assert_eq!(refused.body["error"]["yours"], other);
    }
    let old = "/api/v1/jobs/6b2f3c60-0000-4000-8000-000000000000";
    assert_eq!(
        app.put(old, &json!({ "name": "One", "rig": {} })).await.status,
        422,
        "version 7 alone"
    );
}

#[actix_web::test]
async fn a_repeated_creation_still_answers_after_a_change() {
    let app = TestApp::start().await;
    let job = job(&app).await;
    let path = format!("/api/v1/job-lines/{}", id());
    let body = line_body(job, 1.0);
    assert_eq!(app.put(&path, &body).await.status, 201);
    assert_eq!(app.patch(&path, &json!({ "version": 1, "position": 5.0 })).await.status, 200);
    let again = app.put(&path, &body).await;
    assert_eq!((again.status.as_u16(), &again.body["position"]), (200, &json!(5.0)));
}

#[actix_web::test]
async fn a_stale_write_is_refused_and_shows_both_versions() {
    let app = TestApp::start().await;
    let line = line(&app, job(&app).await, 1.0).await;
    let path = format!("/api/v1/job-lines/{line}");
    let theirs = json!({ "version": 1, "typed": "theirs" });
    let yours = json!({ "version": 1, "typed": "yours" });
    assert_eq!(app.patch(&path, &theirs).await.body["version"], 2);
    let refused = app.patch(&path, &yours).await;
    assert_eq!((refused.status.as_u16(), &refused.body["error"]["code"]), (409, &json!("stale")));
    assert_eq!(refused.body["error"]["current"]["typed"], "theirs");
    assert_eq!(refused.body["error"]["yours"]["typed"], "yours");
}

#[actix_web::test]
async fn lines_take_the_jobs_rig_and_are_moved_deleted_and_taken_back() {
    let app = TestApp::start().await;
    let job = job(&app).await;
    let (first, second) = (line(&app, job, 1.0).await, line(&app, job, 2.0).await);
    let show = async || app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"].clone();
    let order = |lines: &Value| -> Vec<String> {
        lines
            .as_array()
            .unwrap()
            .iter()
            .map(|l| l["line"]["id"].as_str().unwrap().to_owned())
            .collect()
    };
    let lines = show().await;
    assert_eq!(lines[0]["request"]["gas"]["fuel"], "propane");
    assert_eq!(lines[0]["plan"]["tip"]["face"], "recessed");
    let path = format!("/api/v1/job-lines/{second}");
    let own = json!({ "version": 1, "position": 0.5, "input": with(&line_body(job, 1.0)["input"], "gas", json!({ "fuel": "acetylene" })) });
    assert_eq!(app.patch(&path, &own).await.status, 200);
    let lines = show().await;
    assert_eq!(order(&lines), [second.to_string(), first.to_string()]);
    assert_eq!(lines[0]["request"]["gas"]["fuel"], "acetylene", "a line outranks its job");
    let gone = app.send(Method::DELETE, &path, Some(&json!({ "version": 2 }))).await;
    assert_eq!((gone.status.as_u16(), order(&show().await)), (200, vec![first.to_string()]));
    let back = app.post(&format!("{path}/restore"), &json!({ "version": 3 })).await;
    assert_eq!((back.status.as_u16(), order(&show().await).len()), (200, 2));
}

#[actix_web::test]
async fn what_cannot_be_planned_is_not_stored() {
    let app = TestApp::start().await;
    let job = job(&app).await;
    let thick = with(&line_body(job, 1.0), "input", json!({ "steel": { "thickness_mm": 900 } }));
    let refused = app.put(&format!("/api/v1/job-lines/{}", id()), &thick).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
        (422, &json!("steel.thickness_mm"))
    );
    assert_eq!(
        app.put(&format!("/api/v1/job-lines/{}", id()), &line_body(id(), 1.0)).await.status,
        404
    );
    let rig = json!({ "name": "J", "rig": { "gas": { "fuel": "coal" } } });
    assert_eq!(app.put(&format!("/api/v1/jobs/{}", id()), &rig).await.status, 422);
    assert_eq!(
        app.put(&format!("/api/v1/jobs/{}", id()), &json!({ "name": "  ", "rig": {} }))
            .await
            .status,
        422
    );
    assert_eq!(app.get(&format!("/api/v1/jobs/{}", id())).await.status, 404);
    assert_eq!(app.get("/api/v1/jobs/nonsense").await.status, 404);
}

#[actix_web::test]
async fn a_card_holds_until_the_figures_move() {
    let app = TestApp::start().await;
    let job = job(&app).await;
    let line = line(&app, job, 1.0).await;
    let view = async || app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"][0].clone();
    let plan =
        json!({ "job_line_id": line, "title": "A job: 12 mm", "request": view().await["request"] });
    let card = id();
    assert_eq!(app.put(&format!("/api/v1/plans/{card}"), &plan).await.status, 201);
    assert_eq!(view().await["card_current"], true);
    let stored = app.get(&format!("/api/v1/plans/{card}")).await.body;
    assert_eq!(
        stored["result"]["travel_speed_mm_min"],
        view().await["plan"]["travel_speed_mm_min"]
    );
    assert!(stored["trace"].as_array().is_some_and(|trace| trace.len() > 10));
    let setting = json!({ "id": id(), "value": "low" });
    assert_eq!(app.put("/api/v1/shop/pressure_school", &setting).await.status, 200);
    assert_eq!(view().await["card_current"], false);
    assert_eq!(
        app.get(&format!("/api/v1/plans/{card}")).await.body,
        stored,
        "the card itself stays"
    );
    let change = sqlx::query("UPDATE plans SET title = 'other'").execute(&app.pool).await;
    assert!(change.is_err_and(|error| error.to_string().contains("never changed")));
    let code = app.get(&format!("/api/v1/plans/{card}/code.svg")).await.body;
    assert!(code.as_str().is_some_and(|svg| svg.contains("<svg")));
}

#[actix_web::test]
async fn settings_keep_their_history_and_refuse_what_the_planner_would() {
    let app = TestApp::start().await;
    let set = async |key: &str, value: Value| {
        app.put(&format!("/api/v1/shop/{key}"), &json!({ "id": id(), "value": value })).await
    };
    assert_eq!(set("reach_mm", json!(600)).await.body["settings"]["reach_mm"], 600);
    assert_eq!(set("reach_mm", json!(500)).await.body["settings"]["reach_mm"], 500);
    let refused = set("reach_mm", json!(1)).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["limits"]["low"]),
        (422, &json!(50.0))
    );
    assert_eq!(set("torch_off", json!("whenever")).await.status, 422);
    assert_eq!(set("weather", json!("fine")).await.status, 404);
    let kept: i64 = sqlx::query_scalar("SELECT count(*) FROM shop_settings WHERE key = 'reach_mm'")
        .fetch_one(&app.pool)
        .await
        .unwrap();
    assert_eq!(kept, 2);
}

#[actix_web::test]
async fn the_hand_of_the_person_decides_the_direction_and_is_on_record() {
    let app = TestApp::start().await;
    let (person, lee) = app.someone("Lee", Role::Planner).await;
    app.patch(&format!("/api/v1/people/{person}"), &json!({ "version": 1, "handedness": "left" }))
        .await;
    let draft = async |who: &reqwest::Client| {
        let path = (Method::POST, "/api/v1/cut-plans/draft");
        app.send_by(who, path, Some(&json!({ "input": plate() }))).await.body["plan"]["direction"]
            .clone()
    };
    assert_eq!(draft(&app.client).await, "right_to_left");
    assert_eq!(draft(&lee).await, "left_to_right");
    let path = format!("/api/v1/jobs/{}", id());
    let body = json!({ "name": "J", "rig": {} });
    let made = app.send_by(&lee, (Method::PUT, &path), Some(&body)).await.body;
    assert_eq!(made["made_by"], json!(person));
}

#[actix_web::test]
async fn the_demo_shop_loads_once_and_shows_each_fuel_and_start() {
    let app = TestApp::demo().await;
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../demo");
    assert!(!demo::load(&app.pool, &folder).await.unwrap(), "a filled shop is left as it is");
    let jobs = app.get("/api/v1/jobs").await.body["jobs"].clone();
    assert_eq!(jobs.as_array().unwrap().len(), 7);
    let mut met = std::collections::BTreeSet::new();
    let mut lines = 0;
    for job in jobs.as_array().unwrap() {
        let path = format!("/api/v1/jobs/{}", job["job"]["id"].as_str().unwrap());
        let gas = app.get(&format!("{path}/gas-plan")).await.body;
        let notes = gas["notes"].as_array().unwrap();
        met.extend(notes.iter().map(|note| note["code"].as_str().unwrap().to_owned()));
        for view in app.get(&path).await.body["lines"].as_array().unwrap() {
            lines += 1;
            let work = view["request"]["work"]["kind"].as_str();
            met.extend(work.map(str::to_owned));
            met.insert(view["request"]["gas"]["fuel"].as_str().unwrap().to_owned());
            met.insert(view["request"]["cut"]["start"].as_str().unwrap_or("edge").to_owned());
            met.insert(view["plan"]["verdict"].as_str().unwrap().to_owned());
            let notes = view["plan"]["notes"].as_array().unwrap();
            met.extend(notes.iter().map(|note| note["code"].as_str().unwrap().to_owned()));
        }
    }
    assert_eq!(lines, 31);
    // cylinders that no job uses are spoken of in the rack alone
    for view in app.get("/api/v1/gear").await.body["gear"].as_array().unwrap() {
        let notes = view["notes"].as_array().unwrap();
        met.extend(notes.iter().map(|note| note["code"].as_str().unwrap().to_owned()));
    }
    for wanted in [
        "acetylene",
        "propane",
        "propylene",
        "natural_gas",
        "edge",
        "drilled_hole",
        "pierce",
        "ok",
        "caution",
        "stop",
        "not_oxygen_cuttable",
        "hose_grade_wrong",
        "hose_overdue",
        "acetylene_overdrawn",
        "bank_too_small",
        "cylinder_unlabelled",
        "cylinder_lying",
        "cylinder_out",
        "fastener",
        "wash",
        "gouge",
        "rail",
        "long_cut",
        "take_apart",
    ] {
        assert!(met.contains(wanted), "{wanted} is not in the demo: {met:?}");
    }
    let burns = app.get("/api/v1/burns?limit=200").await.body["burns"].clone();
    assert_eq!(burns.as_array().unwrap().len(), 200, "six weeks hold twice as many");
    let lost = app.get("/api/v1/burns?outcome=lost").await.body["burns"].clone();
    assert!(lost.as_array().unwrap().iter().all(|burn| burn["outcome"] == "lost"));
    assert!(!lost.as_array().unwrap().is_empty());
    let today = app.get("/api/v1/today").await.body;
    assert_eq!((today["last"].as_array().unwrap().len(), &today["next_count"]), (6, &json!(27)));
}

#[actix_web::test]
async fn a_faulty_demo_says_which_file_and_line_and_loads_nothing_of_that_job() {
    let app = TestApp::unowned().await;
    let folder = std::env::temp_dir().join(format!("galvanon-demo-{}", id()));
    std::fs::create_dir_all(folder.join("jobs")).unwrap();
    let missing = demo::load(&app.pool, &folder).await.unwrap_err().to_string();
    assert!(missing.contains("shop.toml"), "{missing}");
    std::fs::write(folder.join("shop.toml"), "people = []\n[settings]\nreach_mm = 1\n").unwrap();
    let refused = demo::load(&app.pool, &folder).await.unwrap_err();
    assert!(matches!(refused, demo::DemoError::Api(_)), "{refused}");
    std::fs::write(folder.join("shop.toml"), "people = []\n[settings]\n").unwrap();
    std::fs::write(folder.join("rack.toml"), "gear = []\n").unwrap();
    let job = "name = \"J\"\nnote = \"\"\ndays_ago = 1\nby = \"\"\n[rig]\n[[lines]]\ntyped = \"20 plate 36 guided\"\n";
    std::fs::write(folder.join("jobs/1.toml"), job).unwrap();
    let faulty = demo::load(&app.pool, &folder).await.unwrap_err().to_string();
    assert!(faulty.contains("20 plate 36 guided") && faulty.contains("bare_number"), "{faulty}");
    std::fs::remove_dir_all(&folder).unwrap();
}

/// What the demo kept besides is told by what is wrong with it: a cylinder that is none, a line that is none, a step that is never
/// left out.
#[actix_web::test]
async fn a_faulty_run_of_the_demo_says_what_is_wrong_with_it() {
    let run = |cylinder: &str, line: u32, skip: &str| {
        format!(
            "trials = []\nquotes = []\n[[runs]]\njob = 1\nfuel = \"acetylene\"\ndays_ago = 1\nby = \"\"\nminutes = 9\n\
             cylinders = [\"{cylinder}\"]\noxygen = {{ cylinder = \"{cylinder}\", before_kpa = 9000, after_kpa = 8000 }}\n\
             skips = [{{ key = \"{skip}\", reason = \"because\" }}]\n\
             cuts = [{{ line = {line}, outcome = \"good\", start_s = 9, pace = 1.0 }}]\n"
        )
    };
    let bottle = "[[gear]]\nkind = \"cylinder\"\nlabel = \"A\"\nread_hours_ago = 1\n[gear.fields]\ngas = \"oxygen\"\n\
                  water_volume_l = 44.5\npressure_kpa = 9000\n";
    let job = "name = \"J\"\nnote = \"\"\ndays_ago = 1\nby = \"\"\n[rig]\n[[lines]]\ntyped = \"12 mm plate 300 mm guided\"\n";
    for (kept, wrong) in [
        (run("B", 1, "soap_test"), "\"B\": no such gear"),
        (run("A", 7, "soap_test"), "line 7 of job 1"),
        (run("A", 1, "acetylene_ceiling"), "a run of job 1"),
        (run("A", 1, "soap_test"), ""),
    ] {
        let app = TestApp::unowned().await;
        let folder = std::env::temp_dir().join(format!("galvanon-demo-{}", id()));
        std::fs::create_dir_all(folder.join("jobs")).unwrap();
        std::fs::write(folder.join("shop.toml"), "people = []\n[settings]\n").unwrap();
        std::fs::write(folder.join("rack.toml"), bottle).unwrap();
        std::fs::write(folder.join("jobs/1.toml"), job).unwrap();
        std::fs::write(folder.join("kept.toml"), &kept).unwrap();
        let loaded = demo::load(&app.pool, &folder).await;
        std::fs::remove_dir_all(&folder).unwrap();
        match loaded {
            Ok(_) => {
                assert_eq!(wrong, "", "{kept}");
                let cuts: i64 = sqlx::query_scalar("SELECT count(*) FROM burns")
                    .fetch_one(&app.pool)
                    .await
                    .unwrap();
                assert_eq!(cuts, 1, "its cut is a burn");
            }
            Err(error) => {
                assert!(!wrong.is_empty() && error.to_string().contains(wrong), "{error}")
            }
        }
    }
}
