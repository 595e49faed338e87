//! Who may what: every path of the document as nobody and as each role.

use std::collections::BTreeMap;

use galvanon_server::doors::rights::{Door, Right, TABLE, door, may};
use galvanon_server::store::role::Role;
use reqwest::Method;
use serde_json::json;

use crate::test_app::TestApp;

/// What answers without sign-in, as the contract lists it; nothing else does.
const OPEN: [&str; 38] = [
    "GET /api/health",
    "GET /api/ready",
    "GET /api/openapi.json",
    "POST /api/v1/session",
    "DELETE /api/v1/session",
    "POST /api/v1/cut-plans/preview",
    "POST /api/v1/cut-plans/fuels",
    "POST /api/v1/cut-plans/sensitivity",
    "POST /api/v1/steel/",
    "POST /api/v1/gas/",
    "GET /api/v1/sections/",
    "POST /api/v1/sections/",
    "GET /api/v1/edge/findings",
    "GET /api/v1/edge/causes",
    "GET /api/v1/edge/troubles",
    "POST /api/v1/edge/grade",
    "POST /api/v1/edge/predictions",
    "POST /api/v1/edge/recoveries",
    "POST /api/v1/edge/diagnoses",
    "POST /api/v1/entry/",
    "POST /api/v1/tip-charts/read",
    "POST /api/v1/entry/part",
    "POST /api/v1/layout/parts/read",
    "POST /api/v1/layout/parts/shape",
    "POST /api/v1/layout/paths",
    "POST /api/v1/factors/update",
    "POST /api/v1/trials/judge",
    "POST /api/v1/quotes/price",
    "POST /api/v1/layout/out",
    "POST /api/v1/layout/line-check",
    "POST /api/v1/layout/nest",
    "POST /api/v1/setup/run-sheet",
    "GET /api/v1/reference",
    "POST /api/v1/layout/",
    "POST /api/v1/work/",
    "POST /api/v1/factors/update",
    "POST /api/v1/trials/judge",
    "POST /api/v1/quotes/price",
];

fn is_open(method: &str, path: &str) -> bool {
    let asked = format!("{method} {path}");
    OPEN.iter().any(|open| asked == *open || (open.ends_with('/') && asked.starts_with(open)))
}

/// Every method and path of the document.
async fn all(app: &TestApp) -> Vec<(Method, String)> {
    let document = app.get("/api/openapi.json").await.body;
    let mut all = Vec::new();
    for (path, methods) in document["paths"].as_object().unwrap() {
        for method in methods.as_object().unwrap().keys() {
            all.push((method.to_uppercase().parse().unwrap(), path.clone()));
        }
    }
    assert!(all.len() > 80, "{}", all.len());
    all
}

/// A path with parts that are no ids: whoever may not is told before they are looked at.
fn filled(path: &str) -> String {
    path.replace("{id}", "nothing")
        .replace("{run_id}", "nothing")
        .replace("{photo_id}", "nothing")
        .replace("{key}", "nothing")
}

#[actix_web::test]
async fn every_path_stands_in_the_table_and_the_table_holds_no_other() {
    let app = TestApp::unowned().await;
    let paths = all(&app).await;
    for (method, path) in &paths {
        assert!(door(method.as_str(), path).is_some(), "{method} {path} has no door");
    }
    for (method, path, _) in TABLE {
        let served = paths.iter().any(|(of, at)| of.as_str() == *method && at == path);
        let document = *path == "/api/openapi.json";
        assert!(served || document, "{method} {path} leads nowhere");
    }
}

#[actix_web::test]
async fn nobody_is_answered_but_by_what_is_open() {
    let app = TestApp::start().await;
    for (method, path) in all(&app).await {
        let asked = (method.clone(), &*filled(&path));
        let body = (method != Method::GET).then(|| json!({}));
        let reply = app.send_by(&app.nobody, asked, body.as_ref()).await;
        if is_open(method.as_str(), &path) {
            let shut = [401, 403, 404, 429].contains(&reply.status.as_u16());
            // a sign-in that names no door is refused for that
            assert!(!shut, "{method} {path}: {} {}", reply.status, reply.body);
        } else {
            assert_eq!(reply.status, 401, "{method} {path}: {}", reply.body);
            assert_eq!(reply.body["error"]["code"], "signed_out", "{method} {path}");
        }
    }
}

