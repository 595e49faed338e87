//! The other work of the torch over HTTP: stages in words, refusals at their field, and open to everyone.

use serde_json::{Value, json};

use crate::test_app::{Answer, TestApp};

/// One of each kind, as a person would ask.
fn each() -> Vec<(&'static str, Value)> {
    vec![
        (
            "rail",
            json!({ "length_mm": 2438, "thickness_mm": 12.7, "highest_mm": 3, "bevel_deg": 0,
            "dial": [{ "mark": 20, "mm": 304.8, "s": 80 }, { "mark": 40, "mm": 304.8, "s": 30 }] }),
        ),
        (
            "fastener",
            json!({ "fastener": "bolt_head", "diameter_mm": 19.05, "save": "stud", "rusted": true, "coated": "none" }),
        ),
        (
            "fastener",
            json!({ "fastener": "rivet", "head": "countersunk", "diameter_mm": 22, "save": "plate" }),
        ),
        ("circle", json!({ "diameter_mm": 300, "thickness_mm": 20 })),
        (
            "circle",
            json!({ "diameter_mm": 900, "thickness_mm": 20, "kept": "hole", "turned": "carriage" }),
        ),
        ("wash", json!({ "thickness_mm": 9.5, "width_mm": 38, "length_mm": 610 })),
        ("gouge", json!({ "depth_mm": 4.8, "length_mm": 300, "thickness_mm": 20 })),
        ("long_cut", json!({ "thickness_mm": 100, "depth_mm": 60, "length_mm": 500 })),
        (
            "take_apart",
            json!({ "pieces": [
            { "name": "post", "mass_kg": 80, "held_by": "ground" }, { "name": "beam", "mass_kg": 200, "held_by": "post" }] }),
        ),
        ("heat", json!({ "flow_l_min": 45, "temperature_c": 600 })),
    ]
}

async fn ask(app: &TestApp, kind: &str, fuel: &str, more: &Value) -> Answer {
    let mut body = more.clone();
    body["kind"] = json!(kind);
    body["gas"] = json!({ "fuel": fuel });
    app.post("/api/v1/work/plan", &body).await
}

#[tokio::test]
async fn every_kind_is_planned_in_stages_that_say_when_to_stop() {
    let app = TestApp::start().await;
    for fuel in ["acetylene", "propane", "propylene", "natural_gas"] {
        for (kind, more) in each() {
            let reply = ask(&app, kind, fuel, &more).await;
            assert_eq!(reply.status, 200, "{kind} {fuel} {}", reply.body);
            let plan = reply.body;
            let stages = plan["stages"].as_array().unwrap();
            let mut sum = 0.0;
            for (at, stage) in stages.iter().enumerate() {
                assert_eq!(stage["order"], at + 1);
                for field in ["title", "does", "watch", "stop_when"] {
                    let text = stage[field].as_str().unwrap();
                    assert!(text.len() > 3 && !text.contains(['{', '_']), "{kind} {field}: {text}");
                }
                let time = stage["time_s"].as_f64().unwrap();
                assert!(time > 0.0, "{kind} {stage}");
                sum += time;
            }
            assert!((plan["time_s"].as_f64().unwrap() - sum).abs() < 1e-6, "{kind}");
            assert!(
                plan["oxygen_l"].as_f64().unwrap() > 0.0 && plan["fuel_l"].as_f64().unwrap() > 0.0
            );
            assert_eq!(plan["tip"].is_null(), kind == "heat", "{kind}");
            for note in plan["notes"].as_array().unwrap() {
                let text = note["text"].as_str().unwrap();
                assert!(text.contains(' ') && !text.contains('{'), "{note}");
            }
        }
    }
}

