//! Cut lists: planned in a stream, nothing kept unasked, all or none kept then.

use base64::Engine;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;

/// The lines of a streamed answer: head, rows, foot.
fn lines(body: &Value) -> Vec<Value> {
    let text = body.as_str().map_or_else(|| body.to_string(), str::to_owned);
    text.lines().map(|line| serde_json::from_str(line).unwrap()).collect()
}

async fn planned(app: &TestApp, body: Value) -> Vec<Value> {
    let answer = app.post("/api/v1/cut-lists/plan", &body).await;
    assert_eq!(answer.status, 200, "{}", answer.body);
    lines(&answer.body)
}

#[actix_web::test]
async fn a_list_is_planned_row_by_row_and_nothing_is_kept() {
    let app = TestApp::start().await;
    let text = "mark,qty,thickness (in),length (in),surface,grade\nG1,4,3/4,36,light_rust,A36\nG2,1,1/4,10,,304\nG3,2,thick,10,,\n";
    let rows = planned(&app, json!({ "text": text, "usual_process": "guided" })).await;
    assert_eq!(rows[0], json!({ "rows": 3, "done": false }));
    assert_eq!(rows[4], json!({ "rows": 3, "done": true }));
    let short: Vec<_> = rows[1..4]
        .iter()
        .map(|row| (row["row"].as_u64().unwrap(), row["verdict"].as_str().unwrap().to_owned()))
        .collect();
    assert_eq!(short, [(2, "ok".to_owned()), (3, "stop".to_owned()), (4, "error".to_owned())]);
    assert_eq!(
        (rows[1]["mark"].as_str(), &rows[1]["input"]["cut"]["count"]),
        (Some("G1"), &json!(4))
    );
    assert!(!rows[3]["problems"].as_array().unwrap().is_empty());
    assert!(app.get("/api/v1/today").await.body["next"].as_array().unwrap().is_empty());
}

#[actix_web::test]
async fn a_list_is_kept_whole_or_not_at_all_and_written_so_that_it_reads_again() {
    let app = TestApp::start().await;
    let job = Uuid::now_v7();
    app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "Brackets", "note": "", "rig": {} }))
        .await;
    let rows = planned(
        &app,
        json!({ "job_id": job, "text": "4x 3/4 plate 36in guided\n20 mm plate 900 mm machine\n" }),
    )
    .await;
    let listed: Vec<_> = rows[1..3]
        .iter()
        .map(|row| json!({ "id": Uuid::now_v7(), "typed": row["typed"], "input": row["input"] }))
        .collect();
    let keep = format!("/api/v1/cut-lists/{job}/keep");
    let mut faulty = listed.clone();
    faulty[1]["input"]["steel"]["thickness_mm"] = json!(9_000);
    let refused = app.post(&keep, &json!({ "lines": faulty })).await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "lines.1.input.steel.thickness_mm");
    let count = async || {
        app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"].as_array().unwrap().len()
    };
    assert_eq!(count().await, 0, "nothing of a faulty list is kept");
    for _ in 0..2 {
        assert_eq!(app.post(&keep, &json!({ "lines": listed })).await.status, 200);
        assert_eq!(count().await, 2, "sent twice, kept once");
    }
    let csv = app.get(&format!("/api/v1/jobs/{job}/cuts.csv")).await.body;
    let again = planned(&app, json!({ "text": csv })).await;
    assert_eq!(again.len(), 4);
    for (one, other) in rows[1..3].iter().zip(&again[1..3]) {
        assert_eq!(one["input"], other["input"]);
    }
}

#[actix_web::test]
async fn a_workbook_is_read_and_what_is_none_says_why() {
    let app = TestApp::start().await;
    let mut book = rust_xlsxwriter::Workbook::new();
    let sheet = book.add_worksheet();
    for (column, name) in ["qty", "thickness (mm)", "length (mm)", "process"].iter().enumerate() {
        sheet.write(0, column as u16, *name).unwrap();
    }
    for (row, mm) in [12.5, 20.0, 40.0].into_iter().enumerate() {
        let row = row as u32 + 1;
        sheet.write(row, 0, 2).unwrap().write(row, 1, mm).unwrap().write(row, 2, 900).unwrap();
        sheet.write(row, 3, "machine").unwrap();
    }
    let base64 = base64::engine::general_purpose::STANDARD;
    let bytes = base64.encode(book.save_to_buffer().unwrap());
    let rows = planned(&app, json!({ "xlsx_base64": bytes })).await;
    assert_eq!(rows.len(), 5);
    assert_eq!(rows[1]["input"]["steel"]["thickness_mm"], 12.5);
    assert!(rows[1..4].iter().all(|row| row["verdict"] == "ok"), "{rows:?}");
    for (body, code) in [
        (json!({ "xlsx_base64": base64.encode("no workbook") }), "table_not_xlsx"),
        (json!({ "xlsx_base64": "***" }), "table_not_xlsx"),
        (json!({ "text": "" }), "table_empty"),
        (json!({ "text": "a\u{0}b" }), "table_not_text"),
        (json!({}), "table_empty"),
    ] {
        let answer = app.post("/api/v1/cut-lists/plan", &body).await;
        assert_eq!(answer.status, 422, "{body}");
        assert_eq!(answer.body["error"]["fields"][0]["code"], code, "{body}");
    }
}

#[actix_web::test]
async fn a_file_of_fifty_megabytes_is_refused_and_a_long_list_is_not() {
    let app = TestApp::start().await;
    let large = json!({ "text": "3/4 plate 36in guided\n".repeat(2_400_000) });
    let answer = app.post("/api/v1/cut-lists/plan", &large).await;
    assert_eq!((answer.status.as_u16(), &answer.body["error"]["code"]), (413, &json!("too_large")));
    let long = json!({ "text": "3/4 plate 36in guided\n".repeat(10_000) });
    let rows = planned(&app, long).await;
    assert_eq!(rows.len(), 10_002);
    assert!(rows[1..10_001].iter().all(|row| row["verdict"] == "ok"));
}
