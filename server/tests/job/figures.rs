//! What lists show of lines is kept, is told anew where something changed, and may be thrown away at any time.

use galvanon_server::work::figures::plan_some;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::yard::Yard;

fn plate(thickness: f64) -> Value {
    json!({ "steel": { "thickness_mm": thickness }, "cut": { "length_mm": 300, "process": "guided" } })
}

async fn summary(yard: &Yard) -> Value {
    let mut all = yard.app.get("/api/v1/jobs").await.body["jobs"].as_array().unwrap().clone();
    let at = all.iter().position(|it| it["job"]["id"] == json!(yard.job)).unwrap();
    all.swap_remove(at)
}

/// What the lines of the job come to by themselves.
async fn by_its_lines(yard: &Yard) -> Value {
    let mut lines: Vec<Value> = Vec::new();
    let mut page = yard.app.get(&format!("/api/v1/jobs/{}", yard.job)).await.body;
    loop {
        lines.extend(page["lines"].as_array().unwrap().iter().cloned());
        let Some(next) = page["next"].as_str() else { break };
        page = yard.app.get(&format!("/api/v1/jobs/{}?after={next}", yard.job)).await.body;
    }
    let of = |verdict: &str| lines.iter().filter(|line| line["plan"]["verdict"] == verdict).count();
    let going = lines.iter().filter(|line| line["plan"]["verdict"] != "stop");
    let time: f64 = going.map(|line| line["plan"]["line_total"]["time_s"].as_f64().unwrap()).sum();
    let carded = lines.iter().filter(|line| line["card_current"] == true).count();
    json!({ "lines": lines.len(), "ok": of("ok"), "caution": of("caution"), "stop": of("stop"), "carded": carded, "time_s": time })
}

async fn agrees(yard: &Yard, why: &str) {
    let (listed, own) = (summary(yard).await, by_its_lines(yard).await);
    for (key, value) in own.as_object().unwrap() {
        let (a, b) = (listed[key].as_f64().unwrap(), value.as_f64().unwrap());
        assert!((a - b).abs() < 1e-6, "{why}: {key} {a} {b}");
    }
    assert_eq!(listed["pending"], 0, "{why}");
}

#[actix_web::test]
async fn a_list_agrees_with_its_lines_whatever_changes() {
    let yard = Yard::start().await;
    agrees(&yard, "at first").await;
    agrees(&yard, "from what is kept").await;
    // it is read from there
    let poison = "UPDATE line_figures SET time_s = 1e6, verdict = 'ok'";
    sqlx::query(poison).execute(&yard.app.pool).await.unwrap();
    assert!(summary(&yard).await["time_s"].as_f64().unwrap() > 2.9e6);
    sqlx::query("DELETE FROM line_figures").execute(&yard.app.pool).await.unwrap();
    agrees(&yard, "thrown away").await;
    // a card is known at once
    let first = yard.app.get(&format!("/api/v1/jobs/{}", yard.job)).await.body["lines"][0].clone();
    let card = json!({ "job_line_id": first["line"]["id"], "title": "A card", "request": first["request"] });
    assert_eq!(yard.app.put(&format!("/api/v1/plans/{}", Uuid::now_v7()), &card).await.status, 201);
    agrees(&yard, "card").await;
    assert_eq!(yard.app.get("/api/v1/today").await.body["next_count"], 2);
    // each of these moves the key
    let poisoned = async || sqlx::query(poison).execute(&yard.app.pool).await.unwrap();
    let patch = async |path: String, body: Value| {
        let done = yard.app.patch(&path, &body).await;
        assert_eq!(done.status, 200, "{}", done.body);
    };
    poisoned().await;
    for line in &yard.lines {
        patch(format!("/api/v1/job-lines/{line}"), json!({ "version": 1, "position": 5.0 })).await;
    }
    agrees(&yard, "lines").await;
    poisoned().await;
    patch(
        format!("/api/v1/jobs/{}", yard.job),
        json!({ "version": 1, "rig": { "gas": { "fuel": "propylene" } } }),
    )
    .await;
    agrees(&yard, "job").await;
    poisoned().await;
    let set = yard
        .app
        .put("/api/v1/shop/fuel", &json!({ "id": Uuid::now_v7(), "value": "propane" }))
        .await;
    assert!(set.status.is_success(), "{}", set.body);
    agrees(&yard, "shop").await;
    poisoned().await;
    let tip = json!({ "kind": "tip", "label": "No. 2", "fields": { "bore_mm": 1.6 } });
    assert_eq!(yard.app.put(&format!("/api/v1/gear/{}", Uuid::now_v7()), &tip).await.status, 201);
    agrees(&yard, "gear").await;
}

