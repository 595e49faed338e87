//! Burns against their cards teach the shop, its plans follow and say so, and a foreman may freeze or refuse what was learned.

use galvanon_server::store::role::Role;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::test_app::{Answer, TestApp, plate};

fn number(value: &Value) -> f64 {
    value.as_f64().unwrap_or_else(|| panic!("{value}"))
}

/// A job with one cut of plate, and its card.
pub async fn job_with_card(app: &TestApp) -> (Uuid, Uuid, Value) {
    let (job, line, card) = (Uuid::now_v7(), Uuid::now_v7(), Uuid::now_v7());
    let rig = json!({ "gas": { "fuel": "acetylene" } });
    app.put(&format!("/api/v1/jobs/{job}"), &json!({ "name": "burns", "note": "", "rig": rig }))
        .await;
    let body = json!({ "job_id": job, "typed": "plate", "input": input(), "position": 1 });
    assert_eq!(app.put(&format!("/api/v1/job-lines/{line}"), &body).await.status, 201);
    let plan = json!({ "job_line_id": line, "title": "a plate", "request": plate() });
    let kept = app.put(&format!("/api/v1/plans/{card}"), &plan).await;
    assert_eq!(kept.status, 201, "{}", kept.body);
    (job, card, app.preview(&plate()).await.body)
}

/// So many burns at a part of the card's pace.
pub async fn burn(app: &TestApp, card: Uuid, (pace, start): (f64, f64)) -> Answer {
    let body = json!({ "happened_at": "2026-11-20T10:00:00Z", "plan_id": card, "person_id": app.owner,
        "pace_mm_min": pace, "start_s": start, "outcome": "good" });
    app.put(&format!("/api/v1/burns/{}", Uuid::now_v7()), &body).await
}

async fn listed(app: &TestApp, job: Uuid) -> Value {
    let document = app.get(&format!("/api/v1/jobs/{job}")).await.body;
    document["lines"][0].clone()
}

/// The job's cut as the bench plans it.
async fn drafted(app: &TestApp, job: Uuid) -> Value {
    let body = json!({ "job_id": job, "input": input() });
    let draft = app.post("/api/v1/cut-plans/draft", &body).await;
    assert_eq!(draft.status, 200, "{}", draft.body);
    draft.body
}

fn input() -> Value {
    json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 400, "process": "guided" } })
}

async fn factors(app: &TestApp, kind: &str, from: &str) -> Value {
    let reply = app.get("/api/v1/factors").await.body;
    let all = reply["factors"].as_array().unwrap().clone();
    all.into_iter().find(|it| it["kind"] == kind && it["from"] == from).unwrap_or(Value::Null)
}

/// Six burns a fifth slower than their card: plans of that class slow down, within the band of the factor, and name it.
#[tokio::test]
async fn plans_follow_the_shops_burns_and_say_so() {
    let app = TestApp::start().await;
    let (job, card, plan) = job_with_card(&app).await;
    let (pace, start) =
        (number(&plan["travel_speed_mm_min"]["set"]), number(&plan["start_preheat_s"]["set"]));
    let before = listed(&app, job).await;
    for _ in 0..6 {
        assert_eq!(burn(&app, card, (0.8 * pace, start)).await.status, 201);
    }
    let class = factors(&app, "speed", "class").await;
    assert_eq!((&class["n"], &class["state"]), (&json!(6), &json!("learning")));
    assert_eq!(class["class"]["process"], "guided");
    let median = number(&class["median"]);
    assert!(0.8 < median && median < 0.9 && number(&class["low"]) < 0.8001, "{class}");
    let draft = drafted(&app, job).await;
    let expected = draft["expected"].clone();
    let (draft, request) = (draft["plan"].clone(), draft["request"].clone());
    let ratio = number(&draft["travel_speed_mm_min"]["set"]) / pace;
    // told in whole hundredths
    assert!((ratio - (median * 100.0).round() / 100.0).abs() < 2e-3, "{ratio} {median}");
    assert_eq!(request["factors"]["speed_n"], 6.0);
    let trace = draft["trace"].as_array().unwrap().iter();
    let speed = trace.clone().find(|it| it["quantity"] == "travel_speed_mm_min").unwrap();
    let step = speed["steps"]
        .as_array()
        .unwrap()
        .iter()
        .find(|it| it["what"].as_str().unwrap().contains("n = 6"));
    assert!(step.is_some(), "{speed}");
    assert_ne!(listed(&app, job).await, before, "the list knows it too");
    // beside the handbook's band: where the next burn is expected, wider than the factor itself
    let next = expected["travel_speed_mm_min"].clone();
    let (low, high) = (number(&next["low"]) / pace, number(&next["high"]) / pace);
    assert!((number(&next["set"]) / pace - median).abs() < 1e-6, "{next}");
    assert!(low < number(&class["low"]) && high > number(&class["high"]), "{next} {class}");
    assert_eq!(
        (&next["n"], &next["from"], &expected["kerf_mm"]),
        (&json!(6), &json!("class"), &Value::Null)
    );
    // a preview depends on its request alone
    assert_eq!(
        app.preview(&plate()).await.body["travel_speed_mm_min"],
        plan["travel_speed_mm_min"]
    );
}

