//! Parts on plates, over HTTP: what a client is told, what is refused where, and who waits for whom.

use reqwest::Method;
use serde_json::{Value, json};

use crate::test_app::{Answer, TestApp, with};

const PATH: &str = "/api/v1/layout/nest";

async fn shape(app: &TestApp, shape: Value) -> Value {
    app.post("/api/v1/layout/parts/shape", &shape).await.body
}

async fn list(app: &TestApp) -> Value {
    let gusset = json!({ "shape": "gusset", "width_mm": 200, "height_mm": 150 });
    let ring = json!({ "shape": "ring", "diameter_mm": 160, "inner_diameter_mm": 100 });
    json!({
        "plates": [{ "width_mm": 1500, "height_mm": 600, "count": 2 }],
        "parts": [
            { "part": shape(app, gusset).await, "count": 8, "turns": "quarter" },
            { "part": shape(app, ring).await, "count": 3, "turns": "none" },
        ],
        "gap_mm": 12, "margin_mm": 10, "rounds": 3, "seed": 5,
    })
}

fn refused(answer: &Answer) -> Vec<(String, String)> {
    assert_eq!(answer.status, 422, "{}", answer.body);
    let text = |of: &Value| of.as_str().unwrap().to_owned();
    let fields = answer.body["error"]["fields"].as_array().unwrap();
    fields.iter().map(|it| (text(&it["path"]), text(&it["message"]))).collect()
}

#[tokio::test]
async fn parts_lie_on_their_plate_and_the_same_seed_lays_them_the_same() {
    let app = TestApp::start().await;
    let list = list(&app).await;
    let nested = app.post(PATH, &list).await;
    assert_eq!(nested.status, 200, "{}", nested.body);
    let plates = nested.body["plates"].as_array().unwrap();
    assert_eq!((plates.len(), &plates[0]["plate"]), (1, &json!(0)), "one of the two is enough");
    let placed = plates[0]["placed"].as_array().unwrap();
    assert_eq!(placed.len(), 11);
    // the ring's origin is its centre: its edge keeps the margin
    for ring in placed.iter().filter(|it| it["part"] == 1) {
        let (x, y) = (ring["x_mm"].as_f64().unwrap(), ring["y_mm"].as_f64().unwrap());
        assert!((90.0 - 1e-6..=1410.0).contains(&x) && (90.0 - 1e-6..=510.0).contains(&y));
        assert_eq!((&ring["angle_deg"], &ring["mirrored"]), (&json!(0.0), &json!(false)));
    }
    let area = |i: usize| list["parts"][i]["part"]["area_mm2"].as_f64().unwrap();
    let share = (8.0 * area(0) + 3.0 * area(1)) / (1500.0 * 600.0);
    assert!((plates[0]["used_share"].as_f64().unwrap() - share).abs() < 1e-5, "holes are no steel");
    assert_eq!(plates[0]["remnant"]["closed"], true);
    assert_eq!((&nested.body["left_over"], &nested.body["rounds"]), (&json!([]), &json!(3)));
    assert_eq!(app.post(PATH, &list).await.body, nested.body);
    let timed = with(&with(&list, "rounds", Value::Null), "seconds", json!(0.1));
    assert!(app.post(PATH, &timed).await.body["rounds"].as_u64().unwrap() >= 1);
}

#[tokio::test]
async fn a_remnant_is_a_plate_and_what_does_not_fit_says_why() {
    let app = TestApp::start().await;
    let list = list(&app).await;
    let first = app.post(PATH, &list).await.body;
    let rest = json!([{ "outline": first["plates"][0]["remnant"] }]);
    let long = json!({ "shape": "rectangle", "width_mm": 1600, "height_mm": 20 });
    let mut next = with(&list, "plates", rest);
    next["parts"][1] = json!({ "part": shape(&app, long).await });
    let second = app.post(PATH, &next).await;
    assert_eq!(second.status, 200, "{}", second.body);
    let left = &second.body["left_over"][0];
    assert_eq!(
        (&left["part"], &left["count"], &left["why"]),
        (&json!(1), &json!(1), &json!("too_large"))
    );
    assert!(left["text"].as_str().unwrap().starts_with("Too large for every plate"));
}

#[tokio::test]
async fn what_cannot_be_is_refused_at_its_field_with_what_is_allowed() {
    let app = TestApp::start().await;
    let list = list(&app).await;
    let post = async |path: &str, value: Value| app.post(PATH, &with(&list, path, value)).await;
    let told = refused(&post("plates", json!([])).await);
    assert_eq!(told, [("plates".into(), "plates must be 1 to 200 in all.".into())]);
    let told = refused(&post("plates", json!([{ "width_mm": 1, "height_mm": 600 }])).await);
    assert_eq!(told[0].0, "plates.0.width_mm");
    let both = json!([{ "width_mm": 900, "height_mm": 600, "outline": list["parts"][0]["part"]["outer"] }]);
    assert_eq!(refused(&post("plates", both).await)[0].0, "plates.0.outline");
    assert_eq!(refused(&post("gap_mm", json!(-1)).await)[0].0, "gap_mm");
    assert_eq!(
        refused(&post("margin_mm", json!(300)).await)[0].0,
        "plates.0",
        "nothing is left of it"
    );
    assert_eq!(refused(&post("rounds", Value::Null).await)[0].0, "seconds", "one of the two");
    assert_eq!(refused(&post("seconds", json!(1)).await)[0].0, "rounds", "not both");
    let mut many = list.clone();
    many["parts"][0]["count"] = json!(499);
    assert_eq!(refused(&app.post(PATH, &many).await)[0].1, "parts must be 1 to 500 in all.");
    many["parts"][0]["turns"] = json!("any");
    assert!(refused(&app.post(PATH, &many).await)[0].1.contains("free, quarter, none"));
    let mut crossed = list.clone();
    crossed["parts"][0]["part"] = json!({ "outer": { "closed": true, "start": [0, 0],
        "segments": [{ "to": [100, 100] }, { "to": [100, 0] }, { "to": [0, 100] }, { "to": [0, 0] }] } });
    assert_eq!(refused(&app.post(PATH, &crossed).await)[0].0, "parts.0.part.outer");
}

#[tokio::test]
async fn a_stranger_waits_a_few_seconds_and_has_one_nest_at_a_time() {
    let app = TestApp::start().await;
    let long = with(&with(&list(&app).await, "rounds", Value::Null), "seconds", json!(61));
    let ask = async |body: &Value| app.send_by(&app.nobody, (Method::POST, PATH), Some(body)).await;
    let limits = |answer: &Answer| answer.body["error"]["fields"][0]["limits"]["high"].clone();
    assert_eq!(
        (limits(&app.post(PATH, &long).await), limits(&ask(&long).await)),
        (json!(60.0), json!(60.0))
    );
    // a minute is what may be asked for; a stranger is answered after some seconds, and told so
    let began = std::time::Instant::now();
    let minute = ask(&with(&long, "seconds", json!(60))).await;
    assert_eq!((minute.status.as_u16(), &minute.body["seconds"]), (200, &json!(5.0)));
    assert!(began.elapsed().as_secs() < 30, "{:?}", began.elapsed());
    let two = with(&long, "seconds", json!(2));
    let (one, other) = tokio::join!(ask(&two), ask(&two));
    let mut both = [one.status, other.status];
    both.sort_unstable();
    assert_eq!(both, [200, 429]);
    let at_once = with(&two, "seconds", json!(0.1));
    assert_eq!(ask(&at_once).await.status, 200, "its turn comes again");
}
