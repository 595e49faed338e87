//! What lists show of lines: kept figures, planned anew where something changed, so many at a time.

use std::collections::BTreeMap;

use sqlx::PgPool;
use uuid::Uuid;

use crate::api::job::lines::{LineView, cards_of, view};
use crate::error::ApiResult;
use crate::plan::rig::Rigged;
use crate::plan::shop::Shop;
use crate::queue::aside;
use crate::store::job_lines::{self, JobLine};
use crate::store::jobs::{self, Job};
use crate::store::line_figures::{Figures, LineGas, Standing, keep};

/// Lines that a reading plans by itself at most; the others wait for the task that runs behind.
pub const AT_ONCE: usize = 200;

/// Lines of several jobs, planned, in the order in which they were asked for. A line that is gone meanwhile is left out.
///
/// # Errors
/// When the database fails.
pub async fn planned_lines(
    pool: &PgPool,
    shop: Shop,
    wanted: &[(Uuid, Uuid)],
) -> ApiResult<(Shop, Vec<(Job, LineView)>)> {
    let mut of: Vec<Uuid> = wanted.iter().map(|(_, job)| *job).collect();
    of.sort_unstable();
    of.dedup();
    let ids: Vec<Uuid> = wanted.iter().map(|(line, _)| *line).collect();
    let cards = cards_of(pool, &ids).await?;
    let lines = job_lines::by_ids(pool, &ids).await?;
    let lines: BTreeMap<Uuid, JobLine> =
        lines.into_iter().map(|line| (line.record.id, line)).collect();
    let jobs = jobs::by_ids(pool, &of).await?;
    let jobs: BTreeMap<Uuid, Job> = jobs.into_iter().map(|job| (job.record.id, job)).collect();
    aside(move || {
        let rigs: BTreeMap<Uuid, Rigged<'_>> =
            jobs.iter().map(|(id, job)| (*id, Rigged::of(&shop, job))).collect();
        let mut lines = lines;
        let mut out = Vec::with_capacity(ids.len());
        for id in ids {
            let Some(line) = lines.remove(&id) else { continue };
            let Some(job) = jobs.get(&line.job_id) else { continue };
            let Some(rigged) = rigs.get(&line.job_id) else { continue };
            out.push((job.clone(), view(line, rigged, &cards)));
        }
        drop(rigs);
        Ok((shop, out))
    })
    .await
}

/// What the pieces of a line take; nothing where it does not plan.
fn gas_of(view: &LineView) -> LineGas {
    let Some(plan) = &view.plan else { return LineGas::default() };
    let fuel = view.request.as_ref().and_then(|request| request.gas.fuel.as_ref());
    LineGas {
        pieces: i32::try_from(plan.line_total.count).unwrap_or(i32::MAX),
        oxygen_m3: plan.line_total.oxygen_l / 1e3,
        fuel: fuel.and_then(|fuel| fuel.0.as_str()).map(str::to_owned),
        fuel_m3: plan.line_total.fuel_l / 1e3,
    }
}

/// Brings standings up to date, at most so many of them at once; the others stay as they were kept last.
///
/// # Errors
/// When the database fails.
pub async fn fill(pool: &PgPool, shop: Shop, standings: &mut [Standing]) -> ApiResult<Shop> {
    let stale = standings.iter().filter(|it| it.stale).take(AT_ONCE);
    let wanted: Vec<(Uuid, Uuid)> = stale.map(|it| (it.line_id, it.job_id)).collect();
    if wanted.is_empty() {
        return Ok(shop);
    }
    let (shop, planned) = planned_lines(pool, shop, &wanted).await?;
    let views: BTreeMap<Uuid, LineView> =
        planned.into_iter().map(|(_, view)| (view.line.record.id, view)).collect();
    let mut fresh = Vec::with_capacity(views.len());
    for standing in standings.iter_mut() {
        let Some(view) = views.get(&standing.line_id) else { continue };
        let figures = Figures {
            line_id: standing.line_id,
            from: standing.now,
            verdict: view.verdict().to_owned(),
            time_s: view.plan.as_ref().map_or(0.0, |plan| plan.line_total.time_s),
            gas: gas_of(view),
            card_current: view.card_current,
        };
        standing.stale = false;
        standing.verdict = Some(figures.verdict.clone());
        standing.time_s = Some(figures.time_s);
        standing.card_current = Some(figures.card_current);
        fresh.push(figures);
    }
    keep(&mut *pool.acquire().await?, &fresh).await?;
    Ok(shop)
}
