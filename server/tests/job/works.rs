//! Other work of the torch as a line of a job: planned with the shop's gear, counted, carded, run, quoted.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{Answer, TestApp, with};
use crate::yard::Yard;

fn number(value: &Value) -> f64 {
    value.as_f64().unwrap_or_else(|| panic!("{value}"))
}

/// Six rusted bolts, studs saved.
fn bolts() -> Value {
    json!({ "steel": {}, "cut": { "count": 6 }, "work": { "kind": "fastener", "fastener": "bolt_head",
        "diameter_mm": 19.05, "save": "stud", "rusted": true } })
}

fn bar() -> Value {
    json!({ "steel": {}, "cut": {}, "work": { "kind": "wash", "thickness_mm": 9.525, "width_mm": 38.1, "length_mm": 609.6 } })
}

fn groove() -> Value {
    json!({ "steel": {}, "cut": {}, "work": { "kind": "gouge", "depth_mm": 4.8, "length_mm": 300, "thickness_mm": 20 } })
}

/// A head of 45 l/min for twenty minutes.
fn heat() -> Value {
    json!({ "steel": {}, "cut": {}, "work": { "kind": "heat", "flow_l_min": 45, "temperature_c": 600, "spell_s": 1200 } })
}

async fn preview(app: &TestApp, input: &Value) -> Answer {
    app.preview(&with(input, "gas", json!({ "fuel": "acetylene" }))).await
}

/// As one cut it is the sum of its stages, which say the same as the work planned by itself.
#[actix_web::test]
async fn a_work_is_one_cut_whose_figures_are_those_of_its_stages() {
    let app = TestApp::start().await;
    for (input, pieces) in [(bolts(), 6.0), (bar(), 1.0), (groove(), 1.0)] {
        let reply = preview(&app, &input).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        let plan = reply.body;
        let mut alone = input["work"].clone();
        alone["gas"] = json!({ "fuel": "acetylene" });
        let alone = app.post("/api/v1/work/plan", &alone).await.body;
        assert_eq!(plan["work"]["stages"], alone["stages"]);
        assert_eq!(plan["tip"]["bore_mm"], alone["tip"]["bore_mm"]);
        assert_eq!(plan["tip"]["kind"], alone["tip"]["kind"]);
        for figure in ["oxygen_l", "fuel_l"] {
            assert!((number(&plan[figure]) - number(&alone[figure])).abs() < 0.2, "{figure}");
        }
        assert!((number(&plan["time_s"]["total"]) - number(&alone["time_s"])).abs() < 1.0);
        let whole = number(&plan["line_total"]["time_s"]);
        assert!((whole - pieces * number(&plan["time_s"]["total"])).abs() < 1.0, "{whole}");
        let told = plan["trace"].as_array().unwrap().iter();
        let time = told.filter(|it| it["quantity"] == "time_s").collect::<Vec<_>>();
        let steps = time[0]["steps"].to_string();
        assert!(steps.contains("Stage 2, Heat"), "a chain in words: {steps}");
    }
}

/// In a job it stands among the cuts: listed, counted in gas, put on a card, led at the torch, priced.
#[actix_web::test]
async fn a_work_goes_the_way_of_a_cut() {
    let yard = Yard::with(&[bolts(), bar(), groove()]).await;
    let (app, job) = (&yard.app, yard.job);
    let document = app.get(&format!("/api/v1/jobs/{job}")).await.body;
    let lines = document["lines"].as_array().unwrap();
    assert_eq!(lines.len(), 3);
    for line in lines {
        assert_eq!(line["line"]["kind"], "work");
        assert!(line["plan"]["work"]["stages"].as_array().unwrap().len() > 3, "{line}");
    }
    let gas = app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await;
    assert_eq!(gas.status, 200, "{}", gas.body);
    let tips = app.get(&format!("/api/v1/jobs/{job}/tips")).await;
    assert_eq!(tips.status, 200, "{}", tips.body);
    let draft =
        app.post("/api/v1/cut-plans/draft", &json!({ "job_id": job, "input": bolts() })).await;
    assert_eq!(draft.status, 200, "{}", draft.body);
    let request = draft.body["request"].clone();
    let body = json!({ "job_line_id": yard.lines[0], "title": "bolts", "request": request });
    let card = app.put(&format!("/api/v1/plans/{}", Uuid::now_v7()), &body).await;
    assert_eq!(card.status, 201, "{}", card.body);
    let run = yard.begun(&json!({ "fuel": "acetylene" })).await;
    let cuts = yard.document(run).await["cuts"].clone();
    let fit: Vec<&Value> =
        cuts.as_array().unwrap().iter().filter(|cut| cut["fits"] == true).collect();
    assert_eq!(fit.len(), 3, "{cuts}");
    assert!(fit.iter().all(|cut| cut["plan"]["work"].is_object()));
    let cut = json!({ "line_id": yard.lines[0], "outcome": "good", "start_s": 20 });
    let told = crate::yard::event("cut", 1, &cut);
    let answers = yard.send(run, ("", &[told])).await["answers"].clone();
    assert_eq!(answers[0]["outcome"], "new", "{answers}");
    let burn = app.get("/api/v1/burns").await.body["burns"][0].clone();
    assert_eq!((&burn["process"], &burn["fuel"]), (&json!("fastener"), &json!("acetylene")));
    assert!(burn["factors"]["speed"].is_null(), "a slice's pace was not told: {burn}");
    let quote = json!({ "job_id": job, "name": "all of it", "set_up_s": 600, "overhead_percent": 10, "margin_percent": 10 });
    let quoted = app.put(&format!("/api/v1/quotes/{}", Uuid::now_v7()), &quote).await;
    assert_eq!(quoted.status, 201, "{}", quoted.body);
}