/// Gas is learned against a plan that had learned nothing: a pace that is slower as well does not count twice.
#[tokio::test]
async fn gas_and_kerf_are_learned_by_themselves() {
    let app = TestApp::start().await;
    let (job, card, plan) = job_with_card(&app).await;
    let (pace, kerf) = (number(&plan["travel_speed_mm_min"]["set"]), number(&plan["kerf_mm"]));
    let (oxygen, fuel) = (number(&plan["oxygen_l"]), number(&plan["fuel_l"]));
    for _ in 0..8 {
        let body = json!({ "happened_at": "2026-11-20T10:00:00Z", "plan_id": card, "person_id": app.owner,
            "pace_mm_min": 0.8 * pace, "kerf_mm": 1.2 * kerf, "oxygen_l": 1.1 * oxygen, "outcome": "good" });
        let kept = app.put(&format!("/api/v1/burns/{}", Uuid::now_v7()), &body).await;
        assert_eq!(kept.status, 201, "{}", kept.body);
    }
    let class = async |kind: &str| {
        let found = factors(&app, kind, "class").await;
        (number(&found["median"]) * 100.0).round() / 100.0
    };
    let drafted = drafted(&app, job).await;
    let now = &drafted["plan"];
    assert!(
        (number(&now["oxygen_l"]) / oxygen - class("oxygen").await).abs() < 1e-3,
        "{}",
        now["oxygen_l"]
    );
    assert!((number(&now["kerf_mm"]) / kerf - class("kerf").await).abs() < 1e-6);
    assert!(class("oxygen").await < 1.11 && class("kerf").await > 1.05);
    // of fuel nothing was measured: it follows the slower pace
    assert!(number(&now["fuel_l"]) > 1.05 * fuel && drafted["expected"]["fuel_l"].is_null());
    assert_eq!(drafted["request"]["factors"]["oxygen_n"], 8.0);
}

/// Held against cards with all factors at 1: a plan that follows the shop unlearns nothing from burns that keep to it.
#[tokio::test]
async fn a_plan_that_carries_the_factor_unlearns_nothing() {
    let app = TestApp::start().await;
    let (job, card, plan) = job_with_card(&app).await;
    let pace = number(&plan["travel_speed_mm_min"]["set"]);
    let start = number(&plan["start_preheat_s"]["set"]);
    for _ in 0..8 {
        burn(&app, card, (0.8 * pace, start)).await;
    }
    let learnt = number(&factors(&app, "speed", "hand").await["median"]);
    let draft = drafted(&app, job).await;
    let second = Uuid::now_v7();
    let body = json!({ "title": "it again", "request": draft["request"] });
    assert_eq!(app.put(&format!("/api/v1/plans/{second}"), &body).await.status, 201);
    // burnt just as the new card says: as slow as ever
    let told = number(&draft["plan"]["travel_speed_mm_min"]["set"]);
    for _ in 0..8 {
        burn(&app, second, (told, start)).await;
    }
    let now = number(&factors(&app, "speed", "hand").await["median"]);
    assert!((now - learnt).abs() < 0.02 && now < 0.86, "{learnt} {now}");
}

