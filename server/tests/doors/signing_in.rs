//! Coming in and going out: passwords, second factor, invitations, the first owner, sessions, tokens.

use galvanon_server::api::people::doors::set_up_code;
use galvanon_server::store::role::Role;
use reqwest::header::{COOKIE, SET_COOKIE};
use reqwest::{Method, Response};
use serde_json::{Value, json};
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};

use crate::test_app::TestApp;

/// A password that is taken.
pub const GOOD: &str = "kerf drag lever cherry";

/// The cookie that a reply gives, as a browser sends it back.
pub fn cookie_of(reply: &Response) -> String {
    let given = reply.headers()[SET_COOKIE].to_str().unwrap();
    given.split(';').next().unwrap().to_owned()
}

/// Tries a door and gives the whole reply.
pub async fn enter(app: &TestApp, body: &Value) -> Response {
    app.nobody.post(format!("{}/api/v1/session", app.address)).json(body).send().await.unwrap()
}

/// What a path says to who carries a cookie.
pub async fn get_with(app: &TestApp, cookie: &str, path: &str) -> (u16, Value) {
    let asked = app.nobody.get(format!("{}{path}", app.address)).header(COOKIE, cookie);
    let reply = asked.send().await.unwrap();
    (reply.status().as_u16(), reply.json().await.unwrap_or(Value::Null))
}

async fn send_with(
    app: &TestApp,
    cookie: &str,
    (method, path): (Method, &str),
    body: Value,
) -> u16 {
    let asked = app.nobody.request(method, format!("{}{path}", app.address)).header(COOKIE, cookie);
    asked.json(&body).send().await.unwrap().status().as_u16()
}

/// A person with a password, invited and taken up as it is done.
pub async fn invited(app: &TestApp, name: &str, role: Role) -> (uuid::Uuid, String) {
    let (id, _) = app.someone(name, role).await;
    let link = app.post(&format!("/api/v1/people/{id}/invitation"), &json!({})).await;
    assert_eq!(link.status, 201, "{}", link.body);
    let key = link.body["key"].as_str().unwrap();
    assert!(link.body["link"].as_str().unwrap().ends_with(&format!("/#invitation={key}")));
    let told = enter(app, &json!({ "invitation": key })).await;
    assert_eq!(
        (told.status().as_u16(), told.json::<Value>().await.unwrap()),
        (200, json!({ "name": name, "passkey": null }))
    );
    let reply = enter(app, &json!({ "invitation": key, "password": GOOD })).await;
    assert_eq!(reply.status(), 204);
    let again = enter(app, &json!({ "invitation": key, "password": GOOD })).await;
    assert_eq!(again.status(), 401, "an invitation is taken up once");
    (id, cookie_of(&reply))
}

#[actix_web::test]
async fn a_session_begins_with_a_password_and_ends_when_it_is_left() {
    let app = TestApp::start().await;
    let (id, first) = invited(&app, "Dorrit Vale", Role::TorchHand).await;
    let reply = enter(&app, &json!({ "name": " dorrit vale ", "password": GOOD })).await;
    assert_eq!(reply.status(), 204);
    let given = reply.headers()[SET_COOKIE].to_str().unwrap().to_owned();
    assert!(given.contains("HttpOnly") && given.contains("SameSite=Lax"), "{given}");
    let cookie = cookie_of(&reply);
    assert_ne!(first, cookie, "each session has a key of its own");
    let (status, here) = get_with(&app, &cookie, "/api/v1/session").await;
    assert_eq!(status, 200);
    assert_eq!((&here["person"]["id"], &here["role"]), (&json!(id), &json!("torch_hand")));
    assert_eq!(here["device"], Value::Null);
    assert!(here["may"].as_array().unwrap().contains(&json!("burn")));
    // only a hash of the key is kept
    let key = cookie.split_once('=').unwrap().1;
    let rows: Vec<String> =
        sqlx::query_scalar("SELECT s::text FROM sessions s").fetch_all(&app.pool).await.unwrap();
    assert!(rows.len() >= 2 && rows.iter().all(|row| !row.contains(key)));
    assert_eq!(send_with(&app, &cookie, (Method::DELETE, "/api/v1/session"), json!({})).await, 204);
    assert_eq!(get_with(&app, &cookie, "/api/v1/jobs").await.0, 401);
    assert_eq!(get_with(&app, &first, "/api/v1/jobs").await.0, 200, "the other one lasts");
}

