//! Lists by pages: newest first, each row once, whatever is added meanwhile; jobs are searched.

use std::collections::BTreeSet;

use reqwest::Method;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::TestApp;

async fn add_job(app: &TestApp, name: &str, note: &str) -> Uuid {
    let id = Uuid::now_v7();
    let body = json!({ "name": name, "note": note, "rig": {} });
    assert_eq!(app.put(&format!("/api/v1/jobs/{id}"), &body).await.status, 201);
    id
}

/// A page of a list: its rows and its `next`.
async fn page(app: &TestApp, (path, key): (&str, &str)) -> (Vec<Value>, Option<String>) {
    let reply = app.get(path).await;
    assert_eq!(reply.status, 200, "{path}: {}", reply.body);
    let rows = reply.body[key].as_array().unwrap().clone();
    assert!(reply.body.as_object().unwrap().contains_key("next"), "{path}");
    (rows, reply.body["next"].as_str().map(str::to_owned))
}

/// Every row of a list by pages of so many.
async fn all(app: &TestApp, (path, key): (&str, &str), limit: usize) -> Vec<Value> {
    let mut rows = Vec::new();
    let mut after = String::new();
    loop {
        let joint = if path.contains('?') { '&' } else { '?' };
        let asked = format!("{path}{joint}limit={limit}{after}");
        let (mut some, next) = page(app, (&asked, key)).await;
        assert!(some.len() <= limit);
        rows.append(&mut some);
        match next {
            Some(next) => after = format!("&after={next}"),
            None => return rows,
        }
    }
}

fn job_ids(rows: &[Value]) -> Vec<String> {
    rows.iter().map(|row| row["job"]["id"].as_str().unwrap().to_owned()).collect()
}

#[actix_web::test]
async fn pages_give_each_row_once_newest_first_also_at_one_moment() {
    let app = TestApp::start().await;
    let mut made = Vec::new();
    for at in 0..7 {
        made.push(add_job(&app, &format!("Job {at}"), "").await.to_string());
    }
    made.reverse();
    assert_eq!(job_ids(&all(&app, ("/api/v1/jobs", "jobs"), 3).await), made);
    // one page holds them: there is no next
    assert_eq!(page(&app, ("/api/v1/jobs?limit=7", "jobs")).await.1, None);
    // all at one moment: then the id decides, and still none is lost
    sqlx::query("UPDATE jobs SET made_at = '2026-05-31T09:00:00.123456Z'")
        .execute(&app.pool)
        .await
        .unwrap();
    let mut by_id = made.clone();
    by_id.sort();
    by_id.reverse();
    assert_eq!(job_ids(&all(&app, ("/api/v1/jobs", "jobs"), 2).await), by_id);
    // what is added meanwhile stands before the first page and moves nothing behind it
    let (first, next) = page(&app, ("/api/v1/jobs?limit=3", "jobs")).await;
    add_job(&app, "Late", "").await;
    let rest = format!("/api/v1/jobs?limit=200&after={}", next.unwrap());
    let (rest, _) = page(&app, (&rest, "jobs")).await;
    let seen: BTreeSet<String> = job_ids(&first).into_iter().chain(job_ids(&rest)).collect();
    assert_eq!(seen.len(), 7);
    // what was deleted is in no page
    let gone = app
        .send(Method::DELETE, &format!("/api/v1/jobs/{}", made[0]), Some(&json!({ "version": 1 })))
        .await;
    assert_eq!(gone.status, 200, "{}", gone.body);
    assert!(!job_ids(&all(&app, ("/api/v1/jobs", "jobs"), 3).await).contains(&made[0]));
}

#[actix_web::test]
async fn every_list_has_pages_and_refuses_what_names_none() {
    let app = TestApp::start().await;
    for at in 0..5 {
        let now = format!("2026-05-3{}T09:00:00Z", at % 2);
        let put = async |path: &str, body: Value| {
            let made = app.put(&format!("/api/v1/{path}/{}", Uuid::now_v7()), &body).await;
            assert_eq!(made.status, 201, "{path}: {}", made.body);
        };
        put("burns", json!({ "happened_at": now })).await;
        put("people", json!({ "name": format!("Hand {at}"), "handedness": "left" })).await;
        put(
            "gear",
            json!({ "kind": "tip", "label": format!("Tip {at}"), "fields": { "bore_mm": 1.2 } }),
        )
        .await;
        put("diagnoses", json!({ "happened_at": now, "present": ["dross_hard"], "absent": [] }))
            .await;
        add_job(&app, "A job", "").await;
    }
    for key in ["jobs", "burns", "diagnoses", "people", "gear"] {
        let path = format!("/api/v1/{key}");
        let rows = all(&app, (&path, key), 2).await;
        // the owner who asks is one of the people
        let made = if key == "people" { 6 } else { 5 };
        assert_eq!(rows.len(), made, "{key}");
        let distinct: BTreeSet<String> = rows.iter().map(Value::to_string).collect();
        assert_eq!(distinct.len(), made, "{key}");
        for (bad, at) in [
            ("limit=0", "limit"),
            ("limit=201", "limit"),
            ("limit=ten", "limit"),
            ("limit=-5", "limit"),
            ("after=nobody", "after"),
            ("after=1.2", "after"),
            ("after=", "after"),
        ] {
            let refused = app.get(&format!("{path}?{bad}")).await;
            let field = &refused.body["error"]["fields"][0]["path"];
            assert_eq!((refused.status.as_u16(), field), (422, &json!(at)), "{key}?{bad}");
        }
    }
    let (burns, _) = page(&app, ("/api/v1/burns", "burns")).await;
    let times: Vec<&str> = burns.iter().map(|burn| burn["happened_at"].as_str().unwrap()).collect();
    assert!(times.windows(2).all(|pair| pair[0] >= pair[1]), "{times:?}");
}

