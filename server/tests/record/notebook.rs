//! A shop's own notebook goes into the log, and the log comes out as a file that reads in again.

use galvanon_server::store::role::Role;
use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::record::learned::{burn, job_with_card};
use crate::test_app::TestApp;

const OWN: &str = "Date;Who;Plate (mm);Gas;How;Length (mm);Tip bore (mm);Preheat (s);Pace (mm/min);Cut time;Edge;Remarks
03/11/2026;Lil;20;acetylene;guided;400;1,2;14,5;300;1:20;good;
04/11/2026;nobody here;20;acetylene;guided;400;1,2;15;290;1:23;usable;first of the day
";

fn answered() -> Value {
    json!({ "text": OWN, "dates": "day_month_year", "decimal": "comma" })
}

async fn read(app: &TestApp, body: &Value) -> Value {
    let answer = app.post("/api/v1/burns/read", body).await;
    assert_eq!(answer.status, 200, "{}", answer.body);
    answer.body
}

async fn import(app: &TestApp, id: Uuid, body: &Value) -> (u16, Value) {
    let answer = app.put(&format!("/api/v1/burns/import/{id}"), body).await;
    (answer.status.as_u16(), answer.body)
}

#[tokio::test]
async fn a_notebook_is_asked_what_it_does_not_say_and_nothing_is_kept() {
    let app = TestApp::start().await;
    let found = read(&app, &json!({ "text": OWN })).await;
    let asks: Vec<_> =
        found["asks"].as_array().unwrap().iter().map(|it| it["what"].clone()).collect();
    assert_eq!(asks, ["dates", "decimal"]);
    assert_eq!(found["asks"][0]["choices"][0], json!({ "code": "day_month_year", "unread": 0 }));
    assert_eq!(found["rows"], json!([]));
    let (status, body) = import(&app, Uuid::now_v7(), &json!({ "text": OWN })).await;
    let paths: Vec<_> =
        body["error"]["fields"].as_array().unwrap().iter().map(|it| it["path"].clone()).collect();
    assert_eq!((status, paths), (422, vec![json!("dates"), json!("decimal")]));
    let found = read(&app, &answered()).await;
    let rows = found["rows"].as_array().unwrap();
    assert_eq!((rows.len(), &found["faults"]), (2, &json!([])), "{found}");
    assert_eq!(rows[0]["burn"]["start_s"], 14.5);
    assert_eq!(rows[0]["burn"]["duration_s"], 80.0);
    assert!(rows[0]["factors"]["speed"].as_f64().is_some_and(|speed| (0.5..2.0).contains(&speed)));
    assert_eq!(rows[1]["burn"]["note"], "first of the day; by nobody here");
    assert_eq!(app.get("/api/v1/burns").await.body["burns"], json!([]), "nothing is kept");
}

#[tokio::test]
async fn a_notebook_is_kept_once_and_teaches() {
    let app = TestApp::start().await;
    let (lil, _) = app.someone("Lil Torch", Role::TorchHand).await;
    let id = Uuid::now_v7();
    let (status, body) = import(&app, id, &answered()).await;
    assert_eq!((status, &body["kept"]), (201, &json!(2)), "{body}");
    let (again, same) = import(&app, id, &answered()).await;
    assert_eq!((again, same), (200, body));
    // names that a shop may have to forget stand in no text that nobody sees
    let kept = "SELECT count(*) FROM burn_imports i WHERE row_to_json(i)::text LIKE '%Lil%'";
    let named: i64 = sqlx::query_scalar(kept).fetch_one(&app.pool).await.unwrap();
    assert_eq!(named, 0);
    let mut other = answered();
    other["offset_minutes"] = json!(60);
    assert_eq!(import(&app, id, &other).await.0, 409);
    let log = app.get("/api/v1/burns?fuel=acetylene").await.body;
    let burns = log["burns"].as_array().unwrap();
    assert_eq!(burns.len(), 2);
    assert_eq!(burns[1]["person_id"], json!(lil), "a first name that one bears");
    assert_eq!(burns[1]["happened_at"], "2026-11-03T12:00:00Z");
    assert_eq!((&burns[0]["bore_mm"], &burns[0]["thickness_mm"]), (&json!(1.2), &json!(20.0)));
    let factors = app.get("/api/v1/factors").await.body;
    let class = factors["factors"].as_array().unwrap().iter().find(|it| it["from"] == "class");
    assert_eq!(class.unwrap()["n"], 2, "{factors}");
    // a slip in it is corrected, and it still teaches
    let path = format!("/api/v1/burns/{}", burns[0]["id"].as_str().unwrap());
    let change = json!({ "version": 1, "change": { "pace_mm_min": 580.0 } });
    let fixed = app.patch(&path, &change).await.body;
    let (was, now) = (&burns[0]["factors"]["speed"], &fixed["factors"]["speed"]);
    let ratio = now.as_f64().unwrap() / was.as_f64().unwrap();
    assert!((ratio - 2.0).abs() < 1e-3, "{was} and {now}");
}