#[tokio::test]
async fn a_foreman_freezes_or_refuses_and_a_torch_hand_may_not() {
    let app = TestApp::start().await;
    let (job, card, plan) = job_with_card(&app).await;
    let pace = number(&plan["travel_speed_mm_min"]["set"]);
    for _ in 0..6 {
        burn(&app, card, (0.8 * pace, 10.0)).await;
    }
    let class = factors(&app, "speed", "class").await;
    let body = |state: &str| json!({ "kind": "speed", "class": class["class"], "state": state });
    let choose = async |state: &str| {
        app.put(&format!("/api/v1/factors/{}", Uuid::now_v7()), &body(state)).await
    };
    assert_eq!(choose("refused").await.status, 200);
    assert_eq!(factors(&app, "speed", "class").await["state"], "refused");
    let pace_of = async || {
        let draft = drafted(&app, job).await;
        number(&draft["plan"]["travel_speed_mm_min"]["set"])
    };
    assert!((pace_of().await - pace).abs() < 1.0, "what is refused moves nothing");
    assert_eq!(choose("frozen").await.status, 200);
    let frozen = pace_of().await;
    for _ in 0..10 {
        burn(&app, card, (1.2 * pace, 10.0)).await;
    }
    assert!((pace_of().await - frozen).abs() < 1e-9, "what is frozen stands");
    assert_eq!(choose("learning").await.status, 200);
    assert!(pace_of().await > frozen);
    let bad = choose("melted").await;
    assert_eq!(bad.body["error"]["fields"][0]["path"], "state");
    let mut nowhere = body("frozen");
    nowhere["class"]["bore_mm"] = json!(9.9);
    let path = format!("/api/v1/factors/{}", Uuid::now_v7());
    assert_eq!(app.put(&path, &nowhere).await.status, 404);
    let (_, hand) = app.someone("Tom Torch", Role::TorchHand).await;
    let refused = app.send_by(&hand, (reqwest::Method::PUT, &path), Some(&body("refused"))).await;
    assert_eq!(refused.status, 403);
}

/// A shop may only look at what it learned.
#[tokio::test]
async fn a_shop_may_have_its_burns_shown_and_not_followed() {
    let app = TestApp::start().await;
    let (job, card, plan) = job_with_card(&app).await;
    let pace = number(&plan["travel_speed_mm_min"]["set"]);
    for _ in 0..6 {
        burn(&app, card, (0.8 * pace, 10.0)).await;
    }
    let body = json!({ "id": Uuid::now_v7(), "value": "show" });
    assert_eq!(app.put("/api/v1/shop/learning", &body).await.status, 200);
    let draft = drafted(&app, job).await;
    assert!((number(&draft["plan"]["travel_speed_mm_min"]["set"]) - pace).abs() < 1.0);
    assert!(number(&factors(&app, "speed", "class").await["median"]) < 0.9);
}

/// What is no burn (no seconds of heating, ten metres a minute) is kept and teaches nothing.
#[tokio::test]
async fn a_slip_of_the_pen_teaches_nothing() {
    let app = TestApp::start().await;
    let (_, card, _) = job_with_card(&app).await;
    let kept = burn(&app, card, (10_000.0, 0.0)).await;
    assert_eq!((kept.status.as_u16(), &kept.body["start_s"]), (201, &json!(0.0)));
    assert_eq!(kept.body["factors"], json!({}));
    assert_eq!(app.get("/api/v1/factors").await.body["factors"], json!([]));
}

