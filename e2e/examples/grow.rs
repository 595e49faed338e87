//! Measures pages of the demo shop, and of the same shop grown to 12 000 cuts and a million burns. Run by `bin/bench`.

use std::time::{Duration, Instant};

use anyhow::{Context, Result};
use galvanon_e2e::App;
use galvanon_server::plan::learning::{learn_again, learn_more};
use galvanon_server::work::figures::plan_some;
use serde_json::{Value, json};
use sqlx::AssertSqlSafe;
use uuid::Uuid;

/// Burns noted and quotes made.
const BURNS: usize = 20;
/// Readings of each page.
const READINGS: usize = 200;
const GROWN: &str = include_str!("grown_shop.sql");

/// The slowest of a hundred, ms.
fn p99(mut all: Vec<Duration>) -> f64 {
    all.sort();
    all[all.len() * 99 / 100 - 1].as_secs_f64() * 1e3
}

async fn page(app: &App, path: &str) -> Result<f64> {
    let client = app.client();
    let url = format!("{}{path}", app.address);
    let mut all = Vec::new();
    for _ in 0..READINGS {
        let started = Instant::now();
        client.get(&url).send().await?.error_for_status()?.bytes().await?;
        all.push(started.elapsed());
    }
    Ok(p99(all))
}

/// Today, Jobs, a job, its run, burns.
async fn pages(app: &App, job: &str) -> Result<Vec<(&'static str, f64)>> {
    let mut out = Vec::new();
    for (name, path) in [
        ("today", "/api/v1/today".to_owned()),
        ("jobs", "/api/v1/jobs".to_owned()),
        ("a job", format!("/api/v1/jobs/{job}")),
        ("its run", format!("/api/v1/jobs/{job}/run")),
        ("burns", "/api/v1/burns".to_owned()),
    ] {
        out.push((name, page(app, &path).await?));
    }
    Ok(out)
}

/// The record at that size: a page of a filtered log, a burn noted until it is learned, poor edges and tips, a quote of 200 lines.
async fn record(app: &App, job: &str) -> Result<()> {
    for (name, path) in [
        ("log by fuel and outcome", "/api/v1/burns?fuel=propane&outcome=poor"),
        ("log by time", "/api/v1/burns?to=2026-06-01T00:00:00Z"),
        ("log by thickness", "/api/v1/burns?thickness_mm_from=12&thickness_mm_to=13"),
    ] {
        println!("{name}: {:.1} ms (p99 of {READINGS})", page(app, path).await?);
    }
    let started = Instant::now();
    learn_again(&app.pool).await?;
    println!("learned anew of the newest burns in {:.2} s", started.elapsed().as_secs_f64());
    noted(app, job).await?;
    for (name, path) in
        [("poor edges", "/api/v1/record/poor-edges"), ("tips", "/api/v1/record/tips")]
    {
        let started = Instant::now();
        app.get(path).await?;
        println!("{name}: {:.0} ms (once)", started.elapsed().as_secs_f64() * 1e3);
    }
    priced(app).await
}

/// Burns noted one by one, each learned of before the answer.
async fn noted(app: &App, job: &str) -> Result<()> {
    let lines = app.get(&format!("/api/v1/jobs/{job}")).await?["lines"].clone();
    let request = lines[0]["request"].clone();
    let mut all = Vec::new();
    for _ in 0..BURNS {
        let (card, burn) = (Uuid::now_v7(), Uuid::now_v7());
        let plan = json!({ "job_line_id": null, "title": "measured", "request": request });
        app.put(&format!("/api/v1/plans/{card}"), &plan).await?;
        let body = json!({ "happened_at": "2026-11-29T10:00:00Z", "plan_id": card, "pace_mm_min": 300, "start_s": 20 });
        let started = Instant::now();
        app.put(&format!("/api/v1/burns/{burn}"), &body).await?;
        all.push(started.elapsed());
    }
    println!("one burn noted and learned: {:.0} ms (slowest of {BURNS})", slowest(all));
    println!("of that learning: {:.1} ms (slowest of {BURNS})", learning(app).await?);
    Ok(())
}

/// A quote of 200 lines.
async fn priced(app: &App) -> Result<()> {
    let line = json!({ "steel": { "thickness_mm": 20 }, "cut": { "length_mm": 400, "process": "guided" },
        "gas": { "fuel": "acetylene" }, "count": 3 });
    let prices = json!({ "oxygen_m3": 6, "acetylene_m3": 40, "labour_h": 60, "tip": 25, "tip_life_starts": 500 });
    let quote = json!({ "lines": vec![line; 200], "prices": prices, "set_up_s": 600, "overhead_percent": 10, "margin_percent": 10 });
    let mut all = Vec::new();
    for _ in 0..BURNS {
        let started = Instant::now();
        app.post("/api/v1/quotes/price", &quote).await?;
        all.push(started.elapsed());
    }
    println!("a quote of 200 lines: {:.0} ms (slowest of {BURNS})", slowest(all));
    Ok(())
}

/// A burn that lies there already is learned of, and nothing else: the slowest, ms.
async fn learning(app: &App) -> Result<f64> {
    let one_more = "INSERT INTO burns (id, happened_at, outcome, made_from, process, fuel, bore_m, thickness_m,
                        speed_factor, start_preheat_factor)
                    SELECT gen_random_uuid(), now(), outcome, made_from, process, fuel, bore_m, thickness_m,
                        speed_factor, start_preheat_factor
                    FROM burns WHERE speed_factor IS NOT NULL ORDER BY happened_at DESC LIMIT 1 RETURNING id";
    let mut all = Vec::new();
    for _ in 0..BURNS {
        let id: Uuid = sqlx::query_scalar(one_more).fetch_one(&app.pool).await?;
        let started = Instant::now();
        learn_more(&app.pool, &[id]).await?;
        all.push(started.elapsed());
    }
    Ok(slowest(all))
}

/// The slowest of a few, ms.
fn slowest(all: Vec<Duration>) -> f64 {
    all.into_iter().max().unwrap_or_default().as_secs_f64() * 1e3
}

async fn named(app: &App, name: &str) -> Result<String> {
    let jobs = app.get(&format!("/api/v1/jobs?query={name}")).await?;
    let found = jobs["jobs"][0]["job"]["id"].as_str().map(str::to_owned);
    found.with_context(|| format!("no job {name}"))
}

#[tokio::main]
async fn main() -> Result<()> {
    let app = App::start().await?;
    let small = named(&app, "sallow").await?;
    let demo = pages(&app, &small).await?;
    let started = Instant::now();
    sqlx::raw_sql(AssertSqlSafe(GROWN)).execute(&app.pool).await?;
    println!("grown in {:.0} s", started.elapsed().as_secs_f64());
    let started = Instant::now();
    let mut slowest_page = 0.0_f64;
    // a page is read in between, as people do
    while plan_some(&app.pool).await? > 0 {
        let one = Instant::now();
        let _: Value = app.get("/api/v1/today").await?;
        slowest_page = slowest_page.max(one.elapsed().as_secs_f64() * 1e3);
    }
    println!(
        "all figures planned anew in {:.1} s; slowest reading of Today meanwhile {slowest_page:.0} ms",
        started.elapsed().as_secs_f64()
    );
    let large = named(&app, "job%20150").await?;
    for ((name, before), (_, now)) in demo.iter().zip(pages(&app, &large).await?) {
        println!(
            "{name}: {now:.1} ms, demo {before:.1} ms, {:.1} times (p99 of {READINGS})",
            now / before
        );
    }
    record(&app, &large).await
}
