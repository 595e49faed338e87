//! A line or a piece of gear that cannot be read any more shows its fault in its place, and takes nothing else down.

use serde_json::{Value, json};
use uuid::Uuid;

use crate::yard::Yard;

async fn spoil(yard: &Yard, line: Uuid, input: Value) {
    // as an older version stored it, or a limit moved since
    let sql = "UPDATE job_lines SET input = $2 WHERE id = $1";
    sqlx::query(sql).bind(line).bind(input).execute(&yard.app.pool).await.unwrap();
}

#[actix_web::test]
async fn a_line_that_does_not_plan_shows_its_fault_everywhere() {
    let yard = Yard::start().await;
    let thick = json!({ "steel": { "thickness_mm": 900 }, "cut": { "length_mm": 300, "process": "guided" } });
    spoil(&yard, yard.lines[0], thick).await;
    let get = async |path: &str| {
        let reply = yard.app.get(path).await;
        assert_eq!(reply.status, 200, "{path}: {}", reply.body);
        reply.body
    };
    let of_job = get(&format!("/api/v1/jobs/{}", yard.job)).await;
    let faulty = &of_job["lines"][0];
    assert_eq!((&faulty["plan"], &faulty["request"]), (&Value::Null, &Value::Null));
    assert_eq!(faulty["fault"]["path"], "steel.thickness_mm");
    // which input, its value, what is allowed
    let told = faulty["fault"]["message"].as_str().unwrap();
    assert!(told.contains("900") && told.contains("300"), "{told}");
    assert!(of_job["lines"][1]["plan"]["verdict"].is_string());
    assert_eq!(of_job["lines"][1]["fault"], Value::Null);
    let jobs = get("/api/v1/jobs").await;
    // the stainless one is stopped too
    assert_eq!((&jobs["jobs"][0]["lines"], &jobs["jobs"][0]["stop"]), (&json!(3), &json!(2)));
    assert_eq!(get("/api/v1/today").await["next_count"], 3);
    let gas = get(&format!("/api/v1/jobs/{}/gas-plan", yard.job)).await;
    assert_eq!(gas["stopped"], 2);
    let csv = get(&format!("/api/v1/jobs/{}/cuts.csv", yard.job)).await;
    let rows: Vec<&str> = csv.as_str().unwrap().lines().collect();
    assert!(rows.len() == 4 && rows[1].contains("stop") && rows[1].contains("900"), "{rows:?}");
    assert_eq!(rows[0].matches(',').count(), rows[2].matches(',').count());
    // at the torch it is told with what is stopped, and no cylinder is opened for it
    let run = yard.document(yard.begun(&json!({ "fuel": "acetylene" })).await).await;
    assert_eq!(run["fuels"], json!(["acetylene"]));
    assert_eq!(
        (&run["cuts"][0]["fits"], &run["cuts"][0]["why_not"]),
        (&json!(false), &json!("stopped"))
    );
    let told = run["stopped"].as_array().unwrap().iter();
    let mine: Vec<&Value> = told.filter(|it| it["line_id"] == json!(yard.lines[0])).collect();
    assert_eq!(mine[0]["notes"][0]["code"], "does_not_plan");
    assert!(mine[0]["notes"][0]["text"].as_str().unwrap().contains("900"));
    // and it is mended where it stands
    let mended = json!({ "version": 1, "input": { "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 300, "process": "guided" } } });
    let path = format!("/api/v1/job-lines/{}", yard.lines[0]);
    assert_eq!(yard.app.patch(&path, &mended).await.status, 200);
    assert!(
        get(&format!("/api/v1/jobs/{}", yard.job)).await["lines"][0]["plan"]["verdict"].is_string()
    );
}

/// Whatever was stored in a line, the pages answer.
#[actix_web::test]
async fn no_stored_line_takes_a_page_down() {
    let yard = Yard::start().await;
    for input in [
        json!({}),
        json!([]),
        json!({ "steel": "thick" }),
        json!({ "steel": { "thickness_mm": "900 in" } }),
        json!({ "section": { "profile": "W99X9", "cut": { "kind": "square" } } }),
        json!({ "section": { "custom": { "family": "w" }, "cut": { "kind": "cope" } } }),
        json!({ "gas": { "fuel": "hydrogen" }, "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 1, "process": "guided" } }),
        json!({ "colour": "red" }),
    ] {
        spoil(&yard, yard.lines[0], input.clone()).await;
        for path in [
            format!("/api/v1/jobs/{}", yard.job),
            "/api/v1/jobs".into(),
            "/api/v1/today".into(),
            format!("/api/v1/jobs/{}/gas-plan", yard.job),
            format!("/api/v1/jobs/{}/run", yard.job),
        ] {
            let reply = yard.app.get(&path).await;
            assert_eq!(reply.status, 200, "{path} with {input}: {}", reply.body);
        }
        let line =
            yard.app.get(&format!("/api/v1/jobs/{}", yard.job)).await.body["lines"][0].clone();
        assert!(
            line["fault"]["message"].as_str().is_some_and(|told| told.len() > 10),
            "{input}: {line}"
        );
    }
}

#[actix_web::test]
async fn a_piece_of_gear_that_cannot_be_read_says_so_and_is_not_used() {
    let yard = Yard::start().await;
    let cylinder = Uuid::now_v7();
    let body = json!({ "kind": "cylinder", "label": "Oxygen 9", "fields": { "gas": "oxygen", "water_volume_l": 50, "pressure_kpa": 9000, "label_read": true } });
    assert_eq!(yard.app.put(&format!("/api/v1/gear/{cylinder}"), &body).await.status, 201);
    let tip = Uuid::now_v7();
    let body = json!({ "kind": "tip", "label": "No. 2", "fields": { "bore_mm": 1.2 } });
    assert_eq!(yard.app.put(&format!("/api/v1/gear/{tip}"), &body).await.status, 201);
    let sql = "UPDATE gear SET fields = fields || $1 WHERE kind = $2";
    for (fields, kind) in [
        (json!({ "pressure_kpa": 9e9 }), "cylinder"),
        (json!({ "bore_mm": ["1"], "colour": 1 }), "tip"),
    ] {
        sqlx::query(sql).bind(fields).bind(kind).execute(&yard.app.pool).await.unwrap();
    }
    let rack = yard.app.get("/api/v1/gear").await;
    assert_eq!(rack.status, 200, "{}", rack.body);
    for row in rack.body["gear"].as_array().unwrap() {
        assert_eq!(
            (&row["notes"][0]["level"], &row["notes"][0]["code"]),
            (&json!("stop"), &json!("gear_fault")),
            "{row}"
        );
        let label = row["gear"]["label"].as_str().unwrap();
        assert!(row["notes"][0]["text"].as_str().unwrap().starts_with(label), "{row}");
        assert_eq!(row["free_gas_l"], Value::Null);
    }
    // jobs plan on, with the generic tips; nobody draws on a cylinder that cannot be read
    let of_job = yard.app.get(&format!("/api/v1/jobs/{}", yard.job)).await;
    assert!(of_job.body["lines"][0]["plan"]["tip"]["bore_mm"].is_number(), "{}", of_job.body);
    let run = yard
        .document(yard.begun(&json!({ "fuel": "propane", "cylinders": [cylinder] })).await)
        .await;
    assert_eq!(run["cylinders"], json!([]));
    assert_eq!(yard.app.get("/api/v1/today").await.status, 200);
}