#[actix_web::test]
async fn each_role_may_what_the_table_says_and_is_told_so_before_paths_and_bodies_are_read() {
    let url = "http://localhost".to_owned();
    let app = TestApp::configured(|config| config.public_url = Some(url)).await;
    let paths = all(&app).await;
    for role in Role::ALL {
        let (_, client) = app.someone(&format!("A {}", role.code()), role).await;
        for (method, path) in &paths {
            // ends the session of nobody: a token is none
            let rule = door(method.as_str(), path).unwrap();
            let allowed = match rule {
                // the id in the path is nobody's
                Door::Needs(right) | Door::Oneself(right) => may(role, right),
                Door::Sends => may(role, Right::Burn),
                Door::Anybody | Door::Always | Door::Open | Door::OpenKnown => true,
            };
            let body = (*method != Method::GET).then(|| json!({ "strange": true }));
            let asked = (method.clone(), &*filled(path));
            let reply = app.send_by(&client, asked, body.as_ref()).await;
            let status = reply.status.as_u16();
            assert!(
                status != 401 && status < 500,
                "{role:?} {method} {path}: {status} {}",
                reply.body
            );
            if !allowed {
                assert_eq!(status, 403, "{role:?} {method} {path}: {}", reply.body);
                let told = reply.body["error"]["message"].as_str().unwrap();
                assert!(told.contains(&role.code().replace('_', " ")), "{told}");
            } else {
                assert_ne!(status, 403, "{role:?} {method} {path}: {}", reply.body);
            }
        }
    }
}

/// The table against what a shop would say, row by row.
#[actix_web::test]
async fn the_roles_are_what_a_shop_means_by_them() {
    use Role::{CribKeeper, Foreman, Owner, Planner, TorchHand, Viewer};
    let meant: BTreeMap<&str, &[Role]> = BTreeMap::from([
        ("PUT /api/v1/jobs/{id}", &[Owner, Foreman, Planner][..]),
        ("DELETE /api/v1/jobs/{id}", &[Owner, Foreman, Planner]),
        ("PUT /api/v1/plans/{id}", &[Owner, Foreman, Planner, TorchHand]),
        ("PUT /api/v1/burns/{id}", &[Owner, Foreman, TorchHand]),
        ("POST /api/v1/jobs/{id}/runs/{run_id}/events", &[Owner, Foreman, TorchHand]),
        ("PUT /api/v1/gear/{id}", &[Owner, Foreman, CribKeeper]),
        ("PUT /api/v1/shop/{key}", &[Owner, Foreman]),
        ("POST /api/v1/devices", &[Owner, Foreman]),
        ("PUT /api/v1/people/{id}", &[Owner]),
        ("POST /api/v1/people/{id}/invitation", &[Owner]),
        ("GET /api/v1/audit", &[Owner]),
        ("GET /api/v1/jobs", &[Owner, Foreman, Planner, TorchHand, CribKeeper, Viewer]),
    ]);
    let app = TestApp::start().await;
    for role in Role::ALL {
        let (_, client) = app.someone(role.code(), role).await;
        for (rule, roles) in &meant {
            let (method, path) = rule.split_once(' ').unwrap();
            let asked = (method.parse().unwrap(), &*filled(path));
            let body = (method != "GET").then(|| json!({}));
            let status = app.send_by(&client, asked, body.as_ref()).await.status;
            assert_eq!(status != 403, roles.contains(&role), "{role:?} {rule}: {status}");
        }
    }
}

#[actix_web::test]
async fn the_calculators_answer_for_nobody_in_particular_and_keep_the_shops_own_to_itself() {
    let app = TestApp::start().await;
    let dear = json!({ "id": uuid::Uuid::now_v7(), "value": 123.0 });
    assert_eq!(app.put("/api/v1/shop/price_labour_h", &dear).await.status, 200);
    let lost = json!({ "cut": crate::test_app::plate(), "through": false, "scrap": "left" });
    let cost = async |client: &reqwest::Client| {
        let path = (Method::POST, "/api/v1/edge/recoveries");
        let reply = app.send_by(client, path, Some(&lost)).await;
        assert_eq!(reply.status, 200, "{}", reply.body);
        reply.body["clean_up"]["cost"].as_f64().unwrap()
    };
    assert!(cost(&app.client).await > 2.0 * cost(&app.nobody).await, "the shop's wage is its own");
    // what names a thing of the shop is the shop's
    let (job, card) = (uuid::Uuid::now_v7(), uuid::Uuid::now_v7());
    let of_job = json!({ "job_id": job, "input": crate::test_app::plate() });
    let of_card = json!({ "present": ["dross_hard"], "absent": [], "plan_id": card });
    for (path, body) in [("/api/v1/cut-plans/fuels", of_job), ("/api/v1/edge/diagnoses", of_card)] {
        let reply = app.send_by(&app.nobody, (Method::POST, path), Some(&body)).await;
        assert_eq!(reply.status, 401, "{path}: {}", reply.body);
    }
    let free = json!({ "input": crate::test_app::plate() });
    let reply =
        app.send_by(&app.nobody, (Method::POST, "/api/v1/cut-plans/fuels"), Some(&free)).await;
    assert_eq!(reply.body["options"].as_array().unwrap().len(), 4, "{}", reply.body);
}