#[actix_web::test]
async fn whatever_is_wrong_is_answered_alike() {
    let app = TestApp::start().await;
    invited(&app, "Dorrit Vale", Role::TorchHand).await;
    app.someone("No Password", Role::Planner).await;
    let mut told = Vec::new();
    for body in [
        json!({ "name": "Dorrit Vale", "password": "kerf drag lever cherries" }),
        json!({ "name": "Nobody At All", "password": GOOD }),
        json!({ "name": "No Password", "password": GOOD }),
        json!({ "name": "Dorrit Vale", "password": "" }),
        json!({ "name": "", "password": "" }),
        json!({ "name": "Dorrit Vale", "demo": true }),
        json!({ "name": "Dorrit Vale", "pin": "2580" }),
        json!({ "name": "Dorrit Vale", "password": "x".repeat(200_000) }),
    ] {
        let reply = enter(&app, &body).await;
        assert_eq!(reply.status(), 401);
        assert!(reply.headers().get(SET_COOKIE).is_none());
        told.push(reply.text().await.unwrap());
    }
    assert!(told.iter().all(|text| *text == told[0]), "{told:?}");
    let megabyte = json!({ "name": "Dorrit Vale", "password": "x".repeat(1_000_000) });
    assert_eq!(enter(&app, &megabyte).await.status(), 413);
    for body in [
        json!({}),
        json!({ "name": "Dorrit Vale" }),
        json!({ "pin": "2580" }),
        json!({ "name": "A", "password": "b", "invitation": "c" }),
    ] {
        let reply = enter(&app, &body).await;
        assert_eq!(reply.status(), 422, "{body}");
    }
}

#[actix_web::test]
async fn a_hundred_wrong_tries_are_not_all_looked_at_whoever_they_name() {
    let app = TestApp::start().await;
    invited(&app, "Dorrit Vale", Role::TorchHand).await;
    for name in ["Dorrit Vale", "Nobody At All"] {
        let tries = (0..40).map(|_| async {
            let reply =
                enter(&app, &json!({ "name": name, "password": "wrong wrong wrong" })).await;
            (reply.status().as_u16(), reply.headers().get("retry-after").is_some())
        });
        let all = futures_util::future::join_all(tries).await;
        let looked_at = all.iter().filter(|(status, _)| *status == 401).count();
        assert!(looked_at <= 10, "{name}: {all:?}");
        assert!(all.iter().any(|(status, _)| *status == 429), "{name}: {all:?}");
        assert!(all.iter().all(|(status, again)| *status == 401 || *again), "{name}: {all:?}");
    }
    // the right one waits as well, and a token is not locked
    let right = enter(&app, &json!({ "name": "Dorrit Vale", "password": GOOD })).await;
    assert_eq!(right.status(), 429);
    assert_eq!(app.get("/api/v1/jobs").await.status, 200);
    // a minute later it is open again
    sqlx::query("UPDATE tries SET at = at - interval '61 seconds'")
        .execute(&app.pool)
        .await
        .unwrap();
    let later = enter(&app, &json!({ "name": "Dorrit Vale", "password": GOOD })).await;
    assert_eq!(later.status(), 204);
}

#[actix_web::test]
async fn sessions_end_by_themselves_and_a_strange_or_old_key_is_nobodys() {
    let app = TestApp::start().await;
    let (_, cookie) = invited(&app, "Dorrit Vale", Role::TorchHand).await;
    assert_eq!(get_with(&app, &cookie, "/api/v1/jobs").await.0, 200);
    let age = async |sql: &str| {
        sqlx::query(sqlx::AssertSqlSafe(sql.to_owned())).execute(&app.pool).await.unwrap();
        get_with(&app, &cookie, "/api/v1/jobs").await.0
    };
    assert_eq!(age("UPDATE sessions SET seen_at = now() - interval '29 minutes'").await, 200);
    assert_eq!(age("UPDATE sessions SET seen_at = now() - interval '31 minutes'").await, 401);
    assert_eq!(
        age("UPDATE sessions SET seen_at = now(), made_at = now() - interval '11 hours'").await,
        200
    );
    assert_eq!(
        age("UPDATE sessions SET seen_at = now(), made_at = now() - interval '13 hours'").await,
        401
    );
    for strange in ["galvanon=", "galvanon=x", "galvanon=../../etc", "__Host-galvanon=x"] {
        assert_eq!(get_with(&app, strange, "/api/v1/jobs").await.0, 401, "{strange}");
    }
    // a key that somebody else chose is never taken: signing in gives a new one
    let fixed = app
        .nobody
        .post(format!("{}/api/v1/session", app.address))
        .header(COOKIE, "galvanon=chosen");
    let reply =
        fixed.json(&json!({ "name": "Dorrit Vale", "password": GOOD })).send().await.unwrap();
    assert_eq!(reply.status(), 204);
    assert_ne!(cookie_of(&reply), "galvanon=chosen");
    assert_eq!(get_with(&app, "galvanon=chosen", "/api/v1/jobs").await.0, 401);
}

