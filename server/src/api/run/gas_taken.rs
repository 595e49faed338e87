//! What gas a run took, by the readings of the cylinders that stood on its rig.

use std::collections::BTreeMap;

use galvanon_core::gas::cylinder_log::{taken, turns};
use galvanon_core::quantity::GasVolume;
use serde::Serialize;
use sqlx::PgPool;
use time::{Duration, OffsetDateTime};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::error::ApiResult;
use crate::plan::rack::contents;
use crate::store::gear::cylinder_log::{CylinderReading, between};
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
pub async fn of_run(
    pool: &PgPool,
    (run, cylinders): (&JobRun, &[Uuid]),
) -> ApiResult<Vec<GasTaken>> {
    let until = run.ended_at.unwrap_or_else(OffsetDateTime::now_utc);
    let read = between(pool, cylinders, (run.begun_at - AROUND, until + AROUND)).await?;
    let mut of: BTreeMap<Uuid, Vec<(GasVolume, CylinderReading)>> = BTreeMap::new();
    for reading in read {
        if let Ok(Some(inside)) = contents(&reading.fields) {
            of.entry(reading.gear_id).or_default().push((inside, reading));
        }
    }
    let told = |(gear_id, all): (Uuid, Vec<(GasVolume, CylinderReading)>)| {
        let (_, newest) = all.last().filter(|_| all.len() > 1)?;
        let volumes: Vec<GasVolume> = all.iter().map(|(volume, _)| *volume).collect();
        let rated = newest.fields["rated_l"].as_f64().map(|l| GasVolume::from_m3(l / 1e3));
        let rated = rated.or_else(|| volumes.first().copied())?;
        Some(GasTaken {
            gear_id,
            label: newest.label.clone(),
            gas: newest.fields["gas"].as_str().unwrap_or_default().to_owned(),
            taken_l: litres(taken(&turns(&volumes, rated))),
            readings: all.len(),
        })
    };
    Ok(of.into_iter().filter_map(told).collect())
}
