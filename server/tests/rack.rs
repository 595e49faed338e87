//! What the shop owns: stored, judged, fitted into plans; makers' charts; the gas of a job.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{TestApp, plate, with};

fn id() -> Uuid {
    Uuid::now_v7()
}

async fn own(app: &TestApp, kind: &str, label: &str, fields: Value) -> Uuid {
    let key = id();
    let body = json!({ "kind": kind, "label": label, "fields": fields });
    let made = app.put(&format!("/api/v1/gear/{key}"), &body).await;
    assert_eq!(made.status, 201, "{}", made.body);
    key
}

fn tip(bore: f64, face: &str) -> Value {
    json!({ "bore_mm": bore, "face": face, "seat": "tapered_2", "seat_state": "good" })
}

#[actix_web::test]
async fn gear_is_stored_changed_taken_out_of_service_and_back() {
    let app = TestApp::start().await;
    let key = own(&app, "tip", "1.2 mm flush", tip(1.2, "flush")).await;
    let path = format!("/api/v1/gear/{key}");
    let out = app.patch(&path, &json!({ "version": 1, "in_service": false })).await;
    assert_eq!(
        (out.status.as_u16(), &out.body["error"]["fields"][0]["path"]),
        (422, &json!("out_because"))
    );
    let out = json!({ "version": 1, "in_service": false, "out_because": "seat dinged" });
    assert_eq!(app.patch(&path, &out).await.body["out_because"], "seat dinged");
    assert_eq!(app.patch(&path, &out).await.status, 409, "the version was seen before");
    let list = app.get("/api/v1/gear").await.body;
    assert_eq!(list["gear"][0]["notes"][0]["code"], "gear_out");
    let back = app.patch(&path, &json!({ "version": 2, "in_service": true })).await;
    assert_eq!(back.body["out_because"], "");
    let gone = app.send(reqwest::Method::DELETE, &path, Some(&json!({ "version": 3 }))).await;
    assert_eq!(gone.status, 200);
    assert!(app.get("/api/v1/gear").await.body["gear"].as_array().unwrap().is_empty());
    let restored = app.post(&format!("{path}/restore"), &json!({ "version": 4 })).await;
    assert_eq!(restored.status, 200);
}

#[actix_web::test]
async fn a_reading_keeps_its_time_and_an_old_one_is_doubted() {
    let app = TestApp::start().await;
    let read = |at: time::OffsetDateTime| {
        let at = at.format(&time::format_description::well_known::Rfc3339).unwrap();
        json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": 9_000, "label_read": true, "read_at": at })
    };
    let now = time::OffsetDateTime::now_utc();
    own(&app, "cylinder", "A, this morning", read(now - time::Duration::hours(3))).await;
    own(&app, "cylinder", "B, last month", read(now - time::Duration::days(30))).await;
    let rack = app.get("/api/v1/gear").await.body;
    // the newest first
    assert_eq!(rack["gear"][1]["notes"], json!([]));
    let old = &rack["gear"][0]["notes"][0];
    assert_eq!(old["code"], "reading_old");
    assert!(old["text"].as_str().unwrap().contains("read 30 days ago"), "{old}");
}