#[tokio::test]
async fn each_kind_says_what_is_its_own() {
    let app = TestApp::start().await;
    let kinds = each();
    let of = async |kind: &str| {
        let more = kinds.iter().find(|(known, _)| *known == kind).unwrap().1.clone();
        ask(&app, kind, "acetylene", &more).await.body
    };
    let rail = of("rail").await;
    let pace =
        rail["stages"].as_array().unwrap().iter().find(|it| it["code"] == "rail_travel").unwrap();
    // the line through two marks, a foot in 80 and in 30 s, at the pace that is set
    let set = pace["settings"]["pace"]["numbers"][0].as_f64().unwrap() / 60.0;
    let (slow, fast) = (304.8 / 80.0, 304.8 / 30.0);
    let mark = 20.0 + 20.0 * (set - slow) / (fast - slow);
    assert!((rail["dial_for_pace"].as_f64().unwrap() - mark).abs() < 1e-6, "{rail}");
    let bolt = of("fastener").await;
    let stages = bolt["stages"].as_array().unwrap();
    assert!(stages.iter().any(|stage| stage["code"] == "wash_to_thread"));
    assert!(bolt["dial_for_pace"].is_null());
    let cadmium = json!({ "fastener": "nut", "diameter_mm": 20, "coated": "cadmium" });
    let stopped = ask(&app, "fastener", "propane", &cadmium).await.body;
    assert_eq!(stopped["verdict"], "stop");
    assert!(
        stopped["notes"]
            .as_array()
            .unwrap()
            .iter()
            .any(|it| it["level"] == "stop" && it["code"] == "work_cadmium")
    );
    let apart = of("take_apart").await;
    let names: Vec<_> = apart["stages"]
        .as_array()
        .unwrap()
        .iter()
        .filter(|it| it["code"] == "apart_cut")
        .map(|it| it["piece"].clone())
        .collect();
    assert_eq!(names, [json!("beam"), json!("post")]);
}

/// The drawer and the hoses count as they do for a cut.
#[tokio::test]
async fn gas_and_gear_are_those_of_a_cut() {
    let app = TestApp::start().await;
    let mut body = json!({ "kind": "gouge", "depth_mm": 4, "length_mm": 300, "thickness_mm": 20, "gas": { "fuel": "acetylene" } });
    let short = app.post("/api/v1/work/plan", &body).await.body;
    body["gas"]["oxygen_hose"] = json!({ "bore_mm": 6.35, "length_m": 60 });
    body["drawer"] = json!([{ "bore_mm": 2.0, "kind": "gouging", "mark": "G2" }]);
    let long = app.post("/api/v1/work/plan", &body).await;
    assert_eq!(long.status, 200, "{}", long.body);
    let pressure = |plan: &Value| {
        let run =
            plan["stages"].as_array().unwrap().iter().find(|it| it["code"] == "gouge_run").unwrap();
        run["settings"]["oxygen_pressure"]["numbers"][0].as_f64().unwrap()
    };
    assert!(pressure(&long.body) > pressure(&short) + 5.0, "the hose has its drop");
    assert_eq!(
        (&long.body["tip"]["bore_mm"], &long.body["tip"]["mark"]),
        (&json!(2.0), &json!("G2"))
    );
    body["gas"]["fuel"] = json!("coal");
    body["depth_mm"] = json!(-1);
    let refused = app.post("/api/v1/work/plan", &body).await;
    let fields = refused.body["error"]["fields"].as_array().unwrap().clone();
    let paths: Vec<_> = fields.iter().map(|it| it["path"].as_str().unwrap()).collect();
    assert_eq!((refused.status.as_u16(), paths), (422, vec!["gas.fuel", "depth_mm"]));
}

async fn is_refused_at(app: &TestApp, (kind, more): (&str, &Value), path: &str) {
    let refused = ask(app, kind, "acetylene", more).await;
    assert_eq!(refused.status, 422, "{kind} {more}");
    let field = &refused.body["error"]["fields"][0];
    assert_eq!(field["path"], path, "{kind} {more} {}", refused.body);
    let message = field["message"].as_str().unwrap();
    assert!(message.contains(' ') && !message.contains('{'), "{message}");
    // a field is called by its name, not by its key
    assert!(
        !message.starts_with(&format!("{path} ")) || path.contains('.') || path == "kind",
        "{message}"
    );
}