#[actix_web::test]
async fn a_new_password_ends_every_other_session() {
    let app = TestApp::start().await;
    let (_, first) = invited(&app, "Dorrit Vale", Role::TorchHand).await;
    let second = cookie_of(&enter(&app, &json!({ "name": "Dorrit Vale", "password": GOOD })).await);
    let (_, listed) = get_with(&app, &second, "/api/v1/sessions").await;
    assert_eq!(listed["sessions"].as_array().unwrap().len(), 2, "{listed}");
    let set =
        async |body: Value| send_with(&app, &second, (Method::PUT, "/api/v1/password"), body).await;
    assert_eq!(set(json!({ "old": "wrong", "new": "another four words here" })).await, 401);
    assert_eq!(set(json!({ "old": GOOD, "new": "short" })).await, 422);
    assert_eq!(set(json!({ "old": GOOD, "new": "dorritvale12" })).await, 422, "her own name");
    assert_eq!(set(json!({ "old": GOOD, "new": "another four words here" })).await, 204);
    assert_eq!(get_with(&app, &first, "/api/v1/jobs").await.0, 401);
    assert_eq!(get_with(&app, &second, "/api/v1/jobs").await.0, 200);
    // and one of one's own by its name; another's is not there
    let third = cookie_of(
        &enter(&app, &json!({ "name": "Dorrit Vale", "password": "another four words here" }))
            .await,
    );
    let (_, here) = get_with(&app, &third, "/api/v1/sessions").await;
    let other =
        here["sessions"].as_array().unwrap().iter().find(|it| it["id"] != here["here"]).unwrap();
    let path = format!("/api/v1/sessions/{}", other["id"].as_str().unwrap());
    assert_eq!(
        app.send(Method::DELETE, &path, None).await.status,
        404,
        "the owner does not end hers so"
    );
    assert_eq!(send_with(&app, &third, (Method::DELETE, &path), json!({})).await, 204);
    assert_eq!(get_with(&app, &second, "/api/v1/jobs").await.0, 401);
}

/// The code of a secret some steps from now.
fn code(secret: &[u8], steps: i64) -> String {
    let at = OffsetDateTime::now_utc() + Duration::seconds(30 * steps);
    let totp = totp_rs::Builder::new().with_secret(secret.to_vec()).with_account_name("x");
    totp.build().unwrap().generate(at.unix_timestamp().try_into().unwrap()).to_string()
}

async fn secret_of(pool: &PgPool, person: uuid::Uuid) -> Vec<u8> {
    let sql = "SELECT totp_secret FROM credentials WHERE person_id = $1";
    sqlx::query_scalar(sql).bind(person).fetch_one(pool).await.unwrap()
}

#[actix_web::test]
async fn a_second_factor_is_asked_for_and_each_code_opens_once() {
    let app = TestApp::start().await;
    let (id, cookie) = invited(&app, "Second Owner", Role::Owner).await;
    let send = async |method: Method, body: Value| {
        let path = format!("{}/api/v1/second-factor", app.address);
        let asked = app.nobody.request(method, path).header(COOKIE, &cookie).json(&body);
        let reply = asked.send().await.unwrap();
        (reply.status().as_u16(), reply.json::<Value>().await.unwrap_or(Value::Null))
    };
    assert_eq!(send(Method::PUT, json!({ "code": "123456" })).await.0, 401, "none is set up");
    let (status, offer) = send(Method::POST, json!({})).await;
    assert_eq!((status, offer["secret"].as_str().unwrap().len()), (200, 32));
    let secret = secret_of(&app.pool, id).await;
    let by = async |code: Option<&str>| {
        let body = json!({ "name": "Second Owner", "password": GOOD, "code": code });
        enter(&app, &body).await.status().as_u16()
    };
    assert_eq!(by(None).await, 204, "not before it was tried");
    let (status, told) = send(Method::PUT, json!({ "code": code(&secret, -1) })).await;
    assert_eq!(status, 200, "{told}");
    let recovery = told["codes"].as_array().unwrap();
    assert_eq!(recovery.len(), 10);
    assert_eq!(by(None).await, 401);
    assert_eq!(by(Some("000000")).await, 401);
    let now = code(&secret, 0);
    assert_eq!(by(Some(&now)).await, 204);
    assert_eq!(by(Some(&now)).await, 401, "it was taken");
    // a clock that is set back makes no old code good again
    assert_eq!(by(Some(&code(&secret, -1))).await, 401);
    let lost = recovery[3].as_str().unwrap().to_lowercase();
    assert_eq!(by(Some(&lost)).await, 204);
    assert_eq!(by(Some(&lost)).await, 401, "it was used");
    assert_eq!(send(Method::DELETE, json!({ "code": "111111" })).await.0, 401);
    assert_eq!(send(Method::DELETE, json!({ "code": recovery[4] })).await.0, 204);
    assert_eq!(by(None).await, 204);
}