#[actix_web::test]
async fn gear_that_cannot_be_is_refused_with_its_field() {
    let app = TestApp::start().await;
    for (kind, fields, at) in [
        ("tip", json!({ "bore_mm": 0 }), "fields.bore_mm"),
        ("tip", json!({ "bore_mm": 1, "face": "round" }), "fields.face"),
        ("tip", json!({ "bore_mm": 1, "colour": "red" }), "fields.colour"),
        ("hose", json!({ "gas": "fuel", "bore_mm": 0, "length_m": 15 }), "fields.bore_mm"),
        (
            "hose",
            json!({ "gas": "fuel", "bore_mm": 6, "length_m": 15, "inspected_on": "May" }),
            "fields.inspected_on",
        ),
        ("regulator", json!({ "gas": "air" }), "fields.gas"),
        ("torch", json!({ "build": "combination" }), "fields.mixing"),
        (
            "cylinder",
            json!({ "gas": "acetylene", "gross_kg": 30, "tare_kg": 40 }),
            "fields.gross_kg",
        ),
        (
            "cylinder",
            json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": 99_000 }),
            "fields.pressure_kpa",
        ),
        (
            "cylinder",
            json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": 9_000, "read_at": "noon" }),
            "fields.read_at",
        ),
        (
            "cylinder",
            json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": 9_000, "read_at": "2226-05-31T09:00:00Z" }),
            "fields.read_at",
        ),
        ("carriage", json!({ "rail_mm": 0 }), "fields.rail_mm"),
        ("carriage", json!({ "dial": [] }), "fields.dial"),
        ("carriage", json!({ "dial": [{ "mark": 5, "mm": 300, "s": 0 }] }), "fields.dial.0.s"),
        (
            "carriage",
            json!({ "dial": [{ "mark": 5, "mm": 300, "s": 30 }, { "mark": 5, "mm": 300, "s": 31 }] }),
            "fields.dial",
        ),
        ("wire_set", json!({ "wires_mm": [] }), "fields.wires_mm"),
        ("wire_set", json!({ "wires_mm": [0.6, 60] }), "fields.wires_mm.1"),
        ("wire_set", json!({}), "fields.wires_mm"),
        ("heating_head", json!({ "fuel": "propane" }), "fields.flow_l_min"),
        ("heating_head", json!({ "fuel": "oxygen", "flow_l_min": 30 }), "fields.fuel"),
        ("anvil", json!({}), "kind"),
    ] {
        let body = json!({ "kind": kind, "label": "x", "fields": fields });
        let answer = app.put(&format!("/api/v1/gear/{}", id()), &body).await;
        assert_eq!(answer.status, 422, "{body}");
        let paths: Vec<_> = answer.body["error"]["fields"]
            .as_array()
            .unwrap()
            .iter()
            .map(|f| f["path"].clone())
            .collect();
        assert!(paths.contains(&json!(at)), "{body}: {paths:?}");
    }
}

#[actix_web::test]
async fn the_drawer_of_the_shop_decides_the_tip() {
    let app = TestApp::start().await;
    let draft = async |input: Value| {
        app.post("/api/v1/cut-plans/draft", &json!({ "input": input })).await.body["plan"].clone()
    };
    let generic = draft(plate()).await["tip"]["bore_mm"].clone();
    own(&app, "tip", "1.7", tip(1.7, "flush")).await;
    let dinged = with(&tip(1.2, "flush"), "seat_state", json!("dinged"));
    own(&app, "tip", "1.2 dropped", dinged).await;
    let owned = draft(plate()).await;
    assert_eq!(owned["tip"]["bore_mm"], 1.7, "the generic series would say {generic}");
    let propane = draft(with(&plate(), "gas.fuel", json!("propane"))).await;
    assert!(
        propane["notes"].as_array().unwrap().iter().any(|note| note["code"] == "drawer_lacks_face")
    );
    // the contract's preview knows nothing of it
    assert_eq!(app.preview(&plate()).await.body["tip"]["bore_mm"], generic);
}

#[actix_web::test]
async fn a_rig_of_owned_gear_gives_its_hose_its_torch_and_its_faults() {
    let app = TestApp::start().await;
    let hose = own(&app, "hose", "spare", json!({ "gas": "fuel", "bore_mm": 6.35, "length_m": 25, "grade": "R", "inspected_on": "2020-01-01" })).await;
    let torch = own(
        &app,
        "torch",
        "long",
        json!({ "build": "dedicated", "mixing": "injector", "fuels": "all_fuels" }),
    )
    .await;
    let job = id();
    let rig =
        json!({ "gas": { "fuel": "propane" }, "rack": { "fuel_hose": hose, "torch": torch } });
    let path = format!("/api/v1/jobs/{job}");
    assert_eq!(app.put(&path, &json!({ "name": "J", "note": "", "rig": rig })).await.status, 201);
    let asked = json!({ "job_id": job, "input": plate() });
    let draft = app.post("/api/v1/cut-plans/draft", &asked).await.body;
    // the line's own fuel outranks the rig's: ask without it
    let mut bare = plate();
    bare["gas"] = json!({});
    let propane =
        app.post("/api/v1/cut-plans/draft", &json!({ "job_id": job, "input": bare })).await.body;
    assert_eq!(draft["request"]["gas"]["fuel_hose"]["length_m"], 25);
    assert_eq!(draft["request"]["torch"], "injector");
    let codes = |draft: &Value| -> Vec<String> {
        let notes = draft["plan"]["notes"].as_array().unwrap();
        notes.iter().map(|note| note["code"].as_str().unwrap().to_owned()).collect()
    };
    assert!(codes(&propane).contains(&"hose_grade_wrong".into()), "{:?}", codes(&propane));
    assert!(codes(&draft).contains(&"hose_overdue".into()));
    assert!(!codes(&draft).contains(&"hose_grade_wrong".into()), "grade R takes acetylene");
    let wrong = json!({ "version": 1, "rig": { "rack": { "anvil": hose } } });
    assert_eq!(app.patch(&path, &wrong).await.body["error"]["fields"][0]["path"], "rig.rack");
}