#[tokio::test]
async fn a_piece_that_is_none_is_refused_at_its_field() {
    let app = TestApp::start().await;
    let bad = [
        (json!({ "pieces": [] }), "pieces"),
        (
            json!({ "pieces": [{ "name": "a", "mass_kg": 5, "held_by": "b" }, { "name": "b", "mass_kg": 5, "held_by": "a" }] }),
            "pieces",
        ),
        (json!({ "pieces": [{ "name": " ", "mass_kg": 5 }] }), "pieces.0.name"),
        (json!({ "pieces": [{ "name": "a" }] }), "pieces.0.mass_kg"),
        (json!({ "pieces": [{ "name": "a", "profile": "W12X26" }] }), "pieces.0.mass_kg"),
        (
            json!({ "pieces": [{ "name": "a", "profile": "W12X999", "long_mm": 900 }] }),
            "pieces.0.profile",
        ),
        (
            json!({ "pieces": [{ "name": "a", "wide_mm": 0, "thick_mm": 10, "long_mm": 900 }] }),
            "pieces.0.wide_mm",
        ),
        (json!({ "pieces": [{ "name": "a", "mass_kg": 0 }] }), "pieces.0.mass_kg"),
    ];
    for (more, path) in bad {
        is_refused_at(&app, ("take_apart", &more), path).await;
    }
}

#[tokio::test]
async fn what_cannot_be_is_refused_at_its_field_with_what_is_allowed() {
    let app = TestApp::start().await;
    let bad = [
        ("gouge", json!({ "depth_mm": 20, "length_mm": 300, "thickness_mm": 20 }), "depth_mm"),
        ("gouge", json!({ "depth_mm": 4, "length_mm": 300 }), "thickness_mm"),
        ("long_cut", json!({ "thickness_mm": 50, "depth_mm": 60, "length_mm": 500 }), "depth_mm"),
        (
            "wash",
            json!({ "thickness_mm": 6, "width_mm": 38, "length_mm": 610, "leave_mm": 6 }),
            "leave_mm",
        ),
        (
            "rail",
            json!({ "length_mm": 2000, "thickness_mm": 12, "highest_mm": 0, "rail_mm": 1500 }),
            "rail_mm",
        ),
        ("rail", json!({ "length_mm": 2000, "thickness_mm": 12, "highest_mm": -2 }), "highest_mm"),
        (
            "rail",
            json!({ "length_mm": 2000, "thickness_mm": 12, "highest_mm": 0, "dial": [{ "mark": 5, "mm": 300, "s": 30 }, { "mark": 5, "mm": 300, "s": 31 }] }),
            "dial",
        ),
        (
            "rail",
            json!({ "length_mm": 2000, "thickness_mm": 12, "highest_mm": 0, "dial": [{ "mark": 5, "mm": 300, "s": 0 }] }),
            "dial.0.s",
        ),
        (
            "rail",
            json!({ "length_mm": 2000, "thickness_mm": 12, "highest_mm": 0, "dial": [] }),
            "dial",
        ),
        ("fastener", json!({ "fastener": "screw", "diameter_mm": 20 }), "fastener"),
        ("fastener", json!({ "fastener": "nut", "diameter_mm": 300 }), "diameter_mm"),
        ("fastener", json!({ "fastener": "nut", "diameter_mm": 20, "depth_mm": 3 }), "depth_mm"),
        ("fastener", json!({ "fastener": "nut", "diameter_mm": 20, "head": "pan" }), "head"),
        ("fastener", json!({ "fastener": "rivet", "diameter_mm": 20, "head": "oval" }), "head"),
        ("circle", json!({ "diameter_mm": 10, "thickness_mm": 12 }), "diameter_mm"),
        ("circle", json!({ "diameter_mm": 300, "thickness_mm": 12, "kept": "ring" }), "kept"),
        ("circle", json!({ "diameter_mm": 300, "thickness_mm": 12, "length_mm": 5 }), "length_mm"),
        ("heat", json!({ "flow_l_min": 0 }), "flow_l_min"),
        ("heat", json!({ "flow_l_min": 20, "temperature_c": 2000 }), "temperature_c"),
        ("polish", json!({}), "kind"),
    ];
    for (kind, more, path) in bad {
        is_refused_at(&app, (kind, &more), path).await;
    }
    let deep = ask(
        &app,
        "gouge",
        "acetylene",
        &json!({ "depth_mm": 25, "length_mm": 300, "thickness_mm": 20 }),
    )
    .await;
    let limits = &deep.body["error"]["fields"][0]["limits"];
    assert_eq!(
        (&limits["high"], &limits["unit"]),
        (&json!(18.0), &json!("mm")),
        "less than the plate"
    );
    let unknown =
        ask(&app, "heat", "acetylene", &json!({ "flow_l_min": 20, "colour": "red" })).await;
    assert_eq!(unknown.body["error"]["fields"][0]["code"], "unknown_field");
}