#[actix_web::test]
async fn a_shop_without_an_owner_is_claimed_once_with_the_code_of_its_server() {
    let app = TestApp::unowned().await;
    let before = set_up_code(&app.pool).await.unwrap().unwrap();
    let code = set_up_code(&app.pool).await.unwrap().unwrap();
    let (status, doors) = get_with(&app, "", "/api/v1/session").await;
    assert_eq!((status, &doors["doors"]["unclaimed"]), (401, &json!(true)));
    let claim = async |code: &str, password: &str| {
        let body = json!({ "setup_code": code, "name": "Ada Quill", "password": password });
        enter(&app, &body).await
    };
    assert_eq!(claim("ABCD-EFGH-JKLM-NPQR", GOOD).await.status(), 401);
    assert_eq!(claim(&before, GOOD).await.status(), 401, "the newest code counts");
    assert_eq!(claim(&code, "short").await.status(), 422, "and the code still holds");
    let reply = claim(&code.to_lowercase().replace('-', ""), GOOD).await;
    assert_eq!(reply.status(), 204);
    let (_, here) = get_with(&app, &cookie_of(&reply), "/api/v1/session").await;
    assert_eq!(here["role"], "owner");
    assert_eq!(claim(&code, GOOD).await.status(), 401);
    assert_eq!(set_up_code(&app.pool).await.unwrap(), None, "an owned shop has no such code");
    assert_eq!(get_with(&app, "", "/api/v1/session").await.1["doors"]["unclaimed"], false);
}

#[actix_web::test]
async fn the_last_owner_stays_and_who_leaves_is_shut_out_at_once() {
    let app = TestApp::start().await;
    let own = format!("/api/v1/people/{}", app.owner);
    let seen = json!({ "version": 1 });
    let down = app.patch(&own, &json!({ "version": 1, "role": "viewer" })).await;
    assert_eq!(
        (down.status.as_u16(), &down.body["error"]["fields"][0]["path"]),
        (422, &json!("role"))
    );
    assert_eq!(app.send(Method::DELETE, &own, Some(&seen)).await.status, 422);
    assert_eq!(app.post(&format!("{own}/forget"), &json!({})).await.status, 422);
    let (id, cookie) = invited(&app, "Nell Okafor-Reed", Role::Owner).await;
    assert_eq!(app.patch(&own, &json!({ "version": 1, "role": "foreman" })).await.status, 200);
    assert_eq!(
        app.patch(&own, &json!({ "version": 2, "role": "owner" })).await.status,
        403,
        "no owner any more"
    );
    let path = format!("/api/v1/people/{id}");
    assert_eq!(
        send_with(&app, &cookie, (Method::PATCH, &own), json!({ "version": 2, "role": "owner" }))
            .await,
        200
    );
    assert_eq!(app.send(Method::DELETE, &path, Some(&seen)).await.status, 200);
    assert_eq!(get_with(&app, &cookie, "/api/v1/jobs").await.0, 401);
    let back = enter(&app, &json!({ "name": "Nell Okafor-Reed", "password": GOOD })).await;
    assert_eq!(back.status(), 401);
    // the name goes on request, what they did stays under their number
    let gone = app.post(&format!("{path}/forget"), &json!({})).await;
    assert_eq!(gone.status, 200, "{}", gone.body);
    let number = gone.body["number"].as_i64().unwrap();
    assert_eq!(gone.body["name"], format!("Person {number}"));
    let left: i64 =
        sqlx::query_scalar("SELECT count(*) FROM people WHERE people::text LIKE '%Okafor%'")
            .fetch_one(&app.pool)
            .await
            .unwrap();
    assert_eq!(left, 0);
}