const CHART: &str = "thickness (in),oxygen (psi),acetylene (psi)\n1/2,30-40,3-5\n1,45-55,3-5\n";

#[actix_web::test]
async fn a_makers_chart_is_read_kept_followed_and_written_out() {
    let app = TestApp::start().await;
    let read = async |text: &str| {
        let body = json!({ "text": text, "fuel": "acetylene", "bore_mm": 1.2, "read_at": "regulator", "provenance": "card of the box" });
        app.post("/api/v1/tip-charts/read", &body).await
    };
    let faulty = read("thickness (in),oxygen (psi)\n1/2,40-30\n").await.body;
    assert_eq!(
        (faulty["faults"][0]["row"].as_u64(), &faulty["faults"][0]["code"]),
        (Some(2), &json!("chart_band_crossed"))
    );
    assert!(faulty["charts"].as_array().unwrap().is_empty());
    let found = read(CHART).await.body;
    let chart = found["charts"][0]["chart"].clone();
    assert_eq!(chart["provenance"], "card of the box");
    let key = own(&app, "tip", "charted", with(&tip(1.2, "flush"), "charts", json!([chart]))).await;
    let draft = json!({ "input": with(&plate(), "steel.thickness_mm", json!(19.05)) });
    let plan = app.post("/api/v1/cut-plans/draft", &draft).await.body["plan"].clone();
    assert_eq!(plan["tip"]["by_chart"], true);
    let set = plan["oxygen_pressure_kpa"]["set"].as_f64().unwrap();
    assert!((set - 42.5 * 6.894_757).abs() < 1e-3, "half way: 42.5 psi, not {set} kPa");
    let thick = json!({ "input": with(&plate(), "steel.thickness_mm", json!(40)) });
    let outside = app.post("/api/v1/cut-plans/draft", &thick).await.body["plan"].clone();
    assert!(
        outside["notes"].as_array().unwrap().iter().any(|note| note["code"] == "outside_chart")
    );
    let csv = app.get(&format!("/api/v1/gear/{key}/chart.csv")).await.body;
    let again = read(csv.as_str().unwrap()).await.body;
    assert!(again["faults"].as_array().unwrap().is_empty(), "{again}");
    assert_eq!(again["charts"][0]["chart"]["rows"].as_array().unwrap().len(), 2);
}

async fn job_with(app: &TestApp, lines: &[&str]) -> Uuid {
    let job = id();
    app.put(
        &format!("/api/v1/jobs/{job}"),
        &json!({ "name": "J", "note": "", "rig": { "gas": { "fuel": "acetylene" } } }),
    )
    .await;
    for (i, typed) in lines.iter().enumerate() {
        let read = app.post("/api/v1/entry/line", &json!({ "text": typed })).await.body;
        let body = json!({ "job_id": job, "typed": typed, "input": read["input"], "position": i });
        assert_eq!(app.put(&format!("/api/v1/job-lines/{}", id()), &body).await.status, 201);
    }
    job
}