/// Heat is a line as well: its gas counts in the job's, no tip of the drawer is set or counted, and a burn of it teaches nothing.
#[actix_web::test]
async fn heat_takes_gas_and_no_tip() {
    let yard = Yard::with(&[heat(), bar()]).await;
    let (app, job) = (&yard.app, yard.job);
    let lines = app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"].clone();
    let plan = &lines[0]["plan"];
    assert_eq!(
        (&plan["tip"]["kind"], &plan["tip"]["mark"]),
        (&json!("heating_head"), &json!("heating head"))
    );
    for nothing in ["oxygen_pressure_kpa", "fuel_pressure_kpa"] {
        assert!(plan[nothing].is_null(), "{nothing}");
    }
    let none = [&plan["tip"]["bore_mm"], &plan["kerf_mm"], &plan["travel_speed_mm_min"]["set"]];
    assert!(none.iter().all(|it| number(it) == 0.0), "{none:?}");
    // 45 l/min for twenty minutes
    assert!((number(&plan["fuel_l"]) - 900.0).abs() < 1.0, "{}", plan["fuel_l"]);
    let gas = app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await.body;
    assert!((number(&gas["lines"][0]["fuel_l"]) - 900.0).abs() < 1.0, "{gas}");
    let fuel = gas["gases"].as_array().unwrap().iter().find(|it| it["gas"] == "acetylene").unwrap();
    assert!((number(&fuel["peak_flow_l_min"]) - 45.0).abs() < 0.1, "{fuel}");
    let notes = plan["notes"].as_array().unwrap();
    assert!(notes.iter().any(|note| note["code"] == "work_manifold"), "{notes:?}");
    let tips = app.get(&format!("/api/v1/jobs/{job}/tips")).await.body;
    assert_eq!(tips["fewest"].as_array().unwrap().len(), 1, "the bar's alone: {tips}");
    let draft = json!({ "job_id": job, "input": heat() });
    let fuels = app.post("/api/v1/cut-plans/fuels", &draft).await;
    assert_eq!(fuels.body["options"].as_array().map(Vec::len), Some(1), "{}", fuels.body);
    let body = json!({ "happened_at": "2026-11-02T09:00:00Z", "outcome": "good", "job_line_id": yard.lines[0], "duration_s": 1100 });
    let burn = app.put(&format!("/api/v1/burns/{}", Uuid::now_v7()), &body).await;
    assert_eq!(burn.status, 201, "{}", burn.body);
    assert!(burn.body["process"].is_null() && burn.body["factors"] == json!({}), "{}", burn.body);
}

#[actix_web::test]
async fn what_is_no_work_is_refused_at_its_field() {
    let app = TestApp::start().await;
    let deep = with(&groove(), "work.depth_mm", json!(30));
    let long = with(&heat(), "work.spell_s", json!(86_400));
    let own_gas = with(&bolts(), "work.gas", json!({ "fuel": "propane" }));
    let both =
        with(&bolts(), "section", json!({ "profile": "W12X26", "cut": { "kind": "square" } }));
    let other = with(&bar(), "work.depth_mm", json!(3));
    for (input, path, says) in [
        (deep, "work.depth_mm", "18"),
        (long, "work.spell_s", "14400"),
        (own_gas, "work.gas", "beside the work"),
        (both, "work", "one of the three"),
        (other, "work.depth_mm", "does not belong"),
    ] {
        let reply = preview(&app, &input).await;
        assert_eq!(reply.status, 422, "{path}");
        let field = &reply.body["error"]["fields"][0];
        assert_eq!(field["path"], path, "{}", reply.body);
        assert!(field["message"].as_str().unwrap().contains(says), "{field}");
    }
}

