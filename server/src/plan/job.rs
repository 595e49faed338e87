//! The cuts of a job that go, planned: what its gas and its tips are counted over.

use galvanon_core::cancel::cancelled;
use galvanon_core::cut::job_tips::Cutting;
use galvanon_core::cut::{Request, Settings, Verdict};
use sqlx::PgPool;
use uuid::Uuid;

use crate::error::{ApiError, ApiResult, faults};
use crate::plan::rig::Rig;
use crate::plan::shop::Shop;
use crate::store::job_lines::{self, JobLine};
use crate::store::jobs::{self, Job};

/// A line that goes, with its request and settings.
#[derive(Debug)]
pub struct Going {
    /// The line.
    pub id: Uuid,
    /// As it was typed.
    pub typed: String,
    /// What is asked.
    pub request: Request,
    /// Its strokes, of which a plate has one.
    pub cuttings: Vec<Cutting>,
    /// What is set.
    pub settings: Settings,
}

/// The lines of a job.
#[derive(Debug)]
pub struct JobCuts {
    /// Those that go, in order.
    pub going: Vec<Going>,
    /// How many are stopped, or do not plan: they take no gas.
    pub stopped: usize,
}

/// A job with its lines, as they are stored.
#[derive(Debug)]
pub struct StoredJob {
    job: Job,
    lines: Vec<JobLine>,
}

/// Reads a job with its lines.
///
/// # Errors
/// When the database fails, or there is no such job.
pub async fn stored(pool: &PgPool, job: Uuid) -> ApiResult<StoredJob> {
    let job = jobs::live(pool, job).await?;
    let lines = job_lines::of_job(pool, job.record.id).await?;
    Ok(StoredJob { job, lines })
}

/// Plans every line of a job: long for a long one.
///
/// # Errors
/// Only a fault of ours.
pub fn cuts_of(shop: &Shop, StoredJob { job, lines }: StoredJob) -> ApiResult<JobCuts> {
    let mut cuts = JobCuts { going: Vec::new(), stopped: 0 };
    let rig = Rig::of(shop, &job.rig);
    for line in lines.into_iter().take_while(|_| !cancelled()) {
        let asked = rig.request(shop, &line.input).and_then(|found| found.request.to_work());
        let work = match asked {
            // a line that does not plan takes no gas, as one that is stopped
            Err(ApiError::Invalid(_)) => {
                cuts.stopped += 1;
                continue;
            }
            other => other?,
        };
        let settings = work.settings().map_err(|errors| faults(&errors))?;
        if settings.verdict() == Verdict::Stop {
            cuts.stopped += 1;
            continue;
        }
        cuts.going.push(Going {
            id: line.record.id,
            typed: line.typed,
            request: work.request().clone(),
            cuttings: work.cuttings().map_err(|errors| faults(&errors))?,
            settings,
        });
    }
    Ok(cuts)
}
