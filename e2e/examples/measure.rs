//! Measures the preview over HTTP against a constant handler that reads the same request and
//! answers a body of the same size, in turns in one run, and an edit in the browser. Run by `bin/bench`.

use std::net::TcpListener;
use std::time::{Duration, Instant};

use actix_web::{App as Actix, HttpServer, post, web};
use anyhow::{Context, Result};
use galvanon_e2e::{DESK, journey};
use galvanon_server::api::cut::planned::{planned, planned_untraced};
use galvanon_server::api::cut::preview::preview;
use galvanon_server::api::cut::reply::CutPlan;
use galvanon_server::api::cut::request::CutPlanRequest;
use galvanon_server::http::body::Body;
use serde_json::{Value, json};

/// Requests under way at a time.
const CLIENTS: usize = 8;
/// How long each turn lasts.
const TURN: Duration = Duration::from_secs(3);
/// Turns of each handler.
const TURNS: usize = 4;
/// Edits timed in the browser.
const EDITS: usize = 25;

struct Constant(String);

#[post("/constant")]
async fn constant(
    body: Body<CutPlanRequest>,
    reply: web::Data<Constant>,
) -> actix_web::HttpResponse {
    // the request is read as the preview reads it; only planning and writing the plan are left out
    drop(body.value);
    actix_web::HttpResponse::Ok().content_type("application/json").body(reply.0.clone())
}

fn request() -> Value {
    json!({
        "steel": { "thickness_mm": 19.05, "surface": "light_rust" },
        "cut": { "length_mm": 914.4, "process": "guided" },
        "gas": { "fuel": "acetylene" }
    })
}

async fn turn(client: &reqwest::Client, url: &str) -> Result<f64> {
    let until = Instant::now() + TURN;
    let started = Instant::now();
    let mut tasks = Vec::new();
    for _ in 0..CLIENTS {
        let (client, url, body) = (client.clone(), url.to_owned(), request());
        tasks.push(tokio::spawn(async move {
            let mut done = 0_u32;
            while Instant::now() < until {
                let reply = client.post(&url).json(&body).send().await?.error_for_status()?;
                reply.bytes().await?;
                done += 1;
            }
            anyhow::Ok(done)
        }));
    }
    let mut done = 0;
    for task in tasks {
        done += task.await??;
    }
    Ok(f64::from(done) / started.elapsed().as_secs_f64())
}

/// The preview against the constant handler, its body of the same size.
async fn http(query: &str, plan: &CutPlan, goal: f64) -> Result<()> {
    let body = serde_json::to_string(plan)?;
    println!("preview{query}, a body of {} bytes", body.len());
    let listener = TcpListener::bind("127.0.0.1:0")?;
    let address = format!("http://{}", listener.local_addr()?);
    let reply = web::Data::new(Constant(body));
    let server = HttpServer::new(move || {
        Actix::new().app_data(reply.clone()).service(constant).service(preview)
    });
    tokio::spawn(server.workers(1).listen(listener)?.run());
    let client = reqwest::Client::new();
    let (mut plain, mut traced) = (Vec::new(), Vec::new());
    for _ in 0..TURNS {
        plain.push(turn(&client, &format!("{address}/constant")).await?);
        traced.push(turn(&client, &format!("{address}/cut-plans/preview{query}")).await?);
    }
    let middle = |mut rates: Vec<f64>| {
        rates.sort_by(f64::total_cmp);
        rates[rates.len() / 2]
    };
    let (plain, planned) = (middle(plain), middle(traced));
    println!("constant handler: {plain:.0} requests a second");
    println!("preview:          {planned:.0} requests a second");
    println!("ratio:            {:.0} % (goal: at least {goal:.0} %)", 100.0 * planned / plain);
    Ok(())
}

/// Peak memory of this process, which is the server too, in MB.
fn peak_memory() -> Result<f64> {
    let status = std::fs::read_to_string("/proc/self/status")?;
    let line = status.lines().find(|line| line.starts_with("VmHWM")).context("no VmHWM")?;
    let kilobytes: f64 = line.split_whitespace().nth(1).context("no number")?.parse()?;
    Ok(kilobytes / 1e3)
}