/// Nobody need be signed in.
#[tokio::test]
async fn it_is_open() {
    let app = TestApp::start().await;
    let body = json!({ "kind": "heat", "gas": { "fuel": "propane" }, "flow_l_min": 20 });
    let url = format!("{}/api/v1/work/plan", app.address);
    let reply = reqwest::Client::new().post(url).json(&body).send().await.unwrap();
    assert_eq!(reply.status(), 200);
}

/// The bar of a circle is half a kerf longer than half a disc, and as much shorter than half a hole.
#[tokio::test]
async fn a_circle_is_set_by_its_pivot() {
    let app = TestApp::start().await;
    let pivot = async |kept: &str| {
        let asked = json!({ "diameter_mm": 300, "thickness_mm": 20, "kept": kept });
        let plan = ask(&app, "circle", "acetylene", &asked).await.body;
        assert_eq!(plan["stages"][0]["code"], "circle_pivot");
        plan["stages"][0]["settings"]["pivot"]["numbers"][0].as_f64().unwrap()
    };
    let (disc, hole) = (pivot("disc").await, pivot("hole").await);
    assert!(((disc + hole) / 2.0 - 150.0).abs() < 0.011, "{disc} {hole}");
    // a kerf apart: of a tip for 20 mm plate 2 to 3 mm (common practice)
    assert!((1.5..3.5).contains(&(disc - hole)), "{disc} {hole}");
}

/// A rail runs on the shop's carriage, and by marks of its own where it has some; one out of service leads nothing.
#[actix_web::test]
async fn a_rail_reads_its_dial_off_the_shops_carriage() {
    let app = TestApp::start().await;
    let dial = json!([{ "mark": 10, "mm": 300, "s": 90 }, { "mark": 40, "mm": 300, "s": 20 }]);
    let carriage = uuid::Uuid::now_v7();
    let body = json!({ "kind": "carriage", "label": "Bay 1", "fields": { "dial": dial, "rail_mm": 3000 } });
    let path = format!("/api/v1/gear/{carriage}");
    assert_eq!(app.put(&path, &body).await.status, 201);
    let rail = json!({ "kind": "rail", "length_mm": 2000, "thickness_mm": 12, "highest_mm": 0 });
    let mark = async |work: &serde_json::Value| {
        let mut work = work.clone();
        work["gas"] = json!({ "fuel": "acetylene" });
        let reply = app.post("/api/v1/cut-plans/work", &json!({ "work": work })).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body["dial_for_pace"].clone()
    };
    let shops = mark(&rail).await.as_f64().unwrap();
    let mut own = rail.clone();
    own["dial"] = json!([{ "mark": 1, "mm": 300, "s": 60 }]);
    let by_own = mark(&own).await.as_f64().unwrap();
    assert!(shops > 10.0 && by_own < 3.0, "{shops} {by_own}");
    // a line of a job reads the same mark
    let job = crate::yard::job(&app).await;
    let input = json!({ "steel": {}, "cut": {}, "gas": { "fuel": "acetylene" }, "work": rail });
    crate::yard::line(&app, job, &input).await;
    let lines = app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"].clone();
    let of_line = lines[0]["plan"]["work"]["dial_for_pace"].as_f64();
    assert!((of_line.unwrap() - shops).abs() < 1e-6, "{of_line:?} {shops}");
    let out = json!({ "version": 1, "in_service": false, "out_because": "gearbox slips" });
    assert_eq!(app.patch(&path, &out).await.status, 200);
    assert_eq!(mark(&rail).await, serde_json::Value::Null);
}

