//! Where the trade disagrees: each answer that a shop can give changes what it says it changes.

use std::collections::BTreeMap;

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;
use crate::yard::Yard;

/// Cuts that give every question something to move: scale and a fine edge, thick plate, an opening, another fuel.
async fn yard() -> Yard {
    let guided =
        |length: f64| json!({ "length_mm": length, "process": "guided", "quality": "fine" });
    Yard::with(&[
        json!({ "steel": { "thickness_mm": 20, "surface": "mill_scale" }, "cut": guided(900.0) }),
        json!({ "steel": { "thickness_mm": 60, "surface": "light_rust" }, "cut": { "length_mm": 300, "process": "guided" } }),
        json!({ "cut": { "process": "guided" }, "section": { "profile": "W10x22",
            "cut": { "kind": "web_opening", "diameter_mm": 100 } } }),
    ])
    .await
}

async fn answer(app: &TestApp, question: &str, option: &Value) {
    let body = json!({ "id": Uuid::now_v7(), "value": option });
    let set = app.put(&format!("/api/v1/shop/{question}"), &body).await;
    assert_eq!(set.status, 200, "{question} {option}: {}", set.body);
}

/// What a person meets of it: the figures and notes of each cut, what gas is asked for, and the order of work with this fuel
/// and with another. What only repeats the answer, as the request does, is left out.
async fn met(yard: &Yard, run: Uuid, question: &str, option: &Value) -> Value {
    let document = yard.document(run).await;
    let cuts = document["cuts"].as_array().unwrap();
    let plans: Vec<&Value> = cuts.iter().map(|cut| &cut["plan"]).collect();
    let gas = yard.app.get(&format!("/api/v1/jobs/{}/gas-plan", yard.job)).await;
    assert_eq!(gas.status, 200, "{}", gas.body);
    let sheet = json!({ "fuel": "propane", "torch": "combination", "arrestors": false,
        "schools": { question: option } });
    let propane = yard.app.post("/api/v1/setup/run-sheet", &sheet).await;
    assert_eq!(propane.status, 200, "{}", propane.body);
    json!({ "plans": plans, "phases": document["phases"], "gas": gas.body["fuel"],
        "gases": gas.body["gases"], "draw": gas.body["withdrawal"], "propane": propane.body })
}

#[tokio::test]
async fn every_answer_to_every_question_moves_something_that_a_person_meets() {
    let yard = yard().await;
    let stands = json!({ "kind": "cylinder", "label": "A1", "fields": { "label_read": true,
        "gas": "acetylene", "rated_l": 4000, "tare_kg": 40, "gross_kg": 43 } });
    let made = yard.app.put(&format!("/api/v1/gear/{}", Uuid::now_v7()), &stands).await;
    assert_eq!(made.status, 201, "{}", made.body);
    let run = yard.begun(&json!({ "fuel": "acetylene" })).await;
    let shop = yard.app.get("/api/v1/shop").await.body;
    let mut questions: BTreeMap<&str, Vec<&Value>> = BTreeMap::new();
    for school in shop["schools"].as_array().unwrap() {
        let question = school["question"].as_str().unwrap();
        questions.entry(question).or_default().push(school);
    }
    assert!(questions.len() > 20, "{} questions", questions.len());
    for (question, schools) in questions {
        let usual: Vec<_> = schools.iter().filter(|it| it["is_default"] == "yes").collect();
        assert_eq!(usual.len(), 1, "{question} has one usual answer");
        let mut seen: Vec<(&Value, Value)> = Vec::new();
        for school in &schools {
            let option = &school["option"];
            answer(&yard.app, question, option).await;
            let now = met(&yard, run, question, option).await;
            for (other, before) in &seen {
                assert_ne!(*before, now, "{question}: {other} and {option} are the same to a shop");
            }
            if school["acts"] == "yes" {
                let moved = seen.iter().all(|(_, before)| {
                    before["plans"] != now["plans"]
                        || ["gas", "gases", "draw"].iter().any(|part| before[*part] != now[*part])
                });
                assert!(moved, "{question} {option} says that it moves figures");
            }
            seen.push((option, now));
        }
        answer(&yard.app, question, &usual[0]["option"]).await;
    }
}

/// A line that stays with its own start keeps it: what is more particular outranks the shop.
#[tokio::test]
async fn an_opening_begins_as_the_shop_does_unless_its_line_says_so() {
    let app = TestApp::start().await;
    let begins = async |start: Option<&str>| {
        let mut cut = json!({ "kind": "web_opening", "diameter_mm": 100 });
        if let Some(start) = start {
            cut["start"] = json!(start);
        }
        let input = json!({ "cut": { "process": "guided" },
            "section": { "profile": "W10x22", "cut": cut } });
        let draft = app.post("/api/v1/cut-plans/draft", &json!({ "input": input })).await;
        assert_eq!(draft.status, 200, "{}", draft.body);
        draft.body["plan"]["section"]["strokes"][0]["start"].clone()
    };
    answer(&app, "hole", &json!("drilled")).await;
    assert_eq!(begins(None).await, "drilled_hole");
    assert_eq!(begins(Some("pierce")).await, "pierce");
    answer(&app, "hole", &json!("pierce")).await;
    assert_eq!(begins(None).await, "pierce");
}

/// Common practice: acetylene is never opened beyond one turn, whichever answer a shop gives; and gas is never bled from both
/// lines at once.
#[tokio::test]
async fn no_answer_opens_acetylene_beyond_one_turn_or_bleeds_both_lines_at_once() {
    let app = TestApp::start().await;
    let shop = app.get("/api/v1/shop").await.body;
    for school in shop["schools"].as_array().unwrap() {
        let question = school["question"].as_str().unwrap();
        if !["acetylene_valve", "first_bled"].contains(&question) {
            continue;
        }
        let body = json!({ "fuel": "acetylene", "torch": "dedicated",
            "schools": { question: school["option"] } });
        let sheet = app.post("/api/v1/setup/run-sheet", &body).await.body;
        let phases = sheet["phases"].as_array().unwrap();
        let steps: Vec<&Value> =
            phases.iter().flat_map(|phase| phase["steps"].as_array().unwrap()).collect();
        let open = steps.iter().find(|it| it["code"] == "open_acetylene_cylinder_turns").unwrap();
        assert!(open["values"]["turns"].as_f64().unwrap() <= 1.0, "{school}");
        assert!(open["text"].as_str().unwrap().contains("ever more than one turn"), "{school}");
        let bled: Vec<&str> = steps
            .iter()
            .filter_map(|it| it["code"].as_str())
            .filter(|code| code.starts_with("bleed_"))
            .collect();
        assert_eq!(bled.len(), 2, "{school}: {bled:?}");
        for step in steps.iter().filter(|it| bled.contains(&it["code"].as_str().unwrap())) {
            assert!(step["text"].as_str().unwrap().contains("Then shut it"), "{step}");
        }
    }
}