#[actix_web::test]
async fn the_gas_of_a_job_runs_through_the_cylinders_at_hand() {
    let app = TestApp::start().await;
    let job =
        job_with(&app, &["20x 1/2 plate 36in guided", "2x 304 stainless 1/4 plate 10in guided"])
            .await;
    let plan = async || app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await.body;
    let empty = plan().await;
    assert_eq!((empty["verdict"].as_str(), &empty["stopped"]), (Some("stop"), &json!(1)));
    assert!(empty["notes"].as_array().unwrap().iter().any(|note| note["code"] == "no_cylinder"));
    let oxygen = |pressure: u32| json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": pressure, "label_read": true });
    own(&app, "cylinder", "O1", oxygen(2_000)).await;
    own(&app, "cylinder", "O2", oxygen(15_000)).await;
    for label in ["A1", "A2"] {
        let full = json!({ "gas": "acetylene", "rated_l": 7000, "tare_kg": 60, "gross_kg": 67.6, "label_read": true });
        own(&app, "cylinder", label, full).await;
    }
    own(
        &app,
        "cylinder",
        "stray",
        json!({ "gas": "oxygen", "water_volume_l": 44.5, "pressure_kpa": 15_000 }),
    )
    .await;
    let supplied = plan().await;
    let oxygen = &supplied["gases"][0];
    assert_eq!(oxygen["gas"], "oxygen");
    let labels: Vec<_> =
        oxygen["spans"].as_array().unwrap().iter().map(|span| span["labels"][0].clone()).collect();
    assert_eq!(
        labels,
        ["O1", "O2"],
        "what was begun is used up first, and an unlabelled one never"
    );
    let spans = oxygen["spans"].as_array().unwrap();
    assert_eq!(spans[0]["to_s"], spans[1]["from_s"]);
    let taken: f64 =
        spans.iter().map(|s| s["start_l"].as_f64().unwrap() - s["end_l"].as_f64().unwrap()).sum();
    assert!((taken - oxygen["needed_l"].as_f64().unwrap()).abs() < 0.01, "gas taken is gas needed");
    // the stray one is not used and not spoken of; that no swap falls inside a cut is said
    let said = |plan: &Value| -> Vec<String> {
        let notes = plan["notes"].as_array().unwrap().iter();
        notes.map(|note| note["code"].as_str().unwrap().to_owned()).collect()
    };
    assert!(!said(&supplied).contains(&"cylinder_unlabelled".to_owned()));
    assert!(!said(&supplied).contains(&"swap_inside_a_cut".to_owned()), "20 pieces, one by one");
    let acetylene = &supplied["gases"][1];
    let (peak, limit) = (
        acetylene["peak_flow_l_min"].as_f64().unwrap(),
        acetylene["limit_l_min"].as_f64().unwrap(),
    );
    assert_eq!(acetylene["bank"].as_f64(), Some((peak / limit).ceil()));
    let tips = app.get(&format!("/api/v1/jobs/{job}/tips")).await.body;
    assert_eq!(tips["fewest"].as_array().unwrap().len(), 1);
    let take = &tips["with_best"];
    let number = |value: &Value| value.as_f64().unwrap();
    assert!((number(&take["cutting_s"]) - number(&supplied["total_s"])).abs() < 1e-6);
    assert!((number(&take["oxygen_l"]) - number(&oxygen["needed_l"])).abs() < 0.01);
    assert_eq!(take["changing_s"], 0.0);
    assert_eq!(app.get(&format!("/api/v1/jobs/{}/gas-plan", id())).await.status, 404);
}

#[actix_web::test]
async fn the_school_of_withdrawal_and_the_prices_are_the_shops() {
    let app = TestApp::start().await;
    let job = job_with(&app, &["2x 1/2 plate 36in guided"]).await;
    let rule = async || app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await.body["rule"].clone();
    assert_eq!(rule().await, "one_fifteenth");
    let set = async |key: &str, value: Value| {
        app.put(&format!("/api/v1/shop/{key}"), &json!({ "id": id(), "value": value })).await
    };
    assert_eq!(set("acetylene_draw", json!("one_seventh")).await.status, 200);
    assert_eq!(rule().await, "one_seventh");
    let cost = async || {
        let draft = app.post("/api/v1/cut-plans/draft", &json!({ "input": plate() })).await.body;
        draft["plan"]["cost"]["labour"].as_f64().unwrap()
    };
    let before = cost().await;
    assert_eq!(set("price_labour_h", json!(120)).await.status, 200);
    assert!((cost().await / before - 2.0).abs() < 1e-6, "twice the wage");
    for (key, value) in [
        ("price_labour_h", json!(-1)),
        ("tip_life_starts", json!(0)),
        ("lifting_limit_kg", json!("heavy")),
    ] {
        assert_eq!(set(key, value).await.status, 422, "{key}");
    }
}