/// A reading plans so many lines at most; the others count as they were planned last until they are planned behind.
#[actix_web::test]
async fn a_long_job_is_planned_behind_and_says_how_much_is_left() {
    let yard = Yard::with(&[]).await;
    let mut lines = Vec::new();
    for at in 0..230_u32 {
        lines.push(json!({ "id": Uuid::now_v7(), "typed": "a cut", "input": plate(6.0 + f64::from(at % 30)) }));
    }
    let path = format!("/api/v1/cut-lists/{}/keep", yard.job);
    let kept = yard.app.post(&path, &json!({ "lines": lines })).await;
    assert_eq!(kept.status, 200, "{}", kept.body);
    let first = summary(&yard).await;
    assert_eq!((&first["lines"], &first["pending"]), (&json!(230), &json!(30)));
    let told = |it: &Value| {
        ["ok", "caution", "stop"].map(|key| it[key].as_u64().unwrap()).iter().sum::<u64>()
    };
    assert_eq!(told(&first), 200);
    assert_eq!(plan_some(&yard.app.pool).await.unwrap(), 0);
    agrees(&yard, "planned behind").await;
    // a setting changed: all are planned anew, and count as before until then
    let set = yard
        .app
        .put("/api/v1/shop/fuel", &json!({ "id": Uuid::now_v7(), "value": "propane" }))
        .await;
    assert!(set.status.is_success(), "{}", set.body);
    let after = summary(&yard).await;
    assert_eq!((&after["pending"], told(&after)), (&json!(30), 230));
    // without a card each of them is next, planned or not
    assert_eq!(yard.app.get("/api/v1/today").await.body["next_count"], 230);
    assert_eq!(plan_some(&yard.app.pool).await.unwrap(), 0);
    agrees(&yard, "after the setting").await;
}

/// The gauge of an oxygen cylinder is read at every set-up: no plan of a cut hangs on it, and none is made anew for it. What an
/// acetylene cylinder weighs says how hard it may be drawn, and does.
#[actix_web::test]
async fn an_oxygen_gauge_that_is_read_plans_nothing_anew() {
    let yard = Yard::start().await;
    let stamp = async || {
        let sql = "SELECT stamp FROM shop_stamp";
        sqlx::query_scalar::<_, i64>(sql).fetch_one(&yard.app.pool).await.unwrap()
    };
    let add = async |label: &str, fields: Value| {
        let id = Uuid::now_v7();
        let body = json!({ "kind": "cylinder", "label": label, "fields": fields });
        let made = yard.app.put(&format!("/api/v1/gear/{id}"), &body).await;
        assert_eq!(made.status, 201, "{}", made.body);
        id
    };
    let change = async |id: Uuid, fields: Value| {
        let body = json!({ "version": 1, "fields": fields });
        let done = yard.app.patch(&format!("/api/v1/gear/{id}"), &body).await;
        assert_eq!(done.status, 200, "{}", done.body);
    };
    let oxygen = |kpa: u32| json!({ "gas": "oxygen", "water_volume_l": 50, "pressure_kpa": kpa, "label_read": true });
    let acetylene = |kg: f64| json!({ "gas": "acetylene", "rated_l": 4_000, "tare_kg": 40, "gross_kg": kg, "label_read": true });
    let before = stamp().await;
    let of_oxygen = add("O2", oxygen(15_000)).await;
    change(of_oxygen, oxygen(9_000)).await;
    assert_eq!(stamp().await, before, "oxygen");
    let of_acetylene = add("C2H2", acetylene(44.0)).await;
    assert!(stamp().await > before, "a new acetylene cylinder");
    let then = stamp().await;
    change(of_acetylene, acetylene(42.0)).await;
    assert!(stamp().await > then, "an acetylene cylinder weighed");
    // one that was taken for oxygen and is acetylene counts from then on
    let then = stamp().await;
    let turned = add("?", oxygen(1_000)).await;
    change(turned, acetylene(43.0)).await;
    assert!(stamp().await > then, "a cylinder whose gas was wrong");
}
