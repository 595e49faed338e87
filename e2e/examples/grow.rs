//! Measures pages of the demo shop, and of the same shop grown to 12 000 cuts and a million burns. Run by `bin/bench`.

use std::time::{Duration, Instant};

use anyhow::{Context, Result};
use galvanon_e2e::App;
use galvanon_server::work::figures::plan_some;
use serde_json::Value;
use sqlx::AssertSqlSafe;

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
    let mut slowest = 0.0_f64;
    // a page is read in between, as people do
    while plan_some(&app.pool).await? > 0 {
        let one = Instant::now();
        let _: Value = app.get("/api/v1/today").await?;
        slowest = slowest.max(one.elapsed().as_secs_f64() * 1e3);
    }
    println!(
        "all figures planned anew in {:.1} s; slowest reading of Today meanwhile {slowest:.0} ms",
        started.elapsed().as_secs_f64()
    );
    let large = named(&app, "job%20150").await?;
    for ((name, before), (_, now)) in demo.iter().zip(pages(&app, &large).await?) {
        println!(
            "{name}: {now:.1} ms, demo {before:.1} ms, {:.1} times (p99 of {READINGS})",
            now / before
        );
    }
    Ok(())
}