/// The demo hides three truths in its six weeks: each is found.
#[actix_web::test]
async fn the_demo_shows_its_hands_its_worn_tip_and_its_changed_hose() {
    let app = TestApp::demo().await;
    let reply = app.get("/api/v1/factors").await.body;
    let all = reply["factors"].as_array().unwrap();
    let people = app.get("/api/v1/people").await.body["people"].clone();
    let hand = |name: &str| {
        let id =
            people.as_array().unwrap().iter().find(|it| it["name"] == name).unwrap()["id"].clone();
        let own = all.iter().filter(|it| {
            it["class"]["person_id"] == id
                && it["kind"] == "speed"
                && it["class"]["process"] == "guided"
        });
        own.map(|it| number(&it["median"])).collect::<Vec<_>>()
    };
    assert!(
        hand("Dorrit Vale").iter().all(|f| (1.08..1.19).contains(f)),
        "{:?}",
        hand("Dorrit Vale")
    );
    assert!(
        hand("Tobin Harrow").iter().all(|f| (0.83..0.93).contains(f)),
        "{:?}",
        hand("Tobin Harrow")
    );
    let worn = all
        .iter()
        .filter(|it| it["kind"] == "kerf" && it["from"] == "class" && number(&it["median"]) > 1.1);
    let worn: Vec<&Value> = worn.collect();
    assert_eq!((worn.len(), &worn[0]["class"]["process"]), (1, &json!("machine")));
    let changes = reply["changes"].as_array().unwrap();
    let kinds: Vec<&Value> = changes.iter().map(|it| &it["kind"]).collect();
    assert!(
        kinds.contains(&&json!("speed")) && kinds.contains(&&json!("start_preheat")),
        "{changes:?}"
    );
    let way = |kind: &str| changes.iter().find(|it| it["kind"] == kind).unwrap()["more"].clone();
    assert_eq!(
        (way("speed"), way("start_preheat")),
        (json!(false), json!(true)),
        "slower, and longer to heat"
    );
    let truer = reply["truer"].as_array().unwrap().iter().find(|it| it["kind"] == "speed").unwrap();
    assert!(number(&truer["after_percent"]) < 0.7 * number(&truer["before_percent"]), "{truer}");
    // the shop answers that the yard's rig changed: it is not asked again, and what was burnt before weighs little
    let told = changes.iter().find(|it| it["kind"] == "speed").unwrap();
    let yard = |reply: &Value| {
        let all = reply["factors"].as_array().unwrap().clone();
        let class = all.iter().find(|it| {
            it["kind"] == "speed"
                && it["from"] == "class"
                && it["class"]["fuel"] == "propane"
                && number(&it["class"]["bore_mm"]) > 1.4
        });
        number(&class.unwrap()["median"])
    };
    let body = json!({ "job_id": told["job_id"], "changed_at": told["happened_at"] });
    let path = format!("/api/v1/rig-changes/{}", Uuid::now_v7());
    let answer = app.put(&path, &body).await;
    assert_eq!(answer.status, 200, "{}", answer.body);
    let asked: Vec<Value> = answer.body["changes"].as_array().unwrap().clone();
    assert!(asked.iter().all(|it| it["job_id"] != told["job_id"]), "{asked:?}");
    assert!(yard(&answer.body) < yard(&reply) - 0.02, "{} {}", yard(&answer.body), yard(&reply));
    let nowhere = json!({ "job_id": Uuid::now_v7(), "changed_at": told["happened_at"] });
    let path = format!("/api/v1/rig-changes/{}", Uuid::now_v7());
    let refused = app.put(&path, &nowhere).await;
    assert_eq!(
        (refused.status.as_u16(), &refused.body["error"]["fields"][0]["path"]),
        (422, &json!("job_id"))
    );
}