/// In the shop its own gas, drawer and gear count, and nobody sees them from outside.
#[actix_web::test]
async fn a_shops_work_takes_its_own_gear() {
    let app = TestApp::demo().await;
    let work = json!({ "kind": "wash", "gas": { "fuel": "acetylene" }, "thickness_mm": 9.5, "width_mm": 38, "length_mm": 610 });
    let path = "/api/v1/cut-plans/work";
    let reply = app.post(path, &json!({ "work": work })).await;
    assert_eq!(reply.status, 200, "{}", reply.body);
    assert!(reply.body["tip"]["mark"].is_string(), "a tip of the drawer: {}", reply.body["tip"]);
    let outside = app.post("/api/v1/work/plan", &work).await.body;
    assert!(outside["tip"]["mark"].is_null());
    let nobody = app
        .send_by(&app.nobody, (reqwest::Method::POST, path), Some(&json!({ "work": work })))
        .await;
    assert_eq!(nobody.status, 401);
    let missing = json!({ "work": work, "job_id": uuid::Uuid::now_v7() });
    assert_eq!(app.post(path, &missing).await.status, 404);
    let bad = json!({ "work": { "kind": "wash", "gas": { "fuel": "acetylene" }, "thickness_mm": 9.5, "width_mm": 38 } });
    assert_eq!(app.post(path, &bad).await.body["error"]["fields"][0]["path"], "length_mm");
}

/// A piece is weighed by its shape or plate where nobody typed its mass, and hangs from its middle.
#[tokio::test]
async fn a_piece_is_weighed_by_what_it_is_made_of() {
    let app = TestApp::start().await;
    let body = json!({ "kind": "take_apart", "gas": { "fuel": "acetylene" }, "pieces": [
        { "name": "beam", "held_by": "post", "profile": "w12 x 26", "long_mm": 6096 },
        { "name": "plate", "held_by": "beam", "wide_mm": 500, "thick_mm": 10, "long_mm": 2000 },
        { "name": "post", "held_by": "ground", "mass_kg": 80, "profile": "W12X26", "long_mm": 3000 },
    ] });
    let plan = app.post("/api/v1/work/plan", &body).await;
    assert_eq!(plan.status, 200, "{}", plan.body);
    let held: Vec<&Value> = plan.body["stages"]
        .as_array()
        .unwrap()
        .iter()
        .filter(|stage| stage["code"] == "apart_hold_middle")
        .collect();
    let number =
        |stage: &Value, name: &str| stage["settings"][name]["numbers"][0].as_f64().unwrap();
    let told: Vec<(f64, f64)> =
        held.iter().map(|it| (number(it, "mass").round(), number(it, "middle"))).collect();
    // 10 mm plate weighs 78.5 kg/m2; 26 lb/ft over 20 ft are 520 lb; a typed mass outranks the shape
    assert_eq!(told, [(79.0, 1000.0), (236.0, 3048.0), (80.0, 1500.0)]);
    assert!(held[0]["does"].as_str().unwrap().contains("from its end, where it balances"));
}
