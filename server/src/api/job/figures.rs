//! What lists show of lines: kept figures, planned anew where something changed, so many at a time.

use std::collections::BTreeMap;

use actix_web::web;
use sqlx::PgPool;
use uuid::Uuid;

use crate::api::job::lines::{LineView, cards_of, view};
use crate::error::{ApiError, ApiResult};
use crate::plan::rig::Rigged;
use crate::plan::shop::Shop;
use crate::store::job_lines::{self, JobLine};
use crate::store::jobs::{self, Job};
use crate::store::line_figures::{Figures, Standing, keep};

/// Lines that a reading plans by itself at most; the others wait for the task that runs behind.
const AT_ONCE: usize = 200;

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
    let cards = cards_of(pool, &of).await?;
    let ids: Vec<Uuid> = wanted.iter().map(|(line, _)| *line).collect();
    let lines = job_lines::by_ids(pool, &ids).await?;
    let lines: BTreeMap<Uuid, JobLine> =
        lines.into_iter().map(|line| (line.record.id, line)).collect();
    let jobs = jobs::by_ids(pool, &of).await?;
    let jobs: BTreeMap<Uuid, Job> = jobs.into_iter().map(|job| (job.record.id, job)).collect();
    // planning is the heart's own work: not on a worker that answers others
    web::block(move || {
        let rigs: BTreeMap<Uuid, Rigged<'_>> =
            jobs.iter().map(|(id, job)| (*id, Rigged::of(&shop, job))).collect();
        let mut lines = lines;
        let mut out = Vec::with_capacity(ids.len());
        for id in ids {
            let Some(line) = lines.remove(&id) else { continue };
            let Some(job) = jobs.get(&line.job_id) else { continue };
            let Some(rigged) = rigs.get(&line.job_id) else { continue };
            out.push((job.clone(), view(line, rigged, &cards)?));
        }
        drop(rigs);
        Ok((shop, out))
    })
    .await
    .map_err(|error| ApiError::Internal(error.to_string()))?
}

/// Brings standings up to date, at most so many of them at once; says how many are left as they were kept last.
///
/// # Errors
/// When the database fails.
pub async fn fill(
    pool: &PgPool,
    shop: Shop,
    (standings, needs): (&mut [Standing], impl Fn(&Standing) -> bool),
) -> ApiResult<(Shop, usize)> {
    let stale = |it: &&Standing| it.stale.is_some() && needs(it);
    let waiting = standings.iter().filter(stale).count();
    let now: Vec<(Uuid, Uuid)> =
        standings.iter().filter(stale).take(AT_ONCE).map(|it| (it.line_id, it.job_id)).collect();
    if now.is_empty() {
        return Ok((shop, 0));
    }
    let (shop, planned) = planned_lines(pool, shop, &now).await?;
    let mut fresh: BTreeMap<Uuid, Figures> = BTreeMap::new();
    for (_, view) in planned {
        let line_id = view.line.record.id;
        let time_s = view.plan.as_ref().map_or(0.0, |plan| plan.line_total.time_s);
        let (verdict, card_current) = (view.verdict().to_owned(), view.card_current);
        fresh.insert(
            line_id,
            Figures { line_id, key: String::new(), verdict, time_s, card_current },
        );
    }
    for standing in standings.iter_mut() {
        let Some(figures) = fresh.get_mut(&standing.line_id) else { continue };
        figures.key = standing.stale.take().unwrap_or_default();
        standing.verdict = Some(figures.verdict.clone());
        standing.time_s = Some(figures.time_s);
        standing.card_current = Some(figures.card_current);
    }
    keep(pool, &fresh.into_values().collect::<Vec<_>>()).await?;
    Ok((shop, waiting - now.len()))
}