#[actix_web::test]
async fn two_owners_who_unmake_each_other_at_once_leave_one() {
    let app = TestApp::start().await;
    for round in 0..5 {
        let (other, client) = app.someone(&format!("Owner {round}"), Role::Owner).await;
        let down = async |by: &reqwest::Client, whom: uuid::Uuid, version: i32| {
            let path = format!("/api/v1/people/{whom}");
            let body = json!({ "version": version, "role": "viewer" });
            app.send_by(by, (Method::PATCH, &path), Some(&body)).await.status.as_u16()
        };
        let version: i32 = sqlx::query_scalar("SELECT version FROM people WHERE id = $1")
            .bind(app.owner)
            .fetch_one(&app.pool)
            .await
            .unwrap();
        let both = futures_util::future::join(
            down(&app.client, other, 1),
            down(&client, app.owner, version),
        );
        let (one, two) = both.await;
        assert!([one, two].iter().all(|status| [200, 403, 422].contains(status)), "{one} {two}");
        let owners: i64 = sqlx::query_scalar("SELECT count(*) FROM people WHERE role = 'owner'")
            .fetch_one(&app.pool)
            .await
            .unwrap();
        assert!(owners >= 1, "round {round}");
        sqlx::query("UPDATE people SET role = 'owner', version = version + 1 WHERE id = $1")
            .bind(app.owner)
            .execute(&app.pool)
            .await
            .unwrap();
    }
}

#[actix_web::test]
async fn a_token_stands_for_its_person_and_only_reads_where_it_says_so() {
    let app = TestApp::start().await;
    let (id, hand) = app.someone("Dorrit Vale", Role::TorchHand).await;
    let made = async |client: &reqwest::Client, body: Value| {
        app.send_by(client, (Method::POST, "/api/v1/tokens"), Some(&body)).await
    };
    let reading = made(&hand, json!({ "name": "board in the bay", "scope": "read" })).await;
    assert_eq!(reading.status, 201, "{}", reading.body);
    let board = crate::test_app::carrying(reading.body["token"].as_str().unwrap());
    let ask = async |method: Method, path: &str, body: Option<Value>| {
        app.send_by(&board, (method, path), body.as_ref()).await.status.as_u16()
    };
    assert_eq!(ask(Method::GET, "/api/v1/jobs", None).await, 200);
    let burn = format!("/api/v1/burns/{}", uuid::Uuid::now_v7());
    let body = json!({ "happened_at": "2026-05-31T09:00:00Z" });
    assert_eq!(ask(Method::PUT, &burn, Some(body.clone())).await, 403);
    assert_eq!(ask(Method::GET, "/api/v1/session", None).await, 200);
    assert_eq!(app.send_by(&hand, (Method::PUT, &burn), Some(&body)).await.status, 201);
    // for oneself; for another only an owner
    assert_eq!(made(&hand, json!({ "name": "x", "person_id": app.owner })).await.status, 403);
    assert_eq!(made(&app.client, json!({ "name": "x", "person_id": id })).await.status, 201);
    assert_eq!(
        made(&app.client, json!({ "name": "x", "person_id": uuid::Uuid::now_v7() })).await.status,
        404
    );
    assert_eq!(made(&hand, json!({ "name": "" })).await.status, 422);
    let path = format!("/api/v1/tokens/{}", reading.body["id"].as_str().unwrap());
    assert_eq!(app.send(Method::DELETE, &path, None).await.status, 404, "another's is not there");
    assert_eq!(app.send_by(&hand, (Method::DELETE, &path), None).await.status, 204);
    assert_eq!(ask(Method::GET, "/api/v1/jobs", None).await, 401);
}

#[actix_web::test]
async fn the_demos_people_come_in_by_one_touch_and_nobody_else_does() {
    let app = TestApp::demo().await;
    let (_, told) = get_with(&app, "", "/api/v1/session").await;
    let demo = told["doors"]["demo"].as_array().unwrap();
    assert_eq!(demo[0], json!({ "name": "Marta Quill", "role": "owner" }));
    assert_eq!(told["doors"]["unclaimed"], false);
    let by = async |name: &str| enter(&app, &json!({ "name": name, "demo": true })).await;
    let reply = by("Marta Quill").await;
    assert_eq!(reply.status(), 204);
    assert_eq!(get_with(&app, &cookie_of(&reply), "/api/v1/audit").await.0, 200);
    app.someone("A Real Hand", Role::TorchHand).await;
    for other in ["A Real Hand", "Nobody", ""] {
        assert_eq!(by(other).await.status(), 401, "{other}");
    }
}