/// The same notebook under another id, or with a row more, is told before it counts twice; a person may still keep it.
#[tokio::test]
async fn rows_that_were_read_in_before_are_told() {
    let app = TestApp::start().await;
    assert_eq!(read(&app, &answered()).await["doubled"], json!([]));
    import(&app, Uuid::now_v7(), &answered()).await;
    let mut longer = answered();
    let more = format!("{OWN}05/11/2026;Lil;20;acetylene;guided;400;1,2;15;290;1:23;usable;new\n");
    longer["text"] = json!(more);
    let found = read(&app, &longer).await;
    assert_eq!((&found["doubled"], found["rows"].as_array().unwrap().len()), (&json!([2, 3]), 3));
    longer["leave"] = found["doubled"].clone();
    assert_eq!(read(&app, &longer).await["doubled"], json!([]), "those left out are not told");
    let (status, kept) = import(&app, Uuid::now_v7(), &longer).await;
    assert_eq!((status, &kept["kept"]), (201, &json!(1)), "{kept}");
    // a burn that was deleted stands in the log no more
    let burns = app.get("/api/v1/burns").await.body;
    assert_eq!(burns["burns"].as_array().unwrap().len(), 3);
    sqlx::query("UPDATE burns SET deleted_at = now()").execute(&app.pool).await.unwrap();
    assert_eq!(read(&app, &answered()).await["doubled"], json!([]));
}

/// Commas, days of three orders, a burn of no time, ten metres a minute, a plate no torch cuts: each by its place, and the rest
/// can be kept without them.
#[tokio::test]
async fn what_is_no_burn_is_told_by_its_place_and_can_be_left_out() {
    let app = TestApp::start().await;
    let text = "date,plate (mm),gas,how,pace (m/min),cut time (s),grade\n\
        2026-11-03,20,propane,guided,0.3,80,good\n\
        2026-11-03,20,propane,guided,10,80,good\n\
        2026-11-03,20,propane,guided,0.3,0,good\n\
        2026-11-03,400,propane,guided,0.3,80,good\n\
        2026-13-03,20,propane,guided,0.3,80,great\n";
    let found = read(&app, &json!({ "text": text })).await;
    let faults = found["faults"].as_array().unwrap();
    let told: Vec<_> = faults
        .iter()
        .map(|it| {
            (
                it["row"].as_u64().unwrap(),
                it["column"].as_str().unwrap(),
                it["code"].as_str().unwrap(),
            )
        })
        .collect();
    assert_eq!(
        told,
        [
            (3, "pace (m/min)", "out_of_range"),
            (4, "cut time (s)", "out_of_range"),
            (5, "plate (mm)", "out_of_range"),
            (6, "date", "cell_not_a_date"),
            (6, "grade", "cell_unknown_outcome"),
        ]
    );
    assert_eq!(faults[0]["limits"]["high"], 4_200.0, "{}", faults[0]);
    assert_eq!(found["rows"].as_array().unwrap().len(), 1);
    let (status, body) = import(&app, Uuid::now_v7(), &json!({ "text": text })).await;
    assert_eq!((status, &body["error"]["fields"][0]["path"]), (422, &json!("rows.3")), "{body}");
    let without = json!({ "text": text, "leave": [3, 4, 5, 6] });
    let (status, body) = import(&app, Uuid::now_v7(), &without).await;
    assert_eq!((status, &body["kept"], &body["left"]), (201, &json!(1), &json!([3, 4, 5, 6])));
    let none = json!({ "text": text, "leave": [2, 3, 4, 5, 6] });
    assert_eq!(import(&app, Uuid::now_v7(), &none).await.1["error"]["fields"][0]["path"], "text");
}

/// A row far from its plan is kept as it was written, but never unseen.
#[tokio::test]
async fn a_row_far_from_its_plan_is_shown_as_such() {
    let app = TestApp::start().await;
    let text = "date,plate (mm),gas,how,pace (mm/min)\n2026-11-03,20,propane,guided,1500\n";
    let found = read(&app, &json!({ "text": text })).await;
    assert_eq!(found["rows"][0]["far"], json!(["speed"]), "{found}");
}

