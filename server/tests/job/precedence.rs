//! What is more particular outranks: line over job over shop, for every part of a request.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;

/// A figure by its path in the whole request, with what shop, job and line say of it.
struct Case {
    path: &'static str,
    /// The shop's setting and its value; where there is none the contract's own default stands.
    shop: Option<(&'static str, Value)>,
    /// A job says nothing of prices, policy and lifting.
    job: Option<Value>,
    line: Value,
}

fn cases() -> Vec<Case> {
    let case = |path, shop: Option<(&'static str, Value)>, job: Option<Value>, line: Value| Case {
        path,
        shop,
        job,
        line,
    };
    vec![
        case(
            "/gas/fuel",
            Some(("fuel", json!("propane"))),
            Some(json!("propylene")),
            json!("acetylene"),
        ),
        case("/policy/reach_mm", Some(("reach_mm", json!(500))), None, json!(700)),
        case(
            "/policy/ambient_pressure_kpa",
            Some(("ambient_pressure_kpa", json!(90))),
            None,
            json!(85),
        ),
        case("/prices/oxygen_m3", Some(("price_oxygen_m3", json!(7))), None, json!(9)),
        case("/prices/labour_h", Some(("price_labour_h", json!(70))), None, json!(90)),
        case("/section/lifting_limit_kg", Some(("lifting_limit_kg", json!(300))), None, json!(100)),
        case("/gas/oxygen_purity_percent", None, Some(json!(99.2)), json!(99.7)),
        case("/torch", None, Some(json!("injector")), json!("equal_pressure")),
    ]
}

/// A part of a request that says one thing.
fn part(path: &str, value: &Value) -> Value {
    path.trim_start_matches('/')
        .rsplit('/')
        .fold(value.clone(), |inner, name| json!({ name: inner }))
}

async fn job_with(app: &TestApp, rig: &Value) -> Uuid {
    let id = Uuid::now_v7();
    let body = json!({ "name": "Precedence", "rig": rig });
    let made = app.put(&format!("/api/v1/jobs/{id}"), &body).await;
    assert_eq!(made.status, 201, "{}", made.body);
    id
}

/// What is planned with of a figure, of a beam where a shape is meant, else of plate.
async fn planned_with(
    app: &TestApp,
    job: Option<Uuid>,
    case: &Case,
    line: Option<&Value>,
) -> Value {
    let mut input = if case.path.starts_with("/section") {
        json!({
            "cut": { "process": "guided" },
            "section": { "profile": "W10x22", "cut": { "kind": "square" } },
        })
    } else {
        json!({
            "steel": { "thickness_mm": 20 },
            "cut": { "length_mm": 500, "process": "guided" },
        })
    };
    if let Some(line) = line {
        json_patch::merge(&mut input, &part(case.path, line));
    }
    let body = json!({ "job_id": job, "input": input });
    let draft = app.post("/api/v1/cut-plans/draft", &body).await;
    assert_eq!(draft.status, 200, "{}: {}", case.path, draft.body);
    draft.body["request"].pointer(case.path).cloned().unwrap_or(Value::Null)
}

#[tokio::test]
async fn a_line_outranks_its_job_and_a_job_its_shop() {
    let app = TestApp::start().await;
    for case in cases() {
        if let Some((key, value)) = &case.shop {
            let body = json!({ "id": Uuid::now_v7(), "value": value });
            let set = app.put(&format!("/api/v1/shop/{key}"), &body).await;
            assert_eq!(set.status, 200, "{key}: {}", set.body);
            let found = planned_with(&app, None, &case, None).await;
            assert_eq!(found.as_f64(), value.as_f64(), "{} by the shop", case.path);
            let bare = job_with(&app, &json!({})).await;
            let found = planned_with(&app, Some(bare), &case, None).await;
            assert_eq!(found.as_f64(), value.as_f64(), "{} by the shop, in a job", case.path);
        }
        let rig = case.job.as_ref().map_or(json!({}), |value| part(case.path, value));
        let job = job_with(&app, &rig).await;
        if let Some(of_job) = &case.job {
            let found = planned_with(&app, Some(job), &case, None).await;
            assert_eq!(&found, of_job, "{} by the job", case.path);
        }
        let found = planned_with(&app, Some(job), &case, Some(&case.line)).await;
        assert_eq!(found, case.line, "{} by the line", case.path);
    }
}

#[tokio::test]
async fn prices_of_a_line_are_no_estimates_and_the_rest_is_the_shops() {
    let app = TestApp::start().await;
    let input = json!({
        "steel": { "thickness_mm": 20 },
        "cut": { "length_mm": 500, "process": "guided" },
        "gas": { "fuel": "propane" },
        "prices": { "labour_h": 80 },
    });
    let body = json!({ "input": input });
    let prices = &app.post("/api/v1/cut-plans/draft", &body).await.body["request"]["prices"];
    assert_eq!(prices["labour_h"], 80);
    assert_eq!(prices["fuel_m3"], 9.0, "the estimate for propane");
    assert_eq!(prices["estimated"], false);
}

#[tokio::test]
async fn a_lifting_limit_is_for_shapes_and_no_plate_has_one() {
    let app = TestApp::start().await;
    let input = json!({
        "steel": { "thickness_mm": 20 },
        "cut": { "length_mm": 500, "process": "guided" },
        "gas": { "fuel": "acetylene" },
    });
    let draft = app.post("/api/v1/cut-plans/draft", &json!({ "input": input })).await;
    assert_eq!(draft.status, 200, "{}", draft.body);
    assert!(draft.body["request"].get("section").is_none());
}
