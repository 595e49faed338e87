//! A job at the torch for the tests of runs.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{Answer, TestApp};

/// A job of a propane cut, an acetylene cut of painted steel, and a stopped one that takes the shop's acetylene.
pub struct Yard {
    pub app: TestApp,
    pub job: Uuid,
    pub lines: Vec<Uuid>,
}

impl Yard {
    pub async fn start() -> Self {
        Self::with(&[
            json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 300, "process": "guided" }, "gas": { "fuel": "propane" } }),
            json!({ "steel": { "thickness_mm": 12, "surface": "paint" }, "cut": { "length_mm": 300, "process": "guided" } }),
            json!({ "steel": { "thickness_mm": 6, "grade": "304" }, "cut": { "length_mm": 300, "process": "guided" } }),
        ])
        .await
    }

    pub async fn with(inputs: &[Value]) -> Self {
        let app = TestApp::start().await;
        let job = job(&app).await;
        let mut lines = Vec::new();
        for input in inputs {
            lines.push(line(&app, job, input).await);
        }
        Self { app, job, lines }
    }

    pub fn path(&self, rest: &str) -> String {
        format!("/api/v1/jobs/{}/runs{rest}", self.job)
    }

    pub async fn begin(&self, body: &Value) -> (Uuid, Answer) {
        let run = Uuid::now_v7();
        (run, self.app.put(&self.path(&format!("/{run}")), body).await)
    }

    pub async fn begun(&self, body: &Value) -> Uuid {
        let (run, reply) = self.begin(body).await;
        assert_eq!(reply.status, 201, "{}", reply.body);
        run
    }

    pub async fn send(&self, run: Uuid, (since, events): (&str, &[Value])) -> Value {
        let path = self.path(&format!("/{run}/events{since}"));
        let reply = self.app.post(&path, &json!({ "events": events })).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body
    }

    pub async fn document(&self, run: Uuid) -> Value {
        self.app.get(&self.path(&format!("/{run}"))).await.body
    }

    pub async fn runs(&self) -> Vec<Value> {
        self.app.get(&self.path("")).await.body["runs"].as_array().unwrap().clone()
    }
}

pub async fn job(app: &TestApp) -> Uuid {
    let job = Uuid::now_v7();
    let body = json!({ "name": "Yard", "note": "", "rig": {} });
    assert_eq!(app.put(&format!("/api/v1/jobs/{job}"), &body).await.status, 201);
    job
}

pub async fn line(app: &TestApp, job: Uuid, input: &Value) -> Uuid {
    let line = Uuid::now_v7();
    let body = json!({ "job_id": job, "typed": "a cut", "input": input, "position": 1 });
    let made = app.put(&format!("/api/v1/job-lines/{line}"), &body).await;
    assert_eq!(made.status, 201, "{}", made.body);
    line
}

pub fn event(kind: &str, second: u32, body: &Value) -> Value {
    json!({ "id": Uuid::now_v7(), "happened_at": format!("2026-05-31T09:00:{second:02}Z"),
        "person_id": null, "kind": kind, "body": body })
}

pub fn ids(told: &Value) -> Vec<Value> {
    told.as_array().unwrap().iter().map(|event| event["id"].clone()).collect()
}

pub fn steps(document: &Value) -> Vec<&str> {
    let phases = document["phases"].as_array().unwrap().iter();
    let steps = phases.flat_map(|phase| phase["steps"].as_array().unwrap());
    steps.map(|step| step["code"].as_str().unwrap()).collect()
}