/// The contract: lines with the old stroke are lines of kind work, and plan as they did.
#[actix_web::test]
async fn old_lines_of_other_strokes_are_of_kind_work() {
    let old = |stroke: &str| {
        json!({ "steel": { "thickness_mm": 12 },
            "cut": { "length_mm": 300, "process": "freehand", "stroke": stroke } })
    };
    let inputs: Vec<Value> =
        ["gouge", "wash", "head", "nut", "cut"].iter().map(|it| old(it)).collect();
    let yard = Yard::with(&inputs).await;
    let document = yard.app.get(&format!("/api/v1/jobs/{}", yard.job)).await.body;
    let lines = document["lines"].as_array().unwrap();
    let kinds: Vec<&Value> = lines.iter().map(|line| &line["line"]["kind"]).collect();
    assert_eq!(kinds, ["work", "work", "work", "work", "plate"]);
    assert!(lines.iter().all(|line| line["plan"].is_object() && line["fault"].is_null()));
}

/// The bench compares a work in every fuel, says what moves it, and its numbers say how they came to be.
#[actix_web::test]
async fn a_work_is_compared_and_explained_as_a_cut_is() {
    let yard = Yard::with(&[bolts()]).await;
    let (app, job) = (&yard.app, yard.job);
    let fuels =
        app.post("/api/v1/cut-plans/fuels", &json!({ "job_id": job, "input": bolts() })).await;
    assert_eq!(fuels.status, 200, "{}", fuels.body);
    let options = fuels.body["options"].as_array().unwrap();
    let times: Vec<f64> = options.iter().map(|it| number(&it["plan"]["time_s"]["total"])).collect();
    assert_eq!(options.len(), 4);
    assert!(times.iter().any(|time| (time - times[0]).abs() > 1.0), "fuels differ: {times:?}");
    let moved = app
        .post(
            "/api/v1/cut-plans/sensitivity",
            &json!({ "job_id": job, "input": bolts(), "quantity": "time_s" }),
        )
        .await;
    assert_eq!(moved.status, 200, "{}", moved.body);
    let inputs: Vec<&Value> =
        moved.body["bars"].as_array().unwrap().iter().map(|bar| &bar["input"]).collect();
    assert!(!inputs.contains(&&json!("length_mm")), "its length is its own: {inputs:?}");
    let draft =
        app.post("/api/v1/cut-plans/draft", &json!({ "job_id": job, "input": bolts() })).await.body;
    let told: Vec<&str> = draft["plan"]["trace"]
        .as_array()
        .unwrap()
        .iter()
        .map(|it| it["quantity"].as_str().unwrap())
        .collect();
    for quantity in ["time_s", "oxygen_l", "fuel_l", "cost", "travel_speed_mm_min", "tip"] {
        assert!(told.contains(&quantity), "{quantity} says how it came to be: {told:?}");
    }
    // one with a jet of its own tells its sums and its own pace, and nothing of a plate's
    let groove = app
        .post("/api/v1/cut-plans/draft", &json!({ "job_id": job, "input": groove() }))
        .await
        .body;
    let told = groove["plan"]["trace"].as_array().unwrap().iter();
    let chain = |quantity: &str| {
        let found = told.clone().find(|it| it["quantity"] == quantity);
        found.map_or_else(String::new, |it| it["steps"].to_string())
    };
    assert!(chain("time_s").contains("Stage 2") && chain("drag_mm").is_empty());
    let pace = chain("travel_speed_mm_min");
    assert!(pace.contains("by the time its oxygen takes") && !pace.contains("handbook"), "{pace}");
}

