//! What gas a run took, by the readings of the cylinders that stood on its rig.

use galvanon_core::code::Code;
use serde::Serialize;
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::plan::cylinder_log::{Logged, logged};
use crate::store::gear::cylinder_log::between;
use crate::store::job_runs::JobRun;
use crate::wire::unit::litres;

/// A cylinder is read as the torch is set up and when it is put away: so long before the run and after it still counts.
/// Source: `ours`.
const AROUND: Duration = Duration::hours(1);

/// Gas that a cylinder gave.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GasTaken {
    /// The cylinder.
    pub gear_id: Uuid,
    /// What the shop calls it.
    pub label: String,
    /// Its gas.
    pub gas: String,
    /// By its gauge or the scale.
    pub taken_l: f64,
    /// Readings that tell it: at least two.
    pub readings: usize,
}

/// What the cylinders of a run gave, as far as each was read at least twice.
///
/// # Errors
/// When the database fails.
pub async fn of_run(pool: &PgPool, run: &JobRun, cylinders: &[Uuid]) -> ApiResult<Vec<GasTaken>> {
    let until = run.ended_at.unwrap_or_else(OffsetDateTime::now_utc);
    let read = between(pool, cylinders, (run.begun_at - AROUND, until + AROUND)).await?;
    let told = |cylinder: Logged| {
        let taken_l = litres(cylinder.taken());
        (!cylinder.turns.is_empty()).then(|| GasTaken {
            gear_id: cylinder.gear_id,
            label: cylinder.label,
            gas: cylinder.gas.code().to_owned(),
            taken_l,
            readings: cylinder.turns.len() + 1,
        })
    };
    Ok(logged(read).into_iter().filter_map(told).collect())
}