/// A job without one cut that may be made draws nothing, and that is not "ok".
#[actix_web::test]
async fn a_job_whose_cuts_are_all_stopped_is_stopped() {
    let app = TestApp::start().await;
    let job = job_with(&app, &["2x 304 stainless 1/4 plate 10in guided"]).await;
    let plan = app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await.body;
    assert_eq!((&plan["verdict"], &plan["stopped"]), (&json!("stop"), &json!(1)));
    assert_eq!(plan["notes"][0]["code"], "every_cut_is_stopped");
}

/// Withdrawal: an empty cylinder is called empty and not cold; a nearly empty one is changed, not manifolded; more in it
/// than it is rated for is doubted; a higher setting boils off less.
#[actix_web::test]
async fn what_is_left_in_a_cylinder_is_called_what_it_is() {
    let app = TestApp::start().await;
    let ask = async |body: Value| app.post("/api/v1/gas/withdrawal", &body).await.body;
    let acetylene = async |kg: f64| {
        let body = json!({ "fuel": "acetylene", "cylinder_free_gas_l": 7000, "cylinder_kg": kg, "flow_l_min": 7 });
        ask(body).await["notes"].clone()
    };
    assert_eq!(acetylene(0.0).await[0]["code"], "empty_cylinder");
    assert_eq!(acetylene(0.1).await[0]["code"], "nearly_empty_cylinder");
    assert_eq!(acetylene(7.0).await, json!([]));
    // 7000 l are 7.6 kg; 8.2 kg is over by 8 %
    assert_eq!(acetylene(8.2).await[0]["code"], "contents_doubted");
    let propane = |kg: f64, celsius: f64, setting: Value| {
        let mut body = json!({ "fuel": "propane", "cylinder_kg": kg, "temperature_c": celsius, "flow_l_min": 5 });
        if !setting.is_null() {
            body["regulator_pressure_kpa"] = setting;
        }
        body
    };
    let empty = ask(propane(0.0, 20.0, json!(null))).await;
    assert_eq!(empty["notes"][0]["code"], "empty_cylinder");
    let cold = ask(propane(9.0, -35.0, json!(null))).await;
    assert_eq!(cold["notes"][0]["code"], "too_cold_to_give");
    let limit = async |setting: Value| {
        ask(propane(9.0, 20.0, setting)).await["limit_l_min"].as_f64().unwrap()
    };
    assert!(limit(json!(200)).await < limit(json!(70)).await);
    assert_eq!(limit(json!(70)).await, limit(json!(null)).await);
}

/// A set point over what the cylinder itself gives at its temperature is a stop, and no number (CoolProp: propane at
/// 0 °C stands at 373.1 kPa).
#[actix_web::test]
async fn a_liquefied_fuel_is_not_set_over_its_vapour_pressure() {
    let app = TestApp::start().await;
    let at = async |celsius: f64| {
        let mut body = with(&plate(), "gas.fuel", json!("propane"));
        body["gas"]["cylinder_temperature_c"] = json!(celsius);
        body["gas"]["fuel_hose"] = json!({ "bore_mm": 3, "length_m": 60 });
        app.preview(&with(&body, "steel.thickness_mm", json!(250))).await.body
    };
    let codes = |plan: &Value| plan["notes"].to_string();
    let cold = at(-38.0).await;
    assert!(codes(&cold).contains("fuel_over_vapour"), "{}", cold["notes"]);
    assert_eq!((&cold["fuel_pressure_kpa"], &cold["verdict"]), (&json!(null), &json!("stop")));
    let warm = at(25.0).await;
    assert!(!codes(&warm).contains("vapour") && warm["fuel_pressure_kpa"]["set"].is_number());
}