/// What the stages of a wash took at the torch teaches washes: the next is planned by it and says so; a burn that is put right
/// keeps what its stages told. A plate cut by hand is no wash.
#[actix_web::test]
async fn a_works_stages_teach_its_kind() {
    let yard = Yard::with(&[bar()]).await;
    let (app, job) = (&yard.app, yard.job);
    let drafted = async |input: &Value| {
        let body = json!({ "job_id": job, "input": input });
        app.post("/api/v1/cut-plans/draft", &body).await.body
    };
    let stages =
        async || drafted(&bar()).await["plan"]["work"]["stages"].as_array().unwrap().clone();
    let before = stages().await;
    let time = |stages: &[Value], code: &str| {
        number(&stages.iter().find(|stage| stage["code"] == code).unwrap()["time_s"])
    };
    let run = yard.begun(&json!({ "fuel": "acetylene" })).await;
    // the bar takes 1.6 times as long, the grinder half as long, and the hands do what they like
    let stroke = |stage: &Value| {
        let part = match stage["code"].as_str().unwrap() {
            "wash_run" => 1.6,
            "wash_grind" => 0.5,
            "wash_look" => 4.0,
            _ => 1.0,
        };
        json!({ "order": stage["order"], "outcome": "good", "duration_s": part * number(&stage["time_s"]) })
    };
    let strokes: Vec<Value> = before.iter().map(stroke).collect();
    let cut = json!({ "line_id": yard.lines[0], "outcome": "good", "strokes": strokes });
    let events: Vec<Value> = (0..8).map(|at| crate::yard::event("cut", at, &cut)).collect();
    yard.send(run, ("", &events)).await;

    let burns = app.get("/api/v1/burns").await.body["burns"].clone();
    let factors = &burns[0]["factors"];
    assert_eq!(burns[0]["process"], "wash", "{burns}");
    assert!((number(&factors["speed"]) - 1.0 / 1.6).abs() < 1e-3, "{factors}");
    assert!((number(&factors["clean_up"]) - 0.5).abs() < 1e-2, "{factors}");
    assert!((number(&factors["start_preheat"]) - 1.0).abs() < 1e-2, "{factors}");
    let learned = app.get("/api/v1/factors").await.body["factors"].as_array().unwrap().clone();
    let of_wash = |kind: &str| {
        let known = |it: &&Value| {
            it["kind"] == kind && it["from"] == "class" && it["class"]["process"] == "wash"
        };
        learned
            .iter()
            .find(known)
            .map(|it| number(&it["median"]))
            .unwrap_or_else(|| panic!("{learned:?}"))
    };
    let step = |factor: f64| (factor * 100.0).round() / 100.0;
    let after = stages().await;
    let ratio = time(&after, "wash_run") / time(&before, "wash_run");
    assert!((ratio - 1.0 / step(of_wash("speed"))).abs() < 5e-3, "{ratio}");
    let ground = time(&after, "wash_grind") / time(&before, "wash_grind");
    assert!((ground - step(of_wash("clean_up"))).abs() < 2e-2, "{ground}");
    assert_eq!(time(&after, "wash_look"), time(&before, "wash_look"));
    let wash = drafted(&bar()).await;
    assert!(wash["plan"]["trace"].to_string().contains("n = 8"));

    // a plate leans on the whole shop only, and less
    let plate = json!({ "steel": { "thickness_mm": 9.525 }, "cut": { "length_mm": 300, "process": "freehand" } });
    let told = drafted(&plate).await["request"]["factors"]["speed"].clone();
    assert!(number(&told) > of_wash("speed") + 0.05, "{told}");

    let first = &burns[0];
    let change = json!({ "version": first["version"], "change": { "note": "a bent tip" } });
    let path = format!("/api/v1/burns/{}", first["id"].as_str().unwrap());
    let right = app.patch(&path, &change).await;
    assert_eq!(right.status, 200, "{}", right.body);
    assert_eq!(right.body["factors"], *factors);
}

/// The card of a work holds when nothing moved, and grows old when the thing does; its page is read again as it was made.
#[actix_web::test]
async fn a_card_of_a_work_grows_old_with_its_work() {
    let yard = Yard::with(&[bolts()]).await;
    let (app, job) = (&yard.app, yard.job);
    let draft =
        app.post("/api/v1/cut-plans/draft", &json!({ "job_id": job, "input": bolts() })).await.body;
    let card = Uuid::now_v7();
    let body =
        json!({ "job_line_id": yard.lines[0], "title": "bolts", "request": draft["request"] });
    assert_eq!(app.put(&format!("/api/v1/plans/{card}"), &body).await.status, 201);
    let line = async || app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"][0].clone();
    let fresh = line().await;
    assert_eq!((&fresh["card_id"], &fresh["card_current"]), (&json!(card), &json!(true)));
    let larger = with(&bolts(), "work.diameter_mm", json!(25));
    let change = json!({ "version": fresh["line"]["version"], "input": larger });
    let path = format!("/api/v1/job-lines/{}", yard.lines[0]);
    assert_eq!(app.patch(&path, &change).await.status, 200);
    assert_eq!(line().await["card_current"], false);
    let shown = app.get(&format!("/api/v1/plans/{card}")).await.body;
    assert_eq!(
        shown["result"]["work"]["stages"].as_array().map(Vec::len),
        Some(5),
        "{}",
        shown["result"]["work"]
    );
}
