//! Beliefs, trials and quotes as outside checks read them: open, and nothing is kept.

use serde_json::{Value, json};

use crate::test_app::{TestApp, plate};

fn number(value: &Value) -> f64 {
    value.as_f64().unwrap_or_else(|| panic!("{value}"))
}

async fn open(app: &TestApp, path: &str, body: &Value) -> (u16, Value) {
    let answer =
        app.nobody.post(format!("{}/api/v1{path}", app.address)).json(body).send().await.unwrap();
    (answer.status().as_u16(), answer.json().await.unwrap())
}

fn paths(body: &Value) -> Vec<&str> {
    body["error"]["fields"]
        .as_array()
        .unwrap()
        .iter()
        .map(|it| it["path"].as_str().unwrap())
        .collect()
}

/// As sure a measurement as the belief: halfway in the logarithm; 80 % of a normal lie within 1.2816 sd.
#[tokio::test]
async fn a_belief_takes_what_was_measured() {
    let app = TestApp::start().await;
    let body = |observed: Value| json!({ "prior": { "median": 1, "sd_ln": 0.2 }, "sd_ln_observed": 0.2, "observed": observed });
    let (status, found) = open(&app, "/factors/update", &body(json!([1.21]))).await;
    assert_eq!(status, 200, "{found}");
    assert!((number(&found["median"]) - 1.1).abs() < 1e-9 && found["n"] == 1);
    let half = 1.2816 * 0.2 / 2_f64.sqrt();
    assert!((number(&found["high"]) - 1.1 * half.exp()).abs() < 1e-4, "{found}");
    assert!((number(&found["low"]) - 1.1 / half.exp()).abs() < 1e-4, "{found}");
    assert_eq!(open(&app, "/factors/update", &body(json!([]))).await.1["n"], 0);
    let mut bad = body(json!([1, 21, "x"]));
    bad["prior"]["sd_ln"] = json!(0);
    let (status, refused) = open(&app, "/factors/update", &bad).await;
    assert_eq!((status, paths(&refused)), (422, vec!["prior.sd_ln", "observed.1", "observed.2"]));
    let many = body(json!(vec![1.0; 10_001]));
    assert_eq!(open(&app, "/factors/update", &many).await.0, 422);
}

#[tokio::test]
async fn two_ways_are_judged_and_bad_lists_are_refused() {
    let app = TestApp::start().await;
    let body = |a: Value, b: Value| json!({ "a": a, "b": b, "better": "lower" });
    let (status, found) =
        open(&app, "/trials/judge", &body(json!([10, 11, 12]), json!([20, 21, 22]))).await;
    assert_eq!((status, number(&found["difference"])), (200, -10.0));
    // equal spreads of 1 and three each: 4 degrees of freedom, t of 2.776 for 95 % (tables), times the root of 2/3
    let half = 2.776_445 * (2.0_f64 / 3.0).sqrt();
    assert!((number(&found["high"]) + 10.0 - half).abs() < 1e-5, "{found}");
    assert!(number(&found["probability_a_better"]) > 0.999);
    let (status, refused) = open(&app, "/trials/judge", &body(json!([1]), json!([1, "x"]))).await;
    assert_eq!((status, paths(&refused)), (422, vec!["a", "b.1"]));
    let mut both = body(json!([1, 2]), json!([1, 2]));
    both["better"] = json!("best");
    assert_eq!(paths(&open(&app, "/trials/judge", &both).await.1), ["better"]);
}

fn prices() -> Value {
    json!({ "oxygen_m3": 6, "acetylene_m3": 40, "labour_h": 60, "tip": 25, "tip_life_starts": 500 })
}

/// A line is its preview's money, counted; the total is their sum with setting up, overhead, then margin, to the cent.
#[tokio::test]
async fn a_quote_is_the_money_of_its_cuts() {
    let app = TestApp::start().await;
    let mut first = plate();
    first["count"] = json!(4);
    let mut second = plate();
    second["steel"]["thickness_mm"] = json!(40);
    let body = json!({ "lines": [first, second], "prices": prices(), "set_up_s": 1800,
        "overhead_percent": 10, "margin_percent": 25 });
    let (status, quote) = open(&app, "/quotes/price", &body).await;
    assert_eq!(status, 200, "{quote}");
    let mut preview = plate();
    preview["prices"] =
        json!({ "oxygen_m3": 6, "fuel_m3": 40, "labour_h": 60, "tip": 25, "tip_life_starts": 500 });
    let plan = app.post("/api/v1/cut-plans/preview?trace=none", &preview).await.body;
    let one = number(&plan["cost"]["total"]);
    let line = |i: usize, end: &str| number(&quote["lines"][i][end]);
    // the preview's money is rounded too
    assert!((line(0, "set") - 4.0 * one).abs() < 0.03, "{quote} {one}");
    assert!(line(0, "low") < line(0, "set") && line(0, "set") < line(0, "high"));
    let wanted = (line(0, "set") + line(1, "set") + 30.0) * 1.1 * 1.25;
    assert!((number(&quote["total"]["set"]) - wanted).abs() < 0.005, "{quote} {wanted}");
    let ends = ["low", "high"].map(|end| number(&quote["total"][end]));
    assert!(ends[0] < wanted && wanted < ends[1]);
    let worst = (line(0, "high") + line(1, "high") + 30.0) * 1.1 * 1.25;
    assert!(ends[1] <= worst + 0.01, "all lines off at once is the worst there is");
}

#[tokio::test]
async fn a_quote_names_the_line_and_the_price_at_fault() {
    let app = TestApp::start().await;
    let quote = |line: Value, prices: Value| json!({ "lines": [plate(), line], "prices": prices });
    let mut counted = plate();
    counted["cut"]["count"] = json!(3);
    let (status, refused) = open(&app, "/quotes/price", &quote(counted, prices())).await;
    assert_eq!((status, paths(&refused)), (422, vec!["lines.1.cut.count"]));
    let mut propane = plate();
    propane["gas"]["fuel"] = json!("propane");
    let (status, refused) = open(&app, "/quotes/price", &quote(propane, prices())).await;
    assert_eq!((status, paths(&refused)), (422, vec!["prices.propane_m3"]));
    let mut thin = plate();
    thin["steel"]["thickness_mm"] = json!(1);
    thin["count"] = json!(0);
    let (_, refused) = open(&app, "/quotes/price", &quote(thin, prices())).await;
    assert_eq!(paths(&refused), ["lines.1.count"]);
    let (_, refused) =
        open(&app, "/quotes/price", &json!({ "lines": [], "prices": prices() })).await;
    assert_eq!(paths(&refused), ["lines"]);
}
