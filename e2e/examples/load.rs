//! Measures a running server under load: requests a second, median and 99th percentile, and the CPU time of each request.
//! Run by `bin/bench`, which starts the server of the demo's profile as a process of its own.
//!
//! Arguments: the server's address, its process id, and the owner's token.

use std::time::{Duration, Instant};

use anyhow::{Context, Result};
use reqwest::header::{AUTHORIZATION, HeaderMap};
use serde_json::{Value, json};

/// Connections that send one request after the other.
const CONNECTIONS: usize = 50;
/// How long each kind of request is sent.
const SPAN: Duration = Duration::from_secs(20);
/// Ticks of `/proc/<pid>/stat` in a second. Source: `proc(5)`, `sysconf(_SC_CLK_TCK)`, 100 on Linux.
const TICKS: f64 = 100.0;

/// A request, and how soon 99 of 100 answers should come, ms.
struct Ask {
    name: &'static str,
    path: String,
    body: Option<Value>,
    goal_ms: f64,
}

/// CPU time that a process has used, s.
fn cpu(process: u32) -> Result<f64> {
    let stat = std::fs::read_to_string(format!("/proc/{process}/stat"))?;
    // the name in parentheses may hold spaces: count behind it
    let (_, rest) = stat.rsplit_once(')').context("no name in stat")?;
    let mut fields = rest.split_whitespace().skip(11);
    let mut ticks = || fields.next().and_then(|it| it.parse::<f64>().ok()).context("no ticks");
    Ok((ticks()? + ticks()?) / TICKS)
}

/// Memory of a process now and at its peak, MB.
fn memory(process: u32) -> Result<(f64, f64)> {
    let status = std::fs::read_to_string(format!("/proc/{process}/status"))?;
    let of = |name: &str| {
        let line = status.lines().find(|line| line.starts_with(name));
        let number = line.and_then(|line| line.split_whitespace().nth(1)?.parse::<f64>().ok());
        number.map(|kilobytes| kilobytes / 1e3).context("no number")
    };
    Ok((of("VmRSS")?, of("VmHWM")?))
}

/// Seconds of each answer, and how many answers were no success.
async fn asked(
    client: &reqwest::Client,
    url: &str,
    body: Option<&Value>,
) -> Result<(Vec<f64>, usize)> {
    let until = Instant::now() + SPAN;
    let mut tasks = Vec::new();
    for _ in 0..CONNECTIONS {
        let (client, url, body) = (client.clone(), url.to_owned(), body.cloned());
        tasks.push(tokio::spawn(async move {
            let (mut times, mut refused) = (Vec::new(), 0);
            while Instant::now() < until {
                let began = Instant::now();
                let request = body
                    .as_ref()
                    .map_or_else(|| client.get(&url), |body| client.post(&url).json(body));
                let reply = request.send().await?;
                refused += usize::from(!reply.status().is_success());
                reply.bytes().await?;
                times.push(began.elapsed().as_secs_f64());
            }
            anyhow::Ok((times, refused))
        }));
    }
    let (mut times, mut refused) = (Vec::new(), 0);
    for task in tasks {
        let (own, no) = task.await??;
        times.extend(own);
        refused += no;
    }
    times.sort_by(f64::total_cmp);
    Ok((times, refused))
}

#[tokio::main]
async fn main() -> Result<()> {
    let arguments: Vec<String> = std::env::args().skip(1).collect();
    let [address, process, token] = arguments.as_slice() else {
        anyhow::bail!("usage: load ADDRESS PROCESS TOKEN");
    };
    let process: u32 = process.parse()?;
    let mut headers = HeaderMap::new();
    headers.insert(AUTHORIZATION, format!("Bearer {token}").parse()?);
    let client = reqwest::Client::builder().default_headers(headers).build()?;
    let jobs: Value = client.get(format!("{address}/api/v1/jobs")).send().await?.json().await?;
    let all = jobs["jobs"].as_array().context("jobs")?;
    let longest = all.iter().max_by_key(|job| job["lines"].as_u64()).context("a job")?;
    let job = longest["job"]["id"].as_str().context("an id")?;
    println!(
        "{CONNECTIONS} connections for {} s each; the longest job has {} lines",
        SPAN.as_secs(),
        longest["lines"]
    );
    let cut = json!({ "steel": { "thickness_mm": 19.05, "surface": "light_rust" },
        "cut": { "length_mm": 914.4, "process": "guided" }, "gas": { "fuel": "acetylene" } });
    let asks = [
        Ask {
            name: "preview",
            path: "/api/v1/cut-plans/preview".into(),
            body: Some(cut),
            goal_ms: 100.0,
        },
        Ask { name: "job", path: format!("/api/v1/jobs/{job}"), body: None, goal_ms: 500.0 },
        Ask { name: "today", path: "/api/v1/today".into(), body: None, goal_ms: 500.0 },
    ];
    for ask in asks {
        let url = format!("{address}{}", ask.path);
        let (before, began) = (cpu(process)?, Instant::now());
        let (times, refused) = asked(&client, &url, ask.body.as_ref()).await?;
        let (spent, span) = (cpu(process)? - before, began.elapsed().as_secs_f64());
        let part = |share: f64| 1e3 * times[((times.len() - 1) as f64 * share) as usize];
        println!(
            "{:8} {:6.0} a second   median {:6.1} ms   p99 {:6.1} ms (goal: under {:.0})   {:6.2} ms CPU each   {refused} refused",
            ask.name,
            times.len() as f64 / span,
            part(0.5),
            part(0.99),
            ask.goal_ms,
            1e3 * spent / times.len() as f64,
        );
    }
    let (now, peak) = memory(process)?;
    println!("memory {now:.0} MB, at its peak {peak:.0} MB");
    Ok(())
}