/// Each burn stands beside what those before it told: six burns at four fifths are told the tables first, then nearer and nearer.
#[tokio::test]
async fn each_burn_stands_beside_what_was_told_of_it() {
    let app = TestApp::start().await;
    let (_, card, plan) = job_with_card(&app).await;
    let pace = number(&plan["travel_speed_mm_min"]["set"]);
    for _ in 0..6 {
        burn(&app, card, (0.8 * pace, 12.0)).await;
    }
    let found = app.get("/api/v1/factors/calibration").await.body;
    assert_eq!(found["kind"], "speed");
    let points = found["points"].as_array().unwrap();
    let told: Vec<f64> = points.iter().map(|it| number(&it["told"])).collect();
    assert!((told[0] - 1.0).abs() < 1e-9 && told.windows(2).all(|it| it[1] < it[0]), "{told:?}");
    assert!(points.iter().all(|it| (number(&it["done"]) - 0.8).abs() < 0.01));
    assert_eq!(points[5]["within"], true, "{}", points[5]);
    let class = &found["classes"][0];
    let inside = points.iter().filter(|it| it["within"] == true).count();
    assert_eq!((&class["n"], &class["within"]), (&json!(6), &json!(inside)), "{class}");
    assert_eq!(class["class"]["process"], "guided");
    let kerf = app.get("/api/v1/factors/calibration?kind=kerf").await.body;
    assert_eq!((&kerf["points"], &kerf["classes"]), (&json!([]), &json!([])));
    let refused = app.get("/api/v1/factors/calibration?kind=luck").await;
    assert_eq!(refused.body["error"]["fields"][0]["path"], "kind");
}

/// A shop of many burns learns of one more without looking at all of them again, comes to nearly the same, and catches up behind.
#[actix_web::test]
async fn one_burn_more_among_many_is_added_and_all_are_learned_anew_behind() {
    use galvanon_server::plan::learning::{catch_up, learn_again, learn_more};
    let app = TestApp::start().await;
    let many = "INSERT INTO burns (id, happened_at, outcome, made_from, process, fuel, bore_m, thickness_m, speed_factor)
                SELECT gen_random_uuid(), now() - n * interval '1 hour', 'good', '{}', 'guided', 'acetylene', 0.0012, 0.012,
                    exp(0.1 * sin(n)) * 0.9 FROM generate_series(1, 1200) n";
    sqlx::query(many).execute(&app.pool).await.unwrap();
    learn_again(&app.pool).await.unwrap();
    let of_class = async || {
        let factors = app.get("/api/v1/factors").await.body["factors"].clone();
        let all = factors.as_array().unwrap().clone();
        let found =
            all.into_iter().find(|it| it["kind"] == "speed" && it["from"] == "class").unwrap();
        (found["n"].as_i64().unwrap(), found["median"].as_f64().unwrap())
    };
    let since = async || -> i32 {
        sqlx::query_scalar("SELECT since FROM learned WHERE kind = 'speed'")
            .fetch_one(&app.pool)
            .await
            .unwrap()
    };
    let (n, median) = of_class().await;
    assert_eq!((n, since().await), (1200, 0));
    assert!((median - 0.9).abs() < 0.02, "{median}");
    let mut ids = Vec::new();
    for _ in 0..50 {
        let id: Uuid = sqlx::query_scalar(
            "INSERT INTO burns (id, happened_at, outcome, made_from, process, fuel, bore_m, thickness_m, speed_factor)
             VALUES (gen_random_uuid(), now(), 'good', '{}', 'guided', 'acetylene', 0.0012, 0.012, 1.1) RETURNING id",
        )
        .fetch_one(&app.pool)
        .await
        .unwrap();
        ids.push(id);
    }
    learn_more(&app.pool, &ids[..49]).await.unwrap();
    let (n, more) = of_class().await;
    assert_eq!((n, since().await), (1249, 49));
    assert!(more > median + 0.001, "{median} {more}");
    catch_up(&app.pool).await.unwrap();
    assert_eq!(since().await, 49, "fifty are not there yet");
    learn_more(&app.pool, &ids[49..]).await.unwrap();
    let (_, added) = of_class().await;
    catch_up(&app.pool).await.unwrap();
    let (n, anew) = of_class().await;
    assert_eq!((n, since().await), (1250, 0));
    assert!((added / anew).ln().abs() < 0.01, "added {added}, anew {anew}");
}