/// Cut lists: 200 lines until the last has come, and how memory grows from 200 to 10 000.
async fn lists() -> Result<()> {
    journey(DESK, |app, _| async move {
        let client = app.client();
        let url = format!("{}/api/v1/cut-lists/plan", app.address);
        let plan = async |rows: usize| -> Result<f64> {
            let text: String =
                (0..rows).map(|i| format!("{}x {} mm plate 900 mm guided\n", 1 + i % 9, 6 + i % 120)).collect();
            let began = Instant::now();
            let mut reply = client.post(&url).json(&json!({ "text": text })).send().await?.error_for_status()?;
            // what comes is dropped as it comes, so that only the server's memory is seen
            while reply.chunk().await?.is_some() {}
            Ok(began.elapsed().as_secs_f64())
        };
        plan(200).await?;
        let mut times = Vec::new();
        for _ in 0..9 {
            times.push(1e3 * plan(200).await?);
        }
        times.sort_by(f64::total_cmp);
        println!("200 lines over HTTP: {:.0} ms (median of 9; goal: under 150 ms)", times[4]);
        let small = peak_memory()?;
        let seconds = plan(10_000).await?;
        let large = peak_memory()?;
        println!("10 000 lines streamed: {seconds:.2} s; peak memory {large:.0} MB, {:.0} MB more than after 200 lines", large - small);
        Ok(())
    })
    .await
}

/// From a key on the drawing's handle to the settings with their new numbers, in the page's own clock.
const EDIT: &str = "
    const done = arguments[arguments.length - 1];
    const handle = document.querySelector('[role=slider]');
    const pace = document.querySelector('[data-quantity=start_preheat_s] [data-value]').closest('ul');
    const before = pace.textContent;
    const from = performance.now();
    const watch = new MutationObserver(() => {
        if (pace.textContent === before) return;
        watch.disconnect();
        requestAnimationFrame(() => done(performance.now() - from));
    });
    watch.observe(pace, { subtree: true, childList: true, characterData: true });
    handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', bubbles: true }));
";

async fn browser() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.type_line("4x 1/4 plate 36in guided, rust").await?;
        browser.reads("[data-echo]", "light rust").await?;
        browser.press("\u{e007}").await?;
        browser.see("[role='slider']").await?;
        let mut times = Vec::new();
        for _ in 0..EDITS {
            times.push(browser.run_async(EDIT).await?.as_f64().context("a time")?);
            tokio::time::sleep(Duration::from_millis(150)).await;
        }
        times.sort_by(f64::total_cmp);
        println!(
            "an edit shows its numbers after {:.0} ms (median), {:.0} ms (slowest of {EDITS}; goal: 100 ms)",
            times[EDITS / 2],
            times[EDITS - 1]
        );
        Ok(())
    })
    .await
}

/// Notes the time of every frame from now on.
const WATCH_FRAMES: &str = "
    window.frameTimes = [];
    const next = (at) => { window.frameTimes.push(at); window.frameWatch = requestAnimationFrame(next); };
    window.frameWatch = requestAnimationFrame(next);
    window.redraws = 0;
    new MutationObserver(() => { window.redraws += 1; })
        .observe(document.querySelector('[data-predicted]'), { subtree: true, attributes: true, childList: true });";
/// Milliseconds between frames, sorted, then how often the face was redrawn.
const FRAMES: &str = "
    cancelAnimationFrame(window.frameWatch);
    const at = window.frameTimes;
    return { gaps: at.slice(1).map((t, i) => t - at[i]).sort((a, b) => a - b), redraws: window.redraws };";

/// The cut face follows a slider: frames a second while it is dragged.
async fn dragging() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/edge").await?;
        browser.press_at("[id$='trigger-before']", "\u{e007}").await?;
        browser.see("[data-predicted] svg").await?;
        browser.run(WATCH_FRAMES, Vec::new()).await?;
        browser.wiggle("[role='slider'][aria-label='Pace']", 200).await?;
        let seen = browser.run(FRAMES, Vec::new()).await?;
        let gaps: Vec<f64> =
            seen["gaps"].as_array().context("gaps")?.iter().filter_map(Value::as_f64).collect();
        let at = |part: f64| gaps[((gaps.len() - 1) as f64 * part) as usize];
        let late = gaps.iter().filter(|gap| **gap > 25.0).count();
        println!(
            "dragging a slider: {} frames, {} redraws of the face, {:.1} ms between frames (median), {:.1} ms (95 of 100), {late} late by more than half a frame (goal: 60 a second, 16.7 ms)",
            gaps.len(),
            seen["redraws"],
            at(0.5),
            at(0.95)
        );
        Ok(())
    })
    .await
}

#[tokio::main]
async fn main() -> Result<()> {
    let asked = serde_json::from_value(request())?;
    http("", &planned(&asked)?, 60.0).await?;
    http("?trace=none", &planned_untraced(&asked)?, 85.0).await?;
    lists().await?;
    browser().await?;
    dragging().await
}