#[actix_web::test]
async fn a_job_is_found_by_its_name_its_note_or_a_cut_of_it() {
    let app = TestApp::start().await;
    let bridge = add_job(&app, "Sallow Beck footbridge", "bearings").await.to_string();
    let gate = add_job(&app, "Yard gate", "50% paid; posts_and_rails").await.to_string();
    let line = json!({ "job_id": bridge, "typed": "4x 3/4 plate 36in guided", "position": 1,
        "input": { "steel": { "thickness_mm": 19 }, "cut": { "length_mm": 900, "process": "guided" } } });
    let made = app.put(&format!("/api/v1/job-lines/{}", Uuid::now_v7()), &line).await;
    assert_eq!(made.status, 201, "{}", made.body);
    let found = async |words: &str| {
        job_ids(&all(&app, (&format!("/api/v1/jobs?query={words}"), "jobs"), 1).await)
    };
    let only = |id: &String| vec![id.clone()];
    assert_eq!(found("FOOTBRIDGE").await, only(&bridge));
    assert_eq!(found("bearings").await, only(&bridge));
    assert_eq!(found("3/4%20plate").await, only(&bridge));
    // signs of patterns are letters
    assert_eq!(found("50%25").await, only(&gate));
    assert_eq!(found("s_and").await, only(&gate));
    assert!(found("%25%25").await.is_empty());
    assert_eq!(found("%20").await.len(), 2, "nothing is looked for");
    assert!(found("crane").await.is_empty());
    let deleted = app
        .send(Method::DELETE, &format!("/api/v1/jobs/{gate}"), Some(&json!({ "version": 1 })))
        .await;
    assert_eq!(deleted.status, 200);
    assert!(found("gate").await.is_empty());
}

/// A card that was kept before its figures were counted is still known for what it says.
#[actix_web::test]
async fn a_card_is_known_for_current_by_what_its_figures_come_to() {
    let app = TestApp::start().await;
    let job = add_job(&app, "Cards", "").await;
    let line = Uuid::now_v7();
    let body = json!({ "job_id": job, "typed": "a cut", "position": 1,
        "input": { "steel": { "thickness_mm": 19 }, "cut": { "length_mm": 900, "process": "guided" } } });
    app.put(&format!("/api/v1/job-lines/{line}"), &body).await;
    let view = async || app.get(&format!("/api/v1/jobs/{job}")).await.body["lines"][0].clone();
    let request = view().await["request"].clone();
    let card = json!({ "job_line_id": line, "title": "A card", "request": request });
    let made = app.put(&format!("/api/v1/plans/{}", Uuid::now_v7()), &card).await;
    assert_eq!(made.status, 201, "{}", made.body);
    let current = async || {
        sqlx::query("DELETE FROM line_figures").execute(&app.pool).await.unwrap();
        (
            view().await["card_current"].clone(),
            app.get("/api/v1/jobs").await.body["jobs"][0]["carded"].clone(),
        )
    };
    assert_eq!(current().await, (json!(true), json!(1)));
    // a plan is never changed, but for this
    let changed = "ALTER TABLE plans DISABLE TRIGGER USER";
    sqlx::query(changed).execute(&app.pool).await.unwrap();
    sqlx::query("UPDATE plans SET figures = NULL").execute(&app.pool).await.unwrap();
    assert_eq!(current().await, (json!(true), json!(1)), "a card of before");
    sqlx::query("UPDATE plans SET figures = '\\x00'").execute(&app.pool).await.unwrap();
    assert_eq!(current().await, (json!(false), json!(0)));
    assert_eq!(app.get("/api/v1/today").await.body["next_count"], 1);
}