#[tokio::test]
async fn a_notebook_that_is_none_is_refused() {
    let app = TestApp::start().await;
    for (body, path) in [
        (json!({ "text": "" }), "text"),
        (json!({ "text": OWN, "dates": "backwards" }), "dates"),
        (json!({ "text": OWN, "decimal": "dash" }), "decimal"),
        (json!({ "text": OWN, "offset_minutes": 2000 }), "offset_minutes"),
        (json!({ "text": OWN, "columns": [{ "role": "weather" }] }), "columns.0.role"),
        (json!({ "text": OWN, "sheet": 1 }), "sheet"),
    ] {
        let answer = app.post("/api/v1/burns/read", &body).await;
        let refused = &answer.body["error"]["fields"][0]["path"];
        assert_eq!((answer.status.as_u16(), refused), (422, &json!(path)), "{}", answer.body);
    }
    let large = json!({ "text": "x".repeat(8 * 1024 * 1024) });
    let address = format!("{}/api/v1/burns/read", app.address);
    let mut refused = None;
    // the server hangs up on so large a body: the client may see that before the answer
    for _ in 0..20 {
        let sent = app.client.post(&address).json(&large).send().await;
        refused = sent.ok().map(|answer| answer.status().as_u16());
        if refused.is_some() {
            break;
        }
    }
    assert_eq!(refused, Some(413));
    let long = json!({ "text": "x".repeat(5 * 1024 * 1024) });
    let refused = app.post("/api/v1/burns/read", &long).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["code"]),
        (422, &json!("table_too_large"))
    );
    assert_eq!(import(&app, Uuid::new_v4(), &answered()).await.0, 422, "no UUIDv7");
    let (_, hand) = app.someone("Tom Torch", Role::TorchHand).await;
    let path = format!("/api/v1/burns/import/{}", Uuid::now_v7());
    let refused = app.send_by(&hand, (Method::PUT, &path), Some(&answered())).await;
    assert_eq!(refused.status, 403, "a foreman logs the cuts of others");
}

/// What was burnt goes out and comes in again as the same burns.
#[tokio::test]
async fn the_log_as_a_file_reads_in_again() {
    let app = TestApp::start().await;
    let (_, card, _) = job_with_card(&app).await;
    for pace in [300.0, 280.5] {
        burn(&app, card, (pace, 12.0)).await;
    }
    let file = app.get("/api/v1/burns.csv").await;
    assert_eq!(file.status, 200);
    let text = file.body.as_str().unwrap();
    assert_eq!(text.lines().count(), 3, "{text}");
    let found = read(&app, &json!({ "text": text })).await;
    assert_eq!((&found["asks"], &found["faults"]), (&json!([]), &json!([])), "{found}");
    let log = app.get("/api/v1/burns").await.body;
    let rows = found["rows"].as_array().unwrap();
    for (row, kept) in rows.iter().zip(log["burns"].as_array().unwrap()) {
        for field in ["pace_mm_min", "start_s", "outcome", "person_id", "happened_at"] {
            assert_eq!(row["burn"][field], kept[field], "{field}");
        }
        for field in ["thickness_mm", "fuel", "process", "bore_mm"] {
            assert_eq!(row[field], kept[field], "{field}");
        }
        let speed = |of: &Value| of["factors"]["speed"].as_f64().unwrap();
        assert!((speed(row) - speed(kept)).abs() < 0.02, "{row} is not {kept}");
    }
}

#[tokio::test]
async fn a_file_has_the_columns_and_the_burns_that_are_asked() {
    let app = TestApp::start().await;
    let (job, card, _) = job_with_card(&app).await;
    burn(&app, card, (300.0, 12.0)).await;
    let csv = app.get("/api/v1/burns.csv?columns=outcome,pace,pace_of_plan&fuel=acetylene").await;
    assert!(
        csv.body.as_str().unwrap().starts_with("outcome,pace (mm/min),pace of plan\ngood,300"),
        "{}",
        csv.body
    );
    let none = app.get("/api/v1/burns.csv?fuel=propane").await;
    assert_eq!(none.body.as_str().unwrap().lines().count(), 1);
    let json = app.get("/api/v1/burns.json?columns=person,preheat").await.body;
    assert_eq!(json["burns"][0]["preheat"], 12.0, "{json}");
    assert_eq!(json["burns"][0]["person"].as_str().map(str::is_empty), Some(false));
    let of_job = app.get(&format!("/api/v1/burns.json?job={job}")).await.body;
    assert_eq!(
        of_job["burns"],
        json!([]),
        "its card is of a job's cut, the burn itself names none"
    );
    assert_eq!(app.get("/api/v1/burns.pdf").await.status, 404);
    let refused = app.get("/api/v1/burns.csv?columns=weather").await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "columns");
    assert_eq!(app.get("/api/v1/burns?tip=mine").await.body["error"]["fields"][0]["path"], "tip");
}

#[tokio::test]
async fn a_workbook_of_the_log_opens() {
    use calamine::{Data, Reader};
    let app = TestApp::start().await;
    let (_, card, _) = job_with_card(&app).await;
    burn(&app, card, (300.0, 12.0)).await;
    let address = format!("{}/api/v1/burns.xlsx?columns=pace,outcome", app.address);
    let bytes = app.client.get(address).send().await.unwrap().bytes().await.unwrap();
    let mut book = calamine::Xlsx::new(std::io::Cursor::new(bytes)).expect("a workbook");
    let sheet = book.worksheet_range_at(0).expect("a sheet").expect("a range");
    assert_eq!(sheet.get_value((0, 0)), Some(&Data::String("pace (mm/min)".into())));
    assert_eq!(sheet.get_value((1, 0)), Some(&Data::Float(300.0)));
    assert_eq!(sheet.get_value((1, 1)), Some(&Data::String("good".into())));
}
